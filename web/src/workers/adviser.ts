import type { Board, Reading, TraceAnswers, TraceScene } from '@zebbit/core';
import { readingsStamp, targetName, traceContext, traceScene, USUAL_WISH, weighTrace } from '@zebbit/core';

export interface AdviceWish {
  readonly sureAt: number;
  readonly skipped: readonly string[];
  readonly optional: boolean;
}

/** How sure each group of pins was after each reading. */
export interface SureHistory {
  readonly names: readonly string[];
  /** How many readings stood then, counted from 1. */
  readonly steps: readonly number[];
  /** `chances[target][n]`: after `steps[n]` readings. */
  readonly chances: readonly (readonly number[])[];
}

export interface Adviser {
  readonly weigh: (board: Board, readings: readonly Reading[], wish: AdviceWish) => Promise<TraceAnswers>;
  readonly history: (board: Board, readings: readonly Reading[], wish: AdviceWish) => Promise<SureHistory>;
}

interface Known {
  readonly key: string;
  readonly scene: TraceScene;
  /** What was weighed of this board, by readings and wish. */
  readonly past: Map<string, TraceAnswers>;
}

/** The computing behind the Trace page; keeps what it worked out of a board while the board stays the same. */
export function createAdviser(): Adviser {
  let known: Known | null = null;
  const laid = (board: Board): Known => {
    const key = JSON.stringify(board);
    if (known?.key !== key)
      known = { key, scene: traceScene(traceContext(board, []), USUAL_WISH.slipRate), past: new Map() };
    return known;
  };
  const weighed = (board: Board, readings: readonly Reading[], wish: AdviceWish): TraceAnswers => {
    const { scene, past } = laid(board);
    const key = `${readingsStamp(readings)}|${JSON.stringify(wish)}`;
    const answers =
      past.get(key) ?? weighTrace(board, readings, { ...wish, skipped: new Set(wish.skipped) }, scene);
    past.set(key, answers);
    return answers;
  };
  return {
    weigh: (board, readings, wish) => Promise.resolve(weighed(board, readings, wish)),
    history: (board, readings, wish) => {
      const standing = readings.filter((r) => !r.struck);
      // The answer of now and those of before, most of which are still known.
      const steps = standing.map((_, n) =>
        n + 1 === standing.length
          ? weighed(board, readings, wish)
          : weighed(board, standing.slice(0, n + 1), wish),
      );
      const targets = steps.at(-1)?.believed ?? [];
      return Promise.resolve({
        steps: steps.map((_, n) => n + 1),
        names: targets.map((t) => targetName(t.target.functions)),
        chances: targets.map((_, k) =>
          steps.map(({ believed }) => Math.max(believed[k]?.landings[0]?.p ?? 0, believed[k]?.nowhere ?? 0)),
        ),
      });
    },
  };
}
