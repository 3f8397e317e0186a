import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import { fitSimilarity } from '../geometry/fit-similarity';
import type { ConnectorFamily } from './family';
import { CONNECTOR_FAMILIES, FAMILIES, familyRows } from './family';
import { functionGroup, isOptional, PIN_FUNCTIONS } from './pin-function';

const FOOTPRINTS = '/usr/share/kicad/footprints/Connector_USB.pretty';

interface Pad {
  readonly name: string;
  readonly x: number;
  readonly y: number;
}

/** Named pads of an open land pattern file, mm. */
function pads(file: string): Pad[] {
  const text = readFileSync(`${FOOTPRINTS}/${file}`, 'utf8');
  return [...text.matchAll(/\(pad "?([^"\s]+)"?\s+\w+\s+\w+\s+\(at\s+(-?[\d.]+)\s+(-?[\d.]+)/g)].map(
    ([, name = '', x, y]) => ({ name, x: Number(x), y: Number(y) }),
  );
}

const patterns = (start: string, has: string): string[] =>
  readdirSync(FOOTPRINTS).filter((f) => f.startsWith(start) && pads(f).some((p) => p.name === has));

describe('pinouts (USB 2.0, 3.x and Type-C specifications, from memory)', () => {
  const functions = (family: ConnectorFamily): string =>
    FAMILIES[family].contacts.map((p) => `${p.number} ${p.function}`).join(', ');
  it('A and B: VBUS D- D+ GND', () => {
    for (const family of ['usb-a', 'usb-b', 'usb-a-plug'] as const)
      expect(functions(family)).toBe('1 VBUS, 2 D-, 3 D+, 4 GND');
  });
  it('Mini and Micro have ID before GND', () => {
    for (const family of ['mini-b', 'micro-b', 'micro-a', 'micro-ab'] as const)
      expect(functions(family)).toBe('1 VBUS, 2 D-, 3 D+, 4 ID, 5 GND');
  });
  it('3.0 adds the pairs in their own order', () => {
    for (const family of ['usb-a-3', 'usb-a-3-plug'] as const)
      expect(functions(family)).toContain('5 SSRX-, 6 SSRX+, 7 GND_DRAIN, 8 SSTX-, 9 SSTX+');
    expect(functions('micro-b-3')).toContain('6 SSTX-, 7 SSTX+, 8 GND_DRAIN, 9 SSRX-, 10 SSRX+');
  });
  it('type C: 24 contacts turn over into each other, power and ground on the same places', () => {
    const { contacts } = FAMILIES['type-c-24'];
    const of = (number: string): string => contacts.find((p) => p.number === number)?.function ?? '';
    expect(contacts).toHaveLength(24);
    expect([1, 4, 9, 12].map((n) => of(`A${n}`))).toEqual(['GND', 'VBUS', 'VBUS', 'GND']);
    for (let n = 1; n <= 12; n += 1) {
      const turned = of(`B${n}`).replace('2', '1');
      const same = of(`A${n}`).replace('2', '1');
      expect(turned).toBe(same);
    }
  });
  it.each([
    ['usb-a', [4]],
    ['usb-b', [2, 2]],
    ['usb-a-3', [4, 5]],
    ['usb-a-3-plug', [9]],
    ['micro-b-3', [10]],
    ['type-c-16', [12]],
    ['type-c-24', [12, 12]],
    ['type-c-plug', [12, 12]],
  ] as const)('%s stands in rows of %p', (family, counts) => {
    expect(familyRows(FAMILIES[family]).map((r) => r.contacts.length)).toEqual(counts);
  });
  it('only the lower row of the type C plug lies on the other face', () => {
    const under = CONNECTOR_FAMILIES.filter((f) => familyRows(FAMILIES[f]).some((r) => r.under));
    expect(under).toEqual(['type-c-plug']);
  });
});

/** Open land patterns of each family, and the contacts that are compared; `null` for all. */
const FILES: Readonly<Partial<Record<ConnectorFamily, RegExp>>> = {
  'usb-a': /^USB_A_(?!.*Stacked)/,
  'usb-b': /^USB_B_/,
  'mini-b': /^USB_Mini-B_/,
  'micro-b': /^USB_Micro-B_/,
  'micro-a': /^USB_Micro-AB_/,
  'micro-ab': /^USB_Micro-AB_/,
  'usb-a-3': /^USB3_A_(?!Plug)/,
  'usb-a-3-plug': /^USB3_A_Plug/,
  'micro-b-3': /^USB3_Micro-B/,
  'type-c-16': /^USB_C_Receptacle/,
  'type-c-24': /^USB_C_Receptacle/,
  'type-c-6': /^USB_C_Receptacle/,
  'type-c-plug': /^USB_C_Plug/,
};

/** How far the worst contact lies from a file's pads, mm: laid on by a similarity without scale, never mirrored. */
function worst(file: string, family: ConnectorFamily): number {
  const found = new Map(pads(file).map((p) => [p.name, p]));
  const pairs = FAMILIES[family].contacts.map((c) => {
    const pad = found.get(c.number.split('/')[0] ?? '');
    return pad && { from: c.at, to: { x: pad.x, y: pad.y } };
  });
  if (pairs.some((p) => !p) || pairs.length === 0) return Infinity;
  const fit = fitSimilarity(
    pairs.flatMap((p) => p ?? []),
    { mirrored: false, scale: 1 },
  );
  return fit.ok ? Math.max(...fit.fit.residuals) : Infinity;
}

describe('contacts against open land patterns', () => {
  it.each(Object.entries(FILES) as [ConnectorFamily, RegExp][])(
    '%s: every contact within 0.05 mm of a file of that family',
    (family, names) => {
      const files = readdirSync(FOOTPRINTS).filter((f) => names.test(f));
      expect(files.length).toBeGreaterThan(0);
      expect(Math.min(...files.map((f) => worst(f, family)))).toBeLessThan(0.0501);
    },
  );
  it('every family but the plain A plug, which has no file, is compared; its spacing is that of the receptacle (USB 2.0, from memory)', () => {
    expect(CONNECTOR_FAMILIES.filter((f) => !(f in FILES))).toEqual(['usb-a-plug', 'other']);
    expect(FAMILIES['usb-a-plug'].contacts).toEqual(FAMILIES['usb-a'].contacts);
  });
  it('type C, 16 contacts: most single-row patterns have every pad within 0.2 mm; some makers wire the same fit differently', () => {
    const oneRow = patterns('USB_C_Receptacle', 'B8').filter((f) => {
      const inner = pads(f).filter((p) => /^[AB][5-8]$/.test(p.name));
      return inner.length === 8 && new Set(inner.map((p) => p.y)).size === 1;
    });
    expect(oneRow.length).toBeGreaterThanOrEqual(5);
    const agreeing = oneRow.filter((f) => worst(f, 'type-c-16') < 0.2);
    expect(agreeing.length / oneRow.length).toBeGreaterThan(0.8);
  });
});

describe('functions', () => {
  it('every function has a group, and only those a device can do without are optional', () => {
    for (const f of PIN_FUNCTIONS) expect(functionGroup(f)).toBeTruthy();
    expect(PIN_FUNCTIONS.filter((f) => !isOptional(f))).toEqual(
      expect.arrayContaining(['VBUS', 'GND', 'D+', 'D-', 'CC1', 'CC2']),
    );
    expect(isOptional('SSTX+') && isOptional('ID') && isOptional('SBU1')).toBe(true);
  });
});
