import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { placeRow } from '../board/place-row';
import type { Reading } from '../board/reading';
import { traceBelief, USUAL_BELIEF } from '../belief/belief';
import { anchorPrior, anchorsOf, whenNowhere } from '../belief/anchors';
import type { TraceEvidence } from '../belief/evidence';
import { evidenceOf, spread } from '../belief/evidence';
import { groupLogPrior, SAME_PART } from '../belief/explain';
import { pairLogs } from '../belief/pair-places';
import { backgroundOf } from '../belief/point-background';
import { landingOptions } from '../belief/line-options';
import { siteEvidence } from '../belief/site-clusters';
import type { TraceMode } from '../belief/outcome-class';
import { DIODE_EDGES, OHMS_EDGES, readingClass } from '../belief/outcome-class';
import { oneACause } from '../belief/one-cause';
import { netChances, targetBelief, traceTargets } from '../belief/pin-belief';
import { traceContext } from '../belief/trace-context';
import type { Orientation, TraceScene } from '../belief/trace-scene';
import { traceScene } from '../belief/trace-scene';
import type { PinFunction } from '../connector/pin-function';
import { probePoints } from '../board/probe-point';
import { brokenBoard } from '../practice/broken-board';
import { seeded } from '../practice/seeded';
import { askTruth, truthBench } from '../practice/truth';
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

/** Everything that is supposed of a board wired one way, straight from the priors: every landing of every line with its weight, and what each point may be. */
function suppositions(scene: TraceScene, o: Orientation, pullUps: ReadonlySet<number>) {
  const { labels } = scene;
  const n = labels.labels.length;
  const lines = ['VBUS', 'D+', 'D-'] as const;
  const background = (site: number, nowhere: readonly string[]): Float64Array => {
    const out = Float64Array.from(backgroundOf(scene, o, site, pullUps));
    for (const f of nowhere) out[labels.near.get(f as PinFunction) ?? 0] = 0;
    const total = out.reduce((a, x) => a + x, 0);
    return out.map((x) => x / total);
  };
  return { lines, n, background };
}

/**
 * The chance of each place to be on each line's net, and of each line to land nowhere: every landing of all three lines together, every label
 * of every point touched, summed one by one. Nothing is passed along, nothing dropped.
 */
