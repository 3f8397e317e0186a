import type { BoardGuess, CopperLayout, HeatBoard } from './heat-board';
import { COPPER_LAYOUTS } from './heat-board';
import type { HeatUse } from './heat-use';
import { tryHeat } from './heat-trial';

/** What was found out about a board; `null` while it was not. */
export interface KnownBoard {
  readonly thicknessMm: number | null;
  readonly copper: CopperLayout | null;
  readonly spokes: boolean | null;
}
export const NOTHING_KNOWN: KnownBoard = { thicknessMm: null, copper: null, spokes: null };

/** How a heating went: molten after so long, or not molten by then. */
export interface TimedUse {
  readonly use: HeatUse;
  readonly seconds: number;
  readonly melted: boolean;
}

export interface LikelyBoard {
  readonly guess: BoardGuess;
  /** Probabilities; they sum to 1. */
  readonly weight: number;
  /** How it compares with the others: the larger, the more heat it takes. */
  readonly slowness: number;
}

/** How often boards of small devices are so thick, mm, and so made (common practice; the shares are judgement). */
const THICKNESSES = [
  [0.8, 0.25],
  [1.0, 0.25],
  [1.6, 0.5],
] as const;
const COPPER_SHARE: Readonly<Record<CopperLayout, number>> = { tracks: 0.2, pour: 0.5, plane: 0.3 };
const SPOKES_SHARE = 0.65;
const HANDS = [
  [0.5, 0.25],
  [1, 0.5],
  [1.6, 0.25],
] as const;
/** A hand with a clock tells the melting by this much, as a share of the time (judgement). */
const NOTE_SIGMA = 0.3;
/** Less likely ones are let go. */
const LEAST_WEIGHT = 0.01;
/** Notes are weighed on a board this coarse, mm. */
const NOTE_STEP_MM = 1;
const MOST_NOTES = 3;
/** No heating is followed for longer, s. */
const MOST_S = 120;

const normal = (z: number): number => 1 / (1 + Math.exp(-1.702 * z));

/** Likelihood of a note where melting was foretold after `foretold` s; `null` where it was not foretold at all within the time looked at. */
export function noteLikelihood(note: TimedUse, foretold: number | null): number {
  const floor = 0.02;
  if (foretold === null) return note.melted ? floor : 1;
  const z = Math.log(note.seconds / Math.max(0.2, foretold)) / NOTE_SIGMA;
  return note.melted ? floor + Math.exp(-(z ** 2) / 2) : floor + normal(-z);
}

/** Every board that it could be by what is known, with what is likely of it: pours that were seen rule out bare tracks. */
export function possibleBoards(board: HeatBoard, known: KnownBoard): LikelyBoard[] {
  const thick = known.thicknessMm === null ? THICKNESSES : ([[known.thicknessMm, 1]] as const);
  const layouts = COPPER_LAYOUTS.filter(
    (c) =>
      (known.copper === null || known.copper === c) &&
      !(known.copper === null && board.pours.length > 0 && c === 'tracks'),
  );
  const all = thick.flatMap(([thicknessMm, p]) =>
    layouts.flatMap((copper) =>
      [true, false]
        // Without planes there are no spokes to have.
        .filter((s) => (copper === 'tracks' ? s : known.spokes === null || known.spokes === s))
        .map((spokes) => ({
          guess: { thicknessMm, copper, spokes, hand: 1 },
          weight:
            p *
            COPPER_SHARE[copper] *
            (copper === 'tracks' || known.spokes !== null ? 1 : spokes ? SPOKES_SHARE : 1 - SPOKES_SHARE),
          slowness: COPPER_LAYOUTS.indexOf(copper) * 4 + (spokes ? 0 : 2) + thicknessMm,
        })),
    ),
  );
  const sum = all.reduce((s, b) => s + b.weight, 0);
  return all.map((b) => ({ ...b, weight: b.weight / sum })).toSorted((a, b) => a.slowness - b.slowness);
}

/**
 * What the board is likely to be, after what was known of it and how heatings of it went. Without notes the hand is taken as usual; with notes it is
 * weighed too.
 * @param halt asked before each trial: `true` breaks off, and the boards weighed so far stand
 */
export function likelyBoards(
  board: HeatBoard,
  known: KnownBoard,
  notes: readonly TimedUse[],
  halt: () => boolean = () => false,
): LikelyBoard[] {
  const possible = possibleBoards(board, known);
  const told = notes.filter((n) => n.seconds > 0).slice(-MOST_NOTES);
  if (told.length === 0) return possible;
  const weighed = possible.flatMap((b) =>
    HANDS.map(([hand, share]) => {
      const guess = { ...b.guess, hand };
      let weight = b.weight * share;
      let slowness = b.slowness;
      for (const note of told) {
        if (halt()) break;
        const mostS = Math.min(MOST_S, Math.max(note.seconds * 2, 4));
        const { allAtS } = tryHeat(
          board,
          guess,
          { ...note.use, mostS, holdS: 0 },
          { stepMm: NOTE_STEP_MM, everyS: null },
        );
        weight *= noteLikelihood(note, allAtS);
        slowness = allAtS ?? mostS;
      }
      return { guess, weight, slowness };
    }),
  );
  const sum = weighed.reduce((s, b) => s + b.weight, 0);
  const kept = weighed.filter((b) => b.weight / sum >= LEAST_WEIGHT);
  const left = kept.reduce((s, b) => s + b.weight, 0);
  return kept.map((b) => ({ ...b, weight: b.weight / left })).toSorted((a, b) => a.slowness - b.slowness);
}

/** How a hand that nobody timed may bring heat in, against the usual: at its best and at its worst (judgement). Air asks less of it. */
const UNTIMED = { iron: { best: 1.25, worst: 0.75 }, air: { best: 1.15, worst: 0.85 } } as const;

const TAIL = 0.05;

/**
 * The quickest to melt, the likeliest and the slowest of those that are likely, doubled ones left out; while no heating was timed, the first with
 * a good hand and the last with a poor one.
 * @param hand with what; `null` where heatings were timed, and the hand is known with the board
 */
export function cornersOf(
  likely: readonly LikelyBoard[],
  hand: keyof typeof UNTIMED | null,
): readonly LikelyBoard[] {
  const top = likely.reduce<LikelyBoard | null>(
    (best, b) => (best && best.weight >= b.weight ? best : b),
    null,
  );
  const [first, last] = [likely[0], likely.at(-1)];
  if (!first || !last || !top) return [];
  if (hand === null) {
    // A board at one in twenty from either end stands for those beyond it.
    const upTo = likely.map((_, k) => likely.slice(0, k + 1).reduce((sum, b) => sum + b.weight, 0));
    const at = (share: number): LikelyBoard => likely[upTo.findIndex((u) => u >= share)] ?? last;
    return [...new Set([at(TAIL), top, at(1 - TAIL)])];
  }
  const by = (b: LikelyBoard, of: number): LikelyBoard => ({ ...b, guess: { ...b.guess, hand: of } });
  return [by(first, UNTIMED[hand].best), top, by(last, UNTIMED[hand].worst)];
}
