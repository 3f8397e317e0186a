import { fitHomography } from './fit-homography';
import { fitSimilarity } from './fit-similarity';
import type { BoardPoint, PhotoPoint } from './point';
import { boardPoint, photoPoint } from './point';
import type { Projective } from './projective';
import { compose, inverse, project } from './projective';

/** Two clicks on a photo and the true length between them. */
export interface KnownLength {
  readonly from: PhotoPoint;
  readonly to: PhotoPoint;
  readonly lengthMm: number;
}

/** A place clicked on a photo, and where that place is on the board. */
export interface KnownPoint {
  readonly at: PhotoPoint;
  readonly mm: BoardPoint;
}

/** How a picture was measured: what places it in board millimetres. */
export type PhotoMeasure =
  | { readonly kind: 'lengths'; readonly lengths: readonly KnownLength[] }
  /** Points of a known grid, rectangle or sheet: the tilt of the camera is taken out. */
  | { readonly kind: 'plane'; readonly points: readonly KnownPoint[] }
  /** Laid on a picture that is measured already, by landmarks: turned and scaled by two or three, tilt taken out by four. */
  | { readonly kind: 'landmarks'; readonly points: readonly KnownPoint[] };

/** One click is placed within about this many pixels, one standard deviation (common practice: a steady hand on a zoomed picture). */
export const CLICK_ERROR_PX = 1.5;
/** A caliper held against a board is read within this, mm, one standard deviation (common practice). */
export const CALIPER_ERROR_MM = 0.02;
/**
 * What a camera that is not quite square to the board does to a length, one standard deviation, as a share of it: about five degrees
 * of tilt shorten by 0.4 % and make the near side of a plate larger by a like share (geometry; the five degrees are common practice).
 */
export const UNSEEN_TILT = 0.006;
/**
 * A camera held 10 to 20 cm over a board and askew by some ten degrees sees a millimetre further on smaller by this share, one standard
 * deviation (geometry; how it is held is common practice).
 */
export const USUAL_PERSPECTIVE = 0.002;
/** A length is an outlier when the others foretell it this many standard deviations away. */
const OUTLIER_SIGMAS = 4;

/** A picture in board millimetres, and how well that is known. */
export interface PhotoFrame {
  /** Photo pixels to board millimetres. */
  readonly map: Projective;
  readonly back: Projective;
  /** One standard deviation steps of `map` in independent directions. */
  readonly wobbles: readonly Projective[];
  /** Whether the camera's tilt is taken out; else a length carries `UNSEEN_TILT`. */
  readonly tiltTakenOut: boolean;
  /** What each known length or point is off by, mm, in the order given. */
  readonly residualsMm: readonly number[];
  readonly rmsMm: number;
  /** Which known length or point does not go with the others; `null` when all do. */
  readonly outlier: number | null;
}

export type FrameVerdict =
  | { readonly ok: true; readonly frame: PhotoFrame }
  | {
      readonly ok: false;
      readonly code: 'nothing-known' | 'same-place' | 'no-length' | 'too-few' | 'on-a-line' | 'behind-camera';
      /** The field at fault within the measure, as in `lengths.0.lengthMm`. */
      readonly path: string;
      readonly message: string;
    };

const pixels = (l: KnownLength): number => Math.hypot(l.to.x - l.from.x, l.to.y - l.from.y);

/** Least squares scale and its standard deviation; what is known of each length is its clicks and the caliper. */
function weighedScale(lengths: readonly KnownLength[]): { readonly scale: number; readonly sigma: number } {
  const rough = lengths.reduce((s, l) => s + l.lengthMm, 0) / lengths.reduce((s, l) => s + pixels(l), 0);
  const variance = 2 * (CLICK_ERROR_PX * rough) ** 2 + CALIPER_ERROR_MM ** 2;
  const square = lengths.reduce((s, l) => s + pixels(l) ** 2, 0);
  const scale = lengths.reduce((s, l) => s + pixels(l) * l.lengthMm, 0) / square;
  const left = lengths.reduce((s, l) => s + (l.lengthMm - scale * pixels(l)) ** 2, 0);
  // Three lengths and more tell by themselves how well they were taken.
  const seen = lengths.length > 2 ? left / (lengths.length - 1) : 0;
  return { scale, sigma: Math.sqrt(Math.max(variance, seen) / square) };
}

