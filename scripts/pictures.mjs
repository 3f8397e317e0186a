// npm run pictures: one PNG of each main view from fresh demo data into docs/screenshots. With names, only those; --to DIR elsewhere.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { askOnce, serve } from './serve.mjs';
import { ensureBuilt, ensureDebian, ensureInstalled, must } from './set-up.mjs';

const args = process.argv.slice(2);
const to = args.includes('--to') ? args.splice(args.indexOf('--to'), 2)[1] : 'docs/screenshots';
ensureInstalled();
ensureDebian({ 'chromium-headless-shell': '/usr/bin/chromium-headless-shell' });
ensureBuilt();
const { chromium } = await import('@playwright/test');
const home = mkdtempSync(join(tmpdir(), 'zebbit-pictures-'));
const { url, server } = await serve({ home, port: 4181 });
const meter = spawn(process.execPath, ['demo/dist/meter.js', '0'], { stdio: ['pipe', 'pipe', 'inherit'] });
const [meterPort, powerPort] = await new Promise((resolve) =>
  meter.stdout.once('data', (text) => resolve(String(text).trim().split(' ').map(Number))),
);
must(process.execPath, ['demo/dist/load.js', url, String(meterPort)]);
await askOnce(`${url}/api/instruments/meter`, { host: '127.0.0.1', port: meterPort });
await askOnce(`${url}/api/instruments/power`, { host: '127.0.0.1', port: powerPort });
const jobs = await askOnce(`${url}/api/jobs`).then((r) => r.json());
const idOf = (word) => jobs.find((j) => j.name.includes(word)).id;
const [guide, second, speaker, stick, lamp] = ['guide 14', 'guide 9', 'speaker', 'stick', 'lamp'].map(idOf);

/** Takes what the meter on the wire shows, so many times. */
async function probe(page, times) {
  for (let i = 1; i <= times; i += 1) {
    await page.getByRole('status', { name: 'Live meter' }).waitFor();
    await page.keyboard.press('Space');
    await page.getByText(new RegExp(`\\b${i} readings?`)).waitFor();
  }
}

// A step that fails must not leave the server behind.
process.on('uncaughtException', (error) => {
  console.error(error.message);
  server.removeAllListeners('exit');
  server.kill();
  meter.kill();
  process.exit(1);
});

/** Each view: its address, and what is done on it before the picture. */
const VIEWS = {
  tonight: [
    '/',
    async (page) => {
      await page.getByRole('button', { name: '150 min' }).click();
      await page.getByRole('button', { name: 'Why this order' }).waitFor();
    },
  ],
  ledger: ['/ledger'],
  'where-you-were': [`/jobs/${second}/where-you-were`],
  'take-in': [`/jobs/${lamp}/take-in`],
  'open-up': [`/jobs/${guide}/open-up`],
  'look-over': [
    `/jobs/${stick}/look-over`,
    (page) => page.getByRole('button', { name: /^pin 3 D\+/ }).click(),
  ],
  trace: [`/jobs/${second}/trace`, (page) => probe(page, 5)],
  'trace-hunt': [
    `/jobs/${speaker}/trace`,
    async (page) => {
      await page.getByLabel('Ohms from VBUS to ground').fill('0.6');
      await page.keyboard.press('Enter');
      await page
        .getByRole('region', { name: 'What pulls it down' })
        .evaluate((e) => e.scrollIntoView({ block: 'center' }));
    },
  ],
  'trace-night': [
    `/jobs/${second}/trace`,
    (page) => page.locator('header').getByRole('button', { name: /night/ }).click(),
  ],
  match: [
    `/jobs/${second}/match`,
    async (page) => {
      await page.getByText('legs find their holes').first().waitFor();
      await page.keyboard.press('c');
      await page.keyboard.press('ArrowDown');
      await page.keyboard.press('ArrowDown');
    },
  ],
  drawer: ['/drawer', (page) => page.getByRole('link', { name: /^A3/ }).click()],
  rebuild: [
    `/jobs/${guide}/rebuild`,
    (page) =>
      page
        .getByRole('button', { name: /jumper to/ })
        .first()
        .click(),
  ],
  heat: [
    `/jobs/${second}/rebuild`,
    async (page) => {
      await page.keyboard.press('ArrowDown');
      await page.getByText(/wide tip: molten/).waitFor();
      await page.keyboard.press('h');
      await page.getByText(/on cells of 0/).waitFor();
      await page.getByRole('region', { name: 'Heat' }).evaluate((e) => e.scrollIntoView());
    },
  ],
  sums: ['/sums/heat?task=part&shy=lamp&thick=0.8', (page) => page.getByText(/on cells of 0/).waitFor()],
  prove: [`/jobs/${speaker}/prove`],
  power: [
    `/jobs/${guide}/prove`,
    async (page) => {
      const part = page.getByRole('region', { name: 'Power meter' });
      await part.getByLabel('A simulated meter').click();
      await page.getByRole('option', { name: 'cuts out' }).click();
      await part
        .getByText(/cut out [2-9] times/)
        .first()
        .waitFor();
      await part.getByRole('img', { name: /Current of the charge/ }).waitFor();
      await part.evaluate((e) => e.scrollIntoView());
    },
  ],
  'close-up': [`/jobs/${speaker}/close-up`],
  'hand-back': [`/jobs/${guide}/hand-back`],
  'look-over-read': [
    `/jobs/${speaker}/look-over`,
    async (page) => {
      // What is placed already is not offered: the row and its legs are taken off first. The last picture, since it changes the job.
      for (const mark of [/^pin 1 VBUS/, /^leg left/, /^leg right/]) {
        await page.getByRole('main').getByRole('button', { name: mark }).first().click();
        await page.keyboard.press('Delete');
      }
      await page.keyboard.press('g');
      const box = await page.locator('main img').first().boundingBox();
      for (const [x, y] of [
        [0.33, 0.15],
        [0.68, 0.39],
      ])
        await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
      await page.getByRole('radio', { name: 'Solder' }).click();
      await page.getByRole('button', { name: /Read the picture/ }).click();
      await page.getByText('Seen in the picture', { exact: true }).waitFor();
    },
  ],
};

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium-headless-shell',
  chromiumSandbox: false,
  args: [
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});
mkdirSync(to, { recursive: true });
for (const [name, [path, act]] of Object.entries(VIEWS)) {
  if (args.length > 0 && !args.includes(name)) continue;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: 'light' });
  page.on('console', (m) => m.type() === 'error' && console.error(`${name}: ${m.text()}`));
  page.on('pageerror', (e) => console.error(`${name}: ${e.message}`));
  await page.goto(url + path, { waitUntil: 'load' });
  await page.locator('main, h1').first().waitFor();
  await page.waitForTimeout(1200);
  await act?.(page);
  await page.waitForTimeout(350);
  await page.screenshot({ path: join(to, `${name}.png`) });
  await page.close();
}
await browser.close();
server.removeAllListeners('exit');
server.kill();
meter.kill();
rmSync(home, { recursive: true, force: true });
// What was started here is over; nothing is waited for.
process.exit(0);
