import { useState } from 'react';
import { TriangleAlert } from 'lucide-react';
import type { BenchKind, TriageCheck } from '@zebbit/core';
import {
  outcomeOf,
  printAmps,
  printChance,
  printOhms,
  printVolts,
  SITE_SHEETS,
  TRIAGE_CHECKS,
} from '@zebbit/core';
import { Button } from '../../ui/button';
import { FigureField } from '../../ui/field';
import { Unfold } from '../../ui/unfold';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { PowerCautions } from '../power-cautions';
import { PriorsDialog } from './priors-dialog';

const HELD_BACK = {
  short: 'It may be a short: no check that powers it is asked for. Do not plug it in again.',
  wet: 'It got wet: no power before it is open, dry and cleaned inside.',
} as const;

const FIGURES: Readonly<Partial<Record<BenchKind, (value: number) => string>>> = {
  resistance: printOhms,
  voltage: printVolts,
  current: printAmps,
};

/** Answers a check: in place of what was answered before, if it was. */
function useAnswer(): (check: TriageCheck, outcome: string, value: number | null) => void {
  const { edit } = useJob();
  return (check, outcome, value) =>
    edit('intake', (d) => {
      d.triage = [...d.triage.filter((a) => a.checkId !== check.id), { checkId: check.id, outcome, value }];
      d.cannot = d.cannot.filter((id) => id !== check.id);
    });
}

/** The answers of one check: by a press, or a figure from the keypad that says which. */
function Answers({ check, main }: { readonly check: TriageCheck; readonly main: boolean }) {
  const answer = useAnswer();
  const { view } = useJob();
  const held = check.powers && view.triage.noPower;
  return (
    <div className="flex flex-col gap-2">
      {held && (
        <p className="text-second font-semibold text-stop">{HELD_BACK[view.triage.heldBack ?? 'short']}</p>
      )}
      <div role="group" aria-label={check.title} className="flex flex-wrap gap-2">
        {check.outcomes.map((o) => (
          <Button
            key={o.id}
            tone={main ? 'main' : 'plain'}
            className={main ? '!min-h-11' : ''}
            onClick={() => answer(check, o.id, null)}
          >
            {o.words}
          </Button>
        ))}
      </div>
      {check.figure && (
        <div className="w-44">
          <FigureField
            label={check.figure.asks}
            kind={check.figure.kind}
            shown=""
            onFigure={(value) => answer(check, outcomeOf(check, value), value)}
            onClear={() => undefined}
          />
        </div>
      )}
      {main && check.powers && <PowerCautions />}
    </div>
  );
}

/** The one next check. */
export function TriageAsk() {
  const { view, edit } = useJob();
  const { next } = view.triage;
  if (!next) return null;
  const { check } = next;
  return (
    <div className="mt-1 flex flex-col gap-2">
      <Answers key={check.id} check={check} main />
      <Button
        tone="quiet"
        className="self-start"
        onClick={() => edit('intake', (d) => void d.cannot.push(check.id))}
      >
        Cannot do that{check.needs === null ? '' : ` (it needs ${check.needs})`}
      </Button>
    </div>
  );
}

/** Every check that was not answered: what people know already can be said at any time. */
function AnyCheck() {
  const { documents } = useJob();
  const { triage } = documents.intake;
  const open = TRIAGE_CHECKS.filter((c) => !triage.some((a) => a.checkId === c.id));
  if (open.length === 0) return null;
  return (
    <Unfold className="mt-2" words="You know more? Answer any check">
      <div className="mt-2">
        <PowerCautions />
      </div>
      <ul className="mt-2 flex flex-col gap-4">
        {open.map((check) => (
          <li key={check.id}>
            <p className="mb-1.5 font-semibold">
              {check.title}
              <span className="block text-second font-normal text-ink2">{check.how}</span>
            </p>
            <Answers check={check} main={false} />
          </li>
        ))}
      </ul>
    </Unfold>
  );
}

/** Where the fault sits, how sure, and what that rests on. */
export function TriagePanel() {
  const { view, documents, edit } = useJob();
  const { sites, doubtful, odds, noPower } = view.triage;
  const { triage, cannot } = documents.intake;
  const [priorsOpen, setPriorsOpen] = useState(false);
  return (
    <SlipSection title="Where the fault is" corner={`odds of a cure ${printChance(odds)}`}>
      {noPower && (
        <p className="mb-3 flex gap-2 rounded-[10px] bg-stop-soft p-2.5 text-second font-semibold text-stop">
          <TriangleAlert aria-hidden className="size-4 shrink-0" />
          {HELD_BACK[view.triage.heldBack ?? 'short']}
        </p>
      )}
      <ul className="flex flex-col gap-1.5">
        {sites.map((s) => (
          <li key={s.site} className="grid grid-cols-[1fr_80px_84px] items-center gap-2">
            <span className="leading-tight">{SITE_SHEETS[s.site].words}</span>
            <span aria-hidden className="relative h-2.5 rounded-full bg-sunk">
              <span
                className="absolute inset-y-0 left-0 rounded-full bg-copper"
                style={{ width: `${s.p * 100}%` }}
              />
              <span className="absolute -inset-y-0.5 w-0.5 bg-ink2" style={{ left: `${s.prior * 100}%` }} />
            </span>
            <span className="figure text-right text-second whitespace-nowrap">{printChance(s.p)}</span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-second text-ink2">
        The tick on each bar is where it started, before anything was said. Two may hold: each line is its own
        odds.
      </p>
      {doubtful && (
        <p className="mt-2 rounded-[10px] bg-wait-soft p-2.5 text-second font-semibold text-wait">
          Fits badly with the rest: {doubtful.words}. Was it so?
        </p>
      )}
      {(triage.length > 0 || cannot.length > 0) && (
        <ul className="mt-3 border-t border-line pt-1">
          {triage.map((a, i) => {
            const check = TRIAGE_CHECKS.find((c) => c.id === a.checkId);
            return (
              <li key={a.checkId} className="flex items-center gap-2 py-0.5">
                <span className="flex-1 text-second">
                  {check?.title}:{' '}
                  <b>
                    {a.value !== null && check?.figure
                      ? `${FIGURES[check.figure.kind]?.(a.value) ?? ''}, `
                      : ''}
                    {check?.outcomes.find((o) => o.id === a.outcome)?.words}
                  </b>
                </span>
                <TakeBack
                  onClick={() => edit('intake', (d) => void d.triage.splice(i, 1))}
                  what={check?.title ?? ''}
                />
              </li>
            );
          })}
          {cannot.map((id, i) => {
            const title = TRIAGE_CHECKS.find((c) => c.id === id)?.title ?? id;
            return (
              <li key={id} className="flex items-center gap-2 py-0.5 text-second text-ink2">
                <span className="flex-1">{title}: cannot be done</span>
                <TakeBack onClick={() => edit('intake', (d) => void d.cannot.splice(i, 1))} what={title} />
              </li>
            );
          })}
        </ul>
      )}
      <AnyCheck />
      <Button tone="quiet" className="mt-1 -ml-3" onClick={() => setPriorsOpen(true)}>
        Where each one starts
      </Button>
      <PriorsDialog open={priorsOpen} onOpenChange={setPriorsOpen} />
    </SlipSection>
  );
}

function TakeBack({ onClick, what }: { readonly onClick: () => void; readonly what: string }) {
  return (
    <button
      type="button"
      aria-label={`Take back: ${what}`}
      onClick={onClick}
      className="min-h-9 rounded-[8px] px-2 text-second font-semibold text-ink2 hover:bg-sunk hover:text-ink"
    >
      Take back
    </button>
  );
}
