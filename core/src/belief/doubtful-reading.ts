import type { TraceBelief } from './belief';
import { traceBelief } from './belief';
import type { TraceEvidence } from './evidence';
import { MARK } from './evidence';
import { CLASS_COUNT } from './outcome-class';
import { slipChance, tableOf } from './labels';
import { acrossPart } from './between-nets';

/** A reading that does not fit the others. */
export interface DoubtfulReading {
  readonly readingId: string;
  /** Chance that it was taken wrong. */
  readonly wrong: number;
  /** Readings it does not go together with: without any one of them it would fit. */
  readonly against: readonly string[];
}

/** From this chance on a reading is put in question. */
const IN_QUESTION = 0.2;
/** Labels and explanations less likely than this do not speak. */
const LEAST_LABEL = 1e-4;
/** How many readings are tried one by one for the set that does not fit. */
const TRIED = 6;

/**
 * Chance that a reading was taken wrong, given all of them: how much of what was read a slip explains, under each explanation by its
 * weight, and by the group of lines that explains the reading best.
 */
export function wrongChance(belief: TraceBelief, e: TraceEvidence): number {
  const slip = belief.options.slipRate * slipChance(e.at, CLASS_COUNT[e.mode]);
  const slipped = (chance: number): number => Math.min(1, slip / Math.max(slip, chance));
  const { labels } = belief.scene;
  const n = labels.labels.length;
  const kind = belief.scene.partner[e.red] === e.black ? (belief.scene.kinds[e.red] ?? null) : null;
  const table = tableOf(labels, e.mode, kind);
  const decoy = kind && kind !== 'point' ? acrossPart(kind) : null;
  const under = (red: Float64Array, black: Float64Array, lined: boolean): number => {
    if (decoy && !lined) return decoy[e.mode][e.at] ?? 0;
    let sum = 0;
    for (let i = 0; i < n; i += 1) {
      const a = red[i] as number;
      if (a < LEAST_LABEL) continue;
      for (let j = 0; j < n; j += 1) {
        const b = black[j] as number;
        if (b >= LEAST_LABEL) sum += a * b * ((table[i * n + j] as Float64Array)[e.at] as number);
      }
    }
    return sum;
  };
  return belief.wired.reduce((total, way) => {
    const [overRed, overBlack] = [way.labels[e.red], way.labels[e.black]];
    if (!overRed || !overBlack || way.weight < LEAST_LABEL) return total;
    const usual = slipped(under(overRed, overBlack, false));
    const byGroup = way.groups.map((group) =>
      group.hypotheses.reduce((sum, h) => {
        const [red, black] = [h.special.get(e.red), h.special.get(e.black)];
        const own =
          (red ?? black) && h.weight > LEAST_LABEL
            ? slipped(under(red ?? overRed, black ?? overBlack, red !== undefined && black !== undefined))
            : usual;
        return sum + h.weight * own;
      }, 0),
    );
    return total + way.weight * Math.min(usual, ...byGroup);
  }, 0);
}

/**
 * Readings that do not fit the rest, the most doubtful first, each with the readings it clashes with: the set to look at, and the one to
 * repeat first. A reading that was repeated with the same outcome is not put in question.
 */
export function doubtfulReadings(belief: TraceBelief): DoubtfulReading[] {
  const { evidence, ctx, options } = belief;
  const twin = (e: TraceEvidence): boolean =>
    evidence.some(
      (x) =>
        x !== e &&
        x.mode === e.mode &&
        x.at === e.at &&
        [x.red, x.black].sort().join() === [e.red, e.black].sort().join(),
    );
  return evidence
    .map((e) => ({ e, wrong: wrongChance(belief, e) }))
    .filter(
      ({ e, wrong }) =>
        wrong >= IN_QUESTION && e.mode !== 'seen' && !e.reading.id.startsWith(MARK) && !twin(e),
    )
    .sort((a, b) => b.wrong - a.wrong)
    .slice(0, 3)
    .map(({ e, wrong }): DoubtfulReading => {
      const touching = evidence
        .filter((x) => x !== e && [x.red, x.black].some((p) => p === e.red || p === e.black))
        .slice(-TRIED);
      const against = touching.filter((x) => {
        const without = { ...ctx, readings: ctx.readings.filter((r) => r !== x.reading) };
        const then = traceBelief(without, options, belief.scene);
        const same = then.evidence.find((y) => y.reading === e.reading);
        return same !== undefined && wrongChance(then, same) < IN_QUESTION / 2;
      });
      return { readingId: e.reading.id, wrong, against: against.map((x) => x.reading.id) };
    });
}