function enumerated(scene: TraceScene, o: Orientation, evidence: readonly TraceEvidence[]) {
  const { labels } = scene;
  const pullUps = new Set<number>();
  const { lines, n, background } = suppositions(scene, o, pullUps);
  const touched = [...new Set(evidence.flatMap((e) => [e.red, e.black]))];
  const anchors = anchorsOf(scene, o, []);
  const seen = siteEvidence(scene, anchors, [], USUAL_BELIEF.slipRate, (s) => background(s, []));
  const options = lines.map((f) => [
    ...landingOptions(scene, o, seen, f, pullUps),
    { site: -1, log: 0, rough: 0, near: null, behind: null },
  ]);
  const pairSum = (): number => {
    let sum = 0;
    const [, plus = [], minus = []] = options;
    for (const a of plus)
      for (const b of minus)
        if (a.site >= 0 && b.site >= 0 && a.site !== b.site && Math.exp(a.log + b.log) > 1e-6)
          sum += Math.exp(a.log + b.log + pairLogs(scene, o, ['D+', 'D-'])(a.site, b.site));
    return Math.log(sum);
  };
  // The pad of a line that lands nowhere stands alone, more often than not.
  const anchorDist = (point: number, missing: readonly string[]): Float64Array => {
    const states = anchorPrior(scene, o, point).map(([label, weight]) => ({ label, weight }));
    const more = missing.includes(o.functions[scene.pinOf[point] ?? -1] ?? '')
      ? whenNowhere(scene, o, point, states)
      : states.map(() => 1);
    return spread(labels, ...states.map((s, i) => [s.label, s.weight * (more[i] as number)] as const));
  };
  const norm = pairSum();
  const on = lines.map(() => new Float64Array(scene.points.length));
  const nowhere = new Float64Array(lines.length);
  let total = 0;
  for (const v of options[0] ?? [])
    for (const p of options[1] ?? [])
      for (const m of options[2] ?? []) {
        const taken = [v, p, m];
        const landed = taken.map((x) => x.site).filter((s) => s >= 0);
        if (new Set(landed).size < landed.length) continue;
        const missing = lines.filter((_, i) => taken[i]?.site === -1);
        let log = taken.reduce((sum, x) => sum + x.log, 0);
        const supposed = new Map<number, Float64Array>(
          taken.flatMap((x) => (x.near ? [[x.site, x.near.dist] as const] : [])),
        );
        for (const x of taken) {
          if (!x.behind) continue;
          if (landed.includes(x.behind.site)) log += SAME_PART;
          else if (!supposed.has(x.behind.site)) supposed.set(x.behind.site, x.behind.dist);
        }
        log += groupLogPrior(scene, o, ['VBUS'], Number(v.site < 0));
        log += groupLogPrior(scene, o, ['D+', 'D-'], Number(p.site < 0) + Number(m.site < 0));
        if (p.site >= 0 && m.site >= 0) log += pairLogs(scene, o, ['D+', 'D-'])(p.site, m.site) - norm;
        const dists = touched.map((point) =>
          scene.roles[point] === 'site'
            ? (supposed.get(point) ?? background(point, missing))
            : anchorDist(point, missing),
        );
        // All labels of all points touched, by counting.
        const at = touched.map(() => 0);
        const label = new Map<number, number>();
        const mine = touched.map(() => new Float64Array(n));
        let whole = 0;
        const walk = (k: number, weight: number): void => {
          if (k === touched.length) {
            let product = weight;
            for (const e of evidence)
              product *=
                labels.chances[e.mode][(label.get(e.red) ?? 0) * n + (label.get(e.black) ?? 0)]?.[e.at] ??
                NaN;
            whole += product;
            touched.forEach(
              (_, i) =>
                ((mine[i] as Float64Array)[at[i] as number] =
                  ((mine[i] as Float64Array)[at[i] as number] as number) + product),
            );
            return;
          }
          dists[k]?.forEach((chance, l) => {
            if (chance === 0) return;
            at[k] = l;
            label.set(touched[k] as number, l);
            walk(k + 1, weight * chance);
          });
        };
        walk(0, 1);
        const weight = Math.exp(log) * whole;
        total += weight;
        lines.forEach((f, i) => {
          if (taken[i]?.site === -1) nowhere[i] = (nowhere[i] as number) + weight;
          const own = labels.near.get(f) ?? 0;
          scene.sites.forEach((site) => {
            const k = touched.indexOf(site);
            const chance =
              k >= 0
                ? ((mine[k] as Float64Array)[own] as number) / whole
                : ((supposed.get(site) ?? background(site, missing))[own] as number);
            (on[i] as Float64Array)[site] = ((on[i] as Float64Array)[site] as number) + weight * chance;
          });
        });
      }
  return {
    logEvidence: Math.log(total),
    on: on.map((list) => list.map((x) => x / total)),
    nowhere: nowhere.map((x) => x / total),
  };
}

/** What a meter shows in the middle of a class. */
function shownAs(mode: TraceMode, at: number): Pick<Reading, 'shown' | 'value'> {
  if (mode === 'continuity' || mode === 'seen') return { shown: at === 0 ? 'beep' : 'open', value: null };
  const edges: readonly number[] = mode === 'ohms' ? OHMS_EDGES : DIODE_EDGES;
  if (at >= edges.length) return { shown: at === edges.length ? 'climbs' : 'over', value: null };
  return { shown: 'value', value: ((edges[at - 1] ?? 0) + (edges[at] ?? 0)) / 2 };
}

