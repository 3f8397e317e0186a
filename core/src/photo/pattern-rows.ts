import type { ConnectorPart, PartLand } from '../connector/part';

/** Contacts of a part on one line, in order along it. */
export interface PatternRow {
  readonly lands: readonly PartLand[];
  /** Way the row runs in the part's frame: along x, or along y. */
  readonly alongX: boolean;
}

/** Contacts nearer than this across the row stand on one line, mm. */
const ONE_LINE_MM = 0.3;

function linesAlong(contacts: readonly PartLand[], alongX: boolean): PartLand[][] {
  const lines: PartLand[][] = [];
  const across = (l: PartLand): number => (alongX ? l.at.y : l.at.x);
  const along = (l: PartLand): number => (alongX ? l.at.x : l.at.y);
  for (const c of [...contacts].sort((p, q) => across(p) - across(q))) {
    const line = lines.at(-1);
    const [first] = line ?? [];
    if (line && first && across(c) - across(first) < ONE_LINE_MM) line.push(c);
    else lines.push([c]);
  }
  return lines.map((l) => l.sort((p, q) => along(p) - along(q)));
}

/** Rows of a part's contacts: along the way that needs the fewer of them. */
export function patternRows(part: ConnectorPart): PatternRow[] {
  const contacts = part.lands.filter((l) => l.role === 'contact');
  const [level, upright] = [linesAlong(contacts, true), linesAlong(contacts, false)];
  const alongX = level.length <= upright.length;
  return (alongX ? level : upright).map((lands) => ({ lands, alongX }));
}
