import type { ApiFailure, JobBundle, SavedDocument } from '@zebbit/contract';
import { KEEPALIVE_MAX_BYTES, routes } from '@zebbit/contract';
import type { DocumentKind, JobDocuments } from '@zebbit/core';
import { DOCUMENT_KINDS } from '@zebbit/core';
import { ApiFailureError } from '../api/client';
import { mergeDocuments, sameData } from './merge-documents';
import type { UnsentStore } from './unsent';

/** Both this page and another one changed the same place of a document. */
export interface Conflict<K extends DocumentKind = DocumentKind> {
  readonly kind: K;
  /** Where, as a path into the document. */
  readonly path: string;
  readonly theirs: JobDocuments[K];
  readonly rev: number;
}

export interface SaverState {
  readonly save: 'saved' | 'saving' | 'failed';
  readonly failure: ApiFailure | null;
  /** Documents that wait for the person's word; the others go on being saved. */
  readonly conflicts: readonly Conflict[];
}

export interface SaverWire {
  readonly put: (url: string, body: unknown, keepalive?: boolean) => Promise<SavedDocument>;
  /** The job as the server has it now. */
  readonly fetch: () => Promise<Pick<JobBundle, 'documents' | 'revs'>>;
  readonly unsent: UnsentStore;
  /** This page among all of the browser. */
  readonly tab: string;
}

interface SaverDesk {
  readonly documents: () => JobDocuments;
  /** Puts a document in place that came from elsewhere: no step of undo. `was` is what stood on the server before. */
  readonly adopt: <K extends DocumentKind>(
    kind: K,
    document: JobDocuments[K],
    was: JobDocuments[K],
    theirs: JobDocuments[K],
  ) => void;
  readonly tell: (state: Partial<SaverState>) => void;
}

type Stored = { -readonly [K in DocumentKind]: JobDocuments[K] };

const failureOf = (error: unknown): ApiFailure =>
  error instanceof ApiFailureError ? error.failure : { code: 'unknown', message: String(error) };

