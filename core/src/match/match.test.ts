import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { SVD, Matrix } from 'ml-matrix';
import { partFromFootprint } from '../formats/footprint-part';
import { readKicadFootprint } from '../formats/kicad-footprint';
import { fitSimilarity } from '../geometry/fit-similarity';
import { roomInside, oblong } from '../geometry/oblong';
import { project } from '../geometry/projective';
import { seeded } from '../practice/seeded';
import { toldApartByNothing, tornPattern } from '../practice/torn-pattern';
import { settledPlacements } from './assign-lands';
import { landsAsSeen } from './board-land';
import { strandedReasons } from './hole-reasons';
import { layPart } from './try-part';
import { GENERIC_PARTS } from '../connector/generic-parts';
import type { MatchCandidate, MatchReport } from './match-parts';
import { matchParts } from './match-parts';
import { measureNext } from './measure-next';
import type { ObservedPattern } from './observed';
import { EMPTY_PATTERN } from './observed';
import { packPattern } from './packed-pattern';
import type { ConnectorPart } from '../connector/part';
import { checkPart } from '../connector/part';
import { partDimensions } from './part-dimensions';
import { samePlug } from '../connector/part-family';
import { partLibrary } from './part-library';
import { roughPlacements } from './place-pattern';
import { boardOfPart, fiveContacts, slotted, testLand, testConnector } from '../testing/test-connector';

const HOME = '/usr/share/kicad/footprints/Connector_USB.pretty';
const OPEN_PARTS: readonly ConnectorPart[] = readdirSync(HOME)
  .sort()
  .map((file) => {
    const read = readKicadFootprint(readFileSync(`${HOME}/${file}`, 'utf8'));
    if (!read.ok) throw new Error(`${file}:${read.line} ${read.message}`);
    return partFromFootprint(read.footprint, file, file);
  });

function reportOf(pattern: ObservedPattern, parts: readonly ConnectorPart[]): MatchReport {
  const answer = matchParts(pattern, partLibrary(parts));
  if (!answer.ok) throw new Error(answer.message);
  return answer.report;
}
const one = (
  pattern: ObservedPattern,
  part: ConnectorPart,
  others: readonly ConnectorPart[] = [],
): MatchCandidate => {
  const found = reportOf(pattern, [part, ...others]).candidates.find((c) => c.part === part);
  if (!found) throw new Error(`${part.id} is not among the candidates`);
  return found;
};
const codes = (c: MatchCandidate): string[] =>
  c.reasons.filter((r) => r.effect !== 'fine').map((r) => r.code);

const SLOTS = [
  [-3.5, 1],
  [3.5, 1],
  [-3.5, 4],
  [3.5, 4],
] as const;
const BASE = slotted('base', SLOTS);

