import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { closingChoices, closingOrder, oneWaySteps, openedDaysAgo, testGate } from './closing-order';
import { freeCompartment, trayCompartments, trayWarnings, USUAL_TRAY } from './fasteners';
import { makeModelCard, modelKey, teardownFromCard } from './model-card';
import { batteryGate } from './battery-gate';
import { parseScrewLine, printScrewLine } from './screw-line';
import type { Fasteners, OpeningStep, StepKind, Teardown } from './step';
import { connectsOf, EMPTY_TEARDOWN, STEP_KINDS, testNeedsOf, usualStep } from './step';
import { closedBefore, closingFault, withClosingRule } from './closing-graph';
import { followersOf, stepFault, withoutStep } from './step-graph';

function step(
  id: string,
  kind: StepKind,
  after: readonly string[] = [],
  more: Partial<OpeningStep> = {},
): OpeningStep {
  return { id, kind, place: id, note: '', photoId: null, frees: '', after, ...usualStep(kind), ...more };
}

const device = (
  steps: readonly OpeningStep[],
  testNeeds: Teardown['testNeeds'] = ['port', 'battery'],
): Teardown => ({ ...EMPTY_TEARDOWN, steps, testNeeds });

/** Cover screws, clips, then a speaker cable; board screws; under the board the battery plug. */
const handset = device([
  step('cover', 'screws'),
  step('clips', 'clips', ['cover']),
  step('speaker', 'cable', ['clips'], { connects: ['speaker'] }),
  step('board', 'screws', ['clips']),
  step('plug', 'battery', ['board']),
]);
const USUAL_TRAY_NAMES = trayCompartments(USUAL_TRAY);
const order = (t: Teardown): string[] => closingOrder(t).map((c) => c.step.id);

