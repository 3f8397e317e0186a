import type { KitTool } from '../drawer/kit';
import { toolFor } from '../drawer/kit';
import { printTemperature } from '../quantity/print-bench';
import { HEAT_LIMITS } from './heat-limits';
import type { HeatAsk, HeatMeans } from './heat-task';
import { otherMeans, STEP_C, TASK_SHEETS, useOf, usualMeans } from './heat-task';
import type { HeatTrial } from './heat-trial';
import { tryHeat } from './heat-trial';
import type { HeatUse } from './heat-use';
import { heatFault } from './lay-scene';
import type { LikelyBoard } from './likely-board';
import { cornersOf, likelyBoards } from './likely-board';

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

/** A first answer on cells this wide, and the one that counts, mm. */
export const FIRST_STEP_MM = 1;
export const FINE_STEP_MM = 0.5;
/** Under air the whole face warms evenly: wider cells hold, mm. */
const AIR_STEP_MM = 0.7;

type Search =
  | { readonly ok: true; readonly celsius: number; readonly trials: readonly HeatTrial[] }
  | { readonly ok: false; readonly late: boolean; readonly why: string };

/** A setting is recommended with this much of every bound's time to spare: boards between those that were tried may be a little worse. */
const SPARE = 0.8;

const brokenWords = (t: HeatTrial): string | null => {
  const bad = t.reached.find(({ kind, broken, overS }) => {
    const most = HEAT_LIMITS[kind].bounds[0]?.seconds ?? 0;
    return broken !== null || (most > 0 && overS > SPARE * most);
  });
  if (!bad) return null;
  const [bound] = HEAT_LIMITS[bad.kind].bounds;
  const over = bad.broken ?? `over ${bound?.celsius ?? 0} °C for ${bad.overS.toFixed(1)} s`;
  return `${bad.name} ${over}: ${HEAT_LIMITS[bad.kind].why}`;
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

/** @param untilS what is not molten by then is given up; `null` heats it to the end, as a hand would that does not look */
const runHunt = (
  { ask, means }: Hunt,
  b: LikelyBoard,
  celsius: number,
  stepMm: number,
  untilS: number | null = null,
): HeatTrial =>
  tryHeat(ask.board, b.guess, useOf(ask, means, celsius), { stepMm, everyS: means.air ? 2 : null, untilS });

/** The least temperature that melts in time on the slowest board, if every likely board bears it: on coarse cells. */
function searchSetting(hunt: Hunt): Search {
  const { withinS, toC, fromC } = TASK_SHEETS[hunt.ask.task];
  const slowest = hunt.inTime.at(-1);
  if (!slowest) return { ok: false, late: false, why: 'no board that it could be' };
  const tried = new Map<number, HeatTrial>();
  const slow = (celsius: number): HeatTrial => {
    const t = tried.get(celsius) ?? runHunt(hunt, slowest, celsius, FIRST_STEP_MM, withinS);
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
  const stepMm = hunt.means.air ? AIR_STEP_MM : FINE_STEP_MM;
  const [quickest, slowest] = [hunt.inTime[0], hunt.inTime.at(-1)];
  if (!quickest || !slowest) return first;
  for (let celsius = first.celsius; celsius <= Math.min(toC, first.celsius + 3 * STEP_C); celsius += STEP_C) {
    if (hunt.halt()) break;
    const slow = runHunt(hunt, slowest, celsius, stepMm, withinS);
    if (slow.allAtS === null || slow.allAtS > withinS) continue;
    // Between the quickest and the slowest board nothing melts earlier or later.
    const quick = quickest === slowest ? [] : [runHunt(hunt, quickest, celsius, stepMm)];
    const trials = [...quick, slow, ...hunt.bearing.map((b) => runHunt(hunt, b, celsius, stepMm))];
    const bad = trials.map(brokenWords).find((w) => w !== null);
    return bad == null ? { ok: true, celsius, trials } : tooHot(celsius, bad);
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

/** The slowest board in a hand as good as the best: what hangs on no plane gets hottest where the rest drinks. */
function heldWell(boards: readonly LikelyBoard[]): LikelyBoard[] {
  const [first, last] = [boards[0], boards.at(-1)];
  return first && last && first.guess.hand > last.guess.hand
    ? [{ ...last, guess: { ...last.guess, hand: first.guess.hand } }]
    : [];
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
    const found = confirmed({ ask, means, inTime: boards, bearing: heldWell(boards), halt });
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
      const part = confirmed({
        ask,
        means,
        inTime,
        bearing: [...boards.slice(-1), ...heldWell(boards)],
        halt,
      });
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
