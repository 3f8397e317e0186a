import { useRef, useState } from 'react';
import type { Component, Leg, LoosePoint, PadState, PinFunction, PinRow } from '@zebbit/core';
import {
  PAD_STATE_WORDS,
  PAD_STATES,
  parseFunctionLine,
  PIN_FUNCTIONS,
  printDegrees,
  printFarads,
  printOhms,
} from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { KeyCap } from '../../ui/button';
import { BOX, Field, FigureField, SelectField, TextField, useLeave } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { Arrange, Several, ShapeFields } from './arrange-section';
import { useTool } from '../../desk/desk-context';

const STATES = PAD_STATES.slice(1);

/** The keys 1 to 9 stand for the first nine states. */
export function stateOfKey(key: string): PadState | undefined {
  return /^[1-9]$/u.test(key) ? STATES[Number(key) - 1] : undefined;
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
    <SlipSection title={point.label}>
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
        {point.owner === 'pin' && <RowFunctions row={point.row} />}
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
        {point.owner === 'terminal' && <ComponentFields part={point.component} />}
        {point.owner === 'point' && <PointFields point={point.point} />}
        {remove}
      </div>
    </SlipSection>
  );
}

/** The functions of a whole row in one line, first pad to last. */
function RowFunctions({ row }: { readonly row: PinRow }) {
  const { edit } = useJob();
  const { leave, left } = useLeave();
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  useKeys({ i: () => input.current?.focus() });
  const keep = (): boolean => {
    if (typed === null || typed.trim() === '') return true;
    const read = parseFunctionLine(typed, row.pins.length);
    setError(read.ok ? null : `The row in one line: ${read.message}`);
    if (!read.ok) return false;
    edit('board', (d) => {
      const mine = d.rows.find((r) => r.id === row.id);
      mine?.pins.forEach((p, i) => void (p.function = read.functions[i] ?? p.function));
    });
    setTyped(null);
    return true;
  };
  return (
    <Field label="The row in one line" hint="I, then first pad to last: V D- D+ G" error={error}>
      {(ids) => (
        <input
          {...ids}
          ref={input}
          className={`${BOX} figure`}
          autoComplete="off"
          maxLength={300}
          value={typed ?? row.pins.map((p) => (p.function === 'unknown' ? '?' : p.function)).join(' ')}
          onChange={(e) => setTyped(e.target.value)}
          onFocus={(e) => e.currentTarget.select()}
          onBlur={() => left(keep)}
          onKeyDown={(e) => {
            if (e.key === 'Escape') setTyped(null);
            if (e.key === 'Escape' || (e.key === 'Enter' && keep())) leave(e);
          }}
        />
      )}
    </Field>
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
        options={Array.from({ length: 36 }, (_, i) => [String(5 * i), printDegrees(5 * i)] as const)}
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

/** No pin is said: the one that the point stands before. */
const BY_PLACE = 'by its place';

function PointFields({ point }: { readonly point: LoosePoint }) {
  const { view, edit } = useJob();
  const change = (recipe: (p: { name: string; ofPin?: string }) => void): void =>
    edit('board', (d) => {
      const mine = d.points.find((p) => p.id === point.id);
      if (mine) recipe(mine);
    });
  const pins = view.trace.pins.map((p) => [p.id, p.label] as const);
  return (
    <>
      <TextField
        label="Name"
        limit={40}
        value={point.name}
        onCommit={(name) => change((p) => void (p.name = name))}
      />
      {point.role === 'track-end' && (
        <>
          <SelectField
            label="The track of"
            value={point.ofPin ?? BY_PLACE}
            options={[[BY_PLACE, BY_PLACE], ...pins]}
            onPick={(id) =>
              change((p) => {
                if (id === BY_PLACE) delete p.ofPin;
                else p.ofPin = id;
              })
            }
          />
          <p className="text-second text-ink2">
            {point.ofPin === undefined
              ? 'Say whose track it is where you saw it run from its pad: what is rung from here then counts for that pin.'
              : 'What is rung from here counts for that pin, and a wire of it may land here.'}
          </p>
        </>
      )}
    </>
  );
}

function ComponentFields({ part }: { readonly part: Component }) {
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
