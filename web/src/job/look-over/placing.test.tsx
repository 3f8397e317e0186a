import { beforeEach, describe, expect, it } from '@jest/globals';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { Board, BoardPoint } from '@zebbit/core';
import type { Tool } from '../../desk/tool-store';
import type { FakeServer } from '../../testing/fake-server';
import { fakeServer } from '../../testing/fake-server';
import { deskInHand, renderPage } from '../../testing/render-page';
import { SAMPLE, sampleBoard } from '../../testing/sample-job';

let server: FakeServer;
beforeEach(async () => {
  const top = sampleBoard();
  const faces = [...top.faces, ...top.faces.map((f) => ({ ...f, face: 'bottom' as const }))];
  server = fakeServer({ documents: { ...SAMPLE, board: { ...top, faces } } });
  renderPage('/jobs/j1/look-over');
  await screen.findByText('All saved');
});

const board = (): Board => deskInHand().store.getState().documents.board;
const tool = (): Tool => deskInHand().tool.getState().tool;
const take = (next: Tool): void => act(() => deskInHand().tool.getState().take(next));

/** Puts the crosshair there and presses Enter, as a person without a mouse does. */
function put(...places: readonly BoardPoint[]): void {
  for (const at of places) {
    act(() => deskInHand().plate.getState().setCrosshair(at));
    fireEvent.keyDown(screen.getByRole('group', { name: /^Board, / }), { key: 'Enter' });
  }
}

describe('what is put on the board by hand', () => {
  it('a resistor has two ends; the tool stays in the hand for the next, and one undo takes a whole part back', async () => {
    take({ kind: 'component', component: 'resistor', package: null, turnDeg: 0, terminals: [] });
    put({ x: 20, y: 12 });
    expect(board().components).toHaveLength(2);
    expect(tool()).toMatchObject({ terminals: [{ x: 20, y: 12 }] });
    put({ x: 20, y: 14 });
    expect(board().components.at(-1)).toMatchObject({
      name: 'R2',
      kind: 'resistor',
      face: 'top',
      terminals: [{ at: { x: 20, y: 12 } }, { at: { x: 20, y: 14 } }],
    });
    expect(tool()).toMatchObject({ kind: 'component', terminals: [] });
    expect(deskInHand().tool.getState().chosen).toBe('R2.1');
    await userEvent.keyboard('{Control>}z{/Control}');
    expect(board().components.map((c) => c.name)).toEqual(['F1', 'R1']);
    await waitFor(() => expect(server.documents().board.components).toHaveLength(2));
  });
  it('a choke has four ends, and a package puts them all at once', () => {
    take({ kind: 'component', component: 'choke', package: null, turnDeg: 0, terminals: [] });
    put({ x: 18, y: 2 }, { x: 19, y: 2 }, { x: 18, y: 4 });
    expect(board().components).toHaveLength(2);
    put({ x: 19, y: 4 });
    expect(board().components.at(-1)?.terminals).toHaveLength(4);
    take({ kind: 'component', component: 'capacitor', package: '0603', turnDeg: 90, terminals: [] });
    put({ x: 24, y: 10 });
    const added = board().components.at(-1);
    expect(added).toMatchObject({ name: 'C1', package: '0603' });
    const [a, b] = added?.terminals.map((t) => t.at) ?? [];
    expect(a?.x).toBeCloseTo(24, 6);
    expect(b?.x).toBeCloseTo(24, 6);
    expect(((a?.y ?? 0) + (b?.y ?? 0)) / 2).toBeCloseTo(10, 6);
  });
  it('a leg is measured by its two ends; a point bears its role', () => {
    take({ kind: 'leg', fixing: 'through-hole', round: false, clicks: [] });
    put({ x: 21, y: 3 });
    put({ x: 21, y: 5 });
    expect(board().legs).toHaveLength(1);
    put({ x: 21.4, y: 4.2 });
    expect(board().legs.at(-1)).toMatchObject({ fixing: 'through-hole', at: { x: 21, y: 4 } });
    expect(board().legs.at(-1)?.slot?.lengthMm).toBeCloseTo(2, 6);
    expect(board().legs.at(-1)?.slot?.widthMm).toBeCloseTo(0.8, 6);
    expect(tool()).toMatchObject({ kind: 'leg', clicks: [] });
    take({ kind: 'leg', fixing: 'through-hole', round: true, clicks: [] });
    put({ x: 23, y: 3 }, { x: 23, y: 4.2 });
    const hole = board().legs.at(-1)?.slot;
    expect(hole?.lengthMm).toBeCloseTo(1.2, 6);
    expect(hole?.widthMm).toBeCloseTo(1.2, 6);
    take({ kind: 'point', role: 'test-point' });
    put({ x: 25, y: 3 });
    expect(board().points.at(-1)).toMatchObject({ role: 'test-point', at: { x: 25, y: 3 } });
  });
  it('a line clicked beside something placed joins it; a point is never stacked on it', () => {
    const { k } = deskInHand().plate.getState().viewport;
    take({ kind: 'line', line: 'track', points: [] });
    put({ x: 14 + 2 / k, y: 14 - 2 / k });
    expect(tool()).toMatchObject({ points: [{ x: 14, y: 14 }] });
    const before = board().points.length;
    take({ kind: 'point', role: 'plain' });
    put({ x: 14 + 2 / k, y: 14 - 2 / k });
    expect(board().points).toHaveLength(before);
    put({ x: 14 + 20 / k, y: 14 });
    expect(board().points.at(-1)?.at).toEqual({ x: 14 + 20 / k, y: 14 });
  });
  it('a line is drawn by its corners and ends with Enter on nothing new; Escape lets go of it', async () => {
    take({ kind: 'line', line: 'track', points: [] });
    put({ x: 2, y: 20 }, { x: 8, y: 20 });
    expect(tool()).toMatchObject({
      kind: 'line',
      points: [
        { x: 2, y: 20 },
        { x: 8, y: 20 },
      ],
    });
    await userEvent.keyboard('{Escape}');
    expect(tool()).toEqual({ kind: 'none' });
    expect(board().lines).toHaveLength(0);
  });
});

describe('what is measured and asked by clicks', () => {
  it('a row is its first and last pad; a third click begins anew', () => {
    take({ kind: 'row', first: null, last: null });
    put({ x: 18, y: 20 }, { x: 20.6, y: 20 });
    expect(tool()).toEqual({ kind: 'row', first: { x: 18, y: 20 }, last: { x: 20.6, y: 20 } });
    put({ x: 10, y: 22 });
    expect(tool()).toEqual({ kind: 'row', first: { x: 10, y: 22 }, last: null });
  });
  it('a measure says its length with what it is worth, and changes nothing', () => {
    const before = board();
    take({ kind: 'measure', from: null, to: null });
    put({ x: 3, y: 18 }, { x: 9, y: 18 });
    expect(tool()).toMatchObject({ kind: 'measure', from: { x: 3, y: 18 }, to: { x: 9, y: 18 } });
    expect(screen.getAllByText(/6\.0\d? ± 0\.\d+ mm/).length).toBeGreaterThan(0);
    expect(board()).toBe(before);
  });
  it('a hole seen on both faces is clicked here, then there', () => {
    take({ kind: 'pair', first: null });
    put({ x: 3, y: 3 });
    expect(deskInHand().plate.getState().face).toBe('bottom');
    put({ x: 27, y: 3.1 });
    expect(board().facePairs).toMatchObject([{ top: { x: 3, y: 3 }, bottom: { x: 27, y: 3.1 } }]);
    expect(tool()).toEqual({ kind: 'pair', first: null });
  });
});
