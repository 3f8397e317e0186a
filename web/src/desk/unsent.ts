import type { DBSchema, IDBPDatabase } from 'idb';
import { openDB } from 'idb';
import type { DocumentKind, JobDocuments } from '@zebbit/core';

/** A change that the server has not confirmed: the document as it is here, and as it was when last stored. */
export interface UnsentEdit<K extends DocumentKind = DocumentKind> {
  readonly jobId: string;
  readonly kind: K;
  /** The page it was made on: two pages of one browser may hold changes of one document. */
  readonly tab: string;
  readonly rev: number;
  readonly base: JobDocuments[K];
  readonly body: JobDocuments[K];
  readonly at: string;
}

/** Where changes wait that the server has not taken yet, across reloads and crashes of the page. */
export interface UnsentStore {
  readonly put: (edit: UnsentEdit) => void;
  readonly remove: (edit: Pick<UnsentEdit, 'jobId' | 'kind' | 'tab'>) => void;
  readonly of: (jobId: string) => Promise<readonly UnsentEdit[]>;
}

interface Schema extends DBSchema {
  edits: { key: [string, string, string]; value: UnsentEdit; indexes: { job: string } };
}

/** Nothing to keep them in: what a browser without a database does. */
const FORGETFUL: UnsentStore = {
  put: () => undefined,
  remove: () => undefined,
  of: () => Promise.resolve([]),
};

/** The browser's own database. It is opened ahead of need, so that a change made while the page closes is still on its way in time. */
export function openUnsent(): UnsentStore {
  if (typeof indexedDB === 'undefined') return FORGETFUL;
  let open: IDBPDatabase<Schema> | null = null;
  const opening = openDB<Schema>('zebbit-unsent', 2, {
    upgrade: (db, from) => {
      if (from === 1) db.deleteObjectStore('edits');
      db.createObjectStore('edits', { keyPath: ['jobId', 'kind', 'tab'] }).createIndex('job', 'jobId');
    },
  });
  // Private windows of some browsers have none: changes then live as long as the page.
  void opening.then(
    (db) => (open = db),
    () => undefined,
  );
  const write = (act: (db: IDBPDatabase<Schema>) => void): void => {
    if (open) act(open);
    else void opening.then(act, () => undefined);
  };
  return {
    put: (edit) =>
      write((db) => {
        const transaction = db.transaction('edits', 'readwrite');
        void transaction.store.put(edit);
        transaction.commit();
        transaction.done.catch(() => undefined);
      }),
    remove: ({ jobId, kind, tab }) =>
      write((db) => {
        const transaction = db.transaction('edits', 'readwrite');
        void transaction.store.delete([jobId, kind, tab]);
        transaction.commit();
        transaction.done.catch(() => undefined);
      }),
    of: (jobId) =>
      opening.then(
        (db) => db.getAllFromIndex('edits', 'job', jobId),
        () => [],
      ),
  };
}
