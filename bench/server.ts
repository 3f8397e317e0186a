import { readFileSync } from 'node:fs';
import type { JobSummary } from '@zebbit/contract';
import { TestServer } from '../e2e/server';
import { loadedHome } from './loaded-home';
import { cloneJobs } from './many-jobs';
import { line } from './measure';

const SIZES = [50, 500, 2000] as const;
const CLIENTS = 20;
const ROUNDS = 15;
const TICKS_A_SECOND = 100;

/** Processor time a process has used, ms (user and system, all its threads). */
function cpuMs(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
  return ((Number(fields[11]) + Number(fields[12])) * 1000) / TICKS_A_SECOND;
}

const median = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

async function timed(act: () => Promise<unknown>): Promise<number> {
  const begun = performance.now();
  await act();
  return performance.now() - begun;
}

const readingOf = (red: string, black: string): RequestInit => ({
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ red, black, mode: 'continuity', shown: 'open', value: null }),
});

/** Home, a reading and twenty clients on workshops of 50, 500 and 2,000 jobs. Wanted: home of 500 under 200 ms of processor, a reading the same whatever the number of jobs. */
export async function benchServer(): Promise<void> {
  for (const size of SIZES) {
    const server = await TestServer.start({ home: await loadedHome() });
    try {
      const list = async (): Promise<JobSummary[]> =>
        (await (await fetch(`${server.url}/api/jobs`)).json()) as JobSummary[];
      const own = (await list()).length;
      await server.end();
      await cloneJobs(server.home, size, own);
      await server.killAndRestart();
      /** Home on a server that has just started: ms, and ms of processor. */
      const first = async (): Promise<readonly [number, number]> => {
        await fetch(`${server.url}/api/health`);
        const idle = cpuMs(server.pid);
        return [await timed(list), cpuMs(server.pid) - idle];
      };
      const [newMs, newCpu] = await first();
      await server.end();
      await server.killAndRestart();
      const [firstMs, firstCpu] = await first();
      const jobs = await list();
      const before = cpuMs(server.pid);
      const again: number[] = [];
      for (let i = 0; i < ROUNDS; i += 1) again.push(await timed(list));
      const againCpu = (cpuMs(server.pid) - before) / ROUNDS;
      const guide = jobs.find((j) => j.name === 'Audio guide 9');
      if (!guide) throw new Error('the demo has no Audio guide 9');
      const post = (n: number): Promise<Response> =>
        fetch(
          `${server.url}/api/jobs/${guide.id}/readings`,
          n % 2 === 0 ? readingOf('R6.1', 'R7.1') : readingOf('R9.1', 'R10.1'),
        );
      const posts: number[] = [];
      for (let i = 0; i < 40; i += 1) posts.push(await timed(() => post(i)));
      const changed = await timed(list);
      const crowd: number[] = [];
      const crowdMs = await timed(() =>
        Promise.all(
          Array.from({ length: CLIENTS }, async (_, c) => {
            for (let i = 0; i < 10; i += 1)
              crowd.push(
                await timed(async () => {
                  const answer = await (i % 2 === 0
                    ? post(c + i)
                    : fetch(`${server.url}/api/jobs/${jobs[(c * 7 + i) % jobs.length]?.id ?? ''}`));
                  if (!answer.ok) throw new Error(`a client was answered ${answer.status}`);
                  await answer.arrayBuffer();
                }),
              );
          }),
        ),
      );
      line(
        `home of ${jobs.length} jobs`,
        `never made ${newMs.toFixed(0)} ms, ${newCpu.toFixed(0)} ms of processor`,
        `first after a start ${firstMs.toFixed(0)} ms, ${firstCpu.toFixed(0)} of processor`,
        `again ${median(again).toFixed(0)} ms, ${againCpu.toFixed(0)} of processor`,
        `after one change ${changed.toFixed(0)} ms`,
      );
      line(
        `  a reading kept, ${jobs.length} jobs`,
        `median ${median(posts).toFixed(1)} ms`,
        `${CLIENTS} clients, 10 questions each: ${crowdMs.toFixed(0)} ms, the slowest ${Math.max(...crowd).toFixed(0)} ms`,
      );
    } finally {
      await server.stop();
    }
  }
}
