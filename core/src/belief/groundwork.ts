import type { Reading } from '../board/reading';
import type { LabelSet } from './labels';
import { withSlips } from './labels';
import { backgroundOf } from './landing-prior';
import type { TraceMode } from './outcome-class';
import { readingClass } from './outcome-class';
import { acrossPart } from './between-nets';
import type { Orientation, TraceScene } from './trace-scene';

/** A reading as the belief takes it in; points by their numbers in the scene. */
export interface TraceEvidence {
  readonly reading: Reading;
  readonly red: number;
  readonly black: number;
  readonly mode: TraceMode;
  /** Class of what was shown. */
  readonly at: number;
}

/** What is printed on a resistor is as good as a reading across it. */
function marks(scene: TraceScene): Reading[] {
  return scene.points.flatMap((p) => {
    if (p.owner !== 'terminal' || p.component.kind !== 'resistor' || p.component.value === null) return [];
    const [first, second] = p.component.terminals;
    if (first?.id !== p.id || !second || p.component.terminals.length !== 2) return [];
    const { value } = p.component;
    return [
      {
        id: `${MARK} ${p.component.id}`,
        at: '',
        mode: 'ohms',
        shown: 'value',
        value,
        red: first.id,
        black: second.id,
        struck: false,
      },
    ];
  });
}

/** Stands before the id of a component whose mark was taken as a reading. */
export const MARK = 'mark of';

/** Readings that stand and whose points are on the board, and what is printed on resistors. */
export function evidenceOf(scene: TraceScene, readings: readonly Reading[]): TraceEvidence[] {
  return [...marks(scene), ...readings].flatMap((reading) => {
    const [red, black] = [scene.index.get(reading.red), scene.index.get(reading.black)];
    const seen = readingClass(reading);
    return red === undefined || black === undefined || red === black || !seen
      ? []
      : [{ reading, red, black, ...seen }];
  });
}

const HIDDEN_CRACK = 0.05;
const STUB_OF_ANOTHER = 0.045;

/** A distribution over labels from the few that are not 0. */
export function spread(labels: LabelSet, ...parts: readonly (readonly [number, number])[]): Float64Array {
  const out = new Float64Array(labels.labels.length);
  for (const [label, p] of parts) out[label] = (out[label] ?? 0) + p;
  return out;
}

export function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i += 1) sum += (a[i] as number) * (b[i] as number);
  return sum;
}
export const times = (a: Float64Array, b: Float64Array): Float64Array =>
  a.map((x, i) => x * (b[i] as number));
export function scaled(a: Float64Array): Float64Array {
  const total = a.reduce((s, x) => s + x, 0);
  return total > 0 ? a.map((x) => x / total) : a;
}

/** What a point is before any reading, under one orientation. */
function priorOf(scene: TraceScene, o: Orientation, i: number): Float64Array {
  const { labels, points, roles, pinOf } = scene;
  const of = labels.near.get(o.functions[pinOf[i] ?? -1] ?? 'unknown') ?? labels.other;
  const point = points[i];
  switch (roles[i]) {
    case 'pad':
      return spread(labels, [of, 1 - HIDDEN_CRACK], [labels.alone, HIDDEN_CRACK]);
    case 'dead pad':
      return spread(labels, [of, 1]);
    case 'stub':
      return spread(labels, [of, 1 - STUB_OF_ANOTHER], [labels.other, STUB_OF_ANOTHER]);
    case 'reference': {
      if (point?.owner !== 'point' || point.point.role === 'shell')
        return spread(labels, [labels.ground, 0.93], [labels.other, 0.07]);
      if (point.point.role === 'battery-plus') return spread(labels, [labels.rail, 0.9], [labels.other, 0.1]);
      if (point.point.role === 'other-supply')
        return spread(labels, [labels.otherSupply, 0.96], [labels.other, 0.04]);
      return spread(labels, [labels.ground, 0.997], [labels.other, 0.003]);
    }
    default: {
      const key = `${o.name} ${i}`;
      const known = scene.priors.get(key) ?? backgroundOf(scene, o.padsOf, i);
      scene.priors.set(key, known);
      return known;
    }
  }
}

/** Likelihood of a reading for each label of one of its points, the other being distributed as given. */
export function messageTo(
  labels: LabelSet,
  e: TraceEvidence,
  toRed: boolean,
  other: Float64Array,
): Float64Array {
  const n = labels.labels.length;
  const table = labels.chances[e.mode];
  const out = new Float64Array(n);
  for (let j = 0; j < n; j += 1) {
    const w = other[j] as number;
    if (w === 0) continue;
    for (let i = 0; i < n; i += 1) {
      const chances = (toRed ? table[i * n + j] : table[j * n + i]) as Float64Array;
      out[i] = (out[i] as number) + w * (chances[e.at] as number);
    }
  }
  return out;
}

