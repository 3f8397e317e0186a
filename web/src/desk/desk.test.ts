/** @jest-environment node */
import { describe, expect, it } from '@jest/globals';
import type { JobBundle, SavedDocument } from '@zebbit/contract';
import type { DocumentKind } from '@zebbit/core';
import { EMPTY_DOCUMENTS } from '@zebbit/core';
import { ApiFailureError } from '../api/client';
import type { SaverWire } from './document-saver';
import type { UnsentEdit } from './unsent';
import type { Desk } from './desk';
import { createDesk } from './desk';

const bundle: JobBundle = {
  id: 'j1',
  createdAt: '',
  updatedAt: '',
  documents: EMPTY_DOCUMENTS,
  revs: { intake: 3, teardown: 0, board: 0, match: 0, rebuild: 0, closing: 0, waits: 0 },
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
  tab: 'tab',
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

/** Two windows on one job: a server with revisions, and what each window's desk makes of the other's changes. */
function bench() {
  const now = { documents: { ...EMPTY_DOCUMENTS }, revs: { ...bundle.revs } };
  const kept = new Map<string, UnsentEdit>();
  const key = ({ kind, tab }: Pick<UnsentEdit, 'kind' | 'tab'>): string => `${kind} ${tab}`;
  const unsent: SaverWire['unsent'] = {
    put: (edit) => void kept.set(key(edit), edit),
    remove: (edit) => void kept.delete(key(edit)),
    of: () => Promise.resolve([...kept.values()]),
  };
  const put: SaverWire['put'] = (url, message) => {
    const kind = url.split('/').at(-1) as DocumentKind;
    const { rev, body } = message as { rev: number; body: never };
    if (now.revs[kind] !== rev)
      return Promise.reject(new ApiFailureError({ code: 'stale', message: 'Changed elsewhere' }));
    now.revs = { ...now.revs, [kind]: rev + 1 };
    now.documents = { ...now.documents, [kind]: body };
    return Promise.resolve({ rev: rev + 1 });
  };
  const fetch = (): Promise<typeof now> => Promise.resolve({ ...now });
  const start: JobBundle = { ...bundle, documents: now.documents, revs: now.revs };
  let windows = 0;
  const window = (from: JobBundle = start): Desk => {
    windows += 1;
    return createDesk(from, { put, fetch, unsent, tab: `tab ${windows}` });
  };
  /** Opened only now, on what the server holds. */
  const later = (): Desk => window({ ...bundle, documents: now.documents, revs: now.revs });
  return { now, kept, window, later };
}

describe('a page that goes in the middle of a save', () => {
  it('sends what was typed since as the revision after, at once, and every other document beside it', () => {
    const sent: { url: string; rev: number; keepalive: boolean }[] = [];
    // No answer ever comes: the page is gone.
    const put: SaverWire['put'] = (url, message, keepalive = false) => {
      sent.push({ url, rev: (message as { rev: number }).rev, keepalive });
      return new Promise(() => undefined);
    };
    const desk = createDesk(bundle, wire(put));
    desk.open();
    desk.edit('intake', (d) => void (d.owner = 'the harb'));
    void desk.flush();
    desk.edit('intake', (d) => void (d.owner = 'the harbour office'));
    desk.edit('match', (d) => void (d.part = 'A'));
    desk.saver.leave();
    expect(sent).toEqual([
      { url: '/api/jobs/j1/intake', rev: 3, keepalive: true },
      { url: '/api/jobs/j1/intake', rev: 4, keepalive: true },
      { url: '/api/jobs/j1/match', rev: 0, keepalive: true },
    ]);
  });
  it('sends nothing twice that is on its way already', () => {
    let count = 0;
    const desk = createDesk(
      bundle,
      wire(() => {
        count += 1;
        return new Promise(() => undefined);
      }),
    );
    desk.open();
    desk.edit('intake', (d) => void (d.owner = 'the harbour office'));
    void desk.flush();
    desk.saver.leave();
    expect(count).toBe(1);
  });
});

describe('two windows on one job', () => {
  it('changes in different places of one document are taken together, without being asked about', async () => {
    const { now, window } = bench();
    const [a, b] = [window(), window()];
    a.edit('intake', (d) => void (d.make = 'Tollgate'));
    await a.flush();
    b.edit('intake', (d) => void (d.model = 'L2'));
    await b.flush();
    expect(now.documents.intake).toMatchObject({ make: 'Tollgate', model: 'L2' });
    expect(b.store.getState()).toMatchObject({ save: 'saved', conflicts: [] });
  });
  it('a clash on one document does not stop the others, and either side can stand', async () => {
    for (const whose of ['mine', 'theirs'] as const) {
      const { now, window } = bench();
      const [a, b] = [window(), window()];
      a.edit('intake', (d) => void (d.owner = 'first'));
      await a.flush();
      b.edit('intake', (d) => void (d.owner = 'second'));
      b.edit('closing', (d) => void (d.watch = 'the cable'));
      await b.flush();
      expect(b.store.getState().conflicts).toMatchObject([{ kind: 'intake', path: 'owner' }]);
      expect(now.documents.closing.watch).toBe('the cable');
      expect(now.documents.intake.owner).toBe('first');
      await b.saver.settle('intake', whose);
      expect(now.documents.intake.owner).toBe(whose === 'mine' ? 'second' : 'first');
      expect(b.store.getState()).toMatchObject({ conflicts: [], save: 'saved' });
      expect(b.store.getState().documents.intake.owner).toBe(now.documents.intake.owner);
    }
  });
  it('what is heard from another window is shown, is no step of undo, and outlives one', async () => {
    const { window } = bench();
    const [a, b] = [window(), window()];
    b.edit('match', (d) => void (d.part = 'mine'));
    await b.flush();
    a.edit('intake', (d) => void (d.owner = 'museum'));
    await a.flush();
    await b.saver.heard('intake', 4);
    expect(b.store.getState().documents.intake.owner).toBe('museum');
    b.undo();
    expect(b.store.getState().documents).toMatchObject({ intake: { owner: 'museum' }, match: { part: '' } });
    b.redo();
    expect(b.store.getState().documents).toMatchObject({
      intake: { owner: 'museum' },
      match: { part: 'mine' },
    });
  });
  it('an edit made while a save is under way is saved too', async () => {
    const { now, window } = bench();
    const desk = window();
    desk.edit('match', (d) => void (d.part = 'A'));
    const saving = desk.flush();
    desk.edit('match', (d) => void (d.part = 'B'));
    await saving;
    expect(now.documents.match.part).toBe('B');
    expect(desk.store.getState().save).toBe('saved');
  });
  it('what could not be sent waits in the browser and is sent at the next visit, with what changed meanwhile', async () => {
    const { now, kept, window, later } = bench();
    const [a, other] = [window(), window()];
    const close = a.open();
    a.edit('intake', (d) => void (d.owner = 'museum'));
    expect(kept.get('intake tab 1')?.body).toMatchObject({ owner: 'museum' });
    // Gone without a word to the server; another window stored something in between.
    other.edit('intake', (d) => void (d.make = 'Oriel'));
    await other.flush();
    const back = later();
    expect(await back.saver.resume()).toBe(1);
    expect(now.documents.intake).toMatchObject({ owner: 'museum', make: 'Oriel' });
    expect(back.store.getState().documents.intake).toMatchObject({ owner: 'museum', make: 'Oriel' });
    expect(kept.size).toBe(0);
    close();
  });
  it('refused as stale with nothing newer there, it says so and does not ask for ever', async () => {
    const desk = createDesk(
      bundle,
      wire(() => Promise.reject(new ApiFailureError({ code: 'stale', message: 'Changed elsewhere' }))),
    );
    desk.edit('match', (d) => void (d.part = 'A'));
    await desk.flush();
    expect(desk.store.getState()).toMatchObject({ save: 'failed', failure: { code: 'stale' } });
  });
});
