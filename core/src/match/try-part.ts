import { fitSimilarity } from '../geometry/fit-similarity';
import type { Oblong } from '../geometry/oblong';
import { roomInside, shrunk } from '../geometry/oblong';
import type { BoardLand, LandPose } from './board-land';
import { moveLands } from './board-land';
import type { ConnectorPart, PartLand } from '../connector/part';

/** Holes are made this much larger than what goes in, mm across (common practice: a tenth all round; pegs sit closer). */
export const HOLE_ROOM_MM = 0.2;
const PEG_ROOM_MM = 0.1;
/** The foot of a contact is about this share of its pad's width (common practice). */
const FOOT_SHARE = 0.7;
/** How far a land may lie from a part's and still be the one that is meant, mm. */
export const REACH_MM = 1.2;
/** A contact over a leg's land counts as this much further off. */
const OTHER_ROLE_MM = 0.5;

/** The metal, or plastic, of a part at a land; taken from its land pattern where it was not measured. */
export function metalAt(l: PartLand): Oblong {
  if (l.metal) return l.metal;
  if (l.hole) return shrunk(l.hole, l.role === 'peg' ? PEG_ROOM_MM : HOLE_ROOM_MM);
  return { ...l.copper, widthMm: l.copper.widthMm * FOOT_SHARE };
}

/** A part laid on the board's lands, in the part's own frame. */
export interface PartOnBoard {
  readonly part: ConnectorPart;
  /** The board's lands, carried into the part's frame. */
  readonly board: readonly BoardLand[];
  /** Board land of each land of the part; -1 where there is none. */
  readonly under: readonly number[];
  /** What is left around the metal in each hole, mm; below 0 it does not go in; `null` where there is no hole or its size is not known. */
  readonly room: readonly (number | null)[];
  /** Whether legs were looked for; `false` leaves open whether the board has places for them. */
  readonly legsSought?: boolean;
}

const couldHold = (l: PartLand, b: BoardLand): boolean =>
  b.through === null || b.through === (l.hole !== null);

/** Which board land lies under which land of the part: the nearest pairs first, each land once. */
function pair(part: ConnectorPart, board: readonly BoardLand[]): number[] {
  const near = part.lands.flatMap((l, i) =>
    board.flatMap((b, j) => {
      const d = Math.hypot(l.at.x - b.at.x, l.at.y - b.at.y);
      if (d >= REACH_MM || !couldHold(l, b)) return [];
      return [{ i, j, far: d + (b.role === null || b.role === l.role ? 0 : OTHER_ROLE_MM) }];
    }),
  );
  const under = part.lands.map(() => -1);
  const taken = new Set<number>();
  for (const { i, j } of near.sort((a, b) => a.far - b.far)) {
    if ((under[i] ?? -1) >= 0 || taken.has(j)) continue;
    under[i] = j;
    taken.add(j);
  }
  return under;
}

function roomOf(
  part: ConnectorPart,
  board: readonly BoardLand[],
  under: readonly number[],
): (number | null)[] {
  return part.lands.map((l, i) => {
    const b = board[under[i] ?? -1];
    return l.hole && b?.hole ? roomInside(metalAt(l), l.at, b.hole, b.at) : null;
  });
}

function refit(
  part: ConnectorPart,
  board: readonly BoardLand[],
  under: readonly number[],
  weights: readonly number[],
): BoardLand[] | null {
  const pairs = under.flatMap((j, i) => {
    const b = board[j];
    const l = part.lands[i];
    return b && l ? [{ from: b.at, to: l.at, weight: weights[i] ?? 1 }] : [];
  });
  const fit = fitSimilarity(pairs, { scale: 1 });
  if (!fit.ok) return null;
  const [cos, , dx, sin, , dy] = fit.fit.map;
  return moveLands(board, { cos, sin, dx, dy, mirrored: false });
}

/**
 * Lays a part on the board's lands, beginning with a rough pose: holes count most, since metal gives less than solder. Where a leg sticks, the
 * part is shifted towards it as long as no other begins to stick worse (weights of those that stick grow).
 */
export function layPart(part: ConnectorPart, lands: readonly BoardLand[], pose: LandPose): PartOnBoard {
  let board = moveLands(lands, pose);
  let under = pair(part, board);
  let weights: number[] = part.lands.map((l) => (l.hole ? 4 : 1));
  for (let round = 0; round < 2; round += 1) {
    board = refit(part, board, under, weights) ?? board;
    under = pair(part, board);
  }
  board = refit(part, board, under, weights) ?? board;
  let room = roomOf(part, board, under);
  const tightest = (of: readonly (number | null)[]): number => Math.min(...of.map((r) => r ?? Infinity));
  let best = { board, room };
  for (let round = 0; round < 16 && tightest(room) < 0; round += 1) {
    const low = tightest(room);
    weights = weights.map((w, i) => {
      const r = room[i] ?? null;
      return r !== null && r < Math.min(0, low / 2) ? w * 1.6 : w;
    });
    const moved = refit(part, board, under, weights);
    if (!moved) break;
    board = moved;
    room = roomOf(part, board, under);
    if (tightest(room) > tightest(best.room)) best = { board, room };
  }
  return { part, board: best.board, under, room: best.room };
}
