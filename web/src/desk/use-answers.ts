import { useEffect, useMemo, useRef, useState } from 'react';
import { useStore } from 'zustand';
import type { JobBundle, KeptAnswers } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { Board, Reading, TraceAnswers } from '@zebbit/core';
import { answersStamp } from '@zebbit/core';
import { api } from '../api/client';
import type { Adviser, SureHistory } from '../workers/adviser';
import { openAdviser } from '../workers/open-adviser';
import type { Desk } from './desk';

export interface AnswersState {
  /** The newest that was weighed; while `weighing` it does not know of the last change yet. */
  readonly answers: TraceAnswers | null;
  readonly weighing: boolean;
  readonly failure: string | null;
  /** Has the answers of now on the server before what follows from them is sent. */
  readonly settle: () => Promise<void>;
  /** How sure it became after each reading, worked out when asked for. */
  readonly history: () => Promise<SureHistory>;
}

interface Asked {
  readonly board: Board;
  readonly readings: readonly Reading[];
  readonly sureAt: number;
  readonly skipped: ReadonlySet<string>;
  readonly optional: boolean;
}

interface Weighed {
  readonly to: Asked | null;
  readonly answers: TraceAnswers | null;
  readonly failure: string | null;
}

const pinsOf = (board: Board): string => board.rows.flatMap((r) => r.pins.map((p) => p.id)).join();

/** Answers speak of pins by their place, so those of a board with other pins say nothing. */
const speaksOf = (weighed: Weighed, board: Board): boolean =>
  weighed.to === null || pinsOf(weighed.to.board) === pinsOf(board);

/**
 * What is inferred of the job: asked of the worker once a change of the board, the readings or the wish, read by everyone on the page, and
 * kept with the job on the server, so that Home says the same.
 */
export function useAnswers(desk: Desk, bundle: JobBundle, sureAt: number | null): AnswersState {
  const board = useStore(desk.store, (s) => s.documents.board);
  const saved = useStore(desk.store, (s) => s.save === 'saved');
  const skipped = useStore(desk.probe, (s) => s.skipped);
  const optional = useStore(desk.probe, (s) => s.optional);
  const { readings } = bundle;
  const asked = useMemo(
    // A board without pins asks nothing.
    (): Asked | null =>
      sureAt === null || board.rows.length === 0 ? null : { board, readings, sureAt, skipped, optional },
    [board, readings, sureAt, skipped, optional],
  );
  // What came with the job speaks of it as it came: then nothing has to be weighed to begin with.
  const [came] = useState(bundle);
  const ready =
    asked !== null &&
    asked.board === came.documents.board &&
    asked.readings === came.readings &&
    asked.skipped.size === 0 &&
    !asked.optional &&
    came.answers?.stamp === answersStamp(came.revs.board, came.readings, asked.sureAt);
  const [weighed, setWeighed] = useState<Weighed>(() => ({
    to: null,
    answers: bundle.answers?.answers ?? null,
    failure: null,
  }));
  const adviser = useRef<Adviser | null>(null);
  const kept = useRef(bundle.answers?.stamp ?? '');
  const onItsWay = useRef<Promise<unknown>>(Promise.resolve());

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
    if (!adviser.current || !asked || ready) return;
    adviser.current
      .weigh(asked.board, asked.readings, {
        sureAt: asked.sureAt,
        skipped: [...asked.skipped],
        optional: asked.optional,
      })
      .then(
        (answers) => {
          if (!stale) setWeighed({ to: asked, answers, failure: null });
        },
        (reason: unknown) => {
          const failure = reason instanceof Error ? reason.message : 'The weighing failed';
          if (!stale) setWeighed({ to: asked, answers: null, failure });
        },
      );
    return () => {
      stale = true;
    };
  }, [asked, ready]);

  const { to, answers, failure } = ready
    ? { to: asked, answers: came.answers.answers, failure: null }
    : weighed;
  const current = asked !== null && to === asked;
  const keep = useRef<() => Promise<void>>(() => Promise.resolve());
  useEffect(() => {
    keep.current = async () => {
      if (!current || !answers || !desk.saver.isStored('board')) return;
      const stamp = answersStamp(desk.saver.rev('board'), asked.readings, asked.sureAt);
      if (kept.current !== stamp) {
        kept.current = stamp;
        onItsWay.current = api
          .put<KeptAnswers>(routes.answers(bundle.id), { stamp, answers })
          .then(
            (answer) => answer.kept,
            () => false,
          )
          .then((now) => {
            // A later change made these stale on their way: then the next ones are kept.
            if (!now) kept.current = '';
          });
      }
      await onItsWay.current;
    };
    if (saved) void keep.current();
  }, [current, saved, answers, asked, bundle.id, desk]);

  return {
    answers: ready || speaksOf(weighed, board) ? answers : null,
    weighing: !current && board.rows.length > 0,
    failure,
    settle: async () => {
      await desk.flush();
      await keep.current();
    },
    history: () =>
      adviser.current && asked
        ? adviser.current.history(asked.board, asked.readings, {
            sureAt: asked.sureAt,
            skipped: [],
            optional: asked.optional,
          })
        : Promise.resolve({ steps: [], names: [], chances: [] }),
  };
}
