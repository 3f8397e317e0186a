import { seeded } from './seeded';

/** One charge as a USB power meter between charger and device would log it, with what is true of it. */
export interface SimulatedCharge {
  readonly seconds: Float64Array;
  readonly amps: Float64Array;
  /** Where its phases begin and end, s; a phase that it did not have is absent. */
  readonly phases: readonly {
    readonly kind: 'pre' | 'constant' | 'taper' | 'done';
    readonly fromS: number;
    readonly toS: number;
  }[];
  readonly dropouts: readonly { readonly fromS: number; readonly toS: number }[];
  /** As printed on the cell, Ah: new cells hold about that, old ones less. */
  readonly printedAh: number;
  readonly trueAh: number;
  /** Constant current into the cell, A. */
  readonly mainA: number;
  /** At the cell before it was plugged in, V. */
  readonly restVolts: number;
  /** When it ended, s. */
  readonly fullS: number;
  /** At the cell, V, second by second. */
  readonly cellVolts: Float64Array;
}

/** Open-circuit voltage of a lithium cell over its charge, 0 to 1 (a usual curve, from memory). */
const OCV: readonly (readonly [number, number])[] = [
  [0, 2.6],
  [0.02, 3.1],
  [0.05, 3.35],
  [0.1, 3.5],
  [0.2, 3.6],
  [0.4, 3.68],
  [0.6, 3.82],
  [0.8, 4.0],
  [0.9, 4.09],
  [1, 4.19],
];
/** A pouch of cobalt oxide, as drawn in handbooks: a high plateau (from memory). */
const POUCH: typeof OCV = [
  [0, 2.7],
  [0.03, 3.3],
  [0.08, 3.62],
  [0.25, 3.74],
  [0.5, 3.82],
  [0.75, 3.98],
  [1, 4.19],
];
function usualVolts(charge: number, curve: typeof OCV): number {
  const k = Math.max(
    1,
    curve.findIndex(([q]) => q >= charge),
  );
  const [a, b] = [curve[k - 1], curve[k]];
  if (!a || !b) return curve.at(-1)?.[1] ?? 4.2;
  return a[1] + ((b[1] - a[1]) * (charge - a[0])) / (b[0] - a[0]);
}

/**
 * A charge from a seed: a cell as open-circuit voltage, series resistance and one RC pair; a charger with pre-charge below 2.9 V, constant current,
 * constant 4.2 V, ended at a tenth or a twentieth; seen at the port through a linear or a switching charger, with noise, steps of the meter
 * and dropouts.
 */
export function simulatedCharge(seed: number, perSecond = 0.2): SimulatedCharge {
  const random = seeded(seed * 97 + 11);
  const between = (a: number, b: number): number => a + (b - a) * random();
  const ah = between(0.25, 3);
  const rate = Math.min(1.4, ah * between(0.35, 0.8));
  const [r0, r1, c1] = [between(0.06, 0.2), between(0.03, 0.1), between(800, 3000)];
  const switching = random() < 0.5;
  const efficiency = between(0.82, 0.93);
  const end = random() < 0.5 ? 0.1 : 0.05;
  const idle = between(0.004, 0.03);
  const noise = between(0.001, 0.006);
  const step = random() < 0.5 ? 0.01 : 0.001;
  // No two makes have the same curve.
  const curve = random() < 0.5 ? OCV : POUCH;
  const [bend, ripple, turn] = [between(-0.035, 0.035), between(0, 0.015), between(0, 6.3)];
  const openVolts = (q: number): number =>
    usualVolts(q, curve) + 4 * q * (1 - q) * (bend + ripple * Math.sin(9 * q + turn));
  const printedAh = Math.round(ah * between(1, 1.12) * 100) / 100;
  const cellVolts: number[] = [];
  let charge = random() < 0.4 ? between(0, 0.01) : between(0.05, 0.5);
  const [seconds, amps]: [number[], number[]] = [[], []];
  const marks: { kind: 'pre' | 'constant' | 'taper' | 'done'; at: number }[] = [];
  const restVolts = Math.round((openVolts(charge) + between(-0.006, 0.006)) * 100) / 100;
  let polar = 0;
  let kind: 'pre' | 'constant' | 'taper' | 'done' = openVolts(charge) < 2.9 ? 'pre' : 'constant';
  marks.push({ kind, at: 0 });
  const dt = 1;
  let doneAt = Infinity;
  const tail = between(200, 1500);
  for (let t = 0; t < 40_000 && t < doneAt + tail; t += dt) {
    let current = 0;
    if (kind === 'pre') current = ah * 0.1;
    else if (kind === 'constant') current = rate;
    else if (kind === 'taper') current = Math.max(0, Math.min(rate, (4.2 - openVolts(charge) - polar) / r0));
    polar += (dt / (r1 * c1)) * (current * r1 - polar);
    const volts = openVolts(charge) + polar + current * r0;
    cellVolts.push(volts);
    charge += (current * dt) / 3600 / ah;
    if (kind === 'pre' && volts > 2.9) kind = 'constant';
    else if (kind === 'constant' && volts >= 4.2) kind = 'taper';
    else if (kind === 'taper' && current < rate * end) {
      kind = 'done';
      doneAt = t;
    }
    if (marks.at(-1)?.kind !== kind) marks.push({ kind, at: t });
    if ((t * perSecond) % 1 < perSecond * dt - 1e-9 || perSecond >= 1) {
      const port = idle + (switching ? (current * volts) / (5 * efficiency) : current);
      const read = port + noise * (random() + random() + random() - 1.5);
      seconds.push(t);
      amps.push(Math.max(0, Math.round(read / step) * step));
    }
  }
  const last = seconds.at(-1) ?? 0;
  const dropouts: { fromS: number; toS: number }[] = [];
  const count = Math.floor(random() * 4);
  for (let k = 0; k < count; k += 1) {
    const at = Math.floor(random() * seconds.length * 0.6);
    const long = 1 + Math.floor(random() * 3);
    if ((amps[at] ?? 0) < 0.15) continue;
    for (let i = at; i < at + long; i += 1) amps[i] = 0;
    dropouts.push({ fromS: seconds[at] ?? 0, toS: seconds[Math.min(seconds.length - 1, at + long)] ?? last });
  }
  return {
    seconds: Float64Array.from(seconds),
    amps: Float64Array.from(amps),
    phases: marks.map((m, k) => ({ kind: m.kind, fromS: m.at, toS: marks[k + 1]?.at ?? last })),
    dropouts,
    printedAh,
    trueAh: ah,
    mainA: rate,
    restVolts,
    fullS: doneAt,
    cellVolts: Float64Array.from(cellVolts),
  };
}