/** What follows from the readings for one orientation before any landing is supposed. */
export interface Groundwork {
  /** Chances of each point's labels. */
  readonly usual: readonly Float64Array[];
  /** The same before readings, for pads and stubs. */
  readonly padPrior: ReadonlyMap<number, Float64Array>;
  /** Likelihood of each label of a pad or stub from readings against references. */
  readonly padPlain: ReadonlyMap<number, Float64Array>;
  /** Log chance of all readings between a site and anchors, if it is no landing. */
  readonly idle: Float64Array;
  /** For each site, what readings against each anchor say of its labels. */
  readonly messages: ReadonlyMap<
    number,
    readonly { readonly anchor: number; readonly e: TraceEvidence; readonly says: Float64Array }[]
  >;
  /** Readings across a part's own two ends, with their log chance if the part is of no line. */
  readonly across: readonly {
    readonly a: number;
    readonly b: number;
    readonly e: TraceEvidence;
    readonly log: number;
  }[];
  /** All other readings between two sites, with their log chance if both are no landings. */
  readonly between: readonly { readonly e: TraceEvidence; readonly log: number }[];
  /** Log chance of everything while nothing is supposed. */
  readonly constant: number;
}

const isPad = (scene: TraceScene, i: number): boolean =>
  ['pad', 'dead pad', 'stub'].includes(scene.roles[i] ?? '');

/** References among themselves first: which of them is ground. */
function settleReferences(
  scene: TraceScene,
  evidence: readonly TraceEvidence[],
  usual: Float64Array[],
): number {
  let log = 0;
  for (const e of evidence) {
    if (scene.roles[e.red] !== 'reference' || scene.roles[e.black] !== 'reference') continue;
    const [red, black] = [usual[e.red] as Float64Array, usual[e.black] as Float64Array];
    const says = messageTo(scene.labels, e, true, black);
    log += Math.log(dot(says, red));
    usual[e.black] = scaled(times(black, messageTo(scene.labels, e, false, red)));
    usual[e.red] = scaled(times(red, says));
  }
  return log;
}

export function groundwork(
  scene: TraceScene,
  o: Orientation,
  evidence: readonly TraceEvidence[],
  slipRate: number,
): Groundwork {
  const { labels, points, roles } = scene;
  const prior: Float64Array[] = points.map((_, i) => priorOf(scene, o, i));
  const usual = prior.slice();
  let constant = settleReferences(scene, evidence, usual);
  const padPrior = new Map(prior.flatMap((p, i) => (isPad(scene, i) ? [[i, p] as const] : [])));
  const padPlain = new Map<number, Float64Array>([...padPrior].map(([i, p]) => [i, p.map(() => 1)]));
  for (const e of evidence)
    for (const [at, other] of [
      [e.red, e.black],
      [e.black, e.red],
    ] as const) {
      const so = padPlain.get(at);
      if (so && roles[other] === 'reference')
        padPlain.set(at, times(so, messageTo(labels, e, at === e.red, usual[other] as Float64Array)));
    }
  for (const [pad, says] of padPlain) usual[pad] = scaled(times(prior[pad] as Float64Array, says));
  const messages = new Map<number, { anchor: number; e: TraceEvidence; says: Float64Array }[]>();
  const across: Groundwork['across'][number][] = [];
  const betweenSites: TraceEvidence[] = [];
  for (const e of evidence) {
    const [red, black] = [roles[e.red] === 'site', roles[e.black] === 'site'];
    if (red && black) {
      const kind = scene.kinds[e.red];
      const decoy = scene.partner[e.red] === e.black && kind && kind !== 'point' ? acrossPart(kind) : null;
      if (!decoy) betweenSites.push(e);
      else
        across.push({
          a: e.red,
          b: e.black,
          e,
          log: Math.log(withSlips(decoy[e.mode], slipRate)[e.at] as number),
        });
    } else if (red || black) {
      const [at, anchor] = red ? [e.red, e.black] : [e.black, e.red];
      const says = messageTo(labels, e, red, usual[anchor] as Float64Array);
      messages.set(at, [...(messages.get(at) ?? []), { anchor, e, says }]);
    } else if (isPad(scene, e.red) && isPad(scene, e.black))
      constant += Math.log(
        dot(messageTo(labels, e, true, usual[e.black] as Float64Array), usual[e.red] as Float64Array),
      );
  }
  const idle = new Float64Array(points.length);
  for (const [site, list] of messages) {
    const joint = list.reduce((so, m) => times(so, m.says), prior[site] as Float64Array);
    idle[site] = Math.log(joint.reduce((a, x) => a + x, 0));
    usual[site] = scaled(joint);
  }
  const between = betweenSites.map((e) => ({
    e,
    log: Math.log(
      dot(messageTo(labels, e, true, usual[e.black] as Float64Array), usual[e.red] as Float64Array),
    ),
  }));
  constant += idle.reduce((a, x) => a + x, 0);
  for (const { log } of [...across, ...between]) constant += log;
  return { usual, padPrior, padPlain, idle, messages, across, between, constant };
}
