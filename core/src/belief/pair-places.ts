import type { PinFunction } from '../connector/pin-function';
import type { XY } from '../geometry/projective';
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
  return (a, b) => {
    const at = a * n + b;
    if (Number.isNaN(known[at])) known[at] = pairWeight(scene, o, functions, a, b);
    return known[at] as number;
  };
}

/** How much two lines of a pair belong together: order of their parts against order of their pads, one kind of part, one place. */
function pairWeight(
  scene: TraceScene,
  o: Orientation,
  functions: readonly PinFunction[],
  a: number,
  b: number,
): number {
  const [padsA = [], padsB = []] = functions.map((f) => o.padsOf.get(f) ?? []);
  const alternating = padsA.length > 1;
  const at = (i: number): XY => scene.where[i] ?? { x: 0, y: 0 };
  const pad = scene.points[padsA[0] ?? -1];
  const angle = pad?.owner === 'pin' ? (pad.row.directionDeg * Math.PI) / 180 : 0;
  const along = (i: number): number => at(i).x * Math.cos(angle) + at(i).y * Math.sin(angle);
  const mean = (list: readonly number[]): number =>
    list.reduce((s, i) => s + along(i), 0) / Math.max(1, list.length);
  const apart = along(b) - along(a);
  const inOrder = Math.sign(mean(padsB) - mean(padsA)) * apart;
  const firm = alternating ? 0.25 : 0.05;
  // A part that stands straight behind the other says little of the order.
  const lean = 1 / (1 + Math.exp(-inOrder / 0.15));
  const order = Math.log(firm + (1 - 2 * firm) * lean);
  const [one, two] = [scene.kinds[a], scene.kinds[b]];
  const alike = one === two ? 1 : one === 'point' || two === 'point' ? -0.3 : -2;
  const near = scene.span(a, b) < 3.2 ? 0.6 : scene.span(a, b) > 6 ? -1.2 : 0;
  const shared = scene.component[a] !== null && scene.component[a] === scene.component[b];
  const ends = shared && scene.partner[a] === b ? -7 : shared ? 1 : 0;
  const array =
    ['choke', 'esd-array', 'chip', 'resistor-array'].includes(one ?? '') && one === two && !shared ? -2 : 0;
  return order + alike + near + ends + array;
}
