import { chromium } from '@playwright/test';
import { CHROMIUM } from '../e2e/chromium';
import { TestServer } from '../e2e/server';
import { loadedHome } from './loaded-home';
import { cloneJobs, onDatabase } from './many-jobs';

const JOBS = 2000;
const OWN = 11;
const TIMES = 5;

/** Home and the ledger in Chromium, from the press to what is to be seen: of the demo's jobs, and of two thousand. */
export async function benchHomePage(): Promise<void> {
  await measure(OWN);
  await measure(JOBS);
}

async function measure(jobs: number): Promise<void> {
  const home = await loadedHome();
  await cloneJobs(home, jobs, OWN);
  // Of the copies nothing is to be weighed; nine of ten were handed back, over five years.
  await onDatabase(home, [
    `DELETE FROM readings WHERE jobId LIKE '%-%'`,
    `UPDATE documents SET body = json_set(body, '$.handedBack', json('true'), '$.minutes', 60 + abs(random()) % 200, '$.faultSite', 'pads',
       '$.handedBackAt', strftime('%Y-%m-%dT%H:%M:%fZ', 'now', '-' || (abs(random()) % 1800) || ' days'))
     WHERE kind = 'closing' AND jobId LIKE '%-%' AND abs(random()) % 10 > 0`,
  ]);
  const server = await TestServer.start({ home });
  try {
    // The lines of the shelf are made once.
    await fetch(`${server.url}/api/jobs`).then((r) => r.text());
    const browser = await chromium.launch(CHROMIUM);
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    const median = async (path: string, see: () => Promise<void>): Promise<string> => {
      const all: number[] = [];
      for (let i = 0; i < TIMES; i += 1) {
        await page.goto('about:blank');
        const begun = performance.now();
        await page.goto(server.url + path, { waitUntil: 'commit' });
        await see();
        all.push(performance.now() - begun);
      }
      all.sort((a, b) => a - b);
      return `${all[Math.floor(TIMES / 2)]?.toFixed(0) ?? ''} ms in the middle, ${all.at(-1)?.toFixed(0) ?? ''} at most`;
    };
    const shelf = page.getByRole('list', { name: 'Jobs on the shelf' }).getByRole('link').first();
    process.stdout.write(`\n${jobs} jobs: home to its shelf ${await median('/', () => shelf.waitFor())}\n`);
    const sums = page
      .getByRole('region', { name: 'Handed back, month by month' })
      .getByRole('img', { name: /^Jobs handed back/ });
    process.stdout.write(
      `${jobs} jobs: ledger to its chart ${await median('/ledger', () => sums.waitFor())}\n`,
    );
    await page.goto(server.url);
    await shelf.waitFor();
    const begun = performance.now();
    await page.getByRole('button', { name: '150 min' }).click();
    await page.getByRole('button', { name: 'Why this order' }).waitFor();
    process.stdout.write(
      `${jobs} jobs: an evening planned ${(performance.now() - begun).toFixed(0)} ms after the press\n`,
    );
    await browser.close();
  } finally {
    await server.stop();
  }
}
