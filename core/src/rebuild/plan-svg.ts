import type { Board, Face } from '../board/board';
import { pinPoint } from '../board/probe-point';
import type { PartOutline } from '../route/part-outline';
import type { XY } from '../geometry/projective';
import { stretchesOf } from '../route/pull-taut';
import type { PinPlan } from './rebuild-plan';
import { wireColour } from './wire-colour';

const n = (mm: number): string => String(Number(mm.toFixed(3)));
const escape = (text: string): string => text.replace(/[&<>"']/gu, (c) => `&#${c.charCodeAt(0)};`);
const path = (points: readonly XY[], shut = false): string =>
  `M${points.map((p) => `${n(p.x)} ${n(p.y)}`).join('L')}${shut ? 'Z' : ''}`;

/** Room round the drawing, and the height of the ruler below it, mm. */
const MARGIN_MM = 4;
const RULER_MM = 8;
const RULER_LENGTH_MM = 20;

/**
 * The wires of one face at true scale, one user unit a millimetre, with pads, joints, the new part's outline and a ruler: SVG text; `null`
 * where no wire lies on that face.
 */
export function planSvg(
  board: Board,
  plans: readonly PinPlan[],
  outline: PartOutline | null,
  face: Face,
): string | null {
  const wires = plans.flatMap((p) =>
    p.jumper?.way
      ? [{ plan: p, stretches: stretchesOf(p.jumper.way.path).filter(([a]) => a.face === face) }]
      : [],
  );
  const points = wires.flatMap((w) => w.stretches.flat());
  if (points.length === 0) return null;
  const pads = board.rows
    .filter((r) => r.face === face)
    .flatMap((row) => row.pins.map((pin, i) => ({ pin, row, at: pinPoint(row, i) })));
  const body = outline?.face === face ? outline.body : [];
  const all: readonly XY[] = [...points, ...pads.map((p) => p.at), ...body];
  const [x0, y0] = [
    Math.min(...all.map((p) => p.x)) - MARGIN_MM,
    Math.min(...all.map((p) => p.y)) - MARGIN_MM,
  ];
  const width = Math.max(RULER_LENGTH_MM + 2 * MARGIN_MM, Math.max(...all.map((p) => p.x)) + MARGIN_MM - x0);
  const inner = Math.max(...all.map((p) => p.y)) + MARGIN_MM - y0;
  const height = inner + RULER_MM;
  const near = (p: XY): boolean => p.x > x0 && p.x < x0 + width && p.y > y0 && p.y < y0 + inner;
  const parts = board.components
    .filter((c) => c.face === face)
    .flatMap((c) => c.terminals.filter((t) => near(t.at)).map((t) => t.at));
  const padMarks = pads.map(({ row, at, pin }) => {
    const [w, h] = row.padMm ?? [0.58 * row.pitchMm, 1.3];
    return `<rect x="${n(-w / 2)}" y="${n(-h / 2)}" width="${n(w)}" height="${n(h)}" transform="translate(${n(at.x)} ${n(at.y)}) rotate(${n(row.directionDeg)})"><title>${escape(`${pin.number} ${pin.function}`)}</title></rect>`;
  });
  const wireMarks = wires.map(({ plan, stretches }) => {
    const { hex } = wireColour(plan.row.pin.pin.function);
    const thick = Math.max(0.25, plan.jumper?.wireMm ?? 0.25);
    const lines = stretches
      .map(
        ([a, b]) =>
          `<path d="${path([a, b])}" stroke="#333" stroke-width="${n(thick + 0.15)}"/><path d="${path([a, b])}" stroke="${hex}" stroke-width="${n(thick)}"/>`,
      )
      .join('');
    return `<g stroke-linecap="round"><title>${escape(plan.row.pin.label)}</title>${lines}</g>`;
  });
  const y = y0 + inner + RULER_MM / 2;
  const ticks = Array.from({ length: RULER_LENGTH_MM + 1 }, (_, mm) => {
    const x = x0 + MARGIN_MM + mm;
    const h = mm % 10 === 0 ? 2.4 : mm % 5 === 0 ? 1.7 : 1;
    return `M${n(x)} ${n(y)}v${n(-h)}`;
  }).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${n(width)}mm" height="${n(height)}mm" viewBox="${n(x0)} ${n(y0)} ${n(width)} ${n(height)}" fill="none" stroke="#222" stroke-width="0.1">
${body.length > 0 ? `<path d="${path(body, true)}" stroke-dasharray="0.6 0.4" stroke="#777"/>` : ''}
<g stroke="#666">${parts.map((p) => `<circle cx="${n(p.x)}" cy="${n(p.y)}" r="0.3"/>`).join('')}</g>
<g>${padMarks.join('')}</g>
${wireMarks.join('\n')}
<g><path d="M${n(x0 + MARGIN_MM)} ${n(y)}h${RULER_LENGTH_MM}${ticks}"/><text x="${n(x0 + MARGIN_MM + RULER_LENGTH_MM + 0.8)}" y="${n(y)}" font-size="2" fill="#222" stroke="none" font-family="sans-serif">${RULER_LENGTH_MM} mm</text></g>
</svg>
`;
}
