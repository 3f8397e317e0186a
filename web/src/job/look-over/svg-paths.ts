import svgpath from 'svgpath';
import type { Overlay } from '@zebbit/core';

export type SvgVerdict =
  | { readonly ok: true; readonly paths: readonly string[]; readonly from: Overlay['from'] }
  | { readonly ok: false; readonly message: string };

const MOST_SHAPES = 2000;
const UNITS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  in: 25.4,
  pt: 25.4 / 72,
  px: 25.4 / 96,
  '': 25.4 / 96,
};

const num = (e: Element, name: string): number => Number.parseFloat(e.getAttribute(name) ?? '0') || 0;

/** The outline of one shape element as path data; `null` for what is not a shape. */
function outline(e: Element): string | null {
  const n = (name: string): number => num(e, name);
  const ellipse = (cx: number, cy: number, rx: number, ry: number): string =>
    `M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z`;
  switch (e.localName) {
    case 'path':
      return e.getAttribute('d');
    case 'rect':
      return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`;
    case 'circle':
      return ellipse(n('cx'), n('cy'), n('r'), n('r'));
    case 'ellipse':
      return ellipse(n('cx'), n('cy'), n('rx'), n('ry'));
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
    case 'polyline':
    case 'polygon': {
      const points = e.getAttribute('points')?.trim() ?? '';
      return points === '' ? null : `M${points}${e.localName === 'polygon' ? 'Z' : ''}`;
    }
    default:
      return null;
  }
}

function walk(e: Element, transform: string, out: string[]): void {
  if (
    out.length > MOST_SHAPES ||
    ['defs', 'symbol', 'clipPath', 'mask', 'script', 'style', 'foreignObject'].includes(e.localName)
  )
    return;
  const mine = `${transform} ${e.getAttribute('transform') ?? ''}`.trim();
  const d = outline(e);
  if (d !== null) {
    const path = svgpath(d).transform(mine).abs().round(4).toString();
    if (path !== '' && path.length < 20_000) out.push(path);
  }
  for (const child of e.children) walk(child, mine, out);
}

/**
 * The outlines of an SVG drawing in millimetres, as plain path data: shapes and their transforms are read, everything else (scripts,
 * styles, links, embedded pages) is left behind. Refuses what is not SVG, what has no shapes and what has too many.
 */
export function readSvgPaths(text: string): SvgVerdict {
  // A document type may define entities that grow without end.
  if (/<!DOCTYPE|<!ENTITY/iu.test(text))
    return { ok: false, message: 'drawings with a document type of their own are not taken' };
  const root = new DOMParser().parseFromString(text, 'image/svg+xml').documentElement;
  if (root.localName !== 'svg' || root.querySelector('parsererror'))
    return { ok: false, message: 'it is not an SVG drawing' };
  const [, width = '', unit = ''] =
    /^([\d.]+)\s*([a-z]*)$/u.exec(root.getAttribute('width')?.trim() ?? '') ?? [];
  const box = (root.getAttribute('viewBox') ?? '').split(/[\s,]+/u).map(Number);
  const [x = 0, y = 0, w = 0, h = 0] = box;
  const wide = Number.parseFloat(width) * (UNITS[unit] ?? UNITS['px'] ?? 1);
  const scale = w > 0 && wide > 0 ? wide / w : (UNITS['px'] ?? 1);
  const paths: string[] = [];
  walk(root, `scale(${scale}) translate(${-x} ${-y})`, paths);
  if (paths.length === 0) return { ok: false, message: 'it has no outlines to lay on' };
  if (paths.length > MOST_SHAPES) return { ok: false, message: `it has more than ${MOST_SHAPES} outlines` };
  const [W, H] = [w > 0 ? w * scale : wide || 10, h > 0 ? h * scale : 10];
  return {
    ok: true,
    paths,
    from: [
      { x: 0, y: 0 },
      { x: W, y: H },
    ],
  };
}
