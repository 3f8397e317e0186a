import { X } from 'lucide-react';
import { useJob } from '../../desk/job-context';
import { Button } from '../../ui/button';
import { SlipSection } from '../slip';

/** Figures that Sums handed to this job; nothing while there are none. */
export function FiguresSection() {
  const { documents, edit } = useJob();
  const { figures } = documents.intake;
  if (figures.length === 0) return null;
  return (
    <SlipSection title="Figures from Sums">
      <ul>
        {figures.map((words, i) => (
          <li
            key={`${i} ${words}`}
            className="flex items-start gap-2 border-t border-line py-1 first:border-0"
          >
            <span className="min-w-0 flex-1">{words}</span>
            <Button
              tone="quiet"
              className="!min-h-8 !px-1.5"
              aria-label={`Take away: ${words}`}
              icon={<X aria-hidden className="size-4" />}
              onClick={() => edit('intake', (d) => void d.figures.splice(i, 1))}
            />
          </li>
        ))}
      </ul>
    </SlipSection>
  );
}
