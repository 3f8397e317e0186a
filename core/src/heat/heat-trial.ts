import { solderOf } from './heat-use';
import type { HeatKind } from './heat-limits';
import { GLASS_C, HEAT_LIMITS } from './heat-limits';
import type { BoardGuess, HeatBoard } from './heat-board';
import type { HeatUse } from './heat-use';
import type { LaidScene } from './lay-scene';
import { layScene } from './lay-scene';
import type { HeatRun } from './solve';
import { runHeat } from './solve';

/** One curve over the time of a trial, °C. */
export interface HeatCurve {
  readonly id: string;
  readonly name: string;
  readonly celsius: readonly number[];
}

/** Something that heat got to, against what it bears. */
export interface HeatReach {
  readonly id: string;
  readonly name: string;
  readonly kind: HeatKind;
  readonly peakC: number;
  /** Time above its first bound, s. */
  readonly overS: number;
  /** The bound that was broken, in words; `null` while all hold. */
  readonly broken: string | null;
}

/** What a use of heat does to one board. */
export interface HeatTrial {
  readonly use: HeatUse;
  /** When each target was molten, s; `null` where it was not. */
  readonly melted: readonly { readonly id: string; readonly name: string; readonly seconds: number | null }[];
  /** When all of them were, at the same moment, s; `null` where they never were. */
  readonly allAtS: number | null;
  /** When the heat was taken away, s. */
  readonly endS: number;
  readonly reached: readonly HeatReach[];
  /** Longest that a target's land was above the glass transition, s: its copper holds weakly then. */
  readonly softS: number;
  /** Parts whose joints are all molten: they move at a nudge. */
  readonly swims: readonly string[];
  readonly seconds: readonly number[];
  readonly curves: readonly HeatCurve[];
  readonly liquidusC: number;
  readonly run: HeatRun;
  readonly laid: LaidScene;
}

/** So much of a joint is molten when it lets go. */
const MOLTEN = 0.98;
/** Times of a step, s: iron is quick, air is slow. */
const STEP_S = { iron: 0.05, flood: 0.1, air: 0.4 } as const;

/** Time a curve spends above a temperature, s. */
export function secondsOver(seconds: readonly number[], curve: readonly number[], celsius: number): number {
  let sum = 0;
  for (let i = 1; i < curve.length; i += 1) {
    const [a, b] = [curve[i - 1] as number, curve[i] as number];
    const span = (seconds[i] as number) - (seconds[i - 1] as number);
    if (a > celsius && b > celsius) sum += span;
    else if (a > celsius || b > celsius) sum += (span * (Math.max(a, b) - celsius)) / Math.abs(b - a);
  }
  return sum;
}

function judge(
  id: string,
  name: string,
  kind: HeatKind,
  seconds: readonly number[],
  curve: readonly number[],
): HeatReach {
  const { bounds } = HEAT_LIMITS[kind];
  const broken = bounds.find((b) => secondsOver(seconds, curve, b.celsius) > b.seconds);
  return {
    id,
    name,
    kind,
    peakC: curve.reduce((most, c) => Math.max(most, c), -Infinity),
    overS: secondsOver(seconds, curve, bounds[0]?.celsius ?? Infinity),
    broken: broken
      ? `over ${broken.celsius} °C${broken.seconds > 0 ? ` for more than ${broken.seconds} s` : ''}`
      : null,
  };
}

/** A tenth of a second more is kept as a picture every so often, s. */
export interface TrialWish {
  /** Size of a cell of the board, mm. */
  readonly stepMm: number;
  /** Pictures of the whole board, s apart; `null` for none but the last. */
  readonly everyS: number | null;
  /** What is not all molten by then is not followed further, s; `null` follows it to the end. */
  readonly untilS?: number | null;
  /** Asked at every step with how much is done, 0 to 1: `true` breaks it off. */
  readonly halt?: (done: number) => boolean;
}

/**
 * Brings heat to a board until all that should melt has been molten for as long as it is held, or the time is over.
 * Throws RangeError with the words of `heatFault` where that cannot be.
 */
