import { measureLength } from '../geometry/length-error';
import type { PhotoFrame } from '../geometry/photo-frame';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';

/** Clicks may be off by more than they were taken for: a frame made by hand is not trusted beyond this share (a judgement). */
const LEAST_SPREAD = 0.01;
/** About what a port measures, mm. */
const PORT_MM = 5;

/**
 * What a frame's scale may be off by across a port, a share, one standard deviation: root mean square over two directions at right angles.
 * @param at middle of the port
 */
export function readingSpread(
  frame: Pick<PhotoFrame, 'map' | 'back' | 'wobbles' | 'scaleSigma'>,
  at: BoardPoint,
): number {
  const share = (dx: number, dy: number): number =>
    measureLength(
      frame,
      boardPoint(at.x - dx / 2, at.y - dy / 2),
      boardPoint(at.x + dx / 2, at.y + dy / 2),
      0,
    ).sigmaMm / PORT_MM;
  return Math.max(LEAST_SPREAD, Math.hypot(share(PORT_MM, 0), share(0, PORT_MM)) / Math.SQRT2);
}
