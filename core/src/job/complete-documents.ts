import { usualStep } from '../teardown/step';
import type { OpeningStep } from '../teardown/step';
import type { DocumentKind, JobDocuments } from './job-record';
import { DOCUMENT_KINDS, EMPTY_DOCUMENTS } from './job-record';

type Stored = { readonly [K in DocumentKind]?: Partial<JobDocuments[K]> | undefined };

function completeStep(step: Partial<OpeningStep>): OpeningStep {
  const kind = step.kind ?? 'lift-off';
  const whole: OpeningStep = {
    id: '',
    place: '',
    note: '',
    photoId: null,
    frees: '',
    after: [],
    ...usualStep(kind),
    ...step,
    kind,
  };
  return whole.fasteners
    ? {
        ...whole,
        fasteners: { ...whole.fasteners, colour: (whole.fasteners as { colour?: string }).colour ?? '' },
      }
    : whole;
}

/**
 * Documents as they were stored, by this version or an earlier one, made whole: a field that was not there yet gets its empty value,
 * a step of before the graph its usual one. What is there is never changed.
 */
export function completeDocuments(stored: Stored): JobDocuments {
  const whole = Object.fromEntries(
    DOCUMENT_KINDS.map((kind) => [kind, { ...EMPTY_DOCUMENTS[kind], ...stored[kind] }]),
  ) as unknown as JobDocuments;
  return { ...whole, teardown: { ...whole.teardown, steps: whole.teardown.steps.map(completeStep) } };
}
