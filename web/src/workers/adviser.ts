import type {
  Board,
  DoubtfulReading,
  ProbeOrder,
  Reading,
  TargetBelief,
  TraceBelief,
  TraceScene,
} from '@zebbit/core';
import {
  targetBelief,
  targetName,
  traceAdvice,
  traceBelief,
  traceContext,
  traceScene,
  traceTargets,
  USUAL_WISH,
} from '@zebbit/core';

/** What the Trace page shows of the belief: plain data, so that it travels from a worker. */
export interface Advice {
  readonly order: ProbeOrder | null;
  readonly targets: readonly TargetBelief[];
  readonly doubtful: readonly DoubtfulReading[];
}

export interface AdviceWish {
  readonly sureAt: number;
  readonly skipped: readonly string[];
  readonly optional: boolean;
}

/** How sure each group of pins was after each reading. */
export interface SureHistory {
  readonly names: readonly string[];
  /** `chances[target][n]`: after n readings. */
  readonly chances: readonly (readonly number[])[];
}

export interface Adviser {
  readonly advise: (board: Board, readings: readonly Reading[], wish: AdviceWish) => Promise<Advice>;
  readonly history: (board: Board, readings: readonly Reading[]) => Promise<SureHistory>;
}

/** The likeliest answer of each group of pins. */
function sureness(belief: TraceBelief): number[] {
  return traceTargets(belief).map((t) => {
    const { landings, nowhere } = targetBelief(belief, t, USUAL_WISH.sureAt, 1);
    return Math.max(landings[0]?.p ?? 0, nowhere);
  });
}

/** The computing behind the Trace page; keeps what it worked out of a board while the board stays the same. */
export function createAdviser(): Adviser {
  let known: {
    readonly key: string;
    readonly scene: TraceScene;
    readonly past: Map<string, number[]>;
  } | null = null;
  const laid = (board: Board): NonNullable<typeof known> => {
    const key = JSON.stringify(board);
    if (known?.key !== key)
      known = { key, scene: traceScene(traceContext(board, []), USUAL_WISH.slipRate), past: new Map() };
    return known;
  };
  return {
    advise: (board, readings, { sureAt, skipped, optional }) => {
      const { order, targets, doubtful } = traceAdvice(
        traceContext(board, readings),
        { sureAt, optional, skipped: new Set(skipped) },
        laid(board).scene,
      );
      return Promise.resolve({ order, targets, doubtful });
    },
    history: (board, readings) => {
      const { scene, past } = laid(board);
      const standing = readings.filter((r) => !r.struck);
      const now = traceBelief(traceContext(board, standing), undefined, scene);
      const names = traceTargets(now).map((t) => targetName(t.functions));
      const rows = [...Array(standing.length + 1).keys()].map((n) => {
        const upTo = standing.slice(0, n);
        const key = upTo.map((r) => r.id).join();
        const row = past.get(key) ?? sureness(traceBelief(traceContext(board, upTo), undefined, scene));
        past.set(key, row);
        return row;
      });
      return Promise.resolve({ names, chances: names.map((_, k) => rows.map((row) => row[k] ?? 0)) });
    },
  };
}
