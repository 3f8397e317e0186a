import { describe, expect, it } from '@jest/globals';
import type { ConnectorPart } from '../connector/part';
import { GENERIC_PARTS } from '../connector/generic-parts';
import { partFromFootprint } from '../formats/footprint-part';
import type { PhotoMeasure } from '../geometry/photo-measure';
import { readFrame, twoClicks } from '../geometry/photo-measure';
import { boardPoint, photoPoint } from '../geometry/point';
import type { Projective, XY } from '../geometry/projective';
import { compose, inverse, project } from '../geometry/projective';
import { seeded } from '../practice/seeded';
import { renderBoard } from '../testing/render-board';
import { usbFootprints } from '../testing/usb-footprints';
import { edgeField, ovalResponse, rectangleResponse } from './edge-field';
import type { FootprintProposal } from './found';
import { judgeLands } from './judge-lands';
import { layPatterns } from './lay-patterns';
import { patternRows } from './pattern-rows';
import { LEAST_PIXELS, pixelsAPad } from './pixels-a-pad';
import { readFootprint } from './read-footprint';
import { readingSpread } from './reading-spread';
import type { FlatPiece } from './rectify';
import { posed, refinePose, turnOf } from './refine-pose';
import { edgeWays } from './upright';

const footprints = usbFootprints();
/** Those that are drawn here, and some of each family that they could be taken for; all of them are laid in `npm run bench`. */
const parts = [2, 5, 8, 14, 22, 24, 30, 36, 41, 44, 48, 51].map((i) =>
  partFromFootprint(footprints[i] as (typeof footprints)[number], String(i), `${i}.kicad_mod`),
);

type Colour = readonly [number, number, number];
const MASK: Colour = [40, 90, 60];
const METAL: Colour = [190, 190, 185];
const GLASS: Colour = [150, 115, 80];
const DARK: Colour = [25, 22, 20];

