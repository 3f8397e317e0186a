import type { ComponentKind } from '../board/board';
import type { ConnectorFamily } from '../connector/family';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup, isOptional } from '../connector/pin-function';
import type { XY } from '../geometry/projective';
import type { Orientation, TraceScene } from './trace-scene';

/**
 * What is likely before any reading: which kind of part a line meets first, how near it stands, which of its ends looks to the port,
 * and what a point is that carries no line. All weights are judgements of common practice.
 */
type Weights = Readonly<Partial<Record<ComponentKind | 'point', number>>>;

const FIRST_PART: Readonly<Record<string, Weights>> = {
  supply: {
    fuse: 1,
    bead: 0.9,
    inductor: 0.9,
    'dual-diode': 0.9,
    diode: 0.8,
    capacitor: 0.5,
    transistor: 0.25,
    chip: 0.05,
    'esd-array': 0.25,
    other: 0.1,
    point: 0.04,
    resistor: 0.2,
    'three-legged': 0.7,
    'resistor-array': 0.02,
    switch: 0.2,
    socket: 0.005,
    choke: 0.05,
    led: 0.01,
    button: 0.01,
  },
  data: {
    resistor: 0.9,
    choke: 1.1,
    'resistor-array': 0.5,
    'esd-array': 0.4,
    chip: 0.12,
    'three-legged': 0.03,
    socket: 0.002,
    other: 0.1,
    point: 0.05,
    capacitor: 0.02,
    bead: 0.03,
    inductor: 0.03,
    'dual-diode': 0.03,
    transistor: 0.02,
    fuse: 0.005,
    diode: 0.01,
    led: 0.003,
    button: 0.01,
  },
  // D+ and D- on one net, as a charger that is asked nothing has them: to a chip that looks for it, to a divider, often nowhere.
  joined: {
    chip: 0.5,
    resistor: 0.4,
    'esd-array': 0.2,
    point: 0.25,
    other: 0.1,
    capacitor: 0.03,
    transistor: 0.05,
  },
  configuration: { resistor: 1, chip: 0.12, 'esd-array': 0.08, other: 0.1, point: 0.06, capacitor: 0.03 },
  superspeed: { capacitor: 1, choke: 0.6, 'esd-array': 0.5, chip: 0.4, other: 0.1, point: 0.05 },
};
const RARE_FIRST_PART = 0.01;

/** Parts stand this near without being any less likely, mm; then the chance falls by e each further step. */
const NEAR_MM = 3.5;
const STEP_MM = 3.2;
/** Half a millimetre nearer makes an end of a part the port's side nearly for certain. */
const PORT_SIDE_MM = 0.25;
/** An end nearer to the port by nothing is as likely as the other; no end is ruled out. */
const LEAST_SIDE = 0.05;
/** Parts that stand in a line have a side that looks to the port; those that stand beside it (to ground) are laid either way round. */
const IN_LINE: readonly (ComponentKind | 'point')[] = [
  'resistor',
  'resistor-array',
  'fuse',
  'bead',
  'inductor',
  'choke',
];

/** Kind and nearness together say more than each for itself: found by trying on boards of several hands. */
const SHARPER = 1.3;

const reach = (scene: TraceScene, pads: readonly number[], point: number): number =>
  Math.min(...pads.map((pad) => scene.span(pad, point)));

/** Chance that an end of a two-ended part is the one that looks to the pads; 1 for any other point. */
function portSide(scene: TraceScene, pads: readonly number[], site: number): number {
  const other = scene.partner[site] ?? -1;
  if (other < 0 || pads.length === 0) return 1;
  if (!IN_LINE.includes(scene.kinds[site] ?? 'other')) return 0.5;
  const nearer = (reach(scene, pads, other) - reach(scene, pads, site)) / PORT_SIDE_MM;
  return LEAST_SIDE + (1 - LEAST_SIDE) / (1 + Math.exp(-nearer));
}

