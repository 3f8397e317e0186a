import type { XY } from '../geometry/projective';
import type { RouteGrid, Solids } from './grid';
import { cellAt, faceAt, isClear, layGrid, placeOf, solidsOf, stamp } from './grid';
import { crossingsOf, pathLengthMm, pullTaut, tightestBendMm } from './pull-taut';
import type {
  Obstacle,
  RouteProblem,
  RouteReport,
  Unlaid,
  Way,
  WayPoint,
  WireSpot,
  WireToLay,
} from './route-problem';
import { WIRE_ROOM_MM } from './route-problem';
import type { SearchSpace } from './search';
import { searchSpace, searchWay } from './search';
import { stretchToShape } from '../geometry/shape';

/** What crossing another wire is worth, mm of detour: insulated wires may cross, but a crossing stands proud (a judgement). */
const CROSSING_MM = 0.9;
/** A crossing less is worth so much wire, mm; but all wires together stay within this of the shortest there are (judgements). */
const CROSSING_WORTH_MM = 8;
const LONGER = 1.13;
/** The same for a cell of the grid: a crossing passes two or three. */
const CROSSING_CELL_MM = 3;
/** Rounds in which each wire is taken up and laid again among the others. */
const ROUNDS = 2;
/** How far an end's first cell may be, mm. */
const REACH_MM = 1.4;
/** Beside its partner lies a wire within this, mm. */
const BESIDE_MM = 1.2;
/** A grid cell stands for what lies between it and the next one. */
const CELL_ROOM_MM = 0.05;

interface Laid {
  readonly wire: WireToLay;
  readonly spot: WireSpot;
  readonly path: readonly WayPoint[];
  readonly over: readonly string[];
}

interface Desk {
  readonly problem: RouteProblem;
  readonly solids: Solids;
  readonly grid: RouteGrid;
  readonly space: SearchSpace;
  readonly roomMm: number;
  /** Obstacles of each owner. */
  readonly byOwner: ReadonlyMap<string, readonly number[]>;
  readonly plain: readonly number[];
}

/** Free cells that an end reaches straight, with what that costs. */
function cellsFrom(
  desk: Desk,
  spot: XY & { readonly face: WireSpot['face'] },
  skip: (o: Obstacle) => boolean,
): Map<number, number> {
  const { grid, solids } = desk;
  const out = new Map<number, number>();
  const reach = Math.ceil(REACH_MM / grid.step);
  const middle = cellAt(grid, spot, spot.face);
  const half = grid.columns * grid.rows;
  const flat = middle % half;
  const [mx, my] = [flat % grid.columns, Math.floor(flat / grid.columns)];
  // The nearest ring of free cells is enough.
  for (let ring = 0; ring <= reach && out.size < 6; ring += 1)
    for (let dy = -ring; dy <= ring; dy += 1)
      for (let dx = -ring; dx <= ring; dx += 1) {
        if (Math.max(Math.abs(dx), Math.abs(dy)) !== ring) continue;
        const [x, y] = [mx + dx, my + dy];
        if (x < 0 || y < 0 || x >= grid.columns || y >= grid.rows) continue;
        const cell = (middle >= half ? half : 0) + y * grid.columns + x;
        if ((grid.blocked[cell] as number) > 0) continue;
        const at = placeOf(grid, cell);
        if (isClear(solids, spot.face, spot, at, desk.roomMm - CELL_ROOM_MM, skip))
          out.set(cell, Math.hypot(at.x - spot.x, at.y - spot.y));
      }
  return out;
}

const ownersOf = (wire: WireToLay, spots: readonly WireSpot[]): Set<string> =>
  new Set([...wire.from.owners, ...spots.flatMap((s) => s.owners)]);

