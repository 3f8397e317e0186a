import { POINT_ROLE_SHEETS } from '../board/board';
import type { ComponentKind, Terminal } from '../board/board';
import { acrossFaces } from '../board/face-register';
import { canProbe, isGone } from '../board/pad-state';
import type { ProbePoint } from '../board/probe-point';
import { spanMm } from '../board/probe-point';
import type { ConnectorFamily } from '../connector/family';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import type { XY } from '../geometry/projective';
import type { LabelSet } from './labels';
import { labelSet } from './labels';
import type { TraceContext } from './trace-context';

/** What a point is to tracing: a pad or stub whose pin is known, a fixed reference, or a place where a line may go. */
export type SceneRole = 'pad' | 'dead pad' | 'stub' | 'reference' | 'site';

/** One way in which the board may be wired: the function of each pin, in the order of the board's pins. */
export interface Orientation {
  readonly name: 'as usual' | 'mirrored' | 'joined' | 'one CC';
  readonly weight: number;
  /** D+ and D- are one net: both are called D+ then. */
  readonly joined: boolean;
  readonly functions: readonly PinFunction[];
  /** Points that are pads of each function, torn ones too. */
  readonly padsOf: ReadonlyMap<PinFunction, readonly number[]>;
}

/** A board laid out for the belief, before any reading. Points are numbers here. */
export interface TraceScene {
  readonly labels: LabelSet;
  readonly points: readonly ProbePoint[];
  /** Where each point lies in the millimetres of the port's face; its own where the faces are not laid on each other. */
  readonly where: readonly XY[];
  readonly index: ReadonlyMap<string, number>;
  readonly roles: readonly SceneRole[];
  /** Pin (by its place among the board's pins) that a pad or stub belongs to, else -1. */
  readonly pinOf: Int32Array;
  /** The other end of a two-ended part, or the same line's other end of a choke; -1 without one. */
  readonly partner: Int32Array;
  readonly kinds: readonly (ComponentKind | 'point')[];
  readonly component: readonly (string | null)[];
  /** Ohms marked on the resistor that a terminal belongs to; `null` for anything else. */
  readonly marked: readonly (number | null)[];
  readonly sites: readonly number[];
  readonly family: ConnectorFamily;
  readonly orientations: readonly Orientation[];
  /** Distances in mm, infinite across faces that are not laid on each other: `span(a, b)`. */
  readonly span: (a: number, b: number) => number;
  /** Worked out once for the board and kept: what is likely before any reading. */
  readonly priors: Map<string, Float64Array>;
  readonly pairNorms: Map<string, number>;
  readonly pairLogs: Map<string, Float64Array>;
}

/** A board is now and then wired the other way round than its marks, or the marks were set from the wrong end (a judgement). */
const MIRRORED_WEIGHT = 0.025;
/** Devices that only charge join D+ and D- now and then; what is there for its data, as a stick or a printer, hardly ever (a judgement). */
const JOINED_WEIGHT = 0.05;
const JOINED_FOR_DATA = 0.002;
const FOR_DATA: readonly ConnectorFamily[] = ['usb-a-plug', 'usb-a-3-plug', 'usb-b', 'usb-a-3'];
/** Cheap boards join CC1 and CC2 before one resistor now and then, which is wrong and seen all the same (a judgement). */
const ONE_CC_WEIGHT = 0.03;
/** A stub belongs to the pin it stands before: no further to the side than this share of the pitch, nor further away than this, mm. */
const STUB_SIDE = 0.5;
const STUB_REACH_MM = 3;
/** To the side counts so many times against further away. */
const SIDE_COUNTS = 4;
/** Another pad that is further by less than this, mm, may as well be the one. */
const NO_NEARER = 0.6;
/** Where the distance cannot be known, as across faces that are not laid on each other, mm. */
const UNKNOWN_SPAN_MM = 8;

/** The pin that a stub stands before; -1 for none, and where it may as well be that of another pad in the same column. */
function stubPin(ctx: TraceContext, point: ProbePoint): number {
  let best = -1;
  let [least, next] = [Infinity, Infinity];
  ctx.pins.forEach((pin, i) => {
    if (pin.face !== point.face) return;
    const angle = (pin.row.directionDeg * Math.PI) / 180;
    const [dx, dy] = [point.at.x - pin.at.x, point.at.y - pin.at.y];
    const along = Math.abs(dx * Math.cos(angle) + dy * Math.sin(angle));
    const mm = Math.hypot(dx, dy);
    // Of two pads in one column, as a B socket has them, the nearer one.
    const off = along * SIDE_COUNTS + mm;
    if (along > STUB_SIDE * pin.row.pitchMm || mm > STUB_REACH_MM) return;
    if (off >= least) {
      next = Math.min(next, off);
      return;
    }
    [least, next, best] = [off, least, i];
  });
  return next - least < NO_NEARER ? -1 : best;
}

/** The other end of a winding: of the three other legs neither the one beside it nor the one in the opposite corner. -1 without four legs. */
function windingEnd(terminals: readonly Terminal[], at: number): number {
  const own = terminals[at];
  if (!own || terminals.length !== 4) return -1;
  const others = terminals
    .map((t, i) => ({ i, mm: Math.hypot(t.at.x - own.at.x, t.at.y - own.at.y) }))
    .filter(({ i }) => i !== at)
    .sort((a, b) => a.mm - b.mm);
  return others[1]?.i ?? -1;
}

