import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { XY } from '../geometry/projective';
import { wiredBoard } from '../practice/wired-board';
import { EMPTY_BOARD } from '../board/board';
import type { Board } from '../board/board';
import { GENERIC_PARTS } from '../connector/generic-parts';
import { EMPTY_DOCUMENTS } from '../job/job-record';
import { jobView } from '../job/job-view';
import { EMPTY_REBUILD, FRESH_CHOICE } from '../rebuild/rebuild-plan';
import { onFaces, wiresToLay } from '../rebuild/wires-to-lay';
import { layWires } from './lay-wires';
import { partOutline } from './part-outline';
import { crossingsOf, pathLengthMm, tightestBendMm } from './pull-taut';
import type { Obstacle, RouteProblem, Way, WireToLay } from './route-problem';
import { BOARD_MM } from './route-problem';
import { pointToShape, stretchToShape } from '../geometry/shape';
import { testRow } from '../testing/test-board';

const spot = (x: number, y: number, pointId = `${x},${y}`, face: 'top' | 'bottom' = 'top') => ({
  x,
  y,
  face,
  pointId,
  owners: [pointId],
});
const wire = (id: string, from: XY, to: XY): WireToLay => ({
  id,
  from: spot(from.x, from.y),
  to: [spot(to.x, to.y)],
  diameterMm: 0.1,
  via: null,
  beside: null,
});
const box = (
  owner: string,
  x: number,
  y: number,
  width: number,
  height: number,
  plain = false,
): Obstacle => ({
  owner,
  name: owner,
  face: 'top',
  shape: { kind: 'box', at: { x, y }, width, height, deg: 0 },
  plain,
});
const problem = (wires: readonly WireToLay[], obstacles: readonly Obstacle[] = []): RouteProblem => ({
  wires,
  obstacles,
  passages: [],
  edges: [],
  linked: true,
});
const only = (p: RouteProblem): Way => {
  const [way] = layWires(p).ways;
  if (!way) throw new Error('it was not laid');
  return way;
};

/** Even–odd rule and distance to each side, written apart from the code under test. */
function naiveDistance(p: XY, o: Obstacle): number {
  const { shape } = o;
  if (shape.kind === 'disc') return Math.hypot(p.x - shape.at.x, p.y - shape.at.y) - shape.radius;
  if (shape.kind === 'box') {
    const a = (-shape.deg * Math.PI) / 180;
    const [dx, dy] = [p.x - shape.at.x, p.y - shape.at.y];
    const [u, v] = [dx * Math.cos(a) - dy * Math.sin(a), dx * Math.sin(a) + dy * Math.cos(a)];
    const [ex, ey] = [Math.abs(u) - shape.width / 2, Math.abs(v) - shape.height / 2];
    return ex > 0 || ey > 0 ? Math.hypot(Math.max(0, ex), Math.max(0, ey)) : Math.max(ex, ey);
  }
  let inside = false;
  let near = Infinity;
  for (const [i, a] of shape.points.entries()) {
    const b = shape.points[(i + 1) % shape.points.length] as XY;
    const straddles = a.y > p.y ? b.y <= p.y : b.y > p.y;
    if (straddles && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
    const t = Math.min(
      1,
      Math.max(
        0,
        ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y)) / ((b.x - a.x) ** 2 + (b.y - a.y) ** 2),
      ),
    );
    near = Math.min(near, Math.hypot(p.x - a.x - t * (b.x - a.x), p.y - a.y - t * (b.y - a.y)));
  }
  return inside ? -near : near;
}

/** What a way enters that is neither its own end nor passed over knowingly. */
function strays(p: RouteProblem, way: Way): string[] {
  const own = p.wires.find((w) => w.id === way.id);
  const ends = new Set([...(own?.from.owners ?? []), ...(own?.to.flatMap((s) => s.owners) ?? [])]);
  const hit = new Set<string>();
  way.path.slice(1).forEach((b, i) => {
    const a = way.path[i] as XY & { face: string };
    if (a.face !== b.face) return;
    const n = Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.04);
    for (let k = 0; k <= n; k += 1) {
      const at = { x: a.x + ((b.x - a.x) * k) / n, y: a.y + ((b.y - a.y) * k) / n };
      for (const o of p.obstacles)
        if (
          o.face === b.face &&
          !ends.has(o.owner) &&
          !way.over.includes(o.name) &&
          naiveDistance(at, o) < 0.05
        )
          hit.add(o.name);
    }
  });
  return [...hit];
}

