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
import { HAPPENING_WORDS } from '../job/happening';
import { printChance } from '../quantity/print-chance';
import type { Symptom } from './cautions';
import { SYMPTOM_WORDS } from './cautions';
import type { FaultPair } from './fault-pair';
import { FAULT_PAIRS, pairRow, yesOfBoth } from './fault-pair';
import type { FaultSite, SitePrior } from './fault-site';
import { SITE_GROUPS, SITE_SHEETS } from './fault-site';
import { STORY_ROWS, SYMPTOM_ROWS } from './told-rows';
import type { Row, TriageCheck } from './triage-checks';
import { ROW_ORDER, TRIAGE_CHECKS } from './triage-checks';

/** People misjudge a wiggle or a light about this often (common practice). */
export const TRIAGE_ERROR_RATE = 0.03;
/** More first checks than this nobody does before opening it (common practice). */
export const MOST_CHECKS = 5;
/** Turning to a check and back to the screen, beside the check itself, seconds (common practice). */
const TURNING_S = 120;
/** What a check from outside must tell at least, bits; below it, opening the device and looking tells more for the trouble. */
const OUTSIDE_BITS = 0.1;
/** So many checks are made before opening it is thought of (common practice). */
const BEFORE_OPENING = 2;
/** A second fault is told beside the first from here. */
const SECOND_AT = 0.5;

export interface TriageInput {
  readonly priors: readonly SitePrior[];
  /** What is told of it; one story may stand alone. */
  readonly happened: readonly Happening[] | Happening | null;
  readonly symptoms: readonly Symptom[];
  readonly answers: readonly { readonly checkId: string; readonly outcome: string }[];
  readonly cannot: readonly string[];
  /** The device is open: what is looked at or measured inside can be asked as well as the rest. */
  readonly open?: boolean;
  /** The port's family, as in `type-c-16`: some checks are asked of some ports only. */
  readonly family?: string | null;
  /** Whether a cell is inside; not known by default. */
  readonly hasCell?: boolean;
}

export interface SiteChance {
  readonly site: FaultSite;
  /** That this site is at fault, alone or with another: with two faults the lines sum to more than 1. */
  readonly p: number;
  readonly prior: number;
}

export interface TriageVerdict {
  /** 0.9 or more, and a check or what is plainly seen says so. */
  readonly sure: boolean;
  /** The leading site; of several that one opening deals with, the likeliest. */
  readonly site: FaultSite;
  readonly words: string;
  readonly p: number;
  readonly open: string;
  /** A second fault that holds beside it. */
  readonly also: SiteChance | null;
}

export interface TriageReport {
  /** Likeliest first. */
  readonly sites: readonly SiteChance[];
  readonly next: { readonly check: TriageCheck; readonly ranked: RankedTest; readonly why: string } | null;
  /** When sure enough, or when nothing more is worth asking. */
  readonly verdict: TriageVerdict | null;
  /** The answer that fits worst, when it fits badly. */
  readonly doubtful: (Doubtful & { readonly words: string }) | null;
  /** Chance that a repair by hand cures it: every fault that is there. */
  readonly odds: number;
  /** Checks that would power it are held back: a short is suspected, or it got wet and is not open yet. */
  readonly noPower: boolean;
  /** Why they are; `null` where they are not. */
  readonly heldBack: 'short' | 'wet' | null;
}

const stories = (happened: TriageInput['happened']): Exclude<Happening, 'unknown'>[] =>
  (happened === null ? [] : typeof happened === 'string' ? [happened] : happened).filter(
    (h) => h !== 'unknown',
  );

/** Chances under every hypothesis: the sites, then the pairs. */
function widen(row: Row, ofPair: (pair: FaultPair) => number): number[] {
  return [...row, ...FAULT_PAIRS.map(ofPair)];
}

const at = (row: Row, site: FaultSite): number => row[ROW_ORDER.indexOf(site)] ?? 0;

function told(
  id: string,
  row: Row,
): { id: string; seconds: number; outcomes: string[]; chances: number[][] } {
  const yes = widen(row, (pair) => yesOfBoth(at(row, pair.first), at(row, pair.second)));
  return { id, seconds: 1, outcomes: ['yes', 'no'], chances: [yes, yes.map((p) => 1 - p)] };
}

