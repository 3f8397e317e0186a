import type { Latch } from '@zebbit/core';
import { LATCH_WORDS } from '@zebbit/core';

const ARROW = {
  stroke: 'var(--copper)',
  strokeWidth: 3,
  fill: 'none',
  strokeLinecap: 'round',
  strokeLinejoin: 'round',
} as const;

/** The socket of a ribbon, its bar, and the way the bar moves: both ends together, from the centre. */
export function LatchPicture({ latch }: { readonly latch: Latch }) {
  return (
    <figure className="flex items-center gap-4 rounded-[11px] bg-sunk p-3">
      <svg
        width={190}
        height={110}
        viewBox="0 0 190 110"
        role="img"
        aria-label={`How a ${latch} latch moves: ${LATCH_WORDS[latch]}`}
        className="shrink-0"
      >
        <rect x={70} y={70} width={50} height={40} fill="var(--line)" />
        <path
          d="M76 72v38M84 72v38M92 72v38M100 72v38M108 72v38M116 72v38"
          stroke="var(--sheet)"
          strokeWidth={1.5}
        />
        <rect
          x={40}
          y={40}
          width={110}
          height={32}
          rx={4}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeWidth={2}
        />
        {latch === 'flip-up' && (
          <>
            <rect
              x={46}
              y={22}
              width={98}
              height={14}
              rx={3}
              fill="var(--copper-soft)"
              stroke="var(--ink)"
              strokeWidth={2}
            />
            <path d="M95 62C74 56 74 24 95 14m-7 -2l8 1l-3 8" {...ARROW} />
            <path d="M58 62v-16m-5 6l5 -6l5 6M132 62v-16m-5 6l5 -6l5 6" {...ARROW} strokeWidth={2.2} />
          </>
        )}
        {latch === 'slide-out' && (
          <>
            <rect
              x={34}
              y={66}
              width={122}
              height={12}
              rx={3}
              fill="var(--copper-soft)"
              stroke="var(--ink)"
              strokeWidth={2}
            />
            <path d="M44 84v18m-6 -7l6 7l6 -7M146 84v18m-6 -7l6 7l6 -7" {...ARROW} />
          </>
        )}
        {latch === 'press-fit' && (
          <>
            <rect
              x={60}
              y={46}
              width={70}
              height={20}
              rx={3}
              fill="var(--copper-soft)"
              stroke="var(--ink)"
              strokeWidth={2}
            />
            <path d="M95 50V14m-8 9l8 -9l8 9" {...ARROW} />
          </>
        )}
        {latch === 'bracket' && (
          <>
            <rect
              x={20}
              y={34}
              width={150}
              height={20}
              rx={4}
              fill="var(--copper-soft)"
              stroke="var(--ink)"
              strokeWidth={2}
            />
            {[30, 160].map((x) => (
              <g key={x}>
                <circle cx={x} cy={44} r={8} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={2} />
                <path d={`M${x - 4} 44h8M${x} 40v8`} stroke="var(--ink)" strokeWidth={2} />
                <path d={`M${x - 11} 28a14 14 0 0 1 20 -4m-1 -8l3 8l-8 3`} {...ARROW} strokeWidth={2.2} />
              </g>
            ))}
          </>
        )}
      </svg>
      <figcaption className="text-second">{LATCH_WORDS[latch]}</figcaption>
    </figure>
  );
}