/** A pull-up of 1.5 kohm tells a full-speed device's D+ (USB 2.0, from memory); a low-speed device has it on D-, and is rare. */
export const isPullUp = (ohms: number | null): boolean => ohms !== null && ohms > 1400 && ohms < 1600;
const PULL_UP = { 'D+': 0.3, 'D-': 0.02 } as const;
/** A pull-up is no first part of a line; a mark may be misread. */
const WRONG_MARK = 0.05;

/** What a resistor's mark makes of it as the first part of a line. */
function markFits(group: string, ohms: number | null): number {
  if (ohms === null) return 1;
  // 4.7 kohm is met everywhere, and now and then in the place of 5.1.
  if (group === 'configuration')
    return ohms > 4850 && ohms < 5700 ? 1 : ohms > 4600 && ohms < 4850 ? 0.2 : WRONG_MARK;
  return group === 'data' && isPullUp(ohms) ? WRONG_MARK : 1;
}

/** A chip of many legs is one part: its legs share what speaks for it, from this many on. */
const FEW_LEGS = 4;
const legShare = (scene: TraceScene, site: number): number => {
  const p = scene.points[site];
  return p?.owner === 'terminal' ? Math.max(1, p.component.terminals.length / FEW_LEGS) : 1;
};

/** Of a part of three legs the one that stands alone is what the other two lead to: a dual diode's common end, seldom an input (common practice). */
const LONE_LEG: Readonly<Partial<Record<ComponentKind | 'point', number>>> = {
  'dual-diode': 0.1,
  'three-legged': 0.4,
};

function loneLeg(scene: TraceScene, group: string, site: number): number {
  const p = scene.points[site];
  const share = LONE_LEG[scene.kinds[site] ?? 'other'];
  if (
    group !== 'supply' ||
    share === undefined ||
    p?.owner !== 'terminal' ||
    p.component.terminals.length !== 3
  )
    return 1;
  const [one, two] = p.component.terminals.filter((t) => t.id !== p.id);
  if (!one || !two) return 1;
  const mm = (a: XY, b: XY): number => Math.hypot(a.x - b.x, a.y - b.y);
  const between = mm(one.at, two.at);
  return mm(p.at, one.at) > between && mm(p.at, two.at) > between ? share : 1;
}

/** Log weight of a site as the landing of a function. */
export function landingLogPrior(
  scene: TraceScene,
  o: Orientation,
  f: PinFunction,
  site: number,
  pullUps: ReadonlySet<number>,
): number {
  const pads = o.padsOf.get(f) ?? [];
  const group = functionGroup(f) === 'data' && o.joined ? 'joined' : functionGroup(f);
  const kind = scene.kinds[site] ?? 'other';
  const affinity =
    ((FIRST_PART[group]?.[kind] ?? RARE_FIRST_PART) / legShare(scene, site)) *
    markFits(group, pullUps.has(site) ? 1500 : (scene.marked[site] ?? null));
  const mm = reach(scene, pads, site);
  const weight = Math.log(affinity * loneLeg(scene, group, site)) - Math.max(0, mm - NEAR_MM) / STEP_MM;
  return SHARPER * weight + Math.log(portSide(scene, pads, site));
}

/** How often a port of a family carries no data at all, as odds (judgements): a stick's plug does, a socket that charges may not. */
const WITHOUT_DATA: Readonly<Partial<Record<ConnectorFamily, number>>> = {
  'usb-a-plug': 0.01,
  'usb-a-3-plug': 0.01,
  'usb-b': 0.01,
  'usb-a-3': 0.01,
  'mini-b': 0.06,
  'micro-b': 0.2,
  'type-c-16': 0.1,
};

