/**
 * A network of conductances, solved by taking out one node after the other (star-mesh transformation, after Rosen 1924, from
 * memory). It only adds, multiplies and divides positive figures, so a picosiemens beside a megasiemens costs no digits,
 * where plain elimination would lose the smaller one.
 */
export interface StarMesh {
  /** Nodes besides ground. */
  readonly size: number;
  /** Lower triangle with ground as row 0; after `eliminate` row k holds what node k had when it was taken out. */
  readonly g: Float64Array;
  readonly sums: Float64Array;
}

/** Room for `size` nodes beside ground, all unconnected. */
export function starMesh(size: number): StarMesh {
  return { size, g: new Float64Array((size + 1) * (size + 1)), sums: new Float64Array(size + 1) };
}

/** Adds a conductance, siemens, between two nodes (0 is ground). */
export function addConductance({ g, size }: StarMesh, a: number, b: number, siemens: number): void {
  const at = a > b ? a * (size + 1) + b : b * (size + 1) + a;
  g[at] = (g[at] as number) + siemens;
}

/** Takes the nodes out, last first, in place. */
export function eliminate({ g, size, sums }: StarMesh): void {
  const w = size + 1;
  for (let k = size; k >= 1; k -= 1) {
    const row = k * w;
    let sum = 0;
    for (let j = 0; j < k; j += 1) sum += g[row + j] as number;
    sums[k] = sum;
    if (sum === 0) continue;
    for (let i = 1; i < k; i += 1) {
      const gi = g[row + i] as number;
      if (gi === 0) continue;
      const f = gi / sum;
      const to = i * w;
      for (let j = 0; j < i; j += 1) g[to + j] = (g[to + j] as number) + f * (g[row + j] as number);
    }
  }
}

/**
 * Node voltages for currents flowing in, after `eliminate`. A node without any connection stays at 0 V.
 * @param amps current into each node, index 0 unused; overwritten
 */
export function solveMesh({ g, size, sums }: StarMesh, amps: Float64Array): Float64Array {
  const w = size + 1;
  for (let k = size; k >= 1; k -= 1) {
    const sum = sums[k] as number;
    const flow = amps[k] as number;
    if (sum === 0 || flow === 0) continue;
    const f = flow / sum;
    const row = k * w;
    for (let i = 1; i < k; i += 1) amps[i] = (amps[i] as number) + f * (g[row + i] as number);
  }
  const volts = new Float64Array(w);
  for (let k = 1; k <= size; k += 1) {
    const sum = sums[k] as number;
    if (sum === 0) continue;
    const row = k * w;
    let flow = amps[k] as number;
    for (let j = 1; j < k; j += 1) flow += (g[row + j] as number) * (volts[j] as number);
    volts[k] = flow / sum;
  }
  return volts;
}
