import type { ProbePoint } from '../board/probe-point';
import type { TraceContext } from '../belief/trace-context';
import type { ConnectorPart } from '../connector/part';
import { boardPoint } from '../geometry/point';
import type { RouteProblem, RouteReport, WireSpot, WireToLay } from '../route/route-problem';
import { pointToShape } from '../geometry/shape';
import { partOutline } from '../route/part-outline';
import type { PinChoice, PinPlan } from './rebuild-plan';
import type { RouteBoard } from '../route/route-board';
import { routeBoard } from '../route/route-board';

/** The board and the wires of a plan as routing takes them, with the way back to each face's own millimetres. */
export interface WireTask {
  readonly problem: RouteProblem;
  readonly board: RouteBoard;
}

/** Owners of the shapes that a place lies in, of those that may be entered at an end: its own, a leg of the new part, the part above it. */
function ownersAt(
  { obstacles }: RouteBoard,
  face: ProbePoint['face'],
  at: { x: number; y: number },
): string[] {
  return obstacles
    .filter((o) => o.face === face && o.owner.startsWith('part') && pointToShape(at, o.shape) < 0.3)
    .map((o) => o.owner);
}

function spotOf(board: RouteBoard, p: ProbePoint): WireSpot {
  const at = board.onto(p.at, p.face);
  const own = p.owner === 'terminal' ? [p.id, p.component.id] : [p.id];
  return { ...at, face: p.face, pointId: p.id, owners: [...own, ...ownersAt(board, p.face, at)] };
}

/**
 * What is to be laid: every wire of the plan from its pin to its landing, the data pair together.
 * @param part the part that goes in, where its drawing is known
 */
export function wiresToLay(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  choices: readonly PinChoice[],
  part: ConnectorPart | null,
): WireTask {
  const board = routeBoard(ctx.board, ctx.register, partOutline(ctx.board, part));
  const laid = plans.filter((p) => p.repair.kind === 'jumper');
  const partner = (plan: PinPlan): string | null => {
    const f = plan.row.pin.pin.function;
    const other = f === 'D+' ? 'D-' : f === 'D-' ? 'D+' : null;
    return laid.find((p) => p.row.pin.pin.function === other)?.row.pin.id ?? null;
  };
  const wires = laid.map((plan): WireToLay => {
    const { pin } = plan.row;
    const choice = choices.find((c) => c.pinId === pin.id);
    const to = ctx.byId.get(plan.repair.kind === 'jumper' ? plan.repair.landing.pointId : '');
    const via = choice?.via ?? null;
    return {
      id: pin.id,
      from: spotOf(board, pin),
      to: to ? [spotOf(board, to)] : [],
      diameterMm: plan.jumper?.wireMm ?? 0.1,
      via: via && { ...board.onto(via, via.face), face: via.face },
      beside: partner(plan),
    };
  });
  return {
    board,
    problem: {
      obstacles: board.obstacles,
      passages: board.passages,
      edges: board.edges,
      linked: board.linked,
      wires,
    },
  };
}

/** A report with its paths in the millimetres of each point's own face, as the plate draws them. */
export function onFaces(board: RouteBoard, report: RouteReport): RouteReport {
  return {
    ...report,
    ways: report.ways.map((w) => ({
      ...w,
      path: w.path.map((p) => {
        const at = board.back(boardPoint(p.x, p.y), p.face);
        return { x: at.x, y: at.y, face: p.face };
      }),
    })),
  };
}
