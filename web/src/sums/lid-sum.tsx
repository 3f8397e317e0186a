import { useMemo } from 'react';
import { Flame, TriangleAlert } from 'lucide-react';
import {
  adviseLid,
  GLUES,
  GLUE_SHEETS,
  LIDS,
  LID_SHEETS,
  printTemperature,
  WARMERS,
  WARMER_SHEETS,
} from '@zebbit/core';
import { lazyChart } from '../ui/lazy-chart';
import { SelectField } from '../ui/field';
import { Tick } from '../ui/tick';
import { LengthField } from './heat-sum';
import { IntoJob } from './into-job';
import { SumsPage } from './sums-page';
import { useInputs } from './use-inputs';

const TimeChart = lazyChart(() => import('../heat/time-chart').then((m) => m.TimeChart), 'h-full');
const ROOM_C = 22;

/** How long and how warm a lid has to be until what holds it lets go, and what the cell behind it feels of it. */
export function LidSum() {
  const { text, figure, put } = useInputs();
  const lid = LIDS.find((l) => l === text('lid', 'abs')) ?? 'abs';
  const glue = GLUES.find((g) => g === text('glue', 'putty')) ?? 'putty';
  const warmer = WARMERS.find((w) => w === text('with', 'hair-dryer')) ?? 'hair-dryer';
  const lidMm = figure('thick', 1.5, 0.2, 20);
  const glueMm = figure('gluemm', 0.3, 0.05, 5);
  const cell = text('cell', '') === 'yes';
  const gap = figure('gap', 1, 0, 50);
  const advice = useMemo(
    () => adviseLid({ lid, lidMm, glue, glueMm, warmer, cellGapMm: cell ? gap : null, roomC: ROOM_C }),
    [lid, lidMm, glue, glueMm, warmer, cell, gap],
  );
  const { run } = advice;
  const good = run !== null && run.softS !== null && !advice.words.startsWith('Not');
  return (
    <SumsPage
      title="Warming a lid"
      picture={
        run && (
          <div className="absolute inset-6 rounded-[14px] bg-sheet p-5">
            <TimeChart
              label="Lid, glue and cell over time"
              seconds={run.seconds}
              curves={[
                { name: GLUE_SHEETS[glue].name, celsius: run.glueC },
                ...(run.cellC ? [{ name: 'skin of the cell', celsius: run.cellC }] : []),
              ]}
              levels={[
                { name: 'gives way', celsius: GLUE_SHEETS[glue].softC, stop: false },
                ...(cell ? [{ name: 'cell, never above', celsius: 60, stop: true }] : []),
              ]}
            />
          </div>
        )
      }
    >
      <div
        role="status"
        className={`rounded-[10px] p-3 ${good ? 'bg-ok-soft text-ok' : 'bg-stop-soft text-stop'}`}
      >
        <p className="flex items-start gap-2 text-[20px] leading-snug font-bold">
          <Flame aria-hidden className="mt-0.5 size-5 shrink-0" />
          {advice.words}
        </p>
        {run && good && (
          <p className="mt-1 text-second text-ink">
            The lid stays below {printTemperature(Math.ceil(run.lidPeakC / 5) * 5)}; it bears{' '}
            {printTemperature(LID_SHEETS[lid].bearsC)}.
            {run.cellPeakC !== null &&
              ` The cell reaches ${printTemperature(run.cellPeakC)}, after the warmer is gone counted in.`}
          </p>
        )}
      </div>
      {advice.caution !== null && (
        <p className="flex gap-2 rounded-[9px] bg-wait-soft p-2 text-second font-semibold text-wait">
          <TriangleAlert aria-hidden className="size-4 shrink-0" />
          {advice.caution}
        </p>
      )}
      <SelectField
        label="Lid"
        value={lid}
        options={LIDS.map((l) => [l, LID_SHEETS[l].name] as const)}
        onPick={(v) => put({ lid: v })}
      />
      <SelectField
        label="Held by"
        value={glue}
        options={GLUES.map((g) => [g, GLUE_SHEETS[g].name] as const)}
        onPick={(v) => put({ glue: v })}
      />
      <div className="grid grid-cols-2 gap-3">
        <LengthField label="Lid thick" mm={lidMm} min={0.2} max={20} onMm={(thick) => put({ thick })} />
        <LengthField label="Glue thick" mm={glueMm} min={0.05} max={5} onMm={(gluemm) => put({ gluemm })} />
      </div>
      <IntoJob words={`Warming the lid: ${advice.words}`} />
      <SelectField
        label="Warmed with"
        value={warmer}
        options={WARMERS.map((w) => [w, WARMER_SHEETS[w].name] as const)}
        onPick={(v) => put({ with: v })}
      />
      <Tick checked={cell} onChange={(on) => put({ cell: on ? 'yes' : null })}>
        a lithium cell lies behind it
      </Tick>
      {cell && (
        <LengthField
          label="Air between lid and cell"
          mm={gap}
          min={0}
          max={50}
          onMm={(v) => put({ gap: v })}
        />
      )}
      <p className="text-second text-ink2">
        Slices from the warmed face inward, computed for a lid warmed all over. Where the glue gives way is
        common practice, a few kelvins either way: try the card early.
      </p>
    </SumsPage>
  );
}
