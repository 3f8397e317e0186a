import type { RouteGrid } from './grid';

/** Reused between searches, so that nothing is cleared: a cell counts as untouched while its stamp is an older one. */
export interface SearchSpace {
  readonly cost: Float64Array;
  readonly from: Int32Array;
  readonly seen: Int32Array;
  readonly closed: Int32Array;
  round: number;
}

export const searchSpace = (g: RouteGrid): SearchSpace => ({
  cost: new Float64Array(g.blocked.length),
  from: new Int32Array(g.blocked.length),
  seen: new Int32Array(g.blocked.length),
  closed: new Int32Array(g.blocked.length),
  round: 0,
});

export interface SearchCosts {
  /** mm that a cell with another wire in it costs on top. */
  readonly wireMm: number;
  /** Cells where walking is cheaper, beside the partner of the pair; `null` with none. */
  readonly cheap: ReadonlySet<number> | null;
  /** A way that costs more is not looked for, mm. */
  readonly mostMm: number;
}

/** How much cheaper a step beside the partner is: never so much that a wire goes far out of its way. */
const BESIDE = 0.94;

class Heap {
  private readonly keys: number[] = [];
  private readonly cells: number[] = [];
  get size(): number {
    return this.cells.length;
  }
  push(key: number, cell: number): void {
    const { keys, cells } = this;
    let i = cells.length;
    keys.push(key);
    cells.push(cell);
    while (i > 0) {
      const up = (i - 1) >> 1;
      if ((keys[up] as number) <= key) break;
      keys[i] = keys[up] as number;
      cells[i] = cells[up] as number;
      i = up;
    }
    keys[i] = key;
    cells[i] = cell;
  }
  pop(): number {
    const { keys, cells } = this;
    const first = cells[0] as number;
    const key = keys.pop() as number;
    const cell = cells.pop() as number;
    const n = cells.length;
    if (n > 0) {
      let i = 0;
      for (;;) {
        let down = 2 * i + 1;
        if (down >= n) break;
        if (down + 1 < n && (keys[down + 1] as number) < (keys[down] as number)) down += 1;
        if ((keys[down] as number) >= key) break;
        keys[i] = keys[down] as number;
        cells[i] = cells[down] as number;
        i = down;
      }
      keys[i] = key;
      cells[i] = cell;
    }
    return first;
  }
}

interface GoalBox {
  left: number;
  right: number;
  top: number;
  bottom: number;
  lead: number;
}

/** Goals gathered into boxes of neighbours, in columns and rows: the way to the box is never longer than to a goal in it. */
function goalBoxes(g: RouteGrid, goals: ReadonlyMap<number, number>): readonly GoalBox[] {
  const near = Math.ceil(3 / g.step);
  const boxes: GoalBox[] = [];
  for (const [cell, lead] of goals) {
    const flat = cell % (g.columns * g.rows);
    const x = flat % g.columns;
    const y = Math.floor(flat / g.columns);
    const box = boxes.find(
      (b) => x > b.left - near && x < b.right + near && y > b.top - near && y < b.bottom + near,
    );
    if (!box) boxes.push({ left: x, right: x, top: y, bottom: y, lead });
    else {
      box.left = Math.min(box.left, x);
      box.right = Math.max(box.right, x);
      box.top = Math.min(box.top, y);
      box.bottom = Math.max(box.bottom, y);
      box.lead = Math.min(box.lead, lead);
    }
  }
  return boxes;
}

/**
 * Cheapest way over the grid from any of the first cells to any of the last (A*, octile distance; P. E. Hart, N. J. Nilsson, B. Raphael,
 * 1968): cells in order, `null` without a way. `lead` says what each last cell costs beyond reaching it, mm.
 */
export function searchWay(
  g: RouteGrid,
  space: SearchSpace,
  starts: ReadonlyMap<number, number>,
  goals: ReadonlyMap<number, number>,
  { wireMm, cheap, mostMm }: SearchCosts,
): readonly number[] | null {
  if (starts.size === 0 || goals.size === 0) return null;
  const half = g.columns * g.rows;
  const boxes = goalBoxes(g, goals);
  const scale = cheap ? BESIDE : 1;
  const toGo = (cell: number): number => {
    const flat = cell % half;
    const x = flat % g.columns;
    const y = (flat - x) / g.columns;
    let least = Infinity;
    for (const e of boxes) {
      const dx = x < e.left ? e.left - x : x > e.right ? x - e.right : 0;
      const dy = y < e.top ? e.top - y : y > e.bottom ? y - e.bottom : 0;
      const octile = dx > dy ? dx + 0.41421356 * dy : dy + 0.41421356 * dx;
      const mm = scale * g.step * octile + e.lead;
      if (mm < least) least = mm;
    }
    return least;
  };
  space.round += 1;
  const { cost, from, seen, closed, round } = space;
  const heap = new Heap();
  for (const [cell, lead] of starts) {
    cost[cell] = lead;
    from[cell] = -1;
    seen[cell] = round;
    heap.push(lead + toGo(cell), cell);
  }
  const straight = g.step;
  const slant = g.step * Math.SQRT2;
  const visit = (cell: number, next: number, length: number): void => {
    if ((g.blocked[next] as number) > 0) return;
    const walked = cheap?.has(next) ? length * BESIDE : length;
    const c = (cost[cell] as number) + walked + ((g.wires[next] as number) > 0 ? wireMm : 0);
    if (seen[next] === round && (cost[next] as number) <= c) return;
    cost[next] = c;
    from[next] = cell;
    seen[next] = round;
    const whole = c + toGo(next);
    if (whole <= mostMm) heap.push(whole, next);
  };
  let reached = -1;
  let best = Infinity;
  while (heap.size > 0) {
    const cell = heap.pop();
    if (closed[cell] === round) continue;
    closed[cell] = round;
    const lead = goals.get(cell);
    if (lead !== undefined && (cost[cell] as number) + lead < best) {
      best = (cost[cell] as number) + lead;
      reached = cell;
    }
    if (reached >= 0 && (cost[cell] as number) + toGo(cell) >= best) break;
    const flat = cell % half;
    const x = flat % g.columns;
    const y = Math.floor(flat / g.columns);
    const [w, e, n, s] = [x > 0, x + 1 < g.columns, y > 0, y + 1 < g.rows];
    if (w) visit(cell, cell - 1, straight);
    if (e) visit(cell, cell + 1, straight);
    if (n) visit(cell, cell - g.columns, straight);
    if (s) visit(cell, cell + g.columns, straight);
    if (n && w) visit(cell, cell - g.columns - 1, slant);
    if (n && e) visit(cell, cell - g.columns + 1, slant);
    if (s && w) visit(cell, cell + g.columns - 1, slant);
    if (s && e) visit(cell, cell + g.columns + 1, slant);
    const change = g.change[flat] as number;
    if (change > 0) visit(cell, cell < half ? cell + half : cell - half, change);
  }
  if (reached < 0) return null;
  const way: number[] = [];
  for (let cell = reached; cell >= 0; cell = from[cell] as number) way.push(cell);
  return way.reverse();
}
