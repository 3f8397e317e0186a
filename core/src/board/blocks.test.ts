import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Edge } from './blocks';
import { edgeBlocks } from './blocks';

/** Whether some simple cycle runs through both edges, by trying every simple path. */
function onCommonCycle(edges: readonly Edge[], i: number, k: number): boolean {
  const start = edges[i];
  if (!start) return false;
  const walk = (at: string, used: ReadonlySet<number>, nodes: ReadonlySet<string>): boolean =>
    edges.some((e, n) => {
      if (used.has(n) || (e.a !== at && e.b !== at)) return false;
      const next = e.a === at ? e.b : e.a;
      const now = new Set([...used, n]);
      if (next === start.a) return now.has(k);
      return !nodes.has(next) && walk(next, now, new Set([...nodes, next]));
    });
  return walk(start.b, new Set([i]), new Set([start.a, start.b]));
}

const edge = fc
  .record({ a: fc.constantFrom('p', 'q', 'r', 's', 't'), b: fc.constantFrom('p', 'q', 'r', 's', 't') })
  .filter((e) => e.a !== e.b);

describe('edgeBlocks', () => {
  it('two edges share a block exactly when a simple cycle runs through both', () => {
    fc.assert(
      fc.property(fc.array(edge, { maxLength: 8 }), (edges) => {
        const blocks = edgeBlocks(edges);
        for (let i = 0; i < edges.length; i += 1) {
          for (let k = i + 1; k < edges.length; k += 1) {
            expect(blocks[i] === blocks[k]).toBe(onCommonCycle(edges, i, k));
          }
        }
      }),
      { numRuns: 300 },
    );
  });
  it('gives loops no block, and survives a long chain without recursion', () => {
    expect(edgeBlocks([{ a: 'p', b: 'p' }])).toEqual([-1]);
    const chain = Array.from({ length: 30_000 }, (_, i) => ({ a: `n${i}`, b: `n${i + 1}` }));
    expect(new Set(edgeBlocks(chain)).size).toBe(30_000);
  });
});
