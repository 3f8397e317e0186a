import type { PinRowReport, ProbePoint } from '@zebbit/core';
import { SleeveMark } from '../ui/sleeve';
import type { Viewport } from './plate-store';
import { toScreen } from './plate-store';

interface LandingSleevesProps {
  readonly pins: readonly PinRowReport[];
  readonly byId: ReadonlyMap<string, ProbePoint>;
  readonly face: string;
  readonly viewport: Viewport;
}

/** Up or down: away from the body of the part that the point belongs to, so that the sleeve does not hide it. */
function outward(point: ProbePoint): 1 | -1 {
  if (point.owner !== 'terminal') return 1;
  const ys = point.component.terminals.map((t) => t.at.y);
  return point.at.y < ys.reduce((a, b) => a + b, 0) / ys.length ? -1 : 1;
}

/** The sleeve of each function at the point it lands on; several on one point stand in a stack. */
export function LandingSleeves({ pins, byId, face, viewport }: LandingSleevesProps) {
  const stacks = new Map<string, PinRowReport[]>();
  for (const row of pins) {
    if (!row.landing) continue;
    const stack = stacks.get(row.landing.pointId) ?? [];
    if (!stack.some((r) => r.pin.pin.function === row.pin.pin.function))
      stacks.set(row.landing.pointId, [...stack, row]);
  }
  return (
    <g aria-hidden pointerEvents="none">
      {[...stacks].flatMap(([id, rows]) => {
        const point = byId.get(id);
        if (point?.face !== face) return [];
        const at = toScreen(point.at, viewport);
        const away = outward(point);
        return rows.map((row, i) => (
          <g key={row.pin.id} transform={`translate(${at.x} ${at.y + away * (24 + i * 23)})`}>
            <SleeveMark of={row.pin.pin.function} />
          </g>
        ));
      })}
    </g>
  );
}
