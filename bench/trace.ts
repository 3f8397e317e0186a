import { fileURLToPath } from 'node:url';
import { isMainThread, parentPort, Worker, workerData } from 'node:worker_threads';
import { traceAdvice, traceContext, traceScene } from '@zebbit/core';
import type { BoardWish } from '@zebbit/core/practice';
import { brokenBoard } from '@zebbit/core/practice';
import type { TraceTally } from './trace-players';
import { emptyTally, playBoard } from './trace-players';

interface Share {
  readonly seeds: readonly number[];
  readonly slip: number;
  readonly from: BoardWish['from'];
}

if (!isMainThread) {
  const { seeds, slip, from } = workerData as Share;
  const tally = emptyTally();
  for (const seed of seeds) playBoard(seed, slip, tally, from);
  parentPort?.postMessage(tally);
}

function share(seeds: readonly number[], slip: number, from: Share['from']): Promise<TraceTally> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(fileURLToPath(import.meta.url), {
      workerData: { seeds, slip, from } satisfies Share,
    });
    worker.once('message', resolve);
    worker.once('error', reject);
  });
}

async function play(seeds: readonly number[], slip: number, from: Share['from']): Promise<TraceTally> {
  const half = Math.ceil(seeds.length / 2);
  const [a, b] = await Promise.all([
    share(seeds.slice(0, half), slip, from),
    share(seeds.slice(half), slip, from),
  ]);
  const sum = (x: number | unknown[], y: number | unknown[]): unknown =>
    typeof x === 'number' && typeof y === 'number' ? x + y : [...(x as unknown[]), ...(y as unknown[])];
  return Object.fromEntries(
    (Object.keys(a) as (keyof TraceTally)[]).map((k) => [k, sum(a[k], b[k])]),
  ) as unknown as TraceTally;
}

const pct = (part: number, whole: number): string => `${((100 * part) / Math.max(1, whole)).toFixed(2)} %`;

/** By tenths of what was said: how often it was right, of how many. */
function decilesOf(said: readonly (readonly [number, number])[]): string {
  const edges = [0, 0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 0.93, 0.95, 0.97, 0.99, 1.01];
  return edges
    .slice(0, -1)
    .flatMap((low, i) => {
      const own = said.filter(([p]) => p >= low && p < (edges[i + 1] ?? 2));
      if (own.length === 0) return [];
      const mean = own.reduce((a, [p]) => a + p, 0) / own.length;
      const right = own.reduce((a, [, r]) => a + r, 0) / own.length;
      return [`${(100 * mean).toFixed(0)} % was ${(100 * right).toFixed(0)} % (${own.length})`];
    })
    .join(', ');
}

/** Plays made-up boards and prints how well and in how few probes their pins are found. */
export async function benchTrace(
  seeds: readonly number[],
  slips: readonly number[],
  title: string,
  from: BoardWish['from'] = 'usual',
): Promise<void> {
  for (const slip of slips) {
    const t = await play(seeds, slip, from);
    const times = t.seconds.toSorted((x, y) => x - y);
    process.stdout.write(
      [
        `\nTrace, ${title}: ${t.boards} boards, ${(slip * 100).toFixed(0)} % of readings corrupted`,
        `  wrong among sure ${pct(t.wrong, t.sure)} (${t.wrong} of ${t.sure}, ${t.wrongNowhere} said to go nowhere; ${t.far} right but behind few ohms), landings that harm ${t.harm} (${t.harmSilent} without a word), unsure ${pct(t.unsure, t.required)} of ${t.required} pins`,
        `  probes a board: ${(t.probes / t.boards).toFixed(2)}; fixed order ${(t.fixedProbes / t.boards).toFixed(2)} (${pct(t.probes, t.fixedProbes)} of it), all pairs ${(t.allPairs / t.boards).toFixed(0)}, entropy bound ${(t.boundProbes / t.boards).toFixed(2)}`,
        `  the fixed order was wrong for ${pct(t.fixedWrong, t.required)}, found nothing for ${pct(t.fixedMissing, t.required)}`,
        `  belief and next probe together: median ${(1000 * (times[Math.floor(times.length / 2)] ?? 0)).toFixed(0)} ms, 95 of 100 under ${(1000 * (times[Math.floor(times.length * 0.95)] ?? 0)).toFixed(0)} ms`,
        `  said and right: ${decilesOf(t.said)}`,
        ...t.failures.slice(0, 40).map((f) => `    ${f}`),
        '',
      ].join('\n'),
    );
  }
}

/** How often the same boards are weighed: the first round is that of a machine that has not run it yet, the last one that of an evening's tenth probe. */
const ROUNDS = 4;

/** Prints what the next probe costs on the largest boards: type C with some sixty points. */
export function benchTraceSpeed(fresh: number): void {
  const boards = [11, 12, 13, 14, 15, fresh].map((seed) => {
    const board = brokenBoard(seed, { kind: 'type C data', torn: 0.5 });
    const context = traceContext(board.truth.board, []);
    return { context, scene: traceScene(context, 0.02) };
  });
  const points = Math.max(...boards.map(({ context }) => context.points.length));
  process.stdout.write(`\nTrace, next probe on type C boards of up to ${points} points, nothing known yet\n`);
  for (let round = 1; round <= ROUNDS; round += 1) {
    const times = boards
      .map(({ context, scene }) => {
        const begun = performance.now();
        traceAdvice(context, {}, scene);
        return performance.now() - begun;
      })
      .sort((a, b) => a - b);
    process.stdout.write(
      `  round ${round}: median ${(times[times.length >> 1] ?? 0).toFixed(0)} ms, ${times.map((t) => t.toFixed(0)).join(', ')}\n`,
    );
  }
}
