import type { ConnectorFamily } from '../connector/family';
import type { BoardPoint } from '../geometry/point';
import type { TurnedRect } from './blobs';
import type { Patch } from './find-lands';
import type { LineMark, RowFit } from './fit-row';
import { fitRow } from './fit-row';

export interface FoundPad {
  readonly at: BoardPoint;
  /** `torn`: the row wants a pad here and its metal is gone. `bridged`: its metal runs over into the next. `unsure`: the picture does not tell. */
  readonly state: 'present' | 'torn' | 'bridged' | 'unsure';
  /** Across the row and along the pin, mm; that of its neighbours where it is torn. */
  readonly sizeMm: readonly [across: number, along: number];
  /** Opening of a plated hole, mm, for pins that go through the board. */
  readonly holeMm: number | null;
  /** Its contact, as in `A1/B12`, where the pattern it was read by tells; `null` where it does not, or its ends could be changed over. */
  readonly number: string | null;
  /** How likely its state is as said, 0.5 to 1; `null` where it was found without a pattern, and that was not worked out. */
  readonly chance: number | null;
}

export interface FoundRow {
  readonly pads: readonly FoundPad[];
  readonly directionDeg: number;
  readonly pitchMm: number;
  /** Standard deviation of the pitch from how well the pads fit, mm. */
  readonly pitchSigmaMm: number;
  /** Distances from the first pad where the row is uneven, mm. */
  readonly offsetsMm: readonly number[] | null;
  /** The family whose spacing it has; `null` for a plain even row. */
  readonly family: ConnectorFamily | null;
}

/** A patch in board millimetres. */
export interface Mark {
  readonly at: BoardPoint;
  readonly rect: TurnedRect;
  readonly long: number;
  readonly wide: number;
  readonly patch: Patch;
}

/** Two contacts of a type C row share a land up to this wide, mm. */
const DOUBLE_WIDE_MM = 0.95;
/** Widest pad of a row, mm: on the surface, and of a ring. */
const WIDEST_MM = [1.45, 2.2] as const;
/** A pad of a row is at least this long and wide, mm: shorter beads are what is left of print. */
const LEAST_LONG_MM = 0.42;
const LEAST_WIDE_MM = 0.16;
/** Pads of one row lie this near to its line, mm, and are this much alike in length. */
const LINE_MM = 0.16;
const ALIKE = 0.28;

/** Radians to degrees. */
export const toDegrees = (radians: number): number => (radians * 180) / Math.PI;
const alike = (a: number, b: number): boolean => Math.abs(Math.log(a / b)) < ALIKE;

/** Size across a line of that direction, and along it, of a rectangle that is nearly square or stands square to it. */
function sizeAlong(
  m: Mark,
  angle: number,
): { readonly across: number; readonly along: number; readonly square: boolean } {
  const turn = Math.abs(Math.cos(m.rect.angle - angle));
  const square = m.long < 1.25 * m.wide;
  // `across` runs with the row, `along` with the pin.
  return turn > Math.SQRT1_2
    ? { across: m.long, along: m.wide, square }
    : { across: m.wide, along: m.long, square };
}

interface Line {
  readonly angle: number;
  readonly members: readonly { readonly mark: Mark; readonly at: number }[];
}

/** Marks on the line through two of them, alike in the size that is square to it, in order along it. */
export function lineThrough(a: Mark, b: Mark, marks: readonly Mark[]): Line | null {
  const angle = Math.atan2(b.at.y - a.at.y, b.at.x - a.at.x);
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const upright = (m: Mark): boolean => {
    const off = Math.abs(Math.sin(2 * (m.rect.angle - angle)));
    return m.long < 1.25 * m.wide || off < 0.2;
  };
  const lead = sizeAlong(a, angle);
  if (!upright(a) || !upright(b) || !alike(sizeAlong(b, angle).along, lead.along)) return null;
  if (lead.across > WIDEST_MM[a.patch.hole ? 1 : 0]) return null;
  const members = marks.flatMap((mark) => {
    const [dx, dy] = [mark.at.x - a.at.x, mark.at.y - a.at.y];
    const bare = mark.patch.kind === 'bare';
    if (Math.abs(dy * c - dx * s) > LINE_MM * (bare ? 1.8 : 1)) return [];
    const size = sizeAlong(mark, angle);
    if (
      bare
        ? size.along > 2.2 * lead.along || size.along < 0.4 * lead.along
        : !upright(mark) || !alike(size.along, lead.along)
    )
      return [];
    if (!bare && (size.along < LEAST_LONG_MM || size.across < LEAST_WIDE_MM)) return [];
    if (size.across > WIDEST_MM[mark.patch.hole ? 1 : 0] && !(size.across > 1.6 * lead.across)) return [];
    // One row has pins of one kind: through the board or on it.
    if (!bare && (mark.patch.hole === null) !== (a.patch.hole === null)) return [];
    return [{ mark, at: dx * c + dy * s }];
  });
  return { angle, members: members.sort((p, q) => p.at - q.at) };
}

