import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { SPEAKER_TOP } from '../demo/scenes/speaker';
import { allSaved, clickAt, move, watchErrors, choose } from './bench';
import { TestServer } from './server';

/** One torn port from new job to printed page, with the speaker's picture; its VBUS track taken as torn off for a length. */

const PICTURE = join(import.meta.dirname, '../demo/pictures/speaker-top.jpg');
const WIDTH_MM = SPEAKER_TOP.picture[0];
let server: TestServer;

test.beforeAll(async () => {
  server = await TestServer.start();
});
test.afterAll(async () => {
  await server.stop();
});

/** What is true of this board, by the names on the slip. */
const NETS: Readonly<Record<string, string>> = {
  'pin 1 VBUS': 'VBUS',
  'F1 1': 'VBUS',
  'F1 2': 'VIN',
  'pin 2 D-': 'DM',
  'R1 1': 'DM',
  'R1 2': 'DMC',
  'pin 3 D+': 'DP',
  'R2 1': 'DP',
  'R2 2': 'DPC',
  'pin 5 GND': 'GND',
  pour: 'GND',
  'leg 1': 'GND',
};
const PARTS = [
  ['F1 1', 'F1 2', 0.3],
  ['R1 1', 'R1 2', 27],
  ['R2 1', 'R2 2', 27],
] as const;

function ohmsBetween(a: string, b: string): number {
  if (NETS[a] !== undefined && NETS[a] === NETS[b]) return 0.2;
  const part = PARTS.find(([p, q]) => (p === a && q === b) || (p === b && q === a));
  if (part) return part[2];
  return [a, b].some((n) => NETS[n] === 'VBUS') && [a, b].some((n) => NETS[n] === 'GND') ? 21_000 : Infinity;
}

/** The keypad loop: reads the slip, answers by keys alone, until nothing more is asked. */
async function probeByKeyboard(page: Page): Promise<number> {
  for (let n = 0; n < 80; n += 1) {
    await expect(move(page)).toBeVisible();
    await expect(move(page)).not.toContainText('Weighing');
    const text = await move(page).innerText();
    const eye = /track from (.+): does it go to (.+)\?/.exec(text);
    const red = eye?.[1] ?? /Red on (.+)/.exec(text)?.[1]?.trim();
    const black = eye?.[2] ?? /Black on (.+)/.exec(text)?.[1]?.trim();
    if (red === undefined || black === undefined) return n;
    const ohms = ohmsBetween(red, black);
    const mode = await page.getByRole('button', { name: /^Meter on/ }).getAttribute('aria-label');
    if (mode?.includes('seen') || mode?.includes('continuity'))
      await page.keyboard.press(ohms < 40 ? '+' : '-');
    // The diode test drives a milliamp: a wire drops nothing, these boards' parts and chips show OL.
    else if (mode?.includes('diode') && ohms < 1) {
      await page.keyboard.type('0');
      await page.keyboard.press('Enter');
    } else if (ohms === Infinity || mode?.includes('diode')) await page.keyboard.press('-');
    else {
      await page.keyboard.type(String(ohms));
      await page.keyboard.press('Enter');
    }
    await expect(page.getByText(new RegExp(`\\b${n + 1} readings?\\b`))).toBeVisible();
  }
  throw new Error('the probes do not come to an end');
}

async function placePart(
  page: Page,
  kind: string,
  ends: readonly (readonly [number, number])[],
): Promise<void> {
  await choose(page.getByRole('combobox', { name: 'Part' }), kind);
  for (const [x, y] of ends) await clickAt(page, { x, y }, WIDTH_MM);
}

