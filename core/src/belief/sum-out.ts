/** How two variables hang together: `weights[i * size(b) + j]`. */
export interface PairFactor {
  readonly a: number;
  readonly b: number;
  readonly weights: Float64Array;
}

interface Factor {
  readonly vars: readonly number[];
  readonly data: Float64Array;
}

/** Values of a variable lighter than this share of its heaviest are left out. */
const LEAST_VALUE = 1e-10;
/** A table that would grow over this keeps only the heavier values of each variable. */
const MOST_CELLS = 200_000;

function heavierValues(u: Float64Array, least: number): number[] {
  let top = 0;
  for (let i = 0; i < u.length; i += 1) top = Math.max(top, u[i] as number);
  const kept: number[] = [];
  for (let i = 0; i < u.length; i += 1) if ((u[i] as number) > least * top) kept.push(i);
  return kept.length > 0 ? kept : [0];
}

/** The weights of a pair at the values that are kept; the same array where all are. */
function restricted(
  weights: Float64Array,
  width: number,
  rows: readonly number[],
  columns: readonly number[],
): Float64Array {
  const [height, kept] = [rows.length, columns.length];
  if (height * kept === weights.length) return weights;
  const data = new Float64Array(height * kept);
  let k = 0;
  for (let i = 0; i < height; i += 1) {
    const from = (rows[i] as number) * width;
    for (let j = 0; j < kept; j += 1) data[k++] = weights[from + (columns[j] as number)] as number;
  }
  return data;
}

/** How far apart a factor's cells lie along each of some variables; 0 along those that it has not. */
function strides(factor: Factor, vars: readonly number[], size: readonly number[]): Int32Array {
  const out = new Int32Array(vars.length);
  let stride = 1;
  for (let m = factor.vars.length - 1; m >= 0; m -= 1) {
    const x = factor.vars[m] as number;
    const k = vars.indexOf(x);
    if (k >= 0) out[k] = stride;
    stride *= size[x] as number;
  }
  return out;
}

/** Multiplies the terms of one cell by a factor's, which lie `step` apart. */
function multiplyTerms(terms: Float64Array, data: Float64Array, from: number, step: number): void {
  let place = from;
  for (let i = 0; i < terms.length; i += 1) {
    terms[i] = (terms[i] as number) * (data[place] as number);
    place += step;
  }
}

/** Moves on to the next cell: the last variable first; each factor's place moves with it. */
function nextCell(
  counter: Int32Array,
  places: Int32Array,
  along: readonly Int32Array[],
  sizes: readonly number[],
): void {
  for (let k = counter.length - 1; k >= 0; k -= 1) {
    const full = sizes[k] as number;
    const turn = (counter[k] as number) + 1 === full;
    counter[k] = turn ? 0 : (counter[k] as number) + 1;
    const by = turn ? 1 - full : 1;
    for (let n = 0; n < along.length; n += 1)
      places[n] = (places[n] as number) + by * ((along[n] as Int32Array)[k] as number);
    if (!turn) return;
  }
}

/** Multiplies factors and sums one variable out. `null` where the table would be too large. */
function withoutVariable(factors: readonly Factor[], v: number, size: readonly number[]): Factor | null {
  const vars = [...new Set(factors.flatMap((f) => f.vars))].filter((x) => x !== v);
  const sizes = vars.map((x) => size[x] ?? 1);
  const cells = sizes.reduce((n, x) => n * x, 1);
  const own = size[v] as number;
  if (cells * own > MOST_CELLS) return null;
  const data = new Float64Array(cells);
  const along = factors.map((f) => strides(f, vars, size));
  const inner = factors.map((f) => strides(f, [v], size)[0] as number);
  const [places, counter, terms] = [
    new Int32Array(factors.length),
    new Int32Array(vars.length),
    new Float64Array(own),
  ];
  for (let cell = 0; cell < cells; cell += 1) {
    terms.fill(1);
    for (let n = 0; n < factors.length; n += 1)
      multiplyTerms(terms, (factors[n] as Factor).data, places[n] as number, inner[n] as number);
    let sum = 0;
    for (let i = 0; i < own; i += 1) sum += terms[i] as number;
    data[cell] = sum;
    nextCell(counter, places, along, sizes);
  }
  return { vars, data };
}

/**
 * Sums a product of weights over all values of all variables but one (exact variable elimination, the cheapest variable first).
 * @param unaries weight of each value of each variable
 * @param pairs weights of pairs of variables
 * @param keep the variable that is kept; -1 for none
 * @returns weight of each value of the kept variable; one figure with none kept
 */
export function sumOut(
  unaries: readonly Float64Array[],
  pairs: readonly PairFactor[],
  keep: number,
  least = LEAST_VALUE,
): Float64Array {
  const domains = unaries.map((u) => heavierValues(u, least));
  const size = domains.map((d) => d.length);
  let factors: Factor[] = [
    ...unaries.map((u, v) => ({
      vars: [v],
      data: Float64Array.from(domains[v] ?? [], (i) => u[i] as number),
    })),
    ...pairs.map(({ a, b, weights }) => ({
      vars: [a, b],
      data: restricted(
        weights,
        (unaries[b] as Float64Array).length,
        domains[a] as number[],
        domains[b] as number[],
      ),
    })),
  ];
  const left = new Set(unaries.keys());
  left.delete(keep);
  while (left.size > 0) {
    let best = -1;
    let cheapest = Infinity;
    for (const v of left) {
      const around = new Set(factors.filter((f) => f.vars.includes(v)).flatMap((f) => f.vars));
      const cells = [...around].reduce((n, x) => n * (size[x] ?? 1), 1);
      if (cells < cheapest) [best, cheapest] = [v, cells];
    }
    const own = factors.filter((f) => f.vars.includes(best));
    const merged = withoutVariable(own, best, size);
    if (!merged) return sumOut(unaries, pairs, keep, least * 100);
    factors = [...factors.filter((f) => !f.vars.includes(best)), merged];
    left.delete(best);
  }
  const scale = factors.filter((f) => f.vars.length === 0).reduce((p, f) => p * (f.data[0] as number), 1);
  if (keep < 0) return Float64Array.of(scale);
  const out = new Float64Array((unaries[keep] as Float64Array).length);
  (domains[keep] ?? []).forEach((i, k) => {
    out[i] = factors.filter((f) => f.vars.length === 1).reduce((p, f) => p * (f.data[k] as number), scale);
  });
  return out;
}
