import type { ConnectorFamily } from './family';
import { CONNECTOR_FAMILIES, FAMILIES } from './family';
import type { PinFunction } from './pin-function';

/** Families of parts: those whose pins Zebbit traces, and others that are kept in the drawer and matched by their land pattern. */
export const PART_FAMILIES = [...CONNECTOR_FAMILIES, 'barrel-jack', 'audio-jack', 'battery-plug'] as const;
export type PartFamily = (typeof PART_FAMILIES)[number];

const OWN_NAMES: Readonly<Record<Exclude<PartFamily, ConnectorFamily>, string>> = {
  'barrel-jack': 'barrel jack',
  'audio-jack': '3.5 mm jack',
  'battery-plug': 'battery plug',
};

const isTraced = (family: PartFamily): family is ConnectorFamily => family in FAMILIES;

export const partFamilyName = (family: PartFamily): string =>
  isTraced(family) ? FAMILIES[family].name : OWN_NAMES[family];

/** Families of part that may sit where one of `family` is wanted: a Micro-AB takes a Micro-B plug, and so on. */
export function partFamiliesFor(family: ConnectorFamily): readonly PartFamily[] | null {
  if (family === 'other') return null;
  if (family === 'micro-b') return ['micro-b', 'micro-ab'];
  // There is no receptacle for Micro-A plugs alone: they go into Micro-AB.
  if (family === 'micro-a') return ['micro-a', 'micro-ab'];
  if (family === 'type-c-16') return ['type-c-16', 'type-c-24'];
  if (family === 'type-c-6') return ['type-c-6', 'type-c-16'];
  return [family];
}

/** Plugs that go into a part of the family (or, of a plug, what it goes into); `null` where that is not known. */
function goesInto(family: PartFamily): readonly string[] | null {
  if (family === 'other') return null;
  if (family === 'usb-a-3') return ['usb-a'];
  if (family === 'usb-a-3-plug') return ['usb-a-plug'];
  if (family === 'micro-ab') return ['micro-a', 'micro-b'];
  return /^type-c-(6|16|24)$/u.test(family) ? ['type-c'] : [family];
}

/** Whether two families take a plug in common; `true` where one of them is not known. */
export function samePlug(a: PartFamily, b: PartFamily): boolean {
  const [p, q] = [goesInto(a), goesInto(b)];
  return p === null || q === null || p.some((plug) => q.includes(plug));
}

/** Sleeve and switch first: numbering of barrel and audio jacks differs by maker, so only numbers that are common practice are named. */
const BARREL: Readonly<Record<string, PinFunction>> = { '1': 'VBUS', '2': 'GND', '3': 'unknown' };
const AUDIO: Readonly<Record<string, PinFunction>> = { T: 'LEFT', R: 'RIGHT', S: 'GND' };

/** Function of a contact by its number in a family; `null` when the family has no such contact. */
export function contactFunction(family: PartFamily, number: string): PinFunction | null {
  if (family === 'barrel-jack') return BARREL[number] ?? null;
  if (family === 'audio-jack')
    return AUDIO[number.toUpperCase()] ?? (/^([2-6]|[TR][NS12]?)$/iu.test(number) ? 'unknown' : null);
  if (family === 'battery-plug' || family === 'other') return /^\d+$/u.test(number) ? 'unknown' : null;
  // Receptacles with fewer contacts keep the numbers of the whole one, shared pads counted singly.
  const sheet = FAMILIES[/^type-c-(6|16)$/u.test(family) ? 'type-c-24' : family];
  return sheet.contacts.find((c) => c.number === number)?.function ?? null;
}

/** Family of a part from the words about it and the numbers of its contacts; `other` when nothing tells. */
export function guessFamily(words: string, numbers: readonly string[]): PartFamily {
  const text = words.toLowerCase().replace(/[_-]+/gu, ' ');
  const distinct = new Set(numbers);
  const has = (...all: readonly string[]): boolean => all.every((n) => distinct.has(n));
  const usb = /\busb ?\d?/u.test(text);
  const contactsC = [...distinct].filter((n) => /^[AB]([1-9]|1[0-2])$/u.test(n)).length;
  if (
    (usb || /\btype c\b/u.test(text)) &&
    contactsC > 0 &&
    (has('A5', 'B5') || /\btype ?c\b|usb ?c\b/u.test(text))
  ) {
    if (/\bplug\b/u.test(text)) return 'type-c-plug';
    if (contactsC <= 8) return 'type-c-6';
    return contactsC <= 17 ? 'type-c-16' : 'type-c-24';
  }
  if (usb && /micro/u.test(text)) {
    if (has('6', '7', '8', '9', '10') || /\busb ?3\b|3\.0/u.test(text)) return 'micro-b-3';
    return /micro ?ab\b/u.test(text) ? 'micro-ab' : 'micro-b';
  }
  if (usb && /mini/u.test(text)) return 'mini-b';
  if (/\b(stacked|dual|double)\b/u.test(text)) return 'other';
  if (usb && (has('5', '6', '7', '8', '9') || /usb ?3\b|3\.0/u.test(text)))
    return /\bplug\b/u.test(text) ? 'usb-a-3-plug' : 'usb-a-3';
  if (usb && /\b(usb ?a|type ?a)\b/u.test(text)) return /\bplug\b/u.test(text) ? 'usb-a-plug' : 'usb-a';
  if (usb && /\b(usb ?b|type ?b)\b/u.test(text)) return 'usb-b';
  if (/barrel|dc ?(power )?jack|power jack/u.test(text)) return 'barrel-jack';
  if (/jack/u.test(text) && /\b3\.5\b|\b3\.5 ?mm|audio|phone/u.test(text)) return 'audio-jack';
  if (/\bbattery (plug|connector|header)\b/u.test(text)) return 'battery-plug';
  return 'other';
}
