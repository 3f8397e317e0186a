import type { Page } from '@playwright/test';
import { expect, test } from '@playwright/test';
import type { Board, JobKind, PadState } from '@zebbit/core';
import { EMPTY_BOARD, KIND_SHEETS } from '@zebbit/core';
import { boardOf, truthOf } from '../demo/board-of';

import { SPEAKER_TOP } from '../demo/scenes/speaker';
import { STICK_TOP } from '../demo/scenes/stick';
import { allSaved, choose, move, watchErrors } from './bench';
import { JobClient } from './job-client';
import { TestServer } from './server';
import { StandIn } from './stand-in';

/**
 * Each kind of job from Take in to the hand-back page, by the screens; the marks of its board are put there beforehand, since another test
 * clicks them. What a kind does not need is neither asked nor shown as open.
 */

let server: TestServer;
let standIn: StandIn;
test.beforeAll(async () => {
  server = await TestServer.start();
  standIn = await StandIn.start();
  const answer = await fetch(`${server.url}/api/instruments/power`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ host: '127.0.0.1', port: standIn.powerPort }),
  });
  if (!answer.ok) throw new Error('the power meter does not answer');
});
test.afterAll(async () => {
  await server.stop();
  await standIn.stop();
});
test.describe.configure({ mode: 'parallel' });

interface KindJob {
  readonly kind: JobKind;
  /** Stations that are not for it. */
  readonly without: readonly string[];
  /** Checks that are not asked. */
  readonly notAsked: readonly RegExp[];
  readonly does: readonly string[];
  readonly family: string | null;
  readonly pads?: readonly PadState[];
  readonly part?: string;
}

const SOUND_FIVE: readonly PadState[] = ['sound', 'sound', 'sound', 'sound', 'sound'];
const JOBS: readonly KindJob[] = [
  {
    kind: 'reflow',
    without: ['Trace', 'Match'],
    notAsked: [/file copies/, /Screen/],
    does: ['Takes charge', 'Sound'],
    family: 'micro-b',
    pads: ['dull', 'sound', 'starved', 'sound', 'loose'],
  },
  {
    kind: 'same-port',
    without: ['Trace'],
    notAsked: [/file copies/],
    does: ['Takes charge'],
    family: 'micro-b',
    pads: SOUND_FIVE,
  },
  {
    kind: 'new-port',
    without: ['Trace'],
    notAsked: [/Sound, left/],
    does: ['Takes charge', 'Data'],
    family: 'micro-b',
    pads: SOUND_FIVE,
    part: 'Micro-B, two surface legs',
  },
  {
    kind: 'crack',
    without: ['Trace', 'Match'],
    notAsked: [/Rock the shell/],
    does: ['Light'],
    family: 'micro-b',
    pads: ['cracked', 'unchecked', 'unchecked', 'unchecked', 'unchecked'],
  },
  {
    kind: 'part-behind',
    without: ['Look over', 'Trace', 'Match'],
    notAsked: [/apart/, /Rock the shell/, /file copies/],
    does: ['Light'],
    family: 'micro-b',
  },
  {
    kind: 'cord',
    without: ['Open up', 'Trace'],
    notAsked: [/Current drawn/, /Volts/, /Wiggle/],
    does: ['Sound'],
    family: null,
    part: '3.5 mm panel socket',
  },
  {
    kind: 'ready-made',
    without: ['Look over', 'Trace'],
    notAsked: [/apart/, /Rock the shell/],
    does: ['Screen'],
    family: 'type-c-6',
    part: 'port board, four pins',
  },
  {
    kind: 'copy-only',
    without: ['Trace', 'Match'],
    notAsked: [/Rock the shell/, /Data as well/],
    does: ['Data'],
    family: 'usb-a-plug',
    pads: ['dull', 'sound', 'sound', 'dull'],
  },
  {
    kind: 'breakout',
    without: [],
    notAsked: [/Rock the shell/],
    does: ['Takes charge'],
    family: 'micro-b',
    pads: ['torn', 'sound', 'sound', 'sound', 'sound'],
    part: 'small board, four wires',
  },
];

/** The board of a job: its pads in the wanted states, its legs sound. */
function boardFor(job: KindJob, photo: { id: string; widthPx: number; heightPx: number }): Board {
  const scene = job.family === 'usb-a-plug' ? STICK_TOP : SPEAKER_TOP;
  const board = boardOf([[scene, photo]]);
  return {
    ...board,
    rows: board.rows.map((r) => ({
      ...r,
      pins: r.pins.map((p, i) => ({ ...p, state: job.pads?.[i] ?? 'sound' })),
    })),
    legs: board.legs.map((l) => ({ ...l, state: 'sound' })),
    lines: board.lines.map((l) => ({ ...l, scars: [] })),
  };
}

