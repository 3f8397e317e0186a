import type { Projective, XY } from '../geometry/projective';
import { compose, inverse, project, similarity } from '../geometry/projective';
import type { FootprintPad, KicadFootprint } from '../formats/kicad-footprint';
import { seeded } from '../practice/seeded';
import type { Pixels } from '../photo/pixels';

/** Pictures of boards with a known truth, for tests and benchmarks of the photo room. */

export interface TruePad {
  readonly at: XY;
  /** Metal there, gone, or never any (a bare hole). */
  readonly kind: 'present' | 'torn' | 'peg';
  readonly pad: FootprintPad;
}

export interface RenderedBoard {
  readonly picture: Pixels;
  /** Board millimetres to pixels. */
  readonly toPhoto: Projective;
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly truth: readonly TruePad[];
  readonly mask: string;
  readonly tiltDeg: number;
}

export interface RenderOptions {
  readonly seed: number;
  /** Share of contact pads torn off. */
  readonly tornShare: number;
  readonly pxPerMm: number;
  readonly mask?: string | undefined;
  readonly tiltDeg?: number | undefined;
}

const MASKS: Readonly<Record<string, readonly [number, number, number]>> = {
  green: [30, 92, 54],
  blue: [24, 58, 128],
  black: [30, 31, 33],
  white: [224, 225, 220],
  red: [148, 34, 36],
};
const SILK_ON: Readonly<Record<string, readonly [number, number, number]>> = { white: [38, 38, 40] };

/** How far inside a shape (positive) a place is, mm. */
type Depth = (x: number, y: number) => number;

function rectDepth(at: XY, angle: number, w: number, h: number, round: number): Depth {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return (x, y) => {
    const [dx, dy] = [x - at.x, y - at.y];
    const u = Math.abs(dx * c + dy * s) - w / 2 + round;
    const v = Math.abs(-dx * s + dy * c) - h / 2 + round;
    return -(Math.hypot(Math.max(u, 0), Math.max(v, 0)) + Math.min(Math.max(u, v), 0) - round);
  };
}

interface Paint {
  readonly box: readonly [number, number, number, number];
  readonly depth: Depth;
  readonly kind: 'pad' | 'scar' | 'hole' | 'silk' | 'copper' | 'dirt';
  readonly tint: number;
}

/** Pads whose metal runs together: type C contacts that share a land, a leg's land with its hole. */
function merged(pads: readonly FootprintPad[]): FootprintPad[][] {
  const groups: FootprintPad[][] = [];
  const touch = (a: FootprintPad, b: FootprintPad): boolean => {
    const size = (p: FootprintPad): readonly [number, number] =>
      Math.abs(Math.sin((p.angleDeg * Math.PI) / 180)) > 0.7 ? [p.size[1], p.size[0]] : p.size;
    const [s, t] = [size(a), size(b)];
    return (
      a.type !== 'np_thru_hole' &&
      b.type !== 'np_thru_hole' &&
      Math.abs(a.at.x - b.at.x) < (s[0] + t[0]) / 2 + 0.03 &&
      Math.abs(a.at.y - b.at.y) < (s[1] + t[1]) / 2 + 0.03
    );
  };
  for (const pad of pads) {
    const mine = groups.filter((g) => g.some((p) => touch(p, pad)));
    const [first] = mine;
    if (!first) groups.push([pad]);
    else {
      first.push(pad, ...mine.slice(1).flat());
      for (const g of mine.slice(1)) groups.splice(groups.indexOf(g), 1);
    }
  }
  return groups;
}

/** Where one piece of metal has its middles: each of its holes, or the middle of what it covers. */
function middlesOf(group: readonly FootprintPad[]): XY[] {
  const drilled = group.filter((p) => p.drill !== null);
  if (drilled.length > 0) return drilled.map((p) => p.at);
  const ends = (k: 'x' | 'y', i: 0 | 1, sign: 1 | -1): number =>
    sign * Math.max(...group.map((p) => sign * (p.at[k] + (sign * p.size[i]) / 2)));
  return [{ x: (ends('x', 0, -1) + ends('x', 0, 1)) / 2, y: (ends('y', 1, -1) + ends('y', 1, 1)) / 2 }];
}