function outlierOf(lengths: readonly KnownLength[]): number | null {
  if (lengths.length < 3) return null;
  const off = lengths.map((l, i) => {
    const others = weighedScale(lengths.filter((_, k) => k !== i));
    const expected = others.scale * pixels(l);
    const sigma = Math.hypot(
      Math.SQRT2 * CLICK_ERROR_PX * others.scale,
      CALIPER_ERROR_MM,
      others.sigma * pixels(l),
      UNSEEN_TILT * expected,
    );
    return Math.abs(l.lengthMm - expected) / sigma;
  });
  const worst = off.indexOf(Math.max(...off));
  return (off[worst] ?? 0) > OUTLIER_SIGMAS ? worst : null;
}

function readLengths(lengths: readonly KnownLength[]): FrameVerdict {
  if (lengths.length === 0)
    return { ok: false, code: 'nothing-known', path: 'lengths', message: 'No length is known yet' };
  for (const [i, l] of lengths.entries()) {
    if (!(pixels(l) >= 2))
      return {
        ok: false,
        code: 'same-place',
        path: `lengths.${i}.to`,
        message: 'The two clicks are in the same place; set them far apart',
      };
    if (!(l.lengthMm > 0) || !Number.isFinite(l.lengthMm))
      return {
        ok: false,
        code: 'no-length',
        path: `lengths.${i}.lengthMm`,
        message: 'The length between the clicks must be above 0 mm',
      };
  }
  const { scale, sigma } = weighedScale(lengths);
  const residualsMm = lengths.map((l) => scale * pixels(l) - l.lengthMm);
  return {
    ok: true,
    frame: {
      map: [scale, 0, 0, 0, scale, 0, 0, 0, 1],
      back: [1 / scale, 0, 0, 0, 1 / scale, 0, 0, 0, 1],
      wobbles: [[sigma, 0, 0, 0, sigma, 0, 0, 0, 0]],
      tiltTakenOut: false,
      residualsMm,
      rmsMm: Math.sqrt(residualsMm.reduce((s, r) => s + r * r, 0) / lengths.length),
      outlier: outlierOf(lengths),
    },
  };
}

function pointOutlier(points: readonly KnownPoint[], residuals: readonly number[]): number | null {
  // Leave each out in turn: the point that the others foretell worst, if they agree without it.
  if (points.length < 6) return null;
  const worst = residuals.indexOf(Math.max(...residuals));
  const rest = points.filter((_, i) => i !== worst);
  const without = fitHomography(
    rest.map((p) => ({ from: p.mm, to: p.at })),
    CLICK_ERROR_PX,
  );
  const left = points[worst];
  if (!without.ok || !left) return null;
  const q = project(without.fit.map, left.mm);
  const sigma = Math.hypot(without.fit.sigma, CLICK_ERROR_PX);
  return Math.hypot(q.x - left.at.x, q.y - left.at.y) > OUTLIER_SIGMAS * 1.5 * sigma ? worst : null;
}

/** The horizon must not run through what was clicked: then the points were named in a wrong order. */
function oneSided(map: Projective, points: readonly KnownPoint[]): boolean {
  const signs = new Set(points.map((p) => Math.sign(map[6] * p.at.x + map[7] * p.at.y + map[8])));
  return signs.size === 1;
}

