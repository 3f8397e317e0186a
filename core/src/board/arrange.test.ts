import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { twoClicks } from '../geometry/photo-measure';
import type { BoardPoint } from '../geometry/point';
import { project, similarity } from '../geometry/projective';
import {
  alignThings,
  copyThings,
  moveFace,
  removeThings,
  shiftThings,
  snapPlace,
  thingOf,
  thingPlaces,
  toggleLock,
  turnThings,
} from './arrange';
import type { Board, FaceSheet, Leg } from './board';
import { EMPTY_BOARD } from './board';
import { alongLine, lineLengthMm, nearestOnLine } from './board-line';
import { checkBoard } from './check-board';
import { acrossFaces, faceRegister, ghostHoles } from './face-register';
import { faceFrame, setMeasure } from './measure-face';
import { PACKAGES, packagesFor, placedTerminals } from './package-outline';
import { pinPoint, probePoints, spanMm } from './probe-point';
import { testBoard, testComponent, testPoint, testRow } from '../testing/test-board';
import { findings, whatIsLeft } from './what-is-left';

const row = testRow();
const leg: Leg = {
  id: 'leg1',
  name: 'leg 1',
  face: 'top',
  at: { x: 3, y: 3 },
  fixing: 'through-hole',
  slot: { widthMm: 0.6, lengthMm: 1.6, directionDeg: 90 },
  state: 'sound',
};
const sheet: FaceSheet = {
  face: 'top',
  photoId: 'x',
  widthPx: 100,
  heightPx: 100,
  name: '',
  shown: true,
  opacity: 1,
  measure: twoClicks({ x: 0, y: 0 }, { x: 100, y: 0 }, 10),
};
const scene: Board = {
  ...testBoard([testPoint('point1', 'plain', 10, 20)], [testComponent('R1', 'resistor', 22, 3, 4)]),
  faces: [sheet],
  rows: [row],
  legs: [leg],
  lines: [
    {
      id: 'edge1',
      name: 'edge',
      kind: 'edge',
      face: 'top',
      points: [
        { x: 0, y: 1 },
        { x: 20, y: 1 },
      ],
      scars: [],
    },
    {
      id: 'track1',
      name: 'track 1',
      kind: 'track',
      face: 'top',
      points: [
        { x: 5, y: 6 },
        { x: 5, y: 9 },
        { x: 9, y: 9 },
      ],
      scars: [{ atMm: 4, kind: 'torn', lengthMm: 1 }],
    },
  ],
  areas: [
    {
      id: 'area1',
      name: 'tall',
      kind: 'tall',
      face: 'top',
      points: [
        { x: 1, y: 1 },
        { x: 2, y: 1 },
        { x: 2, y: 2 },
      ],
    },
  ],
};
const ALL = ['row1', 'leg1', 'R1', 'point1', 'edge1', 'track1', 'area1'];
const every = (b: Board): BoardPoint[] => ALL.flatMap((id) => thingPlaces(b, id));

