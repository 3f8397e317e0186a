import { randomUUID } from 'node:crypto';
import { mkdir, open, readdir, readFile, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';

const HASH = /^[0-9a-f]{64}$/u;
/** A file this young may belong to an upload that has not made its row yet, ms. */
const YOUNG_MS = 10 * 60_000;

/** The folder of photos: a file a picture, named by its content. */
export class PhotoStore {
  constructor(private readonly folder: string) {}

  private file(hash: string): string {
    return join(this.folder, hash);
  }

  /** Writes a picture so that it is on the disk, with its name, before this returns: only then may a row speak of it. */
  async put(hash: string, bytes: Uint8Array): Promise<void> {
    await mkdir(this.folder, { recursive: true });
    // Written aside and moved in one step: a kill in the middle leaves no half photo under a hash.
    const aside = `${this.file(hash)}.${randomUUID()}`;
    try {
      const file = await open(aside, 'w');
      try {
        await file.writeFile(bytes);
        await file.sync();
      } finally {
        await file.close();
      }
      await rename(aside, this.file(hash));
    } catch (error) {
      await rm(aside, { force: true });
      throw error;
    }
    const folder = await open(this.folder, 'r');
    try {
      await folder.sync();
    } finally {
      await folder.close();
    }
  }

  /** The picture, or `null` when its file is gone. */
  read(hash: string): Promise<Buffer | null> {
    return readFile(this.file(hash)).catch((error: unknown) => {
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return null;
      throw error;
    });
  }

  async remove(hash: string): Promise<void> {
    await rm(this.file(hash), { force: true });
  }

  /** Removes what no row speaks of and no upload in flight can own: left over from a kill. How many went. */
  async sweep(known: ReadonlySet<string>, now: number): Promise<number> {
    const names = await readdir(this.folder).catch(() => []);
    let gone = 0;
    for (const name of names) {
      if (HASH.test(name) ? known.has(name) : !HASH.test(name.split('.')[0] ?? '')) continue;
      const { mtimeMs } = await stat(this.file(name));
      if (now - mtimeMs < YOUNG_MS) continue;
      await rm(this.file(name), { force: true });
      gone += 1;
    }
    return gone;
  }
}