/** Cells near a path, for its partner. */
function besideCells(grid: RouteGrid, path: readonly WayPoint[]): Set<number> {
  const out = new Set<number>();
  const reach = Math.ceil(BESIDE_MM / grid.step);
  const half = grid.columns * grid.rows;
  const steps = path.slice(1).flatMap((b, i) => {
    const a = path[i] as WayPoint;
    if (a.face !== b.face) return [];
    const n = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.8));
    return Array.from({ length: n + 1 }, (_, k) => ({
      face: a.face,
      x: a.x + ((b.x - a.x) * k) / n,
      y: a.y + ((b.y - a.y) * k) / n,
    }));
  });
  for (const p of steps) {
    const middle = cellAt(grid, p, p.face);
    const flat = middle % half;
    const [mx, my] = [flat % grid.columns, Math.floor(flat / grid.columns)];
    for (let y = Math.max(0, my - reach); y <= Math.min(grid.rows - 1, my + reach); y += 1)
      for (let x = Math.max(0, mx - reach); x <= Math.min(grid.columns - 1, mx + reach); x += 1)
        out.add((middle >= half ? half : 0) + y * grid.columns + x);
  }
  return out;
}

/** Marks the cells of a way, and those between slanting steps, so that no wire slips through unseen. */
function markWay(grid: RouteGrid, path: readonly WayPoint[], by: 1 | -1): void {
  const cells = new Set<number>();
  for (const [i, b] of path.slice(1).entries()) {
    const a = path[i] as WayPoint;
    if (a.face !== b.face) continue;
    const n = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / (grid.step * 0.5)));
    let before = -1;
    for (let k = 0; k <= n; k += 1) {
      const at = { x: a.x + ((b.x - a.x) * k) / n, y: a.y + ((b.y - a.y) * k) / n };
      const cell = cellAt(grid, at, a.face);
      cells.add(cell);
      const step = cell - before;
      // A slanting step leaves a gap that another slanting step would slip through.
      if (before >= 0 && Math.abs(Math.abs(step) - grid.columns) === 1)
        cells.add(step > 0 ? before + grid.columns : before - grid.columns);
      before = cell;
    }
  }
  for (const cell of cells) grid.wires[cell] = Math.max(0, (grid.wires[cell] as number) + by);
}

/** Lays one wire among the others; `null` without a way. `soft`: over small parts as well. */
function layOne(
  desk: Desk,
  wire: WireToLay,
  others: readonly Laid[],
  crossingMm: number,
  soft: boolean,
  mostMm = Infinity,
): Laid | null {
  const { problem, grid } = desk;
  const own = ownersOf(wire, wire.to);
  const taken = [
    ...new Set([...[...own].flatMap((o) => desk.byOwner.get(o) ?? []), ...(soft ? desk.plain : [])]),
  ];
  for (const o of taken) stamp(grid, o, -1);
  const free = new Set(taken.map((o) => problem.obstacles[o]));
  const skip = (o: Obstacle): boolean => free.has(o);
  const partner = others.find((l) => l.wire.id === wire.beside);
  const costs = { wireMm: crossingMm, cheap: partner ? besideCells(grid, partner.path) : null, mostMm };
  const starts = cellsFrom(desk, wire.from, skip);
  const cellsOfSpot = wire.to.map((s) => ({ spot: s, cells: cellsFrom(desk, s, skip) }));
  const goals = new Map<number, number>();
  for (const { cells } of cellsOfSpot)
    for (const [cell, mm] of cells) goals.set(cell, Math.min(mm, goals.get(cell) ?? Infinity));
  let cells: readonly number[] | null;
  if (wire.via) {
    const middle = cellsFrom(desk, wire.via, skip);
    const first = searchWay(grid, desk.space, starts, middle, costs);
    const last = first?.at(-1);
    const rest = last === undefined ? null : searchWay(grid, desk.space, new Map([[last, 0]]), goals, costs);
    cells = first && rest ? [...first, ...rest.slice(1)] : null;
  } else cells = searchWay(grid, desk.space, starts, goals, costs);
  for (const o of taken) stamp(grid, o, 1);
  if (!cells) return null;
  const end = cells.at(-1) as number;
  const spot = cellsOfSpot
    .flatMap((c) => (c.cells.has(end) ? [{ spot: c.spot, mm: c.cells.get(end) ?? 0 }] : []))
    .sort((a, b) => a.mm - b.mm)[0]?.spot;
  if (!spot) return null;
  const rough: WayPoint[] = [
    { x: wire.from.x, y: wire.from.y, face: wire.from.face },
    ...cells.map((c) => ({ ...placeOf(grid, c), face: faceAt(grid, c) })),
    { x: spot.x, y: spot.y, face: spot.face },
  ];
  const paths = others.map((l) => l.path);
  const pull = (path: readonly WayPoint[]): WayPoint[] =>
    pullTaut(desk.solids, path, desk.roomMm - CELL_ROOM_MM, skip, paths);
  const path = wire.via ? pullVia(rough, wire.via, pull) : taut(rough, pull);
  const over = soft ? [...new Set(desk.plain.flatMap((i) => overPart(problem, i, path, own)))] : [];
  return { wire, spot, path, over };
}