/** A patch several pads long is several pads run together: it is cut at the spacing of its row. */
function splitBridged(
  line: Line,
  usualWide: number,
  pitch: number,
): { readonly mark: Mark; readonly at: number; readonly bridged: boolean }[] {
  return line.members.flatMap(({ mark, at }) => {
    const { across } = sizeAlong(mark, line.angle);
    const count = Math.round((across - usualWide) / pitch) + 1;
    const bare = mark.patch.kind === 'bare';
    if (count < 2 || count > 6 || Math.abs(across - usualWide - (count - 1) * pitch) > 0.3 * pitch)
      return [{ mark, at, bridged: false }];
    return Array.from({ length: count }, (_, i) => ({
      mark: { ...mark, wide: usualWide },
      at: at + (i - (count - 1) / 2) * pitch,
      bridged: !bare,
    }));
  });
}

/** A row's pads lie nearer than this to where its spacing wants them, mm, root mean square. */
const ROUGH_MM = 0.022;

/** Mean of the middle half: neither one bad pad nor the wider ends of a row carry it away. */
function middleMean(list: readonly number[]): number {
  const sorted = [...list].sort((a, b) => a - b);
  const cut = Math.floor(sorted.length / 4);
  const kept = sorted.slice(cut, sorted.length - cut);
  return kept.reduce((a, b) => a + b, 0) / kept.length;
}

