import { useEffect, useRef, useState } from 'react';
import type { KeyboardEvent } from 'react';
import type { MeterMode, MeterShown } from '@zebbit/core';
import { METER_MODES, parseMeterEntry, probeKey } from '@zebbit/core';
import { useAppendReading, useStrikeReading } from '../../api/jobs';
import { useKeys } from '../../app/use-keys';
import { KeyCap } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import { useMeter } from './meter-store';
import { useProbe } from '../../desk/desk-context';
import type { Pair } from './use-pair';

const GLYPH: Readonly<Record<MeterMode, string>> = {
  continuity: '•))',
  ohms: 'Ω',
  diode: '▸|',
  volts: 'V',
  seen: 'eye',
};
const UNIT: Readonly<Record<MeterMode, string>> = {
  continuity: 'Ω',
  ohms: 'Ω',
  diode: 'V',
  volts: 'V',
  seen: '',
};

/** The keypad loop: one entry, five keys. What cannot be read stays typed, with the reason under it. */
export function ProbeEntry({ pair }: { readonly pair: Pair }) {
  const { bundle } = useJob();
  const append = useAppendReading(bundle.id);
  const strike = useStrikeReading(bundle.id);
  const live = useMeter((s) => s.live);
  const { swap, skip, follow, setMode } = useProbe();
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const { red, black, mode } = pair;
  const pairKey = red && black ? probeKey(red.id, black.id, mode) : '';

  useEffect(() => input.current?.focus(), [pairKey]);

  const send = (as: MeterMode, shown: MeterShown): void => {
    if (!red || !black) {
      setError('Entry: choose two points on the plate first');
      return;
    }
    if (append.isPending) return;
    append.mutate(
      { red: red.id, black: black.id, mode: as, ...shown },
      {
        onSuccess: () => {
          setText('');
          setError(null);
          // An own pair stays in the hand: the same two points, or one of them, are often measured again.
          if (pair.order) follow();
          else input.current?.focus();
        },
        onError: (failure) => setError(`Entry: ${failure.message}`),
      },
    );
  };
  const keep = (): void => {
    const entry = parseMeterEntry(text, mode);
    if (!entry.ok) {
      setError(`Entry: ${entry.message}`);
      return;
    }
    send(mode, entry.shown);
  };
  const beep = (): void => send(mode === 'seen' ? 'seen' : 'continuity', { shown: 'beep', value: null });
  const open = (): void =>
    send(mode === 'volts' ? 'continuity' : mode, {
      shown: mode === 'ohms' || mode === 'diode' ? 'over' : 'open',
      value: null,
    });
  const doSkip = (): void => {
    if (pair.order) skip(probeKey(pair.order.red, pair.order.black, pair.order.mode));
    else follow();
    setText('');
    setError(null);
  };
  const strikeLast = (): void => {
    const last = bundle.readings.findLast((r) => !r.struck);
    if (last) strike.mutate({ reading: last.id, struck: true });
  };
  const takeLive = (): void => {
    if (!live || live.red !== red?.id || live.black !== black?.id || live.mode !== mode) {
      setError('Entry: the meter shows nothing for this pair yet');
      return;
    }
    send(mode, live.shown);
  };
  const nextMode = (): void =>
    setMode(METER_MODES[(METER_MODES.indexOf(mode) + 1) % METER_MODES.length] ?? 'continuity');

  const actions: Readonly<Record<string, () => void>> = {
    '+': beep,
    '-': open,
    '/': swap,
    '*': doSkip,
    m: nextMode,
    ' ': takeLive,
    Backspace: strikeLast,
  };
  useKeys(actions);
  const onKeyDown = (e: KeyboardEvent): void => {
    if (e.key === 'Enter') {
      e.preventDefault();
      keep();
      return;
    }
    const act = actions[e.key];
    const startsFigure = text !== '' || (e.key === '-' && mode === 'volts');
    if (e.key === ' ' && text !== '') e.preventDefault();
    if (!act || startsFigure) return;
    e.preventDefault();
    act();
  };

  return (
    <div className="mt-1">
      <div className="flex gap-2.5">
        <button
          type="button"
          onClick={nextMode}
          aria-label={`Meter on ${mode}; change`}
          className="flex w-[92px] flex-col items-center justify-center rounded-[12px] bg-ink py-2 text-sheet"
        >
          <span aria-hidden className="figure text-[19px] leading-6 font-bold">
            {GLYPH[mode]}
          </span>
          <span className="text-[12px]">{mode}</span>
        </button>
        <label className="relative flex-1">
          <span className="sr-only">What the meter shows</span>
          <input
            ref={input}
            value={text}
            onChange={(e) => setText(e.target.value)}
            onKeyDown={onKeyDown}
            aria-invalid={error !== null}
            aria-describedby="probe-entry-note"
            inputMode="decimal"
            autoComplete="off"
            className="figure h-[62px] w-full rounded-[12px] border-2 border-copper bg-sheet px-4 text-[27px] font-semibold aria-[invalid=true]:border-stop"
          />
          <span aria-hidden className="figure absolute right-4 top-1/2 -translate-y-1/2 text-ink2">
            {UNIT[mode]}
          </span>
        </label>
      </div>
      <div className="mt-2 flex flex-wrap gap-x-3.5 gap-y-1.5">
        <EntryKey cap="Enter" words="keep" act={keep} />
        <EntryKey cap="+" words={mode === 'seen' ? 'followed' : 'beep'} act={beep} />
        <EntryKey
          cap="−"
          words={mode === 'seen' ? 'ends' : mode === 'continuity' ? 'open' : 'OL'}
          act={open}
        />
        <EntryKey cap="/" words="swap leads" act={swap} />
        <EntryKey cap="*" words="skip" act={doSkip} />
        <EntryKey cap="M" words="meter" act={nextMode} />
        <EntryKey cap="⌫" words="strike last" act={strikeLast} />
        {live && <EntryKey cap="Space" words="take live" act={takeLive} />}
      </div>
      <p
        id="probe-entry-note"
        role={error === null ? undefined : 'alert'}
        className={`mt-1.5 min-h-5 text-second ${error === null ? 'text-ink2' : 'text-stop'}`}
      >
        {error ?? (append.isPending ? 'Keeping…' : '')}
      </p>
    </div>
  );
}

function EntryKey({
  cap,
  words,
  act,
}: {
  readonly cap: string;
  readonly words: string;
  readonly act: () => void;
}) {
  return (
    <button
      type="button"
      onClick={act}
      className="inline-flex min-h-8 items-center gap-1.5 rounded-[8px] px-1 text-[14px] text-ink2 hover:text-ink"
    >
      <KeyCap>{cap}</KeyCap>
      {words}
    </button>
  );
}