function gaussian(random: () => number): () => number {
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** Cheap value noise in board space, from 0 to 1, for gloss, scars and grain. */
function patchy(seed: number): (x: number, y: number) => number {
  const at = (i: number, j: number): number => {
    let h = Math.imul(i, 374761393) ^ Math.imul(j, 668265263) ^ Math.imul(seed, 2147483647);
    h = Math.imul(h ^ (h >>> 13), 1274126177);
    return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
  };
  return (x, y) => {
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const [u, v] = [x - i, y - j];
    const [a, b] = [u * u * (3 - 2 * u), v * v * (3 - 2 * v)];
    return (
      (at(i, j) * (1 - a) + at(i + 1, j) * a) * (1 - b) + (at(i, j + 1) * (1 - a) + at(i + 1, j + 1) * a) * b
    );
  };
}

/** A footprint as a phone sees it: turned, tilted, unevenly lit, with solder gloss, silk, tracks, dirt, blur and noise. */
export function renderBoard(
  footprint: KicadFootprint,
  { seed, tornShare, pxPerMm, mask: wanted, tiltDeg: tilt }: RenderOptions,
): RenderedBoard {
  const random = seeded(seed);
  const noise = gaussian(random);
  const between = (a: number, b: number): number => a + (b - a) * random();
  const names = Object.keys(MASKS);
  const maskName = wanted ?? names[Math.floor(random() * names.length)] ?? 'green';
  const [maskR, maskG, maskB] = MASKS[maskName] ?? [30, 92, 54];
  const silk = SILK_ON[maskName] ?? [232, 232, 226];
  const turn = similarity(1, between(-Math.PI, Math.PI), 0, 0);
  const turnAngle = Math.atan2(turn[3], turn[0]);
  const front = footprint.pads.filter(
    (p) =>
      p.size[0] > 0.15 &&
      p.size[1] > 0.15 &&
      (p.type === 'np_thru_hole' ||
        p.layers.some(
          (l) =>
            l === '*.Cu' ||
            (l === 'F.Cu' && p.layers.some((m) => m.includes('F.Mask') || m.includes('*.Mask'))),
        )),
  );
  const groups = merged(front);
  const pads = groups.flat();
  const isContact = (g: readonly FootprintPad[]): boolean =>
    g.every(
      (p) =>
        p.type !== 'np_thru_hole' &&
        p.number !== '' &&
        p.size[0] * p.size[1] < 3.2 &&
        !/^(S|SH|MP|M)/i.test(p.number),
    );
  const contacts = groups.filter(isContact);
  const torn = new Set(contacts.filter(() => random() < tornShare));
  // A row of which fewer than three pads are left tells no pitch: leave it more.
  while (contacts.length - torn.size < Math.min(3, contacts.length)) {
    const [spared] = torn;
    if (!spared) break;
    torn.delete(spared);
  }
  const truth: TruePad[] = [];
  const paints: Paint[] = [];
  const grain = patchy(seed);
  const put = (kind: Paint['kind'], depth: Depth, at: XY, reach: number, tint = random()): void => {
    paints.push({ kind, depth, tint, box: [at.x - reach, at.y - reach, at.x + reach, at.y + reach] });
  };
  for (let i = 0; i < 7; i += 1) {
    const a = { x: between(-9, 9), y: between(-9, 9) };
    put('copper', rectDepth(a, between(0, 3), between(3, 12), between(0.2, 0.7), 0.1), a, 9);
  }
  for (const line of footprint.lines.filter((l) => l.layer === 'F.SilkS')) {
    const [a, b] = [project(turn, line.from), project(turn, line.to)];
    const mid = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    put(
      'silk',
      rectDepth(mid, Math.atan2(b.y - a.y, b.x - a.x), length + line.widthMm, line.widthMm, line.widthMm / 2),
      mid,
      length / 2 + 0.3,
    );
  }
  for (const group of groups) {
    const gone = torn.has(group);
    const [lead] = group;
    if (!lead) continue;
    const kind = lead.type === 'np_thru_hole' ? 'peg' : gone ? 'torn' : 'present';
    for (const at of middlesOf(group)) truth.push({ at: project(turn, at), kind, pad: lead });
    for (const pad of group) {
      const at = project(turn, pad.at);
      const angle = turnAngle - (pad.angleDeg * Math.PI) / 180;
      const [w, h] = pad.size;
      const reach = Math.hypot(w, h) / 2 + 0.4;
      const round =
        pad.shape === 'circle' || pad.shape === 'oval'
          ? Math.min(w, h) / 2
          : pad.shape === 'roundrect'
            ? 0.22 * Math.min(w, h)
            : 0.03;
      const shape = rectDepth(at, angle, w, h, round);
      if (kind === 'torn')
        put('scar', (x, y) => shape(x, y) + 0.09 * (grain(9 * x, 9 * y) - 0.45), at, reach);
      else if (kind === 'present') put('pad', shape, at, reach);
    }
    for (const pad of group) {
      if (!pad.drill) continue;
      const at = project(turn, pad.at);
      const { width, height } = pad.drill;
      put(
        'hole',
        rectDepth(at, turnAngle - (pad.angleDeg * Math.PI) / 180, width, height, Math.min(width, height) / 2),
        at,
        Math.hypot(width, height) / 2 + 0.4,
      );
    }
  }
  for (let i = 0; i < 4; i += 1) {
    const a = { x: between(-7, 7), y: between(-7, 7) };
    const r = between(0.4, 1.6);
    put(
      'dirt',
      (x, y) => r - Math.hypot(x - a.x, y - a.y) + 0.8 * r * (grain(1.7 * x + 31, 1.7 * y) - 0.5),
      a,
      2 * r,
      between(0.12, 0.34),
    );
  }
  const xs = truth.map((t) => t.at.x);
  const ys = truth.map((t) => t.at.y);
  const room = Math.max(...pads.map((p) => Math.hypot(...p.size) / 2)) + 1.1;
  const box = {
    x: Math.min(...xs) - room,
    y: Math.min(...ys) - room,
    width: Math.max(...xs) - Math.min(...xs) + 2 * room,
    height: Math.max(...ys) - Math.min(...ys) + 2 * room,
  };
  // A camera at some ten centimetres, tilted about an axis of its own.
  const tiltDeg = tilt ?? between(0, 25);
  const axis = between(0, 2 * Math.PI);
  const lean = (tiltDeg * Math.PI) / 180;
  const far = between(90, 160);
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  const about = compose(similarity(1, -axis, 0, 0), [1, 0, -middle.x, 0, 1, -middle.y, 0, 0, 1]);
  const seen = compose([Math.cos(lean), 0, 0, 0, 1, 0, Math.sin(lean) / far, 0, 1], about);
  const upright = compose(similarity(pxPerMm, axis, 0, 0), seen);
  const corners = [0, 1, 2, 3].map((k) =>
    project(upright, { x: box.x + (k % 2) * box.width, y: box.y + Math.floor(k / 2) * box.height }),
  );
  const margin = 1.5 * pxPerMm;
  const [left, top] = [
    Math.min(...corners.map((c) => c.x)) - margin,
    Math.min(...corners.map((c) => c.y)) - margin,
  ];
  const width = Math.ceil(Math.max(...corners.map((c) => c.x)) - left + margin);
  const height = Math.ceil(Math.max(...corners.map((c) => c.y)) - top + margin);
  const toPhoto = compose([1, 0, -left, 0, 1, -top, 0, 0, 1], upright);
  const back = inverse(toPhoto);
  // Lamp, colour cast, exposure.
  const lampAt = { x: between(0, width), y: between(0, height) };
  const falloff = between(0.1, 0.5);
  const cast = between(-0.08, 0.08);
  const exposure = between(0.8, 1.15);
  const glint = between(0, 2 * Math.PI);
  const cells = new Map<number, Paint[]>();
  const cell = (x: number, y: number): number => Math.floor(x) * 4096 + Math.floor(y);
  for (const p of paints)
    for (let i = Math.floor(p.box[0]); i <= Math.floor(p.box[2]); i += 1)
      for (let j = Math.floor(p.box[1]); j <= Math.floor(p.box[3]); j += 1) {
        const key = i * 4096 + j;
        const there = cells.get(key);
        if (there) there.push(p);
        else cells.set(key, [p]);
      }
  const planes = [0, 1, 2].map(() => new Float32Array(width * height)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const soft = 0.5 / pxPerMm;
  for (let j = 0; j < height; j += 1)
    for (let i = 0; i < width; i += 1) {
      const { x, y } = project(back, { x: i + 0.5, y: j + 0.5 });
      const weave = 1 + 0.03 * (grain(7 * x, 7 * y) - 0.5);
      let [r, g, b] = [maskR * weave, maskG * weave, maskB * weave];
      for (const p of cells.get(cell(x, y)) ?? []) {
        const depth = p.depth(x, y);
        if (depth < -soft) continue;
        const cover = Math.min(1, (depth + soft) / (2 * soft));
        let [pr, pg, pb]: readonly [number, number, number] = [150, 104, 44];
        let k = cover;
        if (p.kind === 'pad') {
          // A bump of solder: flat amid, falling to its rim, one side to the lamp.
          const e = 0.02;
          const [nx, ny] = [p.depth(x + e, y) - depth, p.depth(x, y + e) - depth];
          const slope = Math.max(0, 1 - depth / 0.22);
          const facing = -((nx / e) * Math.cos(glint) + (ny / e) * Math.sin(glint)) * slope;
          const shine = 128 + 40 * p.tint + 52 * facing + 46 * (grain(2.6 * x + 9, 2.6 * y) - 0.5);
          const spark = grain(3.4 * x, 3.4 * y + 50) > 0.83 ? 45 : 0;
          [pr, pg, pb] = [shine + spark, shine + spark, shine * 0.985 + spark];
        } else if (p.kind === 'scar') {
          const fibre = 0.82 + 0.36 * grain(14 * x, 5 * y);
          [pr, pg, pb] = [164 * fibre, 140 * fibre, 94 * fibre];
        } else if (p.kind === 'hole') [pr, pg, pb] = [9, 9, 10];
        else if (p.kind === 'silk') [pr, pg, pb] = [...silk];
        else if (p.kind === 'copper') {
          const lift = maskName === 'white' ? 0.96 : 1.14;
          [pr, pg, pb] = [maskR * lift, maskG * lift, maskB * lift];
        } else k = cover * p.tint;
        r += (pr - r) * k;
        g += (pg - g) * k;
        b += (pb - b) * k;
      }
      const d = Math.hypot(i - lampAt.x, j - lampAt.y) / Math.hypot(width, height);
      const light = exposure * (1 - falloff * d * (1 + 0.4 * d));
      const at = j * width + i;
      planes[0][at] = r * light * (1 + cast);
      planes[1][at] = g * light;
      planes[2][at] = b * light * (1 - cast);
    }
  const blur = between(0.5, 1.5);
  const grit = between(1.5, 5);
  const data = new Uint8ClampedArray(4 * width * height);
  for (const [k, plane] of planes.entries()) {
    const soft_ = blurred(plane, width, height, blur);
    for (let i = 0; i < plane.length; i += 1) data[4 * i + k] = (soft_[i] ?? 0) + grit * noise();
  }
  for (let i = 0; i < width * height; i += 1) data[4 * i + 3] = 255;
  return { picture: { width, height, data }, toPhoto, box, truth, mask: maskName, tiltDeg };
}

function blurred(plane: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const reach = Math.ceil(3 * sigma);
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
  );
  const sum = kernel.reduce((a, b) => a + b, 0);
  const weights = Float64Array.from(kernel);
  const across = new Float32Array(plane.length);
  const padded = new Float32Array(width + 2 * reach);
  for (let y = 0; y < height; y += 1) {
    const row = plane.subarray(y * width, (y + 1) * width);
    padded.fill(row[0] as number, 0, reach);
    padded.set(row, reach);
    padded.fill(row[width - 1] as number, reach + width);
    smearRow(padded, weights, sum, across.subarray(y * width, (y + 1) * width));
  }
  const out = new Float32Array(plane.length);
  const gathered = new Float64Array(width);
  for (let y = 0; y < height; y += 1) {
    gathered.fill(0);
    for (let k = -reach; k <= reach; k += 1) {
      const at = Math.min(height - 1, Math.max(0, y + k)) * width;
      addRow(gathered, across, at, weights[k + reach] as number);
    }
    for (let x = 0; x < width; x += 1) out[y * width + x] = (gathered[x] as number) / sum;
  }
  return out;
}

function smearRow(padded: Float32Array, weights: Float64Array, sum: number, into: Float32Array): void {
  for (let x = 0; x < into.length; x += 1) {
    let v = 0;
    for (let k = 0; k < weights.length; k += 1) v += (weights[k] as number) * (padded[x + k] as number);
    into[x] = v / sum;
  }
}

function addRow(into: Float64Array, from: Float32Array, at: number, weight: number): void {
  for (let x = 0; x < into.length; x += 1) into[x] = (into[x] as number) + weight * (from[at + x] as number);
}
