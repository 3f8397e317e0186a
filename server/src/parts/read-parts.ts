import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import { PART_FILE_MAX_BYTES } from '@zebbit/contract';
import type { RefusedFile } from '@zebbit/contract';
import type { ConnectorPart } from '@zebbit/core';
import { checkPart, partFromFootprint, readKicadFootprint } from '@zebbit/core';
import type { NamedBytes } from '../zip/unpack-zip';
import { readArchive } from './read-archive';

/** A part as read from a file, with the file packed. */
export interface ReadPart {
  readonly id: string;
  readonly part: ConnectorPart;
  readonly file: Uint8Array;
}

/** What the reading of files says on its way, to whoever waits for it. */
export type ReadNews =
  | { readonly kind: 'files'; readonly of: number }
  | { readonly kind: 'begun'; readonly done: number; readonly name: string }
  | { readonly kind: 'part'; readonly read: ReadPart }
  | { readonly kind: 'refused'; readonly refused: RefusedFile };

const isRefused = (read: ReadPart | RefusedFile): read is RefusedFile => 'message' in read;

/** Reads loose footprint files and zips of them, one after the other. Throws ApiError on a zip that is refused whole. */
export function readParts(files: readonly NamedBytes[], say: (news: ReadNews) => void): void {
  const all = files.flatMap((f) =>
    f.name.toLowerCase().endsWith('.zip') ? readArchive(f.bytes, f.name) : [f],
  );
  say({ kind: 'files', of: all.length });
  all.forEach(({ name, bytes }, done) => {
    say({ kind: 'begun', done, name });
    const read = readOne(name, bytes);
    say(isRefused(read) ? { kind: 'refused', refused: read } : { kind: 'part', read });
  });
}

function readOne(name: string, bytes: Uint8Array): ReadPart | RefusedFile {
  const refuse = (line: number, message: string): RefusedFile => ({ file: name, line, message });
  if (!name.endsWith('.kicad_mod')) return refuse(1, 'This is not a .kicad_mod file');
  if (bytes.length > PART_FILE_MAX_BYTES)
    return refuse(1, `The file has ${(bytes.length / 1e6).toFixed(0)} MB; no footprint is that large`);
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return refuse(1, 'The file is not text in UTF-8');
  }
  const read = readKicadFootprint(text);
  if (!read.ok) return refuse(read.line, read.message);
  const id = `own-${createHash('sha256').update(text).digest('hex').slice(0, 24)}`;
  const base = name.split('/').at(-1) ?? name;
  const named =
    read.footprint.name === ''
      ? { ...read.footprint, name: base.replace(/\.kicad_mod$/u, '') }
      : read.footprint;
  const part = partFromFootprint(named, id, base);
  const fault = checkPart(part);
  if (fault) return refuse(1, fault.message);
  return { id, part, file: gzipSync(text) };
}
