import { LineChart } from 'echarts/charts';
import { DataZoomComponent, GridComponent, MarkAreaComponent } from 'echarts/components';
import { init, use as register } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import type { ChargePhase } from '@zebbit/core';
import { CHARGE_PHASE_WORDS } from '@zebbit/core';
import { tokenColour } from '../../ui/token-colour';
import { useTheme } from '../../app/theme';
import type { ChargeWindow } from '../../workers/charge-reader';

register([LineChart, DataZoomComponent, GridComponent, MarkAreaComponent, CanvasRenderer]);

const clock = (s: number): string =>
  s < 600
    ? `${s.toFixed(s < 10 ? 1 : 0)} s`
    : `${Math.floor(s / 3600)}:${String(Math.floor((s / 60) % 60)).padStart(2, '0')}`;

/** Current over time with its phases; the wheel or the bar below looks closer, and finer samples are fetched for what is looked at. */
export function ChargeChart({
  phases,
  whole,
  longS,
  finer,
}: {
  readonly phases: readonly ChargePhase[];
  readonly whole: ChargeWindow;
  readonly longS: number;
  readonly finer: ((fromS: number, toS: number) => Promise<ChargeWindow | null>) | null;
}) {
  const box = useRef<HTMLDivElement>(null);
  const theme = useTheme((s) => s.theme);
  useEffect(() => {
    if (!box.current) return;
    const chart = init(box.current, null, { renderer: 'canvas' });
    const axis = { color: tokenColour('--ink2'), fontSize: 12 };
    const points = (w: ChargeWindow): number[][] => Array.from(w.seconds, (t, i) => [t, w.amps[i] ?? 0]);
    chart.setOption({
      animation: false,
      grid: { left: 44, right: 12, top: 30, bottom: 58 },
      xAxis: {
        type: 'value',
        min: 0,
        max: longS,
        axisLabel: { ...axis, formatter: clock, hideOverlap: true },
        splitLine: { show: false },
        axisLine: { lineStyle: { color: tokenColour('--line') } },
      },
      yAxis: {
        type: 'value',
        name: 'A',
        nameTextStyle: axis,
        axisLabel: axis,
        splitLine: { lineStyle: { color: tokenColour('--line') } },
      },
      dataZoom: [
        { type: 'inside', filterMode: 'none' },
        {
          type: 'slider',
          filterMode: 'none',
          height: 16,
          bottom: 8,
          showDetail: false,
          borderColor: tokenColour('--line'),
          fillerColor: 'transparent',
          dataBackground: {
            lineStyle: { color: tokenColour('--ink2') },
            areaStyle: { color: tokenColour('--sunk') },
          },
          selectedDataBackground: {
            lineStyle: { color: tokenColour('--copper') },
            areaStyle: { color: tokenColour('--copper-soft') },
          },
          moveHandleStyle: { color: tokenColour('--line') },
        },
      ],
      series: [
        {
          type: 'line',
          data: points(whole),
          symbol: 'none',
          lineStyle: { color: tokenColour('--copper'), width: 1.5 },
          markArea: {
            silent: true,
            label: { color: tokenColour('--ink'), fontSize: 11, position: 'top' },
            data: phases.map((p, i) => [
              {
                name: String(i + 1),
                xAxis: p.fromS,
                itemStyle: { color: tokenColour(i % 2 === 0 ? '--sunk' : '--copper-soft'), opacity: 0.6 },
              },
              { xAxis: p.toS },
            ]),
          },
        },
      ],
    });
    let asked = 0;
    chart.on('datazoom', () => {
      const { dataZoom } = chart.getOption() as { dataZoom: { start: number; end: number }[] };
      const [zoom] = dataZoom;
      if (!zoom || !finer) return;
      const mine = (asked += 1);
      void finer((zoom.start / 100) * longS, (zoom.end / 100) * longS).then((w) => {
        if (w && mine === asked && !chart.isDisposed()) chart.setOption({ series: [{ data: points(w) }] });
      });
    });
    const follow = new ResizeObserver(() => chart.resize());
    follow.observe(box.current);
    return () => {
      follow.disconnect();
      chart.dispose();
    };
  }, [phases, whole, longS, finer, theme]);
  const said = phases.map((p) => `${CHARGE_PHASE_WORDS[p.kind]} from ${clock(p.fromS)}`).join(', ');
  return (
    <div
      ref={box}
      role="img"
      aria-label={`Current of the charge${said === '' ? '' : `: ${said}`}`}
      className="h-56 w-full"
    />
  );
}
