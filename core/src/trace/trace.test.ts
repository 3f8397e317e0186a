import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Board, PinRow } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { placeRow } from '../board/place-row';
import type { PadState } from '../board/pad-state';
import type { Reading } from '../board/reading';
import { testComponent, testPoint, testReading, testRow } from '../testing/test-board';
import { brokenBoard } from '../practice/broken-board';
import { boardCircuit } from '../practice/board-circuit';
import { askSlipping, askTruth, truthBench } from '../practice/truth';
import { seeded } from '../practice/seeded';
import { traceBelief, USUAL_BELIEF } from '../belief/belief';
import { nextProbe, traceAdvice } from './next-probe';
import { targetBelief, traceTargets } from '../belief/pin-belief';
import { pinTable } from './pin-table';
import { PROBE_SECONDS, probeSeconds } from './probe-cost';
import { probeKey } from './probe-order';
import { traceContext } from '../belief/trace-context';
import { traceScene } from '../belief/trace-scene';
import { weighTrace } from './trace-answers';
import { traceReport } from './trace-report';
import { labelSet, tableOf } from '../belief/labels';
import { SIGNATURES } from '../belief/signature';
import { acrossInLine, acrossPart, betweenNets } from '../belief/between-nets';
import { CLASS_COUNT, classWords, readingClass, TRACE_MODES } from '../belief/outcome-class';
import { normalBelow } from '../belief/primitive';

/** A Micro-B board: fuse on VBUS, two series resistors, a chip's worth of nothing, a pour. */
function microBoard(states: readonly PadState[], shuffleX: readonly number[]): Board {
  const placed = testRow();
  const row: PinRow = { ...placed, pins: placed.pins.map((p, i) => ({ ...p, state: states[i] ?? 'sound' })) };
  const x = (i: number): number => shuffleX[i] ?? i * 3;
  return {
    ...EMPTY_BOARD,
    family: 'micro-b',
    rows: [row],
    components: [
      testComponent('F1', 'fuse', null, x(0), 8),
      testComponent('R1', 'resistor', null, x(1), 8),
      testComponent('R2', 'resistor', null, x(2), 8),
      testComponent('R3', 'resistor', null, x(3), 9),
      testComponent('C1', 'capacitor', null, x(4), 12),
    ],
    points: [testPoint('pour', 'pour', 12, 12)],
  };
}

const NETS: Readonly<Record<string, string>> = {
  'row1.1': 'vbus',
  'F1.1': 'vbus',
  'F1.2': 'vin',
  'C1.1': 'vin',
  'C1.2': '0',
  'row1.2': 'dm',
  'R1.1': 'dm',
  'R1.2': 'dm2',
  'row1.3': 'dp',
  'R2.1': 'dp',
  'R2.2': 'dp2',
  'R3.1': 'vin',
  'R3.2': 'led',
  'row1.5': '0',
  pour: '0',
};

/** Follows the proposed probes to their end on a truth, and gives the readings. */
function follow(
  board: Board,
  ask: (red: string, black: string, mode: Reading['mode']) => Pick<Reading, 'shown' | 'value'>,
): Reading[] {
  const readings: Reading[] = [];
  const scene = traceScene(traceContext(board, []), USUAL_BELIEF.slipRate);
  for (let i = 0; i < 60; i += 1) {
    const { order } = traceAdvice(traceContext(board, readings), {}, scene);
    if (!order) return readings;
    readings.push({
      id: `r${i}`,
      at: '',
      struck: false,
      red: order.red,
      black: order.black,
      mode: order.mode,
      ...ask(order.red, order.black, order.mode),
    });
  }
  throw new Error('the probes do not come to an end');
}

