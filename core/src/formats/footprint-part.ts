import type { ConnectorPart, PartLand, Stance } from '../connector/part';
import { contactFunction, guessFamily } from '../connector/part-family';
import type { PartFamily } from '../connector/part-family';
import { oblong } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { FootprintLine, FootprintPad, KicadFootprint } from './kicad-footprint';

/** Drills up to this inside a land of the same number are ways for heat, not for legs, mm (common practice). */
const HEAT_VIA_MM = 0.45;
/** A line of the drawing this long beside the part, across its mouth, is where the board ends, mm. */
const EDGE_LINE_MM = 4;

const anyCopper = (p: FootprintPad): boolean =>
  p.layers.some((l) => l.endsWith('.Cu')) || p.type === 'np_thru_hole';

const within = (p: XY, of: FootprintPad): boolean => {
  const a = (of.angleDeg * Math.PI) / 180;
  const [dx, dy] = [p.x - of.at.x, p.y - of.at.y];
  // The file's angle runs anticlockwise; turning back into the pad's own axes is clockwise on the screen.
  const u = dx * Math.cos(a) - dy * Math.sin(a);
  const v = dx * Math.sin(a) + dy * Math.cos(a);
  return Math.abs(u) <= of.size[0] / 2 && Math.abs(v) <= of.size[1] / 2;
};

/** Pads that are one place on the board, once: stencil openings, heat vias and copper under a hole's ring are left out. */
function places(pads: readonly FootprintPad[]): FootprintPad[] {
  const copper = pads.filter((p) => anyCopper(p) && p.size[0] > 0 && p.size[1] > 0);
  const byNumber = new Map<string, FootprintPad[]>();
  for (const p of copper) byNumber.set(p.number, [...(byNumber.get(p.number) ?? []), p]);
  const area = (p: FootprintPad): number => p.size[0] * p.size[1];
  return copper.filter((p) => {
    if (p.number === '' || p.type === 'np_thru_hole') return true;
    const mine = byNumber.get(p.number) ?? [];
    if (mine.length < 2) return true;
    return !mine.some((q) => {
      if (q === p || !within(p.at, q)) return false;
      if (p.drill) return q.type === 'smd' && Math.max(p.drill.width, p.drill.height) <= HEAT_VIA_MM;
      if (q.drill) return Math.max(q.drill.width, q.drill.height) > HEAT_VIA_MM;
      return area(q) > area(p) || (area(q) === area(p) && mine.indexOf(q) < mine.indexOf(p));
    });
  });
}

function landOf(p: FootprintPad, family: PartFamily): PartLand {
  const known = p.type === 'np_thru_hole' ? null : contactFunction(family, p.number);
  const role = p.type === 'np_thru_hole' ? 'peg' : known === null ? 'leg' : 'contact';
  return {
    numbers: p.number === '' ? [] : [p.number],
    role,
    function: known ?? 'unknown',
    at: p.at,
    copper: oblong(p.size[0], p.size[1], -p.angleDeg),
    hole:
      p.drill && p.drill.width > 0 && p.drill.height > 0
        ? oblong(p.drill.width, p.drill.height, -p.angleDeg)
        : null,
    metal: null,
  };
}

/** Lands in one place are one land with several numbers: type C contacts of both rows that share a pad. */
function shared(lands: readonly PartLand[]): PartLand[] {
  const seen = new Map<string, PartLand>();
  for (const l of lands) {
    const key = `${l.at.x.toFixed(2)} ${l.at.y.toFixed(2)} ${l.hole ? 1 : 0}`;
    const twin = seen.get(key);
    if (!twin) seen.set(key, l);
    else if (twin.copper.lengthMm * twin.copper.widthMm >= l.copper.lengthMm * l.copper.widthMm)
      seen.set(key, { ...twin, numbers: [...new Set([...twin.numbers, ...l.numbers])] });
    else seen.set(key, { ...l, numbers: [...new Set([...twin.numbers, ...l.numbers])] });
  }
  return [...seen.values()];
}

const mean = (ps: readonly XY[]): XY => ({
  x: ps.reduce((s, p) => s + p.x, 0) / ps.length,
  y: ps.reduce((s, p) => s + p.y, 0) / ps.length,
});

interface Mouth {
  readonly deg: number;
  readonly front: number | null;
  readonly edge: number | null;
}

/** Way the opening looks: from the contacts over the body, along one of the drawing's axes; with its front and the board's end. */
function mouthOf(footprint: KicadFootprint, lands: readonly PartLand[]): Mouth | null {
  const contacts = lands.filter((l) => l.role === 'contact').map((l) => l.at);
  if (contacts.length === 0) return null;
  const body = footprint.lines
    .filter((l) => l.layer === 'F.Fab' || l.layer === 'F.SilkS')
    .flatMap((l) => [l.from, l.to]);
  const rest = body.length > 0 ? body : lands.filter((l) => l.role !== 'contact').map((l) => l.at);
  if (rest.length === 0) return null;
  const from = mean(contacts);
  const box = (axis: 'x' | 'y'): readonly [number, number] => [
    Math.min(...rest.map((p) => p[axis])),
    Math.max(...rest.map((p) => p[axis])),
  ];
  const [x, y] = [box('x'), box('y')];
  const [dx, dy] = [(x[0] + x[1]) / 2 - from.x, (y[0] + y[1]) / 2 - from.y];
  if (Math.max(Math.abs(dx), Math.abs(dy)) < 0.8) return null;
  const axis = Math.abs(dx) > Math.abs(dy) ? 'x' : 'y';
  const sign = (axis === 'x' ? dx : dy) > 0 ? 1 : -1;
  const edges = footprint.lines
    .filter(
      (l) =>
        l.layer === 'Dwgs.User' &&
        Math.abs(l.from[axis] - l.to[axis]) < 0.01 &&
        Math.hypot(l.from.x - l.to.x, l.from.y - l.to.y) >= EDGE_LINE_MM &&
        sign * (l.from[axis] - from[axis]) > 0,
    )
    .map((l) => sign * (l.from[axis] - from[axis]));
  const ends = axis === 'x' ? x : y;
  return {
    deg: axis === 'x' ? (sign > 0 ? 0 : 180) : sign > 0 ? 90 : 270,
    front: body.length > 0 ? sign * ((sign > 0 ? ends[1] : ends[0]) - from[axis]) : null,
    edge: edges.length > 0 ? Math.max(...edges) : null,
  };
}

