import { describe, expect, it } from '@jest/globals';
import { seeded } from '../practice/seeded';
import { convexHull, findBlobs, leastRect } from './blobs';
import { partingValue } from './find-lands';
import { fitRow } from './fit-row';
import { dilate, erode } from './morphology';
import type { Projective } from '../geometry/projective';
import { inverse, project } from '../geometry/projective';
import { findSheet, SHEET, sheetShapes, sheetSvg } from './measure-sheet';
import type { Pixels } from './pixels';
import { checkPixels } from './pixels';
import type { ReadingStage } from './read-footprint';
import { readFootprint } from './read-footprint';
import { rectify } from './rectify';
import { renderBoard } from '../testing/render-board';
import { usbFootprints } from '../testing/usb-footprints';

const footprints = usbFootprints();

describe('growing and shrinking by a disc', () => {
  it('agree with looking at every pixel', () => {
    const random = seeded(2);
    const [width, height] = [23, 17];
    const data = Uint8Array.from({ length: width * height }, () => (random() < 0.2 ? 1 : 0));
    const map = { width, height, data };
    const slow = (at: number): number => {
      let best = Infinity;
      for (let i = 0; i < data.length; i += 1)
        if (data[i] === 1)
          best = Math.min(
            best,
            ((at % width) - (i % width)) ** 2 + (Math.floor(at / width) - Math.floor(i / width)) ** 2,
          );
      return best;
    };
    for (const radius of [0, 1, 1.4, 2, 3.7]) {
      const grown = dilate(map, radius).data;
      for (let i = 0; i < data.length; i += 1) expect(grown[i]).toBe(slow(i) <= radius ** 2 ? 1 : 0);
    }
    // What shrinks is what does not grow into the other.
    const other = { ...map, data: data.map((v) => 1 - v) };
    expect(erode(map, 1.5).data).toEqual(dilate(other, 1.5).data.map((v) => 1 - v));
    expect(erode(dilate(map, 0), 0).data).toEqual(data);
  });
  it('finds patches apart, and those cut by the border', () => {
    const { blobs } = findBlobs(
      {
        width: 6,
        height: 4,
        data: Uint8Array.from([1, 0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 0, 0, 0, 0, 1, 1, 0, 0, 0, 0, 0, 0, 0]),
      },
      1,
    );
    expect(blobs.map((b) => [b.area, b.cut])).toEqual([
      [1, true],
      [4, false],
    ]);
  });
});

describe('least rectangle', () => {
  it('finds a turned rectangle again from its corners and points inside', () => {
    const random = seeded(8);
    for (let round = 0; round < 40; round += 1) {
      const [w, h, a] = [2 + 5 * random(), 1 + random(), Math.PI * (random() - 0.5)];
      const points = Array.from({ length: 60 }, (_, i) => {
        const [u, v] =
          i < 4
            ? [i % 2 ? w / 2 : -w / 2, i < 2 ? h / 2 : -h / 2]
            : [(random() - 0.5) * w, (random() - 0.5) * h];
        return { x: 9 + u * Math.cos(a) - v * Math.sin(a), y: 4 + u * Math.sin(a) + v * Math.cos(a) };
      });
      const rect = leastRect(points);
      expect(rect?.long).toBeCloseTo(Math.max(w, h), 9);
      expect(rect?.wide).toBeCloseTo(Math.min(w, h), 9);
      expect(Math.abs(Math.sin((rect?.angle ?? 0) - a))).toBeLessThan(1e-9);
    }
    expect(
      leastRect([
        { x: 0, y: 0 },
        { x: 1, y: 1 },
      ]),
    ).toBeNull();
    expect(
      convexHull([
        { x: 0, y: 0 },
        { x: 2, y: 0 },
        { x: 1, y: 1 },
        { x: 1, y: 0.2 },
      ]),
    ).toHaveLength(3);
  });
});

