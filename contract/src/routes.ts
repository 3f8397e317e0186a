import type { DocumentKind } from '@zebbit/core';

/** Addresses of the interface, used by the web; the server's controllers carry the same words. */
export const routes = {
  jobs: () => '/api/jobs',
  job: (id: string) => `/api/jobs/${encodeURIComponent(id)}`,
  document: (id: string, kind: DocumentKind) => `/api/jobs/${encodeURIComponent(id)}/${kind}`,
  readings: (id: string) => `/api/jobs/${encodeURIComponent(id)}/readings`,
  reading: (id: string, reading: string) =>
    `/api/jobs/${encodeURIComponent(id)}/readings/${encodeURIComponent(reading)}`,
  results: (id: string) => `/api/jobs/${encodeURIComponent(id)}/results`,
  photos: (id: string) => `/api/jobs/${encodeURIComponent(id)}/photos`,
  phoneLink: (id: string) => `/api/jobs/${encodeURIComponent(id)}/phone-link`,
  answers: (id: string) => `/api/jobs/${encodeURIComponent(id)}/answers`,
  found: (id: string) => `/api/jobs/${encodeURIComponent(id)}/found`,
  events: () => '/api/events',
  meter: () => '/api/instruments/meter',
  meterRead: () => '/api/instruments/meter/read',
  powerMeter: () => '/api/instruments/power',
  powerLines: (from: number) => `/api/instruments/power/lines?from=${from}`,
  powerScene: () => '/api/instruments/power/scene',
  workshop: () => '/api/workshop',
  modelCard: (make: string, model: string) =>
    `/api/model-cards?${new URLSearchParams({ make, model }).toString()}`,
  jobCard: (id: string) => `/api/jobs/${encodeURIComponent(id)}/model-card`,
  parts: () => '/api/parts',
  partImports: () => '/api/parts/imports',
  partsImport: () => '/api/parts/import',
  partsImported: (id: number) => `/api/parts/imports/${id}`,
  partFile: (id: string) => `/api/parts/${encodeURIComponent(id)}/file`,
  drawer: () => '/api/drawer',
  drawerImport: () => '/api/drawer/import',
  stock: (id: string) => `/api/drawer/${encodeURIComponent(id)}`,
  stockMoves: (id: string) => `/api/drawer/${encodeURIComponent(id)}/moves`,
  phone: () => '/api/phone',
  photo: (hash: string) => `/api/photos/${encodeURIComponent(hash)}`,
} as const;
