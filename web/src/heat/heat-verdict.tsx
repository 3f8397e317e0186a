import { Flame } from 'lucide-react';
import type { HeatWords } from '@zebbit/core';

/** What to set and what comes of it, large. */
export function HeatVerdict({ words }: { readonly words: HeatWords }) {
  return (
    <div
      role="status"
      className={`rounded-[10px] p-3 ${words.good ? 'bg-ok-soft text-ok' : 'bg-stop-soft text-stop'}`}
    >
      <p className={`flex items-start gap-2 leading-snug font-bold text-[20px]`}>
        <Flame aria-hidden className="mt-0.5 size-5 shrink-0" />
        <span>{words.set}</span>
      </p>
      <p className="font-semibold">{words.comes}</p>
      <ul className="mt-1 space-y-0.5 text-second text-ink">
        {words.lines.map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
    </div>
  );
}