/** Random graphs: each step after some of those before it. */
const anyTeardown = fc
  .array(
    fc.record({
      kind: fc.constantFrom(...STEP_KINDS),
      after: fc.array(fc.nat(), { maxLength: 3 }),
      shuts: fc.boolean(),
      connects: fc.subarray(['port', 'battery', 'light'] as const),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((list) =>
    device(
      list.map(({ kind, after, shuts, connects }, i) =>
        step(`s${i}`, kind, i === 0 ? [] : [...new Set(after.map((a) => `s${a % i}`))], { shuts, connects }),
      ),
    ),
  );

describe('the closing order', () => {
  it('battery plug before the board screws, board before clips, and the cover last', () => {
    const o = order(handset);
    expect(o.indexOf('plug')).toBeLessThan(o.indexOf('board'));
    expect(o.indexOf('board')).toBeLessThan(o.indexOf('clips'));
    expect(o.at(-1)).toBe('cover');
  });
  it('respects every graph, and holds every step once', () => {
    fc.assert(
      fc.property(anyTeardown, (t) => {
        const o = order(t);
        expect([...o].sort()).toEqual(t.steps.map((s) => s.id).sort());
        for (const s of t.steps) for (const a of s.after) expect(o.indexOf(s.id)).toBeLessThan(o.indexOf(a));
      }),
    );
  });
  it('of a plain chain it is the list backwards', () => {
    const chain = device([step('a', 'clips'), step('b', 'lift-off', ['a']), step('c', 'cable', ['b'])]);
    expect(order(chain)).toEqual(['c', 'b', 'a']);
  });
  it('any step with nothing in its way is offered, the others with their reason', () => {
    const choices = closingChoices(handset, new Set());
    expect(choices.filter((c) => c.waitsFor.length === 0).map((c) => c.step.id)).toEqual(['speaker', 'plug']);
    expect(choices.find((c) => c.step.id === 'board')?.why).toMatch(/battery back in/);
    fc.assert(
      fc.property(anyTeardown, (t) => {
        const done = new Set<string>();
        while (done.size < t.steps.length) {
          const free = closingChoices(t, done).filter((c) => c.waitsFor.length === 0);
          expect(free.length).toBeGreaterThan(0);
          done.add(free[0]?.step.id ?? '');
        }
      }),
    );
  });
  it('says which wire goes to which pad', () => {
    const wires = [
      { colour: 'red', pad: 'B+', photoId: null },
      { colour: 'black', pad: 'B−', photoId: null },
    ];
    expect(closingOrder(device([step('cell', 'battery', [], { wires })]))[0]?.care).toMatch(
      /^Red to B\+, black to B−\. Polarity/,
    );
  });
  it('finds what only works in one order', () => {
    expect(oneWaySteps(handset).map((w) => `${w.first.id} < ${w.then.id}`)).toEqual([
      'speaker < clips',
      'plug < board',
    ]);
  });
});

describe('the test gate', () => {
  /** By definition: over all orders that respect the graph, the fewest steps before all needs are connected. */
  function fewest(t: Teardown): number {
    const needs = testNeedsOf(t);
    const needed = new Set(
      t.steps.filter((s) => connectsOf(s).some((c) => needs.includes(c))).map((s) => s.id),
    );
    for (const id of needed) for (const f of followersOf(t.steps, id)) needed.add(f.id);
    return needed.size;
  }
  it('is the earliest there can be', () => {
    fc.assert(fc.property(anyTeardown, (t) => expect(testGate(t).after).toBe(fewest(t))));
  });
  it('stands after battery and speaker plug, with the case open', () => {
    const gate = testGate(handset);
    expect(order(handset).slice(0, gate.after).sort()).toEqual(['plug', 'speaker']);
    expect(gate.shutBefore).toEqual([]);
    expect(gate.never).toEqual(['port']);
  });
  it('says what has to be shut before it, when the battery sits outside the board screws', () => {
    const outside = device([step('door', 'battery'), step('board', 'screws', ['door'])]);
    expect(testGate(outside).shutBefore.map((s) => s.id)).toEqual(['board']);
  });
});

describe('closing in an order of its own', () => {
  /** A plug that was pulled before the board came out, and that cannot be reached once the board is screwed down. */
  const plugFirst = device([
    step('clips', 'clips'),
    step('plug', 'cable', ['clips']),
    step('board', 'screws', ['plug']),
  ]);
  it('what was said comes first, though the opening ran the other way', () => {
    expect(order(plugFirst)).toEqual(['board', 'plug', 'clips']);
    const said = withClosingRule(plugFirst, { first: 'plug', then: 'board' });
    expect(said && order(said)).toEqual(['plug', 'board', 'clips']);
    const turned = said && withClosingRule(said, { first: 'board', then: 'plug' });
    expect(turned?.closingFirst).toEqual([{ first: 'board', then: 'plug' }]);
  });
  it('a circle is refused, and named by its field', () => {
    const both = {
      ...plugFirst,
      closingFirst: [
        { first: 'plug', then: 'board' },
        { first: 'board', then: 'plug' },
      ],
    };
    expect(closingFault(both)).toMatchObject({ code: 'closing-circle', path: 'closingFirst' });
    expect(closingFault(plugFirst)).toBeNull();
  });
  it('of any graph and any rules that are taken, every step is closed once and every rule holds', () => {
    fc.assert(
      fc.property(anyTeardown, fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 5 }), (t, pairs) => {
        const ids = t.steps.map((s) => s.id);
        let now = t;
        for (const [a, b] of pairs) {
          const [first = '', then = ''] = [ids[a % ids.length], ids[b % ids.length]];
          if (first !== then) now = withClosingRule(now, { first, then }) ?? now;
        }
        const o = order(now);
        expect([...o].sort()).toEqual([...ids].sort());
        for (const r of now.closingFirst) expect(o.indexOf(r.first)).toBeLessThan(o.indexOf(r.then));
        for (const [id, before] of closedBefore(now))
          for (const b of before) expect(o.indexOf(b)).toBeLessThan(o.indexOf(id));
      }),
    );
  });
});

describe('what a step connects', () => {
  const named = (kind: StepKind, place: string) => connectsOf({ kind, place, frees: '', connects: null });
  it('follows from its kind and its name, and can be said otherwise', () => {
    expect(named('cable', 'speaker, two pins')).toEqual(['speaker']);
    expect(named('solder-joint', 'red battery wire')).toEqual(['battery']);
    expect(named('latch', 'display ribbon')).toEqual(['screen']);
    expect(named('press-fit', 'volume knob')).toEqual(['button']);
    expect(named('cable', 'white plug, notch up')).toEqual(['other']);
    expect(named('screws', 'battery door')).toEqual([]);
    expect(connectsOf({ kind: 'cable', place: 'speaker', frees: '', connects: [] })).toEqual([]);
  });
  it('all that was unplugged is needed for the test, unless it is spared', () => {
    const t = device([step('lid', 'screws'), step('speaker', 'cable', ['lid'])], ['port']);
    expect(testNeedsOf(t)).toEqual(['port', 'speaker']);
    expect(testGate(t).after).toBe(1);
    expect(testNeedsOf({ ...t, spared: ['speaker'] })).toEqual(['port']);
  });
  it('the test stands after plugs and before seals, glue and lids', () => {
    const t = device([
      step('glue', 'glue'),
      step('seal', 'gasket', ['glue']),
      step('speaker', 'cable', ['seal']),
      step('cell wire', 'solder-joint', ['seal']),
    ]);
    expect(order(t).slice(0, testGate(t).after).sort()).toEqual(['cell wire', 'speaker']);
  });
  it('an unsoldered wire of the cell is the battery: soldered back, it shuts the gate', () => {
    const t: Teardown = { ...device([step('black cell wire', 'solder-joint')]), battery: 'out' };
    expect(batteryGate(t)).toEqual({ open: true });
    expect(batteryGate(t, ['black cell wire'])).toMatchObject({ open: false, code: 'in-again' });
    expect(batteryGate({ ...t, battery: 'unanswered' })).toMatchObject({
      message: expect.stringContaining('Step 1'),
    });
  });
  it('what was opened by cutting is replaced, not set back', () => {
    expect(closingOrder(device([step('sleeve', 'cut')]))[0]?.title).toBe('Replace what was cut: sleeve');
  });
});

describe('a group of screws in one line', () => {
  it.each([
    ['b 2 6', 'b', { count: 2, lengthMm: 6 }],
    ['back cover 4', 'back cover', { count: 4 }],
    ['under foot 2 4 8', 'under foot 2', { count: 4, lengthMm: 8 }],
    [
      'hinge 2x star 6.5mm coarse black -1 a3',
      'hinge',
      {
        count: 2,
        drive: 'star',
        lengthMm: 6.5,
        thread: 'coarse',
        colour: 'black',
        missing: 1,
        compartment: 'A3',
      },
    ],
    ['x3 5,5 lid', 'lid', { count: 3, lengthMm: 5.5 }],
    ['', '', {}],
  ])('%j', (line, place, fasteners) => {
    expect(parseScrewLine(line, USUAL_TRAY_NAMES)).toEqual({ ok: true, place, fasteners });
  });
  it('refuses what is no screw, with the figure', () => {
    expect(parseScrewLine('back 120')).toMatchObject({ ok: false, message: expect.stringContaining('120') });
    expect(parseScrewLine('back 2 900')).toMatchObject({
      ok: false,
      message: expect.stringContaining('900 mm'),
    });
    expect(parseScrewLine('back 2.5')).toMatchObject({ ok: false });
  });
  it('reads back what it prints', () => {
    const anyGroup = fc.record({
      count: fc.integer({ min: 1, max: 99 }),
      missing: fc.integer({ min: 0, max: 9 }),
      drive: fc.constantFrom('cross', 'slot', 'hex', 'star', 'three-wing', 'pentagon'),
      lengthMm: fc.option(fc.integer({ min: 1, max: 400 }).map((n) => n / 2)),
      thread: fc.constantFrom('coarse', 'fine', 'unknown'),
      colour: fc.constantFrom('', 'black', 'silver'),
      compartment: fc.constantFrom('', 'A1', 'B6'),
    }) as fc.Arbitrary<Fasteners>;
    fc.assert(
      fc.property(anyGroup, fc.constantFrom('back', 'left foot', ''), (group, place) => {
        const usual: Fasteners = {
          ...group,
          missing: 0,
          drive: 'cross',
          lengthMm: null,
          thread: 'unknown',
          colour: '',
          compartment: '',
        };
        const read = parseScrewLine(printScrewLine(place, group), USUAL_TRAY_NAMES);
        if (!read.ok) throw new Error(read.message);
        expect(read.place).toBe(place);
        expect({ ...usual, ...read.fasteners }).toEqual(group);
      }),
    );
  });
});

describe('the graph', () => {
  it('refuses doubled, unknown and later steps, naming the field', () => {
    expect(stepFault(device([step('a', 'clips'), step('a', 'clips')]))).toMatchObject({
      code: 'duplicate-id',
      path: 'steps.1.id',
    });
    expect(stepFault(device([step('a', 'clips', ['x'])]))).toMatchObject({
      code: 'unknown-step',
      path: 'steps.0.after.0',
    });
    expect(stepFault(device([step('a', 'clips', ['b']), step('b', 'clips')]))).toMatchObject({
      code: 'later-step',
    });
    expect(stepFault(device([step('a', 'clips', ['a'])]))).toMatchObject({ code: 'later-step' });
    expect(stepFault(handset)).toBeNull();
  });
  it('without a step, what followed it follows what it followed', () => {
    const steps = withoutStep(handset.steps, 'clips');
    expect(steps.find((s) => s.id === 'board')?.after).toEqual(['cover']);
    expect(stepFault(device(steps))).toBeNull();
  });
});

describe('the tray', () => {
  const screws = (
    id: string,
    thread: 'coarse' | 'fine',
    lengthMm: number | null,
    colour = '',
    compartment = id,
  ): OpeningStep =>
    step(id, 'screws', [], {
      fasteners: { count: 2, missing: 0, drive: 'cross', lengthMm, thread, colour, compartment },
    });
  const codes = (...steps: OpeningStep[]): string[] => trayWarnings(device(steps)).map((w) => w.code);
  it('warns of groups that look alike and differ in thread', () => {
    expect(codes(screws('a', 'coarse', 6), screws('b', 'fine', 6.5))).toEqual(['look-alike']);
    expect(codes(screws('a', 'coarse', 6), screws('b', 'fine', 9))).toEqual([]);
    expect(codes(screws('a', 'coarse', 6, 'black'), screws('b', 'fine', 6, 'silver'))).toEqual([]);
    expect(codes(screws('a', 'coarse', null), screws('b', 'fine', 6))).toEqual(['look-alike']);
  });
  it('warns of two groups in one compartment, and of one in none', () => {
    expect(codes(screws('a', 'fine', 4, '', 'A1'), screws('b', 'fine', 9, '', 'A1'))).toEqual(['shared']);
    expect(codes(screws('a', 'fine', 4, '', ''))).toEqual(['nowhere']);
  });
  it('has its compartments named row by row, or by hand', () => {
    expect(trayCompartments({ rows: 2, columns: 3, names: ['', 'long ones'] })).toEqual([
      'A1',
      'long ones',
      'A3',
      'B1',
      'B2',
      'B3',
    ]);
    expect(freeCompartment(USUAL_TRAY, device([screws('a', 'fine', 4, '', 'A1')]))).toBe('A2');
    expect(
      freeCompartment({ rows: 1, columns: 1, names: [] }, device([screws('a', 'fine', 4, '', 'A1')])),
    ).toBeNull();
    expect(() => trayCompartments({ rows: 0, columns: 3, names: [] })).toThrow(/rows/);
  });
});

describe('coming back', () => {
  it('after weeks says how long', () => {
    const now = new Date('2026-11-25T12:00:00Z');
    expect(openedDaysAgo({ ...EMPTY_TEARDOWN, openedAt: '2026-10-25T10:00:00Z' }, now)).toBe(31);
    expect(openedDaysAgo(EMPTY_TEARDOWN, now)).toBeNull();
    expect(() => openedDaysAgo({ ...EMPTY_TEARDOWN, openedAt: 'soon' }, now)).toThrow(RangeError);
  });
  it('the next of the model starts from its card: steps there, nothing open, battery to be answered', () => {
    const card = makeModelCard(
      ' Tollgate ',
      'AG-3',
      ['lithium-cell'],
      { ...handset, battery: 'out', opened: true, openedAt: '2026-01-01T00:00:00Z' },
      'Strap side first.',
    );
    const next = teardownFromCard(card);
    expect(next).toMatchObject({ battery: 'unanswered', opened: false, openedAt: null });
    expect(next.steps).toEqual(handset.steps);
    expect(modelKey('Tollgate', 'ag-3 ')).toBe(modelKey(' tollgate', 'AG-3'));
    expect(() => makeModelCard('Tollgate', '  ', [], handset, '')).toThrow(RangeError);
  });
});
