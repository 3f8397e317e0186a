import type { Kit, KitTool } from '../drawer/kit';
import { toolFor } from '../drawer/kit';
import { printTemperature } from '../quantity/print-bench';
import type { HeatBoard } from './heat-board';
import { HEAT_LIMITS } from './heat-limits';
import type { HeatTrial } from './heat-trial';
import { tryHeat } from './heat-trial';
import type { HeatUse } from './heat-use';
import type { TipName } from './iron';
import { TIP_SHEETS } from './iron';
import { heatFault } from './lay-scene';
import type { TimedUse, KnownBoard, LikelyBoard } from './likely-board';
import { cornersOf, likelyBoards } from './likely-board';

export const HEAT_TASKS = ['joint', 'plane', 'row', 'part'] as const;
/** One joint, one on a plane, a flooded row, or the whole part by air. */
export type HeatTask = (typeof HEAT_TASKS)[number];

export interface HeatAsk {
  readonly board: HeatBoard;
  readonly task: HeatTask;
  readonly targets: readonly string[];
  readonly kit: Kit;
  readonly leaded: boolean;
  readonly known: KnownBoard;
  readonly timed: readonly TimedUse[];
  readonly roomC: number;
}

interface TaskSheet {
  /** All is to be molten within, s. */
  readonly withinS: number;
  /** After that the heat is taken away, s. */
  readonly giveUpS: number;
  readonly holdS: number;
  /** °C, in steps of ten. */
  readonly fromC: number;
  readonly toC: number;
}

/** Common practice: a joint within 3 s, a part by air within 25 s, irons from 300 °C, below which they wet badly, to 400, above which tips and flux burn; the rest is judgement. */
export const TASK_SHEETS: Readonly<Record<HeatTask, TaskSheet>> = {
  joint: { withinS: 3, giveUpS: 5, holdS: 1, fromC: 300, toC: 400 },
  plane: { withinS: 3, giveUpS: 5, holdS: 1.5, fromC: 300, toC: 400 },
  row: { withinS: 8, giveUpS: 12, holdS: 3, fromC: 300, toC: 400 },
  part: { withinS: 25, giveUpS: 40, holdS: 5, fromC: 260, toC: 450 },
};
const STEP_C = 10;
/** A first answer on cells this wide, and the one that counts, mm. */
export const FIRST_STEP_MM = 1;
export const FINE_STEP_MM = 0.5;
const USUAL_WATTS = 60;
const USUAL_AIR = { litresMin: 25, nozzleMm: 8, heightMm: 15, circleMm: 3 } as const;
const PREHEAT_C = 110;
/** An iron that helps the air is not set higher, °C. */
const WITH_AIR_C = 380;

/** A way of bringing heat, its temperature still open. */
interface HeatMeans {
  readonly words: string;
  readonly tip: TipName | null;
  readonly air: boolean;
  readonly preheatC: number | null;
  readonly leaded: boolean;
  readonly shielded: boolean;
  readonly tools: readonly KitTool[];
}

export interface HeatSetting {
  readonly use: HeatUse;
  readonly words: string;
  /** Quickest and slowest of the boards it could be, s. */
  readonly seconds: readonly [number, number];
  /** Hottest over all of them, by what is reached. */
  readonly reached: HeatTrial['reached'];
  readonly swims: readonly string[];
  /** Longest that the copper's hold is weak, s. */
  readonly softS: number;
  /** On a board that drinks heat it does not melt in time: then the heat is taken away, and something else is wanted. */
  readonly late: boolean;
}

export interface HeatRefusal {
  readonly words: string;
  readonly why: string;
}

export interface HeatAdvice {
  /** `null` where nothing on the bench does it within what everything bears. */
  readonly setting: HeatSetting | null;
  /** Why the ways that were weighed do not do. */
  readonly refused: readonly HeatRefusal[];
  readonly likely: readonly LikelyBoard[];
  /** First thing that cannot be, in words; `null` when nothing is amiss. */
  readonly fault: string | null;
}

