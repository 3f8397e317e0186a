import { Lock, Minus, Plus } from 'lucide-react';
import { Link } from 'react-router';
import type { Choice, ClosingStep, StepKind } from '@zebbit/core';
import { closingChoices, closingOrder, isCell } from '@zebbit/core';
import { Button } from '../../ui/button';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { Card } from '../work-sheet';
import { Unfold } from '../../ui/unfold';

/** The closing steps in an order that works; any other that works is open too. The test stands where it belongs. */
export function ClosingList() {
  const { view, documents, bundle } = useJob();
  const { teardown, closing } = documents;
  const { gate, prove } = view;
  const order = closingOrder(teardown);
  const choices = new Map(closingChoices(teardown, new Set(closing.stepsDone)).map((c) => [c.step.id, c]));
  const proved = prove.readyToShut;
  const lineOf = (c: ClosingStep, afterTest: boolean) => (
    <ClosingLine
      key={c.step.id}
      closing={c}
      choice={choices.get(c.step.id)}
      testFirst={
        afterTest && !proved && c.step.shuts
          ? 'Test first: this shuts the board away.'
          : isCell(c.step) && !prove.cellReady
            ? 'Not yet: the board alone is tested first, and the cell at its plug.'
            : ''
      }
    />
  );
  return (
    <>
      {gate.after > 0 && (
        <Card title="For the test" about="What has to be connected, with the case open.">
          <ol className="divide-y divide-line">{order.slice(0, gate.after).map((c) => lineOf(c, false))}</ol>
        </Card>
      )}
      <section
        aria-label="Test now"
        className={`mb-5 flex items-center gap-4 rounded-[14px] border-2 p-4 ${proved ? 'border-ok bg-ok-soft' : 'border-copper bg-copper-soft'}`}
      >
        <p className="flex-1">
          <b className="text-title">{proved ? 'Tested and good' : 'Test now'}</b>
          <span className="block text-second text-ink2">
            {proved
              ? 'Everything passed with the case open.'
              : 'Before anything shuts the board away. People who skip it open it again.'}
          </span>
        </p>
        {!proved && (
          <Link
            to={`/jobs/${bundle.id}/prove`}
            className="inline-flex min-h-11 items-center rounded-[11px] bg-copper px-4 font-semibold text-on-copper"
          >
            To Prove
          </Link>
        )}
      </section>
      <Card title="Back together" about="Any step that is not locked can be next.">
        {order.length === gate.after && (
          <p className="text-ink2">{order.length === 0 ? 'No opening steps were kept.' : 'Nothing more.'}</p>
        )}
        <ol className="divide-y divide-line">{order.slice(gate.after).map((c) => lineOf(c, true))}</ol>
      </Card>
    </>
  );
}

/** What may be torn, cut or worn out, so that something else goes in. */
const MAY_BE_NEW: readonly StepKind[] = ['cut', 'glue', 'gasket', 'press-fit', 'lift-off'];

interface ClosingLineProps {
  readonly closing: ClosingStep;
  readonly choice: Choice | undefined;
  /** The test that it waits for, in words; empty for none. */
  readonly testFirst: string;
}

function ClosingLine({ closing: { step, title, care }, choice, testFirst }: ClosingLineProps) {
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
  const done = closing.stepsDone.includes(step.id);
  const locked = (testFirst !== '' && !done) || (choice !== undefined && choice.waitsFor.length > 0);
  return (
    <li className="flex items-center gap-4 py-1.5">
      <div className="min-w-0 flex-1">
        {locked ? (
          <Unfold
            plain
            className="min-h-10 py-1.5"
            words={
              <>
                <Lock aria-label="locked" className="size-5 shrink-0" />
                {title}
                <span className="text-second text-copper underline underline-offset-4">why</span>
              </>
            }
          >
            <p className="mt-1 pl-8 text-second">{testFirst || `Not yet: ${choice?.why ?? ''}.`}</p>
          </Unfold>
        ) : (
          <Tick
            checked={done}
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
        )}
      </div>
      {!locked && MAY_BE_NEW.includes(step.kind) && (
        <Tick
          checked={closing.replaced.includes(step.id)}
          onChange={(on) =>
            edit(
              'closing',
              (d) =>
                void (d.replaced = on ? [...d.replaced, step.id] : d.replaced.filter((k) => k !== step.id)),
            )
          }
        >
          a new one
        </Tick>
      )}
      {step.fasteners && !locked && (
        <div
          role="group"
          aria-label={`Fasteners back: ${step.place || title}`}
          className="flex items-center gap-2"
        >
          <span className="text-right text-second text-ink2">
            from {step.fasteners.compartment || 'nowhere'}
            {step.fasteners.lengthMm === null ? (
              ''
            ) : (
              <span className="figure block">{step.fasteners.lengthMm} mm</span>
            )}
            {step.fasteners.missing > 0 && (
              <span className="block text-wait">{step.fasteners.missing} missing on arrival</span>
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
