import type { RouteObject } from 'react-router';
import { Navigate } from 'react-router';
import { Drawer } from '../drawer/drawer';
import { Labels } from '../drawer/labels';
import { Library } from '../drawer/library';
import { CloseUp } from '../job/close-up/close-up';
import { HandBack } from '../job/close-up/hand-back';
import { JobLayout } from '../job/job-layout';
import { LookOver } from '../job/look-over/look-over';
import { Match } from '../job/match/match';
import { OpenUp } from '../job/open-up/open-up';
import { Prove } from '../job/prove/prove';
import { Rebuild } from '../job/rebuild/rebuild';
import { TakeIn } from '../job/take-in/take-in';
import { Trace } from '../job/trace/trace';
import { ToPresent } from '../job/to-present';
import { Tonight } from '../tonight/tonight';
import { RouteError, NotHere } from './route-error';

/** Every page of the application. */
export const pages: RouteObject[] = [
  {
    errorElement: <RouteError />,
    children: [
      { index: true, element: <Tonight /> },
      {
        path: 'jobs/:id',
        element: <JobLayout />,
        children: [
          { index: true, element: <ToPresent /> },
          { path: 'take-in', element: <TakeIn /> },
          { path: 'open-up', element: <OpenUp /> },
          { path: 'look-over', element: <LookOver /> },
          { path: 'trace', element: <Trace /> },
          { path: 'match', element: <Match /> },
          { path: 'rebuild', element: <Rebuild /> },
          { path: 'prove', element: <Prove /> },
          { path: 'close-up', element: <CloseUp /> },
          { path: 'hand-back', element: <HandBack /> },
        ],
      },
      { path: 'drawer', element: <Drawer /> },
      { path: 'drawer/labels', element: <Labels /> },
      { path: 'drawer/:stockId', element: <Drawer /> },
      { path: 'library', element: <Library /> },
      { path: 'jobs', element: <Navigate to="/" replace /> },
      { path: '*', element: <NotHere /> },
    ],
  },
];
