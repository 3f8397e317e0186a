import { useEffect, useRef, useState } from 'react';
import { Trash2 } from 'lucide-react';
import type { Fasteners, Latch, OpeningStep } from '@zebbit/core';
import {
  closingWords,
  connectsOf,
  hasWires,
  LATCHES,
  parseScrewLine,
  printScrewLine,
  significant,
  STEP_WORDS,
  testNeedsOf,
  trayCompartments,
  withoutStep,
} from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { Button } from '../../ui/button';
import { ChipsMany } from '../../ui/chips';
import { BOX, Field, FigureField, SelectField, TextField, useLeave } from '../../ui/field';
import { PhotoPicker } from '../../ui/photo-picker';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { LATCH_NAMES, NEED_OPTIONS } from '../words';
import { LatchPicture } from './latch-picture';
import { WireNotes } from './wire-notes';
import { Unfold } from '../../ui/unfold';

const NEED_WORDS = new Map(NEED_OPTIONS);
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

type Draft = { -readonly [K in keyof OpeningStep]: OpeningStep[K] };
type Change = (recipe: (draft: Draft) => void) => void;

interface StepCardProps {
  readonly step: OpeningStep;
  readonly index: number;
  /** Just added: it is scrolled to and its first field takes the keys. */
  readonly fresh: boolean;
  readonly active: boolean;
  readonly onActive: () => void;
}

/** One opening step: where, what came out, where it is kept, what it frees, what had to come first. */
export function StepCard({ step, index, fresh, active, onActive }: StepCardProps) {
  const { edit, bundle } = useJob();
  const card = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (!fresh) return;
    card.current?.scrollIntoView({ block: 'center' });
    card.current?.querySelector('input')?.focus();
  }, [fresh]);

  const change: Change = (recipe) =>
    edit('teardown', (d) => {
      const at = d.steps.findIndex((s) => s.id === step.id);
      const mine = d.steps[at];
      if (mine) recipe(mine);
    });
  return (
    <li
      ref={card}
      onFocus={onActive}
      aria-label={`Step ${index + 1}`}
      className="rounded-[14px] border border-line bg-sheet p-4"
    >
      <div className="mb-3 flex items-center gap-3">
        <span className="figure grid size-8 place-items-center rounded-[8px] bg-copper-soft font-bold">
          {index + 1}
        </span>
        <h3 className="flex-1 text-title font-bold">{STEP_WORDS[step.kind].open}</h3>
        <Button
          tone="quiet"
          aria-label={`Take step ${index + 1} away`}
          icon={<Trash2 aria-hidden className="size-5" />}
          onClick={() =>
            edit('teardown', (d) => void Object.assign(d, { steps: withoutStep(d.steps, step.id) }))
          }
        />
      </div>
      {step.fasteners && <ScrewLine step={step} fasteners={step.fasteners} change={change} />}
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
      {hasWires(step.kind) && (
        <WireNotes step={step} onChange={(wires) => change((d) => void (d.wires = wires))} />
      )}
      {step.kind === 'latch' && (
        <div className="mt-3 grid grid-cols-[150px_1fr] items-start gap-3">
          <SelectField
            label="Latch"
            value={step.latch ?? 'flip-up'}
            options={LATCHES.map((l) => [l, LATCH_NAMES[l]] as const)}
            onPick={(latch) => change((d) => void (d.latch = latch as Latch))}
          />
          <LatchPicture latch={step.latch ?? 'flip-up'} />
        </div>
      )}
      <div className="mt-3 flex items-start gap-3">
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
          pasted={active}
        />
      </div>
      <Connects step={step} />
      <Around step={step} index={index} change={change} />
    </li>
  );
}

/** The whole group in one line of keys; what it says goes into the fields below. */
function ScrewLine({
  step,
  fasteners,
  change,
}: {
  readonly step: OpeningStep;
  readonly fasteners: Fasteners;
  readonly change: Change;
}) {
  const { view } = useJob();
  const { leave, left } = useLeave();
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const places = trayCompartments(view.workshop.record.tray);
  const shown = step.place === '' ? '' : printScrewLine(step.place, fasteners);
  const keep = (): boolean => {
    if (typed === null || typed.trim() === '') return true;
    const read = parseScrewLine(typed, places);
    setError(read.ok ? null : `In one line: ${read.message}`);
    if (!read.ok) return false;
    change((d) => {
      if (read.place !== '') d.place = read.place.slice(0, 120);
      d.fasteners = { ...fasteners, ...read.fasteners };
    });
    setTyped(null);
    return true;
  };
  return (
    <div className="mb-3">
      <Field
        label="In one line"
        hint="place, how many, how long: back 4 8. Also cross, coarse, black, A3; -1 was missing already"
        error={error}
      >
        {(ids) => (
          <input
            {...ids}
            className={`${BOX} figure`}
            maxLength={160}
            autoComplete="off"
            value={typed ?? shown}
            onChange={(e) => setTyped(e.target.value)}
            onBlur={() => left(keep)}
            onKeyDown={(e) => {
              if (e.key === 'Escape') setTyped(null);
              if (e.key === 'Escape' || (e.key === 'Enter' && keep())) leave(e);
            }}
          />
        )}
      </Field>
    </div>
  );
}