describe('placement', () => {
  it('is the least squares one, also with weights: against the singular value decomposition (Kabsch 1976)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const random = seeded(seed);
        const pairs = Array.from({ length: 6 }, () => ({
          from: { x: 9 * random(), y: 7 * random() },
          to: { x: 9 * random(), y: 7 * random() },
          weight: 0.2 + random(),
        }));
        const total = pairs.reduce((s, p) => s + p.weight, 0);
        const mean = (of: 'from' | 'to'): [number, number] => [
          pairs.reduce((s, p) => s + p.weight * p[of].x, 0) / total,
          pairs.reduce((s, p) => s + p.weight * p[of].y, 0) / total,
        ];
        const [a, b] = [mean('from'), mean('to')];
        const h = Matrix.zeros(2, 2);
        for (const p of pairs) {
          const u = [p.from.x - a[0], p.from.y - a[1]] as const;
          const v = [p.to.x - b[0], p.to.y - b[1]] as const;
          for (const i of [0, 1] as const)
            for (const j of [0, 1] as const) h.set(i, j, h.get(i, j) + p.weight * u[i] * v[j]);
        }
        const svd = new SVD(h);
        const [u, v] = [svd.leftSingularVectors, svd.rightSingularVectors];
        const sign = Math.sign(
          (u.get(0, 0) * u.get(1, 1) - u.get(0, 1) * u.get(1, 0)) *
            (v.get(0, 0) * v.get(1, 1) - v.get(0, 1) * v.get(1, 0)),
        );
        const turn = v.mmul(Matrix.diag([1, sign])).mmul(u.transpose());
        const fit = fitSimilarity(pairs, { scale: 1 });
        expect(fit.ok).toBe(true);
        if (!fit.ok) return;
        for (const p of pairs) {
          const at = project(fit.fit.map, p.from);
          expect(at.x).toBeCloseTo(
            b[0] + turn.get(0, 0) * (p.from.x - a[0]) + turn.get(0, 1) * (p.from.y - a[1]),
            6,
          );
          expect(at.y).toBeCloseTo(
            b[1] + turn.get(1, 0) * (p.from.x - a[0]) + turn.get(1, 1) * (p.from.y - a[1]),
            6,
          );
        }
      }),
      { seed: 61, numRuns: 60 },
    );
  });

  it('leaves no more than a brute-force search over every turn finds', () => {
    const part = OPEN_PARTS.find((p) => p.family === 'micro-b' && p.lands.length > 8) ?? BASE;
    for (const seed of [3, 4, 5]) {
      const { pattern } = tornPattern(part, seed, {
        noiseMm: 0.1,
        padsGone: 0.4,
        legsGone: 1,
        shapes: false,
      });
      const library = partLibrary([part]);
      const seen = packPattern(pattern, pattern.seenFrom === 'back');
      const [best] = settledPlacements(library, 0, seen, roughPlacements(library, 0, seen, 8), 6).map((p) =>
        p.lands.reduce(
          (s, l, o) => s + (l < 0 ? 7 : ((p.offX[o] ?? 0) ** 2 + (p.offY[o] ?? 0) ** 2) / 0.02),
          0,
        ),
      );
      let brute = Infinity;
      for (let deg = 0; deg < 360; deg += 0.5) {
        const [c, s] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
        const turned = [...seen.x].map(
          (x, o) => [c * x - s * (seen.y[o] ?? 0), s * x + c * (seen.y[o] ?? 0)] as const,
        );
        // Each feature on each land in turn, then a step of the middle towards what is left.
        for (const [x0, y0] of turned.slice(0, 2))
          for (const { at } of part.lands) {
            let [dx, dy] = [at.x - x0, at.y - y0];
            for (let round = 0; round < 3; round += 1) {
              let [cost, gx, gy, n] = [0, 0, 0, 0];
              for (const [x, y] of turned) {
                let [least, ex, ey] = [7, 0, 0];
                for (const l of part.lands) {
                  const r = ((x + dx - l.at.x) ** 2 + (y + dy - l.at.y) ** 2) / 0.02;
                  if (r < least) [least, ex, ey] = [r, l.at.x - x - dx, l.at.y - y - dy];
                }
                cost += least;
                if (least < 7) [gx, gy, n] = [gx + ex, gy + ey, n + 1];
              }
              brute = Math.min(brute, cost);
              if (n > 0) [dx, dy] = [dx + gx / n, dy + gy / n];
            }
          }
      }
      expect(best).toBeLessThanOrEqual(brute + 0.05);
    }
  });

  it('says where on the board each land lies, turned and seen from the back', () => {
    for (const back of [false, true]) {
      const pattern = boardOfPart(
        slotted('x', [
          [-3.5, 1],
          [3.5, 1],
          [-3.1, 4],
          [3.9, 4],
        ]),
        { deg: 37, back },
      );
      const through = { ...pattern, features: pattern.features.filter((f) => f.through === true) };
      const c = one(
        back ? through : pattern,
        slotted('x', [
          [-3.5, 1],
          [3.5, 1],
          [-3.1, 4],
          [3.9, 4],
        ]),
      );
      expect(c.placement.mirrored).toBe(back);
      expect(c.placement.rmsMm).toBeLessThan(1e-6);
      for (const r of c.placement.residuals) {
        const f = pattern.features.find((x) => x.id === r.id);
        expect(Math.hypot(r.at.x - (f?.at.x ?? 0), r.at.y - (f?.at.y ?? 0))).toBeLessThan(1e-6);
      }
    }
  });
});

