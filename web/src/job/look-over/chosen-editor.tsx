import { Trash2 } from 'lucide-react';
import type { Board, Component, PadState, PinFunction } from '@zebbit/core';
import { PAD_STATE_WORDS, PAD_STATES, PIN_FUNCTIONS, printFarads, printOhms } from '@zebbit/core';
import { Button, KeyCap } from '../../ui/button';
import { FigureField, SelectField, TextField } from '../../ui/field';
import { useJob } from '../job-context';
import { SlipPart } from '../slip';
import { without } from './place';
import { useTool } from './tool-store';

const STATES = PAD_STATES.slice(1);

/** The keys 1 to 9 stand for the first nine states. */
export function stateOfKey(key: string): PadState | undefined {
  return /^[1-9]$/u.test(key) ? STATES[Number(key) - 1] : undefined;
}

/** The board with the pad of that pin or leg in a state. */
export function withState(board: Board, id: string, state: PadState): Board {
  return {
    ...board,
    rows: board.rows.map((r) => ({ ...r, pins: r.pins.map((p) => (p.id === id ? { ...p, state } : p)) })),
    legs: board.legs.map((l) => (l.id === id ? { ...l, state } : l)),
  };
}

function StateKeys({
  state,
  onPick,
}: {
  readonly state: PadState;
  readonly onPick: (state: PadState) => void;
}) {
  return (
    <div role="group" aria-label="State" className="grid grid-cols-2 gap-1.5">
      {STATES.map((s, i) => (
        <button
          key={s}
          type="button"
          aria-pressed={state === s}
          onClick={() => onPick(s)}
          className={`flex min-h-10 items-center gap-2 rounded-[9px] border px-2 text-left text-second ${state === s ? 'border-copper bg-copper-soft font-bold' : 'border-line bg-sheet hover:border-ink2'}`}
        >
          {i < 9 && <KeyCap>{i + 1}</KeyCap>}
          {PAD_STATE_WORDS[s]}
        </button>
      ))}
    </div>
  );
}

/** What is chosen on the plate, to be named, judged or taken away. */
export function ChosenEditor({ setState }: { readonly setState: (id: string, state: PadState) => void }) {
  const { view, documents, edit, desk } = useJob();
  const { chosen, choose } = useTool();
  const point = chosen === null ? undefined : view.trace.byId.get(chosen);
  if (!point) return null;
  const remove = (
    <Button
      tone="quiet"
      className="self-start"
      icon={<Trash2 aria-hidden className="size-4" />}
      hotkey="Del"
      onClick={() => {
        desk.store.getState().replace('board', without(documents.board, point.id));
        choose(null);
      }}
    >
      {point.owner === 'pin' ? 'Take the whole row away' : 'Take it away'}
    </Button>
  );
  return (
    <SlipPart title={point.label}>
      <div className="flex flex-col gap-3">
        {point.owner === 'pin' && (
          <>
            <StateKeys state={point.pin.state} onPick={(s) => setState(point.id, s)} />
            <SelectField
              label="Function"
              value={point.pin.function}
              options={PIN_FUNCTIONS.map((f) => [f, f] as const)}
              onPick={(f) =>
                edit('board', (d) => {
                  for (const p of d.rows.flatMap((r) => r.pins))
                    if (p.id === point.id) p.function = f as PinFunction;
                })
              }
            />
          </>
        )}
        {point.owner === 'leg' && (
          <>
            <StateKeys state={point.leg.state} onPick={(s) => setState(point.id, s)} />
            <TextField
              label="Name"
              limit={40}
              value={point.leg.name}
              onCommit={(name) =>
                edit('board', (d) => {
                  for (const l of d.legs) if (l.id === point.id) l.name = name;
                })
              }
            />
          </>
        )}
        {point.owner === 'terminal' && <PartFields part={point.component} />}
        {point.owner === 'point' && (
          <TextField
            label="Name"
            limit={40}
            value={point.point.name}
            onCommit={(name) =>
              edit('board', (d) => {
                for (const p of d.points) if (p.id === point.id) p.name = name;
              })
            }
          />
        )}
        {remove}
      </div>
    </SlipPart>
  );
}

function PartFields({ part }: { readonly part: Component }) {
  const { edit } = useJob();
  const change = (recipe: (c: { name: string; value: number | null }) => void): void =>
    edit('board', (d) => {
      const mine = d.components.find((c) => c.id === part.id);
      if (mine) recipe(mine);
    });
  const isCapacitor = part.kind === 'capacitor';
  const print = isCapacitor ? printFarads : printOhms;
  return (
    <div className="grid grid-cols-2 gap-3">
      <TextField
        label="Name"
        limit={40}
        value={part.name}
        onCommit={(name) => change((c) => void (c.name = name))}
      />
      {(part.kind === 'resistor' || isCapacitor) && (
        <FigureField
          label="Value, if marked"
          kind={isCapacitor ? 'capacitance' : 'resistance'}
          shown={part.value === null ? '' : print(part.value)}
          onFigure={(value) => change((c) => void (c.value = value))}
          onClear={() => change((c) => void (c.value = null))}
        />
      )}
    </div>
  );
}
