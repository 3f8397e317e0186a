/**
 * A place on the board, in millimetres, x right and y down as the face is looked at.
 * The phantom `space` keeps board and photo places apart: neither can be handed over for the other.
 */
export interface BoardPoint {
  readonly x: number;
  readonly y: number;
  readonly space?: 'board';
}

/** A place in a photo, in pixels from its top left corner. */
export interface PhotoPoint {
  readonly x: number;
  readonly y: number;
  readonly space?: 'photo';
}

export function boardPoint(x: number, y: number): BoardPoint {
  if (!Number.isFinite(x) || !Number.isFinite(y))
    throw new RangeError(`a board point wants finite millimetres, got ${x}, ${y}`);
  return { x, y };
}

export function photoPoint(x: number, y: number): PhotoPoint {
  if (!Number.isFinite(x) || !Number.isFinite(y))
    throw new RangeError(`a photo point wants finite pixels, got ${x}, ${y}`);
  return { x, y };
}

/** Straight distance in millimetres. */
export function distanceMm(a: BoardPoint, b: BoardPoint): number {
  return Math.hypot(b.x - a.x, b.y - a.y);
}
