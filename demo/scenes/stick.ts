import type { At, Scene } from '../scene';
import { twoEnded } from '../scene';

const at = (x: number, y: number): At => ({ x, y });

/** Oral-history memory stick: type A plug knocked loose, VBUS track cracked. */
export const STICK_TOP: Scene = {
  name: 'stick-top',
  face: 'top',
  picture: [26, 44],
  pxPerMm: 30,
  mask: ['#27345e', '#151d3b'],
  board: { at: at(4, 3), size: [18, 38], radius: 1 },
  family: 'usb-a-plug',
  row: {
    first: at(9.5, 7.2),
    pitchMm: 2.5,
    padMm: [1.1, 2.2],
    nets: ['VBUS', 'DM', 'DP', 'GND'],
    states: ['cracked', 'sound', 'unchecked', 'unchecked'],
  },
  legs: [
    {
      id: 'leg1',
      name: 'leg left',
      at: at(6, 10),
      size: [1.4, 2.2],
      through: true,
      state: 'loose',
      net: 'GND',
    },
    {
      id: 'leg2',
      name: 'leg right',
      at: at(20, 10),
      size: [1.4, 2.2],
      through: true,
      state: 'unchecked',
      net: 'GND',
    },
  ],
  parts: [
    twoEnded('FB1', 'bead', at(8, 15), ['VBUS', 'VIN'], { size: [1.4, 2.6] }),
    {
      id: 'U1',
      kind: 'chip',
      at: at(13, 21.6),
      size: [6.4, 6.4],
      mark: 'OR16',
      value: null,
      terminals: [
        { at: at(11.5, 17.9), net: 'DM' },
        { at: at(14.5, 17.9), net: 'DP' },
        { at: at(9.3, 20.4), net: 'VIN' },
      ],
    },
    {
      id: 'U2',
      kind: 'chip',
      at: at(13, 33),
      size: [11, 8.6],
      mark: '16 G',
      value: null,
      terminals: [
        { at: at(7, 30), net: 'X1' },
        { at: at(7, 33), net: 'X2' },
        { at: at(19, 30), net: 'X3' },
        { at: at(19, 33), net: 'X4' },
      ],
      sceneryOnly: true,
    },
    twoEnded('C1', 'capacitor', at(18.2, 15.4), ['VIN', 'GND'], { size: [1.4, 2.6] }),
  ],
  points: [{ id: 'pour1', name: 'pour', role: 'pour', at: at(19.6, 25.4), net: 'GND' }],
  tracks: [
    { points: [at(9.5, 8.6), at(9.5, 11.4), at(8, 12.6), at(8, 13.8)], width: 0.7, crackAt: 0.35 },
    { points: [at(12, 8.6), at(12, 15), at(11.5, 17.6)], width: 0.35 },
    { points: [at(14, 8.6), at(14, 15), at(14.5, 17.6)], width: 0.35 },
    { points: [at(16.5, 8.6), at(16.5, 12), at(20, 12.4)], width: 0.8 },
    { points: [at(8, 16.2), at(8, 20.4), at(9.2, 20.4)], width: 0.5 },
  ],
  pours: [{ at: at(17.4, 18), size: [4, 10] }],
  vias: [at(6, 25), at(18.6, 20), at(20.4, 27), at(6.4, 39)],
  words: [
    { at: at(5, 17.6), text: 'FB1', size: 0.85 },
    { at: at(5.4, 39.8), text: 'ORIEL', size: 1 },
  ],
  inputOhms: 9000,
};