export function tryHeat(board: HeatBoard, guess: BoardGuess, use: HeatUse, wish: TrialWish): HeatTrial {
  const laid = layScene(board, guess, use, wish.stepMm);
  const { scene, joints, parts, tongue } = laid;
  const stepS = use.air ? STEP_S.air : use.flooded ? STEP_S.flood : STEP_S.iron;
  const targets = joints.filter((j) => j.target);
  const first = new Map<string, number>();
  let allAtS: number | null = null;
  const seconds = [0];
  const start = use.preheatC ?? use.roomC;
  const tracks = scene.bodies.map((b) => [b.startC ?? start]);
  const mostS = use.mostS + use.holdS;
  const run = runHeat(scene, {
    seconds: mostS,
    stepS,
    everyS: wish.everyS ?? mostS,
    stop: (bodies, molten, t) => {
      seconds.push(t);
      bodies.forEach((c, k) => tracks[k]?.push(c));
      for (const { joint, body } of targets)
        if ((molten[body] as number) >= MOLTEN && !first.has(joint.id)) first.set(joint.id, t);
      // Swept one after the other they need not all be molten at once but for a flooded row, which is swept as one.
      if (allAtS === null && targets.every(({ body }) => (molten[body] as number) >= MOLTEN)) allAtS = t;
      const lateS = Math.min(use.mostS, wish.untilS ?? use.mostS);
      const over = allAtS === null ? t >= lateS - 1e-9 : t >= allAtS + use.holdS - 1e-9;
      return over || wish.halt?.(Math.min(1, t / use.mostS)) === true;
    },
  });
  const last = run.frames.at(-1);
  const curve = (body: number): number[] => tracks[body] ?? [];
  const reached: HeatReach[] = [];
  // The land is as hot as its joint.
  const hottest = targets
    .map(({ joint, body }) => judge(joint.id, `pad of ${joint.name}`, 'board', seconds, curve(body)))
    .toSorted((a, b) => Number(b.broken !== null) - Number(a.broken !== null) || b.peakC - a.peakC)[0];
  if (hottest) reached.push(hottest);
  if (use.air && last) {
    // Air heats the whole face: what is hottest at the end was so all along.
    const top = last.layers[0];
    let at = 0;
    top?.forEach((c, i) => {
      if (c > (top[at] ?? 0)) at = i;
    });
    const rise = run.frames.map((f) => f.layers[0]?.[at] ?? start);
    reached.push(
      judge(
        'face',
        'board under the jet',
        'board',
        run.frames.map((f) => f.seconds),
        rise,
      ),
    );
  }
  if (tongue !== null && board.port?.spared)
    reached.push(judge('tongue', 'tongue', 'tongue', seconds, curve(tongue)));
  for (const { part, body } of parts)
    if (part.kind !== null) reached.push(judge(part.id, part.name, part.kind, seconds, curve(body)));
  const { solidusC } = solderOf(board.solder, false);
  const swims = last
    ? parts.flatMap(({ part, ends }) =>
        ends.length > 0 && ends.every((k) => cellOf(last.layers, k) >= solidusC) ? [part.name] : [],
      )
    : [];
  const shown = [
    ...targets.map(({ joint, body }) => ({ id: joint.id, name: joint.name, celsius: curve(body) })),
    ...(tongue === null ? [] : [{ id: 'tongue', name: 'tongue', celsius: curve(tongue) }]),
    ...parts
      .filter(({ part }) => part.kind !== null)
      .map(({ part, body }) => ({ id: part.id, name: part.name, celsius: curve(body) })),
  ];
  return {
    use,
    melted: targets.map(({ joint }) => ({
      id: joint.id,
      name: joint.name,
      seconds: first.get(joint.id) ?? null,
    })),
    allAtS,
    endS: seconds.at(-1) ?? 0,
    reached,
    softS: Math.max(0, ...targets.map(({ body }) => secondsOver(seconds, curve(body), GLASS_C))),
    swims,
    seconds,
    curves: shown,
    liquidusC: solderOf(board.solder, use.leaded).liquidusC,
    run,
    laid,
  };
}

const cellOf = (layers: readonly Float32Array[], k: number): number => {
  const cells = layers[0]?.length ?? 1;
  return layers[Math.floor(k / cells)]?.[k % cells] ?? -Infinity;
};