/** Another way that does it on all boards that it could be. */
export interface HeatHelp {
  readonly words: string;
  /** What of it is not on the bench. */
  readonly lacks: readonly KitTool[];
  readonly celsius: number;
}

/** How heat is brought at a temperature. */
export function useOf(
  { board, task, targets, roomC }: Pick<HeatAsk, 'board' | 'task' | 'targets' | 'roomC'>,
  { tip, air, preheatC, leaded, shielded }: Omit<HeatMeans, 'words' | 'tools'>,
  celsius: number,
): HeatUse {
  const { giveUpS, holdS } = TASK_SHEETS[task];
  const legs = board.joints.filter((j) => j.kind === 'leg' && targets.includes(j.id)).map((j) => j.id);
  const ironC = air ? Math.min(WITH_AIR_C, celsius) : celsius;
  return {
    targets,
    iron: tip === null ? null : { celsius: ironC, tip, watts: USUAL_WATTS, wet: true },
    ironOn: tip === null ? [] : air && legs.length > 0 ? legs : targets,
    flooded: task === 'row',
    air: air ? { celsius, ...USUAL_AIR } : null,
    preheatC,
    leaded,
    shielded,
    roomC,
    mostS: giveUpS,
    holdS,
  };
}

const PLAIN = { preheatC: null, shielded: false } as const;

/** Ways of doing a task as it is usually done, best first. */
function usualMeans({ task, leaded }: HeatAsk): HeatMeans[] {
  if (task === 'part')
    return [{ ...PLAIN, words: 'hot air', tip: null, air: true, leaded, tools: ['hot-air'] }];
  return (['wide', 'fine'] as const).map((tip) => ({
    ...PLAIN,
    words: TIP_SHEETS[tip].name,
    tip,
    air: false,
    leaded,
    tools: [TIP_SHEETS[tip].kit],
  }));
}

/** What could be tried where the usual does not do. */
function otherMeans(ask: HeatAsk): HeatMeans[] {
  const usual = usualMeans(ask);
  const ways: HeatMeans[] = [];
  for (const m of usual) {
    if (!ask.leaded)
      ways.push({
        ...m,
        leaded: true,
        words: `${m.words}, after leaded solder is melted in`,
        tools: [...m.tools, 'leaded-solder'],
      });
    if (m.air)
      ways.push(
        {
          ...m,
          shielded: true,
          words: `${m.words}, all beside the port shielded`,
          tools: [...m.tools, 'tape'],
        },
        {
          ...m,
          tip: 'wide',
          words: 'hot air, with a wide tip on the legs',
          tools: [...m.tools, 'chisel-tip'],
        },
      );
    ways.push({
      ...m,
      preheatC: PREHEAT_C,
      words: `${m.words}, on a preheater at ${printTemperature(PREHEAT_C)}`,
      tools: [...m.tools, 'preheater'],
    });
    ways.push({
      ...m,
      preheatC: PREHEAT_C,
      leaded: true,
      words: `${m.words}, on a preheater at ${printTemperature(PREHEAT_C)}, after leaded solder is melted in`,
      tools: [...m.tools, 'preheater', 'leaded-solder'],
    });
  }
  return ways;
}

type Search =
  | { readonly ok: true; readonly celsius: number; readonly trials: readonly HeatTrial[] }
  | { readonly ok: false; readonly late: boolean; readonly why: string };

const brokenWords = (t: HeatTrial): string | null => {
  const bad = t.reached.find((r) => r.broken !== null);
  return bad ? `${bad.name} ${bad.broken ?? ''}: ${HEAT_LIMITS[bad.kind].why}` : null;
};

const tooHot = (celsius: number, bad: string): Search => ({
  ok: false,
  late: false,
  why: `at ${printTemperature(celsius)}, which it takes: ${bad}`,
});

/** One way of doing one task, as it is searched for. */
interface Hunt {
  readonly ask: HeatAsk;
  readonly means: HeatMeans;
  /** Boards on which all has to melt in time, the slowest last. */
  readonly inTime: readonly LikelyBoard[];
  /** Boards that only have to bear it. */
  readonly bearing: readonly LikelyBoard[];
  readonly halt: () => boolean;
}

