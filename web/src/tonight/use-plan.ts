import type { JobSummary } from '@zebbit/contract';
import type { EveningPlan, Task, Tonight } from '@zebbit/core';
import { remainingOf, tonightOf } from '@zebbit/core';
import { useEffect, useMemo, useState } from 'react';
import { useDurations } from '../api/waits';
import type { Planner } from '../workers/planner';
import { openPlanner } from '../workers/open-planner';
import { thisEvening, useEvening } from './evening-store';

/** From so many minutes on there is an evening. */
const LEAST_MIN = 5;

/** What was begun so long ago was left lying: it is no work that goes on, ms. */
const FORGOTTEN_MS = 4 * 3_600_000;

export interface PlanState {
  /** Start of the plan, ms since 1970. */
  readonly start: number;
  readonly minutes: number;
  /** `null` while nobody said how long, or the time is over. */
  readonly plan: EveningPlan | null;
  readonly held: Tonight['held'];
  /** Some job wants daylight, or a quiet house. */
  readonly asks: { readonly daylight: boolean; readonly quiet: boolean };
  readonly failure: string | null;
}

/** What was begun is carried on first, and has still to come what is usual for something that has gone on so long. */
function withBegun(
  tasks: readonly Task[],
  begun: { readonly taskId: string; readonly at: number } | null,
  now: number,
): readonly Task[] {
  if (!begun || now - begun.at > FORGOTTEN_MS) return tasks;
  return tasks.map((t) =>
    t.id === begun.taskId ? { ...t, duration: remainingOf(t.duration, (now - begun.at) / 60_000) } : t,
  );
}

/** The plan of this evening, made anew in the worker whenever the jobs, the clock or the hand change it. @param now ms, as often as it is to be made anew */
export function usePlan(jobs: readonly JobSummary[] | undefined, now: number): PlanState {
  const { until, daylightUntil, quietFrom, first, begun } = useEvening();
  const own = useDurations(until !== null).data;
  const [plan, setPlan] = useState<EveningPlan | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [planner, setPlanner] = useState<Planner | null>(null);
  useEffect(() => {
    const opened = openPlanner();
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the worker lives as long as the page
    setPlanner(() => opened.planner);
    return opened.close;
  }, []);

  const tonight = useMemo(
    () => (jobs ? tonightOf(jobs, own ?? {}, now) : { tasks: [], held: [] }),
    [jobs, own, now],
  );
  const minutes = until === null ? 0 : Math.floor((until - now) / 60_000);
  const asks = useMemo(
    () => ({ daylight: tonight.tasks.some((t) => t.daylight), quiet: tonight.tasks.some((t) => t.quiet) }),
    [tonight],
  );
  useEffect(() => {
    if (!planner || minutes < LEAST_MIN) return;
    let stale = false;
    const goesOn = begun !== null && now - begun.at <= FORGOTTEN_MS;
    planner
      .plan(withBegun(tonight.tasks, begun, now), {
        start: now,
        minutes,
        daylightUntil: thisEvening(daylightUntil, now),
        quietFrom: thisEvening(quietFrom, now),
        begun: goesOn ? begun.taskId : null,
        first,
      })
      .then((made) => {
        if (stale) return;
        setPlan(made);
        setFailure(null);
      })
      .catch((error: unknown) => {
        if (!stale) setFailure(`The evening could not be planned: ${String(error)}`);
      });
    return () => {
      stale = true;
    };
  }, [planner, tonight, minutes, now, daylightUntil, quietFrom, first, begun]);
  return {
    start: now,
    minutes,
    plan: minutes < LEAST_MIN ? null : plan,
    held: tonight.held,
    asks,
    failure,
  };
}
