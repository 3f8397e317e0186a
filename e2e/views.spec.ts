import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { STATIONS } from '@zebbit/core';
import type { JobSummary } from '@zebbit/contract';
import { watchErrors } from './bench';
import { TestServer } from './server';

let server: TestServer;
let jobs: JobSummary[] = [];

test.beforeAll(async () => {
  server = await TestServer.start({ demo: true });
  jobs = (await (await fetch(`${server.url}/api/jobs`)).json()) as JobSummary[];
});
test.afterAll(async () => {
  await server.stop();
});

// The longest file by far: both workers take their share.
test.describe.configure({ mode: 'parallel' });

/** Violations only, and no second page a view: there are no frames, and what passes is not written out. */
const axe = (page: Page, rules?: string[]) =>
  new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'], ...(rules && { runOnly: { type: 'rule', values: rules } }) });

const PARTS = 4;
for (let part = 0; part < PARTS; part += 1) {
  test(`every main view by day and by night, part ${part + 1} of ${PARTS}: no serious violation, no console error`, async ({
    browser,
  }) => {
    // What comes up by itself meanwhile stands at once: half faded in it would be too pale.
    const context = await browser.newContext({
      viewport: { width: 1280, height: 800 },
      reducedMotion: 'reduce',
    });
    const page = await context.newPage();
    const errors = watchErrors(page);
    const stick = jobs.find((j) => j.name.includes('stick'))?.id ?? '';
    const guide = jobs.find((j) => j.name.includes('guide 14'))?.id ?? '';
    const second = jobs.find((j) => j.name.includes('guide 9'))?.id ?? '';
    const clock = jobs.find((j) => j.name.includes('clock'))?.id ?? '';
    const phones = jobs.find((j) => j.name.includes('headphones'))?.id ?? '';
    const clicker = jobs.find((j) => j.name.includes('clicker'))?.id ?? '';
    const lamp = jobs.find((j) => j.name.includes('lamp'))?.id ?? '';
    const paths = [
      '/',
      `/jobs/${lamp}/take-in`,
      ...STATIONS.map((s) => `/jobs/${guide}/${s}`),
      ...['look-over', 'trace', 'rebuild', 'prove'].map((s) => `/jobs/${stick}/${s}`),
      `/jobs/${second}/trace`,
      `/jobs/${second}/match`,
      `/jobs/${clock}/rebuild`,
      `/jobs/${phones}/look-over`,
      `/jobs/${clicker}/match`,
      '/drawer',
      '/ledger',
      `/jobs/${second}/where-you-were`,
      `/jobs/${clock}/take-in`,
      '/drawer/labels',
      '/library',
      `/jobs/${guide}/hand-back`,
      `/jobs/${guide}/bench-sheet`,
      '/sums/heat',
      '/sums/lid?cell=yes',
      '/sums/marks?mark=01C',
      '/sums/divider',
      '/sums/solder',
    ];
    for (const path of paths.filter((_, n) => n % PARTS === part)) {
      await page.emulateMedia({ colorScheme: 'light' });
      await page.goto(server.url + path, { waitUntil: 'networkidle' });
      const day = await axe(page).analyze();
      // By night only the colours are others.
      await page.emulateMedia({ colorScheme: 'dark' });
      const night = await axe(page, ['color-contrast']).analyze();
      const serious = [...day.violations, ...night.violations]
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => `${path} ${v.id}: ${v.nodes[0]?.html ?? ''}`);
      expect(serious).toEqual([]);
    }
    expect(errors).toEqual([]);
    await context.close();
  });
}

test('the demo: one job complete, ten on their way, one at least of every kind', () => {
  expect(jobs).toHaveLength(11);
  expect(jobs.filter((j) => j.next.tone === 'done').map((j) => j.name)).toEqual(['Audio guide 14']);
});

test('an unknown job and an unknown page say so', async ({ page }) => {
  await page.goto(`${server.url}/jobs/nope/trace`);
  await expect(page.getByRole('heading', { name: 'There is no such job' })).toBeVisible();
  await page.goto(`${server.url}/nowhere`);
  await expect(page.getByRole('heading', { name: 'Nothing lives here' })).toBeVisible();
});

test('the plate is worked by keyboard: crosshair, marks, faces', async ({ page }) => {
  const guide = jobs.find((j) => j.name.includes('guide 14'))?.id ?? '';
  await page.goto(`${server.url}/jobs/${guide}/look-over`, { waitUntil: 'networkidle' });
  const pin = page
    .getByRole('main')
    .getByRole('button', { name: /^pin A6 D\+/ })
    .first();
  await pin.focus();
  await page.keyboard.press('Enter');
  await expect(pin).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  await page.keyboard.press('m');
  await page.getByRole('group', { name: /^Board, top face/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  for (let n = 0; n < 5; n += 1) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /mm \(/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('f');
  await expect(page.getByRole('button', { name: 'Bottom' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('main').getByRole('button', { name: /^leg A, below/ })).toBeVisible();
});
