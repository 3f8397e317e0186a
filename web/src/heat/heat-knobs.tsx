import type { HeatTask, HeatUse } from '@zebbit/core';
import { printTemperature, TASK_SHEETS, TIPS, TIP_SHEETS } from '@zebbit/core';
import { ChipsOne } from '../ui/chips';
import { Slide } from '../ui/slide';

/** The two knobs: temperature, and the tip or the flow of air. */
export function HeatKnobs({
  task,
  use,
  onTurn,
}: {
  readonly task: HeatTask;
  readonly use: HeatUse;
  readonly onTurn: (use: HeatUse) => void;
}) {
  const { fromC, toC } = TASK_SHEETS[task];
  const { iron, air } = use;
  const celsius = air?.celsius ?? iron?.celsius ?? fromC;
  const turn = (c: number): void =>
    onTurn({
      ...use,
      iron: iron && !air ? { ...iron, celsius: c } : iron,
      air: air && { ...air, celsius: c },
    });
  return (
    <div className="space-y-1">
      <Slide
        label={air ? 'Air' : 'Tip'}
        said={printTemperature(celsius)}
        value={celsius}
        min={Math.min(200, fromC)}
        max={toC + 60}
        step={10}
        onChange={turn}
      />
      {air ? (
        <Slide
          label="Flow"
          said={`${air.litresMin} l/min`}
          value={air.litresMin}
          min={5}
          max={60}
          step={5}
          onChange={(litresMin) => onTurn({ ...use, air: { ...air, litresMin } })}
        />
      ) : (
        iron && (
          <ChipsOne
            label="Tip"
            options={TIPS.map((t) => [t, TIP_SHEETS[t].name] as const)}
            value={iron.tip}
            onChange={(tip) => {
              if (tip) onTurn({ ...use, iron: { ...iron, tip } });
            }}
          />
        )
      )}
    </div>
  );
}
