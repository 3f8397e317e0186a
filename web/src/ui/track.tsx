import type { Station, StationState } from '@zebbit/core';
import { STATION_WORDS, STATIONS } from '@zebbit/core';

/** The job as a torn track being rebuilt: copper pads behind, the present one open, bare pads and a break beyond. */
export function Track({ states }: { readonly states: Readonly<Record<Station, StationState>> }) {
  const present = STATIONS.find((s) => states[s] === 'present');
  const asked = STATIONS.filter((s) => states[s] !== 'spared');
  const done = asked.filter((s) => states[s] === 'done').length;
  const step = 25;
  return (
    <svg
      width={step * 7 + 18}
      height={20}
      role="img"
      aria-label={
        present
          ? `at ${STATION_WORDS[present]}, ${done} of ${asked.length} stations done`
          : `all ${asked.length} stations done`
      }
    >
      {STATIONS.slice(1).map((s, i) => {
        const before = STATIONS[i];
        const whole = before !== undefined && states[before] === 'done';
        return (
          <line
            key={s}
            x1={i * step + 16}
            x2={(i + 1) * step + 2}
            y1={10}
            y2={10}
            stroke={whole ? 'var(--copper)' : 'var(--line)'}
            strokeWidth={3.5}
            strokeDasharray={before !== undefined && states[before] === 'present' ? '3 3' : undefined}
          />
        );
      })}
      {STATIONS.map((s, i) =>
        states[s] === 'spared' ? (
          <line
            key={s}
            x1={i * step + 2}
            x2={i * step + 16}
            y1={10}
            y2={10}
            stroke="var(--line)"
            strokeWidth={3.5}
          />
        ) : (
          <rect
            key={s}
            x={i * step + 2.5}
            y={3.5}
            width={13}
            height={13}
            rx={3.5}
            fill={states[s] === 'done' ? 'var(--copper)' : 'var(--sheet)'}
            stroke={states[s] === 'ahead' ? 'var(--line)' : 'var(--copper)'}
            strokeWidth={2}
          />
        ),
      )}
    </svg>
  );
}
