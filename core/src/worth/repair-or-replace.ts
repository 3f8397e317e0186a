/** What a repair would cost and what it would save. Money in whatever currency the person uses, the same throughout. */
export interface WorthInputs {
  readonly partPrice: number;
  readonly postage: number;
  /** Jobs that share the postage. */
  readonly sharedBy: number;
  readonly consumables: number;
  readonly hours: number;
  /** What an hour is worth to the person; 0 for a hobby. */
  readonly hourWorth: number;
  /** Price of a replacement; `null` while not known or not to be had. */
  readonly replacement: number | null;
  readonly meaning: 'ordinary' | 'keepsake' | 'data';
  /** How many such ports are used a year, as typed; `null` counts this workshop's own jobs. */
  readonly usedPerYear: number | null;
}

export const EMPTY_WORTH: WorthInputs = {
  partPrice: 0.6,
  postage: 9,
  sharedBy: 1,
  consumables: 0.5,
  hours: 2,
  hourWorth: 0,
  replacement: null,
  meaning: 'ordinary',
  usedPerYear: null,
};

export type WorthVerdict = 'repair' | 'replace' | 'even' | 'repair-for-meaning' | 'copy-first' | 'unknown';

export interface WorthReport {
  /** Cost of trying. */
  readonly attempt: number;
  /** Cost of trying, and of replacing it when that fails: attempt + (1 - odds) x replacement; `null` without a replacement price. */
  readonly expected: number | null;
  /** Odds from which trying pays: attempt / replacement; above 1 it never does. */
  readonly breakEvenOdds: number | null;
  readonly verdict: WorthVerdict;
  readonly lines: readonly { readonly name: string; readonly amount: number }[];
}

/** Within this share of the replacement price neither way is better (common practice). */
const EVEN_BAND = 0.1;

function verdictOf(inputs: WorthInputs, expected: number | null): WorthVerdict {
  if (inputs.meaning === 'data') return 'copy-first';
  const { replacement } = inputs;
  if (replacement === null || expected === null)
    return inputs.meaning === 'keepsake' ? 'repair-for-meaning' : 'unknown';
  if (expected < replacement * (1 - EVEN_BAND)) return 'repair';
  if (inputs.meaning === 'keepsake') return 'repair-for-meaning';
  return expected <= replacement * (1 + EVEN_BAND) ? 'even' : 'replace';
}

/**
 * Whether a repair is worth it, by expected cost. Odds come from triage. A thing whose data matters is worth one good copy before
 * anything else; a keepsake is worth trying whatever the sum says.
 * Throws RangeError on odds outside 0 to 1, sums below 0 and a postage shared by less than one.
 */
export function repairOrReplace(inputs: WorthInputs, odds: number): WorthReport {
  if (!(odds >= 0 && odds <= 1)) throw new RangeError(`odds lie in 0 to 1, got ${odds}`);
  const { partPrice, postage, sharedBy, consumables, hours, hourWorth, replacement } = inputs;
  for (const [name, value] of Object.entries({
    partPrice,
    postage,
    consumables,
    hours,
    hourWorth,
    replacement: replacement ?? 0,
  })) {
    if (!(value >= 0) || !Number.isFinite(value))
      throw new RangeError(`${name} must be 0 or more, got ${value}`);
  }
  if (!(sharedBy >= 1)) throw new RangeError(`postage is shared by 1 job or more, got ${sharedBy}`);
  const lines = [
    { name: 'part', amount: partPrice },
    { name: sharedBy === 1 ? 'postage' : `postage shared by ${sharedBy}`, amount: postage / sharedBy },
    { name: 'solder, flux, wire, mask', amount: consumables },
    { name: `${hours} h of your time`, amount: hours * hourWorth },
  ];
  const attempt = lines.reduce((n, l) => n + l.amount, 0);
  const expected = replacement === null ? null : attempt + (1 - odds) * replacement;
  return {
    attempt,
    expected,
    breakEvenOdds: replacement === null || replacement === 0 ? null : attempt / replacement,
    verdict: verdictOf(inputs, expected),
    lines,
  };
}