describe('arranging things', () => {
  it('a pin stands for its row, a terminal for its part', () => {
    expect([
      thingOf(scene, 'row1.3'),
      thingOf(scene, 'R1.2'),
      thingOf(scene, 'leg1'),
      thingOf(scene, 'nothing'),
    ]).toEqual(['row1', 'R1', 'leg1', null]);
  });
  it('turning and shifting are rigid: no distance between two places changes', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -720, max: 720, noNaN: true }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        (deg, dx) => {
          const [before, after] = [
            every(scene),
            every(shiftThings(turnThings(scene, ALL, deg), ALL, dx, -dx)),
          ];
          const gap = (list: BoardPoint[], i: number): number =>
            Math.hypot((list[i]?.x ?? 0) - (list[0]?.x ?? 0), (list[i]?.y ?? 0) - (list[0]?.y ?? 0));
          for (const i of before.keys()) expect(gap(after, i)).toBeCloseTo(gap(before, i), 6);
        },
      ),
      { seed: 51 },
    );
    expect(turnThings(scene, ['leg1'], 30).legs[0]?.slot?.directionDeg).toBe(120);
  });
  it('aligns to the first, copies with names that count on, and leaves what is locked alone', () => {
    const level = alignThings(scene, ['R1', 'point1'], 'y');
    expect(level.points[0]?.at.y).toBeCloseTo(5, 9);
    const { board, ids } = copyThings(scene, ALL, 1, 0);
    expect(ids).toEqual(['row2', 'leg2', 'R2', 'point2', 'edge2', 'track2', 'area2']);
    expect(checkBoard(board)).toBeNull();
    expect(board.rows[1]?.pins.every((p) => p.state === 'unchecked')).toBe(true);
    const locked = toggleLock(scene, ['R1', 'leg1']);
    expect(shiftThings(locked, ALL, 5, 5).legs[0]?.at).toEqual(leg.at);
    expect(removeThings(locked, ALL)).toMatchObject({ rows: [], legs: [leg], lines: [], areas: [] });
    expect(toggleLock(locked, ['R1', 'leg1']).locked).toEqual([]);
  });
  it('snaps to the nearest place within reach, else stays', () => {
    expect(snapPlace(scene, 'top', { x: 5.6, y: 5.05 }, 0.2)).toEqual({ at: pinPoint(row, 1), id: row.id });
    // Half a pitch is the furthest it reaches, however far out the plate is zoomed.
    const [near, next] = [pinPoint(row, 1), pinPoint(row, 2)];
    const beyond = { x: near.x + 0.52 * (next.x - near.x), y: near.y + 0.2 * row.pitchMm };
    expect(snapPlace(scene, 'top', beyond, 40)).toEqual({ at: beyond, id: null });
    expect(snapPlace(scene, 'top', { x: 14, y: 14 }, 0.5)).toEqual({ at: { x: 14, y: 14 }, id: null });
    expect(snapPlace(scene, 'bottom', { x: 5, y: 5 }, 0.5)).toEqual({ at: { x: 5, y: 5 }, id: null });
  });
});

describe('measuring a face anew', () => {
  it('keeps what was clicked where it was on the picture; a typed pitch stays, a measured one follows', () => {
    const measured: Board = { ...scene, rows: [{ ...row, measuredPitch: { mm: 0.65, sigmaMm: 0.01 } }] };
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 80, noNaN: true }), (mm) => {
        const moved = setMeasure(measured, 0, twoClicks({ x: 0, y: 0 }, { x: 100, y: 0 }, mm));
        expect((moved.points[0]?.at.x ?? 0) / (mm / 100)).toBeCloseTo(10 / 0.1, 6);
        expect((moved.rows[0]?.pitchMm ?? 0) / (mm / 10)).toBeCloseTo(0.65, 9);
        expect(setMeasure(scene, 0, twoClicks({ x: 0, y: 0 }, { x: 100, y: 0 }, mm)).rows[0]?.pitchMm).toBe(
          0.65,
        );
        const back = setMeasure(moved, 0, twoClicks({ x: 0, y: 0 }, { x: 100, y: 0 }, 10));
        expect(back.points[0]?.at.x).toBeCloseTo(10, 9);
      }),
      { seed: 52 },
    );
  });
  it('from two clicks to a rectified plane, and the close-up that was laid on it comes along', () => {
    const close: FaceSheet = {
      ...sheet,
      name: 'close-up',
      measure: {
        kind: 'landmarks',
        points: [
          { at: { x: 0, y: 0 }, mm: { x: 5, y: 5 } },
          { at: { x: 90, y: 0 }, mm: { x: 8, y: 5 } },
        ],
      },
    };
    const corner = (x: number, y: number, px: number, py: number) => ({ at: { x: px, y: py }, mm: { x, y } });
    const moved = setMeasure({ ...scene, faces: [sheet, close] }, 0, {
      kind: 'plane',
      points: [corner(0, 0, 2, 3), corner(40, 0, 95, 5), corner(40, 30, 90, 80), corner(0, 30, 5, 85)],
    });
    const frame = faceFrame(moved, 'top');
    // What stood at (10, 20) mm stood at pixel (100, 200) and still does.
    const p = frame && project(frame.back, moved.points[0]?.at ?? { x: 0, y: 0 });
    expect([p?.x, p?.y].map((v) => Math.round((v ?? 0) * 1e6) / 1e6)).toEqual([100, 200]);
    const laid = moved.faces[1]?.measure;
    const landmark = laid?.kind === 'landmarks' ? laid.points[0]?.mm : undefined;
    expect(frame && landmark && Math.round(project(frame.back, landmark).x)).toBe(50);
  });
  it('refuses a face without a picture and a length of nothing', () => {
    expect(() => setMeasure(EMPTY_BOARD, 0, twoClicks({ x: 0, y: 0 }, { x: 9, y: 0 }, 3))).toThrow(
      RangeError,
    );
    expect(() => setMeasure(scene, 0, twoClicks({ x: 0, y: 0 }, { x: 9, y: 0 }, 0))).toThrow(RangeError);
  });
});