test('a torn port, from new job to the printed page', async ({ page }) => {
  const errors = watchErrors(page);
  await page.goto(server.url);
  await expect(page.getByRole('heading', { name: 'Nothing on the bench' })).toBeVisible();

  await test.step('take in', async () => {
    await page.getByRole('button', { name: 'New job' }).click();
    await page.getByRole('button', { name: 'Take it in' }).click();
    await expect(page.getByRole('alert')).toContainText('what is it that broke');
    await page.getByLabel('Device').fill('Pillow speaker');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Pillow speaker' })).toBeVisible();
    await page
      .getByRole('region', { name: 'What happened' })
      .getByRole('button', { name: 'Cable yanked or tripped over' })
      .click();
    await page.getByRole('button', { name: 'Port missing' }).click();
    await page.getByRole('button', { name: 'Laser' }).click();
    await expect(move(page)).toContainText('A laser inside');
    await page.getByRole('button', { name: 'Laser' }).click();
    await page.getByRole('button', { name: 'Lithium cell' }).click();
    await expect(page.getByText('A lithium cell is inside')).toBeVisible();
    await choose(page.getByLabel('Connector'), 'micro-b');
    await page.getByLabel('Current it draws').fill('4k7k');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('Current it draws through the port: “4k7k”');
    await page.getByLabel('Current it draws').fill('500mA');
    await page.keyboard.press('Enter');
    await expect(move(page)).toContainText('What does it do when it is well?');
    for (const does of ['Takes charge', 'Data'])
      await move(page).getByRole('button', { name: does, exact: true }).click();
    await move(page).getByRole('button', { name: 'That is all it does' }).click();
    await expect(move(page)).toContainText('Torn pads rebuilt?');
    await move(page).getByRole('button', { name: 'Yes', exact: true }).click();
    await page.getByRole('link', { name: 'On to Open up' }).click();
  });

  await test.step('open up', async () => {
    await expect(page.getByRole('heading', { name: 'Add a step' })).toBeVisible();
    await page.keyboard.press('s');
    await page.getByLabel('Where').fill('grille');
    await choose(page.getByLabel('Count'), '3');
    await choose(page.getByLabel('Tray place'), 'B1');
    await page.getByRole('heading', { name: 'Screws out' }).click();
    await page.keyboard.press('b');
    await expect(page.getByRole('heading', { name: 'Battery out' })).toBeVisible();
    await page.getByRole('radio', { name: 'Still in' }).click();
    await expect(move(page)).toContainText('Battery out first');
    await page.getByRole('radio', { name: 'Battery is out' }).click();
    await page.getByRole('button', { name: 'It is open' }).click();
    await allSaved(page);
    await page.getByRole('link', { name: 'On to Look over' }).click();
  });

  await test.step('look over: picture, scale, row, parts, states', async () => {
    await page
      .getByLabel('Photo of the top face', { exact: true })
      .setInputFiles({ name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('only words') });
    await expect(page.getByRole('alert')).toContainText('photo is not a picture');
    await page.getByLabel('Photo of the top face', { exact: true }).setInputFiles(PICTURE);
    await expect(page.locator('main img')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Scale' })).toBeEnabled();
    await page.keyboard.press('s');
    const { at, size } = SPEAKER_TOP.board;
    await clickAt(page, { x: at.x, y: 14 }, WIDTH_MM);
    await clickAt(page, { x: at.x + size[0], y: 14 }, WIDTH_MM);
    await page.getByLabel('Length between the clicks').fill('0');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('above 0 mm');
    await page.getByLabel('Length between the clicks').fill('30mm');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/px\/mm/)).toBeVisible();

    await page.keyboard.press('r');
    await clickAt(page, { x: 18.3, y: 8.6 }, WIDTH_MM);
    await clickAt(page, { x: 15.7, y: 8.6 }, WIDTH_MM);
    await expect(page.getByText(/Measured pitch 0\.6\d+ ± [\d.]+ mm.*which fits/)).toBeVisible();
    await page.getByRole('button', { name: 'Place the row' }).click();
    await expect(page.getByRole('button', { name: /^pin 5 GND/ })).toBeVisible();
    await page.keyboard.press('8');
    for (const key of ['1', '1', '6', '1']) await page.keyboard.press(key);
    await expect(page.getByText('all looked at')).toBeVisible();

    await page.keyboard.press('Escape');
    await page.keyboard.press('c');
    await placePart(page, 'fuse', [
      [24.6, 12.15],
      [24.6, 14.65],
    ]);
    await placePart(page, 'resistor', [
      [19.6, 12.85],
      [19.6, 15.15],
    ]);
    await placePart(page, 'resistor', [
      [17.0, 12.85],
      [17.0, 15.15],
    ]);
    await page.keyboard.press('Escape');
    await page.keyboard.press('p');
    await clickAt(page, { x: 7.2, y: 8.4 }, WIDTH_MM);
    await page.keyboard.press('l');
    await clickAt(page, { x: 20.4, y: 5.4 }, WIDTH_MM);
    await clickAt(page, { x: 20.4, y: 7.4 }, WIDTH_MM);
    await clickAt(page, { x: 20.9, y: 6.4 }, WIDTH_MM);
    await page.keyboard.press('Escape');
    await page.keyboard.press('1');
    await page.keyboard.press('m');
    await clickAt(page, { x: 24.6, y: 12.15 }, WIDTH_MM);
    await clickAt(page, { x: 24.6, y: 14.65 }, WIDTH_MM);
    const measured = await page
      .getByRole('status')
      .filter({ hasText: /^[\d.]+ ± [\d.]+ mm \(/ })
      .innerText();
    expect(Math.abs(parseFloat(measured) / 2.5 - 1)).toBeLessThan(0.02);
    await page.keyboard.press('Escape');

    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+y');
    await page.getByRole('button', { name: 'Yes, it still is' }).click();
    await allSaved(page);
  });

  await test.step('everything is there after a reload, and after the server was killed', async () => {
    await page.reload();
    await expect(page.getByRole('button', { name: 'R2 2' })).toBeVisible();
    await expect(page.getByText('all looked at')).toBeVisible();
    await server.killAndRestart();
    await page.reload();
    await expect(page.getByRole('button', { name: 'R2 2' })).toBeVisible();
  });

  await test.step('trace, by keyboard alone', async () => {
    await page.getByRole('link', { name: /^Trace/ }).click();
    await expect(move(page)).toContainText(/Red on|Follow the track/);
    const probes = await probeByKeyboard(page);
    expect(probes).toBeGreaterThan(0);
    const table = page.getByRole('region', { name: 'Where each pin goes' });
    await expect(table).toContainText('5 of 5');
    await expect(table.getByRole('button', { name: /VBUS/ })).toContainText('F1 1');
    await server.killAndRestart();
    await page.reload();
    await expect(page.getByText(new RegExp(`^${probes} readings?$`))).toBeVisible();
    await page.getByRole('button', { name: 'Strike out' }).first().click();
    await page.getByRole('button', { name: 'Let stand' }).click();
    await expect(page.getByText(new RegExp(`^${probes} readings?$`))).toBeVisible();
  });

  await test.step('match', async () => {
    await page.getByRole('link', { name: /^Match/ }).click();
    await page.getByLabel('Part that goes in').fill('Micro-B, surface legs');
    await page.keyboard.press('Enter');
    await page.getByRole('link', { name: 'On to Rebuild' }).click();
  });

  await test.step('rebuild: a thin wire is refused on VBUS with its figure, and taken on D+', async () => {
    await page.getByRole('button', { name: /jumper to F1/ }).click();
    const card = page.getByRole('region', { name: /^pin 1 VBUS: jumper/ });
    await card.getByLabel('Other wire').fill('0.05mm');
    await page.keyboard.press('Enter');
    await expect(card.getByRole('status')).toContainText('298 mA');
    await expect(card.getByRole('status')).toContainText('Refused');
    await expect(move(page)).toContainText('Thicker wire');
    await page.getByRole('region', { name: 'In this order' }).getByRole('button', { name: /^D\+/ }).click();
    const data = page.getByRole('region', { name: /^pin 3 D\+/ });
    await choose(data.getByLabel('Lands on'), 'R2.1');
    await data.getByLabel('Other wire').fill('0.05mm');
    await page.keyboard.press('Enter');
    await expect(data.getByRole('status')).toContainText('this pin needs 17.8 mA');
    // Where ground is, no data line lands, whoever chooses it.
    await choose(data.getByLabel('Lands on'), 'leg1');
    await expect(data.getByRole('alert')).toContainText('a leg of the shell');
    await expect(data.getByRole('checkbox', { name: 'Built' })).toHaveCount(0);
    await data.getByRole('button', { name: 'As proposed' }).click();
    await page.getByRole('button', { name: /jumper to F1/ }).click();
    await choose(card.getByRole('combobox', { name: 'Wire', exact: true }), /advised/);
    await expect(card.getByRole('status')).toContainText('Carries');
    await card.getByLabel('Built').click();
  });

  await test.step('rebuild: the rest of the plan act by act, by the space bar alone', async () => {
    for (let n = 0; n < 120; n += 1) {
      if (await move(page).getByText('This station is done').isVisible()) break;
      const before = await page.getByRole('complementary', { name: 'Rebuild' }).innerText();
      await page.keyboard.press('Space');
      await expect(page.getByRole('complementary', { name: 'Rebuild' })).not.toHaveText(before, {
        useInnerText: true,
      });
    }
    await expect(move(page)).toContainText('Prove it');
    await page.getByRole('link', { name: 'On to Prove' }).click();
  });

  await test.step('prove: power stays shut, then opens', async () => {
    await expect(page.getByText(/^Not yet: /).first()).toBeVisible();
    await page.keyboard.press('y');
    for (let n = 0; n < 40; n += 1) {
      const text = await move(page).innerText();
      if (text.includes('This station is done')) break;
      if (text.includes('First: battery back in')) {
        await page.getByRole('link', { name: 'To Close up' }).click();
        await page.getByRole('region', { name: 'For the test' }).getByRole('checkbox').click();
        await move(page).getByRole('link', { name: 'To Prove' }).click();
        continue;
      }
      const title = await move(page).getByRole('heading').innerText();
      if (await move(page).getByRole('button', { name: /^Yes/ }).isVisible()) await page.keyboard.press('y');
      else {
        const typed = title.startsWith('The cell')
          ? '3.8'
          : title.startsWith('Volts')
            ? '5.06'
            : title.startsWith('Current')
              ? '450mA'
              : title.includes('apart') || title.includes('no short')
                ? 'OL'
                : '0.3';
        await move(page).getByRole('textbox').fill(typed);
        await page.keyboard.press('Enter');
      }
      await expect(move(page).getByRole('heading')).not.toHaveText(title);
    }
    await expect(move(page)).toContainText('Close it up');
    await page.getByRole('link', { name: 'On to Close up' }).click();
  });

  await test.step('close up: none left over', async () => {
    await page.getByRole('region', { name: 'Back together' }).getByRole('checkbox').click();
    await expect(page.getByText('3 left over of 3, grille, tray B1')).toBeVisible();
    for (let n = 0; n < 3; n += 1) await page.getByRole('button', { name: 'One more back' }).click();
    for (const box of await page.getByRole('region', { name: 'Final checks' }).getByRole('checkbox').all())
      await box.click();
    await page.getByLabel('What was wrong').fill('Port torn off, VBUS track with it');
    await page.getByLabel('Handed back').click();
    await expect(page.getByText('Nothing left over.')).toBeVisible();
    await allSaved(page);
  });

  await test.step('the page prints on A4', async () => {
    await page.getByRole('link', { name: 'The page for its owner' }).click();
    const sheet = page.getByRole('article', { name: 'Hand-back page' });
    for (const words of [
      'Port torn off, VBUS track with it',
      'joined by a fine wire',
      'Pull the plug, not the cable.',
    ]) {
      await expect(sheet).toContainText(words);
    }
    await page.getByRole('link', { name: 'The page for the bench' }).click();
    const bench = page.getByRole('article', { name: 'Bench page' });
    for (const words of [
      'pin 1 VBUS: trace torn off for a length, jumper to F1 1',
      'Readings before',
      'Readings after',
      '5.06 V',
    ])
      await expect(bench).toContainText(words);
    await page.getByRole('link', { name: 'The page for its owner' }).click();
    await expect(sheet).toBeVisible();
    const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
    const [, width, height] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf) ?? [];
    expect((Number(width) / 72) * 25.4).toBeCloseTo(210, 0);
    expect((Number(height) / 72) * 25.4).toBeCloseTo(297, 0);
    await page.getByRole('link', { name: 'Zebbit' }).click();
    await page.getByRole('button', { name: /^Handed back/ }).click();
    await expect(page.getByRole('link', { name: /Pillow speaker/ })).toContainText('Done');
  });
  // Chromium notes by itself the refused upload (400) and the event stream that broke when the server was killed.
  expect(
    errors.filter(
      (e) =>
        !/400 \(Bad Request\)|ERR_INCOMPLETE_CHUNKED|ERR_CONNECTION_(REFUSED|RESET)|ERR_SOCKET_NOT_CONNECTED/.test(
          e,
        ),
    ),
  ).toEqual([]);
});
