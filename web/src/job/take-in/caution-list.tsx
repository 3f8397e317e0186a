import { Check, OctagonX, TriangleAlert } from 'lucide-react';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

/** Cautions that follow from the answers; a stop is answered before the job goes on. */
export function CautionList() {
  const { view, documents, edit } = useJob();
  const answered = documents.intake.answeredStops;
  if (view.cautions.length === 0) {
    return (
      <SlipSection title="Cautions">
        <p className="text-ink2">
          None from the answers so far. Fume extraction on, hands washed after leaded solder.
        </p>
      </SlipSection>
    );
  }
  return (
    <SlipSection title="Cautions" corner={String(view.cautions.length)}>
      <ul className="flex flex-col gap-3">
        {view.cautions.map((c) => {
          const stop = c.level === 'stop';
          const done = answered.includes(c.code);
          return (
            <li
              key={c.code}
              className={`rounded-[12px] border p-3.5 ${stop ? 'border-stop bg-stop-soft' : 'border-wait bg-wait-soft'}`}
            >
              <p className={`flex items-center gap-2 font-bold ${stop ? 'text-stop' : 'text-wait'}`}>
                {stop ? (
                  <OctagonX aria-hidden className="size-5" />
                ) : (
                  <TriangleAlert aria-hidden className="size-5" />
                )}
                {stop ? 'Stop: ' : ''}
                {c.title}
              </p>
              <p className="mt-1">{c.why}</p>
              <p className="mt-1 font-semibold">{c.instead}</p>
              {stop &&
                (done ? (
                  <p className="mt-2 flex items-center gap-1.5 text-second font-semibold text-ok">
                    <Check aria-hidden className="size-4" /> Read and answered
                  </p>
                ) : (
                  <div className="mt-3 flex flex-wrap gap-2">
                    <Button
                      tone="stop"
                      onClick={() => edit('intake', (d) => void d.answeredStops.push(c.code))}
                    >
                      I have read this and will keep to it
                    </Button>
                    <Button
                      onClick={() =>
                        edit('intake', (d) => void (d.parked = `Stopped: ${c.title.toLowerCase()}`))
                      }
                    >
                      Park the job
                    </Button>
                  </div>
                ))}
            </li>
          );
        })}
      </ul>
    </SlipSection>
  );
}