/** Pulled from both ends, whichever comes out shorter. */
function taut(rough: readonly WayPoint[], pull: (p: readonly WayPoint[]) => WayPoint[]): WayPoint[] {
  const there = pull(pull(rough));
  const back = pull(rough.toReversed()).reverse();
  return pathLengthMm(back) < pathLengthMm(there) - 1e-9 ? back : there;
}

/** The place that the person named stays in the way. */
function pullVia(
  rough: readonly WayPoint[],
  via: XY,
  pull: (p: readonly WayPoint[]) => WayPoint[],
): WayPoint[] {
  const off = rough.map((p) => Math.hypot(p.x - via.x, p.y - via.y));
  const at = off.indexOf(Math.min(...off));
  return [...taut(rough.slice(0, at + 1), pull), ...taut(rough.slice(at), pull).slice(1)];
}

function overPart(
  problem: RouteProblem,
  index: number,
  path: readonly WayPoint[],
  own: ReadonlySet<string>,
): string[] {
  const o = problem.obstacles[index];
  if (!o || own.has(o.owner)) return [];
  return path.slice(1).some((b, i) => {
    const a = path[i] as WayPoint;
    return a.face === b.face && a.face === o.face && stretchToShape(a, b, o.shape) < 0.02;
  })
    ? [o.name]
    : [];
}

function whyNot(problem: RouteProblem, wire: WireToLay): Unlaid {
  if (wire.to.length === 0) return { id: wire.id, code: 'no-landing', message: 'it has no landing yet' };
  if (!problem.linked && wire.to.every((s) => s.face !== wire.from.face))
    return {
      id: wire.id,
      code: 'faces-apart',
      message:
        'its landing is on the other face, and the faces are not laid on each other: do that under Look over, or type the length',
    };
  return {
    id: wire.id,
    code: 'walled-in',
    message: 'no way was found round what stands there: type the length that you lay',
  };
}

const sum = (list: readonly Laid[]): number => list.reduce((s, l) => s + pathLengthMm(l.path), 0);
const crossed = (list: readonly Laid[]): number =>
  list.reduce((s, l, i) => s + list.slice(i + 1).reduce((t, m) => t + crossingsOf(l.path, m.path), 0), 0);

/**
 * Lays every wire over the board: cheapest way on a grid, each one taken up and laid again among the others in several rounds, then pulled
 * taut; the best round stands. Millimetres; throws RangeError for places that are not finite and wires of one id.
 * @param rounds how often each wire is laid again; 0 lays one after the other
 */
