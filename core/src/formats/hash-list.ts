/** A file and its SHA-256, as a line of a list. */
export interface HashedFile {
  /** From the folder's own root, with `/` between. */
  readonly path: string;
  /** 64 hexadecimal digits, small. */
  readonly sha256: string;
}

export type HashListVerdict =
  | { readonly ok: true; readonly files: readonly HashedFile[] }
  | { readonly ok: false; readonly line: number; readonly message: string };

/** A name with a line end or a backslash in it is written with escapes, and its line begins with a backslash. */
const escaped = (path: string): string =>
  path.replaceAll('\\', '\\\\').replaceAll('\n', '\\n').replaceAll('\r', '\\r');
const plain = (text: string): string =>
  text.replaceAll(/\\([\\nr])/gu, (_, c: string) => (c === 'n' ? '\n' : c === 'r' ? '\r' : '\\'));

/** The list as `sha256sum` writes and checks it (format of GNU coreutils), by path. */
export function printHashList(files: readonly HashedFile[]): string {
  return files
    .toSorted((a, b) => (a.path < b.path ? -1 : a.path > b.path ? 1 : 0))
    .map(({ path, sha256 }) => {
      const name = escaped(path);
      return `${name === path ? '' : '\\'}${sha256}  ${name}\n`;
    })
    .join('');
}

const LINE = /^(\\?)([0-9a-fA-F]{64}) [ *](.+)$/u;
const MOST_LINES = 2_000_000;

/** Reads such a list; text and binary marks are taken alike. Refused whole, with the line at fault. */
export function parseHashList(text: string): HashListVerdict {
  const files: HashedFile[] = [];
  const seen = new Set<string>();
  const lines = text.replace(/^\uFEFF/u, '').split(/\r?\n/u);
  if (lines.length > MOST_LINES) return { ok: false, line: MOST_LINES, message: 'the list is too long' };
  for (const [k, line] of lines.entries()) {
    if (line === '') continue;
    const found = LINE.exec(line);
    if (!found)
      return {
        ok: false,
        line: k + 1,
        message: 'no line of a hash list: 64 hexadecimal digits, two spaces, a name',
      };
    const [, mark, sum = '', name = ''] = found;
    const path = (mark === '' ? name : plain(name)).replace(/^\.\//u, '');
    if (seen.has(path)) return { ok: false, line: k + 1, message: `${path} stands twice` };
    seen.add(path);
    files.push({ path, sha256: sum.toLowerCase() });
  }
  return files.length > 0 ? { ok: true, files } : { ok: false, line: 1, message: 'the list is empty' };
}

export interface HashComparison {
  readonly same: number;
  /** In both, but not alike. */
  readonly differ: readonly string[];
  /** In the first only. */
  readonly missing: readonly string[];
  /** In the second only. */
  readonly extra: readonly string[];
  /** Everything of the first is in the second, alike. */
  readonly whole: boolean;
}

/** Whether a copy holds all of what it was made from, alike; what it has beside that does no harm. */
export function compareHashes(from: readonly HashedFile[], copy: readonly HashedFile[]): HashComparison {
  const there = new Map(copy.map((f) => [f.path, f.sha256]));
  const own = new Set(from.map((f) => f.path));
  const differ = from.filter((f) => there.has(f.path) && there.get(f.path) !== f.sha256).map((f) => f.path);
  const missing = from.filter((f) => !there.has(f.path)).map((f) => f.path);
  return {
    same: from.length - differ.length - missing.length,
    differ,
    missing,
    extra: copy.filter((f) => !own.has(f.path)).map((f) => f.path),
    whole: from.length > 0 && differ.length === 0 && missing.length === 0,
  };
}
