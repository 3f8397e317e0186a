import { POINT_ROLE_SHEETS } from '../board/board';
import type { ProbePoint } from '../board/probe-point';
import { functionGroup } from '../connector/pin-function';
import type { PinPoint, TraceContext } from '../belief/trace-context';
import { isGroundPin } from '../belief/trace-context';

/** What has to be settled before a wire goes to a place, and the reading that settles it where one does. */
export interface LandingDanger {
  readonly words: string;
  /** The point that the place is to be rung to; `null` where another look is wanted. */
  readonly ringTo: string | null;
}

/** Every supply that is marked, another input before the cell: what a line other than ground must stay apart from. */
function supplies(ctx: TraceContext): ProbePoint[] {
  const rank = (p: ProbePoint): number => (p.owner === 'point' && p.point.role === 'other-supply' ? 0 : 1);
  return ctx.points
    .filter((p) => p.owner === 'point' && POINT_ROLE_SHEETS[p.point.role].known === 'supply')
    .sort((a, b) => rank(a) - rank(b));
}

/** Whether a reading that stands says that two points are apart. */
function apart(ctx: TraceContext, a: string, b: string): boolean {
  return ctx.readings.some(
    (r) =>
      // A look that ended at the mask says nothing of two nets.
      r.mode !== 'seen' &&
      (r.shown === 'open' ||
        r.shown === 'over' ||
        (r.shown === 'value' && r.mode === 'ohms' && (r.value ?? 0) > 1000)) &&
      ((r.red === a && r.black === b) || (r.red === b && r.black === a)),
  );
}

/** Whether a reading that stands says that a point is apart from each supply that is marked; with none marked, nothing says so. */
export function apartFromSupplies(ctx: TraceContext, point: ProbePoint): boolean {
  const others = supplies(ctx);
  return others.length > 0 && others.every((p) => apart(ctx, point.id, p.id));
}

/** Whether a point reads as a supply against ground: the figure climbs while a capacitor fills. */
function readsAsSupply(ctx: TraceContext, point: ProbePoint): boolean {
  return ctx.readings.some(
    (r) =>
      r.mode === 'ohms' &&
      r.shown === 'climbs' &&
      ((r.red === point.id && ctx.ground.has(r.black)) || (r.black === point.id && ctx.ground.has(r.red))),
  );
}

/** Parts that join two supplies have a leg of each. */
const JOINS_SUPPLIES = ['dual-diode', 'three-legged', 'transistor', 'chip', 'esd-array'];

/**
 * What a wire of a pin to a place would join that must stay apart, as far as it is not ruled out: another supply or the cell, ground, a
 * leg of a part that joins two supplies, a rail for a line of data, a cell's minus for ground. Common practice. `null` with nothing.
 */
export function landingDanger(ctx: TraceContext, pin: PinPoint, point: ProbePoint): LandingDanger | null {
  const group = functionGroup(pin.pin.function);
  const name = point.label;
  const net = ctx.report.netOf.get(point.id)?.points ?? [point.id];
  if (isGroundPin(pin.pin)) {
    if (point.owner === 'point' && point.point.role === 'battery-minus' && !rungToGround(ctx, point))
      return {
        words: `${name} may lie behind the cell’s protection: ring it to a shell leg first, only a beep makes it ground`,
        ringTo: otherGround(ctx, point),
      };
    const supply = supplies(ctx).find((p) => net.includes(p.id));
    return supply
      ? { words: `${name} rings to ${supply.label}: ground there shorts it`, ringTo: null }
      : null;
  }
  if (group === 'unknown') return null;
  if (ctx.ground.has(point.id) || net.some((id) => ctx.ground.has(id)))
    return { words: `${name} rings to ground: a wire of ${pin.pin.function} there shorts it`, ringTo: null };
  const joined = supplies(ctx).find((p) => net.includes(p.id));
  if (joined)
    return {
      words: `${name} rings to ${joined.label}: a wire there joins what must stay apart`,
      ringTo: null,
    };
  if (group !== 'supply')
    return readsAsSupply(ctx, point)
      ? {
          words: `${name} reads as a supply (the figure climbs): ${pin.pin.function} does not belong there`,
          ringTo: null,
        }
      : null;
  if (point.owner !== 'terminal' || !JOINS_SUPPLIES.includes(point.component.kind)) return null;
  if (point.component.kind === 'esd-array' || apartFromSupplies(ctx, point)) return null;
  const untold = supplies(ctx).find((p) => !apart(ctx, point.id, p.id));
  const legs = point.component.kind === 'chip' ? 'a leg' : 'one leg';
  return {
    words: untold
      ? `${legs} of ${point.component.name} may be another supply’s: ring this one to ${untold.label} before any wire, a beep means it is not yours`
      : `${legs} of ${point.component.name} may be another supply’s: if the device has a second input (a jack, a cell, a dock), mark it and ring this one to it before any wire`,
    ringTo: untold?.id ?? null,
  };
}

const otherGround = (ctx: TraceContext, point: ProbePoint): string | null =>
  ctx.points.find((p) => p.owner === 'leg' && ctx.ground.has(p.id))?.id ??
  [...ctx.ground].find((id) => id !== point.id) ??
  null;

/** Whether a cell's minus has been rung to ground elsewhere. */
function rungToGround(ctx: TraceContext, point: ProbePoint): boolean {
  const net = ctx.report.netOf.get(point.id);
  return (
    (net?.readings.length ?? 0) > 0 &&
    (net?.points ?? []).some((id) => id !== point.id && isOwnGround(ctx, id))
  );
}
function isOwnGround(ctx: TraceContext, id: string): boolean {
  const p = ctx.byId.get(id);
  return (
    p?.owner === 'leg' ||
    (p?.owner === 'pin' && isGroundPin(p.pin)) ||
    (p?.owner === 'point' && (p.point.role === 'pour' || p.point.role === 'shell'))
  );
}
