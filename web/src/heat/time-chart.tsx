import { LineChart as ELine } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { tokenColour } from '../ui/token-colour';
import { useTheme } from '../app/theme';

register([ELine, GridComponent, MarkLineComponent, SVGRenderer]);

const DASHES = ['solid', [7, 4], [2, 4]] as const;
const SVG_DASHES = [undefined, '7 4', '2 4'] as const;
const fahrenheit = (c: number): number => Math.round((c * 9) / 5 + 32);

export interface TimeCurve {
  readonly name: string;
  readonly celsius: readonly number[];
}

export interface TimeLevel {
  readonly name: string;
  readonly celsius: number;
  /** It must not be passed. */
  readonly stop: boolean;
}

interface TimeChartProps {
  readonly label: string;
  readonly seconds: readonly number[];
  readonly curves: readonly TimeCurve[];
  readonly levels: readonly TimeLevel[];
  /** A moment that is marked, s. */
  readonly atS?: number;
  readonly className?: string;
}

/** Temperatures over time in both scales, told apart by their dashes, with the levels that matter as lines. */
export function TimeChart({ label, seconds, curves, levels, atS, className = 'h-52' }: TimeChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const theme = useTheme((s) => s.theme);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, null, { renderer: 'svg' });
    const most = Math.max(
      ...levels.map((l) => l.celsius + 10),
      ...curves.map((c) => c.celsius.reduce((m, t) => Math.max(m, t), 0) + 10),
    );
    const interval = most > 160 ? 100 : 20;
    const top = Math.ceil(most / (interval / 2)) * (interval / 2);
    const axis = { color: tokenColour('--ink2'), fontSize: 12 };
    const scale = { type: 'value', min: 0, max: top, interval, nameTextStyle: axis } as const;
    chart.setOption({
      animation: false,
      grid: { left: 44, right: 48, top: 26, bottom: 34 },
      xAxis: {
        type: 'value',
        min: 0,
        max: seconds.at(-1) ?? 1,
        name: 's',
        nameGap: 6,
        nameTextStyle: axis,
        axisLine: { lineStyle: { color: tokenColour('--line') } },
        splitLine: { show: false },
        axisLabel: { ...axis, showMaxLabel: false },
      },
      yAxis: [
        { ...scale, name: '°C', splitLine: { lineStyle: { color: tokenColour('--line') } }, axisLabel: axis },
        {
          ...scale,
          name: '°F',
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
          color: tokenColour(i === 0 ? '--copper' : '--ink'),
          width: 2.5,
          type: DASHES[i % DASHES.length],
        },
        ...(i === 0
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                data: [
                  ...levels.map((l) => ({
                    yAxis: l.celsius,
                    label: {
                      formatter: `${l.name} ${l.celsius} °C`,
                      position: 'insideEndTop',
                      color: tokenColour(l.stop ? '--stop' : '--ink'),
                      fontSize: 12,
                    },
                    lineStyle: {
                      color: tokenColour(l.stop ? '--stop' : '--ink2'),
                      type: 'dotted',
                      width: 1.5,
                    },
                  })),
                  ...(atS === undefined
                    ? []
                    : [
                        {
                          xAxis: atS,
                          label: { show: false },
                          lineStyle: { color: tokenColour('--copper'), type: 'solid', width: 1 },
                        },
                      ]),
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
  }, [seconds, curves, levels, atS, theme]);
  const said = curves
    .map((c) => `${c.name} up to ${Math.round(c.celsius.reduce((m, t) => Math.max(m, t), 0))} °C`)
    .join(', ');
  return (
    <figure className="flex h-full flex-col">
      <div ref={box} role="img" aria-label={`${label}: ${said}`} className={`w-full flex-1 ${className}`} />
      <figcaption className="flex flex-wrap gap-x-4 text-second text-ink2">
        {curves.map((c, i) => (
          <span key={c.name} className="inline-flex items-center gap-1.5">
            <svg width={26} height={6} aria-hidden>
              <path
                d="M0 3h26"
                stroke={i === 0 ? 'var(--copper)' : 'var(--ink)'}
                strokeWidth={2.5}
                strokeDasharray={SVG_DASHES[i % SVG_DASHES.length]}
              />
            </svg>
            {c.name}
          </span>
        ))}
      </figcaption>
    </figure>
  );
}
