import { printChance } from '@zebbit/core';
import { TriangleAlert } from 'lucide-react';
import { useStrikeReading } from '../../api/jobs';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { readingNumber, readingWords } from './reading-list';

/** Readings that do not go together: the set, and which one to take again first. */
export function DoubtSection() {
  const { bundle, view, weighed } = useJob();
  const strike = useStrikeReading(bundle.id);
  const doubtful = weighed.weighing ? [] : (weighed.answers?.doubtful ?? []);
  if (doubtful.length === 0) return null;
  const name = (id: string): string => view.trace.byId.get(id)?.label ?? id;
  return (
    <SlipSection title="These do not go together">
      <ul>
        {doubtful.map(({ readingId, wrong, against }) => {
          const reading = bundle.readings.find((r) => r.id === readingId);
          if (!reading) return null;
          const others = against.map((id) => `#${readingNumber(bundle.readings, id)}`);
          return (
            <li key={readingId} className="flex items-start gap-2.5 border-t border-line py-2 first:border-0">
              <TriangleAlert aria-hidden className="mt-0.5 size-5 shrink-0 text-wait" />
              <span className="min-w-0 flex-1 leading-snug">
                <span className="font-semibold">
                  #{readingNumber(bundle.readings, readingId)} {name(reading.red)} – {name(reading.black)}:{' '}
                  {readingWords(reading)}
                </span>
                <span className="block text-second text-ink2">
                  {printChance(wrong)} that the probe slipped
                  {others.length > 0 ? `; it clashes with ${others.join(', ')}` : ''}. Take it again first.
                </span>
              </span>
              <Button tone="quiet" onClick={() => strike.mutate({ reading: readingId, struck: true })}>
                Strike out
              </Button>
            </li>
          );
        })}
      </ul>
    </SlipSection>
  );
}
