import type { Oblong } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { PartFamily } from './part-family';
import type { PinFunction } from './pin-function';

/** `peg`: a post without metal that only places the connector. */
export const LAND_ROLES = ['contact', 'leg', 'peg'] as const;
export type LandRole = (typeof LAND_ROLES)[number];

/** One place of a land pattern: what a contact, a leg or a peg of the part meets on the board. */
export interface PartLand {
  /** Contacts that share the place, such as A1 and B12; none for legs and pegs that have no number. */
  readonly numbers: readonly string[];
  readonly role: LandRole;
  readonly function: PinFunction;
  /** Millimetres of the part: as seen from above, board under it, x right, y down. */
  readonly at: XY;
  /** Land, or ring of a hole. */
  readonly copper: Oblong;
  /** Hole or slot; `null` for a land on the surface. */
  readonly hole: Oblong | null;
  /** Section of the leg, post or pin itself; `null` where only the land pattern is known. */
  readonly metal: Oblong | null;
}

/** How a connector stands on its board: its opening along the board, straight up from it, or the body let into a cut-out. */
export const STANCES = ['right-angle', 'vertical', 'mid-mount'] as const;
export type Stance = (typeof STANCES)[number];

/** As the bench says it. */
export const STANCE_WORDS: Readonly<Record<Stance, string>> = {
  'right-angle': 'lying',
  vertical: 'upright',
  'mid-mount': 'sunk in',
};

/** A connector as far as fitting it goes. Lengths mm, in the frame of its land pattern. */
export interface ConnectorPart {
  readonly id: string;
  readonly name: string;
  readonly family: PartFamily;
  readonly stance: Stance | null;
  readonly lands: readonly PartLand[];
  /** Way the opening looks, 0 to the right, 90 down; `null` for vertical parts and where it is not known. */
  readonly mouthDeg: number | null;
  /** From the middle of the contacts to the front of the shell, along the mouth. */
  readonly frontMm: number | null;
  /** From the middle of the contacts to where the board is meant to end, along the mouth. */
  readonly edgeMm: number | null;
  /** Which side of the opening is the narrow one, the board lying under it. */
  readonly narrowSide: 'up' | 'down' | null;
  /** Middle of the opening over the board. */
  readonly openingHeightMm: number | null;
  /** The shell has a lip that stands proud of the case. */
  readonly lip: boolean | null;
  /** Shell of the opening: wide, high. */
  readonly shellMm: readonly [number, number] | null;
  /** Where the contacts leave the body. */
  readonly exit: 'behind' | 'underneath' | null;
  /** Over the board. */
  readonly heightMm: number | null;
  readonly ratedA: number | null;
  /** Where the figures are from: a work, "from memory", "common practice", or the name of the file. */
  readonly source: string;
}

/** What shows of a land on a bare board, and so is measured: its hole, else its copper. */
export const opening = (l: PartLand): Oblong => l.hole ?? l.copper;

export type Mounting = 'surface' | 'through-hole' | 'mixed';

export function mounting(part: ConnectorPart): Mounting {
  const held = part.lands.filter((l) => l.role !== 'peg');
  const through = held.filter((l) => l.hole).length;
  if (through === 0) return 'surface';
  return through === held.length ? 'through-hole' : 'mixed';
}

export const MOUNTING_WORDS: Readonly<Record<Mounting, string>> = {
  surface: 'surface',
  'through-hole': 'through-hole',
  mixed: 'surface pins, legs through the board',
};

/** Name of a land as the bench says it. */
export const landName = (l: PartLand): string =>
  l.role === 'contact' ? `contact ${l.numbers.join('/')}` : l.role;

/** A land further from the others than this belongs to no connector, mm: such a part was drawn in other units. */
export const REACH_OF_PART_MM = 500;
export const MOST_LANDS = 5000;

export interface PartFault {
  readonly path: string;
  readonly message: string;
}

/** First thing about a part that cannot be: figures that are not finite, sizes not above 0, an empty name; or `null`. */
export function checkPart(part: ConnectorPart): PartFault | null {
  if (part.name.trim() === '') return { path: 'name', message: 'The part has no name' };
  if (part.lands.length > MOST_LANDS)
    return { path: 'lands', message: `${part.lands.length} lands are more than ${MOST_LANDS}` };
  for (const [i, l] of part.lands.entries()) {
    const path = `lands.${i}`;
    if (!(Math.abs(l.at.x) <= REACH_OF_PART_MM && Math.abs(l.at.y) <= REACH_OF_PART_MM))
      return { path: `${path}.at`, message: `A land stands at ${l.at.x}, ${l.at.y} mm` };
    for (const o of [l.copper, l.hole, l.metal])
      if (o && !(o.widthMm > 0 && o.lengthMm >= o.widthMm && o.lengthMm < REACH_OF_PART_MM))
        return { path, message: `A land is ${o.widthMm} by ${o.lengthMm} mm` };
  }
  const lengths = { frontMm: part.frontMm, edgeMm: part.edgeMm, heightMm: part.heightMm };
  for (const [path, value] of Object.entries(lengths))
    if (value !== null && !(Math.abs(value) <= REACH_OF_PART_MM))
      return { path, message: `${path} is ${value} mm` };
  return null;
}
