import type { Board, BoardArea, Component } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { placeRow } from '../board/place-row';
import { pinPoint } from '../board/probe-point';
import { FAMILIES } from '../connector/family';
import { boardPoint } from '../geometry/point';
import { drawFrom } from './stage-builder';
import { seeded } from './seeded';

/** A board with a port torn off, its edge, parts and keep-outs, and where each pin's wire is to land. */
export interface WiredBoard {
  readonly board: Board;
  /** Landing point of each pin that gets a wire. */
  readonly landings: ReadonlyMap<string, string>;
}

export interface WiredWish {
  readonly widthMm?: number;
  readonly heightMm?: number;
  /** How many wires, 1 to 14. */
  readonly wires?: number;
  readonly parts?: number;
  readonly keepOuts?: number;
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly half: number;
}

/**
 * A board to lay wires on, from a seed: a type C row at the lower edge, parts strewn about as layouts have them (chips with rows of
 * legs, small parts either way round), tall parts, screws, a moving piece, a few vias, landings in any order. Same seed, same board.
 */
export function wiredBoard(seed: number, wish: WiredWish = {}): WiredBoard {
  const draw = drawFrom(seeded(seed * 7919 + 13));
  const width = wish.widthMm ?? draw.between(30, 60);
  const height = wish.heightMm ?? draw.between(24, 40);
  const sheet = FAMILIES['type-c-16'];
  const row0 = placeRow(EMPTY_BOARD, {
    family: 'type-c-16',
    face: 'top',
    first: boardPoint(width / 2 - 3.2, height - 8),
    directionDeg: 0,
    pitchMm: sheet.pitchMm,
    count: 16,
    mirrored: draw.chance(0.3),
  });
  const row = { ...row0, pins: row0.pins.map((p) => ({ ...p, state: 'torn' as const })) };
  const pins = row.pins.map((p, i) => ({ id: p.id, at: pinPoint(row, i) }));
  const port: Box = { x: width / 2, y: height - 4.5, half: 6.5 };
  const taken: Box[] = [port];
  const place = (half: number): Box | null => {
    for (let n = 0; n < 60; n += 1) {
      const b = {
        x: draw.between(half + 1.2, width - half - 1.2),
        y: draw.between(half + 1.2, height - half - 1.2),
        half,
      };
      if (taken.every((t) => Math.max(Math.abs(t.x - b.x), Math.abs(t.y - b.y)) > t.half + b.half + 0.7)) {
        taken.push(b);
        return b;
      }
    }
    return null;
  };
  const areas: BoardArea[] = [];
  for (let i = 0; i < (wish.keepOuts ?? 4); i += 1) {
    const kind = draw.pick(['tall', 'screw', 'moving', 'plastic', 'heat-shy'] as const);
    const b = place(draw.between(1, kind === 'screw' ? 1.8 : 3));
    if (!b) continue;
    const sides = kind === 'screw' ? 10 : draw.pick([4, 4, 6]);
    const turn = draw.between(0, Math.PI);
    areas.push({
      id: `area${i + 1}`,
      name: `${kind} ${i + 1}`,
      kind,
      face: 'top',
      points: Array.from({ length: sides }, (_, k) =>
        boardPoint(
          b.x + b.half * Math.cos(turn + (2 * Math.PI * k) / sides),
          b.y + b.half * Math.sin(turn + (2 * Math.PI * k) / sides),
        ),
      ),
    });
  }
  const components: Component[] = [];
  for (let i = 0; i < (wish.parts ?? 26); i += 1) {
    const chip = draw.chance(0.15);
    const b = place(chip ? 2.4 : 0.9);
    if (!b) continue;
    const upright = draw.chance(0.5);
    const at = (u: number, v: number) => boardPoint(b.x + (upright ? v : u), b.y + (upright ? u : v));
    const id = `P${i + 1}`;
    const places = chip
      ? Array.from({ length: 8 }, (_, k) => at((k % 4) * 0.8 - 1.2, k < 4 ? -1.9 : 1.9))
      : [at(-0.55, 0), at(0.55, 0)];
    components.push({
      id,
      name: id,
      kind: chip ? 'chip' : draw.pick(['resistor', 'capacitor', 'bead', 'inductor', 'led'] as const),
      face: 'top',
      package: null,
      heatShy: false,
      value: null,
      terminals: places.map((p, k) => ({ id: `${id}.${k + 1}`, name: String(k + 1), at: p })),
    });
  }
  const free = components.flatMap((c) => c.terminals.map((t) => t.id));
  const wires = wish.wires ?? Math.floor(draw.between(3, 9));
  const start = Math.floor((16 - wires) / 2);
  const landings = new Map<string, string>();
  for (const pin of pins.slice(start, start + wires)) {
    const left = free.filter(
      (t) => ![...landings.values()].some((l) => l.split('.')[0] === t.split('.')[0] && l === t),
    );
    landings.set(pin.id, draw.pick(left));
  }
  const corner = [
    boardPoint(0, 0),
    boardPoint(width, 0),
    boardPoint(width, height),
    boardPoint(0, height),
    boardPoint(0, 0),
  ];
  const leg = (id: string, x: number) => ({
    id,
    name: id,
    face: 'top' as const,
    at: boardPoint(width / 2 + x, height - 6.5),
    fixing: 'through-hole' as const,
    slot: null,
    state: 'sound' as const,
  });
  return {
    board: {
      ...EMPTY_BOARD,
      family: 'type-c-16',
      rows: [row],
      legs: [leg('leg1', -4.6), leg('leg2', 4.6)],
      components,
      areas,
      lines: [{ id: 'edge1', name: 'edge', kind: 'edge', face: 'top', points: corner, scars: [] }],
    },
    landings,
  };
}
