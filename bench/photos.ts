import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type {
  Board,
  ConnectorPart,
  FootprintProposal,
  PartLibrary,
  Projective,
  ReadFootprintInput,
} from '@zebbit/core';
import {
  EMPTY_BOARD,
  EMPTY_DOCUMENTS,
  inverse,
  jobView,
  matchParts,
  observePattern,
  partLibrary,
  placeProposal,
  project,
  readFootprint,
} from '@zebbit/core';
import sharp from 'sharp';
import { loadFootprints } from './footprints';

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
  readonly difficulty: string;
  readonly homography: { readonly rowMajor: readonly number[] };
  readonly suggestedBoxPx: readonly [number, number, number, number];
  readonly pads: readonly TruePad[];
  readonly legs: readonly TrueLeg[];
}

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

/** Whether a part, as it was laid on the board, has a land at each place that is there and none elsewhere. */
function isEqual(part: ConnectorPart, map: Projective, truth: Truth): boolean {
  const places = [
    ...truth.pads.map((p) => at(p.homeMm ?? p.centreMm)),
    ...truth.legs.map((l) => at(l.centreMm)),
  ];
  const lands = part.lands.map((l) => project(map, l.at));
  return (
    places.every((p) => lands.some((l) => far(l, p) <= EQUAL_MM)) &&
    lands.every((l) => places.some((p) => far(l, p) <= EQUAL_MM))
  );
}

function scoreMatch(truth: Truth, board: Board, library: PartLibrary, score: PhotosScore): void {
  const view = jobView({ ...EMPTY_DOCUMENTS, board, readings: [], results: [] });
  const answer = matchParts(observePattern(view), library);
  if (!answer.ok) return;
  const { candidates, unknown } = answer.report;
  const rank = candidates.findIndex((c) => isEqual(c.part, c.placement.map, truth));
  if (rank === 0) score.matchFirst += 1;
  if (rank >= 0 && rank < 3) score.matchThree += 1;
  const [best] = candidates;
  if (best?.verdict === 'drops-in' && rank !== 0) score.dropsInWrong += 1;
  // Every pattern of an open library is known.
  if (unknown > 0.5) score.noneWrong += 1;
}

const percent = (a: number, b: number): string => (b === 0 ? '-' : `${((100 * a) / b).toFixed(0)} %`);

/** Reads every picture of a folder, `pictures/NN.jpg` with `truth/NN.json`, with the frame exact and the family not given, through the door of the screen. */
export async function benchPhotos(folder: string): Promise<void> {
  const library = partLibrary([...loadFootprints('Connector_USB.pretty').parts]);
  const scores = new Map<string, PhotosScore>();
  for (const file of readdirSync(join(folder, 'truth'))
    .filter((f) => f.endsWith('.json'))
    .sort()) {
    const truth = JSON.parse(readFileSync(join(folder, 'truth', file), 'utf8')) as Truth;
    const { data, info } = await sharp(join(folder, truth.picture))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const toPhoto = truth.homography.rowMajor as unknown as Projective;
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
    const one = none();
    const begun = process.cpuUsage();
    const found = readFootprint({
      picture: { width: info.width, height: info.height, data: new Uint8Array(data) },
      toPhoto,
      box,
      family: null,
      parts: library.parts,
    });
    const { user, system } = process.cpuUsage(begun);
    one.pictures = 1;
    one.cpuSecondsWorst = (user + system) / 1e6;
    scoreReading(truth, found, one);
    scoreMatch(truth, placeProposal(EMPTY_BOARD, 'top', found, new Set()), library, one);
    process.stdout.write(
      `${file} ${truth.difficulty.padEnd(6)} pads ${one.within01}/${one.pads}, torn ${one.tornTold}/${one.torn}, false ${one.false}/${one.offered}, holes ${one.holesTold}/${one.holes}, legs ${one.legsRight}/${one.legs}${one.pinOneWrong > 0 ? ', pin 1 wrong' : ''}, match ${one.matchFirst > 0 ? 'first' : one.matchThree > 0 ? 'in three' : 'no'}, ${one.cpuSecondsWorst.toFixed(1)} s\n`,
    );
    for (const name of [truth.difficulty, 'all']) {
      const sum = scores.get(name) ?? none();
      for (const key of Object.keys(sum) as (keyof PhotosScore)[])
        sum[key] = key === 'cpuSecondsWorst' ? Math.max(sum[key], one[key]) : sum[key] + one[key];
      scores.set(name, sum);
    }
  }
  for (const [name, s] of scores)
    process.stdout.write(
      `${name.padEnd(7)} ${s.pictures} pictures: pads within 0.1 mm ${percent(s.within01, s.pads)}, torn told ${percent(s.tornTold, s.torn)}, false ${percent(s.false, s.offered)} (of lands beside rows ${percent(s.landsFalse, s.lands)}), holes told ${percent(s.holesTold, s.holes)}, legs right ${percent(s.legsRight, s.legs)}, pin 1 wrong ${s.pinOneWrong}, true part first ${s.matchFirst}, in three ${s.matchThree}\n`,
    );
  process.stdout.write(`${JSON.stringify(Object.fromEntries(scores))}\n`);
}
