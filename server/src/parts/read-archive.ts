import { unzipSync } from 'fflate';
import { PARTS_MAX_FILES, UNPACKED_MAX_BYTES } from '@zebbit/contract';
import { badField } from '../errors/api-error';

export interface NamedBytes {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** Honest text packs to a tenth or so; what claims more than this is a bomb. */
const MOST_PACKED = 150;
const SMALL_BYTES = 200_000;
const MOST_EACH = 25 * 1024 * 1024;

/** A name that would leave the folder it is unpacked into. */
const leavesFolder = (name: string): boolean =>
  name.startsWith('/') ||
  name.includes('\\') ||
  name.includes('\0') ||
  /^[a-z]:/iu.test(name) ||
  name.split('/').includes('..');

/**
 * The footprint files of a zip, unpacked in memory; nothing is written by the names in it. Refuses, naming the entry, what would leave its
 * folder, unpacks out of all proportion, is too much, or is not a zip at all.
 */
export function readArchive(bytes: Uint8Array, file: string): NamedBytes[] {
  let total = 0;
  let count = 0;
  const refuse = (code: string, message: string): never => {
    throw badField(file, code, message, 'Nothing of it was kept');
  };
  let unpacked: Record<string, Uint8Array>;
  try {
    unpacked = unzipSync(bytes, {
      filter: (entry) => {
        count += 1;
        if (count > PARTS_MAX_FILES) refuse('too-many', `“${file}” holds more than ${PARTS_MAX_FILES} files`);
        if (leavesFolder(entry.name))
          refuse('path-outside', `“${entry.name}” in “${file}” would leave its folder`);
        if (!entry.name.endsWith('.kicad_mod')) return false;
        if (entry.originalSize > MOST_EACH)
          refuse(
            'too-large',
            `“${entry.name}” in “${file}” unpacks to ${Math.round(entry.originalSize / 1e6)} MB`,
          );
        // A packed size beyond the plain one is a header that lies about what comes out.
        const lies = entry.size > entry.originalSize + 1000;
        const bomb = entry.originalSize > SMALL_BYTES && entry.originalSize > entry.size * MOST_PACKED;
        if (lies || bomb) refuse('zip-bomb', `“${entry.name}” in “${file}” unpacks out of all proportion`);
        total += entry.originalSize;
        if (total > UNPACKED_MAX_BYTES)
          refuse('too-large', `“${file}” unpacks to more than ${UNPACKED_MAX_BYTES / 1024 / 1024} MB`);
        return true;
      },
    });
  } catch (error) {
    if (error instanceof Error && 'failure' in error) throw error;
    throw badField(
      file,
      'not-a-zip',
      `“${file}” is not a whole zip: ${error instanceof Error ? error.message : 'it cannot be read'}`,
    );
  }
  return Object.entries(unpacked).map(([name, data]) => ({ name, bytes: data }));
}
