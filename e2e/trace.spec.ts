import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import type { JobSummary } from '@zebbit/contract';
import { watchErrors } from './bench';
import { TestServer } from './server';
import { StandIn } from './stand-in';

let server: TestServer;
let meter: StandIn;
let jobs: JobSummary[] = [];

test.beforeAll(async () => {
  server = await TestServer.start({ demo: true });
  meter = await StandIn.start(join(server.home, 'stand-in.json'));
  jobs = (await (await fetch(`${server.url}/api/jobs`)).json()) as JobSummary[];
});
test.afterAll(async () => {
  await meter.stop();
  await server.stop();
});

const jobNamed = (word: string): string => jobs.find((j) => j.name.includes(word))?.id ?? '';
const move = (page: Page) => page.getByRole('region', { name: 'Next move' });
const live = (page: Page) => page.getByRole('status', { name: 'Live meter' });
const rowOf = (page: Page, pin: RegExp) =>
  page.getByRole('region', { name: 'Where each pin goes' }).getByRole('button', { name: pin });

/** By hand over the address, as a person would who has just set the meter up. */
async function connect(page: Page, port: number): Promise<void> {
  await page.getByRole('contentinfo').getByRole('button').first().click();
  const dialog = page.getByRole('dialog', { name: 'Meter on the wire' });
  await dialog.getByLabel('Address').fill('127.0.0.1');
  await dialog.getByLabel('Port', { exact: true }).fill(String(port));
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('Tollgate,Stand-in meter')).toBeVisible();
  await page.keyboard.press('Escape');
}

test('the handset, traced from nothing with the meter on the wire, by keyboard alone', async ({ page }) => {
  const errors = watchErrors(page);
  await page.goto(`${server.url}/jobs/${jobNamed('guide 9')}/trace`);
  await expect(move(page)).toContainText(/Red on|Follow the track/);
  await connect(page, meter.port);

  let probes = 0;
  for (; probes < 40; probes += 1) {
    await expect(move(page)).not.toContainText('Weighing');
    if (!(await move(page).innerText()).match(/Red on|Follow the track/)) break;
    if (
      (
        await move(page)
          .getByRole('button', { name: /^Meter on/ })
          .getAttribute('aria-label')
      )?.includes('seen') === true
    )
      await page.keyboard.press('-');
    else {
      await expect(live(page)).toBeVisible();
      await page.keyboard.press('Space');
    }
    await expect(page.getByText(new RegExp(`^${probes + 1} readings?$`))).toBeVisible();
  }
  // The trade's fixed order takes some twenty; the point is that it ends, and soon.
  expect(probes).toBeGreaterThan(4);
  expect(probes).toBeLessThan(25);
  await expect(move(page)).toContainText('Every pin has its place');
  await expect(rowOf(page, /VBUS.*A4/)).toContainText('D3 left leg');
  await expect(rowOf(page, /CC1/)).toContainText('R9');
  // Its pad is whole: nothing is rebuilt there, and nothing asked.
  await expect(rowOf(page, /CC2/)).toContainText(/R10|pad is sound/);
  await expect(rowOf(page, /D-.*B7/)).toContainText('R7');
  await expect(rowOf(page, /D\+.*A6/)).toContainText('R6');

  await test.step('a reading that was struck out can stand again', async () => {
    await page.getByRole('button', { name: 'Strike out' }).first().click();
    await expect(page.getByText(new RegExp(`^${probes - 1} readings?$`))).toBeVisible();
    await page.getByRole('button', { name: 'Let stand' }).click();
  });
  await test.step('alternatives on demand', async () => {
    await rowOf(page, /CC1/).click();
    await expect(rowOf(page, /CC1/)).toContainText('%');
  });
  await expect(page.getByRole('img', { name: /How sure after each probe: / })).toBeVisible();
  expect(errors).toEqual([]);
});

