import type { Fasteners, OpeningStep, Teardown } from './step';

/** How many fasteners of a step went back in. */
export interface FastenersBack {
  readonly stepId: string;
  readonly count: number;
}

export interface FastenerGap {
  readonly step: OpeningStep;
  readonly taken: number;
  readonly back: number;
}

/** Groups of fasteners of which some are left over (back < taken) or too many went in (back > taken). */
export function fastenerGaps(teardown: Teardown, back: readonly FastenersBack[]): FastenerGap[] {
  return teardown.steps.flatMap((step) => {
    if (!step.fasteners) return [];
    const count = back.find((b) => b.stepId === step.id)?.count ?? 0;
    return count === step.fasteners.count ? [] : [{ step, taken: step.fasteners.count, back: count }];
  });
}

export interface TrayWarning {
  readonly code: 'look-alike' | 'shared' | 'nowhere';
  readonly steps: readonly OpeningStep[];
  readonly message: string;
}

/** Lengths this close are told apart by a caliper, not by eye, mm (common practice). */
const LOOK_ALIKE_MM = 1;

function lookAlike(a: Fasteners, b: Fasteners): boolean {
  if (a.drive !== b.drive) return false;
  if (a.colour !== '' && b.colour !== '' && a.colour.toLowerCase() !== b.colour.toLowerCase()) return false;
  return a.lengthMm === null || b.lengthMm === null || Math.abs(a.lengthMm - b.lengthMm) <= LOOK_ALIKE_MM;
}

/**
 * What may go wrong with the tray: two groups that look alike and differ in thread (or in a length the eye does not tell), two different groups
 * in one compartment, a group that lies nowhere.
 */
export function trayWarnings(teardown: Teardown): TrayWarning[] {
  const groups = teardown.steps.flatMap((step) => (step.fasteners ? [{ step, f: step.fasteners }] : []));
  const name = (s: OpeningStep): string => s.place || s.id;
  const pairs = groups.flatMap((a, i) => groups.slice(i + 1).map((b) => [a, b] as const));
  return [
    ...pairs
      .filter(
        ([a, b]) =>
          lookAlike(a.f, b.f) &&
          a.f.thread !== b.f.thread &&
          a.f.thread !== 'unknown' &&
          b.f.thread !== 'unknown',
      )
      .map(([a, b]): TrayWarning => ({
        code: 'look-alike',
        steps: [a.step, b.step],
        message: `The screws of “${name(a.step)}” (${a.f.thread}) and “${name(b.step)}” (${b.f.thread}) look alike; the wrong thread strips the hole.`,
      })),
    ...pairs
      .filter(([a, b]) => a.f.compartment !== '' && a.f.compartment === b.f.compartment)
      .map(([a, b]): TrayWarning => ({
        code: 'shared',
        steps: [a.step, b.step],
        message: `“${name(a.step)}” and “${name(b.step)}” both lie in ${a.f.compartment}.`,
      })),
    ...groups
      .filter((g) => g.f.compartment === '')
      .map((g): TrayWarning => ({
        code: 'nowhere',
        steps: [g.step],
        message: `The screws of “${name(g.step)}” lie in no compartment yet.`,
      })),
  ];
}

/** A person's own tray: names of its compartments, row by row. */
export interface Tray {
  readonly rows: number;
  readonly columns: number;
  /** A name for each compartment, row by row; an empty one is named by its place, as in A1. */
  readonly names: readonly string[];
}

export const USUAL_TRAY: Tray = { rows: 2, columns: 6, names: [] };

/** The compartments of a tray in order: A1, A2 ... B1 unless named. Throws RangeError unless 1 to 12 rows and columns. */
export function trayCompartments(tray: Tray): string[] {
  for (const [name, n] of [
    ['rows', tray.rows],
    ['columns', tray.columns],
  ] as const) {
    if (!(Number.isInteger(n) && n >= 1 && n <= 12))
      throw new RangeError(`a tray has 1 to 12 ${name}, got ${n}`);
  }
  return Array.from({ length: tray.rows * tray.columns }, (_, i) => {
    const own = tray.names[i]?.trim() ?? '';
    return own || `${String.fromCharCode(65 + Math.floor(i / tray.columns))}${(i % tray.columns) + 1}`;
  });
}

/** The first compartment in which nothing lies; `null` when the tray is full. */
export function freeCompartment(tray: Tray, teardown: Teardown): string | null {
  const taken = new Set(teardown.steps.map((s) => s.fasteners?.compartment));
  return trayCompartments(tray).find((c) => !taken.has(c)) ?? null;
}
