import { Hourglass } from 'lucide-react';
import type { ChargePhase, FullVerdict } from '@zebbit/core';
import { CHARGE_PHASE_WORDS, openWaits, printVolts } from '@zebbit/core';
import { useJob } from '../../desk/job-context';
import { Button } from '../../ui/button';
import { useBeginWait } from '../../waits/use-begin-wait';
import { lazyChart } from '../../ui/lazy-chart';
import type { ChargeRead, ChargeWindow } from '../../workers/charge-reader';

const ChargeChart = lazyChart(() => import('./charge-chart').then((m) => m.ChargeChart), 'h-56');

const span = (s: number): string => {
  if (s < 90) return `${Math.round(s)} s`;
  const minutes = Math.round(s / 60);
  return minutes < 90 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
};

/** What is shorter is no phase of a charge yet, s. */
export const PHASES_FROM_S = 600;

const NONE: readonly ChargePhase[] = [];
/** As many dropouts are listed. */
const MOST_TIMES = 8;

/** When the charge ends, or what would tell. */
export function FullWords({ full }: { readonly full: FullVerdict }) {
  if (!full.known) return <p className="text-second text-ink2">Time to full: not known. {full.why}</p>;
  const { leftS, capacityAh, cellVolts } = full.full;
  return (
    <div className="flex flex-col items-start gap-2">
      <p className="text-second">
        <b>Full in about {span(leftS.likely)}</b>, {span(leftS.least)} to {span(leftS.most)}. The cell holds
        about {(capacityAh.likely * 1000).toFixed(0)} mAh ({(capacityAh.least * 1000).toFixed(0)} to{' '}
        {(capacityAh.most * 1000).toFixed(0)}), and is at about {printVolts(cellVolts.likely)} now.
      </p>
      <AwaitFull leftS={leftS} />
    </div>
  );
}

/** Has the rest of the charge told when it is due; not twice while it is awaited. */
function AwaitFull({
  leftS,
}: {
  readonly leftS: { readonly least: number; readonly likely: number; readonly most: number };
}) {
  const { documents } = useJob();
  const begin = useBeginWait();
  if (openWaits(documents.waits.waits).some((w) => w.kind === 'charge')) return null;
  return (
    <Button
      icon={<Hourglass aria-hidden className="size-4" />}
      onClick={() =>
        begin({
          key: 'full',
          kind: 'charge',
          what: 'charge to its end',
          span: { least: leftS.least / 60, usual: leftS.likely / 60, most: leftS.most / 60 },
          rests: 'the power meter’s trace of this very charge',
          look: 'The current has fallen to a tenth; nothing is warm.',
          goesOff: false,
        })
      }
    >
      Tell me when it is full
    </Button>
  );
}

/** A charge as it was read: its chart, its phases, what went in, and where the plug cut out. */
export function ChargeShown({
  read,
  finer,
}: {
  readonly read: Extract<ChargeRead, { readonly ok: true }>;
  /** Fetches finer samples of a stretch; `null` where there are none. */
  readonly finer: ((fromS: number, toS: number) => Promise<ChargeWindow | null>) | null;
}) {
  const long = read.longS >= PHASES_FROM_S;
  const phases = long ? read.trace.phases : NONE;
  return (
    <>
      <ChargeChart phases={phases} whole={read.window} longS={read.longS} finer={finer} />
      <ul className="text-second">
        {phases.map((p, i) => (
          <li key={p.kind} className="flex justify-between border-t border-line py-1">
            <span>
              <span className="figure text-ink2">{i + 1}</span> {CHARGE_PHASE_WORDS[p.kind]}
            </span>
            <span className="figure">
              {span(p.toS - p.fromS)}, {p.amps.toFixed(2)} A
            </span>
          </li>
        ))}
      </ul>
      {read.trace.phases.length === 0 && <p className="text-second">Too little flows to be a charge.</p>}
      {!long && <p className="text-second text-ink2">The phases of a charge are told after ten minutes.</p>}
      <p className="text-second">
        {read.trace.dropouts.length === 0
          ? 'The plug never cut out.'
          : `The plug cut out ${read.trace.dropouts.length === 1 ? 'once' : `${String(read.trace.dropouts.length)} times`}, first after ${span(read.trace.dropouts[0]?.fromS ?? 0)}.`}
      </p>
      {read.trace.dropouts.length > 1 && (
        <ul className="figure flex flex-wrap gap-x-3 text-second text-ink2" aria-label="Dropouts">
          {read.trace.dropouts.slice(0, MOST_TIMES).map((d) => (
            <li key={d.fromS}>
              at {span(d.fromS)}:{' '}
              {d.toS - d.fromS < 1 ? `${Math.round(1000 * (d.toS - d.fromS))} ms` : span(d.toS - d.fromS)}
            </li>
          ))}
          {read.trace.dropouts.length > MOST_TIMES && (
            <li>and {read.trace.dropouts.length - MOST_TIMES} more</li>
          )}
        </ul>
      )}
      <p className="text-second text-ink2">
        {read.samples.toLocaleString('en')} samples over {span(read.longS)}. Ah are those through the port,
        not those in the cell.
      </p>
    </>
  );
}
