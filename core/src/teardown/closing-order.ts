import type { OpeningStep, Teardown, TestNeed } from './step';
import { connectsOf, STEP_WORDS, testNeedsOf, wireWords } from './step';
import { isCell } from './battery-gate';
import { allBefore, closedBefore, stepsOf } from './closing-graph';

export interface ClosingStep {
  readonly step: OpeningStep;
  readonly title: string;
  readonly care: string;
}

export function closingWords(step: OpeningStep): ClosingStep {
  const { close, care } = STEP_WORDS[step.kind];
  const title = step.place ? `${close}: ${step.place}` : close;
  const wires = wireWords(step);
  return { step, title, care: wires ? `${wires[0]?.toUpperCase() ?? ''}${wires.slice(1)}. ${care}` : care };
}

export interface Choice {
  readonly step: OpeningStep;
  /** What must be closed before it can be; empty when it can be closed now. */
  readonly waitsFor: readonly OpeningStep[];
  readonly why: string;
}

/** Each step not yet closed: whether it can be closed now, and if not, what it waits for and why. */
export function closingChoices(teardown: Teardown, done: ReadonlySet<string>): Choice[] {
  const before = closedBefore(teardown);
  const said = (first: string, then: string): boolean =>
    teardown.closingFirst.some((r) => r.first === first && r.then === then);
  return teardown.steps
    .filter((s) => !done.has(s.id))
    .map((step) => {
      const waitsFor = stepsOf(teardown.steps, before.get(step.id) ?? new Set()).filter(
        (s) => !done.has(s.id),
      );
      const names = waitsFor.map((s) => closingWords(s).title.toLowerCase()).join('; ');
      const why =
        waitsFor.length === 0
          ? 'nothing is in its way'
          : waitsFor.every((s) => said(s.id, step.id))
            ? `you said that these come first: ${names}`
            : `it was opened first, and these lie behind it: ${names}`;
      return { step, waitsFor, why };
    });
}

/** Two steps of which one must be closed first, whatever order is chosen; only pairs where forgetting would cost a second opening. */
export interface OneWay {
  readonly first: OpeningStep;
  readonly then: OpeningStep;
  readonly why: string;
}

const EASILY_FORGOTTEN = ['battery', 'cable', 'latch', 'solder-joint', 'gasket', 'press-fit'];

/** Plugs, ribbons, wires and seals that cannot be reached once something else is shut (battery plug before the board screws). */
export function oneWaySteps(teardown: Teardown): OneWay[] {
  const before = closedBefore(teardown);
  return teardown.steps.flatMap((then) => {
    const behind = before.get(then.id) ?? new Set<string>();
    if (!['screws', 'hidden-screws', 'clips', 'glue', 'bracket', 'lift-off'].includes(then.kind)) return [];
    return teardown.steps
      .filter((s) => behind.has(s.id) && EASILY_FORGOTTEN.includes(s.kind))
      .map((first) => ({
        first,
        then,
        why: `${closingWords(first).title} cannot be reached after: ${closingWords(then).title.toLowerCase()}`,
      }));
  });
}

const SEALS: readonly OpeningStep['kind'][] = ['gasket', 'glue'];

/**
 * A closing order that respects the graph: what the test needs as early as it can be, what shuts the board away as late as it can be,
 * and otherwise backwards through the opening (common practice).
 */
export function closingOrder(teardown: Teardown): ClosingStep[] {
  const before = closedBefore(teardown);
  const needed = stepsForTest(teardown);
  const cell = new Set(teardown.steps.flatMap((s) => (isCell(s) && needed.has(s.id) ? [s.id] : [])));
  /** The cell comes last of what the test needs: nothing is plugged in beside it (common practice). Seals and glue come after the test. */
  const rank = (step: OpeningStep): number => {
    if (needed.has(step.id)) return cell.has(step.id) ? 1 : 0;
    return step.shuts ? 3 : SEALS.includes(step.kind) ? 2.5 : 2;
  };
  const done = new Set<string>();
  const order: OpeningStep[] = [];
  while (order.length < teardown.steps.length) {
    const free = teardown.steps.filter(
      (s) => !done.has(s.id) && [...(before.get(s.id) ?? [])].every((id) => done.has(id)),
    );
    const next = free.reverse().toSorted((a, b) => rank(a) - rank(b))[0];
    if (!next) throw new RangeError('the opening steps lead in a circle');
    order.push(next);
    done.add(next.id);
  }
  return order.map(closingWords);
}

/** Steps that must be closed before the test: those that connect what it needs, and all that lie behind them. */
function stepsForTest(teardown: Teardown): ReadonlySet<string> {
  const needs = testNeedsOf(teardown);
  const wanted = teardown.steps.filter((s) => connectsOf(s).some((c) => needs.includes(c)));
  const before = closedBefore(teardown);
  return new Set(wanted.flatMap((s) => [s.id, ...allBefore(before, s.id)]));
}

export interface TestGate {
  /** How many steps of `closingOrder` come before the test. */
  readonly after: number;
  /** Needs that no step connects: they were never unplugged, or it was not noted. */
  readonly never: readonly TestNeed[];
  /** Steps that must be shut before the test although they shut the board away; empty when the board is open at the test. */
  readonly shutBefore: readonly OpeningStep[];
}

/** The earliest point of closing at which everything the test needs is connected, and what is shut by then that a mend would need again. */
export function testGate(teardown: Teardown): TestGate {
  const order = closingOrder(teardown);
  const needed = stepsForTest(teardown);
  const last = order.findLastIndex((c) => needed.has(c.step.id));
  const connected = new Set(teardown.steps.flatMap(connectsOf));
  return {
    after: last + 1,
    never: testNeedsOf(teardown).filter((n) => !connected.has(n)),
    shutBefore: order
      .slice(0, last + 1)
      .map((c) => c.step)
      .filter((s) => s.shuts),
  };
}

/** How many whole days ago it was opened; `null` while it was not. Throws RangeError on a date that is none. */
export function openedDaysAgo({ openedAt }: Teardown, now: Date): number | null {
  if (openedAt === null) return null;
  const then = Date.parse(openedAt);
  if (Number.isNaN(then)) throw new RangeError(`${openedAt} is no date`);
  return Math.max(0, Math.floor((now.getTime() - then) / 86_400_000));
}
