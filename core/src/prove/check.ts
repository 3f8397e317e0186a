import type { AcceptanceLimits } from './acceptance-limits';
import type { PowerStage } from './stage';

/** Without power, what is looked at, rung and held apart, and the cell before its plug goes in; under power, the stage. */
export type CheckGroup = 'look' | 'ring' | 'short' | 'cell' | PowerStage;
export type CheckEntry = 'yes-no' | 'ohms' | 'volts' | 'amps';

export interface Check {
  /** Steady between visits: made of the ids it speaks of. */
  readonly key: string;
  readonly group: CheckGroup;
  readonly title: string;
  readonly how: string;
  readonly entry: CheckEntry;
  readonly limits: AcceptanceLimits | null;
  readonly limitWords: string;
  readonly powered: boolean;
  /** Id of the line of the plan that it proves; `null` where it is about none of them. */
  readonly line: string | null;
  /** Ids of points it speaks of: what a mend at one of them changes. */
  readonly about: readonly string[];
  /** No power, or no more of it, before it has passed; it is never answered by words. */
  readonly safety: boolean;
  /** Counts neither for the gate nor for the verdict: a help for other checks. */
  readonly helps: boolean;
}

/** A check with what most have: unpowered, about no line, answered by words where it must be. */
export const check = (
  c: Pick<Check, 'key' | 'group' | 'title' | 'how' | 'limitWords'> & Partial<Check>,
): Check => ({
  entry: 'yes-no',
  limits: null,
  powered: false,
  line: null,
  about: [],
  safety: false,
  helps: false,
  ...c,
});
