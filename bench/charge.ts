import { chargeTrace, readChargeCsv, timeToFull } from '@zebbit/core';
import { seeded, simulatedCharge } from '@zebbit/core/practice';

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

/** What was read beside the log: nothing, the capacity printed on the cell, and its volts at rest and thrice while it charges. */
const KNOWN = ['the log alone', 'and the printed capacity', 'and its volts, at rest and thrice'] as const;

/** Time to full after the first quarter, beside what is left of the printed capacity at the present current. */
function benchFull(seeds: readonly number[]): string[] {
  const own = KNOWN.map(() => ({ off: [] as number[], inside: 0 }));
  const plain: number[] = [];
  let spent = 0;
  for (const seed of seeds) {
    const c = simulatedCharge(seed);
    const random = seeded(seed + 77);
    const now = c.fullS / 4;
    const n = c.seconds.findIndex((s) => s > now);
    const [seconds, amps] = [c.seconds.slice(0, n), c.amps.slice(0, n)];
    const left = c.fullS - (seconds.at(-1) ?? 0);
    const trace = chargeTrace(seconds, amps);
    const volts = [0.05, 0.5, 0.97].map((share) => {
      const atS = Math.floor(share * now);
      return { atS, volts: Math.round(((c.cellVolts[atS] ?? 0) + 0.012 * (random() - 0.5)) * 100) / 100 };
    });
    for (const [k, o] of own.entries()) {
      const started = performance.now();
      const got = timeToFull(
        trace,
        seconds,
        amps,
        k > 0 ? c.printedAh : null,
        k > 1 ? volts : [],
        k > 1 ? c.restVolts : null,
      );
      spent += performance.now() - started;
      if (!got.known) continue;
      o.off.push(Math.abs(got.full.leftS.likely - left) / c.fullS);
      if (left >= got.full.leftS.least && left <= got.full.leftS.most) o.inside += 1;
    }
    const main = trace.phases.at(-1)?.amps ?? 1;
    plain.push(Math.abs((Math.max(0, c.printedAh - trace.ah) / main) * 3600 - left) / c.fullS);
  }
  const within = (list: readonly number[]): string =>
    `${list.filter((o) => o <= 0.1).length} within 10 % of the duration, worst ${(100 * Math.max(0, ...list)).toFixed(0)} %`;
  return [
    `  time to full after the first quarter, ${seeds.length} charges:`,
    ...own.map(
      (o, k) =>
        `    ${KNOWN[k] ?? ''}: told ${o.off.length}, ${within(o.off)}, the truth in its spread (8 of 10 wanted) ${o.inside}`,
    ),
    `    plainly, printed capacity less what went in, over the current: ${within(plain)}`,
    `    ${(spent / seeds.length / KNOWN.length).toFixed(0)} ms each`,
  ];
}

/** A day at ten samples a second, read and told. */
function benchDay(): string {
  const rows = ['time,volts,amps'];
  for (let i = 0; i < 864_000; i += 1) {
    const s = i / 10;
    const amps = s < 40_000 ? 0.5 : s < 70_000 ? 0.5 * Math.exp(-(s - 40_000) / 11_000) : 0.01;
    rows.push(`${s},5.03,${amps.toFixed(4)}`);
  }
  const text = rows.join('\n');
  const started = performance.now();
  const read = readChargeCsv(text);
  const there = performance.now();
  if (read.ok) chargeTrace(read.log.seconds, read.log.amps);
  return `  a day of 864,000 samples: read in ${(there - started).toFixed(0)} ms, told in ${(performance.now() - there).toFixed(0)} ms`;
}

/** Boundaries of simulated charges against where they truly are, beside plain thresholds. */
export function benchCharge(count: number, fresh: number): void {
  const off: Record<'own' | 'plain', number[]> = { own: [], plain: [] };
  let [drops, found, falseDrops] = [0, 0, 0];
  let spent = 0;
  const seeds = Array.from({ length: count }, (_, k) =>
    k < count / 2 ? k + 1 : 1_000_000 + fresh * 1000 + k,
  );
  for (const seed of seeds) {
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
      benchDay(),
      ...benchFull(seeds),
      '',
    ].join('\n'),
  );
}
