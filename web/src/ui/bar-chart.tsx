import { BarChart as EBar } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { tokenColour } from './token-colour';
import { useTheme } from '../app/theme';

register([EBar, GridComponent, TooltipComponent, SVGRenderer]);

interface BarChartProps {
  readonly label: string;
  readonly names: readonly string[];
  readonly values: readonly number[];
  /** Which bar wants the hand. */
  readonly marked: number;
  readonly print: (value: number) => string;
}

/** A few bars with their figures, in the colours of the theme. */
export function BarChart({ label, names, values, marked, print }: BarChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const theme = useTheme((s) => s.theme);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, null, { renderer: 'svg' });
    chart.setOption({
      animation: false,
      grid: { left: 8, right: 8, top: 26, bottom: 26 },
      xAxis: {
        type: 'category',
        data: [...names],
        axisLine: { lineStyle: { color: tokenColour('--line') } },
        axisTick: { show: false },
        axisLabel: { color: tokenColour('--ink2'), fontSize: 13 },
      },
      yAxis: { type: 'value', show: false },
      series: [
        {
          type: 'bar',
          barMaxWidth: 54,
          data: values.map((value, i) => ({
            value,
            itemStyle: {
              color: tokenColour(i === marked ? '--copper' : '--line'),
              borderRadius: [6, 6, 0, 0],
            },
          })),
          label: {
            show: true,
            position: 'top',
            color: tokenColour('--ink'),
            fontSize: 13,
            formatter: ({ value }: { value: unknown }) => print(Number(value)),
          },
        },
      ],
    });
    const follow = new ResizeObserver(() => chart.resize());
    follow.observe(box.current);
    return () => {
      follow.disconnect();
      chart.dispose();
    };
  }, [names, values, marked, print, theme]);
  return (
    <div
      ref={box}
      role="img"
      aria-label={`${label}: ${names.map((n, i) => `${n} ${print(values[i] ?? 0)}`).join(', ')}`}
      className="h-44 w-full"
    />
  );
}