const median = (list: readonly number[]): number =>
  [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

/** Whether a place of a row shows whole mask, so that there never was a pad. */
export type IsGap = (at: BoardPoint, across: number, along: number, angle: number) => boolean;

/** A row with the patches it is made of and what it is worth against others. */
export interface RowFound {
  readonly row: FoundRow;
  readonly used: ReadonlySet<Patch>;
  readonly score: number;
}

export function rowOn(line: Line, family: ConnectorFamily | null, isGap: IsGap): RowFound | null {
  const metal = line.members.filter((m) => m.mark.patch.kind === 'metal');
  if (metal.length < 2) return null;
  const widths = metal.map((m) => sizeAlong(m.mark, line.angle).across);
  const usualWide = [...widths].sort((a, b) => a - b)[Math.floor(widths.length * 0.3)] ?? 0;
  const asMarks = (
    list: readonly { readonly mark: Mark; readonly at: number; readonly bridged?: boolean }[],
  ): LineMark[] =>
    list.map(({ mark, at, bridged }) => ({
      at,
      wide: Math.min(sizeAlong(mark, line.angle).across, usualWide * 1.3),
      bare: mark.patch.kind === 'bare',
      cut: bridged === true,
    }));
  let members: readonly { readonly mark: Mark; readonly at: number; readonly bridged: boolean }[] =
    line.members
      .filter((m) => sizeAlong(m.mark, line.angle).across < Math.max(1.55 * usualWide, DOUBLE_WIDE_MM))
      .map((m) => ({ ...m, bridged: false }));
  let fit: RowFit | null = fitRow(asMarks(members), family);
  const gaps = metal.slice(1).map((m, i) => m.at - (metal[i]?.at ?? 0));
  const guess = fit ? pitchOf(fit) : median(gaps);
  if (guess > usualWide) {
    const split = splitBridged(line, usualWide, guess);
    if (split.some((m) => m.bridged) || split.length > members.length) {
      const again = fitRow(asMarks(split), family);
      if (again && (!fit || again.score > fit.score)) [fit, members] = [again, split];
    }
  }
  if (!fit) return null;
  return {
    row: asRow(fit, members, line, isGap),
    used: new Set(fit.found.flatMap((f) => (f === null ? [] : [members[f]?.mark.patch ?? []].flat()))),
    score: fit.score,
  };
}

function pitchOf(fit: RowFit): number {
  const gaps = fit.pattern.offsets.slice(1).map((o, i) => o - (fit.pattern.offsets[i] ?? 0));
  return Math.min(...gaps) * fit.stretch;
}

function asRow(
  fit: RowFit,
  members: readonly { readonly mark: Mark; readonly at: number; readonly bridged: boolean }[],
  line: Line,
  isGap: IsGap,
): FoundRow {
  const [c, s] = [Math.cos(line.angle), Math.sin(line.angle)];
  const [lead] = line.members;
  // The line itself is laid through the metal marks of the fit by least squares.
  const metal = fit.found.flatMap((f) => {
    const m = f === null ? undefined : members[f];
    return m && m.mark.patch.kind === 'metal' && !m.bridged ? [m] : [];
  });
  const anchors = metal.length >= 2 ? metal : members.filter((m) => m.mark.patch.kind === 'metal');
  const base = lead ? { x: lead.mark.at.x - lead.at * c, y: lead.mark.at.y - lead.at * s } : { x: 0, y: 0 };
  const across = anchors.map((m) => (m.mark.at.y - base.y) * c - (m.mark.at.x - base.x) * s);
  const at = anchors.map((m) => (m.mark.at.x - base.x) * c + (m.mark.at.y - base.y) * s);
  const [ma, mt] = [
    across.reduce((x, y) => x + y, 0) / across.length,
    at.reduce((x, y) => x + y, 0) / at.length,
  ];
  const stt = at.reduce((sum, t) => sum + (t - mt) ** 2, 0);
  const slope = stt > 0 ? at.reduce((sum, t, i) => sum + (t - mt) * ((across[i] ?? 0) - ma), 0) / stt : 0;
  const place = (t: number): BoardPoint => {
    const v = ma + slope * (t - mt);
    return { x: base.x + t * c - v * s, y: base.y + t * s + v * c };
  };
  const sizes = anchors.map((m) => sizeAlong(m.mark, line.angle));
  const usual = [median(sizes.map((z) => z.across)), median(sizes.map((z) => z.along))] as const;
  const holes = anchors.flatMap((m) => (m.mark.patch.hole ? [m.mark.patch.hole] : []));
  const scale = anchors[0] ? anchors[0].mark.long / anchors[0].mark.rect.long : 1;
  const pads = fit.found.map((f, i): FoundPad => {
    const m = f === null ? undefined : members[f];
    const there = m && m.mark.patch.kind === 'metal';
    const size = there && !m.bridged ? sizeAlong(m.mark, line.angle) : null;
    const at =
      there && !m.bridged ? m.mark.at : place(fit.start + fit.stretch * (fit.pattern.offsets[i] ?? 0));
    return {
      at,
      state: there ? (m.bridged ? 'bridged' : 'present') : 'torn',
      number: null,
      chance: null,
      sizeMm: size ? [size.across, size.along] : usual,
      holeMm: holes[0] ? Math.round(holes[0].wide * scale * 100) / 100 : null,
    };
  });
  const kept = pads.flatMap((pad, i) => {
    const nothing = fit.found[i] === null && isGap(pad.at, usual[0], usual[1], line.angle);
    return nothing
      ? []
      : [
          {
            pad,
            offset: fit.pattern.offsets[i] ?? 0,
            mark: fit.found[i] === null ? undefined : members[fit.found[i] ?? 0],
          },
        ];
  });
  const seen = kept.flatMap(({ offset, mark }) =>
    mark && mark.mark.patch.kind === 'metal' && !mark.bridged ? [{ offset, at: mark.at }] : [],
  );
  const miss = seen.map((m) => m.at - fit.start - fit.stretch * m.offset);
  const mean = seen.reduce((sum, m) => sum + m.offset, 0) / seen.length;
  const spread = seen.reduce((sum, m) => sum + (m.offset - mean) ** 2, 0);
  const rms = Math.sqrt(miss.reduce((sum, d) => sum + d * d, 0) / Math.max(1, miss.length - 2));
  const step = pitchOf(fit) / fit.stretch;
  const first = kept[0]?.offset ?? 0;
  const even = kept.every((k, i) => Math.abs(k.offset - first - i * step) < 1e-6);
  // Neighbours as they were seen. Where a spacing fits only roughly (the ends of a row set wider apart), they are the better witness.
  const narrow = seen.slice(1).flatMap((m, i) => {
    const before = seen[i];
    return before && Math.abs(m.offset - before.offset - step) < 0.12 * step ? [m.at - before.at] : [];
  });
  const rough = rms > ROUGH_MM && narrow.length >= 3;
  const pitch = rough ? middleMean(narrow) : step * fit.stretch;
  return {
    pads: kept.map((k) => k.pad),
    directionDeg: toDegrees(line.angle + Math.atan(slope)),
    pitchMm: pitch,
    pitchSigmaMm:
      !rough && spread > 0
        ? (Math.max(rms, 0.01) / Math.sqrt(spread)) * step
        : 0.014 / Math.sqrt(Math.max(1, narrow.length)),
    offsetsMm: even ? null : kept.map((k) => (k.offset - first) * fit.stretch),
    family: kept.length === fit.pattern.offsets.length ? fit.pattern.family : null,
  };
}
