import { endCooledLimit, endCooledRise } from '../material/end-cooled-wire';
import { preeceFusingCurrent } from '../material/fusing-current';
import { wireResistance } from '../material/copper';
import {
  printAmps,
  printLength,
  printOhms,
  printVolts,
  printWire,
  significant,
} from '../quantity/print-bench';
import type { Millimetres } from '../quantity/units';
import { amps, kelvins } from '../quantity/units';
import type { PinDemand } from './pin-current';

/** A jumper may carry at most this share of the current that melts it in free air (common practice: a third). */
export const FUSING_SHARE = 1 / 3;
/** The middle of a jumper may run this much above its ends: enamel, mask and glue stay cool (common practice). */
export const ALLOWED_RISE_K = 30;

export interface WorkingLine {
  readonly name: string;
  readonly formula: string;
  readonly result: string;
  readonly source: string;
}

export interface JumperCheck {
  readonly resistanceOhms: number;
  readonly dropV: number;
  /** Melts in free air at this current (Preece), A. */
  readonly fusingA: number;
  /** First limit: the allowed share of `fusingA`, A. */
  readonly fusingLimitA: number;
  /** Second limit: the middle reaches the allowed rise, heat leaving by the ends only, A. */
  readonly riseLimitA: number;
  /** Middle above ends at the pin's current, K. */
  readonly riseK: number;
  /** The smaller of both limits, A. */
  readonly limitA: number;
  readonly verdict:
    | { readonly ok: true }
    | { readonly ok: false; readonly code: 'current' | 'drop'; readonly message: string };
  readonly working: readonly WorkingLine[];
}

/**
 * Whether a copper jumper may serve a pin: resistance, drop, both current limits (the smaller wins), verdict and working.
 * Throws RangeError for a diameter or length that is not above 0.
 */
export function checkJumper(diameter: Millimetres, length: Millimetres, demand: PinDemand): JumperCheck {
  if (!(length > 0)) throw new RangeError(`a jumper is longer than 0 mm, got ${length}`);
  const current = amps(demand.currentA);
  const resistanceOhms = wireResistance(diameter, length);
  const dropV = resistanceOhms * current;
  const fusingA = preeceFusingCurrent(diameter);
  const fusingLimitA = fusingA * FUSING_SHARE;
  const riseLimitA = endCooledLimit(kelvins(ALLOWED_RISE_K), diameter, length);
  const riseK = endCooledRise(current, diameter, length);
  const limitA = Math.min(fusingLimitA, riseLimitA);
  const which =
    fusingLimitA < riseLimitA ? 'a third of its melting current' : `${ALLOWED_RISE_K} K at its middle`;
  const verdict: JumperCheck['verdict'] =
    demand.currentA > limitA
      ? {
          ok: false,
          code: 'current',
          message: `${printWire(diameter)} over ${printLength(length)} carries ${printAmps(limitA)} (${which}); this pin needs ${printAmps(current)}`,
        }
      : dropV > demand.dropV
        ? {
            ok: false,
            code: 'drop',
            message: `It would lose ${printVolts(dropV)}; this pin allows ${printVolts(demand.dropV)}`,
          }
        : { ok: true };
  return {
    resistanceOhms,
    dropV,
    fusingA,
    fusingLimitA,
    riseLimitA,
    riseK,
    limitA,
    verdict,
    working: [
      {
        name: 'Resistance',
        formula: `R = ρ L / A, ${printLength(length)} of ${printWire(diameter)}`,
        result: printOhms(resistanceOhms),
        source: 'copper at 20 °C, IEC 60028',
      },
      {
        name: 'Drop',
        formula: `U = I R at ${printAmps(current)} (${demand.source})`,
        result: `${printVolts(dropV)} of ${printVolts(demand.dropV)}`,
        source: 'Ohm',
      },
      {
        name: 'Limit in air',
        formula: `⅓ of 80 d^1.5 = ⅓ of ${printAmps(fusingA)}`,
        result: printAmps(fusingLimitA),
        source: 'Preece 1884; a third is common practice',
      },
      {
        name: 'Limit by its ends',
        formula: `ΔT = I² ρ L² / (8 k A²) = ${ALLOWED_RISE_K} K`,
        result: printAmps(riseLimitA),
        source: 'heat conduction along the wire',
      },
      {
        name: 'Middle above ends',
        formula: `the same at ${printAmps(current)}`,
        result: `${significant(riseK, 2)} K`,
        source: 'air ignored: the true rise is smaller',
      },
    ],
  };
}
