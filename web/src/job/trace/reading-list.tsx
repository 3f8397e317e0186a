import type { MeterMode, MeterShown, Reading } from '@zebbit/core';
import { printOhms, printVolts } from '@zebbit/core';
import { useStrikeReading } from '../../api/jobs';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

/** What a reading showed, in words. */
export function readingWords(reading: Reading): string {
  return shownWords(reading.mode, reading);
}

/** What a meter showed in a mode, in words. */
export function shownWords(mode: MeterMode, { shown, value }: MeterShown): string {
  if (mode === 'seen') return shown === 'beep' ? 'track followed' : 'track ends';
  if (shown === 'beep') return 'beep';
  if (shown === 'open') return 'open';
  if (shown === 'climbs') return `climbs on ${mode}`;
  if (shown === 'over') return `OL on ${mode}`;
  const figure = value ?? 0;
  return mode === 'ohms' || mode === 'continuity' ? printOhms(figure) : `${printVolts(figure)} ${mode}`;
}

/** The number a reading is called by: its place in the job's list. */
export function readingNumber(readings: readonly Reading[], id: string): number {
  return readings.findIndex((r) => r.id === id) + 1;
}

/** All readings, newest first; a wrong one is struck out and stays in sight. */
export function ReadingList() {
  const { bundle, view, documents } = useJob();
  const strike = useStrikeReading(bundle.id);
  const name = (id: string): string =>
    view.trace.byId.get(id)?.label ?? documents.board.spots.find((s) => s.id === id)?.name ?? `${id} (gone)`;
  const open = new Set(view.trace.report.open.map((q) => q.reading.id));
  if (bundle.readings.length === 0) return null;
  return (
    <SlipSection title="Readings" corner={String(bundle.readings.length)}>
      <ol>
        {bundle.readings.toReversed().map((r) => (
          <li key={r.id} className="flex items-center gap-3 border-t border-line py-1.5 first:border-0">
            <span className="figure w-8 text-second text-ink2">#{readingNumber(bundle.readings, r.id)}</span>
            <span className={`min-w-0 flex-1 leading-tight ${r.struck ? 'text-ink2 line-through' : ''}`}>
              {name(r.red)} – {name(r.black)}
              <span className="figure block text-second text-ink2">
                {readingWords(r)}
                {open.has(r.id) ? ' · may be through a part: joins nothing' : ''}
              </span>
            </span>
            <button
              type="button"
              className="min-h-9 rounded-[8px] px-2 text-second font-semibold text-ink2 hover:bg-sunk hover:text-ink"
              onClick={() => strike.mutate({ reading: r.id, struck: !r.struck })}
            >
              {r.struck ? 'Let stand' : 'Strike out'}
            </button>
          </li>
        ))}
      </ol>
    </SlipSection>
  );
}
