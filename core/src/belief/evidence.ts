import type { Reading } from '../board/reading';
import type { LabelSet } from './labels';
import type { TraceMode } from './outcome-class';
import { readingClass } from './outcome-class';
import type { TraceScene } from './trace-scene';

/** A reading as the belief takes it in; points by their numbers in the scene. */
export interface TraceEvidence {
  readonly reading: Reading;
  readonly red: number;
  readonly black: number;
  readonly mode: TraceMode;
  /** Class of what was shown. */
  readonly at: number;
}

/** Stands before the id of a component whose mark was taken as a reading. */
export const MARK = 'mark of';

/** What is printed on a resistor, or on an array for each of its pairs, is as good as a reading across it. */
function marks(scene: TraceScene): Reading[] {
  return scene.points.flatMap((p, i) => {
    if (p.owner !== 'terminal' || scene.marked[i] === null) return [];
    const other = scene.points[scene.partner[i] ?? -1];
    if (!other || (scene.partner[i] ?? -1) < i) return [];
    return [
      {
        id: `${MARK} ${p.component.id}`,
        at: '',
        mode: 'ohms',
        shown: 'value',
        value: scene.marked[i] ?? null,
        red: p.id,
        black: other.id,
        struck: false,
      },
    ];
  });
}

/**
 * Readings that stand and whose points are on the board, and what is printed on resistors. They come in an order of their own, whatever
 * order they were taken in: what is believed does not depend on it, to the last digit.
 */
export function evidenceOf(scene: TraceScene, readings: readonly Reading[]): TraceEvidence[] {
  const taken = readings.map((r) => [r, readingClass(r)] as const);
  // Who measures across a marked part reads the mark once more: it is no second witness.
  const unread = marks(scene).filter((mark) => {
    const printed = readingClass(mark);
    return !taken.some(
      ([r, read]) =>
        printed !== null &&
        read?.mode === printed.mode &&
        Math.abs(read.at - printed.at) <= 1 &&
        [r.red, r.black].sort().join() === [mark.red, mark.black].sort().join(),
    );
  });
  return [...unread, ...readings]
    .flatMap((reading): TraceEvidence[] => {
      const [red, black] = [scene.index.get(reading.red), scene.index.get(reading.black)];
      const seen = readingClass(reading);
      return red === undefined || black === undefined || red === black || !seen
        ? []
        : [{ reading, red, black, ...seen }];
    })
    .sort(
      (a, b) =>
        a.red - b.red || a.black - b.black || (a.mode < b.mode ? -1 : a.mode > b.mode ? 1 : 0) || a.at - b.at,
    );
}

/** A distribution over labels from the few that are not 0. */
export function spread(labels: LabelSet, ...parts: readonly (readonly [number, number])[]): Float64Array {
  const out = new Float64Array(labels.labels.length);
  for (const [label, p] of parts) out[label] = (out[label] ?? 0) + p;
  return out;
}

export const sumOf = (a: Float64Array): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i += 1) sum += a[i] as number;
  return sum;
};
export const times = (a: Float64Array, b: Float64Array): Float64Array =>
  a.map((x, i) => x * (b[i] as number));
export function scaled(a: Float64Array): Float64Array {
  const total = sumOf(a);
  return total > 0 ? a.map((x) => x / total) : a;
}

/**
 * Likelihood of a reading for each label of one of its points, the other being distributed as given.
 * @param table chances of what is shown, by both labels: those between any two points, where it is not given
 */
export function messageTo(
  labels: LabelSet,
  e: Pick<TraceEvidence, 'mode' | 'at'>,
  toRed: boolean,
  other: Float64Array,
  table: readonly Float64Array[] = labels.chances[e.mode],
): Float64Array {
  const n = labels.labels.length;
  const out = new Float64Array(n);
  for (let j = 0; j < n; j += 1) {
    const w = other[j] as number;
    if (w === 0) continue;
    for (let i = 0; i < n; i += 1) {
      const chances = (toRed ? table[i * n + j] : table[j * n + i]) as Float64Array;
      out[i] = (out[i] as number) + w * (chances[e.at] as number);
    }
  }
  return out;
}