describe('following the proposed probes', () => {
  it('with every pad sound, finds the true net of every pin wherever the parts stand, and comes to an end', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(22, 27, 33),
        fc.shuffledSubarray([1, 4, 7, 10, 13], { minLength: 5 }),
        (ohms, xs) => {
          const board = microBoard([], xs);
          const valued = board.components.map((c) =>
            c.id === 'R1' || c.id === 'R2'
              ? { ...c, value: ohms }
              : { ...c, value: c.id === 'R3' ? 1e4 : null },
          );
          const truth = truthBench({
            board,
            netOf: NETS,
            gone: new Set(),
            cut: new Set(),
            circuit: boardCircuit(valued, (id) => NETS[id]),
            followed: new Set(),
          });
          const readings = follow(board, (red, black, mode) => askTruth(truth, red, black, mode));
          for (const row of traceReport(board, readings, weighTrace(board, readings)).pins) {
            expect(row.contradictions).toEqual([]);
            // Behind the fuse is second best, and works.
            const works = NETS[row.pin.id] === 'vbus' ? ['vbus', 'vin'] : [NETS[row.pin.id]];
            if (row.landing) expect(works).toContain(NETS[row.landing.pointId]);
          }
        },
      ),
      { numRuns: 8 },
    );
  });
  it('does not ask again what was skipped or answered', () => {
    const board = microBoard([], [0, 3, 6, 9, 12]);
    const order = nextProbe(traceContext(board, []));
    expect(order).not.toBeNull();
    if (!order) return;
    const skipped = new Set([probeKey(order.black, order.red, order.mode)]);
    const other = nextProbe(traceContext(board, []), skipped);
    expect(other && probeKey(other.red, other.black, other.mode)).not.toBe(
      probeKey(order.red, order.black, order.mode),
    );
    const read = { ...testReading(order.red, order.black, 'beep'), mode: order.mode };
    const after = nextProbe(traceContext(board, [read]));
    expect(after && probeKey(after.red, after.black, after.mode)).not.toBe(
      probeKey(order.red, order.black, order.mode),
    );
  });
  it('says why, and what each answer would mean, by name', () => {
    const order = nextProbe(traceContext(microBoard([], [0, 3, 6, 9, 12]), []));
    expect(order?.why).toMatch(/tells/iu);
    expect(order?.means.length).toBeGreaterThan(1);
    expect(order?.gainBits).toBeGreaterThan(0);
  });
});

describe('made-up boards, traced to the end', () => {
  const play = (seed: number, slip: number) => {
    const made = brokenBoard(seed);
    const bench = truthBench(made.truth);
    const random = seeded(seed + 5);
    const readings = follow(made.truth.board, (red, black, mode) =>
      askSlipping(bench, red, black, mode, slip, random),
    );
    const context = traceContext(made.truth.board, readings);
    const advice = traceAdvice(context);
    const verdicts = advice.targets.flatMap((t) =>
      t.target.pins.flatMap((at) => {
        const id = context.pins[at]?.id ?? '';
        if (!made.required.includes(id)) return [];
        if (t.status === 'unsure') return ['unsure' as const];
        const right =
          made.truth.netOf[t.landings[0]?.pointId ?? ''] === made.pinNets[id] && t.status === 'sure';
        return [right ? ('right' as const) : ('wrong' as const)];
      }),
    );
    return { verdicts, probes: readings.length };
  };
  // The bench plays a thousand; here a few dozen hold the line: one wrong landing in a hundred is wanted there.
  it.each([
    [0, 0.97],
    [0.03, 0.95],
  ])(
    'with %d of readings corrupted, of the sure ones %d or more are right, few stay unsure',
    (slip, right) => {
      const all = Array.from({ length: 6 }, (_, i) => play(500 + i, slip)).flatMap((p) => p.verdicts);
      const count = (v: string): number => all.filter((x) => x === v).length;
      expect(count('right') / (count('right') + count('wrong'))).toBeGreaterThanOrEqual(right);
      expect(count('unsure') / all.length).toBeLessThan(0.2);
    },
  );
});

