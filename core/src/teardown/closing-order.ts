import type { OpeningStep, Teardown, TestNeed } from './step';
import { STEP_WORDS, wireWords } from './step';
import { allFollowers, followersOf } from './step-graph';

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
  return teardown.steps
    .filter((s) => !done.has(s.id))
    .map((step) => {
      const waitsFor = followersOf(teardown.steps, step.id).filter((s) => !done.has(s.id));
      const names = waitsFor.map((s) => closingWords(s).title.toLowerCase()).join('; ');
      const why =
        waitsFor.length === 0
          ? 'nothing is in its way'
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
  return teardown.steps.flatMap((then) => {
    const behind = allFollowers(teardown.steps, then.id);
    if (!['screws', 'hidden-screws', 'clips', 'glue', 'bracket', 'lift-off'].includes(then.kind)) return [];
    return teardown.steps
      .filter(
        (s) =>
          behind.has(s.id) &&
          EASILY_FORGOTTEN.includes(s.kind) &&
          followersOf(teardown.steps, then.id).some((f) => f.id === s.id),
      )
      .map((first) => ({
        first,
        then,
        why: `${closingWords(first).title} cannot be reached after: ${closingWords(then).title.toLowerCase()}`,
      }));
  });
}

/**
 * A closing order that respects the graph: what the test needs as early as it can be, what shuts the board away as late as it can be,
 * and otherwise backwards through the opening (common practice).
 */
export function closingOrder(teardown: Teardown): ClosingStep[] {
  const needed = stepsForTest(teardown);
  const done = new Set<string>();
  const order: OpeningStep[] = [];
  while (order.length < teardown.steps.length) {
    const free = closingChoices(teardown, done)
      .filter((c) => c.waitsFor.length === 0)
      .map((c) => c.step);
    const next = free.reverse().toSorted((a, b) => rank(a, needed) - rank(b, needed))[0];
    if (!next) throw new RangeError('the opening steps lead in a circle');
    order.push(next);
    done.add(next.id);
  }
  return order.map(closingWords);
}

const rank = (step: OpeningStep, needed: ReadonlySet<string>): number =>
  needed.has(step.id) ? 0 : step.shuts ? 2 : 1;

/** Steps that must be closed before the test: those that connect what it needs, and all that lie behind them. */
function stepsForTest({ steps, testNeeds }: Teardown): ReadonlySet<string> {
  const wanted = steps.filter((s) => s.connects.some((c) => testNeeds.includes(c)));
  return new Set(wanted.flatMap((s) => [s.id, ...allFollowers(steps, s.id)]));
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
  const connected = new Set(teardown.steps.flatMap((s) => s.connects));
  return {
    after: last + 1,
    never: teardown.testNeeds.filter((n) => !connected.has(n)),
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
