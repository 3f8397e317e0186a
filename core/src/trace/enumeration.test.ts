import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { placeRow } from '../board/place-row';
import type { Reading } from '../board/reading';
import { traceBelief, USUAL_BELIEF } from '../belief/belief';
import type { Groundwork, TraceEvidence } from '../belief/groundwork';
import { evidenceOf, groundwork } from '../belief/groundwork';
import type { LineHypothesis } from '../belief/line-group';
import { lineGroup } from '../belief/line-group';
import type { TraceMode } from '../belief/outcome-class';
import { DIODE_EDGES, OHMS_EDGES, readingClass } from '../belief/outcome-class';
import { netChances, targetBelief, traceTargets } from '../belief/pin-belief';
import { traceContext } from '../belief/trace-context';
import type { TraceScene } from '../belief/trace-scene';
import { traceScene } from '../belief/trace-scene';
import type { PinFunction } from '../connector/pin-function';
import { seeded } from '../practice/seeded';
import { testComponent, testPoint, testReading } from '../testing/test-board';
import { probeValues } from './probe-value';

/** A port with its two data pads whole and its supply pad gone; a fuse and two resistors before it. */
function smallBoard(): Board {
  const row = placeRow(EMPTY_BOARD, {
    family: 'usb-a',
    face: 'top',
    first: { x: 5, y: 5 },
    directionDeg: 0,
    pitchMm: 2.5,
    count: 4,
    mirrored: false,
  });
  return {
    ...EMPTY_BOARD,
    family: 'usb-a',
    rows: [
      { ...row, pins: row.pins.map((p) => ({ ...p, state: p.function === 'VBUS' ? 'torn' : 'sound' })) },
    ],
    components: [
      testComponent('F1', 'fuse', null, 5, 8),
      testComponent('R1', 'resistor', null, 7.5, 8),
      testComponent('R2', 'resistor', null, 10, 8),
    ],
    points: [testPoint('pour', 'pour', 12, 14)],
  };
}

/**
 * Every explanation weighed by summing over every label of every point that was touched: nothing is passed along, nothing dropped.
 * @returns chances by landings; they sum to 1
 */
function enumerated(
  scene: TraceScene,
  hypotheses: readonly LineHypothesis[],
  bare: Groundwork,
  evidence: readonly TraceEvidence[],
): Map<string, number> {
  const n = scene.labels.labels.length;
  const touched = [...new Set(evidence.flatMap((e) => [e.red, e.black]))];
  const labelOf = new Map<number, number>();
  const sum = (h: LineHypothesis, k: number): number => {
    const point = touched[k];
    if (point === undefined)
      return evidence.reduce((product, e) => {
        const row = scene.labels.chances[e.mode][(labelOf.get(e.red) ?? 0) * n + (labelOf.get(e.black) ?? 0)];
        return product * (row?.[e.at] ?? NaN);
      }, 1);
    const dist = h.special.get(point) ?? bare.padPrior.get(point) ?? bare.usual[point] ?? new Float64Array(n);
    let total = 0;
    for (let label = 0; label < n; label += 1) {
      const p = dist[label] ?? 0;
      if (p === 0) continue;
      labelOf.set(point, label);
      total += p * sum(h, k + 1);
    }
    return total;
  };
  const weights = hypotheses.map((h) => [h.landings.join(), h.weight * sum(h, 0)] as const);
  const all = weights.reduce((a, [, w]) => a + w, 0);
  return new Map(weights.map(([key, w]) => [key, w / all]));
}

/** What a meter shows in the middle of a class. */
function shownAs(mode: TraceMode, at: number): Pick<Reading, 'shown' | 'value'> {
  if (mode === 'continuity' || mode === 'seen') return { shown: at === 0 ? 'beep' : 'open', value: null };
  const edges: readonly number[] = mode === 'ohms' ? OHMS_EDGES : DIODE_EDGES;
  if (at >= edges.length) return { shown: at === edges.length ? 'climbs' : 'over', value: null };
  return { shown: 'value', value: ((edges[at - 1] ?? 0) + (edges[at] ?? 0)) / 2 };
}

/** Half the sum of differences: 0 alike, 1 apart. */
function variation(found: readonly LineHypothesis[], exact: ReadonlyMap<string, number>): number {
  const got = new Map(found.map((h) => [h.landings.join(), h.weight]));
  return [...new Set([...got.keys(), ...exact.keys()])].reduce(
    (sum, key) => sum + Math.abs((got.get(key) ?? 0) - (exact.get(key) ?? 0)) / 2,
    0,
  );
}

