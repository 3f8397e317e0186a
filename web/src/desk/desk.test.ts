/** @jest-environment node */
import { describe, expect, it } from '@jest/globals';
import type { JobBundle, SavedDocument } from '@zebbit/contract';
import { EMPTY_DOCUMENTS } from '@zebbit/core';
import { ApiFailureError } from '../api/client';
import type { SaverWire } from './document-saver';
import { createDesk } from './desk';

const bundle: JobBundle = {
  id: 'j1',
  createdAt: '',
  updatedAt: '',
  documents: EMPTY_DOCUMENTS,
  revs: { intake: 3, teardown: 0, board: 0, match: 0, rebuild: 0, closing: 0 },
  readings: [],
  results: [],
  photos: [],
  answers: null,
  found: null,
};

interface Sent {
  readonly url: string;
  readonly rev: number;
  readonly body: unknown;
}

/** A server that keeps what it is sent, and refuses while `refuse` holds a failure. */
function server() {
  const sent: Sent[] = [];
  const state: { refuse: ApiFailureError | null } = { refuse: null };
  const put = (url: string, message: unknown): Promise<SavedDocument> => {
    if (state.refuse) return Promise.reject(state.refuse);
    const { rev, body } = message as { rev: number; body: unknown };
    sent.push({ url, rev, body });
    return Promise.resolve({ rev: rev + 1 });
  };
  return { sent, state, put };
}

/** A wire with a browser database that forgets. */
const wire = (put: SaverWire['put'], more: Partial<SaverWire> = {}): SaverWire => ({
  put,
  fetch: () => Promise.resolve(bundle),
  unsent: { put: () => undefined, remove: () => undefined, of: () => Promise.resolve([]) },
  ...more,
});

describe('the desk', () => {
  it('saves what changed, whole, from the revision it was made from', async () => {
    const { sent, put } = server();
    const desk = createDesk(bundle, wire(put));
    const close = desk.open();
    desk.edit('intake', (d) => void (d.owner = 'museum'));
    expect(desk.store.getState().save).toBe('saving');
    await desk.flush();
    expect(sent).toEqual([
      { url: '/api/jobs/j1/intake', rev: 3, body: { ...EMPTY_DOCUMENTS.intake, owner: 'museum' } },
    ]);
    expect(desk.store.getState().save).toBe('saved');
    desk.edit('intake', (d) => void (d.make = 'Oriel'));
    await desk.flush();
    expect(sent.at(-1)?.rev).toBe(4);
    close();
  });
  it('takes back and does again, and saves both', async () => {
    const { sent, put } = server();
    const desk = createDesk(bundle, wire(put));
    const close = desk.open();
    desk.edit('match', (d) => void (d.part = 'A'));
    desk.edit('match', (d) => void (d.part = 'B'));
    desk.undo();
    expect(desk.store.getState().documents.match.part).toBe('A');
    await desk.flush();
    desk.undo();
    desk.redo();
    desk.redo();
    expect(desk.store.getState().documents.match.part).toBe('B');
    await desk.flush();
    expect(sent.map((s) => (s.body as { part: string }).part)).toEqual(['A', 'B']);
    close();
  });
  it('says what was refused, keeps the change, and saves it once the server takes it', async () => {
    const { sent, state, put } = server();
    const desk = createDesk(bundle, wire(put));
    const close = desk.open();
    state.refuse = new ApiFailureError({ code: 'disk-full', message: 'The disk is full' });
    desk.edit('match', (d) => void (d.part = 'A'));
    await desk.flush();
    expect(desk.store.getState()).toMatchObject({
      save: 'failed',
      failure: { code: 'disk-full' },
      documents: { match: { part: 'A' } },
    });
    state.refuse = null;
    await desk.flush();
    expect(desk.store.getState()).toMatchObject({ save: 'saved', failure: null });
    expect(sent).toHaveLength(1);
    close();
  });
  it('saves the rest when it is closed', async () => {
    const { sent, put } = server();
    const desk = createDesk(bundle, wire(put));
    const close = desk.open();
    desk.edit('match', (d) => void (d.part = 'late'));
    close();
    await desk.flush();
    expect(sent).toHaveLength(1);
  });
});
