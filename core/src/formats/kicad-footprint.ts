import type { XY } from '../geometry/projective';
import type { FormatFault, SItem, SList } from './s-expression';
import { childOf, headOf, list, parseSExpression, word, writeSExpression } from './s-expression';

/** The open footprint format of KiCad (`.kicad_mod`, from version 5 on), as far as a connector is told by it. Millimetres, y down. */

export const PAD_TYPES = ['smd', 'thru_hole', 'np_thru_hole', 'connect'] as const;
export type FootprintPadType = (typeof PAD_TYPES)[number];

export interface FootprintPad {
  /** Empty for mechanical pads; several pads may share one. */
  readonly number: string;
  readonly type: FootprintPadType;
  readonly shape: string;
  readonly at: XY;
  /** Anticlockwise as the file counts, degrees. */
  readonly angleDeg: number;
  readonly size: readonly [number, number];
  readonly drill: { readonly width: number; readonly height: number } | null;
  readonly layers: readonly string[];
}

export interface FootprintLine {
  readonly from: XY;
  readonly to: XY;
  readonly layer: string;
  readonly widthMm: number;
}

export interface KicadFootprint {
  readonly name: string;
  readonly description: string;
  readonly tags: string;
  readonly pads: readonly FootprintPad[];
  readonly lines: readonly FootprintLine[];
  /** The whole file as it was read, so that writing it loses nothing. */
  readonly source: SList | null;
}

export type FootprintVerdict = { readonly ok: true; readonly footprint: KicadFootprint } | FormatFault;

class Fault extends Error {
  constructor(
    readonly line: number,
    readonly code: FormatFault['code'],
    message: string,
  ) {
    super(message);
  }
}

/** Further out than this is not a footprint, mm: such a file was written in other units. */
const REACH_MM = 400;
/** The middle one of the pads' longer sides lies between these in any part that is soldered by hand or machine, mm. */
const USUAL_PAD_MM = [0.08, 30] as const;

function figure(item: SItem | undefined, where: SList, what: string): number {
  const text = item?.kind === 'word' ? item.text : '';
  const value = Number(text);
  if (text === '' || !Number.isFinite(value))
    throw new Fault(
      item?.line ?? where.line,
      'bad-figure',
      `${what} wants a number, got ${text === '' ? 'nothing' : text}`,
    );
  if (Math.abs(value) > REACH_MM)
    throw new Fault(
      item?.line ?? where.line,
      'bad-figure',
      `${what} is ${value} mm: is the file in other units?`,
    );
  return value;
}

const textOf = (item: SItem | undefined): string => (item?.kind === 'word' ? item.text : '');

function point(parent: SList, head: string, what: string): XY {
  const child = childOf(parent, head);
  if (!child) throw new Fault(parent.line, 'bad-field', `${what} has no ${head}`);
  return {
    x: figure(child.items[1], child, `${what} ${head}`),
    y: figure(child.items[2], child, `${what} ${head}`),
  };
}

function readPad(pad: SList): FootprintPad {
  const number = textOf(pad.items[1]);
  const what = `Pad ${number}`.trim();
  const type = PAD_TYPES.find((t) => t === textOf(pad.items[2]));
  if (!type) throw new Fault(pad.line, 'bad-field', `${what} is of the unknown type ${textOf(pad.items[2])}`);
  const size = childOf(pad, 'size');
  if (!size) throw new Fault(pad.line, 'bad-field', `${what} has no size`);
  const at = childOf(pad, 'at');
  const drill = childOf(pad, 'drill');
  const figures = drill ? drill.items.slice(1).filter((i) => i.kind === 'word' && i.text !== 'oval') : [];
  const width = drill && figures.length > 0 ? figure(figures[0], drill, `${what} drill`) : null;
  const dims = [
    figure(size.items[1], size, `${what} size`),
    figure(size.items[2], size, `${what} size`),
  ] as const;
  if (dims[0] < 0 || dims[1] < 0) throw new Fault(size.line, 'bad-figure', `${what} has a size below 0`);
  return {
    number,
    type,
    shape: textOf(pad.items[3]),
    at: point(pad, 'at', what),
    angleDeg:
      at?.items[3]?.kind === 'word' && at.items[3].text !== 'unlocked'
        ? figure(at.items[3], at, `${what} angle`)
        : 0,
    size: dims,
    drill:
      drill && width !== null
        ? { width, height: figures.length > 1 ? figure(figures[1], drill, `${what} drill`) : width }
        : null,
    layers: childOf(pad, 'layers')?.items.slice(1).map(textOf) ?? [],
  };
}

