import type { BrowserContext, Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import type { JobBundle } from '@zebbit/contract';
import { EMPTY_BOARD } from '@zebbit/core';
import { allSaved, watchErrors } from './bench';
import { TestServer } from './server';

/** Several windows on one job, and windows that are left in the middle of something. */

let server: TestServer;
test.beforeAll(async () => {
  server = await TestServer.start();
});
test.afterAll(async () => {
  await server.stop();
});

async function newJob(name: string): Promise<string> {
  const response = await fetch(`${server.url}/api/jobs`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name }),
  });
  return ((await response.json()) as JobBundle).id;
}
const stored = async (id: string): Promise<JobBundle> =>
  (await (await fetch(`${server.url}/api/jobs/${id}`)).json()) as JobBundle;

async function open(context: BrowserContext, id: string, station = 'take-in'): Promise<Page> {
  const page = await context.newPage();
  await page.goto(`${server.url}/jobs/${id}/${station}`);
  await expect(page.getByText('All saved')).toBeVisible();
  return page;
}
const owner = (page: Page) => page.getByLabel('Owner', { exact: true });

test('eight windows share one stream: all of them load, save, and show what the first one changed', async ({
  context,
}) => {
  const id = await newJob('Tide clock');
  const streams: string[] = [];
  context.on('request', (r) => {
    if (r.url().endsWith('/api/events')) streams.push(r.url());
  });
  const pages: Page[] = [];
  for (let n = 0; n < 8; n += 1) pages.push(await open(context, id));
  const [first, ...others] = pages;
  if (!first) throw new Error('no window');
  await owner(first).fill('the museum');
  await first.keyboard.press('Enter');
  await allSaved(first);
  for (const page of others) await expect(owner(page)).toHaveValue('the museum');
  const last = others.at(-1) as Page;
  await last.getByLabel('Make', { exact: true }).fill('Oriel');
  await last.keyboard.press('Enter');
  await allSaved(last);
  await expect(first.getByLabel('Make', { exact: true })).toHaveValue('Oriel');
  expect(streams).toHaveLength(1);
  // The window that holds the stream is closed: the next one takes over.
  await first.close();
  const [second, third] = others as [Page, Page];
  await owner(second).fill('the lighthouse');
  await second.keyboard.press('Enter');
  await expect(owner(third)).toHaveValue('the lighthouse');
});

test('changes made at once in different places are taken together; in the same place the person is asked, and all else is saved', async ({
  context,
}) => {
  const id = await newJob('Cliff lamp');
  // Nothing is told between the windows: as when both were away from the server.
  await context.route('**/api/events', (r) => r.abort());
  const [a, b] = [await open(context, id), await open(context, id)];
  await a.getByLabel('Make', { exact: true }).fill('Tollgate');
  await a.keyboard.press('Enter');
  await allSaved(a);
  await b.getByLabel('Model', { exact: true }).fill('L2');
  await b.keyboard.press('Enter');
  await allSaved(b);
  await expect(b.getByLabel('Make', { exact: true })).toHaveValue('Tollgate');
  expect((await stored(id)).documents.intake).toMatchObject({ make: 'Tollgate', model: 'L2' });

  await owner(a).fill('first window');
  await a.keyboard.press('Enter');
  await expect.poll(async () => (await stored(id)).documents.intake.owner).toBe('first window');
  await owner(b).fill('second window');
  await b.keyboard.press('Enter');
  await expect(b.getByRole('alert')).toContainText('Another window changed what was taken in');
  await b.getByLabel('Connector').click();
  await b.getByRole('option', { name: 'USB Micro-B', exact: true }).click();
  await expect.poll(async () => (await stored(id)).documents.board.family).toBe('micro-b');
  await b.getByRole('button', { name: 'Keep mine' }).click();
  await allSaved(b);
  expect((await stored(id)).documents.intake).toMatchObject({ owner: 'second window', make: 'Tollgate' });
});

test('what is typed in the last moment before leaving is there on return', async ({ context }) => {
  const id = await newJob('Slide clicker');
  const page = await open(context, id);
  await owner(page).pressSequentially('the harbour office');
  // At once: before any pause, the field still in hand.
  await page.goto('about:blank');
  await expect.poll(async () => (await stored(id)).documents.intake.owner).toBe('the harbour office');

  // In the middle of a save: what was typed before is on its way, the rest is not.
  await page.goto(`${server.url}/jobs/${id}/take-in`);
  const saving = page.waitForRequest((r) => r.method() === 'PUT');
  await owner(page).fill('the harbour');
  await saving;
  await owner(page).fill('the harbour master');
  await page.goto('about:blank');
  await expect.poll(async () => (await stored(id)).documents.intake.owner).toBe('the harbour master');

  // And by a key to the next station, the field still in hand.
  await page.goto(`${server.url}/jobs/${id}/take-in`);
  await page.getByLabel('Model', { exact: true }).pressSequentially('C-100');
  await page.getByRole('link', { name: 'Zebbit' }).click();
  await expect.poll(async () => (await stored(id)).documents.intake.model).toBe('C-100');
});

test('changes made while the server is down wait in the browser, are sent on return, and this is said', async ({
  context,
}) => {
  const id = await newJob('Headphones');
  const page = await open(context, id);
  await server.kill();
  await owner(page).fill('listening post');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Not saved')).toBeVisible();
  await page.close();
  await server.killAndRestart();
  const again = await context.newPage();
  await again.goto(`${server.url}/jobs/${id}/take-in`);
  await expect(again.getByText(/One change from your last visit was not sent then; sent now/)).toBeVisible();
  await expect(owner(again)).toHaveValue('listening post');
  await expect.poll(async () => (await stored(id)).documents.intake.owner).toBe('listening post');
});

test('a board of a megabyte is saved, and its last edit survives leaving', async ({ context }) => {
  const id = await newJob('Big board');
  const errors: string[] = [];
  const points = Array.from({ length: 400 }, (_, i) => ({ x: i * 0.1, y: 2 }));
  const board = {
    ...EMPTY_BOARD,
    family: 'micro-b',
    lines: Array.from({ length: 115 }, (_, n) => ({
      id: `track${n + 1}`,
      name: `track ${n + 1}`,
      kind: 'track',
      face: 'top',
      points,
      scars: [],
    })),
  };
  const text = JSON.stringify({ rev: 0, body: board });
  expect(text.length).toBeGreaterThan(900_000);
  const put = await fetch(`${server.url}/api/jobs/${id}/board`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: text,
  });
  expect(put.status).toBe(200);
  const page = await open(context, id);
  errors.push(...watchErrors(page));
  await page.getByLabel('Connector').click();
  await page.getByRole('option', { name: 'USB Mini-B', exact: true }).click();
  // Too large for what a closing page may still send: it waits in the browser's own database.
  await page.goto('about:blank');
  const again = await open(context, id);
  await expect(again.getByLabel('Connector')).toHaveText('USB Mini-B');
  await expect.poll(async () => (await stored(id)).documents.board.family).toBe('mini-b');
  expect((await stored(id)).documents.board.lines).toHaveLength(115);
  expect(errors).toEqual([]);
});

test('a proposal and a skip of one job are not found on another', async ({ page }) => {
  const [one, two] = [await newJob('One'), await newJob('Two')];
  await page.goto(`${server.url}/jobs/${one}/look-over`);
  await page.getByRole('button', { name: 'Bottom', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Bottom', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('link', { name: 'Zebbit' }).click();
  await page.getByRole('link', { name: /^Two/ }).click();
  await page.goto(`${server.url}/jobs/${two}/look-over`);
  await expect(page.getByRole('button', { name: 'Top', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});
