import { crc32 } from 'node:zlib';
import { unzipSync } from 'fflate';
import { UNPACKED_MAX_BYTES, UNPACKED_MAX_RATIO, UNPACKED_SMALL_BYTES } from '@zebbit/contract';
import { badField } from '../errors/api-error';
import { overlappingEntries, zipDirectory } from './zip-directory';

export interface NamedBytes {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** A name that would leave the folder it is unpacked into. */
const leavesFolder = (name: string): boolean =>
  name.startsWith('/') ||
  name.includes('\\') ||
  name.includes('\0') ||
  /^[a-z]:/iu.test(name) ||
  name.split('/').includes('..');

/**
 * What is wanted of a zip, unpacked in memory; nothing is written by the names in it. Refuses, naming the entry, what would leave its
 * folder, unpacks out of all proportion, shares bytes with another, is too much, is damaged, or is not a zip at all.
 * @param file the zip's name, for messages and as the field
 * @param most bytes that a wanted entry may unpack to; `null` leaves it packed
 */
export function unpackZip(
  bytes: Uint8Array,
  file: string,
  mostFiles: number,
  most: (name: string) => number | null,
): NamedBytes[] {
  let total = 0;
  let count = 0;
  const refuse = (code: string, message: string): never => {
    throw badField(file, code, message, 'Nothing of it was kept');
  };
  const directory = zipDirectory(bytes);
  const shared = directory && overlappingEntries(directory);
  if (shared)
    refuse('zip-bomb', `“${shared[0].name}” and “${shared[1].name}” in “${file}” share the same bytes`);
  let unpacked: Record<string, Uint8Array>;
  try {
    unpacked = unzipSync(bytes, {
      filter: (entry) => {
        count += 1;
        if (count > mostFiles) refuse('too-many', `“${file}” holds more than ${mostFiles} files`);
        if (leavesFolder(entry.name))
          refuse('path-outside', `“${entry.name}” in “${file}” would leave its folder`);
        const limit = most(entry.name);
        if (limit === null) return false;
        if (entry.originalSize > limit)
          refuse(
            'too-large',
            `“${entry.name}” in “${file}” unpacks to ${Math.round(entry.originalSize / 1e6)} MB`,
          );
        // A packed size beyond the plain one is a header that lies about what comes out.
        const lies = entry.size > entry.originalSize + 1000;
        const bomb =
          entry.originalSize > UNPACKED_SMALL_BYTES && entry.originalSize > entry.size * UNPACKED_MAX_RATIO;
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
  for (const entry of directory ?? []) {
    const data = unpacked[entry.name];
    if (data && crc32(data) !== entry.crc)
      refuse('zip-damaged', `“${entry.name}” in “${file}” is damaged: its checksum does not agree`);
  }
  return Object.entries(unpacked).map(([name, data]) => ({ name, bytes: data }));
}
