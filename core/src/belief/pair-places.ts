import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import type { XY } from '../geometry/projective';
import type { PairChances } from './pair-chances';
import { OTHER_PAIR_CHANCES, PAIR_CHANCES } from './pair-chances';
import type { Orientation, TraceScene } from './trace-scene';

/** How much two lines of a pair belong together by two places of theirs, log weight: each worked out once a board. */
export function pairLogs(
  scene: TraceScene,
  o: Orientation,
  functions: readonly PinFunction[],
): (a: number, b: number) => number {
  const key = `${o.name} ${functions.join()}`;
  const n = scene.points.length;
  const known = scene.pairLogs.get(key) ?? new Float64Array(n ** 2).fill(NaN);
  scene.pairLogs.set(key, known);
  const chances = functions.every((f) => functionGroup(f) === 'data') ? PAIR_CHANCES : OTHER_PAIR_CHANCES;
  return (a, b) => {
    const at = a * n + b;
    if (Number.isNaN(known[at])) known[at] = pairLog(pairTraits(scene, o, functions, a, b), chances);
    return known[at] as number;
  };
}

/** What speaks for or against two places as those of the two lines of a pair: each counts with the weight of its name. */
export type PairTraits = Readonly<Record<keyof PairChances, number>>;

/** The order of two places says nothing that is firmer than this, by chance: boards are crossed now and then (a judgement). */
const CROSSED = 0.05;
/** Where each pad is there twice the lines have to cross at one of them. */
const CROSSED_OF_TWO = 0.25;
/** A place that stands straight behind the other says little of the order, mm. */
const STRAIGHT_BEHIND_MM = 0.15;
const NEAR_MM = 3.2;
const FAR_MM = 6;
const MOST_MM = 10;
/** Parts that both lines of a pair go through. */
const FOR_BOTH = ['choke', 'esd-array', 'chip', 'resistor-array'];

/** How much the order of two places along the row fits that of their pads, log chance. */
function orderLog(
  scene: TraceScene,
  [padsA, padsB]: readonly [readonly number[], readonly number[]],
  a: number,
  b: number,
): number {
  const pad = scene.points[padsA[0] ?? -1];
  const angle = pad?.owner === 'pin' ? (pad.row.directionDeg * Math.PI) / 180 : 0;
  const at = (i: number): XY => scene.where[i] ?? { x: 0, y: 0 };
  const along = (i: number): number => at(i).x * Math.cos(angle) + at(i).y * Math.sin(angle);
  const mean = (list: readonly number[]): number =>
    list.reduce((s, i) => s + along(i), 0) / Math.max(1, list.length);
  const inOrder = Math.sign(mean(padsB) - mean(padsA)) * (along(b) - along(a));
  const lean = 1 / (1 + Math.exp(-inOrder / STRAIGHT_BEHIND_MM));
  const crossed = padsA.length > 1 ? CROSSED_OF_TWO : CROSSED;
  return Math.log(crossed + (1 - 2 * crossed) * lean);
}

export function pairTraits(
  scene: TraceScene,
  o: Orientation,
  functions: readonly PinFunction[],
  a: number,
  b: number,
): PairTraits {
  const [padsA = [], padsB = []] = functions.map((f) => o.padsOf.get(f) ?? []);
  const order = orderLog(scene, [padsA, padsB], a, b);
  const [one, two] = [scene.kinds[a], scene.kinds[b]];
  const mm = scene.span(a, b);
  const shared = scene.component[a] !== null && scene.component[a] === scene.component[b];
  const ends = shared && scene.partner[a] === b;
  const point = one !== two && (one === 'point' || two === 'point');
  const told = (is: boolean): number => (is ? 1 : 0);
  return {
    order: padsA.length > 1 ? 0 : order,
    orderOfTwo: padsA.length > 1 ? order : 0,
    unlike: told(one !== two && !point),
    besidePoint: told(point),
    near: told(mm < NEAR_MM),
    far: told(mm > FAR_MM),
    perMm: Math.min(MOST_MM, mm),
    onePart: told(shared && !ends),
    bothEnds: told(ends),
    twoForOne: told(!shared && one === two && FOR_BOTH.includes(one ?? '')),
  };
}

const NAMES = Object.keys(PAIR_CHANCES) as (keyof PairChances)[];

/** Log weight of two places with these traits as those of a pair. */
export function pairLog(traits: PairTraits, chances: PairChances): number {
  let log = 0;
  for (const name of NAMES) log += traits[name] * chances[name];
  return log;
}