const station = (page: Page, name: string) => page.getByRole('link', { name: new RegExp(`^${name}`) });
/** Goes to a station, and waits until its slip is there. */
async function goTo(page: Page, name: string): Promise<void> {
  await station(page, name).click();
  await expect(page.getByRole('complementary', { name, exact: true })).toBeVisible();
}

async function takeIn(page: Page, job: KindJob): Promise<string> {
  await page.goto(server.url);
  await page.getByRole('button', { name: 'New job' }).click();
  // The cursor is in the field: nothing need be clicked first.
  await page.keyboard.type(`Job ${job.kind}`);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: `Job ${job.kind}` })).toBeVisible();
  if (job.kind === 'cord') await page.getByRole('radio', { name: 'A cord to be replaced' }).click();
  await page
    .getByRole('region', { name: 'What happened' })
    .getByRole('button', { name: 'Not known' })
    .click();
  if (job.family !== null) await choose(page.getByLabel('Connector'), job.family);
  for (const d of job.does)
    await page
      .getByRole('region', { name: 'What it does when it is well' })
      .getByRole('button', { name: d, exact: true })
      .click();
  await page.getByRole('checkbox', { name: 'Not known' }).first().click();
  await page.getByRole('button', { name: 'What becomes of the port?' }).click();
  const kinds = page.getByRole('dialog');
  await kinds.getByRole('button', { name: KIND_SHEETS[job.kind].words }).click();
  await expect(kinds).toContainText(KIND_SHEETS[job.kind].built);
  await kinds.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('This station is done')).toBeVisible();
  await allSaved(page);
  return /jobs\/([^/]+)\//.exec(page.url())?.[1] ?? '';
}

async function openUp(page: Page, job: KindJob): Promise<void> {
  await goTo(page, 'Open up');
  await page.getByRole('radio', { name: 'No battery in it' }).click();
  if (job.kind === 'cord') {
    await expect(move(page)).toContainText('Nothing to open');
    return;
  }
  await page.keyboard.press('s');
  await page.keyboard.type('back 4 8');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'It is open' }).click();
  await allSaved(page);
}

async function lookOver(page: Page, job: KindJob): Promise<void> {
  await goTo(page, 'Look over');
  if (job.kind === 'cord') {
    for (const [n, colour, fn] of [
      [1, 'red', 'RIGHT'],
      [2, 'bare', 'GND'],
    ] as const) {
      await page.getByRole('button', { name: 'Add a wire' }).click();
      const wire = page.getByRole('listitem', { name: `Wire ${n}` });
      await wire.getByLabel('Colour').fill(colour);
      await wire.getByLabel('Sat on').fill(`tab ${n}`);
      await choose(wire.getByLabel('It is'), fn);
      await wire.getByRole('checkbox').click();
    }
  }
  await page.getByRole('button', { name: 'Yes, it still is' }).click();
  await expect(move(page)).toContainText('This station is done');
}

async function matchPart(page: Page, job: KindJob): Promise<void> {
  await goTo(page, 'Match');
  if (job.kind === 'same-port') {
    for (const box of await page.getByRole('region', { name: 'The old port' }).getByRole('checkbox').all())
      await box.click();
  } else {
    await page
      .getByLabel(job.kind === 'new-port' ? 'What came off' : 'Part that goes in')
      .fill(job.part ?? '');
    await page.keyboard.press('Enter');
  }
  await expect(move(page)).toContainText('This station is done');
}

async function rebuild(page: Page, job: KindJob): Promise<void> {
  await goTo(page, 'Rebuild');
  if (job.kind === 'part-behind') {
    await expect(move(page)).toContainText('Find the part that is to blame');
    await page.getByLabel('The part: its marking').fill('107 6K');
    await page.keyboard.press('Enter');
    await expect(move(page)).toContainText('Replace 107 6K');
  }
  for (let n = 0; n < 40; n += 1) {
    await expect(move(page)).toBeVisible();
    if (await move(page).getByText('This station is done').isVisible()) return;
    const title = await move(page).getByRole('heading').innerText();
    const built = page.getByRole('checkbox', { name: 'Built' });
    if (await built.isVisible()) await built.click();
    else await page.getByRole('checkbox', { name: title }).click();
    await expect(move(page).getByRole('heading')).not.toHaveText(title);
  }
}

