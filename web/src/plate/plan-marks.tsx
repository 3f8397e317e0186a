import type { Face, PartOutline, PinPlan } from '@zebbit/core';
import { useJob } from '../desk/job-context';
import type { Viewport } from '../desk/plate-store';
import { toScreen } from '../desk/plate-store';
import { PLATE } from './plate-colours';

/** Scraped along the track, mm. */
const SCRAPED_MM = 1.5;

/** Copper that the plan makes or lays bare: a foil pad to its size, a track's end or ground scraped for a wire. */
export function CopperMark({
  plan,
  face,
  viewport,
}: {
  readonly plan: PinPlan;
  readonly face: Face;
  readonly viewport: Viewport;
}) {
  const { view } = useJob();
  const { row, repair } = plan;
  if (repair.kind === 'foil-pad' && row.pin.face === face) {
    const at = toScreen(row.pin.at, viewport);
    const [wide, long] = row.pin.row.padMm ?? [0.58 * row.pin.row.pitchMm, 1.3];
    const [w, h] = [wide * viewport.k, long * viewport.k];
    return (
      <rect
        x={-w / 2}
        y={-h / 2}
        width={w}
        height={h}
        transform={`translate(${at.x} ${at.y}) rotate(${row.pin.row.directionDeg})`}
        fill={PLATE.copper}
        stroke={PLATE.copperEdge}
        strokeWidth={1.5}
        strokeDasharray={plan.built ? undefined : '4 3'}
      />
    );
  }
  const to = repair.kind === 'jumper' ? view.trace.byId.get(repair.landing.pointId) : undefined;
  const scraped = to?.owner === 'point' && ['track-end', 'pour', 'via'].includes(to.point.role);
  if (!scraped || to.face !== face) return null;
  const at = toScreen(to.at, viewport);
  const r = (SCRAPED_MM / 2) * viewport.k;
  return (
    <rect
      x={at.x - r}
      y={at.y - 0.2 * viewport.k}
      width={2 * r}
      height={0.4 * viewport.k}
      rx={2}
      fill={PLATE.copper}
      stroke={PLATE.copperEdge}
      strokeWidth={1.5}
    />
  );
}

/** Says what the outline is, and when it is only assumed. */
export function OutlineWord({
  outline,
  viewport,
}: {
  readonly outline: PartOutline;
  readonly viewport: Viewport;
}) {
  const [, , b, c] = outline.body.map((p) => toScreen(p, viewport));
  const [, a] = outline.body.map((p) => toScreen(p, viewport));
  if (!a || !b || !c) return null;
  // Near the mouth, away from the row's own words.
  const x = (b.x + c.x) / 2;
  const y = (b.y + c.y) / 2 + 0.16 * (a.y - b.y) + 5;
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      fontSize={13}
      fontWeight={700}
      fill={PLATE.light}
      stroke={PLATE.dark}
      strokeWidth={4}
      paintOrder="stroke"
    >
      {outline.assumed ? 'new port, as assumed' : 'new port'}
    </text>
  );
}

/** The number of a line of the plan. */
export function Numbered({
  x,
  y,
  n,
  done,
}: {
  readonly x: number;
  readonly y: number;
  readonly n: number;
  readonly done: boolean;
}) {
  if (n < 1) return null;
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect
        x={-10}
        y={-9}
        width={20}
        height={18}
        rx={5}
        fill={done ? PLATE.dark : PLATE.light}
        stroke={PLATE.dark}
        strokeWidth={1.5}
        opacity={done ? 0.75 : 0.95}
      />
      <text
        textAnchor="middle"
        y={4.5}
        fontSize={12.5}
        fontWeight={700}
        fontFamily="var(--font-mono)"
        fill={done ? PLATE.light : PLATE.dark}
      >
        {n}
      </text>
    </g>
  );
}
