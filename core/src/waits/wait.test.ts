import { describe, expect, it } from '@jest/globals';
import { beginWait, copySpan, outOfDate, USUAL_WAITS, waitOfStep } from './usual-waits';
import type { Wait } from './wait';
import { EMPTY_WAITS, isDay, openWaits, waitFault, waitNow } from './wait';

const MINUTE = 60_000;
const BEGAN = '2026-11-20T18:00:00.000Z';
const T0 = Date.parse(BEGAN);
const wait = (more: Partial<Wait> = {}): Wait => ({
  id: 'w1',
  kind: 'cure',
  what: 'UV mask',
  from: '',
  startedAt: BEGAN,
  span: { least: 5, usual: 10, most: 20 },
  rests: '',
  look: '',
  endedAt: null,
  toldAt: null,
  ...more,
});

describe('how a wait stands', () => {
  it.each([
    [0, 'running', 10],
    [9.9, 'running', 0.1],
    [10, 'due', 0],
    [20, 'due', -10],
    [20.1, 'late', -10.1],
  ] as const)('after %d min: %s, %d min left', (minutes, state, left) => {
    const now = waitNow(wait(), T0 + minutes * MINUTE);
    expect(now.state).toBe(state);
    expect(now.leftMin).toBeCloseTo(left, 6);
  });
  it('without a span it goes on, and since when is known', () => {
    expect(waitNow(wait({ kind: 'owner', span: null }), T0 + 3 * 1440 * MINUTE)).toMatchObject({
      state: 'open',
      leftMin: null,
      sinceMin: 3 * 1440,
    });
  });
  it('once over it stays over, with the time that it took', () => {
    const over = wait({ endedAt: new Date(T0 + 12 * MINUTE).toISOString() });
    expect(waitNow(over, T0 + 9999 * MINUTE)).toMatchObject({ state: 'ended', sinceMin: 12 });
    expect(openWaits([over, wait({ id: 'w2' })]).map((w) => w.id)).toEqual(['w2']);
  });
  it('a machine that slept over its end wakes to it: due or late, by the clock', () => {
    expect(waitNow(wait(), T0 + 2 * MINUTE).state).toBe('running');
    expect(waitNow(wait(), T0 + 8 * 60 * MINUTE).state).toBe('late');
  });
  it('a clock put forward for the summer changes nothing: instants are UTC', () => {
    // 29 March 2026, 02:00 becomes 03:00 in central Europe, at 01:00 UTC.
    const spring = wait({ startedAt: '2026-03-29T01:55:00+01:00' });
    expect(waitNow(spring, Date.parse('2026-03-29T03:04:00+02:00'))).toMatchObject({ state: 'running' });
    expect(waitNow(spring, Date.parse('2026-03-29T03:05:00+02:00'))).toMatchObject({ state: 'due' });
  });
  it('a clock that was set back before its beginning tells nothing, and is said', () => {
    expect(waitNow(wait(), T0 - 60 * MINUTE)).toMatchObject({
      state: 'clock-back',
      leftMin: null,
      sinceMin: 0,
    });
    // Two machines differ by a minute.
    expect(waitNow(wait(), T0 - MINUTE).state).toBe('running');
  });
});

describe('what cannot be kept', () => {
  it.each([
    ['twice', { waits: [wait(), wait()] }, 'waits.1.id'],
    ['order', { waits: [wait({ span: { least: 5, usual: 4, most: 20 } })] }, 'waits.0.span'],
    ['order', { waits: [wait({ span: { least: 5, usual: 10, most: 9 } })] }, 'waits.0.span'],
    ['ends-before', { waits: [wait({ endedAt: '2026-11-20T17:00:00.000Z' })] }, 'waits.0.endedAt'],
    ['no-day', { promised: '2026-02-30' }, 'promised'],
    ['no-day', { promised: 'Friday' }, 'promised'],
  ])('%s', (code, more, path) => {
    expect(waitFault({ ...EMPTY_WAITS, ...more })).toMatchObject({ code, path });
  });
  it('what can be is let be', () => {
    expect(waitFault({ ...EMPTY_WAITS, waits: [wait()], promised: '2028-02-29' })).toBeNull();
    expect(isDay('2026-02-29')).toBe(false);
  });
});

describe('usual waits', () => {
  it('go from least over usual to most, and say what they rest on', () => {
    for (const w of USUAL_WAITS.filter((u) => u.span !== null)) {
      expect(waitFault({ ...EMPTY_WAITS, waits: [beginWait(w, { id: 'a', startedAt: BEGAN })] })).toBeNull();
      expect(w.rests).not.toBe('');
      expect(w.look).not.toBe('');
    }
  });
  it('what is past its date takes longer and says so; what does not go off is left alone', () => {
    const [mask, iron] = ['mask', 'iron'].map((key) => USUAL_WAITS.find((w) => w.key === key));
    if (!mask?.span || !iron) throw new Error('gone');
    const old = beginWait(mask, { id: 'a', startedAt: BEGAN, old: true });
    expect(old.span).toEqual(outOfDate(mask.span));
    expect(old.span?.usual).toBeGreaterThan(mask.span.usual);
    expect(old.rests).toContain('past its date');
    expect(beginWait(iron, { id: 'a', startedAt: BEGAN, old: true }).span).toEqual(iron.span);
  });
  it('a step’s wait keeps the step’s own minutes within the span of its stuff', () => {
    expect(waitOfStep({ what: 'epoxy', minutes: 60 })).toMatchObject({
      kind: 'cure',
      span: { usual: 60, most: 1440 },
    });
    expect(waitOfStep({ what: 'mask under the lamp', minutes: 10 }).span?.usual).toBe(10);
    expect(waitOfStep({ what: 'hot glue', minutes: 5 }).kind).toBe('cool-down');
    expect(waitOfStep({ what: 'something new', minutes: 7 }).span).toEqual({ least: 7, usual: 7, most: 14 });
  });
  it('a copy lasts its size over its rate, and refuses what cannot be', () => {
    // 16 GB at 20 MB/s: 800 s.
    expect(copySpan(16e9, 20e6).usual).toBeCloseTo(800 / 60, 9);
    expect(() => copySpan(0, 1)).toThrow(RangeError);
    expect(() => copySpan(1, 0)).toThrow(RangeError);
  });
});
