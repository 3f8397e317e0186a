import { awgDiameter } from './wire-gauge';

export const WIRE_COATS = ['enamel', 'sleeve'] as const;
/** `enamel`: burnt or scraped off at the ends. `sleeve`: plastic, stripped. */
export type WireCoat = (typeof WIRE_COATS)[number];

/** A wire a repairer may have on the bench. */
export interface WireKind {
  readonly id: string;
  readonly name: string;
  readonly diameterMm: number;
  readonly coat: WireCoat;
}

const enamelled = (mm: number): WireKind => ({
  id: `enamelled-${mm}`,
  name: `enamelled ${mm} mm`,
  diameterMm: mm,
  coat: 'enamel',
});
const solid = (awg: number): WireKind => ({
  id: `solid-${awg}awg`,
  name: `solid ${awg} AWG`,
  diameterMm: Number(awgDiameter(awg).toFixed(4)),
  coat: 'sleeve',
});

/** Wires on offer, thinnest first. Sizes: common practice. */
export const WIRE_STOCK: readonly WireKind[] = [
  enamelled(0.02),
  enamelled(0.05),
  enamelled(0.1),
  enamelled(0.15),
  enamelled(0.2),
  solid(30),
  enamelled(0.3),
  solid(28),
  solid(26),
];

/** What covers a wire of a diameter: as the stock has it, else enamel where it is too thin for a sleeve (common practice). */
export const coatOf = (diameterMm: number): WireCoat =>
  WIRE_STOCK.find((w) => w.diameterMm === diameterMm)?.coat ?? (diameterMm < 0.25 ? 'enamel' : 'sleeve');
