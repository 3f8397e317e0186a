import pathfinding from 'pathfinding';
import type { RouteProblem, RouteReport, WayPoint } from '@zebbit/core';
import {
  EMPTY_DOCUMENTS,
  EMPTY_REBUILD,
  FRESH_CHOICE,
  jobView,
  judgeLanding,
  layWires,
  traceContext,
  weighTrace,
  wiresToLay,
} from '@zebbit/core';
import { askTruth, brokenBoard, truthBench, wiredBoard } from '@zebbit/core/practice';
import type { Reading } from '@zebbit/core';

type Grid = InstanceType<typeof pathfinding.Grid>;

function problemOf(seed: number, wish: Parameters<typeof wiredBoard>[1] = {}): RouteProblem {
  const made = wiredBoard(seed, wish);
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
  return wiresToLay(view.trace, view.plans, choices, null).problem;
}

type Obstacle = RouteProblem['obstacles'][number];

/** How far a place is outside an obstacle, below 0 inside; written apart from the core. */
function outside(x: number, y: number, { shape }: Obstacle): number {
  if (shape.kind === 'disc') return Math.hypot(x - shape.at.x, y - shape.at.y) - shape.radius;
  const a = shape.kind === 'box' ? (-shape.deg * Math.PI) / 180 : 0;
  if (shape.kind === 'box') {
    const [dx, dy] = [x - shape.at.x, y - shape.at.y];
    const u = Math.abs(dx * Math.cos(a) - dy * Math.sin(a)) - shape.width / 2;
    const v = Math.abs(dx * Math.sin(a) + dy * Math.cos(a)) - shape.height / 2;
    return u > 0 || v > 0 ? Math.hypot(Math.max(0, u), Math.max(0, v)) : Math.max(u, v);
  }
  let inside = false;
  let near = Infinity;
  const { points } = shape;
  for (const [i, p] of points.entries()) {
    const q = points[(i + 1) % points.length] ?? p;
    const straddles = p.y > y ? q.y <= y : q.y > y;
    if (straddles && x < ((q.x - p.x) * (y - p.y)) / (q.y - p.y) + p.x) inside = !inside;
    const along = ((x - p.x) * (q.x - p.x) + (y - p.y) * (q.y - p.y)) / ((q.x - p.x) ** 2 + (q.y - p.y) ** 2);
    const t = Math.min(1, Math.max(0, along));
    near = Math.min(near, Math.hypot(x - p.x - t * (q.x - p.x), y - p.y - t * (q.y - p.y)));
  }
  return inside ? -near : near;
}

/** Ways that enter what they must not, sampled every 0.05 mm. */
function trespassers(p: RouteProblem, report: RouteReport): number {
  return report.ways.filter((way) => {
    const wire = p.wires.find((w) => w.id === way.id);
    const own = new Set([...(wire?.from.owners ?? []), ...(wire?.to.flatMap((s) => s.owners) ?? [])]);
    const others = p.obstacles.filter((o) => !own.has(o.owner) && !way.over.includes(o.name));
    return way.path.slice(1).some((b, i) => {
      const a = way.path[i] as WayPoint;
      if (a.face !== b.face) return false;
      const n = Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.05);
      return Array.from({ length: n + 1 }, (_, k) => k / n).some((t) => {
        const [x, y] = [a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t];
        return others.some((o) => o.face === a.face && outside(x, y, o) < 0.05);
      });
    });
  }).length;
}

const COARSE_MM = 0.4;
/** Fine enough for a lane between pads half a millimetre apart. */
const FINE_MM = 0.25;

/** The board as a grid for the path-finding library of the registry. */
function libraryGrid(
  p: RouteProblem,
  step: number,
): {
  readonly grid: Grid;
  readonly cell: (x: number, y: number) => [number, number];
} {
  const ends = p.wires.flatMap((w) => [w.from, ...w.to]);
  const [left, top] = [Math.min(...ends.map((e) => e.x)) - 8, Math.min(...ends.map((e) => e.y)) - 8];
  const columns = Math.ceil((Math.max(...ends.map((e) => e.x)) + 8 - left) / step);
  const rows = Math.ceil((Math.max(...ends.map((e) => e.y)) + 8 - top) / step);
  const grid = new pathfinding.Grid(columns, rows);
  for (let y = 0; y < rows; y += 1)
    for (let x = 0; x < columns; x += 1)
      if (p.obstacles.some((o) => o.face === 'top' && outside(left + x * step, top + y * step, o) < 0.1))
        grid.setWalkableAt(x, y, false);
  const clamp = (v: number, most: number): number => Math.min(most - 1, Math.max(0, v));
  return {
    grid,
    cell: (x, y) => [
      clamp(Math.round((x - left) / step), columns),
      clamp(Math.round((y - top) / step), rows),
    ],
  };
}

const finder = new pathfinding.AStarFinder({
  diagonalMovement: pathfinding.DiagonalMovement.OnlyWhenNoObstacles,
});