function modelOf(priors: readonly SitePrior[]): InquiryModel {
  const weight = (site: FaultSite): number =>
    priors.find((p) => p.site === site)?.weight ?? SITE_SHEETS[site].share;
  const total = ROW_ORDER.reduce((n, s) => n + weight(s), 0);
  const hypotheses = [
    ...ROW_ORDER.map((site) => ({ id: site, weight: weight(site) })),
    ...FAULT_PAIRS.map((pair) => ({
      id: pair.id,
      // As often as the second is met anyway, and more so behind a port that has been dead for long.
      weight: weight(pair.first) * (weight(pair.second) / total) * pair.together,
    })),
  ];
  const checks = TRIAGE_CHECKS.map((c) => {
    const pairs = FAULT_PAIRS.map((pair) => pairRow(c, pair));
    return {
      id: c.id,
      seconds: c.seconds + TURNING_S,
      outcomes: c.outcomes.map((o) => o.id),
      chances: c.outcomes.map((o, k) => [...o.row, ...pairs.map((row) => row[k] ?? 0)]),
    };
  });
  return inquiryModel(
    hypotheses,
    [
      ...checks,
      ...Object.entries(SYMPTOM_ROWS).map(([id, row]) => told(`symptom ${id}`, row)),
      ...Object.entries(STORY_ROWS).map(([id, row]) => told(`story ${id}`, row)),
    ],
    TRIAGE_ERROR_RATE,
  );
}

function evidenceOf({ happened, symptoms, answers }: TriageInput): Evidence[] {
  return [
    ...stories(happened).map((s) => ({ testId: `story ${s}`, outcome: 'yes' })),
    ...symptoms.filter((s) => s in SYMPTOM_ROWS).map((s) => ({ testId: `symptom ${s}`, outcome: 'yes' })),
    ...answers.map((a) => ({ testId: a.checkId, outcome: a.outcome })),
  ];
}

const WORDS: Readonly<Record<string, string>> = {
  ...Object.fromEntries(Object.entries(SYMPTOM_WORDS).map(([k, w]) => [`symptom ${k}`, w])),
  ...Object.fromEntries(Object.entries(HAPPENING_WORDS).map(([k, w]) => [`story ${k}`, w])),
};

function evidenceWords({ testId, outcome }: Evidence): string {
  const check = TRIAGE_CHECKS.find((c) => c.id === testId);
  const shown = check?.outcomes.find((o) => o.id === outcome);
  if (check && shown) return `${check.title}: ${shown.words.toLowerCase()}`;
  return `“${WORDS[testId] ?? testId}”`;
}

/** The sites of a hypothesis. */
function sitesOf(id: string): readonly FaultSite[] {
  const pair = FAULT_PAIRS.find((p) => p.id === id);
  if (pair) return [pair.first, pair.second];
  const site = ROW_ORDER.find((s) => s === id);
  return site ? [site] : [];
}

/** The likeliest site by itself or with another, of hypotheses likeliest first. */
function leadingSite(leading: readonly { readonly id: string; readonly p: number }[]): FaultSite | undefined {
  const p = (site: FaultSite): number =>
    leading.reduce((n, h) => n + (sitesOf(h.id).includes(site) ? h.p : 0), 0);
  return ROW_ORDER.toSorted((a, b) => p(b) - p(a))[0];
}

/** What the best check would tell, in words: its outcomes and the site each would point to. */
function reason(check: TriageCheck, ranked: RankedTest): string {
  const points = ranked.splits
    .filter((s) => s.chance > 0.02)
    .map((s) => {
      const words = check.outcomes.find((o) => o.id === s.outcome)?.words ?? s.outcome;
      return `“${words}” (${printChance(s.chance)}) would point to ${SITE_SHEETS[leadingSite(s.leading) ?? 'elsewhere'].said}`;
    });
  return `${check.why} ${points.join('; ')}.`;
}

/** A leave-one-out surprise from here is worth showing, bits (an outcome 8 times less likely than the likeliest). */
const DOUBT_BITS = 3;
/** An outcome rarer than this is not counted as one that might point elsewhere. */
const RARE = 0.02;

/** Whether the answers of a check point to different faults. */
function tellsApart({ splits }: RankedTest): boolean {
  return new Set(splits.filter((s) => s.chance > RARE).map((s) => leadingSite(s.leading))).size > 1;
}

type Odds = (sites: readonly FaultSite[]) => number;

function oddsOf(model: InquiryModel, p: Float64Array): Odds {
  const involved = model.hypotheses.map((h) => sitesOf(h.id));
  return (sites) =>
    involved.reduce((n, mine, h) => n + (mine.some((s) => sites.includes(s)) ? (p[h] ?? 0) : 0), 0);
}

/** Whether an answered check, or a port that is plainly missing, speaks for these sites. */
function isBacked(
  model: InquiryModel,
  evidence: readonly Evidence[],
  sites: readonly FaultSite[],
  p: number,
): boolean {
  return evidence.some((e) => {
    if (!TRIAGE_CHECKS.some((c) => c.id === e.testId) && e.testId !== 'symptom port-missing') return false;
    const without = posterior(
      model,
      evidence.filter((other) => other !== e),
    );
    return oddsOf(model, without)(sites) < p;
  });
}