describe('room in a hole', () => {
  it('is what is left when the hole is eroded by the leg: against points walked round the rim', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: -0.4, max: 0.4, noNaN: true }),
          fc.double({ min: -0.4, max: 0.4, noNaN: true }),
          fc.integer({ min: 0, max: 179 }),
          fc.integer({ min: 0, max: 179 }),
        ),
        ([x, y, a, b]) => {
          const inner = oblong(0.9, 0.3, a);
          const outer = oblong(1.8, 1, b);
          const [ca, sa] = [Math.cos((a * Math.PI) / 180), Math.sin((a * Math.PI) / 180)];
          const [cb, sb] = [Math.cos((b * Math.PI) / 180), Math.sin((b * Math.PI) / 180)];
          let room = Infinity;
          for (let i = 0; i < 720; i += 1) {
            const t = (2 * Math.PI * i) / 720;
            const u = (Math.cos(t) >= 0 ? 0.3 : -0.3) + 0.15 * Math.cos(t);
            const v = 0.15 * Math.sin(t);
            const [px, py] = [x + u * ca - v * sa, y + u * sa + v * ca];
            const [q, r] = [px * cb + py * sb, -px * sb + py * cb];
            room = Math.min(room, 0.5 - Math.hypot(Math.max(0, Math.abs(q) - 0.4), r));
          }
          expect(roomInside(inner, { x, y }, outer, { x: 0, y: 0 })).toBeCloseTo(room, 2);
        },
      ),
      { seed: 17, numRuns: 200 },
    );
  });
});

describe('the likeliest part, on open footprints with 0.1 mm of noise, 30 % of the pads and one leg gone', () => {
  it('is the true one, or one level with it, in 95 of 100; among the first three in 99; and “drops in” is not said of parts of another shape', () => {
    const library = partLibrary(OPEN_PARTS);
    let [runs, first, three] = [0, 0, 0];
    OPEN_PARTS.forEach((truth, k) => {
      // Two tears of each here; the benchmark plays twenty of each, fixed and fresh.
      for (const seed of [1, 2]) {
        const torn = tornPattern(truth, seed * 1000 + k, {
          noiseMm: 0.1,
          padsGone: 0.3,
          legsGone: 1,
          shapes: true,
        });
        const answer = matchParts(torn.pattern, library);
        runs += 1;
        if (!answer.ok) continue;
        // Level with the true one by the drawings, not by what the match says of itself.
        const rank = answer.report.candidates.findIndex((c) => {
          const land = (id: string): number => c.placement.residuals.find((r) => r.id === id)?.land ?? -1;
          const lands = torn.pattern.features.map((f) => land(f.id));
          return c.part === truth || toldApartByNothing(truth, torn, c.part, lands);
        });
        if (rank === 0) first += 1;
        if (rank >= 0 && rank < 3) three += 1;
        for (const c of answer.report.candidates.filter((x) => x.verdict === 'drops-in'))
          expect(samePlug(c.part.family, truth.family)).toBe(true);
      }
    });
    expect(first / runs).toBeGreaterThanOrEqual(0.95);
    expect(three / runs).toBeGreaterThanOrEqual(0.99);
  });

  it('is called none of them, mostly, when it is not in the library', () => {
    const truth = OPEN_PARTS.filter((p) => p.family === 'micro-b');
    const doubted = truth.filter((t, k) => {
      const torn = tornPattern(t, 40 + k, { noiseMm: 0.05, padsGone: 0.2, legsGone: 0, shapes: true });
      const others = OPEN_PARTS.filter(
        (p) => p !== t && !p.name.startsWith(t.name) && !t.name.startsWith(p.name),
      );
      const answer = matchParts(torn.pattern, partLibrary(others));
      return !answer.ok || answer.report.unknown > 0.5;
    });
    expect(doubted.length).toBeGreaterThan(truth.length / 2);
  });
});

