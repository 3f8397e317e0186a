import { useState } from 'react';
import { OctagonX } from 'lucide-react';
import type { OpeningStep, StepKind, Teardown, TestNeed, Tray } from '@zebbit/core';
import {
  closingOrder,
  connectsOf,
  freeCompartment,
  oneWaySteps,
  stationMove,
  testNeedsOf,
  usualStep,
  withClosingRule,
} from '@zebbit/core';
import { toast } from 'sonner';
import { useKeys } from '../../app/use-keys';
import { Button } from '../../ui/button';
import { ChipsMany, ChipsOne } from '../../ui/chips';
import { TextField } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { CellCapacity } from '../cell-capacity';
import { Slip, SlipMove, SlipSection } from '../slip';
import { BATTERY_OPTIONS, NEED_OPTIONS, STEP_KEYS } from '../words';
import { Card, Paper } from '../work-sheet';
import { StepCard } from './step-card';
import { TrayCard } from './tray';

/** A new step of a kind: after the last one, its screws in the first free compartment. */
function newStep(teardown: Teardown, kind: StepKind, tray: Tray): OpeningStep {
  const { steps } = teardown;
  const taken = new Set(steps.map((s) => s.id));
  let n = steps.length + 1;
  while (taken.has(`step${n}`)) n += 1;
  const last = steps.at(-1);
  const usual = usualStep(kind);
  const fasteners = usual.fasteners && {
    ...usual.fasteners,
    compartment: freeCompartment(tray, teardown) ?? '',
  };
  return {
    id: `step${n}`,
    kind,
    place: '',
    note: '',
    photoId: null,
    frees: '',
    after: last ? [last.id] : [],
    ...usual,
    fasteners,
  };
}

/** How did it come apart, and what goes where when it closes. */
export function OpenUp() {
  const { view, documents, edit } = useJob();
  const { teardown } = documents;
  const bare = documents.intake.body === 'bare' || documents.intake.body === 'cord';
  const [fresh, setFresh] = useState<string | null>(null);
  const [active, setActive] = useState<string | null>(null);

  const add = (kind: StepKind): void => {
    const step = newStep(teardown, kind, view.workshop.record.tray);
    edit('teardown', (d) => {
      Object.assign(d, { steps: [...d.steps, step], openedAt: d.openedAt ?? new Date().toISOString() });
    });
    setFresh(step.id);
    setActive(step.id);
  };
  const repeat = (): void => {
    const last = teardown.steps.at(-1);
    if (last) add(last.kind);
  };
  useKeys({ ...Object.fromEntries(STEP_KEYS.map(([kind, key]) => [key, () => add(kind)])), r: repeat });

  return (
    <>
      <Paper>
        {bare && (
          <p className="mb-5 px-2 text-ink2">
            No case, so there is nothing to open and nothing to put back. If there is one after all, say so
            under Take in, or key in its first step.
          </p>
        )}
        <Card title="Add a step" about="One key a kind; R repeats the last kind.">
          <div className="flex flex-wrap gap-2">
            {STEP_KEYS.map(([kind, key, words]) => (
              <Button key={kind} hotkey={key.toUpperCase()} onClick={() => add(kind)}>
                {words}
              </Button>
            ))}
          </div>
        </Card>
        {teardown.steps.length === 0 && bare ? null : teardown.steps.length === 0 ? (
          <p className="px-2 text-ink2">
            No steps yet. Work round with a nail or a plastic tool; screws hide under feet, stickers and
            logos. Never pull a half free: there is a ribbon behind it.
          </p>
        ) : (
          <ol className="mb-5 flex flex-col gap-4">
            {teardown.steps.map((step, i) => (
              <StepCard
                key={step.id}
                step={step}
                index={i}
                fresh={fresh === step.id}
                active={active === step.id}
                onActive={() => setActive(step.id)}
              />
            ))}
          </ol>
        )}
        <TrayCard />
      </Paper>
      <Slip label="Open up">
        <SlipMove move={stationMove(view, 'open-up')}>
          <BatteryQuestion />
          {view.battery.open && !teardown.opened && teardown.steps.length > 0 && (
            <Button tone="main" onClick={() => edit('teardown', (d) => void (d.opened = true))}>
              It is open
            </Button>
          )}
          {teardown.opened && (
            <Button
              tone="quiet"
              className="self-start"
              onClick={() => edit('teardown', (d) => void (d.opened = false))}
            >
              Go on opening
            </Button>
          )}
        </SlipMove>
        <ClosingPreview />
      </Slip>
    </>
  );
}

function BatteryQuestion() {
  const { documents, edit } = useJob();
  const { teardown } = documents;
  return (
    <>
      <ChipsOne
        label="Battery"
        options={BATTERY_OPTIONS}
        value={teardown.battery === 'unanswered' ? null : teardown.battery}
        onChange={(value) => edit('teardown', (d) => void (d.battery = value ?? 'unanswered'))}
      />
      {(teardown.battery === 'out' || teardown.battery === 'in') && (
        <TextField
          label="Which wire sat where: colour and pad"
          limit={500}
          value={teardown.batteryNote}
          placeholder="red on B+, black on B−"
          onCommit={(note) => edit('teardown', (d) => void (d.batteryNote = note))}
        />
      )}
      {(teardown.battery === 'out' || teardown.battery === 'in') && <CellCapacity />}
    </>
  );
}

