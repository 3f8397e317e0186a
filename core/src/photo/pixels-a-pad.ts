import { FAMILIES } from '../connector/family';
import type { ConnectorFamily } from '../connector/family';
import type { Projective } from '../geometry/projective';
import { derivative } from '../geometry/projective';
import type { BoardBox } from './rectify';

/** A pad is told from its gap by this many pixels across it, well and at the least (measured on pictures of another hand: 7 still read). */
export const PIXELS_WANTED = 10;
export const LEAST_PIXELS = 5;
/** Pads are so wide against the spacing of their row (common practice). */
const PAD_SHARE = 0.6;
/** Narrowest pads of a port whose family nobody named, mm. */
const NARROWEST_MM = 0.3;

/**
 * How many pixels of a picture lie across the narrowest pad in a box, from the frame alone, before anything is read.
 * @param toPhoto board millimetres to pixels
 */
export function pixelsAPad(toPhoto: Projective, box: BoardBox, family: ConnectorFamily | null): number {
  const [xx, xy, yx, yy] = derivative(toPhoto, { x: box.x + box.width / 2, y: box.y + box.height / 2 });
  const perMm = Math.sqrt(Math.abs(xx * yy - xy * yx));
  const padMm =
    family === null || family === 'other'
      ? NARROWEST_MM
      : Math.max(NARROWEST_MM, PAD_SHARE * FAMILIES[family].pitchMm);
  return perMm * padMm;
}
