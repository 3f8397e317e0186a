import type { ComponentType } from 'react';
import type { RouteObject } from 'react-router';
import { Navigate } from 'react-router';
import { Tonight } from '../tonight/tonight';
import { RouteError, NotHere } from './route-error';

const loaders: (() => Promise<unknown>)[] = [];

/** A page that comes when it is first opened, or in a quiet moment before. */
function page<M>(load: () => Promise<M>, name: keyof M): () => Promise<{ Component: ComponentType }> {
  loaders.push(load);
  return async () => ({ Component: (await load())[name] as ComponentType });
}

/** Fetches all pages ahead, one after the other: a bench goes on working while the server is started anew. */
export async function fetchPages(): Promise<void> {
  for (const load of loaders) await load().catch(() => undefined);
}

/** Every page of the application; Home is there at once, the others come when they are opened. */
export const pages: RouteObject[] = [
  {
    errorElement: <RouteError />,
    hydrateFallbackElement: <p className="p-8 text-ink2">Fetching the page…</p>,
    children: [
      { index: true, element: <Tonight /> },
      {
        path: 'jobs/:id',
        lazy: page(() => import('../job/job-layout'), 'JobLayout'),
        children: [
          { index: true, lazy: page(() => import('../job/to-present'), 'ToPresent') },
          { path: 'take-in', lazy: page(() => import('../job/take-in/take-in'), 'TakeIn') },
          { path: 'open-up', lazy: page(() => import('../job/open-up/open-up'), 'OpenUp') },
          { path: 'look-over', lazy: page(() => import('../job/look-over/look-over'), 'LookOver') },
          { path: 'trace', lazy: page(() => import('../job/trace/trace'), 'Trace') },
          { path: 'match', lazy: page(() => import('../job/match/match'), 'Match') },
          { path: 'rebuild', lazy: page(() => import('../job/rebuild/rebuild'), 'Rebuild') },
          { path: 'cut-list', lazy: page(() => import('../job/rebuild/cut-list'), 'CutList') },
          { path: 'prove', lazy: page(() => import('../job/prove/prove'), 'Prove') },
          { path: 'close-up', lazy: page(() => import('../job/close-up/close-up'), 'CloseUp') },
          {
            path: 'where-you-were',
            lazy: page(() => import('../job/where-you-were'), 'WhereYouWere'),
          },
          { path: 'hand-back', lazy: page(() => import('../job/close-up/hand-back'), 'HandBack') },
          { path: 'bench-sheet', lazy: page(() => import('../job/close-up/bench-sheet'), 'BenchSheet') },
        ],
      },
      { path: 'drawer', lazy: page(() => import('../drawer/drawer'), 'Drawer') },
      { path: 'drawer/labels', lazy: page(() => import('../drawer/labels'), 'Labels') },
      { path: 'drawer/:stockId', lazy: page(() => import('../drawer/drawer'), 'Drawer') },
      { path: 'ledger', lazy: page(() => import('../ledger/ledger'), 'Ledger') },
      { path: 'library', lazy: page(() => import('../drawer/library'), 'Library') },
      { path: 'sums', element: <Navigate to="/sums/heat" replace /> },
      { path: 'sums/heat', lazy: page(() => import('../sums/heat-sum'), 'HeatSum') },
      { path: 'sums/lid', lazy: page(() => import('../sums/lid-sum'), 'LidSum') },
      { path: 'sums/marks', lazy: page(() => import('../sums/part-sums'), 'MarkingSum') },
      { path: 'sums/divider', lazy: page(() => import('../sums/part-sums'), 'DividerSum') },
      { path: 'sums/wire', lazy: page(() => import('../sums/copper-sums'), 'WireSum') },
      { path: 'sums/track', lazy: page(() => import('../sums/copper-sums'), 'TrackSum') },
      { path: 'sums/units', lazy: page(() => import('../sums/copper-sums'), 'UnitsSum') },
      { path: 'sums/charge', lazy: page(() => import('../sums/bench-sums'), 'ChargeSum') },
      { path: 'sums/copy', lazy: page(() => import('../sums/bench-sums'), 'CopySum') },
      { path: 'sums/solder', lazy: page(() => import('../sums/bench-sums'), 'MixSum') },
      { path: 'sums/order', lazy: page(() => import('../sums/bench-sums'), 'OrderSum') },
      { path: 'jobs', element: <Navigate to="/" replace /> },
      { path: '*', element: <NotHere /> },
    ],
  },
];
