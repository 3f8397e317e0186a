import type { SolderName } from './alloy';
import type { HeatBoard } from './heat-board';
import type { TipName } from './iron';
import type { KnownBoard, TimedUse } from './likely-board';
import { NOTHING_KNOWN } from './likely-board';
import type { HeatTask } from './heat-task';
import { useOf } from './heat-task';

/** What the hand saw: with this setting it was molten after so long, or not by then. Kept with the job and the model card. */
export interface HeatNote {
  readonly task: HeatTask;
  /** `null` with air. */
  readonly tip: TipName | null;
  readonly celsius: number;
  readonly leaded: boolean;
  readonly seconds: number;
  readonly melted: boolean;
}

/** What a job keeps of how its board takes heat. */
export interface HeatRecord extends KnownBoard {
  /** What was on the pads; `null` while nobody knows. */
  readonly solder: SolderName | null;
  readonly notes: readonly HeatNote[];
}

export const EMPTY_HEAT: HeatRecord = { ...NOTHING_KNOWN, solder: null, notes: [] };

/** The joints that a task is usually about on a board: one pin, one leg on a plane, the row, or all. */
export function usualTargets({ joints }: HeatBoard, task: HeatTask): string[] {
  const pins = joints.filter((j) => j.kind === 'pin');
  if (task === 'part') return joints.map((j) => j.id);
  if (task === 'row') return pins.map((j) => j.id);
  const one =
    task === 'joint'
      ? (pins.find((j) => !j.onPlane) ?? pins[0] ?? joints[0])
      : (joints.find((j) => j.kind === 'leg' && j.onPlane) ?? joints.find((j) => j.onPlane) ?? joints[0]);
  return one ? [one.id] : [];
}

/** A note as it would have gone on a board; `null` where the board has nothing of the kind. */
export function timedUse(board: HeatBoard, note: HeatNote, roomC: number): TimedUse | null {
  const targets = usualTargets(board, note.task);
  if (targets.length === 0) return null;
  const means = {
    tip: note.tip,
    air: note.tip === null,
    preheatC: null,
    leaded: note.leaded,
    shielded: false,
  };
  return {
    use: useOf({ board, task: note.task, targets, roomC }, means, note.celsius),
    seconds: note.seconds,
    melted: note.melted,
  };
}
