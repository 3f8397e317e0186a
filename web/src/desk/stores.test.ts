/** @jest-environment node */
import { describe, expect, it } from '@jest/globals';
import type { FootprintProposal } from '@zebbit/core';
import { createPlateStore, fitViewport, fromScreen, toScreen } from './plate-store';
import { createProbeStore } from './probe-store';
import { createToolStore } from './tool-store';

const found: FootprintProposal = { rows: [], lands: [], holes: [] } as unknown as FootprintProposal;

describe('what the hand does', () => {
  it('belongs to one job: nothing of it is found on another', () => {
    const [a, b] = [createToolStore(), createToolStore()];
    a.getState().propose({ face: 'top', found });
    a.getState().take({ kind: 'point', role: 'pour' });
    a.getState().choose('R1.1', ['R1']);
    a.getState().refuse('row0' as never);
    expect(b.getState()).toMatchObject({ tool: { kind: 'none' }, chosen: null, picked: [], proposal: null });
    expect(b.getState().refused.size).toBe(0);
  });
  it('refusing twice takes it back; a new proposal begins with nothing refused', () => {
    const store = createToolStore();
    store.getState().propose({ face: 'top', found });
    store.getState().refuse('row0' as never);
    store.getState().refuse('row1' as never);
    store.getState().refuse('row0' as never);
    expect([...store.getState().refused]).toEqual(['row1']);
    store.getState().propose({ face: 'bottom', found });
    expect(store.getState().refused.size).toBe(0);
    store.getState().propose(null);
    expect(store.getState().proposal).toBeNull();
  });
});

describe('where the tips go', () => {
  it('red first, then black, a third begins anew; the same point twice stays one', () => {
    const { getState } = createProbeStore();
    getState().pick('a');
    getState().pick('a');
    expect(getState()).toMatchObject({ red: 'a', black: null });
    getState().pick('b');
    expect(getState()).toMatchObject({ red: 'a', black: 'b' });
    getState().pick('c');
    expect(getState()).toMatchObject({ red: 'c', black: null });
  });
  it('skipping goes back to the proposed pair and remembers; skips are of one job', () => {
    const [a, b] = [createProbeStore(), createProbeStore()];
    a.getState().pick('x');
    a.getState().swap();
    a.getState().setMode('ohms');
    a.getState().skip('k1');
    a.getState().skip('k2');
    expect(a.getState()).toMatchObject({ red: null, black: null, mode: null, swapped: false });
    expect([...a.getState().skipped]).toEqual(['k1', 'k2']);
    expect(b.getState().skipped.size).toBe(0);
    a.getState().unskip();
    expect(a.getState().skipped.size).toBe(0);
  });
  it('following undoes what was chosen, and keeps what was skipped', () => {
    const { getState } = createProbeStore();
    getState().skip('k');
    getState().pick('a');
    getState().setOptional(true);
    getState().follow();
    expect(getState()).toMatchObject({ red: null, optional: true });
    expect(getState().skipped.has('k')).toBe(true);
  });
});

describe('what is looked at', () => {
  it('turning to the other face lets go of the crosshair and of a picture shown alone', () => {
    const { getState } = createPlateStore();
    getState().setCrosshair({ x: 1, y: 2 });
    getState().showOnly(0);
    expect(getState().crosshair).toBeNull();
    getState().setCrosshair({ x: 1, y: 2 });
    getState().showFace('bottom', { at: { x: 3, y: 4 }, k: 12 });
    expect(getState()).toMatchObject({ face: 'bottom', crosshair: null, only: null, keep: { k: 12 } });
    getState().showFace('top');
    expect(getState().keep).toBeNull();
  });
  it('a piece of the board is shown whole and in the middle, however it lies', () => {
    for (const board of [
      { width: 40, height: 20 },
      { x: -5, y: 7, width: 3, height: 90 },
      { x: 100, y: 100, width: 500, height: 1 },
    ]) {
      const size = { width: 820, height: 560 };
      const v = fitViewport(size, board);
      const [x, y] = [board.x ?? 0, board.y ?? 0];
      const [a, b] = [toScreen({ x, y }, v), toScreen({ x: x + board.width, y: y + board.height }, v)];
      expect(a.x).toBeGreaterThan(0);
      expect(a.y).toBeGreaterThan(0);
      expect(b.x).toBeLessThan(size.width);
      expect(b.y).toBeLessThan(size.height);
      expect((a.x + b.x) / 2).toBeCloseTo(size.width / 2, 9);
      expect((a.y + b.y) / 2).toBeCloseTo(size.height / 2, 9);
      const back = fromScreen(toScreen({ x: 1.25, y: -3 }, v), v);
      expect(back.x).toBeCloseTo(1.25, 9);
      expect(back.y).toBeCloseTo(-3, 9);
    }
  });
});
