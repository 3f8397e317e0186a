import type { Board, Face } from '../board/board';
import { alongLine } from '../board/board-line';
import { pinPoint } from '../board/probe-point';

const n = (mm: number): string => String(Number(mm.toFixed(4)));
const escape = (text: string): string => text.replace(/[&<>"']/gu, (c) => `&#${c.charCodeAt(0)};`);

interface Reach {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** What a face's drawing covers, mm, with a margin. */
function reachOf(board: Board, face: Face): Reach {
  const at = [
    ...board.rows.filter((r) => r.face === face).flatMap((r) => r.pins.map((_, i) => pinPoint(r, i))),
    ...board.legs.filter((l) => l.face === face).map((l) => l.at),
    ...board.points.filter((p) => p.face === face).map((p) => p.at),
    ...board.components.filter((c) => c.face === face).flatMap((c) => c.terminals.map((t) => t.at)),
    ...[...board.lines, ...board.areas].filter((l) => l.face === face).flatMap((l) => l.points),
  ];
  if (at.length === 0) return { x0: 0, y0: 0, x1: 10, y1: 10 };
  const xs = at.map((p) => p.x);
  const ys = at.map((p) => p.y);
  return {
    x0: Math.min(...xs) - 3,
    y0: Math.min(...ys) - 3,
    x1: Math.max(...xs) + 3,
    y1: Math.max(...ys) + 3,
  };
}

/**
 * A face as an SVG drawing at true scale: one user unit is one millimetre, each kind of thing a group with an id and a layer name
 * (`inkscape:label` is the open convention for layer names).
 */
export function boardSvg(board: Board, face: Face): string {
  const { x0, y0, x1, y1 } = reachOf(board, face);
  const layer = (id: string, name: string, style: string, body: string): string =>
    `<g id="${id}" inkscape:groupmode="layer" inkscape:label="${name}" ${style}>${body}</g>\n`;
  const here = <T extends { readonly face: Face }>(list: readonly T[]): readonly T[] =>
    list.filter((t) => t.face === face);
  const path = (points: readonly { readonly x: number; readonly y: number }[], shut: boolean): string =>
    `M${points.map((p) => `${n(p.x)} ${n(p.y)}`).join('L')}${shut ? 'Z' : ''}`;
  const pads = here(board.rows).flatMap((row) =>
    row.pins.map((pin, i) => {
      const at = pinPoint(row, i);
      const [w, h] = row.padMm ?? [0.58 * row.pitchMm, 1.4];
      return `<rect id="${escape(pin.id)}" x="${n(-w / 2)}" y="${n(-h / 2)}" width="${n(w)}" height="${n(h)}" transform="translate(${n(at.x)} ${n(at.y)}) rotate(${n(row.directionDeg)})" data-state="${pin.state}"><title>${escape(`${pin.number} ${pin.function}`)}</title></rect>`;
    }),
  );
  const legs = here(board.legs).map((l) => {
    const slot = l.slot ?? { widthMm: 0.9, lengthMm: 1.5, directionDeg: 0 };
    const r = l.fixing === 'surface' ? 0 : Math.min(slot.widthMm, slot.lengthMm) / 2;
    return `<rect id="${escape(l.id)}" x="${n(-slot.lengthMm / 2)}" y="${n(-slot.widthMm / 2)}" width="${n(slot.lengthMm)}" height="${n(slot.widthMm)}" rx="${n(r)}" transform="translate(${n(l.at.x)} ${n(l.at.y)}) rotate(${n(slot.directionDeg)})" data-fixing="${l.fixing}"><title>${escape(l.name)}</title></rect>`;
  });
  const parts = here(board.components).map(
    (c) =>
      `<g id="${escape(c.id)}"><title>${escape(c.name)}</title>${c.terminals.map((t) => `<circle cx="${n(t.at.x)}" cy="${n(t.at.y)}" r="0.25"/>`).join('')}${
        c.terminals.length > 1
          ? `<path d="${path(
              c.terminals.map((t) => t.at),
              false,
            )}"/>`
          : ''
      }</g>`,
  );
  const tracks = here(board.lines)
    .filter((l) => l.kind === 'track')
    .map((l) => {
      const scars = l.scars.flatMap((s) => {
        const a = alongLine(l.points, s.atMm);
        return a ? [`<circle cx="${n(a.at.x)}" cy="${n(a.at.y)}" r="0.3" data-scar="${s.kind}"/>`] : [];
      });
      return `<path id="${escape(l.id)}" d="${path(l.points, false)}"/>${scars.join('')}`;
    });
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape" width="${n(x1 - x0)}mm" height="${n(y1 - y0)}mm" viewBox="${n(x0)} ${n(y0)} ${n(x1 - x0)} ${n(y1 - y0)}" fill="none" stroke="#000" stroke-width="0.1">
${layer(
  'planes',
  'planes and keep-outs',
  'stroke-dasharray="0.4 0.3"',
  here(board.areas)
    .map(
      (a) =>
        `<path id="${escape(a.id)}" d="${path(a.points, true)}" data-kind="${a.kind}"><title>${escape(a.name)}</title></path>`,
    )
    .join(''),
)}${layer(
    'edges',
    'board edge',
    'stroke-width="0.15"',
    here(board.lines)
      .filter((l) => l.kind === 'edge')
      .map((l) => `<path id="${escape(l.id)}" d="${path(l.points, false)}"/>`)
      .join(''),
  )}${layer('tracks', 'tracks', 'stroke="#8a4b17"', tracks.join(''))}${layer('parts', 'parts', 'stroke="#444"', parts.join(''))}${layer(
    'points',
    'points',
    'stroke="#444"',
    here(board.points)
      .map(
        (p) =>
          `<circle id="${escape(p.id)}" cx="${n(p.at.x)}" cy="${n(p.at.y)}" r="0.3"><title>${escape(p.name)}</title></circle>`,
      )
      .join(''),
  )}${layer('legs', 'legs and holes', 'stroke="#1d4e89"', legs.join(''))}${layer('pads', 'pads', 'stroke="#a33"', pads.join(''))}</svg>
`;
}
