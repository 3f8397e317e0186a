import type { Hunt, HuntResult } from '@zebbit/core';
import type { ShortedRail } from '@zebbit/core/practice';
import { huntReport, LIFT_SECONDS, LOOK_SECONDS } from '@zebbit/core';
import { seeded, shortedRail } from '@zebbit/core/practice';

/** What a good hand meter with leads zeroed resolves, ohms. */
const METER_OHMS = 0.03;

/** Hunts one made-up short by the proposed actions. */
function hunt(rail: ShortedRail, random: () => number): { lifts: number; seconds: number; right: boolean } {
  const results: HuntResult[] = [];
  let [lifts, seconds] = [0, 0];
  for (let i = 0; i < 120; i += 1) {
    const state: Hunt = {
      suspects: rail.suspects,
      links: rail.links,
      results,
      meterOhms: METER_OHMS,
      record: {},
    };
    const { next, found } = huntReport(state);
    if (found !== null) return { lifts, seconds, right: found === rail.culprit };
    if (!next) return { lifts, seconds, right: false };
    seconds += next.seconds;
    if (next.action === 'look')
      results.push({ action: 'look', suspect: next.target, scar: rail.scarred.has(next.target) });
    else if (next.action === 'unplug')
      results.push({ action: 'unplug', gone: rail.culprit.startsWith('plugged') });
    else if (next.action === 'measure') {
      const noise = METER_OHMS * (random() + random() + random() - 1.5) * 2;
      results.push({
        action: 'measure',
        stretch: next.target,
        ohms: Math.max(0.01, (rail.ohmsAt.get(next.target) ?? 0) + noise),
      });
    } else {
      lifts += 1;
      results.push({ action: 'lift', suspect: next.target, gone: next.target === rail.culprit });
    }
  }
  return { lifts, seconds, right: false };
}

/** The trade's order: what unplugs, a part with a scar first of all, capacitors, then transistors, then the rest. */
function capacitorsFirst(rail: ShortedRail): { lifts: number; seconds: number } {
  const order = ['ceramic', 'electrolytic', 'transistor', 'protection', 'bridge', 'water', 'port', 'chip'];
  let seconds = rail.suspects.length * LOOK_SECONDS;
  if (rail.suspects.some((s) => s.kind === 'plugged')) {
    seconds += 25;
    if (rail.culprit.startsWith('plugged')) return { lifts: 0, seconds };
  }
  const line = rail.suspects
    .filter((s) => s.kind !== 'plugged')
    .sort(
      (a, b) =>
        Number(rail.scarred.has(b.id)) - Number(rail.scarred.has(a.id)) ||
        order.indexOf(a.kind) - order.indexOf(b.kind),
    );
  let lifts = 0;
  for (const s of line) {
    lifts += 1;
    seconds += LIFT_SECONDS[s.kind];
    if (s.id === rail.culprit) break;
  }
  return { lifts, seconds };
}

/** Prints mean lifts until a shorted part is found, beside the trade's order on the same boards. */
export function benchShorts(seeds: readonly number[]): void {
  const sum = { ours: 0, theirs: 0, oursSeconds: 0, theirsSeconds: 0, right: 0, boards: 0 };
  for (const seed of seeds) {
    const rail = shortedRail(seed);
    const ours = hunt(rail, seeded(seed + 3));
    const theirs = capacitorsFirst(rail);
    sum.boards += 1;
    sum.ours += ours.lifts;
    sum.oursSeconds += ours.seconds;
    sum.theirs += theirs.lifts;
    sum.theirsSeconds += theirs.seconds;
    sum.right += Number(ours.right);
  }
  const per = (x: number): string => (x / sum.boards).toFixed(2);
  process.stdout.write(
    `\nShorts: ${sum.boards} made-up rails\n  lifts to the part: ${per(sum.ours)}; capacitors first ${per(sum.theirs)} (${((100 * sum.ours) / sum.theirs).toFixed(1)} % of it)\n  minutes: ${per(sum.oursSeconds / 60)}; capacitors first ${per(sum.theirsSeconds / 60)}\n  found the right part on ${sum.right} of ${sum.boards}\n`,
  );
}