const runHunt = ({ ask, means }: Hunt, b: LikelyBoard, celsius: number, stepMm: number): HeatTrial =>
  tryHeat(ask.board, b.guess, useOf(ask, means, celsius), { stepMm, everyS: means.air ? 2 : null });

/** The least temperature that melts in time on the slowest board, if every likely board bears it: on coarse cells. */
function searchSetting(hunt: Hunt): Search {
  const { withinS, toC, fromC } = TASK_SHEETS[hunt.ask.task];
  const slowest = hunt.inTime.at(-1);
  if (!slowest) return { ok: false, late: false, why: 'no board that it could be' };
  const tried = new Map<number, HeatTrial>();
  const slow = (celsius: number): HeatTrial => {
    const t = tried.get(celsius) ?? runHunt(hunt, slowest, celsius, FIRST_STEP_MM);
    tried.set(celsius, t);
    return t;
  };
  const isInTime = (t: HeatTrial): boolean => t.allAtS !== null && t.allAtS <= withinS;
  if (!isInTime(slow(toC)))
    return { ok: false, late: true, why: `not molten within ${withinS} s even at ${printTemperature(toC)}` };
  let [low, high] = [fromC, toC];
  while (low < high && !hunt.halt()) {
    const middle = low + Math.floor((high - low) / 2 / STEP_C) * STEP_C;
    if (isInTime(slow(middle))) high = middle;
    else low = middle + STEP_C;
  }
  const others = [...hunt.inTime.slice(0, -1), ...hunt.bearing];
  const trials = [...others.map((b) => runHunt(hunt, b, high, FIRST_STEP_MM)), slow(high)];
  const bad = trials.map(brokenWords).find((w) => w !== null);
  return bad == null ? { ok: true, celsius: high, trials } : tooHot(high, bad);
}

/** A setting found on the coarse board and held against the fine one: hotter by a step or two where the fine one wants it. */
function confirmed(hunt: Hunt): Search {
  const { withinS, toC } = TASK_SHEETS[hunt.ask.task];
  const first = searchSetting(hunt);
  if (!first.ok) return first;
  for (let celsius = first.celsius; celsius <= Math.min(toC, first.celsius + 3 * STEP_C); celsius += STEP_C) {
    // Between the quickest and the slowest board nothing is hotter or later.
    const ends = [...new Set([hunt.inTime[0], hunt.inTime.at(-1)])].filter((b) => b !== undefined);
    const melting = ends.map((b) => runHunt(hunt, b, celsius, FINE_STEP_MM));
    const late = melting.some((t) => t.allAtS === null || t.allAtS > withinS);
    const trials = late
      ? melting
      : [...melting, ...hunt.bearing.map((b) => runHunt(hunt, b, celsius, FINE_STEP_MM))];
    const bad = trials.map(brokenWords).find((w) => w !== null);
    if (bad != null) return tooHot(celsius, bad);
    if (!late) return { ok: true, celsius, trials };
    if (hunt.halt()) break;
  }
  return { ok: false, late: true, why: `not molten within ${withinS} s` };
}

/** The least temperature that does the task on one board in the usual way, °C; `null` where none does. A first answer, on coarse cells. */
export function leastSetting(ask: HeatAsk, board: LikelyBoard): number | null {
  const means = usualMeans(ask)[0];
  if (!means) return null;
  const found = searchSetting({ ask, means, inTime: [board], bearing: [], halt: () => false });
  return found.ok ? found.celsius : null;
}

function settingOf(
  means: HeatMeans,
  trials: readonly HeatTrial[],
  melting: number,
  late: boolean,
): HeatSetting | null {
  const first = trials[0];
  if (!first) return null;
  const times = trials.slice(0, melting).map((t) => t.allAtS ?? t.endS);
  const worst = new Map<string, HeatTrial['reached'][number]>();
  for (const t of trials)
    for (const r of t.reached) {
      const had = worst.get(r.id);
      if (!had || r.peakC > had.peakC) worst.set(r.id, r);
    }
  return {
    use: first.use,
    words: means.words,
    seconds: [Math.min(...times), Math.max(...times)],
    reached: [...worst.values()],
    swims: [...new Set(trials.flatMap((t) => t.swims))],
    softS: Math.max(...trials.map((t) => t.softS)),
    late,
  };
}

