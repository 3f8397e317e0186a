import type { jest } from '@jest/globals';
import { describe, expect, it } from '@jest/globals';
import { screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { JobSummary } from '@zebbit/contract';
import type { TraceAnswers } from '@zebbit/core';
import {
  answersStamp,
  EMPTY_DOCUMENTS,
  jobView,
  NEW_WORKSHOP,
  nextMove,
  stationStates,
  weighTrace,
} from '@zebbit/core';
import { fakeServer } from '../testing/fake-server';
import { renderPage } from '../testing/render-page';
import { SAMPLE, SAMPLE_READINGS } from '../testing/sample-job';

const view = jobView({ ...EMPTY_DOCUMENTS, readings: [], results: [] });
const summary = (name: string, more: Partial<JobSummary> = {}): JobSummary => ({
  id: name,
  name,
  make: 'Oriel',
  model: 'X',
  family: 'USB Micro-B',
  updatedAt: new Date().toISOString(),
  states: stationStates(view),
  next: nextMove(view),
  unweighed: false,
  tasks: [],
  waits: EMPTY_DOCUMENTS.waits,
  owner: '',
  part: '',
  ...more,
});

interface Kept {
  readonly url: string;
  readonly body: { readonly stamp: string; readonly answers: TraceAnswers };
}
/** What was kept with jobs so far. */
const kept = (): Kept[] =>
  (global.fetch as jest.Mock<(url: string, init?: RequestInit) => Promise<Response>>).mock.calls.flatMap(
    ([url, init]) =>
      init?.method === 'PUT' && url.endsWith('/answers')
        ? [{ url, body: JSON.parse(init.body as string) as Kept['body'] }]
        : [],
  );

describe('jobs that nobody has weighed', () => {
  it('are weighed here, one after the other, and kept under the stamp of what was weighed', async () => {
    fakeServer({
      jobs: [summary('j1', { unweighed: true }), summary('other')],
      documents: SAMPLE,
      bundle: { readings: SAMPLE_READINGS },
    });
    renderPage('/');
    await waitFor(() => expect(kept()).toHaveLength(1));
    const [{ url, body } = { url: '', body: null }] = kept();
    expect(url).toBe('/api/jobs/j1/answers');
    expect(body?.stamp).toBe(answersStamp(0, SAMPLE_READINGS, NEW_WORKSHOP.record.sureAt));
    expect(body?.answers).toEqual(
      JSON.parse(
        JSON.stringify(weighTrace(SAMPLE.board, SAMPLE_READINGS, { sureAt: NEW_WORKSHOP.record.sureAt })),
      ),
    );
  });
  it('one that cannot be fetched is left alone, the next is weighed; each is tried once', async () => {
    fakeServer({
      jobs: [summary('gone', { unweighed: true }), summary('j1', { unweighed: true })],
      documents: SAMPLE,
      bundle: { readings: SAMPLE_READINGS },
      refuse: {
        'GET /api/jobs/gone': { status: 404, body: { code: 'not-found', message: 'There is no such job' } },
      },
    });
    renderPage('/');
    await waitFor(() => expect(kept().map((k) => k.url)).toEqual(['/api/jobs/j1/answers']));
    expect(await screen.findByRole('link', { name: /j1/ })).toBeInTheDocument();
    expect(kept()).toHaveLength(1);
  });
  it('with all weighed nothing is fetched but the shelf', async () => {
    fakeServer({ jobs: [summary('j1')] });
    renderPage('/');
    await screen.findByRole('link', { name: /j1/ });
    expect(kept()).toEqual([]);
  });
});

describe('home', () => {
  it('shows each job with its station and next move, leading to it', async () => {
    fakeServer({
      jobs: [
        summary('Tide clock'),
        summary('Lamp', { next: { station: 'close-up', title: 'Done', why: '', tone: 'done' } }),
      ],
    });
    renderPage('/');
    const link = await screen.findByRole('link', { name: /Tide clock/ });
    expect(link).toHaveAttribute('href', '/jobs/Tide clock/take-in');
    expect(link).toHaveTextContent('Name the device');
    expect(within(link).getByRole('img', { name: 'at Take in, 0 of 8 stations done' })).toBeInTheDocument();
    expect(screen.getByRole('heading', { name: 'One job on the bench' })).toBeInTheDocument();
    const back = await screen.findByRole('button', { name: /^Handed back, 1/ });
    expect(screen.queryByRole('link', { name: /Lamp/ })).toBeNull();
    await userEvent.click(back);
    expect(screen.getByRole('link', { name: /Lamp/ })).toBeInTheDocument();
  });
  it('says what to do with none', async () => {
    fakeServer();
    renderPage('/');
    expect(await screen.findByText('Start with the thing in your hand')).toBeInTheDocument();
  });
  it('says when the server does not answer, and asks again', async () => {
    fakeServer({
      refuse: {
        'GET /api/jobs?shelf=here': {
          status: 500,
          body: { code: 'internal', message: 'Zebbit failed here' },
        },
      },
    });
    renderPage('/');
    expect(await screen.findByRole('alert')).toHaveTextContent('Zebbit failed here');
    fakeServer({ jobs: [summary('Tide clock')] });
    await userEvent.click(screen.getByRole('button', { name: 'Try again' }));
    expect(await screen.findByRole('link', { name: /Tide clock/ })).toBeInTheDocument();
  });
  it('a new job is named, made, and opened at Take in', async () => {
    const server = fakeServer();
    const page = renderPage('/');
    await userEvent.keyboard('+');
    await userEvent.type(await screen.findByLabelText('Device'), 'Handset{Enter}');
    await screen.findByRole('navigation', { name: 'Stations' });
    expect(page.at()).toBe('/jobs/j1/take-in');
    expect(server.sent).toEqual([{ method: 'POST', path: '/api/jobs', body: { name: 'Handset' } }]);
  });
  it('what the server refuses is said beside the field', async () => {
    fakeServer({
      refuse: {
        'POST /api/jobs': {
          status: 400,
          body: { code: 'empty', message: 'A job needs a name', path: 'name' },
        },
      },
    });
    renderPage('/');
    await userEvent.click(screen.getByRole('button', { name: /New job/ }));
    await userEvent.type(await screen.findByLabelText('Device'), 'Handset{Enter}');
    expect(await screen.findByRole('alert')).toHaveTextContent('A job needs a name');
  });
  it('the cursor is in the one field at once; nothing typed is said there, and nothing sent', async () => {
    const server = fakeServer();
    renderPage('/');
    await userEvent.click(await screen.findByRole('button', { name: /New job/ }));
    expect(await screen.findByLabelText('Device')).toHaveFocus();
    await userEvent.keyboard('  {Enter}');
    expect(await screen.findByRole('alert')).toHaveTextContent('Device: what is it that broke?');
    expect(server.sent).toEqual([]);
  });
});
