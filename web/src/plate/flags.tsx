import { PLATE } from './plate-colours';
import type { ProbePoint } from '@zebbit/core';
import type { ScreenPoint, Viewport } from '../desk/plate-store';
import { toScreen } from '../desk/plate-store';

interface FlagProps {
  readonly at: ScreenPoint;
  readonly label: string;
  readonly lead: 'red' | 'black';
  /** The flag flies to this side, away from the other tip. */
  readonly side: 1 | -1;
}

/** A probe tip on its point, with a flag on a pole beside it so that the part stays in sight. */
function Flag({ at, label, lead, side }: FlagProps) {
  const fill = lead === 'red' ? 'var(--probe-red)' : 'var(--probe-black)';
  const width = label.length * 8.3 + 30;
  const top = -58;
  return (
    <g transform={`translate(${at.x} ${at.y})`} pointerEvents="none">
      <path d={`M0 0L${side * 16} ${top + 30}V${top}`} fill="none" stroke={PLATE.white} strokeWidth={2.6} />
      <g transform={`translate(${side * 16} ${top})`}>
        <path
          d={side === 1 ? `M0 0H${width}l-9 15l9 15H0Z` : `M0 0H${-width}l9 15l-9 15H0Z`}
          fill={fill}
          stroke={PLATE.white}
          strokeWidth={2.4}
          strokeLinejoin="round"
        />
        <text x={side === 1 ? 11 : -width + 19} y={20} fontSize={14.5} fontWeight={700} fill={PLATE.white}>
          {label}
        </text>
      </g>
      <circle r={9} fill={fill} stroke={PLATE.white} strokeWidth={3} />
      <circle r={12.5} fill="none" stroke={PLATE.dark} strokeOpacity={0.6} strokeWidth={1.4} />
    </g>
  );
}

interface FlagsProps {
  readonly red: ProbePoint | undefined;
  readonly black: ProbePoint | undefined;
  readonly face: string;
  readonly viewport: Viewport;
}

/** Where the two probes go, and the lead between them, bowed away from what is measured. */
export function ProbeFlags({ red, black, face, viewport }: FlagsProps) {
  const r = red?.face === face ? toScreen(red.at, viewport) : null;
  const b = black?.face === face ? toScreen(black.at, viewport) : null;
  const redSide = r && b && r.x < b.x ? -1 : 1;
  return (
    <g aria-hidden>
      {r && b && <Lead from={r} to={b} />}
      {b && black && <Flag at={b} label={black.label} lead="black" side={redSide === 1 ? -1 : 1} />}
      {r && red && <Flag at={r} label={red.label} lead="red" side={redSide} />}
    </g>
  );
}

function Lead({ from, to }: { readonly from: ScreenPoint; readonly to: ScreenPoint }) {
  const sag = 40 + Math.hypot(to.x - from.x, to.y - from.y) * 0.35;
  // Leads one above the other would hide what lies between them: they bow to the side.
  const aside = Math.abs(to.x - from.x) < 60 ? 70 : 0;
  const d = `M${from.x} ${from.y}C${from.x + aside} ${from.y + sag * (aside ? 0.4 : 1)} ${to.x + aside} ${to.y + sag * (aside ? 0.1 : 1)} ${to.x} ${to.y}`;
  return (
    <>
      <path d={d} fill="none" stroke={PLATE.dark} strokeOpacity={0.55} strokeWidth={6} />
      <path d={d} fill="none" stroke={PLATE.white} strokeWidth={2.6} strokeDasharray="7 5" />
    </>
  );
}
