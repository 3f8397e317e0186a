import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type {
  Board,
  BoardPoint,
  ConnectorFamily,
  ConnectorPart,
  FootprintProposal,
  PartLibrary,
  PhotoMeasure,
  Projective,
  ReadFootprintInput,
} from '@zebbit/core';
import {
  boardPoint,
  EMPTY_BOARD,
  EMPTY_DOCUMENTS,
  inverse,
  jobView,
  matchParts,
  observePattern,
  partLibrary,
  placeProposal,
  project,
  readFrame,
  readingSpread,
  toBoard,
  readFootprint,
} from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import sharp from 'sharp';
import { photoPoint } from '../core/src/geometry/point';
import { loadFootprints } from './footprints';
import { drawSheet, drawTile } from './photos-sheet';

interface Place {
  readonly x: number;
  readonly y: number;
}
interface TruePad {
  readonly numbers: readonly string[];
  readonly kind: string;
  readonly centreMm: readonly [number, number];
  readonly homeMm?: readonly [number, number];
  readonly state: string;
  readonly visible?: boolean;
}
interface TrueLeg {
  readonly kind: 'slot' | 'hole' | 'land';
  readonly centreMm: readonly [number, number];
  readonly state: string;
}
interface Truth {
  readonly picture: string;
  readonly family: string;
  readonly difficulty: string;
  readonly homography: { readonly rowMajor: readonly number[] };
  readonly suggestedBoxPx: readonly [number, number, number, number];
  readonly pads: readonly TruePad[];
  readonly legs: readonly TrueLeg[];
  readonly scale: {
    readonly vias: { readonly a: Seen; readonly b: Seen; readonly distanceMm: number };
    readonly rectangle: {
      readonly widthMm: number;
      readonly heightMm: number;
      readonly cornersPx: readonly (readonly [number, number])[];
    };
  };
}
interface Seen {
  readonly px: readonly [number, number];
}

/** How a picture is measured: exactly, or as a hand would, by two lengths, by the corners of a rectangle, or by a rectangle and a length. */
type FrameKind = 'exact' | 'lengths' | 'rectangle' | 'both';
/** A click is off by this, pixels, one standard deviation (common practice). */
const CLICK_PX = 1.5;

interface HandFrame {
  readonly toPhoto: Projective;
  readonly measure: PhotoMeasure | null;
  readonly spread: number;
}

/** Board millimetres to pixels as a hand measured them; `null` where no frame comes of it. */
function handFrame(truth: Truth, kind: FrameKind, random: () => number): HandFrame | null {
  if (kind === 'exact')
    return {
      toPhoto: truth.homography.rowMajor as unknown as Projective,
      measure: null,
      spread: EXACT_SPREAD,
    };
  const gauss = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const click = ([x, y]: readonly [number, number]) =>
    photoPoint(x + CLICK_PX * gauss(), y + CLICK_PX * gauss());
  const { vias, rectangle } = truth.scale;
  const [a, b, c, d] = rectangle.cornersPx.map(click);
  if (!a || !b || !c || !d) return null;
  const measure: PhotoMeasure =
    kind === 'lengths'
      ? {
          kind: 'lengths',
          lengths: [
            { from: click(vias.a.px), to: click(vias.b.px), lengthMm: vias.distanceMm },
            { from: a, to: c, lengthMm: Math.hypot(rectangle.widthMm, rectangle.heightMm) },
          ],
        }
      : {
          kind: 'plane',
          points: [
            { at: a, mm: boardPoint(0, 0) },
            { at: b, mm: boardPoint(rectangle.widthMm, 0) },
            { at: c, mm: boardPoint(rectangle.widthMm, rectangle.heightMm) },
            { at: d, mm: boardPoint(0, rectangle.heightMm) },
          ],
          ...(kind === 'both' && {
            lengths: [{ from: click(vias.a.px), to: click(vias.b.px), lengthMm: vias.distanceMm }],
          }),
        };
  const verdict = readFrame(measure);
  if (!verdict.ok) return null;
  const [x0, y0, x1, y1] = truth.suggestedBoxPx;
  const middle = toBoard(photoPoint((x0 + x1) / 2, (y0 + y1) / 2), verdict.frame);
  return { toPhoto: verdict.frame.back, measure, spread: readingSpread(verdict.frame, middle) };
}
/** An exact frame is off by hardly anything; one that a hand measured by what the page takes it to be. */
const EXACT_SPREAD = 0.003;

