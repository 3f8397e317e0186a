import { describe, expect, it } from '@jest/globals';
import { brokenBoard } from '../practice/broken-board';
import { testReading } from '../testing/test-board';
import type { WiredBelief } from './belief';
import { labelsBeside, traceBelief } from './belief';
import { netChances, traceTargets } from './pin-belief';
import { traceContext } from './trace-context';

/** Two explanations of one line: by four in five it lands at the first point, by the rest somewhere else. */
const way = (joint: boolean): WiredBelief => ({
  weight: 1,
  joint,
  labels: [Float64Array.of(0.85, 0.15), Float64Array.of(0.3, 0.7)],
  unsupposed: [Float64Array.of(0.1, 0.9), Float64Array.of(0.3, 0.7)],
  groups: [
    {
      functions: ['VBUS'],
      hypotheses: [
        { weight: 0.8, landings: [0], special: new Map([[0, Float64Array.of(1, 0)]]) },
        { weight: 0.2, landings: [-1], special: new Map() },
      ],
    },
  ],
});

describe('what a point is under the explanations that do not speak of it', () => {
  it('is what is left of all together: with those that do it comes to the whole again', () => {
    const beside = labelsBeside(way(true), 0);
    expect(beside(0)[0]).toBeCloseTo(0.25, 9);
    expect(0.8 + 0.2 * (beside(0)[0] ?? 0)).toBeCloseTo(0.85, 9);
    expect([...beside(1)]).toEqual([0.3, 0.7]);
  });
  it('is what it is with no line supposed where lines are explained one by one', () => {
    expect([...labelsBeside(way(false), 0)(0)]).toEqual([0.1, 0.9]);
  });
  it('so a place counts as its landing and what it is without: four in five and a tenth of the rest is 82 of 100, not 97', () => {
    const belief = traceBelief(traceContext(brokenBoard(4).truth.board, []));
    const { labels, points, orientations } = belief.scene;
    const vbus = labels.near.get('VBUS') ?? 0;
    const count = labels.labels.length;
    const filled = (p: number): Float64Array[] =>
      points.map(() => Float64Array.from({ length: count }, (_, l) => (l === vbus ? p : 0)));
    const landed = Float64Array.from({ length: count }, (_, l) => Number(l === vbus));
    const [own] = way(false).groups;
    const [lands, elsewhere] = own?.hypotheses ?? [];
    if (!lands || !elsewhere) throw new Error('two explanations are wanted');
    const wired = orientations.map((_, o): WiredBelief => ({
      weight: Number(o === 0),
      joint: false,
      labels: filled(0.85),
      unsupposed: filled(0.1),
      groups: [
        { functions: ['VBUS'], hypotheses: [{ ...lands, special: new Map([[0, landed]]) }, elsewhere] },
      ],
    }));
    const target = traceTargets(belief).find((t) => t.functions[0] === 'VBUS');
    if (!target) throw new Error('the supply is traced');
    expect(netChances({ ...belief, wired }, target)[0]).toBeCloseTo(0.82, 9);
  });
  it('and so on a board too large to be explained at once', () => {
    const { truth } = brokenBoard(4, { from: 'further' });
    const [part] = truth.board.components.filter((c) => c.terminals.length === 2);
    const [one, two] = part?.terminals ?? [];
    const belief = traceBelief(traceContext(truth.board, [testReading(one?.id ?? '', two?.id ?? '', 0.2)]));
    expect(belief.wired.some((w) => !w.joint)).toBe(true);
    for (const target of traceTargets(belief)) {
      const chances = netChances(belief, target);
      belief.wired.forEach((w, o) => {
        const f = target.functions[o] ?? 'unknown';
        const group = w.groups.find((g) => g.functions.includes(f));
        if (w.joint || !group || w.weight < 0.9) return;
        const label = belief.scene.labels.near.get(f) ?? 0;
        for (const site of belief.scene.sites) {
          const landed = group.hypotheses
            .filter((h) => h.special.has(site))
            .reduce((sum, h) => sum + h.weight, 0);
          const without = (1 - landed) * ((w.unsupposed[site] as Float64Array)[label] as number);
          expect(chances[site]).toBeLessThanOrEqual(landed + without + (1 - w.weight) + 1e-9);
        }
      });
    }
  });
});