function readPlane(points: readonly KnownPoint[]): FrameVerdict {
  // Clicks are what is uncertain, so the fit runs from millimetres to pixels and is turned round.
  const verdict = fitHomography(
    points.map((p) => ({ from: p.mm, to: p.at })),
    CLICK_ERROR_PX,
    USUAL_PERSPECTIVE,
  );
  if (!verdict.ok) return { ok: false, code: verdict.code, path: 'points', message: verdict.message };
  const { fit } = verdict;
  const scaled = (m: Projective): Projective => m.map((v) => v / m[8]) as unknown as Projective;
  const map = scaled(inverse(fit.map));
  if (!oneSided(map, points))
    return {
      ok: false,
      code: 'behind-camera',
      path: 'points',
      message: 'The points cross over: name them in the order they lie round the rectangle',
    };
  const wobbles = fit.wobbles.map((step) => {
    const moved = scaled(inverse(fit.map.map((v, i) => v + (step[i] ?? 0)) as unknown as Projective));
    return moved.map((v, i) => v - (map[i] ?? 0)) as unknown as Projective;
  });
  const residualsMm = points.map((p) => {
    const q = project(map, p.at);
    return Math.hypot(q.x - p.mm.x, q.y - p.mm.y);
  });
  return {
    ok: true,
    frame: {
      map,
      back: scaled(fit.map),
      wobbles,
      tiltTakenOut: true,
      residualsMm,
      rmsMm: Math.sqrt(residualsMm.reduce((s, r) => s + r * r, 0) / points.length),
      outlier: pointOutlier(points, fit.residuals),
    },
  };
}

function readLandmarks(points: readonly KnownPoint[]): FrameVerdict {
  if (points.length >= 4) {
    const plane = readPlane(points);
    if (plane.ok) return plane;
  }
  const verdict = fitSimilarity(points.map((p) => ({ from: p.at, to: p.mm })));
  if (!verdict.ok) return { ok: false, code: verdict.code, path: 'points', message: verdict.message };
  const { map, scale, residuals, rms } = verdict.fit;
  const cx = points.reduce((s, p) => s + p.at.x, 0) / points.length;
  const cy = points.reduce((s, p) => s + p.at.y, 0) / points.length;
  const square = points.reduce((s, p) => s + (p.at.x - cx) ** 2 + (p.at.y - cy) ** 2, 0);
  const sigma = Math.max(CLICK_ERROR_PX, points.length > 2 ? rms / scale : 0);
  const share = sigma / Math.sqrt(square);
  // Scale and turn about the middle of the landmarks, and the shift.
  const about = (change: Projective): Projective =>
    compose(map, compose([1, 0, cx, 0, 1, cy, 0, 0, 1], compose(change, [1, 0, -cx, 0, 1, -cy, 0, 0, 1])));
  const minus = (m: Projective): Projective => m.map((v, i) => v - (map[i] ?? 0)) as unknown as Projective;
  const shift = sigma / Math.sqrt(points.length);
  return {
    ok: true,
    frame: {
      map,
      back: inverse(map),
      wobbles: [
        minus(about([1 + share, 0, 0, 0, 1 + share, 0, 0, 0, 1])),
        minus(about([1, -share, 0, share, 1, 0, 0, 0, 1])),
        minus(about([1, 0, shift, 0, 1, 0, 0, 0, 1])),
        minus(about([1, 0, 0, 0, 1, shift, 0, 0, 1])),
      ],
      tiltTakenOut: false,
      residualsMm: residuals,
      rmsMm: rms,
      outlier: null,
    },
  };
}

/**
 * Where a measured picture lies on the board. Lengths: the photo's top left corner is the board's origin and one scale is found by
 * least squares. Plane and landmarks: the board's millimetres are those of the known points.
 */
export function readFrame(measure: PhotoMeasure): FrameVerdict {
  if (measure.kind === 'lengths') return readLengths(measure.lengths);
  return measure.kind === 'plane' ? readPlane(measure.points) : readLandmarks(measure.points);
}

/** The usual measure: two clicks and a length. */
export function twoClicks(from: PhotoPoint, to: PhotoPoint, lengthMm: number): PhotoMeasure {
  return { kind: 'lengths', lengths: [{ from, to, lengthMm }] };
}

export function toBoard(p: PhotoPoint, frame: Pick<PhotoFrame, 'map'>): BoardPoint {
  const q = project(frame.map, p);
  return boardPoint(q.x, q.y);
}

export function toPhoto(p: BoardPoint, frame: Pick<PhotoFrame, 'back'>): PhotoPoint {
  const q = project(frame.back, p);
  return photoPoint(q.x, q.y);
}
