import type { BoardPoint } from '../geometry/point';
import type { Projective } from '../geometry/projective';
import type { FootprintProposal, FoundLand } from './found';
import type { MirrorAxis } from './mirror-axis';
import { withinSpan } from './mirror-axis';
import { mirrorLegs } from './mirror-legs';
import type { Pixels } from './pixels';
import type { FoundPad } from './row-on-line';

/** Two legs in pairs are a chance; four are what holds the port, and lands far from them are of other parts. */
const ENOUGH_LEGS = 4;
/** A land found one by one is that of a pair where it lies this near, mm; its place is then the better one. */
const SAME_LEG_MM = 0.3;
/** Of one land so much of its size is seen the same twice, logarithm. */
const ALIKE = 0.45;
/** Another land so large against that of a pair, over it and in no pair itself, speaks against the pair. */
const AS_LARGE = 0.7;
/** What two contacts of a row say for its axis, against 1 for two outlines that meet edges all round. */
const PAD_PAIR = 0.85;
/** A pad of a row is told there where a leg lies this near to it, mm. */
const SAME_PAD_MM = 0.5;
/** So far beside what holds a port and its contacts the lands of other parts begin, mm; rows this far from it are of other parts as well. */
const [BESIDE_MM, ROW_FROM_LEGS_MM] = [1.5, 5] as const;

interface Placed {
  readonly at: BoardPoint;
}
const apart = (a: Placed, b: Placed): number => Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y);
const area = ({ slot }: FoundLand): number => slot.lengthMm * slot.widthMm;
const radius = ({ slot }: FoundLand): number => (slot.lengthMm + slot.widthMm) / 4;
/** Whether two lands lie over each other, and are not one. */
const over = (a: FoundLand, b: FoundLand): boolean =>
  apart(a, b) < radius(a) + radius(b) && apart(a, b) >= SAME_LEG_MM;
/** Whether two lands are one, seen twice. */
const isSame = (a: FoundLand, b: FoundLand): boolean =>
  apart(a, b) < SAME_LEG_MM && Math.abs(Math.log(area(a) / area(b))) < ALIKE;

/** Whether a land is one of a pair itself. */
const isSeen = (f: FoundLand, legs: readonly FoundLand[]): boolean => legs.some((l) => isSame(f, l));

/** A leg of a pair that was also found one by one: its place is told best by its patch, its hole by its rims, its state by whichever tells. */
function seenTwice(leg: FoundLand, patch: FoundLand | undefined): FoundLand {
  if (!patch) return leg;
  const hole = leg.fixing === 'surface' ? patch : leg;
  const { fixing, slot, filled } = hole;
  return {
    ...leg,
    at: patch.at,
    fixing,
    slot,
    filled,
    state: leg.state === 'unsure' ? patch.state : leg.state,
  };
}

/** Legs in mirror pairs about an axis, and what speaks for that axis: they, and the pairs of its contacts. */
function legsAbout(
  picture: Pixels,
  toPhoto: Projective,
  { lands, rows }: FootprintProposal,
  axis: MirrorAxis | null,
): { readonly axis: MirrorAxis; readonly legs: readonly FoundLand[]; readonly worth: number } | null {
  if (!axis) return null;
  const pads = rows.flatMap((r): readonly FoundPad[] => r.pads);
  const found = mirrorLegs(picture, toPhoto, axis, pads);
  const legs = found.lands
    // Contacts stand in mirror pairs as well: those of a row are told there.
    .filter((l) => !pads.some((p) => apart(p, l) < SAME_PAD_MM))
    .filter((l) => !lands.some((f) => over(f, l) && area(f) > AS_LARGE * area(l) && !isSeen(f, found.lands)))
    .map((l) =>
      seenTwice(
        l,
        lands.find((f) => isSame(f, l)),
      ),
    );
  return { axis, legs, worth: found.worth + PAD_PAIR * Math.floor(axis.pads.length / 2) };
}

/**
 * What was found one by one, with what holds the port found in pairs, about the middle of its row or about what most lands lie about. Where
 * enough stands in pairs, what lies elsewhere is left out.
 */
export function withLegs(
  picture: Pixels,
  toPhoto: Projective,
  found: FootprintProposal,
  ofRows: MirrorAxis | null,
  ofLands: MirrorAxis | null,
): FootprintProposal {
  const first = legsAbout(picture, toPhoto, found, ofRows);
  const second = legsAbout(picture, toPhoto, found, ofLands);
  const best = (second?.worth ?? 0) > (first?.worth ?? 0) ? second : first;
  if (!best || best.legs.length === 0) return found;
  const { axis, legs } = best;
  const alone = found.lands.filter((f) => !legs.some((l) => apart(f, l) < SAME_LEG_MM || over(f, l)));
  if (legs.length < ENOUGH_LEGS) return { ...found, lands: [...legs, ...alone] };
  const inside = (p: Placed, of: readonly Placed[], mm: number): boolean =>
    withinSpan(
      axis,
      p.at,
      of.map((q) => q.at),
      mm,
    );
  const rows = found.rows.filter((r) => r.pads.some((p) => inside(p, legs, ROW_FROM_LEGS_MM)));
  const port = [...legs, ...rows.flatMap((r) => r.pads)];
  return { ...found, rows, lands: [...legs, ...alone.filter((l) => inside(l, port, BESIDE_MM))] };
}
