import type { At, Scene } from '../scene';
import { turnedOver, twoEnded } from '../scene';

/** Places as they were sketched; the board is the other way round, as its receptacle wants it with the opening up. */
const at = (x: number, y: number): At => ({ x, y });

/** Foghorn pillow speaker: Micro-B with a cracked ground track and starved joints. */
export const SPEAKER_TOP: Scene = turnedOver({
  name: 'speaker-top',
  face: 'top',
  picture: [34, 28],
  pxPerMm: 36,
  mask: ['#2b5a3c', '#173824'],
  board: { at: at(2, 2.4), size: [30, 23.4], radius: 3 },
  family: 'micro-b',
  row: {
    first: at(15.7, 8.6),
    pitchMm: 0.65,
    padMm: [0.4, 1.35],
    nets: ['VBUS', 'DM', 'DP', 'ID', 'GND'],
    states: ['starved', 'starved', 'starved', 'sound', 'cracked'],
  },
  legs: [
    {
      id: 'leg1',
      name: 'leg left',
      at: at(13.6, 6.4),
      size: [1.6, 1.9],
      through: false,
      state: 'lifted',
      net: 'GND',
    },
    {
      id: 'leg2',
      name: 'leg right',
      at: at(20.4, 6.4),
      size: [1.6, 1.9],
      through: false,
      state: 'starved',
      net: 'GND',
    },
  ],
  parts: [
    twoEnded('F1', 'fuse', at(9.4, 13.4), ['VBUS', 'VIN'], { mark: 'N', size: [1.7, 3.2] }),
    twoEnded('R1', 'resistor', at(14.4, 14), ['DM', 'DM_CHIP'], { mark: '270' }),
    twoEnded('R2', 'resistor', at(17, 14), ['DP', 'DP_CHIP'], { mark: '270' }),
    {
      id: 'U1',
      kind: 'chip',
      at: at(22.4, 18.6),
      size: [4.8, 4.2],
      mark: 'FH2',
      value: null,
      terminals: [
        { at: at(19.6, 17.6), net: 'DM_CHIP' },
        { at: at(19.6, 19.4), net: 'DP_CHIP' },
        { at: at(25.2, 18.6), net: 'VIN' },
      ],
    },
    twoEnded('C1', 'capacitor', at(9.4, 20.4), ['VIN', 'GND'], { size: [2.2, 3.4] }),
  ],
  points: [
    { id: 'pour1', name: 'pour', role: 'pour', at: at(26.8, 8.4), net: 'GND' },
    { id: 'bminus', name: 'B−', role: 'battery-minus', at: at(4.6, 22.6), net: 'GND' },
  ],
  tracks: [
    { points: [at(15.7, 9.5), at(15.7, 10.6), at(9.4, 11), at(9.4, 12)], width: 0.6 },
    { points: [at(16.35, 9.5), at(16.35, 11), at(14.4, 11.8), at(14.4, 12.8)], width: 0.28 },
    { points: [at(17, 9.5), at(17, 12.8)], width: 0.28 },
    { points: [at(18.3, 9.5), at(18.3, 10.4), at(24.6, 10.4), at(24.6, 8.4)], width: 0.5, crackAt: 0.28 },
    { points: [at(14.4, 15.3), at(14.4, 17.6), at(19.4, 17.6)], width: 0.28 },
    { points: [at(17, 15.3), at(17, 19.4), at(19.4, 19.4)], width: 0.28 },
    { points: [at(9.4, 14.8), at(9.4, 19)], width: 0.7 },
    { points: [at(4.6, 22.6), at(8.4, 22.4)], width: 0.7 },
  ],
  pours: [{ at: at(23.6, 4), size: [7, 8.4] }],
  vias: [at(25.4, 5.6), at(29, 10.6), at(12.4, 23), at(28, 23)],
  words: [
    { at: at(7.2, 11.8), text: 'F1', size: 0.85 },
    { at: at(12.8, 17), text: 'R1', size: 0.85 },
    { at: at(18, 12.6), text: 'R2', size: 0.85 },
    { at: at(25.6, 22), text: 'U1', size: 0.85 },
    { at: at(3.8, 21.2), text: 'B−', size: 0.9 },
    { at: at(14, 24.4), text: 'FERNHILL PS-1', size: 0.95 },
  ],
  inputOhms: 21_000,
});