/** Cells round an end are opened: there its own joint stands. */
function open(grid: Grid, [x, y]: [number, number]): void {
  for (let dy = -3; dy <= 3; dy += 1)
    for (let dx = -3; dx <= 3; dx += 1)
      try {
        grid.setWalkableAt(x + dx, y + dy, true);
      } catch {
        // Beyond the grid's edge there is nothing to open.
      }
}

const lengthOf = (cells: readonly [number, number][], step: number): number =>
  cells.slice(1).reduce((s, [x, y], i) => {
    const [px, py] = cells[i] ?? [x, y];
    return s + step * Math.hypot(x - px, y - py);
  }, 0);

/** Wires with the library in the order given; `walls` makes each one a wall to those after it. `null` where one finds no way. */
function byLibrary(p: RouteProblem, order: readonly number[], walls: boolean): number[] | null {
  const step = walls ? FINE_MM : COARSE_MM;
  const { grid, cell } = libraryGrid(p, step);
  const taken: [number, number][] = [];
  const lengths: number[] = [];
  for (const i of order) {
    const w = p.wires[i];
    const to = w?.to[0];
    if (!w || !to) return null;
    const free = grid.clone();
    const ends = [cell(w.from.x, w.from.y), cell(to.x, to.y)] as const;
    for (const e of ends) open(free, e);
    for (const [x, y] of taken) free.setWalkableAt(x, y, false);
    for (const [x, y] of ends) free.setWalkableAt(x, y, true);
    const path = finder.findPath(ends[0][0], ends[0][1], ends[1][0], ends[1][1], free);
    if (path.length === 0) return null;
    lengths.push(lengthOf(path, step));
    if (walls) taken.push(...path);
  }
  return lengths;
}

const permutations = (n: number): number[][] =>
  n === 0
    ? [[]]
    : permutations(n - 1).flatMap((rest) =>
        Array.from({ length: n }, (_, at) => [...rest.slice(0, at), n - 1, ...rest.slice(at)]),
      );

/** Routes over made-up boards: what they enter, how long they are, how often they cross, how long it takes. */
export function benchRoutes(fresh: number, count: number): void {
  const seeds = Array.from({ length: count }, (_, i) => (i < count / 2 ? i + 1 : 10_000 + fresh + i));
  const sum = { wires: 0, laid: 0, bad: 0, total: 0, alone: 0, crossings: 0, over: 0, worst: 0 };
  let [ours, library, libraryLength, libraryFound, libraryMissed] = [0, 0, 0, 0, 0];
  for (const seed of seeds) {
    const p = problemOf(seed);
    const t0 = performance.now();
    const report = layWires(p);
    ours += performance.now() - t0;
    const alone = report.ways.reduce((s, w) => s + w.aloneMm, 0);
    sum.wires += p.wires.length;
    sum.laid += report.ways.length;
    sum.bad += trespassers(p, report);
    sum.total += report.totalMm;
    sum.alone += alone;
    sum.crossings += report.crossings;
    sum.over += report.ways.filter((w) => w.over.length > 0).length;
    sum.worst = Math.max(sum.worst, report.totalMm / alone);
    if (seed % 10 !== 0) continue;
    const t1 = performance.now();
    for (const i of p.wires.keys()) {
      const found = byLibrary(p, [i], false);
      if (found) {
        libraryLength += (found[0] ?? 0) / (report.ways[i]?.aloneMm ?? 1);
        libraryFound += 1;
      } else libraryMissed += 1;
    }
    library += performance.now() - t1;
  }
  process.stdout.write(
    [
      `\nRoutes over ${count} made-up boards (half of them from a fresh number, ${10_000 + fresh}): ${sum.laid} of ${sum.wires} wires laid, ${sum.bad} enter what they must not (sampled every 0.05 mm)`,
      `  together ${(sum.total / sum.alone).toFixed(3)} times the sum of each alone, worst board ${sum.worst.toFixed(3)}; ${sum.crossings} crossings, ${(sum.crossings / sum.laid).toFixed(2)} a wire; ${sum.over} over a small part`,
      `  ${(ours / count).toFixed(0)} ms a board; a path-finding library of the registry, one wire after the other on a coarser grid, on a tenth of them: ${((10 * library) / count).toFixed(0)} ms a board, its ways ${(libraryLength / Math.max(1, libraryFound)).toFixed(2)} times as long as ours alone, ${libraryMissed} not found`,
      '',
    ].join('\n'),
  );
  benchCrossings(fresh);
  const times = [901, 902, 903, 20_000 + fresh].map((seed) => {
    const p = problemOf(seed, { widthMm: 60, heightMm: 40, wires: 14 });
    const t0 = performance.now();
    layWires(p);
    return performance.now() - t0;
  });
  process.stdout.write(`  14 wires on 60 x 40 mm: ${times.map((t) => t.toFixed(0)).join(', ')} ms\n`);
}

