import { describe, expect, it } from '@jest/globals';
import { GENERIC_PARTS } from '../connector/generic-parts';
import type { AirSetting } from './air-jet';
import { airFault, jetGive, meanGive } from './air-jet';
import type { BoardGuess, HeatBoard } from './heat-board';
import type { HeatTrial } from './heat-trial';
import { secondsOver, tryHeat } from './heat-trial';
import type { HeatUse } from './heat-use';
import { tipContact } from './iron';
import { heatFault } from './lay-scene';
import { plainBoard } from './plain-board';

/** What benches know of heat, as common practice: no source but hands. */

const part = (id: string) => {
  const found = GENERIC_PARTS.find((p) => p.id === `generic/${id}`);
  if (!found) throw new Error(`no part ${id}`);
  return found;
};
const boardWith = (id: string, more: Partial<Parameters<typeof plainBoard>[0]> = {}): HeatBoard =>
  plainBoard({
    part: part(id),
    widthMm: 20,
    depthMm: 25,
    solder: 'SAC305',
    spared: true,
    shy: null,
    ...more,
  });
const small = boardWith('micro-slots-5');
const thin: BoardGuess = { thicknessMm: 0.8, copper: 'pour', spokes: true, hand: 1 };
const thick: BoardGuess = { thicknessMm: 1.6, copper: 'plane', spokes: true, hand: 1 };

const AIR: AirSetting = { celsius: 380, litresMin: 25, nozzleMm: 8, heightMm: 15, circleMm: 3 };
const all = (b: HeatBoard): string[] => b.joints.map((j) => j.id);
const leg = small.joints.find((j) => j.kind === 'leg')?.id ?? '';
const pin = small.joints.find((j) => j.kind === 'pin')?.id ?? '';
const base: HeatUse = {
  targets: [],
  iron: null,
  ironOn: [],
  flooded: false,
  air: null,
  preheatC: null,
  leaded: false,
  shielded: false,
  roomC: 22,
  mostS: 5,
  holdS: 1,
};
const iron = (celsius: number, target: string, more: Partial<HeatUse> = {}): HeatUse => ({
  ...base,
  targets: [target],
  ironOn: [target],
  iron: { celsius, tip: 'wide', watts: 60, wet: true },
  ...more,
});
const air = (celsius: number, more: Partial<HeatUse> = {}): HeatUse => ({
  ...base,
  targets: all(small),
  air: { ...AIR, celsius },
  mostS: 60,
  holdS: 5,
  ...more,
});
const FINE = { stepMm: 0.5, everyS: 1 } as const;
const go = (use: HeatUse, guess: BoardGuess, board = small): HeatTrial => tryHeat(board, guess, use, FINE);
const broken = (t: HeatTrial): string[] => t.reached.flatMap((r) => (r.broken === null ? [] : [r.id]));

describe('an iron (common practice)', () => {
  it('at 315 °C leaves a lead-free leg on a plane solid for 5 s, at 370 °C it melts', () => {
    expect(go(iron(315, leg), thick).allAtS).toBeNull();
    expect(go(iron(370, leg), thick).allAtS).toBeLessThan(5);
  });
  it('melts a pin in about a second, and harms nothing in a second more', () => {
    const t = go(iron(350, pin), thin);
    expect(t.allAtS).toBeLessThan(1.5);
    expect(broken(t)).toEqual([]);
  });
  it('at 450 °C burns the pad of a pin', () => {
    expect(broken(go(iron(450, pin), thin))).toContain(pin);
  });
  it('dry brings in a fraction of what it does wet, and a fine tip a fraction of a wide one', () => {
    const tip = { celsius: 350, watts: 60 } as const;
    expect(tipContact({ ...tip, tip: 'wide', wet: false })).toBeLessThan(
      tipContact({ ...tip, tip: 'wide', wet: true }) / 3,
    );
    const dry = { celsius: 370, tip: 'wide', watts: 60, wet: false } as const;
    expect(go(iron(370, leg, { iron: dry }), thick).allAtS).toBeNull();
    const fine = { ...dry, tip: 'fine', wet: true } as const;
    expect(go(iron(370, leg, { iron: fine }), thick).allAtS).toBeNull();
  });
  it('melts sooner once leaded solder is in the joint, and on a preheater', () => {
    const plain = go(iron(370, leg), thick).allAtS ?? Infinity;
    expect(go(iron(370, leg, { leaded: true }), thick).allAtS).toBeLessThan(plain);
    expect(go(iron(370, leg, { preheatC: 110 }), thick).allAtS).toBeLessThan(plain);
  });
});

