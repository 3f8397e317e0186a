import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { Reading } from '../board/reading';
import { traceContext } from '../belief/trace-context';
import { brokenBoard } from '../practice/broken-board';
import { askTruth, truthBench } from '../practice/truth';
import { testComponent, testPoint, testReading, testRow, testRows } from '../testing/test-board';
import { traceAdvice } from './next-probe';
import { lifeFirst } from './pad-life';
import { probeKey } from './probe-order';

/** A Micro-B board with pads ripped off; the track of D- goes on under the mask, and two resistors of 22 ohm stand before the pair. */
function pairBoard(torn: readonly number[]): Board {
  const row = testRow();
  const pins = row.pins.map((p, i) => ({
    ...p,
    state: torn.includes(i) ? ('torn' as const) : ('sound' as const),
  }));
  return {
    ...EMPTY_BOARD,
    family: 'micro-b',
    rows: [{ ...row, pins }],
    components: [
      testComponent('F1', 'fuse', null, 3, 7),
      testComponent('R1', 'resistor', 22, 5.5, 7),
      testComponent('R2', 'resistor', 22, 7.5, 7),
    ],
    points: [
      testPoint('pour', 'pour', 12, 12),
      { ...testPoint('end', 'track-end', 5.6, 6), ofPin: pins[1]?.id ?? '' },
    ],
  };
}
const board = pairBoard([1]);
const padOf = (i: number): string => board.rows[0]?.pins[i]?.id ?? '';
/** The other pins ring to their parts, so that D- can hardly be anywhere but at R1, where nothing was read. */
const othersRing: readonly Reading[] = [
  testReading(padOf(2), 'R2.1', 0.2),
  testReading(padOf(0), 'F1.1', 0.2),
  testReading(padOf(4), 'pour', 0.2),
];
const adviceOn = (readings: readonly Reading[], sureAt: number, on = board) =>
  traceAdvice(traceContext(on, readings), { sureAt });