export interface PhotosScore {
  pictures: number;
  pads: number;
  within01: number;
  torn: number;
  tornTold: number;
  offered: number;
  false: number;
  lands: number;
  landsFalse: number;
  holes: number;
  holesTold: number;
  legs: number;
  legsRight: number;
  pinOneWrong: number;
  refused: number;
  matchFirst: number;
  matchThree: number;
  dropsInWrong: number;
  noneWrong: number;
  cpuSecondsWorst: number;
}

const none = (): PhotosScore => ({
  pictures: 0,
  pads: 0,
  within01: 0,
  torn: 0,
  tornTold: 0,
  offered: 0,
  false: 0,
  lands: 0,
  landsFalse: 0,
  holes: 0,
  holesTold: 0,
  legs: 0,
  legsRight: 0,
  pinOneWrong: 0,
  refused: 0,
  matchFirst: 0,
  matchThree: 0,
  dropsInWrong: 0,
  noneWrong: 0,
  cpuSecondsWorst: 0,
});

/** A pad that is there counts within this, a torn one and a leg within the other, mm. */
const NEAR_MM = 0.1;
const ABOUT_MM = 0.2;
/** Two land patterns are one where every place of theirs lies this near, mm. */
const EQUAL_MM = 0.12;

const at = ([x, y]: readonly [number, number]): Place => ({ x, y });
const far = (a: Place, b: Place): number => Math.hypot(a.x - b.x, a.y - b.y);

interface Offer {
  readonly at: Place;
  readonly torn: boolean | null;
  readonly through: boolean;
  readonly row: boolean;
}

const offersOf = (found: FootprintProposal): Offer[] => [
  ...found.rows.flatMap((r) =>
    r.pads.map((p) => ({
      at: p.at,
      torn: p.state === 'unsure' ? null : p.state === 'torn',
      through: false,
      row: true,
    })),
  ),
  ...found.lands.map((l) => ({
    at: l.at,
    torn: l.state === 'unsure' ? null : l.state === 'torn',
    through: l.fixing !== 'surface',
    row: false,
  })),
];

/** Holds what was read against what is there; each thing that is there is met once at most. */
function scoreReading(truth: Truth, found: FootprintProposal, score: PhotosScore): void {
  const offers = offersOf(found);
  const pads = truth.pads.filter((p) => p.visible !== false);
  const meets = (p: TruePad, o: Offer, mm: number): boolean =>
    far(at(p.centreMm), o.at) <= mm || (p.homeMm !== undefined && far(at(p.homeMm), o.at) <= mm);
  const taken = new Set<Offer>();
  const take = (fits: (o: Offer) => boolean): boolean => {
    const mine = offers.find((o) => !taken.has(o) && fits(o));
    if (mine) taken.add(mine);
    return mine !== undefined;
  };
  for (const p of pads) {
    if (p.state === 'torn') {
      score.torn += 1;
      if (take((o) => o.torn === true && meets(p, o, ABOUT_MM))) score.tornTold += 1;
    } else {
      score.pads += 1;
      if (take((o) => o.torn !== true && meets(p, o, NEAR_MM))) score.within01 += 1;
    }
  }
  for (const l of truth.legs) {
    const hole = l.kind !== 'land';
    const near = offers.filter((o) => far(at(l.centreMm), o.at) <= ABOUT_MM);
    score.legs += 1;
    if (near.some((o) => o.through === hole && o.torn === (l.state === 'torn'))) score.legsRight += 1;
    if (!hole) continue;
    score.holes += 1;
    if (near.some((o) => o.through)) score.holesTold += 1;
  }
  const isFalse = (o: Offer): boolean => {
    if (taken.has(o)) return false;
    const leg = truth.legs.some((l) => far(at(l.centreMm), o.at) <= 2 * ABOUT_MM);
    return (
      !leg &&
      !pads.some((p) => (o.torn === null || (p.state === 'torn') === o.torn) && meets(p, o, 2 * ABOUT_MM))
    );
  };
  // Pads of rows; lands beside them, which may be those of any part in the box, are counted apart.
  const [rows, lands] = [offers.filter((o) => o.row), offers.filter((o) => !o.row)];
  score.offered += rows.length;
  score.false += rows.filter(isFalse).length;
  score.lands += lands.length;
  score.landsFalse += lands.filter(isFalse).length;
  // Numbers that are told must be true; rows that tell none are asked about.
  const wrongNumber = found.rows.some((row) =>
    row.pads.some((p) => {
      const t = pads.find((q) => far(at(q.homeMm ?? q.centreMm), p.at) < ABOUT_MM);
      return p.number !== null && t && !p.number.split('/').some((n) => t.numbers.includes(n));
    }),
  );
  if (wrongNumber) score.pinOneWrong += 1;
}

