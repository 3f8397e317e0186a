import { SEEN_WHEN_APART, SEEN_WHEN_JOINED } from './primitive';
import type { TraceEvidence } from './evidence';
import type { Orientation, TraceScene } from './trace-scene';

/** What one anchor may be: on which net it is, and whether an eye can follow its track. */
export interface AnchorState {
  readonly label: number;
  readonly followed: boolean;
  readonly weight: number;
}

/** A pad, stub or reference that was read against one site alone: what it is hangs on that site and on nothing else. */
export interface LeafAnchor {
  readonly point: number;
  readonly site: number;
  readonly states: readonly AnchorState[];
}

/** Pads, stubs and references that were touched, and all that they may be together: few enough to be counted out. */
export interface Anchors {
  readonly leaves: ReadonlyMap<number, LeafAnchor>;
  readonly points: readonly number[];
  readonly states: readonly (readonly AnchorState[])[];
  /** How many joint states there are. */
  readonly size: number;
  /** State of anchor `k` in joint state `g`: `state[k][g]`. */
  readonly state: readonly Uint8Array[];
  /** Log weight of each joint state, readings among anchors worked in. */
  readonly log: Float64Array;
  /** Place among the anchors of a point; absent for any other. */
  readonly of: ReadonlyMap<number, number>;
}

/** A pad that looks whole has lost its track now and then; one that lifted, more often (judgements). */
const HIDDEN_CRACK = { sound: 0.04, lifted: 0.1 } as const;
/** What lies before a pad is now and then the end of another track. */
const STUB_OF_ANOTHER = 0.045;
/** A scraped place on the pin's own track is that track, save where the knife slipped onto another. */
const SCRAPED_OF_ANOTHER = 0.01;
/** A stub that is seen to be whole and has lost its track all the same (a judgement). */
const STUB_BROKEN = 0.005;
/** The pad of a line that lands nowhere on the marked board touches nothing else so often; else the line leads to a part that was not marked (a judgement). */
const ALONE_WHEN_NOWHERE = 0.7;
/** More joint states than this are not counted out: the least likely ones go. */
const MOST_STATES = 2048;

/** What a point that is no site may be before any reading: labels and their chances. */
export function anchorPrior(
  scene: TraceScene,
  o: Orientation,
  point: number,
): readonly (readonly [number, number])[] {
  const { labels, points, roles, pinOf } = scene;
  const own = labels.near.get(o.functions[pinOf[point] ?? -1] ?? 'unknown') ?? labels.other;
  const p = points[point];
  switch (roles[point]) {
    case 'pad': {
      const state = p?.owner === 'pin' ? p.pin.state : 'sound';
      const crack = state === 'lifted' || state === 'loose' ? HIDDEN_CRACK.lifted : HIDDEN_CRACK.sound;
      return [
        [own, 1 - crack],
        [labels.alone, crack],
      ];
    }
    case 'stub': {
      const off = p?.owner === 'point' && p.point.ofPin !== undefined ? SCRAPED_OF_ANOTHER : STUB_OF_ANOTHER;
      return [
        [own, 1 - off - STUB_BROKEN],
        [labels.other, off],
        [labels.alone, STUB_BROKEN],
      ];
    }
    case 'reference': {
      // Lands of legs may hold nothing but the leg: no track leads there.
      if (p?.owner === 'leg')
        return [
          [labels.ground, 0.9],
          [labels.other, 0.05],
          [labels.alone, 0.05],
        ];
      if (p?.owner !== 'point') return [[labels.other, 1]];
      const role = p.point.role;
      if (role === 'battery-plus')
        return [
          [labels.rail, 0.9],
          [labels.other, 0.1],
        ];
      if (role === 'other-supply')
        return [
          [labels.otherSupply, 0.96],
          [labels.other, 0.04],
        ];
      // A protection chip may stand between the cell's minus and ground; a shell may hang on a resistor.
      const ground = role === 'battery-minus' ? 0.8 : role === 'shell' ? 0.92 : 0.997;
      return [
        [labels.ground, ground],
        [labels.other, 1 - ground],
      ];
    }
    default:
      return [[own, 1]];
  }
}

/**
 * How many times likelier each state of a point is once the line of its pin lands nowhere on the marked board: its pad or stub then stands
 * alone, more often than not. 1 for points of no line, and where D+ and D- are one net: two pads that ring to each other stand not alone.
 */
