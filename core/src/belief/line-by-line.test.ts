import { describe, expect, it } from '@jest/globals';
import type { Reading } from '../board/reading';
import { probePoints } from '../board/probe-point';
import { brokenBoard } from '../practice/broken-board';
import { seeded } from '../practice/seeded';
import { askTruth, truthBench } from '../practice/truth';
import { deskOf, USUAL_BELIEF } from './belief';
import { evidenceOf } from './evidence';
import type { Weighed } from './explain';
import { groupExplanations, jointExplanations } from './explain';
import { logSum, nothingSupposed } from './explain-desk';
import { lineByLine } from './line-by-line';
import { oneACause } from './one-cause';
import { traceContext } from './trace-context';
import { traceScene } from './trace-scene';

const FEW_OHMS = 'micro-b, 0 ohm link and nearer output resistors';

/** A made-up board with readings across its parts and from pads to places, its lines laid out to be explained. */
function laidOut(seed: number) {
  const { truth } = brokenBoard(seed, { kind: FEW_OHMS, torn: 0.2, fault: 'none' });
  const bench = truthBench(truth);
  const random = seeded(seed);
  const ids = probePoints(truth.board).map((p) => p.id);
  const pads = ids.filter((id) => id.startsWith('row') && !truth.gone.has(id));
  const pick = (from: readonly string[]): string => from[Math.floor(random() * from.length)] ?? '';
  const across = truth.board.components
    .filter((c) => c.terminals.length === 2)
    .slice(0, 3)
    .map((c) => [c.terminals[0]?.id ?? '', c.terminals[1]?.id ?? ''] as const);
  // The supply's own pad rings to its link: where it lands is as good as known.
  const supply = pads.find((id) => truth.netOf[id] === 'vbus') ?? '';
  const pairs = [
    [supply, 'R1.1'] as const,
    ...across,
    ...Array.from({ length: 2 }, () => [pick(pads), pick(ids)] as const),
  ];
  const readings = pairs
    .filter(([red, black]) => red !== black && red !== '')
    .map(([red, black], i): Reading => ({
      id: String(i),
      at: '',
      red,
      black,
      mode: 'ohms',
      struck: false,
      ...askTruth(bench, red, black, 'ohms'),
    }));
  const scene = traceScene(traceContext(truth.board, []), USUAL_BELIEF.slipRate);
  const evidence = oneACause(scene.points.length, evidenceOf(scene, readings));
  const [o] = scene.orientations;
  if (!o) throw new Error('no way it may be wired');
  return { scene, ...deskOf(scene, o, evidence, USUAL_BELIEF) };
}

/** Chance of each place as a landing of each line, by line and place. */
function chancesOf(
  weighed: Weighed,
  from: number,
  count: number,
  size: number,
  into: Map<number, Float64Array>,
) {
  for (let k = 0; k < count; k += 1) into.set(into.size, new Float64Array(size + 1));
  weighed.candidates.forEach(({ made }, i) => {
    made.landings.slice(from, from + count).forEach((site, k) => {
      const row = into.get(into.size - count + k) as Float64Array;
      row[site + 1] = (row[site + 1] as number) + (weighed.weights[i] ?? 0);
    });
  });
}

describe('lines that are explained one by one', () => {
  it('come out as when all are explained together where one is as good as known, far nearer than each by itself', () => {
    let [mine, alone, lines] = [0, 0, 0];
    for (let seed = 1; seed <= 24; seed += 1) {
      const { scene, desk, parts, groups } = laidOut(seed);
      const size = scene.points.length;
      const apart = groups.map((g) => groupExplanations(desk, g));
      const joint = jointExplanations(desk, groups, apart, 400_000);
      const known = apart.some((w) => (w.weights[0] ?? 0) >= 0.9);
      if (!joint || !known) continue;
      const { groups: each } = lineByLine(desk, groups, apart, logSum(nothingSupposed(desk)));
      const exact = new Map<number, Float64Array>();
      chancesOf(joint, 0, parts.flat().length, size, exact);
      const [one, own] = [new Map<number, Float64Array>(), new Map<number, Float64Array>()];
      parts.forEach((functions, k) => {
        const so = each[k];
        if (!so) throw new Error('a group was left out');
        chancesOf(so.weighed, so.from, functions.length, size, one);
        chancesOf(apart[k] as Weighed, 0, functions.length, size, own);
      });
      const off = (given: Map<number, Float64Array>): number =>
        [...exact].reduce(
          (sum, [k, row]) => sum + row.reduce((s, p, i) => s + Math.abs(p - (given.get(k)?.[i] ?? 0)), 0) / 2,
          0,
        );
      lines += exact.size;
      mine += off(one);
      alone += off(own);
    }
    expect(lines).toBeGreaterThan(20);
    // How much of a line's chance stands at other places than it should.
    expect(alone / lines).toBeGreaterThan(0.02);
    expect(mine / lines).toBeLessThan(0.1 * (alone / lines));
  });
});
