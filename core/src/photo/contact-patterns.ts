import type { ConnectorPart, PartLand } from '../connector/part';
import type { Oblong } from '../geometry/oblong';

/** Places and sizes that differ by less are one, mm: contacts of one family are laid alike by all makers, their pads longer or shorter. */
const [PLACE_STEP, SIZE_STEP] = [0.1, 0.25] as const;
/** Fewer contacts lie anywhere by chance; longer rows are found one by one as well, and seldom missed. */
const [LEAST_CONTACTS, FEW_CONTACTS] = [4, 16] as const;

/** A pattern of contacts by its middle, so that two parts with other origins are one. */
function keyOf(contacts: readonly PartLand[]): string {
  const [xs, ys] = [contacts.map((l) => l.at.x), contacts.map((l) => l.at.y)];
  const middle = (v: readonly number[]): number => (Math.min(...v) + Math.max(...v)) / 2;
  const step = (v: number, by: number): number => Math.round(v / by);
  return contacts
    .map(
      (l) =>
        `${step(l.at.x - middle(xs), PLACE_STEP)} ${step(l.at.y - middle(ys), PLACE_STEP)} ${step(l.copper.lengthMm, SIZE_STEP)} ${step(l.copper.widthMm, SIZE_STEP)} ${l.hole ? 'hole' : ''}`,
    )
    .sort()
    .join(',');
}

/** Rings of contacts that go through the board, and their holes, mm: each maker draws his own (open footprints). */
const RINGS = [1.4, 1.6, 1.8, 2] as const;
const RING_HOLE_MM = 0.95;

/** Lengths of surface pads that makers draw for one row, mm. */
const LENGTHS = [1.15, 1.4, 1.65, 1.95, 2.3] as const;

/** A pattern with pads of each usual size: rings of through contacts, lengths of surface ones. */
function inUsualSizes(contacts: readonly PartLand[]): (readonly PartLand[])[] {
  const round = (mm: number): Oblong => ({ lengthMm: mm, widthMm: mm, directionDeg: 0 });
  if (contacts.every((l) => l.hole !== null))
    return RINGS.map((mm) => contacts.map((l) => ({ ...l, copper: round(mm), hole: round(RING_HOLE_MM) })));
  if (contacts.some((l) => l.hole !== null)) return [contacts];
  return [
    contacts,
    ...LENGTHS.map((mm) => contacts.map((l) => ({ ...l, copper: { ...l.copper, lengthMm: mm } }))),
  ];
}

/**
 * The contacts of parts without what holds them, each pattern once: makers place legs as they like, contacts as the family has them.
 * Parts of fewer than four contacts or more than six are left out.
 */
export function contactPatterns(parts: readonly ConnectorPart[]): ConnectorPart[] {
  const made = new Map<string, ConnectorPart>();
  for (const part of parts) {
    const own = part.lands.filter((l) => l.role === 'contact');
    if (own.length < LEAST_CONTACTS || own.length > FEW_CONTACTS) continue;
    for (const lands of inUsualSizes(own)) {
      const key = keyOf(lands);
      if (!made.has(key)) made.set(key, { ...part, lands });
    }
  }
  return [...made.values()];
}
