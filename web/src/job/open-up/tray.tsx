import { useState } from 'react';
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { TriangleAlert } from 'lucide-react';
import type { OpeningStep, Tray as TrayRecord } from '@zebbit/core';
import { trayCompartments, trayWarnings } from '@zebbit/core';
import { useSaveWorkshop } from '../../api/workshop';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { SelectField } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { Card } from '../work-sheet';

/** A group of screws as it is dragged into the tray. */
function Group({ step }: { readonly step: OpeningStep }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: step.id });
  const { fasteners } = step;
  if (!fasteners) return null;
  return (
    <button
      ref={setNodeRef}
      type="button"
      {...attributes}
      {...listeners}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      className={`relative touch-none rounded-[9px] border border-copper bg-copper-soft px-2 py-1 text-left text-[13px] leading-tight ${isDragging ? 'z-20 shadow-xl' : ''}`}
    >
      <b className="figure">{fasteners.count}×</b> {step.place || step.id}
      <span className="figure block text-[12px] text-ink2">
        {[
          fasteners.lengthMm === null ? '' : `${fasteners.lengthMm} mm`,
          fasteners.thread === 'unknown' ? '' : fasteners.thread,
          fasteners.colour,
        ]
          .filter(Boolean)
          .join(' ')}
      </span>
    </button>
  );
}

function Compartment({ name, steps }: { readonly name: string; readonly steps: readonly OpeningStep[] }) {
  const { setNodeRef, isOver } = useDroppable({ id: `tray ${name}` });
  return (
    <div
      ref={setNodeRef}
      className={`flex min-h-[76px] flex-col gap-1 rounded-[9px] border-2 p-1.5 ${isOver ? 'border-copper bg-copper-soft' : 'border-line bg-sunk'}`}
    >
      <span className="figure text-[12px] text-ink2">{name}</span>
      {steps.map((s) => (
        <Group key={s.id} step={s} />
      ))}
    </div>
  );
}

/** The person's own tray, screws by group dragged into its compartments (or keyed in on the step). */
export function TrayCard() {
  const { view, documents, edit } = useJob();
  const { teardown } = documents;
  const { tray } = view.workshop.record;
  const [shaping, setShaping] = useState(false);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor),
  );
  const groups = teardown.steps.filter((s) => s.fasteners);
  if (groups.length === 0) return null;
  const names = trayCompartments(tray);
  const loose = groups.filter((s) => !names.includes(s.fasteners?.compartment ?? ''));
  const put = (stepId: string, compartment: string): void =>
    edit('teardown', (d) => {
      const mine = d.steps.find((s) => s.id === stepId);
      if (mine?.fasteners) mine.fasteners.compartment = compartment;
    });
  return (
    <Card title="Tray" about="Drag each group where it lies on your bench.">
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          if (over) put(String(active.id), String(over.id).replace(/^tray /u, ''));
        }}
      >
        {loose.length > 0 && (
          <div className="flex flex-wrap gap-2" role="group" aria-label="Not in the tray yet">
            {loose.map((s) => (
              <Group key={s.id} step={s} />
            ))}
          </div>
        )}
        <div
          role="group"
          aria-label="Compartments"
          className="grid gap-1.5"
          style={{ gridTemplateColumns: `repeat(${tray.columns}, minmax(0, 1fr))` }}
        >
          {names.map((name) => (
            <Compartment
              key={name}
              name={name}
              steps={groups.filter((s) => s.fasteners?.compartment === name)}
            />
          ))}
        </div>
      </DndContext>
      {trayWarnings(teardown)
        .filter((w) => w.code !== 'nowhere')
        .map((w) => (
          <p
            key={w.message}
            role="status"
            className="flex gap-2 rounded-[10px] bg-wait-soft p-2.5 text-second font-semibold text-wait"
          >
            <TriangleAlert aria-hidden className="size-4 shrink-0" />
            {w.message}
          </p>
        ))}
      <Button tone="quiet" className="self-start" onClick={() => setShaping(true)}>
        Shape of your tray
      </Button>
      <Dialog
        open={shaping}
        onOpenChange={setShaping}
        title="Your tray"
        about="As it lies on your bench; the same for every job."
      >
        <TrayForm tray={tray} done={() => setShaping(false)} />
      </Dialog>
    </Card>
  );
}

const SIZES = Array.from({ length: 12 }, (_, i) => [String(i + 1), String(i + 1)] as const);

function TrayForm({ tray, done }: { readonly tray: TrayRecord; readonly done: () => void }) {
  const { view } = useJob();
  const save = useSaveWorkshop();
  const [rows, setRows] = useState(tray.rows);
  const [columns, setColumns] = useState(tray.columns);
  const [names, setNames] = useState<readonly string[]>(tray.names);
  const places = trayCompartments({ rows, columns, names: [] });
  const keep = (): void => {
    const record = {
      ...view.workshop.record,
      tray: { rows, columns, names: places.map((_, i) => names[i] ?? '') },
    };
    save.mutate(record, { onSuccess: done });
  };
  return (
    <div className="flex flex-col gap-4">
      <div className="grid grid-cols-2 gap-3">
        <SelectField label="Rows" value={String(rows)} options={SIZES} onPick={(n) => setRows(Number(n))} />
        <SelectField
          label="Columns"
          value={String(columns)}
          options={SIZES}
          onPick={(n) => setColumns(Number(n))}
        />
      </div>
      <div className="grid gap-1.5" style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }}>
        {places.map((place, i) => (
          <input
            key={place}
            aria-label={`Name of ${place}`}
            placeholder={place}
            maxLength={40}
            value={names[i] ?? ''}
            onChange={(e) => setNames(places.map((_, k) => (k === i ? e.target.value : (names[k] ?? ''))))}
            className="min-h-10 w-full rounded-[8px] border border-line bg-sheet px-2 placeholder:text-ink2"
          />
        ))}
      </div>
      {save.error && (
        <p role="alert" className="text-second text-stop">
          {save.error.message}
        </p>
      )}
      <Button tone="main" className="self-end" disabled={save.isPending} onClick={keep}>
        Keep
      </Button>
    </div>
  );
}
