import type { Bounds, Shape } from '../geometry/shape';
import { boundsOf, pointToShape } from '../geometry/shape';
import type { XY } from '../geometry/projective';
import type { HeatBoard, HeatJoint } from './heat-board';

/** A share of a land on the grid. */
export interface CellArea {
  readonly cell: number;
  readonly mm2: number;
}

/** The piece of a board that is looked at, in cells. */
export interface BoardGrid {
  readonly columns: number;
  readonly rows: number;
  readonly cells: number;
  readonly stepMm: number;
  /** Left upper corner on the board, mm. */
  readonly corner: XY;
  /** 1 where there is board. */
  readonly there: Uint8Array;
  readonly centre: (cell: number) => XY;
  /** The cell of a place, of the board or not; `null` outside the piece. */
  readonly cellAt: (p: XY) => number | null;
  /** The nearest cell of the board, for what stands at its very edge; `null` outside the piece. */
  readonly near: (p: XY) => number | null;
  readonly inside: (points: readonly XY[]) => Uint8Array;
  /** What a land covers of each cell of the board; its nearest cell where it covers none. */
  readonly land: (j: Pick<HeatJoint, 'at' | 'landMm'>) => readonly CellArea[];
}

/** Lays a piece of a board out in cells: what of it lies within `reach` mm of a middle. */
export function boardGrid(
  { outline, holes }: Pick<HeatBoard, 'outline' | 'holes'>,
  middle: XY,
  reach: number,
  stepMm: number,
): BoardGrid {
  const h = stepMm;
  const all = boundsOf(outline);
  const area: Bounds = {
    left: Math.max(all.left, middle.x - reach),
    top: Math.max(all.top, middle.y - reach),
    right: Math.min(all.right, middle.x + reach),
    bottom: Math.min(all.bottom, middle.y + reach),
  };
  const columns = Math.max(2, Math.round((area.right - area.left) / h));
  const rows = Math.max(2, Math.round((area.bottom - area.top) / h));
  const cells = columns * rows;
  const corner = { x: area.left, y: area.top };
  const centre = (i: number): XY => ({
    x: corner.x + ((i % columns) + 0.5) * h,
    y: corner.y + (Math.floor(i / columns) + 0.5) * h,
  });
  const cellAt = (p: XY): number | null => {
    const [x, y] = [Math.floor((p.x - corner.x) / h), Math.floor((p.y - corner.y) / h)];
    if (x < -1 || y < -1 || x > columns || y > rows) return null;
    return Math.min(rows - 1, Math.max(0, y)) * columns + Math.min(columns - 1, Math.max(0, x));
  };
  const inside = (points: readonly XY[]): Uint8Array => {
    const shape: Shape = { kind: 'polygon', points };
    return Uint8Array.from({ length: cells }, (_, i) => (pointToShape(centre(i), shape) === 0 ? 1 : 0));
  };
  const there = inside(outline).map((on, i) => {
    const c = centre(i);
    return on === 1 && !holes.some((o) => Math.hypot(o.at.x - c.x, o.at.y - c.y) < o.mm / 2) ? 1 : 0;
  });
  const near = (p: XY): number | null => {
    const at = cellAt(p);
    if (at === null || there[at]) return at;
    let [best, least] = [-1, 2 * h + 1];
    there.forEach((on, i) => {
      const c = centre(i);
      const d = Math.hypot(c.x - p.x, c.y - p.y);
      if (on && d < least) [best, least] = [i, d];
    });
    return best < 0 ? null : best;
  };
  const land: BoardGrid['land'] = ({ at, landMm }) => {
    const [l, r] = [at.x - landMm[0] / 2, at.x + landMm[0] / 2];
    const [t, b] = [at.y - landMm[1] / 2, at.y + landMm[1] / 2];
    const found: CellArea[] = [];
    for (let y = Math.floor((t - corner.y) / h); y <= Math.floor((b - corner.y) / h); y += 1)
      for (let x = Math.floor((l - corner.x) / h); x <= Math.floor((r - corner.x) / h); x += 1) {
        if (x < 0 || y < 0 || x >= columns || y >= rows || !there[y * columns + x]) continue;
        const wide = Math.min(r, corner.x + (x + 1) * h) - Math.max(l, corner.x + x * h);
        const high = Math.min(b, corner.y + (y + 1) * h) - Math.max(t, corner.y + y * h);
        if (wide > 1e-6 && high > 1e-6) found.push({ cell: y * columns + x, mm2: wide * high });
      }
    const own = near(at);
    return found.length > 0 || own === null ? found : [{ cell: own, mm2: landMm[0] * landMm[1] }];
  };
  return { columns, rows, cells, stepMm, corner, there, centre, cellAt, near, inside, land };
}
