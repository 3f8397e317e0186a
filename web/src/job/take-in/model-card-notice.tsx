import { format } from 'date-fns';
import { teardownFromCard } from '@zebbit/core';
import { useModelCard } from '../../api/workshop';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';

/** You have opened one of these before: what was learned, and its steps to start from. */
export function ModelCardNotice() {
  const { documents, edit } = useJob();
  const { make, model } = documents.intake;
  const { data } = useModelCard(make, model);
  const found = data?.found;
  if (!found) return null;
  const { card } = found;
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
