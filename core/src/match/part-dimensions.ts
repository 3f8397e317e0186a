import { sayMm } from './fit-reason';
import { isRound } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { ConnectorPart, PartLand } from '../connector/part';
import { opening, STANCE_WORDS, STANCES } from '../connector/part';

/** Something about a part that a hand can measure or count on the board. */
export interface PartDimension {
  readonly key: string;
  readonly words: string;
  /** mm, or a count. */
  readonly value: number;
  readonly counted: boolean;
  /** What the values of a choice are called. */
  readonly labels?: Readonly<Record<number, string>>;
}

export const DIMENSION_WORDS: Readonly<Record<string, string>> = {
  contacts: 'number of places for contacts',
  pitch: 'narrowest distance between neighbouring contacts',
  row: 'first to last contact of the row',
  rows: 'distance between the two rows of contacts',
  legs: 'number of legs',
  'legs-through': 'number of legs that go through the board',
  pegs: 'number of holes for plastic pegs',
  'rear-apart': 'distance between the two legs nearest the contacts',
  'front-apart': 'distance between the two legs furthest from the contacts',
  'rear-back': 'contacts to the nearest legs, straight back from the row',
  'front-back': 'contacts to the furthest legs, straight back from the row',
  'rear-length': 'length of the slots nearest the contacts',
  'rear-width': 'width of the slots nearest the contacts',
  'front-length': 'length of the slots furthest from the contacts',
  'front-width': 'width of the slots furthest from the contacts',
  'pegs-apart': 'distance between the pegs’ holes',
  'pegs-back': 'contacts to the pegs’ holes, straight back from the row',
  'pad-width': 'width of one contact’s pad',
  'pad-length': 'length of one contact’s pad',
  stance: 'how it stood',
  'narrow-side': 'which way the narrow side of the opening looked',
  'opening-height': 'middle of the case’s opening over the board',
};

const COUNTED: readonly string[] = ['contacts', 'legs', 'legs-through', 'pegs'];
const CHOICES: Readonly<Record<string, Readonly<Record<number, string>>>> = {
  stance: Object.fromEntries(STANCES.map((s, i) => [i, STANCE_WORDS[s]])),
  'narrow-side': { 0: 'down', 1: 'up' },
};

/** A value of a dimension as it is said: a choice by its name, a count, or a length; `not there` for `null`. */
export function sayDimension(key: string, value: number | null): string {
  if (value === null) return 'not there';
  return CHOICES[key]?.[value] ?? (COUNTED.includes(key) ? String(value) : sayMm(value));
}

interface Frame {
  readonly along: XY;
  readonly back: XY;
  readonly middle: XY;
}

/** Axes of a part: along its contacts, and back from them towards the legs. */
function frameOf(contacts: readonly PartLand[], others: readonly PartLand[]): Frame {
  const mean = (ls: readonly PartLand[]): XY => ({
    x: ls.reduce((s, l) => s + l.at.x, 0) / ls.length,
    y: ls.reduce((s, l) => s + l.at.y, 0) / ls.length,
  });
  const middle = mean(contacts);
  let [xx, xy, yy] = [0, 0, 0];
  for (const { at } of contacts) {
    const [u, v] = [at.x - middle.x, at.y - middle.y];
    [xx, xy, yy] = [xx + u * u, xy + u * v, yy + v * v];
  }
  const angle = xx + yy > 0 ? 0.5 * Math.atan2(2 * xy, xx - yy) : 0;
  const along = { x: Math.cos(angle), y: Math.sin(angle) };
  let back = { x: -along.y, y: along.x };
  if (others.length > 0) {
    const m = mean(others);
    if ((m.x - middle.x) * back.x + (m.y - middle.y) * back.y < 0) back = { x: -back.x, y: -back.y };
  }
  return { along, back, middle };
}

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

/** Legs as deep as each other within this are one pair, mm. */
const SAME_DEPTH_MM = 0.7;

/** What can be measured of a part's land pattern, by key, mm or counts. A key that is missing does not exist on the part. */
export function partDimensions(part: ConnectorPart): ReadonlyMap<string, PartDimension> {
  const found = new Map<string, PartDimension>();
  const put = (
    key: string,
    value: number,
    counted = false,
    labels?: Readonly<Record<number, string>>,
  ): void => {
    if (Number.isFinite(value))
      found.set(key, {
        key,
        words: DIMENSION_WORDS[key] ?? key,
        value: Number(value.toFixed(3)),
        counted,
        ...(labels ? { labels } : {}),
      });
  };
  const contacts = part.lands.filter((l) => l.role === 'contact');
  const legs = part.lands.filter((l) => l.role === 'leg');
  const pegs = part.lands.filter((l) => l.role === 'peg');
  if (part.stance) put('stance', STANCES.indexOf(part.stance), true, CHOICES['stance']);
  if (part.narrowSide) put('narrow-side', part.narrowSide === 'up' ? 1 : 0, true, CHOICES['narrow-side']);
  if (part.openingHeightMm !== null) put('opening-height', part.openingHeightMm);
  put('contacts', contacts.length, true);
  put('legs', legs.length, true);
  put('legs-through', legs.filter((l) => l.hole).length, true);
  put('pegs', pegs.length, true);
  const apart = (a: XY, b: XY): number => Math.hypot(a.x - b.x, a.y - b.y);
  if (contacts.length > 0) {
    const { along, back, middle } = frameOf(contacts, [...legs, ...pegs]);
    const u = (p: XY): number => (p.x - middle.x) * along.x + (p.y - middle.y) * along.y;
    const v = (p: XY): number => (p.x - middle.x) * back.x + (p.y - middle.y) * back.y;
    const depths = contacts.map((c) => v(c.at));
    const rowsApart = Math.max(...depths) - Math.min(...depths);
    if (contacts.length > 1) {
      if (contacts.length <= 60)
        put(
          'pitch',
          Math.min(...contacts.flatMap((a, i) => contacts.slice(i + 1).map((b) => apart(a.at, b.at)))),
        );
      put('row', Math.max(...contacts.map((c) => u(c.at))) - Math.min(...contacts.map((c) => u(c.at))));
      if (rowsApart > 0.3) put('rows', rowsApart);
    }
    put('pad-width', median(contacts.map((c) => opening(c).widthMm)));
    put('pad-length', median(contacts.map((c) => opening(c).lengthMm)));
    const set = (name: 'rear' | 'front', at: readonly PartLand[]): void => {
      const across = at.map((l) => u(l.at));
      if (at.length > 1) put(`${name}-apart`, Math.max(...across) - Math.min(...across));
      put(`${name}-back`, at.reduce((s, l) => s + v(l.at), 0) / at.length);
      const shapes = at.map(opening);
      put(`${name}-width`, median(shapes.map((o) => o.widthMm)));
      if (shapes.some((o) => !isRound(o))) put(`${name}-length`, median(shapes.map((o) => o.lengthMm)));
    };
    if (legs.length > 0) {
      const deep = legs.map((l) => v(l.at));
      const [least, most] = [Math.min(...deep), Math.max(...deep)];
      set(
        'rear',
        legs.filter((l) => v(l.at) <= least + SAME_DEPTH_MM),
      );
      if (most - least > SAME_DEPTH_MM)
        set(
          'front',
          legs.filter((l) => v(l.at) >= most - SAME_DEPTH_MM),
        );
    }
    if (pegs.length > 0) put('pegs-back', pegs.reduce((s, l) => s + v(l.at), 0) / pegs.length);
  }
  if (pegs.length > 1) put('pegs-apart', Math.max(...pegs.map((p) => apart(p.at, (pegs[0] as PartLand).at))));
  return found;
}
