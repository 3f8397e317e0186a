import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { seeded } from '../practice/seeded';
import { measureLength, placeErrorMm, printMeasured } from './length-error';
import type { KnownLength } from './length-frame';
import { CALIPER_ERROR_MM, CLICK_ERROR_PX } from './length-frame';
import type { KnownPoint, PhotoMeasure } from './photo-measure';
import type { PhotoFrame } from './photo-frame';
import { readFrame, toBoard, toPhoto, twoClicks } from './photo-measure';
import { boardPoint, distanceMm, photoPoint } from './point';
import { fitHomography } from './fit-homography';
import type { Projective } from './projective';
import { inverse, project } from './projective';

function frameOf(measure: PhotoMeasure): PhotoFrame {
  const verdict = readFrame(measure);
  if (!verdict.ok) throw new Error(verdict.message);
  return verdict.frame;
}

function gaussian(random: () => number): () => number {
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** Millimetres to pixels as a tilted phone sees a board. */
const TILTED: Projective = [34, 2, 300, -1.5, 31, 250, 0.0012, -0.0021, 1];
const known = (mm: { x: number; y: number }, dx = 0, dy = 0): KnownPoint => {
  const p = project(TILTED, mm);
  return { at: { x: p.x + dx, y: p.y + dy }, mm };
};
const CORNERS = [
  { x: 0, y: 0 },
  { x: 40, y: 0 },
  { x: 40, y: 30 },
  { x: 0, y: 30 },
];

describe('lengths', () => {
  it('two clicks and a length give the scale', () => {
    const frame = frameOf(twoClicks({ x: 0, y: 0 }, { x: 300, y: 400 }, 25));
    expect(distanceMm(toBoard(photoPoint(100, 0), frame), boardPoint(5, 0))).toBeLessThan(1e-9);
    expect(toPhoto(boardPoint(5, 0), frame).x).toBeCloseTo(100, 9);
  });
  it('is surer the farther apart the clicks are, and the more lengths there are', () => {
    const of = (...spans: readonly number[]): number => {
      const frame = frameOf({
        kind: 'lengths',
        lengths: spans.map((px) => ({ from: { x: 0, y: 0 }, to: { x: px, y: 0 }, lengthMm: px / 40 })),
      });
      return measureLength(frame, boardPoint(0, 0), boardPoint(10, 0)).scaleMm;
    };
    expect(of(1000)).toBeLessThan(of(100));
    expect(of(1000, 1000, 1000)).toBeLessThan(of(1000));
  });
  it('names the length that does not go with the others', () => {
    const length = (px: number, lengthMm: number): KnownLength => ({
      from: { x: 0, y: 0 },
      to: { x: px, y: 0 },
      lengthMm,
    });
    const fair = frameOf({
      kind: 'lengths',
      lengths: [length(1000, 25), length(400, 10.02), length(800, 19.97)],
    });
    expect(fair.outlier).toBeNull();
    const foul = frameOf({
      kind: 'lengths',
      lengths: [length(1000, 25), length(400, 12.7), length(800, 20)],
    });
    expect(foul.outlier).toBe(1);
    expect(Math.abs(foul.residualsMm[1] ?? 0)).toBeGreaterThan(1);
  });
  it('lengths across each other tell a tilt: what is shortened one way is drawn out again', () => {
    const [along, across] = [
      { from: { x: 0, y: 0 }, to: { x: 800, y: 0 }, lengthMm: 20 },
      { from: { x: 400, y: -400 }, to: { x: 400, y: 400 }, lengthMm: 20.8 },
    ];
    const frame = frameOf({ kind: 'lengths', lengths: [along, across] });
    const [a, b, c] = [
      toBoard(photoPoint(0, 0), frame),
      toBoard(photoPoint(800, 0), frame),
      toBoard(photoPoint(0, 800), frame),
    ];
    expect(distanceMm(a, c) / distanceMm(a, b)).toBeGreaterThan(1.02);
    // One length says nothing of the tilt: what it measures across itself is worth less than what it measures along.
    const one = frameOf({ kind: 'lengths', lengths: [along] });
    const [o, right, down] = [photoPoint(0, 0), photoPoint(400, 0), photoPoint(0, 400)].map((p) =>
      toBoard(p, one),
    );
    if (!o || !right || !down) throw new Error('three places');
    expect(measureLength(one, o, down).perspectiveMm).toBeGreaterThan(
      1.4 * measureLength(one, o, right).perspectiveMm,
    );
  });
  it('lengths at odds bend no picture: one scale between them, as uncertain as they differ', () => {
    const along = { from: { x: 0, y: 0 }, to: { x: 800, y: 0 }, lengthMm: 20 };
    const wrong = { from: { x: 0, y: 500 }, to: { x: 400, y: 500 }, lengthMm: 17 };
    const frame = frameOf({ kind: 'lengths', lengths: [along, wrong] });
    expect(frame.atOdds).toBe(true);
    const [o, right, down] = [photoPoint(0, 0), photoPoint(400, 0), photoPoint(0, 400)].map((p) =>
      toBoard(p, frame),
    );
    if (!o || !right || !down) throw new Error('three places');
    expect(distanceMm(o, right)).toBeCloseTo(distanceMm(o, down), 9);
    expect(measureLength(frame, o, right).sigmaMm / distanceMm(o, right)).toBeGreaterThan(0.2);
    // A third tells which of them is off, and that one is left out.
    const third = { from: { x: 100, y: 0 }, to: { x: 100, y: 600 }, lengthMm: 15.05 };
    const told = frameOf({ kind: 'lengths', lengths: [along, wrong, third] });
    expect([told.atOdds, told.outlier]).toEqual([false, 1]);
    expect(measureLength(told, o, right).sigmaMm / 10).toBeLessThan(0.05);
  });
  it.each([
    [{ kind: 'lengths', lengths: [] }, 'lengths'],
    [twoClicks({ x: 5, y: 5 }, { x: 6, y: 5 }, 3), 'lengths.0.to'],
    ...[0, -1, Number.NaN, Infinity].map(
      (mm) => [twoClicks({ x: 0, y: 0 }, { x: 100, y: 0 }, mm), 'lengths.0.lengthMm'] as const,
    ),
  ] as readonly (readonly [PhotoMeasure, string])[])('refuses %j', (measure, path) => {
    expect(readFrame(measure)).toMatchObject({ ok: false, path });
  });
});

describe('plane', () => {
  it('takes the perspective out: lengths all over the plate are true', () => {
    const frame = frameOf({ kind: 'plane', points: CORNERS.map((c) => known(c)) });
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (x, y) => {
          expect(distanceMm(toBoard(project(TILTED, { x, y }), frame), boardPoint(x, y))).toBeLessThan(1e-6);
        },
      ),
      { seed: 31 },
    );
    expect(frame.tiltTakenOut).toBe(true);
  });
  it('says when the corners were named in a crossing order', () => {
    const [a, b, c, d] = CORNERS.map((p) => known(p));
    if (!a || !b || !c || !d) throw new Error('four corners');
    const crossed = [a, { ...b, mm: c.mm }, { ...c, mm: b.mm }, d];
    expect(readFrame({ kind: 'plane', points: crossed })).toMatchObject({ ok: false, code: 'behind-camera' });
  });
  it('names the point of a grid that was clicked wrong', () => {
    const grid = [0, 10, 20, 30].flatMap((x) => [0, 10, 20].map((y) => ({ x, y })));
    const noise = gaussian(seeded(4));
    const points = grid.map((p, i) => known(p, noise() + (i === 7 ? 30 : 0), noise()));
    expect(frameOf({ kind: 'plane', points }).outlier).toBe(7);
    expect(
      frameOf({ kind: 'plane', points: grid.map((p) => known(p, noise(), noise())) }).outlier,
    ).toBeNull();
  });
  it('is least sure outside what was clicked', () => {
    const frame = frameOf({ kind: 'plane', points: CORNERS.map((c) => known(c)) });
    expect(placeErrorMm(frame, boardPoint(70, 60))).toBeGreaterThan(
      2 * placeErrorMm(frame, boardPoint(20, 15)),
    );
  });
});

