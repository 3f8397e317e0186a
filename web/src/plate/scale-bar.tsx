import { PLATE } from './plate-colours';
import { significant } from '@zebbit/core';

/** A length of 1, 2 or 5 times a power of ten that is about 110 px long. */
export function barLength(k: number): number {
  const wanted = 110 / k;
  const power = 10 ** Math.floor(Math.log10(wanted));
  return [5, 2, 1].map((n) => n * power).find((n) => n <= wanted) ?? power;
}

export function ScaleBar({ k, x, y }: { readonly k: number; readonly x: number; readonly y: number }) {
  const mm = barLength(k);
  return (
    <g transform={`translate(${x - mm * k} ${y})`} aria-hidden>
      <path d={`M0 -7V0H${mm * k}V-7`} fill="none" stroke={PLATE.dark} strokeWidth={5} opacity={0.5} />
      <path d={`M0 -7V0H${mm * k}V-7`} fill="none" stroke={PLATE.light} strokeWidth={2} />
      <text
        x={(mm * k) / 2}
        y={-6}
        textAnchor="middle"
        fontSize={13}
        fontFamily="var(--font-mono)"
        fill={PLATE.light}
        stroke={PLATE.dark}
        strokeWidth={3}
        paintOrder="stroke"
      >
        {significant(mm, 1)} mm
      </text>
    </g>
  );
}
