import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { Projective } from '../geometry/projective';
import { project, similarity } from '../geometry/projective';
import type { Board, Face, PinRow } from './board';
import { freshId } from './place-row';
import { pinPoint } from './probe-point';

/** Things are what is placed and moved as one: rows, legs, components, loose points, lines and areas. */

/** The thing that an id belongs to: a pin's row, a terminal's component, else the thing itself; `null` for an unknown id. */
export function thingOf(board: Board, id: string): string | null {
  const row = board.rows.find((r) => r.id === id || r.pins.some((p) => p.id === id));
  if (row) return row.id;
  const part = board.components.find((c) => c.id === id || c.terminals.some((t) => t.id === id));
  if (part) return part.id;
  return [...board.legs, ...board.points, ...board.lines, ...board.areas].some((t) => t.id === id)
    ? id
    : null;
}

/** Every place of a thing, as it is moved and measured. */
export function thingPlaces(board: Board, id: string): BoardPoint[] {
  const row = board.rows.find((r) => r.id === id);
  if (row) return row.pins.map((_, i) => pinPoint(row, i));
  const spot = [...board.legs, ...board.points].find((t) => t.id === id);
  if (spot) return [spot.at];
  const part = board.components.find((c) => c.id === id);
  if (part) return part.terminals.map((t) => t.at);
  return [...([...board.lines, ...board.areas].find((t) => t.id === id)?.points ?? [])];
}

function movedRow(row: PinRow, move: (p: BoardPoint) => BoardPoint): PinRow {
  const first = move(row.first);
  const last =
    row.pins.length > 1
      ? pinPoint(row, row.pins.length - 1)
      : boardPoint(
          row.first.x + Math.cos((row.directionDeg * Math.PI) / 180),
          row.first.y + Math.sin((row.directionDeg * Math.PI) / 180),
        );
  const end = move(last);
  const before = Math.hypot(last.x - row.first.x, last.y - row.first.y);
  const stretch = before > 0 ? Math.hypot(end.x - first.x, end.y - first.y) / before : 1;
  const measured = row.measuredPitch;
  return {
    ...row,
    first,
    directionDeg: (Math.atan2(end.y - first.y, end.x - first.x) * 180) / Math.PI,
    // A pitch that was typed is a known figure and stays; one that was measured follows its measure.
    ...(measured && Math.abs(stretch - 1) > 1e-9
      ? {
          pitchMm: row.pitchMm * stretch,
          offsetsMm: row.offsetsMm?.map((o) => o * stretch) ?? null,
          measuredPitch: { mm: measured.mm * stretch, sigmaMm: measured.sigmaMm * stretch },
        }
      : {}),
  };
}

/** The board with every place of some things moved. */
function movePlaces(
  board: Board,
  wanted: (id: string, face: Face) => boolean,
  move: (p: BoardPoint) => BoardPoint,
  turnDeg = 0,
): Board {
  const spot = <T extends { readonly id: string; readonly face: Face; readonly at: BoardPoint }>(t: T): T =>
    wanted(t.id, t.face) ? { ...t, at: move(t.at) } : t;
  const path = <
    T extends { readonly id: string; readonly face: Face; readonly points: readonly BoardPoint[] },
  >(
    t: T,
  ): T => (wanted(t.id, t.face) ? { ...t, points: t.points.map(move) } : t);
  return {
    ...board,
    rows: board.rows.map((r) => (wanted(r.id, r.face) ? movedRow(r, move) : r)),
    legs: board.legs.map((l) => {
      const there = spot(l);
      return there !== l && turnDeg !== 0 && there.slot
        ? { ...there, slot: { ...there.slot, directionDeg: there.slot.directionDeg + turnDeg } }
        : there;
    }),
    points: board.points.map(spot),
    components: board.components.map((c) =>
      wanted(c.id, c.face) ? { ...c, terminals: c.terminals.map((t) => ({ ...t, at: move(t.at) })) } : c,
    ),
    lines: board.lines.map(path),
    areas: board.areas.map(path),
  };
}

/** Moves all of a face by a map, the pairs that hold the faces together included: when the face's base picture is measured anew. */
export function moveFace(board: Board, face: Face, map: Projective): Board {
  const move = (p: BoardPoint): BoardPoint => {
    const q = project(map, p);
    return boardPoint(q.x, q.y);
  };
  const moved = movePlaces(board, (_, f) => f === face, move);
  return {
    ...moved,
    facePairs: board.facePairs.map((p) => ({ ...p, [face]: move(p[face]) })),
    seenWrong: board.seenWrong.map((s) => (s.face === face ? { face, at: move(s.at) } : s)),
    overlays: board.overlays.map((o) =>
      o.face === face ? { ...o, to: [move(o.to[0]), move(o.to[1])] as const } : o,
    ),
  };
}

const movable = (board: Board, ids: readonly string[]): ReadonlySet<string> =>
  new Set(ids.filter((id) => !board.locked.includes(id)));

/** Some things shifted by millimetres; locked ones stay. */
export function shiftThings(board: Board, ids: readonly string[], dx: number, dy: number): Board {
  const set = movable(board, ids);
  return movePlaces(
    board,
    (id) => set.has(id),
    (p) => boardPoint(p.x + dx, p.y + dy),
  );
}

