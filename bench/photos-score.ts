import type { Board, ConnectorPart, FootprintProposal, PartLibrary } from '@zebbit/core';
import { EMPTY_DOCUMENTS, jobView, matchParts, observePattern } from '@zebbit/core';
import type { Place, TruePad, Truth } from './photo-truth';

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

export const noScore = (): PhotosScore => ({
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
export function scoreReading(truth: Truth, found: FootprintProposal, score: PhotosScore): void {
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
export function isEqual(part: ConnectorPart, truth: Truth): boolean {
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

export function scoreMatch(truth: Truth, board: Board, library: PartLibrary, score: PhotosScore): void {
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