function isAskable(check: TriageCheck, { family, hasCell }: TriageInput): boolean {
  if (check.only === 'type-c') return family?.startsWith('type-c') === true;
  return check.only !== 'cell' || hasCell !== false;
}

/**
 * Where the fault is likely to be, the one next check, and the verdict when sure enough (0.9 for one opening: joints, pads and tracks
 * are one until they are looked at). Two faults may hold at once; each has its own line of odds. Nothing is sure without a check that
 * says so. A check whose answers all point the same way is not asked, and no more than five are. What has to be looked at inside is
 * proposed once nothing from outside is worth asking, or when the device is open. Checks that power the device are held back while a
 * short is suspected (owners who said that it pulls the charger down, or a short at 0.3 or more), and while it is wet and shut.
 * Throws RangeError on an answer to an unknown check.
 */
export function triage(input: TriageInput): TriageReport {
  const model = modelOf(input.priors);
  const evidence = evidenceOf(input);
  const posteriorNow = posterior(model, evidence);
  const odds = oddsOf(model, posteriorNow);
  const priorSum = input.priors.reduce((n, x) => n + x.weight, 0);
  const sites = ROW_ORDER.map((site) => ({
    site,
    p: odds([site]),
    prior: (input.priors.find((x) => x.site === site)?.weight ?? 0) / priorSum,
  })).sort((a, b) => b.p - a.p);
  const shorted = input.symptoms.includes('pulls-charger-down') || odds(['short']) >= 0.3;
  const wet = stories(input.happened).includes('wet') && input.open !== true;
  const heldBack = shorted ? ('short' as const) : wet ? ('wet' as const) : null;
  const noPower = heldBack !== null;
  const asked = new Set([...input.answers.map((a) => a.checkId), ...input.cannot]);

  const groups = SITE_GROUPS.map((g) => ({ ...g, p: odds(g.sites) })).sort((a, b) => b.p - a.p);
  const lead = groups[0] ?? { ...SITE_GROUPS[0], p: 0 };
  const leadSite = sites.find((s) => lead.sites.some((x) => x === s.site));
  const sure = lead.p >= USUAL_LIMITS.sureAt && isBacked(model, evidence, lead.sites, lead.p);
  const exact = lead.sites.length === 1 || (leadSite?.p ?? 0) >= USUAL_LIMITS.sureAt;

  const ranked = (inside: boolean): RankedTest | undefined => {
    const closed = model.tests
      .map((t) => t.id)
      .filter((id) => {
        const check = TRIAGE_CHECKS.find((c) => c.id === id);
        if (!check || asked.has(id) || (noPower && check.powers)) return true;
        return !isAskable(check, input) || (check.inside ? !inside : inside && input.open !== true);
      });
    return bestTests(model, evidence, new Set(closed), TRIAGE_CHECKS.length, Infinity).find(
      (t) => t.gainBits >= (inside ? USUAL_LIMITS.leastBits : OUTSIDE_BITS) && tellsApart(t),
    );
  };
  const more = input.answers.length < MOST_CHECKS;
  const proposed = (): RankedTest | undefined => {
    const within = ranked(true);
    if (sure || input.open === true) return within;
    const outside = ranked(false);
    if (!outside || !within || input.answers.length < BEFORE_OPENING) return outside ?? within;
    return within.gainBits > 2 * outside.gainBits ? within : outside;
  };
  const best = more && !(sure && exact) ? proposed() : undefined;
  const check = TRIAGE_CHECKS.find((c) => c.id === best?.test.id);
  const worst = doubtfulEvidence(model, evidence)[0];
  const also = sites.find((s) => s.p >= SECOND_AT && !lead.sites.some((x) => x === s.site)) ?? null;
  return {
    sites,
    next: best && check ? { check, ranked: best, why: reason(check, best) } : null,
    verdict:
      !best && leadSite
        ? {
            sure,
            site: leadSite.site,
            words: exact ? SITE_SHEETS[leadSite.site].said : lead.words,
            p: exact ? leadSite.p : lead.p,
            open: SITE_SHEETS[leadSite.site].open,
            also,
          }
        : null,
    doubtful:
      worst && worst.surpriseBits >= DOUBT_BITS ? { ...worst, words: evidenceWords(worst.evidence) } : null,
    odds: model.hypotheses.reduce(
      (n, h, i) =>
        n + (posteriorNow[i] ?? 0) * sitesOf(h.id).reduce((cure, s) => cure * SITE_SHEETS[s].curable, 1),
      0,
    ),
    noPower,
    heldBack,
  };
}
