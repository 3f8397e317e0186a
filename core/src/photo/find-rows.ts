import type { ConnectorFamily } from '../connector/family';
import type { IsGap, Mark, RowFound } from './row-on-line';
import { lineThrough, rowOn } from './row-on-line';

/** Among more marks than this each is tried with so many of its nearest only: neighbours of a row are near each other. */
const [CROWDED, NEIGHBOURS] = [80, 6] as const;
/** No port has more pads in a row; and among a crowd no more rows than this are offered. */
const [LONGEST_ROW, ROWS_OF_CROWD] = [26, 6] as const;

/** Pairs of marks that may be of one row, in order. */
function pairsOf(metal: readonly Mark[]): (readonly [Mark, Mark])[] {
  const gap = (a: Mark, b: Mark): number => Math.hypot(a.at.x - b.at.x, a.at.y - b.at.y);
  const fits = (mm: number): boolean => mm >= 0.3 && mm <= 10;
  if (metal.length <= CROWDED)
    return metal.flatMap((a, i) =>
      metal.slice(i + 1).flatMap((b) => (fits(gap(a, b)) ? [[a, b] as const] : [])),
    );
  return metal.flatMap((a) =>
    metal
      .map((b) => ({ b, mm: a === b ? Infinity : gap(a, b) }))
      .filter(({ mm }) => fits(mm))
      .sort((p, q) => p.mm - q.mm)
      .slice(0, NEIGHBOURS)
      .map(({ b }) => [a, b] as const),
  );
}

/** Rows by their worth, each mark in one row only. */
export function findRows(marks: readonly Mark[], family: ConnectorFamily | null, isGap: IsGap): RowFound[] {
  const rows: RowFound[] = [];
  const place = new Map(marks.map((m, i) => [m, i]));
  // What a line of marks makes hangs on nothing else: the others may go.
  const known = new Map<string, RowFound | null>();
  let left = marks;
  const crowded = marks.filter((m) => m.patch.kind === 'metal').length > CROWDED;
  while (!crowded || rows.length < ROWS_OF_CROWD) {
    let best: RowFound | null = null;
    const seen = new Set<string>();
    for (const [a, b] of pairsOf(left.filter((m) => m.patch.kind === 'metal'))) {
      const line = lineThrough(a, b, left);
      if (!line || line.members.length < 3) continue;
      if (crowded && line.members.length > LONGEST_ROW) continue;
      const key = line.members
        .map((m) => place.get(m.mark) ?? -1)
        .sort((x, y) => x - y)
        .join();
      if (seen.has(key)) continue;
      seen.add(key);
      let found = known.get(key);
      if (found === undefined) {
        found = rowOn(line, family, isGap);
        known.set(key, found);
      }
      if (found && (!best || found.score > best.score)) best = found;
    }
    if (!best) return rows;
    rows.push(best);
    const { used } = best;
    left = left.filter((m) => !used.has(m.patch));
  }
  return rows;
}