describe('the two faces', () => {
  const toTop = similarity(1, 0.3, 30, 4, -1);
  const bottom = [
    { x: 2, y: 3 },
    { x: 25, y: 4 },
    { x: 20, y: 18 },
    { x: 4, y: 16 },
  ];
  const pairs = bottom.map((b) => ({ bottom: b, top: project(toTop, b) }));
  it('are laid on each other by two holes, mirrored; a hole of one comes out on the other', () => {
    const register = faceRegister({ ...scene, facePairs: pairs.slice(0, 2) });
    expect(register?.rmsMm).toBeLessThan(1e-9);
    expect(register?.scaleAgainstTop).toBeCloseTo(1, 9);
    const ghosts = ghostHoles(scene, 'bottom', register);
    expect(ghosts.map((g) => g.id)).toEqual(['leg1']);
    const back = acrossFaces(register, ghosts[0]?.at ?? { x: 0, y: 0 }, 'bottom', 'top');
    expect(back?.x).toBeCloseTo(3, 9);
    expect(ghostHoles(scene, 'top', register)).toEqual([]);
  });
  it('name the landmark that does not go with the others', () => {
    const wrong = pairs.map((p, i) => (i === 2 ? { ...p, top: { x: p.top.x + 1.5, y: p.top.y } } : p));
    expect(faceRegister({ ...scene, facePairs: wrong })?.outlier).toBe(2);
    expect(faceRegister({ ...scene, facePairs: pairs })?.outlier).toBeNull();
    expect(faceRegister({ ...scene, facePairs: pairs.slice(0, 1) })).toBeNull();
  });
  it('have straight lengths through the board once they are', () => {
    const two = {
      ...scene,
      points: [...scene.points, { ...testPoint('under', 'plain', 2, 3), face: 'bottom' as const }],
      facePairs: pairs,
    };
    const [top, under] = probePoints(two).filter((p) => p.owner === 'point');
    if (!top || !under) throw new Error('two points');
    expect(spanMm(top, under)).toBeNull();
    const at = project(toTop, { x: 2, y: 3 });
    expect(spanMm(top, under, faceRegister(two))).toBeCloseTo(Math.hypot(10 - at.x, 20 - at.y), 9);
  });
  it('the pairs move with a face that is measured anew', () => {
    const moved = moveFace({ ...scene, facePairs: pairs }, 'bottom', similarity(2, 0, 0, 0));
    expect(moved.facePairs[0]).toMatchObject({ bottom: { x: 4, y: 6 }, top: pairs[0]?.top });
    expect(faceRegister(moved)?.scaleAgainstTop).toBeCloseTo(0.5, 9);
  });
});

describe('what is left', () => {
  it('says pitch, torn pads, legs apart and the distance to the edge, each with its uncertainty', () => {
    const torn = {
      ...row,
      measuredPitch: { mm: 0.648, sigmaMm: 0.004 },
      pins: row.pins.map((p, i) => ({ ...p, state: i < 2 ? ('torn' as const) : ('sound' as const) })),
    };
    const left = whatIsLeft({
      ...scene,
      rows: [torn],
      legs: [leg, { ...leg, id: 'leg2', name: 'leg 2', at: { x: 10, y: 3 } }],
    });
    expect(left.rows[0]).toMatchObject({ torn: 2, metal: 3, pitch: { mm: 0.648 } });
    expect(left.rows[0]?.toEdge?.mm).toBeCloseTo(4, 9);
    expect(left.rows[0]?.toEdge?.sigmaMm).toBeGreaterThan(0.01);
    expect(left.legs[0]?.spans[0]?.span.mm).toBe(7);
    expect(left.brokenTracks.map((l) => l.id)).toEqual(['track1']);
    expect(left.findings.map((f) => [f.state, f.names.length])).toEqual([
      ['torn', 2],
      ['sound', 5],
    ]);
  });
  it('puts what was not looked at last', () => {
    expect(findings({ ...scene, legs: [{ ...leg, state: 'loose' }] }).map((f) => f.state)).toEqual([
      'loose',
      'unchecked',
    ]);
  });
});

