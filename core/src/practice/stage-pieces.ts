import type { XY } from '../geometry/projective';
import type { StageBuilder } from './stage-builder';

/** Pieces that many input stages share, drawn as boards have them (common practice). */

export const middleOf = (places: readonly XY[]): XY => ({
  x: places.reduce((n, p) => n + p.x, 0) / Math.max(1, places.length),
  y: places.reduce((n, p) => n + p.y, 0) / Math.max(1, places.length),
});

/** A part with its nets in the order given or turned round: parts beside a line are laid as the router likes. */
export function layShunt(
  b: StageBuilder,
  kind: 'capacitor' | 'esd-array' | 'diode',
  nets: readonly [string, string],
  at: XY,
  value: number | null = null,
): void {
  const turned = b.draw.chance(0.5);
  b.component(kind, turned ? [nets[1], nets[0]] : nets, at, value);
}

/** A linear regulator of three legs with its output capacitor. */
export function layRegulator(b: StageBuilder, input: string, out: string, at: XY): void {
  b.component('chip', b.draw.chance(0.5) ? ['0', out, input] : [input, '0', out], b.near(at, 1.2), null, {
    roles: b.draw.chance(0.5) ? ['GND', 'OUT', 'IN'] : ['IN', 'GND', 'OUT'],
    leakOhms: b.draw.between(4e4, 5e5),
  });
  layShunt(b, 'capacitor', [out, '0'], b.near({ x: at.x + 2, y: at.y + 2 }, 1), 1e-5);
}

/** A chip of logic: the lines at one end of its rows or at the other. */
export function layLogic(b: StageBuilder, nets: readonly string[], at: XY): void {
  const rest = ['v33', '0', 'io1', 'io2', 'io3', 'io4'].slice(0, Math.max(2, 8 - nets.length));
  const all = b.draw.chance(0.5) ? [...nets, ...rest] : [...rest, ...nets];
  b.component('chip', all, b.near(at, 1.2), null, {
    roles: all.map((n) => (n === '0' ? 'GND' : n === 'v33' ? 'VDD' : 'IO')),
    leakOhms: b.draw.between(1e6, 9e6),
  });
}

/** A fuse, a bead, a coil or a link in a supply; laid the wrong way round now and then. */
export function layInLine(b: StageBuilder, from: string, to: string, at: XY): void {
  const kind = b.draw.pick(['fuse', 'bead', 'inductor', 'resistor'] as const);
  b.component(
    kind,
    b.draw.chance(0.07) ? [to, from] : [from, to],
    b.near(at, 0.8),
    kind === 'resistor' ? 0.05 : null,
  );
}

/** Two resistors side by side in the lines of a pair. */
export function layPairResistors(
  b: StageBuilder,
  nets: readonly [string, string],
  ends: readonly [string, string],
  at: XY,
  ohms: number,
): void {
  b.component('resistor', [nets[0], ends[0]], { x: at.x - 0.9, y: at.y }, ohms);
  b.component('resistor', [nets[1], ends[1]], { x: at.x + 0.9, y: at.y }, ohms);
}
