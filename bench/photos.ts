import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type {
  Board,
  BoardPoint,
  ConnectorFamily,
  FootprintProposal,
  PartLibrary,
  Projective,
  ReadFootprintInput,
} from '@zebbit/core';
import {
  boardPoint,
  compose,
  EMPTY_BOARD,
  inverse,
  partLibrary,
  placeProposal,
  project,
  readFootprint,
} from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import sharp from 'sharp';
import { loadFootprints } from './footprints';
import type { Raw } from './other-cameras';
import { OTHER_CAMERAS } from './other-cameras';
import type { FrameKind, Place, Truth } from './photo-truth';
import { handFrame } from './photo-truth';
import type { PhotosScore } from './photos-score';
import { isEqual, noScore, scoreMatch, scoreReading } from './photos-score';
import { drawSheet, drawTile } from './photos-sheet';

/** Adds one reading's figures to a sum; of seconds the worst stands. */
function add(sum: PhotosScore, one: PhotosScore): void {
  for (const key of Object.keys(sum) as (keyof PhotosScore)[])
    sum[key] = key === 'cpuSecondsWorst' ? Math.max(sum[key], one[key]) : sum[key] + one[key];
}

const percent = (a: number, b: number): string => (b === 0 ? '-' : `${((100 * a) / b).toFixed(0)} %`);

const words = (s: PhotosScore): string =>
  `pads within 0.1 mm ${percent(s.within01, s.pads)}, torn told ${percent(s.tornTold, s.torn)}, false ${percent(s.false, s.offered)} (of lands beside rows ${percent(s.landsFalse, s.lands)}), holes told ${percent(s.holesTold, s.holes)}, legs right ${percent(s.legsRight, s.legs)}, pin 1 wrong ${s.pinOneWrong}`;

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

/** A box is drawn so far beside the port, mm. */
const BESIDE_MM = 2;

const turn = (deg: number): Projective => {
  const [cos, sin] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return [cos, -sin, 0, sin, cos, 0, 0, 0, 1];
};

async function readOne(
  folder: string,
  truth: Truth,
  kind: FrameKind,
  library: PartLibrary,
  family: boolean,
  random: () => number,
  turnDeg: number | null = null,
  camera: (picture: Raw) => Promise<Raw> = (p) => Promise.resolve(p),
): Promise<{ readonly one: PhotosScore; readonly found: FootprintProposal } | null> {
  const { data, info } = await camera(
    await sharp(join(folder, truth.picture)).ensureAlpha().raw().toBuffer({ resolveWithObject: true }),
  );
  const frame = handFrame(truth, kind, random);
  if (!frame) return null;
  const { measure, spread } = frame;
  // The same board with its axes turned: what is read must not hang on them.
  const toPhoto = compose(frame.toPhoto, turn(turnDeg ?? 0));
  const [x0, y0, x1, y1] = truth.suggestedBoxPx;
  // Where the axes are turned a hand draws the box anew, round what is left of the port.
  const corners =
    turnDeg === null
      ? [
          [x0, y0],
          [x1, y0],
          [x0, y1],
          [x1, y1],
        ].map(([x = 0, y = 0]) => project(inverse(toPhoto), { x, y }))
      : [...truth.pads, ...truth.legs].flatMap(({ centreMm: [x, y] }) => {
          const p = project(turn(-turnDeg), { x, y });
          return [
            { x: p.x - BESIDE_MM, y: p.y - BESIDE_MM },
            { x: p.x + BESIDE_MM, y: p.y + BESIDE_MM },
          ];
        });
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
  const one = noScore();
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

const truthsOf = (folder: string): Truth[] =>
  readdirSync(join(folder, 'truth'))
    .filter((f) => f.endsWith('.json'))
    .sort()
    .map((f) => JSON.parse(readFileSync(join(folder, 'truth', f), 'utf8')) as Truth);

const TURNS = [0, 15, 30, 45, 60, 75];

/** Reads every picture with the axes of the board turned by several angles, and prints what each angle reads. */
async function benchTurned(folder: string, library: PartLibrary): Promise<Record<string, PhotosScore>> {
  const sums: Record<string, PhotosScore> = {};
  const each = new Map<string, PhotosScore[]>();
  for (const deg of TURNS) {
    const sum = noScore();
    for (const truth of truthsOf(folder)) {
      const read = await readOne(folder, truth, 'exact', library, false, seeded(19), deg);
      if (!read) continue;
      add(sum, read.one);
      each.set(truth.picture, [...(each.get(truth.picture) ?? []), read.one]);
    }
    sums[String(deg)] = sum;
    process.stdout.write(
      `turned by ${deg} degrees: ${words(sum)}, worst ${sum.cpuSecondsWorst.toFixed(1)} s\n`,
    );
  }
  for (const [picture, ones] of each)
    for (const what of ['within01', 'tornTold'] as const)
      if (new Set(ones.map((o) => o[what])).size > 1)
        process.stdout.write(
          `${picture}: ${what === 'tornTold' ? 'torn told' : 'pads'} ${ones.map((o) => o[what]).join(', ')} of ${ones[0]?.[what === 'tornTold' ? 'torn' : 'pads'] ?? 0}\n`,
        );
  return sums;
}

/** Reads every picture as other cameras and lamps would have taken it, and prints what each makes of it. */
async function benchCameras(
  folder: string,
  library: PartLibrary,
  only: string | null,
): Promise<Record<string, PhotosScore>> {
  const sums: Record<string, PhotosScore> = {};
  for (const [name, camera] of Object.entries(OTHER_CAMERAS)) {
    if (only !== null && only !== name) continue;
    const sum = noScore();
    for (const truth of truthsOf(folder)) {
      const read = await readOne(folder, truth, 'exact', library, false, seeded(19), null, camera);
      if (read) add(sum, read.one);
    }
    sums[name] = sum;
    process.stdout.write(
      `${name}: ${words(sum)}, true part first ${sum.matchFirst}, in three ${sum.matchThree}, refused ${sum.refused}, “drops in” wrong ${sum.dropsInWrong}, “none” wrong ${sum.noneWrong}\n`,
    );
  }
  return sums;
}

/**
 * Reads every picture of a folder, `pictures/NN.jpg` with `truth/NN.json`, through the door of the screen: with the frame exact, by two lengths
 * and by a rectangle as a hand clicks them, and with the family named; matches what came; and draws a sheet of what was read.
 * @param only one of `lengths`, `rectangle`, `both`, `unknown` (the true pattern and its equals taken out of the library), `family`, `exact`;
 * all by default. `turned` reads with the axes turned by several angles, `cameras` as other cameras and lamps would have taken them
 * @param camera one of those
 */
export async function benchPhotos(
  folder: string,
  only: string | null = null,
  camera: string | null = null,
): Promise<void> {
  const library = partLibrary([...loadFootprints('Connector_USB.pretty').parts]);
  const answers: Record<string, unknown> = {};
  if (only === 'turned') {
    process.stdout.write(`${JSON.stringify(await benchTurned(folder, library))}\n`);
    return;
  }
  if (only === 'cameras') {
    process.stdout.write(`${JSON.stringify(await benchCameras(folder, library, camera))}\n`);
    return;
  }
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
    for (const truth of truthsOf(folder)) {
      const file = truth.picture;
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
        const sum = scores.get(level) ?? noScore();
        add(sum, one);
        scores.set(level, sum);
      }
    }
    for (const [level, s] of scores)
      process.stdout.write(
        `${name} ${level.padEnd(7)} ${s.pictures} pictures: ${words(s)}, true part first ${s.matchFirst}, in three ${s.matchThree}, refused ${s.refused}\n`,
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
