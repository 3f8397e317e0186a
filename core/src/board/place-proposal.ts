import type { ConnectorFamily } from '../connector/family';
import { FAMILIES, rowOfCount } from '../connector/family';
import { contactFunction } from '../connector/part-family';
import type { FoundPad } from '../photo/row-on-line';
import type { FootprintProposal } from '../photo/found';
import type { Board, Face, Leg, Pin } from './board';
import { freshId, placeRow } from './place-row';
import { pinPoint } from './probe-point';

/** Which end of a row the hand said its first contact is at; `unknown` where it could not. */
export type FirstPin = 'first' | 'last' | 'unknown';

/** Names of the parts of a proposal, to refuse some: `row 0`, `land 3`. */
export type ProposalKey = `row ${number}` | `land ${number}`;

/** Nearer than this to a leg that is placed, a land or hole is that leg, mm. */
const SAME_LEG_MM = 0.6;
/** Pads that differ by less are of one size, mm. */
const SAME_SIZE_MM = 0.04;

/** What was read without what is placed on that face already: a row most of whose pads lie on placed pins, a land on a placed leg. */
export function withoutPlaced(board: Board, face: Face, proposal: FootprintProposal): FootprintProposal {
  const pins = board.rows.filter((r) => r.face === face).flatMap((r) => r.pins.map((_, i) => pinPoint(r, i)));
  const legs = board.legs.filter((l) => l.face === face);
  const near = (a: { x: number; y: number }, b: { x: number; y: number }, mm: number): boolean =>
    Math.hypot(a.x - b.x, a.y - b.y) < mm;
  return {
    ...proposal,
    rows: proposal.rows.filter(
      (r) => r.pads.filter((p) => pins.some((q) => near(p.at, q, r.pitchMm / 2))).length <= r.pads.length / 2,
    ),
    lands: proposal.lands.filter((l) => !legs.some((leg) => near(l.at, leg.at, SAME_LEG_MM))),
  };
}

/** A pin as its pad was read: number and function where the pattern told them, its own size where it is not the row's. */
function pinOf(
  pin: Pin,
  pad: FoundPad | undefined,
  rowId: string,
  family: ConnectorFamily,
  usual: readonly [number, number],
): Pin {
  if (!pad) return pin;
  const state = pad.state === 'present' || pad.state === 'unsure' ? ('unchecked' as const) : pad.state;
  const own = pad.sizeMm.some((mm, i) => Math.abs(mm - (usual[i] ?? mm)) > SAME_SIZE_MM);
  const contact =
    pad.number === null ? undefined : FAMILIES[family].contacts.find((c) => c.number === pad.number);
  return {
    ...pin,
    ...(pad.number === null
      ? {}
      : {
          id: `${rowId}.${pad.number}`,
          number: pad.number,
          function:
            contact?.function ?? contactFunction(family, pad.number.split('/')[0] ?? '') ?? pin.function,
        }),
    state,
    ...(own ? { padMm: pad.sizeMm } : {}),
    ...(pad.holeMm === null ? {} : { holeMm: pad.holeMm }),
  };
}

/** So many places are kept; the latest stay. */
export const MOST_SEEN_WRONG = 400;
const SAME_PLACE_MM = 0.1;

/** The board with the places of what was refused in a proposal: kept with the board, so that no later reading offers them again. */
export function strikeRefused(
  board: Board,
  face: Face,
  proposal: FootprintProposal,
  refused: ReadonlySet<ProposalKey>,
): Board {
  const places = [
    ...proposal.rows.flatMap((r, i) => (refused.has(`row ${i}`) ? r.pads.map((p) => p.at) : [])),
    ...proposal.lands.flatMap((l, i) => (refused.has(`land ${i}`) ? [l.at] : [])),
  ];
  const fresh = places.filter(
    (at) =>
      !board.seenWrong.some(
        (s) => s.face === face && Math.hypot(s.at.x - at.x, s.at.y - at.y) < SAME_PLACE_MM,
      ),
  );
  if (fresh.length === 0) return board;
  return {
    ...board,
    seenWrong: [...board.seenWrong, ...fresh.map((at) => ({ face, at }))].slice(-MOST_SEEN_WRONG),
  };
}

/**
 * The board with what a picture was read to show, without what the person refused. Pads that are there come out as not looked at,
 * ripped ones as torn. A row whose pattern told its numbers keeps them; another is given the family's when it has as many pads and
 * it was said which end is pin 1, else its pins have numbers from 1 up and no functions.
 * @param firstPins by the row's place in the proposal
 */
export function placeProposal(
  board: Board,
  face: Face,
  proposal: FootprintProposal,
  refused: ReadonlySet<ProposalKey>,
  firstPins: ReadonlyMap<number, FirstPin> = new Map(),
): Board {
  let next = board;
  for (const [i, row] of proposal.rows.entries()) {
    const [first] = row.pads;
    if (refused.has(`row ${i}`) || !first) continue;
    const told = row.pads.every((p) => p.number !== null);
    const end = firstPins.get(i) ?? 'unknown';
    const named =
      board.family !== null && rowOfCount(FAMILIES[board.family], row.pads.length) !== null
        ? board.family
        : (row.family ?? 'other');
    const family = told || end !== 'unknown' ? named : 'other';
    const sizes = row.pads.filter((p) => p.state !== 'torn').map((p) => p.sizeMm);
    const usual = sizes[Math.floor(sizes.length / 2)] ?? first.sizeMm;
    const placed = placeRow(next, {
      family,
      face,
      first: first.at,
      directionDeg: row.directionDeg,
      pitchMm: row.pitchMm,
      count: row.pads.length,
      mirrored: !told && end === 'last',
      measuredPitch: { mm: row.pitchMm, sigmaMm: row.pitchSigmaMm },
      padMm: [usual[0], usual[1]],
    });
    next = {
      ...next,
      rows: [
        ...next.rows,
        {
          ...placed,
          offsetsMm: row.offsetsMm,
          pins: placed.pins.map((p, k) => pinOf(p, row.pads[k], placed.id, family, usual)),
        },
      ],
    };
  }
  for (const [i, land] of proposal.lands.entries()) {
    if (refused.has(`land ${i}`)) continue;
    const id = freshId(next, 'leg');
    const gone = land.fixing === 'surface' ? ('torn' as const) : ('hole-wall-gone' as const);
    const leg: Leg = {
      id,
      name: land.fixing === 'peg' ? `peg ${id.slice(3)}` : `leg ${id.slice(3)}`,
      face,
      at: land.at,
      fixing: land.fixing,
      slot: land.slot,
      state: land.state === 'torn' ? gone : 'unchecked',
    };
    next = { ...next, legs: [...next.legs, leg] };
  }
  return next;
}
