import { turnOblong } from '../geometry/oblong';
import { aroundReasons } from './around-reasons';
import type { Placement } from './assign-lands';
import type { BoardLand } from './board-land';
import { landsAsSeen, landsOfPart } from './board-land';
import { boardEnd } from './explain-pattern';
import type { FitReason } from './fit-reason';
import { gravestFirst, reason } from './fit-reason';
import { layReasons } from './fit-reasons';
import type { ObservedPattern } from './observed';
import type { PartFamily } from '../connector/part-family';
import { samePlug } from '../connector/part-family';
import { layPart } from './try-part';
import type { Weighed } from './weigh-part';
import { between } from './weigh-part';

/** What the board may be: laid out for a known part, or only as it was measured; with the chance that it is so. */
export interface BoardGuess {
  readonly weight: number;
  /** Family of the part it was laid out for; `null` when it is only what was measured. */
  readonly family: PartFamily | null;
  readonly lands: readonly BoardLand[];
  /** Placement of the features in the frame of `lands`. */
  readonly placement: Placement;
}

/** The board as the part `w` would have it, with what tracing knows of its wiring. */
export function boardFor(w: Weighed, weight: number): BoardGuess {
  const { placement } = w.best;
  const lands = landsOfPart(w.part);
  placement.lands.forEach((l, o) => {
    const wired = w.seen.features[o]?.wired;
    const land = lands[l];
    if (land && wired && wired !== 'unknown') lands[l] = { ...land, function: wired, traced: true };
  });
  return { weight, family: w.part.family, lands, placement };
}

/** The board as it was measured. */
export function boardAsSeen(w: Weighed, weight: number): BoardGuess {
  const { seen } = w;
  const lands = landsAsSeen(seen.features).map((b, o) => ({
    ...b,
    at: { x: seen.x[o] as number, y: seen.y[o] as number },
    hole: b.hole && seen.mirrored ? turnOblong(b.hole, 0, true) : b.hole,
    copper: b.copper && seen.mirrored ? turnOblong(b.copper, 0, true) : b.copper,
  }));
  const still = { cos: 1, sin: 0, dx: 0, dy: 0, mirrored: seen.mirrored, lands: [], offX: [], offY: [] };
  return { weight, family: null, lands, placement: still };
}

/** Why a part does or does not go on a board. */
export function tryOn(w: Weighed, pattern: ObservedPattern, board: BoardGuess): FitReason[] {
  const { placement } = w.best;
  const end = boardEnd(w.part, pattern, placement, w.seen);
  // With no family given, the board's own part says what plug is meant.
  const families =
    pattern.families ??
    (board.family === null || samePlug(board.family, w.part.family) ? null : [board.family]);
  const around = aroundReasons(w.part, { ...pattern, families }, end);
  if (board.placement.mirrored !== placement.mirrored)
    return [
      reason(
        'mirror-image',
        'stop',
        'It is the mirror image: it would have to sit on the other side of the board',
      ),
      ...around,
    ];
  const laid = layPart(w.part, board.lands, between(board.placement, placement));
  // On a board as it was measured a leg that nobody has looked for is not a leg that is not there.
  const legsSought = board.family !== null || pattern.legsSought !== false;
  const lies = layReasons({ ...laid, legsSought });
  return gravestFirst([...around, ...lies]);
}
