import type { Kit, KitTool } from '../drawer/kit';
import { KIT_SHEETS, toolFor } from '../drawer/kit';

/** What is heated, so that a setting can be worked out for it. */
export const HEAT_PLACES = ['joint', 'plane', 'row', 'part', 'glue'] as const;
export type HeatPlace = (typeof HEAT_PLACES)[number];

/** What may go wrong at a step, how it shows, and what is done then. */
export interface WrongTurn {
  readonly sign: string;
  readonly then: string;
  /** Step to go back to, by its id; `null` where the act itself is done again. */
  readonly back: string | null;
}

/** What a step sets going that is waited for. */
export interface StepWait {
  readonly what: string;
  readonly minutes: number;
}

/** One act of the hands. */
export interface ProcedureStep {
  readonly id: string;
  /** What the hands do, one act. */
  readonly act: string;
  readonly tools: readonly KitTool[];
  /** Tip, solder and flux in words; `null` where there is no iron in it. */
  readonly with: string | null;
  readonly heat: HeatPlace | null;
  /** How long the act itself takes, s; `null` where it is done when it looks right. */
  readonly seconds: number | null;
  /** What it looks like when it is good. */
  readonly good: string;
  readonly wrong: readonly WrongTurn[];
  /** When to stop; `null` where nothing can be harmed. */
  readonly stop: string | null;
  /** The caution that belongs to this very act. */
  readonly caution: string | null;
  /** A photo is worth taking here. */
  readonly photo: boolean;
  readonly wait: StepWait | null;
}

type Loose = Partial<Omit<ProcedureStep, 'id' | 'act' | 'good'>>;

export const step = (id: string, act: string, good: string, more: Loose = {}): ProcedureStep => ({
  id,
  act,
  good,
  tools: [],
  with: null,
  heat: null,
  seconds: null,
  wrong: [],
  stop: null,
  caution: null,
  photo: false,
  wait: null,
  ...more,
});

export const turn = (sign: string, then: string, back: string | null = null): WrongTurn => ({
  sign,
  then,
  back,
});

/** What a step needs as the kit has it, and what is missing. */
export interface StepTools {
  readonly have: readonly string[];
  /** Each with what would be wanted. */
  readonly lack: readonly string[];
}

/** The tools of a step in words: what stands in for one that is not there is named, what nothing stands in for is said to be missing. */
export function stepTools({ tools }: Pick<ProcedureStep, 'tools'>, kit: Kit): StepTools {
  const have: string[] = [];
  const lack: string[] = [];
  for (const tool of tools) {
    const there = toolFor(kit, tool);
    if (there === null) lack.push(KIT_SHEETS[tool].name);
    else
      have.push(
        there === tool ? KIT_SHEETS[tool].name : `${KIT_SHEETS[there].name} for ${KIT_SHEETS[tool].name}`,
      );
  }
  return { have, lack };
}

/** Cautions that come up again and again. */
export const CAUTIONS = {
  fume: 'Fume: fan or open window, face beside the joint, not above it.',
  air: 'Hot air blows small parts away and burns skin unseen: shield, cell out, nothing behind the board that melts.',
  blade: 'The blade points away from the hand that holds the board.',
  uv: 'UV lamp: eyes away, hands out of the beam; optics covered.',
  epoxy: 'Epoxy: gloves, air, none on the skin.',
  lead: 'Leaded solder: wash hands before you eat.',
} as const;
