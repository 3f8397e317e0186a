import { PLATE } from './plate-colours';
import type { PinPlan, ProbePoint } from '@zebbit/core';
import type { Viewport } from '../desk/plate-store';
import { toScreen } from '../desk/plate-store';

interface JumperLinesProps {
  readonly plans: readonly PinPlan[];
  readonly byId: ReadonlyMap<string, ProbePoint>;
  readonly face: string;
  readonly viewport: Viewport;
  readonly chosen: string | null;
}

/** The jumpers as they would lie: straight, built ones whole, the others dashed, the chosen one with its length. */
export function JumperLines({ plans, byId, face, viewport, chosen }: JumperLinesProps) {
  return (
    <g aria-hidden pointerEvents="none">
      {plans.flatMap((plan) => {
        if (plan.repair.kind !== 'jumper') return [];
        const to = byId.get(plan.repair.landing.pointId);
        const { pin } = plan.row;
        if (pin.face !== face || to?.face !== face) return [];
        const a = toScreen(pin.at, viewport);
        const b = toScreen(to.at, viewport);
        const mine = chosen === pin.id;
        const bad = plan.jumper?.check?.verdict.ok === false;
        const mm = plan.jumper?.spanMm;
        return [
          <g key={pin.id}>
            <path
              d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
              stroke={PLATE.dark}
              strokeWidth={mine ? 9 : 6}
              opacity={0.5}
              strokeLinecap="round"
            />
            <path
              d={`M${a.x} ${a.y}L${b.x} ${b.y}`}
              stroke={bad ? PLATE.bad : mine ? PLATE.chosen : PLATE.wire}
              strokeWidth={mine ? 4.5 : 2.6}
              strokeDasharray={plan.built ? undefined : '8 6'}
              strokeLinecap="round"
            />
            <circle
              cx={b.x}
              cy={b.y}
              r={6}
              fill={PLATE.dark}
              stroke={bad ? PLATE.bad : PLATE.chosen}
              strokeWidth={2.5}
            />
            {mine && mm !== null && mm !== undefined && (
              <text
                x={(a.x + b.x) / 2 + 12}
                y={(a.y + b.y) / 2}
                fontSize={14}
                fontWeight={700}
                fontFamily="var(--font-mono)"
                fill={PLATE.light}
                stroke={PLATE.dark}
                strokeWidth={4}
                paintOrder="stroke"
              >
                {mm.toFixed(1)} mm
              </text>
            )}
          </g>,
        ];
      })}
    </g>
  );
}
