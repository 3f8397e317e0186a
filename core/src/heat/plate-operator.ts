/**
 * A plate's links as one symmetric matrix: the diagonal, and what ties each cell to the next one along, across and through. The loops stand at
 * the top of the file, with all they need handed in: they are run some ten thousand times.
 */
export interface PlateOperator {
  /** Cells of all layers. */
  readonly all: number;
  readonly cells: number;
  readonly columns: number;
  readonly diagonal: Float64Array;
  readonly east: Float64Array;
  readonly south: Float64Array;
  readonly below: Float64Array;
  /** Elimination through the board, worked out once (`factorColumns`). */
  readonly upper: Float64Array;
  readonly pivot: Float64Array;
}

/** `to` = the matrix times `x`. */
export function applyPlate(op: PlateOperator, x: Float64Array, to: Float64Array): void {
  const { all, cells, columns, diagonal, east, south, below } = op;
  for (let k = 0; k < all; k += 1) {
    let sum = (diagonal[k] as number) * (x[k] as number);
    const e = east[k] as number;
    if (e !== 0) sum -= e * (x[k + 1] as number);
    if (k > 0) {
      const w = east[k - 1] as number;
      if (w !== 0) sum -= w * (x[k - 1] as number);
    }
    const s = south[k] as number;
    if (s !== 0) sum -= s * (x[k + columns] as number);
    if (k >= columns) {
      const n = south[k - columns] as number;
      if (n !== 0) sum -= n * (x[k - columns] as number);
    }
    const b = below[k] as number;
    if (b !== 0) sum -= b * (x[k + cells] as number);
    if (k >= cells) {
      const a = below[k - cells] as number;
      if (a !== 0) sum -= a * (x[k - cells] as number);
    }
    to[k] = sum;
  }
}

/** Works out the elimination of every column through the board. */
export function factorColumns({ all, cells, diagonal, below, upper, pivot }: PlateOperator): void {
  for (let k = 0; k < all; k += 1) {
    const up = k >= cells ? (below[k - cells] as number) : 0;
    pivot[k] = 1 / ((diagonal[k] as number) - up * (k >= cells ? (upper[k - cells] as number) : 0));
    upper[k] = (below[k] as number) * (pivot[k] as number);
  }
}

/** Solves the columns through the board by themselves: thin sheets hang together closely. */
export function solveColumns(op: PlateOperator, from: Float64Array, to: Float64Array): void {
  const { all, cells, below, upper, pivot } = op;
  for (let k = 0; k < cells; k += 1) to[k] = (from[k] as number) * (pivot[k] as number);
  for (let k = cells; k < all; k += 1)
    to[k] =
      ((from[k] as number) + (below[k - cells] as number) * (to[k - cells] as number)) * (pivot[k] as number);
  for (let k = all - cells - 1; k >= 0; k -= 1)
    to[k] = (to[k] as number) + (upper[k] as number) * (to[k + cells] as number);
}

export function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let k = 0; k < a.length; k += 1) sum += (a[k] as number) * (b[k] as number);
  return sum;
}

/** `to` = `to` + share times `by`. */
export function addShare(to: Float64Array, by: Float64Array, share: number): void {
  for (let k = 0; k < to.length; k += 1) to[k] = (to[k] as number) + share * (by[k] as number);
}

/** `to` = `from` + share times `to`. */
function turnTo(to: Float64Array, from: Float64Array, share: number): void {
  for (let k = 0; k < to.length; k += 1) to[k] = (from[k] as number) + share * (to[k] as number);
}

/** Rows of numbers that a search works in. */
export interface Workspace {
  readonly r: Float64Array;
  readonly z: Float64Array;
  readonly p: Float64Array;
  readonly ap: Float64Array;
}

export const workspace = (all: number): Workspace => ({
  r: new Float64Array(all),
  z: new Float64Array(all),
  p: new Float64Array(all),
  ap: new Float64Array(all),
});

/**
 * Conjugate gradients (M. R. Hestenes and E. Stiefel 1952) from what `x` holds, columns solved outright at each round.
 * @param near how small what is left becomes against the right-hand side
 * @param floor what is left is not followed below this, in the matrix's own norm squared
 */
