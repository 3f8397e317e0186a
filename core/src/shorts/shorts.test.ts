import { describe, expect, it } from '@jest/globals';
import { microRow } from '../testing/test-port';
import fc from 'fast-check';
import { EMPTY_BOARD } from '../board/board';
import { testComponent, testPoint, testReading } from '../testing/test-board';
import { shortedRail } from '../practice/shorted-rail';
import { traceContext } from '../belief/trace-context';
import type { Hunt, HuntResult } from './hunt-chances';
import { huntReport, liftingSeconds } from './hunt';
import { huntChances, railOhms } from './hunt-chances';
import { EMPTY_REBUILD } from '../rebuild/rebuild-plan';
import { workItems } from '../rebuild/work-items';
import { EMPTY_HUNT, foundPart, huntOf, looksShorted } from './hunt-record';
import type { Suspect, SuspectKind } from './suspect';
import { LIFT_SECONDS, SUSPECT_KINDS } from './suspect';

const suspect = (id: string, kind: SuspectKind, stretch = 'near', scar = false): Suspect => ({
  id,
  label: id,
  kind,
  stretch,
  scar,
});
const hunt = (
  suspects: readonly Suspect[],
  results: readonly HuntResult[] = [],
  more: Partial<Hunt> = {},
): Hunt => ({
  suspects,
  links: [{ a: 'near', b: 'far', ohms: 0.3 }],
  results,
  meterOhms: 0.03,
  record: {},
  ...more,
});

