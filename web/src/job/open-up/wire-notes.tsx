import { Plus, X } from 'lucide-react';
import type { OpeningStep, WireNote } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { Button } from '../../ui/button';
import { TextField } from '../../ui/field';

interface WireNotesProps {
  readonly step: OpeningStep;
  readonly onChange: (wires: WireNote[]) => void;
}

/** Which wire sat on which pad or pin, before it came off, and the photo that shows it. */
export function WireNotes({ step, onChange }: WireNotesProps) {
  const { wires } = step;
  const put = (at: number, part: Partial<WireNote>): void =>
    onChange(wires.map((w, i) => (i === at ? { ...w, ...part } : w)));
  return (
    <div className="mt-3 flex flex-col gap-2">
      {wires.map((wire, i) => (
        <div key={i} className="grid grid-cols-[1fr_1fr_auto_44px] items-end gap-3">
          <TextField
            label="Wire"
            limit={40}
            value={wire.colour}
            placeholder="red"
            onCommit={(colour) => put(i, { colour })}
          />
          <TextField
            label={step.kind === 'cable' ? 'On pin' : 'On pad'}
            limit={40}
            value={wire.pad}
            placeholder={step.kind === 'cable' ? '1, by the notch' : 'B+'}
            onCommit={(pad) => put(i, { pad })}
          />
          {wire.photoId === null ? (
            <Button
              disabled={step.photoId === null}
              title={step.photoId === null ? 'Take the step’s photo first' : undefined}
              onClick={() => put(i, { photoId: step.photoId })}
            >
              Seen in the photo
            </Button>
          ) : (
            <img
              src={routes.photo(wire.photoId)}
              alt={`where wire ${i + 1} sat`}
              className="h-10 rounded-[8px] border border-line"
            />
          )}
          <Button
            tone="quiet"
            aria-label={`Take wire ${i + 1} away`}
            icon={<X aria-hidden className="size-4" />}
            onClick={() => onChange(wires.filter((_, k) => k !== i))}
          />
        </div>
      ))}
      {wires.length < 12 && (
        <Button
          className="self-start"
          icon={<Plus aria-hidden className="size-4" />}
          onClick={() => onChange([...wires, { colour: '', pad: '', photoId: null }])}
        >
          Note a wire
        </Button>
      )}
    </div>
  );
}
