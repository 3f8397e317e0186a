import type { JobBundle, SavedDocument } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { DocumentKind, JobDocuments } from '@zebbit/core';
import { DOCUMENT_KINDS } from '@zebbit/core';
import type { Draft } from 'immer';
import { produce } from 'immer';
import { temporal } from 'zundo';
import { createStore } from 'zustand';
import { api } from '../api/client';
import { createPlateStore } from './plate-store';
import type { SaverState, SaverWire } from './document-saver';
import { createSaver } from './document-saver';
import { createToolStore } from './tool-store';
import { mergeDocuments } from './merge-documents';
import { createProbeStore } from './probe-store';
import { openUnsent } from './unsent';
import { TAB } from '../api/tab';

/** Changes one document; the change is undoable and saved by itself. A recipe changes its draft, or gives a whole new document. */
export type Edit = <K extends DocumentKind>(
  kind: K,
  recipe: (draft: Draft<JobDocuments[K]>) => JobDocuments[K] | undefined,
) => void;

export interface DeskState extends SaverState {
  readonly documents: JobDocuments;
}

const SAVE_AFTER_MS = 200;

const realWire = (id: string): SaverWire => ({
  put: api.put<SavedDocument>,
  fetch: () => api.get<JobBundle>(routes.job(id)),
  unsent: openUnsent(),
  tab: TAB,
});

/** What the hands are on: a job's documents with undo, saved whole as they change, and all that is held while it is worked at. */
export function createDesk(bundle: JobBundle, wire: SaverWire = realWire(bundle.id)) {
  const store = createStore<DeskState>()(
    temporal(
      (): DeskState => ({ documents: bundle.documents, save: 'saved', failure: null, conflicts: [] }),
      {
        partialize: ({ documents }) => ({ documents }),
        equality: (a, b) => DOCUMENT_KINDS.every((k) => a.documents[k] === b.documents[k]),
        limit: 200,
      },
    ),
  );
  const { temporal: past } = store;

  const edit: Edit = (kind, recipe) =>
    store.setState((s) => ({
      documents: { ...s.documents, [kind]: produce(s.documents[kind], recipe as never) },
    }));

  /** What came from elsewhere is no step of undo, and stays when earlier steps are taken back. */
  function adopt<K extends DocumentKind>(
    kind: K,
    document: JobDocuments[K],
    was: JobDocuments[K],
    theirs: JobDocuments[K],
  ): void {
    past.getState().pause();
    store.setState((s) => ({ documents: { ...s.documents, [kind]: document } }));
    past.getState().resume();
    if (was === theirs) return;
    type Step = { documents?: JobDocuments };
    const onto = (steps: readonly Step[]): Step[] =>
      steps.flatMap((step) => {
        if (!step.documents) return [step];
        const merge = mergeDocuments(was, step.documents[kind], theirs);
        return merge.ok ? [{ documents: { ...step.documents, [kind]: merge.merged } }] : [];
      });
    const { pastStates, futureStates } = past.getState();
    past.setState({ pastStates: onto(pastStates), futureStates: onto(futureStates) });
  }

  const saver = createSaver(bundle, wire, {
    documents: () => store.getState().documents,
    adopt,
    tell: (state) => store.setState(state),
  });
  let timer: ReturnType<typeof setTimeout> | null = null;

  function flush(): Promise<void> {
    if (timer) clearTimeout(timer);
    timer = null;
    return saver.flush();
  }

  /** Starts saving what changes, and sends what an earlier visit left; what it returns saves the rest and stops. */
  function open(onResumed: (documents: number) => void = () => undefined): () => void {
    const stop = store.subscribe((now, before) => {
      if (now.documents === before.documents) return;
      for (const kind of DOCUMENT_KINDS) if (now.documents[kind] !== before.documents[kind]) saver.note(kind);
      if (saver.hasUnsaved() && now.save !== 'saving') store.setState({ save: 'saving' });
      timer ??= setTimeout(() => void flush(), SAVE_AFTER_MS);
    });
    void saver.resume().then((count) => {
      if (count > 0) onResumed(count);
    });
    return () => {
      saver.close();
      stop();
    };
  }

  return {
    store,
    edit,
    saver,
    flush,
    open,
    undo: () => past.getState().undo(),
    redo: () => past.getState().redo(),
    plate: createPlateStore(),
    tool: createToolStore(),
    probe: createProbeStore(),
  };
}

export type Desk = ReturnType<typeof createDesk>;