describe('what is asked next', () => {
  it('where a landing is likely enough and only a reading there is missing: that reading, and no scraping', () => {
    const { targets, order } = adviceOn(othersRing, 0.9);
    const minus = targets.find((t) => t.target.functions[0] === 'D-');
    expect(minus?.status).toBe('unsure');
    expect(minus?.landings[0]?.p).toBeGreaterThan(0.9);
    expect(order?.scrape).toEqual([]);
    expect(order?.mode).not.toBe('seen');
    expect([order?.red, order?.black]).toContain('R1.1');
  });
  it('what did not come clear by many readings is not asked by many more', () => {
    const few = [testReading(padOf(4), 'pour', 0.2), testReading(padOf(0), 'F1.1', 0.2)];
    const fruitless = Array.from({ length: 40 }, () => testReading('F1.2', 'pour', 'OL'));
    const bothTorn = pairBoard([1, 2]);
    expect(adviceOn(few, 0.97, bothTorn).order?.gainBits).toBeGreaterThan(0.1);
    // What is left is to read once at the likeliest place.
    expect(adviceOn([...few, ...fruitless], 0.97, bothTorn).order?.gainBits ?? 0).toBe(0);
  });
  it('where which end of a fuse looks to the port is all that is open: ohms across it, since of few either end will do', () => {
    const gone = pairBoard([0]);
    const known = [testReading(padOf(1), 'R1.1', 0.2), testReading(padOf(2), 'R2.1', 0.2)];
    const shows = (red: string, black: string): Reading => {
      const ends = [red, black].sort().join();
      return testReading(red, black, ends === 'F1.1,F1.2' ? 0.3 : ends.includes('F1') ? 2e6 : 'OL');
    };
    const asked: Reading[] = [];
    let now = adviceOn(known, 0.97, gone);
    while (now.order && asked.length < 10) {
      const { red, black, mode } = now.order;
      asked.push(
        mode === 'ohms' ? shows(red, black) : { ...testReading(red, black, 'OL'), mode, shown: 'open' },
      );
      now = adviceOn([...known, ...asked], 0.97, gone);
    }
    expect(asked.some((r) => [r.red, r.black].sort().join() === 'F1.1,F1.2')).toBe(true);
    const supply = now.targets.find((t) => t.target.functions[0] === 'VBUS');
    expect([supply?.status, supply?.landings[0]?.orEnd !== undefined]).toEqual(['sure', true]);
  });
  it('what is printed on a part is not measured again, and who does so all the same has learned nothing', () => {
    const torn = pairBoard([0, 1, 2]);
    const first = adviceOn([], 0.97, torn);
    const asked = new Set<string>();
    const readings: Reading[] = [];
    for (let order = first.order; order && readings.length < 12;) {
      asked.add(`${[order.red, order.black].sort().join()} ${order.mode}`);
      readings.push({ ...testReading(order.red, order.black, 'OL'), mode: order.mode });
      order = adviceOn(readings, 0.97, torn).order;
    }
    expect(asked.size).toBeGreaterThan(1);
    for (const marked of ['R1.1,R1.2 ohms', 'R2.1,R2.2 ohms']) expect(asked).not.toContain(marked);
    const chances = (own: readonly Reading[]) =>
      adviceOn(own, 0.97, torn).targets.map((t) => t.landings.map((l) => [l.pointId, l.p.toFixed(9)]));
    expect(chances([testReading('R1.1', 'R1.2', 22.1)])).toEqual(chances([]));
    // A figure that is not what is printed does tell something: the mark was misread, or the part is broken.
    expect(chances([testReading('R1.1', 'R1.2', 'OL')])).not.toEqual(chances([]));
  });
  it('a pad that was tried in vain is asked whether its line lives before it is tried at one more place', () => {
    const rang = testReading(padOf(4), 'pour', 0.2);
    const vain: Reading = { ...testReading(padOf(1), 'R1.1', 'OL'), mode: 'continuity', shown: 'open' };
    const alive: Reading = { ...testReading('pour', padOf(1), 0.6), mode: 'diode' };
    const instead = (readings: readonly Reading[], of = padOf(1)) => {
      const { belief } = adviceOn(readings, 0.97, pairBoard([]));
      const at = (id: string): number => belief.scene.index.get(id) ?? -1;
      const life = lifeFirst(belief, { red: at(of), black: at('R2.1'), mode: 'continuity' });
      return (
        life && {
          ...life,
          red: belief.scene.points[life.red]?.id,
          black: belief.scene.points[life.black]?.id,
        }
      );
    };
    expect(instead([rang, vain])).toEqual({ red: 'pour', black: padOf(1), mode: 'diode' });
    // Nothing was tried there yet; it was asked; it rang; no pad at all.
    expect(instead([rang])).toBeNull();
    expect(instead([rang, vain, alive])).toBeNull();
    expect(instead([rang, vain, { ...alive, shown: 'over', value: null }])).toBeNull();
    expect(instead([rang, vain, testReading(padOf(1), 'R1.2', 22)])).toBeNull();
    expect(instead([rang, vain], 'R1.1')).toBeNull();
  });
  it('on a charge-only board no pad is tried at a second place before that', () => {
    const modes: string[][] = [];
    for (const seed of [1, 2, 3]) {
      const { truth } = brokenBoard(seed, { kind: 'micro-b charge only', torn: 0, fault: 'none' });
      const bench = truthBench(truth);
      const readings: Reading[] = [];
      for (let n = 0; n < 12; n += 1) {
        const { order } = traceAdvice(traceContext(truth.board, readings));
        if (!order) break;
        const { red, black, mode } = order;
        const shown = askTruth(bench, red, black, mode);
        readings.push({ id: String(n), at: '', struck: false, red, black, mode, ...shown });
      }
      for (const pad of truth.board.rows.flatMap((r) => r.pins)) {
        const own = readings.filter((r) => r.red === pad.id || r.black === pad.id);
        if (own.length < 2 || (own[0]?.shown !== 'open' && own[0]?.shown !== 'over')) continue;
        modes.push(own.slice(0, 2).map((r) => r.mode));
      }
    }
    expect(modes.length).toBeGreaterThan(0);
    for (const two of modes) expect(two).toContain('diode');
  });
  it('a bared track settles its own pin; for the sister pin the likeliest part is rung to it', () => {
    const rows = testRows('type-c-16', (p) => (p.function === 'VBUS' ? 'torn' : 'sound'), { x: 0, y: 0 });
    const supply = rows.flatMap((r) => r.pins).filter((p) => p.function === 'VBUS');
    const typeC: Board = {
      ...EMPTY_BOARD,
      family: 'type-c-16',
      rows,
      components: [
        testComponent('C1', 'capacitor', null, 1, 4),
        testComponent('C2', 'capacitor', null, 5, 4),
      ],
      points: [
        testPoint('pour', 'pour', 12, 12),
        { ...testPoint('end', 'track-end', 1, 2), ofPin: supply[0]?.id ?? '' },
      ],
    };
    const bared: Reading = {
      ...testReading('end', 'pour', 'OL'),
      mode: 'ohms',
      shown: 'climbs',
      value: null,
    };
    const after = (readings: readonly Reading[]) => {
      const { order, targets } = traceAdvice(traceContext(typeC, readings), { onlyToBuild: true });
      return { order, landing: targets.find((t) => t.target.functions[0] === 'VBUS')?.landings[0]?.pointId };
    };
    const first = after([bared]);
    expect(first.landing).toBe('end');
    expect(first.order).toMatchObject({ red: 'end', mode: 'ohms', purpose: 'tell' });
    const part = first.order?.black ?? '';
    expect(part).toMatch(/^C[12]\./);
    const rung = after([bared, testReading('end', part, 0.2)]);
    expect([rung.landing, rung.order]).toEqual([part, null]);
    // The same part is not rung to it twice.
    expect(after([bared, testReading('end', part, 'OL')]).order?.black).not.toBe(part);
  });
  it('no landing is sure before it rang or was measured in ohms against ground: in diode mode a supply looks like data', () => {
    const diode: Reading = { ...testReading('pour', 'R1.1', 0.62), mode: 'diode' };
    const minus = (readings: readonly Reading[]) => {
      const { order, targets } = adviceOn([...othersRing, ...readings], 0.9);
      return { order, told: targets.find((t) => t.target.functions[0] === 'D-') };
    };
    const before = minus([diode]);
    expect([before.told?.landings[0]?.pointId, before.told?.status]).toEqual(['R1.1', 'unsure']);
    expect(before.told?.landings[0]?.p).toBeGreaterThan(0.9);
    expect(before.order).toMatchObject({ red: 'R1.1', black: 'pour', mode: 'ohms' });
    expect(before.order?.means.some((m) => m.tells.includes('supply, not D-'))).toBe(true);
    expect(minus([diode, testReading('R1.1', 'pour', 4e6)]).told?.status).toBe('sure');
    const climbs: Reading = {
      ...testReading('R1.1', 'pour', 'OL'),
      mode: 'ohms',
      shown: 'climbs',
      value: null,
    };
    expect(minus([diode, climbs]).told?.landings[0]?.p).toBeLessThan(before.told?.landings[0]?.p ?? 0);
  });
  it('a pair that was skipped is asked in no other mode', () => {
    const torn = pairBoard([0, 1, 2]);
    const skipped = new Set<string>();
    for (let n = 0; n < 6; n += 1) {
      const { order } = traceAdvice(traceContext(torn, []), { skipped });
      if (!order) break;
      const ends = [order.red, order.black].sort().join('|');
      if (order.mode !== 'seen') expect([...skipped].some((key) => key.startsWith(`${ends}|`))).toBe(false);
      skipped.add(probeKey(...([order.red, order.black].sort() as [string, string]), order.mode));
    }
    expect(skipped.size).toBe(6);
  });
});
