import * as Comlink from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Advice, Adviser, SureHistory } from '../../workers/adviser';
import { createAdviser } from '../../workers/adviser';
import { useJob } from '../job-context';
import { useProbe } from './probe-store';

/** The computing, off the page where the browser has workers. */
function openAdviser(): { readonly adviser: Adviser; readonly close: () => void } {
  if (typeof Worker === 'undefined') return { adviser: createAdviser(), close: () => undefined };
  const worker = new Worker(new URL('../../workers/trace.worker.ts', import.meta.url), { type: 'module' });
  return { adviser: Comlink.wrap<Adviser>(worker), close: () => worker.terminate() };
}

export interface AdviceState {
  readonly advice: Advice | null;
  readonly history: SureHistory | null;
  /** The advice does not yet know of the last reading. */
  readonly weighing: boolean;
  readonly failure: string | null;
}

interface Answer extends Omit<AdviceState, 'weighing'> {
  /** What it answers to. */
  readonly to: object | null;
}
const NONE: Answer = { to: null, advice: null, history: null, failure: null };

/** What tracing advises now; weighed anew after each reading, without holding the page up. */
export function useAdvice(): AdviceState {
  const { documents, bundle, view } = useJob();
  const { board } = documents;
  const { readings } = bundle;
  const { skipped, optional } = useProbe();
  const { sureAt } = view.workshop.record;
  const adviser = useRef<Adviser | null>(null);
  const asked = useMemo(
    () => ({ board, readings, sureAt, skipped, optional }),
    [board, readings, sureAt, skipped, optional],
  );
  const [answer, setAnswer] = useState<Answer>(NONE);

  useEffect(() => {
    const opened = openAdviser();
    adviser.current = opened.adviser;
    return () => {
      adviser.current = null;
      opened.close();
    };
  }, []);
  useEffect(() => {
    let stale = false;
    const now = adviser.current;
    if (!now) return;
    now
      .advise(asked.board, asked.readings, {
        sureAt: asked.sureAt,
        skipped: [...asked.skipped],
        optional: asked.optional,
      })
      .then((advice) => {
        if (stale) return undefined;
        setAnswer((last) => ({ ...last, to: asked, advice, failure: null }));
        return now.history(asked.board, asked.readings);
      })
      .then((history) => {
        if (!stale && history) setAnswer((last) => ({ ...last, history }));
      })
      .catch((reason: unknown) => {
        const failure = reason instanceof Error ? reason.message : 'The weighing failed';
        if (!stale) setAnswer((last) => ({ ...last, failure }));
      });
    return () => {
      stale = true;
    };
  }, [asked]);

  const { advice, history, failure, to } = answer;
  return { advice, history, weighing: to !== asked, failure };
}
