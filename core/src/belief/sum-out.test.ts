import { describe, expect, it } from '@jest/globals';
import { seeded } from '../practice/seeded';
import { treeLabels, treeLog, treeOf } from './factor-tree';
import type { PairFactor } from './sum-out';
import { sumOut } from './sum-out';

/** Every value of every variable, one by one. */
function counted(unaries: readonly Float64Array[], pairs: readonly PairFactor[], keep: number): number[] {
  const n = unaries[0]?.length ?? 0;
  const out = new Array<number>(keep < 0 ? 1 : n).fill(0);
  const at = unaries.map(() => 0);
  const walk = (v: number, weight: number): void => {
    if (v === unaries.length) {
      const product = pairs.reduce(
        (p, { a, b, weights }) => p * (weights[(at[a] ?? 0) * n + (at[b] ?? 0)] ?? NaN),
        weight,
      );
      const to = keep < 0 ? 0 : (at[keep] ?? 0);
      out[to] = (out[to] ?? 0) + product;
      return;
    }
    unaries[v]?.forEach((w, i) => {
      at[v] = i;
      walk(v + 1, weight * w);
    });
  };
  walk(0, 1);
  return out;
}

const N = 3;
const drawn = (random: () => number, size: number): Float64Array =>
  Float64Array.from({ length: size }, () => 0.01 + random());
const share = (a: ArrayLike<number>): number[] => {
  const list = Array.from(a);
  const total = list.reduce((x, y) => x + y, 0);
  return list.map((x) => x / total);
};

describe('sums over many variables against counting every value', () => {
  const shapes: readonly (readonly [string, readonly (readonly [number, number])[]])[] = [
    ['no ties', []],
    [
      'a chain',
      [
        [0, 1],
        [2, 1],
        [2, 3],
        [4, 3],
      ],
    ],
    [
      'a star and a pair',
      [
        [0, 1],
        [0, 2],
        [4, 3],
      ],
    ],
    [
      'a ring',
      [
        [0, 1],
        [1, 2],
        [2, 3],
        [3, 4],
        [4, 0],
      ],
    ],
    [
      'every two',
      [
        [0, 1],
        [0, 2],
        [0, 3],
        [1, 2],
        [1, 3],
        [2, 3],
        [3, 4],
      ],
    ],
  ];
  it.each(shapes)('%s', (_, ties) => {
    const random = seeded(5);
    for (let k = 0; k < 20; k += 1) {
      const unaries = Array.from({ length: 5 }, () => drawn(random, N));
      const pairs = ties.map(([a, b]) => ({ a, b, weights: drawn(random, N * N) }));
      const [whole = NaN] = counted(unaries, pairs, -1);
      expect(sumOut(unaries, pairs, -1)[0]).toBeCloseTo(whole, 9);
      const tree = treeOf(5, pairs);
      expect(tree === null).toBe(ties.length > 4);
      for (let v = 0; v < 5; v += 1) {
        const exact = share(counted(unaries, pairs, v));
        share(sumOut(unaries, pairs, v)).forEach((x, i) => expect(x).toBeCloseTo(exact[i] ?? NaN, 9));
        if (tree)
          share(treeLabels(tree, unaries)[v] ?? []).forEach((x, i) =>
            expect(x).toBeCloseTo(exact[i] ?? NaN, 9),
          );
      }
      if (tree) expect(treeLog(tree, unaries)).toBeCloseTo(Math.log(whole), 9);
    }
  });
});
