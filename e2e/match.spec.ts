import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import type { JobSummary } from '@zebbit/contract';
import { strToU8, zipSync } from 'fflate';
import { allSaved, move, watchErrors } from './bench';
import { TestServer } from './server';

const OPEN_FOOTPRINTS = '/usr/share/kicad/footprints/Connector_USB.pretty';

let server: TestServer;
let jobs: JobSummary[] = [];

test.beforeAll(async () => {
  server = await TestServer.start({ demo: true });
  jobs = (await (await fetch(`${server.url}/api/jobs`)).json()) as JobSummary[];
});
test.afterAll(async () => {
  await server.stop();
});

const jobNamed = (word: string): string => jobs.find((j) => j.name.includes(word))?.id ?? '';
const parts = (page: Page) => page.getByRole('list', { name: 'Parts, likeliest first' });
const strip = (page: Page) => page.getByRole('region', { name: 'The chosen part' });

test('the handset: the part that drops in is found, compared, taken from the drawer by keys, and put back', async ({
  page,
}) => {
  const errors = watchErrors(page);
  const id = jobNamed('guide 9');
  await page.goto(`${server.url}/jobs/${id}/match`);
  await expect(move(page)).toContainText('Take Tollgate USB-C receptacle TC-16');
  await expect(strip(page)).toContainText('4 legs find their holes');
  await expect(strip(page)).toContainText('All 12 contacts lie on their pads');
  expect(await parts(page).getByRole('button').count()).toBeGreaterThan(4);

  await test.step('flick through the box and hold two side by side', async () => {
    await page.keyboard.press('c');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('ArrowDown');
    await expect(strip(page).getByRole('heading')).toHaveCount(2);
    await page.keyboard.press('c');
    await page.keyboard.press('ArrowUp');
    await page.keyboard.press('ArrowUp');
    await expect(strip(page).getByRole('heading')).toHaveText('Tollgate USB-C receptacle TC-16 horizontal');
  });

  await test.step('the wrong way up is ruled out by what stands around', async () => {
    await page.getByRole('radio', { name: 'upright' }).click();
    await expect(strip(page)).toContainText('It is lying, the board wants one that is upright');
    await page.getByRole('radio', { name: 'upright' }).click();
    await expect(strip(page)).not.toContainText('wants one that is upright');
  });

  await test.step('taken by Enter, it is one fewer in the drawer, with the job beside it', async () => {
    await page.locator('body').click({ position: { x: 640, y: 20 } });
    await page.keyboard.press('Enter');
    await expect(strip(page)).toContainText('Taken, from drawer A3');
    await allSaved(page);
    await page.goto(`${server.url}/drawer`);
    await page.getByRole('link', { name: /^A3/ }).click();
    const side = page.getByRole('complementary', { name: 'Compartment' });
    await expect(side.getByLabel('2 in it')).toBeVisible();
    await side.getByRole('link', { name: 'Audio guide 9' }).click();
    await expect(move(page)).toContainText('Rebuild the pads');
    await page.getByRole('button', { name: 'Put it back' }).click();
    await expect(move(page)).toContainText('Take Tollgate');
  });

  await test.step('a part by its name is laid on, and its reasons are given', async () => {
    await page.getByRole('combobox', { name: 'Try a part by its name' }).fill('mini-b lying surface');
    await page
      .getByRole('listbox', { name: 'Parts of that name' })
      .getByRole('option', { name: /^Mini-B, lying, surface legs/ })
      .click();
    await expect(page.getByText(/does not go/).first()).toBeVisible();
  });
  expect(errors).toEqual([]);
});

test('measure next: what is not marked yet is asked for, and the answer decides', async ({ page }) => {
  const id = jobNamed('guide 9');
  const job = (await (await fetch(`${server.url}/api/jobs/${id}`)).json()) as {
    documents: { board: { legs: { name: string }[] } };
    revs: { board: number };
  };
  // As if nobody had marked the legs yet.
  const board = { ...job.documents.board, legs: [] };
  const saved = await fetch(`${server.url}/api/jobs/${id}/board`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ rev: job.revs.board, body: board }),
  });
  expect(saved.ok).toBe(true);
  await page.goto(`${server.url}/jobs/${id}/match`);
  const next = page.getByRole('region', { name: 'Measure next' });
  const answered = page.getByRole('list', { name: 'Measured so far' }).getByRole('listitem');
  await expect(next.getByRole('button', { name: 'Cannot be measured' })).toBeVisible();
  const best = await strip(page).getByRole('heading').innerText();
  await next.getByRole('button', { name: 'Cannot be measured' }).click();
  await expect(answered).toHaveCount(1);
  await expect(answered.first()).toContainText('cannot be measured');
  await answered.first().getByRole('button').click();
  await expect(answered).toHaveCount(0);
  await next.getByRole('button').first().click();
  await expect(answered).toHaveCount(1);
  await answered.first().getByRole('button').click();
  await expect(page.getByRole('list', { name: 'Measured so far' })).toHaveCount(0);
  await expect(strip(page).getByRole('heading')).toHaveText(best);
});

