import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { bestAssignment, kBestAssignments } from './assignment';

/** Every assignment there is, by trying all. */
function everyAssignment(rows: number, columns: number, costs: readonly number[]): number[] {
  const totals: number[] = [];
  const go = (row: number, used: readonly number[], sum: number): void => {
    if (row === rows) {
      totals.push(sum);
      return;
    }
    for (let c = 0; c < columns; c += 1)
      if (!used.includes(c)) go(row + 1, [...used, c], sum + (costs[row * columns + c] ?? Infinity));
  };
  go(0, [], 0);
  return totals.filter((t) => t < Infinity).sort((a, b) => a - b);
}

const tables = fc.integer({ min: 1, max: 4 }).chain((rows) =>
  fc.integer({ min: rows, max: 6 }).chain((columns) =>
    fc
      .array(
        fc.oneof(
          { weight: 6, arbitrary: fc.integer({ min: -50, max: 50 }) },
          { weight: 1, arbitrary: fc.constant(Infinity) },
        ),
        {
          minLength: rows * columns,
          maxLength: rows * columns,
        },
      )
      .map((costs) => ({ rows, columns, costs })),
  ),
);

describe('assignments, against trying all', () => {
  it('the best one is the best', () => {
    fc.assert(
      fc.property(tables, (table) => {
        const [least] = everyAssignment(table.rows, table.columns, table.costs);
        expect(bestAssignment(table)?.cost ?? null).toBe(least ?? null);
      }),
    );
  });
  it('the k best are the k best, in order, none twice', () => {
    fc.assert(
      fc.property(tables, fc.integer({ min: 1, max: 40 }), (table, k) => {
        const all = everyAssignment(table.rows, table.columns, table.costs);
        const found = kBestAssignments(table, k);
        expect(found.map((f) => f.cost)).toEqual(all.slice(0, k));
        expect(new Set(found.map((f) => f.columns.join())).size).toBe(found.length);
      }),
    );
  });
  it('a worked example by hand: 3 by 3', () => {
    const costs = [4, 1, 3, 2, 0, 5, 3, 2, 2];
    expect(bestAssignment({ rows: 3, columns: 3, costs })).toEqual({ columns: [1, 0, 2], cost: 5 });
  });
  it('stops at what costs too much more', () => {
    const costs = [0, 1, 10, 0, 1, 10];
    expect(kBestAssignments({ rows: 2, columns: 3, costs }, 9, 2).map((f) => f.cost)).toEqual([1, 1]);
  });
  it('refuses more rows than columns', () => {
    expect(() => bestAssignment({ rows: 2, columns: 1, costs: [1, 1] })).toThrow(/2 rows/);
  });
});
