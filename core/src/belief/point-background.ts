import type { ComponentKind } from '../board/board';
import { functionGroup } from '../connector/pin-function';
import { IN_LINE, NEAR_MM, portSide } from './first-part';
import type { Orientation, TraceScene } from './trace-scene';

/** What a point is that carries no line. All weights are judgements of common practice. */
interface Background {
  readonly ground: number;
  readonly rail: number;
  readonly otherSupply: number;
  readonly farSupply: number;
  readonly farData: number;
  /** Being one more point of a line that lands elsewhere. */
  readonly supply: number;
  readonly data: number;
  readonly configuration: number;
}

const PLAIN: Background = {
  ground: 0.12,
  rail: 0.15,
  otherSupply: 0.01,
  farSupply: 0.03,
  farData: 0.03,
  supply: 0.03,
  data: 0.015,
  configuration: 0.01,
};
const BACKGROUND: Readonly<Partial<Record<ComponentKind | 'point', Background>>> = {
  capacitor: {
    ...PLAIN,
    ground: 0.46,
    rail: 0.22,
    otherSupply: 0.05,
    farSupply: 0.1,
    farData: 0.005,
    supply: 0.1,
    data: 0.003,
  },
  resistor: { ...PLAIN, farData: 0.04 },
  chip: { ...PLAIN, farSupply: 0.07, farData: 0.09, supply: 0.06, data: 0.05 },
  'dual-diode': { ...PLAIN, ground: 0.03, rail: 0.15, otherSupply: 0.3, farSupply: 0.33, supply: 0.1 },
  diode: { ...PLAIN, ground: 0.15, rail: 0.2, otherSupply: 0.1, farSupply: 0.25, supply: 0.08 },
  fuse: { ...PLAIN, ground: 0.02, farSupply: 0.35, rail: 0.25, supply: 0.08 },
  bead: { ...PLAIN, ground: 0.1, farSupply: 0.3, rail: 0.25, supply: 0.08 },
  inductor: { ...PLAIN, ground: 0.05, farSupply: 0.25, rail: 0.35, supply: 0.08 },
  'three-legged': { ...PLAIN, ground: 0.1, rail: 0.15, otherSupply: 0.2, farSupply: 0.25, supply: 0.08 },
  'resistor-array': { ...PLAIN, ground: 0.05, farData: 0.3, data: 0.05 },
  // What is seen to be no part of the port: nets of its own, ground, a supply of its own.
  socket: {
    ...PLAIN,
    ground: 0.3,
    otherSupply: 0.15,
    rail: 0.1,
    farSupply: 0.02,
    supply: 0.005,
    data: 0.003,
    farData: 0.01,
  },
  speaker: {
    ...PLAIN,
    ground: 0.15,
    rail: 0.02,
    farSupply: 0.002,
    supply: 0.001,
    data: 0.001,
    farData: 0.002,
  },
  crystal: {
    ...PLAIN,
    ground: 0.3,
    rail: 0.01,
    farSupply: 0.002,
    supply: 0.001,
    data: 0.002,
    farData: 0.002,
  },
  cell: { ...PLAIN, ground: 0.4, rail: 0.4, farSupply: 0.03, supply: 0.005, data: 0.001, farData: 0.001 },
  switch: { ...PLAIN, ground: 0.15, rail: 0.3, farSupply: 0.1, supply: 0.03, data: 0.004 },
  'esd-array': { ...PLAIN, ground: 0.33, supply: 0.2, data: 0.14 },
  choke: { ...PLAIN, ground: 0.02, farData: 0.45, data: 0.03 },
  led: { ...PLAIN, farData: 0.002, data: 0.002 },
  point: { ...PLAIN, supply: 0.1, data: 0.08, rail: 0.25 },
};
/** How often a pull-up hangs on either line of a pair. */
const PULL_UP = { 'D+': 0.3, 'D-': 0.02 } as const;
/** A point this far from the port is as unlikely as e times less to be one more point of a line, mm. */
const EXTRA_STEP_MM = 9;

/** What a site is when it is no landing: a distribution over labels. */
export function backgroundOf(
  scene: TraceScene,
  o: Orientation,
  site: number,
  pullUps: ReadonlySet<number>,
): Float64Array {
  const { labels } = scene;
  const pads = o.padsOf;
  const out = new Float64Array(labels.labels.length);
  const b = BACKGROUND[scene.kinds[site] ?? 'other'] ?? PLAIN;
  const inLine = IN_LINE.includes(scene.kinds[site] ?? 'other');
  out[labels.ground] = b.ground;
  out[labels.rail] = b.rail;
  out[labels.otherSupply] = b.otherSupply;
  for (const [f, at] of labels.near) {
    const group = functionGroup(f);
    if (group === 'ground') continue;
    const pulled = pullUps.has(site) && (f === 'D+' || f === 'D-');
    const weight = pulled
      ? PULL_UP[f]
      : group === 'supply'
        ? b.supply
        : group === 'data'
          ? b.data
          : group === 'superspeed' && scene.kinds[site] === 'capacitor'
            ? 0.12
            : b.configuration;
    const mm = Math.min(Infinity, ...(pads.get(f) ?? []).map((pad) => scene.span(pad, site)));
    // A pull-up hangs on the line by either end.
    const side = inLine && !pulled ? portSide(scene, f, pads.get(f) ?? [], site) : 1;
    out[at] = mm < Infinity ? weight * side * Math.exp(-Math.max(0, mm - NEAR_MM) / EXTRA_STEP_MM) : 0;
  }
  for (const [f, at] of labels.far) {
    if ((pads.get(f) ?? []).length === 0) continue;
    const pulled = pullUps.has(site) && (f === 'D+' || f === 'D-');
    const weight = functionGroup(f) === 'supply' ? b.farSupply : pulled ? PULL_UP[f] : b.farData;
    out[at] = inLine && !pulled ? weight * 2 * (1.02 - portSide(scene, f, pads.get(f) ?? [], site)) : weight;
  }
  const spoken = out.reduce((a, x) => a + x, 0);
  out[labels.other] = Math.max(0.08, 1 - spoken);
  const total = out.reduce((a, x) => a + x, 0);
  return out.map((x) => x / total);
}
