import type { ApiFailure, JobBundle, SavedDocument } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { DocumentKind, JobDocuments } from '@zebbit/core';
import { DOCUMENT_KINDS } from '@zebbit/core';
import type { Draft } from 'immer';
import { produce } from 'immer';
import { temporal } from 'zundo';
import { createStore } from 'zustand';
import { api, ApiFailureError } from '../api/client';

export type SaveState = 'saved' | 'saving' | 'failed';

export interface DeskState {
  readonly documents: JobDocuments;
  readonly save: SaveState;
  readonly failure: ApiFailure | null;
  /** Changes one document; the change is undoable and saved by itself. */
  readonly edit: <K extends DocumentKind>(kind: K, recipe: (draft: Draft<JobDocuments[K]>) => void) => void;
  /** Puts a document in place of the old one. */
  readonly replace: <K extends DocumentKind>(kind: K, document: JobDocuments[K]) => void;
}

type Put = (url: string, body: unknown, keepalive?: boolean) => Promise<SavedDocument>;

/** What the hands are on: a job's documents with undo, saved whole one after another as they change. */
export function createDesk(bundle: JobBundle, put: Put = api.put<SavedDocument>) {
  const store = createStore<DeskState>()(
    temporal(
      (set) => ({
        documents: bundle.documents,
        save: 'saved',
        failure: null as ApiFailure | null,
        edit: (kind, recipe) =>
          set((s) => ({
            documents: {
              ...s.documents,
              [kind]: produce(s.documents[kind], (draft) => recipe(draft as never)),
            },
          })),
        replace: (kind, document) => set((s) => ({ documents: { ...s.documents, [kind]: document } })),
      }),
      {
        partialize: ({ documents }) => ({ documents }),
        equality: (a, b) => DOCUMENT_KINDS.every((k) => a.documents[k] === b.documents[k]),
        limit: 200,
      },
    ),
  );

  const stored: { -readonly [K in DocumentKind]: JobDocuments[K] } = { ...bundle.documents };
  const revs: Record<DocumentKind, number> = { ...bundle.revs };
  let running = false;
  let timer: ReturnType<typeof setTimeout> | null = null;

  const changed = (): DocumentKind | undefined =>
    DOCUMENT_KINDS.find((k) => store.getState().documents[k] !== stored[k]);

  async function saveOne(kind: DocumentKind, keepalive: boolean): Promise<void> {
    const body = store.getState().documents[kind];
    const { rev } = await put(routes.document(bundle.id, kind), { rev: revs[kind], body }, keepalive);
    revs[kind] = rev;
    Object.assign(stored, { [kind]: body });
  }

  async function flush(keepalive = false): Promise<void> {
    if (timer) clearTimeout(timer);
    timer = null;
    if (running) return;
    running = true;
    try {
      for (let kind = changed(); kind; kind = changed()) {
        store.setState({ save: 'saving' });
        await saveOne(kind, keepalive);
      }
      store.setState({ save: 'saved', failure: null });
    } catch (error) {
      const failure: ApiFailure =
        error instanceof ApiFailureError ? error.failure : { code: 'unknown', message: String(error) };
      store.setState({ save: 'failed', failure });
    } finally {
      running = false;
    }
  }

  /** Starts saving what changes; what it returns saves the rest and stops. */
  function open(): () => void {
    const stop = store.subscribe((now, before) => {
      if (now.documents === before.documents) return;
      if (changed() && now.save !== 'saving') store.setState({ save: 'saving' });
      timer ??= setTimeout(() => void flush(), 200);
    });
    return () => {
      stop();
      void flush(true);
    };
  }

  return {
    store,
    flush,
    undo: () => store.temporal.getState().undo(),
    redo: () => store.temporal.getState().redo(),
    open,
  };
}

export type Desk = ReturnType<typeof createDesk>;
