import { PLATE } from '../../plate/plate-colours';
/** A probe tip in its colour, ringed so that the black one shows at night. */
export function Tip({ lead }: { readonly lead: 'red' | 'black' }) {
  return (
    <svg aria-hidden width={26} height={32} viewBox="0 0 26 32" className="shrink-0">
      <path
        d="M13 30C5 21 2 17 2 12a11 11 0 0 1 22 0c0 5-3 9-11 18Z"
        fill={lead === 'red' ? 'var(--probe-red)' : 'var(--probe-black)'}
        stroke={PLATE.white}
        strokeWidth={2.4}
      />
      <path
        d="M13 31.4C4.4 21.8.8 17.4.8 12a12.2 12.2 0 0 1 24.4 0c0 5.4-3.6 9.800-12.200 19.400Z"
        fill="none"
        stroke="var(--ink2)"
        strokeWidth={1}
      />
    </svg>
  );
}
