import type { Duration } from './duration';
import { durationOf } from './duration';

/** Acts whose minutes are known by common practice and learned from own records. */
export const ACT_KINDS = [
  'answer',
  'take-in',
  'open',
  'look',
  'probe',
  'match',
  'off',
  'clean',
  'hole',
  'pad',
  'fit',
  'leg',
  'wire',
  'item',
  'ring',
  'rest',
  'mask',
  'check',
  'close-step',
] as const;
export type ActKind = (typeof ACT_KINDS)[number];

/** How far an act strays, as the standard deviation of the logarithm of its minutes (judgements): what is looked for strays more than what is done. */
const SPREADS: Readonly<Record<ActKind, number>> = {
  answer: 0.5,
  'take-in': 0.4,
  open: 0.7,
  look: 0.5,
  probe: 0.6,
  match: 0.7,
  off: 0.6,
  clean: 0.4,
  hole: 0.6,
  pad: 0.6,
  fit: 0.5,
  leg: 0.4,
  wire: 0.5,
  item: 0.6,
  ring: 0.4,
  rest: 0.2,
  mask: 0.4,
  check: 0.4,
  'close-step': 0.5,
};

/** One act of a task, or several alike. */
export interface Act {
  readonly kind: ActKind;
  /** So many of them, 1 or more. */
  readonly count: number;
  /** Hands-on minutes of one by common practice, above 0. */
  readonly minutes: number;
}

/** Minutes of own records by kind of act. */
export type OwnMinutes = Readonly<Partial<Record<ActKind, readonly number[]>>>;

/** How long acts take these hands, each of them. */
export function actDurations({ kind, minutes, count }: Act, own: OwnMinutes): Duration[] {
  const one = durationOf(minutes, SPREADS[kind], own[kind]);
  return Array.from({ length: count }, () => one);
}

/** The kind of a line of a plan that was done, by its id and whether a wire was laid. */
export function actKindOf(lineId: string, wire: boolean): ActKind {
  if (wire) return 'wire';
  const head = lineId.split(/[: ]/u)[0] ?? '';
  const known = (['off', 'clean', 'hole', 'fit', 'leg', 'ring', 'rest', 'mask'] as const).find(
    (k) => k === head,
  );
  if (known) return known;
  return head === 'row' ? 'fit' : /^row\d+\./u.test(lineId) ? 'pad' : 'item';
}