function partners(points: readonly ProbePoint[], index: ReadonlyMap<string, number>): Int32Array {
  return Int32Array.from(points, (p) => {
    if (p.owner !== 'terminal') return -1;
    const { terminals, kind } = p.component;
    const at = terminals.findIndex((t) => t.id === p.id);
    // The legs of an array face each other across it, counted round.
    if (kind === 'resistor-array' && terminals.length % 2 === 0)
      return index.get(terminals[terminals.length - 1 - at]?.id ?? '') ?? -1;
    const other = terminals.length === 2 ? 1 - at : kind === 'choke' ? windingEnd(terminals, at) : -1;
    return other < 0 ? -1 : (index.get(terminals[other]?.id ?? '') ?? -1);
  });
}

function orientationsOf(ctx: TraceContext, index: ReadonlyMap<string, number>): Orientation[] {
  const usual = ctx.pins.map((p) => p.pin.function);
  const mirrored = ctx.board.rows.flatMap((row) => row.pins.map((p) => p.function).toReversed());
  const make = (
    name: Orientation['name'],
    weight: number,
    functions: readonly PinFunction[],
  ): Orientation => {
    const padsOf = new Map<PinFunction, number[]>();
    functions.forEach((f, i) => {
      const point = index.get(ctx.pins[i]?.id ?? '');
      if (point !== undefined) padsOf.set(f, [...(padsOf.get(f) ?? []), point]);
    });
    return { name, weight, joined: name === 'joined', functions, padsOf };
  };
  const ways: Orientation[] = [];
  if (usual.some((f, i) => f !== mirrored[i])) ways.push(make('mirrored', MIRRORED_WEIGHT, mirrored));
  if (usual.includes('D+') && usual.includes('D-'))
    ways.push(
      make(
        'joined',
        FOR_DATA.includes(ctx.board.family ?? 'other') ? JOINED_FOR_DATA : JOINED_WEIGHT,
        usual.map((f) => (f === 'D-' ? 'D+' : f)),
      ),
    );
  if (usual.includes('CC1') && usual.includes('CC2'))
    ways.push(
      make(
        'one CC',
        ONE_CC_WEIGHT,
        usual.map((f) => (f === 'CC2' ? 'CC1' : f)),
      ),
    );
  const rest = ways.reduce((left, o) => left - o.weight, 1);
  return [make('as usual', rest, usual), ...ways];
}

/** @param slipRate chance that a reading was taken wrong */
export function traceScene(ctx: TraceContext, slipRate: number): TraceScene {
  const { points } = ctx;
  const home = ctx.pins[0]?.face ?? 'top';
  const index = new Map(points.map((p, i) => [p.id, i]));
  const pinIndex = new Map(ctx.pins.map((p, i) => [p.id, i]));
  const pinOf = new Int32Array(points.length).fill(-1);
  const roles = points.map((p, i): SceneRole => {
    if (p.owner === 'pin') {
      pinOf[i] = pinIndex.get(p.id) ?? -1;
      return canProbe(p.pin.state) ? 'pad' : 'dead pad';
    }
    // A leg whose land is gone is no metal to rest a tip on, nor a place for a wire.
    if (p.owner === 'leg') return isGone(p.leg.state) ? 'dead pad' : 'reference';
    if (p.owner === 'terminal') return 'site';
    if (POINT_ROLE_SHEETS[p.point.role].known !== null) return 'reference';
    if (p.point.ofPin !== undefined || p.point.role === 'track-end') {
      const pin = (p.point.ofPin === undefined ? undefined : pinIndex.get(p.point.ofPin)) ?? stubPin(ctx, p);
      pinOf[i] = pin;
      if (pin >= 0) return 'stub';
    }
    return 'site';
  });
  const functions = [...new Set(ctx.pins.map((p) => p.pin.function))].filter(
    (f) => functionGroup(f) !== 'ground' && f !== 'unknown',
  );
  const has = (...kinds: ComponentKind[]): boolean =>
    ctx.board.components.some((c) => kinds.includes(c.kind));
  const spans = new Map<number, number>();
  const span = (a: number, b: number): number => {
    const key = a < b ? a * points.length + b : b * points.length + a;
    const known = spans.get(key);
    if (known !== undefined) return known;
    const [p, q] = [points[a], points[b]];
    const mm = p && q ? (spanMm(p, q, ctx.register) ?? UNKNOWN_SPAN_MM) : UNKNOWN_SPAN_MM;
    spans.set(key, mm);
    return mm;
  };
  return {
    labels: labelSet(functions, slipRate, {
      low: has('fuse', 'bead', 'inductor', 'other'),
      resistor: has('resistor', 'resistor-array', 'other'),
      choke: has('choke', 'other'),
      junction: has('diode', 'dual-diode', 'three-legged', 'other'),
    }),
    points,
    where: points.map((p) => acrossFaces(ctx.register, p.at, p.face, home) ?? p.at),
    index,
    roles,
    pinOf,
    partner: partners(points, index),
    kinds: points.map((p) => (p.owner === 'terminal' ? p.component.kind : 'point')),
    component: points.map((p) => (p.owner === 'terminal' ? p.component.id : null)),
    marked: points.map((p) =>
      p.owner === 'terminal' && ['resistor', 'resistor-array'].includes(p.component.kind)
        ? p.component.value
        : null,
    ),
    sites: points.flatMap((_, i) => (roles[i] === 'site' ? [i] : [])),
    family: ctx.board.family ?? 'other',
    orientations: orientationsOf(ctx, index),
    span,
    priors: new Map(),
    pairNorms: new Map(),
    pairLogs: new Map(),
  };
}
