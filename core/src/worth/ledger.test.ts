import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { ledgerCsv } from '../formats/job-csv';
import type { LedgerLine } from '../job/ledger-line';
import { ledgerLine } from '../job/ledger-line';
import { EMPTY_DOCUMENTS } from '../job/job-record';
import { jobView } from '../job/job-view';
import {
  ledgerCalibration,
  ledgerCauses,
  ledgerJoints,
  ledgerKinds,
  ledgerMonths,
  ledgerTotals,
  ledgerWaits,
} from './ledger';

const line = (more: Partial<LedgerLine> = {}): LedgerLine => ({
  jobId: 'a',
  name: 'Tide clock',
  make: 'Oriel',
  model: 'T1',
  kinds: ['torn'],
  family: 'micro-b',
  takenInAt: '2026-09-03T10:00:00.000Z',
  handedBackAt: '2026-11-20T10:00:00.000Z',
  handedBack: true,
  parked: false,
  proved: true,
  minutes: 120,
  cost: 4,
  replacement: 40,
  faultSite: 'pads',
  odds: [],
  acts: [],
  waits: [],
  part: 'micro-B',
  ...more,
});
const HERE = {
  handedBack: false,
  handedBackAt: null,
  minutes: null,
  faultSite: null,
  proved: false,
} as const;

describe('the books', () => {
  it('sum what was handed back, each sum with the jobs that it is from', () => {
    const totals = ledgerTotals([
      line(),
      line({ minutes: null, replacement: null, cost: 6 }),
      line({ ...HERE, cost: 100 }),
    ]);
    expect(totals).toMatchObject({
      takenIn: 3,
      handedBack: 2,
      minutes: { value: 120, from: 1 },
      cost: { value: 10, from: 2 },
      saved: { value: 36, from: 1 },
    });
  });
  it('of none are empty, not wrong', () => {
    expect(ledgerTotals([])).toMatchObject({ takenIn: 0, saved: { value: 0, from: 0 } });
    expect(ledgerMonths([])).toEqual([]);
    expect(ledgerKinds([])).toEqual([]);
    expect(ledgerCauses([])).toEqual([]);
    expect(ledgerCalibration([])).toEqual([]);
  });
  it('go month by month, the empty ones among them', () => {
    const months = ledgerMonths([line(), line({ takenInAt: '2026-11-30T23:59:59.000Z', ...HERE })]);
    expect(months.map((m) => [m.month, m.takenIn, m.handedBack])).toEqual([
      ['2026-09', 1, 0],
      ['2026-10', 0, 0],
      ['2026-11', 1, 1],
    ]);
  });
  it('a month after 31 January is February', () => {
    const months = ledgerMonths([
      line({ takenInAt: '2026-01-31T10:00:00.000Z', handedBackAt: '2026-03-01T10:00:00.000Z' }),
    ]);
    expect(months.map((m) => m.month)).toEqual(['2026-01', '2026-02', '2026-03']);
  });
  it('a job of two kinds counts in both; proved counts among what went back', () => {
    const kinds = ledgerKinds([
      line({ kinds: ['torn', 'part-behind'] }),
      line({ proved: false }),
      line({ ...HERE, parked: true }),
    ]);
    expect(kinds).toEqual([
      { kind: 'torn', jobs: 3, handedBack: 2, proved: 1, parked: 1, minutes: { value: 120, from: 2 } },
      { kind: 'part-behind', jobs: 1, handedBack: 1, proved: 1, parked: 0, minutes: { value: 120, from: 1 } },
    ]);
  });
  it('causes, joints and waits by their middle', () => {
    const lines = [
      line({ minutes: 60, acts: [{ kind: 'wire', minutes: 10 }], waits: [{ kind: 'post', minutes: 4000 }] }),
      line({
        minutes: 100,
        acts: [
          { kind: 'wire', minutes: 30 },
          { kind: 'off', minutes: 9 },
        ],
      }),
      line({ faultSite: 'short' }),
    ];
    expect(ledgerCauses(lines)[0]).toEqual({ site: 'pads', jobs: 2, minutes: { value: 80, from: 2 } });
    expect(ledgerJoints(lines)).toEqual([{ kind: 'wire', minutes: { value: 20, from: 2 } }]);
    expect(ledgerWaits(lines)).toEqual([{ kind: 'post', minutes: { value: 4000, from: 1 } }]);
  });
  it('odds that were drawn come true as often as they say', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        let state = seed;
        const random = (): number => (state = (state * 48271) % 2147483647) / 2147483647;
        const lines = Array.from({ length: 3000 }, () => {
          const p = random();
          const site = random() < p ? ('pads' as const) : ('short' as const);
          return line({
            faultSite: site,
            odds: [
              { site: 'pads', p },
              { site: 'short', p: 1 - p },
            ],
          });
        });
        const deciles = ledgerCalibration(lines);
        expect(deciles.reduce((s, d) => s + d.count, 0)).toBe(6000);
        // Five standard deviations of some 600 throws.
        for (const d of deciles)
          expect(Math.abs(d.said - d.came)).toBeLessThan(5 * Math.sqrt(0.25 / d.count));
      }),
      { numRuns: 20 },
    );
  });
  it('as CSV have a line a job, and a name that looks like a formula is none', () => {
    const csv = ledgerCsv([line({ name: '=1+1' }), line({ ...HERE, jobId: 'b' })]);
    const rows = csv.trim().split('\n');
    expect(rows).toHaveLength(3);
    expect(rows[1]).toContain("'=1+1");
    expect(rows[2]).toContain('b,Tide clock');
  });
});

