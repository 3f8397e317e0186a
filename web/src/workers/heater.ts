import type {
  BoardGuess,
  HeatAdvice,
  HeatAsk,
  HeatHelp,
  HeatShow,
  HeatUse,
  QuestionWorth,
} from '@zebbit/core';
import { adviseHeat, showHeat, sketchHeat, whatTells, whatWould } from '@zebbit/core';

export type Tell = (done: number) => unknown;

/** What a failure says, or the answer: an error does not cross from a worker with its words. */
export type Told<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly why: string };

export interface Heater {
  readonly advise: (ask: HeatAsk) => Promise<Told<HeatAdvice>>;
  readonly sketch: (ask: HeatAsk, guess: BoardGuess, use: HeatUse) => Promise<Told<HeatShow>>;
  readonly show: (ask: HeatAsk, guess: BoardGuess, use: HeatUse, tell: Tell) => Promise<Told<HeatShow>>;
  readonly help: (
    ask: HeatAsk,
    advice: HeatAdvice,
    tell: Tell,
  ) => Promise<Told<{ readonly would: HeatHelp[]; readonly tells: QuestionWorth | null }>>;
}

const told = <T>(work: () => T): Promise<Told<T>> => {
  try {
    return Promise.resolve({ ok: true, value: work() });
  } catch (reason) {
    return Promise.resolve({
      ok: false,
      why: reason instanceof Error ? reason.message : 'The heating could not be worked out',
    });
  }
};

/** Advice that was given lately, so that going back to an act costs nothing. */
const KEPT = 30;

/** The computing behind all that is said of heat. */
export function createHeater(): Heater {
  const kept = new Map<string, HeatAdvice>();
  return {
    advise: (ask) =>
      told(() => {
        const key = JSON.stringify(ask);
        const found = kept.get(key) ?? adviseHeat(ask);
        kept.set(key, found);
        const oldest = kept.keys().next();
        if (kept.size > KEPT && !oldest.done) kept.delete(oldest.value);
        return found;
      }),
    sketch: (ask, guess, use) => told(() => sketchHeat(ask.board, guess, use)),
    show: (ask, guess, use, tell) =>
      told(() =>
        showHeat(ask.board, guess, use, (done) => {
          tell(done);
          return false;
        }),
      ),
    help: (ask, advice, tell) =>
      told(() => {
        const step = (from: number) => (done: number) => {
          tell(from + done / 2);
          return false;
        };
        const would = whatWould(ask, advice.likely, step(0));
        return { would, tells: whatTells(ask, step(0.5)) };
      }),
  };
}
