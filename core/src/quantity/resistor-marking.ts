/** One way to read what is printed on a resistor. */
export interface MarkingReading {
  readonly ohms: number;
  readonly code: 'rkm' | 'three' | 'four' | 'e96' | 'zero';
  /** How it was read, step by step. */
  readonly working: string;
  /** Of the value, as the code usually goes with it, per cent; `null` where it says nothing of that. */
  readonly tolerancePercent: number | null;
  readonly source: string;
}

/** Powers of ten of the letters behind a two-digit code (EIA-96, from memory). */
const E96_POWERS: Readonly<Record<string, number>> = {
  Z: -3,
  Y: -2,
  R: -2,
  X: -1,
  S: -1,
  A: 0,
  B: 1,
  H: 1,
  C: 2,
  D: 3,
  E: 4,
  F: 5,
};
/** Letters in place of the point (IEC 60062, from memory). */
const RKM: Readonly<Record<string, number>> = { R: 0, K: 3, M: 6, G: 9, L: -3 };

/** The three figures of place 1 to 96 of the E96 series: its steps are even in the logarithm (IEC 60063). Throws RangeError outside. */
export function e96(place: number): number {
  if (!(Number.isInteger(place) && place >= 1 && place <= 96))
    throw new RangeError(`E96 has places 1 to 96, got ${place}`);
  return Math.round(100 * 10 ** ((place - 1) / 96));
}

const tens = (figures: number, power: number): number => Number(`${figures}e${power}`);
const sup = (power: number): string => (power === 0 ? '' : ` × 10^${power}`);

/**
 * What a marking on a chip resistor, or a value written with a letter for its point, stands for; each way it can be read, the usual one first; empty where it is
 * none. Small letters are taken as capitals.
 */
export function readMarking(text: string): MarkingReading[] {
  const mark = text
    .trim()
    .toUpperCase()
    .replace(/Ω|OHMS?$/gu, '')
    .trim();
  const found: MarkingReading[] = [];
  if (/^0{1,4}$/u.test(mark))
    return [
      {
        ohms: 0,
        code: 'zero',
        working: 'only noughts: a link of 0 Ω',
        tolerancePercent: null,
        source: 'common practice',
      },
    ];
  const e = /^(\d{2})([A-FHRSXYZ])$/u.exec(mark);
  if (e) {
    const [place, letter = ''] = [Number(e[1]), e[2]];
    const power = E96_POWERS[letter];
    if (place >= 1 && place <= 96 && power !== undefined)
      found.push({
        ohms: tens(e96(place), power),
        code: 'e96',
        working: `place ${place} of E96 is ${e96(place)}; ${letter} is${sup(power) || ' × 1'}`,
        tolerancePercent: 1,
        source: 'EIA-96, from memory',
      });
  }
  const rkm = /^(\d*)([RKMGL])(\d*)$/u.exec(mark);
  if (rkm && `${rkm[1]}${rkm[3]}` !== '') {
    const [whole = '', letter = '', rest = ''] = [rkm[1], rkm[2], rkm[3]];
    const power = RKM[letter] ?? 0;
    found.push({
      ohms: Number(`${whole || '0'}.${rest || '0'}e${power}`),
      code: 'rkm',
      working: `${letter} stands for the point${power === 0 ? '' : ` and × 10^${power}`}: ${whole || '0'}.${rest || '0'}${sup(power)}`,
      tolerancePercent: null,
      source: 'IEC 60062, from memory',
    });
  }
  const digits = /^(\d{2,3})(\d)$/u.exec(mark);
  if (digits) {
    const [figures = '', power = ''] = [digits[1], digits[2]];
    found.push({
      ohms: tens(Number(figures), Number(power)),
      code: figures.length === 2 ? 'three' : 'four',
      working: `${figures}, and ${power} nought${power === '1' ? '' : 's'}`,
      tolerancePercent: figures.length === 2 ? 5 : 1,
      source: 'common practice',
    });
  }
  // 10R and the like are read both ways: where both go the letter for a point is the usual one.
  return found.sort((a, b) => Number(b.code === 'rkm') - Number(a.code === 'rkm'));
}
