import { useState } from 'react';
import type { FaultSite } from '@zebbit/core';
import { cardOfJob, changedSince } from '@zebbit/core';
import { useKeepCard, useModelCard } from '../../api/workshop';
import { Button } from '../../ui/button';
import { SelectField, TextField } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { SITE_OPTIONS } from '../words';
import { Card } from '../work-sheet';

/** What the next one of its kind should know: where the fault was, how it opens, what was learned. */
export function RememberCard() {
  const { view, documents, edit, bundle } = useJob();
  const { intake, closing } = documents;
  const found = useModelCard(intake.make, intake.model).data?.found ?? null;
  const keep = useKeepCard(bundle.id);
  const [typed, setTyped] = useState<string | null>(null);
  const learned = typed ?? found?.card.learned ?? '';
  const changed =
    found && intake.model.trim() !== ''
      ? changedSince(found.card, cardOfJob(view, bundle.id, learned, null))
      : [];
  return (
    <Card title="Remember" about="The second one of the same model takes a third of the time.">
      <SelectField
        label="Where the fault was"
        value={closing.faultSite ?? ''}
        options={SITE_OPTIONS}
        hint="counts in the odds of the next triage once this job is handed back"
        onPick={(site) =>
          edit('closing', (d) => void (d.faultSite = site === '' ? null : (site as FaultSite)))
        }
      />
      {intake.model.trim() === '' ? (
        <p className="text-second text-ink2">Type the model under Take in to keep a card of how it opens.</p>
      ) : (
        <>
          <TextField
            label={`Learned about the ${intake.make} ${intake.model}`}
            lines={2}
            limit={2000}
            value={learned}
            onCommit={setTyped}
          />
          {changed.length > 0 && (
            <div>
              <p className="font-semibold">Otherwise than on the last one</p>
              <ul className="list-disc pl-5 text-second">
                {changed.map((c) => (
                  <li key={c}>{c}</li>
                ))}
              </ul>
            </div>
          )}
          <div className="flex items-center gap-3">
            <Button disabled={keep.isPending} onClick={() => keep.mutate(learned)}>
              Keep the model card
            </Button>
            <span role="status" className="text-second text-ink2">
              {keep.isSuccess
                ? 'Kept: steps, tray plan, cautions, heat, part, proved landings, minutes.'
                : found
                  ? `A card is there, ${found.card.steps.length} steps.`
                  : 'No card of this model yet.'}
            </span>
          </div>
          {keep.error && (
            <p role="alert" className="text-second text-stop">
              {keep.error.message}
            </p>
          )}
        </>
      )}
    </Card>
  );
}