describe('lines', () => {
  it('measure along themselves', () => {
    const points = [
      { x: 0, y: 0 },
      { x: 3, y: 0 },
      { x: 3, y: 4 },
    ];
    expect(lineLengthMm(points)).toBe(7);
    expect(alongLine(points, 5)).toEqual({ at: { x: 3, y: 2 }, directionDeg: 90 });
    expect(alongLine([], 1)).toBeNull();
    expect(nearestOnLine(points, { x: 4, y: 2 })).toEqual({ offMm: 1, atMm: 5 });
  });
});

describe('packages', () => {
  /** Pad middles of a footprint file of Debian's kicad-footprints: an independent set of land patterns. */
  function padsOf(
    library: string,
    name: RegExp,
  ): { readonly number: string; readonly x: number; readonly y: number }[] {
    const folder = `/usr/share/kicad/footprints/${library}.pretty`;
    const file = readdirSync(folder).find((f) => name.test(f));
    if (file === undefined) throw new Error(`${library} has no ${String(name)}`);
    const text = readFileSync(`${folder}/${file}`, 'utf8');
    return [...text.matchAll(/\(pad "?(\w+)"? smd \w+\s+\(at (-?[\d.]+) (-?[\d.]+)/g)].map((m) => ({
      number: m[1] ?? '',
      x: Number(m[2]),
      y: Number(m[3]),
    }));
  }
  it.each([
    ['0201', 'Resistor_SMD', /^R_0201_0603Metric\.kicad_mod$/],
    ['0402', 'Resistor_SMD', /^R_0402_1005Metric\.kicad_mod$/],
    ['0603', 'Resistor_SMD', /^R_0603_1608Metric\.kicad_mod$/],
    ['0805', 'Resistor_SMD', /^R_0805_2012Metric\.kicad_mod$/],
    ['1206', 'Resistor_SMD', /^R_1206_3216Metric\.kicad_mod$/],
    ['SOT-23', 'Package_TO_SOT_SMD', /^SOT-23\.kicad_mod$/],
    ['SOT-23-5', 'Package_TO_SOT_SMD', /^SOT-23-5\.kicad_mod$/],
    ['SOT-23-6', 'Package_TO_SOT_SMD', /^SOT-23-6\.kicad_mod$/],
    ['SOT-363', 'Package_TO_SOT_SMD', /^SOT-363_SC-70-6\.kicad_mod$/],
    ['SOIC-8', 'Package_SO', /^SOIC-8_3\.9x4\.9mm_P1\.27mm\.kicad_mod$/],
    ['QFN-16', 'Package_DFN_QFN', /^QFN-16-1EP_3x3mm_P0\.5mm_EP1\.[5-9]\d?x1\.[5-9]\d?mm\.kicad_mod$/],
    ['QFN-24', 'Package_DFN_QFN', /^QFN-24-1EP_4x4mm_P0\.5mm_EP2\.[5-9]\d?x2\.[5-9]\d?mm\.kicad_mod$/],
  ])('%s lies within a tenth of a millimetre of the open footprint', (name, library, file) => {
    const outline = PACKAGES.find((p) => p.name === name);
    const pads = padsOf(library, file);
    for (const [i, t] of (outline?.terminals ?? []).entries()) {
      const pad = pads.find((p) => p.number === String(i + 1));
      expect(Math.hypot((pad?.x ?? 9) - t.x, (pad?.y ?? 9) - t.y)).toBeLessThan(0.13);
    }
  });
  it('are dropped turned, and offered by kind', () => {
    const chip = PACKAGES.find((p) => p.name === '0603');
    const [a] = chip ? placedTerminals(chip, { x: 5, y: 5 }, 90) : [];
    expect(a?.x).toBeCloseTo(5, 9);
    expect(a?.y).toBeCloseTo(5 - 0.825, 9);
    expect(packagesFor('dual-diode').map((p) => p.name)).toEqual(['SOT-23']);
    expect(packagesFor('button')).toEqual([]);
  });
});
