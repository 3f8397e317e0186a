import { OctagonX, TriangleAlert } from 'lucide-react';
import { significant } from '@zebbit/core';
import { KeyCap } from '../../ui/button';

export interface ShownOption {
  readonly key: string;
  readonly title: string;
  readonly why: string;
  readonly minutes: number;
  readonly success: number;
  readonly loses: string | null;
  readonly lacks: readonly string[];
  readonly level: 'fine' | 'lose' | 'warn' | 'refuse';
  readonly reasons: readonly string[];
}

/** Every way there is, the best first, each with what it takes; a refused one says why. */
export function OptionList({
  options,
  chosen,
  proposed,
  onChoose,
}: {
  readonly options: readonly ShownOption[];
  readonly chosen: string | null;
  readonly proposed: string | null;
  readonly onChoose: (key: string) => void;
}) {
  if (options.length < 2) return null;
  return (
    <>
      <ul aria-label="Ways to do it" className="mt-3">
        {options.map((o, i) => {
          const here = o.key === chosen;
          return (
            <li key={o.key} className="border-t border-line first:border-0">
              <button
                type="button"
                aria-pressed={here}
                onClick={() => onChoose(o.key)}
                className={`flex w-full items-start gap-2.5 rounded-[8px] px-2 py-2 text-left ${here ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
              >
                {i < 9 && <KeyCap>{i + 1}</KeyCap>}
                <span className="min-w-0 flex-1 leading-snug">
                  <span className={`block font-semibold ${o.level === 'refuse' ? 'text-stop' : ''}`}>
                    {o.title}
                    {o.key === proposed && <span className="font-normal text-ink2"> · proposed</span>}
                  </span>
                  {o.why !== '' && <span className="block text-second text-ink2">{o.why}</span>}
                  {o.loses !== null && <span className="block text-second text-wait">Lost: {o.loses}</span>}
                  {o.lacks.length > 0 && (
                    <span className="block text-second text-stop">Your kit lacks: {o.lacks.join(', ')}</span>
                  )}
                  {o.level !== 'fine' &&
                    o.reasons.slice(0, 2).map((r) => (
                      <span
                        key={r}
                        className={`flex gap-1.5 text-second font-semibold ${o.level === 'refuse' ? 'text-stop' : 'text-wait'}`}
                      >
                        {o.level === 'refuse' ? (
                          <OctagonX aria-hidden className="mt-0.5 size-4 shrink-0" />
                        ) : (
                          <TriangleAlert aria-hidden className="mt-0.5 size-4 shrink-0" />
                        )}
                        {r}
                      </span>
                    ))}
                </span>
                {o.minutes > 0 && (
                  <span className="figure shrink-0 text-right text-second text-ink2">
                    {significant(o.minutes, 2)} min
                    <span className="block">{Math.round(o.success * 100)} %</span>
                  </span>
                )}
              </button>
            </li>
          );
        })}
      </ul>
      <p className="mt-1 text-second text-ink2">
        Minutes, and how often it holds at the first try: common practice, not measured at your bench.
      </p>
    </>
  );
}