describe('a rectangle and lengths', () => {
  it('a long length far away steadies a small rectangle; a bad one of it is refused by its field', () => {
    const small = [
      { x: 0, y: 0 },
      { x: 6, y: 0 },
      { x: 6, y: 4 },
      { x: 0, y: 4 },
    ].map((c) => known(c));
    const [from, to] = [project(TILTED, { x: 2, y: 28 }), project(TILTED, { x: 38, y: 26 })].map((p) =>
      photoPoint(p.x, p.y),
    );
    if (!from || !to) throw new Error('two ends');
    const length: KnownLength = { from, to, lengthMm: Math.hypot(36, 2) };
    const alone = frameOf({ kind: 'plane', points: small });
    const both = frameOf({ kind: 'plane', points: small, lengths: [length] });
    const [a, b] = [boardPoint(5, 25), boardPoint(35, 25)];
    expect(measureLength(both, a, b).sigmaMm).toBeLessThan(0.6 * measureLength(alone, a, b).sigmaMm);
    expect(both.residualsMm).toHaveLength(5);
    expect(both.outlier).toBeNull();
    const foul = frameOf({ kind: 'plane', points: small, lengths: [length, { ...length, lengthMm: 60 }] });
    expect(foul.outlier).toBe(5);
    expect(readFrame({ kind: 'plane', points: small, lengths: [{ ...length, lengthMm: 0 }] })).toMatchObject({
      ok: false,
      path: 'lengths.0.lengthMm',
    });
  });
});

