import type { InquiryModel } from '../inquiry/model';
import { inquiryModel } from '../inquiry/model';
import type { RankedTest } from '../inquiry/best-tests';
import { bestTests } from '../inquiry/best-tests';
import type { Doubtful } from '../inquiry/doubtful-evidence';
import { doubtfulEvidence } from '../inquiry/doubtful-evidence';
import type { Evidence } from '../inquiry/model';
import { posterior } from '../inquiry/posterior';
import { USUAL_LIMITS } from '../inquiry/stop-rule';
import type { Happening } from '../job/happening';
import type { Symptom } from './cautions';
import type { FaultSite, SitePrior } from './fault-site';
import { SITE_GROUPS, SITE_SHEETS } from './fault-site';
import type { TriageCheck } from './triage-checks';
import { ROW_ORDER, STORY_ROWS, SYMPTOM_ROWS, TRIAGE_CHECKS } from './triage-checks';

/** People misjudge a wiggle or a light about this often (common practice). */
export const TRIAGE_ERROR_RATE = 0.03;

export interface TriageInput {
  readonly priors: readonly SitePrior[];
  readonly happened: Happening | null;
  readonly symptoms: readonly Symptom[];
  readonly answers: readonly { readonly checkId: string; readonly outcome: string }[];
  readonly cannot: readonly string[];
}

export interface SiteChance {
  readonly site: FaultSite;
  readonly p: number;
  readonly prior: number;
}

export interface TriageReport {
  /** Likeliest first. */
  readonly sites: readonly SiteChance[];
  readonly next: { readonly check: TriageCheck; readonly ranked: RankedTest; readonly why: string } | null;
  /** When sure enough, or when nothing more is worth asking. */
  readonly verdict: {
    readonly sure: boolean;
    readonly words: string;
    readonly p: number;
    readonly open: string;
  } | null;
  /** The answer that fits worst, when it fits badly. */
  readonly doubtful: (Doubtful & { readonly words: string }) | null;
  /** Chance that a repair by hand cures it. */
  readonly odds: number;
  /** Checks that would power it are held back: a short is suspected. */
  readonly noPower: boolean;
}

function modelOf(priors: readonly SitePrior[]): InquiryModel {
  const hypotheses = ROW_ORDER.map((site) => ({
    id: site,
    weight: priors.find((p) => p.site === site)?.weight ?? SITE_SHEETS[site].share,
  }));
  const checks = TRIAGE_CHECKS.map((c) => ({
    id: c.id,
    seconds: c.seconds,
    outcomes: c.outcomes.map((o) => o.id),
    chances: c.outcomes.map((o) => o.row),
  }));
  const symptoms = Object.entries(SYMPTOM_ROWS).map(([id, row]) => ({
    id: `symptom ${id}`,
    seconds: 1,
    outcomes: ['yes', 'no'],
    chances: [row, row.map((p) => 1 - p)],
  }));
  const stories = Object.entries(STORY_ROWS);
  const story = {
    id: 'story',
    seconds: 1,
    outcomes: stories.map(([id]) => id),
    chances: stories.map(([, row]) => row),
  };
  return inquiryModel(hypotheses, [...checks, ...symptoms, story], TRIAGE_ERROR_RATE);
}

function evidenceOf({ happened, symptoms, answers }: TriageInput): Evidence[] {
  return [
    ...(happened !== null && happened !== 'unknown' ? [{ testId: 'story', outcome: happened }] : []),
    ...symptoms.filter((s) => s in SYMPTOM_ROWS).map((s) => ({ testId: `symptom ${s}`, outcome: 'yes' })),
    ...answers.map((a) => ({ testId: a.checkId, outcome: a.outcome })),
  ];
}

function evidenceWords({ testId, outcome }: Evidence): string {
  const check = TRIAGE_CHECKS.find((c) => c.id === testId);
  const shown = check?.outcomes.find((o) => o.id === outcome);
  if (check && shown) return `${check.title}: ${shown.words.toLowerCase()}`;
  return testId === 'story' ? `the story (${outcome})` : testId;
}

/** What the best check would tell, in words: its outcomes and the site each would point to. */
function reason(check: TriageCheck, ranked: RankedTest): string {
  const points = ranked.splits
    .filter((s) => s.chance > 0.02)
    .map((s) => {
      const words = check.outcomes.find((o) => o.id === s.outcome)?.words ?? s.outcome;
      const lead = s.leading[0];
      const site = ROW_ORDER.find((r) => r === lead?.id);
      return `“${words}” (${Math.round(s.chance * 100)} %) would point to ${site ? SITE_SHEETS[site].words : ''}`;
    });
  return `${check.why} ${points.join('; ')}.`;
}

/** A leave-one-out surprise from here is worth showing, bits (an outcome 8 times less likely than the likeliest). */
const DOUBT_BITS = 3;

/**
 * Where the fault is likely to be, the one next check, and the verdict when sure enough (0.9 for one opening: joints, pads and tracks
 * are one). Checks that power the device are held back while a short is suspected: owners who said that it pulls the charger down, or a
 * short at 0.3 or more. Throws RangeError on an answer to an unknown check.
 */
export function triage(input: TriageInput): TriageReport {
  const model = modelOf(input.priors);
  const evidence = evidenceOf(input);
  const p = posterior(model, evidence);
  const chance = (site: FaultSite): number => p[ROW_ORDER.indexOf(site)] ?? 0;
  const priorSum = input.priors.reduce((n, x) => n + x.weight, 0);
  const sites = ROW_ORDER.map((site) => ({
    site,
    p: chance(site),
    prior: (input.priors.find((x) => x.site === site)?.weight ?? 0) / priorSum,
  })).sort((a, b) => b.p - a.p);
  const noPower = input.symptoms.includes('pulls-charger-down') || chance('short') >= 0.3;
  const asked = new Set([...input.answers.map((a) => a.checkId), ...input.cannot]);
  const exclude = new Set(
    model.tests
      .map((t) => t.id)
      .filter((id) => {
        const check = TRIAGE_CHECKS.find((c) => c.id === id);
        return !check || asked.has(id) || (noPower && check.powers);
      }),
  );
  const groups = SITE_GROUPS.map((g) => ({ ...g, p: g.sites.reduce((n, s) => n + chance(s), 0) })).sort(
    (a, b) => b.p - a.p,
  );
  const lead = groups[0];
  const [best] = bestTests(model, evidence, exclude, 1);
  const worth = best !== undefined && best.gainBits >= USUAL_LIMITS.leastBits;
  const sure = lead !== undefined && lead.p >= USUAL_LIMITS.sureAt;
  const check = TRIAGE_CHECKS.find((c) => c.id === best?.test.id);
  const leadSite = sites.find((s) => lead?.sites.some((x) => x === s.site));
  const worst = doubtfulEvidence(model, evidence)[0];
  return {
    sites,
    next: !sure && worth && check ? { check, ranked: best, why: reason(check, best) } : null,
    verdict:
      lead && leadSite && (sure || !worth)
        ? { sure, words: lead.words, p: lead.p, open: SITE_SHEETS[leadSite.site].open }
        : null,
    doubtful:
      worst && worst.surpriseBits >= DOUBT_BITS ? { ...worst, words: evidenceWords(worst.evidence) } : null,
    odds: sites.reduce((n, s) => n + s.p * SITE_SHEETS[s.site].curable, 0),
    noPower,
  };
}
