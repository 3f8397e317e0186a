import { printChance } from '../quantity/print-chance';
import { entropyBits } from '../inquiry/posterior';
import type { TraceBelief } from '../belief/belief';
import { traceBelief, USUAL_BELIEF } from '../belief/belief';
import type { DoubtfulReading } from '../belief/doubtful-reading';
import { doubtfulReadings } from '../belief/doubtful-reading';
import { causeKey, isFar, tiesOf } from '../belief/one-cause';
import { classWords } from '../belief/outcome-class';
import type { TargetBelief } from '../belief/pin-belief';
import { countsAs, isUnread, targetBelief, traceTargets } from '../belief/pin-belief';
import { baredPoints, isTrackEnd, probeSeconds } from './probe-cost';
import type { ProbeHands } from './probe-cost';
import type { ProbeIdea } from './probe-ideas';
import { lifeFirst } from './pad-life';
import type { ProbeOrder } from './probe-order';
import { isSkipped, probeKey, targetName } from './probe-order';
import { dangerOrder, firstReading, isToBuild, partOfTrack } from './settling-order';
import type { ProbeValue, Watch } from './probe-value';
import { probeValues } from './probe-value';
import type { TraceContext } from '../belief/trace-context';
import type { TraceScene } from '../belief/trace-scene';

export interface TraceWish {
  /** Chance from which a landing is sure enough, above 0.5 and below 1. */
  readonly sureAt: number;
  /** Keys of `probeKey` that the person skipped: no reading of such a pair is asked in any mode. */
  readonly skipped: ReadonlySet<string>;
  /** Whether lines that the device can do without are traced too. */
  readonly optional: boolean;
  readonly slipRate: number;
  /** Only pins that lost their pad or track are asked about: one that is soldered straight to its pad wants no landing. */
  readonly onlyToBuild: boolean;
}
export const USUAL_WISH: TraceWish = {
  sureAt: 0.97,
  skipped: new Set(),
  optional: false,
  slipRate: 0.02,
  onlyToBuild: false,
};

export interface TraceAdvice {
  readonly belief: TraceBelief;
  readonly targets: readonly TargetBelief[];
  readonly doubtful: readonly DoubtfulReading[];
  /** The probe that tells most for the time it takes; `null` when all is sure, or nothing worth a probe is left. */
  readonly order: ProbeOrder | null;
}

/** A probe that tells less than this is not worth the hand, bits; nor one that tells less than this for each second it takes. */
const LEAST_BITS = 0.006;
const LEAST_BITS_A_SECOND = 0.0015;
/**
 * After so many readings that settled nothing a further one has to tell twice as much, after twice as many five times: what did not come
 * clear by then seldom does by more of the same. Each group of pins that is settled has been worth the other figure.
 */
const PATIENCE = 8;
const WORTH_OF_SETTLED = 4;
/** Eyes err alike on all tracks of a board, so looking again tells less than it seems to: a look is put off as if it took so many times as long (a judgement). */
const LOOKS_COUNT = 2.5;

/** An outcome less likely than this is not named in the reason. */
const WORTH_SAYING = 0.12;

function handsNow({ readings, byId }: TraceContext): ProbeHands | null {
  const last = readings.at(-1);
  const [red, black] = [byId.get(last?.red ?? ''), byId.get(last?.black ?? '')];
  return last && red && black ? { red, black, mode: last.mode } : null;
}

function tells(
  belief: TraceBelief,
  watches: readonly Watch[],
  from: number,
  to: number,
  chances: Float64Array,
): string {
  const mean = (w: Watch): number => {
    let [sum, total] = [0, 0];
    for (let c = from; c <= to; c += 1) {
      sum += (chances[c] as number) * (w.after[c] as number);
      total += chances[c] as number;
    }
    return total > 0 ? sum / total : w.now;
  };
  const moved = watches
    .map((w) => ({ w, after: mean(w) }))
    .sort((a, b) => Math.abs(b.after - b.w.now) - Math.abs(a.after - a.w.now));
  const most = moved[0];
  if (!most || Math.abs(most.after - most.w.now) < 0.01) return 'nothing new';
  const name = targetName(most.w.target.functions);
  if (most.w.point < 0)
    return most.after > most.w.now
      ? `${name} goes nowhere, ${printChance(most.after)}`
      : `${name} does go somewhere, ${printChance(1 - most.after)}`;
  const place = belief.scene.points[most.w.point]?.label ?? '';
  if (most.after < most.w.now) return `${place} is hardly ${name}: ${printChance(most.after)}`;
  return `${place} ${most.after >= 0.5 ? 'is' : 'may be'} ${name}, ${printChance(most.after)}`;
}

