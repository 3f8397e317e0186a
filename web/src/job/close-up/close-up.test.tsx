import { describe, expect, it } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { JobDocuments } from '@zebbit/core';
import { EMPTY_REBUILD } from '@zebbit/core';
import { choose } from '../../testing/choose';
import { fakeServer } from '../../testing/fake-server';
import { renderPage } from '../../testing/render-page';
import { goodResults, SAMPLE, SAMPLE_READINGS } from '../../testing/sample-job';

const built: JobDocuments = {
  ...SAMPLE,
  rebuild: {
    ...EMPTY_REBUILD,
    choices: ['row1.1', 'row1.3'].map((pinId) => ({
      pinId,
      kind: null,
      landingId: null,
      wireMm: null,
      spanMm: null,
      via: null,
      built: true,
    })),
  },
};
const job = (powered: boolean | 'alone', documents = built) => ({
  documents,
  bundle: { readings: SAMPLE_READINGS, results: goodResults(documents, SAMPLE_READINGS, powered) },
});
const open = async (page = 'close-up'): Promise<void> => {
  renderPage(`/jobs/j1/${page}`);
  await screen.findByText('All saved');
};
const part = (name: string): HTMLElement => screen.getByRole('region', { name });

describe('close up', () => {
  it('what shuts the board away waits for the test, with its reason on demand', async () => {
    fakeServer(job('alone'));
    await open();
    expect(part('Next move')).toHaveTextContent('Battery back in: cell');
    expect(part('Next move')).toHaveTextContent('Red to B+');
    expect(within(part('Back together')).queryByRole('checkbox')).not.toBeInTheDocument();
    await userEvent.click(within(part('Back together')).getByRole('button', { name: /why/ }));
    expect(part('Back together')).toHaveTextContent('Test first: this shuts the board away.');
    await userEvent.click(within(part('For the test')).getByRole('checkbox'));
    expect(part('Next move')).toHaveTextContent('Test now');
    expect(screen.getByText('Battery in again')).toBeInTheDocument();
  });
  it('the board alone has its power before the cell is connected', async () => {
    fakeServer(job(false));
    await open();
    expect(part('Next move')).toHaveTextContent('The board alone first');
    expect(within(part('For the test')).queryByRole('checkbox')).not.toBeInTheDocument();
    await userEvent.click(within(part('For the test')).getByRole('button', { name: /why/ }));
    expect(part('For the test')).toHaveTextContent('the board alone is tested first');
  });
  it('once proved, screws are counted back in, and none may be left over', async () => {
    const server = fakeServer(job(true, { ...built, closing: { ...built.closing, stepsDone: ['cell'] } }));
    await open();
    expect(part('Next move')).toHaveTextContent('No wire over a post');
    for (let n = 0; n < 6 && !/Screws back/u.test(part('Next move').textContent); n += 1)
      await userEvent.keyboard('c');
    expect(part('Next move')).toHaveTextContent('Screws back, each to its own hole: cover');
    expect(server.documents().closing.fastenersBack).toEqual([]);
    await userEvent.click(within(part('Back together')).getByRole('checkbox'));
    expect(part('Next move')).toHaveTextContent('3 of 3 screws: cover');
    expect(part('Still to do')).toHaveTextContent('3 left over of 3, cover, tray A1');
    for (let n = 0; n < 4; n += 1)
      await userEvent.click(screen.getByRole('button', { name: 'One more back' }));
    expect(part('Next move')).toHaveTextContent('1 too many: cover');
    await userEvent.click(screen.getByRole('button', { name: 'One less back' }));
    await waitFor(() =>
      expect(server.documents().closing.fastenersBack).toEqual([{ stepId: 'cover', count: 3 }]),
    );
    expect(part('Still to do')).not.toHaveTextContent('cover');
  });
  it('says how long ago it was opened', async () => {
    fakeServer(job(true));
    await open();
    expect(screen.getByText(/You opened this \d+ days ago/)).toBeInTheDocument();
  });
  it('remembers where the fault was', async () => {
    const server = fakeServer(job(true));
    await open();
    await choose(screen.getByLabelText('Where the fault was'), 'pads');
    await waitFor(() => expect(server.documents().closing.faultSite).toBe('pads'));
  });
});

describe('the hand-back page', () => {
  it('says what was wrong, done and proved in the owner’s words; the bench has its figures and cautions on a page of its own', async () => {
    fakeServer(
      job(true, {
        ...built,
        intake: { ...built.intake, traits: ['lithium-cell'] },
        closing: { ...built.closing, wrong: 'Port torn off', minutes: 90 },
      }),
    );
    await open('hand-back');
    const sheet = screen.getByRole('article', { name: 'Hand-back page' });
    for (const words of [
      'Port torn off',
      'A contact whose track was gone is joined by a fine wire',
      'it takes current',
      '90 min of work',
      'Pull the plug, not the cable.',
      'Should it swell, get hot or smell',
      'Proved',
    ])
      expect(sheet).toHaveTextContent(words);
    for (const words of ['iron', 'VBUS', '420 mA']) expect(sheet).not.toHaveTextContent(words);
    await userEvent.click(screen.getByRole('link', { name: 'The page for the bench' }));
    const bench = await screen.findByRole('article', { name: 'Bench page' });
    for (const words of [
      'pin 1 VBUS: trace torn off for a length, jumper to F1 1',
      'track followed',
      '5.04 V',
      '420 mA',
      'pin 1 VBUS to F1 1',
      'A lithium cell is inside',
    ])
      expect(bench).toHaveTextContent(words);
  });
  it('does not claim what was not proved', async () => {
    fakeServer(job(false));
    await open('hand-back');
    expect(screen.getByText('Not proved')).toBeInTheDocument();
  });
});
