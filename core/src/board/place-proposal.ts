import { FAMILIES, rowOfCount } from '../connector/family';
import type { FootprintProposal } from '../photo/found';
import type { Board, Face, Leg } from './board';
import { freshId, placeRow } from './place-row';
import { pinPoint } from './probe-point';

/** Names of the parts of a proposal, to refuse some: `row 0`, `land 3`. */
export type ProposalKey = `row ${number}` | `land ${number}`;

/** Nearer than this to a leg that is placed, a land or hole is that leg, mm. */
const SAME_LEG_MM = 0.6;

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

/**
 * The board with what a picture was read to show, without what the person refused. Pads that are there come out as not looked at,
 * ripped ones as torn. A row is given the family's numbers when it has as many pads.
 */
export function placeProposal(
  board: Board,
  face: Face,
  proposal: FootprintProposal,
  refused: ReadonlySet<ProposalKey>,
): Board {
  let next = board;
  for (const [i, row] of proposal.rows.entries()) {
    const [first] = row.pads;
    if (refused.has(`row ${i}`) || !first) continue;
    const family =
      board.family !== null && rowOfCount(FAMILIES[board.family], row.pads.length) !== null
        ? board.family
        : (row.family ?? 'other');
    const sizes = row.pads.filter((p) => p.state !== 'torn').map((p) => p.sizeMm);
    const usual = sizes[Math.floor(sizes.length / 2)] ?? first.sizeMm;
    const placed = placeRow(next, {
      family,
      face,
      first: first.at,
      directionDeg: row.directionDeg,
      pitchMm: row.pitchMm,
      count: row.pads.length,
      mirrored: false,
      measuredPitch: { mm: row.pitchMm, sigmaMm: row.pitchSigmaMm },
      padMm: [usual[0], usual[1]],
    });
    const states = row.pads.map((p) => (p.state === 'present' || p.state === 'unsure' ? ('unchecked' as const) : p.state));
    next = {
      ...next,
      rows: [
        ...next.rows,
        {
          ...placed,
          offsetsMm: row.offsetsMm,
          pins: placed.pins.map((p, k) => ({ ...p, state: states[k] ?? 'unchecked' })),
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
