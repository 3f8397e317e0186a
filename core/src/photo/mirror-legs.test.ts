import { describe, expect, it } from '@jest/globals';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import { renderBoard } from '../testing/render-board';
import { usbFootprints } from '../testing/usb-footprints';
import type { FootprintProposal, FoundLand } from './found';
import { axisOfRows } from './mirror-axis';
import { mirrorLegs } from './mirror-legs';
import type { FoundRow } from './row-on-line';
import { withLegs } from './with-legs';

/** A drawn board of a real land pattern, and the row of its contacts as its truth has it. */
function drawn(no: number, mask: string) {
  const footprint = usbFootprints()[no];
  if (!footprint) throw new Error('no such footprint');
  const board = renderBoard(footprint, { seed: no, tornShare: 0, pxPerMm: 30, mask, tiltDeg: 6 });
  const isContact = (number: string): boolean => /^\d+$/u.test(number) && Number(number) <= 5;
  const contacts = board.truth.filter((t) => isContact(t.pad.number));
  const [first, last] = [contacts[0], contacts.at(-1)];
  if (!first || !last) throw new Error('no contacts');
  const row: FoundRow = {
    pads: contacts.map((t) => ({
      at: boardPoint(t.at.x, t.at.y),
      state: 'present',
      sizeMm: [t.pad.size[0], t.pad.size[1]],
      holeMm: null,
      number: null,
      chance: null,
    })),
    directionDeg: (Math.atan2(last.at.y - first.at.y, last.at.x - first.at.x) * 180) / Math.PI,
    pitchMm: 0.65,
    pitchSigmaMm: 0.01,
    offsetsMm: null,
    family: null,
  };
  const legs = board.truth.filter((t) => !isContact(t.pad.number));
  return { board, row, legs };
}
const near = (
  a: { readonly x: number; readonly y: number },
  b: { readonly x: number; readonly y: number },
): number => Math.hypot(a.x - b.x, a.y - b.y);
const BOARDS = [
  [41, 'green'],
  [41, 'blue'],
  [38, 'red'],
] as const;

describe('what holds a port, from the middle of its contacts', () => {
  it.each(BOARDS)(
    'footprint %d on %s: every hole that has a mirror, its place and size, and nothing far from all legs',
    (no, mask) => {
      const { board, row, legs } = drawn(no, mask);
      const axis = axisOfRows([row]);
      if (!axis) throw new Error('five contacts have a middle');
      const { lands, worth } = mirrorLegs(board.picture, board.toPhoto, axis, row.pads);
      const aside = (at: { readonly x: number; readonly y: number }): number =>
        (at.x - axis.middle.x) * Math.cos((axis.directionDeg * Math.PI) / 180) +
        (at.y - axis.middle.y) * Math.sin((axis.directionDeg * Math.PI) / 180);
      const holes = legs.filter((t) => t.pad.drill !== null && Math.abs(aside(t.at)) > 0.5);
      expect(holes.length).toBeGreaterThanOrEqual(2);
      for (const t of holes) {
        const found = lands.find((l) => near(l.at, t.at) < 0.15);
        expect([found?.fixing, found?.state]).toEqual(['through-hole', 'present']);
        const { width = 0, height = 0 } = t.pad.drill ?? {};
        expect(Math.abs((found?.slot.lengthMm ?? 0) - Math.max(width, height))).toBeLessThan(0.15);
        expect(Math.abs((found?.slot.widthMm ?? 0) - Math.min(width, height))).toBeLessThan(0.15);
      }
      expect(worth).toBeGreaterThan(0.8);
      for (const l of lands) expect(legs.some((t) => near(l.at, t.at) < 1)).toBe(true);
    },
  );
  it('nothing on a picture that shows nothing', () => {
    const { board, row } = drawn(41, 'green');
    const axis = axisOfRows([row]);
    if (!axis) throw new Error('five contacts have a middle');
    expect(mirrorLegs(blank(board), board.toPhoto, axis, row.pads)).toEqual({ lands: [], worth: 0 });
  });
});

const blank = (board: ReturnType<typeof drawn>['board']) => ({
  ...board.picture,
  data: new Uint8ClampedArray(board.picture.data.length).fill(90),
});
const patch = (
  at: BoardPoint,
  lengthMm: number,
  widthMm: number,
  fixing: FoundLand['fixing'] = 'surface',
): FoundLand => ({
  at,
  fixing,
  state: 'present',
  filled: null,
  chance: null,
  slot: { lengthMm, widthMm, directionDeg: 0 },
});
const proposal = (rows: readonly FoundRow[], lands: readonly FoundLand[]): FootprintProposal => ({
  rows,
  lands,
  patterns: [],
  doubts: [],
});

describe('what was found one by one, with what holds the port', () => {
  const { board, row, legs } = drawn(41, 'green');
  const read = (found: FootprintProposal, picture = board.picture): FootprintProposal =>
    withLegs(picture, board.toPhoto, found, axisOfRows(found.rows), null);
  it('is as it was where nothing stands in pairs', () => {
    const found = proposal([row], [patch(boardPoint(3, 3), 1, 1)]);
    expect(read(found, blank(board))).toEqual(found);
    expect(withLegs(board.picture, board.toPhoto, found, null, null)).toEqual(found);
  });
  it('has the legs that patches missed, and those that patches took for land as holes where the patches lie', () => {
    const pairs = legs.slice(1);
    const [leg] = pairs;
    if (!leg) throw new Error('no leg');
    const { width = 1, height = 1 } = leg.pad.drill ?? {};
    const seen = patch(
      boardPoint(leg.at.x + 0.03, leg.at.y),
      Math.max(width, height),
      Math.min(width, height),
    );
    const { lands } = read(proposal([row], [seen]));
    for (const t of pairs)
      expect(lands.some((l) => near(l.at, t.at) < 0.15 && l.fixing === 'through-hole')).toBe(true);
    expect(lands.filter((l) => near(l.at, leg.at) < 0.5).map((l) => l.at)).toEqual([seen.at]);
  });
  it('keeps the row as it is: contacts stand in pairs as well', () => {
    const { rows, lands } = read(proposal([row], []));
    expect(rows).toEqual([row]);
    for (const p of row.pads) expect(lands.some((l) => near(l.at, p.at) < 0.4)).toBe(false);
  });
});
