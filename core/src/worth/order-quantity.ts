export interface OrderOption {
  readonly quantity: number;
  readonly total: number;
  /** (unit x n + postage) / n. */
  readonly each: number;
  /** How many of them are expected to be used before they are out of date. */
  readonly expectedUsed: number;
  /** Total over expected used: what a part that is really fitted costs. */
  readonly perUsed: number;
}

export interface OrderAdvice {
  readonly options: readonly OrderOption[];
  readonly sensible: OrderOption;
  readonly why: string;
}

/** A connector in a drawer is of use for about this long: devices move on (common practice). */
export const SHELF_YEARS = 3;
const MOST = 50;

/** Expected value of min(1 + N, n) with N Poisson of that mean: one is wanted now, others come as they come. */
export function expectedUsed(quantity: number, mean: number): number {
  let used = 0;
  let term = Math.exp(-mean);
  let below = 0;
  // E[min(1 + N, n)] is the sum over k = 1..n of P(1 + N >= k), which is the sum over j = 0..n-1 of P(N >= j).
  for (let j = 0; j < quantity; j += 1) {
    used += 1 - below;
    below += term;
    term *= mean / (j + 1);
  }
  return used;
}

/**
 * What each part costs at several quantities, and the sensible number: the cheapest per part really used within three years, the smallest such
 * number within 2 %. One is wanted now; further ones come as a Poisson stream.
 * @param usePerYear expected further uses a year, from own jobs
 * Throws RangeError on prices or use below 0.
 */
export function orderQuantity(
  unitPrice: number,
  postage: number,
  usePerYear: number,
  shown: readonly number[] = [1, 5, 10, 20],
): OrderAdvice {
  for (const [name, value] of Object.entries({ unitPrice, postage, usePerYear })) {
    if (!(value >= 0) || !Number.isFinite(value))
      throw new RangeError(`${name} must be 0 or more, got ${value}`);
  }
  const option = (quantity: number): OrderOption => {
    if (!(Number.isInteger(quantity) && quantity >= 1))
      throw new RangeError(`a quantity is 1 or more, got ${quantity}`);
    const total = unitPrice * quantity + postage;
    const used = expectedUsed(quantity, usePerYear * SHELF_YEARS);
    return { quantity, total, each: total / quantity, expectedUsed: used, perUsed: total / used };
  };
  const all = Array.from({ length: MOST }, (_, i) => option(i + 1));
  const cheapest = Math.min(...all.map((o) => o.perUsed));
  const sensible = all.find((o) => o.perUsed <= cheapest * 1.02) ?? option(1);
  const uses = sensible.expectedUsed.toFixed(1);
  const why =
    sensible.quantity === 1
      ? 'More would lie in the drawer: you use so few that their price is not won back.'
      : `Of ${sensible.quantity}, about ${uses} get used in ${SHELF_YEARS} years at ${usePerYear.toFixed(1)} a year; the postage is spread over those.`;
  return { options: shown.map(option), sensible, why };
}

/** Uses a year from the days on which own jobs of a kind were taken in: count over the years since the first, at least one year. */
export function usePerYear(days: readonly Date[], now: Date): number {
  if (days.length === 0) return 0;
  const first = Math.min(...days.map((d) => d.getTime()));
  const years = Math.max(1, (now.getTime() - first) / (365.25 * 86_400_000));
  return days.length / years;
}
