import { PAD_STATE_WORDS } from '../board/pad-state';
import type { Reading } from '../board/reading';
import { printChance } from '../quantity/print-chance';
import type { Fasteners, OpeningStep } from '../teardown/step';
import type { CheckResult } from '../prove/verdict';
import { fastenerGaps } from '../teardown/fasteners';
import type { Wait } from '../waits/wait';
import type { JobView } from './job-view';
import { capital } from './move';

/** One thing that was done, when. */
export type PastAct =
  | { readonly kind: 'reading'; readonly at: string; readonly reading: Reading }
  | { readonly kind: 'result'; readonly at: string; readonly title: string; readonly result: CheckResult }
  | { readonly kind: 'wait'; readonly at: string; readonly wait: Wait; readonly ended: boolean };

/** Where something of the device lies meanwhile. */
export interface Lying {
  readonly what: string;
  /** Compartment or bag; empty where it was not noted. */
  readonly where: string;
}

export interface WhereYouWere {
  /** The newest first. */
  readonly acts: readonly PastAct[];
  readonly lies: readonly Lying[];
  /** What is known by now, in words. */
  readonly learned: readonly string[];
}

/** Untouched for so long a job opens at where it was left, ms (common practice: after a fortnight nobody knows how it goes together). */
const WEEKS_MS = 14 * 86_400_000;

/** Whether a job was left for weeks. @param updatedAt ISO 8601; @param now ms since 1970 */
export const isLeftForWeeks = (updatedAt: string, now: number): boolean =>
  now - Date.parse(updatedAt) > WEEKS_MS;

/** As many acts tell what the hands were at. */
const ACTS = 6;

const screwWords = ({ count, lengthMm, drive }: Fasteners): string =>
  [
    `${count}`,
    drive === 'other' ? '' : drive === 'three-wing' ? 'three-wing' : drive,
    count === 1 ? 'screw' : 'screws',
    lengthMm === null ? '' : `${lengthMm} mm`,
  ]
    .filter(Boolean)
    .join(' ');

const freed = ({ frees, kind, place }: OpeningStep): string =>
  frees !== '' ? frees : kind === 'battery' ? `cell${place === '' ? '' : `, ${place}`}` : '';

/** What an opened job would be asked for after weeks: what was done last, what lies where, what is known by now. */
export function whereYouWere(view: JobView): WhereYouWere {
  const { record, pins, trace } = view;
  const { teardown, closing, intake, match, waits } = record;
  const titles = new Map(view.checks.map((c) => [c.key, c.title]));
  const acts: PastAct[] = [
    ...record.readings
      .filter((r) => !r.struck)
      .map((reading): PastAct => ({ kind: 'reading', at: reading.at, reading })),
    ...record.results.map((result): PastAct => ({
      kind: 'result',
      at: result.at,
      title: titles.get(result.key) ?? 'a check that is asked no more',
      result,
    })),
    ...waits.waits.flatMap((wait): PastAct[] => [
      { kind: 'wait', at: wait.startedAt, wait, ended: false },
      ...(wait.endedAt === null ? [] : [{ kind: 'wait', at: wait.endedAt, wait, ended: true } as const]),
    ]),
  ];
  const open = teardown.steps.filter((s) => !closing.stepsDone.includes(s.id));
  const gaps = new Map(
    fastenerGaps(teardown, closing.fastenersBack).map((g) => [g.step.id, g.taken - g.back]),
  );
  // What went back with the device lies nowhere here.
  const lies: Lying[] = closing.handedBack
    ? []
    : [
        ...open.flatMap((s): Lying[] => [
          ...(s.fasteners && (gaps.get(s.id) ?? s.fasteners.count) > 0
            ? [
                {
                  what: `${screwWords({ ...s.fasteners, count: gaps.get(s.id) ?? s.fasteners.count })}, ${s.place || 'place not noted'}`,
                  where: s.fasteners.compartment === '' ? '' : `tray ${s.fasteners.compartment}`,
                },
              ]
            : []),
          ...(freed(s) === '' ? [] : [{ what: capital(freed(s)), where: '' }]),
        ]),
        ...intake.cameWith.map((what) => ({ what: `${capital(what)}, came with it`, where: '' })),
        ...(match.part.trim() === '' ? [] : [{ what: match.part, where: match.source }]),
      ];
  const built = new Set(view.plans.filter((p) => p.built).map((p) => p.row.pin.id));
  const learned = [
    ...(intake.happenedNote === '' ? [] : [intake.happenedNote]),
    ...pins.flatMap((p): string[] => {
      const state = PAD_STATE_WORDS[p.pin.pin.state];
      const to = p.landing === null ? null : trace.byId.get(p.landing.pointId)?.label;
      // What rests on a mark alone was learned by nobody.
      if (p.status === 'found' && p.rests.length > 0 && to !== null && to !== undefined) {
        const sure = p.believed?.landings.find((l) => l.pointId === p.landing?.pointId)?.p;
        return [
          `${capital(p.pin.label)}: ${state}; goes to ${to}${sure === undefined ? '' : `, ${printChance(sure)}`}${built.has(p.pin.id) ? '; built' : ''}`,
        ];
      }
      return ['sound', 'unchecked'].includes(p.pin.pin.state)
        ? []
        : [`${capital(p.pin.label)}: ${state}${built.has(p.pin.id) ? '; built' : ''}`];
    }),
    ...intake.missing.map((m) => `Missing since before: ${m}`),
    ...(closing.wrong === '' ? [] : [closing.wrong]),
  ];
  return {
    acts: acts.toSorted((a, b) => b.at.localeCompare(a.at)).slice(0, ACTS),
    lies,
    learned,
  };
}