describe('the line of a job', () => {
  const record = {
    ...EMPTY_DOCUMENTS,
    intake: {
      ...EMPTY_DOCUMENTS.intake,
      name: 'Tide clock',
      happened: ['yanked' as const],
      symptoms: ['dead' as const],
      worth: {
        ...EMPTY_DOCUMENTS.intake.worth,
        partPrice: 1,
        postage: 9,
        sharedBy: 3,
        consumables: 0.5,
        hours: 5,
        hourWorth: 50,
      },
    },
    closing: { ...EMPTY_DOCUMENTS.closing, faultSite: 'pads' as const, handedBack: true },
    rebuild: {
      ...EMPTY_DOCUMENTS.rebuild,
      did: [
        { id: 'row1.1', how: 'wire', wireMm: 0.1, lengthMm: 12, minutes: 14 },
        { id: 'clean', how: 'braid', wireMm: null, lengthMm: null, minutes: null },
      ],
    },
    readings: [],
    results: [],
  };
  it('costs what was paid, not the hours; acts without minutes are left out', () => {
    const made = ledgerLine(jobView(record), 'a', '2026-11-01T00:00:00.000Z');
    expect(made.cost).toBeCloseTo(1 + 3 + 0.5, 9);
    expect(made.acts).toEqual([{ kind: 'wire', minutes: 14 }]);
  });
  it('has no cost where the sums were left as they were proposed: a figure that nobody said is none', () => {
    const { worth } = EMPTY_DOCUMENTS.intake;
    const left = { ...record, intake: { ...record.intake, worth: { ...worth, replacement: 60 } } };
    const made = ledgerLine(jobView(left), 'a', '');
    expect(made.cost).toBeNull();
    expect(ledgerTotals([made])).toMatchObject({ cost: { value: 0, from: 0 }, saved: { from: 0 } });
  });
  it('odds are those of take-in: what was seen inside later does not move them', () => {
    const before = ledgerLine(jobView(record), 'a', '').odds;
    const after = ledgerLine(
      jobView({ ...record, teardown: { ...record.teardown, battery: 'none', opened: true } }),
      'a',
      '',
    ).odds;
    expect(before.length).toBeGreaterThan(3);
    expect(after).toEqual(before);
    expect(before.reduce((s, o) => s + o.p, 0)).toBeGreaterThan(0.9);
  });
  it('without a told fault or without answers there are no odds to hold it against', () => {
    const untold = { ...record, closing: { ...record.closing, faultSite: null } };
    expect(ledgerLine(jobView(untold), 'a', '').odds).toEqual([]);
    const unasked = { ...record, intake: { ...record.intake, happened: [], symptoms: [] } };
    expect(ledgerLine(jobView(unasked), 'a', '').odds).toEqual([]);
  });
});
