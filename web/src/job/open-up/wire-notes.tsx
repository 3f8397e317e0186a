import { Plus, X } from 'lucide-react';
import type { OpeningStep, WireNote } from '@zebbit/core';
import { Button } from '../../ui/button';
import { TextField } from '../../ui/field';

interface WireNotesProps {
  readonly step: OpeningStep;
  readonly onChange: (wires: WireNote[]) => void;
}

/** Which wire sat on which pad, before it came off. */
export function WireNotes({ step, onChange }: WireNotesProps) {
  const { wires } = step;
  const put = (at: number, part: Partial<WireNote>): void =>
    onChange(wires.map((w, i) => (i === at ? { ...w, ...part } : w)));
  return (
    <div className="mt-3 flex flex-col gap-2">
      {wires.map((wire, i) => (
        <div key={i} className="grid grid-cols-[1fr_1fr_44px] items-end gap-3">
          <TextField
            label="Wire"
            limit={40}
            value={wire.colour}
            placeholder="red"
            onCommit={(colour) => put(i, { colour })}
          />
          <TextField
            label="On pad"
            limit={40}
            value={wire.pad}
            placeholder="B+"
            onCommit={(pad) => put(i, { pad })}
          />
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
          onClick={() => onChange([...wires, { colour: '', pad: '' }])}
        >
          Note a wire
        </Button>
      )}
    </div>
  );
}