/** The closing order as it follows from the graph, with the place of the test in it. */
function ClosingPreview() {
  const { view, documents, edit } = useJob();
  const { teardown } = documents;
  const { gate } = view;
  const screws = teardown.steps.reduce((n, s) => n + (s.fasteners?.count ?? 0), 0);
  const oneWay = oneWaySteps(teardown);
  if (teardown.steps.length === 0) return null;
  const order = closingOrder(teardown);
  const needs = testNeedsOf(teardown);
  /** Said of closing: this one before the one above it. */
  const before = (at: number): void => {
    const [first, then] = [order[at]?.step.id, order[at - 1]?.step.id];
    if (first === undefined || then === undefined) return;
    const next = withClosingRule(teardown, { first, then });
    if (next) edit('teardown', (d) => void Object.assign(d, { closingFirst: next.closingFirst }));
    else toast.error('That would lead in a circle with what has to be closed first already');
  };
  const setNeeds = (value: readonly TestNeed[]): void =>
    edit('teardown', (d) => {
      const gone = needs.filter((n) => !value.includes(n));
      d.testNeeds = [
        ...d.testNeeds.filter((n) => !gone.includes(n)),
        ...value.filter((n) => !d.testNeeds.includes(n)),
      ];
      d.spared = [
        ...d.spared.filter((n) => !value.includes(n)),
        ...gone.filter((n) => !d.spared.includes(n)),
      ];
    });
  const nameOf = (id: string): string => {
    const closing = order.find((c) => c.step.id === id);
    return closing?.title ?? id;
  };
  return (
    <>
      <SlipSection title="It closes in this order" corner={screws > 0 ? `${screws} screws` : undefined}>
        <ol className="flex flex-col">
          {order.map(({ step, title }, i) => {
            const connects = connectsOf(step).filter((c) => needs.includes(c));
            return (
              <li key={step.id}>
                {i === gate.after && <TestLine />}
                <div
                  className="group flex gap-3 border-t border-line py-2 outline-offset-[-2px]"
                  tabIndex={0}
                  role="group"
                  aria-label={`Closing ${i + 1}: ${title}`}
                  onKeyDown={(e) => {
                    if (e.key.toLowerCase() !== 'u') return;
                    e.preventDefault();
                    e.stopPropagation();
                    before(i);
                  }}
                >
                  <span className="figure w-6 text-ink2">{i + 1}</span>
                  <span className="min-w-0 flex-1">
                    {title}
                    {step.fasteners && (
                      <span className="figure block text-second text-ink2">
                        {step.fasteners.count} from {step.fasteners.compartment || 'nowhere'}
                        {step.fasteners.missing > 0 ? `, ${step.fasteners.missing} missing on arrival` : ''}
                      </span>
                    )}
                    {connects.length > 0 && (
                      <span className="block text-second text-copper">
                        connects {connects.join(', ')}: needed for the test
                      </span>
                    )}
                  </span>
                  {i > 0 && (
                    <Button
                      tone="quiet"
                      hotkey="U"
                      aria-label={`${title}: must come before ${order[i - 1]?.title ?? ''}`}
                      className="!min-h-8 self-start !px-2 text-second opacity-0 group-focus-within:opacity-100 group-hover:opacity-100"
                      onClick={() => before(i)}
                    >
                      before
                    </Button>
                  )}
                </div>
              </li>
            );
          })}
        </ol>
        {gate.after === order.length && <TestLine />}
        {gate.shutBefore.length > 0 && (
          <p className="mt-2 text-second text-wait">
            Before the test these must be shut: {gate.shutBefore.map((s) => s.place || s.kind).join(', ')}.
            Tack them only.
          </p>
        )}
      </SlipSection>
      <SlipSection title="The test needs">
        <ChipsMany label="The test needs" options={NEED_OPTIONS} value={needs} onChange={setNeeds} />
        <p className="mt-2 text-second text-ink2">
          What was unplugged counts as needed by itself; press it away where the test can do without.
        </p>
        {gate.never.length > 0 && (
          <p className="mt-2 text-second text-ink2">
            No step connects {gate.never.join(' or ')}: taken as never unplugged.
          </p>
        )}
      </SlipSection>
      {oneWay.length + teardown.closingFirst.length > 0 && (
        <SlipSection title="Only in this order">
          <ul className="flex flex-col gap-2">
            {teardown.closingFirst.map((r) => (
              <li key={`${r.first} ${r.then} said`} className="flex items-center gap-2 text-second">
                <span className="flex-1">
                  You said: {nameOf(r.first).toLowerCase()} before {nameOf(r.then).toLowerCase()}
                </span>
                <Button
                  tone="quiet"
                  className="!min-h-9"
                  onClick={() =>
                    edit(
                      'teardown',
                      (d) =>
                        void (d.closingFirst = d.closingFirst.filter(
                          (o) => o.first !== r.first || o.then !== r.then,
                        )),
                    )
                  }
                >
                  Take back
                </Button>
              </li>
            ))}
            {oneWay.map((w) => (
              <li key={`${w.first.id} ${w.then.id}`} className="flex gap-2 text-second">
                <OctagonX aria-hidden className="mt-0.5 size-4 shrink-0 text-stop" />
                {w.why}
              </li>
            ))}
          </ul>
        </SlipSection>
      )}
    </>
  );
}

export function TestLine() {
  return (
    <p className="my-1 flex items-center gap-3 font-bold text-copper">
      <span aria-hidden className="h-0.5 flex-1 bg-copper" />
      test now
      <span aria-hidden className="h-0.5 flex-1 bg-copper" />
    </p>
  );
}
