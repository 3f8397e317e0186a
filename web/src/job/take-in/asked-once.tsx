import { printAmps } from '@zebbit/core';
import type { DeviceAbility } from '@zebbit/core';
import { useState } from 'react';
import { Button } from '../../ui/button';
import { ChipsMany } from '../../ui/chips';
import { FigureField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { ABILITY_OPTIONS } from '../words';

/** "Not known" stands alone. */
function alone(before: readonly DeviceAbility[], now: readonly DeviceAbility[]): readonly DeviceAbility[] {
  const fresh = now.find((v) => !before.includes(v));
  return fresh === 'not-known' ? ['not-known'] : now.filter((v) => fresh === undefined || v !== 'not-known');
}

/** What it does when it is well. */
export function DoesField() {
  const { documents, edit } = useJob();
  const { does } = documents.intake;
  return (
    <ChipsMany
      label="What it does"
      options={ABILITY_OPTIONS}
      value={does}
      onChange={(now) => edit('intake', (d) => void Object.assign(d, { does: alone(does, now) }))}
    />
  );
}

/** The same as a next move: as many as hold, then that is all. */
export function DoesAsk() {
  const { edit } = useJob();
  const [does, setDoes] = useState<readonly DeviceAbility[]>([]);
  return (
    <div className="mt-1 flex flex-col gap-3">
      <ChipsMany
        label="What it does, each that holds"
        options={ABILITY_OPTIONS}
        value={does}
        onChange={(now) => setDoes(alone(does, now))}
      />
      <Button
        tone="main"
        className="self-start"
        disabled={does.length === 0}
        onClick={() => edit('intake', (d) => void Object.assign(d, { does }))}
      >
        That is all it does
      </Button>
    </div>
  );
}

/** What it draws through its port, or that nobody knows. */
export function DrawField() {
  const { documents, edit } = useJob();
  const { deviceCurrentA, drawNotKnown } = documents.intake;
  return (
    <div className="flex flex-col gap-1">
      <FigureField
        label="Current it draws through the port"
        kind="current"
        shown={deviceCurrentA === null ? '' : printAmps(deviceCurrentA)}
        hint="as printed on it: 500mA, 1.5A"
        onFigure={(a) =>
          edit('intake', (d) => void Object.assign(d, { deviceCurrentA: a, drawNotKnown: false }))
        }
        onClear={() => edit('intake', (d) => void (d.deviceCurrentA = null))}
      />
      {deviceCurrentA === null && (
        <Tick checked={drawNotKnown} onChange={(on) => edit('intake', (d) => void (d.drawNotKnown = on))}>
          Not known
        </Tick>
      )}
    </div>
  );
}