describe('a line or pair against the sum over every label of every point touched', () => {
  const board = smallBoard();
  const scene = traceScene(traceContext(board, []), USUAL_BELIEF.slipRate);
  const [o] = scene.orientations;
  if (!o) throw new Error('no orientation');
  const bare = groundwork(scene, o, [], USUAL_BELIEF.slipRate);
  const cases: readonly (readonly [string, readonly PinFunction[], readonly Reading[]])[] = [
    ['one place against the pour', ['VBUS'], [testReading('F1.1', 'pour', 'open')]],
    [
      'two places against the pour',
      ['VBUS'],
      [testReading('F1.1', 'pour', 'open'), testReading('R1.1', 'pour', 'beep')],
    ],
    ['a pad rings to a place', ['D+', 'D-'], [testReading('row1.2', 'R1.1', 'beep')]],
    ['a pad does not ring to the likeliest', ['D+', 'D-'], [testReading('row1.2', 'R1.1', 'open')]],
    [
      'both pads',
      ['D+', 'D-'],
      [testReading('row1.2', 'R1.1', 'beep'), testReading('row1.3', 'R2.1', 'beep')],
    ],
    ['two places ring to each other', ['VBUS'], [testReading('F1.1', 'R1.1', 'beep')]],
  ];
  it.each(cases)('%s', (_, functions, readings) => {
    const before = lineGroup(scene, o, bare, functions);
    const evidence = evidenceOf(scene, readings);
    const found = lineGroup(scene, o, groundwork(scene, o, evidence, USUAL_BELIEF.slipRate), functions);
    expect(variation(found.hypotheses, enumerated(scene, before.hypotheses, bare, evidence))).toBeLessThan(
      0.01,
    );
  });

  /** One of a distribution; what it does not sum to falls on the last. */
  const draw = (weights: ArrayLike<number>, random: () => number): number => {
    let left = random();
    return Math.max(
      0,
      Array.from(weights).findIndex((w) => (left -= w) <= 0),
    );
  };

  it('three readings at a time, of boards drawn from what is supposed of boards', () => {
    const random = seeded(31);
    const n = scene.labels.labels.length;
    const places = ['F1.1', 'F1.2', 'R1.1', 'R1.2', 'R2.1', 'R2.2'];
    const apart: number[] = [];
    for (let k = 0; k < 80; k += 1) {
      const functions: PinFunction[] = k % 2 === 0 ? ['VBUS'] : ['D+', 'D-'];
      const before = lineGroup(scene, o, bare, functions);
      const truth =
        before.hypotheses[
          draw(
            before.hypotheses.map((h) => h.weight),
            random,
          )
        ];
      const labels = new Map<string, number>();
      const labelOf = (id: string): number => {
        const point = scene.index.get(id) ?? -1;
        const dist = truth?.special.get(point) ?? bare.padPrior.get(point) ?? bare.usual[point] ?? [];
        const label = labels.get(id) ?? draw(dist, random);
        labels.set(id, label);
        return label;
      };
      const readings = Array.from({ length: 3 }, () => {
        const red = places[Math.floor(random() * places.length)] ?? '';
        const black = ['pour', 'row1.2', 'row1.3'][Math.floor(random() * 3)] ?? '';
        const chances = scene.labels.chances.continuity[labelOf(red) * n + labelOf(black)] ?? [];
        return testReading(red, black, draw(chances, random) === 0 ? 'beep' : 'open');
      });
      const evidence = evidenceOf(scene, readings);
      const found = lineGroup(scene, o, groundwork(scene, o, evidence, USUAL_BELIEF.slipRate), functions);
      apart.push(variation(found.hypotheses, enumerated(scene, before.hypotheses, bare, evidence)));
    }
    apart.sort((a, b) => a - b);
    expect(apart[Math.floor(0.9 * apart.length)]).toBeLessThan(0.05);
    expect(apart.reduce((a, b) => a + b, 0) / apart.length).toBeLessThan(0.02);
  });
});

describe('what a probe would tell, against taking it', () => {
  it('believes after each outcome what it said it would', () => {
    const board = smallBoard();
    const past = [testReading('F1.1', 'pour', 'open')];
    const ctx = traceContext(board, past);
    const belief = traceBelief(ctx);
    const open = traceTargets(belief).map((t) => targetBelief(belief, t, 0.95));
    const missed: number[] = [];
    for (const { idea, chances, watches } of probeValues(belief, open)) {
      expect(chances.reduce((a, x) => a + x, 0)).toBeCloseTo(1, 9);
      const [red, black] = [idea.red, idea.black].map((i) => belief.scene.points[i]?.id ?? '') as [
        string,
        string,
      ];
      chances.forEach((p, at) => {
        const reading = { ...testReading(red, black, 'OL'), mode: idea.mode, ...shownAs(idea.mode, at) };
        expect(readingClass(reading)).toEqual({ mode: idea.mode, at });
        const after = traceBelief(traceContext(board, [...past, reading]), USUAL_BELIEF, belief.scene);
        for (const w of watches.filter((x) => x.point >= 0))
          missed.push(p * Math.abs((netChances(after, w.target)[w.point] ?? 0) - (w.after[at] ?? 0)));
      });
    }
    expect(missed.length).toBeGreaterThan(400);
    // Weighed by how often it comes out so. Of lines that the reading does not touch more is foretold than the belief then takes from it.
    expect(missed.reduce((a, b) => a + b, 0) / missed.length).toBeLessThan(0.001);
    expect(missed.filter((x) => x > 0.03).length / missed.length).toBeLessThan(0.005);
  });
});
