import { CircleCheck, OctagonX } from 'lucide-react';
import type { ReactNode } from 'react';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { NextMove, Station } from '@zebbit/core';
import { presentStation, STATION_WORDS, stationStates } from '@zebbit/core';
import { useJob } from '../desk/job-context';
import { DueStrip } from '../waits/due-strip';

/** The right-hand paper: the next move in large type, then what the station adds. */
export function Slip({
  children,
  label,
  topOn = '',
}: {
  readonly children: ReactNode;
  readonly label: string;
  /** When this changes, the paper is shown from its top. */
  readonly topOn?: string;
}) {
  const paper = useRef<HTMLElement>(null);
  useEffect(() => {
    if (paper.current) paper.current.scrollTop = 0;
  }, [topOn]);
  return (
    <aside
      ref={paper}
      aria-label={label}
      className="scroll-thin relative flex w-[404px] shrink-0 flex-col overflow-y-auto border-l border-line bg-sheet"
    >
      <DueStrip />
      {children}
    </aside>
  );
}

/** The head of a slip. */
export function SlipMove({
  move,
  corner,
  children,
}: {
  readonly move: NextMove;
  readonly corner?: string;
  readonly children?: ReactNode;
}) {
  const stop = move.tone === 'stop';
  return (
    <section
      aria-label="Next move"
      className={`flex flex-col gap-2 border-b border-line px-6 py-5 ${stop ? 'bg-stop-soft' : 'bg-sunk'}`}
    >
      <div className="flex items-baseline justify-between gap-3">
        <span
          className={`flex items-center gap-1.5 text-second font-bold ${stop ? 'text-stop' : move.tone === 'done' ? 'text-ok' : 'text-copper'}`}
        >
          {stop && <OctagonX aria-hidden className="size-4" />}
          {move.tone === 'done' && <CircleCheck aria-hidden className="size-4" />}
          {stop ? 'Stop' : move.tone === 'done' ? 'This station is done' : 'Next move'}
        </span>
        {corner !== undefined && <span className="figure text-second text-ink2">{corner}</span>}
      </div>
      <h2 className="text-move leading-[1.15] font-semibold">{move.title}</h2>
      <p className="text-ink2">{move.why}</p>
      {children}
      {move.goTo && <ToStation station={move.goTo} />}
      {move.tone === 'done' && <Onward from={move.station} />}
    </section>
  );
}

/** To another station, where the move is made. */
function ToStation({ station }: { readonly station: Station }) {
  const { bundle } = useJob();
  return (
    <Link
      to={`/jobs/${bundle.id}/${station}`}
      className="mt-1 inline-flex min-h-11 items-center justify-center rounded-[11px] bg-copper px-4 font-semibold text-on-copper"
    >
      To {STATION_WORDS[station]}
    </Link>
  );
}

/** From a station that is done to the one that is not. */
function Onward({ from }: { readonly from: string }) {
  const { view, bundle } = useJob();
  const present = presentStation(view);
  if (present === from || stationStates(view)[present] === 'done') return null;
  return (
    <Link
      to={`/jobs/${bundle.id}/${present}`}
      className="mt-1 inline-flex min-h-11 items-center justify-center rounded-[11px] bg-copper px-4 font-semibold text-on-copper"
    >
      On to {STATION_WORDS[present]}
    </Link>
  );
}

/** A titled part of a slip. */
export function SlipSection({
  title,
  corner,
  children,
}: {
  readonly title: string;
  readonly corner?: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <section aria-label={title} className="px-6 py-4">
      <div className="mb-2 flex items-baseline justify-between gap-3">
        <h3 className="font-bold">{title}</h3>
        {corner !== undefined && <span className="figure text-second text-ink2">{corner}</span>}
      </div>
      {children}
    </section>
  );
}
