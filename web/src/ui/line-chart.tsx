import { LineChart as ELine } from 'echarts/charts';
import { GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { tokenColour } from './token-colour';
import { useTheme } from '../app/theme';

register([ELine, GridComponent, MarkLineComponent, SVGRenderer]);

interface LineChartProps {
  readonly label: string;
  /** What stands under each step. */
  readonly steps: readonly number[];
  readonly names: readonly string[];
  /** One row a name, 0 to 1. */
  readonly rows: readonly (readonly number[])[];
  /** A level that is wanted, 0 to 1. */
  readonly level: number;
}

const DASHES = ['solid', 'dashed', 'dotted', [8, 3, 2, 3], [2, 6]] as const;

/** A few lines of chances over steps, told apart by their dashes, those under the wanted level with their names. */
export function LineChart({ label, steps, names, rows, level }: LineChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const theme = useTheme((s) => s.theme);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, null, { renderer: 'svg' });
    const axis = { color: tokenColour('--ink2'), fontSize: 12 };
    chart.setOption({
      animation: false,
      grid: { left: 40, right: 52, top: 12, bottom: 24 },
      xAxis: {
        type: 'category',
        data: steps.map(String),
        axisLine: { lineStyle: { color: tokenColour('--line') } },
        axisTick: { show: false },
        axisLabel: axis,
      },
      yAxis: {
        type: 'value',
        min: 0,
        max: 1,
        interval: 0.5,
        splitLine: { lineStyle: { color: tokenColour('--line') } },
        axisLabel: { ...axis, formatter: (v: number) => `${Math.round(v * 100)} %` },
      },
      series: rows.map((row, i) => ({
        type: 'line',
        name: names[i],
        data: [...row],
        symbol: 'none',
        lineStyle: {
          color: tokenColour(i === 0 ? '--copper' : '--ink'),
          width: 2,
          type: DASHES[i % DASHES.length],
        },
        // Lines that have reached the level lie on each other; only those under it are named.
        endLabel: {
          show: (row.at(-1) ?? 0) < level,
          formatter: names[i] ?? '',
          color: tokenColour('--ink'),
          fontSize: 12,
        },
        labelLayout: { moveOverlap: 'shiftY' },
        ...(i === 0
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                label: { show: false },
                lineStyle: { color: tokenColour('--ink2'), type: 'dotted' },
                data: [{ yAxis: level }],
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
  }, [steps, names, rows, level, theme]);
  const said = names.map((n, i) => `${n} ${Math.round((rows[i]?.at(-1) ?? 0) * 100)} %`).join(', ');
  return <div ref={box} role="img" aria-label={`${label}: ${said}`} className="h-40 w-full" />;
}
