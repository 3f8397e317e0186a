import type { Face } from '../board/board';
import type { XY } from '../geometry/projective';
import type { Obstacle, RouteProblem } from './route-problem';
import { BOARD_MM } from './route-problem';
import type { Bounds } from '../geometry/shape';
import { boundsOf, pointToShape, pointToStretch, shapeBounds, stretchToShape } from '../geometry/shape';

/** Cells of the grid, mm: fine enough for a lane between pads half a millimetre apart. */
const STEP_MM = 0.25;
const MOST_CELLS = 260_000;
/** How far beyond the ends of the wires the grid goes, mm. */
const AROUND_MM = 8;
/** So near to the edge a wire can be bent round it, mm. */
const ROUND_EDGE_MM = 0.7;
/** A wire stays this far inside the edge, mm. */
const INSIDE_MM = 0.25;
/** What a change of face costs beside the thickness, mm: a hole has to be found, an edge wants a bend. */
const CHANGE_MM = 2;

export interface RouteGrid {
  readonly step: number;
  readonly left: number;
  readonly top: number;
  readonly columns: number;
  readonly rows: number;
  /** How many obstacles keep a wire off a cell; both faces after each other, top first. */
  readonly blocked: Uint8Array;
  /** Wires that lie in a cell. */
  readonly wires: Uint8Array;
  /** Whether the face can be changed at a cell of the top face: 0 no, else what it costs in mm. */
  readonly change: Float32Array;
  /** Cells of each obstacle. */
  readonly cellsOf: readonly Int32Array[];
}

export const faceAt = (g: RouteGrid, cell: number): Face => (cell >= g.columns * g.rows ? 'bottom' : 'top');

type Lattice = Pick<RouteGrid, 'left' | 'top' | 'step' | 'columns' | 'rows'>;

export function cellAt(g: Lattice, p: XY, face: Face): number {
  const x = Math.min(g.columns - 1, Math.max(0, Math.round((p.x - g.left) / g.step)));
  const y = Math.min(g.rows - 1, Math.max(0, Math.round((p.y - g.top) / g.step)));
  return (face === 'bottom' ? g.columns * g.rows : 0) + y * g.columns + x;
}

export function placeOf(g: Lattice, cell: number): XY {
  const flat = cell % (g.columns * g.rows);
  return { x: g.left + (flat % g.columns) * g.step, y: g.top + Math.floor(flat / g.columns) * g.step };
}

function area(problem: RouteProblem): Bounds {
  const ends = problem.wires.flatMap((w) => [w.from, ...w.to, ...(w.via ? [w.via] : [])]);
  const b = boundsOf(ends.length > 0 ? ends : [{ x: 0, y: 0 }]);
  return {
    left: b.left - AROUND_MM,
    top: b.top - AROUND_MM,
    right: b.right + AROUND_MM,
    bottom: b.bottom + AROUND_MM,
  };
}

/** Cells whose middle is nearer to an obstacle than `roomMm`. */
function cellsNear(
  g: Omit<RouteGrid, 'cellsOf'>,
  { shape, face }: Pick<Obstacle, 'shape' | 'face'>,
  roomMm: number,
): Int32Array {
  const b = shapeBounds(shape);
  const base = face === 'bottom' ? g.columns * g.rows : 0;
  const from = (v: number, origin: number): number => Math.max(0, Math.floor((v - roomMm - origin) / g.step));
  const to = (v: number, origin: number, most: number): number =>
    Math.min(most - 1, Math.ceil((v + roomMm - origin) / g.step));
  const cells: number[] = [];
  for (let y = from(b.top, g.top); y <= to(b.bottom, g.top, g.rows); y += 1)
    for (let x = from(b.left, g.left); x <= to(b.right, g.left, g.columns); x += 1)
      if (pointToShape({ x: g.left + x * g.step, y: g.top + y * g.step }, shape) < roomMm)
        cells.push(base + y * g.columns + x);
  return Int32Array.from(cells);
}

/** Keeps wires inside the board, and finds where the face can be changed. */
function edgesAndChanges(g: Omit<RouteGrid, 'cellsOf'>, problem: RouteProblem): void {
  const half = g.columns * g.rows;
  for (const edge of problem.edges) {
    const [first, last] = [edge[0], edge.at(-1)];
    const closed = edge.length >= 4 && first && last && Math.hypot(first.x - last.x, first.y - last.y) < 1;
    if (closed) blockOutside(g, edge);
    for (const [i, b] of edge.slice(1).entries()) {
      const a = edge[i] as XY;
      const stretch: Pick<Obstacle, 'shape' | 'face'> = {
        face: 'top',
        shape: { kind: 'polygon', points: [a, b] },
      };
      for (const cell of cellsNear(g, stretch, ROUND_EDGE_MM)) {
        const near = pointToStretch(placeOf(g, cell), a, b);
        if (near < INSIDE_MM) {
          g.blocked[cell] = 255;
          g.blocked[half + cell] = 255;
        } else g.change[cell] = Math.max(g.change[cell] as number, BOARD_MM + CHANGE_MM + 2 * near);
      }
    }
  }
  for (const p of problem.passages) g.change[cellAt(g, p, 'top')] = BOARD_MM + CHANGE_MM;
}