function orderOf(
  belief: TraceBelief,
  value: ProbeValue,
  seconds: number,
  bared: ReadonlySet<string>,
): ProbeOrder {
  const { scene } = belief;
  const [red, black] = [scene.points[value.idea.red], scene.points[value.idea.black]];
  const watches = value.watches.filter((w) => w.gainBits > 0.005);
  const means = classWords(value.idea.mode)
    .map(({ from, to, shows }) => {
      let chance = 0;
      for (let c = from; c <= to; c += 1) chance += value.chances[c] ?? 0;
      return { shows, chance, tells: tells(belief, watches, from, to, value.chances) };
    })
    .filter((m) => m.chance >= 0.03);
  const told = [
    ...new Set(
      value.watches
        .filter((w) => w.gainBits > 0.25 * value.gainBits)
        .map((w) => targetName(w.target.functions)),
    ),
  ];
  const best = means
    .filter((m) => m.chance >= WORTH_SAYING && m.tells.includes(' is ') && !m.tells.includes('hardly'))
    .sort((x, y) => y.chance - x.chance)[0];
  const what =
    told.length > 1
      ? `tells ${told.slice(0, 2).join(' from ')}`
      : `tells most of where ${told[0] ?? 'the pins'} goes`;
  return {
    red: red?.id ?? '',
    black: black?.id ?? '',
    redLabel: red?.label ?? '',
    blackLabel: black?.label ?? '',
    mode: value.idea.mode,
    why: `${what[0]?.toUpperCase() ?? ''}${what.slice(1)}${best ? `: if it shows ${best.shows}, ${best.tells}` : ''}.`,
    means: means.map(({ shows, tells: words }) => ({ shows, tells: words })),
    purpose: 'tell',
    scrape: [red, black].flatMap((p) =>
      p && value.idea.mode !== 'seen' && isTrackEnd(p) && !bared.has(p.id) ? [p.label] : [],
    ),
    gainBits: value.gainBits,
    seconds,
  };
}

function repeatOf(belief: TraceBelief, doubt: DoubtfulReading, hands: ProbeHands | null): ProbeOrder | null {
  const { ctx } = belief;
  const reading = ctx.readings.find((r) => r.id === doubt.readingId);
  const [red, black] = [ctx.byId.get(reading?.red ?? ''), ctx.byId.get(reading?.black ?? '')];
  if (!reading || !red || !black) return null;
  return {
    red: red.id,
    black: black.id,
    redLabel: red.label,
    blackLabel: black.label,
    mode: reading.mode,
    why: `This reading does not fit ${doubt.against.length === 1 ? 'another one' : 'the others'}: ${printChance(doubt.wrong)} that the probe slipped. Press harder and take it again.`,
    means: [
      { shows: 'the same', tells: 'it stands; what it clashes with is next' },
      { shows: 'something else', tells: 'strike the first one out' },
    ],
    purpose: 'repeat',
    scrape: [],
    gainBits: 0,
    seconds: probeSeconds(hands, red, black, reading.mode, baredPoints(ctx.readings)),
  };
}

/** How often a pair was read in a mode: what was repeated once is for the person to judge, not to be asked for ever. */
function timesAsked({ readings }: TraceContext, { red, black, mode }: ProbeOrder): number {
  const key = probeKey(red, black, mode);
  return readings.filter((r) => probeKey(r.red, r.black, r.mode) === key).length;
}

/** Whether a reading was taken already at the other end of few ohms: it would show the same. */
function knownCauses({ scene, evidence }: TraceBelief): (value: ProbeValue) => boolean {
  const ties = tiesOf(scene.points.length, evidence);
  const read = new Set(evidence.filter(isFar).map((e) => causeKey(ties, e.red, e.black, e.mode)));
  return ({ idea }) => {
    const key = causeKey(ties, idea.red, idea.black, idea.mode);
    return key !== null && read.has(key);
  };
}

/**
 * All that tracing has to say after the readings so far: where each group of pins goes and how sure, which readings do not fit, and the
 * next probe, by information per second of handling. The same reading is not asked twice, save one that is in doubt.
 * @param scene what `traceScene` made of the same board, where it is at hand
 */
