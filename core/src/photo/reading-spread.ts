import type { PhotoFrame } from '../geometry/photo-measure';

/**
 * What a frame's scale may be off by across a port, a share, one standard deviation: an unseen tilt of ten to fifteen degrees shortens by two
 * percent and more; where the tilt was taken out, clicks leave about half of that a few millimetres from what was clicked (geometry; how a
 * camera is held is common practice).
 */
export function readingSpread({ tiltTakenOut }: Pick<PhotoFrame, 'tiltTakenOut'>): number {
  return tiltTakenOut ? 0.012 : 0.02;
}