describe('the belief', () => {
  const board = microBoard(['torn', 'torn', 'torn', 'sound', 'sound'], [4, 5.5, 7, 11, 13]);
  it('is a distribution: of orientations, of explanations of each group, of labels of each point', () => {
    const belief = traceBelief(traceContext(board, [testReading('R1.1', 'R1.2', 22)]));
    expect(belief.wired.reduce((n, w) => n + w.weight, 0)).toBeCloseTo(1, 9);
    for (const way of belief.wired) {
      for (const g of way.groups) expect(g.hypotheses.reduce((n, h) => n + h.weight, 0)).toBeCloseTo(1, 3);
      for (const dist of way.labels) expect(dist.reduce((n, p) => n + p, 0)).toBeCloseTo(1, 6);
    }
  });
  it('does not depend on the order of readings', () => {
    const readings = [
      testReading('R1.1', 'R1.2', 22),
      testReading('R2.1', 'R2.2', 22),
      testReading('F1.1', 'F1.2', 0.3),
      testReading('F1.1', 'pour', 'OL'),
    ];
    const chances = (list: readonly Reading[]): number[] => {
      const belief = traceBelief(traceContext(board, list));
      return traceTargets(belief).map((t) => targetBelief(belief, t, 0.97).landings[0]?.p ?? 0);
    };
    const forth = chances(readings);
    chances(readings.toReversed()).forEach((p, i) => expect(p).toBeCloseTo(forth[i] ?? 0, 6));
  });
  it('no single reading rules anything out', () => {
    const open = traceBelief(
      traceContext(microBoard([], [4, 5.5, 7, 11, 13]), [testReading('row1.3', 'R2.1', 'open')]),
    );
    const dp = traceTargets(open).find((t) => t.functions.includes('D+'));
    const p = dp && targetBelief(open, dp, 0.97, 50).landings.find((l) => l.pointId === 'R2.1')?.p;
    expect(p).toBeGreaterThan(0.002);
    expect(p).toBeLessThan(0.5);
  });
  it('two equal small resistors near the port make the data lines, in the order of the pins (common practice)', () => {
    const belief = traceBelief(
      traceContext(board, [testReading('R1.1', 'R1.2', 22), testReading('R2.1', 'R2.2', 22.3)]),
    );
    const best = (f: string) => {
      const t = traceTargets(belief).find((x) => x.functions[0] === f);
      return t && targetBelief(belief, t, 0.97).landings[0]?.pointId;
    };
    expect([best('D-'), best('D+')]).toEqual(['R1.1', 'R2.1']);
  });
  it('a reading that clashes is named with what it clashes with, and is to be repeated first', () => {
    const sound = microBoard([], [4, 5.5, 7, 11, 13]);
    const good = [
      testReading('row1.3', 'R2.1', 0.2),
      testReading('row1.2', 'R1.1', 0.2),
      testReading('row1.5', 'pour', 'beep'),
    ];
    const slipped = testReading('row1.3', 'R1.1', 0.2);
    const advice = traceAdvice(
      traceContext(sound, [...good, slipped, testReading('row1.2', 'row1.3', 'OL')]),
    );
    const named = advice.doubtful.flatMap((d) => [d.readingId, ...d.against]);
    expect(named).toContain(slipped.id);
    expect(advice.order?.purpose).toBe('repeat');
  });
  it('a reading that was repeated is not asked a third time', () => {
    const sound = microBoard([], [4, 5.5, 7, 11, 13]);
    const wires = [
      testReading('row1.3', 'R2.1', 0.2),
      testReading('row1.2', 'R1.1', 0.2),
      testReading('row1.5', 'pour', 'beep'),
    ];
    const clash = [...wires, testReading('row1.3', 'R1.1', 0.2), testReading('row1.2', 'row1.3', 'OL')];
    const readings = [...clash];
    for (let i = 0; i < 8; i += 1) {
      const { order } = traceAdvice(traceContext(sound, readings));
      if (order?.purpose !== 'repeat') break;
      const same = readings.filter(
        (r) => probeKey(r.red, r.black, r.mode) === probeKey(order.red, order.black, order.mode),
      );
      expect(same).toHaveLength(1);
      readings.push({ ...testReading(order.red, order.black, 'OL'), mode: order.mode });
    }
    expect(readings.length).toBeGreaterThan(clash.length);
  });
  it('lines that the device can do without are believed about only when asked for', () => {
    const ctx = [testReading('row1.4', 'R3.1', 0.2)];
    const five = microBoard([], [4, 5.5, 7, 11, 13]);
    const asked = traceReport(five, ctx, weighTrace(five, ctx, { optional: true }));
    const plain = traceReport(five, ctx, weighTrace(five, ctx));
    expect(asked.pins[3]?.believed).not.toBeNull();
    expect(plain.believed.length).toBeLessThan(asked.believed.length);
  });
  it('refuses what is no chance', () => {
    const ctx = traceContext(board, []);
    expect(() => traceBelief(ctx, { ...USUAL_BELIEF, slipRate: 0 })).toThrow(/slip rate/);
    expect(() => traceAdvice(ctx, { sureAt: 1 })).toThrow(/sure enough/);
  });
  it('before the first reading other stations hear nothing of it', () => {
    expect(traceReport(board, [], weighTrace(board, [])).believed).toEqual([]);
  });
});

