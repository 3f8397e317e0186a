import type { JobBundle, JobSummary } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import { answersStamp, USUAL_WISH } from '@zebbit/core';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api } from '../api/client';
import { queryKeys } from '../api/query-keys';
import { useWorkshop } from '../api/workshop';
import { openAdviser } from '../workers/open-adviser';

/**
 * Weighs the jobs of the shelf whose readings nothing was inferred from yet (they came from elsewhere, or the wanted sureness was changed), one
 * after the other in the worker, so that the shelf says of each what its own page would.
 */
export function useWeighShelf(jobs: readonly JobSummary[] | undefined): void {
  const client = useQueryClient();
  const sureAt = useWorkshop().data?.workshop.record.sureAt;
  const tried = useRef(new Set<string>());
  const waiting = (jobs ?? []).filter((j) => j.unweighed).map((j) => j.id);
  const key = waiting.join();
  useEffect(() => {
    if (key === '' || sureAt === undefined) return;
    const leaving = new AbortController();
    const left = (): boolean => leaving.signal.aborted;
    const { adviser, close } = openAdviser();
    const weigh = async (id: string): Promise<void> => {
      const { documents, revs, readings } = await api.get<JobBundle>(routes.job(id));
      const { board } = documents;
      const answers = await adviser.weigh(board, readings, {
        sureAt,
        skipped: [],
        optional: USUAL_WISH.optional,
      });
      const stamp = answersStamp(revs.board, readings, sureAt);
      await api.put(routes.answers(id), { stamp, answers });
    };
    void (async () => {
      for (const id of key.split(',')) {
        // Once a visit: a job that cannot be weighed is not tried for ever.
        if (left() || tried.current.has(`${id} ${sureAt}`)) continue;
        tried.current.add(`${id} ${sureAt}`);
        await weigh(id).catch(() => undefined);
      }
      if (!left()) void client.invalidateQueries({ queryKey: queryKeys.jobs });
    })();
    return () => {
      leaving.abort();
      close();
    };
  }, [key, sureAt, client]);
}
