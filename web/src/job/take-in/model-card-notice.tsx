import { format } from 'date-fns';
import { ownDuration, teardownFromCard } from '@zebbit/core';
import { useModelCard } from '../../api/workshop';
import { Button } from '../../ui/button';
import { Unfold } from '../../ui/unfold';
import { useJob } from '../../desk/job-context';

const span = (minutes: number): string =>
  minutes < 90
    ? `${Math.round(minutes)} min`
    : `${Math.floor(minutes / 60)} h ${Math.round(minutes % 60)} min`;

/** You have opened one of these before: what was learned, and its steps to start from. */
export function ModelCardNotice() {
  const { documents, edit } = useJob();
  const { make, model } = documents.intake;
  const { data } = useModelCard(make, model);
  const found = data?.found;
  if (!found) return null;
  const { card } = found;
  const took = ownDuration(card.times.map((t) => t.minutes));
  const begun = documents.teardown.steps.length > 0;
  const start = (): void => {
    edit('teardown', () => teardownFromCard(card));
    edit('rebuild', (d) => void (d.heat = { ...card.heat, notes: [...card.heat.notes] }));
    edit('intake', (d) => void (d.traits = [...new Set([...d.traits, ...card.traits])]));
  };
  return (
    <section
      aria-label="Model card"
      className={`mb-5 rounded-[14px] p-5 ${begun ? 'border border-line bg-sheet' : 'border-2 border-copper bg-copper-soft'}`}
    >
      <h2 className="text-title font-bold">
        {begun
          ? `Card of the ${card.make} ${card.model}`
          : `You have opened a ${card.make} ${card.model} before`}
      </h2>
      <p className="text-second text-ink2">
        Card of {format(new Date(found.savedAt), 'd MMMM yyyy')}, {card.steps.length} steps, {found.jobs} job
        {found.jobs === 1 ? '' : 's'} of this model.
      </p>
      {card.heat.notes.length > 0 && (
        <p className="mt-2 text-second">
          How its board takes heat was timed{' '}
          {card.heat.notes.length === 1 ? 'once' : `${String(card.heat.notes.length)} times`}: settings start
          from that.
        </p>
      )}
      {card.part !== '' && (
        <p className="mt-2 text-second">
          The part that went in: <b>{card.part}</b>.
        </p>
      )}
      {took && (
        <p className="mt-2 text-second">
          {took.count === 1
            ? `It took ${span(took.middle)}.`
            : `${took.count} of them took ${span(took.least)} to ${span(took.most)}, ${span(took.middle)} in the middle.`}
        </p>
      )}
      {card.landings.length > 0 && (
        <Unfold plain words={<span className="text-second">Where its pins were proved to land</span>}>
          <ul className="figure columns-2 pl-8 text-second">
            {card.landings.map((l) => (
              <li key={l.pin}>
                {l.pin}: {l.on}
              </li>
            ))}
          </ul>
          <p className="pl-8 text-second text-ink2">
            Another one may be of another revision: it is a hint of where to probe, and no reading.
          </p>
        </Unfold>
      )}
      {card.learned !== '' && (
        <p className="mt-2">
          <b>Learned:</b> {card.learned}
        </p>
      )}
      {begun ? (
        <p className="mt-2 text-second text-ink2">
          This job has its own steps; the card is for the next one.
        </p>
      ) : (
        <Button tone="main" className="mt-3" onClick={start}>
          Start from the card
        </Button>
      )}
    </section>
  );
}