/** Log weight of a line, or a pair of lines, being wired nowhere on the marked board, against 1 for landing somewhere on it. */
export function nowhereLogPrior(scene: TraceScene, o: Orientation, f: PinFunction): number {
  const group = functionGroup(f);
  if (group === 'data' && o.joined) return Math.log(1);
  if (group === 'identity' || group === 'sideband') return Math.log(6);
  if (isOptional(f)) return Math.log(0.5);
  return Math.log(group === 'data' ? (WITHOUT_DATA[scene.family] ?? 0.06) : 0.005);
}

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
    const side = inLine && !pulled ? portSide(scene, pads.get(f) ?? [], site) : 1;
    out[at] = mm < Infinity ? weight * side * Math.exp(-Math.max(0, mm - NEAR_MM) / EXTRA_STEP_MM) : 0;
  }
  for (const [f, at] of labels.far) {
    if ((pads.get(f) ?? []).length === 0) continue;
    const pulled = pullUps.has(site) && (f === 'D+' || f === 'D-');
    const weight = functionGroup(f) === 'supply' ? b.farSupply : pulled ? PULL_UP[f] : b.farData;
    out[at] = inLine && !pulled ? weight * 2 * (1.02 - portSide(scene, pads.get(f) ?? [], site)) : weight;
  }
  const spoken = out.reduce((a, x) => a + x, 0);
  out[labels.other] = Math.max(0.08, 1 - spoken);
  const total = out.reduce((a, x) => a + x, 0);
  return out.map((x) => x / total);
}

/** How much two lines of a pair belong together by two places of theirs, log weight: each worked out once a board. */
export function pairLogs(
  scene: TraceScene,
  o: Orientation,
  functions: readonly PinFunction[],
): (a: number, b: number) => number {
  const key = `${o.name} ${functions.join()}`;
  const n = scene.points.length;
  const known = scene.pairLogs.get(key) ?? new Float64Array(n ** 2).fill(NaN);
  scene.pairLogs.set(key, known);
  return (a, b) => {
    const at = a * n + b;
    if (Number.isNaN(known[at])) known[at] = pairWeight(scene, o, functions, a, b);
    return known[at] as number;
  };
}

/** How much two lines of a pair belong together: order of their parts against order of their pads, one kind of part, one place. */
function pairWeight(
  scene: TraceScene,
  o: Orientation,
  functions: readonly PinFunction[],
  a: number,
  b: number,
): number {
  const [padsA = [], padsB = []] = functions.map((f) => o.padsOf.get(f) ?? []);
  const alternating = padsA.length > 1;
  const at = (i: number): XY => scene.where[i] ?? { x: 0, y: 0 };
  const pad = scene.points[padsA[0] ?? -1];
  const angle = pad?.owner === 'pin' ? (pad.row.directionDeg * Math.PI) / 180 : 0;
  const along = (i: number): number => at(i).x * Math.cos(angle) + at(i).y * Math.sin(angle);
  const mean = (list: readonly number[]): number =>
    list.reduce((s, i) => s + along(i), 0) / Math.max(1, list.length);
  const apart = along(b) - along(a);
  const inOrder = Math.sign(mean(padsB) - mean(padsA)) * apart;
  const firm = alternating ? 0.25 : 0.05;
  // A part that stands straight behind the other says little of the order.
  const lean = 1 / (1 + Math.exp(-inOrder / 0.15));
  const order = Math.log(firm + (1 - 2 * firm) * lean);
  const [one, two] = [scene.kinds[a], scene.kinds[b]];
  const alike = one === two ? 1 : one === 'point' || two === 'point' ? -0.3 : -2;
  const near = scene.span(a, b) < 3.2 ? 0.6 : scene.span(a, b) > 6 ? -1.2 : 0;
  const shared = scene.component[a] !== null && scene.component[a] === scene.component[b];
  const ends = shared && scene.partner[a] === b ? -7 : shared ? 1 : 0;
  const array =
    ['choke', 'esd-array', 'chip', 'resistor-array'].includes(one ?? '') && one === two && !shared ? -2 : 0;
  return order + alike + near + ends + array;
}
