import { useState } from 'react';
import { Button } from '../ui/button';
import { BOX, Field } from '../ui/field';
import { clockOf, instantOf, useEvening } from './evening-store';
import type { PlanState } from './use-plan';

const QUICK_MIN = [45, 90, 150];

/** Minutes and end are one entry: whichever is typed gives the other. */
export function TimeEntry({ start, minutes, asks }: Pick<PlanState, 'start' | 'minutes' | 'asks'>) {
  const { until, daylightUntil, quietFrom, set } = useEvening();
  const [typed, setTyped] = useState<{ readonly minutes?: string; readonly end?: string }>({});
  const [fault, setFault] = useState<string | null>(null);
  const take = (end: number | null, words: string): void => {
    if (end === null || end <= start || end > start + 16 * 3_600_000) setFault(words);
    else {
      set({ until: end });
      setFault(null);
      setTyped({});
    }
  };
  const known = until !== null && minutes >= 1;
  return (
    <>
      <div className="w-24">
        <Field label="I have, min">
          {(ids) => (
            <input
              {...ids}
              inputMode="numeric"
              className={`${BOX} figure`}
              value={typed.minutes ?? (known ? String(minutes) : '')}
              onChange={(e) => setTyped({ minutes: e.target.value })}
              onBlur={() => {
                if (typed.minutes === undefined) return;
                if (typed.minutes.trim() === '') {
                  setTyped({});
                  setFault(null);
                  set({ until: null });
                  return;
                }
                const m = Number(typed.minutes);
                take(
                  Number.isFinite(m) && m >= 5 ? start + m * 60_000 : null,
                  'I have: minutes from 5 to 960',
                );
              }}
              onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            />
          )}
        </Field>
      </div>
      <div className="w-28">
        <Field label="until">
          {(ids) => (
            <input
              {...ids}
              className={`${BOX} figure`}
              placeholder="22:00"
              value={typed.end ?? (known ? clockOf(until) : '')}
              onChange={(e) => setTyped({ end: e.target.value })}
              onBlur={() => {
                if (typed.end === undefined) return;
                take(instantOf(typed.end, start), 'Until: a time as 22:00, within the next 16 hours');
              }}
              onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
            />
          )}
        </Field>
      </div>
      {!known &&
        QUICK_MIN.map((m) => (
          <Button key={m} onClick={() => take(start + m * 60_000, '')}>
            {m} min
          </Button>
        ))}
      {asks.daylight && (
        <div className="w-32">
          <ClockField
            label="Daylight until"
            value={daylightUntil}
            onTime={(t) => set({ daylightUntil: t })}
          />
        </div>
      )}
      {asks.quiet && (
        <div className="w-28">
          <ClockField label="Quiet from" value={quietFrom} onTime={(t) => set({ quietFrom: t })} />
        </div>
      )}
      {fault !== null && (
        <p role="alert" className="w-full text-second text-stop">
          {fault}
        </p>
      )}
    </>
  );
}

function ClockField({
  label,
  value,
  onTime,
}: {
  readonly label: string;
  readonly value: string;
  readonly onTime: (time: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const wrong = typed !== null && typed.trim() !== '' && instantOf(typed, 0) === null;
  return (
    <Field label={label} error={wrong ? `${label}: a time as 16:30` : null}>
      {(ids) => (
        <input
          {...ids}
          className={`${BOX} figure`}
          value={typed ?? value}
          onChange={(e) => setTyped(e.target.value)}
          onBlur={() => {
            if (typed === null || wrong) return;
            onTime(typed.trim());
            setTyped(null);
          }}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      )}
    </Field>
  );
}
