import type { HeatBody } from './plate';

/** A eutectic's plateau is spread over so much, K. */
const PLATEAU_K = 0.5;

/** Temperature and slope of a body by what heat it holds, J over 0 °C. */
export function stateOf(
  b: HeatBody,
  joules: number,
): { readonly celsius: number; readonly perJ: number; readonly molten: number } {
  if (!b.melts) return { celsius: joules / b.heatJK, perJ: 1 / b.heatJK, molten: 0 };
  const { solidusC, latentJ } = b.melts;
  const wide = Math.max(PLATEAU_K, b.melts.liquidusC - solidusC);
  const low = b.heatJK * solidusC;
  const high = b.heatJK * (solidusC + wide) + latentJ;
  if (joules <= low) return { celsius: joules / b.heatJK, perJ: 1 / b.heatJK, molten: 0 };
  if (joules >= high) return { celsius: (joules - latentJ) / b.heatJK, perJ: 1 / b.heatJK, molten: 1 };
  const share = (joules - low) / (high - low);
  return { celsius: solidusC + share * wide, perJ: wide / (high - low), molten: share };
}

/** What a body holds at a temperature, J over 0 °C. */
export const holding = (b: HeatBody, celsius: number): number => {
  const melted = b.melts
    ? Math.min(
        1,
        Math.max(0, (celsius - b.melts.solidusC) / Math.max(PLATEAU_K, b.melts.liquidusC - b.melts.solidusC)),
      )
    : 0;
  return b.heatJK * celsius + melted * (b.melts?.latentJ ?? 0);
};
