import { isRound } from '../geometry/oblong';
import type { ConnectorPart, LandRole } from '../connector/part';
import type { LandGrids } from './land-grid';
import { landGrids } from './land-grid';
import { opening } from '../connector/part';

/** What a land or a feature is, packed: role in the low two bits (3 not known), surface 4, hole 8. */
export const ROLE_CODE: Readonly<Record<LandRole, number>> = { contact: 0, leg: 1, peg: 2 };
export const ROLE_UNKNOWN = 3;
export const SURFACE = 4;
export const THROUGH = 8;

/** All parts laid out in flat arrays, so that thousands of them are gone through in a few hundredths of a second. */
export interface PartLibrary {
  readonly parts: readonly ConnectorPart[];
  /** Lands of part k are `start[k]` up to `start[k + 1]`. */
  readonly start: Int32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly code: Uint8Array;
  readonly lengthMm: Float64Array;
  readonly widthMm: Float64Array;
  /** NaN for round ones. */
  readonly directionDeg: Float64Array;
  /** Largest distance between two lands of a part, or a little more, mm. */
  readonly reachMm: Float64Array;
  /** Lands with a hole, of each part. */
  readonly holes: Int32Array;
  readonly grids: LandGrids;
}

/** Lays a list of parts out for matching; done once, then asked many times. */
export function partLibrary(parts: readonly ConnectorPart[]): PartLibrary {
  const total = parts.reduce((n, p) => n + p.lands.length, 0);
  const flat = (): Float64Array => new Float64Array(total);
  const library = {
    parts,
    start: new Int32Array(parts.length + 1),
    x: flat(),
    y: flat(),
    code: new Uint8Array(total),
    lengthMm: flat(),
    widthMm: flat(),
    directionDeg: flat(),
    reachMm: new Float64Array(parts.length),
    holes: new Int32Array(parts.length),
  };
  let at = 0;
  parts.forEach((part, k) => {
    library.start[k] = at;
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const l of part.lands) {
      const shape = opening(l);
      library.x[at] = l.at.x;
      library.y[at] = l.at.y;
      library.code[at] = ROLE_CODE[l.role] | (l.hole ? THROUGH : SURFACE);
      library.lengthMm[at] = shape.lengthMm;
      library.widthMm[at] = shape.widthMm;
      library.directionDeg[at] = isRound(shape) ? NaN : shape.directionDeg;
      if (l.hole) library.holes[k] = (library.holes[k] ?? 0) + 1;
      [x0, y0, x1, y1] = [
        Math.min(x0, l.at.x),
        Math.min(y0, l.at.y),
        Math.max(x1, l.at.x),
        Math.max(y1, l.at.y),
      ];
      at += 1;
    }
    library.reachMm[k] = part.lands.length > 0 ? Math.hypot(x1 - x0, y1 - y0) : 0;
  });
  library.start[parts.length] = at;
  return { ...library, grids: landGrids(library, parts.length) };
}

/** Memory the flat arrays of a library take, bytes. */
export function libraryBytes(l: PartLibrary): number {
  const { grids: g } = l;
  return [
    ...[l.start, l.x, l.y, l.code, l.lengthMm, l.widthMm, l.directionDeg, l.reachMm, l.holes],
    ...[g.start, g.x0, g.y0, g.perMm, g.columns, g.rows, g.bits],
  ].reduce((n, a) => n + a.byteLength, 0);
}
