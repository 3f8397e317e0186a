import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { Matrix, SVD } from 'ml-matrix';
import { lusolve } from 'mathjs';
import { seeded } from '../practice/seeded';
import { fitCircle } from './fit-circle';
import { fitHomography } from './fit-homography';
import type { PointPair } from './fit-similarity';
import { fitSimilarity } from './fit-similarity';
import type { Projective, XY } from './projective';
import { compose, derivative, inverse, project, similarity } from './projective';

/** Standard normal numbers by Box and Muller, for noise with a seed. */
function gaussian(random: () => number): () => number {
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A camera looking at a plate with tilt about both axes, degrees: millimetres to pixels. */
function camera(tiltX: number, tiltY: number, pxPerMm = 30, distanceMm = 120): Projective {
  const [a, b] = [(tiltX * Math.PI) / 180, (tiltY * Math.PI) / 180];
  const depth: Projective = [
    Math.cos(b),
    0,
    0,
    Math.sin(a) * Math.sin(b),
    Math.cos(a),
    0,
    (-Math.cos(a) * Math.sin(b)) / distanceMm,
    Math.sin(a) / distanceMm,
    1,
  ];
  return compose([pxPerMm, 0, 900, 0, pxPerMm, 700, 0, 0, 1], depth);
}

const tilts = fc.tuple(
  fc.double({ min: -25, max: 25, noNaN: true }),
  fc.double({ min: -25, max: 25, noNaN: true }),
);
const places = (n: number): fc.Arbitrary<XY[]> =>
  fc.array(
    fc.record({
      x: fc.double({ min: -20, max: 20, noNaN: true }),
      y: fc.double({ min: -20, max: 20, noNaN: true }),
    }),
    { minLength: n, maxLength: n },
  );
const CORNERS: readonly XY[] = [
  { x: -15, y: -10 },
  { x: 15, y: -10 },
  { x: 15, y: 10 },
  { x: -15, y: 10 },
];

describe('projective maps', () => {
  it('undo themselves and their derivative is that of finite differences', () => {
    fc.assert(
      fc.property(tilts, places(1), ([a, b], [p]) => {
        const m = camera(a, b);
        const at = p ?? { x: 0, y: 0 };
        const there = project(m, at);
        const back = project(inverse(m), there);
        expect(Math.hypot(back.x - at.x, back.y - at.y)).toBeLessThan(1e-9);
        const h = 1e-5;
        const [xx, , yx] = derivative(m, at);
        const stepped = project(m, { x: at.x + h, y: at.y });
        expect(
          Math.abs((stepped.x - there.x) / h - xx) + Math.abs((stepped.y - there.y) / h - yx),
        ).toBeLessThan(1e-2);
      }),
      { seed: 11 },
    );
  });
  it('refuse to be undone when they squash the plane', () => {
    expect(() => inverse([1, 2, 0, 2, 4, 0, 0, 0, 1])).toThrow(RangeError);
  });
});

describe('fitSimilarity', () => {
  it('finds turn, scale, shift and mirror again', () => {
    fc.assert(
      fc.property(
        places(5),
        fc.double({ min: 0.1, max: 9, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.boolean(),
        (points, scale, angle, mirrored) => {
          fc.pre(
            Math.max(...points.map((p) => Math.hypot(p.x - (points[0]?.x ?? 0), p.y - (points[0]?.y ?? 0)))) >
              0.5,
          );
          const map = similarity(scale, angle, 4, -7, mirrored ? -1 : 1);
          const verdict = fitSimilarity(
            points.map((from) => ({ from, to: project(map, from) })),
            { mirrored },
          );
          expect(verdict.ok && verdict.fit.rms).toBeLessThan(1e-9);
          expect(verdict.ok && verdict.fit.scale).toBeCloseTo(scale, 8);
        },
      ),
      { seed: 12 },
    );
  });
  it('agrees with Umeyama by singular values (Umeyama 1991) on noisy pairs', () => {
    const random = seeded(5);
    const noise = gaussian(random);
    for (let round = 0; round < 30; round += 1) {
      const map = similarity(0.5 + random(), 6 * random(), 3, 4);
      const pairs = Array.from({ length: 6 }, (): PointPair => {
        const from = { x: 30 * random(), y: 30 * random() };
        const q = project(map, from);
        return { from, to: { x: q.x + 0.2 * noise(), y: q.y + 0.2 * noise() } };
      });
      const n = pairs.length;
      const mean = (k: 'from' | 'to'): XY => ({
        x: pairs.reduce((s, p) => s + p[k].x, 0) / n,
        y: pairs.reduce((s, p) => s + p[k].y, 0) / n,
      });
      const [ma, mb] = [mean('from'), mean('to')];
      const A = new Matrix(pairs.map((p) => [p.from.x - ma.x, p.from.y - ma.y]));
      const B = new Matrix(pairs.map((p) => [p.to.x - mb.x, p.to.y - mb.y]));
      const svd = new SVD(B.transpose().mmul(A).div(n));
      const sign =
        Math.sign(
          svd.leftSingularVectors.get(0, 0) * svd.leftSingularVectors.get(1, 1) -
            svd.leftSingularVectors.get(0, 1) * svd.leftSingularVectors.get(1, 0),
        ) *
        Math.sign(
          svd.rightSingularVectors.get(0, 0) * svd.rightSingularVectors.get(1, 1) -
            svd.rightSingularVectors.get(0, 1) * svd.rightSingularVectors.get(1, 0),
        );
      const [d1 = 0, d2 = 0] = svd.diagonal;
      const scale = (d1 + sign * d2) / (A.transpose().mmul(A).trace() / n);
      const verdict = fitSimilarity(pairs);
      expect(verdict.ok && verdict.fit.scale).toBeCloseTo(scale, 10);
    }
  });
  it('refuses one pair, and pairs in one place', () => {
    const at = { from: { x: 1, y: 1 }, to: { x: 2, y: 2 } };
    expect(fitSimilarity([at])).toMatchObject({ code: 'too-few' });
    expect(fitSimilarity([at, at, at])).toMatchObject({ code: 'same-place' });
  });
});

describe('fitHomography', () => {
  it('takes the tilt out exactly when the clicks are exact', () => {
    fc.assert(
      fc.property(tilts, places(6), ([a, b], more) => {
        const m = camera(a, b);
        const verdict = fitHomography(
          [...CORNERS, ...more].map((from) => ({ from, to: project(m, from) })),
          1,
        );
        expect(verdict.ok && verdict.fit.rms).toBeLessThan(1e-6);
      }),
      { seed: 13 },
    );
  });
  it('on four points is the linear solution that mathjs finds', () => {
    const random = seeded(7);
    for (let round = 0; round < 30; round += 1) {
      const pairs = CORNERS.map((c) => ({
        from: c,
        to: { x: 500 + 20 * c.x + 60 * random(), y: 400 + 20 * c.y + 60 * random() },
      }));
      const A = pairs.flatMap(({ from: { x, y }, to: { x: u, y: v } }) => [
        [x, y, 1, 0, 0, 0, -u * x, -u * y],
        [0, 0, 0, x, y, 1, -v * x, -v * y],
      ]);
      const h = (
        lusolve(
          A,
          pairs.flatMap(({ to }) => [to.x, to.y]),
        ) as number[][]
      ).map((r) => r[0] ?? 0);
      const verdict = fitHomography(pairs, 1);
      if (!verdict.ok) throw new Error(verdict.message);
      const map = verdict.fit.map.map((v) => v / verdict.fit.map[8]);
      for (const [i, value] of h.entries())
        expect(Math.abs((map[i] ?? 0) - value)).toBeLessThan(1e-6 * Math.max(1, Math.abs(value)));
    }
  });
  it('fits better than the bare linear transformation, which weighs far points too heavily', () => {
    const random = seeded(9);
    const noise = gaussian(random);
    const m = camera(22, -14);
    const pairs = Array.from({ length: 20 }, (): PointPair => {
      const from = { x: 40 * random() - 20, y: 30 * random() - 15 };
      const q = project(m, from);
      return { from, to: { x: q.x + 2 * noise(), y: q.y + 2 * noise() } };
    });
    const rows = pairs.flatMap(({ from: { x, y }, to: { x: u, y: v } }) => [
      [-x, -y, -1, 0, 0, 0, u * x, u * y, u],
      [0, 0, 0, -x, -y, -1, v * x, v * y, v],
    ]);
    const bare = new SVD(new Matrix(rows)).rightSingularVectors.getColumn(8) as unknown as Projective;
    const rms = (map: Projective): number =>
      Math.sqrt(
        pairs.reduce(
          (s, p) => s + (project(map, p.from).x - p.to.x) ** 2 + (project(map, p.from).y - p.to.y) ** 2,
          0,
        ) / pairs.length,
      );
    const verdict = fitHomography(pairs, 1);
    expect(verdict.ok && verdict.fit.rms).toBeLessThan(rms(bare) + 1e-9);
  });
  it('foretells how far a corner wanders, within a tenth of Monte Carlo', () => {
    const random = seeded(21);
    const noise = gaussian(random);
    const m = camera(18, 9);
    const exact = fitHomography(
      CORNERS.map((from) => ({ from, to: project(m, from) })),
      1.5,
    );
    if (!exact.ok) throw new Error(exact.message);
    const at = { x: 9, y: -4 };
    const told = Math.hypot(
      ...exact.fit.wobbles.map(
        (w) =>
          project(exact.fit.map.map((v, i) => v + (w[i] ?? 0)) as unknown as Projective, at).x -
          project(exact.fit.map, at).x,
      ),
    );
    let square = 0;
    const rounds = 1500;
    for (let i = 0; i < rounds; i += 1) {
      const shaken = fitHomography(
        CORNERS.map((from) => ({
          from,
          to: { x: project(m, from).x + 1.5 * noise(), y: project(m, from).y + 1.5 * noise() },
        })),
        1.5,
      );
      if (shaken.ok) square += (project(shaken.fit.map, at).x - project(m, at).x) ** 2;
    }
    expect(told / Math.sqrt(square / rounds)).toBeGreaterThan(0.9);
    expect(told / Math.sqrt(square / rounds)).toBeLessThan(1.1);
  });
  it('refuses three points, and four of which three lie on a line', () => {
    const pair = (x: number, y: number): PointPair => ({ from: { x, y }, to: { x: 2 * x, y: 2 * y } });
    expect(fitHomography([pair(0, 0), pair(1, 0), pair(0, 1)], 1)).toMatchObject({ code: 'too-few' });
    expect(fitHomography([pair(0, 0), pair(1, 0), pair(2, 0), pair(0, 1)], 1)).toMatchObject({
      code: 'on-a-line',
    });
    expect(fitHomography([pair(0, 0), pair(0, 0), pair(0, 0), pair(0, 0)], 1)).toMatchObject({
      code: 'on-a-line',
    });
  });
});

describe('fitCircle', () => {
  it('finds a coin from a few clicks on its rim', () => {
    const noise = gaussian(seeded(3));
    const clicks = [10, 80, 160, 250, 320].map((deg) => ({
      x: 400 + 300 * Math.cos((deg * Math.PI) / 180) + 0.5 * noise(),
      y: 300 + 300 * Math.sin((deg * Math.PI) / 180) + 0.5 * noise(),
    }));
    const circle = fitCircle(clicks);
    expect(circle?.radius).toBeCloseTo(300, -0.5);
    expect(circle?.rms).toBeLessThan(1.5);
  });
  it('has none through two clicks or a line', () => {
    expect(
      fitCircle([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
      ]),
    ).toBeNull();
    expect(
      fitCircle([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
        { x: 2, y: 2 },
      ]),
    ).toBeNull();
  });
});
