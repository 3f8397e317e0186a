import { LineChart as ELine } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { HeatShow } from '@zebbit/core';
import { HEAT_LIMITS } from '@zebbit/core';
import { useTheme } from '../app/theme';

register([ELine, GridComponent, MarkLineComponent, SVGRenderer]);

const DASHES = ['solid', [7, 4], [2, 4]] as const;
const fahrenheit = (c: number): number => Math.round((c * 9) / 5 + 32);

/** The curves that matter: the joint that melts last, the tongue, and what comes nearest to its bound. */
function chosenCurves(show: HeatShow): { name: string; celsius: readonly number[] }[] {
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
function bounds(show: HeatShow): { name: string; celsius: number }[] {
  const lines = [{ name: 'molten', celsius: show.liquidusC }];
  for (const r of show.reached) {
    const bound = HEAT_LIMITS[r.kind].bounds[0];
    if (bound && !lines.some((l) => Math.abs(l.celsius - bound.celsius) < 1))
      lines.push({ name: HEAT_LIMITS[r.kind].name, celsius: bound.celsius });
  }
  return lines;
}

/** Temperatures over time, told apart by their dashes, with what they must not pass. */
export function HeatCurves({ show, atS }: { readonly show: HeatShow; readonly atS: number }) {
  const box = useRef<HTMLDivElement>(null);
  const theme = useTheme((s) => s.theme);
  useEffect(() => {
    if (!box.current) return;
    const colour = (token: string): string =>
      getComputedStyle(document.documentElement).getPropertyValue(token).trim();
    const chart = init(box.current, null, { renderer: 'svg' });
    const curves = chosenCurves(show);
    const levels = bounds(show);
    const most = Math.max(300, ...curves.flatMap((c) => c.celsius.map((t) => t + 20)));
    const top = Math.ceil(most / 50) * 50;
    const axis = { color: colour('--ink2'), fontSize: 12 };
    const split = { lineStyle: { color: colour('--line') } };
    const seconds = [...show.seconds];
    chart.setOption({
      animation: false,
      grid: { left: 44, right: 48, top: 22, bottom: 34 },
      xAxis: {
        type: 'value',
        min: 0,
        max: show.endS,
        name: 's',
        nameLocation: 'end',
        nameGap: 6,
        nameTextStyle: axis,
        axisLine: { lineStyle: { color: colour('--line') } },
        splitLine: { show: false },
        axisLabel: { ...axis, showMaxLabel: false },
      },
      yAxis: [
        {
          type: 'value',
          min: 0,
          max: top,
          interval: 100,
          name: '°C',
          nameTextStyle: axis,
          splitLine: split,
          axisLabel: axis,
        },
        {
          type: 'value',
          min: 0,
          max: top,
          interval: 100,
          name: '°F',
          nameTextStyle: axis,
          splitLine: { show: false },
          axisLabel: { ...axis, formatter: (c: number) => String(fahrenheit(c)) },
        },
      ],
      series: curves.map((c, i) => ({
        type: 'line',
        name: c.name,
        data: c.celsius.map((t, k) => [seconds[k] ?? 0, t]),
        symbol: 'none',
        lineStyle: {
          color: colour(i === 0 ? '--copper' : '--ink'),
          width: 2.5,
          type: DASHES[i % DASHES.length],
        },
        endLabel: { show: false },
        ...(i === 0
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                data: [
                  ...levels.map((l) => ({
                    yAxis: l.celsius,
                    label: {
                      formatter: `${l.name} ${l.celsius}`,
                      position: 'insideStartTop',
                      color: colour(l.name === 'molten' ? '--ink' : '--stop'),
                      fontSize: 11,
                    },
                    lineStyle: {
                      color: colour(l.name === 'molten' ? '--ink2' : '--stop'),
                      type: 'dotted',
                      width: 1.5,
                    },
                  })),
                  {
                    xAxis: atS,
                    label: { show: false },
                    lineStyle: { color: colour('--copper'), type: 'solid', width: 1 },
                  },
                ],
              },
            }
          : {}),
      })),
    });
    const follow = new ResizeObserver(() => chart.resize());
    follow.observe(box.current);
    return () => {
      follow.disconnect();
      chart.dispose();
    };
  }, [show, atS, theme]);
  const curves = chosenCurves(show);
  const said = curves.map((c) => `${c.name} up to ${Math.round(Math.max(...c.celsius))} °C`).join(', ');
  return (
    <figure>
      <div ref={box} role="img" aria-label={`Temperatures over time: ${said}`} className="h-52 w-full" />
      <figcaption className="flex flex-wrap gap-x-4 text-second text-ink2">
        {curves.map((c, i) => (
          <span key={c.name} className="inline-flex items-center gap-1.5">
            <svg width={26} height={6} aria-hidden>
              <path
                d="M0 3h26"
                stroke={i === 0 ? 'var(--copper)' : 'var(--ink)'}
                strokeWidth={2.5}
                strokeDasharray={i === 0 ? undefined : i === 1 ? '7 4' : '2 4'}
              />
            </svg>
            {c.name}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}
