import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PinFunction, TraceScene } from '@zebbit/core';
import { traceContext, traceScene } from '@zebbit/core';
import { brokenBoard, FURTHER_STAGES, OTHER_STAGES, STAGE_KINDS } from '@zebbit/core/practice';
import type { ForeignBoard } from './foreign-board';
import { marked } from './foreign-board';

/** A board nothing was read on, with the truth of its nets. */
export interface KinBoard {
  /** Input stage that it was laid from: boards of one stage are kin. */
  readonly stage: string;
  readonly scene: TraceScene;
  /** Points on a function's net; `null` where its line goes nowhere. */
  readonly netOf: (f: PinFunction) => ReadonlySet<string> | null;
  /** Both data lines are one net. */
  readonly joined: boolean;
}

export const STAGE_SETS: Readonly<Record<string, readonly string[]>> = {
  usual: STAGE_KINDS,
  others: OTHER_STAGES,
  further: FURTHER_STAGES,
};

/** Slips that a person makes while probing, as Trace takes them. */
const SLIPS = 0.02;

export function madeUpBoards(stages: readonly string[], boards: number, from: number): KinBoard[] {
  return stages.flatMap((stage) =>
    Array.from({ length: boards }, (_, i) => i).flatMap((i): KinBoard[] => {
      const board = brokenBoard(from + i * 37, { kind: stage as (typeof STAGE_KINDS)[number] });
      if (board.wired !== 'as usual') return [];
      const pins = board.truth.board.rows.flatMap((r) => r.pins);
      const netName = (f: PinFunction): string | undefined =>
        board.pinNets[pins.find((p) => p.function === f)?.id ?? ''];
      return [
        {
          stage,
          scene: traceScene(traceContext(board.truth.board, []), SLIPS),
          netOf: (f) => {
            const net = netName(f);
            return net === undefined
              ? null
              : new Set(Object.entries(board.truth.netOf).flatMap(([id, n]) => (n === net ? [id] : [])));
          },
          joined: netName('D+') !== undefined && netName('D+') === netName('D-'),
        },
      ];
    }),
  );
}

/** Boards of another hand, each a stage of its own. */
export function boardsOf(folder: string): KinBoard[] {
  return readdirSync(join(folder, 'boards'))
    .filter((n) => n.endsWith('.json'))
    .sort()
    .map((name): KinBoard => {
      const board = JSON.parse(readFileSync(join(folder, 'boards', name), 'utf8')) as ForeignBoard;
      const plate = marked(board);
      const pins = plate.rows.flatMap((r) => r.pins);
      const truthOf = (f: PinFunction): ForeignBoard['hidden']['truth'][number] | undefined =>
        board.hidden.truth.find((t) => t.connected && pins.find((p) => p.number === t.pad)?.function === f);
      const [plus, minus] = [truthOf('D+')?.landing ?? [], truthOf('D-')?.landing ?? []];
      return {
        stage: name,
        scene: traceScene(traceContext(plate, []), SLIPS),
        netOf: (f) => {
          const truth = truthOf(f);
          return truth ? new Set(truth.landing) : null;
        },
        joined: plus.some((p) => minus.includes(p)),
      };
    });
}

export function byStage<T extends { readonly stage: string }>(list: readonly T[]): T[][] {
  const kin = new Map<string, T[]>();
  for (const one of list) kin.set(one.stage, [...(kin.get(one.stage) ?? []), one]);
  return [...kin.values()];
}

const FOLDS = 8;
/** Stages that are left out of a fit together, so that each is measured by a fit on others. */
export const foldsOf = (stages: readonly string[]): ReadonlySet<string>[] =>
  Array.from({ length: FOLDS }, (_, k) => new Set(stages.filter((_s, i) => i % FOLDS === k)));
