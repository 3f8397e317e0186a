import type { OrderAdvice } from '../worth/order-quantity';
import { orderQuantity, usePerYear } from '../worth/order-quantity';
import type { StockEntry } from './stock';
import { stockCount, stockUses } from './stock';

/** From far away a part takes a month (common practice). */
export const LEAD_DAYS = 30;
/** A drawer is to last through the wait in so many cases. */
const THROUGH = 0.95;

export interface RestockAdvice {
  readonly count: number;
  readonly usePerYear: number;
  /** Pieces to keep at least: what is typed, else what the use and the wait ask for. */
  readonly minimum: number;
  readonly short: boolean;
  /** What to order when it is short and a price is known. */
  readonly order: OrderAdvice | null;
  readonly why: string;
}

/** Fewest pieces that last through a wait with that chance, uses coming as a Poisson stream of that mean. */
export function lastsThrough(mean: number, chance = THROUGH): number {
  if (!(mean >= 0) || !Number.isFinite(mean)) throw new RangeError(`a mean is 0 or more, got ${mean}`);
  let term = Math.exp(-mean);
  let sum = term;
  let n = 0;
  while (sum < chance && n < 1000) {
    n += 1;
    term *= mean / n;
    sum += term;
  }
  return n;
}

/**
 * Whether a compartment is to be filled again, and with how many.
 * @param postage what an order costs beside its parts; `null` when no price is known
 */
export function restockAdvice(
  entry: StockEntry,
  now: Date,
  postage: number | null = null,
  leadDays = LEAD_DAYS,
): RestockAdvice {
  const count = stockCount(entry);
  const uses = stockUses(entry);
  const perYear = usePerYear(uses, now);
  const meanInWait = (perYear * leadDays) / 365.25;
  const minimum = entry.minimum ?? lastsThrough(meanInWait);
  const short = count < minimum || (count === 0 && (perYear > 0 || entry.minimum !== null));
  const order =
    short && entry.price !== null && postage !== null ? orderQuantity(entry.price, postage, perYear) : null;
  const used = `${uses.length} used so far, ${perYear.toFixed(1)} a year`;
  const why =
    entry.minimum !== null
      ? `You want ${entry.minimum} at least; ${used}.`
      : `${used}: ${minimum} last through ${leadDays} days of waiting in 95 of 100 cases.`;
  return { count, usePerYear: perYear, minimum, short, order, why };
}
