import { describe, expect, it } from '@jest/globals';
import { parseMeterEntry } from './meter-entry';

describe('parseMeterEntry', () => {
  it('takes OL as open on continuity and as over range elsewhere', () => {
    expect(parseMeterEntry('OL', 'continuity')).toEqual({ ok: true, shown: { shown: 'open', value: null } });
    expect(parseMeterEntry('ol', 'ohms')).toEqual({ ok: true, shown: { shown: 'over', value: null } });
    expect(parseMeterEntry('O.L', 'diode')).toEqual({ ok: true, shown: { shown: 'over', value: null } });
  });
  it('reads figures in the unit of the mode', () => {
    expect(parseMeterEntry('4k7', 'ohms')).toEqual({ ok: true, shown: { shown: 'value', value: 4700 } });
    expect(parseMeterEntry('0.58', 'diode')).toEqual({ ok: true, shown: { shown: 'value', value: 0.58 } });
    expect(parseMeterEntry('-0.3', 'volts')).toEqual({ ok: true, shown: { shown: 'value', value: -0.3 } });
  });
  it.each([
    ['4k7k', 'ohms'],
    ['OL', 'volts'],
    ['12', 'diode'],
    ['', 'ohms'],
    ['3', 'seen'],
  ] as const)('refuses %s on %s', (text, mode) => {
    expect(parseMeterEntry(text, mode).ok).toBe(false);
  });
});