describe('reasons', () => {
  it('a part drops into its own board, turned anyhow', () => {
    const c = one(boardOfPart(BASE, { deg: 211 }), BASE);
    expect(c.verdict).toBe('drops-in');
    expect(c.reasons.map((r) => r.code)).toEqual(['legs-enter', 'pads-meet']);
    expect(c.reasons[0]?.text).toBe('4 legs find their holes');
  });
  it('an upright leg does not enter a lying slot', () => {
    const crossed = slotted('crossed', SLOTS, { size: [1.4, 0.6] });
    const c = one(boardOfPart(BASE), crossed, [BASE]);
    expect(c.verdict).toBe('no');
    expect(codes(c)).toEqual(['slot-crossed']);
  });
  it('a hole a tenth too small is work, with the figure; four tenths is the end', () => {
    const thick = slotted('thick', SLOTS, { metal: [0.7, 1.2] });
    const work = one(boardOfPart(BASE), thick, [BASE]);
    expect(work.verdict).toBe('work');
    expect(work.reasons[0]?.text).toBe('Open 4 slots by 0.1 mm with a round file');
    const fat = slotted('fat', SLOTS, { metal: [1, 1.2] });
    const no = one(boardOfPart(BASE), fat, [BASE]);
    expect(no.verdict).toBe('no');
    expect(no.reasons[0]?.text).toBe('4 holes too small by 0.4 mm: it does not go in');
  });
  it('legs too narrow by little are bent outwards, by much they do not go', () => {
    const near = slotted(
      'near',
      SLOTS.map(([x, y]) => [x * (3.25 / 3.5), y] as const),
    );
    expect(one(boardOfPart(BASE), near, [BASE]).reasons[0]).toMatchObject({
      code: 'leg-bent',
      effect: 'work',
    });
    expect(one(boardOfPart(BASE), near, [BASE]).reasons[0]?.text).toMatch(
      /^Bend 4 legs outwards by 0\.1\d mm$/u,
    );
    const far = slotted(
      'far',
      SLOTS.map(([x, y]) => [x * (2.9 / 3.5), y] as const),
    );
    const c = one(boardOfPart(BASE), far, [BASE]);
    expect(c.verdict).toBe('no');
    expect(c.reasons[0]?.text).toMatch(/too narrow for the holes$/u);
  });
  it('pegs without holes are cut, legs without holes end it', () => {
    const pegged = testConnector('pegged', [
      ...BASE.lands,
      testLand('peg', -2, 2, { size: [0.7, 0.7] }),
      testLand('peg', 2, 2, { size: [0.7, 0.7] }),
    ]);
    expect(codes(one(boardOfPart(BASE), pegged, [BASE]))).toEqual(['trim-pegs']);
    const bare = testConnector('bare', [
      ...fiveContacts(),
      testLand('leg', -3.5, 1, { through: false }),
      testLand('leg', 3.5, 1, { through: false }),
    ]);
    expect(codes(one(boardOfPart(bare), BASE, [bare]))).toContain('no-hole');
  });
  it('legs that nobody looked for are not missing', () => {
    const contacts = boardOfPart(BASE).features.filter((f) => f.role === 'contact');
    const still = { cos: 1, sin: 0, dx: 0, dy: 0, mirrored: false };
    const laid = layPart(BASE, landsAsSeen(contacts), still);
    expect(strandedReasons(laid).map((r) => r.code)).toContain('no-hole');
    expect(strandedReasons({ ...laid, legsSought: false })).toEqual([]);
  });
  it('with holes for legs left empty no leg is cut: it is another part', () => {
    const SIX = [...SLOTS.map(([x, y]) => [x, y] as const)];
    const two = slotted('two alike', [SIX[0] ?? [0, 0], SIX[1] ?? [0, 0], [-1.2, 3.4], [1.2, 3.4]]);
    const c = one(boardOfPart(BASE), two, [BASE]);
    expect(c.reasons.map((r) => r.text).join('; ')).not.toMatch(/Cut off/u);
    expect(c.verdict).not.toBe('work');
  });
  it('the same fit wired the other way round is told from the wiring that tracing found', () => {
    const pattern = boardOfPart(BASE);
    const wired = ['GND', 'ID', 'D+', 'D-', 'VBUS'] as const;
    const features = pattern.features.map((f, i) => ({ ...f, wired: wired[i] ?? null }));
    const c = one({ ...pattern, features }, BASE);
    expect(c.verdict).toBe('no');
    expect(c.reasons[0]).toMatchObject({ code: 'wired-mirrored', effect: 'stop' });
  });
  it('two lines changed over are wired across; power on the wrong pad is not', () => {
    const wire = (functions: readonly ('VBUS' | 'D-' | 'D+' | 'ID' | 'GND')[]): MatchCandidate => {
      const pattern = boardOfPart(BASE);
      return one(
        { ...pattern, features: pattern.features.map((f, i) => ({ ...f, wired: functions[i] ?? null })) },
        BASE,
      );
    };
    expect(wire(['VBUS', 'D+', 'D-', 'ID', 'GND']).reasons[0]?.code).toBe('wired-differently');
    expect(wire(['VBUS', 'D+', 'D-', 'ID', 'GND']).verdict).toBe('work');
    expect(wire(['D-', 'VBUS', 'D+', 'ID', 'GND']).verdict).toBe('no');
  });
  it('another pitch, another plug, upside down, upright, too high', () => {
    const mini = testConnector(
      'mini',
      [...fiveContacts(undefined, 0.8), ...SLOTS.map(([x, y]) => testLand('leg', x, y))],
      { family: 'mini-b' },
    );
    const c = one({ ...boardOfPart(BASE), families: ['micro-b', 'micro-ab'] }, mini, [BASE]);
    expect(c.verdict).toBe('no');
    expect(codes(c)).toContain('family');
    expect(codes(one({ ...boardOfPart(BASE), narrowSide: 'up' }, BASE))).toEqual(['upside-down']);
    expect(codes(one({ ...boardOfPart(BASE), stance: 'vertical' }, BASE))).toEqual(['stance']);
    expect(codes(one({ ...boardOfPart(BASE), openingHeightMm: 2.5 }, BASE))).toEqual(['opening-height']);
    expect(codes(one({ ...boardOfPart(BASE), currentA: 2 }, BASE))).toEqual(['rated-current']);
    expect(codes(one({ ...boardOfPart(BASE), currentA: 1.5 }, BASE))).toEqual([]);
  });
  it('the edge and the case: reaching past the mouth, behind the case with the figure, opening into the board', () => {
    const at = (y: number): ObservedPattern['edge'] => ({
      a: { x: 10, y: 30 + y },
      b: { x: 30, y: 30 + y },
      sigmaMm: 0.05,
    });
    const board = boardOfPart(BASE);
    expect(codes(one({ ...board, edge: at(4.3) }, BASE))).toEqual([]);
    expect(codes(one({ ...board, edge: at(5.6) }, BASE))).toEqual(['edge-in-the-way']);
    const behind = one({ ...board, edge: at(4.3), caseMm: 1.9 }, BASE);
    expect(behind.verdict).toBe('no');
    expect(behind.reasons[0]?.text).toBe('It sits 1.2 mm behind the case: a plug does not reach home');
    expect(codes(one({ ...board, edge: at(-3) }, BASE))).toEqual(['mouth-inward']);
  });
  it('a flat leg over a hole is filled with solder; with no copper at all it stands on bare board', () => {
    const flat = testConnector('flat', [
      ...fiveContacts(),
      ...SLOTS.map(([x, y]) => testLand('leg', x, y, { through: false })),
    ]);
    const over = one(boardOfPart(BASE), flat, [BASE]);
    expect(over.reasons).toContainEqual(
      expect.objectContaining({ code: 'hole-in-land', effect: 'work', figure: 4 }),
    );
    const three = testConnector('three', [
      ...fiveContacts(),
      ...SLOTS.slice(0, 3).map(([x, y]) => testLand('leg', x, y, { through: false })),
    ]);
    const fourth = one(boardOfPart(three), flat, [three]);
    expect(fourth.reasons).toContainEqual(
      expect.objectContaining({ code: 'no-land', effect: 'work', figure: 1 }),
    );
    const elsewhere = testConnector('elsewhere', [
      ...fiveContacts(),
      ...SLOTS.map(([x, y]) => testLand('leg', x * 1.9, y + 3, { through: false })),
    ]);
    const none = one(boardOfPart(elsewhere), flat, [elsewhere]);
    expect(none.reasons).toContainEqual(
      expect.objectContaining({ code: 'no-land', effect: 'stop', figure: 4 }),
    );
  });
  it('a few contacts without a pad want wires; most of them off, or at another pitch, end it', () => {
    const pads = fiveContacts();
    const four = testConnector('four', [
      ...pads.slice(0, 4),
      ...SLOTS.map(([x, y]) => testLand('leg', x, y)),
    ]);
    const wired = one(boardOfPart(four), BASE, [four]);
    expect(wired.reasons).toContainEqual(
      expect.objectContaining({ code: 'no-pad', effect: 'work', figure: 1 }),
    );
    expect(wired.reasons.find((r) => r.code === 'no-pad')?.text).toBe(
      'Wires to contact 5: no pad lies under',
    );
    const wide = testConnector('wide', [
      ...fiveContacts(undefined, 0.95),
      ...SLOTS.map(([x, y]) => testLand('leg', x, y)),
    ]);
    const pitch = one(boardOfPart(BASE), wide, [BASE]).reasons.find((r) => r.code === 'pitch-off');
    expect(pitch).toMatchObject({ effect: 'stop', text: 'Its pitch is 0.95 mm, the board’s 0.65 mm' });
    expect(pitch?.figure).toBeCloseTo(0.3, 6);
    const aside = testConnector('aside', [
      ...pads.map((l) => ({ ...l, at: { x: l.at.x + 0.33, y: l.at.y } })),
      ...SLOTS.map(([x, y]) => testLand('leg', x, y)),
    ]);
    expect(one(boardOfPart(BASE), aside, [BASE]).reasons).toContainEqual(
      expect.objectContaining({ code: 'pad-off', effect: 'stop', figure: 5 }),
    );
  });
  it('what the part leaves empty: lands for legs hold less, a line without a contact ends it', () => {
    const fewer = slotted('fewer', SLOTS.slice(0, 2));
    const less = one(boardOfPart(BASE), fewer, [BASE]).reasons.find((r) => r.code === 'pads-over');
    expect(less).toMatchObject({ effect: 'fine', figure: 2 });
    const noGround = testConnector('no ground', [
      ...fiveContacts().slice(0, 4),
      ...SLOTS.map(([x, y]) => testLand('leg', x, y)),
    ]);
    const pattern = boardOfPart(BASE);
    const wired = ['VBUS', 'D-', 'D+', 'ID', 'GND'] as const;
    const features = pattern.features.map((f, i) => ({ ...f, wired: wired[i] ?? null }));
    const c = one({ ...pattern, features }, noGround, [BASE]);
    expect(c.reasons).toContainEqual(
      expect.objectContaining({ code: 'pads-over', effect: 'stop', text: 'It has no contact for GND' }),
    );
  });
  it('a shell that stands out of the case wants it opened, far out it does not go', () => {
    const edge = { a: { x: 10, y: 34.3 }, b: { x: 30, y: 34.3 }, sigmaMm: 0.05 };
    const proud = (caseMm: number): MatchCandidate => one({ ...boardOfPart(BASE), edge, caseMm }, BASE);
    expect(proud(-0.3).reasons[0]).toMatchObject({
      code: 'proud-of-case',
      effect: 'work',
      text: 'It stands 1 mm out of the case: open the case for it',
    });
    expect(proud(-1.8).reasons[0]).toMatchObject({ code: 'proud-of-case', effect: 'stop' });
    expect(codes(proud(0.7))).toEqual([]);
  });
  it('legs far too wide for their holes are said so, with the figure', () => {
    const far = slotted(
      'far',
      SLOTS.map(([x, y]) => [x * (4.1 / 3.5), y] as const),
    );
    const off = one(boardOfPart(BASE), far, [BASE]).reasons.find((r) => r.code === 'leg-off');
    expect(off).toMatchObject({ effect: 'stop' });
    expect(off?.text).toMatch(/too wide for the holes$/u);
  });
  it('the mirror image is named', () => {
    const lop = slotted('lop', [
      [-3.5, 1],
      [2.6, 1],
      [-3.5, 4],
      [3.9, 4.6],
    ]);
    const image = slotted('image', [
      [3.5, 1],
      [-2.6, 1],
      [3.5, 4],
      [-3.9, 4.6],
    ]);
    const c = one(boardOfPart(lop), image, [lop]);
    expect(c.reasons[0]).toMatchObject({ code: 'mirror-image', effect: 'stop' });
  });
});

