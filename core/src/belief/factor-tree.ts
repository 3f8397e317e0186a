import type { PairFactor } from './sum-out';

/** Variables that hang together without a loop: each but the roots on one before it. */
export interface FactorTree {
  /** Roots first: a variable comes after the one it hangs on. */
  readonly order: readonly number[];
  /** Variable that each hangs on; -1 for a root. */
  readonly parent: Int32Array;
  /** `link[v][i * size(parent) + j]`: weight of value `i` of a variable with `j` of the one it hangs on. */
  readonly link: readonly (Float64Array | null)[];
}

/** The tree of pairs among so many variables of one size; `null` where they close a loop. */
export function treeOf(count: number, pairs: readonly PairFactor[]): FactorTree | null {
  const parent = new Int32Array(count).fill(-1);
  const link: (Float64Array | null)[] = Array.from({ length: count }, () => null);
  const order: number[] = [];
  const reached = new Set<number>();
  let used = 0;
  for (let start = 0; start < count; start += 1) {
    if (reached.has(start)) continue;
    const open = [start];
    reached.add(start);
    for (let v = open.shift(); v !== undefined; v = open.shift()) {
      order.push(v);
      for (const p of pairs) {
        const other = p.a === v ? p.b : p.b === v ? p.a : -1;
        if (other < 0 || reached.has(other)) continue;
        reached.add(other);
        used += 1;
        parent[other] = v;
        const n = Math.sqrt(p.weights.length);
        link[other] =
          p.a === other
            ? p.weights
            : p.weights.map((_, k) => p.weights[(k % n) * n + Math.floor(k / n)] as number);
        open.push(other);
      }
    }
  }
  return used === pairs.length ? { order, parent, link } : null;
}

/** What a variable with all that hangs on it says of the values of the one it hangs on. */
function upward(own: Float64Array, link: Float64Array): Float64Array {
  const n = own.length;
  const out = new Float64Array(n);
  for (let i = 0; i < n; i += 1) {
    const u = own[i] as number;
    if (u === 0) continue;
    for (let j = 0; j < n; j += 1) out[j] = (out[j] as number) + u * (link[i * n + j] as number);
  }
  return out;
}

const multiply = (into: Float64Array, by: Float64Array): void => {
  for (let i = 0; i < into.length; i += 1) into[i] = (into[i] as number) * (by[i] as number);
};

/** Each variable with all that hangs on it, and what each says upward. */
function gathered(
  tree: FactorTree,
  unaries: readonly Float64Array[],
): { own: Float64Array[]; up: Float64Array[] } {
  const own = unaries.map((u) => Float64Array.from(u));
  const up: Float64Array[] = [];
  for (let k = tree.order.length - 1; k >= 0; k -= 1) {
    const v = tree.order[k] as number;
    const above = tree.parent[v] as number;
    const link = tree.link[v];
    if (above < 0 || !link) continue;
    up[v] = upward(own[v] as Float64Array, link);
    multiply(own[above] as Float64Array, up[v]);
  }
  return { own, up };
}

const total = (a: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i += 1) sum += a[i] as number;
  return sum;
};

/** Log of the sum over all values of all variables (sum-product on trees: exact). */
export function treeLog(tree: FactorTree, unaries: readonly Float64Array[]): number {
  const { own } = gathered(tree, unaries);
  let log = 0;
  for (const v of tree.order)
    if ((tree.parent[v] as number) < 0) log += Math.log(Math.max(1e-300, total(own[v] as Float64Array)));
  return log;
}

/** Weight of each value of each variable, summed over all others; up to a factor a variable. */
export function treeLabels(tree: FactorTree, unaries: readonly Float64Array[]): Float64Array[] {
  const { own, up } = gathered(tree, unaries);
  const out = own.map((o) => Float64Array.from(o));
  for (const v of tree.order) {
    const above = tree.parent[v] as number;
    const link = tree.link[v];
    if (above < 0 || !link) continue;
    const n = (out[v] as Float64Array).length;
    // All that the one above knows, less what came from here.
    const rest = (out[above] as Float64Array).map((x, j) => {
      const said = (up[v] as Float64Array)[j] as number;
      return said > 0 ? x / said : 0;
    });
    const to = out[v] as Float64Array;
    for (let i = 0; i < n; i += 1) {
      let sum = 0;
      for (let j = 0; j < n; j += 1) sum += (rest[j] as number) * (link[i * n + j] as number);
      to[i] = (to[i] as number) * sum;
    }
    const scale = total(to) || 1;
    for (let i = 0; i < n; i += 1) to[i] = (to[i] as number) / scale;
  }
  return out;
}