function readLine(line: SList): FootprintLine {
  const stroke = childOf(line, 'stroke');
  const width = childOf(line, 'width') ?? (stroke ? childOf(stroke, 'width') : null);
  return {
    from: point(line, 'start', 'A line'),
    to: point(line, 'end', 'A line'),
    layer: textOf(childOf(line, 'layer')?.items[1]),
    widthMm: width ? figure(width.items[1], width, 'A line width') : 0.12,
  };
}

/** A file in mil or inches reads like any other, but its pads come out as large as the part, or as small as dust. */
function checkUnits(pads: readonly FootprintPad[], line: number): void {
  const sides = pads.map((p) => Math.max(...p.size)).sort((a, b) => a - b);
  const usual = sides[Math.floor(sides.length / 2)];
  if (usual === undefined || usual === 0) return;
  if (usual < USUAL_PAD_MM[0] || usual > USUAL_PAD_MM[1])
    throw new Fault(line, 'bad-figure', `Pads are ${usual} mm long: is the file in mil or inches?`);
}

/** Reads a footprint file whole. Refuses anything else with the line at fault and the reason. */
export function readKicadFootprint(text: string): FootprintVerdict {
  const parsed = parseSExpression(text);
  if (!parsed.ok) return parsed;
  const { list: root } = parsed;
  if (headOf(root) !== 'footprint' && headOf(root) !== 'module')
    return {
      ok: false,
      code: 'not-this-format',
      line: root.line,
      message: `A footprint file begins with “footprint” or “module”, not with “${headOf(root)}”`,
    };
  try {
    const lists = root.items.filter((i) => i.kind === 'list');
    const padLists = lists.filter((l) => headOf(l) === 'pad');
    const pads = padLists.map(readPad);
    checkUnits(pads, padLists[0]?.line ?? root.line);
    return {
      ok: true,
      footprint: {
        name: textOf(root.items[1]),
        description: textOf(childOf(root, 'descr')?.items[1]),
        tags: textOf(childOf(root, 'tags')?.items[1]),
        pads,
        lines: lists.filter((l) => headOf(l) === 'fp_line').map(readLine),
        source: root,
      },
    };
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    return { ok: false, code: error.code, line: error.line, message: error.message };
  }
}

const trim = (mm: number): string => String(Number(mm.toFixed(4)));

function padList(pad: FootprintPad): SList {
  const drill = pad.drill
    ? [
        pad.drill.width === pad.drill.height
          ? list('drill', trim(pad.drill.width))
          : list('drill', 'oval', trim(pad.drill.width), trim(pad.drill.height)),
      ]
    : [];
  return list(
    'pad',
    word(pad.number, true),
    pad.type,
    pad.shape,
    pad.angleDeg === 0
      ? list('at', trim(pad.at.x), trim(pad.at.y))
      : list('at', trim(pad.at.x), trim(pad.at.y), trim(pad.angleDeg)),
    list('size', trim(pad.size[0]), trim(pad.size[1])),
    ...drill,
    list('layers', ...pad.layers.map((l) => word(l, true))),
  );
}

/** Writes a footprint: as it was read when it was read, else anew. */
export function writeKicadFootprint(footprint: KicadFootprint): string {
  const root =
    footprint.source ??
    list(
      'footprint',
      word(footprint.name, true),
      list('version', '20211014'),
      list('generator', 'zebbit'),
      list('layer', word('F.Cu', true)),
      list('descr', word(footprint.description, true)),
      list('tags', word(footprint.tags, true)),
      list('attr', footprint.pads.some((p) => p.type === 'thru_hole') ? 'through_hole' : 'smd'),
      ...footprint.lines.map((l) =>
        list(
          'fp_line',
          list('start', trim(l.from.x), trim(l.from.y)),
          list('end', trim(l.to.x), trim(l.to.y)),
          list('layer', word(l.layer, true)),
          list('width', trim(l.widthMm)),
        ),
      ),
      ...footprint.pads.map(padList),
    );
  return `${writeSExpression(root)}\n`;
}
