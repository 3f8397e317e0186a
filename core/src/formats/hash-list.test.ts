import { describe, expect, it } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { compareHashes, parseHashList, printHashList } from './hash-list';

const sha = (text: string): string => createHash('sha256').update(text).digest('hex');
const FILES = [
  { path: 'letters/one.txt', text: 'first' },
  { path: 'letters/zwei ü.txt', text: 'second' },
  { path: 'odd\\name\nhere', text: 'third' },
];
const LIST = FILES.map(({ path, text }) => ({ path, sha256: sha(text) }));

describe('a hash list', () => {
  it('is what sha256sum of coreutils writes and checks', () => {
    const home = mkdtempSync(join(tmpdir(), 'zebbit-hash-'));
    try {
      mkdirSync(join(home, 'letters'));
      for (const { path, text } of FILES) writeFileSync(join(home, path), text);
      writeFileSync(join(home, 'list'), printHashList(LIST));
      const checked = spawnSync('sha256sum', ['--check', '--strict', 'list'], {
        cwd: home,
        encoding: 'utf8',
      });
      expect(checked.stderr).toBe('');
      expect(checked.status).toBe(0);
      const written = spawnSync('sha256sum', ['--binary', ...FILES.map((f) => f.path)], {
        cwd: home,
        encoding: 'utf8',
      });
      const read = parseHashList(written.stdout);
      expect(read.ok && printHashList(read.files)).toBe(printHashList(LIST));
    } finally {
      rmSync(home, { recursive: true, force: true });
    }
  });
  it.each([
    ['', 1, /empty/],
    ['hello', 1, /64 hexadecimal/],
    [`${sha('a')}  a\n${sha('b')}`, 2, /64 hexadecimal/],
    [`${sha('a')}  a\n${sha('b')}  a\n`, 2, /twice/],
  ])('is refused whole, with its line: %j', (text, line, message) => {
    expect(parseHashList(text)).toMatchObject({ ok: false, line, message: expect.stringMatching(message) });
  });
  it('of a copy is whole when all is there alike, whatever else is there', () => {
    expect(compareHashes(LIST, [...LIST, { path: 'more', sha256: sha('') }])).toMatchObject({
      same: 3,
      whole: true,
      extra: ['more'],
    });
    const spoilt = LIST.map((f, k) => (k === 1 ? { ...f, sha256: sha('x') } : f)).slice(0, 2);
    expect(compareHashes(LIST, spoilt)).toEqual({
      same: 1,
      whole: false,
      differ: ['letters/zwei ü.txt'],
      missing: ['odd\\name\nhere'],
      extra: [],
    });
    expect(compareHashes([], LIST).whole).toBe(false);
  });
});