const taskOf = (seed: number, wires?: number) => {
  const made = wiredBoard(seed, wires === undefined ? {} : { wires });
  const choices = [...made.landings].map(([pinId, landingId]) => ({
    ...FRESH_CHOICE,
    pinId,
    kind: 'jumper' as const,
    landingId,
  }));
  const view = jobView({
    ...EMPTY_DOCUMENTS,
    board: made.board,
    rebuild: { ...EMPTY_REBUILD, choices },
    readings: [],
    results: [],
  });
  return { made, ...wiresToLay(view.trace, view.plans, choices, null) };
};

describe('one wire', () => {
  it('is straight where nothing stands between, to the length of the stretch', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -15, max: 15, noNaN: true }),
        fc.double({ min: -15, max: 15, noNaN: true }),
        (x, y) => {
          fc.pre(Math.hypot(x, y) > 2);
          const way = only(problem([wire('a', { x: 0, y: 0 }, { x, y })]));
          expect(way.path).toHaveLength(2);
          expect(way.lengthMm).toBeCloseTo(Math.hypot(x, y), 6);
        },
      ),
      { numRuns: 25 },
    );
  });
  it('goes round a box by its corners: within 3 % of the way worked out by hand', () => {
    // From (0, 0) to (20, 0) round a box 4 wide and 12 high about (10, 2): over its upper corners, y = -4.
    const way = only(problem([wire('a', { x: 0, y: 0 }, { x: 20, y: 0 })], [box('wall', 10, 2, 4, 12)]));
    const least = 2 * Math.hypot(8, 4) + 4;
    expect(way.lengthMm).toBeGreaterThanOrEqual(least);
    expect(way.lengthMm).toBeLessThan(1.03 * least);
  });
  it('passes the place that it was dragged to', () => {
    const w = { ...wire('a', { x: 0, y: 0 }, { x: 20, y: 0 }), via: { x: 10, y: 6, face: 'top' as const } };
    const way = only(problem([w]));
    expect(Math.min(...way.path.map((p) => Math.hypot(p.x - 10, p.y - 6)))).toBeLessThan(0.3);
    expect(way.lengthMm).toBeCloseTo(2 * Math.hypot(10, 6), 0);
  });
  it('takes the nearest of several landings', () => {
    const w = { ...wire('a', { x: 0, y: 0 }, { x: 20, y: 0 }), to: [spot(20, 0, 'far'), spot(0, 7, 'near')] };
    expect(only(problem([w])).pointId).toBe('near');
  });
  it('changes the face through a hole, the board’s thickness worked in', () => {
    const w = { ...wire('a', { x: 0, y: 0 }, { x: 10, y: 0 }), to: [spot(10, 0, 'below', 'bottom')] };
    const way = only({ ...problem([w]), passages: [{ x: 5, y: 0 }] });
    expect(new Set(way.path.map((p) => p.face))).toEqual(new Set(['top', 'bottom']));
    expect(way.lengthMm).toBeCloseTo(10 + BOARD_MM, 0);
  });
  it('goes round the edge where there is no hole', () => {
    const edge = [
      { x: -5, y: -5 },
      { x: 15, y: -5 },
      { x: 15, y: 3 },
      { x: -5, y: 3 },
      { x: -5, y: -5 },
    ];
    const w = { ...wire('a', { x: 0, y: 0 }, { x: 10, y: 0 }), to: [spot(10, 0, 'below', 'bottom')] };
    const way = only({ ...problem([w]), edges: [edge] });
    const change = way.path.find((p, i) => p.face !== (way.path[i + 1]?.face ?? p.face));
    expect(Math.abs((change?.y ?? 0) - 3)).toBeLessThan(0.8);
  });
  it('lies over a small part only when there is no other way, and says so', () => {
    const ring = (plain: boolean): Obstacle[] => [
      box('west', -4, 0, 1, 9, plain),
      box('east', 4, 0, 1, 9),
      box('north', 0, -4, 9, 1),
      box('south', 0, 4, 9, 1),
    ];
    const w = wire('a', { x: 0, y: 0 }, { x: 15, y: 0 });
    expect(only(problem([w], ring(true))).over).toEqual(['west']);
    expect(layWires(problem([w], ring(false))).unlaid).toMatchObject([{ id: 'a', code: 'walled-in' }]);
  });
  it('says why it cannot be laid: no landing, faces that are not laid on each other', () => {
    const none = { ...wire('a', { x: 0, y: 0 }, { x: 5, y: 0 }), to: [] };
    const below = { ...wire('b', { x: 0, y: 0 }, { x: 5, y: 0 }), to: [spot(5, 0, 'below', 'bottom')] };
    const { unlaid } = layWires({ ...problem([none, below]), linked: false });
    expect(unlaid.map((u) => u.code)).toEqual(['no-landing', 'faces-apart']);
  });
  it('refuses two wires of one id and places that are no places', () => {
    const w = wire('a', { x: 0, y: 0 }, { x: 5, y: 0 });
    expect(() => layWires(problem([w, w]))).toThrow(/one id/);
    expect(() => layWires(problem([wire('a', { x: NaN, y: 0 }, { x: 5, y: 0 })]))).toThrow(RangeError);
  });
});

