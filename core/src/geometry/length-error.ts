import { CLICK_ERROR_PX } from './length-frame';
import type { PhotoFrame } from './photo-frame';
import type { BoardPoint } from './point';
import type { Projective } from './projective';
import { derivative, project } from './projective';

/** A length and the standard deviations that make up its uncertainty, mm. */
export interface MeasuredLength {
  readonly mm: number;
  /** All of them together, one standard deviation. */
  readonly sigmaMm: number;
  /** How well the two ends were clicked. */
  readonly pixelMm: number;
  /** How well clicks and caliper tell the picture's scale here; with the tilt taken out, the whole of the map. */
  readonly scaleMm: number;
  /** What a tilt of the camera that was not taken out may do. */
  readonly perspectiveMm: number;
}

/** Length of a straight line on the photo after a change of the map. */
function lengthBy(map: Projective, a: { x: number; y: number }, b: { x: number; y: number }): number {
  const p = project(map, a);
  const q = project(map, b);
  return Math.hypot(q.x - p.x, q.y - p.y);
}

/**
 * The distance between two places of a face with its uncertainty: clicks, scale and perspective, taken as independent.
 * `clickPx` is the standard deviation of one coordinate of an end, pixels.
 */
export function measureLength(
  frame: Pick<PhotoFrame, 'map' | 'back' | 'wobbles' | 'scaleSigma'>,
  a: BoardPoint,
  b: BoardPoint,
  clickPx = CLICK_ERROR_PX,
): MeasuredLength {
  const pa = project(frame.back, a);
  const pb = project(frame.back, b);
  const mm = Math.hypot(b.x - a.x, b.y - a.y);
  const u = mm > 0 ? { x: (b.x - a.x) / mm, y: (b.y - a.y) / mm } : { x: 1, y: 0 };
  const along = (p: { x: number; y: number }): number => {
    const [xx, xy, yx, yy] = derivative(frame.map, p);
    return Math.hypot(u.x * xx + u.y * yx, u.x * xy + u.y * yy);
  };
  const pixelMm = clickPx * Math.hypot(along(pa), along(pb));
  // All that is open of the map: scale and tilt hang together.
  const mapMm = Math.sqrt(
    frame.wobbles.reduce((sum, w) => {
      const up = lengthBy(frame.map.map((v, i) => v + (w[i] ?? 0)) as unknown as Projective, pa, pb);
      const down = lengthBy(frame.map.map((v, i) => v - (w[i] ?? 0)) as unknown as Projective, pa, pb);
      return sum + ((up - down) / 2) ** 2;
    }, 0),
  );
  const scaleMm = frame.scaleSigma === null ? mapMm : Math.min(mapMm, frame.scaleSigma * mm);
  const perspectiveMm = Math.sqrt(Math.max(0, mapMm ** 2 - scaleMm ** 2));
  return { mm, sigmaMm: Math.hypot(pixelMm, mapMm), pixelMm, scaleMm, perspectiveMm };
}

/** How far off a place of the board may be drawn for the map's sake alone, mm, one standard deviation, larger axis. */
export function placeErrorMm(frame: PhotoFrame, at: BoardPoint): number {
  const p = project(frame.back, at);
  let [xx, xy, yy] = [0, 0, 0];
  for (const w of frame.wobbles) {
    const q = project(frame.map.map((v, i) => v + (w[i] ?? 0)) as unknown as Projective, p);
    const [dx, dy] = [q.x - at.x, q.y - at.y];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  return Math.sqrt((xx + yy) / 2 + Math.hypot((xx - yy) / 2, xy));
}

/** `0.65 ± 0.02 mm`: two standard deviations, rounded up to a hundredth, the length to the same place. */
export function printMeasured({ mm, sigmaMm }: Pick<MeasuredLength, 'mm' | 'sigmaMm'>): string {
  const error = 2 * sigmaMm;
  const places = error >= 0.95 ? 1 : error >= 0.0045 ? 2 : 3;
  const up = Math.ceil(error * 10 ** places - 1e-9) / 10 ** places;
  return `${mm.toFixed(places)} ± ${Math.max(up, 10 ** -places).toFixed(places)} mm`;
}
