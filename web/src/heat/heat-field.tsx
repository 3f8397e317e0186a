import { contours } from 'd3-contour';
import { useMemo } from 'react';
import type { HeatShow, XY } from '@zebbit/core';
import { GLASS_C } from '@zebbit/core';
import { PLATE } from '../plate/plate-colours';

/** Where the temperature is drawn: board millimetres to the screen. */
export interface FieldPlace {
  readonly k: number;
  readonly x: number;
  readonly y: number;
}

/** Colour over the board by temperature: clear while it can be touched, then warm, soft, molten, burning. */
const STOPS: readonly (readonly [celsius: number, r: number, g: number, b: number, a: number])[] = [
  [50, 255, 236, 190, 0],
  [100, 255, 220, 140, 90],
  [150, 255, 176, 84, 140],
  [217, 226, 98, 40, 185],
  [288, 140, 22, 44, 215],
  [400, 70, 0, 40, 235],
];

function colourAt(c: number): readonly [number, number, number, number] {
  const k = STOPS.findIndex((s) => s[0] > c);
  const [from, to] = k < 0 ? [STOPS.at(-1), STOPS.at(-1)] : [STOPS[Math.max(0, k - 1)], STOPS[k]];
  if (!from || !to || k === 0) return [0, 0, 0, 0];
  const t = to[0] > from[0] ? (c - from[0]) / (to[0] - from[0]) : 0;
  const mix = (i: 1 | 2 | 3 | 4): number => from[i] + (to[i] - from[i]) * t;
  return [mix(1), mix(2), mix(3), mix(4)];
}

/** A picture of the field, one pixel a cell. */
function picture({ columns, rows, there }: HeatShow['field'], celsius: Float32Array): string | null {
  const canvas = document.createElement('canvas');
  canvas.width = columns;
  canvas.height = rows;
  const context = canvas.getContext('2d');
  if (!context) return null;
  const image = context.createImageData(columns, rows);
  celsius.forEach((c, i) => {
    if (there[i]) image.data.set(colourAt(c), i * 4);
  });
  context.putImageData(image, 0, 0);
  return canvas.toDataURL();
}

/** Lines of one temperature, as SVG path data on the screen. */
function lineOf(
  { columns, rows, stepMm, corner }: HeatShow['field'],
  celsius: Float32Array,
  level: number,
  { k, x, y }: FieldPlace,
): string {
  const [found] = contours().size([columns, rows]).thresholds([level])([...celsius]);
  const at = ([u = 0, v = 0]: readonly number[]): string =>
    `${((corner.x + u * stepMm) * k + x).toFixed(1)} ${((corner.y + v * stepMm) * k + y).toFixed(1)}`;
  return (found?.coordinates ?? [])
    .flatMap((poly) => poly.map((ring) => `M${ring.map(at).join('L')}Z`))
    .join('');
}

/** The temperature over the board at one moment, the melt front drawn, and where the board is soft. */
export function HeatField({
  show,
  frame,
  place,
}: {
  readonly show: HeatShow;
  readonly frame: number;
  readonly place: FieldPlace;
}) {
  const { field, liquidusC } = show;
  const at = field.frames[Math.min(frame, field.frames.length - 1)];
  const image = useMemo(() => (at ? picture(field, at.celsius) : null), [field, at]);
  const front = useMemo(
    () => (at ? lineOf(field, at.celsius, liquidusC, place) : ''),
    [field, at, liquidusC, place],
  );
  const soft = useMemo(() => (at ? lineOf(field, at.celsius, GLASS_C, place) : ''), [field, at, place]);
  if (!at) return null;
  const corner: XY = { x: field.corner.x * place.k + place.x, y: field.corner.y * place.k + place.y };
  const hottest = at.celsius.reduce((most, c) => Math.max(most, c), 0);
  return (
    <g
      role="img"
      aria-label={`Board after ${at.seconds.toFixed(1)} s: hottest ${hottest.toFixed(0)} °C`}
      pointerEvents="none"
    >
      {image && (
        <image
          href={image}
          x={corner.x}
          y={corner.y}
          width={field.columns * field.stepMm * place.k}
          height={field.rows * field.stepMm * place.k}
          preserveAspectRatio="none"
        />
      )}
      <path d={soft} fill="none" stroke={PLATE.dark} strokeWidth={3} opacity={0.5} />
      <path d={soft} fill="none" stroke={PLATE.light} strokeWidth={1.5} strokeDasharray="2 5" />
      <path d={front} fill="none" stroke={PLATE.dark} strokeWidth={5} opacity={0.7} />
      <path d={front} fill="none" stroke={PLATE.light} strokeWidth={2.5} />
    </g>
  );
}