/** Blocks what lies outside a closed edge, row by row of the grid. */
function blockOutside(g: Omit<RouteGrid, 'cellsOf'>, edge: readonly XY[]): void {
  const half = g.columns * g.rows;
  for (let row = 0; row < g.rows; row += 1) {
    const y = g.top + row * g.step;
    const meets = edge
      .slice(1)
      .flatMap((b, i) => {
        const a = edge[i] as XY;
        return a.y > y !== b.y > y ? [((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x] : [];
      })
      .sort((p, q) => p - q);
    let [inside, next] = [false, 0];
    for (let column = 0; column < g.columns; column += 1) {
      const x = g.left + column * g.step;
      while (next < meets.length && (meets[next] as number) < x) {
        inside = !inside;
        next += 1;
      }
      if (inside) continue;
      const cell = row * g.columns + column;
      g.blocked[cell] = 255;
      g.blocked[half + cell] = 255;
    }
  }
}

/** Lays a grid over the part of the board that the wires can want. `roomMm` is kept from every obstacle. */
export function layGrid(problem: RouteProblem, roomMm: number): RouteGrid {
  const b = area(problem);
  const [width, height] = [b.right - b.left, b.bottom - b.top];
  const step = Math.max(STEP_MM, Math.sqrt((width * height) / MOST_CELLS));
  const columns = Math.ceil(width / step) + 1;
  const rows = Math.ceil(height / step) + 1;
  const g = {
    step,
    left: b.left,
    top: b.top,
    columns,
    rows,
    blocked: new Uint8Array(2 * columns * rows),
    wires: new Uint8Array(2 * columns * rows),
    change: new Float32Array(columns * rows),
  };
  edgesAndChanges(g, problem);
  if (!problem.linked) g.change.fill(0);
  const cellsOf = problem.obstacles.map((o) => cellsNear(g, o, roomMm));
  const grid = { ...g, cellsOf };
  cellsOf.forEach((_, i) => stamp(grid, i, 1));
  return grid;
}

/** Puts an obstacle on the grid (1) or takes it off (-1). What lies beyond the edge stays blocked. */
export function stamp(g: RouteGrid, obstacle: number, by: 1 | -1): void {
  for (const cell of g.cellsOf[obstacle] ?? [])
    if ((g.blocked[cell] as number) < 200) g.blocked[cell] = (g.blocked[cell] as number) + by;
}

/** An obstacle with what is worked out of it once. */
export interface Solid {
  readonly obstacle: Obstacle;
  readonly bounds: Bounds;
}

/** What stands on a board, ready to be asked of many stretches. */
export interface Solids {
  readonly top: readonly Solid[];
  readonly bottom: readonly Solid[];
  readonly edges: readonly (readonly [XY, XY])[];
}

export function solidsOf({ obstacles, edges }: Pick<RouteProblem, 'obstacles' | 'edges'>): Solids {
  const on = (face: Face): Solid[] =>
    obstacles
      .filter((o) => o.face === face)
      .map((obstacle) => ({ obstacle, bounds: shapeBounds(obstacle.shape) }));
  return {
    top: on('top'),
    bottom: on('bottom'),
    edges: edges.flatMap((e) => e.slice(1).map((b, i) => [e[i] as XY, b] as const)),
  };
}

/** Whether a straight stretch on one face keeps the room from every obstacle but those that are skipped, and stays off the edge. */
export function isClear(
  solids: Solids,
  face: Face,
  a: XY,
  b: XY,
  roomMm: number,
  skip: (obstacle: Obstacle) => boolean,
): boolean {
  const [left, right] = [Math.min(a.x, b.x) - roomMm, Math.max(a.x, b.x) + roomMm];
  const [top, bottom] = [Math.min(a.y, b.y) - roomMm, Math.max(a.y, b.y) + roomMm];
  for (const { obstacle, bounds: s } of solids[face]) {
    if (s.left > right || s.right < left || s.top > bottom || s.bottom < top) continue;
    if (stretchToShape(a, b, obstacle.shape) < roomMm && !skip(obstacle)) return false;
  }
  for (const [p, q] of solids.edges) {
    if (Math.min(p.x, q.x) > right || Math.max(p.x, q.x) < left) continue;
    if (Math.min(p.y, q.y) > bottom || Math.max(p.y, q.y) < top) continue;
    if (touches(a, b, p, q)) return false;
  }
  return true;
}

function touches(a: XY, b: XY, c: XY, d: XY): boolean {
  const side = (p: XY, q: XY, r: XY): number => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  return side(a, b, c) * side(a, b, d) <= 0 && side(c, d, a) * side(c, d, b) <= 0;
}
