import { useState } from 'react';
import type { JobKind } from '@zebbit/core';
import { JOB_KINDS, KIND_SHEETS, withKind } from '@zebbit/core';
import { Button } from '../ui/button';
import { ChipsMany } from '../ui/chips';
import { Dialog } from '../ui/dialog';
import { useJob } from '../desk/job-context';

const KIND_OPTIONS = JOB_KINDS.map((k) => [k, KIND_SHEETS[k].words] as const);

/** What becomes of the port: the ten kinds, what is proposed and why, what the chosen ones build. Two where there are two faults. */
export function KindPicker() {
  const { view, documents, edit } = useJob();
  const { kinds } = documents.intake;
  const set = (next: JobKind[]): void =>
    edit('intake', (d) => void Object.assign(d, { kinds: next, kindsConfirmed: false }));
  return (
    <div className="flex flex-col gap-3">
      <ChipsMany label="What becomes of the port" options={KIND_OPTIONS} value={kinds} onChange={set} />
      {kinds.map((k) => (
        <p key={k} className="text-second">
          <b>{KIND_SHEETS[k].words}.</b> {KIND_SHEETS[k].when} {KIND_SHEETS[k].built}
        </p>
      ))}
      {kinds.length === 0 && (
        <p className="text-second text-ink2">
          {view.proposedKinds.length > 0
            ? `Proposed: ${view.proposedKinds.map((p) => `${KIND_SHEETS[p.kind].words.toLowerCase()}, since ${p.why}`).join('; ')}.`
            : 'Nothing speaks for one of them yet. Until it is said, all that a torn port needs is asked.'}
        </p>
      )}
    </div>
  );
}

/** Takes up what is proposed; the rest is a press away. */
export function TakeKinds() {
  const { view, edit } = useJob();
  const proposed = view.proposedKinds;
  if (proposed.length === 0) return null;
  const take = (kinds: readonly JobKind[]): void =>
    edit('intake', (d) => void Object.assign(d, { kinds, kindsConfirmed: false }));
  return (
    <div className="mt-1 flex flex-wrap gap-2">
      <Button tone="main" className="!min-h-11" onClick={() => take(proposed.map((p) => p.kind))}>
        {proposed.length > 1 ? 'Yes, both' : 'Yes'}
      </Button>
      <OtherKind />
    </div>
  );
}

/** At Look over: the kind is confirmed by what is seen, or gives way to it. */
export function ConfirmKinds() {
  const { view, documents, edit } = useJob();
  const { kinds, kindsConfirmed } = documents.intake;
  const doubt = view.kindDoubt;
  if (kinds.length === 0 || (kindsConfirmed && !doubt)) return null;
  const settle = (next: readonly JobKind[]): void =>
    edit('intake', (d) => void Object.assign(d, { kinds: next, kindsConfirmed: true }));
  return (
    <div className="mt-1 flex flex-wrap gap-2">
      {doubt ? (
        <Button tone="main" className="!min-h-11" onClick={() => settle(withKind(kinds, doubt))}>
          Yes: {KIND_SHEETS[doubt.kind].words.toLowerCase()}
        </Button>
      ) : (
        <Button tone="main" className="!min-h-11" onClick={() => settle(kinds)}>
          Yes, it still is
        </Button>
      )}
      <OtherKind />
    </div>
  );
}

/** Opens the list of kinds from wherever one stands. */
export function OtherKind({
  words = 'Something else',
  className = '!min-h-11',
}: {
  readonly words?: string;
  readonly className?: string;
}) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button className={className} onClick={() => setOpen(true)}>
        {words}
      </Button>
      <Dialog
        open={open}
        onOpenChange={setOpen}
        title="What becomes of the port"
        about="What the stations ask follows from it. It can be changed at any time."
      >
        <KindPicker />
        <div className="mt-4 flex justify-end">
          <Button tone="main" onClick={() => setOpen(false)}>
            Done
          </Button>
        </div>
      </Dialog>
    </>
  );
}
