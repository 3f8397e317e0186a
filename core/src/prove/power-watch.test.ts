import { describe, expect, it } from '@jest/globals';
import { powerLineReader } from '../formats/power-line';
import type { PowerScene } from '../practice/power-scenes';
import { POWER_SCENES, powerScene } from '../practice/power-scenes';
import { watchPower } from './power-watch';

/** A scene as it is watched up to a moment, twenty samples a second. */
function watched(scene: PowerScene, untilS: number, drawA: number | null = null) {
  const seconds = Array.from({ length: untilS * 20 }, (_, i) => i / 20);
  const samples = seconds.map((s) => powerScene(scene, s));
  return watchPower(
    seconds,
    samples.map((x) => x.amps),
    samples.map((x) => x.volts),
    drawA,
  );
}

describe('a power meter, watched', () => {
  it.each([
    ['healthy', 20, 'charging', false],
    ['flat cell', 20, 'trickle', false],
    ['short', 3, 'short', true],
    ['no 5.1 k', 10, 'no-supply', false],
    ['wrong way up', 8, 'no-supply', false],
    ['wrong way up', 20, 'charging', false],
    ['9 V', 10, 'charging', false],
    ['gives up', 12, 'hiccups', true],
  ] as const)('%s after %d s: %s', (scene, until, state, off) => {
    expect(watched(scene, until)).toMatchObject({ state, off });
  });
  it('a contact that cuts out is counted, and is no hiccup', () => {
    const watch = watched('cuts out', 25);
    expect(watch.state).toBe('charging');
    expect(watch.cuts).toBeGreaterThanOrEqual(5);
    for (const scene of POWER_SCENES.filter((s) => s === 'healthy' || s === 'flat cell' || s === '9 V'))
      expect(watched(scene, 25).cuts).toBe(0);
  });
  it('9 V that was asked for is said; first and settled current are told apart', () => {
    expect(watched('9 V', 10).raised).toBe(true);
    const healthy = watched('healthy', 20);
    expect(healthy.raised).toBe(false);
    expect(healthy.firstA).toBeGreaterThan(0.2);
    expect(healthy.settledA).toBeCloseTo(0.48, 1);
  });
  it('more than was said is over; nothing was said, nothing is over', () => {
    expect(watched('healthy', 20, 0.2).state).toBe('over');
    expect(watched('healthy', 20, null).state).toBe('charging');
  });
  it('what blinks by itself does not trip; low volts with nothing flowing are no short', () => {
    const seconds = Array.from({ length: 400 }, (_, i) => i / 20);
    const blink = seconds.map((s) => (s % 1 < 0.3 ? 0.2 : 0.02));
    expect(
      watchPower(
        seconds,
        blink,
        seconds.map(() => 5.05),
        null,
      ).off,
    ).toBe(false);
    const sagging = seconds.map((s) => (s % 1 < 0.3 ? 2.5 : 5.05));
    expect(watchPower(seconds, blink, sagging, null)).toMatchObject({ off: true });
    const dead = watchPower(
      seconds,
      seconds.map(() => 0),
      seconds.map(() => 2.4),
      null,
    );
    expect(dead).toMatchObject({ state: 'no-supply', off: false });
  });
  it('a charge that ends is tapering, then done', () => {
    const seconds = Array.from({ length: 2000 }, (_, i) => i * 5);
    const amps = seconds.map((s) => (s < 3000 ? 0.5 : s < 8000 ? 0.5 * Math.exp(-(s - 3000) / 2200) : 0.01));
    const until = (s: number) => watchPower(seconds.slice(0, s / 5), amps.slice(0, s / 5), null, null).state;
    expect(until(2500)).toBe('charging');
    expect(until(5500)).toBe('tapering');
    expect(until(9500)).toBe('done');
  });
  it('refuses what it cannot watch', () => {
    expect(() => watchPower([], [], null, null)).toThrow(/nothing was read/);
    expect(() => watchPower([1, 2], [1], null, null)).toThrow(/as many/);
  });
});

describe('the lines of a power meter', () => {
  const samples = (lines: readonly string[], told: Parameters<typeof powerLineReader>[0] = null) => {
    const read = powerLineReader(told);
    return lines.map(read).flatMap((l) => (l.kind === 'sample' ? [l.sample] : []));
  };
  it('carry their units, in any order', () => {
    expect(samples(['5.06V 0.46A', 'I=460mA; V=5060mV', '1234 ms 5,06 V 0,46 A -> 2.3 W'])).toEqual(
      [0, 1, 2].map(() => ({ seconds: null, volts: 5.06, amps: 0.46 })),
    );
  });
  it('or are columns under a head that was sent, with or without a time', () => {
    expect(samples(['# remark', 'time,voltage,current (mA)', '0.5,5.01,450'])).toEqual([
      { seconds: 0.5, volts: 5.01, amps: 0.45 },
    ]);
    expect(samples(['volts;amps', '5,01;0,45'])).toEqual([{ seconds: null, volts: 5.01, amps: 0.45 }]);
  });
  it('bare figures are asked about, never guessed', () => {
    const read = powerLineReader();
    expect(read('5.01,0.45')).toEqual({
      kind: 'columns',
      names: ['column 1, now 5.01', 'column 2, now 0.45'],
    });
    const told = { time: -1, volts: 0, amps: 1, milliamps: false, millivolts: false };
    expect(samples(['5.01,0.45', '5.02,0.44'], told)).toHaveLength(2);
  });
  it('what is no sample is a fault, with its beginning', () => {
    const read = powerLineReader();
    expect(read('hello, 5')).toMatchObject({ kind: 'fault', message: 'no sample: hello, 5' });
    expect(read('5'.repeat(300))).toMatchObject({ kind: 'fault' });
    expect(read('')).toEqual({ kind: 'aside' });
  });
});
