import type { Component, ComponentKind, LoosePoint, PointRole } from '../board/board';
import { REFERENCE_LETTERS } from '../board/board';
import type { XY } from '../geometry/projective';
import type { PartTruth } from './board-circuit';

/** Draws numbers for made-up boards. */
export interface Draw {
  readonly random: () => number;
  /** Standard normal. */
  readonly normal: () => number;
  readonly chance: (p: number) => boolean;
  readonly between: (low: number, high: number) => number;
  readonly pick: <T>(from: readonly T[]) => T;
}

export function drawFrom(random: () => number): Draw {
  return {
    random,
    normal: () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()),
    chance: (p) => random() < p,
    between: (low, high) => low + (high - low) * random(),
    pick: (from) => {
      const one = from[Math.floor(random() * from.length)];
      if (one === undefined) throw new RangeError('nothing to pick from');
      return one;
    },
  };
}

/** A board in the making: parts, points and the net of each terminal. */
export interface StageBuilder {
  readonly draw: Draw;
  readonly components: Component[];
  readonly points: LoosePoint[];
  readonly netOf: Record<string, string>;
  readonly truths: Map<string, PartTruth>;
  /**
   * Puts a part down. Its first terminal looks towards the port more often than not, as parts in a line do.
   * @param nets net of each terminal, the port's side first
   */
  readonly component: (
    kind: ComponentKind,
    nets: readonly string[],
    at: XY,
    value?: number | null,
    truth?: PartTruth,
  ) => Component;
  readonly point: (name: string, role: PointRole, net: string, at: XY) => void;
  /** A free place near one, at least a part's width from all that stands. */
  readonly near: (at: XY, spread: number) => XY;
}

/** Half the distance of a small part's two ends, mm. */
const HALF_MM = 0.55;
const CROWDED_MM = 1.3;

/** Where the terminals lie about the middle, before turning; the first side of a row of two faces the port (up, y small). */
function outline(kind: ComponentKind, count: number): XY[] {
  if (count === 2)
    return [
      { x: 0, y: -HALF_MM },
      { x: 0, y: HALF_MM },
    ];
  if (kind === 'dual-diode' || kind === 'transistor')
    return [
      { x: -0.95, y: -0.9 },
      { x: 0.95, y: -0.9 },
      { x: 0, y: 0.9 },
    ].slice(0, count);
  const half = Math.ceil(count / 2);
  return Array.from({ length: count }, (_, i) => {
    const side = i < half ? -1 : 1;
    const along = side < 0 ? i : i - half;
    return { x: (along - (half - 1) / 2) * 0.65, y: side * (kind === 'chip' ? 1.3 : 0.5) };
  });
}

export function stageBuilder(random: () => number): StageBuilder {
  const draw = drawFrom(random);
  const components: Component[] = [];
  const points: LoosePoint[] = [];
  const netOf: Record<string, string> = {};
  const truths = new Map<string, PartTruth>();
  const count: Record<string, number> = {};
  const taken: XY[] = [];
  const near = (at: XY, spread: number): XY => {
    for (let i = 0; i < 40; i += 1) {
      const wide = spread * (1 + i / 8);
      const place = { x: at.x + draw.normal() * wide, y: Math.max(1.6, at.y + draw.normal() * wide) };
      if (taken.every((t) => Math.hypot(t.x - place.x, t.y - place.y) > CROWDED_MM)) return place;
    }
    return { x: at.x + 20 * draw.random(), y: at.y + 10 + 10 * draw.random() };
  };
  return {
    draw,
    components,
    points,
    netOf,
    truths,
    near,
    component: (kind, nets, at, value = null, truth) => {
      const letters = REFERENCE_LETTERS[kind];
      const n = (count[letters] = (count[letters] ?? 0) + 1);
      const id = `${letters}${n}`;
      // In line with the track mostly, some lying across it, a few the wrong way round.
      const across = draw.chance(0.12) ? (draw.chance(0.5) ? 90 : -90) : 0;
      const turned = nets.length > 3 ? 0 : across + draw.normal() * 18 + (draw.chance(0.01) ? 180 : 0);
      const [cos, sin] = [Math.cos((turned * Math.PI) / 180), Math.sin((turned * Math.PI) / 180)];
      const terminals = outline(kind, nets.length).map((p, i) => ({
        id: `${id}.${i + 1}`,
        name: String(i + 1),
        at: { x: at.x + cos * p.x - sin * p.y, y: at.y + sin * p.x + cos * p.y },
      }));
      nets.forEach((net, i) => void (netOf[`${id}.${i + 1}`] = net));
      if (truth) truths.set(id, truth);
      taken.push(at);
      const component: Component = {
        id,
        name: id,
        kind,
        face: 'top',
        package: null,
        heatShy: false,
        value,
        terminals,
      };
      components.push(component);
      return component;
    },
    point: (name, role, net, at) => {
      const id = name.replace(/\s/gu, '-');
      points.push({ id, name, face: 'top', at, role });
      netOf[id] = net;
      taken.push(at);
    },
  };
}
