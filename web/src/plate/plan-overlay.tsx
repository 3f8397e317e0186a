import type { BoardPoint, Face, PinPlan, WayPoint } from '@zebbit/core';
import { wireColour } from '@zebbit/core';
import { useJob } from '../desk/job-context';
import type { Viewport } from '../desk/plate-store';
import { toScreen } from '../desk/plate-store';
import { PLATE } from './plate-colours';
import { CopperMark, Numbered, OutlineWord } from './plan-marks';
import { WireHandle } from './wire-handle';

interface PlanOverlayProps {
  readonly face: Face;
  readonly viewport: Viewport;
  readonly chosen: string | null;
  /** Points whose joints the act at hand makes. */
  readonly marks: ReadonlySet<string>;
  readonly dragged: string | null;
  readonly onDrag: (pinId: string | null) => void;
  readonly onVia: (pinId: string, at: BoardPoint) => void;
}

/** Corners are drawn as a wire bends, mm. */
const BEND_MM = 0.5;

/** A path of the face with its corners bent, in screen pixels. */
function bent(points: readonly WayPoint[], viewport: Viewport): string {
  const at = points.map((p) => toScreen(p, viewport));
  const r = BEND_MM * viewport.k;
  let d = '';
  at.forEach((p, i) => {
    const [a, b] = [at[i - 1], at[i + 1]];
    if (!a) d += `M${p.x} ${p.y}`;
    else if (!b) d += `L${p.x} ${p.y}`;
    else {
      const toward = (q: { x: number; y: number }) => {
        const length = Math.hypot(q.x - p.x, q.y - p.y);
        const t = length > 0 ? Math.min(0.5, r / length) : 0;
        return { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t };
      };
      const [from, to] = [toward(a), toward(b)];
      d += `L${from.x} ${from.y}Q${p.x} ${p.y} ${to.x} ${to.y}`;
    }
  });
  return d;
}

/** Runs of a path on one face each. */
function runs(path: readonly WayPoint[]): WayPoint[][] {
  const out: WayPoint[][] = [];
  for (const p of path) {
    const last = out.at(-1);
    if (last && last.at(-1)?.face === p.face) last.push(p);
    else out.push([p]);
  }
  return out.filter((r) => r.length > 1);
}

/** The plan to scale: the new part, every wire in its colour along its way, foil and bridges, and the number of each line. */
export function PlanOverlay({ face, viewport, chosen, marks, dragged, onDrag, onVia }: PlanOverlayProps) {
  const { view } = useJob();
  const { plans, order, outline, trace } = view;
  const number = (id: string): number => order.findIndex((l) => l.id === id) + 1;
  const wires = plans.filter((p) => p.repair.kind === 'jumper');
  const shown = wires.toSorted((a, b) => Number(a.row.pin.id === chosen) - Number(b.row.pin.id === chosen));
  return (
    <g>
      <g aria-hidden pointerEvents="none">
        {outline?.face === face && (
          <path
            d={`M${outline.body
              .map((p) => toScreen(p, viewport))
              .map((p) => `${p.x} ${p.y}`)
              .join('L')}Z`}
            fill={PLATE.dark}
            fillOpacity={0.28}
            stroke={PLATE.laid}
            strokeWidth={2}
            strokeDasharray={outline.assumed ? '3 5' : undefined}
          />
        )}
        {outline?.face === face && <OutlineWord outline={outline} viewport={viewport} />}
        {shown.map((plan) => (
          <WireMark
            key={plan.row.pin.id}
            plan={plan}
            face={face}
            viewport={viewport}
            mine={plan.row.pin.id === chosen}
            faint={chosen !== null && plan.row.pin.id !== chosen}
          />
        ))}
        {[...marks].map((id) => {
          const p = trace.byId.get(id);
          if (p?.face !== face) return null;
          const at = toScreen(p.at, viewport);
          return (
            <circle
              key={id}
              cx={at.x}
              cy={at.y}
              r={marks.size > 4 ? 6 : 11}
              fill="none"
              stroke={PLATE.chosen}
              strokeWidth={marks.size > 4 ? 2 : 3}
            />
          );
        })}
        {plans.map((plan) => (
          <CopperMark key={`copper ${plan.row.pin.id}`} plan={plan} face={face} viewport={viewport} />
        ))}
        {plans.map((plan) => {
          if (!['foil-pad', 'bridge', 'reflow'].includes(plan.repair.kind) || plan.row.pin.face !== face)
            return null;
          const at = toScreen(plan.row.pin.at, viewport);
          return (
            <Numbered
              key={plan.row.pin.id}
              x={at.x}
              y={at.y - (number(plan.row.pin.id) % 2 === 0 ? 28 : 48)}
              n={number(plan.row.pin.id)}
              done={plan.built}
            />
          );
        })}
        {shown.map((plan) => {
          const to = plan.repair.kind === 'jumper' ? trace.byId.get(plan.repair.landing.pointId) : undefined;
          if (to?.face !== face) return null;
          const at = toScreen(to.at, viewport);
          return (
            <Numbered
              key={plan.row.pin.id}
              x={at.x + 13}
              y={at.y - 13}
              n={number(plan.row.pin.id)}
              done={plan.built}
            />
          );
        })}
      </g>
      {shown.map((plan) =>
        plan.row.pin.id === chosen && plan.jumper?.way ? (
          <WireHandle
            key={`handle ${plan.row.pin.id}`}
            way={plan.jumper.way}
            face={face}
            viewport={viewport}
            label={plan.row.pin.label}
            held={dragged === plan.row.pin.id}
            onHold={(on) => onDrag(on ? plan.row.pin.id : null)}
            onDrop={(at) => onVia(plan.row.pin.id, at)}
          />
        ) : null,
      )}
    </g>
  );
}