export function search(
  op: PlateOperator,
  right: Float64Array,
  x: Float64Array,
  { r, z, p, ap }: Workspace,
  near: number,
  floor: number,
  mostRounds: number,
): void {
  applyPlate(op, x, ap);
  r.set(right);
  addShare(r, ap, -1);
  solveColumns(op, right, ap);
  const enough = Math.max(near ** 2 * dot(right, ap), floor);
  solveColumns(op, r, z);
  p.set(z);
  let rz = dot(r, z);
  for (let round = 0; round < mostRounds && rz > enough; round += 1) {
    applyPlate(op, p, ap);
    const by = rz / dot(p, ap);
    addShare(x, p, by);
    addShare(r, ap, -by);
    solveColumns(op, r, z);
    const next = dot(r, z);
    turnTo(p, z, next / rz);
    rz = next;
  }
}

/** More stages than this, and one implicit search is quicker. */
export const MOST_STAGES = 24;
const DAMPING = 0.05;

/** How many stages a step wants by the fastest rate of the plate, 1/s. */
export const stagesFor = (stepS: number, fastest: number): number =>
  Math.max(2, Math.ceil(Math.sqrt((stepS * fastest) / (2 - (4 / 3) * DAMPING))));

/** Shares of the stages of one step (J. G. Verwer and others, 1990, first order, damped, from memory). */
export function chebyshevShares(stages: number): {
  readonly first: number;
  readonly last: readonly { readonly one: number; readonly two: number; readonly flow: number }[];
} {
  const w0 = 1 + DAMPING / stages ** 2;
  const t = [1, w0];
  const dt = [0, 1];
  for (let j = 2; j <= stages; j += 1) {
    t.push(2 * w0 * (t[j - 1] as number) - (t[j - 2] as number));
    dt.push(2 * (t[j - 1] as number) + 2 * w0 * (dt[j - 1] as number) - (dt[j - 2] as number));
  }
  const w1 = (t[stages] as number) / (dt[stages] as number);
  const b = t.map((x) => 1 / x);
  return {
    first: w1 / w0,
    last: Array.from({ length: stages - 1 }, (_, k) => {
      const j = k + 2;
      return {
        one: (2 * w0 * (b[j] as number)) / (b[j - 1] as number),
        two: -(b[j] as number) / (b[j - 2] as number),
        flow: (2 * w1 * (b[j] as number)) / (b[j - 1] as number),
      };
    }),
  };
}

/** What a stage works on: every row of numbers has a layer's room before and behind, so that no cell needs asking whether it has neighbours. */
export interface StageRoom {
  readonly cells: number;
  readonly columns: number;
  readonly layers: number;
  readonly east: Float32Array;
  readonly south: Float32Array;
  readonly below: Float32Array;
  readonly roomShare: Float32Array;
  readonly jetShare: Float32Array;
  readonly perC: Float64Array;
  readonly right: Float64Array;
}

/** A row of numbers with a layer's room before and behind, into `to`. */
export function padded<T extends Float32Array | Float64Array>(x: Float64Array, to: T, cells: number): T {
  to.set(x, cells);
  return to;
}

/**
 * One stage over some rows of each layer: `to` = one `y` + two `to` + flow step (right - G y) / c. Into `sums` goes what of `y` leaves for the
 * room and for the jets.
 */
export function chebyshevStage(
  room: StageRoom,
  to: Float64Array,
  y: Float64Array,
  one: number,
  two: number,
  flow: number,
  firstRow: number,
  endRow: number,
  sums: Float64Array,
): void {
  const { cells, columns, layers, east, south, below, perC, right, roomShare, jetShare } = room;
  let [toRoom, toJet] = [0, 0];
  for (let l = 1; l <= layers; l += 1) {
    const start = l * cells + firstRow * columns;
    const end = l * cells + endRow * columns;
    // What comes from the west is what went east a cell ago.
    let fromWest = (east[start - 1] as number) * ((y[start - 1] as number) - (y[start] as number));
    let own = y[start] as number;
    for (let k = start; k < end; k += 1) {
      const next = y[k + 1] as number;
      const goesEast = (east[k] as number) * (own - next);
      const room = (roomShare[k] as number) * own;
      const jet = (jetShare[k] as number) * own;
      const out =
        goesEast -
        fromWest +
        (south[k] as number) * (own - (y[k + columns] as number)) +
        (south[k - columns] as number) * (own - (y[k - columns] as number)) +
        (below[k] as number) * (own - (y[k + cells] as number)) +
        (below[k - cells] as number) * (own - (y[k - cells] as number)) +
        room +
        jet;
      toRoom += room;
      toJet += jet;
      to[k] = one * own + two * (to[k] as number) + flow * (perC[k] as number) * ((right[k] as number) - out);
      fromWest = goesEast;
      own = next;
    }
  }
  sums[0] = toRoom;
  sums[1] = toJet;
}
