import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Toaster } from 'sonner';
import type { OpenWait } from '@zebbit/contract';
import type { Wait } from '@zebbit/core';
import { beginWait, USUAL_WAITS, waitNow } from '@zebbit/core';
import { fakeServer } from '../testing/fake-server';
import { renderPage } from '../testing/render-page';
import { SAMPLE, sampleBoard } from '../testing/sample-job';
import { DueTeller } from './due-teller';
import { clockWords, dayWords, minutesWords, waitWords } from './wait-words';

const T0 = new Date(2026, 10, 20, 18, 0).getTime();
const MINUTE = 60_000;
const usual = (key: string, more: Partial<Wait> = {}): Wait => {
  const wait = USUAL_WAITS.find((w) => w.key === key);
  if (!wait) throw new Error(key);
  return { ...beginWait(wait, { id: 'w1', startedAt: new Date(T0).toISOString() }), ...more };
};

describe('a wait in words', () => {
  it.each([
    [0.5, '30 s'],
    [12, '12 min'],
    [210, '3.5 h'],
    [3 * 1440, '3 days'],
  ])('%d min: %s', (minutes, words) => expect(minutesWords(minutes)).toBe(words));
  it.each([
    [6.2, '06:12'],
    [64.5, '1:04:30'],
    [-3, '00:00'],
  ])('%d min on the clock: %s', (minutes, words) => expect(clockWords(minutes)).toBe(words));
  it('a day is said as the hand would say it', () => {
    expect(dayWords(T0 + 3 * 60 * MINUTE, T0)).toBe('today');
    expect(dayWords(T0 + 8 * 60 * MINUTE, T0)).toBe('tomorrow');
    expect(dayWords(T0 - 24 * 60 * MINUTE, T0)).toBe('yesterday');
    expect(dayWords(T0 + 4 * 24 * 60 * MINUTE, T0)).toBe('Tuesday');
    expect(dayWords(T0 + 40 * 24 * 60 * MINUTE, T0)).toBe('30 Dec');
  });
  it.each([
    ['mask', 4, '06:00'],
    ['mask', 12, 'due: look at it'],
    ['mask', 40, 'over the most, since today'],
    ['silicone', 1, 'until 06:00 tomorrow'],
    ['near', 1440, 'due Wednesday'],
    ['near', 9 * 1440, 'due, 9 days by now'],
    ['near', 20 * 1440, 'late: 20 days by now'],
    ['owner', 60, 'no end known'],
    ['owner', 9 * 1440, '9 days by now, no end known'],
  ])('%s after %d min: %s', (key, minutes, words) => {
    expect(waitWords(usual(key), T0 + minutes * MINUTE)).toBe(words);
  });
});

describe('what came due', () => {
  beforeEach(() => {
    jest.useFakeTimers({ now: T0 + 9 * MINUTE });
  });
  afterEach(() => {
    jest.useRealTimers();
  });
  const asked: string[] = [];
  function serve(open: readonly OpenWait[], first: boolean): void {
    asked.length = 0;
    global.fetch = jest.fn((url: unknown) => {
      if (String(url).endsWith('/told')) asked.push(String(url));
      const body = String(url).endsWith('/told') ? { first } : open;
      return Promise.resolve(new Response(JSON.stringify(body), { status: 200 }));
    });
  }
  const pass = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));
  const page = (): void =>
    void render(
      <QueryClientProvider client={new QueryClient()}>
        <DueTeller />
        <Toaster />
      </QueryClientProvider>,
    );
  const open: OpenWait = { jobId: 'j1', jobName: 'Speaker', wait: usual('mask') };

  it('is told when it is due, once, with what to look at', async () => {
    serve([open], true);
    page();
    await pass(2000);
    expect(asked).toEqual([]);
    await pass(70_000);
    await pass(1000);
    expect(asked).toEqual(['/api/waits/j1/w1/told']);
    expect(screen.getByText('Speaker: UV mask under the lamp')).toBeInTheDocument();
    expect(screen.getByText('Prod it with a toothpick: no dent, no tack.')).toBeInTheDocument();
    await pass(10 * MINUTE);
    expect(asked).toHaveLength(1);
  });
  it('is told by nobody here when another page was first', async () => {
    serve([{ ...open, jobName: 'Lamp' }], false);
    page();
    await pass(90_000);
    expect(asked).toHaveLength(1);
    expect(screen.queryByText('Lamp: UV mask under the lamp')).toBeNull();
  });
  it('told before is not asked again', async () => {
    serve([{ ...open, wait: { ...open.wait, toldAt: new Date(T0).toISOString() } }], true);
    page();
    await pass(90_000);
    expect(asked).toEqual([]);
  });
});