function WireMark({
  plan,
  face,
  viewport,
  mine,
  faint,
}: {
  readonly plan: PinPlan;
  readonly face: Face;
  readonly viewport: Viewport;
  readonly mine: boolean;
  readonly faint: boolean;
}) {
  const { view } = useJob();
  const { jumper, repair, row, verdict } = plan;
  if (!jumper || repair.kind !== 'jumper') return null;
  const { hex } = wireColour(row.pin.pin.function);
  const bad = verdict.level === 'refuse' || jumper.check?.verdict.ok === false;
  const to = view.trace.byId.get(repair.landing.pointId);
  const straight: readonly WayPoint[] =
    to?.face === row.pin.face
      ? [
          { x: row.pin.at.x, y: row.pin.at.y, face: row.pin.face },
          { x: to.at.x, y: to.at.y, face: to.face },
        ]
      : [];
  const path = jumper.way?.path ?? straight;
  const own = runs(path).filter((r) => r[0]?.face === face);
  const other = runs(path).filter((r) => r[0]?.face !== face);
  const wide = Math.min(9, Math.max(mine ? 4.5 : 3, jumper.wireMm * viewport.k));
  const tail = own.at(-1)?.at(-1);
  return (
    <g opacity={faint ? 0.72 : 1} strokeLinejoin="round" strokeLinecap="round" fill="none">
      {own.map((run, i) => (
        <g key={i}>
          <path
            d={bent(run, viewport)}
            stroke={bad ? PLATE.bad : PLATE.light}
            strokeWidth={wide + (mine ? 6 : 3.4)}
            opacity={mine ? 1 : 0.55}
          />
          <path d={bent(run, viewport)} stroke={PLATE.dark} strokeWidth={wide + 1.8} />
          <path
            d={bent(run, viewport)}
            stroke={hex}
            strokeWidth={wide}
            strokeDasharray={jumper.way ? undefined : '2 9'}
          />
        </g>
      ))}
      {other.map((run, i) => (
        <path
          key={`other ${i}`}
          d={bent(
            run.map((p) => p),
            viewport,
          )}
          stroke={PLATE.ghost}
          strokeWidth={1.5}
          strokeDasharray="3 6"
          opacity={0.6}
        />
      ))}
      {mine && tail && jumper.cutMm !== null && (
        <text
          x={toScreen(tail, viewport).x - 14}
          y={toScreen(tail, viewport).y - 12}
          textAnchor="end"
          fontSize={14}
          fontWeight={700}
          fontFamily="var(--font-mono)"
          fill={PLATE.light}
          stroke={PLATE.dark}
          strokeWidth={4}
          paintOrder="stroke"
        >
          cut {jumper.cutMm.toFixed(1)} mm
        </text>
      )}
    </g>
  );
}