/** Some things turned together about the middle of all their places, degrees, clockwise on the screen; locked ones stay. */
export function turnThings(board: Board, ids: readonly string[], degrees: number): Board {
  const set = movable(board, ids);
  const places = [...set].flatMap((id) => thingPlaces(board, id));
  if (places.length === 0) return board;
  const xs = places.map((p) => p.x);
  const ys = places.map((p) => p.y);
  const c = { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
  const turn = similarity(1, (degrees * Math.PI) / 180, 0, 0);
  return movePlaces(
    board,
    (id) => set.has(id),
    (p) => {
      const q = project(turn, { x: p.x - c.x, y: p.y - c.y });
      return boardPoint(c.x + q.x, c.y + q.y);
    },
    degrees,
  );
}

/** Middles of some things brought on one line, upright (`x`) or level (`y`): that of the first. Locked ones stay. */
export function alignThings(board: Board, ids: readonly string[], axis: 'x' | 'y'): Board {
  const middle = (id: string): number => {
    const at = thingPlaces(board, id).map((p) => p[axis]);
    return at.reduce((a, b) => a + b, 0) / Math.max(1, at.length);
  };
  const [lead] = ids;
  if (lead === undefined) return board;
  const wanted = middle(lead);
  return ids.slice(1).reduce((b, id) => {
    const by = wanted - middle(id);
    return shiftThings(b, [id], axis === 'x' ? by : 0, axis === 'y' ? by : 0);
  }, board);
}

/** The letters of an id and what it counts: `R7` is of `R`. */
const prefixOf = (id: string): string => id.replace(/\d+$/u, '');

/** Copies of some things, shifted, with names that count on and every pad yet to be looked at. */
export function copyThings(
  board: Board,
  ids: readonly string[],
  dx: number,
  dy: number,
): { readonly board: Board; readonly ids: readonly string[] } {
  let next = board;
  const made: string[] = [];
  for (const id of ids) {
    const fresh = freshId(next, prefixOf(id));
    const by = { id: fresh, name: fresh };
    const row = board.rows.find((r) => r.id === id);
    const leg = board.legs.find((l) => l.id === id);
    const part = board.components.find((c) => c.id === id);
    const point = board.points.find((p) => p.id === id);
    const line = board.lines.find((l) => l.id === id);
    const area = board.areas.find((a) => a.id === id);
    if (row)
      next = {
        ...next,
        rows: [
          ...next.rows,
          {
            ...row,
            id: fresh,
            pins: row.pins.map((p) => ({ ...p, id: `${fresh}.${p.number}`, state: 'unchecked' as const })),
          },
        ],
      };
    else if (leg)
      next = {
        ...next,
        legs: [
          ...next.legs,
          { ...leg, id: fresh, name: `leg ${fresh.replace(/^\D+/u, '')}`, state: 'unchecked' },
        ],
      };
    else if (part)
      next = {
        ...next,
        components: [
          ...next.components,
          { ...part, ...by, terminals: part.terminals.map((t, i) => ({ ...t, id: `${fresh}.${i + 1}` })) },
        ],
      };
    else if (point)
      next = {
        ...next,
        points: [
          ...next.points,
          { ...point, id: fresh, name: `${point.name.replace(/ \d+$/u, '')} ${fresh.replace(/^\D+/u, '')}` },
        ],
      };
    else if (line) next = { ...next, lines: [...next.lines, { ...line, ...by }] };
    else if (area) next = { ...next, areas: [...next.areas, { ...area, ...by }] };
    else continue;
    made.push(fresh);
  }
  return { board: shiftThings(next, made, dx, dy), ids: made };
}

/** The board without some things; locked ones stay. */
export function removeThings(board: Board, ids: readonly string[]): Board {
  const gone = movable(board, ids);
  const stays = (t: { readonly id: string }): boolean => !gone.has(t.id);
  return {
    ...board,
    rows: board.rows.filter(stays),
    legs: board.legs.filter(stays),
    components: board.components.filter(stays),
    points: board.points.filter(stays),
    lines: board.lines.filter(stays),
    areas: board.areas.filter(stays),
    overlays: board.overlays.filter(stays),
  };
}

/** Some things locked, or unlocked when all of them are locked. */
export function toggleLock(board: Board, ids: readonly string[]): Board {
  const all = ids.every((id) => board.locked.includes(id));
  const others = board.locked.filter((id) => !ids.includes(id));
  return { ...board, locked: all ? others : [...others, ...ids] };
}

/** What a click means: a place of a thing that is there, or just where it was clicked (`id` is `null`). */
export interface SnappedPlace {
  readonly at: BoardPoint;
  readonly id: string | null;
}

/**
 * The place of a thing on this face nearest to a click, within reach and never further than half a pitch of the face's rows, so that a
 * neighbour is not taken for it; the click itself where none is.
 */
export function snapPlace(board: Board, face: Face, at: BoardPoint, reachMm: number): SnappedPlace {
  const things = [
    ...board.rows,
    ...board.legs,
    ...board.components,
    ...board.points,
    ...board.lines,
    ...board.areas,
  ];
  const pitches = board.rows.filter((r) => r.face === face).map((r) => r.pitchMm);
  let best: { at: BoardPoint; id: string | null; off: number } = {
    at,
    id: null,
    off: Math.min(reachMm, ...pitches.map((p) => p / 2)),
  };
  for (const thing of things) {
    if (thing.face !== face) continue;
    for (const p of thingPlaces(board, thing.id)) {
      const off = Math.hypot(p.x - at.x, p.y - at.y);
      if (off < best.off) best = { at: p, id: thing.id, off };
    }
  }
  return { at: best.at, id: best.id };
}
