import type { FitKind, FitReason } from './fit-reason';
import { fitKind, reason } from './fit-reason';
import type { BoardGuess } from './board-guess';
import { boardAsSeen, boardFor, tryOn } from './board-guess';
import { mirrorReason } from './mirror-reason';
import type { ObservedPattern } from './observed';
import { checkPattern } from './observed';
import type { PackedPattern } from './packed-pattern';
import { packPattern } from './packed-pattern';
import type { ConnectorPart } from '../connector/part';
import type { PartLibrary } from './part-library';
import type { PartPlacement } from './part-placement';
import { placementOf } from './part-placement';
import { tiedWith, levelSoFar } from './part-relation';
import { nearMisses, scanLibrary } from './scan-library';
import type { Weighed } from './weigh-part';
import { logSum, weigh, weighMiss } from './weigh-part';

/** `open`: what was measured does not tell yet. */
export const MATCH_VERDICTS = ['drops-in', 'work', 'no', 'open'] as const satisfies readonly (
  FitKind | 'open'
)[];
export type MatchVerdict = (typeof MATCH_VERDICTS)[number];

export interface MatchCandidate {
  readonly part: ConnectorPart;
  /**
   * Chance, 0 to 1, that the board was laid out for this part or for one tied with it, if it was laid out for any of the known ones; times
   * `1 - unknown` of the report it is the chance outright.
   */
  readonly probability: number;
  /** Parts that no measurement of the bare board can tell from this one, itself not among them. */
  readonly tied: readonly string[];
  /** Parts that what was measured so far does not tell from this one, though something else would. */
  readonly level: readonly string[];
  readonly verdict: MatchVerdict;
  /** Chances that it drops in, that it goes with work; the rest is that it does not go. */
  readonly chances: { readonly dropsIn: number; readonly work: number };
  /** The gravest first. */
  readonly reasons: readonly FitReason[];
  readonly placement: PartPlacement;
}

export interface MatchReport {
  /** Likeliest first; behind those with a chance, the others by verdict and by how well they explain what is seen. */
  readonly candidates: readonly MatchCandidate[];
  /** Chance that the board was laid out for none of the known parts. */
  readonly unknown: number;
  /** Parts looked at. */
  readonly considered: number;
}

export type MatchAnswer =
  | { readonly ok: true; readonly report: MatchReport }
  | { readonly ok: false; readonly code: 'too-few' | 'no-parts'; readonly message: string };

/** A part like a known one, but not it, is this likely before anything is measured, against the known one (common practice). */
const ALIKE_WEIGHT = 0.3;
/** A verdict is given from here; below it stays open. */
export const SURE_OF_VERDICT = 0.9;
/** Boards a part is tried on: those with at least this chance, at most so many. */
const LEAST_CHANCE = 0.01;
const MOST_BOARDS = 6;
const SHORTLIST = 60;
/** In larger libraries only parts of the wanted families are laid down to say why they do not go. */
const FEW_TO_MISS = 400;
/** Parts further apart than this, nats, are not level: something that was measured tells them apart. */
const LEVEL_NATS = 3;

const VERDICT_ORDER: Readonly<Record<MatchVerdict, number>> = { 'drops-in': 0, open: 1, work: 2, no: 3 };

function verdictOf(dropsIn: number, work: number): MatchVerdict {
  if (dropsIn >= SURE_OF_VERDICT) return 'drops-in';
  if (1 - dropsIn - work >= SURE_OF_VERDICT) return 'no';
  return dropsIn + work >= SURE_OF_VERDICT && work >= 0.5 ? 'work' : 'open';
}

/** Parts of the families in question that explain too little to have been there: laid down all the same, to say why they do not go. */
function missesOf(
  library: PartLibrary,
  pattern: ObservedPattern,
  straight: PackedPattern,
  over: PackedPattern,
  weighed: readonly Weighed[],
  most: number,
): Weighed[] {
  const room = most - weighed.length;
  const few = library.parts.length <= FEW_TO_MISS;
  if (room <= 0 || (!few && pattern.families === null)) return [];
  const known = new Set(weighed.map((w) => w.k));
  const wanted = library.parts.flatMap((p, k) =>
    !known.has(k) && p.lands.length > 1 && (pattern.families === null || pattern.families.includes(p.family))
      ? [k]
      : [],
  );
  const seen = pattern.seenFrom === 'back' ? over : straight;
  return nearMisses(library, seen, wanted, room)
    .flatMap((m) => weighMiss(library, pattern, seen, m) ?? [])
    .sort((a, b) => b.log - a.log);
}

/** What the part needs holes for and nobody marked on the board: it may be there all the same. */
function unmarkedReasons({ part, best, seen }: Weighed): FitReason[] {
  const met = new Set(best.placement.lands);
  const left = part.lands.filter((l, i) => !met.has(i) && l.hole && l.role !== 'contact');
  const count = (role: 'leg' | 'peg'): number => left.filter((l) => l.role === role).length;
  const words = (['leg', 'peg'] as const).flatMap((role) =>
    count(role) > 0 ? [`${count(role)} ${role}${count(role) > 1 ? 's' : ''}`] : [],
  );
  if (words.length === 0 || seen.features.length === 0) return [];
  return [
    reason(
      'not-measured',
      'fine',
      `No holes for ${words.join(' and ')} of it were marked: look whether they are there`,
      left.length,
    ),
  ];
}

