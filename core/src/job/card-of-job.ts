import type { ModelCard, ProvedLanding, StoredCardBody } from '../teardown/model-card';
import { makeModelCard, wholeCard } from '../teardown/model-card';
import type { JobView } from './job-view';

/** Landings that were rung and passed: by label, since the next board has ids of its own. */
function provedLandings({ prove, trace, pins }: JobView): ProvedLanding[] {
  return prove.checks.flatMap(({ check, verdict }) => {
    const [kind, pinId = '', pointId = ''] = check.key.split(':');
    if (kind !== 'ring' || verdict !== 'pass') return [];
    const pin = pins.find((p) => p.pin.id === pinId);
    const on = trace.byId.get(pointId);
    return pin && on ? [{ pin: pin.pin.label, on: on.label }] : [];
  });
}

/**
 * The card of a job's model: how it opens, what went in, where each pin was proved to land, and how long it took, beside what earlier jobs left on it.
 * Throws RangeError without a model name.
 * @param jobId of the job, so that kept twice it counts once
 */
export function cardOfJob(
  view: JobView,
  jobId: string,
  learned: string,
  earlier: StoredCardBody | null,
): ModelCard {
  const { intake, teardown, rebuild, match, closing } = view.record;
  const before = earlier && wholeCard(earlier);
  const landings = provedLandings(view);
  const times = (before?.times ?? []).filter((t) => t.job !== jobId);
  return {
    ...makeModelCard(intake.make, intake.model, intake.traits, teardown, learned, rebuild.heat),
    // What this job has nothing to say of stays as it was.
    part: match.part.trim() || (before?.part ?? ''),
    landings: landings.length > 0 ? landings : (before?.landings ?? []),
    times: closing.minutes === null ? times : [...times, { job: jobId, minutes: closing.minutes }],
  };
}

/** What was otherwise on this one than on the last one of its model, in words; empty where nothing is known to be. */
export function changedSince(card: StoredCardBody, now: ModelCard): string[] {
  const before = wholeCard(card);
  const was = new Map(before.landings.map((l) => [l.pin, l.on]));
  const steps = (list: ModelCard['steps']): string => list.map((s) => `${s.kind} ${s.place}`).join('; ');
  return [
    ...(before.part !== '' && now.part !== '' && before.part !== now.part
      ? [`part: ${before.part} last time, ${now.part} now`]
      : []),
    ...now.landings.flatMap(({ pin, on }) => {
      const last = was.get(pin);
      return last !== undefined && last !== on ? [`${pin}: on ${last} last time, on ${on} now`] : [];
    }),
    ...(before.steps.length > 0 && now.steps.length > 0 && steps(before.steps) !== steps(now.steps)
      ? [
          before.steps.length === now.steps.length
            ? 'it was opened in other steps'
            : `${before.steps.length} opening steps last time, ${now.steps.length} now`,
        ]
      : []),
  ];
}
