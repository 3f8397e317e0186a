import type { At, Scene } from '../scene';
import { twoEnded } from '../scene';

const at = (x: number, y: number): At => ({ x, y });
const ROW_X = 16.8;
const ROW_Y = 10.2;
const C = 20;

/** Audio-guide handset, top: type C torn off with four pads; D3 is the dual diode, R6 and R7 the data pair. */
export const HANDSET_TOP: Scene = {
  name: 'handset-top',
  face: 'top',
  picture: [40, 36],
  pxPerMm: 36,
  mask: ['#1d6670', '#123f48'],
  board: { at: at(2.6, 3), size: [34.8, 30.6], radius: 1.1 },
  family: 'type-c-16',
  row: {
    first: at(ROW_X, ROW_Y),
    pitchMm: 0.5,
    padMm: [0.34, 1.5],
    nets: ['GND', 'VBUS', 'SBU2', 'CC1', 'DM', 'DP', 'DM', 'DP', 'SBU1', 'CC2', 'VBUS', 'GND'],
    states: ['sound', 'torn', 'sound', 'lifted', 'sound', 'torn', 'dull', 'sound', 'sound', 'sound', 'torn', 'starved'],
  },
  legs: [
    { id: 'leg1', name: 'leg left back', at: at(C - 4.32, 9.4), size: [1, 2.1], through: true, state: 'sound', net: 'GND' },
    { id: 'leg2', name: 'leg right back', at: at(C + 4.32, 9.4), size: [1, 2.1], through: true, state: 'hole-wall-gone', net: 'GND' },
    { id: 'leg3', name: 'leg left front', at: at(C - 4.32, 5.2), size: [1, 1.8], through: true, state: 'sound', net: 'GND' },
    { id: 'leg4', name: 'leg right front', at: at(C + 4.32, 5.2), size: [1, 1.8], through: true, state: 'sound', net: 'GND' },
  ],
  parts: [
    {
      id: 'D3',
      kind: 'dual-diode',
      at: at(11.4, 17.6),
      size: [2.9, 1.5],
      mark: 'KL4',
      value: null,
      terminals: [
        { at: at(10.45, 16.4), net: 'DOCK' },
        { at: at(12.35, 16.4), net: 'VBUS' },
        { at: at(11.4, 18.8), net: 'SYS' },
      ],
    },
    twoEnded('R6', 'resistor', at(18.1, 17.2), ['DP', 'DP_CHIP'], { mark: '220' }),
    twoEnded('R7', 'resistor', at(21.0, 17.2), ['DM', 'DM_CHIP'], { mark: '220' }),
    twoEnded('R9', 'resistor', at(25.4, 17.2), ['CC1', 'GND'], { mark: '512', value: 5100 }),
    twoEnded('R10', 'resistor', at(28.2, 17.2), ['CC2', 'GND'], { mark: '512', value: 5100 }),
    twoEnded('C11', 'capacitor', at(11.4, 24.6), ['SYS', 'GND'], { size: [2.6, 4] }),
    twoEnded('C4', 'capacitor', at(15.2, 29.6), ['V33', 'GND'], { lying: true, size: [1.2, 2.2], sceneryOnly: true }),
    twoEnded('C5', 'capacitor', at(27.6, 30.4), ['V33', 'GND'], { lying: true, size: [1.2, 2.2], sceneryOnly: true }),
    {
      id: 'U2',
      kind: 'chip',
      at: at(22.4, 25),
      size: [5.2, 5.2],
      mark: 'TG31',
      value: null,
      terminals: [
        { at: at(19.35, 23.6), net: 'DP_CHIP' },
        { at: at(19.35, 24.9), net: 'DM_CHIP' },
        { at: at(19.35, 26.2), net: 'V33' },
        { at: at(25.45, 23.6), net: 'BTN' },
      ],
    },
    { id: 'SW1', kind: 'button', at: at(33, 19.2), size: [3.4, 3.4], mark: '', value: null, terminals: [{ at: at(33, 21.4), net: 'BTN' }], sceneryOnly: true },
  ],
  points: [
    { id: 'pour1', name: 'pour by B−', role: 'pour', at: at(7, 22.6), net: 'GND' },
    { id: 'bminus', name: 'B−', role: 'battery-minus', at: at(5.6, 30.6), net: 'GND' },
    { id: 'bplus', name: 'B+', role: 'battery-plus', at: at(9.4, 30.6), net: 'CELL' },
    { id: 'dock', name: 'dock 5 V', role: 'other-supply', at: at(5.6, 16.2), net: 'DOCK' },
  ],
  tracks: [
    { points: [at(17.6, 11.2), at(17.6, 12.6), at(12.35, 14.6), at(12.35, 16.2)], width: 0.62 },
    { points: [at(22.4, 11.2), at(22.4, 13.2), at(13.2, 13.2)], width: 0.5 },
    { points: [at(19.75, 11), at(19.75, 12.6), at(18.1, 14.2), at(18.1, 15.9)], width: 0.28 },
    { points: [at(20.75, 11), at(20.75, 11.8), at(19.75, 12.2)], width: 0.28 },
    { points: [at(19.25, 11), at(19.25, 11.8), at(20.25, 12.4), at(21, 14.2), at(21, 15.9)], width: 0.28 },
    { points: [at(20.25, 11), at(20.25, 12.4)], width: 0.28 },
    { points: [at(18.75, 11), at(18.75, 12.4), at(24.4, 12.6), at(25.4, 14), at(25.4, 15.9)], width: 0.24 },
    { points: [at(21.75, 11), at(21.75, 11.8), at(27, 12), at(28.2, 13.6), at(28.2, 15.9)], width: 0.24 },
    { points: [at(18.1, 18.5), at(18.1, 22), at(19, 23.6)], width: 0.28 },
    { points: [at(21, 18.5), at(21, 20.4), at(17.4, 22.4), at(17.4, 24.9), at(19.2, 24.9)], width: 0.28 },
    { points: [at(11.4, 19), at(11.4, 23)], width: 0.7 },
    { points: [at(5.6, 16.2), at(10.45, 16.2)], width: 0.55 },
    { points: [at(25.5, 23.6), at(33, 23.6), at(33, 21.4)], width: 0.28 },
    { points: [at(25.5, 26.2), at(29, 26.2), at(29, 31)], width: 0.3 },
    { points: [at(9.4, 30.6), at(11.4, 28.6), at(11.4, 26.6)], width: 0.6 },
  ],
  pours: [
    { at: at(3.4, 19), size: [5.2, 9.6] },
    { at: at(29.6, 4.2), size: [7, 9.6] },
    { at: at(24.6, 18.6), size: [4.4, 1.6] },
  ],
  vias: [at(4.6, 20.4), at(7.2, 26.8), at(31.4, 6.4), at(34.2, 9.2), at(31.4, 12), at(24, 31), at(16.2, 27), at(34.6, 29.8), at(13.2, 13.2)],
  words: [
    { at: at(10.2, 14.9), text: 'D3', size: 0.85 },
    { at: at(16.5, 17.6), text: 'R6', size: 0.85 },
    { at: at(22.4, 17.6), text: 'R7', size: 0.85 },
    { at: at(26.8, 15.4), text: 'R9', size: 0.85 },
    { at: at(29.5, 15.4), text: 'R10', size: 0.85 },
    { at: at(13.6, 26.2), text: 'C11', size: 0.85 },
    { at: at(25.6, 29), text: 'U2', size: 0.85 },
    { at: at(4.6, 32.6), text: 'B−', size: 0.95 },
    { at: at(8.4, 32.6), text: 'B+', size: 0.95 },
    { at: at(30.4, 33), text: 'AG-3 rev 2', size: 0.9 },
  ],
  inputOhms: 48_000,
};

