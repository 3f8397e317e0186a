import { jest } from '@jest/globals';
import type { JobBundle, JobSummary, StoredCard, StoredStock, WorkshopAnswer } from '@zebbit/contract';
import { routes } from '@zebbit/contract';
import type { ConnectorPart, DocumentKind, JobDocuments, Workshop } from '@zebbit/core';
import { DOCUMENT_KINDS, EMPTY_DOCUMENTS, NEW_WORKSHOP } from '@zebbit/core';

export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly body: unknown;
}

export interface FakeServer {
  readonly sent: readonly Sent[];
  /** The job's documents as last saved. */
  readonly documents: () => JobDocuments;
}

interface FakeParts {
  readonly documents?: Partial<JobDocuments>;
  readonly bundle?: Partial<JobBundle>;
  readonly jobs?: readonly JobSummary[];
  readonly workshop?: Workshop;
  readonly card?: StoredCard | null;
  readonly library?: readonly ConnectorPart[];
  readonly drawer?: readonly StoredStock[];
  /** Answers to be given instead, by method and path. */
  readonly refuse?: Readonly<Record<string, { readonly status: number; readonly body: unknown }>>;
}

/** One job behind `fetch`, kept in memory: what is put there is there. */
export function fakeServer(parts: FakeParts = {}): FakeServer {
  const sent: Sent[] = [];
  let documents: JobDocuments = { ...EMPTY_DOCUMENTS, ...parts.documents };
  let serial = 0;
  const bundle = (): JobBundle => ({
    id: 'j1',
    createdAt: '2026-11-01T10:00:00.000Z',
    updatedAt: new Date().toISOString(),
    revs: { intake: 0, teardown: 0, board: 0, match: 0, rebuild: 0, closing: 0, waits: 0 },
    readings: [],
    results: [],
    photos: [],
    answers: null,
    found: null,
    ...parts.bundle,
    documents,
  });
  const workshop: WorkshopAnswer = { rev: 0, workshop: parts.workshop ?? NEW_WORKSHOP };

  const answer = (method: string, path: string, body: unknown): unknown => {
    const kind = DOCUMENT_KINDS.find((k) => path === `/api/jobs/j1/${k}`);
    if (method === 'PUT' && kind) {
      const saved = body as { rev: number; body: JobDocuments[DocumentKind] };
      documents = { ...documents, [kind]: saved.body };
      return { rev: saved.rev + 1 };
    }
    if (path === '/api/jobs/j1') return bundle();
    const shelf = /^\/api\/jobs\?shelf=(here|back)$/u.exec(path)?.[1];
    if (shelf) return (parts.jobs ?? []).filter((j) => (j.next.tone === 'done') === (shelf === 'back'));
    if (path === '/api/jobs') return method === 'POST' ? bundle() : (parts.jobs ?? []);
    if (path === '/api/workshop') return method === 'PUT' ? { rev: 1 } : workshop;
    if (path === '/api/waits') return [];
    if (path === '/api/durations') return {};
    if (path === '/api/parts') return { parts: parts.library ?? [] };
    if (path === '/api/drawer' && method === 'GET') return { entries: parts.drawer ?? [], jobs: {} };
    const moved = parts.drawer?.find((e) => path === `/api/drawer/${e.id}/moves`);
    if (moved) {
      const { by, jobId, note } = body as { by: number; jobId: string | null; note: string };
      const at = '2026-11-25T10:00:00.000Z';
      return { ...moved, moves: [...moved.moves, { id: 99, at, by, jobId, note }] };
    }
    if (path === '/api/parts/imports') return { imports: [] };
    if (path.startsWith('/api/model-cards')) return { found: parts.card ?? null };
    if (path.endsWith('/model-card')) return parts.card;
    serial += 1;
    return { id: `new${serial}`, at: '2026-11-25T10:00:00.000Z' };
  };

  global.fetch = jest.fn((input: unknown, init?: RequestInit) => {
    const path = String(input);
    const method = init?.method ?? 'GET';
    const body: unknown = typeof init?.body === 'string' ? JSON.parse(init.body) : undefined;
    // What a page infers it keeps by itself; `sent` is what the person did.
    if (method !== 'GET' && path !== routes.answers('j1') && path !== routes.found('j1'))
      sent.push({ method, path, body });
    const refused = parts.refuse?.[`${method} ${path}`];
    if (refused)
      return Promise.resolve(new Response(JSON.stringify(refused.body), { status: refused.status }));
    return Promise.resolve(new Response(JSON.stringify(answer(method, path, body)), { status: 200 }));
  });
  return { sent, documents: () => documents };
}