export function layWires(problem: RouteProblem, rounds = ROUNDS): RouteReport {
  const { wires } = problem;
  if (new Set(wires.map((w) => w.id)).size !== wires.length) throw new RangeError('two wires have one id');
  for (const p of wires.flatMap((w) => [w.from, ...w.to]))
    if (!Number.isFinite(p.x) || !Number.isFinite(p.y))
      throw new RangeError(`a wire's end stands at ${p.x}, ${p.y}`);
  const thick = Math.max(0.1, ...wires.map((w) => w.diameterMm));
  const roomMm = Math.min(0.3, thick / 2 + WIRE_ROOM_MM) + CELL_ROOM_MM;
  const grid = layGrid(problem, roomMm);
  const byOwner = new Map<string, number[]>();
  problem.obstacles.forEach((o, i) => byOwner.set(o.owner, [...(byOwner.get(o.owner) ?? []), i]));
  const plain = problem.obstacles.flatMap((o, i) => (o.plain ? [i] : []));
  const desk: Desk = {
    problem,
    solids: solidsOf(problem),
    grid,
    space: searchSpace(grid),
    roomMm,
    byOwner,
    plain,
  };
  const lay = (wire: WireToLay, others: readonly Laid[], crossingMm = CROSSING_MM): Laid | null =>
    layOne(desk, wire, others, crossingMm, false) ?? layOne(desk, wire, others, crossingMm, true);
  const alone = new Map(wires.map((w) => [w.id, lay({ ...w, via: null }, [])]));
  const aloneMm = (id: string): number => {
    const l = alone.get(id);
    return l ? pathLengthMm(l.path) : Infinity;
  };
  const order = wires.filter((w) => alone.get(w.id)).sort((a, b) => aloneMm(a.id) - aloneMm(b.id));
  let laid: Laid[] = [];
  const put = (l: Laid | null): void => {
    if (!l) return;
    laid.push(l);
    markWay(grid, l.path, 1);
  };
  for (const w of order) {
    const direct = alone.get(w.id);
    const free = direct && w.via === null && laid.every((l) => crossingsOf(l.path, direct.path) === 0);
    const pair = w.beside !== null && laid.some((l) => l.wire.id === w.beside);
    put(free && !pair ? direct : lay(w, laid));
  }
  const shortest = order.reduce((s, w) => s + aloneMm(w.id), 0);
  const crossingsOfOne = (l: Laid): number =>
    laid.reduce((s, o) => s + (o.wire.id === l.wire.id ? 0 : crossingsOf(o.path, l.path)), 0);
  // One after the other is taken up and laid where it crosses less, as long as all together stay little longer than the shortest.
  for (let round = 1; round <= rounds; round += 1) {
    let better = false;
    const worst = laid
      .map((l) => ({ l, n: crossingsOfOne(l) }))
      .filter(({ n }) => n > 0)
      .sort((a, b) => b.n - a.n);
    for (const { l: old } of worst) {
      const before = crossingsOfOne(old);
      if (before === 0) continue;
      const others = laid.filter((l) => l !== old);
      markWay(grid, old.path, -1);
      const most = pathLengthMm(old.path) + CROSSING_WORTH_MM * before;
      const other = layOne(
        desk,
        old.wire,
        others,
        CROSSING_CELL_MM * round,
        false,
        most * (0.6 + 0.4 * round),
      );
      const longer = other ? pathLengthMm(other.path) - pathLengthMm(old.path) : Infinity;
      const fewer = other ? before - crossingsOfOne(other) : 0;
      const take =
        other !== null && longer < CROSSING_WORTH_MM * fewer && sum(laid) + longer <= LONGER * shortest;
      const stays = take ? other : old;
      markWay(grid, stays.path, 1);
      laid = [...others, stays];
      better ||= take;
    }
    if (!better) break;
  }
  const best = laid;
  const ways = wires.flatMap((w): Way[] => {
    const l = best.find((x) => x.wire.id === w.id);
    if (!l) return [];
    return [
      {
        id: w.id,
        pointId: l.spot.pointId,
        path: l.path,
        lengthMm: pathLengthMm(l.path),
        aloneMm: aloneMm(w.id),
        bendMm: tightestBendMm(l.path),
        crosses: best.filter((o) => o !== l && crossingsOf(o.path, l.path) > 0).map((o) => o.wire.id),
        over: l.over,
      },
    ];
  });
  return {
    ways,
    unlaid: wires.filter((w) => !ways.some((x) => x.id === w.id)).map((w) => whyNot(problem, w)),
    crossings: crossed(best),
    totalMm: sum(best),
  };
}
