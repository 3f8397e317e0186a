import { createReadStream } from 'node:fs';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Writable } from 'node:stream';
import { once } from 'node:events';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';

export const BACKUP_FORMAT = 'zebbit-backup';
export const BACKUP_VERSION = 1;

/** One file of a backup. */
export interface BackupFile {
  readonly name: string;
  readonly path: string;
  readonly bytes: number;
  /** Worth packing; pictures are packed already. */
  readonly packs: boolean;
}

/** What a backup holds beside the database: the photos by their content, and the kept logs. */
export async function filesBeside(home: string): Promise<BackupFile[]> {
  const of = async (folder: string, wanted: RegExp, packs: boolean): Promise<BackupFile[]> => {
    const names = (await readdir(join(home, folder)).catch(() => []))
      .filter((n) => wanted.test(n))
      .toSorted();
    return Promise.all(
      names.map(async (n) => {
        const path = join(home, folder, n);
        return { name: `${folder}/${n}`, path, bytes: (await stat(path)).size, packs };
      }),
    );
  };
  return [
    ...(await of('photos', /^[0-9a-f]{64}$/u, false)),
    ...(await of('charges', /^[0-9a-f]{1,32}\.csv$/u, true)),
  ];
}

/** Writes files as one zip, piece by piece; waits where the other side is slow. Rejects when it hangs up. */
export async function streamZip(about: object, files: readonly BackupFile[], out: Writable): Promise<void> {
  const zip = new Zip();
  let failure: Error | null = null;
  let full = false;
  zip.ondata = (error, chunk, final) => {
    failure ??= error;
    if (out.destroyed) failure ??= new Error('the other side hung up');
    else full = !out.write(chunk) || full;
    if (final) out.end();
  };
  const breathe = async (): Promise<void> => {
    if (failure) throw failure;
    if (!full) return;
    full = false;
    await Promise.race([once(out, 'drain'), once(out, 'close')]);
  };
  const head = new ZipPassThrough('backup.json');
  zip.add(head);
  head.push(new TextEncoder().encode(`${JSON.stringify(about, null, 1)}\n`), true);
  for (const file of files) {
    const entry = file.packs ? new ZipDeflate(file.name, { level: 3 }) : new ZipPassThrough(file.name);
    zip.add(entry);
    for await (const chunk of createReadStream(file.path, { highWaterMark: 256 * 1024 })) {
      entry.push(new Uint8Array(chunk as Buffer));
      await breathe();
    }
    entry.push(new Uint8Array(0), true);
    await breathe();
  }
  zip.end();
  await breathe();
}
