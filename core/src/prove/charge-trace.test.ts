import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { guessColumns, readChargeCsv, readTime } from '../formats/charge-csv';
import { simulatedCharge } from '../practice/charge-sim';
import { chargeTrace } from './charge-trace';

describe('a charge at the port', () => {
  it.each(Array.from({ length: 20 }, (_, k) => k + 5000))(
    'phases of an equivalent circuit’s charge are found within 2 %% of its duration (seed %d)',
    (seed) => {
      const c = simulatedCharge(seed);
      const long = c.seconds.at(-1) ?? 1;
      const { phases, dropouts } = chargeTrace(c.seconds, c.amps);
      const kinds = c.phases.map((p) => p.kind);
      for (const p of phases) expect(kinds).toContain(p.kind);
      // A phase hardly longer than the hundredths asked for may be missed.
      for (const p of c.phases.filter((q) => q.toS - q.fromS > 0.03 * long)) {
        const found = phases.find((q) => q.kind === p.kind);
        expect(found).toBeDefined();
        expect(Math.abs((found?.fromS ?? Infinity) - p.fromS) / long).toBeLessThan(0.02);
      }
      expect(dropouts.length).toBe(new Set(c.dropouts.map((d) => d.fromS)).size);
    },
  );
  const run = (n: number, amps: (i: number) => number, step = 1) =>
    chargeTrace(
      Float64Array.from({ length: n }, (_, i) => i * step),
      Float64Array.from({ length: n }, (_, i) => amps(i)),
    );
  it('counts what went through: half an ampere for two hours is one ampere-hour', () => {
    const t = run(7201, () => 0.5);
    expect(t.ah).toBeCloseTo(1, 3);
    expect(t.phases.map((p) => p.kind)).toEqual(['constant']);
  });
  it('a plug that cuts out for a fiftieth of a second is found, and no phase is made of it', () => {
    const t = run(3000, (i) => (i === 900 || i === 2000 || i === 2001 ? 0 : 0.45), 0.02);
    expect(t.dropouts).toHaveLength(2);
    expect(t.dropouts[0]?.fromS).toBeCloseTo(18);
    expect(t.phases).toHaveLength(1);
  });
  it('a current that wavers by a hundredth is no taper', () => {
    const t = run(3600, (i) => 1 - 0.01 * (i / 3600) + 0.002 * Math.sin(i));
    expect(t.phases.map((p) => p.kind)).toEqual(['constant']);
  });
  it('nothing that flows is no charge', () => {
    expect(run(100, () => 0.002).phases).toEqual([]);
  });
  it('what is no log is told', () => {
    expect(() => run(5, () => 1)).toThrow(/20 samples/);
    expect(() => chargeTrace(new Float64Array(30), new Float64Array(30))).toThrow(/times rise/);
    expect(() => chargeTrace(new Float64Array(30), new Float64Array(29))).toThrow(/30 times and 29/);
  });
});

describe('the log of a power meter', () => {
  const rows = (line: (i: number) => string): string =>
    Array.from({ length: 25 }, (_, i) => line(i)).join('\n');
  it.each([
    ['time,volts,amps', (i: number) => `${i},5.01,0.45`, 0.45, 24],
    [
      'Timestamp;Voltage (V);Current (mA)',
      (i: number) => `00:00:${String(i).padStart(2, '0')};5,01;450,0`,
      0.45,
      24,
    ],
    ['t\tI', (i: number) => `${i * 0.1}\t0.45 A`, 0.45, 2.4],
    ['Date,Current(A)', (i: number) => `2026-01-01 10:00:${String(i).padStart(2, '0')},0.45`, 0.45, 24],
  ] as const)('is read by the names of its columns: %s', (head, line, amps, last) => {
    const found = readChargeCsv(`${head}\n${rows(line)}`);
    if (!found.ok) throw new Error(found.message);
    expect(found.log.amps[3]).toBeCloseTo(amps);
    expect(found.log.seconds.at(-1)).toBeCloseTo(last);
  });
  it('reads plain rows as the table reader reads quoted ones, digit for digit', () => {
    const cell = fc.oneof(
      fc.double({ min: -1e6, max: 1e6, noNaN: true }).map(String),
      fc.integer({ min: -999, max: 999 }).map(String),
      fc.constantFrom('0.45 A', '1e-3', '0,5', ' 7 ', '-0.000001', '123456789.123456'),
    );
    fc.assert(
      fc.property(
        fc.array(cell, { minLength: 25, maxLength: 40 }),
        fc.constantFrom('\n', '\r\n'),
        fc.constantFrom(';', '\t'),
        (cells, end, part) => {
          const lines = (quote: string): string =>
            [
              ['time', 'amps', 'volts'].join(part),
              ...cells.map((c, i) => [`${i * 0.1}`, `${quote}${c}${quote}`, '5.03'].join(part)),
              '',
            ].join(end);
          expect(readChargeCsv(lines(''))).toEqual(readChargeCsv(lines('"')));
        },
      ),
    );
  });
  it('asks where the names do not tell, and takes what it is told', () => {
    const text = `a1,a2,a3\n${rows((i) => `${i},450,5`)}`;
    const asked = readChargeCsv(text);
    expect(asked).toMatchObject({ ok: false, code: 'columns', names: ['a1', 'a2', 'a3'] });
    const told = readChargeCsv(text, {
      time: 0,
      amps: 1,
      volts: 2,
      milliamps: true,
      millivolts: false,
    });
    expect(told.ok && told.log.amps[0]).toBeCloseTo(0.45);
  });
  it('is refused whole, with its line', () => {
    expect(readChargeCsv('time,amps\n1,2')).toMatchObject({ ok: false, code: 'line' });
    const broken = `time,amps\n${rows((i) => (i === 7 ? '7,no' : `${i},1`))}`;
    expect(readChargeCsv(broken)).toMatchObject({ ok: false, line: 9, message: 'no current: no' });
    const back = `time,amps\n${rows((i) => `${i === 9 ? 3 : i},1`)}`;
    expect(readChargeCsv(back)).toMatchObject({ ok: false, line: 11 });
    expect(guessColumns(['time', 'current in', 'current out'])).toBeNull();
    expect(readTime('nonsense')).toBeNaN();
  });
});
