import { expect, test } from '@playwright/test';
import type { Board } from '@zebbit/core';
import { EMPTY_DOCUMENTS } from '@zebbit/core';
import { boardOf } from '../demo/board-of';
import { SPEAKER_TOP } from '../demo/scenes/speaker';
import { allSaved, move, watchErrors } from './bench';
import { JobClient } from './job-client';
import { TestServer } from './server';

/** Prove when it goes wrong: what a fail most likely is, the way to mend it, what is asked again, and answers that are no test. */

let server: TestServer;
test.beforeAll(async () => {
  server = await TestServer.start();
});
test.afterAll(async () => {
  await server.stop();
});

test('a fail says what it may be; after the mend only what it can have changed is asked again', async ({
  page,
}) => {
  const failed = watchErrors(page);
  const client = new JobClient(server.url);
  const id = await client.newJob('Prove speaker');
  const photo = await client.photo(id, 'speaker-top.jpg');
  const board: Board = boardOf([[SPEAKER_TOP, photo]]);
  await client.save(id, 'intake', {
    ...EMPTY_DOCUMENTS.intake,
    name: 'Prove speaker',
    kinds: ['reflow'],
    body: 'bare',
    does: ['charge', 'sound'],
  });
  await client.save(id, 'teardown', { ...EMPTY_DOCUMENTS.teardown, opened: true, battery: 'none' });
  await client.save(id, 'board', {
    ...board,
    rows: board.rows.map((r) => ({ ...r, pins: r.pins.map((p) => ({ ...p, state: 'dull' })) })),
    legs: board.legs.map((l) => ({ ...l, state: 'sound' })),
    lines: board.lines.map((l) => ({ ...l, scars: [] })),
  });
  await page.goto(`${server.url}/jobs/${id}/prove`);
  const slip = page.getByRole('complementary', { name: 'Prove' });
  await expect(move(page)).toContainText('Look along the row');
  await page.keyboard.press('y');
  await expect(move(page)).toContainText('Rock the shell');
  await slip.getByRole('button', { name: /Could not be tested/ }).click();
  await page.keyboard.type('glued in');
  await page.keyboard.press('Enter');
  await expect(slip.getByText('not tested: glued in')).toBeVisible();
  // A pin that does not hold.
  const prod = slip.getByRole('button', { name: /Prod pin 3 D\+ by itself/ });
  await prod.click();
  await page.keyboard.press('x');
  await expect(move(page)).toContainText('Prod pin 3 D+ by itself: failed');
  await expect(slip.getByRole('region', { name: 'What it may be' })).toBeVisible();
  // The way to its line, and back.
  await slip.getByRole('button', { name: 'To its line in Rebuild' }).click();
  await expect(page.getByRole('complementary', { name: 'Rebuild' })).toContainText('pin 3 D+');
  await page.goBack();
  await slip.getByRole('button', { name: 'Mended: ask again' }).click();
  // The look along the row is asked again; the shell, which no pin can have changed, is not.
  await expect(move(page)).toContainText('Look along the row');
  await expect(slip.getByText('not tested: glued in')).toBeVisible();
  // A short: words are no answer there.
  await slip.getByRole('button', { name: /no short/ }).click();
  await expect(slip.getByRole('button', { name: 'Not for this device' })).toHaveCount(0);
  await slip.getByLabel('Ohms, or OL').fill('0.4');
  await page.keyboard.press('Enter');
  await expect(move(page)).toContainText('no short: failed');
  await expect(
    slip.getByRole('region', { name: 'What it may be' }).getByText('solder between VBUS and GND'),
  ).toBeVisible();
  await expect(slip.getByText(/^Shut until the/).first()).toBeVisible();
  await allSaved(page);
  expect((await client.job(id)).results.map((r) => r.shown)).toEqual([
    'yes',
    'untested',
    'no',
    'mended',
    'value',
  ]);
  expect(failed).toEqual([]);
});