function candidateOf(
  w: Weighed,
  pattern: ObservedPattern,
  boards: readonly BoardGuess[],
  asked: {
    readonly library: PartLibrary;
    readonly probability: number;
    readonly tied: readonly string[];
    readonly level: readonly string[];
  },
): MatchCandidate {
  const tries = boards.map((b) => ({ weight: b.weight, reasons: tryOn(w, pattern, b) }));
  const share = (kind: FitKind): number =>
    tries.reduce((s, t) => s + (fitKind(t.reasons) === kind ? t.weight : 0), 0);
  const [dropsIn, work] = [share('drops-in'), share('work')];
  const verdict = verdictOf(dropsIn, work);
  // The reasons shown are those of the likeliest board on which the verdict holds.
  const wanted = verdict === 'open' ? null : verdict;
  const shown = tries
    .filter((t) => wanted === null || fitKind(t.reasons) === wanted)
    .reduce((a, b) => (b.weight > a.weight ? b : a));
  const told = verdict === 'no' || shown.reasons.some((r) => ['trim-pegs', 'no-hole'].includes(r.code));
  const unmarked = told ? [] : unmarkedReasons(w);
  const mirror = verdict === 'no' ? mirrorReason(w, pattern, asked.library) : null;
  return {
    part: w.part,
    probability: asked.probability,
    tied: asked.tied,
    level: asked.level,
    verdict,
    chances: { dropsIn, work },
    reasons: [...(mirror ? [mirror] : []), ...shown.reasons, ...unmarked],
    placement: placementOf(w),
  };
}

/**
 * Which connector the board was laid out for, and which others go: every part of the library is laid on what was measured (pairs of features, then
 * assignment and weighted least squares), weighed by Bayes' rule, and the likely ones are tried, leg by leg and pad by pad, on the boards that
 * come into question.
 *
 * @param pattern what is left, with its spreads (mm)
 * @param library laid out once with `partLibrary`
 * @param most how many candidates are wanted
 *
 * Refuses, tagged, fewer than two features (`too-few`) and an empty library or none that explains anything (`no-parts`). Throws RangeError on
 * figures that are not finite (see `checkPattern`).
 */
export function matchParts(pattern: ObservedPattern, library: PartLibrary, most = 24): MatchAnswer {
  checkPattern(pattern);
  if (pattern.features.length < 2)
    return {
      ok: false,
      code: 'too-few',
      message: 'Two places at least are wanted: mark pads, legs or holes on the plate',
    };
  const straight = packPattern(pattern, false);
  const over = packPattern(pattern, true);
  const views =
    pattern.seenFrom === 'back' ? [over] : pattern.seenFrom === 'unknown' ? [straight, over] : [straight];
  const shortlist = scanLibrary(library, views, SHORTLIST);
  const weighed = shortlist
    .flatMap((s) => weigh(library, pattern, s, shortlist[0]?.score ?? 0) ?? [])
    .sort((a, b) => b.log - a.log || a.part.name.localeCompare(b.part.name))
    // Seen from either side, a part counts once, as it goes better.
    .filter((w, i, all) => all.findIndex((v) => v.k === w.k) === i);
  if (weighed.length === 0) weighed.push(...missesOf(library, pattern, straight, over, [], most));
  const [leader] = weighed;
  if (!leader)
    return {
      ok: false,
      code: 'no-parts',
      message:
        library.parts.length === 0
          ? 'There are no parts to compare with'
          : 'No known part explains half of what was measured',
    };
  const total = logSum([
    ...weighed.map((w) => w.log),
    ...weighed.map((w) => w.logAlike + Math.log(ALIKE_WEIGHT)),
  ]);
  const chance = weighed.map((w) => Math.exp(w.log - total));
  const unknown = Math.max(0, 1 - chance.reduce((a, b) => a + b, 0));
  const boards = [
    ...weighed
      .map((w, i) => ({ w, p: chance[i] ?? 0 }))
      .filter(({ p }) => p >= LEAST_CHANCE)
      .slice(0, MOST_BOARDS)
      .map(({ w, p }) => boardFor(w, p)),
    ...(unknown >= LEAST_CHANCE ? [boardAsSeen(leader, unknown)] : []),
  ];
  const sum = boards.reduce((s, b) => s + b.weight, 0);
  const shares = boards.map((b) => ({ ...b, weight: b.weight / sum }));
  const shown = [...weighed, ...missesOf(library, pattern, straight, over, weighed, most)].slice(0, most);
  const equal = tiedWith(shown);
  const ranked = shown.map((w, i) => {
    const equals = equal[i] ?? [];
    const level = shown.flatMap((v, j) =>
      j !== i && !equals.includes(j) && Math.abs(v.log - w.log) < LEVEL_NATS && levelSoFar(w, v)
        ? [v.part.id]
        : [],
    );
    const together = equals.reduce((s, j) => s + (chance[j] ?? 0), chance[i] ?? 0);
    const probability = Math.min(1, together / Math.max(1 - unknown, 1e-12));
    const ids = equals.map((j) => shown[j]?.part.id ?? '');
    return {
      log: w.log,
      candidate: candidateOf(w, pattern, shares, { library, probability, tied: ids, level }),
    };
  });
  ranked.sort((a, b) => {
    const [p, q] = [a.candidate.probability, b.candidate.probability];
    if (p >= LEAST_CHANCE || q >= LEAST_CHANCE) return q - p || b.log - a.log;
    const [v, u] = [VERDICT_ORDER[a.candidate.verdict], VERDICT_ORDER[b.candidate.verdict]];
    return v - u || b.log - a.log;
  });
  return {
    ok: true,
    report: { candidates: ranked.map((c) => c.candidate), unknown, considered: library.parts.length },
  };
}
