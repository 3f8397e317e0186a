import { format } from 'date-fns';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';

/** `HH:MM`, or empty for not said. */
export type ClockTime = string;

interface EveningWish {
  /** When the evening ends, ms since 1970; `null` while nobody said. */
  readonly until: number | null;
  readonly daylightUntil: ClockTime;
  readonly quietFrom: ClockTime;
  /** Tasks that the hand put first, in their order. */
  readonly first: readonly string[];
  /** What was begun, and when, ms since 1970. */
  readonly begun: { readonly taskId: string; readonly at: number } | null;
}

interface EveningState extends EveningWish {
  readonly set: (wish: Partial<EveningWish>) => void;
}

/** What this person wants of this evening; kept in the browser. */
export const useEvening = create<EveningState>()(
  persist(
    (set) => ({
      until: null,
      daylightUntil: '',
      quietFrom: '',
      first: [],
      begun: null,
      set: (wish) => set(wish),
    }),
    {
      name: 'zebbit.evening',
      partialize: ({ until, daylightUntil, quietFrom, first, begun }) => ({
        until,
        daylightUntil,
        quietFrom,
        first,
        begun,
      }),
    },
  ),
);

const CLOCK = /^([01]?\d|2[0-3]):([0-5]\d)$/u;

/** The instant of a time of day, ms: today's, or tomorrow's once it is past by more than an hour. `null` for no time. */
export function instantOf(time: ClockTime, now: number): number | null {
  const found = CLOCK.exec(time.trim());
  if (!found) return null;
  const at = new Date(now);
  at.setHours(Number(found[1]), Number(found[2]), 0, 0);
  const PAST_MS = 3_600_000;
  if (at.getTime() < now - PAST_MS) at.setDate(at.getDate() + 1);
  return at.getTime();
}

/** An evening goes on into the night: before this hour it is still the one of the day before. */
const NEXT_DAY_AT_H = 5;

/** The instant of a time of day of this evening, ms, past or to come: daylight that ended hours ago has ended. `null` for no time. */
export function thisEvening(time: ClockTime, now: number): number | null {
  const found = CLOCK.exec(time.trim());
  if (!found) return null;
  const at = new Date(now - NEXT_DAY_AT_H * 3_600_000);
  at.setHours(Number(found[1]), Number(found[2]), 0, 0);
  return at.getTime();
}

export const clockOf = (ms: number): ClockTime => format(ms, 'HH:mm');
