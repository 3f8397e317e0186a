import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { HAPPENINGS } from '../job/happening';
import { seeded } from '../practice/seeded';
import { SYMPTOMS } from './cautions';
import type { FaultSite } from './fault-site';
import { FAULT_SITES, SITE_SHEETS, sitePriors } from './fault-site';
import type { TriageInput } from './triage';
import { triage } from './triage';
import { FAULT_PAIRS, pairRow } from './fault-pair';
import { outcomeOf, ROW_ORDER, TRIAGE_CHECKS } from './triage-checks';

const nothing: TriageInput = { priors: sitePriors(), happened: [], symptoms: [], answers: [], cannot: [] };
const lead = (input: Partial<TriageInput>): FaultSite =>
  triage({ ...nothing, ...input }).sites[0]?.site ?? 'elsewhere';

describe('the tables', () => {
  it('shares sum to 1, and every check sums to 1 at every site, with one fault and with two', () => {
    expect(FAULT_SITES.reduce((n, s) => n + SITE_SHEETS[s].share, 0)).toBeCloseTo(1, 9);
    ROW_ORDER.forEach((site, i) => {
      for (const check of TRIAGE_CHECKS)
        expect(
          `${check.id} ${site} ${check.outcomes.reduce((n, o) => n + (o.row[i] ?? 0), 0).toFixed(6)}`,
        ).toBe(`${check.id} ${site} 1.000000`);
    });
    for (const check of TRIAGE_CHECKS) {
      expect([...check.strongest].sort()).toEqual(check.outcomes.map((o) => o.id).sort());
      for (const pair of FAULT_PAIRS)
        expect(pairRow(check, pair).reduce((n, p) => n + p, 0)).toBeCloseTo(1, 9);
    }
    expect([...ROW_ORDER].sort()).toEqual([...FAULT_SITES].sort());
  });
});

