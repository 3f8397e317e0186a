import { useState } from 'react';
import type { OpeningStep, StepKind } from '@zebbit/core';
import { closingOrder, hasFasteners, stationMove } from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { Button } from '../../ui/button';
import { ChipsOne } from '../../ui/chips';
import { TextField } from '../../ui/field';
import { useJob } from '../job-context';
import { Slip, SlipMove, SlipPart } from '../slip';
import { BATTERY_OPTIONS, STEP_KEYS } from '../words';
import { Card, Paper } from '../work-sheet';
import { StepCard } from './step-card';

function newStep(steps: readonly OpeningStep[], kind: StepKind): OpeningStep {
  const taken = new Set(steps.map((s) => s.id));
  let n = steps.length + 1;
  while (taken.has(`step${n}`)) n += 1;
  return {
    id: `step${n}`,
    kind,
    place: '',
    note: '',
    photoId: null,
    fasteners: hasFasteners(kind)
      ? { count: 1, drive: 'cross', lengthMm: null, thread: 'unknown', compartment: String(n) }
      : null,
  };
}

/** How did it come apart, and what goes where when it closes. */
export function OpenUp() {
  const { view, documents, edit } = useJob();
  const { teardown } = documents;
  const [fresh, setFresh] = useState<string | null>(null);

  const add = (kind: StepKind): void => {
    const step = newStep(teardown.steps, kind);
    edit('teardown', (d) => void d.steps.push(step));
    setFresh(step.id);
  };
  const repeat = (): void => {
    const last = teardown.steps.at(-1);
    if (last) add(last.kind);
  };
  useKeys({ ...Object.fromEntries(STEP_KEYS.map(([kind, key]) => [key, () => add(kind)])), r: repeat });

  const screws = teardown.steps.reduce((n, s) => n + (s.fasteners?.count ?? 0), 0);
  return (
    <>
      <Paper>
        <Card title="Add a step" about="One key a kind; R repeats the last kind.">
          <div className="flex flex-wrap gap-2">
            {STEP_KEYS.map(([kind, key, words]) => (
              <Button key={kind} hotkey={key.toUpperCase()} onClick={() => add(kind)}>
                {words}
              </Button>
            ))}
          </div>
        </Card>
        {teardown.steps.length === 0 ? (
          <p className="px-2 text-ink2">
            No steps yet. Work round with a nail or a plastic tool; screws hide under feet, stickers and
            logos. Never pull a half free: there is a ribbon behind it.
          </p>
        ) : (
          <ol className="flex flex-col gap-4">
            {teardown.steps.map((step, i) => (
              <StepCard key={step.id} step={step} index={i} fresh={fresh === step.id} />
            ))}
          </ol>
        )}
      </Paper>
      <Slip label="Open up">
        <SlipMove move={stationMove(view, 'open-up')}>
          <ChipsOne
            label="Battery"
            options={BATTERY_OPTIONS}
            value={teardown.battery === 'unanswered' ? null : teardown.battery}
            onChange={(value) => edit('teardown', (d) => void (d.battery = value ?? 'unanswered'))}
          />
          {(teardown.battery === 'out' || teardown.battery === 'in') && (
            <TextField
              label="Which wire sat where"
              limit={500}
              value={teardown.batteryNote}
              placeholder="red on B+, black on B−"
              onCommit={(note) => edit('teardown', (d) => void (d.batteryNote = note))}
            />
          )}
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
        <SlipPart title="It closes in this order" corner={screws > 0 ? `${screws} screws` : undefined}>
          {teardown.steps.length === 0 ? (
            <p className="text-ink2">Backwards through the steps, as soon as there are some.</p>
          ) : (
            <ol className="flex flex-col">
              {closingOrder(teardown).map(({ step, title }, i) => (
                <li key={step.id} className="flex gap-3 border-t border-line py-2 first:border-0">
                  <span className="figure w-6 text-ink2">{i + 1}</span>
                  <span>
                    {title}
                    {step.fasteners && (
                      <span className="figure block text-second text-ink2">
                        {step.fasteners.count} from tray {step.fasteners.compartment || '?'}
                      </span>
                    )}
                  </span>
                </li>
              ))}
            </ol>
          )}
        </SlipPart>
      </Slip>
    </>
  );
}
