import { useState } from 'react';
import { toast } from 'sonner';
import { Link } from 'react-router';
import { format } from 'date-fns';
import { Minus, Plus, Printer, Trash2, Undo2 } from 'lucide-react';
import type { StoredStock } from '@zebbit/contract';
import type { StockCard } from '@zebbit/core';
import { restockAdvice, stockCount } from '@zebbit/core';
import { cardOf, useMoveStock, useSaveStock } from '../api/drawer';
import { Button } from '../ui/button';
import { CardForm, NumberField } from './card-form';

/** Postage where nothing is said of it; the usual for a small order (common practice). */
const USUAL_POSTAGE = 9;

interface StockSideProps {
  readonly entry: StoredStock;
  readonly jobs: Readonly<Record<string, string>>;
}

/** One compartment: what lies in it, what came and went, when to buy. */
export function StockSide({ entry, jobs }: StockSideProps) {
  const save = useSaveStock();
  const move = useMoveStock();
  const [before, setBefore] = useState<StockCard | null>(null);
  const [postage, setPostage] = useState<number | null>(USUAL_POSTAGE);
  const count = stockCount(entry);
  const advice = restockAdvice(entry, new Date(), postage);
  const failed = (error: Error): unknown => toast.error(error.message);
  const put = (card: StockCard): void => {
    const old = cardOf(entry);
    save.mutate(
      { id: entry.id, card, removed: entry.removed },
      { onSuccess: () => setBefore(old), onError: failed },
    );
  };
  const book = (by: number): void => {
    move.mutate(
      { id: entry.id, by, jobId: null, note: by > 0 ? 'put in' : 'taken out' },
      { onError: failed },
    );
  };
  const remove = (removed: boolean): void => {
    save.mutate({ id: entry.id, card: cardOf(entry), removed }, { onError: failed });
  };
  return (
    <aside
      aria-label="Compartment"
      className="scroll-thin flex w-[340px] shrink-0 flex-col overflow-y-auto border-l xl:w-[404px] border-line bg-sheet"
    >
      <section className="border-b border-line bg-sunk px-6 py-5">
        <p className="text-second font-bold text-copper">{entry.place || 'no place yet'}</p>
        <h2 className="text-title font-bold">{entry.name}</h2>
        <div className="mt-3 flex items-center gap-3">
          <Button
            aria-label="Take one out"
            disabled={count === 0}
            onClick={() => book(-1)}
            icon={<Minus aria-hidden className="size-5" />}
          />
          <span className="figure text-move" aria-label={`${count} in it`}>
            {count}
          </span>
          <Button
            aria-label="Put one in"
            onClick={() => book(1)}
            icon={<Plus aria-hidden className="size-5" />}
          />
          <span className={`flex-1 text-second ${advice.short ? 'font-bold text-wait' : 'text-ink2'}`}>
            {advice.short
              ? `Short: keep ${advice.minimum} at least`
              : `Enough; keep ${advice.minimum} at least`}
          </span>
        </div>
        <p className="mt-2 text-second text-ink2">{advice.why}</p>
        {advice.short && (
          <div className="mt-2">
            {advice.order ? (
              <p>
                Order <span className="figure font-bold">{advice.order.sensible.quantity}</span> for{' '}
                <span className="figure">{advice.order.sensible.total.toFixed(2)}</span>,{' '}
                <span className="figure">{advice.order.sensible.each.toFixed(2)}</span> each.{' '}
                <span className="text-second text-ink2">{advice.order.why}</span>
              </p>
            ) : (
              <p className="text-second text-ink2">With a price, Zebbit says how many to order.</p>
            )}
            <NumberField label="Postage of an order" value={postage} whole={false} onNumber={setPostage} />
          </div>
        )}
      </section>
      <section aria-label="Card" className="px-6 py-4">
        <CardForm card={cardOf(entry)} onChange={put} />
        <div className="mt-3 flex flex-wrap gap-2">
          {before && (
            <Button
              icon={<Undo2 aria-hidden className="size-4" />}
              onClick={() => {
                put(before);
                setBefore(null);
              }}
            >
              Undo
            </Button>
          )}
          <Link
            to={`/drawer/labels?ids=${entry.id}`}
            className="inline-flex min-h-10 items-center gap-2 rounded-[11px] border border-line px-3.5 font-semibold hover:border-ink2"
          >
            <Printer aria-hidden className="size-4" /> Label
          </Link>
          <Button
            tone="quiet"
            icon={<Trash2 aria-hidden className="size-4" />}
            onClick={() => remove(!entry.removed)}
          >
            {entry.removed ? 'Bring it back' : 'Take the compartment away'}
          </Button>
        </div>
      </section>
      <section aria-label="What came and went" className="px-6 py-4">
        <h3 className="mb-2 font-bold">What came and went</h3>
        {entry.moves.length === 0 && <p className="text-ink2">Nothing yet.</p>}
        <ul className="text-second">
          {[...entry.moves].reverse().map((m) => (
            <li key={m.id} className="flex gap-3 border-t border-line py-1.5 first:border-0">
              <span className="figure w-10 text-right">{m.by > 0 ? `+${m.by}` : m.by}</span>
              <span className="min-w-0 flex-1">
                {m.jobId === null ? (
                  m.note
                ) : (
                  <Link
                    to={`/jobs/${m.jobId}/match`}
                    className="font-semibold text-copper underline underline-offset-4"
                  >
                    {jobs[m.jobId] ?? 'a job'}
                  </Link>
                )}
              </span>
              <span className="text-ink2">{format(new Date(m.at), 'd MMM yyyy')}</span>
            </li>
          ))}
        </ul>
      </section>
    </aside>
  );
}
