import type { ChargeColumns, PowerWatch } from '@zebbit/core';
import { powerLineReader, watchPower } from '@zebbit/core';
import { createStore } from 'zustand/vanilla';
import { powerLines } from '../../api/power-meter';
import { recallColumns } from './column-memory';

/** Samples since the watching began. */
export interface PowerRecord {
  readonly seconds: readonly number[];
  readonly amps: readonly number[];
  readonly volts: readonly number[];
}

interface PowerStore {
  readonly count: number;
  readonly watch: PowerWatch | null;
  /** Which figure is which has to be said: what a line looks like. */
  readonly asks: readonly string[] | null;
  /** The columns are those that were said for another time; what a line looks like. */
  readonly recalled: readonly string[] | null;
  readonly trouble: string | null;
}

/** So often the server is asked for what came, ms. */
const EVERY_MS = 500;
/** As much is watched as tells what flows now; all of it is kept for the trace. */
const WATCHED = 40_000;
/** As many lines that are no samples, one after the other, and something is wrong with the link. */
const MOST_FAULTS = 20;

/** What a power meter sends while one job is looked at. Nothing of it is stored unless the person keeps it. */
export function createPowerStore(drawA: number | null) {
  const store = createStore<PowerStore>(() => ({
    count: 0,
    watch: null,
    asks: null,
    recalled: null,
    trouble: null,
  }));
  const [seconds, amps, volts]: number[][] = [[], [], []];
  const record = { seconds: seconds ?? [], amps: amps ?? [], volts: volts ?? [] };
  let read = powerLineReader();
  let told = false;
  let [faults, next] = [0, 0];
  let garbage: string | null = null;
  let timer: ReturnType<typeof setTimeout> | null = null;

  const clear = (): void => {
    for (const list of Object.values(record)) list.length = 0;
    store.setState({ count: 0, watch: null, trouble: null });
  };

  /** Takes a line that came at that moment, s; a meter with a clock of its own goes by it. */
  function take(line: string, atS: number): void {
    const found = read(line);
    if (found.kind === 'columns') {
      const known = told ? null : recallColumns(found.names.length);
      told = true;
      if (known) {
        read = powerLineReader(known);
        store.setState({ recalled: found.names });
        take(line, atS);
      } else store.setState({ asks: found.names });
    }
    faults = found.kind === 'fault' ? faults + 1 : 0;
    garbage = found.kind === 'fault' && faults >= MOST_FAULTS ? found.message : faults === 0 ? null : garbage;
    if (found.kind !== 'sample') return;
    const { sample } = found;
    const s = sample.seconds ?? atS;
    const last = record.seconds.at(-1);
    // A clock that starts anew is a new plug-in: what was before is another charge.
    if (last !== undefined && s < last - 1) clear();
    if (last !== undefined && s <= last && s >= last - 1) return;
    record.seconds.push(s);
    record.amps.push(sample.amps);
    record.volts.push(sample.volts ?? NaN);
  }

  function look(): void {
    const from = Math.max(0, record.seconds.length - WATCHED);
    if (record.seconds.length === 0) return;
    const part = record.volts.slice(from);
    store.setState({
      count: record.seconds.length,
      watch: watchPower(
        record.seconds.slice(from),
        record.amps.slice(from),
        part.some(Number.isNaN) ? null : part,
        drawA,
      ),
    });
  }

  async function poll(): Promise<void> {
    try {
      const answer = await powerLines(next);
      // Connected anew: the lines are counted from the start again.
      if (answer.state.count < next) {
        clear();
        next = 0;
      }
      for (const [ms, line] of answer.lines) take(line, ms / 1000);
      if (next > 0 || answer.lines.length > 0)
        next = Math.min(answer.from + answer.lines.length, answer.state.count);
      if (answer.lines.length > 0) look();
      store.setState({ trouble: answer.state.trouble ?? garbage });
    } catch (reason) {
      store.setState({ trouble: reason instanceof Error ? reason.message : 'The server does not answer' });
    }
    if (timer !== null) timer = setTimeout(() => void poll(), EVERY_MS);
  }

  return {
    store,
    record: record as PowerRecord,
    clear,
    /** What came by another way than the server. */
    hear: (line: string): void => {
      take(line, performance.now() / 1000);
      look();
    },
    tell: (columns: ChargeColumns): void => {
      read = powerLineReader(columns);
      told = true;
      store.setState({ asks: null, recalled: null });
    },
    /** The recalled columns are not those of this meter: it is asked anew, and what was read so is dropped. */
    askAgain: (): void => {
      const { recalled } = store.getState();
      read = () => ({ kind: 'aside' });
      clear();
      store.setState({ asks: recalled, recalled: null });
    },
    /** Reads what the server has from a line on, and what comes; what it gives stops it. */
    follow: (from: number, head: string | null): (() => void) => {
      next = from;
      if (head !== null) read(head);
      timer = setTimeout(() => void poll(), 0);
      return () => {
        if (timer) clearTimeout(timer);
        timer = null;
      };
    },
  };
}

export type PowerWatching = ReturnType<typeof createPowerStore>;