/** Small boards against every order of laying, each wire a wall to those after it. */
function benchCrossings(fresh: number): void {
  const tally = { boards: 0, ours: 0, none: 0, free: 0, short: 0 };
  for (let i = 0; i < 20; i += 1) {
    const p = problemOf(i < 10 ? 500 + i : 30_000 + fresh + i, {
      widthMm: 30,
      heightMm: 24,
      wires: 4,
      parts: 8,
      keepOuts: 2,
    });
    const report = layWires(p);
    const alone = report.ways.reduce((s, w) => s + w.aloneMm, 0);
    const orders = permutations(p.wires.length).flatMap(
      (o) => byLibrary(p, o, true)?.reduce((s, l) => s + l, 0) ?? [],
    );
    tally.boards += 1;
    tally.ours += report.crossings;
    if (report.crossings === 0) tally.none += 1;
    if (orders.length > 0) tally.free += 1;
    // A grid's ways are some 5 % longer than taut ones.
    if (orders.some((mm) => mm <= 1.2 * alone)) tally.short += 1;
  }
  process.stdout.write(
    `  crossings on ${tally.boards} small boards of 4 wires: ${tally.ours}, none on ${tally.none}; by brute force over all orders ${tally.free} of them can be laid without any, ${tally.short} within the length that is allowed\n`,
  );
}

/** Every pin of made-up boards on every point, chosen by hand after a few readings. */
export function benchChoices(fresh: number, count: number): void {
  for (const from of ['usual', 'others'] as const) {
    const sum = { boards: 0, harmful: 0, refused: 0, warned: 0, missed: 0, right: 0, held: 0 };
    const plan = { wires: 0, warned: 0, harmful: 0, legsLeftOut: 0 };
    for (let i = 0; i < count / 2; i += 1) {
      const made = brokenBoard(i < count / 4 ? i + 1 : 40_000 + fresh + i, { from });
      const bench = truthBench(made.truth);
      const readings: Reading[] = [];
      for (let n = 0; n < 6; n += 1) {
        const { order } = weighTrace(made.truth.board, readings);
        if (!order) break;
        readings.push({
          id: `r${n}`,
          at: '',
          struck: false,
          red: order.red,
          black: order.black,
          mode: order.mode,
          ...askTruth(bench, order.red, order.black, order.mode),
        });
      }
      const answers = weighTrace(made.truth.board, readings);
      const { believed } = answers;
      const ctx = traceContext(made.truth.board, readings);
      const pinNets = new Set(Object.values(made.pinNets));
      sum.boards += 1;
      const view = jobView(
        {
          ...EMPTY_DOCUMENTS,
          board: made.truth.board,
          intake: { ...EMPTY_DOCUMENTS.intake, kinds: ['torn'] },
          readings,
          results: [],
        },
        answers,
      );
      for (const p of view.plans) {
        if (p.repair.kind !== 'jumper') continue;
        const own = made.pinNets[p.row.pin.id];
        const there = made.truth.netOf[p.repair.landing.pointId] ?? '';
        plan.wires += 1;
        if (p.verdict.level === 'warn') plan.warned += 1;
        else if (own !== undefined && there !== own && (there === '0' || pinNets.has(there))) {
          plan.harmful += 1;
          process.stdout.write(`  plan: ${made.kind}, ${p.row.pin.label} to ${p.repair.landing.label}\n`);
        }
      }
      plan.legsLeftOut += made.truth.board.legs.filter(
        (l) => l.fixing !== 'peg' && !view.order.some((o) => o.id === `leg:${l.id}`),
      ).length;
      for (const pin of ctx.pins) {
        const net = made.pinNets[pin.id];
        if (net === undefined) continue;
        for (const point of ctx.points) {
          if (point.owner === 'pin') continue;
          const there = made.truth.netOf[point.id] ?? '';
          const { level } = judgeLanding(ctx, pin, point, believed);
          if (there === net) {
            sum.right += 1;
            if (level === 'refuse') sum.held += 1;
          } else if (there === '0' || pinNets.has(there)) {
            sum.harmful += 1;
            if (level === 'refuse') sum.refused += 1;
            else if (level === 'fine') {
              sum.missed += 1;
              process.stdout.write(`  missed: ${made.kind}, ${pin.label} on ${point.label}\n`);
            } else sum.warned += 1;
          }
        }
      }
    }
    process.stdout.write(
      `\nLandings chosen by hand, ${sum.boards} boards (${from}), six readings each: ${sum.harmful} would short a net to ground or a neighbour: ${sum.refused} refused, ${sum.warned} warned of, ${sum.missed} missed; of ${sum.right} right ones ${sum.held} refused\n  plans as proposed: ${plan.wires} wires, ${plan.warned} with something to settle first, ${plan.harmful} of the others would short; ${plan.legsLeftOut} legs left out\n`,
    );
  }
}
