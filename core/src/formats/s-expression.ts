/** One word of an s-expression: bare or in quotes. */
export interface SWord {
  readonly kind: 'word';
  readonly text: string;
  readonly quoted: boolean;
  readonly line: number;
}

export interface SList {
  readonly kind: 'list';
  readonly items: readonly SItem[];
  readonly line: number;
}

export type SItem = SWord | SList;

export interface FormatFault {
  readonly ok: false;
  readonly code:
    'not-this-format' | 'cut-short' | 'left-over' | 'too-deep' | 'too-large' | 'bad-figure' | 'bad-field';
  /** Line of the file at fault, from 1. */
  readonly line: number;
  readonly message: string;
}

export type SVerdict = { readonly ok: true; readonly list: SList } | FormatFault;

/** Files beyond these are refused: no honest footprint comes near them. */
export const MOST_CHARACTERS = 20_000_000;
const DEEPEST = 200;

const ESCAPES: Readonly<Record<string, string>> = { n: '\n', r: '\r', t: '\t', '\\': '\\', '"': '"' };

const NEW_LINE = 10;
const QUOTE = 34;
const OPEN = 40;
const CLOSE = 41;
const BACKSLASH = 92;
/** White space, brackets and quotes end a bare word; anything beyond plain letters is left to the expression. */
const endsWord = (c: number): boolean =>
  c <= 32 || c === QUOTE || c === OPEN || c === CLOSE || (c > 126 && /\s/u.test(String.fromCharCode(c)));

/**
 * Reads one s-expression to the end of the text, without recursion. Refuses what is cut short, left over, nested more than 200 deep
 * or longer than 20 million characters, naming the line.
 */
export function parseSExpression(text: string): SVerdict {
  if (text.length > MOST_CHARACTERS)
    return {
      ok: false,
      code: 'too-large',
      line: 1,
      message: `The file has ${text.length} characters; ${MOST_CHARACTERS} are the most`,
    };
  const stack: { readonly items: SItem[]; readonly line: number }[] = [];
  let root: SList | null = null;
  let line = 1;
  let at = text.charCodeAt(0) === 0xfeff ? 1 : 0;
  const put = (word: SWord): FormatFault | null => {
    const top = stack.at(-1);
    if (!top)
      return {
        ok: false,
        code: 'not-this-format',
        line,
        message: 'The file does not begin with an opening bracket',
      };
    top.items.push(word);
    return null;
  };
  const size = text.length;
  while (at < size) {
    const c = text.charCodeAt(at);
    if (c === NEW_LINE) {
      line += 1;
      at += 1;
    } else if (c === 32 || c === 9 || c === 13) at += 1;
    else if (root)
      return {
        ok: false,
        code: 'left-over',
        line,
        message: 'Something stands after the last closing bracket',
      };
    else if (c === OPEN) {
      if (stack.length >= DEEPEST)
        return {
          ok: false,
          code: 'too-deep',
          line,
          message: `Brackets are nested more than ${DEEPEST} deep`,
        };
      stack.push({ items: [], line });
      at += 1;
    } else if (c === CLOSE) {
      const done = stack.pop();
      if (!done)
        return {
          ok: false,
          code: 'not-this-format',
          line,
          message: 'A closing bracket without its opening one',
        };
      const list: SList = { kind: 'list', items: done.items, line: done.line };
      const top = stack.at(-1);
      if (top) top.items.push(list);
      else root = list;
      at += 1;
    } else if (c === QUOTE) {
      const begun = line;
      let word = '';
      at += 1;
      let from = at;
      for (;;) {
        const q = text.charCodeAt(at);
        if (Number.isNaN(q))
          return { ok: false, code: 'cut-short', line: begun, message: 'A quote is not closed' };
        if (q === QUOTE) break;
        if (q === NEW_LINE) line += 1;
        if (q === BACKSLASH) {
          const e = text[at + 1] ?? '';
          word += text.slice(from, at) + (ESCAPES[e] ?? e);
          at += 2;
          from = at;
        } else at += 1;
      }
      word += text.slice(from, at);
      at += 1;
      const fault = put({ kind: 'word', text: word, quoted: true, line: begun });
      if (fault) return fault;
    } else {
      const from = at;
      while (at < size && !endsWord(text.charCodeAt(at))) at += 1;
      const fault = put({ kind: 'word', text: text.slice(from, at), quoted: false, line });
      if (fault) return fault;
    }
  }
  if (root) return { ok: true, list: root };
  const open = stack.at(-1);
  return open
    ? {
        ok: false,
        code: 'cut-short',
        line: open.line,
        message: `The file ends before the bracket of line ${open.line} is closed`,
      }
    : { ok: false, code: 'not-this-format', line: 1, message: 'The file is empty' };
}

/** Writes a word or list so that reading it gives the same again. */
export function writeSExpression(item: SItem, indent = ''): string {
  if (item.kind === 'word')
    return item.quoted || item.text === ''
      ? `"${item.text.replaceAll('\\', '\\\\').replaceAll('"', '\\"').replaceAll('\n', '\\n').replaceAll('\r', '\\r').replaceAll('\t', '\\t')}"`
      : item.text;
  const flat = item.items.every((i) => i.kind === 'word' || i.items.every((j) => j.kind === 'word'));
  const parts = item.items.map((i) => writeSExpression(i, `${indent}  `));
  if (flat && parts.join(' ').length < 160) return `(${parts.join(' ')})`;
  const lists = item.items.findIndex((i) => i.kind === 'list');
  const head = parts.slice(0, lists < 0 ? parts.length : lists);
  return `(${head.join(' ')}${parts
    .slice(head.length)
    .map((p) => `\n${indent}  ${p}`)
    .join('')}\n${indent})`;
}

export const word = (text: string | number, quoted = false): SWord => ({
  kind: 'word',
  text: String(text),
  quoted,
  line: 0,
});
export const list = (...items: readonly (SItem | string | number)[]): SList => ({
  kind: 'list',
  items: items.map((i) => (typeof i === 'object' ? i : word(i))),
  line: 0,
});

/** The first word of a list: what it is about. */
export function headOf(item: SItem): string {
  const first = item.kind === 'list' ? item.items[0] : undefined;
  return first?.kind === 'word' ? first.text : '';
}

/** The first list of that head inside another. */
export function childOf(parent: SList, head: string): SList | null {
  const found = parent.items.find((i) => headOf(i) === head);
  return found?.kind === 'list' ? found : null;
}