/** Whether a part's land pattern is the true one: a land at each place and none elsewhere, in any quarter turn. */
function isEqual(part: ConnectorPart, truth: Truth): boolean {
  const places = [
    ...truth.pads.map((p) => at(p.homeMm ?? p.centreMm)),
    ...truth.legs.map((l) => at(l.centreMm)),
  ];
  const centred = (list: readonly Place[]): Place[] => {
    const [x, y] = [list.map((p) => p.x), list.map((p) => p.y)].map(
      (v) => (Math.min(...v) + Math.max(...v)) / 2,
    ) as [number, number];
    return list.map((p) => ({ x: p.x - x, y: p.y - y }));
  };
  const wanted = centred(places);
  return [0, 1, 2, 3].some((quarter) => {
    const lands = centred(
      part.lands.map((l) => {
        const [x, y] = [l.at.x, l.at.y];
        if (quarter === 0) return { x, y };
        return quarter === 1 ? { x: -y, y: x } : quarter === 2 ? { x: -x, y: -y } : { x: y, y: -x };
      }),
    );
    return (
      wanted.every((p) => lands.some((l) => far(l, p) <= EQUAL_MM)) &&
      lands.every((l) => wanted.some((p) => far(l, p) <= EQUAL_MM))
    );
  });
}

function scoreMatch(truth: Truth, board: Board, library: PartLibrary, score: PhotosScore): void {
  const view = jobView({ ...EMPTY_DOCUMENTS, board, readings: [], results: [] });
  const answer = matchParts(observePattern(view), library);
  if (!answer.ok) return;
  const { candidates, unknown } = answer.report;
  const rank = candidates.findIndex((c) => isEqual(c.part, truth));
  if (rank === 0) score.matchFirst += 1;
  if (rank >= 0 && rank < 3) score.matchThree += 1;
  const [best] = candidates;
  if (best?.verdict === 'drops-in' && rank !== 0) score.dropsInWrong += 1;
  // Every pattern of an open library is known.
  if (unknown > 0.5) score.noneWrong += 1;
}

const percent = (a: number, b: number): string => (b === 0 ? '-' : `${((100 * a) / b).toFixed(0)} %`);

/** What was read in a frame of its own, in the millimetres of the truth. */
function inTruth(found: FootprintProposal, toPhoto: Projective, truth: Truth): FootprintProposal {
  const back = inverse(truth.homography.rowMajor as unknown as Projective);
  const carry = (p: Place): BoardPoint => {
    const q = project(back, project(toPhoto, p));
    return boardPoint(q.x, q.y);
  };
  return {
    ...found,
    rows: found.rows.map((r) => ({ ...r, pads: r.pads.map((p) => ({ ...p, at: carry(p.at) })) })),
    lands: found.lands.map((l) => ({ ...l, at: carry(l.at) })),
  };
}

async function readOne(
  folder: string,
  truth: Truth,
  kind: FrameKind,
  library: PartLibrary,
  family: boolean,
  random: () => number,
): Promise<{ readonly one: PhotosScore; readonly found: FootprintProposal } | null> {
  const { data, info } = await sharp(join(folder, truth.picture))
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const frame = handFrame(truth, kind, random);
  if (!frame) return null;
  const { toPhoto, measure, spread } = frame;
  const [x0, y0, x1, y1] = truth.suggestedBoxPx;
  const corners = [
    [x0, y0],
    [x1, y0],
    [x0, y1],
    [x1, y1],
  ].map(([x = 0, y = 0]) => project(inverse(toPhoto), { x, y }));
  const [left, top] = [Math.min(...corners.map((c) => c.x)), Math.min(...corners.map((c) => c.y))];
  const box: ReadFootprintInput['box'] = {
    x: left,
    y: top,
    width: Math.max(...corners.map((c) => c.x)) - left,
    height: Math.max(...corners.map((c) => c.y)) - top,
  };
  const begun = process.cpuUsage();
  const read = readFootprint({
    picture: { width: info.width, height: info.height, data: new Uint8Array(data) },
    toPhoto,
    box,
    family: family ? (FAMILY_OF[truth.family] ?? null) : null,
    parts: library.parts,
    scaleSpread: spread,
  });
  const { user, system } = process.cpuUsage(begun);
  const one = none();
  one.pictures = 1;
  one.cpuSecondsWorst = (user + system) / 1e6;
  const found = inTruth(read, toPhoto, truth);
  if (found.rows.length + found.lands.length === 0) one.refused = 1;
  scoreReading(truth, found, one);
  // Match is asked in the frame that was measured, with its spreads, as on the page.
  const board: Board =
    measure === null
      ? EMPTY_BOARD
      : {
          ...EMPTY_BOARD,
          faces: [
            {
              face: 'top',
              photoId: 'picture',
              widthPx: info.width,
              heightPx: info.height,
              name: '',
              measure,
              shown: true,
              opacity: 1,
            },
          ],
        };
  scoreMatch(truth, placeProposal(board, 'top', read, new Set()), library, one);
  return { one, found };
}

