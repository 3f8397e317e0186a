import { useEffect, useMemo, useState } from 'react';
import type { MatchCandidate, MatchReport, MeasureNext, ObservedPattern } from '@zebbit/core';
import { observePattern } from '@zebbit/core';
import { useMatcher } from '../../drawer/matcher-store';
import { useJob } from '../../desk/job-context';

export interface MatchState {
  readonly pattern: ObservedPattern;
  readonly report: MatchReport | null;
  readonly next: MeasureNext | null;
  /** Why there is no report; `null` while there is one or it is being worked out. */
  readonly refused: string | null;
  readonly working: boolean;
  readonly failure: string | null;
  /** Parts in the library; 0 while it is being fetched. */
  readonly count: number;
}

interface Answer {
  readonly to: object | null;
  readonly report: MatchReport | null;
  readonly next: MeasureNext | null;
  readonly refused: string | null;
  readonly failure: string | null;
}
const NONE: Answer = { to: null, report: null, next: null, refused: null, failure: null };

/** Every known part against what is left on the board; worked out anew in the worker whenever the board or an answer changes. */
export function useMatch(): MatchState {
  const { view, documents } = useJob();
  const { matcher, count, edition, failure: unloaded, load } = useMatcher();
  const pattern = useMemo(() => observePattern(view), [view]);
  const { skipped } = documents.match;
  const asked = useMemo(() => ({ pattern, skipped, edition }), [pattern, skipped, edition]);
  const [answer, setAnswer] = useState<Answer>(NONE);

  useEffect(() => void load(), [load]);
  useEffect(() => {
    if (!matcher || asked.edition === 0) return;
    let stale = false;
    matcher
      .match(asked.pattern, asked.skipped)
      .then(({ answer: found, next }) => {
        if (stale) return;
        setAnswer({
          to: asked,
          report: found.ok ? found.report : null,
          next,
          refused: found.ok ? null : found.message,
          failure: null,
        });
      })
      .catch((reason: unknown) => {
        const failure = reason instanceof Error ? reason.message : 'The matching failed';
        if (!stale) setAnswer({ ...NONE, to: asked, failure });
      });
    return () => {
      stale = true;
    };
  }, [matcher, asked]);

  const { report, next, refused, failure, to } = answer;
  return { pattern, report, next, refused, working: to !== asked, failure: failure ?? unloaded, count };
}

/** A candidate by the id of its part, among the ranked ones or the one that was looked up. */
export const candidateById = (list: readonly MatchCandidate[], id: string | null): MatchCandidate | null =>
  list.find((c) => c.part.id === id) ?? null;
