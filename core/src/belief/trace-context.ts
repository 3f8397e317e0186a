import type { Board, Pin } from '../board/board';
import { POINT_ROLE_SHEETS } from '../board/board';
import type { FaceRegister } from '../board/face-register';
import { faceRegister } from '../board/face-register';
import type { NetReport } from '../board/nets';
import { isGone } from '../board/pad-state';
import { netsFromEvidence } from '../board/nets';
import type { ProbePoint } from '../board/probe-point';
import { probePoints } from '../board/probe-point';
import type { Reading } from '../board/reading';

export type PinPoint = Extract<ProbePoint, { owner: 'pin' }>;

/** What every rule of tracing looks at, computed once from a board and its readings. */
export interface TraceContext {
  readonly board: Board;
  /** Readings that stand, oldest first. */
  readonly readings: readonly Reading[];
  readonly points: readonly ProbePoint[];
  readonly pins: readonly PinPoint[];
  readonly byId: ReadonlyMap<string, ProbePoint>;
  readonly report: NetReport;
  /** How the bottom face lies under the top face; `null` while that is not known. */
  readonly register: FaceRegister | null;
  /** Points that make up the best known ground: the net of the pour, the shell, the battery minus, a ground pin. */
  readonly ground: ReadonlySet<string>;
}

function isGroundLike(point: ProbePoint): boolean {
  return point.owner === 'point' && POINT_ROLE_SHEETS[point.point.role].known === 'ground';
}

/** Whether a pin is one of the ground pins of its connector. */
export function isGroundPin(pin: Pin): boolean {
  return pin.function === 'GND' || pin.function === 'GND_DRAIN';
}

/** Where ground can be touched, best first: pour or shell points, legs that are there, sound ground pins. `null` with none on the board. */
export function groundReference(points: readonly ProbePoint[]): ProbePoint | null {
  return (
    points.find(isGroundLike) ??
    points.find((p) => p.owner === 'leg' && !isGone(p.leg.state)) ??
    points.find((p) => p.owner === 'pin' && isGroundPin(p.pin) && p.pin.state === 'sound') ??
    null
  );
}

export function traceContext(board: Board, allReadings: readonly Reading[]): TraceContext {
  const points = probePoints(board);
  const report = netsFromEvidence(board, allReadings);
  const reference = groundReference(points);
  const ground = new Set(reference ? (report.netOf.get(reference.id)?.points ?? []) : []);
  return {
    board,
    readings: allReadings.filter((r) => !r.struck),
    points,
    pins: points.filter((p) => p.owner === 'pin'),
    byId: new Map(points.map((p) => [p.id, p])),
    report,
    register: faceRegister(board),
    ground,
  };
}

/** Readings that stand between two points, in either order of the leads, of the given modes. */
export function readingsBetween(
  ctx: TraceContext,
  a: string,
  b: string,
  modes: readonly Reading['mode'][],
): Reading[] {
  return ctx.readings.filter(
    (r) => modes.includes(r.mode) && ((r.red === a && r.black === b) || (r.red === b && r.black === a)),
  );
}

/** The component's resistance as last measured across it, else its mark; `null` with neither. */
export function knownOhms(ctx: TraceContext, componentId: string): number | null {
  const component = ctx.board.components.find((c) => c.id === componentId);
  const [a, b] = component?.terminals ?? [];
  if (!component || !a || !b) return null;
  const across = readingsBetween(ctx, a.id, b.id, ['ohms', 'continuity']).findLast(
    (r) => r.shown === 'value',
  );
  return across?.value ?? (component.kind === 'resistor' ? component.value : null);
}
