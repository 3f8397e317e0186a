/** @jest-environment node */
import { describe, expect, it, jest } from '@jest/globals';
import { QueryClient } from '@tanstack/react-query';
import type { JobBundle } from '@zebbit/contract';
import { EMPTY_DOCUMENTS } from '@zebbit/core';
import { SAMPLE_READINGS } from '../testing/sample-job';
import { bundleAfter, fetchEvidence } from './jobs';
import { queryKeys } from './query-keys';

const [first, second] = SAMPLE_READINGS;
if (!first || !second) throw new Error('the sample has readings');
const bundle: JobBundle = {
  id: 'j1',
  createdAt: '',
  updatedAt: '',
  documents: EMPTY_DOCUMENTS,
  revs: { intake: 0, teardown: 0, board: 0, match: 0, rebuild: 0, closing: 0, waits: 0 },
  readings: [first],
  results: [],
  photos: [],
  answers: null,
  found: null,
};

/** A server whose answers are given by hand, one after the other. */
function slowServer(): ((answer: JobBundle) => void)[] {
  const waiting: ((answer: JobBundle) => void)[] = [];
  global.fetch = jest.fn(
    () =>
      new Promise<Response>((resolve) =>
        waiting.push((answer) => resolve(new Response(JSON.stringify(answer), { status: 200 }))),
      ),
  );
  return waiting;
}
const settled = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));

describe('evidence fetched anew', () => {
  it('shows what was missed', async () => {
    const client = new QueryClient();
    client.setQueryData(queryKeys.job('j1'), bundle);
    const waiting = slowServer();
    const done = fetchEvidence(client, 'j1');
    waiting[0]?.({ ...bundle, readings: [first, second] });
    await done;
    expect(client.getQueryData<JobBundle>(queryKeys.job('j1'))?.readings).toEqual([first, second]);
  });
  it('an answer from before a reading was struck out does not let it stand again', async () => {
    const client = new QueryClient();
    client.setQueryData(queryKeys.job('j1'), bundle);
    const waiting = slowServer();
    const done = fetchEvidence(client, 'j1');
    const struck = bundleAfter(bundle, { kind: 'strike', jobId: 'j1', readingId: first.id, struck: true });
    client.setQueryData(queryKeys.job('j1'), struck);
    waiting[0]?.(bundle);
    for (let n = 0; n < 20 && waiting.length < 2; n += 1) await settled();
    expect(client.getQueryData<JobBundle>(queryKeys.job('j1'))?.readings[0]?.struck).toBe(true);
    waiting[1]?.(struck);
    await done;
    expect(client.getQueryData<JobBundle>(queryKeys.job('j1'))?.readings[0]?.struck).toBe(true);
  });
});
