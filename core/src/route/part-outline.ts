import type { Board, Face, PinRow } from '../board/board';
import { pinPoint } from '../board/probe-point';
import type { ConnectorPart } from '../connector/part';
import { opening } from '../connector/part';
import { fitSimilarity } from '../geometry/fit-similarity';
import type { XY } from '../geometry/projective';
import { project } from '../geometry/projective';

/** The new part as it will stand on the board, millimetres of its face. */
export interface PartOutline {
  readonly face: Face;
  /** Its body from behind the contacts' toes to its front, corners in order. */
  readonly body: readonly XY[];
  readonly legs: readonly { readonly at: XY; readonly radiusMm: number; readonly through: boolean }[];
  /** The outline is drawn from the family alone, since the part chosen has no drawing here. */
  readonly assumed: boolean;
}

/** The body begins this far ahead of the middle of the contacts: their toes stay free to be soldered, mm (common practice). */
const TOES_MM = 0.75;
const USUAL_DEPTH_MM = 6;
const USUAL_SIDE_MM = 1.2;

const turn = (p: XY, deg: number): XY => {
  const a = (deg * Math.PI) / 180;
  return { x: p.x * Math.cos(a) - p.y * Math.sin(a), y: p.x * Math.sin(a) + p.y * Math.cos(a) };
};

/** Lays a part of the library on a row by the numbers of its contacts; `null` when too few of them agree. */
function laidPart(row: PinRow, part: ConnectorPart): PartOutline | null {
  const pairs = row.pins.flatMap((pin, i) => {
    const numbers = pin.number.split('/');
    const land = part.lands.find((l) => l.role === 'contact' && l.numbers.some((n) => numbers.includes(n)));
    return land ? [{ from: land.at, to: pinPoint(row, i) }] : [];
  });
  // Each face is seen from its own side, so a part is never mirrored on it; turned, at the most.
  const laid = fitSimilarity(pairs, { scale: 1 });
  if (!laid.ok || laid.fit.rms > 0.6) return null;
  const { fit } = laid;
  const mouth = part.mouthDeg ?? 90;
  const contacts = part.lands.filter((l) => l.role === 'contact');
  const middle = {
    x: contacts.reduce((s, l) => s + l.at.x, 0) / Math.max(1, contacts.length),
    y: contacts.reduce((s, l) => s + l.at.y, 0) / Math.max(1, contacts.length),
  };
  const half = (part.shellMm?.[0] ?? USUAL_DEPTH_MM) / 2;
  const front = part.frontMm ?? USUAL_DEPTH_MM;
  const body = [
    [TOES_MM, -half],
    [front, -half],
    [front, half],
    [TOES_MM, half],
  ].map(([u = 0, v = 0]) => {
    const p = turn({ x: u, y: v }, mouth);
    return project(fit.map, { x: middle.x + p.x, y: middle.y + p.y });
  });
  const legs = part.lands
    .filter((l) => l.role !== 'contact')
    .map((l) => ({
      at: project(fit.map, l.at),
      radiusMm: Math.max(opening(l).lengthMm, l.copper.lengthMm) / 2,
      through: l.hole !== null,
    }));
  return { face: row.face, body, legs, assumed: false };
}

/** The body as rows and legs of the board alone tell it: between the legs, on the side where they stand. */
function assumedPart(board: Board, row: PinRow): PartOutline | null {
  const pins = row.pins.map((_, i) => pinPoint(row, i));
  const [first, last] = [pins[0], pins.at(-1)];
  if (!first || !last) return null;
  const a = (row.directionDeg * Math.PI) / 180;
  const along = (p: XY): number => (p.x - first.x) * Math.cos(a) + (p.y - first.y) * Math.sin(a);
  const out = (p: XY): number => -(p.x - first.x) * Math.sin(a) + (p.y - first.y) * Math.cos(a);
  const legs = board.legs.filter((l) => l.face === row.face);
  const edge = board.lines.filter((l) => l.kind === 'edge' && l.face === row.face).flatMap((l) => l.points);
  const hints = legs.length > 0 ? legs.map((l) => out(l.at)) : edge.map(out);
  const mean = hints.reduce((s, v) => s + v, 0) / Math.max(1, hints.length);
  if (hints.length === 0 || Math.abs(mean) < 0.2) return null;
  const side = Math.sign(mean);
  const spread = [...pins.map(along), ...legs.map((l) => along(l.at))];
  const [from, to] = [Math.min(...spread) - USUAL_SIDE_MM / 2, Math.max(...spread) + USUAL_SIDE_MM / 2];
  const depth = Math.max(USUAL_DEPTH_MM, ...legs.map((l) => Math.abs(out(l.at)) + 1));
  const at = (u: number, v: number): XY => ({
    x: first.x + u * Math.cos(a) - v * Math.sin(a),
    y: first.y + u * Math.sin(a) + v * Math.cos(a),
  });
  return {
    face: row.face,
    body: [at(from, side * TOES_MM), at(to, side * TOES_MM), at(to, side * depth), at(from, side * depth)],
    legs: [],
    assumed: true,
  };
}

/** Where the new part will stand; `null` without a row, or where nothing tells which way it looks. */
export function partOutline(board: Board, part: ConnectorPart | null): PartOutline | null {
  const row = board.rows.toSorted((a, b) => b.pins.length - a.pins.length)[0];
  if (!row) return null;
  return (part && laidPart(row, part)) ?? assumedPart(board, row);
}
