/** A junction: I = Is (exp(Vd / (n Vt)) - 1) behind a series resistance (Shockley; SPICE diode model, from memory). */
export interface DiodeModel {
  /** Saturation current, A, above 0. */
  readonly saturationA: number;
  /** Ideality factor, 1 to about 10 (LEDs). */
  readonly ideality: number;
  /** Ohms, 0 or more. */
  readonly seriesOhms: number;
}

/** One part of a circuit between named nodes. */
export type CircuitPart = { readonly id: string } & (
  | { readonly kind: 'resistor'; readonly a: string; readonly b: string; readonly ohms: number }
  | { readonly kind: 'capacitor'; readonly a: string; readonly b: string; readonly farads: number }
  | {
      readonly kind: 'voltage';
      readonly plus: string;
      readonly minus: string;
      readonly volts: number;
      readonly seriesOhms: number;
    }
  /** Current flows through the source out of `to` into the circuit, A. */
  | { readonly kind: 'current'; readonly from: string; readonly to: string; readonly amps: number }
  | { readonly kind: 'diode'; readonly anode: string; readonly cathode: string; readonly model: DiodeModel }
  | { readonly kind: 'switch'; readonly a: string; readonly b: string; readonly closed: boolean }
);

/** A circuit at rest. Capacitors carry no current; `GROUND` is 0 V. */
export type Circuit = readonly CircuitPart[];

export const GROUND = '0';
/** What a closed switch and a part that failed short still read, ohms (common practice: a few hundredths of an ohm). */
export const CONTACT_OHMS = 0.02;

/**
 * Typical junctions at 1 mA and room temperature (common practice: a silicon junction shows 0.55 to 0.7 V on a meter's
 * diode test, a Schottky 0.15 to 0.35 V, a red LED 1.6 to 1.9 V; the parameters are fitted to those, from memory).
 */
export const JUNCTIONS = {
  silicon: { saturationA: 2.5e-9, ideality: 1.75, seriesOhms: 0.6 },
  schottky: { saturationA: 1e-6, ideality: 1.05, seriesOhms: 0.1 },
  esd: { saturationA: 1e-13, ideality: 1.05, seriesOhms: 1 },
  body: { saturationA: 1e-12, ideality: 1.1, seriesOhms: 0.2 },
  clamp: { saturationA: 5e-14, ideality: 1.1, seriesOhms: 20 },
  led: { saturationA: 1e-18, ideality: 2, seriesOhms: 5 },
} as const satisfies Record<string, DiodeModel>;

/** The two ends of a part, in the order of its model. */
export function endsOf(part: CircuitPart): readonly [string, string] {
  switch (part.kind) {
    case 'voltage':
      return [part.plus, part.minus];
    case 'current':
      return [part.from, part.to];
    case 'diode':
      return [part.anode, part.cathode];
    default:
      return [part.a, part.b];
  }
}

/**
 * The circuit with one part failed: taken out when open, bridged by `shortOhms` when shorted.
 * Throws RangeError when no part has that id.
 */
export function withFault(circuit: Circuit, id: string, fault: 'open' | 'short', shortOhms = 0.4): Circuit {
  const part = circuit.find((p) => p.id === id);
  if (!part) throw new RangeError(`the circuit has no part ${id}`);
  if (fault === 'open') return circuit.filter((p) => p.id !== id);
  const [a, b] = endsOf(part);
  return [...circuit, { id: `${id} short`, kind: 'resistor', a, b, ohms: shortOhms }];
}

function bad(id: string, what: string, value: number): never {
  throw new RangeError(`part ${id}: ${what}, got ${value}`);
}

/** Throws RangeError, naming part and figure, on what no circuit can hold: ohms not above 0, figures not finite, both ends on one node. */
export function checkCircuit(circuit: Circuit): void {
  for (const part of circuit) {
    const [a, b] = endsOf(part);
    if (a === b) throw new RangeError(`part ${part.id}: both ends are on node ${a}`);
    if (part.kind === 'resistor' && !(part.ohms > 0 && Number.isFinite(part.ohms)))
      bad(part.id, 'ohms lie above 0', part.ohms);
    if (part.kind === 'capacitor' && !(part.farads >= 0 && Number.isFinite(part.farads)))
      bad(part.id, 'farads are 0 or more', part.farads);
    if (part.kind === 'current' && !Number.isFinite(part.amps)) bad(part.id, 'amps are finite', part.amps);
    if (part.kind === 'voltage') {
      if (!Number.isFinite(part.volts)) bad(part.id, 'volts are finite', part.volts);
      if (!(part.seriesOhms >= 0)) bad(part.id, 'series ohms are 0 or more', part.seriesOhms);
    }
    if (part.kind === 'diode') {
      const { saturationA, ideality, seriesOhms } = part.model;
      if (!(saturationA > 0)) bad(part.id, 'the saturation current lies above 0', saturationA);
      if (!(ideality > 0)) bad(part.id, 'the ideality lies above 0', ideality);
      if (!(seriesOhms >= 0)) bad(part.id, 'series ohms are 0 or more', seriesOhms);
    }
  }
}