test('footprints of one’s own: files, a zip, a bad one; found by Match; taken back', async ({ page }) => {
  const errors = watchErrors(page);
  await page.goto(`${server.url}/library`);
  const count = page.getByText(/^\d+ parts$/).first();
  await expect(count).toHaveText('92 parts');
  const files = readdirSync(OPEN_FOOTPRINTS).map((name) => ({
    name,
    mimeType: 'text/plain',
    buffer: readFileSync(join(OPEN_FOOTPRINTS, name)),
  }));
  const input = page.getByLabel('Footprint files', { exact: true });
  await input.setInputFiles([
    ...files.slice(0, 20),
    {
      name: 'torn.kicad_mod',
      mimeType: 'text/plain',
      buffer: Buffer.from('(footprint "x"\n  (pad "1" smd rect'),
    },
  ]);
  const report = page
    .getByRole('region', { name: 'Import' })
    .getByRole('status')
    .filter({ hasText: 'taken' });
  await expect(report).toContainText('20 taken, 1 refused');
  await expect(report).toContainText('torn.kicad_mod:2');
  await expect(count).toHaveText('112 parts');

  await test.step('a zip with a name that climbs out is refused whole', async () => {
    const zip = Buffer.from(zipSync({ '../x.kicad_mod': strToU8('(footprint "x")') }));
    await input.setInputFiles({ name: 'bad.zip', mimeType: 'application/zip', buffer: zip });
    await expect(page.getByRole('alert')).toContainText('would leave its folder');
    await expect(count).toHaveText('112 parts');
  });
  await test.step('the same in a zip is known already', async () => {
    const zip = zipSync(Object.fromEntries(files.map((f) => [`usb/${f.name}`, new Uint8Array(f.buffer)])));
    await input.setInputFiles({ name: 'usb.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
    await expect(report).toContainText(`${files.length - 20} taken, 20 were there already`);
    await expect(count).toHaveText(`${92 + files.length} parts`);
  });
  await test.step('Match compares with them', async () => {
    await page.goto(`${server.url}/jobs/${jobNamed('guide 9')}/match`);
    await expect(move(page)).toContainText(`${92 + files.length} parts`);
  });
  await test.step('taken back', async () => {
    await page.goto(`${server.url}/library`);
    await page.getByRole('button', { name: 'Take back' }).first().click();
    await expect(count).toHaveText('112 parts');
  });
  expect(errors).toEqual([]);
});

test('the drawer: a new compartment, list out and in again, labels', async ({ page }) => {
  const errors = watchErrors(page);
  await page.goto(`${server.url}/drawer`);
  await expect(page.getByRole('list', { name: 'Compartments' })).toContainText('A3');
  await page.keyboard.press('+');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What lies in it').fill('Upright Mini-B from the clicker');
  await dialog.getByLabel('Place', { exact: true }).fill('B7');
  await dialog.getByLabel('How many').fill('2');
  await dialog.getByRole('button', { name: 'Put it in the drawer' }).click();
  const side = page.getByRole('complementary', { name: 'Compartment' });
  await expect(side).toContainText('Upright Mini-B from the clicker');
  await side.getByLabel('Keep at least').fill('3');
  await page.keyboard.press('Tab');
  await expect(side).toContainText('Short: keep 3 at least');
  await side.getByRole('button', { name: 'Undo' }).click();
  await expect(side).not.toContainText('Short');

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'List out (CSV)' }).click();
  const path = await (await download).path();
  const csv = readFileSync(path, 'utf8');
  expect(csv).toContain('Upright Mini-B from the clicker,,B7,2');
  const input = page.getByLabel('List of a drawer');
  await input.setInputFiles({
    name: 'bad.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,count\na,1\nb,many\n'),
  });
  await expect(page.getByRole('alert')).toContainText('Line 3, count');
  await input.setInputFiles({
    name: 'more.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('name,place,count\nLip plug,D4,6\n'),
  });
  await expect(page.getByRole('list', { name: 'Compartments' })).toContainText('Lip plug');

  await page.getByLabel('Find').fill('Lip plug');
  await page.getByRole('link', { name: 'Labels' }).click();
  await expect(page.getByRole('img', { name: 'Code that opens Lip plug' })).toBeVisible();
  // The wrong list is refused by the server, which the console notes; nothing else.
  expect(errors.filter((e) => !e.includes('400 (Bad Request)'))).toEqual([]);
});
