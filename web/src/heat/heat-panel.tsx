import { useState } from 'react';
import { X } from 'lucide-react';
import type { HeatNote, HeatShow } from '@zebbit/core';
import { helpWords, settingWords, trialWords } from '@zebbit/core';
import { Button } from '../ui/button';
import { FigureField } from '../ui/field';
import { lazyChart } from '../ui/lazy-chart';
import { Slide } from '../ui/slide';
import { Unfold } from '../ui/unfold';
import type { BoardFactsValue } from './board-facts';
import { BoardFacts } from './board-facts';
import { HeatKnobs } from './heat-knobs';
import { HeatVerdict } from './heat-verdict';
import type { HeatState } from './use-heat';

const HeatCurves = lazyChart(() => import('./heat-curves').then((m) => m.HeatCurves), 'h-52');

/** What is being worked out, how far it is, and a way to end it. */
export function HeatBusyLine({ heat }: { readonly heat: HeatState }) {
  const { busy } = heat;
  if (heat.cancelled)
    return (
      <p className="flex items-center gap-2 text-second text-ink2">
        Stopped. <Button onClick={heat.again}>Work it out</Button>
      </p>
    );
  if (!busy) return null;
  return (
    <p className="flex min-h-10 items-center gap-2 text-second text-ink2" role="status">
      <progress
        className="h-1.5 w-16 accent-(--copper)"
        {...(busy.done === null ? {} : { value: busy.done })}
      />
      <span className="flex-1">{busy.what}</span>
      <Button
        tone="quiet"
        aria-label="Stop working it out"
        icon={<X aria-hidden className="size-4" />}
        onClick={heat.cancel}
      />
    </p>
  );
}

interface HeatPanelProps {
  readonly heat: HeatState;
  readonly facts: BoardFactsValue;
  readonly onFacts: (part: Partial<BoardFactsValue>) => void;
  /** `null` where nothing is kept, as without a job. */
  readonly onNote: ((note: HeatNote) => void) | null;
  readonly noted: number;
  readonly frame: number;
  readonly onFrame: (frame: number) => void;
}

/** All about one heating: the verdict, its two knobs, its curves, what the board is, and what the hand saw. */
export function HeatPanel({ heat, facts, onFacts, onNote, noted, frame, onFrame }: HeatPanelProps) {
  const { ask, advice, use, show } = heat;
  if (!ask) return null;
  if (heat.failure !== null || advice?.fault != null)
    return <p className="text-second font-semibold text-stop">{`${heat.failure ?? advice?.fault ?? ''}.`}</p>;
  const words =
    heat.turned || !advice?.setting ? (show ? trialWords(show) : null) : settingWords(advice.setting);
  const frames = show?.field.frames ?? [];
  const at = frames[Math.min(frame, frames.length - 1)];
  return (
    <div className="space-y-3">
      {advice && !advice.setting && (
        <div className="rounded-[10px] bg-stop-soft p-3">
          <p className="font-bold text-stop">No setting does it and harms nothing.</p>
          <ul className="text-second">
            {advice.refused.map((r) => (
              <li key={r.words}>{`${r.words}: ${r.why}`}</li>
            ))}
          </ul>
        </div>
      )}
      {words && <HeatVerdict words={words} />}
      {heat.help && heat.help.would.length > 0 && (
        <div className="text-second">
          <p className="font-bold">
            {advice?.setting ? 'What does it on any board it could be' : 'What would'}
          </p>
          <ul className="list-disc pl-5">
            {heat.help.would.slice(0, 4).map((h) => (
              <li key={h.words}>{helpWords(h)}</li>
            ))}
          </ul>
        </div>
      )}
      {heat.help && heat.help.would.length === 0 && !advice?.setting && (
        <p className="text-second">
          Nothing that was weighed does it on every board that it could be: say more of the board below.
        </p>
      )}
      {use && <HeatKnobs task={ask.task} use={use} onTurn={heat.turn} />}
      {heat.turned && (
        <Button tone="quiet" onClick={() => heat.turn(null)}>
          Back to the advised setting
        </Button>
      )}
      <HeatBusyLine heat={heat} />
      {show && at && (
        <>
          <Slide
            label="Moment shown on the board"
            said={`${at.seconds.toFixed(1)} s`}
            value={Math.min(frame, frames.length - 1)}
            min={0}
            max={Math.max(1, frames.length - 1)}
            step={1}
            onChange={onFrame}
          />
          <HeatCurves show={show} atS={at.seconds} />
          <HowSure show={show} fine={heat.fine} assumed={ask.board.outlineAssumed} timed={ask.timed.length} />
        </>
      )}
      {onNote && use && <NoteEntry key={JSON.stringify(use)} heat={heat} onNote={onNote} noted={noted} />}
      <Unfold words="What is known of this board" className={heat.help?.tells ? 'hidden' : ''}>
        <BoardFacts value={facts} tells={null} onChange={onFacts} />
      </Unfold>
      {heat.help?.tells && <BoardFacts value={facts} tells={heat.help.tells} onChange={onFacts} />}
    </div>
  );
}

