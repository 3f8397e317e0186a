import { readdirSync, readFileSync } from 'node:fs';
import type { KicadFootprint } from '../formats/kicad-footprint';
import { readKicadFootprint } from '../formats/kicad-footprint';

const FOLDER = '/usr/share/kicad/footprints/Connector_USB.pretty';

/** The land patterns of Debian's open library of connectors, in the order of their files. Throws on one that is not read. */
export function usbFootprints(): KicadFootprint[] {
  return readdirSync(FOLDER)
    .sort()
    .map((file) => {
      const verdict = readKicadFootprint(readFileSync(`${FOLDER}/${file}`, 'utf8'));
      if (!verdict.ok) throw new Error(`${file}: ${verdict.message}`);
      return verdict.footprint;
    });
}