describe('what repairers know (common practice)', () => {
  it('a connector that moves is a port repair; firm, look elsewhere', () => {
    expect(['joints', 'pads']).toContain(lead({ answers: [{ checkId: 'flex', outcome: 'moves' }] }));
    expect(['joints', 'pads']).not.toContain(lead({ answers: [{ checkId: 'flex', outcome: 'firm' }] }));
  });
  it('works with another cable, and nothing moves: it was the cable', () => {
    const answers = [
      { checkId: 'other-cable', outcome: 'works' },
      { checkId: 'flex', outcome: 'firm' },
    ];
    const report = triage({ ...nothing, answers });
    expect(report.sites[0]).toMatchObject({ site: 'cable' });
    expect(report.sites[0]?.p).toBeGreaterThan(0.8);
  });
  it('flashes a while and stops: the battery', () => {
    expect(lead({ symptoms: ['flashes-then-stops'], answers: [{ checkId: 'flex', outcome: 'firm' }] })).toBe(
      'battery',
    );
  });
  it('a port that is missing is a port repair: nothing more is asked from outside, the pads are looked at', () => {
    const report = triage({ ...nothing, happened: 'yanked', symptoms: ['dead', 'port-missing'] });
    expect(report.next?.check.id).toBe('pads-seen');
    const looked = triage({
      ...nothing,
      happened: 'yanked',
      symptoms: ['dead', 'port-missing'],
      answers: [{ checkId: 'pads-seen', outcome: 'torn' }],
    });
    expect(looked.verdict).toMatchObject({ sure: true, site: 'pads', words: 'torn pads or tracks' });
    expect(looked.next).toBeNull();
  });
  it('joints and pads are told apart by looking, and by nothing from outside', () => {
    const moved = {
      ...nothing,
      answers: [{ checkId: 'flex', outcome: 'moves' }],
      symptoms: ['port-loose'] as const,
    };
    const cannot = triage({ ...moved, cannot: ['pads-seen', 'behind-volts', 'cell-volts'] });
    expect(cannot.verdict).toMatchObject({ sure: true, words: 'the port: joints, pads or tracks' });
    for (const [outcome, site] of [
      ['joints', 'joints'],
      ['torn', 'pads'],
    ] as const)
      expect(
        triage({ ...moved, answers: [...moved.answers, { checkId: 'pads-seen', outcome }] }).sites[0]?.site,
      ).toBe(site);
  });
  it('is never sure without a check that says so', () => {
    const told = triage({
      ...nothing,
      happened: ['worn'],
      symptoms: ['dies-off-lead', 'flashes-then-stops'],
    });
    expect(told.sites[0]).toMatchObject({ site: 'battery' });
    expect(told.sites[0]?.p).toBeGreaterThan(0.9);
    expect(told.verdict?.sure ?? false).toBe(false);
  });
  it('figures are read as what they mean: ohms of a short, volts of a cell', () => {
    const check = (id: string) => TRIAGE_CHECKS.find((c) => c.id === id);
    const [ohms, cell, flex] = [check('vbus-ohms'), check('cell-volts'), check('flex')];
    if (!ohms || !cell || !flex) throw new Error('a check is missing');
    expect(outcomeOf(ohms, 3)).toBe('short');
    expect(outcomeOf(ohms, 47e3)).toBe('usual');
    expect(outcomeOf(ohms, Infinity)).toBe('open');
    expect(outcomeOf(cell, 1.1)).toBe('spent');
    expect(outcomeOf(cell, 3.7)).toBe('held');
    expect(() => outcomeOf(flex, 1)).toThrow(/flex/);
    expect(() => outcomeOf(ohms, Number.NaN)).toThrow(RangeError);
  });
  it('cables of type C are asked of type C only, a cell only where there may be one', () => {
    const ids = (more: Partial<TriageInput>): string[] => {
      const cannot: string[] = [];
      for (let r = triage({ ...nothing, ...more, open: true, cannot }); r.next;) {
        cannot.push(r.next.check.id);
        r = triage({ ...nothing, ...more, open: true, cannot });
      }
      return cannot;
    };
    expect(ids({ family: 'micro-b', hasCell: false })).not.toContain('c-to-c');
    expect(ids({ family: 'micro-b', hasCell: false })).not.toContain('cell-volts');
    const firm = [
      { checkId: 'flex', outcome: 'firm' },
      { checkId: 'other-cable', outcome: 'same' },
    ];
    expect(ids({ hasCell: true, answers: firm })).toContain('cell-volts');
    expect(ids({ hasCell: false, answers: firm })).not.toContain('cell-volts');
  });
  it('got wet: no check that powers it before it is open, dry and clean', () => {
    const wet = triage({ ...nothing, happened: ['wet'], symptoms: ['dead'] });
    expect(wet).toMatchObject({ noPower: true, heldBack: 'wet' });
    expect(wet.next?.check.powers ?? false).toBe(false);
    expect(triage({ ...nothing, happened: ['wet'], symptoms: ['dead'], open: true }).heldBack).not.toBe(
      'wet',
    );
  });
  it('pulls the charger down: a short, and no check that powers it is proposed', () => {
    const report = triage({ ...nothing, symptoms: ['pulls-charger-down'] });
    expect(report.sites[0]?.site).toBe('short');
    expect(report.noPower).toBe(true);
    expect(report.next?.check.powers ?? false).toBe(false);
  });
});

