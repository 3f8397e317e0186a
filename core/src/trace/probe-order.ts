import type { ProbePoint } from '../board/probe-point';
import type { MeterMode } from '../quantity/meter-entry';

export interface ProbeOrder {
  readonly red: string;
  readonly black: string;
  readonly redLabel: string;
  readonly blackLabel: string;
  readonly mode: MeterMode;
  /** Why this one now, in words for the slip. */
  readonly why: string;
  /** What each outcome would mean. */
  readonly means: readonly { readonly shows: string; readonly tells: string }[];
  readonly rule:
    | 'settle'
    | 'clash'
    | 'ground'
    | 'short'
    | 'resistor'
    | 'supply'
    | 'data'
    | 'configuration'
    | 'other'
    | 'neighbour'
    | 'look';
}

/** A probe as a rule proposes it, before labels are put on. */
export type ProbeCandidate = Omit<ProbeOrder, 'redLabel' | 'blackLabel' | 'red' | 'black'> & {
  readonly red: ProbePoint;
  readonly black: ProbePoint;
};

/** How a pair and mode are remembered, whichever way round the leads are; used for skipping. */
export function probeKey(red: string, black: string, mode: MeterMode): string {
  return [...[red, black].sort(), mode].join('|');
}
