import { cellCreep, printVolts } from '@zebbit/core';
import { useJob } from '../../desk/job-context';
import { CellCapacity } from '../cell-capacity';
import { SlipSection } from '../slip';

const clock = (at: string): string =>
  new Date(at).toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: false });

/** Volts of the cell as they were keyed in during the charge, and what they say. */
export function CellSection() {
  const { bundle } = useJob();
  const creep = cellCreep(bundle.results);
  return (
    <SlipSection
      title="The cell’s volts"
      corner={creep.perHourV === null ? undefined : `${(creep.perHourV * 1000).toFixed(0)} mV an hour`}
    >
      {creep.points.length > 0 && (
        <ul className="mb-2 flex flex-wrap gap-x-4 text-second">
          {creep.points.slice(-6).map((p) => (
            <li key={p.at}>
              <span className="text-ink2">{clock(p.at)}</span>{' '}
              <span className="figure font-semibold">{printVolts(p.volts)}</span>
            </li>
          ))}
        </ul>
      )}
      <p
        role="status"
        className={`mb-2 text-second ${creep.verdict === 'charges' ? 'font-semibold text-ok' : creep.verdict === 'falls' ? 'font-semibold text-stop' : 'text-ink2'}`}
      >
        {creep.points.length === 0
          ? 'Key them in under “Cell volts while it charges”, now and in ten minutes.'
          : creep.words}
      </p>
      <CellCapacity />
    </SlipSection>
  );
}
