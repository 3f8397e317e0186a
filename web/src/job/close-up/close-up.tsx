import { Printer } from 'lucide-react';
import { Link } from 'react-router';
import type { FinalCheck } from '@zebbit/core';
import { beforeShut, closeUpLeft, finalChecks, nextToClose, stationMove } from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { Button } from '../../ui/button';
import { FigureField, TextField } from '../../ui/field';
import { PhotoPicker } from '../../ui/photo-picker';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { PhotoStrip } from '../photo-strip';
import { PowerCautions } from '../power-cautions';
import { Slip, SlipMove, SlipSection } from '../slip';
import { Card, Paper } from '../work-sheet';
import { ClosingList } from './closing-list';
import { PhotoWalk } from './photo-walk';
import { RememberCard } from './remember-card';

/** Back together, nothing left over, handed back. */
export function CloseUp() {
  const { view, documents, edit, bundle } = useJob();
  const { closing, teardown, intake } = documents;
  const left = closeUpLeft(view);
  const looks = beforeShut(view);
  const look = looks.find((c) => !closing.finalDone.includes(c.key));
  const step = nextToClose(view);
  // What is looked at before it shuts comes before the step that shuts.
  const next = step?.shuts === true && look ? null : step;
  /** One key a step: a group of screws counts with it. */
  const close = (): void => {
    if (!next) return;
    edit('closing', (d) => {
      d.stepsDone = [...d.stepsDone, next.id];
      if (next.fasteners)
        d.fastenersBack = [
          ...d.fastenersBack.filter((b) => b.stepId !== next.id),
          { stepId: next.id, count: next.fasteners.count },
        ];
    });
  };
  const looked = (): void => {
    if (look) edit('closing', (d) => void (d.finalDone = [...d.finalDone, look.key]));
  };
  useKeys({ c: () => (next ? close() : step?.shuts === true ? looked() : undefined) });
  return (
    <>
      <Paper>
        <PhotoWalk />
        <ClosingList />
        {looks.length > 0 && (
          <Card title="Before it shuts" about="Everything is connected and tested.">
            <Ticks checks={looks} />
          </Card>
        )}
        {view.needs.closes && (
          <Card title="Final checks" about="With the case shut.">
            <Ticks checks={finalChecks(view.sheet, teardown.battery !== 'none', intake.does)} />
          </Card>
        )}
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
        <RememberCard />
      </Paper>
      <Slip label="Close up">
        <SlipMove move={stationMove(view, 'close-up')}>
          {next && (
            <Button tone="main" hotkey="C" className="!min-h-11" onClick={close}>
              {next.fasteners ? `Done, all ${next.fasteners.count} back` : 'Done'}
            </Button>
          )}
          {!next && step?.shuts === true && look && (
            <Button tone="main" hotkey="C" className="!min-h-11" onClick={looked}>
              Looked at
            </Button>
          )}
          {view.prove.verdict !== 'proved' && <PowerCautions />}
        </SlipMove>
        <SlipSection title="Still to do">
          {left.length === 0 ? (
            <p className="font-semibold text-ok">Nothing left over.</p>
          ) : (
            <ul className="list-disc space-y-1 pl-5">
              {left.map((l) => (
                <li key={l}>{l}</li>
              ))}
            </ul>
          )}
        </SlipSection>
        <SlipSection title="Hand back">
          <div className="flex flex-col gap-3">
            <Link
              to={`/jobs/${bundle.id}/hand-back`}
              className="inline-flex min-h-11 items-center justify-center gap-2 rounded-[11px] border border-line bg-sheet px-4 font-semibold hover:border-ink2"
            >
              <Printer aria-hidden className="size-5" /> The page for its owner
            </Link>
            <Tick
              checked={closing.handedBack}
              onChange={(on) =>
                edit('closing', (d) => {
                  d.handedBack = on;
                  d.handedBackAt = on ? new Date().toISOString() : null;
                })
              }
              note={left.length > 0 ? 'once nothing is left to do' : undefined}
            >
              Handed back
            </Tick>
          </div>
        </SlipSection>
      </Slip>
    </>
  );
}

/** Looks and trials that are ticked off. */
function Ticks({ checks }: { readonly checks: readonly FinalCheck[] }) {
  const { documents, edit } = useJob();
  const { finalDone } = documents.closing;
  return (
    <div>
      {checks.map((c) => (
        <Tick
          key={c.key}
          checked={finalDone.includes(c.key)}
          onChange={(on) =>
            edit(
              'closing',
              (d) =>
                void (d.finalDone = on ? [...d.finalDone, c.key] : d.finalDone.filter((k) => k !== c.key)),
            )
          }
        >
          {c.title}
        </Tick>
      ))}
    </div>
  );
}
