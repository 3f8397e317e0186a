import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { once } from 'node:events';
import { join } from 'node:path';
import type { UnzipFile } from 'fflate';
import { Unzip, UnzipInflate } from 'fflate';
import { CHARGE_MAX_BYTES, PHOTO_MAX_BYTES } from '@zebbit/contract';
import { badField } from '../errors/api-error';
import { BACKUP_FORMAT, BACKUP_VERSION } from './write-backup';

const DATABASE_MAX_BYTES = 3 * 1024 ** 3;
const ABOUT_MAX_BYTES = 10_000;
const MOST_FILES = 100_000;

/** What may stand in a backup, and how large it may be. */
const ALLOWED: readonly (readonly [RegExp, number])[] = [
  [/^backup\.json$/u, ABOUT_MAX_BYTES],
  [/^zebbit\.sqlite$/u, DATABASE_MAX_BYTES],
  [/^photos\/[0-9a-f]{64}$/u, PHOTO_MAX_BYTES],
  [/^charges\/[0-9a-f]{1,32}\.csv$/u, CHARGE_MAX_BYTES],
];

export interface UnpackedBackup {
  readonly at: string;
  readonly photos: readonly string[];
  readonly charges: readonly string[];
}

const refuse = (code: string, message: string): Error =>
  badField('backup', code, message, 'Nothing was changed');

/**
 * Unpacks a backup into a folder of its own, piece by piece. Names that do not belong, files that are too large, pictures that are not what their name
 * says, a damaged or a foreign zip are refused.
 */
export async function unpackBackup(zip: string, into: string): Promise<UnpackedBackup> {
  await mkdir(join(into, 'photos'), { recursive: true });
  await mkdir(join(into, 'charges'), { recursive: true });
  let failure: Error | null = null;
  const seen = new Set<string>();
  const open: Promise<void>[] = [];
  const fail = (error: Error): void => {
    failure ??= error;
  };
  const failed = (): Error | null => failure;
  const unzip = new Unzip((file: UnzipFile) => {
    if (failure) return;
    const limit = ALLOWED.find(([name]) => name.test(file.name))?.[1];
    if (limit === undefined) {
      fail(refuse('unknown-file', `“${file.name.slice(0, 80)}” is no part of a backup`));
      return;
    }
    if (seen.has(file.name)) {
      fail(refuse('twice', `“${file.name}” stands in it twice`));
      return;
    }
    seen.add(file.name);
    if (seen.size > MOST_FILES) {
      fail(refuse('too-many', 'It holds too many files'));
      return;
    }
    const out = createWriteStream(join(into, file.name));
    const hash = createHash('sha256');
    let bytes = 0;
    open.push(once(out, 'close').then(() => undefined));
    out.on('error', fail);
    file.ondata = (error, chunk, final) => {
      if (error) fail(refuse('damaged', `“${file.name}” is damaged: ${error.message}`));
      bytes += chunk.length;
      if (bytes > limit) fail(refuse('too-large', `“${file.name}” is too large`));
      if (failure) {
        out.destroy();
        return;
      }
      hash.update(chunk);
      out.write(chunk);
      if (!final) return;
      if (file.name.startsWith('photos/') && hash.digest('hex') !== file.name.slice('photos/'.length))
        fail(refuse('photo-changed', `“${file.name}” is not the picture that its name says`));
      out.end();
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for await (const chunk of createReadStream(zip, { highWaterMark: 256 * 1024 })) {
      unzip.push(new Uint8Array(chunk as Buffer));
      const now = failed();
      if (now) throw now;
    }
    unzip.push(new Uint8Array(0), true);
  } catch (error) {
    const said = failed();
    if (said) throw said;
    throw refuse('not-a-zip', `It is not a whole backup: ${error instanceof Error ? error.message : ''}`);
  }
  const last = failed();
  if (last) throw last;
  if (!seen.has('backup.json') || !seen.has('zebbit.sqlite'))
    throw refuse('not-a-backup', 'It is no backup of Zebbit');
  await Promise.all(open);
  const about = await readFile(join(into, 'backup.json'), 'utf8')
    .then((text) => JSON.parse(text) as { format?: unknown; version?: unknown; at?: unknown })
    .catch(() => null);
  if (about?.format !== BACKUP_FORMAT || typeof about.at !== 'string' || Number.isNaN(Date.parse(about.at)))
    throw refuse('not-a-backup', 'It is no backup of Zebbit');
  if (about.version !== BACKUP_VERSION) throw refuse('newer', 'The backup was made by a newer Zebbit');
  const under = (folder: string): string[] =>
    [...seen].filter((n) => n.startsWith(`${folder}/`)).map((n) => n.slice(folder.length + 1));
  return { at: about.at, photos: under('photos'), charges: under('charges') };
}
