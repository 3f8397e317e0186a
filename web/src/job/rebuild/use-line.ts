import { useRef } from 'react';
import type { BuildLine, DoneNote, PinChoice, Procedure, ProcedureStep } from '@zebbit/core';
import {
  FRESH_CHOICE,
  itemOption,
  lineKey,
  lineProcedure,
  linesDone,
  printWire,
  REPAIR_WORDS,
  stepKey,
} from '@zebbit/core';
import { useJob } from '../../desk/job-context';
import { useTool } from '../../desk/desk-context';

export interface LineAtHand {
  readonly lines: readonly BuildLine[];
  readonly done: readonly boolean[];
  /** Index of the line that is shown: the chosen one, else the first that is not done; -1 without any. */
  readonly at: number;
  readonly line: BuildLine | null;
  readonly procedure: Procedure | null;
  /** The step at hand; `null` when the line has none, or all are done. */
  readonly step: ProcedureStep | null;
  readonly stepAt: number;
  readonly choose: (line: BuildLine) => void;
  readonly go: (by: number) => void;
  /** The step is done; with the last one the line is. */
  readonly finish: () => void;
  /** One step back, or to the step named. */
  readonly back: (to?: string) => void;
  readonly tick: (on: boolean) => void;
}

const MINUTE = 60_000;
/** A line begun longer ago than this was not worked on all the while. */
const LONGEST_MIN = 240;

/** The line of the plan that is shown, with its steps and what keys do to them. */
export function useLine(): LineAtHand {
  const { view, edit } = useJob();
  const { chosen, choose } = useTool();
  const { order, plans, items, record } = view;
  const begun = useRef<{ readonly id: string; readonly at: number } | null>(null);
  const done = linesDone(order, plans, record.rebuild);
  const picked = order.findIndex((l) => l.id === chosen);
  const first = done.indexOf(false);
  const at = picked >= 0 ? picked : first >= 0 ? first : order.length - 1;
  const line = order[at] ?? null;
  const procedure = line ? lineProcedure(view, line) : null;
  const steps = procedure?.steps ?? [];
  const kept = new Set(record.rebuild.stepsDone);
  const isDone = (s: ProcedureStep): boolean => line !== null && kept.has(stepKey(line.id, s.id));
  const stepAt = steps.findIndex((s) => !isDone(s));
  const step = stepAt >= 0 ? (steps[stepAt] ?? null) : null;

  const noteOf = (l: BuildLine): DoneNote => {
    const plan = plans.find((p) => p.row.pin.id === l.id);
    const item = items.find((i) => i.id === l.id);
    const way = item?.options.find((o) => o.key === itemOption(view, item));
    const minutes = begun.current?.id === l.id ? Math.round((Date.now() - begun.current.at) / MINUTE) : null;
    const to =
      plan?.repair.kind === 'jumper'
        ? ` to ${plan.repair.landing.label}, ${printWire(plan.jumper?.wireMm ?? 0.1)}`
        : '';
    return {
      id: l.id,
      how: plan ? `${REPAIR_WORDS[plan.repair.kind]}${to}` : (procedure?.school ?? way?.title ?? l.title),
      wireMm: plan?.jumper?.wireMm ?? null,
      lengthMm: plan?.jumper?.spanMm ?? null,
      minutes: minutes !== null && minutes <= LONGEST_MIN ? minutes : null,
    };
  };
  const put = (list: readonly string[], key: string, on: boolean): string[] =>
    on ? [...new Set([...list, key])] : list.filter((k) => k !== key);
  /** The line and what is kept of it, in one change: so one undo takes it back. */
  const mark = (l: BuildLine, on: boolean, steps: readonly string[]): void => {
    const note = noteOf(l);
    edit('rebuild', (d) => {
      if (l.kind === 'pin') {
        const mine = d.choices.find((c) => c.pinId === l.id);
        if (mine) mine.built = on;
        else d.choices.push({ ...FRESH_CHOICE, pinId: l.id, built: on } satisfies PinChoice);
      } else if (l.kind === 'item') d.itemsDone = put(d.itemsDone, l.id, on);
      else d.stepsDone = put(d.stepsDone, lineKey(l.id), on);
      d.stepsDone = steps.reduce((kept, key) => put(kept, key, on), d.stepsDone);
      d.did = [...d.did.filter((n) => n.id !== l.id), ...(on ? [note] : [])];
    });
  };
  const keep = (ids: readonly string[], on: boolean): void =>
    edit('rebuild', (d) => {
      d.stepsDone = on ? [...new Set([...d.stepsDone, ...ids])] : d.stepsDone.filter((k) => !ids.includes(k));
    });
  return {
    lines: order,
    done,
    at,
    line,
    procedure,
    step: done[at] === true ? null : step,
    stepAt,
    choose: (l) => choose(l.id),
    go: (by) => {
      const to = order[Math.max(0, Math.min(order.length - 1, at + by))];
      if (to) choose(to.id);
    },
    finish: () => {
      if (!line || !view.battery.open || done[at] === true) return;
      if (begun.current?.id !== line.id) begun.current = { id: line.id, at: Date.now() };
      const own = step ? [stepKey(line.id, step.id)] : [];
      if (step && stepAt < steps.length - 1) keep(own, true);
      else {
        mark(line, true, own);
        choose(null);
      }
    },
    back: (to) => {
      if (!line) return;
      const from =
        to === undefined ? (stepAt < 0 ? steps.length : stepAt) - 1 : steps.findIndex((s) => s.id === to);
      if (from < 0) return;
      const undone = steps.slice(from).map((s) => stepKey(line.id, s.id));
      if (done[at] === true) mark(line, false, undone);
      else keep(undone, false);
    },
    tick: (on) => {
      if (!line) return;
      mark(line, on, on ? [] : steps.map((s) => stepKey(line.id, s.id)));
      if (on) choose(null);
    },
  };
}
