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

export function line(name: string, ...figures: readonly string[]): void {
  process.stdout.write(`${name.padEnd(44)} ${figures.join('   ')}\n`);
}
