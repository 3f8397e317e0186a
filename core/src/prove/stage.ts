import type { DeviceTrait } from '../triage/cautions';

/** Under power one thing is added after the other, so that a fault shows where it can still be reached (common practice). */
export const POWER_STAGES = ['alone', 'with-cell', 'half-open', 'shut'] as const;
export type PowerStage = (typeof POWER_STAGES)[number];

export const STAGE_WORDS: Readonly<Record<PowerStage, string>> = {
  alone: 'The board alone, on a supply',
  'with-cell': 'With its cell',
  'half-open': 'All connected, the case open',
  shut: 'With the case shut',
};

/** Why a stage cannot begin yet by how the device lies there, in words; a stage that can is absent. */
export type StageHolds = Readonly<Partial<Record<PowerStage, string>>>;

const NEVER_OPEN: readonly DeviceTrait[] = ['mains', 'laser', 'heater'];

/** Whether a device may have power while its case is open: never with mains, a laser or a heating element in it (common practice). */
export function mayRunOpen(traits: readonly DeviceTrait[]): boolean {
  return !traits.some((t) => NEVER_OPEN.includes(t));
}
