import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';
import type { HashedFile } from '@zebbit/core';

export interface HashProgress {
  readonly files: number;
  readonly bytes: number;
}

export interface Hasher {
  /** Reads every file once; nothing of it leaves the browser. Throws with the name of a file that cannot be read. */
  readonly hash: (
    files: readonly { readonly path: string; readonly file: File }[],
    tell: (done: HashProgress) => unknown,
  ) => Promise<HashedFile[]>;
}

/** Told at most so often, ms. */
const TELL_MS = 200;

export const createHasher = (): Hasher => ({
  hash: async (files, tell) => {
    const found: HashedFile[] = [];
    let bytes = 0;
    let told = 0;
    for (const { path, file } of files) {
      const sum = sha256.create();
      const reader = file.stream().getReader();
      for (;;) {
        const part = await reader.read().catch(() => {
          throw new Error(`${path} could not be read: the stick may have gone`);
        });
        if (part.done) break;
        sum.update(part.value);
        bytes += part.value.length;
        if (performance.now() - told > TELL_MS) {
          told = performance.now();
          tell({ files: found.length, bytes });
        }
      }
      found.push({ path, sha256: bytesToHex(sum.digest()) });
    }
    tell({ files: found.length, bytes });
    return found;
  },
});
