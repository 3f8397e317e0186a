import type { Board, Component, Face } from '../board/board';
import type { FaceRegister } from '../board/face-register';
import { acrossFaces } from '../board/face-register';
import { PACKAGES } from '../board/package-outline';
import { pinPoint } from '../board/probe-point';
import { boardPoint } from '../geometry/point';
import type { XY } from '../geometry/projective';
import type { Obstacle } from './route-problem';
import type { Shape } from '../geometry/shape';
import { cornersOf } from '../geometry/shape';
import type { PartOutline } from './part-outline';

/** What of a board stands in the way of wires, in the millimetres of the top face. */
export interface RouteBoard {
  readonly obstacles: readonly Obstacle[];
  readonly passages: readonly XY[];
  readonly edges: readonly (readonly XY[])[];
  readonly linked: boolean;
  /** A place of a face in the millimetres that the routes are in, and back. */
  readonly onto: (at: XY, face: Face) => XY;
  readonly back: (at: XY, face: Face) => XY;
}

/** Sizes where none was measured, mm (common practice). */
const PAD_LENGTH_MM = 1.3;
const PAD_SHARE = 0.58;
const LEG_RADIUS_MM = 0.9;
const TERMINAL_RADIUS_MM = 0.35;
const POINT_RADIUS_MM = 0.6;
const SCREW_RADIUS_MM = 1.5;

/** Kinds that stand too tall, or stand the heat too badly, to lead a wire over. */
const TALL: readonly Component['kind'][] = [
  'inductor',
  'button',
  'crystal',
  'socket',
  'speaker',
  'switch',
  'cell',
  'led',
  'chip',
  'other',
];

const isPlain = ({ kind, heatShy }: Component): boolean => !heatShy && !TALL.includes(kind);

/** A terminal's joint: never so large that it takes the room of the next one. */
function terminalRadius({ terminals }: Component, at: XY): number {
  const gaps = terminals.map((t) => Math.hypot(t.at.x - at.x, t.at.y - at.y)).filter((mm) => mm > 0.01);
  return Math.min(TERMINAL_RADIUS_MM, 0.34 * Math.min(Infinity, ...gaps));
}

function bodyOf(c: Component): Shape | null {
  const [a, b] = c.terminals;
  if (!a || !b) return null;
  const size = PACKAGES.find((p) => p.name === c.package);
  const middle = {
    x: c.terminals.reduce((s, t) => s + t.at.x, 0) / c.terminals.length,
    y: c.terminals.reduce((s, t) => s + t.at.y, 0) / c.terminals.length,
  };
  if (c.terminals.length === 2) {
    const span = Math.hypot(b.at.x - a.at.x, b.at.y - a.at.y);
    const deg = (Math.atan2(b.at.y - a.at.y, b.at.x - a.at.x) * 180) / Math.PI;
    return {
      kind: 'box',
      at: middle,
      width: size?.body[0] ?? span,
      height: size?.body[1] ?? span * 0.5,
      deg,
    };
  }
  const xs = c.terminals.map((t) => t.at.x);
  const ys = c.terminals.map((t) => t.at.y);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return {
    kind: 'box',
    at: { x: (left + right) / 2, y: (top + bottom) / 2 },
    width: Math.max(0.4, right - left),
    height: Math.max(0.4, bottom - top),
    deg: 0,
  };
}

/**
 * A board as wires see it: pads and joints, legs and holes on both faces, parts, tall and hot places, screws, what moves, the edge, and
 * the new part.
 */
export function routeBoard(
  board: Board,
  register: FaceRegister | null,
  part: PartOutline | null,
): RouteBoard {
  const onto = (at: XY, face: Face): XY =>
    face === 'top' ? at : (acrossFaces(register, at, 'bottom', 'top') ?? at);
  const back = (at: XY, face: Face): XY =>
    face === 'top' ? at : (acrossFaces(register, boardPoint(at.x, at.y), 'top', 'bottom') ?? at);
  const obstacles: Obstacle[] = [];
  const add = (owner: string, name: string, face: Face, shape: Shape, plain = false): void => {
    const moved: Shape =
      face === 'top'
        ? shape
        : shape.kind === 'disc'
          ? { ...shape, at: onto(shape.at, face) }
          : { kind: 'polygon', points: cornersOf(shape).map((p) => onto(p, face)) };
    obstacles.push({ owner, name, face, shape: moved, plain });
  };
  /** On its own face, and on the other where the two are laid on each other. */
  const through = (owner: string, name: string, face: Face, at: XY, radius: number): void => {
    const disc: Shape = { kind: 'disc', at: onto(at, face), radius };
    obstacles.push({ owner, name, face, shape: disc, plain: false });
    if (register)
      obstacles.push({ owner, name, face: face === 'top' ? 'bottom' : 'top', shape: disc, plain: false });
  };
  for (const row of board.rows) {
    const [wide, long] = row.padMm ?? [PAD_SHARE * row.pitchMm, PAD_LENGTH_MM];
    row.pins.forEach((pin, i) =>
      add(pin.id, `pin ${pin.number}`, row.face, {
        kind: 'box',
        at: pinPoint(row, i),
        width: wide,
        height: long,
        deg: row.directionDeg,
      }),
    );
  }
  for (const leg of board.legs) {
    const radius = leg.slot ? leg.slot.lengthMm / 2 + 0.25 : LEG_RADIUS_MM;
    if (leg.fixing === 'surface') add(leg.id, leg.name, leg.face, { kind: 'disc', at: leg.at, radius });
    else through(leg.id, leg.name, leg.face, leg.at, radius);
  }
  for (const c of board.components) {
    for (const t of c.terminals)
      add(t.id, `${c.name} ${t.name}`, c.face, {
        kind: 'disc',
        at: t.at,
        radius: terminalRadius(c, t.at),
      });
    const body = bodyOf(c);
    if (body) add(c.id, c.name, c.face, body, isPlain(c));
  }
  for (const p of board.points) {
    if (['via', 'pour', 'track-end', 'plain'].includes(p.role)) continue;
    add(p.id, p.name, p.face, { kind: 'disc', at: p.at, radius: POINT_RADIUS_MM });
  }
  for (const area of board.areas)
    if (area.kind !== 'plane') {
      const points = area.points;
      if (points.length >= 3) add(area.id, area.name, area.face, { kind: 'polygon', points });
      else if (points[0])
        add(area.id, area.name, area.face, { kind: 'disc', at: points[0], radius: SCREW_RADIUS_MM });
    }
  if (part) {
    add('part', 'the new part', part.face, { kind: 'polygon', points: part.body });
    part.legs.forEach((l, i) => {
      const name = `leg ${i + 1} of the new part`;
      if (l.through) through(`part leg ${i}`, name, part.face, l.at, l.radiusMm);
      else add(`part leg ${i}`, name, part.face, { kind: 'disc', at: l.at, radius: l.radiusMm });
    });
  }
  return {
    obstacles,
    passages: board.points.filter((p) => p.role === 'via').map((p) => onto(p.at, p.face)),
    edges: board.lines
      .filter((l) => l.kind === 'edge')
      .map((l) => l.points.map((p) => onto(p, l.face)))
      .filter((points) => points.length > 1),
    linked: register !== null,
    onto,
    back,
  };
}
