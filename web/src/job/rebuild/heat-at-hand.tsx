import { createContext, useContext, useMemo, useState } from 'react';
import { Flame } from 'lucide-react';
import type { HeatAsk } from '@zebbit/core';
import { settingWords, stepHeat } from '@zebbit/core';
import { HeatBusyLine, HeatPanel } from '../../heat/heat-panel';
import type { HeatState } from '../../heat/use-heat';
import { useHeat } from '../../heat/use-heat';
import { useJob } from '../../desk/job-context';
import { Button } from '../../ui/button';
import type { LineAtHand } from './use-line';

/** The heat of the act at hand, for the plate and the slip alike. */
export interface HeatAtHand {
  readonly ask: HeatAsk | null;
  /** The act heats something, marked or not. */
  readonly heats: boolean;
  readonly state: HeatState;
  readonly open: boolean;
  readonly toggle: () => void;
  readonly frame: number;
  readonly setFrame: (frame: number) => void;
}

export const HeatContext = createContext<HeatAtHand | null>(null);

/** Works out the heat of the act at hand; its pictures once they are opened. */
export function useHeatAtHand({ line, procedure, step }: LineAtHand): HeatAtHand {
  const { view } = useJob();
  const [open, setOpen] = useState(false);
  const [frame, setFrame] = useState<{ readonly of: string; readonly at: number }>({ of: '', at: 0 });
  const ask = useMemo(
    () => (line && procedure && step && view.battery.open ? stepHeat(view, line.id, procedure, step) : null),
    [view, line, procedure, step],
  );
  const state = useHeat(ask, open);
  const key = `${line?.id ?? ''} ${step?.id ?? ''} ${JSON.stringify(state.use)}`;
  // The last moment is shown until another is chosen: when all is molten.
  const last = (state.show?.field.frames.length ?? 1) - 1;
  return {
    ask,
    heats: step?.heat != null && step.heat !== 'glue',
    state,
    open: open && ask !== null,
    toggle: () => setOpen(!open),
    frame: frame.of === key ? frame.at : last,
    setFrame: (at) => setFrame({ of: key, at }),
  };
}

/** What to set for the act at hand, and behind it how the heat goes. */
export function StepHeat() {
  const heat = useContext(HeatContext);
  const { documents, edit } = useJob();
  if (!heat) return null;
  if (!heat.ask)
    return heat.heats ? (
      <p className="mt-2 text-second text-ink2">
        Nothing that this heats is marked on the plate, so no setting is worked out.
      </p>
    ) : null;
  const { state, open } = heat;
  const { heat: record } = documents.rebuild;
  const setting = state.advice?.setting;
  const words = setting ? settingWords(setting) : null;
  return (
    <section aria-label="Heat" className="mt-2 border-t border-line pt-2">
      {!open && words && (
        <p className="flex items-start gap-2 font-bold">
          <Flame aria-hidden className="mt-0.5 size-5 shrink-0 text-copper" />
          <span>
            {words.set}: {words.comes}
            <span className="block text-second font-normal text-ink2">
              {words.lines.slice(0, -1).join('; ')}
            </span>
          </span>
        </p>
      )}
      {!open && state.advice && !setting && (
        <p className="text-second font-semibold text-stop">
          {state.advice.fault ??
            'No setting was found that does it and harms nothing: see why, and what would.'}
        </p>
      )}
      {!open && state.failure !== null && <p className="text-second text-stop">{state.failure}</p>}
      {!open && <HeatBusyLine heat={state} />}
      <Button tone="quiet" hotkey="H" aria-expanded={open} onClick={heat.toggle} className="-ml-2">
        {open ? 'Hide how the heat goes' : 'How the heat goes'}
      </Button>
      {open && (
        <HeatPanel
          heat={state}
          facts={record}
          onFacts={(part) => edit('rebuild', (d) => void Object.assign(d.heat, part))}
          onNote={(note) => edit('rebuild', (d) => void d.heat.notes.push(note))}
          noted={record.notes.length}
          frame={heat.frame}
          onFrame={heat.setFrame}
        />
      )}
    </section>
  );
}
