import { TriangleAlert } from 'lucide-react';
import type { PinRowReport, ProbePoint } from '@zebbit/core';
import { functionGroup, PAD_STATE_WORDS, printChance } from '@zebbit/core';
import { Sleeve } from '../../ui/sleeve';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
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

/** A fast pair that is not rebuilt leaves the device its slower lines. */
function without({ status, pin }: PinRowReport): string | null {
  return status === 'needless' && functionGroup(pin.pin.function) === 'superspeed'
    ? 'works without, as USB 2'
    : null;
}

/** The likeliest place of a pin that is not sure, as a question. */
function likely(row: PinRowReport, byId: ReadonlyMap<string, ProbePoint>): string | null {
  const best = row.status === 'open' ? row.believed?.landings[0] : undefined;
  return best && best.p >= 0.25 ? `${byId.get(best.pointId)?.label ?? best.pointId}?` : null;
}

/** The other places a pin may land, with their chances. */
function Alternatives({ row }: { readonly row: PinRowReport }) {
  const { view } = useJob();
  if (!row.believed) return null;
  const { landings, nowhere } = row.believed;
  return (
    <span className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 text-second">
      {landings.map(({ pointId, p }) => (
        <span key={pointId} className="contents">
          <span className="figure text-right font-semibold">{printChance(p)}</span>
          <span>{view.trace.byId.get(pointId)?.label ?? pointId}</span>
        </span>
      ))}
      {nowhere > 0.005 && (
        <span className="contents">
          <span className="figure text-right font-semibold">{printChance(nowhere)}</span>
          <span>nowhere on this board</span>
        </span>
      )}
    </span>
  );
}

/** Each pin: its function, where it lands, what that rests on, what contradicts it. */
export function PinTableView({
  chosen,
  onChoose,
}: {
  readonly chosen: string | null;
  readonly onChoose: (id: string | null) => void;
}) {
  const { view, weighed } = useJob();
  // Where no further reading is asked for, each open pin says what else would tell.
  const asksNothing =
    view.trace.readings.length > 0 && weighed.answers !== null && weighed.answers.order === null;
  const settled = view.pins.filter((p) => p.status !== 'open').length;
  return (
    <SlipSection title="Where each pin goes" corner={`${settled} of ${view.pins.length}`}>
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
                    {row.landing?.label ?? likely(row, view.trace.byId) ?? without(row) ?? LANDS[row.status]}
                  </span>
                  <span className="block text-second text-ink2">
                    {row.landing?.why ??
                      (row.status === 'open' && row.believed
                        ? `not sure enough: ${printChance(row.believed.landings[0]?.p ?? 0)}`
                        : row.believed?.status === 'nowhere' && row.status === 'needless'
                          ? `goes nowhere on this board, ${printChance(row.believed.nowhere)}`
                          : null) ??
                      (row.status === 'sound'
                        ? 'solder straight to it; its track is not traced yet'
                        : PAD_STATE_WORDS[pin.pin.state])}
                    <Rests row={row} />
                  </span>
                  {chosen === pin.id && <Alternatives row={row} />}
                  {(chosen === pin.id || asksNothing) &&
                    row.wouldTell.slice(0, chosen === pin.id ? 5 : 1).map((act) => (
                      <span key={act} className="mt-1 block text-second">
                        {act}
                      </span>
                    ))}
                  {row.danger !== null && row.status !== 'sound' && (
                    <span className="mt-0.5 flex gap-1.5 text-second font-semibold text-wait">
                      <TriangleAlert aria-hidden className="mt-0.5 size-4 shrink-0" />
                      {row.danger}
                    </span>
                  )}
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
    </SlipSection>
  );
}
