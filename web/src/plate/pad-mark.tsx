import { PLATE } from './plate-colours';
import { isGone } from '@zebbit/core';
import type { PadState } from '@zebbit/core';

interface PadMarkProps {
  readonly state: PadState;
  /** Across the row, px. */
  readonly width: number;
  /** Along the pin, px. */
  readonly length: number;
  readonly chosen: boolean;
  /** A hole or slot rather than a land. */
  readonly round?: boolean;
}

const INK = PLATE.light;
const COPPER = PLATE.chosen;

/** A pad about the origin, its state drawn on it: whole, broken, raised corner, zigzag, ball. */
export function PadMark({ state, width: w, length: l, chosen, round = false }: PadMarkProps) {
  const gone = isGone(state);
  const x = -w / 2;
  const y = -l / 2;
  const fold = Math.min(w * 0.7, 9);
  const corner = round ? Math.min(w, l) / 2 : 2;
  const colour = chosen ? COPPER : INK;
  return (
    <g fill="none" stroke={colour} strokeWidth={2} strokeLinejoin="round">
      <rect
        x={x}
        y={y}
        width={w}
        height={l}
        rx={corner}
        stroke={PLATE.dark}
        strokeWidth={4.5}
        opacity={0.55}
      />
      {state === 'lifted' ? (
        <>
          <path
            d={`M${x} ${y}H${x + w - fold}L${x + w} ${y + fold}V${y + l}H${x}Z`}
            fill="rgba(255,247,230,0.16)"
          />
          <path
            d={`M${x + w - fold} ${y}l${fold * 0.2} ${fold * 0.8}l${fold * 0.8} ${fold * 0.2}`}
            fill={colour}
          />
          <path d={`M${x + w - fold + 2} ${y - 4}l${fold} ${fold}`} strokeWidth={1.5} />
        </>
      ) : (
        <rect
          x={x}
          y={y}
          width={w}
          height={l}
          rx={corner}
          fill={gone ? 'rgba(90,60,30,0.35)' : 'rgba(255,247,230,0.14)'}
          strokeDasharray={gone ? '4 3.4' : undefined}
        />
      )}
      {state === 'trace-torn' && <path d={`M0 ${y + l + 3}v5m0 4v4`} strokeWidth={2.4} />}
      {state === 'cracked' && (
        <path
          d={`M${x - 1} 2l${w * 0.3} -5l${w * 0.25} 7l${w * 0.25} -7l${w * 0.3} 5`}
          stroke={COPPER}
          strokeWidth={2.4}
        />
      )}
      {state === 'bridged' && (
        <circle
          cx={w / 2 + 2}
          cy={0}
          r={Math.max(4, w * 0.3)}
          fill={COPPER}
          stroke={PLATE.dark}
          strokeWidth={1.2}
        />
      )}
      {state === 'loose' && (
        <path
          d={`M${x - 4} ${y + 3}v${l - 6}M${x + w + 4} ${y + 3}v${l - 6}`}
          strokeWidth={1.6}
          strokeDasharray="3 3"
        />
      )}
      {(state === 'dull' || state === 'starved') && (
        <path
          d={
            state === 'dull'
              ? `M${x + 2} ${y + l * 0.35}h${w - 4}M${x + 2} ${y + l * 0.65}h${w - 4}`
              : `M${x + 2} ${y + l - 5}h${w - 4}`
          }
          strokeWidth={1.6}
        />
      )}
      {state === 'exposed' && (
        <path
          d={`M${x} ${y + l * 0.5}L${x + w} ${y + l * 0.2}M${x} ${y + l * 0.9}L${x + w} ${y + l * 0.6}`}
          strokeWidth={1.4}
        />
      )}
      {state === 'hole-wall-gone' && (
        <circle r={Math.min(w, l) * 0.28} strokeDasharray="3 2.5" strokeWidth={1.6} />
      )}
      {state === 'unchecked' && (
        <text y={4.5} textAnchor="middle" fontSize={12} fontWeight={700} fill={colour} stroke="none">
          ?
        </text>
      )}
    </g>
  );
}
