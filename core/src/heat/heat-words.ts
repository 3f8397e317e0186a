import { KIT_SHEETS } from '../drawer/kit';
import { printTemperature } from '../quantity/print-bench';
import { GLASS_C, HEAT_LIMITS } from './heat-limits';
import type { HeatReach, HeatTrial } from './heat-trial';
import type { HeatUse } from './heat-use';
import { TIP_SHEETS } from './iron';
import type { HeatHelp, HeatSetting } from './setting';

/** A setting or a heating in words. */
export interface HeatWords {
  /** What to set: `370 °C (698 °F), wide tip`. */
  readonly set: string;
  /** What comes of it: `molten after 1 to 2 s`. */
  readonly comes: string;
  readonly good: boolean;
  /** What stays below what, what swims, what then. */
  readonly lines: readonly string[];
}

const upTo5 = (c: number): number => Math.ceil(c / 5) * 5;

/** What is set, in words. */
export function useWords({ iron, air, preheatC, shielded }: HeatUse): string {
  const parts = [
    air ? `${printTemperature(air.celsius)}, hot air` : '',
    iron
      ? `${air ? 'iron ' : ''}${printTemperature(iron.celsius)}, ${TIP_SHEETS[iron.tip].name}${iron.wet ? '' : ', dry'}`
      : '',
    preheatC === null ? '' : `preheater ${printTemperature(preheatC)}`,
    shielded ? 'shielded' : '',
  ];
  return parts.filter(Boolean).join(', ');
}

/** How the air is held, in words; none without air. */
const heldWords = ({ air }: HeatUse): string[] =>
  air
    ? [
        `${air.litresMin} l/min through a nozzle of ${air.nozzleMm} mm, ${air.heightMm} mm above the board, circling ${2 * air.circleMm} mm wide`,
      ]
    : [];

/** Seconds as a hand counts them: never 0. */
export function secondsWords(from: number, to = from): string {
  if (to < 1) return 'in less than a second';
  if (from < 1) return `within ${Math.ceil(to)} s`;
  const [a, b] = [Math.max(1, from === to ? Math.ceil(to) : Math.round(from)), Math.ceil(to)];
  return a >= b ? `after ${b} s` : `after ${a} to ${b} s`;
}

const withLead = ({ leaded }: HeatUse): string => (leaded ? ', leaded solder in the joint' : '');

/** Those that matter to a hand: the board itself, then what comes nearest to its bound. */
function nearest(reached: readonly HeatReach[]): readonly HeatReach[] {
  const share = (r: HeatReach): number => r.peakC / (HEAT_LIMITS[r.kind].bounds[0]?.celsius ?? Infinity);
  const boards = reached.filter((r) => r.kind === 'board').toSorted((a, b) => b.peakC - a.peakC);
  const others = reached.filter((r) => r.kind !== 'board').toSorted((a, b) => share(b) - share(a));
  return [...boards.slice(0, 1), ...others.slice(0, 3)];
}

const reachWords = (r: HeatReach): string =>
  r.broken === null
    ? `${r.name} stays below ${printTemperature(upTo5(r.peakC))}${r.overS > 0 ? `, over ${HEAT_LIMITS[r.kind].bounds[0]?.celsius ?? 0} °C for ${r.overS.toFixed(1)} s` : ''}`
    : `${r.name} goes ${r.broken}, up to ${printTemperature(Math.round(r.peakC))}: ${HEAT_LIMITS[r.kind].why}`;

const swimWords = (swims: readonly string[]): string[] =>
  swims.length === 0
    ? []
    : [
        `${swims.slice(0, 4).join(', ')}${swims.length > 4 ? ` and ${swims.length - 4} more` : ''} will swim: no nudge there`,
      ];

/** How long the copper holds weakly; none where it is over at once. */
const softWords = (s: number): string[] =>
  s < 1
    ? []
    : [`over ${printTemperature(GLASS_C)} for ${Math.ceil(s)} s the copper holds weakly: pull nothing`];

/** A recommended setting in words. */
export function settingWords(s: HeatSetting): HeatWords {
  const { mostS } = s.use;
  return {
    set: useWords(s.use),
    comes: `molten ${secondsWords(s.seconds[0], s.seconds[1])}${withLead(s.use)}`,
    good: true,
    lines: [
      ...heldWords(s.use),
      ...nearest(s.reached).map(reachWords),
      ...softWords(s.softS),
      ...swimWords(s.swims),
      `not molten after ${mostS} s: take the heat away, let it cool${s.late ? '; a board that drinks heat may not melt with this' : ''}`,
    ],
  };
}

/** A heating that was tried, in words. */
export function trialWords(t: Omit<HeatTrial, 'run' | 'laid'>): HeatWords {
  const broken = t.reached.filter((r) => r.broken !== null);
  const still = t.melted.filter((m) => m.seconds === null).map((m) => m.name);
  const comes =
    t.allAtS === null
      ? `${still.length === t.melted.length ? 'nothing melts' : `${still.slice(0, 3).join(', ')} stay solid`} within ${t.use.mostS} s`
      : `molten ${secondsWords(t.allAtS)}${withLead(t.use)}`;
  return {
    set: useWords(t.use),
    comes,
    good: t.allAtS !== null && broken.length === 0,
    lines: [
      ...heldWords(t.use),
      ...nearest([...broken, ...t.reached.filter((r) => r.broken === null)]).map(reachWords),
      ...softWords(t.softS),
      ...swimWords(t.swims),
    ],
  };
}

/** Another way in words, with what it lacks. */
export const helpWords = ({ words, celsius, lacks }: HeatHelp): string =>
  `${printTemperature(celsius)}, ${words}${lacks.length > 0 ? ` (not in your kit: ${lacks.map((t) => KIT_SHEETS[t].name).join(', ')})` : ''}`;
