import { describe, expect, it } from '@jest/globals';
import { e96, readMarking } from './resistor-marking';

/** All of E96 (IEC 60063, from memory). */
const E96 =
  `100 102 105 107 110 113 115 118 121 124 127 130 133 137 140 143 147 150 154 158 162 165 169 174 178 182 187 191 196
200 205 210 215 221 226 232 237 243 249 255 261 267 274 280 287 294 301 309 316 324 332 340 348 357 365 374 383 392 402 412 422
432 442 453 464 475 487 499 511 523 536 549 562 576 590 604 619 634 649 665 681 698 715 732 750 768 787 806 825 845 866 887 909
931 953 976`
    .split(/\s+/u)
    .map(Number);

describe('marks on a resistor', () => {
  it('every place of E96, with every letter', () => {
    expect(E96).toHaveLength(96);
    E96.forEach((figures, i) => {
      expect(e96(i + 1)).toBe(figures);
      const mark = String(i + 1).padStart(2, '0');
      const read = (letter: string) => readMarking(`${mark}${letter}`).find((r) => r.code === 'e96')?.ohms;
      expect(read('A')).toBe(figures);
      expect(read('C')).toBe(figures * 100);
      expect(read('F')).toBe(figures * 100_000);
      expect(read('X')).toBe(Number(`${figures}e-1`));
      expect(read('Z')).toBe(Number(`${figures}e-3`));
    });
    expect(() => e96(97)).toThrow(/1 to 96/);
    expect(readMarking('97A')).toEqual([]);
    expect(readMarking('00A')).toEqual([]);
  });
  it.each([
    ['472', 4700, 'three'],
    ['512', 5100, 'three'],
    ['100', 10, 'three'],
    ['270', 27, 'three'],
    ['5101', 5100, 'four'],
    ['1000', 100, 'four'],
    ['R22', 0.22, 'rkm'],
    ['4R7', 4.7, 'rkm'],
    ['4k7', 4700, 'rkm'],
    ['2M2', 2_200_000, 'rkm'],
    ['R010', 0.01, 'rkm'],
    ['5L0', 0.005, 'rkm'],
    ['1G', 1e9, 'rkm'],
    ['0', 0, 'zero'],
    ['000', 0, 'zero'],
    ['01C', 10_000, 'e96'],
    ['68X', 49.9, 'e96'],
    ['22 Ω', null, null],
    ['KL4', null, null],
    ['', null, null],
  ] as const)('%s: %p ohm by %s (IEC 60062, EIA-96, common practice)', (mark, ohms, code) => {
    const [first] = readMarking(mark);
    expect(first?.ohms ?? null).toBe(ohms);
    expect(first?.code ?? null).toBe(code);
  });
  it('what can be read in two ways is, the letter for the point first', () => {
    expect(readMarking('10R').map((r) => [r.code, r.ohms])).toEqual([
      ['rkm', 10],
      ['e96', 1.24],
    ]);
  });
});
