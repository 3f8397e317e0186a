import { useEffect, useRef } from 'react';
import { useStore } from 'zustand';
import type { KeptAnswers } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { MatchFound } from '@zebbit/core';
import { matchStamp, readingsStamp } from '@zebbit/core';
import { api } from '../../api/client';
import { useJob } from '../../desk/job-context';

/** Keeps what was found with the job, so that Home says the same as this page; `null` keeps nothing. */
export function useKeepFound(found: MatchFound | null): void {
  const { bundle, desk } = useJob();
  const saved = useStore(desk.store, (s) => s.save === 'saved');
  const kept = useRef(bundle.found ? JSON.stringify(bundle.found) : '');
  useEffect(() => {
    if (!found || !saved || desk.saver.hasUnsaved()) return;
    const { saver } = desk;
    const revs = { board: saver.rev('board'), match: saver.rev('match'), intake: saver.rev('intake') };
    const body = { stamp: matchStamp(revs, readingsStamp(bundle.readings)), found };
    const text = JSON.stringify(body);
    if (kept.current === text) return;
    kept.current = text;
    void api.put<KeptAnswers>(routes.found(bundle.id), body).then(
      (answer) => {
        if (!answer.kept) kept.current = '';
      },
      () => (kept.current = ''),
    );
  }, [found, saved, desk, bundle.id, bundle.readings]);
}
