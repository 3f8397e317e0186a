import type { WireKind } from '../material/wire-stock';
import { WIRE_STOCK } from '../material/wire-stock';
import { onderdonkFusingCurrent } from '../material/fusing-current';
import { wireResistance } from '../material/copper';
import type { Kit } from '../drawer/kit';
import { millimetres, seconds } from '../quantity/units';
import { significant } from '../quantity/print-bench';
import type { JumperCheck } from './check-jumper';
import { ALLOWED_RISE_K, checkJumper } from './check-jumper';
import type { PinDemand } from './pin-current';

/** Thin enough to lie on a pin, thick enough to handle; no thinner is recommended unless nothing else does (common practice). */
const HANDY_MM = 0.1;
/** Thicker than this lies badly on a pin half a millimetre from the next (common practice). */
const STIFF_MM = 0.27;
/** The recommended wire has this much over what is asked (a judgement). */
const MARGIN = 1.5;

export interface WireAdvice {
  /** The thinnest that does; `null` when none does. */
  readonly thinnest: WireKind | null;
  readonly recommended: WireKind | null;
  /** The recommended one carries so many times what is asked. */
  readonly margin: number | null;
  readonly words: string;
}

/** Wires that the kit has, thinnest first: all of the stock where it was not told. */
export const wiresOf = ({ wires }: Kit): readonly WireKind[] =>
  wires === null ? WIRE_STOCK : WIRE_STOCK.filter((w) => wires.includes(w.id));

/** Which wire to take for a length and a demand out of what is there. */
export function adviseWire(lengthMm: number, demand: PinDemand, kit: Kit): WireAdvice {
  const there = wiresOf(kit);
  const limit = (w: WireKind): JumperCheck =>
    checkJumper(millimetres(w.diameterMm), millimetres(lengthMm), demand);
  const able = there.filter((w) => limit(w).verdict.ok);
  const handy = able.filter((w) => w.diameterMm >= HANDY_MM);
  const ample = handy.filter((w) => limit(w).limitA >= MARGIN * demand.currentA && w.diameterMm <= STIFF_MM);
  const recommended = ample[0] ?? handy[0] ?? able[0] ?? null;
  const thinnest = able[0] ?? null;
  const margin = recommended ? limit(recommended).limitA / demand.currentA : null;
  const words =
    recommended === null || margin === null
      ? there.length === 0
        ? 'the kit has no wire'
        : 'no wire of the kit does: a thicker one is wanted, or a nearer landing'
      : margin > 20
        ? 'far more than it needs; handling decides'
        : `carries ${significant(margin, 2)} times what it needs`;
  return { thinnest, recommended, margin, words };
}

/** A short of a USB supply that does not limit lets this flow, A (common practice: a 5 V supply of 3 A and its capacitors). */
export const SHORT_A = 6;

/**
 * How long a wire stands a short before it melts, s (Onderdonk solved for time, from memory): the shorter, the more it acts as a fuse.
 * Throws RangeError for currents that are not above 0.
 */
export function shortSeconds(diameterMm: number, amps = SHORT_A): number {
  if (!(amps > 0)) throw new RangeError(`a short lets more than 0 A flow, got ${amps}`);
  const oneSecond = onderdonkFusingCurrent(millimetres(diameterMm), seconds(1));
  return (oneSecond / amps) ** 2;
}

/** Resistance of a wire whose middle has reached the allowed rise in a warm case of 40 °C, ohm. */
export const hotResistance = (diameterMm: number, lengthMm: number): number =>
  wireResistance(millimetres(diameterMm), millimetres(lengthMm), 40 + ALLOWED_RISE_K);

export const SPEED_CLASSES = ['full', 'high', 'charge'] as const;
export type SpeedClass = (typeof SPEED_CLASSES)[number];

/** Signal on a wire that lies on the board, ps/mm: between air 3.3 and laminate 6 to 7 (from memory). */
const PS_A_MM = 5;
/** How far a pair's wires may differ, ps: full speed bits last 83 ns and tolerate nanoseconds; high speed a tenth of a nanosecond (USB 2.0 leaves 100 ps to a cable pair, from memory). */
const SKEW_PS: Readonly<Record<SpeedClass, number>> = { full: 4000, high: 100, charge: Infinity };

export interface PairSkew {
  readonly mm: number;
  readonly ps: number;
  readonly allowedPs: number;
  readonly ok: boolean;
  readonly words: string;
}

/** What two wires of a pair differ by against what their speed allows. */
export function pairSkew(oneMm: number, otherMm: number, speed: SpeedClass): PairSkew {
  const mm = Math.abs(oneMm - otherMm);
  const ps = mm * PS_A_MM;
  const allowedPs = SKEW_PS[speed];
  const ok = ps <= allowedPs;
  const long = Math.max(oneMm, otherMm) > 25 && speed === 'high';
  return {
    mm,
    ps,
    allowedPs,
    ok,
    words: !ok
      ? `differ by ${mm.toFixed(1)} mm, ${Math.round(ps)} ps; high speed allows ${allowedPs} ps: make the shorter one as long`
      : long
        ? `differ by ${mm.toFixed(1)} mm, ${Math.round(ps)} ps; over 25 mm a device may fall back to full speed`
        : `differ by ${mm.toFixed(1)} mm, ${Math.round(ps)} ps${speed === 'charge' ? '' : ' of ' + String(allowedPs)}`,
  };
}
