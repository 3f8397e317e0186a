import type { Fasteners } from './step';

/** A group of screws as it is keyed in one line: what was said of it; what was not is left out. */
export interface ScrewLine {
  readonly place: string;
  readonly fasteners: Partial<Fasteners>;
}

export type ScrewLineFault = { readonly ok: false; readonly message: string };

const DRIVES: Readonly<Record<string, Fasteners['drive']>> = {
  cross: 'cross',
  x: 'cross',
  slot: 'slot',
  hex: 'hex',
  star: 'star',
  'three-wing': 'three-wing',
  tri: 'three-wing',
  'five-point': 'pentagon',
  five: 'pentagon',
};
const COLOURS = ['black', 'silver', 'brass', 'grey', 'gold', 'blue', 'white'];
const NUMBER = /^\d+([.,]\d+)?$/u;
const number = (text: string): number => Number(text.replace(',', '.'));

/**
 * Reads one line of a group of screws, in any order: `back 4 8` is four of 8 mm at the back; `hinge 2x cross 6mm coarse -1 A3` is two,
 * one more missing on arrival, in tray place A3. Of bare numbers the last is the length and the one before it the count; a single one
 * is the count. The other words are the place. Counts 1 to 99, lengths 0.5 to 200 mm.
 * @param compartments names of the tray's places
 */
export function parseScrewLine(
  line: string,
  compartments: readonly string[] = [],
): ({ readonly ok: true } & ScrewLine) | ScrewLineFault {
  const said: { -readonly [K in keyof Fasteners]?: Fasteners[K] } = {};
  const rest: string[] = [];
  for (const word of line.trim().split(/\s+/u).filter(Boolean)) {
    const low = word.toLowerCase();
    const drive = DRIVES[low];
    const compartment = compartments.find((c) => c.toLowerCase() === low);
    const many = /^(?:x(\d+)|(\d+)[x×])$/u.exec(low);
    const long = /^(\d+(?:[.,]\d+)?)mm$/u.exec(low);
    const missing = /^[-−](\d+)$/u.exec(low);
    if (drive) said.drive = drive;
    else if (low === 'coarse' || low === 'fine') said.thread = low;
    else if (COLOURS.includes(low)) said.colour = low;
    else if (compartment !== undefined) said.compartment = compartment;
    else if (many) said.count = Number(many[1] ?? many[2]);
    else if (long) said.lengthMm = number(long[1] ?? '');
    else if (missing) said.missing = Number(missing[1]);
    else rest.push(word);
  }
  const bare = rest.flatMap((w, i) => (NUMBER.test(w) ? [i] : []));
  const takes = [said.count === undefined, said.lengthMm === undefined];
  const used: number[] = [];
  if (takes[0] && takes[1] && bare.length >= 2) used.push(...bare.slice(-2));
  else if ((takes[0] || takes[1]) && bare.length >= 1) used.push(...bare.slice(-1));
  const figures = used.map((i) => number(rest[i] ?? ''));
  if (figures.length === 2) [said.count, said.lengthMm] = figures;
  else if (figures.length === 1) {
    if (takes[0]) [said.count] = figures;
    else [said.lengthMm] = figures;
  }
  const place = rest.filter((_, i) => !used.includes(i)).join(' ');
  if (said.count !== undefined && !(Number.isInteger(said.count) && said.count >= 1 && said.count <= 99))
    return { ok: false, message: `a group has 1 to 99 screws, not ${said.count}` };
  const long = said.lengthMm ?? null;
  if (long !== null && !(long >= 0.5 && long <= 200))
    return { ok: false, message: `a screw is 0.5 to 200 mm long, not ${long} mm` };
  if (said.missing !== undefined && said.missing > 99)
    return { ok: false, message: `${said.missing} missing is more than a group has` };
  return { ok: true, place, fasteners: said };
}

/** A group in one line, as `parseScrewLine` reads it. */
export function printScrewLine(place: string, f: Fasteners): string {
  return [
    place,
    `${f.count}x`,
    f.drive === 'pentagon' ? 'five-point' : f.drive === 'other' || f.drive === 'cross' ? '' : f.drive,
    f.lengthMm === null ? '' : `${f.lengthMm}mm`,
    f.thread === 'unknown' ? '' : f.thread,
    f.colour,
    f.missing > 0 ? `-${f.missing}` : '',
    f.compartment,
  ]
    .filter(Boolean)
    .join(' ');
}