describe('the chances', () => {
  it('sum to 1 whatever was done', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5000 }),
        fc.array(fc.boolean(), { maxLength: 6 }),
        (seed, looks) => {
          const rail = shortedRail(seed);
          const results = looks.map((scar, i): HuntResult => ({
            action: 'look',
            suspect: rail.suspects[i % rail.suspects.length]?.id ?? '',
            scar,
          }));
          const p = huntChances(hunt(rail.suspects, results, { links: rail.links }));
          expect(p.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('a part with a scar comes first of all (common practice)', () => {
    const report = huntReport(
      hunt([suspect('C1', 'ceramic'), suspect('C2', 'ceramic', 'near', true), suspect('U1', 'chip')]),
    );
    expect(report.chances[1]).toBe(Math.max(...report.chances));
    expect(report.next).toMatchObject({ action: 'lift', target: 'C2' });
  });
  it('the fewer ohms, the nearer: 0.2 here and 0.5 behind a coil of 0.3 say here', () => {
    const both = [suspect('C1', 'ceramic', 'near'), suspect('C2', 'ceramic', 'far')];
    const p = huntChances(
      hunt(both, [
        { action: 'measure', stretch: 'near', ohms: 0.2 },
        { action: 'measure', stretch: 'far', ohms: 0.5 },
      ]),
    );
    expect(p[0]).toBeGreaterThan(0.95);
    const q = huntChances(
      hunt(both, [
        { action: 'measure', stretch: 'near', ohms: 0.5 },
        { action: 'measure', stretch: 'far', ohms: 0.2 },
      ]),
    );
    expect(q[1]).toBeGreaterThan(0.95);
  });
  it('own jobs move the shares', () => {
    const two = [suspect('C1', 'ceramic'), suspect('U1', 'chip')];
    const [usual = 0] = huntChances(hunt(two));
    const [moved = 0] = huntChances(hunt(two, [], { record: { chip: 20 } }));
    expect(moved).toBeLessThan(usual);
  });
});

describe('the next action', () => {
  it('unplugs what unplugs before it lifts anything', () => {
    const all = [suspect('lamp', 'plugged'), suspect('C1', 'ceramic'), suspect('C2', 'ceramic')];
    const results: HuntResult[] = [];
    for (;;) {
      const { next } = huntReport(hunt(all, results));
      if (next?.action === 'look') results.push({ action: 'look', suspect: next.target, scar: false });
      else if (next?.action === 'measure')
        results.push({ action: 'measure', stretch: next.target, ohms: 0.6 });
      else {
        expect(next?.action).toBe('unplug');
        break;
      }
    }
  });
  it('lifts by chance over cost, for one fault the order of least expected time (checked against all orders)', () => {
    const four = [
      suspect('C1', 'ceramic'),
      suspect('U1', 'chip'),
      suspect('Q1', 'transistor'),
      suspect('b', 'bridge'),
    ];
    const p = huntChances(hunt(four));
    const orders = (list: readonly number[]): number[][] =>
      list.length < 2
        ? [[...list]]
        : list.flatMap((x, i) => orders([...list.slice(0, i), ...list.slice(i + 1)]).map((o) => [x, ...o]));
    const cost = (order: readonly number[]): number => {
      let spent = 0;
      return order.reduce((sum, i) => {
        spent += LIFT_SECONDS[four[i]?.kind ?? 'chip'];
        return sum + (p[i] ?? 0) * spent;
      }, 0);
    };
    expect(liftingSeconds(four, p)).toBeCloseTo(Math.min(...orders([0, 1, 2, 3]).map(cost)), 6);
  });
  it('ends with the part named', () => {
    const report = huntReport(
      hunt(
        [suspect('C1', 'ceramic'), suspect('C2', 'ceramic')],
        [{ action: 'lift', suspect: 'C2', gone: true }],
      ),
    );
    expect(report).toMatchObject({ found: 'C2', next: null });
  });
  it('made-up shorts are found, every one, with fewer lifts than capacitors first', () => {
    let [lifts, theirs] = [0, 0];
    for (let seed = 900; seed < 930; seed += 1) {
      const rail = shortedRail(seed);
      const results: HuntResult[] = [];
      for (;;) {
        const { next, found } = huntReport(hunt(rail.suspects, results, { links: rail.links }));
        if (found !== null) {
          expect(found).toBe(rail.culprit);
          break;
        }
        if (!next) throw new Error(`seed ${seed}: nothing left to do`);
        if (next.action === 'look')
          results.push({ action: 'look', suspect: next.target, scar: rail.scarred.has(next.target) });
        else if (next.action === 'unplug')
          results.push({ action: 'unplug', gone: rail.culprit.startsWith('plugged') });
        else if (next.action === 'measure')
          results.push({ action: 'measure', stretch: next.target, ohms: rail.ohmsAt.get(next.target) ?? 0 });
        else {
          lifts += 1;
          results.push({ action: 'lift', suspect: next.target, gone: next.target === rail.culprit });
        }
      }
      const order = ['ceramic', 'electrolytic', 'transistor'];
      const line = rail.suspects
        .filter((s) => s.kind !== 'plugged')
        .sort((a, b) => ((order.indexOf(a.kind) + 9) % 9) - ((order.indexOf(b.kind) + 9) % 9));
      theirs += rail.culprit.startsWith('plugged') ? 0 : 1 + line.findIndex((s) => s.id === rail.culprit);
    }
    expect(lifts).toBeLessThan(0.8 * theirs);
  });
  it('refuses doubled suspects, results of strangers, a meter that resolves nothing', () => {
    const one = [suspect('C1', 'ceramic')];
    expect(() => huntReport(hunt([...one, ...one]))).toThrow(/twice/);
    expect(() => huntReport(hunt(one, [{ action: 'lift', suspect: 'C9', gone: false }]))).toThrow(/C9/);
    expect(() => huntReport(hunt(one, [], { meterOhms: 0 }))).toThrow(/resolves/);
    expect(huntReport(hunt([]))).toEqual({ chances: [], found: null, next: null });
  });
});

describe('the way along the rail', () => {
  it('adds up links, and is endless where there is none', () => {
    const links = [
      { a: 'a', b: 'b', ohms: 0.2 },
      { a: 'b', b: 'c', ohms: 0.3 },
    ];
    expect(railOhms(links, 'a', 'c')).toBeCloseTo(0.5);
    expect(railOhms(links, 'a', 'z')).toBe(Infinity);
  });
});

describe('the hunt of a job', () => {
  const row = microRow();
  const board = {
    ...EMPTY_BOARD,
    rows: [{ ...row, pins: row.pins.map((p) => ({ ...p, state: 'sound' as const })) }],
    points: [testPoint('pour', 'pour', 9, 9)],
    components: [
      testComponent('C1', 'capacitor', null, 1, 2),
      testComponent('L1', 'inductor', null, 1, 6),
      testComponent('C2', 'capacitor', null, 1, 10),
      testComponent('R1', 'resistor', 10, 2, 3),
    ],
  };
  it('lists what may be short and parts the rail at the coil', () => {
    const made = huntOf(board, EMPTY_HUNT, { plugged: true, wet: true });
    expect(made.suspects.map((s) => s.id)).toEqual(['the port', 'a bridge', 'water', 'plugged', 'C1', 'C2']);
    expect(made.suspects.find((s) => s.id === 'C2')?.stretch).toBe('behind L1');
    for (const s of made.suspects) expect(SUSPECT_KINDS).toContain(s.kind);
  });
  it('keeps results of parts that are still there, and lets the others go', () => {
    const entries = [
      { action: 'look' as const, target: 'C1', yes: true, ohms: null },
      { action: 'lift' as const, target: 'C7', yes: false, ohms: null },
      { action: 'measure' as const, target: 'behind L1', yes: false, ohms: 0.4 },
      { action: 'unplug' as const, target: '', yes: false, ohms: null },
    ];
    expect(huntOf(board, { ...EMPTY_HUNT, entries }, { plugged: true, wet: false }).results).toHaveLength(3);
  });
  it('is offered when VBUS reads a short to ground, not otherwise', () => {
    expect(looksShorted(traceContext(board, [testReading('row1.1', 'pour', 0.6)]))).toBe(true);
    expect(looksShorted(traceContext(board, [testReading('row1.1', 'pour', 48_000)]))).toBe(false);
    expect(looksShorted(traceContext(board, [testReading('row1.2', 'pour', 0.6)]))).toBe(false);
  });
});

describe('what a hunt found', () => {
  const board = { components: [testComponent('C9', 'capacitor', null, 4, 4)], legs: [], cord: [] };
  const lifted = { action: 'lift' as const, target: 'C9', yes: true, ohms: null };
  it('is a part to be replaced, whatever the kind of job; no finished board', () => {
    expect(foundPart(board, { ...EMPTY_HUNT, entries: [{ ...lifted, yes: false }] })).toBeNull();
    const found = foundPart(board, { ...EMPTY_HUNT, entries: [lifted], marking: '107 6K' });
    expect(found).toEqual({ label: 'C9', marking: '107 6K' });
    const items = workItems(['same-port'], board, EMPTY_REBUILD.part, found, false);
    expect(items.map((i) => i.title)).toContain('Replace C9, 107 6K');
    expect(workItems(['same-port'], board, EMPTY_REBUILD.part, null, false).map((i) => i.id)).not.toContain(
      'part',
    );
  });
  it('waits for its marking', () => {
    const found = foundPart(board, { ...EMPTY_HUNT, entries: [lifted] });
    const [item] = workItems([], board, EMPTY_REBUILD.part, found, false);
    expect(item).toMatchObject({ title: 'Replace C9', waitsFor: expect.stringMatching(/marking/) });
  });
  it('a part whose answer is no is lifted and left off; with all answered no, the hunt ends', () => {
    let record = EMPTY_HUNT;
    const parts = {
      ...EMPTY_BOARD,
      components: [
        testComponent('C1', 'capacitor', null, 1, 3),
        testComponent('C2', 'capacitor', null, 5, 3),
      ],
    };
    for (let i = 0; i < 40; i += 1) {
      const { next } = huntReport(huntOf(parts, record, { plugged: false, wet: false }));
      if (!next) return;
      expect(next.title).not.toMatch(/Lift one end of the port/);
      record = {
        ...record,
        entries: [
          ...record.entries,
          {
            action: next.action,
            target: next.target,
            yes: false,
            ohms: next.action === 'measure' ? 0.6 : null,
          },
        ],
      };
    }
    throw new Error('the hunt does not come to an end');
  });
});
