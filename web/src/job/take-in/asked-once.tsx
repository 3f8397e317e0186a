import { printAmps } from '@zebbit/core';
import type { DeviceAbility } from '@zebbit/core';
import { ChipsMany } from '../../ui/chips';
import { FigureField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { ABILITY_OPTIONS } from '../words';

/** What it does when it is well; "not known" stands alone. */
export function DoesField() {
  const { documents, edit } = useJob();
  const { does } = documents.intake;
  const set = (value: DeviceAbility[]): void => {
    const fresh = value.find((v) => !does.includes(v));
    const next =
      fresh === 'not-known'
        ? (['not-known'] as const)
        : value.filter((v) => fresh === undefined || v !== 'not-known');
    edit('intake', (d) => void Object.assign(d, { does: next }));
  };
  return <ChipsMany label="What it does" options={ABILITY_OPTIONS} value={does} onChange={set} />;
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