/** The boards that a search goes by: quickest, likeliest, slowest. */
const boardsFor = (ask: HeatAsk, likely: readonly LikelyBoard[], means: HeatMeans): readonly LikelyBoard[] =>
  cornersOf(likely, ask.timed.length > 0 ? null : means.air ? 'air' : 'iron');

/**
 * Which setting melts what is to melt in time and harms nothing, over all boards that it could be: searched on a coarse board, then held against the
 * fine one. Where that is asked too much for a board that drinks heat, the setting goes by the likely ones and says so.
 * @param halt asked between trials: `true` breaks off with what was found
 */
export function adviseHeat(ask: HeatAsk, halt: () => boolean = () => false): HeatAdvice {
  const nothing = { setting: null, refused: [], likely: [], fault: null };
  const sample = usualMeans(ask)[0];
  const fault =
    sample &&
    heatFault(
      ask.board,
      { thicknessMm: ask.known.thicknessMm ?? 1, copper: 'pour', spokes: true, hand: 1 },
      useOf(ask, sample, TASK_SHEETS[ask.task].toC),
    );
  if (fault != null) return { ...nothing, fault };
  const likely = likelyBoards(ask.board, ask.known, ask.timed, halt);
  const refused: HeatRefusal[] = [];
  let second: HeatSetting | null = null;
  for (const means of usualMeans(ask)) {
    if (halt()) break;
    if (means.tools.some((t) => toolFor(ask.kit, t) !== t)) {
      refused.push({ words: means.words, why: 'not in your kit' });
      continue;
    }
    const boards = boardsFor(ask, likely, means);
    const found = confirmed({ ask, means, inTime: boards, bearing: [], halt });
    if (found.ok)
      return {
        ...nothing,
        setting: settingOf(means, found.trials, Math.min(2, boards.length), false),
        refused,
        likely,
      };
    refused.push({ words: means.words, why: found.why });
    if (second === null && boards.length > 1) {
      const inTime = boards.slice(0, -1);
      const part = confirmed({ ask, means, inTime, bearing: boards.slice(-1), halt });
      if (part.ok) second = settingOf(means, part.trials, Math.min(2, inTime.length), true);
    }
  }
  return { ...nothing, setting: second, refused, likely };
}

/**
 * What else would do a task on every board that it could be, what is on the bench first: a first answer, on coarse cells.
 * @param tell told how much is done, 0 to 1; `true` from it breaks off with what was found
 */
export function whatWould(
  ask: HeatAsk,
  likely: readonly LikelyBoard[],
  tell: (done: number) => boolean = () => false,
): HeatHelp[] {
  const missing = usualMeans(ask).filter((m) => m.tools.some((t) => toolFor(ask.kit, t) !== t));
  const ways = [...missing, ...otherMeans(ask)];
  const found: HeatHelp[] = [];
  for (const [k, means] of ways.entries()) {
    if (tell(k / ways.length)) break;
    const { ok, ...rest } = searchSetting({
      ask,
      means,
      inTime: boardsFor(ask, likely, means),
      bearing: [],
      halt: () => false,
    });
    if (ok && 'celsius' in rest)
      found.push({
        words: means.words,
        lacks: means.tools.filter((t) => toolFor(ask.kit, t) !== t),
        celsius: rest.celsius,
      });
  }
  return found.toSorted((a, b) => a.lacks.length - b.lacks.length);
}

/** What a hand would begin with: the advised setting, else the usual way in the middle of its range; `null` for nothing to melt. */
export function firstUse(ask: HeatAsk, { setting }: HeatAdvice): HeatUse | null {
  if (setting) return setting.use;
  const { fromC, toC } = TASK_SHEETS[ask.task];
  const means = usualMeans(ask)[0];
  return means && ask.targets.length > 0
    ? useOf(ask, means, Math.round((fromC + toC) / 2 / STEP_C) * STEP_C)
    : null;
}
