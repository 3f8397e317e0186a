import { Minus, Plus, Printer } from 'lucide-react';
import { Link } from 'react-router';
import { closeUpLeft, closingOrder, finalChecks, stationMove } from '@zebbit/core';
import type { ClosingStep } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { Button } from '../../ui/button';
import { FigureField, TextField } from '../../ui/field';
import { PhotoPicker } from '../../ui/photo-picker';
import { Tick } from '../../ui/tick';
import { useJob } from '../job-context';
import { PhotoStrip } from '../photo-strip';
import { Slip, SlipMove, SlipPart } from '../slip';
import { Card, Paper } from '../work-sheet';

/** Back together, nothing left over, handed back. */
export function CloseUp() {
  const { view, documents, edit, bundle } = useJob();
  const { closing, teardown } = documents;
  const left = closeUpLeft(view);
  return (
    <>
      <Paper>
        <Card title="Back together" about="Backwards through the opening.">
          {teardown.steps.length === 0 && <p className="text-ink2">No opening steps were kept.</p>}
          <ol className="divide-y divide-line">
            {closingOrder(teardown).map((step) => (
              <ClosingLine key={step.step.id} closing={step} />
            ))}
          </ol>
        </Card>
        <Card title="Final checks" about="With the case shut.">
          <div>
            {finalChecks(view.sheet, teardown.battery !== 'none').map((c) => (
              <Tick
                key={c.key}
                checked={closing.finalDone.includes(c.key)}
                onChange={(on) =>
                  edit(
                    'closing',
                    (d) =>
                      void (d.finalDone = on
                        ? [...d.finalDone, c.key]
                        : d.finalDone.filter((k) => k !== c.key)),
                  )
                }
              >
                {c.title}
              </Tick>
            ))}
          </div>
        </Card>
        <Card title="For the hand-back page">
          <TextField
            label="What was wrong"
            lines={2}
            limit={4000}
            value={closing.wrong}
            onCommit={(t) => edit('closing', (d) => void (d.wrong = t))}
          />
          <TextField
            label="What was done"
            lines={3}
            limit={4000}
            value={closing.done}
            onCommit={(t) => edit('closing', (d) => void (d.done = t))}
          />
          <TextField
            label="Parts and cost"
            lines={2}
            limit={4000}
            value={closing.parts}
            onCommit={(t) => edit('closing', (d) => void (d.parts = t))}
          />
          <TextField
            label="What to watch"
            lines={2}
            limit={4000}
            value={closing.watch}
            onCommit={(t) => edit('closing', (d) => void (d.watch = t))}
          />
          <div className="w-48">
            <FigureField
              label="Time spent"
              kind="duration"
              shown={closing.minutes === null ? '' : `${closing.minutes} min`}
              hint="90min, 2h"
              onFigure={(s) =>
                edit('closing', (d) => void (d.minutes = Math.min(100_000, Math.round(s / 60))))
              }
              onClear={() => edit('closing', (d) => void (d.minutes = null))}
            />
          </div>
          <PhotoPicker
            jobId={bundle.id}
            use="after"
            label="Photo of the finished work"
            caption="afterwards"
          />
          <PhotoStrip use="after" />
        </Card>
      </Paper>
      <Slip label="Close up">
        <SlipMove move={stationMove(view, 'close-up')} />
        <SlipPart title="Still to do">
          {left.length === 0 ? (
            <p className="font-semibold text-ok">Nothing left over.</p>
          ) : (
            <ul className="list-disc space-y-1 pl-5">
              {left.map((l) => (
                <li key={l}>{l}</li>
              ))}
            </ul>
          )}
        </SlipPart>
        <SlipPart title="Hand back">
          <div className="flex flex-col gap-3">
            <Link
              to={`/jobs/${bundle.id}/hand-back`}
              className="inline-flex min-h-11 items-center justify-center gap-2 rounded-[11px] border border-line bg-sheet px-4 font-semibold hover:border-ink2"
            >
              <Printer aria-hidden className="size-5" /> The page for its owner
            </Link>
            <Tick
              checked={closing.handedBack}
              onChange={(on) => edit('closing', (d) => void (d.handedBack = on))}
              note={left.length > 0 ? 'once nothing is left to do' : undefined}
            >
              Handed back
            </Tick>
          </div>
        </SlipPart>
      </Slip>
    </>
  );
}

function ClosingLine({ closing: { step, title, care } }: { readonly closing: ClosingStep }) {
  const { documents, edit } = useJob();
  const { closing } = documents;
  const count = closing.fastenersBack.find((b) => b.stepId === step.id)?.count ?? 0;
  const set = (n: number): void =>
    edit('closing', (d) => {
      d.fastenersBack = [
        ...d.fastenersBack.filter((b) => b.stepId !== step.id),
        { stepId: step.id, count: Math.max(0, Math.min(99, n)) },
      ];
    });
  return (
    <li className="flex items-center gap-4 py-1.5">
      <div className="min-w-0 flex-1">
        <Tick
          checked={closing.stepsDone.includes(step.id)}
          onChange={(on) =>
            edit(
              'closing',
              (d) =>
                void (d.stepsDone = on
                  ? [...d.stepsDone, step.id]
                  : d.stepsDone.filter((s) => s !== step.id)),
            )
          }
          note={step.note === '' ? care : `${step.note}. ${care}`}
        >
          {title}
        </Tick>
      </div>
      {step.photoId !== null && (
        <img
          src={routes.photo(step.photoId)}
          alt="as it was"
          className="h-14 rounded-[8px] border border-line"
        />
      )}
      {step.fasteners && (
        <div
          role="group"
          aria-label={`Fasteners back: ${step.place || title}`}
          className="flex items-center gap-2"
        >
          <span className="text-right text-second text-ink2">
            tray {step.fasteners.compartment || '?'}
            {step.fasteners.lengthMm === null ? (
              ''
            ) : (
              <span className="figure block">{step.fasteners.lengthMm} mm</span>
            )}
          </span>
          <Button
            aria-label="One less back"
            className="!px-2.5"
            icon={<Minus aria-hidden className="size-4" />}
            onClick={() => set(count - 1)}
          />
          <span
            className={`figure w-14 text-center text-[18px] font-bold ${count === step.fasteners.count ? 'text-ok' : 'text-copper'}`}
          >
            {count}/{step.fasteners.count}
          </span>
          <Button
            aria-label="One more back"
            className="!px-2.5"
            icon={<Plus aria-hidden className="size-4" />}
            onClick={() => set(count + 1)}
          />
        </div>
      )}
    </li>
  );
}
