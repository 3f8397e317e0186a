import { FAMILIES, rowOfCount } from '../connector/family';
import type { FootprintProposal } from '../photo/read-footprint';
import type { Board, Face, Leg } from './board';
import { freshId, placeRow } from './place-row';

/** Names of the parts of a proposal, to refuse some: `row 0`, `land 3`. */
export type ProposalKey = `row ${number}` | `land ${number}`;

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
    const states = row.pads.map((p) => (p.state === 'present' ? ('unchecked' as const) : p.state));
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
