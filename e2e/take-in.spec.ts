import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import { allSaved, move, watchErrors, choose } from './bench';
import { TestServer } from './server';

/** Take in and Open up in full, on jobs of the test's own; then the second one of the same model. */

let server: TestServer;
test.beforeAll(async () => {
  server = await TestServer.start();
});
test.afterAll(async () => {
  await server.stop();
});

async function newJob(page: Page, name: string): Promise<void> {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('Device').fill(name);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name })).toBeVisible();
}

/** What is asked once of every device: what it does, what it draws. */
async function askedOnce(page: Page): Promise<void> {
  await expect(move(page)).toContainText('What does it do');
  await move(page).getByRole('button', { name: 'Light', exact: true }).click();
  await move(page).getByRole('button', { name: 'That is all it does' }).click();
  await move(page).getByRole('checkbox', { name: 'Not known' }).click();
}

const slip = (page: Page, title: string) => page.getByRole('region', { name: title });

test('triage asks one check at a time, skips what cannot be done, and comes to a verdict', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await newJob(page, 'Tide clock');
  await page
    .getByRole('region', { name: 'What happened' })
    .getByRole('button', { name: 'Worn loose over time' })
    .click();
  await choose(page.getByLabel('Connector'), 'type-c-6');
  await askedOnce(page);
  await expect(move(page)).toContainText('would point to');
  const first = await move(page).getByRole('heading').innerText();
  await move(page)
    .getByRole('button', { name: /^Cannot do that/ })
    .click();
  await expect(move(page).getByRole('heading')).not.toHaveText(first);
  await expect(slip(page, 'Where the fault is')).toContainText(`${first}: cannot be done`);
  await page.getByRole('button', { name: `Take back: ${first}` }).click();
  await expect(move(page).getByRole('heading')).toHaveText(first);
  for (let n = 0; n < 12; n += 1) {
    const title = await move(page).getByRole('heading').innerText();
    if (/\?$|^Open it/.test(title)) break;
    const answer = title.startsWith('Flex')
      ? 'Firm'
      : title.startsWith('Try another')
        ? 'Just the same'
        : null;
    await (
      answer === null
        ? move(page).getByRole('button', { name: /^Cannot do that/ })
        : move(page).getByRole('group', { name: title }).getByRole('button', { name: answer })
    ).click();
    await expect(move(page).getByRole('heading')).not.toHaveText(title);
  }
  // What is known already can be said at any time, asked or not.
  await page.getByText('You know more? Answer any check').click();
  const known = (title: RegExp, answer: string) =>
    slip(page, 'Where the fault is')
      .getByRole('group', { name: title })
      .getByRole('button', { name: answer })
      .click();
  await known(/^Look into the port/, 'Bent, worn or dirty');
  await known(/^Wiggle/, 'Comes and goes');
  await expect(slip(page, 'Where the fault is').getByRole('listitem').first()).toContainText('contacts');
  await allSaved(page);
  expect(errors).toEqual([]);
});

test('a short holds back every check that would power it', async ({ page }) => {
  await newJob(page, 'Cliff-path lamp');
  await page
    .getByRole('region', { name: 'What happened' })
    .getByRole('button', { name: 'Not known' })
    .click();
  await choose(page.getByLabel('Connector'), 'micro-b');
  await page.getByRole('button', { name: 'Pulls the charger down' }).click();
  await expect(page.getByText('Do not plug it in again.').first()).toBeVisible();
  await expect(slip(page, 'Where the fault is').getByRole('listitem').first()).toContainText(
    'dead-short input',
  );
});

test('a stop gate is answered or the job is parked', async ({ page }) => {
  await newJob(page, 'Old projector');
  await page.getByRole('button', { name: 'Mains', exact: true }).click();
  await expect(move(page)).toContainText('Mains inside');
  await page.getByRole('button', { name: 'Park the job' }).click();
  await expect(move(page)).toContainText('Parked');
  await allSaved(page);
  await page.goto(server.url);
  await expect(page.getByRole('link', { name: /Old projector/ })).toContainText('Parked');
});

