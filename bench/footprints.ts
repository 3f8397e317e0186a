import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ConnectorPart } from '@zebbit/core';
import { partFromFootprint, readKicadFootprint } from '@zebbit/core';

const HOME = '/usr/share/kicad/footprints';

export interface LoadedParts {
  readonly parts: readonly ConnectorPart[];
  readonly refused: readonly { readonly file: string; readonly line: number; readonly message: string }[];
  readonly ms: number;
  readonly megabytes: number;
}

/** Debian's open footprints: one folder, or all of them. */
export function loadFootprints(folder: string | null): LoadedParts {
  const folders = readdirSync(HOME).filter((f) => f.endsWith('.pretty') && (folder === null || f === folder));
  const parts: ConnectorPart[] = [];
  const refused: { file: string; line: number; message: string }[] = [];
  let bytes = 0;
  let ms = 0;
  for (const f of folders.sort())
    for (const file of readdirSync(join(HOME, f)).sort()) {
      if (!file.endsWith('.kicad_mod')) continue;
      const text = readFileSync(join(HOME, f, file), 'utf8');
      bytes += text.length;
      const begun = performance.now();
      const read = readKicadFootprint(text);
      if (read.ok) parts.push(partFromFootprint(read.footprint, `${f}/${file}`, file));
      else refused.push({ file: `${f}/${file}`, line: read.line, message: read.message });
      ms += performance.now() - begun;
    }
  return { parts, refused, ms, megabytes: bytes / 1e6 };
}
