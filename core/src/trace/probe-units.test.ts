import { describe, expect, it } from '@jest/globals';
import { labelsBeside, traceBelief, USUAL_BELIEF } from '../belief/belief';
import { acrossPart } from '../belief/between-nets';
import { tableOf, withSlips } from '../belief/labels';
import { CLASS_COUNT } from '../belief/outcome-class';
import { targetBelief, traceTargets } from '../belief/pin-belief';
import { traceContext } from '../belief/trace-context';
import { brokenBoard } from '../practice/broken-board';
import { askTruth, truthBench } from '../practice/truth';
import type { Reading } from '../board/reading';
import { probeValues } from './probe-value';
import { nextProbe } from './next-probe';

/** A made-up board after so many of the readings that are asked first. */
function beliefAfter(seed: number, readings: number) {
  const { truth } = brokenBoard(seed);
  const bench = truthBench(truth);
  const taken: Reading[] = [];
  for (let i = 0; i < readings; i += 1) {
    const order = nextProbe(traceContext(truth.board, taken));
    if (!order) break;
    const { red, black, mode } = order;
    const shown = askTruth(bench, red, black, mode);
    taken.push({ id: String(i), at: '', struck: false, red, black, mode, ...shown });
  }
  return traceBelief(traceContext(truth.board, taken), USUAL_BELIEF);
}

describe('what a reading would show', () => {
  it.each([
    [3, 0],
    [4, 2],
    [8, 4],
  ])('made-up board %d after %d readings: as summed over every explanation one by one', (seed, readings) => {
    const belief = beliefAfter(seed, readings);
    const { scene, wired, options } = belief;
    const { labels } = scene;
    const n = labels.labels.length;
    const open = traceTargets(belief)
      .map((t) => targetBelief(belief, t, 0.97))
      .filter((t) => t.status === 'unsure');
    const values = probeValues(belief, open);
    expect(values.length).toBeGreaterThan(10);
    const target = open[0]?.target;
    for (const { idea, chances } of values.filter((_, i) => i % 7 === 0)) {
      const kind = scene.kinds[idea.red];
      const apart =
        scene.partner[idea.red] === idea.black && kind && kind !== 'point' ? acrossPart(kind) : null;
      const across = apart ? withSlips(apart[idea.mode], options.slipRate) : null;
      const table = tableOf(labels, idea.mode, apart ? (kind ?? null) : null);
      const sums = new Float64Array(CLASS_COUNT[idea.mode]);
      wired.forEach((way, o) => {
        if (way.weight < 2e-3) return;
        const k = way.groups.findIndex((g) => g.functions.includes(target?.functions[o] ?? 'unknown'));
        const group = way.groups[k];
        const beside = labelsBeside(way, k);
        for (const h of group?.hypotheses ?? [{ weight: 1, special: new Map<number, Float64Array>() }]) {
          if (h.weight < 1e-3) continue;
          const [ownRed, ownBlack] = [h.special.get(idea.red), h.special.get(idea.black)];
          const red = ownRed ?? beside(idea.red);
          const black = ownBlack ?? beside(idea.black);
          for (let c = 0; c < sums.length; c += 1) {
            let shown = 0;
            if (across && !(ownRed && ownBlack)) shown = across[c] ?? 0;
            else
              for (let a = 0; a < n; a += 1)
                for (let b = 0; b < n; b += 1)
                  shown += (red[a] ?? 0) * (black[b] ?? 0) * (table[a * n + b]?.[c] ?? 0);
            sums[c] = (sums[c] ?? 0) + way.weight * h.weight * shown;
          }
        }
      });
      const total = sums.reduce((x, y) => x + y, 0);
      sums.forEach((s, c) => expect(Math.abs(s / total - (chances[c] ?? 0))).toBeLessThan(2e-3));
    }
  });
});
