/** Plain data as documents are made of. */
type Plain = null | boolean | number | string | readonly Plain[] | { readonly [key: string]: Plain };

export type Merge<T> =
  | { readonly ok: true; readonly merged: T }
  /** Both sides changed this place, each in its own way: the path to it, as in `rows.0.pins.2.state`. */
  | { readonly ok: false; readonly path: string };

const isList = (v: Plain): v is readonly Plain[] => Array.isArray(v);
const isObject = (v: Plain): v is { readonly [key: string]: Plain } =>
  typeof v === 'object' && v !== null && !isList(v);

export function sameData(a: unknown, b: unknown): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

/** Items that bear an id are told apart by it, wherever they stand. */
function ids(list: readonly Plain[]): readonly string[] | null {
  const found = list.map((item) => {
    if (!isObject(item)) return null;
    const id = item['id'] ?? item['pinId'] ?? item['stepId'] ?? item['checkId'] ?? item['key'];
    return typeof id === 'string' ? id : null;
  });
  return found.every((id) => id !== null) && new Set(found).size === found.length ? found : null;
}

/**
 * Takes two changes of one document together. What only one side changed is that side's; what both changed alike is that; lists of things
 * with ids are merged thing by thing. Where both changed the same place differently nothing is merged and the place is named.
 */
export function mergeDocuments<T>(base: T, mine: T, theirs: T): Merge<T> {
  const clash = { at: null as string | null };
  const merged = merge(base as Plain, mine as Plain, theirs as Plain, '', clash);
  return clash.at === null ? { ok: true, merged: merged as T } : { ok: false, path: clash.at };
}

function merge(base: Plain, mine: Plain, theirs: Plain, path: string, clash: { at: string | null }): Plain {
  if (sameData(mine, theirs) || sameData(base, theirs)) return mine;
  if (sameData(base, mine)) return theirs;
  const under = (key: string): string => (path === '' ? key : `${path}.${key}`);
  if (isObject(base) && isObject(mine) && isObject(theirs)) {
    const keys = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
    return Object.fromEntries(
      keys.map((key) => [
        key,
        merge(base[key] ?? null, mine[key] ?? null, theirs[key] ?? null, under(key), clash),
      ]),
    );
  }
  if (isList(base) && isList(mine) && isList(theirs)) {
    const [b, m, t] = [ids(base), ids(mine), ids(theirs)];
    if (b && m && t) {
      const of = (list: readonly Plain[], names: readonly string[], id: string): Plain =>
        list[names.indexOf(id)] ?? null;
      // Mine keep their order; what is new over there follows.
      const order = [...m, ...t.filter((id) => !m.includes(id))];
      return order.flatMap((id): Plain[] => {
        const [was, here, there] = [of(base, b, id), of(mine, m, id), of(theirs, t, id)];
        const one = merge(was, here, there, under(id), clash);
        return one === null ? [] : [one];
      });
    }
  }
  clash.at ??= path === '' ? 'all of it' : path;
  return mine;
}