export function traceAdvice(
  ctx: TraceContext,
  wish: Partial<TraceWish> = {},
  scene: TraceScene | null = null,
): TraceAdvice {
  const { sureAt, skipped, optional, slipRate, onlyToBuild } = { ...USUAL_WISH, ...wish };
  if (!(sureAt > 0.5 && sureAt < 1))
    throw new RangeError(`sure enough lies above 0.5 and below 1, got ${sureAt}`);
  const belief = traceBelief(ctx, { ...USUAL_BELIEF, optional, slipRate }, scene);
  const targets = traceTargets(belief).map((t) => targetBelief(belief, t, sureAt));
  const hands = handsNow(ctx);
  const bared = baredPoints(ctx.readings);
  const doubtful = doubtfulReadings(belief);
  const repeat = doubtful
    .map((d) => repeatOf(belief, d, hands))
    .find((o) => o && !isSkipped(skipped, o.red, o.black, o.mode) && timesAsked(ctx, o) < 2);
  const open = targets.filter(
    (t) => t.status === 'unsure' && (!onlyToBuild || isToBuild(ctx, t.target.pins)),
  );
  const danger = dangerOrder(belief, targets, hands, skipped) ?? partOfTrack(belief, targets, hands, skipped);
  if (open.length === 0) return { belief, targets, doubtful, order: danger };
  if (repeat) return { belief, targets, doubtful, order: repeat };
  // Where all that is lacking is one reading at a likely landing, no scraping or looking is worth its time.
  const unread = open.filter((t) => lacksAReading(belief, t, sureAt));
  const asking = unread.length < open.length ? open.filter((t) => !unread.includes(t)) : open;
  const first = firstReading(belief, unread, hands, skipped);
  if (asking === open && unread.length > 0 && first) return { belief, targets, doubtful, order: first };
  const settled = targets.filter((t) => t.status !== 'unsure').length;
  const fruitless = Math.max(0, ctx.readings.length - WORTH_OF_SETTLED * settled);
  const leastRate = LEAST_BITS_A_SECOND * (1 + (fruitless / PATIENCE) ** 2);
  const asked = new Set(ctx.readings.map((r) => probeKey(r.red, r.black, r.mode)));
  const known = knownCauses(belief);
  const ranked = probeValues(belief, asking)
    .flatMap((value) => {
      const [red, black] = [belief.scene.points[value.idea.red], belief.scene.points[value.idea.black]];
      if (!red || !black || value.gainBits < LEAST_BITS) return [];
      const key = probeKey(red.id, black.id, value.idea.mode);
      if (asked.has(key) || isSkipped(skipped, red.id, black.id, value.idea.mode) || known(value)) return [];
      const seconds = probeSeconds(hands, red, black, value.idea.mode, bared);
      const rate = value.gainBits / seconds;
      const worth = value.idea.mode === 'seen' ? rate / LOOKS_COUNT : rate;
      return rate >= leastRate ? [{ value, seconds, worth }] : [];
    })
    .sort((a, b) => b.worth - a.worth);
  const life = ranked[0] && lifeFirst(belief, ranked[0].value.idea);
  const best = ranked.find(({ value: { idea } }) => life && samePlace(idea, life)) ?? ranked[0];
  const order = best
    ? orderOf(belief, best.value, best.seconds, bared)
    : (firstReading(belief, open, hands, skipped) ?? danger);
  return { belief, targets, doubtful, order };
}

const samePlace = (a: ProbeIdea, b: ProbeIdea): boolean =>
  a.red === b.red && a.black === b.black && a.mode === b.mode;

/** Whether a landing is likely enough and all that is missing is a reading there. */
function lacksAReading(belief: TraceBelief, { target, landings }: TargetBelief, sureAt: number): boolean {
  const [best] = landings;
  return (
    best !== undefined &&
    countsAs(best.p, sureAt) &&
    isUnread(belief, target, belief.scene.index.get(best.pointId) ?? -1)
  );
}

/** The next probe alone; see `traceAdvice`. */
export function nextProbe(ctx: TraceContext, skipped: ReadonlySet<string> = new Set()): ProbeOrder | null {
  return traceAdvice(ctx, { skipped }).order;
}

/** Outcomes that a hand meter's reading sorts into here at the most: so a probe can never tell more than their logarithm. */
const MOST_BITS = Math.log2(11);

/**
 * The fewest probes that could settle the open targets on average, whatever their order: what is unknown of them (each a choice between
 * its landings and nowhere, taken by itself), less what may stay unknown of a sure one, over the most that one reading can tell.
 */
export function fewestProbes({ belief, targets }: TraceAdvice): number {
  const left = targets
    .filter((t) => t.status === 'unsure')
    .reduce((sum, { target }) => {
      // Places on one net are one answer, so only the likeliest place counts beside all the rest.
      const best = targetBelief(belief, target, 0.99, 1).landings[0]?.p ?? 0;
      return sum + Math.max(0, entropyBits([best, 1 - best]) - entropyBits([0.97, 0.03]));
    }, 0);
  return left / MOST_BITS;
}
