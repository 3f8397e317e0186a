/** One way of giving each row a column of its own, and what it costs. */
export interface Assignment {
  /** Column of each row. */
  readonly columns: readonly number[];
  readonly cost: number;
}

/** Costs, row by row; `Infinity` forbids a column to a row. */
export interface CostTable {
  readonly rows: number;
  readonly columns: number;
  /** `costs[row * columns + column]` */
  readonly costs: ArrayLike<number>;
}

/**
 * The cheapest assignment of every row to a column of its own, by shortest augmenting paths with potentials (Jonker and Volgenant 1987,
 * from memory); `null` when none is allowed. Costs may be negative. Throws RangeError with more rows than columns.
 */
export function bestAssignment({ rows, columns, costs }: CostTable): Assignment | null {
  if (rows > columns) throw new RangeError(`${rows} rows do not fit ${columns} columns`);
  const u = new Float64Array(rows + 1);
  const v = new Float64Array(columns + 1);
  const rowOf = new Int32Array(columns + 1);
  const way = new Int32Array(columns + 1);
  const least = new Float64Array(columns + 1);
  const used = new Uint8Array(columns + 1);
  for (let i = 1; i <= rows; i += 1) {
    rowOf[0] = i;
    least.fill(Infinity);
    used.fill(0);
    let at = 0;
    do {
      used[at] = 1;
      const row = rowOf[at] as number;
      const base = (row - 1) * columns - 1;
      let delta = Infinity;
      let next = -1;
      for (let j = 1; j <= columns; j += 1) {
        if (used[j] === 1) continue;
        const reduced = (costs[base + j] as number) - (u[row] as number) - (v[j] as number);
        if (reduced < (least[j] as number)) {
          least[j] = reduced;
          way[j] = at;
        }
        if ((least[j] as number) < delta) {
          delta = least[j] as number;
          next = j;
        }
      }
      if (next < 0) return null;
      for (let j = 0; j <= columns; j += 1) {
        if (used[j] === 1) {
          const r = rowOf[j] as number;
          u[r] = (u[r] as number) + delta;
          v[j] = (v[j] as number) - delta;
        } else least[j] = (least[j] as number) - delta;
      }
      at = next;
    } while (rowOf[at] !== 0);
    while (at !== 0) {
      const before = way[at] as number;
      rowOf[at] = rowOf[before] as number;
      at = before;
    }
  }
  const found = new Array<number>(rows).fill(-1);
  for (let j = 1; j <= columns; j += 1) if (rowOf[j] !== 0) found[(rowOf[j] as number) - 1] = j - 1;
  return { columns: found, cost: found.reduce((sum, c, r) => sum + (costs[r * columns + c] as number), 0) };
}

interface Branch {
  readonly best: Assignment;
  readonly costs: Float64Array;
  /** Rows before this one are fixed. */
  readonly fixed: number;
}

/**
 * The `count` cheapest assignments, cheapest first, each once (K. G. Murty 1968, from memory). Fewer when fewer are allowed.
 * @param within leaves out what costs more than the cheapest by over this much
 */
export function kBestAssignments(table: CostTable, count: number, within = Infinity): Assignment[] {
  const { rows, columns } = table;
  const best = bestAssignment(table);
  if (!best) return [];
  const open: Branch[] = [{ best, costs: Float64Array.from(table.costs), fixed: 0 }];
  const found: Assignment[] = [];
  while (open.length > 0 && found.length < count) {
    let lead = 0;
    for (let i = 1; i < open.length; i += 1)
      if ((open[i] as Branch).best.cost < (open[lead] as Branch).best.cost) lead = i;
    const [branch] = open.splice(lead, 1) as [Branch];
    if (branch.best.cost > best.cost + within) break;
    found.push(branch.best);
    // Each child forbids one pair of the found one and keeps those before it, so no assignment is met twice.
    const narrowed = branch.costs;
    for (let r = branch.fixed; r < rows; r += 1) {
      const taken = branch.best.columns[r] as number;
      const costs = narrowed.slice();
      costs[r * columns + taken] = Infinity;
      const child = bestAssignment({ rows, columns, costs });
      if (child && child.cost <= best.cost + within) open.push({ best: child, costs, fixed: r });
      for (let c = 0; c < columns; c += 1) if (c !== taken) narrowed[r * columns + c] = Infinity;
    }
  }
  return found;
}
