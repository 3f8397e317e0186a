import { Trash2 } from 'lucide-react';
import type { Board, BoardArea, BoardLine, Component, Leg, PadState, PinFunction } from '@zebbit/core';
import {
  alignThings,
  copyThings,
  lineLengthMm,
  PAD_STATE_WORDS,
  PAD_STATES,
  PIN_FUNCTIONS,
  printFarads,
  printOhms,
  removeThings,
  toggleLock,
  turnThings,
} from '@zebbit/core';
import { Button, KeyCap } from '../../ui/button';
import { FigureField, SelectField, TextField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../job-context';
import { SlipPart } from '../slip';
import { useTool } from './tool-store';

const STATES = PAD_STATES.slice(1);

/** The keys 1 to 9 stand for the first nine states. */
export function stateOfKey(key: string): PadState | undefined {
  return /^[1-9]$/u.test(key) ? STATES[Number(key) - 1] : undefined;
}

/** The board with the pads of those pins and legs in a state. */
export function withState(board: Board, ids: readonly string[], state: PadState): Board {
  const mine = (id: string): boolean => ids.includes(id);
  return {
    ...board,
    rows: board.rows.map((r) => ({ ...r, pins: r.pins.map((p) => (mine(p.id) ? { ...p, state } : p)) })),
    legs: board.legs.map((l) => (mine(l.id) ? { ...l, state } : l)),
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

/** What is chosen on the plate, to be named, judged, arranged or taken away. */
export function ChosenEditor({ setState }: { readonly setState: (id: string, state: PadState) => void }) {
  const { view, documents, edit } = useJob();
  const { chosen, picked } = useTool();
  const shape = [...documents.board.lines, ...documents.board.areas].find((t) => t.id === chosen);
  if (picked.length > 1) return <Several />;
  if (shape) return <ShapeFields shape={shape} />;
  const point = chosen === null ? undefined : view.trace.byId.get(chosen);
  if (!point) return null;
  const remove = <Arrange whole={point.owner === 'pin'} />;
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
            <LegFields leg={point.leg} />
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

/** What can be done with what is chosen together. */
function Arrange({ whole }: { readonly whole: boolean }) {
  const { documents, desk } = useJob();
  const { picked, choose } = useTool();
  const { board } = documents;
  const put = desk.store.getState().replace;
  const locked = picked.length > 0 && picked.every((id) => board.locked.includes(id));
  return (
    <div className="flex flex-wrap gap-2">
      <Button
        className="!min-h-9"
        hotkey=","
        disabled={locked}
        onClick={() => put('board', turnThings(board, picked, -5))}
      >
        turn left
      </Button>
      <Button
        className="!min-h-9"
        hotkey="."
        disabled={locked}
        onClick={() => put('board', turnThings(board, picked, 5))}
      >
        turn right
      </Button>
      <Button
        className="!min-h-9"
        hotkey="D"
        onClick={() => {
          const copied = copyThings(board, picked, 1, 1);
          put('board', copied.board);
          choose(copied.ids[0] ?? null, copied.ids);
        }}
      >
        copy
      </Button>
      {picked.length > 1 && (
        <>
          <Button
            className="!min-h-9"
            hotkey="H"
            onClick={() => put('board', alignThings(board, picked, 'y'))}
          >
            level
          </Button>
          <Button
            className="!min-h-9"
            hotkey="V"
            onClick={() => put('board', alignThings(board, picked, 'x'))}
          >
            upright
          </Button>
        </>
      )}
      <Button
        className="!min-h-9"
        hotkey="O"
        aria-pressed={locked}
        onClick={() => put('board', toggleLock(board, picked))}
      >
        {locked ? 'unlock' : 'lock'}
      </Button>
      <Button
        tone="quiet"
        className="!min-h-9"
        icon={<Trash2 aria-hidden className="size-4" />}
        hotkey="Del"
        disabled={locked}
        onClick={() => {
          put('board', removeThings(board, picked));
          choose(null);
        }}
      >
        {whole ? 'Take the whole row away' : 'Take it away'}
      </Button>
    </div>
  );
}

function Several() {
  const { picked } = useTool();
  return (
    <SlipPart title={`${picked.length} things chosen`}>
      <p className="mb-2 text-second text-ink2">
        {picked.join(', ')}. The first leads when they are brought in line.
      </p>
      <Arrange whole={false} />
    </SlipPart>
  );
}

function ShapeFields({ shape }: { readonly shape: BoardLine | BoardArea }) {
  const { edit } = useJob();
  const { take } = useTool();
  const line = 'scars' in shape ? shape : null;
  const rename = (name: string): void =>
    edit('board', (d) => {
      for (const t of [...d.lines, ...d.areas]) if (t.id === shape.id) t.name = name;
    });
  return (
    <SlipPart title={shape.name}>
      <div className="flex flex-col gap-3">
        <p className="figure text-second">
          {line ? `${lineLengthMm(line.points).toFixed(1)} mm long` : `${shape.points.length} corners`}
        </p>
        <TextField label="Name" limit={40} value={shape.name} onCommit={rename} />
        {line?.kind === 'track' && (
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => take({ kind: 'scar', lineId: line.id, scar: 'cracked' })}>
              Crack in it
            </Button>
            <Button onClick={() => take({ kind: 'scar', lineId: line.id, scar: 'torn' })}>
              Piece torn out
            </Button>
            {line.scars.length > 0 && (
              <Button
                tone="quiet"
                onClick={() =>
                  edit('board', (d) => {
                    const mine = d.lines.find((l) => l.id === line.id);
                    mine?.scars.pop();
                  })
                }
              >
                Last scar away
              </Button>
            )}
          </div>
        )}
        <Arrange whole={false} />
      </div>
    </SlipPart>
  );
}

/** Land or opening of a leg, as it was measured. */
function LegFields({ leg }: { readonly leg: Leg }) {
  const { edit } = useJob();
  const change = (
    recipe: (l: {
      slot: { widthMm: number; lengthMm: number; directionDeg: number } | null;
      fixing: Leg['fixing'];
    }) => void,
  ): void =>
    edit('board', (d) => {
      const mine = d.legs.find((l) => l.id === leg.id);
      if (mine) recipe(mine);
    });
  const slot = leg.slot ?? { widthMm: 0.9, lengthMm: 1.5, directionDeg: 90 };
  const figure = (label: string, key: 'widthMm' | 'lengthMm') => (
    <FigureField
      label={label}
      kind="length"
      shown={leg.slot ? `${slot[key].toFixed(2)} mm` : ''}
      onFigure={(mm) => change((l) => void (l.slot = { ...slot, [key]: Math.min(50, mm) }))}
    />
  );
  return (
    <div className="grid grid-cols-2 gap-3">
      {figure('Length', 'lengthMm')}
      {figure('Width', 'widthMm')}
      <SelectField
        label="Lies"
        value={String((Math.round((((slot.directionDeg % 180) + 180) % 180) / 5) * 5) % 180)}
        options={Array.from({ length: 36 }, (_, i) => [String(5 * i), `${5 * i}°`] as const)}
        onPick={(d) => change((l) => void (l.slot = { ...slot, directionDeg: Number(d) }))}
      />
      <SelectField
        label="Fixing"
        value={leg.fixing}
        options={[
          ['through-hole', 'through'],
          ['surface', 'surface'],
          ['peg', 'peg'],
        ]}
        onPick={(f) => change((l) => void (l.fixing = f as Leg['fixing']))}
      />
    </div>
  );
}

function PartFields({ part }: { readonly part: Component }) {
  const { edit } = useJob();
  const change = (recipe: (c: { name: string; value: number | null; heatShy: boolean }) => void): void =>
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
      <div className="col-span-2">
        <Tick checked={part.heatShy} onChange={(on) => change((c) => void (c.heatShy = on))}>
          heat-shy: keep the hot air off it
        </Tick>
        {part.package !== null && <p className="text-second text-ink2">Placed as {part.package}</p>}
      </div>
    </div>
  );
}