/** What works again once it is closed: what decides where the test stands. */
function Connects({ step }: { readonly step: OpeningStep }) {
  const { documents } = useJob();
  const connects = connectsOf(step);
  if (connects.length === 0) return null;
  const needs = testNeedsOf(documents.teardown);
  const needed = connects.some((c) => needs.includes(c));
  return (
    <p className="mt-3 text-second">
      Connects <b>{connects.map((c) => NEED_WORDS.get(c)?.toLowerCase() ?? c).join(', ')}</b>
      {step.connects === null ? ' by its name' : ''}: {needed ? 'the test needs it' : 'the test does without'}
      .
    </p>
  );
}

/** What came first, what it frees, what it connects: how the step sits among the others. */
function Around({
  step,
  index,
  change,
}: {
  readonly step: OpeningStep;
  readonly index: number;
  readonly change: Change;
}) {
  const { documents } = useJob();
  const before = documents.teardown.steps.slice(0, index);
  const name = (s: OpeningStep, i: number): string =>
    `${i + 1} ${s.place || STEP_WORDS[s.kind].open.toLowerCase()}`;
  const said = before.flatMap((s, i) => (step.after.includes(s.id) ? [name(s, i)] : []));
  return (
    <Unfold
      className="mt-3"
      words={
        <>
          {said.length > 0 ? `After ${said.join(', ')}` : 'Nothing had to come first'}
          {step.shuts ? ' · shuts the board away' : ''}
        </>
      }
    >
      <div className="mt-3 flex flex-col gap-3">
        {before.length > 0 && (
          <div>
            <p className="mb-1 text-second font-semibold text-ink2">Had to come first</p>
            <ChipsMany
              label={`Had to come before step ${index + 1}`}
              options={before.map((s, i) => [s.id, name(s, i)] as const)}
              value={step.after}
              onChange={(after) => change((d) => void (d.after = after))}
            />
          </div>
        )}
        <TextField
          label="Came free by it"
          value={step.frees}
          placeholder="back cover, speaker"
          onCommit={(frees) => change((d) => void (d.frees = frees))}
        />
        <div>
          <p className="mb-1 text-second font-semibold text-ink2">Once closed again, this works</p>
          <ChipsMany
            label={`Step ${index + 1} connects`}
            options={NEED_OPTIONS}
            value={connectsOf(step)}
            onChange={(connects) => change((d) => void (d.connects = connects))}
          />
        </div>
        <Tick
          checked={step.shuts}
          onChange={(shuts) => change((d) => void (d.shuts = shuts))}
          note={closingWords(step).title}
        >
          Closing it shuts the board away
        </Tick>
      </div>
    </Unfold>
  );
}

function FastenerFields({
  fasteners,
  onChange,
}: {
  readonly fasteners: Fasteners;
  readonly onChange: (f: Fasteners) => void;
}) {
  const { view } = useJob();
  const places = trayCompartments(view.workshop.record.tray);
  const own = fasteners.compartment;
  return (
    <div className="mt-3 grid grid-cols-7 gap-2.5">
      <SelectField
        label="Count"
        value={String(fasteners.count)}
        options={Array.from({ length: 24 }, (_, i) => [String(i + 1), String(i + 1)] as const)}
        onPick={(n) => onChange({ ...fasteners, count: Number(n) })}
      />
      <SelectField
        label="Missing"
        value={String(fasteners.missing)}
        options={Array.from({ length: 10 }, (_, i) => [String(i), String(i)] as const)}
        onPick={(n) => onChange({ ...fasteners, missing: Number(n) })}
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
        shown={fasteners.lengthMm === null ? '' : `${significant(fasteners.lengthMm, 2)} mm`}
        onFigure={(lengthMm) => onChange({ ...fasteners, lengthMm: Math.min(200, Math.max(0.5, lengthMm)) })}
        onClear={() => onChange({ ...fasteners, lengthMm: null })}
      />
      <SelectField
        label="Thread"
        value={fasteners.thread}
        options={THREADS}
        onPick={(thread) => onChange({ ...fasteners, thread: thread as Fasteners['thread'] })}
      />
      <TextField
        label="Colour"
        limit={30}
        value={fasteners.colour}
        placeholder="black"
        onCommit={(colour) => onChange({ ...fasteners, colour })}
      />
      <SelectField
        label="Tray place"
        value={own}
        options={[
          ['', 'nowhere yet'] as const,
          ...places.map((p) => [p, p] as const),
          ...(own !== '' && !places.includes(own) ? [[own, own] as const] : []),
        ]}
        onPick={(compartment) => onChange({ ...fasteners, compartment })}
      />
    </div>
  );
}
