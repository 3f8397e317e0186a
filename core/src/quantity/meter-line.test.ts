import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { parseMeterEntry } from './meter-entry';
import { readMeterLine } from './meter-line';

describe('one line of a meter on a wire', () => {
  it.each([
    ['+2.20100000E+01', 'ohms', 22.01],
    ['0.583', 'diode', 0.583],
    ['-1.2345E-01', 'volts', -0.12345],
    ['4.7 kOhm', 'ohms', 4700],
    ['5.1 MΩ', 'ohms', 5.1e6],
    ['583 mV', 'diode', 0.583],
    ['-0.02', 'ohms', 0],
  ] as const)('%s on %s', (line, mode, value) => {
    const entry = readMeterLine(line, mode);
    expect(entry.ok && entry.shown.value).toBeCloseTo(value, 6);
  });
  it.each(['OL', 'O.L', '+9.9E37', '+9.90000000E+37', 'OVLD', '+INF'])('%s is over range', (line) => {
    expect(readMeterLine(line, 'ohms')).toEqual({ ok: true, shown: { shown: 'over', value: null } });
    expect(readMeterLine(line, 'continuity')).toEqual({ ok: true, shown: { shown: 'open', value: null } });
  });
  it.each(['', 'hello', '1.2.3', '1e', '5 A', '-4', `1${'0'.repeat(80)}`, '<html>', '1,2'])(
    '%p is refused',
    (line) => {
      expect(readMeterLine(line, 'ohms').ok).toBe(false);
    },
  );
  it('never throws, and never gives a figure that is not finite', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.constantFrom('ohms', 'diode', 'volts', 'continuity', 'seen'),
        (line, mode) => {
          const entry = readMeterLine(line, mode);
          if (entry.ok && entry.shown.value !== null) expect(Number.isFinite(entry.shown.value)).toBe(true);
        },
      ),
    );
  });
});

it('a diode test that shows kilovolts is refused', () => {
  expect(readMeterLine('1.53E+04', 'diode').ok).toBe(false);
});

describe('a figure that climbs', () => {
  it.each(['c', 'climbs', 'Charging'])('%s is kept as climbing', (text) => {
    expect(parseMeterEntry(text, 'ohms')).toEqual({ ok: true, shown: { shown: 'climbs', value: null } });
  });
  it('not on volts', () => {
    expect(parseMeterEntry('c', 'volts').ok).toBe(false);
  });
});
