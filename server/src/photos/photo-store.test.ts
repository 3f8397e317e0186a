import { createHash, randomBytes } from 'node:crypto';
import { mkdtemp, readdir, rm, utimes, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, it } from '@jest/globals';
import { PhotoStore } from './photo-store';

let folder = '';
let store = new PhotoStore('');
beforeEach(async () => {
  folder = join(await mkdtemp(join(tmpdir(), 'zebbit-photos-')), 'photos');
  store = new PhotoStore(folder);
});
afterEach(async () => rm(join(folder, '..'), { recursive: true, force: true }));

const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');
const HOUR_MS = 3_600_000;

it('keeps bytes under their name, and makes its folder', async () => {
  const bytes = randomBytes(5_000);
  await store.put(hashOf(bytes), bytes);
  expect(await store.read(hashOf(bytes))).toEqual(bytes);
  expect(await readdir(folder)).toEqual([hashOf(bytes)]);
  expect(await store.read('0'.repeat(64))).toBeNull();
});

it('sweeps what no row speaks of, halves too; not what is young, known or not its own', async () => {
  const [known, orphan] = [randomBytes(10), randomBytes(10)].map((b) => hashOf(b)) as [string, string];
  for (const hash of [known, orphan]) await store.put(hash, Buffer.from(hash));
  const half = `${orphan}.0b2f`;
  await writeFile(join(folder, half), 'half');
  await writeFile(join(folder, 'notes.txt'), 'mine');
  const now = Date.now();
  expect(await store.sweep(new Set([known]), now)).toBe(0);
  const old = new Date(now - HOUR_MS);
  for (const name of [known, orphan, half, 'notes.txt']) await utimes(join(folder, name), old, old);
  expect(await store.sweep(new Set([known]), now)).toBe(2);
  expect((await readdir(folder)).sort()).toEqual([known, 'notes.txt'].sort());
});

it('a folder that is not there yet has nothing to sweep', async () => {
  expect(await store.sweep(new Set(), Date.now())).toBe(0);
});
