import type { JobBundle } from '@zebbit/contract';
import { EMPTY_CLOSING } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import { TestServer } from '../e2e/server';
import { loadedHome } from './loaded-home';
import { asBefore } from './many-jobs';
import { line } from './measure';

const KILLS = 200;
/** One in so many kills falls on a start that has to bring an older database up to date. */
const UPGRADE_EVERY = 5;
/** A start takes about this long here; kills fall anywhere in it, or in the writing after it, ms. */
const STARTING_MS = 900;
const WRITING_MS = 250;

interface Acknowledged {
  readonly readings: Set<string>;
  rev: number;
  watch: string;
}

/** Kills the server at any moment, 200 times, migrations among them: whatever it had acknowledged must be there afterwards. */
export async function benchKills(seed: number): Promise<void> {
  const random = seeded(seed);
  const server = await TestServer.start({ home: await loadedHome() });
  const lost: string[] = [];
  let [acknowledged, upgrades] = [0, 0];
  try {
    const jobs = (await (await fetch(`${server.url}/api/jobs`)).json()) as { id: string; name: string }[];
    const id = jobs.find((j) => j.name === 'Audio guide 9')?.id ?? '';
    const job = async (): Promise<JobBundle> =>
      (await (await fetch(`${server.url}/api/jobs/${id}`)).json()) as JobBundle;
    const first = await job();
    const known: Acknowledged = {
      readings: new Set(first.readings.map((r) => r.id)),
      rev: first.revs.closing,
      watch: '',
    };
    const send = (method: string, path: string, body: unknown): Promise<Response> =>
      fetch(`${server.url}/api/jobs/${id}/${path}`, {
        method,
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    /** Writes until the server is gone; keeps account of what was acknowledged. */
    const write = async (): Promise<void> => {
      for (let n = 0; ; n += 1) {
        const reading = await send('POST', 'readings', {
          red: 'R6.1',
          black: 'R7.1',
          mode: 'continuity',
          shown: 'open',
          value: null,
        });
        if (reading.status === 201) known.readings.add(((await reading.json()) as { id: string }).id);
        const watch = `note ${n} ${random()}`;
        const saved = await send('PUT', 'closing', { rev: known.rev, body: { ...EMPTY_CLOSING, watch } });
        if (saved.status === 200) [known.rev, known.watch] = [known.rev + 1, watch];
        acknowledged += 2;
      }
    };
    for (let n = 0; n < KILLS; n += 1) {
      const upgrade = n % UPGRADE_EVERY === UPGRADE_EVERY - 1;
      if (upgrade) {
        await server.end();
        await asBefore(server.home);
        upgrades += 1;
        const starting = server.startUnwatched();
        await new Promise((resolve) => setTimeout(resolve, random() * STARTING_MS));
        await server.kill();
        await starting;
      } else {
        const writing = write().catch(() => undefined);
        await new Promise((resolve) => setTimeout(resolve, random() * WRITING_MS));
        await server.kill();
        await writing;
      }
      await server.killAndRestart();
      const now = await job();
      const there = new Set(now.readings.map((r) => r.id));
      for (const reading of known.readings)
        if (!there.has(reading)) lost.push(`reading ${reading}, kill ${n}`);
      // A save may have been stored without its acknowledgement having come through; never the other way round.
      if (now.revs.closing < known.rev) lost.push(`closing ${known.rev}, kill ${n}`);
      if (now.revs.closing === known.rev && known.watch !== '' && now.documents.closing.watch !== known.watch)
        lost.push(`closing text, kill ${n}`);
      known.rev = now.revs.closing;
      known.watch = now.documents.closing.watch;
      for (const reading of there) known.readings.add(reading);
    }
  } finally {
    await server.stop();
  }
  line(
    `${KILLS} kills, ${upgrades} of them while an older database was brought up to date`,
    `${acknowledged} writes acknowledged, ${lost.length} lost`,
    `seed ${seed}`,
  );
  for (const what of lost.slice(0, 5)) line('  lost', what);
}
