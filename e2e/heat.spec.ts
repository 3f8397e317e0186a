import { expect, test } from '@playwright/test';
import type { Board } from '@zebbit/core';
import { EMPTY_DOCUMENTS } from '@zebbit/core';
import { boardOf } from '../demo/board-of';
import { SPEAKER_TOP } from '../demo/scenes/speaker';
import { allSaved, watchErrors } from './bench';
import { JobClient } from './job-client';
import { TestServer } from './server';

/** Heat in an act of Rebuild, timed by the hand and kept; heat and a warmed lid by themselves under Sums. */

let server: TestServer;
test.beforeAll(async () => {
  server = await TestServer.start();
});
test.afterAll(async () => {
  await server.stop();
});

test('an act says what to set; its knobs, its curves and what the hand saw', async ({ page }) => {
  const failed = watchErrors(page);
  const client = new JobClient(server.url);
  const id = await client.newJob('Heat speaker');
  const photo = await client.photo(id, 'speaker-top.jpg');
  const board: Board = boardOf([[SPEAKER_TOP, photo]]);
  await client.save(id, 'intake', {
    ...EMPTY_DOCUMENTS.intake,
    name: 'Heat speaker',
    make: 'Fernhill',
    model: 'PS-9',
    kinds: ['reflow'],
    body: 'bare',
  });
  await client.save(id, 'teardown', { ...EMPTY_DOCUMENTS.teardown, opened: true, battery: 'none' });
  await client.save(id, 'board', {
    ...board,
    rows: board.rows.map((r) => ({ ...r, pins: r.pins.map((p) => ({ ...p, state: 'dull' })) })),
  });
  await page.goto(`${server.url}/jobs/${id}/rebuild`);
  const slip = page.getByRole('complementary', { name: 'Rebuild' });
  // The first act is flux; the second one heats.
  await slip.getByRole('button', { name: /Done, next act/ }).click();
  const heat = slip.getByRole('region', { name: 'Heat' });
  await expect(heat.getByText(/\d{3} °C \(\d{3} °F\), wide tip/)).toBeVisible();
  await page.keyboard.press('h');
  await expect(page.getByRole('img', { name: /Board after .* hottest/ })).toBeVisible();
  await expect(heat.getByRole('img', { name: /Temperatures over time/ })).toBeVisible();
  await expect(heat.getByText(/on cells of 0\.\d+ mm/)).toBeVisible();
  await heat.getByRole('slider', { name: 'Tip' }).focus();
  for (let n = 0; n < 9; n += 1) await page.keyboard.press('ArrowLeft');
  await expect(heat.getByRole('status').filter({ hasText: /within 5 s/ })).toBeVisible();
  await heat.getByRole('button', { name: 'Back to the advised setting' }).click();
  await heat.getByLabel('After').fill('4');
  await heat.getByLabel('After').press('Enter');
  await heat.getByRole('button', { name: 'Melted' }).click();
  await expect(heat.getByText(/1 timed heating of this board kept/)).toBeVisible();
  await allSaved(page);
  const { documents } = await client.job(id);
  expect(documents.rebuild.heat.notes).toMatchObject([
    { task: 'joint', tip: 'wide', seconds: 4, melted: true },
  ]);
  await page.keyboard.press('Control+z');
  await allSaved(page);
  expect((await client.job(id)).documents.rebuild.heat.notes).toEqual([]);
  expect(failed).toEqual([]);
});

test('heat on a plain board: inputs stay in the address, what cannot be is told', async ({ page }) => {
  const failed = watchErrors(page);
  await page.goto(`${server.url}/sums`);
  await expect(page.getByRole('heading', { name: 'Heat on a board' })).toBeVisible();
  await page.getByRole('radio', { name: 'whole part by air' }).click();
  await page.getByLabel('Board wide').fill('20');
  await page.getByLabel('Board wide').press('Enter');
  await expect(page).toHaveURL(/task=part/);
  await expect(page).toHaveURL(/width=20/);
  await expect(page.getByRole('img', { name: /Board after/ })).toBeVisible({ timeout: 30_000 });
  await page.reload();
  await expect(page.getByRole('radio', { name: 'whole part by air' })).toBeChecked();
  await expect(page.getByLabel('Board wide')).toHaveValue('20 mm');
  await page.getByLabel('Board wide').fill('2');
  await page.getByLabel('Board wide').press('Enter');
  await expect(page.getByText('Board wide: 4 to 300 mm')).toBeVisible();
  await page.goto(`${server.url}/sums/heat?task=part&shy=cell&shymm=8`);
  await expect(page.getByText(/under the jet: take the cell out first/)).toBeVisible();
  await page.goto(`${server.url}/sums/heat?part=generic/a-lying&width=8&depth=8`);
  await expect(page.getByText(/smaller than/)).toBeVisible();
  expect(failed).toEqual([]);
});

test('a lid with a cell behind it: never above 60 °C', async ({ page }) => {
  const failed = watchErrors(page);
  await page.goto(`${server.url}/sums/lid`);
  await expect(page.getByRole('status').filter({ hasText: /gives way to a thin card/ })).toBeVisible();
  await page.getByRole('checkbox', { name: 'a lithium cell lies behind it' }).click();
  await expect(page.getByText(/never above 60 °C \(140 °F\)/)).toBeVisible();
  await page.getByRole('combobox', { name: 'Held by' }).click();
  await page.getByRole('option', { name: 'hot glue' }).click();
  await expect(page.getByRole('status').filter({ hasText: /Cell out first/ })).toBeVisible();
  await expect(page).toHaveURL(/glue=hot-glue/);
  expect(failed).toEqual([]);
});
