import { describe, expect, it } from '@jest/globals';
import { testBoard, testPoint } from '../testing/test-board';
import type { Board } from './board';
import { EMPTY_BOARD } from './board';
import { checkBoard } from './check-board';
import {
  addArea,
  addComponent,
  addFacePair,
  addLeg,
  addLine,
  addPoint,
  addScar,
  editOverlay,
  editPicture,
  raisePicture,
  withoutFacePair,
  withoutOverlay,
  withoutPicture,
  withPadState,
} from './edit-board';
import { addPicture } from './pictures';
import { placeRow } from './place-row';

const row = placeRow(EMPTY_BOARD, {
  family: 'micro-b',
  face: 'top',
  first: { x: 1, y: 1 },
  directionDeg: 0,
  pitchMm: 0.65,
  count: 5,
  mirrored: false,
});
const board: Board = { ...EMPTY_BOARD, rows: [row] };
const photo = (id: string) => ({ photoId: id, widthPx: 10, heightPx: 8 });

describe('edits of a board', () => {
  it('name parts by their letter and the next free number, and leave a sound board', () => {
    const one = addComponent(board, 'top', 'resistor', [
      { x: 0, y: 0 },
      { x: 0, y: 1 },
    ]);
    const two = addComponent(one.board, 'top', 'resistor', [{ x: 3, y: 3 }], '0603');
    expect([one.id, two.id]).toEqual(['R1', 'R2']);
    expect(one.component.terminals.map((t) => t.id)).toEqual(['R1.1', 'R1.2']);
    expect(two.component.package).toBe('0603');
    expect(checkBoard(two.board)).toBeNull();
    expect(board.components).toEqual([]);
  });
  it('a leg is measured by its clicks: two are a round hole, a width makes it a slot; one place is of unknown size', () => {
    const { board: after } = addLeg(board, 'top', { x: 0, y: 0 }, { x: 0, y: 2 }, 'through-hole');
    expect(after.legs[0]).toMatchObject({
      at: { x: 0, y: 1 },
      slot: { lengthMm: 2, widthMm: 2, directionDeg: 90 },
      state: 'unchecked',
    });
    const slot = addLeg(board, 'top', { x: 0, y: 0 }, { x: 0, y: 2 }, 'through-hole', 0.6).board.legs[0];
    expect(slot).toMatchObject({ slot: { lengthMm: 2, widthMm: 0.6 } });
    const peg = addLeg(after, 'top', { x: 1, y: 1 }, { x: 1.02, y: 1 }, 'peg').board.legs[1];
    expect(peg).toMatchObject({ slot: null, state: 'sound', name: 'peg 2' });
  });
  it('the first point of a role bears its name, later ones are counted', () => {
    const one = addPoint(board, 'top', { x: 0, y: 0 }, 'pour');
    const two = addPoint(one.board, 'top', { x: 1, y: 0 }, 'pour');
    expect(two.board.points.map((p) => p.name)).toEqual(['pour', 'pour 2']);
    expect(addPoint(board, 'top', { x: 0, y: 0 }, 'plain').board.points[0]?.name).toBe('point 1');
  });
  it('lines and areas want their corners; a scar lies at the nearest place of its line', () => {
    const { board: drawn, id } = addLine(board, 'top', 'track', [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
    ]);
    const scarred = addScar(drawn, id, { x: 4, y: 3 }, 'torn');
    expect(scarred.lines[0]?.scars).toEqual([{ atMm: 4, kind: 'torn', lengthMm: 1 }]);
    expect(addScar(drawn, 'none', { x: 0, y: 0 }, 'cracked')).toEqual(drawn);
    expect(() => addLine(board, 'top', 'edge', [{ x: 0, y: 0 }])).toThrow(/two corners/);
    expect(() => addArea(board, 'top', 'tall', [{ x: 0, y: 0 }])).toThrow(/three corners/);
    const corners = [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 1, y: 1 },
    ];
    expect(addArea(drawn, 'top', 'screw', corners).board.areas[0]).toMatchObject({ kind: 'screw' });
  });
  it('a state is set on the pads and legs named, and on no others', () => {
    const legged = addLeg(board, 'top', { x: 0, y: 0 }, { x: 0, y: 1 }, 'surface').board;
    const after = withPadState(legged, [row.pins[3]?.id ?? '', 'leg1'], 'torn');
    expect(after.rows[0]?.pins.filter((p) => p.state === 'torn').map((p) => p.number)).toEqual(['4']);
    expect(after.legs[0]?.state).toBe('torn');
  });
  it('pictures are laid, changed, raised and taken off', () => {
    const three = ['a', 'b', 'c'].reduce((b, id) => addPicture(b, photo(id), 'top'), board);
    expect(three.faces.map((f) => f.name)).toEqual(['overview', 'close-up 1', 'close-up 2']);
    expect(addPicture(three, photo('d'), 'bottom').faces[3]?.name).toBe('overview');
    expect(editPicture(three, 1, { opacity: 0.3 }).faces.map((f) => f.opacity)).toEqual([1, 0.3, 1]);
    expect(raisePicture(three, 0).faces.map((f) => f.photoId)).toEqual(['b', 'c', 'a']);
    expect(raisePicture(three, 9)).toBe(three);
    expect(withoutPicture(three, 1).faces.map((f) => f.photoId)).toEqual(['a', 'c']);
  });
  it('pairs of faces and drawings come and go by their place', () => {
    const pair = { top: { x: 0, y: 0 }, bottom: { x: 1, y: 1 } };
    expect(withoutFacePair(addFacePair(addFacePair(board, pair), pair), 0).facePairs).toEqual([pair]);
    const from = [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
    ] as const;
    const overlay = { id: 'o1', name: 'o', face: 'top', paths: [], from, to: from, shown: false } as const;
    const laid = { ...testBoard([testPoint('p')]), overlays: [overlay] };
    expect(editOverlay(laid, 'o1', { shown: true }).overlays[0]?.shown).toBe(true);
    expect(withoutOverlay(laid, 'o1').overlays).toEqual([]);
  });
});
