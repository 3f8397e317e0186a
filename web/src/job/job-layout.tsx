import { useEffect, useMemo, useState } from 'react';
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { Keyboard, Moon, Redo2, Sun, Undo2 } from 'lucide-react';
import { useStore } from 'zustand';
import type { JobBundle } from '@zebbit/contract';
import { jobView, NEW_WORKSHOP, stationStates, STATIONS, traceReport } from '@zebbit/core';
import { useJobBundle, useJobEvents } from '../api/jobs';
import { useWorkshop } from '../api/workshop';
import { newSheet } from '../plate/new-sheet';
import { usePlate } from '../plate/plate-store';
import { useTheme } from '../app/theme';
import { useKeys } from '../app/use-keys';
import { Button, KeyCap } from '../ui/button';
import { createDesk } from './desk';
import { JobContext } from './job-context';
import { KeysDialog } from './keys-dialog';
import { Ledge } from './ledge';
import { StationRail } from './station-rail';
import { useProbe } from './trace/probe-store';

/** Loads the job, then puts it on the desk. */
export function JobLayout() {
  const { id = '' } = useParams();
  const bundle = useJobBundle(id);
  if (!bundle.data) return <p className="p-8 text-ink2">Fetching the job…</p>;
  return <JobFrame key={id} bundle={bundle.data} />;
}

function JobFrame({ bundle }: { readonly bundle: JobBundle }) {
  const [desk] = useState(() => createDesk(bundle));
  const documents = useStore(desk.store, (s) => s.documents);
  const { readings, results } = bundle;
  const workshop = useWorkshop().data?.workshop ?? NEW_WORKSHOP;
  const { sureAt } = workshop.record;
  const optional = useProbe((s) => s.optional);
  // The belief behind tracing is weighed only when the board or a reading changed, not at every stroke of a key.
  const traced = useMemo(
    () => traceReport(documents.board, readings, sureAt, optional),
    [documents.board, readings, sureAt, optional],
  );
  const view = useMemo(
    () => jobView({ ...documents, readings, results }, workshop, traced),
    [documents, readings, results, workshop, traced],
  );
  const states = useMemo(() => stationStates(view), [view]);
  const [keysOpen, setKeysOpen] = useState(false);
  const [arrived, setArrived] = useState('');
  const navigate = useNavigate();
  const { pathname } = useLocation();

  useEffect(() => {
    const close = desk.open();
    const leave = (): void => void desk.flush(true);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      close();
    };
  }, [desk]);

  useJobEvents(bundle.id, (photo) => {
    const { documents: now, replace } = desk.store.getState();
    const { face } = usePlate.getState();
    const count = now.board.faces.filter((f) => f.face === face).length;
    replace('board', { ...now.board, faces: [...now.board.faces, newSheet(photo, face, count)] });
    setArrived(`A picture from the phone is on the ${usePlate.getState().face} face`);
  });

  const step = (by: number): void => {
    const here = STATIONS.findIndex((s) => pathname.endsWith(s));
    const to = STATIONS[Math.min(STATIONS.length - 1, Math.max(0, here + by))];
    if (to) void navigate(`/jobs/${bundle.id}/${to}`);
  };
  useKeys({
    'Ctrl+z': desk.undo,
    'Ctrl+y': desk.redo,
    'Ctrl+Shift+z': desk.redo,
    '?': () => setKeysOpen(true),
    n: useTheme.getState().toggle,
    N: useTheme.getState().toggle,
    '[': () => step(-1),
    ']': () => step(1),
  });

  const job = useMemo(
    () => ({ bundle, documents, view, desk, edit: desk.store.getState().edit }),
    [bundle, documents, view, desk],
  );
  const { intake } = documents;
  const about = [
    `${intake.make} ${intake.model}`.trim(),
    documents.board.family === null ? '' : view.sheet.name,
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <JobContext value={job}>
      <title>{`${intake.name || 'A job'} · Zebbit`}</title>
      <div className="flex h-full flex-col print:block print:h-auto">
        <header className="no-print flex h-14 shrink-0 items-center border-b border-line bg-sheet">
          <Link
            to="/"
            className="flex h-full w-[136px] shrink-0 items-center border-r border-line px-5 text-[20px] font-bold"
          >
            Zebbit
          </Link>
          <h1 className="truncate pl-5 text-title font-bold">{intake.name || 'A job without a name'}</h1>
          <p className="min-w-0 flex-1 truncate px-4 text-ink2">{about}</p>
          <HeaderTools undo={desk.undo} redo={desk.redo} showKeys={() => setKeysOpen(true)} />
        </header>
        <div className="flex min-h-0 flex-1 print:block">
          <div className="no-print flex">
            <StationRail jobId={bundle.id} states={states} />
          </div>
          <Outlet />
        </div>
        <p role="status" className="sr-only">
          {arrived}
        </p>
        <Ledge />
      </div>
      <KeysDialog open={keysOpen} onOpenChange={setKeysOpen} />
    </JobContext>
  );
}

function HeaderTools({
  undo,
  redo,
  showKeys,
}: {
  readonly undo: () => void;
  readonly redo: () => void;
  readonly showKeys: () => void;
}) {
  const { theme, toggle } = useTheme();
  return (
    <div className="flex items-center gap-1 pr-3">
      <Button
        tone="quiet"
        aria-label="Undo"
        title="Undo (Ctrl+Z)"
        onClick={undo}
        icon={<Undo2 aria-hidden className="size-5" />}
      />
      <Button
        tone="quiet"
        aria-label="Redo"
        title="Redo (Ctrl+Y)"
        onClick={redo}
        icon={<Redo2 aria-hidden className="size-5" />}
      />
      <Button tone="quiet" onClick={showKeys} icon={<Keyboard aria-hidden className="size-5" />}>
        keys <KeyCap>?</KeyCap>
      </Button>
      <Button
        tone="quiet"
        onClick={toggle}
        icon={
          theme === 'day' ? <Moon aria-hidden className="size-5" /> : <Sun aria-hidden className="size-5" />
        }
      >
        {theme === 'day' ? 'night' : 'day'} <KeyCap>N</KeyCap>
      </Button>
    </div>
  );
}
