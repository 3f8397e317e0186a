import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { BenchKind } from './bench-kind';
import { parseBench } from './parse-bench';
import { printChance } from './print-chance';
import {
  printAmps,
  printLength,
  printOhms,
  printTemperature,
  printVolts,
  printWire,
  significant,
} from './print-bench';

const value = (text: string, kind: BenchKind): number => {
  const figure = parseBench(text, kind);
  if (!figure.ok) throw new Error(figure.message);
  return figure.value;
};

describe('parseBench reads what the trade writes (common practice; IEC 60062 letters in place of the point, from memory)', () => {
  it.each([
    ['4k7', 'resistance', 4700],
    ['22R', 'resistance', 22],
    ['0R22', 'resistance', 0.22],
    ['5.1k', 'resistance', 5100],
    ['5,1 kΩ', 'resistance', 5100],
    ['1M', 'resistance', 1e6],
    ['300mΩ', 'resistance', 0.3],
    ['.3', 'resistance', 0.3],
    ['4k7Ω', 'resistance', 4700],
    ['1e3', 'resistance', 1000],
    ['0.65mm', 'length', 0.65],
    ['26mil', 'length', 0.6604],
    ['0.1in', 'length', 2.54],
    ['32AWG', 'wire', 0.2019],
    ['0.05mm', 'wire', 0.05],
    ['370C', 'temperature', 370],
    ['700F', 'temperature', 371.11],
    ['700 °F', 'temperature', 371.11],
    ['-40F', 'temperature', -40],
    ['3V3', 'voltage', 3.3],
    ['580mV', 'voltage', 0.58],
    ['450mA', 'current', 0.45],
    ['1A5', 'current', 1.5],
    ['100n', 'capacitance', 1e-7],
    ['4u7', 'capacitance', 4.7e-6],
    ['10min', 'duration', 600],
    ['2h', 'duration', 7200],
    ['4', 'seconds', 4],
    ['1min', 'seconds', 60],
  ] as const)('%s as %s is %d', (text, kind, wanted) => {
    expect(value(text, kind)).toBeCloseTo(wanted, 2);
  });

  it.each([
    ['4k7k', 'resistance'],
    ['4k7 4', 'resistance'],
    ['', 'resistance'],
    ['   ', 'voltage'],
    ['NaN', 'resistance'],
    ['Infinity', 'resistance'],
    ['1e999', 'resistance'],
    ['--3', 'voltage'],
    ['1.2.3', 'length'],
    ['-5', 'resistance'],
    ['5kg', 'length'],
    ['0', 'wire'],
    ['90AWG', 'wire'],
    ['4x7', 'resistance'],
    ['OL', 'resistance'],
  ] as const)('%s as %s is refused with a message', (text, kind) => {
    const figure = parseBench(text, kind);
    expect(figure.ok).toBe(false);
    if (!figure.ok) expect(figure.message.length).toBeGreaterThan(5);
  });

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.constantFrom('resistance', 'length', 'wire', 'temperature', 'current'),
        (text, kind) => {
          const figure = parseBench(text, kind);
          return !figure.ok || Number.isFinite(figure.value);
        },
      ),
    );
  });

  it('reads back what it prints, to three figures', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-2, max: 9e6, noNaN: true }), (ohms) => {
        expect(value(printOhms(ohms), 'resistance') / ohms).toBeCloseTo(1, 2);
      }),
    );
  });
});

describe('a chance in words', () => {
  it.each([
    [0, 'under 1 %'],
    [0.004, 'under 1 %'],
    [0.005, '1 %'],
    [0.5, '50 %'],
    [0.994, '99 %'],
    [0.996, 'over 99 %'],
    [1, 'over 99 %'],
  ])('%d is said as %s: never sure of a thing', (p, words) => {
    expect(printChance(p)).toBe(words);
  });
  it('throws on what is no chance', () => {
    for (const p of [-0.1, 1.1, Number.NaN]) expect(() => printChance(p)).toThrow(RangeError);
  });
});

describe('printing', () => {
  it('uses the prefixes of the bench', () => {
    expect(printOhms(4700)).toBe('4.70 kΩ');
    expect(printOhms(0.24)).toBe('0.240 Ω');
    expect(printOhms(0.0266)).toBe('26.6 mΩ');
    expect(printVolts(0.582)).toBe('582 mV');
    expect(printAmps(0.00033)).toBe('330 µA');
    expect(printOhms(999.9)).toBe('1.00 kΩ');
  });
  it('gives both scales', () => {
    expect(printTemperature(370)).toBe('370 °C (698 °F)');
    expect(printLength(0.65)).toBe('0.650 mm (25.6 mil)');
    expect(printWire(0.2546)).toBe('0.25 mm (≈30 AWG)');
    expect(significant(0)).toBe('0');
  });
});
