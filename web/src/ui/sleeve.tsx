import type { PinFunction } from '@zebbit/core';
import type { ReactNode } from 'react';
import { useId } from 'react';

/** How a function is written on its sleeve. */
export function sleeveWord(f: PinFunction): string {
  if (f === 'VBUS') return 'V+';
  if (f === 'GND_DRAIN') return 'GND d';
  if (f === 'unknown') return '?';
  return f.replace('-', '−');
}

type Band =
  | 'solid'
  | 'hatch'
  | 'dots'
  | 'dashes'
  | 'ring'
  | 'rings'
  | 'open'
  | 'upper'
  | 'lower'
  | 'steps'
  | 'slots'
  | 'bar'
  | 'bars';

function bandOf(f: PinFunction): Band {
  switch (f) {
    case 'VBUS':
      return 'solid';
    case 'GND':
    case 'GND_DRAIN':
      return 'hatch';
    case 'D+':
      return 'dots';
    case 'D-':
      return 'dashes';
    case 'CC1':
      return 'ring';
    case 'CC2':
      return 'rings';
    case 'SBU1':
      return 'upper';
    case 'SBU2':
      return 'lower';
    case 'LEFT':
      return 'bar';
    case 'RIGHT':
      return 'bars';
    case 'ID':
    case 'unknown':
      return 'open';
    default:
      return f.endsWith('+') ? 'steps' : 'slots';
  }
}

const W = 10;

/** One end band, 10 by 20, drawn in the colour of the text. */
function BandArt({ band }: { readonly band: Band }): ReactNode {
  const c = 'currentColor';
  const line = (x1: number, y1: number, x2: number, y2: number, key: string, w = 2) => (
    <line key={key} x1={x1} y1={y1} x2={x2} y2={y2} stroke={c} strokeWidth={w} />
  );
  switch (band) {
    case 'solid':
      return <rect width={W} height={20} fill={c} />;
    case 'hatch':
      return [-10, -4, 2, 8, 14, 20].map((y) => line(0, y + 8, W, y - 2, `h${y}`));
    case 'dots':
      return [4, 10, 16].map((y) => <circle key={y} cx={W / 2} cy={y} r={1.9} fill={c} />);
    case 'dashes':
      return [4.5, 10, 15.5].map((y) => line(1.5, y, W - 1.5, y, `d${y}`));
    case 'ring':
      return <circle cx={W / 2} cy={10} r={3} fill="none" stroke={c} strokeWidth={1.8} />;
    case 'rings':
      return [5.5, 14.5].map((y) => (
        <circle key={y} cx={W / 2} cy={y} r={2.6} fill="none" stroke={c} strokeWidth={1.6} />
      ));
    case 'upper':
      return <rect width={W} height={10} fill={c} />;
    case 'lower':
      return <rect y={10} width={W} height={10} fill={c} />;
    case 'steps':
      return <path d="M0 15h3.3v-5h3.4V5H10" fill="none" stroke={c} strokeWidth={2} />;
    case 'slots':
      return [3, 7].map((x) => line(x, 4, x, 16, `s${x}`, 1.8));
    case 'bar':
      return <rect x={3.5} width={3} height={20} fill={c} />;
    case 'bars':
      return [1.5, 6].map((x) => <rect key={x} x={x} width={2.6} height={20} fill={c} />);
    case 'open':
      return null;
  }
}

export function sleeveWidth(f: PinFunction): number {
  return sleeveWord(f).length * 7.4 + 2 * W + 14;
}

interface SleeveProps {
  readonly of: PinFunction;
  /** Dashed and with a question mark while unsure. */
  readonly unsure?: boolean;
}

/** The sleeve as a group with its centre at the origin, for the plate. */
export function SleeveMark({ of, unsure = false }: SleeveProps) {
  const clip = useId();
  const word = sleeveWord(of) + (unsure && of !== 'unknown' ? '?' : '');
  const width = sleeveWidth(of) + (unsure && of !== 'unknown' ? 7 : 0);
  const band = bandOf(of);
  return (
    <g transform={`translate(${-width / 2} -10)`} style={{ color: 'var(--ink)' }}>
      <clipPath id={clip}>
        <rect width={width} height={20} rx={6} />
      </clipPath>
      <rect width={width} height={20} rx={6} fill="var(--sheet)" />
      <g clipPath={`url(#${clip})`}>
        <BandArt band={band} />
        <g transform={`translate(${width} 0) scale(-1 1)`}>
          <BandArt band={band} />
        </g>
        <path
          d={`M${W + 1} 0V20M${width - W - 1} 0V20`}
          stroke="currentColor"
          strokeWidth={0.8}
          opacity={0.5}
        />
      </g>
      <rect
        x={0.75}
        y={0.75}
        width={width - 1.5}
        height={18.5}
        rx={5.5}
        fill="none"
        stroke="currentColor"
        strokeWidth={1.5}
        strokeDasharray={unsure ? '4 3' : undefined}
      />
      <text
        x={width / 2}
        y={14.3}
        textAnchor="middle"
        fontSize={12}
        fontWeight={700}
        fill="currentColor"
        fontFamily="var(--font-mono)"
      >
        {word}
      </text>
    </g>
  );
}

/** The sleeve in running text and tables. */
export function Sleeve(props: SleeveProps) {
  const width = sleeveWidth(props.of) + (props.unsure === true && props.of !== 'unknown' ? 7 : 0);
  return (
    <svg
      width={width + 2}
      height={22}
      viewBox={`${-width / 2 - 1} -11 ${width + 2} 22`}
      role="img"
      aria-label={props.unsure === true ? `${props.of}, unsure` : props.of}
      className="shrink-0"
    >
      <SleeveMark {...props} />
    </svg>
  );
}
