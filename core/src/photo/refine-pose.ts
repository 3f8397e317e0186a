import type { ConnectorPart } from '../connector/part';
import type { Oblong } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { EdgeField } from './edge-field';

/** How a part lies on a piece: its millimetres to those of the piece, `x = a u + b v + x0`, `y = c u + d v + y0`. */
export interface PartPose {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly x0: number;
  readonly y0: number;
}

export const posed = (p: PartPose, { x, y }: XY): XY => ({
  x: p.a * x + p.b * y + p.x0,
  y: p.c * x + p.d * y + p.y0,
});

/** Way of the part's own x axis, degrees. */
export const turnOf = (p: PartPose): number => (Math.atan2(p.c, p.a) * 180) / Math.PI;

/** A place of an outline in the part's millimetres, and the way its edge is crossed there. */
interface RimPlace {
  readonly x: number;
  readonly y: number;
  readonly nx: number;
  readonly ny: number;
  /** Which of its four sides. */
  readonly side: 0 | 1 | 2 | 3;
}

const PLACES = 24;

/** Places round a land's rim, and the way outwards at each. */
export function rimOf(at: XY, shape: Oblong, round: boolean): RimPlace[] {
  const t = (shape.directionDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(t), Math.sin(t)];
  const [l, w] = [shape.lengthMm / 2, shape.widthMm / 2];
  const places: RimPlace[] = [];
  const put = (u: number, v: number, nu: number, nv: number): void => {
    const side = Math.abs(nu) > Math.abs(nv) ? (nu > 0 ? 0 : 2) : nv > 0 ? 1 : 3;
    places.push({
      x: at.x + u * c - v * s,
      y: at.y + u * s + v * c,
      nx: nu * c - nv * s,
      ny: nu * s + nv * c,
      side,
    });
  };
  if (round) {
    const straight = l - w;
    for (let k = 0; k < PLACES; k += 1) {
      const a = ((k + 0.5) / PLACES) * 2 * Math.PI;
      put(Math.sign(Math.cos(a)) * straight + w * Math.cos(a), w * Math.sin(a), Math.cos(a), Math.sin(a));
    }
    if (straight > 0.1)
      for (const f of [-0.7, 0, 0.7]) {
        put(f * straight, w, 0, 1);
        put(f * straight, -w, 0, -1);
      }
    return places;
  }
  for (const f of [-0.75, -0.45, -0.15, 0.15, 0.45, 0.75]) {
    put(f * l, w, 0, 1);
    put(f * l, -w, 0, -1);
    put(l, f * w, 1, 0);
    put(-l, f * w, -1, 0);
  }
  return places;
}

/** A rim, and how much it counts. */
interface Rim {
  readonly places: readonly RimPlace[];
  readonly weight: number;
}
type RimmedLand = Pick<ConnectorPart, 'lands'>['lands'][number];

/** Worked out once a land: a reading asks them at hundreds of poses. */
const known = new WeakMap<RimmedLand, readonly Rim[]>();

function rimsOfLand(l: RimmedLand): readonly Rim[] {
  const made = known.get(l);
  if (made) return made;
  const hole = l.hole ? [{ places: rimOf(l.at, l.hole, true), weight: l.role === 'peg' ? 1 : 0.5 }] : [];
  const bare = l.role === 'peg' && l.hole !== null;
  const rims = bare
    ? hole
    : [{ places: rimOf(l.at, l.copper, l.hole !== null), weight: l.hole ? 0.5 : 1 }, ...hole];
  known.set(l, rims);
  return rims;
}

/** Rims of a part, one list for all its lands, with how much each counts. */
export const rimsOf = ({ lands }: Pick<ConnectorPart, 'lands'>): Rim[] => lands.flatMap(rimsOfLand);

/** How sure an edge of that way runs through a place of the field, between its pixels; 0 outside. */
function sureAt(field: EdgeField, x: number, y: number, nx: number, ny: number): number {
  const { width, height } = field;
  const [i, j] = [Math.floor(x), Math.floor(y)];
  if (i < 0 || j < 0 || i >= width - 1 || j >= height - 1) return 0;
  const way = (Math.round((Math.atan2(ny, nx) * 4) / Math.PI) + 8) % 4;
  const map = field.sure[way] as Float32Array;
  const at = j * width + i;
  const [fx, fy] = [x - i, y - j];
  return (
    (1 - fy) * ((1 - fx) * (map[at] as number) + fx * (map[at + 1] as number)) +
    fy * ((1 - fx) * (map[at + width] as number) + fx * (map[at + width + 1] as number))
  );
}

