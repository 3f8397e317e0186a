import { differenceInCalendarDays, format } from 'date-fns';
import type { Wait } from '@zebbit/core';
import { waitNow } from '@zebbit/core';

const DAY_MIN = 1440;

/** So many minutes in words: `40 s`, `12 min`, `3.5 h`, `9 days`. */
export function minutesWords(minutes: number): string {
  if (minutes < 1) return `${Math.max(1, Math.round(minutes * 60))} s`;
  if (minutes < 90) return `${Math.round(minutes)} min`;
  if (minutes < 36 * 60) return `${Number((minutes / 60).toFixed(1))} h`;
  return `${Math.round(minutes / DAY_MIN)} days`;
}

/** What is left on the clock: `06:12`, `1:04:30`. */
export function clockWords(minutes: number): string {
  const seconds = Math.max(0, Math.ceil(minutes * 60));
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
  const two = (n: number): string => String(n).padStart(2, '0');
  return h > 0 ? `${h}:${two(m)}:${two(s)}` : `${two(m)}:${two(s)}`;
}

/** A day as the hand would say it. */
export function dayWords(ms: number, now: number): string {
  const days = differenceInCalendarDays(ms, now);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  if (days === -1) return 'yesterday';
  return days > 1 && days < 7 ? format(ms, 'EEEE') : format(ms, 'd MMM');
}

/** How a wait stands, in one line. */
export function waitWords(wait: Wait, now: number): string {
  const { state, leftMin, sinceMin, ends } = waitNow(wait, now);
  const since = `since ${dayWords(Date.parse(wait.startedAt), now)}`;
  switch (state) {
    case 'ended':
      return 'over';
    case 'clock-back':
      return 'the clock stands before its beginning';
    case 'open':
      return sinceMin < DAY_MIN ? 'no end known' : `${minutesWords(sinceMin)} by now, no end known`;
    case 'late':
      return wait.kind === 'post' ? `late: ${minutesWords(sinceMin)} by now` : `over the most, ${since}`;
    case 'due':
      return wait.kind === 'post' ? `due, ${minutesWords(sinceMin)} by now` : 'due: look at it';
    case 'running':
      if (leftMin === null || !ends) return '';
      return leftMin < DAY_MIN
        ? leftMin < 60
          ? clockWords(leftMin)
          : `until ${format(ends.usual, 'HH:mm')}${dayWords(ends.usual, now) === 'today' ? '' : ` ${dayWords(ends.usual, now)}`}`
        : `due ${dayWords(ends.usual, now)}`;
  }
}