test('worth it: the sums, the quantity, the wrong figure kept with its reason', async ({ page }) => {
  await newJob(page, 'Headphones');
  const card = slip(page, 'Worth it?');
  await card.getByLabel('Replacement').fill('twenty');
  await page.keyboard.press('Enter');
  await expect(card.getByRole('alert')).toContainText('Replacement: type a number');
  await expect(card.getByLabel('Replacement')).toHaveValue('twenty');
  await card.getByLabel('Replacement').fill('40');
  await page.keyboard.press('Enter');
  await expect(card.getByRole('status')).toContainText('Worth repairing');
  await expect(card.getByRole('status')).toContainText('= 10.10');
  await card.getByLabel('Used a year').fill('4');
  await page.keyboard.press('Enter');
  await expect(
    card.getByRole('img', { name: /Cost each by quantity: 1 9.60, 5 2.40, 10 1.50, .*20 1.05/ }),
  ).toBeVisible();
  await page.getByRole('radio', { name: 'Its data matters' }).click();
  await expect(card.getByRole('status')).toContainText('one good copy');
});

test('priors are in sight, can be set, and are kept', async ({ page }) => {
  await newJob(page, 'Slide clicker');
  await page.getByRole('button', { name: 'Where each one starts' }).click();
  const share = page.getByLabel('Share of battery');
  await share.fill('x');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('alert')).toContainText('battery: type a number');
  await share.fill('400');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(slip(page, 'Where the fault is').getByRole('listitem').first()).toContainText('battery');
  await page.reload();
  await expect(slip(page, 'Where the fault is').getByRole('listitem').first()).toContainText('battery');
  await page.getByRole('button', { name: 'Where each one starts' }).click();
  await page.getByRole('button', { name: 'The usual shares' }).click();
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(slip(page, 'Where the fault is').getByRole('listitem').first()).not.toContainText('battery');
});

