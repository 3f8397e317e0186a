import { Matrix } from 'ml-matrix';
import type { HeatScene } from './plate';
import { responseMatrix } from './response-matrix';

/**
 * All that ties the bodies to each other, to the air and, within a step, to the plate, as one matrix in W/K: what flows out of each body is
 * this matrix times the bodies' temperatures less `driven`.
 */
export interface BodyLinks {
  readonly matrix: Matrix;
  /** What flows out of each body at the temperatures given, W, with `free` the lands as they would be without any contact. */
  readonly flowOut: (now: Float64Array, free: Float64Array) => Float64Array;
  /** What flows into each land, W. */
  readonly intoLands: (now: Float64Array, free: Float64Array) => Float64Array;
}

/** @param lands what a watt into land j does at land i within a step, K/W, as `lands[j][i]`, in the order of the contacts that lead into the plate */
export function bodyLinks(
  { bodies, contacts, ambientC, airs }: HeatScene,
  lands: readonly (readonly number[])[],
): BodyLinks {
  const m = bodies.length;
  const onPlate = contacts.filter((c) => 'land' in c.to);
  const flows = responseMatrix(
    lands,
    onPlate.map((c) => c.watts),
  );
  const matrix = Matrix.zeros(m, m);
  const add = (k: number, l: number, watts: number): void => void matrix.set(k, l, matrix.get(k, l) + watts);
  onPlate.forEach((c, j) => onPlate.forEach((d, i) => add(c.body, d.body, flows[j]?.[i] ?? 0)));
  for (const { body, to, watts } of contacts)
    if ('body' in to) {
      add(body, body, watts);
      add(to.body, to.body, watts);
      add(body, to.body, -watts);
      add(to.body, body, -watts);
    }
  const jetC = airs[0]?.celsius ?? ambientC;
  const driven = Float64Array.from(bodies, (b) => b.airWK * ambientC + b.jetWK * jetC);
  bodies.forEach((b, k) => add(k, k, b.airWK + b.jetWK));
  const flat = Float64Array.from({ length: m * m }, (_, i) => matrix.get(Math.floor(i / m), i % m));
  const owner = Int32Array.from(onPlate, (c) => c.body);
  const n = onPlate.length;
  const flow = Float64Array.from({ length: n * n }, (_, i) => flows[Math.floor(i / n)]?.[i % n] ?? 0);
  // What the plate's own warmth gives the bodies changes once a step.
  return {
    matrix,
    flowOut: (now, free) => {
      const out = new Float64Array(m);
      for (let k = 0; k < m; k += 1) {
        let sum = -(driven[k] as number);
        for (let l = 0; l < m; l += 1) sum += (flat[k * m + l] as number) * (now[l] as number);
        out[k] = sum;
      }
      for (let j = 0; j < n; j += 1) {
        const k = owner[j] as number;
        let sum = 0;
        for (let i = 0; i < n; i += 1) sum += (flow[j * n + i] as number) * (free[i] as number);
        out[k] = (out[k] as number) - sum;
      }
      return out;
    },
    intoLands: (now, free) => {
      const into = new Float64Array(n);
      for (let j = 0; j < n; j += 1) {
        let sum = 0;
        for (let i = 0; i < n; i += 1)
          sum += (flow[j * n + i] as number) * ((now[owner[i] as number] as number) - (free[i] as number));
        into[j] = sum;
      }
      return into;
    },
  };
}