describe('the tightest bend', () => {
  const at = (x: number, y: number) => ({ x, y, face: 'top' as const });
  it('is the arc that a corner leaves room for (worked by hand), none on a straight way', () => {
    // A right angle between stretches of 10 and 4 mm: an arc of 2 mm begins 2 mm before the corner.
    expect(tightestBendMm([at(0, 0), at(10, 0), at(10, 4)])).toBeCloseTo(2, 9);
    // Turned by 60 degrees, half of 4 mm over tan 30.
    expect(tightestBendMm([at(0, 0), at(4, 0), at(4 + 8 * 0.5, 8 * Math.sqrt(0.75))])).toBeCloseTo(
      2 / Math.tan(Math.PI / 6),
      9,
    );
    expect(tightestBendMm([at(0, 0), at(10, 0)])).toBeNull();
    expect(
      tightestBendMm([at(0, 0), { x: 5, y: 0, face: 'bottom' }, { x: 5, y: 4, face: 'bottom' }]),
    ).toBeNull();
  });
});

describe('many wires', () => {
  it('two that would cross do not where a short way round is free', () => {
    const wires = [wire('a', { x: 0, y: 0 }, { x: 12, y: 3 }), wire('b', { x: 0, y: 3 }, { x: 12, y: 0 })];
    const { crossings, totalMm } = layWires(problem(wires));
    expect(crossings).toBe(0);
    expect(totalMm).toBeLessThan(1.4 * 2 * Math.hypot(12, 3));
  });
  it('over made-up boards: none enters a keep-out, a foreign joint or the part; together within 1.15 of each alone', () => {
    for (let seed = 1; seed <= 14; seed += 1) {
      const { problem: p } = taskOf(seed);
      const report = layWires(p);
      expect(report.ways.length + report.unlaid.length).toBe(p.wires.length);
      for (const way of report.ways) {
        expect({ seed, id: way.id, strays: strays(p, way) }).toEqual({ seed, id: way.id, strays: [] });
        expect(way.lengthMm).toBeCloseTo(pathLengthMm(way.path), 9);
      }
      const alone = report.ways.reduce((s, w) => s + w.aloneMm, 0);
      expect(report.totalMm).toBeLessThanOrEqual(1.15 * alone);
      const counted = report.ways.reduce(
        (s, w, i) => s + report.ways.slice(i + 1).reduce((t, v) => t + crossingsOf(w.path, v.path), 0),
        0,
      );
      expect(report.crossings).toBe(counted);
    }
  });
  it('laying each again among the others never crosses more than laying one after the other', () => {
    const sum = (rounds: number): number =>
      [21, 22, 23, 24].reduce((s, seed) => s + layWires(taskOf(seed, 6).problem, rounds).crossings, 0);
    expect(sum(2)).toBeLessThanOrEqual(sum(0));
  });
});

