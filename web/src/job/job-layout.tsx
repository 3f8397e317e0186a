import { useEffect, useMemo, useRef, useState } from 'react';
import { useQueryClient } from '@tanstack/react-query';
import { Link, Outlet, useLocation, useNavigate, useParams } from 'react-router';
import { History, Keyboard, Moon, Redo2, Sun, Undo2 } from 'lucide-react';
import { useStore } from 'zustand';
import type { JobBundle } from '@zebbit/contract';
import { jobView, KIND_SHEETS, NEW_WORKSHOP, stationStates, STATIONS } from '@zebbit/core';
import { toast } from 'sonner';
import { useJobBundle, useJobEvents } from '../api/jobs';
import { queryKeys } from '../api/query-keys';
import { useWorkshop } from '../api/workshop';
import { useTheme } from '../app/theme';
import { useKeys } from '../app/use-keys';
import { Button, KeyCap } from '../ui/button';
import { onLeaving } from '../ui/on-leaving';
import type { Desk } from '../desk/desk';
import { createDesk } from '../desk/desk';
import { DeskContext } from '../desk/desk-context';
import { useLastJob } from '../desk/last-job';
import { useAnswers } from '../desk/use-answers';
import { useWays } from '../desk/use-ways';
import { ConflictBar } from './conflict-bar';
import { JobContext } from '../desk/job-context';
import { BeginDialog } from '../waits/begin-dialog';
import { KeysDialog } from './keys-dialog';
import { OtherKind } from './kind-picker';
import { Ledge } from './ledge';
import { StationRail } from './station-rail';
import { Tip } from '../ui/tip';

/** Stations that show how long wires are. */
const SHOWS_LENGTHS = /\/(rebuild|prove|close-up|hand-back|bench-sheet|cut-list)$/u;

/** What this page keeps of waits is what every place that lists them shows: events tell other pages only. */
function useWaitsFollow(desk: Desk): void {
  const client = useQueryClient();
  const waits = useStore(desk.store, (s) => s.documents.waits);
  const save = useStore(desk.store, (s) => s.save);
  const known = useRef(waits);
  useEffect(() => {
    if (save !== 'saved' || known.current === waits) return;
    known.current = waits;
    void client.invalidateQueries({ queryKey: queryKeys.waits });
  }, [client, waits, save]);
}

/** Loads the job, then puts it on the desk. */
export function JobLayout() {
  const { id = '' } = useParams();
  const bundle = useJobBundle(id);
  if (!bundle.data) return <p className="p-8 text-ink2">Fetching the job…</p>;
  return <JobFrame key={id} bundle={bundle.data} />;
}

function JobFrame({ bundle }: { readonly bundle: JobBundle }) {
  const [desk] = useState(() => createDesk(bundle));
  return (
    <DeskContext value={desk}>
      <DeskFrame bundle={bundle} desk={desk} />
    </DeskContext>
  );
}

function DeskFrame({ bundle, desk }: { readonly bundle: JobBundle; readonly desk: Desk }) {
  const documents = useStore(desk.store, (s) => s.documents);
  const { readings, results } = bundle;
  const known = useWorkshop().data?.workshop;
  const workshop = known ?? NEW_WORKSHOP;
  const weighed = useAnswers(desk, bundle, known?.record.sureAt ?? null);
  const { pathname } = useLocation();
  const bare = useMemo(
    () => jobView({ ...documents, readings, results }, weighed.answers, workshop),
    [documents, readings, results, workshop, weighed.answers],
  );
  const laid = useWays(bare, SHOWS_LENGTHS.test(pathname));
  const view = useMemo(
    () =>
      laid.ways.length === 0
        ? bare
        : jobView({ ...documents, readings, results }, weighed.answers, workshop, null, laid.ways),
    [bare, laid.ways, documents, readings, results, workshop, weighed.answers],
  );
  const states = useMemo(() => stationStates(view), [view]);
  const [keysOpen, setKeysOpen] = useState(false);
  const [beginning, setBeginning] = useState(false);
  const [arrived, setArrived] = useState('');
  const navigate = useNavigate();

  useEffect(() => {
    const close = desk.open((count) =>
      toast.success(
        `${count === 1 ? 'One change' : `${count} changes`} from your last visit ${count === 1 ? 'was' : 'were'} not sent then; sent now`,
      ),
    );
    const stop = onLeaving(() => desk.saver.leave());
    return () => {
      stop();
      close();
    };
  }, [desk]);

  useJobEvents(bundle.id, {
    onDocument: (kind, rev) => void desk.saver.heard(kind, rev),
    onPhoto: (_, face) => {
      if (face !== null) setArrived(`A picture from the phone is on the ${face} face`);
    },
    onMissed: () => void desk.saver.catchUp().catch(() => undefined),
  });

  useWaitsFollow(desk);
  const openedJob = useLastJob((s) => s.open);
  useEffect(() => {
    openedJob({ id: bundle.id, name: documents.intake.name || 'the last job' });
  }, [openedJob, bundle.id, documents.intake.name]);

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
    q: () => setBeginning(true),
    n: useTheme.getState().toggle,
    N: useTheme.getState().toggle,
    '[': () => step(-1),
    ']': () => step(1),
  });

  const job = useMemo(
    () => ({
      bundle,
      documents,
      view,
      desk,
      weighed,
      laid,
      edit: desk.edit,
      beginWait: () => setBeginning(true),
    }),
    [bundle, documents, view, desk, weighed, laid],
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
          <OtherKind
            className="!min-h-9 max-w-[320px] truncate"
            words={
              intake.kinds.length === 0
                ? 'What becomes of the port?'
                : intake.kinds.map((k) => KIND_SHEETS[k].words).join(', ')
            }
          />
          <Tip words="Last at the bench">
            <Link
              to={`/jobs/${bundle.id}/where-you-were`}
              aria-label="Last at the bench"
              className="grid size-10 place-items-center rounded-[11px] text-ink2 hover:bg-sunk hover:text-ink"
            >
              <History aria-hidden className="size-5" />
            </Link>
          </Tip>
          <HeaderTools undo={desk.undo} redo={desk.redo} showKeys={() => setKeysOpen(true)} />
        </header>
        <ConflictBar />
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
      <BeginDialog open={beginning} onOpenChange={setBeginning} />
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
      <Tip words="Undo (Ctrl+Z)">
        <Button
          tone="quiet"
          aria-label="Undo"
          onClick={undo}
          icon={<Undo2 aria-hidden className="size-5" />}
        />
      </Tip>
      <Tip words="Redo (Ctrl+Y)">
        <Button
          tone="quiet"
          aria-label="Redo"
          onClick={redo}
          icon={<Redo2 aria-hidden className="size-5" />}
        />
      </Tip>
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