/** The same board from below: legs through, the pour, the cell's wires. */
export const HANDSET_BOTTOM: Scene = {
  name: 'handset-bottom',
  face: 'bottom',
  picture: [40, 36],
  pxPerMm: 32,
  mask: ['#1c616b', '#113b44'],
  board: { at: at(2.6, 3), size: [34.8, 30.6], radius: 1.1 },
  family: 'type-c-16',
  row: null,
  legs: [
    { id: 'leg5', name: 'leg A, below', at: at(C - 4.32, 9.4), size: [1, 2.1], through: true, state: 'hole-wall-gone', net: 'GND' },
    { id: 'leg6', name: 'leg B, below', at: at(C + 4.32, 9.4), size: [1, 2.1], through: true, state: 'sound', net: 'GND' },
  ],
  parts: [
    twoEnded('C21', 'capacitor', at(14, 20), ['V33', 'GND'], { size: [1.6, 2.8], sceneryOnly: true }),
    twoEnded('C22', 'capacitor', at(18, 20), ['V33', 'GND'], { size: [1.6, 2.8], sceneryOnly: true }),
    { id: 'U5', kind: 'chip', at: at(28, 20), size: [4, 5.4], mark: 'OR9', value: null, terminals: [{ at: at(25.5, 18), net: 'V33' }, { at: at(25.5, 20), net: 'A' }, { at: at(25.5, 22), net: 'B' }, { at: at(30.5, 18), net: 'C' }, { at: at(30.5, 22), net: 'D' }], sceneryOnly: true },
  ],
  points: [{ id: 'pour2', name: 'pour, below', role: 'pour', at: at(8, 12), net: 'GND' }],
  tracks: [
    { points: [at(14, 21.5), at(14, 26), at(25, 26), at(25, 22)], width: 0.4 },
    { points: [at(18, 18.6), at(18, 15), at(25.5, 15), at(25.5, 17.8)], width: 0.35 },
    { points: [at(30.6, 18), at(34, 18), at(34, 29)], width: 0.3 },
  ],
  pours: [
    { at: at(3.6, 4.2), size: [10, 13] },
    { at: at(26.4, 4.2), size: [10, 8] },
  ],
  vias: [at(5, 6), at(8, 15), at(12, 6.5), at(29, 6.5), at(34, 9), at(20, 29.4), at(10, 29)],
  words: [
    { at: at(26.4, 16.4), text: 'U5', size: 0.85 },
    { at: at(5, 32), text: 'below', size: 0.9 },
  ],
  inputOhms: 48_000,
};
