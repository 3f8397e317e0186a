/** Something on the ribbon, minutes from its start. */
export interface Stretch {
  readonly begins: number;
  readonly ends: number;
}

/** Lanes for what runs at the same time: each in the first lane that is free when it begins. Gives the lane of each, in the order given. */
export function lanesOf(stretches: readonly Stretch[]): number[] {
  const free: number[] = [];
  const order = stretches
    .map((_, i) => i)
    .toSorted((a, b) => (stretches[a]?.begins ?? 0) - (stretches[b]?.begins ?? 0));
  const lanes = stretches.map(() => 0);
  for (const i of order) {
    const stretch = stretches[i];
    if (!stretch) continue;
    const found = free.findIndex((ends) => ends <= stretch.begins);
    const lane = found < 0 ? free.length : found;
    free[lane] = stretch.ends;
    lanes[i] = lane;
  }
  return lanes;
}

/** Minutes between two ticks of a ribbon, so that their times have room. */
export function tickMinutes(minutes: number, widthPx: number): number {
  const roomPx = 78;
  return [5, 10, 15, 30, 60, 120].find((t) => (t / minutes) * widthPx >= roomPx) ?? 240;
}

/** Ids in a new order: one of them put before the place that it was dropped at. */
export function movedTo(ids: readonly string[], id: string, to: number): string[] {
  const rest = ids.filter((i) => i !== id);
  const at = Math.max(0, Math.min(rest.length, to));
  return [...rest.slice(0, at), id, ...rest.slice(at)];
}

/** A line of the evening as the ribbon draws it. */
interface Line {
  readonly begins: number;
  readonly ends: number;
  readonly setup: number;
  readonly task: { readonly jobId: string };
}

/** Pauses up to this many minutes do not part two sittings of one job. */
const PAUSE_MIN = 2;

/** Lines one after the other of the same job, as one. */
export function sittingsOf<T extends Line>(lines: readonly T[]): (readonly T[])[] {
  const out: T[][] = [];
  for (const line of lines) {
    const last = out.at(-1);
    const before = last?.at(-1);
    const pause = before ? line.begins - line.setup - before.ends : Infinity;
    if (last && before && before.task.jobId === line.task.jobId && pause <= PAUSE_MIN) last.push(line);
    else out.push([line]);
  }
  return out;
}