describe('shapes', () => {
  it('distances agree with those of points along the stretch', () => {
    const triangle = {
      kind: 'polygon',
      points: [
        { x: 0, y: 0 },
        { x: 4, y: 0 },
        { x: 0, y: 3 },
      ],
    } as const;
    fc.assert(
      fc.property(
        fc.tuple(fc.double({ min: -6, max: 8, noNaN: true }), fc.double({ min: -6, max: 8, noNaN: true })),
        fc.tuple(fc.double({ min: -6, max: 8, noNaN: true }), fc.double({ min: -6, max: 8, noNaN: true })),
        ([ax, ay], [bx, by]) => {
          const [a, b] = [
            { x: ax, y: ay },
            { x: bx, y: by },
          ];
          const sampled = Math.min(
            ...Array.from({ length: 401 }, (_, k) =>
              pointToShape({ x: ax + ((bx - ax) * k) / 400, y: ay + ((by - ay) * k) / 400 }, triangle),
            ),
          );
          expect(Math.abs(stretchToShape(a, b, triangle) - sampled)).toBeLessThan(0.05);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the part on the board', () => {
  const row = testRow();
  const leg = (id: string, x: number, y: number) => ({
    id,
    name: id,
    face: 'top' as const,
    at: { x, y },
    fixing: 'surface' as const,
    slot: null,
    state: 'sound' as const,
  });
  const board: Board = { ...EMPTY_BOARD, rows: [row], legs: [leg('l', 3.5, 2), leg('r', 9.2, 2)] };
  it('a known part lies on its contacts by their numbers, its body ahead of them, to its drawing', () => {
    const part = GENERIC_PARTS.find((p) => p.id.endsWith('micro-surface')) ?? null;
    const outline = partOutline({ ...EMPTY_BOARD, rows: [row] }, part);
    expect(outline?.assumed).toBe(false);
    const [a, b] = outline?.body ?? [];
    // As wide as the shell of the drawing.
    expect(
      Math.hypot((a?.x ?? 0) - (outline?.body[3]?.x ?? 0), (a?.y ?? 0) - (outline?.body[3]?.y ?? 0)),
    ).toBeCloseTo(part?.shellMm?.[0] ?? NaN, 6);
    expect(Math.hypot((b?.x ?? 0) - (a?.x ?? 0), (b?.y ?? 0) - (a?.y ?? 0))).toBeCloseTo(
      (part?.frontMm ?? NaN) - 0.75,
      6,
    );
  });
  it('without a drawing it is assumed on the side of the legs, and says so', () => {
    const outline = partOutline(board, null);
    expect(outline?.assumed).toBe(true);
    expect(Math.max(...(outline?.body.map((p) => p.y) ?? []))).toBeLessThan(5);
  });
  it('where nothing tells which way it looks there is none', () => {
    expect(partOutline({ ...EMPTY_BOARD, rows: [row] }, null)).toBeNull();
    expect(partOutline(EMPTY_BOARD, null)).toBeNull();
  });
});

describe('what is given to the plate', () => {
  it('a path on the bottom face is handed back in the bottom face’s own millimetres', () => {
    const { board, problem: p } = taskOf(3);
    const report = layWires(p);
    expect(onFaces(board, report).ways.map((w) => w.path)).toEqual(report.ways.map((w) => w.path));
    const mirrored = {
      ...board,
      back: (at: XY, face: string) => (face === 'bottom' ? { x: -at.x, y: at.y } : at),
    };
    const below = {
      ...report,
      ways: report.ways.map((w) => ({ ...w, path: w.path.map((q) => ({ ...q, face: 'bottom' as const })) })),
    };
    expect(onFaces(mirrored, below).ways[0]?.path[0]?.x).toBe(-(report.ways[0]?.path[0]?.x ?? NaN));
  });
});
