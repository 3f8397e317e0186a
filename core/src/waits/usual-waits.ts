import type { StepWait } from '../procedure/step';
import type { Wait, WaitKind, WaitSpan } from './wait';

/** A wait that comes up again and again. */
export interface UsualWait {
  readonly key: string;
  readonly kind: WaitKind;
  readonly what: string;
  readonly span: WaitSpan | null;
  readonly rests: string;
  /** What is looked at when it is over. */
  readonly look: string;
  /** It goes off on the shelf: past its date it takes longer, or never sets. */
  readonly goesOff: boolean;
}

const HOUR = 60;
const DAY = 24 * HOUR;
const usual = (
  key: string,
  kind: WaitKind,
  what: string,
  [least, middle, most]: readonly [number, number, number],
  look: string,
  goesOff = false,
): UsualWait => ({
  key,
  kind,
  what,
  span: { least, usual: middle, most },
  rests: 'common practice; what its label says goes before',
  look,
  goesOff,
});

/** Waits with their spans, minutes. Common practice; the label of a tube goes before. */
export const USUAL_WAITS: readonly UsualWait[] = [
  usual(
    'mask',
    'cure',
    'UV mask under the lamp',
    [5, 10, 20],
    'Prod it with a toothpick: no dent, no tack.',
    true,
  ),
  usual('epoxy', 'cure', 'epoxy', [30, HOUR, DAY], 'The rest of the mix on its card is hard.', true),
  usual('putty', 'cure', 'contact putty', [2 * HOUR, 8 * HOUR, DAY], 'A nail leaves no mark.', true),
  usual(
    'silicone',
    'cure',
    'silicone',
    [8 * HOUR, 12 * HOUR, 36 * HOUR],
    'It springs back and does not smell sour.',
    true,
  ),
  usual('hot-glue', 'cool-down', 'hot glue', [3, 5, 10], 'It is clouded and hard.'),
  usual('gasket', 'cool-down', 'warmed gasket, pressed', [2, 3, 5], 'It lies flat all round.'),
  usual('iron', 'warm-up', 'iron', [0.2, 0.5, 1], 'Solder melts on the tip at once.'),
  usual('board', 'cool-down', 'board, to touch', [2, 5, 10], 'The back of a finger can stay on it.'),
  usual(
    'near',
    'post',
    'part from this country',
    [2 * DAY, 5 * DAY, 14 * DAY],
    'Compare it with the board before it is booked in.',
  ),
  usual(
    'far',
    'post',
    'part from far away',
    [12 * DAY, 25 * DAY, 60 * DAY],
    'Compare it with the board before it is booked in.',
  ),
  {
    key: 'owner',
    kind: 'owner',
    what: 'the owner’s answer',
    span: null,
    rests: '',
    look: '',
    goesOff: false,
  },
];

/** What is out of date takes half as long again as a rule, three times at most, if it sets at all (common practice). */
const OUT_OF_DATE = { least: 1, usual: 1.5, most: 3 } as const;

export const OUT_OF_DATE_WARNING =
  'Past its date: try a drop on card first. It takes longer, and may never set.';

/** The span of something that goes off, past its date. */
export const outOfDate = (span: WaitSpan): WaitSpan => ({
  least: span.least * OUT_OF_DATE.least,
  usual: span.usual * OUT_OF_DATE.usual,
  most: span.most * OUT_OF_DATE.most,
});

/** The wait that a step of a procedure sets going: the usual one of that name, with the step's own minutes as a rule. */
export function waitOfStep({ what, minutes }: StepWait): UsualWait {
  const known = USUAL_WAITS.find(
    (w) => w.span !== null && what.includes(w.key === 'hot-glue' ? 'hot glue' : w.key),
  );
  const span = known?.span ?? { least: minutes, usual: minutes, most: 2 * minutes };
  return {
    key: known?.key ?? 'step',
    kind: known?.kind ?? 'cure',
    what,
    span: { least: Math.min(span.least, minutes), usual: minutes, most: Math.max(span.most, minutes) },
    rests: known?.rests ?? 'common practice',
    look: known?.look ?? '',
    goesOff: known?.goesOff ?? false,
  };
}

interface Begun {
  readonly id: string;
  readonly startedAt: string;
  readonly from?: string;
  /** What holds the stuff is past its date. */
  readonly old?: boolean;
}

/** A wait that begins. */
export function beginWait(wait: UsualWait, { id, startedAt, from = '', old = false }: Begun): Wait {
  const late = old && wait.goesOff && wait.span !== null;
  return {
    id,
    kind: wait.kind,
    what: wait.what,
    from,
    startedAt,
    span: late ? outOfDate(wait.span) : wait.span,
    rests: late ? `${wait.rests}; past its date` : wait.rests,
    look: wait.look,
    endedAt: null,
    toldAt: null,
  };
}

/** Seconds to copy so many bytes at a measured rate, with the spread of a stick that slows down (common practice: a fifth quicker to half as long again). Throws RangeError on figures that cannot be. */
export function copySpan(bytes: number, bytesPerS: number): WaitSpan {
  if (!(bytes > 0)) throw new RangeError(`a copy has more than 0 bytes, got ${bytes}`);
  if (!(bytesPerS > 0)) throw new RangeError(`a rate is above 0 bytes a second, got ${bytesPerS}`);
  const minutes = bytes / bytesPerS / 60;
  return { least: 0.8 * minutes, usual: minutes, most: 1.5 * minutes };
}