/** Proves and closes as the next move says, and gathers all that was asked. */
async function proveAndClose(page: Page): Promise<string[]> {
  const asked: string[] = [];
  await goTo(page, 'Prove');
  for (let n = 0; n < 40; n += 1) {
    await expect(move(page)).toBeVisible();
    if (await move(page).getByText('This station is done').isVisible()) return asked;
    const title = await move(page).getByRole('heading').innerText();
    asked.push(title);
    if (await move(page).getByRole('button', { name: /^Yes/ }).isVisible()) await page.keyboard.press('y');
    else if (title.startsWith('Current')) {
      // Plugged in through the power meter, and its figure taken.
      const meter = page.getByRole('region', { name: 'Power meter' });
      await choose(meter.getByLabel('A simulated meter'), 'healthy');
      await expect(meter.getByRole('status', { name: 'What flows' })).toContainText('it draws, steadily');
      await move(page)
        .getByRole('button', { name: /^Take .* from the meter/ })
        .click();
    } else {
      const typed = title.startsWith('Volts') ? '5.06' : /apart|no short/.test(title) ? 'OL' : '0.3';
      await move(page).getByRole('textbox').fill(typed);
      await page.keyboard.press('Enter');
    }
    await expect(move(page).getByRole('heading')).not.toHaveText(title);
  }
  throw new Error('the checks do not come to an end');
}

for (const job of JOBS) {
  test(`${KIND_SHEETS[job.kind].words}: from Take in to the hand-back page`, async ({ page }) => {
    const errors = watchErrors(page);
    const client = new JobClient(server.url);
    const id = await takeIn(page, job);
    if (job.pads) {
      const photo = await client.photo(id, job.family === 'usb-a-plug' ? 'stick-top.jpg' : 'speaker-top.jpg');
      const board = boardFor(job, photo);
      await client.save(id, 'board', board);
      if (job.kind === 'breakout') {
        const { documents } = await client.job(id);
        await client.save(id, 'teardown', { ...documents.teardown, battery: 'none' });
        await client.probe(id, truthOf(board, [SPEAKER_TOP]));
      }
    } else if (job.family !== null) await client.save(id, 'board', { ...EMPTY_BOARD, family: 'micro-b' });
    await page.reload();
    if (job.kind !== 'breakout') await openUp(page, job);
    else {
      await goTo(page, 'Open up');
      await page.keyboard.press('c');
      await page.keyboard.press('Escape');
      await page.getByRole('button', { name: 'It is open' }).click();
    }
    for (const s of job.without.filter((w) => w !== 'Trace'))
      await expect(station(page, s)).toHaveAccessibleName(/not for this job/);
    if (!job.without.includes('Look over')) await lookOver(page, job);
    for (const s of job.without) {
      await expect(station(page, s)).toHaveAccessibleName(/not for this job/);
      await goTo(page, s);
      await expect(move(page)).toContainText(/Not for this job|Nothing to open/);
    }
    if (job.kind === 'breakout') {
      await goTo(page, 'Trace');
      await expect(move(page)).toContainText(/Every pin has its place|This station is done/);
    }
    if (!job.without.includes('Match')) await matchPart(page, job);
    await rebuild(page, job);
    const asked = await proveAndClose(page);
    expect(asked.length).toBeGreaterThan(1);
    for (const not of job.notAsked) expect(asked.filter((a) => not.test(a))).toEqual([]);
    await goTo(page, 'Close up');
    // What is looked at before it shuts, then each step.
    for (let n = 0; n < 8; n += 1) await page.keyboard.press('c');
    for (const box of await page.getByRole('region', { name: 'Final checks' }).getByRole('checkbox').all())
      await box.click();
    await page.getByLabel('Handed back').click();
    await expect(page.getByText('Nothing left over.')).toBeVisible();
    await allSaved(page);
    await page.getByRole('link', { name: 'The page for its owner' }).click();
    const sheet = page.getByRole('article', { name: 'Hand-back page' });
    await expect(sheet).toContainText(KIND_SHEETS[job.kind].words);
    await expect(sheet).toContainText('Proved');
    await page.getByRole('link', { name: 'Zebbit' }).click();
    await page.getByRole('button', { name: /^Handed back/ }).click();
    await expect(page.getByRole('link', { name: new RegExp(`Job ${job.kind}`) })).toContainText('Done');
    expect(errors).toEqual([]);
  });
}
