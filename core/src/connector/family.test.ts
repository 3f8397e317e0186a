import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import type { CONNECTOR_FAMILIES } from './family';
import { FAMILIES } from './family';
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
  const functions = (family: (typeof CONNECTOR_FAMILIES)[number]): string =>
    FAMILIES[family].row.map((p) => `${p.number} ${p.function}`).join(', ');
  it('A and B: VBUS D- D+ GND', () => {
    for (const family of ['usb-a', 'usb-b', 'usb-a-plug'] as const)
      expect(functions(family)).toBe('1 VBUS, 2 D-, 3 D+, 4 GND');
  });
  it('Mini and Micro have ID before GND', () => {
    for (const family of ['mini-b', 'micro-b'] as const)
      expect(functions(family)).toBe('1 VBUS, 2 D-, 3 D+, 4 ID, 5 GND');
  });
  it('3.0 adds the pairs in their own order', () => {
    expect(functions('usb-a-3')).toContain('5 SSRX-, 6 SSRX+, 7 GND_DRAIN, 8 SSTX-, 9 SSTX+');
    expect(functions('micro-b-3')).toContain('6 SSTX-, 7 SSTX+, 8 GND_DRAIN, 9 SSRX-, 10 SSRX+');
  });
  it('type C: 24 contacts turn over into each other, power and ground on the same places', () => {
    const row = FAMILIES['type-c-24'].row;
    const of = (number: string): string => row.find((p) => p.number === number)?.function ?? '';
    expect(row).toHaveLength(24);
    expect([1, 4, 9, 12].map((n) => of(`A${n}`))).toEqual(['GND', 'VBUS', 'VBUS', 'GND']);
    for (let n = 1; n <= 12; n += 1) {
      const turned = of(`B${n}`).replace('2', '1');
      const same = of(`A${n}`).replace('2', '1');
      expect(turned).toBe(same);
    }
  });
});

describe('rows against open land patterns', () => {
  /** How far the worst pad of a pattern lies from the family's row, mm, the row's middle on the pattern's; turned over if need be. */
  const worst = (file: string, family: 'type-c-16' | 'type-c-6'): number => {
    const found = new Map(pads(file).map((p) => [p.name, p.x]));
    const sheet = FAMILIES[family].row;
    const centre = (sheet.at(-1)?.offsetMm ?? 0) / 2;
    const off = (sign: number): number =>
      Math.max(
        ...sheet.map((p) =>
          Math.abs(sign * (found.get(p.number.split('/')[0] ?? '') ?? NaN) - (p.offsetMm - centre)),
        ),
      );
    return Math.min(off(1), off(-1));
  };
  it('type C, 16 contacts: most single-row patterns have every pad within 0.2 mm; some makers wire the same fit differently', () => {
    const oneRow = patterns('USB_C_Receptacle', 'B8').filter((f) => {
      const inner = pads(f).filter((p) => /^[AB][5-8]$/.test(p.name));
      return inner.length === 8 && new Set(inner.map((p) => p.y)).size === 1;
    });
    expect(oneRow.length).toBeGreaterThanOrEqual(5);
    const agreeing = oneRow.filter((f) => worst(f, 'type-c-16') < 0.2);
    expect(agreeing.length / oneRow.length).toBeGreaterThan(0.8);
  });
  it('type C, 6 contacts: every pad within 0.05 mm', () => {
    const six = patterns('USB_C_Receptacle', 'B5').filter((f) => !pads(f).some((p) => p.name === 'B6'));
    expect(six.length).toBeGreaterThan(0);
    for (const file of six) expect(worst(file, 'type-c-6')).toBeLessThan(0.051);
  });
  it.each([
    ['USB_Micro-B', 'micro-b'],
    ['USB_Mini-B', 'mini-b'],
  ] as const)('%s: five pins at the pitch of the family', (start, family) => {
    const files = patterns(start, '5').filter(
      (f) =>
        new Set(
          pads(f)
            .filter((p) => /^[1-5]$/.test(p.name))
            .map((p) => p.y),
        ).size === 1,
    );
    expect(files.length).toBeGreaterThan(1);
    for (const file of files) {
      const row = pads(file).filter((p) => /^[1-5]$/.test(p.name));
      const xs = row.map((p) => p.x).sort((a, b) => a - b);
      xs.slice(1).forEach((x, i) => expect(x - (xs[i] ?? 0)).toBeCloseTo(FAMILIES[family].pitchMm, 2));
    }
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
