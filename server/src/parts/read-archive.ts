import { PART_FILE_MAX_BYTES, PARTS_MAX_FILES } from '@zebbit/contract';
import type { NamedBytes } from '../zip/unpack-zip';
import { unpackZip } from '../zip/unpack-zip';

/** The footprint files of a zip; what is wrong with it is refused as `unpackZip` says. */
export const readArchive = (bytes: Uint8Array, file: string): NamedBytes[] =>
  unpackZip(bytes, file, PARTS_MAX_FILES, (name) =>
    name.endsWith('.kicad_mod') ? PART_FILE_MAX_BYTES : null,
  );
