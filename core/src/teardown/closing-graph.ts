import type { ClosingRule, OpeningStep, Teardown } from './step';
import type { StepFault } from './step-graph';
import { followersOf } from './step-graph';

type Steps = Pick<Teardown, 'steps' | 'closingFirst'>;

/** All steps that can be reached from one along edges. */
function reach(edges: ReadonlyMap<string, ReadonlySet<string>>, from: string): ReadonlySet<string> {
  const found = new Set<string>();
  const queue = [from];
  for (const at of queue)
    for (const next of edges.get(at) ?? [])
      if (!found.has(next)) {
        found.add(next);
        queue.push(next);
      }
  return found;
}

/**
 * For each step the ids of those that have to be closed before it: what was opened after it and because of it, and what was said of
 * closing. What was said wins: where it turns the order of opening round, the opening's own edges give way.
 */
export function closedBefore({ steps, closingFirst }: Steps): ReadonlyMap<string, ReadonlySet<string>> {
  const ids = new Set(steps.map((s) => s.id));
  const rules = closingFirst.filter((r) => ids.has(r.first) && ids.has(r.then) && r.first !== r.then);
  const before = new Map(steps.map((s) => [s.id, new Set(followersOf(steps, s.id).map((f) => f.id))]));
  const after = new Map<string, Set<string>>(steps.map((s) => [s.id, new Set()]));
  for (const [then, firsts] of before) for (const first of firsts) after.get(first)?.add(then);
  for (const { first, then } of rules) after.get(first)?.add(then);
  for (const { first, then } of rules) {
    const late = reach(
      new Map(
        [...after].map(([id, next]) => [
          id,
          id === then ? new Set([...next].filter((n) => n !== first)) : next,
        ]),
      ),
      then,
    );
    const mine = before.get(first);
    for (const id of mine ?? []) {
      const said = rules.some((r) => r.first === id && r.then === first);
      if (!said && (id === then || late.has(id))) {
        mine?.delete(id);
        after.get(id)?.delete(first);
      }
    }
  }
  for (const { first, then } of rules) before.get(then)?.add(first);
  return before;
}

/** Ids of all that must be closed before a step, directly or through others. */
export function allBefore(before: ReadonlyMap<string, ReadonlySet<string>>, id: string): ReadonlySet<string> {
  return reach(before, id);
}

/** Whether closing leads in a circle with the rules it has. */
function closingCircle(teardown: Steps): boolean {
  const before = closedBefore(teardown);
  return teardown.steps.some((s) => allBefore(before, s.id).has(s.id));
}

/** Holds that what was said of closing leads nowhere in a circle. */
export function closingFault(teardown: Steps): StepFault | null {
  return closingCircle(teardown)
    ? {
        code: 'closing-circle',
        path: 'closingFirst',
        message: 'What has to be closed first leads in a circle',
      }
    : null;
}

/** The teardown with one more rule of closing; `null` where it would lead in a circle with those that stand. */
export function withClosingRule<T extends Steps>(teardown: T, rule: ClosingRule): T | null {
  const others = teardown.closingFirst.filter(
    (r) =>
      !(r.first === rule.first && r.then === rule.then) && !(r.first === rule.then && r.then === rule.first),
  );
  const next = { ...teardown, closingFirst: [...others, rule] };
  return closingCircle(next) ? null : next;
}

/** Steps in their own order by id. */
export function stepsOf(steps: readonly OpeningStep[], ids: ReadonlySet<string>): OpeningStep[] {
  return steps.filter((s) => ids.has(s.id));
}