describe('the next check', () => {
  it('is one at a time, with its reason, and skips what cannot be done', () => {
    const first = triage(nothing).next;
    expect(first?.why).toMatch(/would point to/);
    const second = triage({ ...nothing, cannot: [first?.check.id ?? ''] }).next;
    expect(second?.check.id).not.toBe(first?.check.id);
  });
  it('comes to a verdict whatever is answered', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...HAPPENINGS),
        fc.subarray([...SYMPTOMS]),
        fc.infiniteStream(fc.nat()),
        (happened, symptoms, picks) => {
          let input: TriageInput = { ...nothing, happened, symptoms };
          for (let n = 0; n <= TRIAGE_CHECKS.length; n += 1) {
            const report = triage(input);
            const sum = report.sites.reduce((n, s) => n + s.p, 0);
            expect(sum).toBeGreaterThan(1 - 1e-9);
            expect(sum).toBeLessThan(2 + 1e-9);
            for (const s of report.sites) expect(s.p).toBeLessThanOrEqual(1 + 1e-9);
            expect(report.odds).toBeGreaterThan(0);
            if (report.verdict) {
              expect(report.next).toBeNull();
              return;
            }
            const check = report.next?.check;
            if (!check) throw new Error('neither a check nor a verdict');
            const outcome = check.outcomes[(picks.next().value as number) % check.outcomes.length]?.id ?? '';
            input = { ...input, answers: [...input.answers, { checkId: check.id, outcome }] };
          }
          throw new Error('it does not come to an end');
        },
      ),
    );
  });
  it('finds the site of made-up devices far more often than the commonest guess', () => {
    let right = 0;
    let asked = 0;
    const random = seeded(7);
    const rounds = 400;
    for (let n = 0; n < rounds; n += 1) {
      const u = random();
      let sum = 0;
      const truth = FAULT_SITES.find((s) => (sum += SITE_SHEETS[s].share) > u) ?? 'elsewhere';
      let input = nothing;
      for (let report = triage(input); report.next; report = triage(input)) {
        const v = random();
        let c = 0;
        const outcome =
          report.next.check.outcomes.find((o) => (c += o.row[ROW_ORDER.indexOf(truth)] ?? 0) > v)?.id ??
          report.next.check.outcomes[0]?.id ??
          '';
        input = { ...input, answers: [...input.answers, { checkId: report.next.check.id, outcome }] };
        asked += 1;
      }
      const found = triage(input).sites[0]?.site;
      const alike = (s: FaultSite | undefined): string =>
        s === 'joints' || s === 'pads' ? 'port' : (s ?? '');
      if (alike(found) === alike(truth)) right += 1;
    }
    // The commonest guess, the port, is right half of the time.
    expect(right / rounds).toBeGreaterThan(0.75);
    expect(asked / rounds).toBeLessThan(TRIAGE_CHECKS.length);
  });
  it('names the answer that fits worst', () => {
    const report = triage({
      ...nothing,
      happened: 'yanked',
      symptoms: ['port-missing', 'port-loose'],
      answers: [{ checkId: 'flex', outcome: 'firm' }],
    });
    expect(report.doubtful?.words).toMatch(/Flex test/);
  });
  it('refuses an unknown check', () => {
    expect(() => triage({ ...nothing, answers: [{ checkId: 'horoscope', outcome: 'fine' }] })).toThrow(
      RangeError,
    );
  });
});

describe('priors', () => {
  it('move with own closed jobs: 20 made-up jobs against real ones', () => {
    const battery = (own: number): number =>
      sitePriors({}, { battery: own }).find((p) => p.site === 'battery')?.p ?? 0;
    expect(battery(0)).toBeCloseTo(0.07, 3);
    expect(battery(20)).toBeCloseTo((1.4 + 20) / 40, 3);
  });
  it('can be set by hand, on any scale, and refuse what is no share', () => {
    const hand = Object.fromEntries(FAULT_SITES.map((s) => [s, s === 'cable' ? 10 : 0]));
    expect(sitePriors(hand)[0]?.p).toBeGreaterThan(0.999);
    expect(() => sitePriors({ cable: -1 })).toThrow(/cable/);
    expect(() => sitePriors({}, { pads: -2 })).toThrow(/pads/);
    expect(() => sitePriors(Object.fromEntries(FAULT_SITES.map((s) => [s, 0])))).toThrow(RangeError);
  });
});
