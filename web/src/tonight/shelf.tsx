import { useState } from 'react';
import { ChevronDown, Search } from 'lucide-react';
import { formatDistance } from 'date-fns';
import { Link } from 'react-router';
import type { JobSummary } from '@zebbit/contract';
import type { NextMove } from '@zebbit/core';
import { isLeftForWeeks, openWaits, STATION_WORDS, WAIT_KIND_WORDS, waitNow } from '@zebbit/core';
import { useKeys } from '../app/use-keys';
import { KeyCap } from '../ui/button';
import { Track } from '../ui/track';
import { VirtualList } from '../ui/virtual-list';
import { dayWords, waitWords } from '../waits/wait-words';

const TONE: Readonly<Record<NextMove['tone'], string>> = {
  move: 'text-ink',
  stop: 'text-stop',
  wait: 'text-wait',
  done: 'text-ok',
};

const ROW_PX = 78;
/** From so many rows on only those in sight are drawn. */
const LONG = 60;

/** A job that was handed back, or whose next move says that nothing is left. */
export const isBack = (job: JobSummary): boolean => job.next.tone === 'done';

/** Where a job opens: where it wants the hand, or after weeks at what was left. */
export function opensAt(job: JobSummary, now: number): string {
  const away = isLeftForWeeks(job.updatedAt, now) && !isBack(job);
  return `/jobs/${job.id}/${away ? 'where-you-were' : job.next.station}`;
}

/** Whether every word of a question stands somewhere in what is known of a job by name. */
export function isFound(job: JobSummary, question: string): boolean {
  const text = [job.name, job.owner, job.make, job.model, job.family ?? '', job.part].join(' ').toLowerCase();
  return question
    .toLowerCase()
    .split(/\s+/u)
    .every((word) => text.includes(word));
}

interface ShelfProps {
  readonly here: readonly JobSummary[];
  readonly back: readonly JobSummary[];
  readonly now: number;
}

/** Every job by what it wants next; those handed back behind one key. */
export function Shelf({ here: allHere, back: allBack, now }: ShelfProps) {
  const [question, setQuestion] = useState('');
  const [shown, setShown] = useState(false);
  useKeys({
    '/': () => document.getElementById('find-job')?.focus(),
    b: () => setShown(!shown),
    B: () => setShown(!shown),
  });
  const asked = question.trim();
  const among = (jobs: readonly JobSummary[]): readonly JobSummary[] =>
    asked === '' ? jobs : jobs.filter((j) => isFound(j, asked));
  const [here, gone] = [among(allHere), among(allBack)];
  return (
    <section aria-label="On the shelf">
      <div className="mb-2 flex items-center gap-4">
        <h2 className="text-title font-bold">On the shelf</h2>
        <label className="relative flex items-center">
          <span className="sr-only">Find a job by its name, owner, model or part</span>
          <Search aria-hidden className="absolute left-3 size-4 text-ink2" />
          <input
            id="find-job"
            type="search"
            value={question}
            placeholder="device, owner, model, part"
            onChange={(e) => setQuestion(e.target.value)}
            onKeyDown={(e) => {
              if (e.key !== 'Escape') return;
              setQuestion('');
              e.currentTarget.blur();
            }}
            className="min-h-10 w-72 rounded-[10px] border border-line bg-sheet pr-9 pl-9"
          />
          <span className="absolute right-2">
            <KeyCap>/</KeyCap>
          </span>
        </label>
        <p role="status" className="text-ink2">
          {asked === '' ? '' : `${here.length + gone.length} of ${allHere.length + allBack.length}`}
        </p>
      </div>
      {here.length > 0 ? (
        <Rows label="Jobs on the shelf" jobs={here} now={now} />
      ) : (
        <p className="rounded-[14px] border border-line bg-sheet px-6 py-4 text-ink2">
          {asked === '' ? 'Every job is handed back.' : `No job on the shelf has “${asked}”.`}
        </p>
      )}
      {gone.length > 0 && (
        <>
          <button
            type="button"
            aria-expanded={shown}
            onClick={() => setShown(!shown)}
            className="mt-4 mb-2 inline-flex min-h-10 items-center gap-2 font-bold"
          >
            <ChevronDown aria-hidden className={`size-5 transition-transform ${shown ? '' : '-rotate-90'}`} />
            Handed back, {gone.length} <KeyCap>B</KeyCap>
          </button>
          {shown && <Rows label="Jobs handed back" jobs={gone} now={now} />}
        </>
      )}
    </section>
  );
}

