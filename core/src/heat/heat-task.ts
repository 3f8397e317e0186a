import type { Kit, KitTool } from '../drawer/kit';
import { printTemperature } from '../quantity/print-bench';
import type { HeatBoard } from './heat-board';
import type { HeatUse } from './heat-use';
import type { TipName } from './iron';
import { TIP_SHEETS } from './iron';
import type { KnownBoard, TimedUse } from './likely-board';

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
export const STEP_C = 10;
const USUAL_WATTS = 60;
const USUAL_AIR = { litresMin: 25, nozzleMm: 8, heightMm: 15, circleMm: 3 } as const;
const PREHEAT_C = 110;
/** An iron that helps the air is not set higher, °C. */
const WITH_AIR_C = 380;

/** A way of bringing heat, its temperature still open. */
export interface HeatMeans {
  readonly words: string;
  readonly tip: TipName | null;
  readonly air: boolean;
  readonly preheatC: number | null;
  readonly leaded: boolean;
  readonly shielded: boolean;
  readonly tools: readonly KitTool[];
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
export function usualMeans({ task, leaded }: HeatAsk): HeatMeans[] {
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
export function otherMeans(ask: HeatAsk): HeatMeans[] {
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