test('the opening graph: keys, paste, tray, one-way steps, test gate, card, and the second of its kind', async ({
  page,
}) => {
  const errors = watchErrors(page);
  await newJob(page, 'Guide 1');
  await page.getByLabel('Make').fill('Tollgate');
  await page.getByLabel('Model').fill('AG-9');
  await page.keyboard.press('Tab');
  await page
    .getByRole('region', { name: 'What happened' })
    .getByRole('button', { name: 'Cable yanked or tripped over' })
    .click();
  await choose(page.getByLabel('Connector'), 'micro-b');
  await page.getByRole('button', { name: 'Port missing' }).click();
  await askedOnce(page);
  await move(page).getByRole('button', { name: 'Yes', exact: true }).click();
  await page.getByRole('link', { name: 'On to Open up' }).click();

  const card = (n: number) => page.getByRole('listitem', { name: `Step ${n}`, exact: true });
  const leave = () => page.getByRole('heading', { name: 'Add a step' }).click();
  await expect(page.getByRole('heading', { name: 'Add a step' })).toBeVisible();
  await page.keyboard.press('s');
  await card(1).getByLabel('Where').fill('back');
  await leave();
  await page.keyboard.press('r');
  await card(2).getByLabel('Where').fill('board');
  await leave();
  await page.keyboard.press('l');
  await expect(card(3).getByRole('img', { name: /flip-up latch moves/ })).toBeVisible();
  await choose(card(3).getByLabel('Latch', { exact: true }), 'slide-out');
  await expect(card(3).getByRole('img', { name: /slide-out latch moves/ })).toBeVisible();
  await leave();
  await page.keyboard.press('b');
  await card(4).getByLabel('Where').fill('under the board');
  await card(4)
    .getByText(/^After 3/)
    .click();
  await card(4).getByRole('button', { name: '2 board' }).click();
  await card(4).getByRole('button', { name: /^3 / }).click();
  await expect(card(4).getByText(/^After 2 board/)).toBeVisible();
  const picture = readFileSync(join(import.meta.dirname, '../demo/pictures/handset-inside.jpg')).toString(
    'base64',
  );
  await page.evaluate((base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
    const data = new DataTransfer();
    data.items.add(new File([bytes], 'pasted.jpg', { type: 'image/jpeg' }));
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data }));
  }, picture);
  await expect(card(4).getByRole('img', { name: 'step 4' })).toBeVisible();

  await choose(card(1).getByLabel('Thread'), 'coarse');
  await choose(card(2).getByLabel('Thread'), 'fine');
  const tray = slip(page, 'Tray');
  await expect(tray.getByText(/look alike/)).toBeVisible();
  const group = tray.getByRole('button', { name: /board/ });
  await group.scrollIntoViewIfNeeded();
  const from = await group.boundingBox();
  const to = await tray.getByText('B4', { exact: true }).boundingBox();
  if (!from || !to) throw new Error('the tray is not drawn');
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(to.x + 20, to.y + 20, { steps: 8 });
  await page.mouse.up();
  await expect(card(2).getByLabel('Tray place')).toHaveText('B4');

  await expect(slip(page, 'Only in this order')).toContainText(
    'Battery back in: under the board cannot be reached after: screws back, each to its own hole: board',
  );
  const preview = slip(page, 'It closes in this order').getByRole('listitem');
  // The ribbon connects something as well: it comes before the test, and the cell last of what the test needs.
  await expect(preview.first()).toContainText('Ribbon fully home');
  await expect(preview.nth(1)).toContainText('Battery back in');
  await expect(preview.nth(2)).toContainText('test now');
  await page.getByRole('group', { name: /^Closing 2: Battery/ }).focus();
  await page.keyboard.press('u');
  await expect(slip(page, 'Only in this order')).toContainText('You said: battery back in');
  await expect(preview.first()).toContainText('Battery back in');
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(preview.first()).toContainText('Ribbon fully home');

  await page.getByRole('radio', { name: 'Battery is out' }).click();
  await page.getByRole('button', { name: 'It is open' }).click();
  await page.getByRole('link', { name: /^Close up/ }).click();
  await expect(page.getByRole('heading', { name: 'You opened this today' })).toBeVisible();
  await expect(page.getByText('photo 1 of 1')).toBeVisible();
  const together = slip(page, 'Back together');
  await expect(together.getByRole('checkbox')).toHaveCount(0);
  await together.getByText('why').first().click();
  await expect(together.getByText(/Test first|Not yet/).first()).toBeVisible();
  // The cell waits for the board alone, and for its polarity.
  const forTest = slip(page, 'For the test');
  await expect(forTest.getByRole('checkbox', { name: /^Battery/ })).toHaveCount(0);
  await forTest.getByRole('button', { name: /^locked Battery|Battery/ }).click();
  await expect(forTest).toContainText('the board alone is tested first');
  await page.getByLabel('Learned about').fill('Ribbon is short');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Keep the model card' }).click();
  await expect(page.getByText('Kept: steps, tray plan, cautions,')).toBeVisible();

  await newJob(page, 'Guide 2');
  await page.getByLabel('Make').fill('tollgate');
  await page.getByLabel('Model').fill('AG-9');
  await page.keyboard.press('Tab');
  await expect(slip(page, 'Model card')).toContainText('Ribbon is short');
  await page.getByRole('button', { name: 'Start from the card' }).click();
  await allSaved(page);
  await page.getByRole('link', { name: /^Open up/ }).click();
  await expect(page.getByRole('listitem', { name: 'Step 4', exact: true })).toBeVisible();
  await expect(move(page)).toContainText('Battery: is there one');
  expect(errors).toEqual([]);
});

test('the camera takes a picture into the job', async ({ page }) => {
  await newJob(page, 'Pictured');
  await page.getByRole('button', { name: 'Add a photo: camera' }).click();
  await page.getByRole('button', { name: 'Take the picture' }).click();
  await expect(slip(page, 'As it came in').getByRole('img', { name: 'as it came in' })).toBeVisible();
});
