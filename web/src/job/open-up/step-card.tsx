import { useEffect, useRef } from 'react';
import { Trash2 } from 'lucide-react';
import type { Fasteners, OpeningStep } from '@zebbit/core';
import { significant, STEP_WORDS } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { Button } from '../../ui/button';
import { FigureField, SelectField, TextField } from '../../ui/field';
import { PhotoPicker } from '../../ui/photo-picker';
import { useJob } from '../job-context';

const DRIVES: readonly (readonly [Fasteners['drive'], string])[] = [
  ['cross', 'cross'],
  ['slot', 'slot'],
  ['hex', 'hex'],
  ['star', 'star'],
  ['three-wing', 'three-wing'],
  ['pentagon', 'five-point'],
  ['other', 'other'],
];
const THREADS: readonly (readonly [Fasteners['thread'], string])[] = [
  ['unknown', 'not looked at'],
  ['coarse', 'coarse'],
  ['fine', 'fine'],
];

/** One opening step: where, what came out, where it is kept, what to remember. */
export function StepCard({
  step,
  index,
  fresh,
}: {
  readonly step: OpeningStep;
  readonly index: number;
  readonly fresh: boolean;
}) {
  const { edit, bundle } = useJob();
  const card = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (!fresh) return;
    card.current?.scrollIntoView({ block: 'center' });
    card.current?.querySelector('input')?.focus();
  }, [fresh]);

  const change = (recipe: (draft: { -readonly [K in keyof OpeningStep]: OpeningStep[K] }) => void): void =>
    edit('teardown', (d) => {
      const mine = d.steps.find((s) => s.id === step.id);
      if (mine) recipe(mine);
    });
  return (
    <li ref={card} className="rounded-[14px] border border-line bg-sheet p-4">
      <div className="mb-3 flex items-center gap-3">
        <span className="figure grid size-8 place-items-center rounded-[8px] bg-copper-soft font-bold">
          {index + 1}
        </span>
        <h3 className="flex-1 text-title font-bold">{STEP_WORDS[step.kind].open}</h3>
        <Button
          tone="quiet"
          aria-label={`Take step ${index + 1} away`}
          icon={<Trash2 aria-hidden className="size-5" />}
          onClick={() => edit('teardown', (d) => void (d.steps = d.steps.filter((s) => s.id !== step.id)))}
        />
      </div>
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label="Where"
          value={step.place}
          placeholder="back cover, under the left foot"
          onCommit={(place) => change((d) => void (d.place = place))}
        />
        <TextField
          label="To remember"
          value={step.note}
          limit={2000}
          placeholder={STEP_WORDS[step.kind].care}
          onCommit={(note) => change((d) => void (d.note = note))}
        />
      </div>
      {step.fasteners && (
        <FastenerFields fasteners={step.fasteners} onChange={(f) => change((d) => void (d.fasteners = f))} />
      )}
      <div className="mt-3 flex items-center gap-3">
        {step.photoId !== null && (
          <img
            src={routes.photo(step.photoId)}
            alt={`step ${index + 1}`}
            className="h-20 rounded-[10px] border border-line"
          />
        )}
        <PhotoPicker
          jobId={bundle.id}
          use="step"
          label={step.photoId === null ? 'Photo' : 'Other photo'}
          caption={`step ${index + 1}: ${STEP_WORDS[step.kind].open}`}
          onStored={(photo) => change((d) => void (d.photoId = photo.id))}
        />
      </div>
    </li>
  );
}

function FastenerFields({
  fasteners,
  onChange,
}: {
  readonly fasteners: Fasteners;
  readonly onChange: (f: Fasteners) => void;
}) {
  return (
    <div className="mt-3 grid grid-cols-5 gap-3">
      <SelectField
        label="Count"
        value={String(fasteners.count)}
        options={Array.from({ length: 24 }, (_, i) => [String(i + 1), String(i + 1)] as const)}
        onPick={(n) => onChange({ ...fasteners, count: Number(n) })}
      />
      <SelectField
        label="Drive"
        value={fasteners.drive}
        options={DRIVES}
        onPick={(drive) => onChange({ ...fasteners, drive: drive as Fasteners['drive'] })}
      />
      <FigureField
        label="Length"
        kind="length"
        shown={fasteners.lengthMm === null ? '' : `${significant(fasteners.lengthMm)} mm`}
        onFigure={(lengthMm) => onChange({ ...fasteners, lengthMm })}
        onClear={() => onChange({ ...fasteners, lengthMm: null })}
      />
      <SelectField
        label="Thread"
        value={fasteners.thread}
        options={THREADS}
        onPick={(thread) => onChange({ ...fasteners, thread: thread as Fasteners['thread'] })}
      />
      <TextField
        label="Tray place"
        limit={40}
        value={fasteners.compartment}
        onCommit={(compartment) => onChange({ ...fasteners, compartment })}
      />
    </div>
  );
}
