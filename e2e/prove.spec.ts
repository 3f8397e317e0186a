import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import type { Board } from '@zebbit/core';
import { EMPTY_DOCUMENTS } from '@zebbit/core';
import { boardOf } from '../demo/board-of';
import { SPEAKER_TOP } from '../demo/scenes/speaker';
import { allSaved, choose, move, watchErrors } from './bench';
import { JobClient } from './job-client';
import { TestServer } from './server';
import { StandIn } from './stand-in';

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
  await expect(slip.getByText(/^Not yet: /).first()).toBeVisible();
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

test('one good copy: two folders are held against each other in the browser, and the list is kept', async ({
  page,
}) => {
  const failed = watchErrors(page);
  const home = mkdtempSync(join(tmpdir(), 'zebbit-copy-'));
  try {
    const made = (name: string, files: Readonly<Record<string, string>>): string => {
      const folder = join(home, name);
      mkdirSync(join(folder, 'tapes'), { recursive: true });
      for (const [path, text] of Object.entries(files)) writeFileSync(join(folder, path), text);
      return folder;
    };
    const stick = { 'tapes/keeper.txt': 'the lamp was lit at six', 'index.txt': 'keeper' };
    const client = new JobClient(server.url);
    const id = await client.newJob('Copy stick');
    await client.save(id, 'intake', {
      ...EMPTY_DOCUMENTS.intake,
      name: 'Copy stick',
      kinds: ['copy-only'],
      body: 'bare',
    });
    await page.goto(`${server.url}/jobs/${id}/prove`);
    const part = page.getByRole('region', { name: 'One good copy' });
    const picks = part.locator('input[webkitdirectory]');
    await picks.nth(0).setInputFiles(made('STICK', stick));
    await expect(part).toContainText('STICK: 2 files');
    await picks.nth(1).setInputFiles(made('spoilt', { ...stick, 'index.txt': 'kee' }));
    await expect(part).toContainText('Not whole: 1 differ, 0 are missing.');
    await expect(part).toContainText('differs: index.txt');
    await picks.nth(1).setInputFiles(made('copied', stick));
    await expect(part).toContainText('The copy is whole: all 2 files are alike.');
    const [kept] = await Promise.all([
      page.waitForEvent('download'),
      part.getByRole('button', { name: 'Keep its list' }).first().click(),
    ]);
    const list = readFileSync(await kept.path(), 'utf8');
    expect(list).toMatch(/^[0-9a-f]{64} {2}index\.txt\n[0-9a-f]{64} {2}tapes\/keeper\.txt\n$/);
    writeFileSync(join(home, 'broken.sha256'), 'no list');
    await part.locator('input:not([webkitdirectory])').setInputFiles(join(home, 'broken.sha256'));
    await expect(part.getByRole('alert')).toContainText('broken.sha256, line 1');
    writeFileSync(join(home, 'kept.sha256'), list);
    await part.locator('input:not([webkitdirectory])').setInputFiles(join(home, 'kept.sha256'));
    await expect(part).toContainText('The copy is whole: all 2 files are alike.');
    expect(failed).toEqual([]);
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
});

test('the log of a power meter: a day at ten samples a second, its phases and its dropouts', async ({
  page,
}) => {
  const failed = watchErrors(page);
  const home = mkdtempSync(join(tmpdir(), 'zebbit-charge-'));
  try {
    const client = new JobClient(server.url);
    const id = await client.newJob('Charge log');
    await client.save(id, 'intake', {
      ...EMPTY_DOCUMENTS.intake,
      name: 'Charge log',
      kinds: ['new-port'],
      body: 'bare',
    });
    const rows = ['time,amps'];
    for (let i = 0; i < 864_000; i += 1) {
      const s = i / 10;
      const amps = s < 40_000 ? 0.5 : s < 70_000 ? 0.5 * Math.exp(-(s - 40_000) / 11_000) : 0.01;
      rows.push(`${s},${i === 100_000 ? 0 : amps.toFixed(4)}`);
    }
    writeFileSync(join(home, 'day.csv'), rows.join('\n'));
    writeFileSync(
      join(home, 'odd.csv'),
      ['a,b', ...Array.from({ length: 30 }, (_, i) => `${60 * i},450`)].join('\n'),
    );
    await page.goto(`${server.url}/jobs/${id}/prove`);
    const part = page.getByRole('region', { name: 'Charge trace' });
    const input = part.locator('input[type=file]');
    await input.setInputFiles(join(home, 'day.csv'));
    await expect(
      part.getByRole('img', { name: /constant current from .*tapering off from 11:/ }),
    ).toBeVisible();
    await expect(part).toContainText('864,000 samples');
    await expect(part).toContainText('The plug cut out once, first after 2 h 47 min.');
    await input.setInputFiles(join(home, 'odd.csv'));
    await expect(part.getByRole('alert')).toContainText('which column is the time');
    await part.getByRole('checkbox', { name: 'in mA' }).click();
    await part.getByRole('button', { name: 'Read it so' }).click();
    await expect(part.getByRole('img', { name: /constant current from/ })).toBeVisible();
    await expect(part).toContainText('0.45 A');
    expect(failed).toEqual([]);
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
});

test('a power meter on the wire: what flows is said as it flows, and its figure is taken', async ({
  page,
}) => {
  const failed = watchErrors(page);
  const standIn = await StandIn.start();
  try {
    const client = new JobClient(server.url);
    const id = await client.newJob('Power');
    await client.save(id, 'intake', {
      ...EMPTY_DOCUMENTS.intake,
      name: 'Power',
      kinds: ['new-port'],
      body: 'bare',
      does: ['charge'],
    });
    await page.goto(`${server.url}/jobs/${id}/prove`);
    const part = page.getByRole('region', { name: 'Power meter' });
    await part.getByRole('button', { name: 'Connect one' }).click();
    await part.getByLabel('Address').fill('localhost');
    await part.getByLabel('Port', { exact: true }).fill('1');
    await part.getByRole('button', { name: 'Connect', exact: true }).click();
    await expect(part.getByRole('alert')).toContainText('No power meter at');
    failed.length = 0;
    await part.getByLabel('Port', { exact: true }).fill(String(standIn.powerPort));
    await part.getByRole('button', { name: 'Connect', exact: true }).click();
    const flows = part.getByRole('status', { name: 'What flows' });
    for (const [scene, words] of [
      ['healthy', /it draws, steadily/],
      ['flat cell', /a trickle/],
      ['no 5.1 k', /no volts to speak of.*5\.1 kΩ/],
      ['9 V', /more than 5 V/],
      ['cuts out', /cut out/],
      ['short', /the volts collapse.*Unplug/],
    ] as const) {
      await choose(part.getByLabel('A simulated meter'), scene);
      await expect(flows).toContainText(words);
    }
    expect(failed).toEqual([]);
  } finally {
    await standIn.stop();
  }
});