/** How sure an edge runs through each side of each rim under a pose, 0 to 1. The field's own corner is millimetre 0. */
function sidesOf(field: EdgeField, places: readonly RimPlace[], pose: PartPose): number[] {
  const sums = [0, 0, 0, 0];
  const counts = [0, 0, 0, 0];
  for (const p of places) {
    sums[p.side] =
      (sums[p.side] as number) +
      sureAt(
        field,
        (pose.a * p.x + pose.b * p.y + pose.x0) * field.perMm - 0.5,
        (pose.c * p.x + pose.d * p.y + pose.y0) * field.perMm - 0.5,
        pose.a * p.nx + pose.b * p.ny,
        pose.c * p.nx + pose.d * p.ny,
      );
    counts[p.side] = (counts[p.side] as number) + 1;
  }
  return sums.map((s, i) => s / Math.max(1, counts[i] as number));
}

/** How much of each rim is edge under a pose, 0 to 1, its weakest side counting for half. */
export function rimAnswers(field: EdgeField, rims: ReturnType<typeof rimsOf>, pose: PartPose): number[] {
  return rims.map(({ places }) => {
    const sides = sidesOf(field, places, pose);
    return 0.5 * Math.min(...sides) + 0.125 * sides.reduce((s, v) => s + v, 0);
  });
}

/** What a pose may be off by: places mm, turn degrees, scale and its unevenness as shares; one standard deviation of each. */
export interface PoseSpread {
  readonly turnDeg: number;
  readonly scale: number;
}

/** Slides, turns and stretches a pose until the rims meet the edges best, staying near to where it began as far as the spread asks. */
export function refinePose(
  field: EdgeField,
  part: ConnectorPart,
  begin: PartPose,
  spread: PoseSpread,
): PartPose {
  const rims = rimsOf(part);
  const total = rims.reduce((s, r) => s + r.weight, 0);
  const middle = {
    x: part.lands.reduce((s, l) => s + l.at.x, 0) / part.lands.length,
    y: part.lands.reduce((s, l) => s + l.at.y, 0) / part.lands.length,
  };
  const centre = posed(begin, middle);
  // Shift, turn, scale, more of it one way, and slant.
  const make = (v: readonly number[]): PartPose => {
    const [dx = 0, dy = 0, turn = 0, scale = 0, more = 0, slant = 0] = v;
    const [cs, sn] = [Math.cos(turn), Math.sin(turn)];
    const [sx, sy] = [1 + scale + more, 1 + scale - more];
    // Turn after stretching along the part's own axes.
    const [a, b, c, d] = [
      begin.a * sx,
      begin.b * sy + begin.a * slant,
      begin.c * sx,
      begin.d * sy + begin.c * slant,
    ];
    const [A, B, C, D] = [cs * a - sn * c, cs * b - sn * d, sn * a + cs * c, sn * b + cs * d];
    return {
      a: A,
      b: B,
      c: C,
      d: D,
      x0: centre.x + dx - A * middle.x - B * middle.y,
      y0: centre.y + dy - C * middle.x - D * middle.y,
    };
  };
  const deg = Math.PI / 180;
  const sigma = [0.15, 0.15, spread.turnDeg * deg, spread.scale, spread.scale, spread.scale];
  const value = (v: readonly number[]): number => {
    const pose = make(v);
    let sum = 0;
    for (const r of rims) sum += (r.weight / 4) * sidesOf(field, r.places, pose).reduce((s, w) => s + w, 0);
    return sum / total - 0.01 * v.reduce((s, x, i) => s + (x / (sigma[i] as number)) ** 2, 0);
  };
  let at = [0, 0, 0, 0, 0, 0];
  let best = value(at);
  let steps = [0.06, 0.06, 0.8 * deg, spread.scale, spread.scale / 2, spread.scale / 2];
  for (let round = 0; round < 6; round += 1) {
    for (let again = 0; again < 3; again += 1) {
      let moved = false;
      for (let k = 0; k < at.length; k += 1)
        for (const way of [1, -1]) {
          const next = at.map((x, i) => (i === k ? x + way * (steps[k] as number) : x));
          const v = value(next);
          if (v > best) {
            [at, best, moved] = [next, v, true];
            break;
          }
        }
      if (!moved) break;
    }
    steps = steps.map((s) => s / 1.8);
  }
  return make(at);
}
