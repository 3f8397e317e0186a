import type { Kit, KitTool } from '../drawer/kit';
import { lackingTools } from '../drawer/kit';

/** One way to do an act. */
export interface ItemOption {
  readonly key: string;
  readonly title: string;
  readonly why: string;
  /** Hands-on time, min. */
  readonly minutes: number;
  /** Chance that it holds at the first try, 0 to 1. */
  readonly success: number;
  readonly loses: string | null;
  readonly tools: readonly KitTool[];
  /** Tools that the kit lacks. */
  readonly lacks: readonly KitTool[];
}

/** When an act is done, from first to last. */
export const WORK_STAGES = [
  'before',
  'off',
  'clean',
  'pads',
  'under',
  'part',
  'fit',
  'wires',
  'legs',
  'after',
] as const;
export type WorkStage = (typeof WORK_STAGES)[number];

/** One act of the rebuilding beside the pins of the row: a leg, a hole, a part, a wire of the cord, a step of the fitting. */
export interface WorkItem {
  /** Steady between visits. */
  readonly id: string;
  readonly title: string;
  readonly why: string;
  /** What has to be known first; `null` when it can be done. */
  readonly waitsFor: string | null;
  readonly stage: WorkStage;
  /** The best first; one at least. */
  readonly options: readonly ItemOption[];
}

export type Draft = Omit<ItemOption, 'lacks'>;

/** What the kit lacks comes after what can be done tonight; then by minutes until it holds. */
export function rankedOptions(drafts: readonly Draft[], kit: Kit): ItemOption[] {
  return drafts
    .map((d) => ({ ...d, lacks: lackingTools(kit, d.tools) }))
    .toSorted(
      (a, b) => Number(a.lacks.length > 0) - Number(b.lacks.length > 0) || worthMinutes(a) - worthMinutes(b),
    );
}

/** What is lost weighs like half an hour of work (a judgement). */
const LOSS_MIN = 30;
const worthMinutes = (o: Draft): number =>
  o.minutes / Math.max(0.05, o.success) + (o.loses === null ? 0 : LOSS_MIN);