describe('equal and level', () => {
  it('parts no measurement tells apart are equal; a part that differs where nothing was measured is level', () => {
    const twin = { ...BASE, id: 'twin', name: 'twin' };
    const other = slotted('other', [
      [-3.5, 1],
      [3.5, 1],
      [-3.5, 4.6],
      [3.5, 4.6],
    ]);
    const pattern = boardOfPart(BASE);
    const rear = { ...pattern, features: pattern.features.filter((f) => f.at.y < 33) };
    const c = one(rear, BASE, [twin, other]);
    expect(c.tied).toEqual(['twin']);
    expect(c.level).toEqual(['other']);
    expect(one(pattern, BASE, [twin, other]).level).toEqual([]);
    expect(one(pattern, BASE, [twin, other]).probability).toBeGreaterThan(0.99);
  });
});

describe('measure next', () => {
  it('asks for the one dimension that separates, and stops when one is left', () => {
    const seven = slotted('seven', [
      [-3.5, 1],
      [3.5, 1],
      [-3.5, 4],
      [3.5, 4],
    ]);
    const twelve = slotted('twelve', [
      [-3.5, 1],
      [3.5, 1],
      [-6, 4],
      [6, 4],
    ]);
    const board = boardOfPart(seven);
    const pattern = { ...board, features: board.features.filter((f) => f.at.y < 33) };
    const report = reportOf(pattern, [seven, twelve]);
    const next = measureNext(report);
    expect(next.kind).toBe('ask');
    if (next.kind !== 'ask') return;
    expect(next.proposals[0]?.key).toBe('front-apart');
    expect(next.proposals[0]?.answers.map((a) => a.words)).toEqual(['7 mm', '12 mm']);
    const told = { ...pattern, answers: [{ key: 'front-apart', value: 11.95, sigmaMm: 0.05 }] };
    const after = measureNext(reportOf(told, [seven, twelve]), new Set(['front-apart']));
    expect(after).toMatchObject({ kind: 'single', candidate: { part: { id: 'twelve' } } });
  });
  it('is stuck, not wrong, when nothing tells them apart', () => {
    const other = {
      ...BASE,
      id: 'other',
      stance: null,
      lands: BASE.lands.map((l) => (l.role === 'contact' ? { ...l, function: 'unknown' as const } : l)),
    };
    const report = reportOf(boardOfPart(BASE), [BASE, other]);
    expect(['single', 'stuck']).toContain(measureNext(report, new Set(['stance'])).kind);
  });
});

