import { useState } from 'react';
import { Check, Hourglass, Trash2 } from 'lucide-react';
import type { Wait } from '@zebbit/core';
import { isDay, openWaits, waitNow } from '@zebbit/core';
import { useJob } from '../desk/job-context';
import { SlipSection } from '../job/slip';
import { Button } from '../ui/button';
import { BOX, Field } from '../ui/field';
import { Tick } from '../ui/tick';
import { useEndOwn } from './use-end-own';
import { useNow } from './use-now';
import { waitWords } from './wait-words';

/** What this job waits for, and what the evening has to know of it. */
export function WaitsSection() {
  const { documents, edit, beginWait } = useJob();
  const now = useNow();
  const { waits, daylight, quiet } = documents.waits;
  return (
    <SlipSection title="Awaited and promised">
      <ul className="mb-2 flex flex-col gap-1.5" aria-label="What this job waits for">
        {openWaits(waits).map((w) => (
          <WaitLine key={w.id} wait={w} now={now} />
        ))}
      </ul>
      <Button hotkey="Q" icon={<Hourglass aria-hidden className="size-4" />} onClick={beginWait}>
        Something runs by itself
      </Button>
      <div className="mt-3">
        <Promised />
      </div>
      <div className="mt-2">
        <Tick checked={daylight} onChange={(on) => edit('waits', (d) => void (d.daylight = on))}>
          Its work wants daylight
        </Tick>
        <Tick checked={quiet} onChange={(on) => edit('waits', (d) => void (d.quiet = on))}>
          Its work wants a quiet house
        </Tick>
      </div>
    </SlipSection>
  );
}

function WaitLine({ wait, now }: { readonly wait: Wait; readonly now: number }) {
  const { edit } = useJob();
  const end = useEndOwn();
  const pressing = ['due', 'late'].includes(waitNow(wait, now).state);
  return (
    <li
      className={`flex items-center gap-2 rounded-[10px] border border-dashed px-2.5 py-1.5 ${pressing ? 'border-wait bg-wait-soft' : 'border-line'}`}
    >
      <span className="min-w-0 flex-1">
        <span className="block font-semibold">
          {wait.what}
          {wait.from === '' ? '' : `, from ${wait.from}`}
        </span>
        <span className={`figure block text-second ${pressing ? 'font-semibold text-wait' : 'text-ink2'}`}>
          {waitWords(wait, now)}
        </span>
      </span>
      <Button
        className="!min-h-9"
        icon={<Check aria-hidden className="size-4" />}
        onClick={() => end(wait.id)}
      >
        {wait.kind === 'post' ? 'Here' : 'Over'}
      </Button>
      <Button
        tone="quiet"
        className="!min-h-9 !px-2"
        aria-label={`Drop: ${wait.what}`}
        icon={<Trash2 aria-hidden className="size-4" />}
        onClick={() => edit('waits', (d) => void (d.waits = d.waits.filter((w) => w.id !== wait.id)))}
      />
    </li>
  );
}

/** The day it was promised for; a half-typed day stays as typed. */
function Promised() {
  const { documents, edit } = useJob();
  const { promised } = documents.waits;
  const [typed, setTyped] = useState<string | null>(null);
  const fault = typed !== null && typed !== '' && !isDay(typed) ? 'Promised for: a day as 2026-12-24' : null;
  return (
    <Field label="Promised for" error={fault}>
      {(ids) => (
        <input
          {...ids}
          type="date"
          className={`${BOX} figure`}
          value={typed ?? promised ?? ''}
          onChange={(e) => {
            const day = e.target.value;
            setTyped(day);
            if (day === '' || isDay(day)) {
              edit('waits', (d) => void (d.promised = day === '' ? null : day));
              setTyped(null);
            }
          }}
        />
      )}
    </Field>
  );
}