interface RowsProps {
  readonly label: string;
  readonly jobs: readonly JobSummary[];
  readonly now: number;
}

function Rows({ label, jobs, now }: RowsProps) {
  const frame = 'overflow-hidden rounded-[14px] border border-line bg-sheet';
  if (jobs.length > LONG)
    return (
      <VirtualList
        label={label}
        items={jobs}
        keyOf={(j) => j.id}
        rowPx={ROW_PX}
        at={-1}
        heightPx={560}
        className={frame}
      >
        {(job) => <JobRow job={job} now={now} />}
      </VirtualList>
    );
  return (
    <ul aria-label={label} className={frame}>
      {jobs.map((job) => (
        <li key={job.id} className="border-t border-line first:border-0">
          <JobRow job={job} now={now} />
        </li>
      ))}
    </ul>
  );
}

/** What a job waits for, since when; `null` for nothing. */
function awaited(
  job: JobSummary,
  now: number,
): { readonly words: string; readonly pressing: boolean } | null {
  const [first, ...more] = openWaits(job.waits.waits)
    .map((wait) => ({ wait, ...waitNow(wait, now) }))
    .toSorted((a, b) => (a.leftMin ?? Infinity) - (b.leftMin ?? Infinity));
  if (!first) return null;
  const { wait, state } = first;
  return {
    words: [
      `${wait.what} ${WAIT_KIND_WORDS[wait.kind]}: ${waitWords(wait, now)}, since ${dayWords(Date.parse(wait.startedAt), now)}`,
      more.length > 0 ? `${more.length} more` : '',
    ]
      .filter(Boolean)
      .join('; '),
    pressing: state === 'due' || state === 'late',
  };
}

function JobRow({ job, now }: { readonly job: JobSummary; readonly now: number }) {
  const wait = awaited(job, now);
  const { promised } = job.waits;
  return (
    <Link
      to={opensAt(job, now)}
      style={{ height: ROW_PX }}
      className="grid grid-cols-[minmax(0,1.15fr)_210px_minmax(0,1.6fr)] items-center gap-8 px-6 -outline-offset-4 hover:bg-sunk"
    >
      <span className="min-w-0">
        <span className="block truncate text-title font-bold">{job.name}</span>
        <span className="block truncate text-[14.5px] text-ink2">
          {[`${job.make} ${job.model}`.trim(), job.family].filter(Boolean).join(', ') || 'just taken in'}
        </span>
      </span>
      <Track states={job.states} />
      <span className="min-w-0">
        <span className={`block truncate font-bold ${TONE[job.next.tone]}`}>{job.next.title}</span>
        <span className="block truncate text-[14.5px] text-ink2">
          {wait && (
            <span className={`font-semibold ${wait.pressing ? 'text-wait' : 'text-ink'}`}>
              {wait.words} ·{' '}
            </span>
          )}
          {promised !== null && !isBack(job) && (
            <span className="font-semibold text-ink">
              promised for {dayWords(Date.parse(`${promised}T12:00`), now)} ·{' '}
            </span>
          )}
          {STATION_WORDS[job.next.station]}
          {wait ? '' : ` · touched ${formatDistance(Date.parse(job.updatedAt), now, { addSuffix: true })}`}
        </span>
      </span>
    </Link>
  );
}