describe('the signature table', () => {
  it('gives a distribution for every two kinds of net and every mode, and names a source for each row', () => {
    const kinds = [...new Set(SIGNATURES.flatMap((r) => r.between)), 'alone', 'other'] as const;
    for (const a of kinds)
      for (const b of kinds)
        for (const mode of TRACE_MODES) {
          const chances = betweenNets(a, b, false, true)[mode];
          expect(chances).toHaveLength(CLASS_COUNT[mode]);
          expect(chances.reduce((n, p) => n + p, 0)).toBeCloseTo(1, 6);
          expect(Math.min(...chances)).toBeGreaterThanOrEqual(-1e-9);
        }
    for (const row of SIGNATURES) expect(row.source).not.toBe('');
  });
  it('reads the other way round with the leads swapped', () => {
    const [there, back] = [
      betweenNets('ground', 'data', false, false),
      betweenNets('data', 'ground', false, false),
    ];
    const drop = readingClass({ mode: 'diode', shown: 'value', value: 0.62 })?.at ?? -1;
    expect(there.diode[drop]).toBeGreaterThan(0.6);
    expect(back.diode[drop]).toBeLessThan(0.2);
    expect([...there.continuity]).toEqual([...back.continuity]);
  });
  it.each([
    ['data', 'far data', 22.4],
    ['data', 'far data', 32],
    ['ground', 'configuration', 5080],
    ['supply', 'far supply', 0.38],
  ] as const)('%s to %s makes %d ohm likelier than elsewhere', (a, b, ohms) => {
    const at = readingClass({ mode: 'ohms', shown: 'value', value: ohms })?.at ?? -1;
    expect(betweenNets(a, b, false, true).ohms[at]).toBeGreaterThan(
      5 * (betweenNets('other', 'rail', false, false).ohms[at] ?? 1),
    );
  });
  it('a label set mixes in the slips: every outcome stays possible', () => {
    const set = labelSet(['VBUS', 'D+', 'D-'], 0.02, {
      low: true,
      resistor: true,
      choke: true,
      junction: true,
    });
    for (const chances of set.chances.ohms) expect(Math.min(...chances)).toBeGreaterThan(0.0003);
  });
  it('knows what parts of no line read across, and which say nothing', () => {
    expect(acrossPart('fuse')?.continuity[0]).toBeGreaterThan(0.9);
    expect(acrossPart('chip')).toBeNull();
  });
  it('a part in a line reads as that part: an ohm across a resistor is no choke, and speaks for a supply', () => {
    const at = readingClass({ mode: 'ohms', shown: 'value', value: 1.15 })?.at ?? -1;
    const of = (kind: 'resistor' | 'low', line: 'supply' | 'data') => acrossInLine(kind, line)?.ohms[at] ?? 0;
    expect(of('low', 'data')).toBeGreaterThan(20 * of('resistor', 'data'));
    expect(of('resistor', 'supply')).toBeGreaterThan(20 * of('resistor', 'data'));
    expect(of('resistor', 'data')).toBeLessThan(acrossPart('resistor')?.ohms[at] ?? 0);
    const set = labelSet(['VBUS', 'D+', 'D-'], 0.02, {
      low: true,
      resistor: true,
      choke: true,
      junction: true,
    });
    const [near, far] = [set.near.get('D+') ?? 0, set.far.get('D+') ?? 0];
    const spoken = (kind: 'resistor' | 'choke' | null) =>
      tableOf(set, 'ohms', kind)[near * set.labels.length + far]?.[at] ?? 0;
    expect(spoken('choke')).toBeGreaterThan(spoken(null));
    expect(spoken('resistor')).toBeLessThan(spoken(null) / 10);
  });
  it('words cover every class once', () => {
    for (const mode of TRACE_MODES) {
      const covered = classWords(mode).flatMap((w) =>
        Array.from({ length: w.to - w.from + 1 }, (_, i) => w.from + i),
      );
      expect(covered).toEqual(Array.from({ length: CLASS_COUNT[mode] }, (_, i) => i));
    }
  });
  it.each([
    [0, 0.5],
    [1, 0.8413447],
    [-1.959964, 0.025],
    [3, 0.9986501],
  ])('normal distribution at %d (tables, Abramowitz and Stegun 26.2, from memory)', (x, p) => {
    expect(normalBelow(x)).toBeCloseTo(p, 6);
  });
});

