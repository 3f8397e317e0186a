import { readFileSync } from 'node:fs';
import type { BrowserContext, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { beginWait, EMPTY_INTAKE, EMPTY_WAITS, USUAL_WAITS } from '@zebbit/core';
import { allSaved, watchErrors } from './bench';
import { JobClient } from './job-client';
import { TestServer } from './server';

/** The evening at the bench with a clock that is moved: what runs by itself, what to do next, what was left where. */

let server: TestServer;
/** A page that still listens would keep the server. */
const contexts: BrowserContext[] = [];
test.afterEach(async () => {
  for (const context of contexts.splice(0)) await context.close();
});
test.beforeAll(async () => {
  server = await TestServer.start({ demo: true });
});
test.afterAll(async () => {
  await server.stop();
});

const MINUTE = 60_000;
const told = (page: Page, what: string) => page.locator('[data-sonner-toast]').filter({ hasText: what });

test('a wait begun by one key outlives the page and a killed server, is told once by one of two pages, and ends by a press', async ({
  browser,
}) => {
  const client = new JobClient(server.url);
  const id = await client.newJob('Storm lantern');
  await client.save(id, 'intake', { ...EMPTY_INTAKE, name: 'Storm lantern' });
  const context = await browser.newContext();
  contexts.push(context);
  const [bench, other] = [await context.newPage(), await context.newPage()];
  const failed = [watchErrors(bench), watchErrors(other)];
  const now = new Date();
  for (const page of [bench, other]) await page.clock.install({ time: now });
  await bench.goto(`${server.url}/jobs/${id}/take-in`);
  await allSaved(bench);
  await bench.keyboard.press('q');
  await expect(bench.getByRole('dialog')).toContainText('UV mask under the lamp');
  await bench.keyboard.press('1');
  const running = bench.getByRole('group', { name: 'What runs by itself' });
  await expect(running).toContainText('UV mask under the lamp');
  await allSaved(bench);

  await bench.close();
  await server.killAndRestart();
  const again = await context.newPage();
  await again.clock.install({ time: now });
  await again.goto(server.url);
  await other.goto(`${server.url}/drawer`);
  await expect(again.getByRole('link', { name: /Storm lantern/ })).toContainText('UV mask under the lamp');
  // Nothing is told before it is due.
  await again.clock.fastForward(8 * MINUTE);
  await expect(told(again, 'Storm lantern')).toHaveCount(0);
  for (const page of [again, other]) await page.clock.fastForward(4 * MINUTE);
  await expect
    .poll(
      async () => (await told(again, 'Storm lantern').count()) + (await told(other, 'Storm lantern').count()),
    )
    .toBe(1);
  // Long after, and on a page that is loaded anew, it is not told again.
  await again.clock.fastForward(60 * MINUTE);
  await again.reload();
  await expect(again.getByRole('link', { name: /Storm lantern/ })).toContainText('over the most');
  await expect(told(again, 'Storm lantern')).toHaveCount(0);

  await again.goto(`${server.url}/jobs/${id}/take-in`);
  const due = again.getByRole('status', { name: 'Due now' });
  await expect(due).toContainText('Prod it with a toothpick');
  await due.getByRole('button', { name: 'Over' }).click();
  await expect(due).toHaveCount(0);
  await allSaved(again);
  expect((await client.job(id)).documents.waits.waits[0]?.endedAt).not.toBeNull();
  await again.keyboard.press('Control+z');
  await expect(due).toBeVisible();
  await allSaved(again);
  // Said from the ledge, the desk hears of it.
  await again
    .getByRole('group', { name: 'What runs by itself' })
    .getByRole('button', { name: /UV mask under the lamp/ })
    .click();
  await again.getByRole('button', { name: 'It is over' }).click();
  await expect.poll(async () => (await client.job(id)).documents.waits.waits[0]?.endedAt).not.toBeNull();
  await expect(due).toHaveCount(0);
  expect(failed.flat()).toEqual([]);
});

test('the evening is planned from minutes alone, moves with the clock, and follows the hand', async ({
  page,
}) => {
  const failed = watchErrors(page);
  await page.clock.install({ time: new Date('2026-11-27T19:00:00') });
  await page.goto(server.url);
  await page.getByLabel('I have, min').fill('150');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('until')).toHaveValue('21:30');
  const hands = page.getByRole('list', { name: 'What the hands do, in order' }).getByRole('button');
  await expect(hands.first()).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('2.5 hours');
  const order = (): Promise<string[]> =>
    hands.evaluateAll((all) =>
      all.map((b) => (b.getAttribute('aria-label') ?? '').replace(/^[\d:]+, /u, '')),
    );
  const before = await order();
  expect(before.length).toBeGreaterThan(1);

  await page.getByRole('button', { name: 'Why this order' }).click();
  const table = page.getByRole('table', { name: 'The evening, line by line' });
  expect(await table.getByRole('row').count()).toBeGreaterThanOrEqual(before.length);
  await expect(table).toContainText(/\d+ min to \d+ min/u);

  // The second to the first place, by the keyboard.
  const jobOf = (label: string | undefined): string => (label ?? '').split(':')[0] ?? '';
  await hands.nth(1).focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect.poll(async () => jobOf((await order())[0])).toBe(jobOf(before[1]));
  await expect(table).toContainText('you put it here');
  await page.getByRole('button', { name: 'Plan it freely again' }).click();
  await expect.poll(async () => jobOf((await order())[0])).toBe(jobOf(before[0]));

  // The first dragged behind the second, by the pointer.
  const box = await hands.first().boundingBox();
  const behind = await hands.nth(1).boundingBox();
  if (!box || !behind) throw new Error('no blocks');
  await page.mouse.move(box.x + 12, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(behind.x + behind.width, box.y + 20, { steps: 8 });
  await page.mouse.up();
  await expect.poll(async () => jobOf((await order())[0])).not.toBe(jobOf(before[0]));
  await page.getByRole('button', { name: 'Plan it freely again' }).click();

  // An hour passes: what is left is planned anew, its end stands.
  await page.clock.fastForward(60 * MINUTE);
  await expect(page.getByLabel('I have, min')).toHaveValue(/^(?:89|90)$/u);
  await expect(page.getByLabel('until')).toHaveValue('21:30');
  await page.getByLabel('until').fill('25:00');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toHaveText(/^Until: a time as 22:00/u);
  await expect(page.getByLabel('until')).toHaveValue('25:00');
  expect(failed).toEqual([]);
});

test('a part in the post holds up what needs it, and the shelf says since when', async ({ page }) => {
  await page.goto(server.url);
  const clock = page.getByRole('link', { name: /Tide-clock display/ });
  await expect(clock).toContainText(/port board, four-pin plug in the post: due, 9 days by now/u);
  await expect(clock).toContainText(/promised for/u);
});

test('the shelf is searched by device, owner, model and part; what went back stands behind one key', async ({
  page,
}) => {
  await page.goto(server.url);
  const rows = page.getByRole('list', { name: 'Jobs on the shelf' }).getByRole('listitem');
  await expect(rows.first()).toBeVisible();
  await page.keyboard.press('/');
  await page.keyboard.type('four-pin');
  await expect(rows).toHaveCount(1);
  await expect(rows.first()).toContainText('Tide-clock');
  await page.keyboard.press('Escape');
  await page.keyboard.press('b');
  await expect(page.getByRole('list', { name: 'Jobs handed back' })).toContainText('Audio guide 14');
});

test('after weeks a job says where it was left: what lies in which tray, what is known, what is awaited', async ({
  page,
}) => {
  const client = new JobClient(server.url);
  const usual = USUAL_WAITS.find((w) => w.key === 'far');
  const bundles = (await (await fetch(`${server.url}/api/jobs`)).json()) as { id: string; name: string }[];
  const id = bundles.find((j) => j.name === 'Audio guide 9')?.id ?? '';
  if (!usual) throw new Error('no such wait');
  await client.save(id, 'waits', {
    ...EMPTY_WAITS,
    waits: [
      { ...beginWait(usual, { id: 'w1', startedAt: new Date().toISOString(), from: 'the parts shop' }) },
    ],
  });
  await page.clock.install({ time: new Date(Date.now() + 40 * 24 * 60 * MINUTE) });
  await page.goto(`${server.url}/jobs/${id}`);
  await expect(page).toHaveURL(/where-you-were$/u);
  const main = page.getByRole('main');
  await expect(main).toContainText('2 cross screws 6 mm, under the two lower feet');
  await expect(main).toContainText('tray B1');
  await expect(main).toContainText('Pin B1/A12 GND: starved of solder');
  await expect(page.getByRole('region', { name: 'Awaited' })).toContainText(
    'part from far away, from the parts shop',
  );
  await page.getByRole('link', { name: /^Go on at/ }).click();
  await expect(page).toHaveURL(/\/trace$/u);
});

test('the books say from how many jobs each figure is, and go out as CSV', async ({ page }) => {
  const failed = watchErrors(page);
  await page.goto(`${server.url}/ledger`);
  await expect(page.getByRole('region', { name: 'In sum' })).toContainText('from 1 job');
  await expect(page.getByRole('region', { name: 'By kind of repair' })).toContainText('Torn pads rebuilt');
  await expect(page.getByRole('img', { name: /^Jobs handed back/ })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'CSV' }).click(),
  ]);
  const lines = readFileSync(await download.path(), 'utf8')
    .trim()
    .split('\n');
  expect(lines[0]).toContain('handed_back');
  expect(lines.some((l) => l.includes('Audio guide 14'))).toBe(true);
  expect(failed).toEqual([]);
});

