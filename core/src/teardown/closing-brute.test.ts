import { describe, expect, it } from '@jest/globals';
import { seeded } from '../practice/seeded';
import { closingOrder, testGate } from './closing-order';
import type { OpeningStep, StepKind, TestNeed } from './step';
import { EMPTY_TEARDOWN, usualStep } from './step';

/**
 * Steps as people name them, left at their defaults, with what a repairer says that each connects (common practice). It does not ask the rule
 * under test.
 */
const STEPS: readonly (readonly [StepKind, string, TestNeed | null])[] = [
  ['screws', 'back cover', null],
  ['clips', 'round the edge', null],
  ['glue', 'along the seam', null],
  ['gasket', 'speaker seal', null],
  ['lift-off', 'shield', null],
  ['bracket', 'over the display plug', null],
  ['cable', 'left speaker, two pins', 'speaker'],
  ['latch', 'display ribbon', 'screen'],
  ['latch', 'keypad ribbon', 'button'],
  ['solder-joint', 'red battery wire', 'battery'],
  ['battery', 'pouch', 'battery'],
  ['cable', 'charging daughter board', 'port'],
  ['cable', 'white plug, notch up', 'other'],
  ['press-fit', 'volume knob', 'button'],
  ['solder-joint', 'antenna wire', 'radio'],
];

interface Drawn {
  readonly steps: readonly OpeningStep[];
  readonly needs: ReadonlySet<string>;
}

/** Up to seven steps, each after some of those before it. */
function drawn(seed: number): Drawn {
  const random = seeded(seed * 31 + 7);
  const count = 2 + Math.floor(random() * 6);
  const said = new Map<string, TestNeed>();
  const unplugged = new Set<TestNeed>();
  const steps = Array.from({ length: count }, (_, i): OpeningStep => {
    const [kind, place, need] = STEPS[Math.floor(random() * STEPS.length)] as (typeof STEPS)[number];
    const id = `s${i}`;
    if (need !== null) said.set(id, need);
    // A knob by itself is nothing to test; where the keypad was unplugged, it belongs to that test.
    if (need !== null && kind !== 'press-fit') unplugged.add(need);
    const after = Array.from({ length: i }, (_x, k) => `s${k}`).filter(() => random() < 0.35);
    return { id, kind, place, note: '', photoId: null, frees: '', after, ...usualStep(kind) };
  });
  return { steps, needs: new Set([...said].flatMap(([id, need]) => (unplugged.has(need) ? [id] : []))) };
}

/** Every order in which they can be closed: what was opened after a step, and because of it, is closed before it. */
function* orders(
  steps: readonly OpeningStep[],
  done: readonly OpeningStep[] = [],
): Generator<readonly OpeningStep[]> {
  if (done.length === steps.length) yield done;
  for (const s of steps)
    if (!done.includes(s) && steps.every((o) => !o.after.includes(s.id) || done.includes(o)))
      yield* orders(steps, [...done, s]);
}

describe('the closing order against every order, 300 devices with wires, ribbons and cells at their defaults', () => {
  it('the test stands at the earliest place, and as little as can be is shut or sealed before it', () => {
    let tested = 0;
    for (let seed = 0; seed < 300; seed += 1) {
      const { steps, needs } = drawn(seed);
      let best = { after: Infinity, shut: Infinity, sealed: Infinity };
      for (const order of orders(steps)) {
        const after = order.findLastIndex((s) => needs.has(s.id)) + 1;
        const before = order.slice(0, after);
        best = {
          after: Math.min(best.after, after),
          shut: Math.min(best.shut, before.filter((s) => s.shuts).length),
          sealed: Math.min(
            best.sealed,
            before.filter((s) => s.kind === 'gasket' || s.kind === 'glue').length,
          ),
        };
      }
      const teardown = { ...EMPTY_TEARDOWN, steps, testNeeds: [] };
      const gate = testGate(teardown);
      const before = closingOrder(teardown).slice(0, gate.after);
      const of = {
        after: gate.after,
        shut: gate.shutBefore.length,
        sealed: before.filter((c) => c.step.kind === 'gasket' || c.step.kind === 'glue').length,
      };
      expect({ seed, ...of }).toEqual({ seed, ...best });
      if (needs.size > 0) tested += 1;
    }
    expect(tested).toBeGreaterThan(200);
  });
  it('the cell is the last of what the test needs, wherever an order allows it', () => {
    for (let seed = 300; seed < 450; seed += 1) {
      const { steps, needs } = drawn(seed);
      const isCell = (s: OpeningStep): boolean => /battery|pouch/u.test(s.place);
      if (![...needs].some((id) => steps.some((s) => s.id === id && isCell(s)))) continue;
      const ownOrder = closingOrder({ ...EMPTY_TEARDOWN, steps, testNeeds: [] }).map((c) => c.step);
      const others = (order: readonly OpeningStep[]): number => {
        const first = order.findIndex(isCell);
        return order.slice(first).filter((s) => needs.has(s.id) && !isCell(s)).length;
      };
      let least = Infinity;
      for (const order of orders(steps)) least = Math.min(least, others(order));
      expect({ seed, after: others(ownOrder) }).toEqual({ seed, after: least });
    }
  });
});
