/** Union-find over names, with path halving. */
export interface DisjointSets {
  readonly find: (name: string) => string;
  readonly join: (a: string, b: string) => void;
  readonly together: (a: string, b: string) => boolean;
}

export function disjointSets(): DisjointSets {
  const parent = new Map<string, string>();
  const find = (name: string): string => {
    let at = name;
    for (;;) {
      const up = parent.get(at) ?? at;
      if (up === at) return at;
      const over = parent.get(up) ?? up;
      parent.set(at, over);
      at = over;
    }
  };
  return {
    find,
    join: (a, b) => {
      const [ra, rb] = [find(a), find(b)];
      if (ra !== rb) parent.set(ra < rb ? rb : ra, ra < rb ? ra : rb);
    },
    together: (a, b) => find(a) === find(b),
  };
}
