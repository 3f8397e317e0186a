import { useState } from 'react';
import { TriangleAlert } from 'lucide-react';
import { SITE_SHEETS, TRIAGE_CHECKS, printChance } from '@zebbit/core';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { PriorsDialog } from './priors-dialog';

/** The one next check, answered by a press. */
export function TriageAsk() {
  const { view, edit } = useJob();
  const { next } = view.triage;
  if (!next) return null;
  const { check } = next;
  return (
    <div className="mt-1 flex flex-col gap-2">
      <div role="group" aria-label={check.title} className="flex flex-wrap gap-2">
        {check.outcomes.map((o) => (
          <Button
            key={o.id}
            tone="main"
            className="!min-h-11"
            onClick={() => edit('intake', (d) => void d.triage.push({ checkId: check.id, outcome: o.id }))}
          >
            {o.words}
          </Button>
        ))}
      </div>
      <Button
        tone="quiet"
        className="self-start"
        onClick={() => edit('intake', (d) => void d.cannot.push(check.id))}
      >
        Cannot do that{check.needs === null ? '' : `: no ${check.needs.replace(/^an? /u, '')}`}
      </Button>
    </div>
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
          It may be a short: no check that powers it is asked for. Do not plug it in again.
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
        The tick on each bar is where it started, before anything was said.
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
                  {check?.title}: <b>{check?.outcomes.find((o) => o.id === a.outcome)?.words}</b>
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
