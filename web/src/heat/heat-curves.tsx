import { useMemo } from 'react';
import type { HeatShow } from '@zebbit/core';
import { HEAT_LIMITS } from '@zebbit/core';
import type { TimeCurve, TimeLevel } from './time-chart';
import { TimeChart } from './time-chart';

/** The curves that matter: the joint that melts last, the tongue, and what comes nearest to its bound. */
function chosenCurves(show: HeatShow): TimeCurve[] {
  const last = show.melted.toSorted((a, b) => (b.seconds ?? Infinity) - (a.seconds ?? Infinity))[0];
  const joint = show.curves.find((c) => c.id === last?.id);
  const tongue = show.curves.find((c) => c.id === 'tongue');
  const shy = show.reached
    .filter((r) => r.kind !== 'board' && r.kind !== 'tongue')
    .toSorted(
      (a, b) =>
        b.peakC / (HEAT_LIMITS[b.kind].bounds[0]?.celsius ?? 1) -
        a.peakC / (HEAT_LIMITS[a.kind].bounds[0]?.celsius ?? 1),
    )[0];
  const third = show.curves.find((c) => c.id === shy?.id);
  return [joint, tongue, third].filter((c) => c !== undefined);
}

/** Bounds that belong to what is drawn, each level once. */
function bounds(show: HeatShow): TimeLevel[] {
  const lines: TimeLevel[] = [{ name: 'molten', celsius: Math.round(show.liquidusC), stop: false }];
  for (const r of show.reached) {
    const bound = HEAT_LIMITS[r.kind].bounds[0];
    if (bound && !lines.some((l) => Math.abs(l.celsius - bound.celsius) < 1))
      lines.push({ name: HEAT_LIMITS[r.kind].name, celsius: bound.celsius, stop: true });
  }
  return lines;
}

/** Temperatures over time, with what they must not pass. */
export function HeatCurves({ show, atS }: { readonly show: HeatShow; readonly atS: number }) {
  const curves = useMemo(() => chosenCurves(show), [show]);
  const levels = useMemo(() => bounds(show), [show]);
  return (
    <TimeChart
      label="Temperatures over time"
      seconds={show.seconds}
      curves={curves}
      levels={levels}
      atS={atS}
      className="min-h-52"
    />
  );
}
