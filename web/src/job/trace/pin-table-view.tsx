import { TriangleAlert } from 'lucide-react';
import type { PinRowReport } from '@zebbit/core';
import { PAD_STATE_WORDS } from '@zebbit/core';
import { Sleeve } from '../../ui/sleeve';
import { useJob } from '../job-context';
import { SlipPart } from '../slip';
import { readingNumber } from './reading-list';

function Rests({ row }: { readonly row: PinRowReport }) {
  const { bundle } = useJob();
  if (row.rests.length === 0) return null;
  const numbers = row.rests.map((r) => `#${readingNumber(bundle.readings, r.id)}`);
  return (
    <>
      {' '}
      ·{' '}
      {numbers.length > 4
        ? `${numbers.slice(0, 3).join(' ')} and ${numbers.length - 3} more`
        : numbers.join(' ')}
    </>
  );
}

const LANDS: Readonly<Record<PinRowReport['status'], string>> = {
  found: '',
  sound: 'pad is sound',
  needless: 'works without',
  open: 'not yet found',
};

/** Each pin: its function, where it lands, what that rests on, what contradicts it. */
export function PinTableView({
  chosen,
  onChoose,
}: {
  readonly chosen: string | null;
  readonly onChoose: (id: string | null) => void;
}) {
  const { view } = useJob();
  const settled = view.pins.filter((p) => p.status !== 'open').length;
  return (
    <SlipPart title="Where each pin goes" corner={`${settled} of ${view.pins.length}`}>
      <ul>
        {view.pins.map((row) => {
          const { pin } = row;
          return (
            <li key={pin.id} className="border-t border-line first:border-0">
              <button
                type="button"
                aria-pressed={chosen === pin.id}
                onClick={() => onChoose(chosen === pin.id ? null : pin.id)}
                className={`flex w-full items-start gap-3 rounded-[8px] px-2 py-2 text-left ${chosen === pin.id ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
              >
                <span className="w-[84px] pt-0.5">
                  <Sleeve of={pin.pin.function} unsure={row.status === 'open'} />
                  <span className="figure block pl-0.5 text-[12px] text-ink2">{pin.pin.number}</span>
                </span>
                <span className="min-w-0 flex-1 leading-snug">
                  <span className={`block font-bold ${row.status === 'open' ? 'text-copper' : ''}`}>
                    {row.landing?.label ?? LANDS[row.status]}
                  </span>
                  <span className="block text-second text-ink2">
                    {row.landing?.why ??
                      (row.status === 'sound'
                        ? 'solder straight to it; its track is not traced yet'
                        : PAD_STATE_WORDS[pin.pin.state])}
                    <Rests row={row} />
                  </span>
                  {row.contradictions.map((c) => (
                    <span key={c} className="mt-0.5 flex gap-1.5 text-second font-semibold text-stop">
                      <TriangleAlert aria-hidden className="mt-0.5 size-4 shrink-0" />
                      {c}
                    </span>
                  ))}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </SlipPart>
  );
}