describe('what a probe costs', () => {
  const points = traceContext(microBoard([], [0, 3, 6, 9, 12]), []).points;
  const [a, b, c] = points;
  const none = new Set<string>();
  it('a minute more where a track has to be scraped bare first, and only once', () => {
    if (!a) throw new Error('no points');
    const board = microBoard([], [0, 3, 6, 9, 12]);
    const end = traceContext(
      { ...board, points: [...board.points, testPoint('end', 'track-end', 3, 3)] },
      [],
    ).byId.get('end');
    if (!end) throw new Error('no end');
    const bare = probeSeconds(null, end, a, 'ohms', new Set(['end']));
    expect(probeSeconds(null, end, a, 'ohms', none) - bare).toBe(PROBE_SECONDS.scrapeTrack);
    expect(probeSeconds(null, end, a, 'seen', none)).toBe(
      probeSeconds(null, end, a, 'seen', new Set(['end'])),
    );
  });
  it('less where a lead stays and the dial is not turned', () => {
    if (!a || !b || !c) throw new Error('no points');
    const stay = probeSeconds({ red: a, black: b, mode: 'ohms' }, a, c, 'ohms', none);
    expect(stay).toBeLessThan(
      probeSeconds({ red: a, black: b, mode: 'ohms' }, c, points[4] ?? a, 'ohms', none),
    );
    expect(stay).toBeLessThan(probeSeconds({ red: a, black: b, mode: 'diode' }, a, c, 'ohms', none));
    expect(stay).toBeLessThan(
      probeSeconds({ red: a, black: b, mode: 'ohms' }, a, { ...c, face: 'bottom' }, 'ohms', none),
    );
  });
});

describe('the pin table', () => {
  it('warns of two supplies joined and of a shorted input', () => {
    const board = microBoard([], [0, 3, 6, 9, 12]);
    const dock = { ...board, points: [...board.points, testPoint('dock', 'other-supply', 1, 1)] };
    const vbus = 'row1.1';
    expect(pinTable(traceContext(dock, [testReading(vbus, 'dock', 'beep')]))[0]?.contradictions[0]).toMatch(
      /two supplies/,
    );
    expect(pinTable(traceContext(board, [testReading(vbus, 'pour', 0.4)]))[0]?.contradictions[0]).toMatch(
      /shorted/,
    );
  });
  it('warns where a wire would join another supply, or another pin', () => {
    const board = microBoard(['torn'], [1, 4, 7, 10, 13]);
    const dock = { ...board, points: [...board.points, testPoint('dock', 'other-supply', 1, 1)] };
    const landed = { pins: [0], functions: ['VBUS' as const], required: true };
    const believed = {
      target: landed,
      landings: [{ pointId: 'F1.1', p: 0.99 }],
      nowhere: 0,
      status: 'sure' as const,
    };
    const warned = pinTable(traceContext(dock, [testReading('F1.1', 'dock', 0.1)]), [believed])[0];
    expect(warned?.contradictions.join()).toMatch(/joins two supplies/);
    const shared = pinTable(traceContext(dock, [testReading('F1.1', 'row1.3', 0.1)]), [believed])[0];
    expect(shared?.contradictions.join()).toMatch(/shares its net with pin 3/);
  });
  it('a bridge between pins of different functions contradicts', () => {
    const board = microBoard([], [0, 3, 6, 9, 12]);
    expect(
      pinTable(traceContext(board, [testReading('row1.2', 'row1.3', 'beep')]))[1]?.contradictions[0],
    ).toMatch(/bridge/);
  });
  it('ID may stay without a landing; D+ may not', () => {
    const board = microBoard(['sound', 'sound', 'torn', 'torn', 'sound'], [0, 3, 6, 9, 12]);
    const table = pinTable(traceContext(board, []));
    expect(table[3]?.status).toBe('needless');
    expect(table[2]?.status).toBe('open');
    expect(table[0]?.status).toBe('sound');
  });
});

describe('type C', () => {
  it('a torn D+ lands where its sister on the other side does', () => {
    const placed = placeRow(EMPTY_BOARD, {
      family: 'type-c-16',
      face: 'top',
      first: { x: 0, y: 0 },
      directionDeg: 0,
      pitchMm: 0.5,
      count: 12,
      mirrored: false,
    });
    const board: Board = {
      ...EMPTY_BOARD,
      family: 'type-c-16',
      rows: [
        { ...placed, pins: placed.pins.map((p) => ({ ...p, state: p.number === 'A6' ? 'torn' : 'sound' })) },
      ],
      components: [testComponent('R6', 'resistor', 22, 3, 4)],
    };
    const table = pinTable(traceContext(board, [testReading('row1.B6', 'R6.1', 'beep')]));
    expect(table.find((r) => r.pin.pin.number === 'A6')?.landing?.pointId).toBe('R6.1');
  });
});
