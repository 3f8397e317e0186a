import type { LandingChances, LandingTraits } from '@zebbit/core';
import { LANDING_CHANCES, landingLog, landingTraits, functionGroup } from '@zebbit/core';
import { JUDGED_LANDINGS } from './judged-landings';
import type { KinBoard } from './kin-boards';
import { byStage } from './kin-boards';
import { printFit } from './print-fit';

/** A place that a line may meet first. */
interface Place {
  readonly traits: LandingTraits;
  readonly onNet: boolean;
  /** As judged. */
  readonly log: number;
  readonly slopes: readonly Slope[];
}

/** What a moved figure is multiplied with at a place. */
interface Slope {
  readonly name: string;
  readonly part: 'first' | 'perMm' | 'factor';
  readonly by: number;
}

/** A line of a board: all places it may meet first, and which of them are on its net. */
interface Line {
  /** Input stage that the board was laid from: boards of one stage are kin. */
  readonly stage: string;
  readonly places: readonly Place[];
}

/** Lines of these groups are fitted. */
const GROUPS = ['supply', 'data', 'configuration', 'superspeed'];
/** However many boards were laid of a stage, it counts as so many lines. */
const LINES_A_STAGE = 8;
/** How far a log weight is let from where it was judged to be, standard deviation; of a millimetre and of the shared factors. */
const FREE = { first: 0.7, perMm: 0.1, factor: 0.3 };
/** Steps uphill, and how long each is. */
const STEPS = 300;
const STEP = { first: 0.01, perMm: 0.0005, factor: 0.002 };

/** What side looks to the port is not fitted: whoever laid the made-up boards had a habit of their own. */
const FACTORS = ['mark', 'legs'] as const;
/** What was moved, by `first group kind`, `perMm group` or `factor name`. */
type Moved = Map<string, number>;

const slopesOf = (t: LandingTraits): Slope[] => [
  { name: `first ${t.group} ${t.kind}`, part: 'first', by: 1 },
  { name: `perMm ${t.group}`, part: 'perMm', by: t.overMm },
  { name: 'factor mark', part: 'factor', by: t.mark },
  { name: 'factor legs', part: 'factor', by: -t.legs },
];

function linesOf({ stage, scene, netOf, joined }: KinBoard): Line[] {
  const way = scene.orientations.find((o) => o.name === (joined ? 'joined' : 'as usual'));
  return !way
    ? []
    : [...way.padsOf.keys()].flatMap((f): Line[] => {
        const net = GROUPS.includes(functionGroup(f)) ? netOf(f) : null;
        const places = scene.sites.map((site): Place => {
          const traits = landingTraits(scene, way, f, site, new Set());
          return {
            traits,
            onNet: net?.has(scene.points[site]?.id ?? '') ?? false,
            log: landingLog(traits, JUDGED_LANDINGS),
            slopes: slopesOf(traits),
          };
        });
        return places.some((p) => p.onNet) ? [{ stage, places }] : [];
      });
}

/** Log loss in nats, by the log weight of each place: how little the true ones were expected. */
function lossOf({ places }: Line, logs: readonly number[]): number {
  const sum = (list: readonly number[]): number => list.reduce((a, x) => a + Math.exp(x), 0);
  return Math.log(sum(logs) / sum(logs.filter((_, i) => places[i]?.onNet)));
}

const logsBy = ({ places }: Line, moved: Moved): number[] =>
  places.map(({ log, slopes }) => slopes.reduce((at, s) => at + (moved.get(s.name) ?? 0) * s.by, log));

/** Adds the slope of every figure at a line. */
function addSlopes(line: Line, moved: Moved, share: number, uphill: Map<Slope['name'], Slope>): void {
  const weights = logsBy(line, moved).map(Math.exp);
  const all = weights.reduce((a, x) => a + x, 0);
  const on = weights.reduce((a, x, i) => a + (line.places[i]?.onNet === true ? x : 0), 0);
  line.places.forEach(({ onNet, slopes }, i) => {
    const pull = share * ((onNet ? (weights[i] ?? 0) / on : 0) - (weights[i] ?? 0) / all);
    for (const s of slopes) uphill.set(s.name, { ...s, by: (uphill.get(s.name)?.by ?? 0) + pull * s.by });
  });
}

/** Figures that explain the lines best, held near where they were judged to be. */
function fitted(lines: readonly Line[]): Moved {
  const moved: Moved = new Map();
  for (let step = 0; step < STEPS; step += 1) {
    const uphill = new Map<string, Slope>();
    for (const kin of byStage(lines))
      for (const line of kin) addSlopes(line, moved, LINES_A_STAGE / kin.length, uphill);
    for (const { name, part, by } of uphill.values()) {
      const at = moved.get(name) ?? 0;
      moved.set(name, at + STEP[part] * (by - at / FREE[part] ** 2));
    }
  }
  return moved;
}

const logsOf = (line: Line, by: Moved | LandingChances): number[] =>
  by instanceof Map ? logsBy(line, by) : line.places.map(({ traits }) => landingLog(traits, by));

/** The judged chances with what was moved. */
function moveAll(base: LandingChances, moved: Moved): LandingChances {
  const to = (x: number): number => Math.round(100 * x) / 100;
  const at = (name: string): number => moved.get(name) ?? 0;
  const kinds = [...moved.keys()].filter((n) => n.startsWith('first ')).map((n) => n.split(' '));
  const groups = [...new Set([...Object.keys(base.first), ...kinds.map(([, g]) => g ?? '')])];
  return {
    first: Object.fromEntries(
      groups.map((g) => {
        const own = new Set([
          ...Object.keys(base.first[g] ?? {}),
          ...kinds.filter(([, h]) => h === g).map(([, , k]) => k ?? ''),
        ]);
        const known = base.first[g] as Record<string, number> | undefined;
        return [
          g,
          Object.fromEntries([...own].map((k) => [k, to((known?.[k] ?? base.rare) + at(`first ${g} ${k}`))])),
        ];
      }),
    ),
    rare: to(base.rare),
    perMm: {
      other: to(base.perMm.other),
      ...Object.fromEntries(
        groups
          .filter((g) => moved.has(`perMm ${g}`))
          .map((g) => [g, to(base.perMm.other + at(`perMm ${g}`))]),
      ),
    },
    ...(Object.fromEntries(FACTORS.map((f) => [f, to(base[f] + at(`factor ${f}`))])) as Record<
      (typeof FACTORS)[number],
      number
    >),
    side: base.side,
  };
}

/**
 * Fits what a line meets first.
 * @param folder boards of another hand
 * @param boards how many of each stage
 */
export const benchLandings = (folder: string, boards: number, fresh: number): void => {
  printFit<Line, Moved | LandingChances>(
    {
      title: (made, shared) =>
        `What a line meets first: log loss in nats a line, every stage alike; ${made} lines of made-up stages, ${shared} of another hand`,
      casesOf: linesOf,
      fitted,
      lossOf: (line, by) => lossOf(line, logsOf(line, by)),
      judged: JUDGED_LANDINGS,
      product: LANDING_CHANCES,
      forProduct: (by) => (by instanceof Map ? moveAll(JUDGED_LANDINGS, by) : by),
    },
    folder,
    boards,
    fresh,
  );
};