describe('hot air (common practice)', () => {
  it('at 450 °C frees a small port from two layers within about 10 s, and harms it', () => {
    const t = go(air(450), thin);
    expect(t.allAtS).toBeGreaterThan(6);
    expect(t.allAtS).toBeLessThan(13);
    expect(broken(t).length).toBeGreaterThan(0);
  });
  it('at 380 °C lets a donor port go after 10 to 15 s, and leaves it whole', () => {
    const t = go(air(380), thin);
    expect(t.allAtS).toBeGreaterThanOrEqual(10);
    expect(t.allAtS).toBeLessThanOrEqual(15);
    expect(broken(t)).toEqual([]);
  });
  it('takes far longer on a thick board of four layers', () => {
    expect(go(air(380), thick).allAtS ?? 60).toBeGreaterThan(20);
  });
  it('makes small parts beside the port swim, and a shield keeps what stands apart from it cooler', () => {
    const near = boardWith('micro-slots-5', { shy: { kind: 'lamp', mm: 12 } });
    const lamp = (use: HeatUse): number =>
      tryHeat(near, thin, { ...use, targets: all(near) }, FINE).reached.find((r) => r.id === 'shy')?.peakC ??
      0;
    expect(lamp(air(380))).toBeGreaterThan(lamp(air(380, { shielded: true })) + 5);
    const beside = {
      ...small,
      parts: [
        {
          id: 'c',
          name: 'C1',
          at: { x: 0, y: -3 },
          face: 'top' as const,
          sizeMm: [1, 0.5] as const,
          kind: null,
          ends: [
            { x: -0.5, y: -3 },
            { x: 0.5, y: -3 },
          ],
        },
      ],
    };
    expect(tryHeat(beside, thin, air(380), FINE).swims).toEqual(['C1']);
  });
  it('gives 60 to 200 W/(m2 K) on average at hobby flows (handbook range, from memory), more for more air, less further off', () => {
    for (const litresMin of [8, 15, 25]) {
      expect(meanGive({ ...AIR, litresMin })).toBeGreaterThan(60);
      expect(meanGive({ ...AIR, litresMin })).toBeLessThan(200);
    }
    expect(meanGive({ ...AIR, litresMin: 40 })).toBeGreaterThan(meanGive(AIR));
    expect(jetGive(AIR, 20).jet).toBeLessThan(jetGive(AIR, 0).jet / 2);
    expect(jetGive({ ...AIR, heightMm: 80 }, 0).room).toBeGreaterThan(jetGive(AIR, 0).room);
  });
});

describe('what cannot be is told in words', () => {
  const cases: readonly (readonly [string, HeatBoard, Partial<BoardGuess>, HeatUse, RegExp])[] = [
    ['no outline', { ...small, outline: [] }, {}, iron(350, pin), /no outline/],
    ['no thickness', small, { thicknessMm: 0 }, iron(350, pin), /0.1 to 5 mm thick/],
    ['a cold tip', small, {}, iron(20, pin, { roomC: 22 }), /colder than the room/],
    ['nothing to heat with', small, {}, { ...base, targets: [pin] }, /an iron or hot air/],
    ['nothing to melt', small, {}, { ...air(350), targets: [] }, /choose a joint/],
    ['a joint of another board', small, {}, iron(350, 'elsewhere'), /not on the board/],
    [
      'a cell under the jet',
      boardWith('micro-slots-5', { shy: { kind: 'cell', mm: 8 } }),
      {},
      air(350),
      /take the cell out/,
    ],
    ['hands ten times too good', small, { hand: 50 }, iron(350, pin), /a tenth to five times/],
  ];
  it.each(cases)('%s', (_, board, guess, use, words) => {
    expect(heatFault(board, { ...thin, ...guess }, use)).toMatch(words);
    expect(() => tryHeat(board, { ...thin, ...guess }, use, FINE)).toThrow(words);
  });
  it('and air that is no air', () => {
    expect(airFault({ ...AIR, litresMin: 0 })).toMatch(/litres/);
    expect(airFault({ ...AIR, nozzleMm: 0 })).toMatch(/nozzle/);
    expect(airFault(AIR)).toBeNull();
  });
});

it('time over a level is cut where the curve crosses it', () => {
  expect(secondsOver([0, 1, 2, 3], [0, 100, 100, 0], 50)).toBeCloseTo(2);
  expect(secondsOver([0, 1], [0, 40], 50)).toBe(0);
});
