import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { ComponentKind } from './board';

/** A case that a component comes in, dropped on the plate as one with its terminals. */
export interface PackageOutline {
  readonly name: string;
  readonly kinds: readonly ComponentKind[];
  /** Terminal middles from the middle of the case, mm, unturned, in order of their numbers. */
  readonly terminals: readonly BoardPoint[];
  /** Body, mm. */
  readonly body: readonly [width: number, height: number];
}

const CHIP_KINDS = [
  'resistor',
  'capacitor',
  'bead',
  'fuse',
  'inductor',
  'led',
  'diode',
] as const satisfies readonly ComponentKind[];

const chip = (name: string, span: number, body: readonly [number, number]): PackageOutline => ({
  name,
  kinds: CHIP_KINDS,
  terminals: [boardPoint(-span / 2, 0), boardPoint(span / 2, 0)],
  body,
});

/** Two rows, pin 1 top left, counting down the left row and up the right one. */
const twoRows = (
  name: string,
  kinds: readonly ComponentKind[],
  count: number,
  pitch: number,
  span: number,
  body: readonly [number, number],
): PackageOutline => {
  const half = count / 2;
  const y = (i: number): number => (i - (half - 1) / 2) * pitch;
  return {
    name,
    kinds,
    terminals: [
      ...Array.from({ length: half }, (_, i) => boardPoint(-span / 2, y(i))),
      ...Array.from({ length: half }, (_, i) => boardPoint(span / 2, y(half - 1 - i))),
    ],
    body,
  };
};

/** Four sides, pin 1 top left, counting against the clock as seen from above. */
const fourSides = (
  name: string,
  count: number,
  pitch: number,
  span: number,
  side: number,
): PackageOutline => {
  const n = count / 4;
  const s = (i: number): number => (i - (n - 1) / 2) * pitch;
  const run = Array.from({ length: n }, (_, i) => i);
  return {
    name,
    kinds: ['chip'],
    terminals: [
      ...run.map((i) => boardPoint(-span / 2, s(i))),
      ...run.map((i) => boardPoint(s(i), span / 2)),
      ...run.map((i) => boardPoint(span / 2, s(n - 1 - i))),
      ...run.map((i) => boardPoint(s(n - 1 - i), -span / 2)),
    ],
    body: [side, side],
  };
};

/** Land patterns in the manner of IPC-7351, nominal density (from memory; the test compares them with open footprint files). */
export const PACKAGES: readonly PackageOutline[] = [
  chip('0201', 0.64, [0.6, 0.3]),
  chip('0402', 1.02, [1, 0.5]),
  chip('0603', 1.65, [1.6, 0.8]),
  chip('0805', 1.83, [2, 1.25]),
  chip('1206', 2.93, [3.2, 1.6]),
  {
    name: 'SOT-23',
    kinds: ['transistor', 'dual-diode', 'diode', 'esd-array'],
    terminals: [boardPoint(-0.94, -0.95), boardPoint(-0.94, 0.95), boardPoint(0.94, 0)],
    body: [1.3, 2.9],
  },
  {
    name: 'SOT-23-5',
    kinds: ['chip', 'esd-array'],
    terminals: [
      boardPoint(-1.14, -0.95),
      boardPoint(-1.14, 0),
      boardPoint(-1.14, 0.95),
      boardPoint(1.14, 0.95),
      boardPoint(1.14, -0.95),
    ],
    body: [1.6, 2.9],
  },
  twoRows('SOT-23-6', ['esd-array', 'chip', 'transistor'], 6, 0.95, 2.28, [1.6, 2.9]),
  twoRows('SOT-363', ['esd-array', 'transistor', 'chip'], 6, 0.65, 1.9, [1.25, 2]),
  twoRows('SOIC-8', ['chip'], 8, 1.27, 4.95, [3.9, 4.9]),
  twoRows('TSSOP-8', ['chip'], 8, 0.65, 5.72, [4.4, 3]),
  fourSides('QFN-16', 16, 0.5, 2.92, 3),
  fourSides('QFN-24', 24, 0.5, 3.92, 4),
  fourSides('QFN-32', 32, 0.5, 4.92, 5),
];

/** The outlines that a kind of component comes in. */
export function packagesFor(kind: ComponentKind): PackageOutline[] {
  return PACKAGES.filter((p) => p.kinds.includes(kind));
}

/** Terminals of a case dropped at a place and turned, degrees clockwise as seen on the screen. */
export function placedTerminals(outline: PackageOutline, at: BoardPoint, directionDeg: number): BoardPoint[] {
  const a = (directionDeg * Math.PI) / 180;
  return outline.terminals.map((t) =>
    boardPoint(at.x + t.x * Math.cos(a) - t.y * Math.sin(a), at.y + t.x * Math.sin(a) + t.y * Math.cos(a)),
  );
}