/** How far the answer can be trusted: cells, what was assumed, how often it was timed. */
function HowSure({
  show,
  fine,
  assumed,
  timed,
}: {
  readonly show: HeatShow;
  readonly fine: boolean;
  readonly assumed: boolean;
  readonly timed: number;
}) {
  const { shift } = show;
  const time = (s: number | null): string => (s === null ? 'not molten' : `${s.toFixed(1)} s`);
  return (
    <p className="text-second text-ink2">
      {shift && fine
        ? `Shown for the likeliest board, on cells of ${shift.toMm} mm: ${time(shift.seconds[1])}; on ${shift.fromMm} mm it was ${time(shift.seconds[0])}, the hottest place ${shift.kelvins.toFixed(0)} K off. `
        : 'A first answer on cells of 1 mm. '}
      {timed > 0
        ? `Fitted to ${timed} timed heating${timed === 1 ? '' : 's'}. `
        : 'No heating of this board was timed yet. '}
      {assumed ? 'The outline is assumed round what is marked.' : ''}
    </p>
  );
}

/** What the hand saw with this setting: it narrows down what the board is. */
function NoteEntry({
  heat,
  onNote,
  noted,
}: {
  readonly heat: HeatState;
  readonly onNote: (note: HeatNote) => void;
  readonly noted: number;
}) {
  const [seconds, setSeconds] = useState<number | null>(null);
  const { ask, use } = heat;
  if (!ask || !use) return null;
  const keep = (melted: boolean): void => {
    const celsius = use.air?.celsius ?? use.iron?.celsius;
    if (celsius === undefined) return;
    onNote({
      task: ask.task,
      tip: use.air ? null : (use.iron?.tip ?? null),
      celsius,
      leaded: use.leaded,
      seconds: seconds ?? use.mostS,
      melted,
    });
  };
  return (
    <div className="rounded-[10px] border border-line p-2">
      <p className="text-second font-semibold">What did your hand see with this setting?</p>
      <div className="mt-1 flex items-end gap-2">
        <div className="w-28">
          <FigureField
            label="After"
            kind="seconds"
            shown={seconds === null ? '' : `${seconds} s`}
            onFigure={setSeconds}
            onClear={() => setSeconds(null)}
          />
        </div>
        <Button disabled={seconds === null} onClick={() => keep(true)}>
          Melted
        </Button>
        <Button disabled={seconds === null} onClick={() => keep(false)}>
          Not yet
        </Button>
      </div>
      {noted > 0 && (
        <p className="mt-1 text-second text-ink2">
          {noted} timed heating{noted === 1 ? '' : 's'} of this board kept.
        </p>
      )}
    </div>
  );
}
