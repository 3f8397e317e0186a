import { describe, expect, it } from '@jest/globals';
import { GENERIC_PARTS } from '../connector/generic-parts';
import { partFromFootprint } from '../formats/footprint-part';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import { renderBoard } from '../testing/render-board';
import { usbFootprints } from '../testing/usb-footprints';
import { besideContacts, isFamilyRow } from './beside-contacts';
import { contactPatterns } from './contact-patterns';
import type { FootprintProposal, FoundLand } from './found';
import type { ByPattern } from './read-by-pattern';
import { readFootprint } from './read-footprint';

const row = (at: readonly BoardPoint[], family: ByPattern['rows'][number]['family']) => ({
  pads: at.map((p, i) => ({
    at: p,
    state: 'present' as const,
    sizeMm: [0.4, 1.4] as const,
    holeMm: null,
    number: String(i + 1),
    chance: 0.9,
  })),
  directionDeg: 0,
  pitchMm: 0.65,
  pitchSigmaMm: 0.01,
  offsetsMm: null,
  family,
});
const five = [0, 1, 2, 3, 4].map((i) => boardPoint(10 + 0.65 * i, 5));
const known: ByPattern = {
  whole: false,
  answer: 0.85,
  goesOn: false,
  rows: [row(five, 'micro-b')],
  lands: [],
  patterns: [],
  doubts: ['dirt'],
};
const land = (
  x: number,
  y: number,
  lengthMm: number,
  fixing: FoundLand['fixing'] = 'surface',
): FoundLand => ({
  at: boardPoint(x, y),
  fixing,
  state: 'present',
  filled: null,
  chance: 0.7,
  slot: { widthMm: 1, lengthMm, directionDeg: 0 },
});
const seenWith = (lands: readonly FoundLand[], rows: FootprintProposal['rows'] = []): FootprintProposal => ({
  rows: [...rows],
  lands: [...lands],
  patterns: [],
  doubts: [],
});

describe('contacts of parts that are not known as a whole', () => {
  it('are laid without what holds them, each pattern once, in the sizes that makers draw', () => {
    const patterns = contactPatterns(GENERIC_PARTS);
    expect(patterns.length).toBeGreaterThan(10);
    for (const p of patterns) {
      expect(p.lands.every((l) => l.role === 'contact')).toBe(true);
      expect(p.lands.length).toBeGreaterThanOrEqual(4);
    }
    expect(contactPatterns([...GENERIC_PARTS, ...GENERIC_PARTS])).toHaveLength(patterns.length);
    const micro = patterns.filter((p) => p.family === 'micro-b');
    expect(new Set(micro.map((p) => p.lands[0]?.copper.lengthMm)).size).toBeGreaterThan(3);
  });
  it('what stands in mirror pairs about the row may hold the port; a part beside it does not', () => {
    const [left, right] = [land(8, 3, 1.8), land(14.6, 3, 1.8)];
    const [lone, far, small] = [land(13, 9, 1.8), land(40, 3, 1.8), land(6, 9, 0.6)];
    const pegs = [land(9, 1, 0.7, 'peg')];
    const found = besideContacts(seenWith([left, right, lone, far, small, ...pegs]), known);
    expect(found.lands).toEqual([left, right, ...pegs]);
    // The contacts could as well be turned round: none is numbered.
    expect(found.rows[0]?.pads.map((p) => [p.at, p.number])).toEqual(five.map((p) => [p, null]));
    expect(found.doubts).toEqual(['dirt']);
  });
  it('a longer row that is spaced as a known family is better than a few contacts', () => {
    const long = row([...five, boardPoint(13.25, 5)], 'type-c-6');
    expect(isFamilyRow(seenWith([], [long]), known)).toBe(true);
    expect(isFamilyRow(seenWith([], [{ ...long, family: null }]), known)).toBe(false);
    expect(isFamilyRow(seenWith([], [row(five.slice(0, 3), 'usb-a')]), known)).toBe(false);
  });
  it.each([
    [41, 'green', 1],
    // Of this one two lands run into the slots beside them.
    [36, 'black', 0.6],
  ])(
    'footprint %d on %s, itself not in the library: its contacts and what holds it lie where they are, none is named',
    (no, mask, legsTold) => {
      const footprints = usbFootprints();
      const all = footprints.map((f, i) => partFromFootprint(f, String(i), `${i}.kicad_mod`));
      const numbers = all[no]?.lands.flatMap((l) => (l.role === 'contact' ? l.numbers : [])) ?? [];
      const parts = all.filter((_, i) => i !== no && i % 2 === 0);
      const footprint = footprints[no];
      if (!footprint) throw new Error('no such footprint');
      const b = renderBoard(footprint, { seed: 60 + no, tornShare: 0.2, pxPerMm: 20, mask, tiltDeg: 6 });
      const found = readFootprint({
        picture: b.picture,
        toPhoto: b.toPhoto,
        box: b.box,
        family: null,
        parts,
      });
      const pads = found.rows.flatMap((r) => r.pads);
      const contacts = b.truth.filter((t) => numbers.includes(t.pad.number));
      const there = contacts.filter((t) =>
        pads.some((p) => Math.hypot(p.at.x - t.at.x, p.at.y - t.at.y) < 0.15),
      );
      expect(there.length / contacts.length).toBeGreaterThan(0.75);
      expect(found.patterns.map((p) => p.partId)).not.toContain(String(no));
      // What holds it is found from the middle of its contacts, holes as holes.
      const legs = b.truth.filter((t) => !numbers.includes(t.pad.number) && t.kind === 'present');
      const told = legs.filter((t) =>
        found.lands.some(
          (l) =>
            Math.hypot(l.at.x - t.at.x, l.at.y - t.at.y) < 0.2 &&
            (l.fixing !== 'surface') === (t.pad.drill !== null),
        ),
      );
      expect(told.length / legs.length).toBeGreaterThanOrEqual(legsTold);
    },
  );
});
