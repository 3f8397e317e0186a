import type { KnownLength } from './length-frame';
import type { PhotoMeasure } from './photo-measure';

/** Lengths that a measure holds. */
export const lengthsOf = (measure: PhotoMeasure | null): readonly KnownLength[] =>
  measure?.kind === 'lengths' ? measure.lengths : measure?.kind === 'plane' ? (measure.lengths ?? []) : [];

/** A measure with these lengths: beside its known points, where it was laid flat by such. */
export function withLengths(measure: PhotoMeasure | null, lengths: readonly KnownLength[]): PhotoMeasure {
  return measure?.kind === 'plane'
    ? { kind: 'plane', points: measure.points, ...(lengths.length > 0 && { lengths }) }
    : { kind: 'lengths', lengths };
}