/** Saves documents whole as they change, one after the other; what another page changed meanwhile is taken together with it. */
export function createSaver(bundle: JobBundle, wire: SaverWire, desk: SaverDesk) {
  const stored: Stored = { ...bundle.documents };
  const revs: Record<DocumentKind, number> = { ...bundle.revs };
  const conflicts = new Map<DocumentKind, Conflict>();
  let busy = false;
  let running: Promise<void> = Promise.resolve();
  /** What is on its way to the server now, and the revision that it makes. */
  const sending = new Map<DocumentKind, { readonly body: unknown; readonly rev: number }>();

  const differs = (kind: DocumentKind): boolean => desk.documents()[kind] !== stored[kind];
  const waiting = (): DocumentKind | undefined =>
    DOCUMENT_KINDS.find((kind) => differs(kind) && !conflicts.has(kind));
  const tellConflicts = (): void => desk.tell({ conflicts: [...conflicts.values()] });

  /** Remembers in the browser what is not stored yet. */
  function note(kind: DocumentKind): void {
    if (differs(kind))
      wire.unsent.put({
        jobId: bundle.id,
        kind,
        tab: wire.tab,
        rev: revs[kind],
        base: stored[kind],
        body: desk.documents()[kind],
        at: new Date().toISOString(),
      });
    else wire.unsent.remove({ jobId: bundle.id, kind, tab: wire.tab });
  }

  /** Takes what the server holds of one document together with what is here. */
  function meet<K extends DocumentKind>(kind: K, theirs: JobDocuments[K], rev: number): void {
    if (rev <= revs[kind] && !conflicts.has(kind)) return;
    const was: JobDocuments[K] = stored[kind];
    const mine = desk.documents()[kind];
    const merge = mergeDocuments(was, mine, theirs);
    if (!merge.ok) {
      conflicts.set(kind, { kind, path: merge.path, theirs, rev });
      tellConflicts();
      return;
    }
    conflicts.delete(kind);
    revs[kind] = rev;
    const merged = sameData(merge.merged, theirs) ? theirs : merge.merged;
    Object.assign(stored, { [kind]: theirs });
    desk.adopt(kind, merged, was, theirs);
    note(kind);
    tellConflicts();
  }

  async function catchUp(kinds: readonly DocumentKind[]): Promise<void> {
    const now = await wire.fetch();
    for (const kind of kinds) meet(kind, now.documents[kind], now.revs[kind]);
  }

  /** The server holds this now. */
  function taken<K extends DocumentKind>(kind: K, rev: number, body: JobDocuments[K]): void {
    if (rev <= revs[kind]) return;
    revs[kind] = rev;
    Object.assign(stored, { [kind]: body });
    note(kind);
  }

  /** Sends a document as it stands; a small one goes on its way even if the page is left meanwhile. */
  async function send(kind: DocumentKind, rev: number): Promise<void> {
    const body = desk.documents()[kind];
    const message = { rev, body };
    const small = JSON.stringify(message).length < KEEPALIVE_MAX_BYTES;
    const mine = { body, rev: rev + 1 };
    sending.set(kind, mine);
    try {
      taken(kind, (await wire.put(routes.document(bundle.id, kind), message, small)).rev, body);
    } finally {
      if (sending.get(kind) === mine) sending.delete(kind);
    }
  }

  async function saveOne(kind: DocumentKind): Promise<void> {
    try {
      await send(kind, revs[kind]);
    } catch (error) {
      if (failureOf(error).code !== 'stale') throw error;
      const before = revs[kind];
      await catchUp([kind]);
      // Refused as stale though nothing newer is there: asking again would go on for ever.
      if (revs[kind] === before && !conflicts.has(kind)) throw error;
    }
  }

  async function run(): Promise<void> {
    busy = true;
    try {
      for (let kind = waiting(); kind; kind = waiting()) {
        desk.tell({ save: 'saving' });
        await saveOne(kind);
      }
      desk.tell({ save: conflicts.size > 0 ? 'failed' : 'saved', failure: null });
    } catch (error) {
      desk.tell({ save: 'failed', failure: failureOf(error) });
    } finally {
      busy = false;
    }
  }

  /** Saves all that waits; what changes meanwhile is saved too. */
  function flush(): Promise<void> {
    if (!busy) running = run();
    return running;
  }

  /** The job is left, the page stays: what waits is noted and saved. */
  function close(): void {
    for (const kind of DOCUMENT_KINDS.filter(differs)) note(kind);
    void flush();
  }

  /**
   * The page goes: no answer will be waited for, so all that stands here is sent at once, what changed since the save in flight as the one after it.
   * What the browser does not let through, or the server refuses, waits in the browser for the next visit.
   */
  function leave(): void {
    for (const kind of DOCUMENT_KINDS.filter(differs)) {
      note(kind);
      if (conflicts.has(kind)) continue;
      const ahead = sending.get(kind);
      if (ahead?.body === desk.documents()[kind]) continue;
      send(kind, ahead?.rev ?? revs[kind]).catch(() => undefined);
    }
  }

  /** Sends what an earlier visit could not; how many documents that were. */
  async function resume(): Promise<number> {
    let count = 0;
    const edits = [...(await wire.unsent.of(bundle.id))].sort((a, b) => a.at.localeCompare(b.at));
    for (const edit of edits) {
      const { kind } = edit;
      // What is being changed here goes first; the rest waits for the next visit.
      if (differs(kind)) continue;
      if (sameData(edit.body, stored[kind])) {
        wire.unsent.remove(edit);
        continue;
      }
      // As if it had been made here: from what the server had then, with what it has now.
      const now = { theirs: stored[kind], rev: revs[kind] };
      Object.assign(stored, { [kind]: edit.base });
      revs[kind] = Math.min(edit.rev, now.rev - 1);
      desk.adopt(kind, edit.body, edit.base, edit.base);
      meet(kind, now.theirs, now.rev);
      if (revs[kind] !== now.rev && !conflicts.has(kind)) revs[kind] = now.rev;
      note(kind);
      if (edit.tab !== wire.tab) wire.unsent.remove(edit);
      count += 1;
      await flush();
    }
    return count;
  }

  /** The person's word on a conflict. */
  function settle(kind: DocumentKind, whose: 'mine' | 'theirs'): Promise<void> {
    const conflict = conflicts.get(kind);
    if (!conflict) return Promise.resolve();
    conflicts.delete(kind);
    const was = stored[kind];
    revs[kind] = conflict.rev;
    Object.assign(stored, { [kind]: conflict.theirs });
    const document = whose === 'theirs' ? conflict.theirs : desk.documents()[kind];
    desk.adopt(kind, document, was, conflict.theirs);
    note(kind);
    tellConflicts();
    return flush();
  }

  return {
    flush,
    close,
    leave,
    resume,
    settle,
    note,
    /** Another page stored a newer revision. */
    heard: async (kind: DocumentKind, rev: number): Promise<void> => {
      if (rev <= revs[kind]) return;
      await running;
      if (rev > revs[kind]) await catchUp([kind]);
    },
    /** Looks whether anything was missed while nobody listened. */
    catchUp: (): Promise<void> => catchUp(DOCUMENT_KINDS),
    isStored: (kind: DocumentKind): boolean => !differs(kind),
    rev: (kind: DocumentKind): number => revs[kind],
    hasUnsaved: (): boolean => DOCUMENT_KINDS.some(differs),
  };
}

export type Saver = ReturnType<typeof createSaver>;
