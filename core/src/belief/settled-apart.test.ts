import { describe, expect, it } from '@jest/globals';
import type { Reading } from '../board/reading';
import { EMPTY_BOARD } from '../board/board';
import { testComponent, testReading, testRow } from '../testing/test-board';
import { evidenceOf } from './evidence';
import type { ExplainDesk } from './explain-desk';
import type { LineGroup } from './line-group';
import { settledApart } from './settled-apart';
import { traceContext } from './trace-context';
import { traceScene } from './trace-scene';

const row = testRow();
const board = {
  ...EMPTY_BOARD,
  family: 'micro-b' as const,
  rows: [row],
  components: [
    testComponent('F1', 'fuse', null, 3, 8),
    testComponent('R1', 'resistor', null, 6, 8),
    testComponent('R2', 'resistor', null, 9, 8),
    testComponent('C1', 'capacitor', null, 12, 8),
  ],
};

/** The supply sure of F1.1; the pair wants one of its lines there or on C1.1, or else at R1.1. */
function settled(readings: readonly Reading[], wants: string) {
  const context = traceContext(board, readings);
  const scene = traceScene(context, 0.02);
  const [o] = scene.orientations;
  if (!o) throw new Error('no way it may be wired');
  const at = (id: string): number => scene.index.get(id) ?? -1;
  const hypothesis = (weight: number, ...landings: readonly string[]) => ({
    weight,
    landings: landings.map(at),
    special: new Map<number, Float64Array>(),
  });
  const groups: LineGroup[] = [
    { functions: ['VBUS'], hypotheses: [hypothesis(0.98, 'F1.1'), hypothesis(0.02, 'C1.2')] },
    {
      functions: ['D+', 'D-'],
      hypotheses: [hypothesis(0.7, wants, 'R2.1'), hypothesis(0.3, 'R1.1', 'R2.1')],
    },
  ];
  const desk = { scene, o, pullUps: new Set<number>() } as unknown as ExplainDesk;
  return settledApart(desk, groups, evidenceOf(scene, readings));
}

describe('lines that were explained one by one', () => {
  it('do not land where a surer line does: the weight goes to their other places', () => {
    const { groups, log } = settled([], 'F1.1');
    const [supply, pair] = groups;
    expect(supply?.hypotheses[0]?.weight).toBeGreaterThan(0.95);
    expect(pair?.hypotheses[1]?.weight).toBeGreaterThan(0.9);
    expect(pair?.hypotheses.reduce((s, h) => s + h.weight, 0)).toBeCloseTo(1, 12);
    // What the two want of one place speaks against this way of wiring.
    expect(log).toBeLessThan(settled([], 'C1.1').log - 0.5);
  });
  it('nor at the other end of few ohms, and anywhere else as before', () => {
    const free = settled([], 'C1.1').groups[1];
    expect(free?.hypotheses[0]?.weight).toBeGreaterThan(0.6);
    const tied = settled([testReading('F1.1', 'C1.1', 0.2)], 'C1.1').groups[1];
    expect(tied?.hypotheses[0]?.weight).toBeLessThan(0.1);
  });
});
