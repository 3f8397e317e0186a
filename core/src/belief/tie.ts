import type { SiteEvidence } from './site-clusters';
import type { Supposed } from './line-options';

/** What is supposed of places of one cluster. Every such set is one object, so that what was worked out of it is found again at once. */
export interface Tie {
  readonly cluster: number;
  readonly supposed: readonly Supposed[];
  /** Log chances of the cluster's readings in each of its joint states, by the lines that land nowhere. */
  readonly tables: Map<number, Float64Array>;
  /** The same against nothing being supposed. */
  readonly more: Map<number, Float64Array>;
}

/** All sets that were met so far. */
export interface TieBook {
  /** By the one or two suppositions of a set, or the names of more. */
  readonly made: Map<number | string, Tie>;
  /** Nothing supposed, cluster by cluster. */
  readonly none: readonly Tie[];
}

/** What an explanation supposes, sorted by where it lies. */
export interface Tied {
  readonly ties: readonly Tie[];
  /** Of places that nothing was read of. */
  readonly free: readonly Supposed[];
  /** Log chance of these, and of what comes with the others whatever is read. */
  readonly log: number;
}

const tie = (cluster: number, supposed: readonly Supposed[]): Tie => ({
  cluster,
  supposed,
  tables: new Map(),
  more: new Map(),
});

export const tieBook = ({ clusters }: SiteEvidence): TieBook => ({
  made: new Map(),
  none: clusters.map((_, c) => tie(c, [])),
});

/** No supposition's number is as high. */
const APART = 2 ** 26;

/** The one object of a cluster's suppositions, which come in the order of their places. */
function tieOf({ made }: TieBook, supposed: readonly Supposed[]): Tie {
  const [one, two] = supposed;
  const key =
    supposed.length > 2
      ? supposed.map((s) => s.id).join()
      : (one?.id ?? 0) + (two ? (two.id + 1) * APART : 0);
  let found = made.get(key);
  if (!found) {
    found = tie(one?.cluster ?? -1, [...supposed]);
    made.set(key, found);
  }
  return found;
}

/** Sorts suppositions by the clusters they lie in. */
export function tied(book: TieBook, supposed: readonly Supposed[]): Tied {
  const free: Supposed[] = [];
  const lists: Supposed[][] = [];
  let log = 0;
  for (const s of supposed) {
    if (s.cluster < 0) {
      free.push(s);
      log += s.bareLog;
      continue;
    }
    log += s.log;
    const list = lists.find((l) => l[0]?.cluster === s.cluster);
    if (!list) lists.push([s]);
    else {
      const before = list.findIndex((x) => x.site > s.site);
      list.splice(before < 0 ? list.length : before, 0, s);
    }
  }
  return { ties: lists.map((list) => tieOf(book, list)), free, log };
}