test('a sum goes into the job that was open by one key, and a time begins to run there', async ({ page }) => {
  const client = new JobClient(server.url);
  const id = await client.newJob('Fog bell');
  await page.goto(`${server.url}/jobs/${id}/take-in`);
  await allSaved(page);
  await page.goto(`${server.url}/sums/charge?ah=1.2&a=0.5`);
  await expect(page.getByRole('button', { name: /Begin it in Fog bell/ })).toBeVisible();
  await page.keyboard.press('j');
  await expect(page.getByText('Kept with the job; it runs from now on')).toBeVisible();
  const { documents } = await client.job(id);
  expect(documents.intake.figures[0]).toMatch(/until the charger ends, from 20 %$/u);
  expect(documents.waits.waits).toMatchObject([{ kind: 'charge', endedAt: null }]);
  await page.goto(`${server.url}/jobs/${id}/take-in`);
  await expect(page.getByRole('region', { name: 'Figures from Sums' })).toContainText(
    'until the charger ends',
  );
});

test('an empty workshop says in three lines how to begin, and has a job to play with', async ({ page }) => {
  const empty = await TestServer.start();
  try {
    const failed = watchErrors(page);
    await page.goto(empty.url);
    const begin = page.getByRole('region', { name: 'How to begin' });
    await expect(begin.getByRole('listitem')).toHaveCount(3);
    await page.getByRole('button', { name: 'A made-up job to play with' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Audio guide 3' })).toBeVisible();
    await page.goto(empty.url);
    await expect(page.getByRole('list', { name: 'Jobs on the shelf' })).toContainText('Audio guide 3');
    expect(failed).toEqual([]);
  } finally {
    // A page that still listens would keep the server.
    await page.goto('about:blank');
    await empty.stop();
  }
});