/** Two points of the plate, clicked: this stick wants no probe of its own. */
async function ownPair(page: Page): Promise<void> {
  await expect(page.getByText(/^\d+ readings?$/)).toBeVisible();
  await page
    .getByRole('main')
    .getByRole('button', { name: /^pin 1 VBUS/ })
    .click();
  await page
    .getByRole('main')
    .getByRole('button', { name: /^pin 4 GND/ })
    .click();
  await expect(move(page)).toContainText('Your own pair');
}

test('a reading is kept by a key, and Backspace strikes the last one out', async ({ page }) => {
  const id = jobNamed('stick');
  await page.goto(`${server.url}/jobs/${id}/trace`);
  await ownPair(page);
  const before = Number((await page.getByText(/^\d+ readings?$/).innerText()).split(' ')[0]);
  await expect(move(page)).not.toContainText('Weighing');
  await page.keyboard.press('+');
  await expect(page.getByText(new RegExp(`^${before + 1} readings?$`))).toBeVisible();
  await expect(move(page)).not.toContainText('Weighing');
  await page.keyboard.press('Backspace');
  await expect(page.getByText(new RegExp(`^${before} readings?$`))).toBeVisible();
});

test('a lost meter and a far one are said, and nothing is stored', async ({ page }) => {
  const other = await StandIn.start();
  const id = jobNamed('stick');
  await page.goto(`${server.url}/jobs/${id}/trace`);
  await expect(page.getByText(/^\d+ readings?$/)).toBeVisible();
  const before = await page.getByText(/^\d+ readings?$/).innerText();
  await fetch(`${server.url}/api/instruments/meter`, { method: 'DELETE' });
  await page.reload();
  await page.getByRole('contentinfo').getByRole('button').first().click();
  const dialog = page.getByRole('dialog', { name: 'Meter on the wire' });
  await dialog.getByLabel('Address').fill('203.0.113.7');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('no address of this machine or its private network');
  await page.keyboard.press('Escape');
  await connect(page, other.port);
  await ownPair(page);
  await expect(live(page)).toBeVisible();
  await other.stop();
  await expect(page.getByText(/closed the link|link to the meter broke|No meter is connected/)).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('alert')).toContainText('the meter shows nothing for this pair');
  await expect(page.getByText(before)).toBeVisible();
});

test('a short is hunted to the part, and the part waits', async ({ page }) => {
  await page.goto(`${server.url}/jobs/${jobNamed('speaker')}/trace`);
  await page.getByLabel('Ohms from VBUS to ground').fill('0.6');
  await page.keyboard.press('Enter');
  const hunt = page.getByRole('region', { name: 'What pulls it down' });
  await expect(hunt.getByRole('list', { name: 'Suspects' })).toBeVisible();
  for (let i = 0; i < 30; i += 1) {
    if (await hunt.getByText(/^It was/).isVisible()) break;
    const done = await hunt.getByText(/\d+ done/).innerText();
    const lifts = await hunt.getByText(/^Lift one end of C/).isVisible();
    if (lifts) await hunt.getByRole('button', { name: 'Short gone' }).click();
    else if (await hunt.getByLabel('Ohms to ground').isVisible()) {
      await hunt.getByLabel('Ohms to ground').fill('0.6');
      await page.keyboard.press('Enter');
    } else await hunt.getByRole('button', { name: /Nothing to see|Still short/ }).click();
    await expect(hunt.getByText(done, { exact: true })).toBeHidden();
  }
  await expect(hunt.getByText(/^It was C/)).toBeVisible();
  await hunt.getByLabel('What is printed on it').fill('107 6K');
  await hunt.getByRole('checkbox', { name: 'Wait for the part' }).click();
  await expect(page.getByText('All saved')).toBeVisible();
  await page.reload();
  await expect(hunt.getByLabel('What is printed on it')).toHaveValue('107 6K');
  await expect(hunt.getByRole('checkbox', { name: 'Wait for the part' })).toBeChecked();
});
