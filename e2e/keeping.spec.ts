import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import type { JobBundle, JobSummary } from '@zebbit/contract';
import { watchErrors } from './bench';
import { TestServer } from './server';

/** What is carried away, brought in, put back and deleted, from the screen. */

let server: TestServer;
let files: string;
test.beforeAll(async () => {
  server = await TestServer.start({ demo: true });
  files = mkdtempSync(join(tmpdir(), 'zebbit-files-'));
});
test.afterAll(async () => {
  await server.stop();
  rmSync(files, { recursive: true, force: true });
});

const jobs = async (): Promise<JobSummary[]> =>
  (await (await fetch(`${server.url}/api/jobs`)).json()) as JobSummary[];

/** Presses what downloads, and keeps the file. */
async function saved(page: Page, press: () => Promise<void>, name: string): Promise<string> {
  const coming = page.waitForEvent('download');
  await press();
  const path = join(files, name);
  await (await coming).saveAs(path);
  return path;
}

test('a job is taken along and brought in; deleted and taken back; everything is backed up and put back', async ({
  page,
}) => {
  const failed = watchErrors(page);
  const before = await jobs();
  const guide = before.find((j) => j.name === 'Audio guide 14');
  if (!guide) throw new Error('the demo lacks the guide');
  await page.goto(`${server.url}/jobs/${guide.id}/take-in`);
  const card = page.getByRole('region', { name: 'This job' });
  const along = await saved(
    page,
    () => card.getByRole('link', { name: 'Take it along' }).click(),
    'guide.zip',
  );

  // The same job once more, with its readings and its proof.
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Keep and restore' }).click();
  const dialog = page.getByRole('dialog', { name: 'Keep and restore' });
  await dialog.getByLabel('Job file').setInputFiles(along);
  await expect(page).toHaveURL(/\/take-in$/u);
  const { readings } = (await (await fetch(`${server.url}/api/jobs/${guide.id}`)).json()) as JobBundle;
  expect(readings.length).toBeGreaterThan(5);
  await expect(page.getByText(`${readings.length} readings`)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Close up , done' })).toBeVisible();

  // A backup of all of it, then a job is deleted for good.
  await page.goto(server.url);
  await page.getByRole('button', { name: 'Keep and restore' }).click();
  const backup = await saved(page, () => dialog.getByRole('link', { name: 'Back up' }).click(), 'all.zip');
  await page.goto(`${server.url}/jobs/${guide.id}/take-in`);
  await card.getByRole('button', { name: 'Delete…' }).click();
  await card.getByRole('button', { name: 'Delete the job' }).click();
  await expect(page.getByText('Job “Audio guide 14”: deleted')).toBeVisible();
  await page.getByRole('button', { name: /^Handed back/ }).click();
  await expect(page.getByRole('link', { name: /Audio guide 14/ })).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: /Audio guide 14/ })).toHaveCount(2);

  await page.goto(`${server.url}/jobs/${guide.id}/take-in`);
  await card.getByRole('button', { name: 'Delete…' }).click();
  await card.getByRole('button', { name: 'Delete the job' }).click();
  await page.getByRole('button', { name: 'Keep and restore' }).click();
  const bin = dialog.getByRole('region', { name: 'Deleted' });
  await bin.getByRole('button', { name: 'For good…' }).click();
  await bin.getByRole('button', { name: 'For good', exact: true }).click();
  await expect(bin).toContainText('Nothing waits here.');
  expect((await jobs()).map((j) => j.id)).not.toContain(guide.id);

  // What is no backup changes nothing; the backup brings all of it back.
  await dialog.getByLabel('Backup file').setInputFiles(along);
  await expect(dialog.getByRole('alert')).toContainText('is no part of a backup');
  failed.length = 0;
  await dialog.getByLabel('Backup file').setInputFiles(backup);
  await page.getByRole('button', { name: /^Handed back/ }).click();
  await expect(page.getByRole('link', { name: /Audio guide 14/ })).toHaveCount(2);
  expect((await jobs()).map((j) => j.id)).toEqual(expect.arrayContaining(before.map((j) => j.id)));
  await page.goto(`${server.url}/jobs/${guide.id}/look-over`);
  await expect(page.locator('main img').first()).toBeVisible();
  expect(failed).toEqual([]);
});
