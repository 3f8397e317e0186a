import type { Station } from './station';

/** One next move and its reason. `stop` when a gate must be answered first. */
export interface NextMove {
  readonly station: Station;
  readonly title: string;
  readonly why: string;
  readonly tone: 'move' | 'stop' | 'wait' | 'done';
  /** Another station where this move is made. */
  readonly goTo?: Station;
}

export type Move = Omit<NextMove, 'station'>;

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
export const uncapital = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
export const move = (title: string, why: string, tone: Move['tone'] = 'move'): Move => ({ title, why, tone });
