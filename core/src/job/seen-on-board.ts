import type { Board } from '../board/board';
import { isGone } from '../board/pad-state';

/** The check of triage that looking over answers. */
const CHECK = 'pads-seen';

/**
 * What the looked-over board answers by itself, as evidence of where the fault is: a pad that is gone, joints that failed, or all of it
 * sound. Nothing while it was answered by hand, and nothing sound before every pad was looked at.
 */
export function seenOnBoard(
  answers: readonly { readonly checkId: string }[],
  board: Pick<Board, 'rows' | 'legs'>,
): { readonly checkId: string; readonly outcome: string }[] {
  if (answers.some((a) => a.checkId === CHECK)) return [];
  const states = [
    ...board.rows.flatMap((r) => r.pins.map((p) => p.state)),
    ...board.legs.filter((l) => l.fixing !== 'peg').map((l) => l.state),
  ];
  if (states.some((s) => isGone(s) || s === 'cracked' || s === 'lifted'))
    return [{ checkId: CHECK, outcome: 'torn' }];
  if (states.some((s) => s === 'dull' || s === 'starved' || s === 'loose'))
    return [{ checkId: CHECK, outcome: 'joints' }];
  const all = states.length > 0 && !states.includes('unchecked');
  return all ? [{ checkId: CHECK, outcome: 'fine' }] : [];
}
