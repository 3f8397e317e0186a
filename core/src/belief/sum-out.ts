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

function domainsOf(unaries: readonly Float64Array[], least: number): number[][] {
  return unaries.map((u) => {
    const top = u.reduce((m, x) => Math.max(m, x), 0);
    const kept = [...u.keys()].filter((i) => (u[i] as number) > least * top);
    return kept.length > 0 ? kept : [0];
  });
}

/** Multiplies factors and sums one variable out. `null` where the table would be too large. */
function withoutVariable(factors: readonly Factor[], v: number, size: readonly number[]): Factor | null {
  const vars = [...new Set(factors.flatMap((f) => f.vars))].filter((x) => x !== v);
  const cells = vars.reduce((n, x) => n * (size[x] ?? 1), 1);
  if (cells * (size[v] ?? 1) > MOST_CELLS) return null;
  const data = new Float64Array(cells);
  const at = new Int32Array(size.length);
  const strides = factors.map((f) =>
    f.vars.map((_, i) => f.vars.slice(i + 1).reduce((n, x) => n * (size[x] ?? 1), 1)),
  );
  for (let cell = 0; cell < cells; cell += 1) {
    let rest = cell;
    for (let k = vars.length - 1; k >= 0; k -= 1) {
      const x = vars[k] as number;
      const own = size[x] as number;
      at[x] = rest % own;
      rest = (rest - at[x]) / own;
    }
    let sum = 0;
    for (let i = 0; i < (size[v] as number); i += 1) {
      at[v] = i;
      let product = 1;
      factors.forEach((f, n) => {
        let place = 0;
        f.vars.forEach((x, m) => (place += (at[x] as number) * ((strides[n] as number[])[m] as number)));
        product *= f.data[place] as number;
      });
      sum += product;
    }
    data[cell] = sum;
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
  const domains = domainsOf(unaries, least);
  const size = domains.map((d) => d.length);
  let factors: Factor[] = [
    ...unaries.map((u, v) => ({
      vars: [v],
      data: Float64Array.from(domains[v] ?? [], (i) => u[i] as number),
    })),
    ...pairs.map(({ a, b, weights }) => {
      const width = (unaries[b] as Float64Array).length;
      const data = new Float64Array((size[a] ?? 0) * (size[b] ?? 0));
      let k = 0;
      for (const i of domains[a] ?? [])
        for (const j of domains[b] ?? []) data[k++] = weights[i * width + j] as number;
      return { vars: [a, b], data };
    }),
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
