import { MOUNTING_WORDS, mounting } from '../connector/part';
import type { ConnectorPart } from '../connector/part';
import { partDimensions } from './part-dimensions';
import type { PartFamily } from '../connector/part-family';
import { partFamilyName } from '../connector/part-family';
import { sayMm } from './fit-reason';
import type { ObservedPattern } from './observed';

/** One line of a shop's filter. */
export interface BuyLimit {
  readonly what: string;
  readonly limit: string;
}

export interface WhatToBuy {
  /** Words for a shop's search field. */
  readonly words: string;
  readonly limits: readonly BuyLimit[];
  /** The measured pattern as a part, to be drawn or written to a file. */
  readonly drawing: ConnectorPart | null;
}

/** A land pattern that differs by less than this still takes the part, mm (common practice: a tenth all round a leg). */
const TOLERANCE_MM = 0.2;

/** What was measured, as if it were a part: contacts, legs and pegs where they are. `null` with fewer than two features. */
export function measuredPart(pattern: ObservedPattern, family: PartFamily): ConnectorPart | null {
  if (pattern.features.length < 2) return null;
  const flip = pattern.seenFrom === 'back' ? -1 : 1;
  const middle = {
    x: pattern.features.reduce((s, f) => s + f.at.x, 0) / pattern.features.length,
    y: pattern.features.reduce((s, f) => s + f.at.y, 0) / pattern.features.length,
  };
  return {
    id: 'measured',
    name: `${partFamilyName(family)} as measured`,
    family,
    stance: pattern.stance,
    lands: pattern.features.map((f) => {
      const size = f.shape ?? { widthMm: 0.4, lengthMm: f.role === 'contact' ? 1.2 : 0.4, directionDeg: 90 };
      return {
        numbers: [],
        role: f.role ?? 'contact',
        function: f.wired ?? 'unknown',
        at: { x: flip * (f.at.x - middle.x), y: f.at.y - middle.y },
        copper:
          f.through === true ? { ...size, widthMm: size.widthMm + 0.4, lengthMm: size.lengthMm + 0.4 } : size,
        hole: f.through === true ? size : null,
        metal: null,
      };
    }),
    mouthDeg: null,
    frontMm: null,
    edgeMm: null,
    narrowSide: pattern.narrowSide,
    openingHeightMm: pattern.openingHeightMm,
    lip: null,
    shellMm: null,
    exit: null,
    heightMm: null,
    ratedA: null,
    source: 'measured on the board',
  };
}

/**
 * What to look for in a shop when no known part goes: words, limits for a filter, and the drawing.
 * @param family as taken in; `other` when not known
 * @param currentA what the device draws, A; `null` where nobody knows, and then no rating is asked of a part
 */
export function whatToBuy(pattern: ObservedPattern, family: PartFamily, currentA: number | null): WhatToBuy {
  const drawing = measuredPart(pattern, family);
  const d = drawing ? partDimensions(drawing) : new Map<string, { readonly value: number }>();
  const value = (key: string): number | null => d.get(key)?.value ?? null;
  const range = (key: string, what: string): BuyLimit[] => {
    const v = value(key);
    return v === null ? [] : [{ what, limit: `${sayMm(v - TOLERANCE_MM)} to ${sayMm(v + TOLERANCE_MM)}` }];
  };
  const exact = (key: string, what: string): BuyLimit[] => {
    const v = value(key);
    return v === null ? [] : [{ what, limit: sayMm(v) }];
  };
  const legs = pattern.features.filter((f) => f.role === 'leg');
  const held = legs.some((f) => f.through === true);
  const mounted = drawing && legs.length > 0 ? MOUNTING_WORDS[mounting(drawing)] : null;
  const pegs = pattern.features.filter((f) => f.role === 'peg').length;
  const slots = legs.flatMap((f) => (f.shape && f.through === true ? [f.shape.widthMm] : []));
  const contacts = pattern.contacts ?? pattern.features.filter((f) => f.role === 'contact').length;
  return {
    drawing,
    words: [
      partFamilyName(family),
      family.endsWith('plug') ? 'plug' : 'receptacle',
      contacts > 0 ? `${contacts} pads` : '',
      held ? 'through-hole legs' : legs.length > 0 ? 'SMD legs' : '',
      pattern.stance === 'vertical'
        ? 'vertical'
        : pattern.stance === 'mid-mount'
          ? 'mid mount'
          : pattern.stance === 'right-angle'
            ? 'right angle'
            : '',
      pegs > 0 ? 'with pegs' : '',
    ]
      .filter(Boolean)
      .join(', '),
    limits: [
      { what: 'Family', limit: partFamilyName(family) },
      ...(contacts > 0 ? [{ what: 'Pads in the row', limit: String(contacts) }] : []),
      ...exact('pitch', 'Pitch'),
      ...(mounted ? [{ what: 'Mounting', limit: mounted }] : []),
      ...(legs.length > 0 ? [{ what: 'Legs', limit: `at most ${legs.length}` }] : []),
      ...range('rear-apart', 'Legs nearest the contacts, apart'),
      ...range('front-apart', 'Legs furthest from the contacts, apart'),
      ...range('rear-back', 'Contacts to the nearest legs'),
      ...range('front-back', 'Contacts to the furthest legs'),
      ...(slots.length > 0
        ? [{ what: 'Leg, thickest', limit: `under ${sayMm(Math.min(...slots) - 0.1)}` }]
        : []),
      { what: 'Pegs', limit: pegs > 0 ? `${pegs}, or none` : 'none, or cut them off' },
      ...(pattern.narrowSide ? [{ what: 'Narrow side of the opening', limit: pattern.narrowSide }] : []),
      ...(pattern.openingHeightMm !== null
        ? [{ what: 'Middle of the opening over the board', limit: sayMm(pattern.openingHeightMm) }]
        : []),
      {
        what: 'Rated current',
        limit:
          currentA === null
            ? 'not known: what it draws was not said'
            : `${Number(currentA.toFixed(2))} A or more`,
      },
    ],
  };
}