describe('fitRow', () => {
  const mark = (at: number, bare = false) => ({ at, wide: 0.35, bare, cut: false });
  it('keeps the place of a missing pad', () => {
    const fit = fitRow([0, 0.65, 1.95, 2.6].map((at) => mark(at)));
    expect(fit?.found).toEqual([0, 1, null, 2, 3]);
    expect(fit && fit.pattern.offsets.length > 1 && (fit.pattern.offsets[1] ?? 0) * fit.stretch).toBeCloseTo(
      0.65,
      6,
    );
  });
  it('knows the uneven spacing of a type C row with six of its pads gone', () => {
    const there = [-3.2, -2.4, -1.75, -0.25, 0.75, 2.4];
    const fit = fitRow(
      [...there.map((at) => mark(at + 7)), ...[-0.75, 1.25, 3.2].map((at) => mark(at + 7, true))].sort(
        (a, b) => a.at - b.at,
      ),
    );
    expect(fit?.pattern.family).toBe('type-c-16');
    expect(fit?.found.filter((f) => f === null)).toHaveLength(3);
  });
  it('takes bare board for a torn pad at the end of a row', () => {
    const fit = fitRow([mark(0, true), mark(0.82), mark(1.6), mark(2.4), mark(3.2)]);
    expect(fit?.pattern.offsets).toHaveLength(5);
  });
  it('sees no row in two pads', () => {
    expect(fitRow([mark(0), mark(1)])).toBeNull();
  });
});

describe('rectify', () => {
  it('refuses pixels that do not fit and a box without size', () => {
    expect(() => checkPixels({ width: 2, height: 2, data: new Uint8Array(15) })).toThrow(RangeError);
    expect(() => checkPixels({ width: 0, height: 2, data: new Uint8Array(0) })).toThrow(RangeError);
    const picture = { width: 2, height: 2, data: new Uint8Array(16) };
    expect(() => rectify(picture, [1, 0, 0, 0, 1, 0, 0, 0, 1], { x: 0, y: 0, width: 0, height: 1 })).toThrow(
      RangeError,
    );
  });
});

describe('partingValue', () => {
  it('lies between two heaps', () => {
    const values = Array.from({ length: 400 }, (_, i) => (i % 2 ? 40 : 160) + (i % 13));
    expect(partingValue(values, 256)).toBeGreaterThan(50);
    expect(partingValue(values, 256)).toBeLessThan(165);
  });
});

