import type { PinFunction, PinRowReport, ProbePoint } from '@zebbit/core';
import { SleeveMark } from '../ui/sleeve';
import type { Viewport } from '../desk/plate-store';
import { toScreen } from '../desk/plate-store';

interface LandingSleevesProps {
  readonly pins: readonly PinRowReport[];
  readonly byId: ReadonlyMap<string, ProbePoint>;
  readonly face: string;
  readonly viewport: Viewport;
}

interface Sleeved {
  readonly of: PinFunction;
  /** 1 where it is sure, else its chance. */
  readonly strength: number;
}
/** From this chance on a place is drawn as a likely one. */
const LIKELY = 0.25;

/** Up or down: away from the body of the part that the point belongs to, so that the sleeve does not hide it. */
function outward(point: ProbePoint): 1 | -1 {
  if (point.owner !== 'terminal') return 1;
  const ys = point.component.terminals.map((t) => t.at.y);
  return point.at.y < ys.reduce((a, b) => a + b, 0) / ys.length ? -1 : 1;
}

/** The sleeve of each function at the point it lands on; several on one point stand in a stack. */
export function LandingSleeves({ pins, byId, face, viewport }: LandingSleevesProps) {
  const stacks = new Map<string, Sleeved[]>();
  const put = (pointId: string, sleeve: Sleeved): void => {
    const stack = stacks.get(pointId) ?? [];
    if (!stack.some((s) => s.of === sleeve.of)) stacks.set(pointId, [...stack, sleeve]);
  };
  for (const { landing, believed, pin } of pins) {
    const of = pin.pin.function;
    if (landing) put(landing.pointId, { of, strength: 1 });
    // What is only likely is drawn too, the fainter the less likely; the unlikely is not.
    else if (believed?.status === 'unsure')
      for (const { pointId, p } of believed.landings.slice(0, 2))
        if (p >= LIKELY) put(pointId, { of, strength: p });
  }
  return (
    <g aria-hidden pointerEvents="none">
      {[...stacks].flatMap(([id, sleeves]) => {
        const point = byId.get(id);
        if (point?.face !== face) return [];
        const at = toScreen(point.at, viewport);
        const away = outward(point);
        return sleeves.map(({ of, strength }, i) => (
          <g
            key={`${id} ${of}`}
            opacity={strength === 1 ? 1 : 0.45 + 0.5 * strength}
            transform={`translate(${at.x} ${at.y + away * (24 + i * 23)})`}
          >
            <SleeveMark of={of} unsure={strength < 1} />
          </g>
        ));
      })}
    </g>
  );
}
