/** @jest-environment node */
import { describe, expect, it } from '@jest/globals';
import { EMPTY_BOARD, placeRow } from '@zebbit/core';
import { makeComponent, makePoint, nudged, without } from '../job/look-over/place';
import { terminalCount } from '../job/look-over/tool-store';
import { stateOfKey, withState } from '../job/look-over/chosen-editor';
import { padSize } from './board-marks';
import { faceScale } from './face-scale';
import { fitViewport, fromScreen, toScreen } from './plate-store';
import { barLength } from './scale-bar';

const row = placeRow(EMPTY_BOARD, {
  family: 'type-c-16',
  face: 'top',
  first: { x: 1, y: 1 },
  directionDeg: 0,
  pitchMm: 0.5,
  count: 12,
  mirrored: false,
});
const board = { ...EMPTY_BOARD, rows: [row] };

describe('the viewport', () => {
  it('shows the whole board in the middle', () => {
    const v = fitViewport({ width: 800, height: 600 }, { width: 40, height: 20 });
    expect(toScreen({ x: 20, y: 10 }, v)).toEqual({ x: 400, y: 300 });
    expect(toScreen({ x: 0, y: 0 }, v).x).toBeGreaterThan(0);
    expect(fromScreen(toScreen({ x: 3, y: 4 }, v), v).x).toBeCloseTo(3, 9);
  });
  it('the scale bar is a round length that fits', () => {
    for (const k of [0.7, 3, 12, 20, 55, 300]) {
      const mm = barLength(k);
      expect(mm * k).toBeLessThanOrEqual(110);
      expect(mm * k).toBeGreaterThan(40);
    }
  });
  it('a picture without a scale is drawn, and said to be unmeasured', () => {
    const sheet = { face: 'top', photoId: 'x', widthPx: 10, heightPx: 10, scale: null } as const;
    expect(faceScale(sheet).measured).toBe(false);
    expect(
      faceScale({ ...sheet, scale: { from: { x: 0, y: 0 }, to: { x: 10, y: 0 }, lengthMm: 1 } }),
    ).toEqual({ mmPerPx: 0.1, measured: true });
  });
  it('pads of an uneven row are no wider than its tightest spacing', () => {
    expect(padSize(row, 40).width).toBeLessThan(0.5 * 40);
  });
});

describe('placing', () => {
  it('names parts by their letter, the next free number', () => {
    const r1 = makeComponent(board, 'resistor', 'top', [
      { x: 0, y: 0 },
      { x: 0, y: 1 },
    ]);
    const next = { ...board, components: [r1] };
    expect(makeComponent(next, 'resistor', 'top', []).name).toBe('R2');
    expect(r1.terminals.map((t) => t.id)).toEqual(['R1.1', 'R1.2']);
    expect(makePoint(next, 'top', { x: 0, y: 0 }, 'pour').name).toBe('pour');
    expect(terminalCount('dual-diode')).toBe(3);
    expect(terminalCount('chip')).toBeNull();
  });
  it('a pin moves and goes with its whole row', () => {
    const pin = row.pins[3]?.id ?? '';
    expect(nudged(board, pin, 1, 0).rows[0]?.first.x).toBe(2);
    expect(without(board, pin).rows).toEqual([]);
    expect(withState(board, pin, 'torn').rows[0]?.pins.filter((p) => p.state === 'torn')).toHaveLength(1);
  });
  it('keys 1 to 9 are states, others are not', () => {
    expect(stateOfKey('1')).toBe('sound');
    expect(stateOfKey('6')).toBe('torn');
    expect(stateOfKey('0')).toBeUndefined();
    expect(stateOfKey('x')).toBeUndefined();
  });
});