export function whenNowhere(
  scene: TraceScene,
  o: Orientation,
  point: number,
  states: readonly Pick<AnchorState, 'label' | 'weight'>[],
): number[] {
  const f = o.functions[scene.pinOf[point] ?? -1] ?? 'unknown';
  const role = scene.roles[point];
  const own = scene.labels.near.get(f);
  const shared = (o.padsOf.get(f)?.length ?? 0) > 1;
  if ((role !== 'pad' && role !== 'stub') || own === undefined || shared) return states.map(() => 1);
  const weightOf = (label: number): number =>
    states.reduce((sum, s) => sum + (s.label === label ? s.weight : 0), 0);
  const [on, alone] = [weightOf(own), weightOf(scene.labels.alone)];
  return states.map((s) =>
    s.label === own
      ? 1 - ALONE_WHEN_NOWHERE
      : s.label === scene.labels.alone
        ? (alone + ALONE_WHEN_NOWHERE * on) / alone
        : 1,
  );
}

const isEye = (e: TraceEvidence): boolean => e.mode === 'seen';

/** Chance of a look along an anchor's track: what an eye cannot follow once, it cannot follow anywhere along that track. */
export function eyeChance(at: number, followed: boolean, joined: boolean): number {
  const reaches = at === 0;
  if (followed && joined) return reaches ? 0.97 : 0.03;
  return reaches ? SEEN_WHEN_APART : 1 - SEEN_WHEN_APART;
}

/** Whether a look is along the track of a pin, whose end is at this point. */
export const looksFrom = (scene: TraceScene, e: TraceEvidence, point: number): boolean =>
  isEye(e) && (scene.pinOf[point] ?? -1) >= 0 && scene.roles[point] !== 'site';

export function anchorsOf(scene: TraceScene, o: Orientation, evidence: readonly TraceEvidence[]): Anchors {
  const touched = new Set(evidence.flatMap((e) => [e.red, e.black]));
  const statesOf = (p: number): AnchorState[] => {
    const eyed = evidence.some((e) => (e.red === p || e.black === p) && looksFrom(scene, e, p));
    return anchorPrior(scene, o, p).flatMap(([label, weight]): AnchorState[] =>
      eyed
        ? [
            { label, followed: true, weight: weight * SEEN_WHEN_JOINED },
            { label, followed: false, weight: weight * (1 - SEEN_WHEN_JOINED) },
          ]
        : [{ label, followed: false, weight }],
    );
  };
  const all = [...touched].filter((p) => scene.roles[p] !== 'site').sort((a, b) => a - b);
  const leaves = new Map<number, LeafAnchor>();
  for (const p of all) {
    const others = new Set(evidence.flatMap((e) => (e.red === p ? [e.black] : e.black === p ? [e.red] : [])));
    const [site = -1] = others;
    if (others.size === 1 && scene.roles[site] === 'site')
      leaves.set(p, { point: p, site, states: statesOf(p) });
  }
  const points = all.filter((p) => !leaves.has(p));
  const of = new Map(points.map((p, k) => [p, k]));
  const states = points.map(statesOf);
  let joint: { readonly at: readonly number[]; readonly log: number }[] = [{ at: [], log: 0 }];
  points.forEach((p, k) => {
    const before = evidence.filter((e) => {
      const other = e.red === p ? e.black : e.black === p ? e.red : -1;
      const place = of.get(other);
      return place !== undefined && place < k;
    });
    joint = joint.flatMap(({ at, log }) =>
      (states[k] ?? []).map((s, n) => {
        const more = before.reduce(
          (sum, e) => {
            const place = of.get(e.red === p ? e.black : e.red) ?? 0;
            const other = states[place]?.[at[place] ?? 0];
            return sum + Math.log(other ? anchorChance(scene, e, p, s, points[place] ?? 0, other) : 1);
          },
          log + Math.log(s.weight),
        );
        return { at: [...at, n], log: more };
      }),
    );
    if (joint.length > MOST_STATES) joint = joint.toSorted((a, b) => b.log - a.log).slice(0, MOST_STATES);
  });
  return {
    leaves,
    points,
    states,
    size: joint.length,
    state: points.map((_, k) => Uint8Array.from(joint, (j) => j.at[k] ?? 0)),
    log: Float64Array.from(joint, (j) => j.log),
    of,
  };
}

function anchorChance(
  scene: TraceScene,
  e: TraceEvidence,
  p: number,
  s: AnchorState,
  other: number,
  t: AnchorState,
): number {
  if (looksFrom(scene, e, p) || looksFrom(scene, e, other)) {
    const from = looksFrom(scene, e, p) ? s : t;
    return eyeChance(e.at, from.followed, s.label === t.label && s.label !== scene.labels.alone);
  }
  const n = scene.labels.labels.length;
  const [red, black] = e.red === p ? [s.label, t.label] : [t.label, s.label];
  return (scene.labels.chances[e.mode][red * n + black] as Float64Array)[e.at] as number;
}
