import { describe, expect, it } from '@jest/globals';
import { seeded } from '../practice/seeded';
import type { KnownLength } from './length-frame';
import { CALIPER_ERROR_MM, CLICK_ERROR_PX } from './length-frame';
import { measureLength } from './length-error';
import type { PhotoMeasure } from './photo-measure';
import type { PhotoFrame } from './photo-frame';
import { readFrame, toBoard } from './photo-measure';
import type { PhotoPoint } from './point';
import { photoPoint } from './point';

/*
 * Pictures of a pinhole camera held askew (projective geometry by rotation, distance and focal length): another formula than the product's,
 * which knows no camera. Tilts of 0 to 25 degrees to any side, held 10 to 25 cm away (common practice).
 */
type XY = readonly [number, number];
interface Camera {
  see(mm: XY): PhotoPoint;
}

function camera(random: () => number, tiltDeg: number): Camera {
  const [tilt, towards, turn] = [(tiltDeg * Math.PI) / 180, 2 * Math.PI * random(), 2 * Math.PI * random()];
  const distance = 100 + 150 * random();
  const focal = 38 * distance * (0.8 + 0.4 * random());
  const [aimX, aimY] = [10 + 20 * random(), 8 + 14 * random()];
  // Axis of the tilt in the board's plane; Rodrigues' formula for a point of that plane.
  const axis = [Math.cos(towards), Math.sin(towards)] as const;
  return {
    see([mmX, mmY]) {
      const [x, y] = [mmX - aimX, mmY - aimY];
      const dot = axis[0] * x + axis[1] * y;
      const cross = axis[0] * y - axis[1] * x;
      const c = Math.cos(tilt);
      const flat = [x * c + axis[0] * dot * (1 - c), y * c + axis[1] * dot * (1 - c)] as const;
      const depth = distance + Math.sin(tilt) * cross;
      const [u, v] = [(focal * flat[0]) / depth, (focal * flat[1]) / depth];
      return photoPoint(
        2000 + u * Math.cos(turn) - v * Math.sin(turn),
        1500 + u * Math.sin(turn) + v * Math.cos(turn),
      );
    },
  };
}

const BOARD = [40, 30] as const;
function bench(seed: number) {
  const random = seeded(seed);
  const gauss = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const place = (): XY => [BOARD[0] * random(), BOARD[1] * random()];
  const apart = (least: number, most: number): readonly [XY, XY] => {
    for (;;) {
      const [a, b] = [place(), place()];
      const d = Math.hypot(a[0] - b[0], a[1] - b[1]);
      if (d >= least && d <= most) return [a, b];
    }
  };
  const click = (eye: Camera, mm: XY): PhotoPoint => {
    const { x, y } = eye.see(mm);
    return photoPoint(x + CLICK_ERROR_PX * gauss(), y + CLICK_ERROR_PX * gauss());
  };
  const known = (eye: Camera): KnownLength => {
    const [a, b] = apart(5, 30);
    return {
      from: click(eye, a),
      to: click(eye, b),
      lengthMm: Math.hypot(a[0] - b[0], a[1] - b[1]) + CALIPER_ERROR_MM * gauss(),
    };
  };
  const frameOf = (measure: PhotoMeasure): PhotoFrame => {
    const verdict = readFrame(measure);
    if (!verdict.ok) throw new Error(verdict.message);
    return verdict.frame;
  };
  const corners = (): readonly XY[] => {
    const [w, h] = [6 + 14 * random(), 5 + 10 * random()];
    const [x, y] = [(BOARD[0] - w) * random(), (BOARD[1] - h) * random()];
    return [
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ];
  };
  const rectangle = (eye: Camera) => {
    const list = corners();
    const [o] = list;
    return list.map((mm) => ({
      at: click(eye, mm),
      mm: { x: mm[0] - (o?.[0] ?? 0), y: mm[1] - (o?.[1] ?? 0) },
    }));
  };
  /** Shares of measured lengths within one and within two of their own standard deviations, and how large those are. */
  const tally = (frames: number, tiltOf: () => number, measure: (eye: Camera) => PhotoMeasure) => {
    let [one, two, all, off, told] = [0, 0, 0, 0, 0];
    for (let n = 0; n < frames; n += 1) {
      const eye = camera(random, tiltOf());
      const frame = frameOf(measure(eye));
      for (let k = 0; k < 4; k += 1) {
        const [a, b] = apart(1, 20);
        const truth = Math.hypot(a[0] - b[0], a[1] - b[1]);
        const m = measureLength(frame, toBoard(click(eye, a), frame), toBoard(click(eye, b), frame));
        const z = Math.abs(m.mm - truth) / m.sigmaMm;
        one += Number(z <= 1);
        two += Number(z <= 2);
        all += 1;
        off += (m.mm / truth - 1) ** 2;
        told += (m.sigmaMm / truth) ** 2;
      }
    }
    return { one: one / all, two: two / all, off: Math.sqrt(off / all), told: Math.sqrt(told / all) };
  };
  return { random, known, rectangle, tally };
}

describe('a camera held askew by 0 to 25 degrees, 1,000 frames', () => {
  const anyTilt = (random: () => number) => () => 25 * random();
  it.each([1, 2, 3, 5])(
    '%d lengths: 93 to 97 in 100 measured lengths lie within two standard deviations',
    (n) => {
      const { random, known, tally } = bench(190 + n);
      const t = tally(1000, anyTilt(random), (eye) => ({
        kind: 'lengths',
        lengths: Array.from({ length: n }, () => known(eye)),
      }));
      expect(t.two).toBeGreaterThan(0.93);
      expect(t.two).toBeLessThan(0.97);
    },
  );
  it.each([0, 1, 2])('a rectangle and %d lengths', (n) => {
    const { random, known, rectangle, tally } = bench(290 + n);
    const t = tally(1000, anyTilt(random), (eye) => ({
      kind: 'plane',
      points: rectangle(eye),
      lengths: Array.from({ length: n }, () => known(eye)),
    }));
    expect(t.two).toBeGreaterThan(0.93);
    expect(t.two).toBeLessThan(0.97);
  });
});
