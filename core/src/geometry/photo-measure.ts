import { fitHomography } from './fit-homography';
import { fitSimilarity } from './fit-similarity';
import { measureLength } from './length-error';
import type { KnownLength } from './length-frame';
import {
  CALIPER_ERROR_MM,
  CLICK_ERROR_PX,
  foretoldSigmas,
  frameOfLengths,
  pixelsOf,
  tiltSteps,
  USUAL_SKEW,
} from './length-frame';
import type { BoardPoint, PhotoPoint } from './point';
import { boardPoint, photoPoint } from './point';
import type { PhotoFrame } from './photo-frame';
import type { Projective } from './projective';
import { compose, inverse, project } from './projective';

/** A place clicked on a photo, and where that place is on the board. */
export interface KnownPoint {
  readonly at: PhotoPoint;
  readonly mm: BoardPoint;
}

/** How a picture was measured: what places it in board millimetres. */
export type PhotoMeasure =
  | { readonly kind: 'lengths'; readonly lengths: readonly KnownLength[] }
  /** Points of a known grid, rectangle or sheet: the tilt of the camera is taken out. Lengths elsewhere are weighed with them. */
  | {
      readonly kind: 'plane';
      readonly points: readonly KnownPoint[];
      readonly lengths?: readonly KnownLength[];
    }
  /** Laid on a picture that is measured already, by landmarks: turned and scaled by two or three, tilt taken out by four. */
  | { readonly kind: 'landmarks'; readonly points: readonly KnownPoint[] };

/**
 * A camera held 10 to 20 cm over a board and askew by some ten degrees sees a millimetre further on smaller by this share, one standard
 * deviation (geometry; how it is held is common practice).
 */
export const USUAL_PERSPECTIVE = 0.002;
/** A length is an outlier when the others foretell it this many standard deviations away. */
const OUTLIER_SIGMAS = 4;

export type FrameVerdict =
  | { readonly ok: true; readonly frame: PhotoFrame }
  | {
      readonly ok: false;
      readonly code: 'nothing-known' | 'same-place' | 'no-length' | 'too-few' | 'on-a-line' | 'behind-camera';
      /** The field at fault within the measure, as in `lengths.0.lengthMm`. */
      readonly path: string;
      readonly message: string;
    };

function outlierOf(lengths: readonly KnownLength[]): number | null {
  if (lengths.length < 3) return null;
  const off = lengths.map((l, i) =>
    foretoldSigmas(
      l,
      lengths.filter((_, k) => k !== i),
    ),
  );
  const worst = off.indexOf(Math.max(...off));
  return (off[worst] ?? 0) > OUTLIER_SIGMAS ? worst : null;
}

