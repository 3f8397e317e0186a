/** What is waited for, by what ends it. */
export const WAIT_KINDS = ['post', 'cure', 'warm-up', 'cool-down', 'charge', 'copy', 'owner'] as const;
export type WaitKind = (typeof WAIT_KINDS)[number];

export const WAIT_KIND_WORDS: Readonly<Record<WaitKind, string>> = {
  post: 'in the post',
  cure: 'curing',
  'warm-up': 'warming up',
  'cool-down': 'cooling down',
  charge: 'charging',
  copy: 'copying',
  owner: 'the owner’s answer',
};

/** How long something takes, minutes: least, as a rule, most. */
export interface WaitSpan {
  readonly least: number;
  readonly usual: number;
  readonly most: number;
}

/**
 * Something that runs by itself. It is kept by the instants it began and ended, never by what is left, so that a page that is shut, a server that is
 * started anew, a machine that sleeps and a clock that is put forward for the summer change nothing. A span has least <= usual <= most.
 */
export interface Wait {
  readonly id: string;
  readonly kind: WaitKind;
  /** What it is: “UV mask on D+”, “port, 16 contacts”. */
  readonly what: string;
  /** From whom it comes; empty where that does not apply. */
  readonly from: string;
  /** ISO 8601, UTC. */
  readonly startedAt: string;
  /** `null` where nobody can say: an owner answers when they answer. */
  readonly span: WaitSpan | null;
  /** What the span rests on, in words; empty with none. */
  readonly rests: string;
  /** What is looked at when it is over; empty for nothing. */
  readonly look: string;
  /** ISO 8601, UTC; `null` while it goes on. */
  readonly endedAt: string | null;
  /** When it was told that it is due: once, by whichever page was open. `null` while it was not. */
  readonly toldAt: string | null;
}

/** What a job waits for, and what the evening has to know of it. */
export interface WaitsRecord {
  readonly waits: readonly Wait[];
  /** Day it was promised for, YYYY-MM-DD; `null` where nothing was. */
  readonly promised: string | null;
  /** Its work wants daylight, or a quiet house. */
  readonly daylight: boolean;
  readonly quiet: boolean;
}

export const EMPTY_WAITS: WaitsRecord = { waits: [], promised: null, daylight: false, quiet: false };

/** Two clocks may differ by this much and still be one, ms. */
const CLOCK_SLACK_MS = 120_000;
const MINUTE_MS = 60_000;

export type WaitState =
  /** Still before its usual end. */
  | 'running'
  /** Past its usual end: it is looked at. */
  | 'due'
  /** Past the most that was expected. */
  | 'late'
  /** Goes on, and nobody can say how long. */
  | 'open'
  /** The clock stands before its beginning: nothing can be told. */
  | 'clock-back'
  | 'ended';

export interface WaitNow {
  readonly state: WaitState;
  /** Minutes to its usual end, below 0 past it; `null` where that is not known. */
  readonly leftMin: number | null;
  /** Minutes since it began; 0 at least. */
  readonly sinceMin: number;
  /** Instants of its least, usual and most end, ms since 1970; `null` where not known. */
  readonly ends: WaitSpan | null;
}

/** How a wait stands. @param now ms since 1970 */
export function waitNow(wait: Wait, now: number): WaitNow {
  const began = Date.parse(wait.startedAt);
  const at = (minutes: number): number => began + minutes * MINUTE_MS;
  const ends = wait.span && {
    least: at(wait.span.least),
    usual: at(wait.span.usual),
    most: at(wait.span.most),
  };
  const until = wait.endedAt === null ? now : Date.parse(wait.endedAt);
  const sinceMin = Math.max(0, (until - began) / MINUTE_MS);
  if (wait.endedAt !== null) return { state: 'ended', leftMin: 0, sinceMin, ends };
  if (now < began - CLOCK_SLACK_MS) return { state: 'clock-back', leftMin: null, sinceMin: 0, ends };
  if (!ends) return { state: 'open', leftMin: null, sinceMin, ends };
  const leftMin = (ends.usual - now) / MINUTE_MS;
  return { state: now < ends.usual ? 'running' : now <= ends.most ? 'due' : 'late', leftMin, sinceMin, ends };
}

/** Waits that still go on. */
export const openWaits = (waits: readonly Wait[]): Wait[] => waits.filter((w) => w.endedAt === null);

export interface WaitFault {
  readonly path: string;
  readonly code: string;
  readonly message: string;
}

/** What in a record cannot be; `null` when all of it can. */
export function waitFault(record: WaitsRecord): WaitFault | null {
  const seen = new Set<string>();
  for (const [i, wait] of record.waits.entries()) {
    const path = `waits.${i}`;
    if (seen.has(wait.id))
      return { path: `${path}.id`, code: 'twice', message: 'Two waits have the same name' };
    seen.add(wait.id);
    const { span } = wait;
    if (span && !(span.least <= span.usual && span.usual <= span.most))
      return {
        path: `${path}.span`,
        code: 'order',
        message: 'A span goes from its least over the usual to its most',
      };
    if (wait.endedAt !== null && Date.parse(wait.endedAt) < Date.parse(wait.startedAt) - CLOCK_SLACK_MS)
      return {
        path: `${path}.endedAt`,
        code: 'ends-before',
        message: 'A wait cannot end before it began',
      };
  }
  if (record.promised !== null && !isDay(record.promised))
    return { path: 'promised', code: 'no-day', message: 'A promise is a day of the calendar, YYYY-MM-DD' };
  return null;
}

/** Whether a text is a day of the calendar, YYYY-MM-DD. */
export function isDay(text: string): boolean {
  const found = /^(\d{4})-(\d{2})-(\d{2})$/u.exec(text);
  if (!found) return false;
  const day = new Date(Date.UTC(Number(found[1]), Number(found[2]) - 1, Number(found[3])));
  return day.toISOString().startsWith(text);
}
