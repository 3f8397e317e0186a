import type { ReactNode } from 'react';
import type { ModelCard } from '@zebbit/core';
import { useModelCard } from '../api/workshop';
import { useJob } from '../desk/job-context';
import { SlipSection } from './slip';

/** What the last one of this model showed, as a hint; nothing where there is no card, or it says nothing of this. */
export function LastOne({ of }: { readonly of: (card: ModelCard) => ReactNode | null }) {
  const { documents } = useJob();
  const { make, model } = documents.intake;
  const { data } = useModelCard(make, model);
  const said = data?.found ? of(data.found.card) : null;
  if (said === null) return null;
  return (
    <SlipSection title="The last one of this model">
      <div className="text-second">{said}</div>
      <p className="mt-1 text-second text-ink2">
        Another one may be of another revision: a hint, not a reading.
      </p>
    </SlipSection>
  );
}

/** Where its pins were proved to land. */
export const lastLandings = (card: ModelCard): ReactNode | null =>
  card.landings.length === 0 ? null : (
    <ul className="figure columns-2">
      {card.landings.map((l) => (
        <li key={l.pin}>
          {l.pin}: {l.on}
        </li>
      ))}
    </ul>
  );

/** The part that went in. */
export const lastPart = (card: ModelCard): ReactNode | null =>
  card.part === '' ? null : (
    <p>
      What went in: <b>{card.part}</b>.
    </p>
  );
