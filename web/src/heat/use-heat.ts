import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type {
  BoardGuess,
  HeatAdvice,
  HeatAsk,
  HeatHelp,
  HeatShow,
  HeatUse,
  QuestionWorth,
} from '@zebbit/core';
import { firstUse } from '@zebbit/core';
import type { Told } from '../workers/heater';
import type { OpenHeater } from '../workers/open-heater';
import { openHeater } from '../workers/open-heater';

export interface HeatBusy {
  readonly what: string;
  /** 0 to 1; `null` where it cannot be told. */
  readonly done: number | null;
}

export interface HeatState {
  readonly ask: HeatAsk | null;
  readonly advice: HeatAdvice | null;
  readonly busy: HeatBusy | null;
  readonly failure: string | null;
  readonly cancelled: boolean;
  readonly cancel: () => void;
  readonly again: () => void;
  /** As the knobs stand: the advised setting until one is turned. */
  readonly use: HeatUse | null;
  readonly turned: boolean;
  readonly turn: (use: HeatUse | null) => void;
  readonly show: HeatShow | null;
  /** The cells that count were worked out for what is shown. */
  readonly fine: boolean;
  readonly help: { readonly would: readonly HeatHelp[]; readonly tells: QuestionWorth | null } | null;
}

interface Kept<T> {
  readonly key: string;
  readonly value: T;
}

/** Fine cells wait until the knob has rested, ms. */
const REST_MS = 180;

/** The board that is shown: the likeliest of those it could be. */
function likeliest(advice: HeatAdvice): BoardGuess | null {
  return advice.likely.toSorted((a, b) => b.weight - a.weight)[0]?.guess ?? null;
}

/**
 * Works heat out in a worker: the setting for what is asked, and once it is wanted what it does to the board, coarse at once and fine when the knob rests.
 * @param ask `null` where nothing is heated
 * @param wanted the heating itself is to be shown
 */
export function useHeat(ask: HeatAsk | null, wanted: boolean): HeatState {
  const key = useMemo(() => (ask ? JSON.stringify(ask) : ''), [ask]);
  const [round, setRound] = useState(0);
  const [advice, setAdvice] = useState<Kept<HeatAdvice> | null>(null);
  const [failure, setFailure] = useState<Kept<string> | null>(null);
  const [cancelled, setCancelled] = useState<string | null>(null);
  const [progress, setProgress] = useState<Kept<number> | null>(null);
  const [knobs, setKnobs] = useState<Kept<HeatUse> | null>(null);
  const [show, setShow] = useState<Kept<{ readonly show: HeatShow; readonly fine: boolean }> | null>(null);
  const [help, setHelp] = useState<Kept<NonNullable<HeatState['help']>> | null>(null);
  // One answers at once, the other works on what takes longer and is ended when that is no longer wanted.
  const quick = useRef<OpenHeater | null>(null);
  const slow = useRef<OpenHeater | null>(null);
  const asked = useRef(ask);
  useEffect(() => {
    asked.current = ask;
  });
  const close = useCallback((which: typeof quick): void => {
    which.current?.close();
    which.current = null;
  }, []);
  useEffect(
    () => () => {
      close(quick);
      close(slow);
    },
    [close],
  );

  const halted = cancelled === key && key !== '';
  useEffect(() => {
    const now = asked.current;
    if (key === '' || !now || halted) return;
    let stale = false;
    quick.current ??= openHeater();
    void quick.current.heater.advise(now).then((found) => {
      if (stale) return;
      if (found.ok) setAdvice({ key, value: found.value });
      else setFailure({ key, value: found.why });
    });
    return () => {
      stale = true;
    };
  }, [key, round, halted]);

  const given = advice?.key === key ? advice.value : null;
  const use = knobs?.key === key ? knobs.value : given && ask ? firstUse(ask, given) : null;
  const useKey = use ? `${key} ${JSON.stringify(use)}` : '';
  const latest = useRef({ use, given });
  useEffect(() => {
    latest.current = { use, given };
  });
  useEffect(() => {
    const { use: mine, given: told } = latest.current;
    const about = asked.current;
    const guess = told && likeliest(told);
    if (!wanted || useKey === '' || !mine || !about || !guess || halted) return;
    let [stale, running] = [false, false];
    const keep = (found: Told<HeatShow>, fine: boolean): void => {
      if (stale) return;
      if (found.ok) setShow({ key: useKey, value: { show: found.value, fine } });
      else setFailure({ key, value: found.why });
    };
    quick.current ??= openHeater();
    void quick.current.heater.sketch(about, guess, mine).then((s) => keep(s, false));
    const rest = setTimeout(() => {
      running = true;
      slow.current ??= openHeater();
      void slow.current.heater
        .show(about, guess, mine, (done) => {
          if (!stale) setProgress({ key: useKey, value: done });
        })
        .then((s) => {
          running = false;
          keep(s, true);
        });
    }, REST_MS);
    return () => {
      stale = true;
      clearTimeout(rest);
      if (running) close(slow);
    };
  }, [useKey, key, wanted, halted, close]);

  const shown = show?.key === useKey ? show.value : null;
  const short = given !== null && given.fault === null && (given.setting === null || given.setting.late);
  const ready = shown?.fine === true;
  const helped = help?.key === key;
  useEffect(() => {
    const { given: told } = latest.current;
    const about = asked.current;
    if (!wanted || !short || !ready || helped || !told || !about || halted) return;
    let [stale, running] = [false, true];
    slow.current ??= openHeater();
    void slow.current.heater
      .help(about, told, (done) => {
        if (!stale) setProgress({ key: `help ${key}`, value: done });
      })
      .then((h) => {
        running = false;
        if (!stale && h.ok) setHelp({ key, value: h.value });
      });
    return () => {
      stale = true;
      if (running) close(slow);
    };
  }, [key, wanted, short, ready, helped, halted, close]);

  const failed = failure?.key === key;
  const done = (of: string): number | null => (progress?.key === of ? progress.value : null);
  const busyNow = (): HeatBusy | null => {
    if (key === '' || halted || failed) return null;
    if (!given) return { what: 'Looking for a setting', done: null };
    if (!wanted || given.fault !== null) return null;
    if (!ready) return { what: 'Working it out on fine cells', done: done(useKey) };
    if (short && !helped) return { what: 'Weighing what else would do', done: done(`help ${key}`) };
    return null;
  };
  return {
    ask,
    advice: given,
    busy: busyNow(),
    failure: failed ? failure.value : null,
    cancelled: halted,
    cancel: () => {
      close(quick);
      close(slow);
      setCancelled(key);
    },
    again: () => {
      setCancelled(null);
      setFailure(null);
      setRound((n) => n + 1);
    },
    use,
    turned: knobs?.key === key,
    turn: (to) => setKnobs(to && { key, value: to }),
    show: shown?.show ?? (show?.key.startsWith(key) === true && key !== '' ? show.value.show : null),
    fine: shown?.fine ?? false,
    help: helped ? help.value : null,
  };
}
