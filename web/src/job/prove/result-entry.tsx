import { useEffect, useRef, useState } from 'react';
import type { CheckResult, JudgedCheck } from '@zebbit/core';
import { mayBeSpared, parseBench, printAmps } from '@zebbit/core';
import { useAppendResult } from '../../api/jobs';
import { useKeys } from '../../app/use-keys';
import { Button } from '../../ui/button';
import { BOX, Field } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { useLiveAmps } from './live-amps';

const LINK = 'min-h-9 text-second font-semibold text-ink2 underline underline-offset-4';
const KINDS = { ohms: 'resistance', volts: 'voltage', amps: 'current' } as const;
const WORDS = { ohms: 'Ohms, or OL', volts: 'Volts', amps: 'Amps' } as const;

/** One result: yes or no by a key, or a figure typed. */
export function ResultEntry({
  judged,
  onKept,
}: {
  readonly judged: JudgedCheck;
  readonly onKept: () => void;
}) {
  const { bundle, weighed } = useJob();
  const append = useAppendResult(bundle.id, weighed.settle);
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const { check } = judged;
  useEffect(() => input.current?.focus(), [check.key]);

  const send = (shown: CheckResult['shown'], value: number | null, note = ''): void => {
    if (append.isPending) return;
    append.mutate(
      { key: check.key, shown, value, note },
      {
        onSuccess: () => {
          setText('');
          setError(null);
          onKept();
        },
        onError: (failure) => setError(failure.message),
      },
    );
  };
  const yesNo = check.entry === 'yes-no';
  const live = useLiveAmps((s) => s.amps);
  const shown = check.entry === 'amps' ? live : null;
  const take = (): void => {
    if (shown !== null) send('value', Number(shown.toPrecision(3)));
  };
  useKeys(
    yesNo ? { y: () => send('yes', null), x: () => send('no', null) } : shown === null ? {} : { t: take },
  );
  if (check.entry === 'yes-no') {
    return (
      <div className="mt-2 flex flex-col gap-2">
        <div className="flex gap-2">
          <Button tone="main" hotkey="Y" className="flex-1" onClick={() => send('yes', null)}>
            Yes, {check.limitWords}
          </Button>
          <Button tone="stop" hotkey="X" onClick={() => send('no', null)}>
            No
          </Button>
        </div>
        {error !== null && (
          <p role="alert" className="text-second text-stop">
            {error}
          </p>
        )}
        {mayBeSpared(check) && <ByWords onSend={send} />}
      </div>
    );
  }
  const { entry } = check;
  const keep = (): void => {
    if (entry === 'ohms' && /^(ol|-|open)$/iu.test(text.trim())) {
      send('over', null);
      return;
    }
    const figure = parseBench(text, KINDS[entry]);
    if (figure.ok) send('value', figure.value);
    else setError(`${WORDS[entry]}: ${figure.message}`);
  };
  return (
    <>
      <div className="mt-2 flex items-start gap-2">
        <div className="flex-1">
          <Field label={WORDS[entry]} hint={`wanted: ${check.limitWords}`} error={error}>
            {(ids) => (
              <input
                {...ids}
                ref={input}
                value={text}
                onChange={(e) => setText(e.target.value)}
                onKeyDown={(e) => {
                  if (e.key === 'Enter') keep();
                  else if (e.key === '-' && text === '' && entry === 'ohms') {
                    e.preventDefault();
                    send('over', null);
                  }
                }}
                autoComplete="off"
                className="figure h-[52px] w-full rounded-[12px] border-2 border-copper bg-sheet px-4 text-[22px] font-semibold aria-[invalid=true]:border-stop"
              />
            )}
          </Field>
        </div>
        <div className="flex flex-col gap-1.5 pt-[23px]">
          <Button tone="main" className="!min-h-[52px]" onClick={keep} disabled={append.isPending}>
            Keep
          </Button>
          {entry === 'ohms' && (
            <Button hotkey="−" onClick={() => send('over', null)}>
              OL
            </Button>
          )}
        </div>
      </div>
      {shown !== null && (
        <Button hotkey="T" className="mt-2 self-start" onClick={take}>
          Take {printAmps(shown)} from the meter
        </Button>
      )}
      {mayBeSpared(check) && <ByWords onSend={send} />}
    </>
  );
}

/** Answers that are no test: it is not for this device, or could not be tested and why. */
function ByWords({
  onSend,
}: {
  readonly onSend: (shown: 'spared' | 'untested', value: null, note?: string) => void;
}) {
  const [why, setWhy] = useState<string | null>(null);
  if (why === null)
    return (
      <div className="flex flex-wrap gap-x-4">
        <button type="button" className={LINK} onClick={() => onSend('spared', null)}>
          Not for this device
        </button>
        <button type="button" className={LINK} onClick={() => setWhy('')}>
          Could not be tested…
        </button>
      </div>
    );
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (why.trim() !== '') onSend('untested', null, why.trim());
      }}
    >
      <div className="flex-1">
        <Field label="Why could it not be tested?">
          {(ids) => (
            <input
              {...ids}
              autoFocus
              maxLength={200}
              className={BOX}
              value={why}
              onChange={(e) => setWhy(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === 'Escape') setWhy(null);
              }}
            />
          )}
        </Field>
      </div>
      <Button type="submit" disabled={why.trim() === ''}>
        Keep
      </Button>
    </form>
  );
}
