import type { TraceBelief } from './belief';
import { mixedOf, traceBelief } from './belief';
import type { TraceEvidence } from './groundwork';
import { MARK } from './groundwork';
import { CLASS_COUNT } from './outcome-class';
import { slipChance } from './labels';
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
const IN_QUESTION = 0.25;
/** How many readings are tried one by one for the set that does not fit. */
const TRIED = 6;

/** Chance of what was read under all that is believed now, by the group of lines that explains it best. */
function chanceOf(belief: TraceBelief, e: TraceEvidence): number {
  const { labels } = belief.scene;
  const n = labels.labels.length;
  const table = labels.chances[e.mode];
  const kind = belief.scene.kinds[e.red];
  const decoy = belief.scene.partner[e.red] === e.black && kind && kind !== 'point' ? acrossPart(kind) : null;
  const under = (red: Float64Array, black: Float64Array, lined: boolean): number => {
    if (decoy && !lined) return decoy[e.mode][e.at] ?? 0;
    let sum = 0;
    red.forEach((a, i) => {
      if (a > 1e-9)
        black.forEach((b, j) => void (sum += a * b * ((table[i * n + j] as Float64Array)[e.at] as number)));
    });
    return sum;
  };
  return belief.wired.reduce((total, way) => {
    const byGroup = way.groups.map((group, k) => {
      const mixed = mixedOf(way, k);
      return group.hypotheses.reduce((sum, h) => {
        const [red, black] = [h.special.get(e.red), h.special.get(e.black)];
        return (
          sum +
          h.weight *
            under(
              red ?? (mixed[e.red] as Float64Array),
              black ?? (mixed[e.black] as Float64Array),
              red !== undefined && black !== undefined,
            )
        );
      }, 0);
    });
    const none = mixedOf(way, -1);
    byGroup.push(under(none[e.red] as Float64Array, none[e.black] as Float64Array, false));
    return total + way.weight * Math.max(...byGroup);
  }, 0);
}

/** Chance that a reading was taken wrong, given all of them. */
export function wrongChance(belief: TraceBelief, e: TraceEvidence): number {
  const slip = belief.options.slipRate * slipChance(e.at, CLASS_COUNT[e.mode]);
  return Math.min(1, slip / Math.max(slip, chanceOf(belief, e)));
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
