/** Median time of a call in milliseconds, after warming up. */
export function medianMs(act: () => void, rounds = 15): number {
  for (let i = 0; i < 3; i += 1) act();
  const times = Array.from({ length: rounds }, () => {
    const begun = performance.now();
    act();
    return performance.now() - begun;
  }).sort((a, b) => a - b);
  return times[Math.floor(times.length / 2)] ?? 0;
}

/** A seeded generator in [0, 1). Mulberry32 (public domain). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export function line(name: string, ...figures: readonly string[]): void {
  process.stdout.write(`${name.padEnd(44)} ${figures.join('   ')}\n`);
}