describe('a small rectangle', () => {
  // A land of 2.7 by 1.7 mm at 60 pixels a millimetre, seen askew; clicks tell its perspective poorly.
  const SEEN: Projective = [60, 4, 900, -3, 58, 700, 0.0008, -0.0006, 1];
  const corners = [
    { x: 0, y: 0 },
    { x: 2.7, y: 0 },
    { x: 2.7, y: 1.7 },
    { x: 0, y: 1.7 },
  ];
  const far = { x: -6, y: 5 };
  const shaken = (noise: () => number): KnownPoint[] =>
    corners.map((mm) => {
      const p = project(SEEN, mm);
      return { at: photoPoint(p.x + CLICK_ERROR_PX * noise(), p.y + CLICK_ERROR_PX * noise()), mm };
    });
  it('is held to a usual perspective far from it, and tells how well a place there is known', () => {
    const noise = gaussian(seeded(46));
    const truth = project(SEEN, far);
    let [held, free, told] = [0, 0, 0];
    const rounds = 300;
    for (let n = 0; n < rounds; n += 1) {
      const points = shaken(noise);
      const frame = frameOf({ kind: 'plane', points });
      held += distanceMm(toBoard(photoPoint(truth.x, truth.y), frame), boardPoint(far.x, far.y)) ** 2;
      told += placeErrorMm(frame, boardPoint(far.x, far.y)) ** 2;
      const loose = fitHomography(
        points.map((p) => ({ from: p.mm, to: p.at })),
        CLICK_ERROR_PX,
      );
      if (!loose.ok) throw new Error(loose.message);
      const q = project(inverse(loose.fit.map), truth);
      free += Math.hypot(q.x - far.x, q.y - far.y) ** 2;
    }
    expect(Math.sqrt(held / free)).toBeLessThan(0.6);
    // One spread an axis is told; what is seen is of both.
    const ratio = Math.sqrt(told / (held / 2));
    expect(ratio).toBeGreaterThan(0.7);
    expect(ratio).toBeLessThan(2.2);
  });
});

describe('landmarks', () => {
  it('lay a close-up on the overview by two, and take its tilt out by four', () => {
    const turned = (mm: { x: number; y: number }): KnownPoint => ({
      at: { x: 900 - 80 * mm.y, y: 100 + 80 * mm.x },
      mm,
    });
    const two = frameOf({ kind: 'landmarks', points: [turned({ x: 1, y: 1 }), turned({ x: 9, y: 4 })] });
    expect(distanceMm(toBoard(photoPoint(900, 100), two), boardPoint(0, 0))).toBeLessThan(1e-9);
    const four = frameOf({ kind: 'landmarks', points: CORNERS.map((c) => known(c)) });
    expect(four.tiltTakenOut).toBe(true);
    expect(readFrame({ kind: 'landmarks', points: [known({ x: 0, y: 0 })] })).toMatchObject({
      code: 'too-few',
    });
  });
});

