import type { PartLand } from '../connector/part';
import type { Oblong } from '../geometry/oblong';
import type { EdgeField } from './edge-field';
import type { MirrorPair, OutlineShape } from './mirror-pairs';
import type { PartPose } from './refine-pose';
import { rimAnswers, rimsOf } from './refine-pose';

/** A pair's outline answers so much on the mean of its two, and neither less than the other figure: else it is not offered. */
const [PAIR_ANSWER, EITHER_ANSWER] = [0.82, 0.72] as const;
/** Slots, holes and lands of legs are no narrower than this, mm; the two of a pair lie so near to mirror places. */
const [LEAST_ROUND_MM, LEAST_SQUARE_MM, MIRRORED_MM] = [0.45, 0.75, 0.18] as const;
/** Sizes and places are brought out in such steps, mm. */
export const STEPS_MM = [0.08, 0.04, 0.02] as const;
/** A piece's own millimetres. */
export const HERE: PartPose = { a: 1, b: 0, c: 0, d: 1, x0: 0, y0: 0 };

export const oblong = ({ wide, high }: OutlineShape): Oblong =>
  wide >= high
    ? { lengthMm: wide, widthMm: high, directionDeg: 0 }
    : { lengthMm: high, widthMm: wide, directionDeg: 90 };

export const landOf = (
  at: { x: number; y: number },
  copper: OutlineShape,
  hole: OutlineShape | null,
): PartLand => ({
  numbers: [],
  role: 'leg',
  function: 'unknown',
  at,
  copper: oblong(copper),
  hole: hole ? oblong(hole) : null,
  metal: null,
});

/** How well one outline meets edges at a place, 0 to 1. */
export function outlineAnswer(field: EdgeField, at: { x: number; y: number }, shape: OutlineShape): number {
  // As the hole of a peg a round outline is one rim; as a land on the surface a square one is.
  const land: PartLand = shape.round ? { ...landOf(at, shape, shape), role: 'peg' } : landOf(at, shape, null);
  return rimAnswers(field, rimsOf({ lands: [land] }), HERE)[0] ?? 0;
}

export interface Leg {
  readonly at: { readonly x: number; readonly y: number };
  readonly answer: number;
}
export interface LegPair {
  readonly shape: OutlineShape;
  readonly legs: readonly [Leg, Leg];
}

export const meanOf = ({ legs: [a, b] }: LegPair): number => (a.answer + b.answer) / 2;

/** Slides a leg to where it answers best. */
export function slide(answerAt: (at: Leg['at']) => number, from: Leg['at'], steps: readonly number[]): Leg {
  let best: Leg = { at: from, answer: answerAt(from) };
  for (const step of steps)
    for (let again = 0; again < 4; again += 1) {
      const { x, y } = best.at;
      const next = [
        { x: x + step, y },
        { x: x - step, y },
        { x, y: y + step },
        { x, y: y - step },
      ].map((at) => ({ at, answer: answerAt(at) }));
      const top = next.reduce((p, q) => (q.answer > p.answer ? q : p));
      if (top.answer <= best.answer) break;
      best = top;
    }
  return best;
}

/** The size and the places of a pair that meet edges best near where it was found. */
function refined(field: EdgeField, middleX: number, pair: MirrorPair): LegPair {
  const both = (
    shape: OutlineShape,
    legs: readonly [Leg['at'], Leg['at']],
    steps: readonly number[],
  ): LegPair => {
    const answerAt = (at: Leg['at']): number => outlineAnswer(field, at, shape);
    return { shape, legs: [slide(answerAt, legs[0], steps), slide(answerAt, legs[1], steps)] };
  };
  let best = both(
    pair.shape,
    [
      { x: middleX + pair.aside, y: pair.y },
      { x: middleX - pair.aside, y: pair.y },
    ],
    STEPS_MM,
  );
  for (const step of STEPS_MM)
    for (let again = 0; again < 4; again += 1) {
      const { wide, high, round } = best.shape;
      const tried = [
        [step, 0],
        [-step, 0],
        [0, step],
        [0, -step],
      ].map(([w = 0, h = 0]) =>
        both({ round, wide: wide + w, high: high + h }, [best.legs[0].at, best.legs[1].at], [step]),
      );
      const top = tried.reduce((p, q) => (meanOf(q) > meanOf(p) ? q : p));
      if (meanOf(top) <= meanOf(best)) break;
      best = top;
    }
  return best;
}

/** Whether both are there, in mirror places, and of a size that legs have. */
const isPair = (pair: LegPair, middleX: number): boolean => {
  const [a, b] = pair.legs;
  return (
    meanOf(pair) >= PAIR_ANSWER &&
    Math.min(a.answer, b.answer) >= EITHER_ANSWER &&
    Math.min(pair.shape.wide, pair.shape.high) >= (pair.shape.round ? LEAST_ROUND_MM : LEAST_SQUARE_MM) &&
    Math.abs(a.at.y - b.at.y) < MIRRORED_MM &&
    Math.abs(a.at.x + b.at.x - 2 * middleX) < MIRRORED_MM
  );
};

export const grown = ({ round, wide, high }: OutlineShape, mm: number): OutlineShape => ({
  round,
  wide: wide + 2 * mm,
  high: high + 2 * mm,
});

/** Pairs at their best sizes and places, those that are there for sure, none over a better one. */
export function surePairs(field: EdgeField, middleX: number, found: readonly MirrorPair[]): LegPair[] {
  const sure = found
    // What has round ends is told from what has corners by what meets its edges better.
    .flatMap((p) => [p, { ...p, shape: { ...p.shape, round: !p.shape.round } }])
    .map((p) => refined(field, middleX, p))
    .filter((p) => isPair(p, middleX))
    .sort((a, b) => meanOf(b) - meanOf(a));
  const kept: LegPair[] = [];
  for (const p of sure) if (!kept.some((k) => over(k, p))) kept.push(p);
  return kept;
}

const over = (a: LegPair, b: LegPair): boolean =>
  Math.abs(a.legs[0].at.x - b.legs[0].at.x) < (a.shape.wide + b.shape.wide) / 2 &&
  Math.abs(a.legs[0].at.y - b.legs[0].at.y) < (a.shape.high + b.shape.high) / 2;
