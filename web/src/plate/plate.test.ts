/** @jest-environment node */
import { describe, expect, it } from '@jest/globals';
import { EMPTY_BOARD, placeRow, twoClicks } from '@zebbit/core';
import { terminalCount } from '../desk/tool-store';
import { stateOfKey } from '../job/look-over/chosen-editor';
import { padSize } from './board-marks';
import { cssMatrix, pictureExtent, pictureMap } from './picture-map';
import { fitViewport, fromScreen, toScreen } from '../desk/plate-store';
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
  it('a picture without a measure is drawn, and said to be unmeasured', () => {
    const sheet = {
      face: 'top',
      photoId: 'x',
      widthPx: 10,
      heightPx: 20,
      name: '',
      shown: true,
      opacity: 1,
      measure: null,
    } as const;
    expect(pictureMap(sheet).measured).toBe(false);
    const measured = pictureMap({ ...sheet, measure: twoClicks({ x: 0, y: 0 }, { x: 10, y: 0 }, 1) });
    expect(measured.measured).toBe(true);
    const { x, y, width, height } = pictureExtent(sheet, measured.map);
    [x, y, width - 1, height - 2].forEach((off) => expect(off).toBeCloseTo(0, 9));
    expect(cssMatrix([2, 0, 5, 0, 2, 7, 0, 0, 1])).toBe('matrix3d(2,0,0,0,0,2,0,0,0,0,1,0,5,7,0,1)');
  });
  it('pads of an uneven row are no wider than its tightest spacing', () => {
    expect(padSize(row, 40).width).toBeLessThan(0.5 * 40);
  });
});

describe('keys and counts of placing', () => {
  it('a part has as many terminals as its kind, or as the person says', () => {
    expect(terminalCount('dual-diode')).toBe(3);
    expect(terminalCount('chip')).toBeNull();
  });
  it('keys 1 to 9 are states, others are not', () => {
    expect(stateOfKey('1')).toBe('sound');
    expect(stateOfKey('6')).toBe('torn');
    expect(stateOfKey('0')).toBeUndefined();
    expect(stateOfKey('x')).toBeUndefined();
  });
});
