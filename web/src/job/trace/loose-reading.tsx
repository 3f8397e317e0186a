import { useState } from 'react';
import type { MeterMode } from '@zebbit/core';
import { addSpot, parseMeterEntry } from '@zebbit/core';
import { useAppendReading } from '../../api/jobs';
import { useDesk } from '../../desk/desk-context';
import { useJob } from '../../desk/job-context';
import { Button } from '../../ui/button';
import { BOX, Field, SelectField } from '../../ui/field';
import { Unfold } from '../../ui/unfold';
import { SlipSection } from '../slip';

const MODES: readonly (readonly [MeterMode, string])[] = [
  ['ohms', 'ohms'],
  ['continuity', 'continuity'],
  ['diode', 'diode'],
  ['volts', 'volts'],
];

/** A reading between two places that stand on no picture: kept by their names. Nothing is inferred of where they lie. */
export function LooseReading() {
  const { bundle, documents, edit, view } = useJob();
  const desk = useDesk();
  const append = useAppendReading(bundle.id);
  const [red, setRed] = useState('');
  const [black, setBlack] = useState('');
  const [mode, setMode] = useState<MeterMode>('ohms');
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const keep = async (): Promise<void> => {
    if (red.trim() === '' || black.trim() === '') {
      setError('Red and black: name both places');
      return;
    }
    if (red.trim().toLowerCase() === black.trim().toLowerCase()) {
      setError('Red and black: two different places');
      return;
    }
    const entry = parseMeterEntry(text, mode);
    if (!entry.ok) {
      setError(`It shows: ${entry.message}`);
      return;
    }
    const first = addSpot(documents.board, red);
    const second = addSpot(first.board, black);
    edit('board', () => second.board);
    try {
      // The server takes readings between places that it knows.
      await desk.flush();
      await append.mutateAsync({ red: first.id, black: second.id, mode, ...entry.shown });
      setText('');
      setError(null);
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : String(failure));
    }
  };
  if (!view.battery.open) return null;
  const names = documents.board.spots.map((s) => s.name);
  const place = (label: string, value: string, set: (text: string) => void) => (
    <Field label={label}>
      {(ids) => (
        <input
          {...ids}
          className={BOX}
          maxLength={60}
          value={value}
          list="spots"
          autoComplete="off"
          placeholder={label === 'Red on' ? 'VBUS' : 'GND'}
          onChange={(e) => set(e.target.value)}
        />
      )}
    </Field>
  );
  return (
    <SlipSection title="Without a picture">
      <Unfold words="Keep a reading by the names of its places">
        <form
          className="mt-2 grid grid-cols-2 gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            void keep();
          }}
        >
          {place('Red on', red, setRed)}
          {place('Black on', black, setBlack)}
          <datalist id="spots">
            {names.map((n) => (
              <option key={n} value={n} />
            ))}
          </datalist>
          <SelectField label="Meter" value={mode} options={MODES} onPick={(m) => setMode(m as MeterMode)} />
          <Field label="It shows" hint="4k7, 0.58, OL" error={error}>
            {(ids) => (
              <input
                {...ids}
                className={`${BOX} figure`}
                autoComplete="off"
                value={text}
                onChange={(e) => setText(e.target.value)}
              />
            )}
          </Field>
          <Button tone="main" type="submit" className="col-span-2" disabled={append.isPending}>
            Keep the reading
          </Button>
        </form>
      </Unfold>
    </SlipSection>
  );
}
