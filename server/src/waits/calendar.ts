import type { Wait } from '@zebbit/core';
import { WAIT_KIND_WORDS, waitNow } from '@zebbit/core';
import type { ICalEventData } from 'ical-generator';
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';

export interface CalendarJob {
  readonly jobId: string;
  readonly jobName: string;
  readonly waits: readonly Wait[];
  /** YYYY-MM-DD; `null` where nothing was promised. */
  readonly promised: string | null;
}

/** What has no length in a calendar gets so many minutes. */
const LOOK_MIN = 15;
const MINUTE_MS = 60_000;
const DAY_MS = 1440 * MINUTE_MS;
/** From here on what is waited for comes on a day, not at an hour. */
const BY_THE_DAY_MIN = 1440;

const day = (ms: number): Date => new Date(Math.floor(ms / DAY_MS) * DAY_MS);

function waitEvent(
  { jobId, jobName }: CalendarJob,
  wait: Wait,
  now: Date,
  link: string,
): ICalEventData | null {
  const { ends } = waitNow(wait, now.getTime());
  if (!ends || !wait.span) return null;
  const byDay = wait.span.usual >= BY_THE_DAY_MIN;
  const start = byDay ? day(ends.usual) : new Date(ends.usual);
  return {
    // The same wait keeps its name, so that a calendar that subscribes moves it and does not add it again.
    id: `${jobId}-${wait.id}@zebbit`,
    stamp: now,
    start,
    end: new Date(start.getTime() + (byDay ? DAY_MS : LOOK_MIN * MINUTE_MS)),
    allDay: byDay,
    summary: `${jobName}: ${wait.what}`,
    description: [WAIT_KIND_WORDS[wait.kind], wait.from, wait.look, wait.rests].filter(Boolean).join('\n'),
    url: `${link}/jobs/${jobId}`,
    alarms: [{ type: ICalAlarmType.display, trigger: 0 }],
  };
}

/**
 * What is awaited and what was promised, as a calendar (RFC 5545). Times are UTC, so that no time zone has to be told.
 * @param link address of this Zebbit, for the way back into a job
 */
export function calendarOf(jobs: readonly CalendarJob[], now: Date, link: string): string {
  const calendar = ical({
    name: 'Zebbit, what is awaited',
    prodId: { company: 'Zebbit', product: 'Zebbit', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 300,
  });
  for (const job of jobs) {
    for (const wait of job.waits) {
      const event = waitEvent(job, wait, now, link);
      if (event) calendar.createEvent(event);
    }
    if (job.promised === null) continue;
    const start = new Date(`${job.promised}T00:00:00Z`);
    calendar.createEvent({
      id: `${job.jobId}-promised@zebbit`,
      stamp: now,
      start,
      end: new Date(start.getTime() + DAY_MS),
      allDay: true,
      summary: `${job.jobName}: promised for today`,
      url: `${link}/jobs/${job.jobId}`,
    });
  }
  return calendar.toString();
}