const stanceOf = (words: string): Stance | null => {
  if (/vertical|upright/iu.test(words)) return 'vertical';
  if (/mid.?mount|sink|sunk|cut.?out/iu.test(words)) return 'mid-mount';
  return /horizontal|right.?angle|top.?m(ou)?nt/iu.test(words) ? 'right-angle' : null;
};

/**
 * A part from a footprint: its lands with their roles and functions, which way it opens and where the board ends, as far as names and drawing
 * tell. What a footprint does not say (legs' sections, narrow side, heights, rating) stays `null`.
 */
export function partFromFootprint(footprint: KicadFootprint, id: string, source: string): ConnectorPart {
  const words = `${footprint.name} ${footprint.description} ${footprint.tags}`;
  const family = guessFamily(
    words,
    footprint.pads.map((p) => p.number),
  );
  const lands = shared(places(footprint.pads).map((p) => landOf(p, family)));
  const stance = stanceOf(words);
  const mouth = stance === 'vertical' ? null : mouthOf(footprint, lands);
  return {
    id,
    name: footprint.name,
    family,
    stance,
    lands,
    mouthDeg: mouth?.deg ?? null,
    frontMm: mouth?.front ?? null,
    edgeMm: mouth?.edge ?? null,
    narrowSide: null,
    openingHeightMm: null,
    lip: null,
    shellMm: null,
    exit: null,
    heightMm: null,
    ratedA: null,
    source,
  };
}

const fileAngle = (deg: number): number => ((-deg % 360) + 360) % 360;

/** Outline of the body from behind the contacts to its front, and where the board ends, as a footprint draws them. */
function linesOf(part: ConnectorPart): FootprintLine[] {
  const contacts = part.lands.filter((l) => l.role === 'contact').map((l) => l.at);
  if (part.mouthDeg === null || contacts.length === 0) return [];
  const from = mean(contacts);
  const a = (part.mouthDeg * Math.PI) / 180;
  const [u, v] = [
    { x: Math.cos(a), y: Math.sin(a) },
    { x: -Math.sin(a), y: Math.cos(a) },
  ];
  const across = part.lands.map((l) => (l.at.x - from.x) * v.x + (l.at.y - from.y) * v.y);
  const half = Math.max(EDGE_LINE_MM / 2, (part.shellMm?.[0] ?? 0) / 2, ...across.map(Math.abs));
  const at = (along: number, side: number): XY => ({
    x: from.x + along * u.x + side * half * v.x,
    y: from.y + along * u.y + side * half * v.y,
  });
  const line = (p: XY, q: XY, layer: string): FootprintLine => ({ from: p, to: q, layer, widthMm: 0.1 });
  const corners =
    part.frontMm === null ? [] : [at(0, -1), at(part.frontMm, -1), at(part.frontMm, 1), at(0, 1)];
  return [
    ...corners.map((p, i) => line(p, corners[(i + 1) % corners.length] ?? p, 'F.Fab')),
    ...(part.edgeMm === null ? [] : [line(at(part.edgeMm, -1), at(part.edgeMm, 1), 'Dwgs.User')]),
  ];
}

/** The land pattern of a part as a footprint that may be written to a file. */
export function partFootprint(part: ConnectorPart): KicadFootprint {
  const pads = part.lands.flatMap((l): FootprintPad[] => {
    const surface = ['F.Cu', 'F.Paste', 'F.Mask'];
    const { copper, hole } = l;
    const turned =
      hole && Math.abs(Math.sin(((hole.directionDeg - copper.directionDeg) * Math.PI) / 180)) > 0.7;
    const drill = hole && {
      width: turned ? hole.widthMm : hole.lengthMm,
      height: turned ? hole.lengthMm : hole.widthMm,
    };
    const numbers = l.numbers.length > 0 ? l.numbers : [''];
    return numbers.map((number) => ({
      number,
      type: hole ? (l.role === 'peg' ? 'np_thru_hole' : 'thru_hole') : 'smd',
      shape: copper.lengthMm === copper.widthMm && hole ? 'circle' : hole ? 'oval' : 'rect',
      at: l.at,
      angleDeg: fileAngle(copper.directionDeg),
      size: [copper.lengthMm, copper.widthMm],
      drill,
      layers: hole ? ['*.Cu', '*.Mask'] : surface,
    }));
  });
  return {
    name: part.name,
    description: part.source,
    tags: `${part.family} ${part.stance ?? ''}`.trim(),
    pads,
    lines: linesOf(part),
    source: null,
  };
}
