/** What one thing about a part means for fitting it: nothing, work, or the end of it. */
export type FitEffect = 'fine' | 'work' | 'stop';

export const FIT_CODES = [
  'legs-enter',
  'slot-small',
  'slot-crossed',
  'leg-bent',
  'leg-off',
  'no-hole',
  'no-land',
  'hole-in-land',
  'trim-pegs',
  'pads-meet',
  'pad-off',
  'pitch-off',
  'no-pad',
  'pads-over',
  'wired-differently',
  'wired-mirrored',
  'mirror-image',
  'family',
  'upside-down',
  'stance',
  'behind-case',
  'proud-of-case',
  'edge-in-the-way',
  'opening-height',
  'rated-current',
  'mouth-inward',
  'not-measured',
] as const;
export type FitCode = (typeof FIT_CODES)[number];

/** One reason of a verdict, in words that stand alone. */
export interface FitReason {
  readonly code: FitCode;
  readonly effect: FitEffect;
  readonly text: string;
  /** The figure it rests on, mm or a count; `null` without one. */
  readonly figure: number | null;
}

export const reason = (
  code: FitCode,
  effect: FitEffect,
  text: string,
  figure: number | null = null,
): FitReason => ({ code, effect, text, figure });

/** A length as a sentence says it, hundredths at most. */
export const sayMm = (v: number): string => `${Number(Math.abs(v).toFixed(2))} mm`;

/** Names in a row, the rest counted. */
export const sayList = (names: readonly string[], most = 3): string =>
  names.length <= most
    ? names.join(', ')
    : `${names.slice(0, most).join(', ')} and ${names.length - most} more`;
/** A count with its word. */
export const sayMany = (n: number, one: string, more = `${one}s`): string => `${n} ${n === 1 ? one : more}`;

export type FitKind = 'drops-in' | 'work' | 'no';

/** What reasons come to. */
export function fitKind(reasons: readonly FitReason[]): FitKind {
  if (reasons.some((r) => r.effect === 'stop')) return 'no';
  return reasons.some((r) => r.effect === 'work') ? 'work' : 'drops-in';
}

const GRAVITY: Readonly<Record<FitEffect, number>> = { stop: 0, work: 1, fine: 2 };

/** What ends it first, then what makes work, then the rest; otherwise as they came. */
export const gravestFirst = (reasons: readonly FitReason[]): FitReason[] =>
  [...reasons].sort((a, b) => GRAVITY[a.effect] - GRAVITY[b.effect]);