describe('uncertainty against Monte Carlo', () => {
  /** Measures the whole thing again and again with shaken clicks; the spread is what was foretold. */
  function spread(
    shake: (noise: () => number) => PhotoFrame,
    a: { x: number; y: number },
    b: { x: number; y: number },
    seed: number,
  ): number {
    const noise = gaussian(seeded(seed));
    const rounds = 2000;
    const seen = Array.from({ length: rounds }, () => {
      const frame = shake(noise);
      const [p, q] = [a, b].map((at) =>
        toBoard({ x: at.x + CLICK_ERROR_PX * noise(), y: at.y + CLICK_ERROR_PX * noise() }, frame),
      );
      return p && q ? distanceMm(p, q) : 0;
    });
    const mean = seen.reduce((s, v) => s + v, 0) / rounds;
    return Math.sqrt(seen.reduce((s, v) => s + (v - mean) ** 2, 0) / rounds);
  }
  it.each([[41]])('of two clicks and a length, seed %d', (seed) => {
    const frame = frameOf(twoClicks({ x: 0, y: 0 }, { x: 600, y: 0 }, 15));
    const [a, b] = [
      { x: 100, y: 50 },
      { x: 340, y: 200 },
    ];
    const told = measureLength(frame, toBoard(a, frame), toBoard(b, frame));
    const seen = spread(
      (n) =>
        frameOf(
          twoClicks(
            { x: CLICK_ERROR_PX * n(), y: CLICK_ERROR_PX * n() },
            { x: 600 + CLICK_ERROR_PX * n(), y: CLICK_ERROR_PX * n() },
            15 + CALIPER_ERROR_MM * n(),
          ),
        ),
      a,
      b,
      seed,
    );
    expect(Math.hypot(told.pixelMm, told.scaleMm) / seen).toBeGreaterThan(0.92);
    expect(Math.hypot(told.pixelMm, told.scaleMm) / seen).toBeLessThan(1.08);
  });
  it.each([[43]])('of a rectified picture, seed %d', (seed) => {
    const frame = frameOf({ kind: 'plane', points: CORNERS.map((c) => known(c)) });
    const [a, b] = [project(TILTED, { x: 5, y: 5 }), project(TILTED, { x: 31, y: 22 })];
    const told = measureLength(frame, toBoard(a, frame), toBoard(b, frame));
    const seen = spread(
      (n) =>
        frameOf({
          kind: 'plane',
          points: CORNERS.map((c) => known(c, CLICK_ERROR_PX * n(), CLICK_ERROR_PX * n())),
        }),
      a,
      b,
      seed,
    );
    expect(told.sigmaMm / seen).toBeGreaterThan(0.92);
    expect(told.sigmaMm / seen).toBeLessThan(1.08);
    expect(told.perspectiveMm).toBe(0);
  });
  it.each([[45]])('of a close-up laid on by two landmarks, seed %d', (seed) => {
    const points = (n: () => number): KnownPoint[] => [
      { at: { x: 100 + n(), y: 100 + n() }, mm: { x: 2, y: 2 } },
      { at: { x: 900 + n(), y: 500 + n() }, mm: { x: 12, y: 7 } },
    ];
    const frame = frameOf({ kind: 'landmarks', points: points(() => 0) });
    const [a, b] = [
      { x: 200, y: 300 },
      { x: 700, y: 350 },
    ];
    const told = measureLength(frame, toBoard(a, frame), toBoard(b, frame));
    const seen = spread(
      (n) => frameOf({ kind: 'landmarks', points: points(() => CLICK_ERROR_PX * n()) }),
      a,
      b,
      seed,
    );
    expect(Math.hypot(told.pixelMm, told.scaleMm) / seen).toBeGreaterThan(0.92);
    expect(Math.hypot(told.pixelMm, told.scaleMm) / seen).toBeLessThan(1.08);
  });
  it('is printed as two standard deviations, rounded up', () => {
    expect(printMeasured({ mm: 0.6503, sigmaMm: 0.0093 })).toBe('0.65 ± 0.02 mm');
    expect(printMeasured({ mm: 31.46, sigmaMm: 0.7 })).toBe('31.5 ± 1.4 mm');
    expect(printMeasured({ mm: 2.54, sigmaMm: 0.001 })).toBe('2.540 ± 0.002 mm');
  });
});