/** A board drawn by colours alone: each land of a part as asked for, under a turn about the middle. */
function drawn(
  part: ConnectorPart,
  colourOf: (index: number) => { readonly land: Colour; readonly hole: Colour },
  turnDeg = 0,
  woven = true,
): { readonly flat: FlatPiece; readonly middle: XY; readonly turn: number } {
  const perMm = 20;
  const [width, height] = [400, 400];
  const planes = [0, 1, 2].map(() => new Float32Array(width * height)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const [c, s] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  const middle = { x: 10, y: 10 };
  const depth = (
    u: number,
    v: number,
    o: { widthMm: number; lengthMm: number; directionDeg: number },
    round: boolean,
  ) => {
    const t = (o.directionDeg * Math.PI) / 180;
    const [a, b] = [u * Math.cos(t) + v * Math.sin(t), -u * Math.sin(t) + v * Math.cos(t)];
    const [l, w] = [o.lengthMm / 2, o.widthMm / 2];
    if (!round) return Math.min(l - Math.abs(a), w - Math.abs(b));
    return w - Math.hypot(Math.max(0, Math.abs(a) - (l - w)), b);
  };
  // No pixel further than this from a land's middle is touched by it.
  const reach = part.lands.map(({ copper, hole }) =>
    Math.max(...[copper, hole ?? copper].map((o) => Math.hypot(o.lengthMm, o.widthMm) / 2 + 1 / perMm)),
  );
  for (let j = 0; j < height; j += 1)
    for (let i = 0; i < width; i += 1) {
      const [x, y] = [(i + 0.5) / perMm - middle.x, (j + 0.5) / perMm - middle.y];
      const [u, v] = [c * x + s * y, -s * x + c * y];
      let colour = MASK;
      // A pixel on an edge has a share of both.
      const cover = (over: Colour, mm: number): void => {
        const share = Math.max(0, Math.min(1, 0.5 + mm * perMm));
        colour = colour.map((was, k) => was + share * ((over[k] as number) - was)) as unknown as Colour;
      };
      part.lands.forEach((l, k) => {
        const [near, far] = [reach[k] as number, Math.max(Math.abs(u - l.at.x), Math.abs(v - l.at.y))];
        if (far > near) return;
        const want = colourOf(k);
        cover(want.land, depth(u - l.at.x, v - l.at.y, l.copper, l.hole !== null));
        if (l.hole) cover(want.hole, depth(u - l.at.x, v - l.at.y, l.hole, true));
      });
      // Glass fibre is woven; everything else here is smooth.
      const weave = colour === MASK || colour[0] - colour[2] < 60 || !woven ? 0 : ((i * 31 + j * 17) % 7) * 6;
      planes.forEach((p, k) => {
        p[j * width + i] = (colour[k] as number) + weave + ((i * 7 + j * 13) % 5);
      });
    }
  return { flat: { origin: { x: 0, y: 0 }, perMm, width, height, planes }, middle, turn: turnDeg };
}

const micro = GENERIC_PARTS.find((p) => p.id === 'generic/micro-slots-7') as ConnectorPart;
const whole = { land: METAL, hole: DARK };

describe('edgeWays', () => {
  it.each([0, 7, 30, 44, 61, 89])('tells how far a board is turned: %d degrees', (deg) => {
    const [way = NaN] = edgeWays(drawn(micro, () => whole, deg).flat);
    const off = Math.abs(((((way - deg + 45) % 90) + 90) % 90) - 45);
    // A grid of pixels bends slanting edges by up to two degrees; the reader looks again in the turned piece.
    expect(off).toBeLessThan(2.5);
  });
  it('sees none where nothing has an edge', () => {
    const plain = new Float32Array(100 * 100).fill(80);
    expect(edgeWays({ width: 100, height: 100, planes: [plain, plain, plain] })).toEqual([]);
  });
});

describe('outlines', () => {
  it('answer most where the land of that size is, and less to another size', () => {
    const { flat, middle } = drawn(micro, () => whole);
    const field = edgeField(flat);
    const pad = micro.lands.find((l) => l.role === 'contact' && !l.hole) as ConnectorPart['lands'][number];
    const across = Math.abs(Math.cos((pad.copper.directionDeg * Math.PI) / 180)) > 0.7;
    const [w, h] = across
      ? [pad.copper.lengthMm, pad.copper.widthMm]
      : [pad.copper.widthMm, pad.copper.lengthMm];
    const at = Math.floor((middle.y + pad.at.y) * 20) * 400 + Math.floor((middle.x + pad.at.x) * 20);
    expect(rectangleResponse(field, w, h)[at]).toBeGreaterThan(0.8);
    expect(rectangleResponse(field, w + 0.5, h + 0.5)[at]).toBeLessThan(0.5);
    const leg = micro.lands.find((l) => l.hole) as ConnectorPart['lands'][number];
    const hole = leg.hole as NonNullable<typeof leg.hole>;
    const level = Math.abs(Math.cos((hole.directionDeg * Math.PI) / 180)) > 0.7;
    const there = Math.floor((middle.y + leg.at.y) * 20) * 400 + Math.floor((middle.x + leg.at.x) * 20);
    const answer = level
      ? ovalResponse(field, hole.lengthMm, hole.widthMm)
      : ovalResponse(field, hole.widthMm, hole.lengthMm);
    expect(answer[there]).toBeGreaterThan(0.7);
  });
});

describe('layPatterns and refinePose', () => {
  it.each(['micro-slots-7', 'b-lying', 'c16-lying', 'mini-surface'])(
    'finds %s among all others, in its place',
    (id) => {
      const part = GENERIC_PARTS.find((p) => p.id === `generic/${id}`) as ConnectorPart;
      const { flat, middle } = drawn(part, () => whole);
      const field = edgeField(flat);
      const { laid } = layPatterns(field, GENERIC_PARTS);
      const [best] = laid;
      if (!best) throw new Error('nothing was laid');
      expect(best.part.id).toBe(part.id);
      const rough = refinePose(field, part, best.pose, { turnDeg: 1, scale: 0.003 });
      const pose = refinePose(edgeField(flat, false), part, rough, { turnDeg: 0.3, scale: 0.002 });
      expect(Math.abs(turnOf(pose)) % 180).toBeLessThan(0.5);
      for (const l of part.lands) {
        const p = posed(pose, l.at);
        const nearest = Math.min(
          ...part.lands.map((q) => Math.hypot(middle.x + q.at.x - p.x, middle.y + q.at.y - p.y)),
        );
        expect(nearest).toBeLessThan(0.03);
      }
    },
  );
  it('finds a part whose own origin lies beside the piece, as that of one which hangs over a board’s edge may', () => {
    const { flat, middle } = drawn(micro, () => whole);
    const [dx, dy] = [14, -11];
    const away: ConnectorPart = {
      ...micro,
      lands: micro.lands.map((l) => ({ ...l, at: boardPoint(l.at.x + dx, l.at.y + dy) })),
    };
    const [best] = layPatterns(edgeField(flat), [away]).laid;
    if (!best) throw new Error('nothing was laid');
    expect(best.pose.x0).toBeLessThan(0);
    for (const l of micro.lands) {
      const p = posed(best.pose, { x: l.at.x + dx, y: l.at.y + dy });
      expect(Math.hypot(p.x - middle.x - l.at.x, p.y - middle.y - l.at.y)).toBeLessThan(0.2);
    }
  });
  it('takes out a stretch that the frame may have', () => {
    const { flat, middle } = drawn(micro, () => whole);
    const field = edgeField(flat);
    const begin = { a: 1.03, b: 0, c: 0, d: 0.98, x0: middle.x + 0.05, y0: middle.y - 0.05 };
    const rough = refinePose(field, micro, begin, { turnDeg: 1, scale: 0.02 });
    const pose = refinePose(edgeField(flat, false), micro, rough, { turnDeg: 0.3, scale: 0.01 });
    expect(Math.abs(pose.a - 1)).toBeLessThan(0.01);
    expect(Math.abs(pose.d - 1)).toBeLessThan(0.01);
  });
});

describe('judgeLands', () => {
  const pose = { a: 1, b: 0, c: 0, d: 1, x0: 10, y0: 10 };
  it('tells torn from whole, and a filled hole from an open one', () => {
    const torn = new Set([1, 3]);
    const holes = micro.lands.flatMap((l, i) => (l.hole && l.role !== 'peg' ? [i] : []));
    const filled = new Set(holes.slice(0, 1));
    const { flat } = drawn(micro, (i) => ({
      land: torn.has(i) ? GLASS : METAL,
      hole: filled.has(i) ? METAL : DARK,
    }));
    const { lands, doubts } = judgeLands(flat, micro, pose);
    expect(doubts).toEqual([]);
    expect(lands.flatMap((l, i) => (l.torn === true ? [i] : []))).toEqual([...torn]);
    expect(lands.flatMap((l, i) => (l.filled === true ? [i] : []))).toEqual([...filled]);
    expect(lands.filter((l) => l.land.hole === null).every((l) => l.filled === null)).toBe(true);
    for (const l of lands) expect(l.chance).toBeGreaterThan(0.8);
  });
  it.each([
    ['a warm lamp', [1.12, 0.97, 0.7]],
    ['a cold lamp', [0.8, 1, 1.15]],
  ] as const)('tells them alike under %s', (_, gains) => {
    const torn = new Set([1, 3]);
    const { flat } = drawn(micro, (i) => ({ land: torn.has(i) ? GLASS : METAL, hole: DARK }));
    flat.planes.forEach((p, k) => {
      for (let i = 0; i < p.length; i += 1) p[i] = (p[i] as number) * (gains[k] as number);
    });
    const { lands } = judgeLands(flat, micro, pose);
    expect(lands.flatMap((l, i) => (l.torn === true ? [i] : []))).toEqual([...torn]);
    const pads = lands.filter((l) => l.land.role !== 'peg');
    expect(pads.filter((l) => l.torn === false)).toHaveLength(pads.length - torn.size);
  });
  it('takes no bare glass for the light of a warm lamp, where hardly any metal is left', () => {
    const { flat } = drawn(micro, () => ({ land: GLASS, hole: DARK }));
    const random = seeded(4);
    // A bare corner of the board, and a weave as coarse as a real one.
    for (let i = 0; i < flat.width * flat.height; i += 1) {
      const corner = i % flat.width < 60 && i < 60 * flat.width;
      const weave = 0.9 + 0.2 * random();
      flat.planes.forEach((p, k) => {
        const was = corner ? (GLASS[k] as number) * 1.25 : (p[i] as number);
        p[i] = was * weave;
      });
    }
    const { lands } = judgeLands(flat, micro, pose);
    expect(lands.filter((l) => l.torn === false && l.land.role !== 'peg')).toEqual([]);
    expect(lands.filter((l) => l.torn === true).length).toBeGreaterThan(0);
  });
  it('does not call bare copper torn, which is as red but smooth', () => {
    const { flat } = drawn(micro, (i) => ({ land: i === 1 ? GLASS : METAL, hole: DARK }), 0, false);
    expect(judgeLands(flat, micro, pose).lands[1]?.torn).not.toBe(true);
  });
  it('says that the lamp shines where the mask round the lands differs', () => {
    const { flat } = drawn(micro, () => whole);
    for (const p of flat.planes)
      for (let i = 0; i < p.length; i += 1)
        if (i % flat.width > 200) p[i] = Math.min(255, (p[i] as number) + 90);
    expect(judgeLands(flat, micro, pose).doubts).toContain('glare');
  });
});

describe('patternRows', () => {
  it.each([
    ['usb-b', [2, 2]],
    ['micro-b', [5]],
    ['type-c-16', [12]],
  ] as const)('a %s has rows of %j', (family, counts) => {
    const part = GENERIC_PARTS.find(
      (p) => p.family === family && p.stance === 'right-angle',
    ) as ConnectorPart;
    const rows = patternRows(part);
    expect(rows.map((r) => r.lands.length)).toEqual(counts);
    for (const { lands, alongX } of rows)
      lands.slice(1).forEach((l, i) => {
        const before = lands[i] as (typeof lands)[number];
        expect(alongX ? l.at.x : l.at.y).toBeGreaterThan(alongX ? before.at.x : before.at.y);
      });
  });
});

describe('readingSpread', () => {
  it('lets a frame of lengths give more way than one whose tilt was taken out, and enough for twelve degrees', () => {
    const spreadOf = (measure: PhotoMeasure): number => {
      const verdict = readFrame(measure);
      if (!verdict.ok) throw new Error(verdict.message);
      return readingSpread(verdict.frame, boardPoint(12, 9));
    };
    const corner = (x: number, y: number) => ({ at: photoPoint(40 * x, 40 * y), mm: boardPoint(x, y) });
    const loose = spreadOf(twoClicks(photoPoint(0, 0), photoPoint(800, 0), 20));
    const tight = spreadOf({
      kind: 'plane',
      points: [corner(0, 0), corner(20, 0), corner(20, 15), corner(0, 15)],
    });
    expect(loose).toBeGreaterThan(2 * tight);
    // Geometry: a tilt shortens by 1 - cos; it should lie within one spread or so.
    expect(1 - Math.cos((12 * Math.PI) / 180)).toBeLessThan(1.2 * loose);
  });
});

describe('pixelsAPad', () => {
  it('counts the pixels across the narrowest pad, from the frame alone', () => {
    const box = { x: 0, y: 0, width: 10, height: 10 };
    expect(pixelsAPad([20, 0, 0, 0, 20, 0, 0, 0, 1], box, null)).toBeCloseTo(6);
    expect(pixelsAPad([20, 0, 0, 0, 20, 0, 0, 0, 1], box, 'usb-a')).toBeGreaterThan(20);
    expect(pixelsAPad([10, 0, 0, 0, 10, 0, 0, 0, 1], box, 'type-c-16')).toBeLessThan(LEAST_PIXELS);
  });
});

describe('reading by patterns, on drawn photos of real land patterns', () => {
  const board = (no: number, mask: string, tiltDeg = 8) => {
    const footprint = footprints[no];
    if (!footprint) throw new Error('no such footprint');
    return renderBoard(footprint, { seed: 40 + no, tornShare: 0.25, pxPerMm: 20, mask, tiltDeg });
  };
  const padsOf = (found: FootprintProposal) => [...found.rows.flatMap((r) => r.pads), ...found.lands];
  const near = (a: XY, b: XY, mm: number): boolean => Math.hypot(a.x - b.x, a.y - b.y) <= mm;

  it.each([
    [48, 'black'],
    [41, 'white'],
    [8, 'red'],
  ])('footprint %d on %s: the part itself first, its numbers true, each torn pad told', (no, mask) => {
    const b = board(no, mask);
    const found = readFootprint({ picture: b.picture, toPhoto: b.toPhoto, box: b.box, family: null, parts });
    expect(found.patterns.map((p) => p.partId)).toContain(String(no));
    for (const t of b.truth) {
      const mine = padsOf(found).find((p) => near(p.at, t.at, 0.12));
      expect(mine).toBeDefined();
      // What is said is true; where the picture does not tell, nothing is said.
      if (t.kind !== 'peg') expect([t.kind, 'unsure']).toContain(mine?.state);
    }
    expect(padsOf(found).filter((p) => p.state === 'unsure').length).toBeLessThanOrEqual(1);
    const numbers = found.rows.flatMap((r) => r.pads.map((p) => ({ at: p.at, number: p.number })));
    for (const n of numbers) {
      const t = b.truth.find((q) => near(q.at, n.at, 0.12));
      expect(n.number?.split('/')).toContain(t?.pad.number);
    }
  });
  it('however the frame is turned', () => {
    const b = board(48, 'green');
    const centre = { x: b.box.x + b.box.width / 2, y: b.box.y + b.box.height / 2 };
    for (const deg of [17, 45, 130]) {
      const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
      // Millimetres of the turned frame to those of the board.
      const turn: Projective = [
        c,
        -s,
        centre.x - c * centre.x + s * centre.y,
        s,
        c,
        centre.y - s * centre.x - c * centre.y,
        0,
        0,
        1,
      ];
      const found = readFootprint({
        picture: b.picture,
        toPhoto: compose(b.toPhoto, turn),
        box: b.box,
        family: null,
        parts,
      });
      const back = inverse(turn);
      const there = b.truth.filter((t) => padsOf(found).some((p) => near(p.at, project(back, t.at), 0.12)));
      expect(there).toHaveLength(b.truth.length);
    }
  });
  it('takes two pointed places, and never offers again what was struck out', () => {
    const b = board(48, 'green');
    const input = { picture: b.picture, toPhoto: b.toPhoto, box: b.box, family: null, parts } as const;
    const first = readFootprint(input);
    const row = first.rows[0];
    const [from, to] = [row?.pads[0]?.at, row?.pads.at(-1)?.at];
    if (!from || !to) throw new Error('no row');
    const pointed = readFootprint({ ...input, hint: { what: 'pads', at: [from, to] } });
    expect(pointed.rows[0]?.pads.length).toBe(row?.pads.length);
    // Two places where no row ends: no pattern is laid there.
    const elsewhere = { x: from.x + 1.3, y: from.y + 1.1 };
    const none = readFootprint({ ...input, hint: { what: 'pads', at: [elsewhere, to] } });
    expect(none.patterns).toEqual([]);
    const gone = first.lands[0]?.at;
    if (!gone) throw new Error('no land');
    const again = readFootprint({ ...input, struck: [gone] });
    expect(padsOf(again).some((p) => near(p.at, gone, 0.2))).toBe(false);
  });
  it('a part that is not known is not named; what is seen is offered all the same', () => {
    const b = board(48, 'green');
    const others = GENERIC_PARTS.filter((p) => p.family === 'usb-b' || p.family === 'usb-a');
    const found = readFootprint({
      picture: b.picture,
      toPhoto: b.toPhoto,
      box: b.box,
      family: null,
      parts: others,
    });
    expect(found.patterns).toEqual([]);
    expect(padsOf(found).length).toBeGreaterThan(3);
    expect(found.rows.every((r) => r.pads.every((p) => p.number === null))).toBe(true);
  });
});