/** Families of the truth by the bench's names. */
const FAMILY_OF: Readonly<Record<string, ConnectorFamily>> = {
  'usb-a': 'usb-a',
  'usb-b': 'usb-b',
  'mini-b': 'mini-b',
  'micro-b': 'micro-b',
  'type-c16': 'type-c-16',
  'type-c6': 'type-c-6',
  'nine-a': 'usb-a-3',
};

/**
 * Reads every picture of a folder, `pictures/NN.jpg` with `truth/NN.json`, through the door of the screen: with the frame exact, by two lengths
 * and by a rectangle as a hand clicks them, and with the family named; matches what came; and draws a sheet of what was read.
 * @param only one of `lengths`, `rectangle`, `both`, `unknown` (the true pattern and its equals taken out of the library), `family`, `exact`;
 * all by default
 */
export async function benchPhotos(folder: string, only: string | null = null): Promise<void> {
  const library = partLibrary([...loadFootprints('Connector_USB.pretty').parts]);
  const answers: Record<string, unknown> = {};
  for (const [name, kind, family] of [
    ['lengths', 'lengths', false],
    ['rectangle', 'rectangle', false],
    ['both', 'both', false],
    ['unknown', 'exact', false],
    ['family', 'exact', true],
    ['exact', 'exact', false],
  ] as const) {
    if (only !== null && name !== only) continue;
    const random = seeded(19);
    const scores = new Map<string, PhotosScore>();
    const tiles: Buffer[] = [];
    for (const file of readdirSync(join(folder, 'truth'))
      .filter((f) => f.endsWith('.json'))
      .sort()) {
      const truth = JSON.parse(readFileSync(join(folder, 'truth', file), 'utf8')) as Truth;
      const known = name === 'unknown' ? library.parts.filter((p) => !isEqual(p, truth)) : [...library.parts];
      // With the true pattern taken out, a picture of no known one is no test.
      if (name === 'unknown' && known.length === library.parts.length) continue;
      const read = await readOne(folder, truth, kind, partLibrary(known), family, random);
      if (!read) {
        process.stdout.write(`${name} ${file}: no frame comes of these clicks\n`);
        continue;
      }
      const { one, found } = read;
      tiles.push(await drawTile(folder, truth, found));
      process.stdout.write(
        `${name} ${file} ${truth.difficulty.padEnd(6)} pads ${one.within01}/${one.pads}, torn ${one.tornTold}/${one.torn}, false ${one.false}/${one.offered}, holes ${one.holesTold}/${one.holes}, legs ${one.legsRight}/${one.legs}${one.pinOneWrong > 0 ? ', pin 1 wrong' : ''}, match ${one.matchFirst > 0 ? 'first' : one.matchThree > 0 ? 'in three' : 'no'}, ${one.cpuSecondsWorst.toFixed(1)} s${found.doubts.length > 0 ? `, ${found.doubts.join(' and ')}` : ''}\n`,
      );
      for (const level of [truth.difficulty, 'all']) {
        const sum = scores.get(level) ?? none();
        for (const key of Object.keys(sum) as (keyof PhotosScore)[])
          sum[key] = key === 'cpuSecondsWorst' ? Math.max(sum[key], one[key]) : sum[key] + one[key];
        scores.set(level, sum);
      }
    }
    for (const [level, s] of scores)
      process.stdout.write(
        `${name} ${level.padEnd(7)} ${s.pictures} pictures: pads within 0.1 mm ${percent(s.within01, s.pads)}, torn told ${percent(s.tornTold, s.torn)}, false ${percent(s.false, s.offered)} (of lands beside rows ${percent(s.landsFalse, s.lands)}), holes told ${percent(s.holesTold, s.holes)}, legs right ${percent(s.legsRight, s.legs)}, pin 1 wrong ${s.pinOneWrong}, true part first ${s.matchFirst}, in three ${s.matchThree}, refused ${s.refused}\n`,
      );
    const sheet = `.cache/photos-${name}.png`;
    await drawSheet(tiles, sheet);
    process.stdout.write(`${name}: drawn in ${sheet}\n`);
    answers[name] = Object.fromEntries(scores);
  }
  const { exact, ...others } = answers as { exact: Record<string, PhotosScore> };
  // The last line is of the exact frame, the family not named; the other ways stand under `frames`.
  process.stdout.write(`${JSON.stringify({ ...exact, frames: others })}\n`);
}
