import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { HAPPENINGS } from '../job/happening';
import { seeded } from '../practice/seeded';
import { SYMPTOMS } from './cautions';
import type { FaultSite } from './fault-site';
import { FAULT_SITES, SITE_SHEETS, sitePriors } from './fault-site';
import type { TriageInput } from './triage';
import { triage } from './triage';
import { ROW_ORDER, STORY_ROWS, TRIAGE_CHECKS } from './triage-checks';

const nothing: TriageInput = { priors: sitePriors(), happened: null, symptoms: [], answers: [], cannot: [] };
const lead = (input: Partial<TriageInput>): FaultSite =>
  triage({ ...nothing, ...input }).sites[0]?.site ?? 'elsewhere';

describe('the tables', () => {
  it('shares sum to 1, and every check and story sums to 1 at every site', () => {
    expect(FAULT_SITES.reduce((n, s) => n + SITE_SHEETS[s].share, 0)).toBeCloseTo(1, 9);
    ROW_ORDER.forEach((site, i) => {
      for (const check of TRIAGE_CHECKS)
        expect(
          `${check.id} ${site} ${check.outcomes.reduce((n, o) => n + (o.row[i] ?? 0), 0).toFixed(6)}`,
        ).toBe(`${check.id} ${site} 1.000000`);
      expect(Object.values(STORY_ROWS).reduce((n, row) => n + (row[i] ?? 0), 0)).toBeCloseTo(1, 6);
    });
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
  it('a port that is missing is a torn port, and nothing more need be asked', () => {
    const report = triage({ ...nothing, happened: 'yanked', symptoms: ['dead', 'port-missing'] });
    expect(report.verdict).toMatchObject({ sure: true, words: 'the port: joints, pads or tracks' });
    expect(report.next).toBeNull();
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
            expect(report.sites.reduce((sum, s) => sum + s.p, 0)).toBeCloseTo(1, 9);
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
