import { describe, expect, it } from '@jest/globals';
import type { Supposed } from './line-options';
import type { SiteEvidence } from './site-clusters';
import { tieBook, tied } from './tie';

const supposed = (id: number, cluster: number, log = 0, bareLog = 0): Supposed => {
  const dist = Float64Array.of(1);
  return { id, site: id, cluster, dist, bare: dist, log, bareLog };
};
const book = () => tieBook({ clusters: [{}, {}] } as unknown as SiteEvidence);

describe('what is supposed, by the readings it hangs on', () => {
  it.each([1, 2, 3, 4])('a set of %d in one cluster is one object, in whatever order it comes', (count) => {
    const known = book();
    const list = Array.from({ length: count }, (_, i) => supposed(i, 0));
    const [one] = tied(known, list).ties;
    const [other] = tied(known, list.toReversed()).ties;
    expect(other).toBe(one);
    expect(one?.supposed.map((s) => s.site)).toEqual(list.map((s) => s.site));
  });
  it('other sets are other objects, the first supposition of all among them', () => {
    const known = book();
    const sets = [[0], [1], [2], [0, 1], [0, 2], [1, 2], [0, 1, 2]].map(
      (ids) =>
        tied(
          known,
          ids.map((id) => supposed(id, 0)),
        ).ties[0],
    );
    expect(new Set(sets).size).toBe(sets.length);
  });
  it('clusters stand apart, and so does what nothing was read of, whose chance is its own', () => {
    const { ties, free, log } = tied(book(), [
      supposed(5, 1, -1, -9),
      supposed(3, 0, -2, -9),
      supposed(7, -1, -4, -8),
    ]);
    expect(ties.map((t) => [t.cluster, t.supposed.map((s) => s.site)])).toEqual([
      [1, [5]],
      [0, [3]],
    ]);
    expect(free.map((s) => s.site)).toEqual([7]);
    expect(log).toBe(-1 - 2 - 8);
  });
});
