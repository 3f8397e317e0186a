import type { ReactNode } from 'react';
import type { UsualWait } from '@zebbit/core';
import { IntoJob } from './into-job';

/** The paper of a sum without a drawing: its answer, how it was worked out line by line, and what that rests on. */
export function Working({
  answer,
  about,
  lines,
  source,
  stop = false,
  wait,
}: {
  readonly answer: string;
  readonly about: string;
  readonly lines: readonly ReactNode[];
  readonly source: string;
  readonly stop?: boolean;
  /** Where the answer is a time that something runs. */
  readonly wait?: UsualWait;
}) {
  return (
    <div className="grid h-full place-items-center p-8">
      <section aria-label="Working" className="w-full max-w-[560px] rounded-[14px] bg-sheet p-8">
        <p role="status" className={`figure text-[34px] leading-tight font-bold ${stop ? 'text-stop' : ''}`}>
          {answer}
        </p>
        <p className="mt-1 text-ink2">{about}</p>
        {lines.length > 0 && (
          <ol className="figure mt-6 space-y-1.5">
            {lines.map((line, i) => (
              <li key={i} className="border-t border-line pt-1.5">
                {line}
              </li>
            ))}
          </ol>
        )}
        <p className="mt-6 text-second text-ink2">{source}</p>
        <div className="mt-5">
          <IntoJob words={`${answer} ${about}`} wait={wait} />
        </div>
      </section>
    </div>
  );
}
