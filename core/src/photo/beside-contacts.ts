import type { BoardPoint } from '../geometry/point';
import type { FootprintProposal, FoundLand } from './found';
import type { ByPattern } from './read-by-pattern';

/** Whether rows that were found one by one are spaced as a known family, with as many pads together as the contacts of a pattern. */
export const isFamilyRow = (seen: FootprintProposal, known: ByPattern): boolean => {
  const contacts = known.rows.reduce((n, r) => n + r.pads.length, 0);
  const familiar = seen.rows.filter((r) => r.family !== null).reduce((n, r) => n + r.pads.length, 0);
  return familiar >= Math.max(FEW_PADS + 1, contacts);
};

/** A row of so few pads is soon spaced like any family. */
const FEW_PADS = 3;
/** Next to the contacts of a pattern nothing else is offered within this, mm. */
const BESIDE_CONTACTS_MM = 0.9;

/** What holds a port stands in mirror pairs about the middle of its row, within this, mm, and this far from it at the most. */
const [MIRROR_MM, HOLDS_WITHIN_MM] = [0.4, 10] as const;
const ALIKE = 0.35;

/** The contacts of a pattern that lie there for sure; of what was found beside them one by one what can hold a port. */
export function besideContacts(seen: FootprintProposal, known: ByPattern): FootprintProposal {
  const pads = known.rows.flatMap((r) => r.pads);
  const [row] = known.rows;
  if (!row) return seen;
  const middle = { x: 0, y: 0 };
  for (const p of pads) {
    middle.x += p.at.x / pads.length;
    middle.y += p.at.y / pads.length;
  }
  const t = (row.directionDeg * Math.PI) / 180;
  const along = (p: BoardPoint): number => (p.x - middle.x) * Math.cos(t) + (p.y - middle.y) * Math.sin(t);
  const across = (p: BoardPoint): number => (p.y - middle.y) * Math.cos(t) - (p.x - middle.x) * Math.sin(t);
  const near = seen.lands.filter(
    (l) =>
      Math.hypot(along(l.at), across(l.at)) < HOLDS_WITHIN_MM &&
      !pads.some((p) => Math.hypot(p.at.x - l.at.x, p.at.y - l.at.y) < BESIDE_CONTACTS_MM),
  );
  const likeSize = (one: number, two: number): boolean => Math.abs(Math.log(one / two)) < ALIKE;
  const alike = ({ slot: a }: FoundLand, { slot: b }: FoundLand): boolean =>
    likeSize(a.lengthMm, b.lengthMm) && likeSize(a.widthMm, b.widthMm);
  const mirrored = (l: FoundLand): boolean =>
    near.some(
      (o) =>
        o !== l &&
        Math.hypot(along(o.at) + along(l.at), across(o.at) - across(l.at)) < MIRROR_MM &&
        alike(o, l),
    );
  return {
    // Contacts alone could be turned round.
    rows: known.rows.map((r) => ({ ...r, pads: r.pads.map((p) => ({ ...p, number: null })) })),
    lands: near.filter((l) => l.fixing !== 'surface' || mirrored(l)),
    patterns: [],
    doubts: known.doubts,
  };
}
