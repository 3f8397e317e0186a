import { useState } from 'react';
import type { HuntEntry, HuntStep } from '@zebbit/core';
import {
  connectsOf,
  printOhms,
  HUNT_START,
  huntOf,
  huntReport,
  looksShorted,
  printChance,
  SHORTED_OHMS,
} from '@zebbit/core';
import { Button } from '../../ui/button';
import { FigureField, TextField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

const ANSWERS = {
  look: ['It shows', 'Nothing to see'],
  unplug: ['Short gone', 'Still short'],
  lift: ['Short gone', 'Still short'],
} as const;

/** A port that pulls its supply down: what to do next to find the part, and what may be it. */
export function HuntSection() {
  const { documents, view, edit } = useJob();
  const { hunt: record } = documents.rebuild;
  const { intake, teardown } = documents;
  const [not, setNot] = useState<number | null>(null);
  const keep = (entry: HuntEntry): void =>
    edit('rebuild', (draft) => {
      draft.hunt.entries.push(entry);
    });
  if (view.pins.length === 0 || !view.battery.open) return null;
  // A hunt stands on a reading that is short: without one there is nothing to hunt.
  if (!looksShorted(view.trace) && record.entries.length === 0) {
    return (
      <SlipSection title="Shorted?">
        <p className="text-second text-ink2">
          Measure VBUS to ground. Under {SHORTED_OHMS} Ω, the part that pulls it down is hunted here.
        </p>
        <FigureField
          label="Ohms from VBUS to ground"
          kind="resistance"
          shown=""
          onFigure={(ohms) =>
            ohms < SHORTED_OHMS
              ? keep({ action: 'measure', target: HUNT_START, yes: false, ohms })
              : setNot(ohms)
          }
        />
        {not !== null && (
          <p role="status" className="text-second">
            {printOhms(not)} is no short: nothing pulls it down.
          </p>
        )}
      </SlipSection>
    );
  }
  const hunt = huntOf(documents.board, record, {
    plugged: teardown.steps.some((s) => connectsOf(s).length > 0 || s.kind === 'cable'),
    // Where nobody knows what happened, water may have been in it.
    wet: intake.happened.length === 0 || intake.happened.some((h) => h === 'wet' || h === 'unknown'),
  });
  const { chances, found, next } = huntReport(hunt);
  const ranked = hunt.suspects
    .map((s, i) => ({ ...s, p: chances[i] ?? 0 }))
    .sort((a, b) => b.p - a.p)
    .slice(0, 7);
  const culprit = hunt.suspects.find((s) => s.id === found);
  return (
    <SlipSection title="What pulls it down" corner={`${record.entries.length} done`}>
      {culprit ? (
        <div className="flex flex-col gap-2">
          <p className="text-[19px] leading-tight font-semibold">It was {culprit.label}</p>
          <p className="text-second">
            Put back what else you took off one at a time and measure after each: what shorts again is at
            fault too. Replacing {culprit.label} now stands under Rebuild.
          </p>
          <TextField
            label="What is printed on it"
            hint="Or its size and where it sits. It stays with the job, for the order."
            value={record.marking}
            onCommit={(text) =>
              edit('rebuild', (draft) => {
                draft.hunt.marking = text;
              })
            }
          />
          <Tick
            checked={record.waiting}
            onChange={(on) =>
              edit('rebuild', (draft) => {
                draft.hunt.waiting = on;
              })
            }
          >
            Wait for the part
          </Tick>
        </div>
      ) : next ? (
        <HuntMove key={`${next.action} ${next.target}`} step={next} keep={keep} />
      ) : (
        <p>Everything listed was tried. Mark more parts of the supply under Look over.</p>
      )}
      {record.entries.length > 0 && (
        <Button
          tone="quiet"
          className="mt-1 self-start"
          onClick={() =>
            edit('rebuild', (draft) => {
              draft.hunt.entries.pop();
            })
          }
        >
          Take the last answer back
        </Button>
      )}
      {!culprit && (
        <ol className="mt-3" aria-label="Suspects">
          {ranked.map((s) => (
            <li
              key={s.id}
              className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-t border-line py-1.5 first:border-0"
            >
              <span className="min-w-0 truncate">{s.label}</span>
              <span className="figure text-second text-ink2">{printChance(s.p)}</span>
              <span aria-hidden className="col-span-2 mt-1 block h-1.5 rounded-full bg-sunk">
                <span
                  className="block h-full rounded-full bg-copper"
                  style={{ width: `${Math.max(1, s.p * 100)}%` }}
                />
              </span>
            </li>
          ))}
        </ol>
      )}
    </SlipSection>
  );
}

function HuntMove({ step, keep }: { readonly step: HuntStep; readonly keep: (entry: HuntEntry) => void }) {
  const { action, target, title, why } = step;
  return (
    <div className="flex flex-col gap-2">
      <p className="text-[19px] leading-tight font-semibold">{title}</p>
      <p className="text-second text-ink2">{why} Nothing is powered while you hunt.</p>
      {action === 'measure' ? (
        <FigureField
          label="Ohms to ground"
          kind="resistance"
          shown=""
          onFigure={(ohms) => keep({ action, target, yes: false, ohms })}
        />
      ) : (
        <div className="flex gap-2">
          {ANSWERS[action].map((words, i) => (
            <Button key={words} onClick={() => keep({ action, target, yes: i === 0, ohms: null })}>
              {words}
            </Button>
          ))}
        </div>
      )}
    </div>
  );
}