describe('the belief against the sum over every landing of every line and every label of every point touched', () => {
  const board = smallBoard();
  const scene = traceScene(traceContext(board, []), USUAL_BELIEF.slipRate);
  const places = ['F1.1', 'F1.2', 'R1.1', 'R1.2', 'R2.1', 'R2.2'];

  // D+ and D- are two lines here: where they are one net, only two lines are to be landed.
  const two = scene.orientations.filter((o) => !o.joined);
  const usual = { ...scene, orientations: two };
  const cases: readonly (readonly [string, readonly Reading[]])[] = [
    ['nothing read', []],
    ['one place against the pour', [testReading('F1.1', 'pour', 'open')]],
    [
      'two places against the pour',
      [testReading('F1.1', 'pour', 'open'), testReading('R1.1', 'pour', 'beep')],
    ],
    ['a pad rings to a place', [testReading('row1.2', 'R1.1', 'beep')]],
    ['a pad does not ring to the likeliest', [testReading('row1.3', 'R2.1', 'open')]],
    ['both pads', [testReading('row1.2', 'R1.1', 'beep'), testReading('row1.3', 'R2.1', 'beep')]],
    ['two places ring to each other', [testReading('F1.1', 'R1.1', 'beep')]],
    [
      'three places in a ring of readings',
      [
        testReading('F1.1', 'R1.1', 'beep'),
        testReading('R1.1', 'R2.1', 'open'),
        testReading('F1.1', 'R2.1', 'open'),
      ],
    ],
    [
      'three places in a ring that does not close',
      [
        testReading('F1.1', 'R1.1', 'beep'),
        testReading('R1.1', 'R2.1', 'open'),
        testReading('F1.1', 'R2.1', 'beep'),
      ],
    ],
  ];
  it.each(cases)('%s', (_, readings) => {
    const belief = traceBelief(traceContext(board, readings), USUAL_BELIEF, usual);
    for (const [i, o] of two.entries()) {
      const exact = enumerated(usual, o, oneACause(belief.scene.points.length, belief.evidence));
      (['VBUS', 'D+', 'D-'] as const).forEach((f, line) => {
        const label = usual.labels.near.get(f) ?? 0;
        for (const site of usual.sites)
          expect(
            Math.abs((belief.wired[i]?.labels[site]?.[label] ?? NaN) - (exact.on[line]?.[site] ?? NaN)),
          ).toBeLessThan(1e-6);
      });
      expect(belief.wired[i]?.joint).toBe(true);
    }
  });

  it('three readings of made-up outcomes at a time', () => {
    const random = seeded(31);
    for (let k = 0; k < 12; k += 1) {
      const readings = Array.from({ length: 3 }, () => {
        const red = places[Math.floor(random() * places.length)] ?? '';
        const black = ['pour', 'row1.2', 'row1.3'][Math.floor(random() * 3)] ?? '';
        return testReading(red, black, random() < 0.3 ? 'beep' : 'open');
      });
      const belief = traceBelief(traceContext(board, readings), USUAL_BELIEF, usual);
      const [o] = two;
      if (!o) throw new Error('no orientation');
      const exact = enumerated(usual, o, oneACause(belief.scene.points.length, belief.evidence));
      const vbus = usual.labels.near.get('VBUS') ?? 0;
      for (const site of usual.sites)
        expect(
          Math.abs((belief.wired[0]?.labels[site]?.[vbus] ?? NaN) - (exact.on[0]?.[site] ?? NaN)),
        ).toBeLessThan(1e-6);
    }
  });
});

describe('the order in which readings were taken', () => {
  it('changes nothing: 1,000 shuffles of the readings of five made-up boards', () => {
    const random = seeded(77);
    for (let seed = 1; seed <= 5; seed += 1) {
      const { truth } = brokenBoard(seed);
      const bench = truthBench(truth);
      const ids = probePoints(truth.board).map((p) => p.id);
      const pick = (): string => ids[Math.floor(random() * ids.length)] ?? '';
      const readings = Array.from({ length: 8 }, (_, i): Reading => {
        const [red, black] = [pick(), pick()];
        const mode = (['continuity', 'ohms', 'diode'] as const)[i % 3] ?? 'ohms';
        return {
          id: String(i),
          at: '',
          red,
          black,
          mode,
          struck: false,
          ...(red === black ? { shown: 'open' as const, value: null } : askTruth(bench, red, black, mode)),
        };
      });
      const scene = traceScene(traceContext(truth.board, []), USUAL_BELIEF.slipRate);
      const chancesOf = (list: readonly Reading[]): number[] => {
        const belief = traceBelief(traceContext(truth.board, list), USUAL_BELIEF, scene);
        return traceTargets(belief).flatMap((t) => [...netChances(belief, t)]);
      };
      const first = chancesOf(readings);
      for (let k = 0; k < 200; k += 1) {
        const shuffled = readings
          .map((r) => ({ r, at: random() }))
          .sort((a, b) => a.at - b.at)
          .map(({ r }) => r);
        // What the belief is made of comes out in one order; one in twenty is weighed to the end.
        expect(evidenceOf(scene, shuffled)).toEqual(evidenceOf(scene, readings));
        if (k % 20 === 0)
          chancesOf(shuffled).forEach((p, i) => expect(Math.abs(p - (first[i] ?? NaN))).toBeLessThan(1e-9));
      }
    }
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
    expect(missed.reduce((a, b) => a + b, 0) / missed.length).toBeLessThan(0.003);
    expect(missed.filter((x) => x > 0.03).length / missed.length).toBeLessThan(0.02);
  });
});
