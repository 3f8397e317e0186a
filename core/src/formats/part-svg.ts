import Papa from 'papaparse';
import type { ConnectorPart } from '../connector/part';
import { partDimensions } from '../match/part-dimensions';
import type { Oblong } from '../geometry/oblong';
import type { XY } from '../geometry/projective';

const n = (v: number): string => String(Number(v.toFixed(3)));
const escape = (s: string): string =>
  s.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** An oblong as SVG path data, ends round for holes and square for lands, mm. */
export function oblongPath(at: XY, o: Oblong, rounded: boolean): string {
  const a = (o.directionDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const p = (u: number, v: number): string => `${n(at.x + u * c - v * s)} ${n(at.y + u * s + v * c)}`;
  const [l, w] = [o.lengthMm / 2, o.widthMm / 2];
  if (!rounded) return `M${p(-l, -w)}L${p(l, -w)}L${p(l, w)}L${p(-l, w)}Z`;
  const h = l - w;
  const arc = (u: number, v: number): string => `A${n(w)} ${n(w)} 0 0 1 ${p(u, v)}`;
  return `M${p(-h, -w)}L${p(h, -w)}${arc(h, w)}L${p(-h, w)}${arc(-h, -w)}Z`;
}

/** Outlines of a part's lands, mm: copper, then holes. */
export const partPaths = (
  part: ConnectorPart,
): { readonly copper: readonly string[]; readonly holes: readonly string[] } => ({
  copper: part.lands.map((l) => oblongPath(l.at, l.copper, l.hole !== null)),
  holes: part.lands.flatMap((l) => (l.hole ? [oblongPath(l.at, l.hole, true)] : [])),
});

/** The land pattern as a drawing with its dimensions beside it; one unit is one millimetre. */
export function partSvg(part: ConnectorPart): string {
  const reach = part.lands.map((l) => ({
    at: l.at,
    r: Math.max(l.copper.lengthMm, l.hole?.lengthMm ?? 0) / 2,
  }));
  const x0 = Math.min(0, ...reach.map((p) => p.at.x - p.r)) - 1;
  const x1 = Math.max(0, ...reach.map((p) => p.at.x + p.r)) + 1;
  const y0 = Math.min(0, ...reach.map((p) => p.at.y - p.r)) - 1;
  const lines = [...partDimensions(part).values()].map((d) =>
    d.counted ? `${d.words}: ${d.labels?.[d.value] ?? d.value}` : `${d.words}: ${n(d.value)} mm`,
  );
  const low = Math.max(0, ...reach.map((p) => p.at.y + p.r)) + 1;
  const y1 = low + 1.1 * (lines.length + 1);
  const wide = Math.max(x1 - x0, 30);
  const { copper, holes } = partPaths(part);
  const text = lines.map(
    (t, i) => `<text x="${n(x0 + 0.4)}" y="${n(low + 1.1 * (i + 1))}">${escape(t)}</text>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${n(wide)}mm" height="${n(y1 - y0)}mm" viewBox="${n(x0)} ${n(y0)} ${n(wide)} ${n(y1 - y0)}" fill="none" stroke="#000" stroke-width="0.06">
<title>${escape(part.name)}</title>
<g id="copper" fill="#e8d9c5">${copper.map((d) => `<path d="${d}"/>`).join('')}</g>
<g id="holes" fill="#fff">${holes.map((d) => `<path d="${d}"/>`).join('')}</g>
<g id="dimensions" stroke="none" fill="#000" font-family="monospace" font-size="0.8">${text.join('')}</g>
</svg>
`;
}

/** Every land of a part, a line each, mm; a comma-separated file with one line of headings. */
export function partCsv(part: ConnectorPart): string {
  const rows = part.lands.map((l) => ({
    role: l.role,
    numbers: l.numbers.join(' '),
    function: l.function,
    x_mm: n(l.at.x),
    y_mm: n(l.at.y),
    land_length_mm: n(l.copper.lengthMm),
    land_width_mm: n(l.copper.widthMm),
    land_direction_deg: n(l.copper.directionDeg),
    hole_length_mm: l.hole ? n(l.hole.lengthMm) : '',
    hole_width_mm: l.hole ? n(l.hole.widthMm) : '',
    hole_direction_deg: l.hole ? n(l.hole.directionDeg) : '',
  }));
  return `${Papa.unparse(rows, { newline: '\n', escapeFormulae: true })}\n`;
}
