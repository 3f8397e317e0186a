import { Plus, X } from 'lucide-react';
import type { CordWire, PinFunction } from '@zebbit/core';
import { freshId, PIN_FUNCTIONS } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { Button } from '../../ui/button';
import { SelectField, TextField } from '../../ui/field';
import { PhotoPicker } from '../../ui/photo-picker';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

const FUNCTIONS = PIN_FUNCTIONS.map((f) => [f, f === 'unknown' ? 'not told yet' : f] as const);

/** Colours of a ready-made USB cable (USB 2.0, from memory): a hint of what a wire is for, never a proof. */
const HINTS: Readonly<Record<string, PinFunction>> = { red: 'VBUS', black: 'GND', green: 'D+', white: 'D-' };

/** The wires of a cord that becomes a socket: colour, where each sat, what it is for, rung or not, and the photo that shows it. */
export function CordSection() {
  const { documents, edit, bundle } = useJob();
  const { cord } = documents.board;
  const put = (id: string, part: Partial<CordWire>): void =>
    edit('board', (d) => void Object.assign(d.cord.find((w) => w.id === id) ?? {}, part));
  const add = (): void =>
    edit('board', (d) => {
      const id = freshId(documents.board, 'wire');
      d.cord.push({ id, colour: '', pad: '', function: 'unknown', rung: false, photoId: null });
    });
  return (
    <SlipSection
      title="The cord’s wires"
      corner={cord.length > 0 ? `${cord.filter((w) => w.rung).length} of ${cord.length} rung` : undefined}
    >
      <ul className="flex flex-col gap-4">
        {cord.map((w, i) => {
          const hint = HINTS[w.colour.trim().toLowerCase()];
          return (
            <li
              key={w.id}
              aria-label={`Wire ${i + 1}`}
              className="border-t border-line pt-3 first:border-0 first:pt-0"
            >
              <div className="grid grid-cols-[1fr_1fr_40px] items-end gap-2">
                <TextField
                  label="Colour"
                  limit={40}
                  value={w.colour}
                  placeholder="red"
                  onCommit={(colour) => put(w.id, { colour })}
                />
                <TextField
                  label="Sat on"
                  limit={40}
                  value={w.pad}
                  placeholder="pad L"
                  onCommit={(pad) => put(w.id, { pad })}
                />
                <Button
                  tone="quiet"
                  aria-label={`Take wire ${i + 1} away`}
                  icon={<X aria-hidden className="size-4" />}
                  onClick={() => edit('board', (d) => void (d.cord = d.cord.filter((o) => o.id !== w.id)))}
                />
              </div>
              <div className="mt-2 grid grid-cols-2 items-end gap-2">
                <SelectField
                  label="It is"
                  value={w.function}
                  options={FUNCTIONS}
                  hint={
                    hint && w.function === 'unknown'
                      ? `${w.colour} is ${hint} in a USB cable: a hint only`
                      : undefined
                  }
                  onPick={(f) => put(w.id, { function: f as PinFunction })}
                />
                <Tick checked={w.rung} onChange={(rung) => put(w.id, { rung })}>
                  Rung to its far end
                </Tick>
              </div>
              {w.photoId === null ? (
                <PhotoPicker
                  jobId={bundle.id}
                  use="step"
                  label="Photo of where it sat"
                  caption={`where the ${w.colour || 'wire'} sat`}
                  onStored={(photo) => put(w.id, { photoId: photo.id })}
                />
              ) : (
                <img
                  src={routes.photo(w.photoId)}
                  alt={`where the ${w.colour || 'wire'} sat`}
                  className="mt-2 h-16 rounded-[8px] border border-line"
                />
              )}
            </li>
          );
        })}
      </ul>
      {cord.length < 24 && (
        <Button className="mt-3" icon={<Plus aria-hidden className="size-4" />} onClick={add}>
          Add a wire
        </Button>
      )}
    </SlipSection>
  );
}
