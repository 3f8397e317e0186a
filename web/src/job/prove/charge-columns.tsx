import { useState } from 'react';
import type { ChargeColumns } from '@zebbit/core';
import { Button } from '../../ui/button';
import { SelectField } from '../../ui/field';
import { Tick } from '../../ui/tick';

/** Which column is which, where their names do not tell. */
export function ChargeColumnsForm({
  names,
  timed,
  onTold,
}: {
  readonly names: readonly string[];
  /** One of them is the time; else lines are timed as they come. */
  readonly timed: boolean;
  readonly onTold: (columns: ChargeColumns) => void;
}) {
  const [time, setTime] = useState(timed ? 0 : -1);
  const [volts, setVolts] = useState(-1);
  const [amps, setAmps] = useState(Math.min(1, names.length - 1));
  const [milliamps, setMilliamps] = useState(false);
  const [millivolts, setMillivolts] = useState(false);
  const options = names.map((n, i) => [String(i), n || `column ${i + 1}`] as const);
  const none = ['-1', 'none of them'] as const;
  const clash = amps === time || amps === volts || (volts >= 0 && volts === time);
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      <SelectField
        label="Time"
        value={String(time)}
        options={timed ? options : [none, ...options]}
        onPick={(v) => setTime(Number(v))}
      />
      <SelectField
        label="Current"
        value={String(amps)}
        options={options}
        onPick={(v) => setAmps(Number(v))}
      />
      <SelectField
        label="Volts"
        value={String(volts)}
        options={[none, ...options]}
        onPick={(v) => setVolts(Number(v))}
      />
      <span />
      <Tick checked={milliamps} onChange={setMilliamps}>
        in mA
      </Tick>
      <Tick checked={millivolts} onChange={setMillivolts}>
        in mV
      </Tick>
      <Button disabled={clash} onClick={() => onTold({ time, amps, volts, milliamps, millivolts })}>
        Read it so
      </Button>
    </div>
  );
}
