import type { DeviceTrait } from '../triage/cautions';
import type { HeatRecord } from '../heat/heat-note';
import { EMPTY_HEAT } from '../heat/heat-note';
import { completeStep } from './complete-step';
import type { ClosingRule, OpeningStep, Teardown, TestNeed } from './step';
import { EMPTY_TEARDOWN } from './step';

/** What is kept of a model for the next one of its kind: how it opens, what lies where, what to beware of, what was learned. */
export interface ModelCard {
  readonly make: string;
  readonly model: string;
  readonly traits: readonly DeviceTrait[];
  readonly testNeeds: readonly TestNeed[];
  readonly spared: readonly TestNeed[];
  readonly closingFirst: readonly ClosingRule[];
  readonly batteryNote: string;
  readonly cellAh: number | null;
  /** Photos stay: they show the way in. */
  readonly steps: readonly OpeningStep[];
  /** What was learned last time. */
  readonly learned: string;
  /** How its board takes heat, as the hand saw it. */
  readonly heat: HeatRecord;
  /** The part that went in. */
  readonly part: string;
  /** Where each pin was proved to land. */
  readonly landings: readonly ProvedLanding[];
  /** How long each job of it took, minutes. */
  readonly times: readonly { readonly job: string; readonly minutes: number }[];
}

/** A pin and the place it rings to, by their labels. */
export interface ProvedLanding {
  readonly pin: string;
  readonly on: string;
}

/** Two spellings of one model: letter case and spaces do not matter. */
export function modelKey(make: string, model: string): string {
  return [make, model].map((s) => s.trim().toLowerCase().replace(/\s+/gu, ' ')).join('|');
}

/** The card of a job's device. Throws RangeError without a model name, since nothing could find it again. */
export function makeModelCard(
  make: string,
  model: string,
  traits: readonly DeviceTrait[],
  teardown: Teardown,
  learned: string,
  heat: HeatRecord = EMPTY_HEAT,
): ModelCard {
  if (model.trim() === '') throw new RangeError('a model card needs the model’s name');
  const { testNeeds, spared, closingFirst, batteryNote, cellAh, steps } = teardown;
  return {
    make: make.trim(),
    model: model.trim(),
    traits,
    testNeeds,
    spared,
    closingFirst,
    batteryNote,
    cellAh,
    steps,
    learned,
    heat,
    part: '',
    landings: [],
    times: [],
  };
}

/** A card as an earlier version kept it: what was not there yet is empty. */
export type StoredCardBody = Omit<
  ModelCard,
  'spared' | 'closingFirst' | 'heat' | 'cellAh' | 'part' | 'landings' | 'times'
> &
  Partial<ModelCard>;

/** A stored card with all that this version keeps. */
export const wholeCard = (card: StoredCardBody): ModelCard => ({
  spared: [],
  closingFirst: [],
  heat: EMPTY_HEAT,
  cellAh: null,
  part: '',
  landings: [],
  times: [],
  ...card,
});

/** A teardown that starts from a card: the steps and tray plan are there, nothing is opened and the battery is not answered. */
export function teardownFromCard(card: StoredCardBody): Teardown {
  const { testNeeds, spared, closingFirst, batteryNote, cellAh, steps } = wholeCard(card);
  return {
    ...EMPTY_TEARDOWN,
    testNeeds,
    spared,
    closingFirst,
    batteryNote,
    cellAh,
    // Photos of the one before show the way in; its missing screws are its own.
    steps: steps.map((s) => {
      const whole = completeStep(s);
      return { ...whole, fasteners: whole.fasteners && { ...whole.fasteners, missing: 0 } };
    }),
  };
}