describe('what is refused', () => {
  const far = boardOfPart(BASE);
  it('too little and no parts are told, with what to do', () => {
    const answer = matchParts({ ...EMPTY_PATTERN, features: far.features.slice(0, 1) }, partLibrary([BASE]));
    expect(answer).toMatchObject({ ok: false, code: 'too-few' });
    expect(matchParts(far, partLibrary([]))).toMatchObject({ ok: false, code: 'no-parts' });
  });
  it.each([
    ['a place that is none', { at: { x: NaN, y: 0 } }],
    ['no spread', { sigmaMm: 0 }],
    ['a shape without width', { shape: oblong(1, 0, 0) }],
  ])('%s throws, naming the feature', (_, fault) => {
    const features = far.features.map((f, i) => (i === 2 ? { ...f, ...fault } : f));
    expect(() => matchParts({ ...far, features }, partLibrary([BASE]))).toThrow(/f2/u);
  });
  it('a part with figures that are none', () => {
    expect(checkPart({ ...BASE, name: ' ' })?.path).toBe('name');
    expect(checkPart({ ...BASE, frontMm: Infinity })?.path).toBe('frontMm');
    expect(checkPart(BASE)).toBeNull();
  });
});

describe('built-in parts', () => {
  it('are whole, each with its source, no id twice', () => {
    expect(new Set(GENERIC_PARTS.map((p) => p.id)).size).toBe(GENERIC_PARTS.length);
    for (const p of GENERIC_PARTS) {
      expect(checkPart(p)).toBeNull();
      expect(p.source).toMatch(/from memory|common practice/u);
      expect(p.lands.length).toBeGreaterThan(1);
    }
  });
  // Outside check: Debian's open footprints. Contacts of a built-in part lie on those of an open one of its family, wired the same.
  it.each(
    GENERIC_PARTS.filter(
      (p) =>
        p.stance === 'right-angle' &&
        p.id !== 'generic/mini-through' &&
        /^(usb-a|usb-b|mini-b|micro-b|micro-ab|type-c-16)$/u.test(p.family),
    ),
  )('$name: contacts as in an open footprint of the family', (part) => {
    const own = partDimensions(part);
    const same = OPEN_PARTS.filter((p) => {
      if (p.family !== part.family && !(part.family === 'micro-ab' && p.family === 'micro-b')) return false;
      const d = partDimensions(p);
      return Math.abs((d.get('row')?.value ?? 0) - (own.get('row')?.value ?? 1)) < 0.12;
    });
    expect(same.length).toBeGreaterThan(0);
    const contacts = part.lands.filter((l) => l.role === 'contact');
    const agrees = same.some((open) => {
      const mouth = ((part.mouthDeg ?? 90) - (open.mouthDeg ?? 90)) * (Math.PI / 180);
      const theirs = open.lands.filter((l) => l.role === 'contact');
      const mid = (ls: typeof theirs): { x: number; y: number } => ({
        x: ls.reduce((s, l) => s + l.at.x, 0) / ls.length,
        y: ls.reduce((s, l) => s + l.at.y, 0) / ls.length,
      });
      const [m, o] = [mid(contacts), mid(theirs)];
      return contacts.every((c) =>
        theirs.some((t) => {
          const [x, y] = [t.at.x - o.x, t.at.y - o.y];
          const tx = x * Math.cos(mouth) - y * Math.sin(mouth);
          const ty = x * Math.sin(mouth) + y * Math.cos(mouth);
          return Math.hypot(tx - (c.at.x - m.x), ty - (c.at.y - m.y)) < 0.12 && t.function === c.function;
        }),
      );
    });
    expect(agrees).toBe(true);
  });
});
