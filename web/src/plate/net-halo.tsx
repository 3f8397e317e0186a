import { PLATE } from './plate-colours';
import type { ProbePoint } from '@zebbit/core';
import type { Viewport } from '../desk/plate-store';
import { toScreen } from '../desk/plate-store';

/** Rings around every point of one net on this face, tied together by a faint thread. */
export function NetHalo({
  points,
  face,
  viewport,
}: {
  readonly points: readonly ProbePoint[];
  readonly face: string;
  readonly viewport: Viewport;
}) {
  const here = points.filter((p) => p.face === face).map((p) => toScreen(p.at, viewport));
  if (here.length === 0) return null;
  return (
    <g aria-hidden pointerEvents="none" fill="none" stroke={PLATE.chosen}>
      <polyline
        points={here.map((p) => `${p.x},${p.y}`).join(' ')}
        strokeWidth={2}
        strokeDasharray="1 6"
        strokeLinecap="round"
      />
      {here.map((p, i) => (
        <circle key={i} cx={p.x} cy={p.y} r={15} strokeWidth={3} />
      ))}
    </g>
  );
}