/** What is wrong with a list of lengths; `null` with nothing. */
function faultOf(lengths: readonly KnownLength[]): FrameVerdict | null {
  for (const [i, l] of lengths.entries()) {
    if (!(pixelsOf(l) >= 2))
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
  return null;
}

/** What each length is off by on a map, mm. */
const lengthResiduals = (map: Projective, lengths: readonly KnownLength[]): number[] =>
  lengths.map((l) => {
    const [a, b] = [project(map, l.from), project(map, l.to)];
    return Math.hypot(b.x - a.x, b.y - a.y) - l.lengthMm;
  });

const rmsOf = (list: readonly number[]): number =>
  Math.sqrt(list.reduce((s, r) => s + r * r, 0) / list.length);

function readLengths(lengths: readonly KnownLength[]): FrameVerdict {
  if (lengths.length === 0)
    return { ok: false, code: 'nothing-known', path: 'lengths', message: 'No length is known yet' };
  const fault = faultOf(lengths);
  if (fault) return fault;
  const outlier = outlierOf(lengths);
  // One that does not go with the others is told, and left out.
  const weighed = lengths.filter((_, i) => i !== outlier);
  const { map, wobbles, scaleSigma, atOdds } = frameOfLengths(weighed);
  const residualsMm = lengthResiduals(map, lengths);
  return {
    ok: true,
    frame: {
      map,
      back: inverse(map),
      wobbles,
      tiltTakenOut: false,
      scaleSigma,
      residualsMm,
      rmsMm: rmsOf(residualsMm),
      outlier,
      atOdds,
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

/** How many standard deviations each length is away from what the known points foretell of it; none where they make no frame. */
function strainsOf(points: readonly KnownPoint[], lengths: readonly KnownLength[]): number[] {
  const alone = lengths.length > 0 ? readPlane(points, []) : null;
  if (!alone?.ok) return lengths.map(() => 0);
  const { frame } = alone;
  return lengths.map(({ from, to, lengthMm }) => {
    const { mm, sigmaMm } = measureLength(frame, toBoard(from, frame), toBoard(to, frame));
    return Math.abs(mm - lengthMm) / Math.hypot(sigmaMm, CALIPER_ERROR_MM);
  });
}

/** The horizon must not run through what was clicked: then the points were named in a wrong order. */
function oneSided(map: Projective, points: readonly KnownPoint[]): boolean {
  const signs = new Set(points.map((p) => Math.sign(map[6] * p.at.x + map[7] * p.at.y + map[8])));
  return signs.size === 1;
}

function readPlane(points: readonly KnownPoint[], lengths: readonly KnownLength[]): FrameVerdict {
  const fault = faultOf(lengths);
  if (fault) return fault;
  // A length that does not go with the points is told, and left out: one of the two is wrong, and points tell by themselves how they fit.
  const strains = strainsOf(points, lengths);
  const weighed = lengths.filter((_, i) => (strains[i] ?? 0) <= OUTLIER_SIGMAS);
  const worst = Math.max(0, ...strains);
  // Clicks are what is uncertain, so the fit runs from millimetres to pixels and is turned round.
  const verdict = fitHomography(
    points.map((p) => ({ from: p.mm, to: p.at })),
    CLICK_ERROR_PX,
    {
      usual: { perspective: USUAL_PERSPECTIVE, skew: USUAL_SKEW },
      spans: weighed.map((l) => ({ a: l.from, b: l.to, length: l.lengthMm, sigma: CALIPER_ERROR_MM })),
    },
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
  const residualsMm = [
    ...points.map((p) => {
      const q = project(map, p.at);
      return Math.hypot(q.x - p.mm.x, q.y - p.mm.y);
    }),
    ...lengthResiduals(map, lengths),
  ];
  return {
    ok: true,
    frame: {
      map,
      back: scaled(fit.map),
      wobbles,
      tiltTakenOut: true,
      scaleSigma: null,
      residualsMm,
      rmsMm: rmsOf(residualsMm),
      outlier:
        pointOutlier(points, fit.residuals) ??
        (worst > OUTLIER_SIGMAS ? points.length + strains.indexOf(worst) : null),
      atOdds: false,
    },
  };
}

function readLandmarks(points: readonly KnownPoint[]): FrameVerdict {
  if (points.length >= 4) {
    const plane = readPlane(points, []);
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
        ...tiltSteps(map, { x: cx, y: cy }, scale),
      ],
      tiltTakenOut: false,
      scaleSigma: share,
      residualsMm: residuals,
      rmsMm: rms,
      outlier: null,
      atOdds: false,
    },
  };
}

/**
 * Where a measured picture lies on the board. Lengths: the photo's top left corner is the board's origin; scale, and as much of the
 * tilt as they tell, by least squares. Plane and landmarks: the board's millimetres are those of the known points.
 */
export function readFrame(measure: PhotoMeasure): FrameVerdict {
  if (measure.kind === 'lengths') return readLengths(measure.lengths);
  return measure.kind === 'plane'
    ? readPlane(measure.points, measure.lengths ?? [])
    : readLandmarks(measure.points);
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
