import { chargeTrace } from '@zebbit/core';
import { simulatedCharge } from '@zebbit/core/practice';

/** The plain way: half the most is constant current, a tenth of it is the end. */
function byThreshold(seconds: Float64Array, amps: Float64Array): Map<string, number> {
  const top = amps.reduce((m, a) => Math.max(m, a), 0);
  const first = amps.findIndex((a) => a > top * 0.5);
  const full = amps.findLastIndex((a) => a > top * 0.9);
  const end = amps.findLastIndex((a) => a > top * 0.1);
  return new Map([
    ['constant', seconds[Math.max(0, first)] ?? 0],
    ['taper', seconds[Math.max(0, full)] ?? 0],
    ['done', seconds[Math.max(0, end)] ?? 0],
  ]);
}

/** Boundaries of simulated charges against where they truly are, beside plain thresholds. */
export function benchCharge(count: number, fresh: number): void {
  const off: Record<'own' | 'plain', number[]> = { own: [], plain: [] };
  let [drops, found, falseDrops] = [0, 0, 0];
  let spent = 0;
  for (let k = 0; k < count; k += 1) {
    const seed = k < count / 2 ? k + 1 : 1_000_000 + fresh * 1000 + k;
    const c = simulatedCharge(seed);
    const started = performance.now();
    const got = chargeTrace(c.seconds, c.amps);
    spent += performance.now() - started;
    const plain = byThreshold(c.seconds, c.amps);
    const long = c.seconds.at(-1) ?? 1;
    for (const p of c.phases.slice(1)) {
      const own = got.phases.find((q) => q.kind === p.kind)?.fromS;
      off.own.push(own === undefined ? 1 : Math.abs(own - p.fromS) / long);
      off.plain.push(Math.abs((plain.get(p.kind) ?? 0) - p.fromS) / long);
    }
    drops += c.dropouts.length;
    const hit = (d: { fromS: number }): boolean =>
      got.dropouts.some((g) => g.fromS <= d.fromS + 10 && g.toS >= d.fromS - 10);
    found += c.dropouts.filter(hit).length;
    falseDrops += got.dropouts.filter(
      (g) => !c.dropouts.some((d) => Math.abs(d.fromS - g.fromS) < 30),
    ).length;
  }
  const within = (list: readonly number[]): string =>
    `${((100 * list.filter((o) => o <= 0.02).length) / list.length).toFixed(1)} % within 2 % of the duration, worst ${(100 * Math.max(...list)).toFixed(1)} %`;
  process.stdout.write(
    [
      `\nCharges: ${count} simulated, half of them on fresh seeds`,
      `  boundaries ${off.own.length}: ${within(off.own)}`,
      `  by plain thresholds: ${within(off.plain)}`,
      `  dropouts ${drops}, found ${found}, false ${falseDrops}; ${(spent / count).toFixed(0)} ms a charge`,
      '',
    ].join('\n'),
  );
}