describe('readFootprint on drawn photos of real land patterns', () => {
  // The full bench is `npm run bench`; a handful of clear pictures here keeps a slip from going unseen.
  it.each([
    [42, 'green', 5],
    [5, 'black', 9],
  ])(
    'footprint %d on %s, tilted %d degrees',
    (no, mask, tiltDeg) => {
      const footprint = footprints[no - 1];
      if (!footprint) throw new Error('no such footprint');
      const board = renderBoard(footprint, { seed: no, tornShare: 0.2, pxPerMm: 20, mask, tiltDeg });
      const stages: ReadingStage[] = [];
      const { rows, lands } = readFootprint(
        { picture: board.picture, toPhoto: board.toPhoto, box: board.box, family: null },
        (s) => stages.push(s),
      );
      // Patterns first; where one explains all, nothing is looked for one by one.
      expect(stages[0]).toBe('laying patterns');
      expect([1, 6]).toContain(stages.length);
      const metal = [
        ...rows.flatMap((r) => r.pads.filter((p) => p.state !== 'torn').map((p) => p.at)),
        ...lands.filter((l) => l.state === 'present').map((l) => l.at),
      ];
      const present = board.truth.filter((t) => t.kind !== 'torn');
      const found = present.filter((t) => metal.some((p) => Math.hypot(p.x - t.at.x, p.y - t.at.y) <= 0.1));
      expect(found.length / present.length).toBeGreaterThanOrEqual(0.8);
      const stray = metal.filter((p) => !present.some((t) => Math.hypot(p.x - t.at.x, p.y - t.at.y) <= 0.4));
      expect(stray.length).toBeLessThanOrEqual(1);
    },
    60_000,
  );
  it('offers nothing where hundreds of lands lie in the box and no pattern fits, and says why', () => {
    const pads = Array.from({ length: 15 * 14 }, (_, i) => ({
      number: '',
      type: 'smd' as const,
      shape: 'rect' as const,
      at: { x: (i % 15) * 0.9, y: Math.floor(i / 15) * 0.9 },
      angleDeg: 0,
      size: [0.5, 0.5] as const,
      drill: null,
      layers: ['F.Cu', 'F.Mask'],
    }));
    const board = renderBoard(
      { name: '', description: '', tags: '', pads, lines: [], source: null },
      { seed: 6, tornShare: 0, pxPerMm: 24, mask: 'green', tiltDeg: 0 },
    );
    const input = { picture: board.picture, toPhoto: board.toPhoto, family: null };
    expect(readFootprint({ ...input, box: board.box })).toEqual({
      rows: [],
      lands: [],
      patterns: [],
      doubts: ['crowd'],
    });
    // A part of it is read as ever.
    const few = { ...board.box, width: board.box.width / 3, height: board.box.height / 3 };
    expect(readFootprint({ ...input, box: few }).doubts).not.toContain('crowd');
  });
  it('sees nothing on an empty board', () => {
    const board = renderBoard(
      {
        name: '',
        description: '',
        tags: '',
        pads: [
          {
            number: '1',
            type: 'smd',
            shape: 'rect',
            at: { x: 0, y: 0 },
            angleDeg: 0,
            size: [1, 1],
            drill: null,
            layers: ['F.Cu', 'F.Mask'],
          },
        ],
        lines: [],
        source: null,
      },
      { seed: 4, tornShare: 0, pxPerMm: 30, mask: 'green', tiltDeg: 0 },
    );
    const away = { x: board.box.x - 1, y: board.box.y - 1, width: 1.2, height: 1.2 };
    expect(
      readFootprint({ picture: board.picture, toPhoto: board.toPhoto, box: away, family: null }).rows,
    ).toEqual([]);
  });
});

describe('the printed sheet', () => {
  /** The sheet as a tilted camera sees it, drawn from its shapes. */
  function photoOfSheet(toPhoto: Projective, width: number, height: number): Pixels {
    const back = inverse(toPhoto);
    const { circles } = sheetShapes();
    const data = new Uint8ClampedArray(4 * width * height);
    for (let j = 0; j < height; j += 1)
      for (let i = 0; i < width; i += 1) {
        const p = project(back, { x: i + 0.5, y: j + 0.5 });
        const inside = p.x > 0 && p.y > 0 && p.x < SHEET.width && p.y < SHEET.height;
        const top = circles.findLast((c) => Math.hypot(p.x - c.at.x, p.y - c.at.y) < c.r);
        const light = (inside ? (top?.dark ? 30 : 220) : 90) * (1 - (0.3 * i) / width);
        data.set([light, light, light, 255], 4 * (j * width + i));
      }
    return { width, height, data };
  }
  it('is found tilted and turned, its first mark first', () => {
    for (const [i, toPhoto] of (
      [
        [7, 0.6, 60, -0.8, 6.6, 140, 0.0009, -0.0006, 1],
        [-5, -1.6, 820, 1.6, -5, 560, 0, 0.0002, 1],
      ] as Projective[]
    ).entries()) {
      const points = findSheet(photoOfSheet(toPhoto, 1000, 800));
      if (!points) throw new Error(`picture ${i}: no sheet`);
      for (const p of points) {
        const want = project(toPhoto, { x: p.mm.x + SHEET.inset, y: p.mm.y + SHEET.inset });
        expect(Math.hypot(p.at.x - want.x, p.at.y - want.y)).toBeLessThan(1);
      }
    }
  });
  it('is not seen where there is none', () => {
    expect(findSheet({ width: 300, height: 200, data: new Uint8Array(300 * 200 * 4).fill(200) })).toBeNull();
  });
  it('is drawn at its exact size', () => {
    expect(sheetSvg()).toContain(
      `width="${SHEET.width}mm" height="${SHEET.height}mm" viewBox="0 0 ${SHEET.width} ${SHEET.height}"`,
    );
  });
});
