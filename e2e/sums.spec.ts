import { expect, test } from '@playwright/test';
import { choose, watchErrors } from './bench';
import { TestServer } from './server';

/** Sums without a job: what is put in stays in the address, and a link brings it back. */

let server: TestServer;
test.beforeAll(async () => {
  server = await TestServer.start();
});
test.afterAll(async () => {
  await server.stop();
});

test('each sum answers, keeps its inputs in the address, and says what it rests on', async ({ page }) => {
  const failed = watchErrors(page);
  const answer = page.getByRole('region', { name: 'Working' }).getByRole('status');
  const working = page.getByRole('region', { name: 'Working' });
  await page.goto(`${server.url}/sums/marks?mark=01C`);
  await expect(answer).toHaveText('10.0 kΩ');
  await page.getByLabel('What is printed on it').fill('4R7');
  await page.keyboard.press('Enter');
  await expect(answer).toHaveText('4.70 Ω');
  await expect(page).toHaveURL(/mark=4R7/u);
  await page.getByLabel('What is printed on it').fill('KL4');
  await page.keyboard.press('Enter');
  await expect(answer).toHaveText('Not read');

  await page
    .getByRole('navigation', { name: 'Sums' })
    .getByRole('link', { name: /A wire/ })
    .click();
  await page.getByLabel('Wire', { exact: true }).fill('38AWG');
  await page.keyboard.press('Enter');
  await page.getByLabel('Current', { exact: true }).fill('3A');
  await page.keyboard.press('Enter');
  await expect(working).toContainText('take a thicker one');
  const kept = page.url();
  await page.goto('about:blank');
  await page.goto(kept);
  await expect(working).toContainText('take a thicker one');
  await expect(working).toContainText('Preece');

  for (const [path, says, source] of [
    ['/sums/divider?up=10000&low=5100', '3 A at 5 V', 'USB Type-C specification'],
    ['/sums/track?w=0.3', 'above the board, on a face', 'IPC-2221'],
    ['/sums/units?mm=25.4&c=370', '1000.0 mil', 'ASTM B258'],
    ['/sums/charge?ah=1.2&a=0.5', 'until the charger ends, from 20 %', 'Common practice'],
    ['/sums/copy?gb=16', 'full speed, 12 Mbit/s: 1.2 MB/s at most, 3 h 39', 'USB 2.0'],
    ['/sums/solder?there=SAC305&added=Sn42Bi58', 'bismuth', 'equilibrium'],
    ['/sums/order?price=0.6&post=9&use=4', 'each', 'Poisson'],
  ] as const) {
    await page.goto(server.url + path);
    await expect(working).toContainText(says);
    await expect(working).toContainText(source);
  }
  await page.goto(`${server.url}/sums/solder`);
  await choose(page.getByLabel('Added', { exact: true }), 'Sn42Bi58');
  await expect(page).toHaveURL(/added=Sn42Bi58/u);
  expect(failed).toEqual([]);
});