describe('in a job', () => {
  it('a key and a figure begin a wait of the job; its tube past its date lengthens it', async () => {
    const server = fakeServer({ documents: SAMPLE });
    renderPage('/jobs/j1/take-in');
    await screen.findByText('All saved');
    await userEvent.keyboard('q');
    await userEvent.click(await screen.findByRole('checkbox', { name: 'The tube is past its date' }));
    expect(screen.getByText(/try a drop on card first/u)).toBeInTheDocument();
    await userEvent.click(screen.getByRole('button', { name: /epoxy/ }));
    await screen.findByText('All saved');
    const [wait] = server.documents().waits.waits;
    expect(wait).toMatchObject({
      kind: 'cure',
      what: 'epoxy',
      span: { least: 30, usual: 90 },
      endedAt: null,
    });
    if (!wait) throw new Error('no wait');
    expect(waitNow(wait, Date.now()).state).toBe('running');
    await userEvent.click(screen.getByRole('button', { name: 'Over' }));
    await screen.findByText('All saved');
    expect(server.documents().waits.waits[0]?.endedAt).not.toBeNull();
  });
  it('a promised day is kept, and goes when it is emptied', async () => {
    const server = fakeServer({ documents: SAMPLE });
    renderPage('/jobs/j1/take-in');
    const field = await screen.findByLabelText('Promised for');
    await userEvent.type(field, '2026-12-24');
    await screen.findByText('All saved');
    expect(server.documents().waits.promised).toBe('2026-12-24');
    await userEvent.clear(field);
    await screen.findByText('All saved');
    expect(server.documents().waits.promised).toBeNull();
  });
  it('the act that sets something going is done and its wait begins by one key', async () => {
    const documents = {
      ...SAMPLE,
      intake: { ...SAMPLE.intake, kinds: ['torn' as const] },
      board: sampleBoard(['cracked', 'cracked', 'sound', 'sound', 'sound']),
    };
    const server = fakeServer({ documents });
    renderPage('/jobs/j1/rebuild');
    await screen.findByText('All saved');
    await userEvent.click(screen.getByRole('button', { name: /Mask over wires/ }));
    for (let n = 0; n < 12 && !screen.queryByRole('button', { name: /Done, it runs/ }); n += 1)
      await userEvent.click(screen.getByRole('button', { name: /^Done, (?:next|the last)/ }));
    const before = server.documents().rebuild.stepsDone.length;
    await userEvent.keyboard('t');
    await screen.findByText('All saved');
    expect(server.documents().waits.waits).toMatchObject([
      { kind: 'cure', span: { usual: 10 }, endedAt: null },
    ]);
    await waitFor(() => expect(server.documents().rebuild.stepsDone.length).toBeGreaterThan(before));
  });
  it('a part that is in no drawer is ordered by one key, once', async () => {
    const kinds = ['ready-made' as const];
    const documents = { ...SAMPLE, intake: { ...SAMPLE.intake, kinds } };
    const server = fakeServer({ documents });
    renderPage('/jobs/j1/match');
    await screen.findByText('All saved');
    await userEvent.keyboard('p');
    await screen.findByText('All saved');
    await userEvent.keyboard('p');
    await screen.findByText('All saved');
    expect(server.documents().waits.waits).toMatchObject([{ kind: 'post', what: 'Micro-B', from: 'drawer' }]);
    expect(screen.getByText(/Micro-B: in the post, due/)).toBeInTheDocument();
  });
});
