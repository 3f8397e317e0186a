import type { ProbePoint } from '../board/probe-point';
import { spanMm } from '../board/probe-point';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import { apartFromSupplies } from './landing-danger';
import type { PinPoint, TraceContext } from '../belief/trace-context';
import { isGroundPin, knownOhms } from '../belief/trace-context';

/** Where a jumper for a pin may land, and why there. */
export interface Landing {
  readonly pointId: string;
  readonly label: string;
  readonly why: string;
}

/** Usual series resistors of a full-speed data pair: 22, 27 and 33 ohm (common practice), with in-circuit spread. */
export const SERIES_DATA_OHMS = [15, 50] as const;
/** Each CC pin of a type C device has 5.1 kohm to ground (USB Type-C, from memory); in-circuit spread. */
export const CC_OHMS = [4600, 5700] as const;

const VBUS_PARTS = ['fuse', 'bead', 'inductor', 'diode', 'dual-diode', 'chip', 'capacitor', 'transistor'];

/** Whether readings join a pin and a point: on one net, or both to ground for a ground pin. */
function isRung(ctx: TraceContext, pin: PinPoint, point: ProbePoint): boolean {
  const net = ctx.report.netOf.get(point.id);
  if (!net || net.readings.length === 0) return false;
  if (isGroundPin(pin.pin) && ctx.ground.has(point.id)) return true;
  return net.points.some((id) => {
    const other = ctx.byId.get(id);
    return other?.owner === 'pin' && (id === pin.id || other.pin.function === pin.pin.function);
  });
}

/** Words and rank (0 best) for a point as landing of a pin; `null` where the point is no landing for that function. */
export function describeLanding(
  ctx: TraceContext,
  pin: PinPoint,
  point: ProbePoint,
): { rank: number; why: string } | null {
  const group = functionGroup(pin.pin.function);
  if (point.owner === 'pin') return null;
  // What readings join is said as such; what is only inferred is not.
  const rung = isRung(ctx, pin, point);
  const seems = rung ? '' : ', as it seems';
  const same = rung ? 'same net' : 'on its net, as it seems';
  if (group === 'ground') {
    if (point.owner === 'point' && point.point.role === 'pour')
      return { rank: 0, why: 'anywhere on the pour; it drinks heat' };
    if (point.owner === 'leg')
      return {
        rank: 1,
        why: rung ? 'the shell leg rings to ground' : 'a shell leg: ring it to the pour first',
      };
    return { rank: 2, why: rung ? 'rings to ground' : 'ground by its mark: ring it to the pour first' };
  }
  if (point.owner === 'leg') return null;
  if (point.owner === 'point')
    return point.point.role === 'track-end'
      ? { rank: 4, why: 'its own track, scraped bare: glue the wire down, the copper is thin' }
      : { rank: 3, why: same };
  const { component } = point;
  if (group === 'supply') {
    if (component.kind === 'dual-diode' || component.kind === 'three-legged')
      return {
        rank: 1,
        why: apartFromSupplies(ctx, point)
          ? `${component.name}: the leg that does not ring to the other supply`
          : `a leg of ${component.name}: ring it to the other supply first`,
      };
    const rank = VBUS_PARTS.indexOf(component.kind);
    return rank >= 0
      ? { rank: 1, why: `first part on VBUS${seems}: ${component.kind}` }
      : { rank: 2, why: same };
  }
  if (group === 'data') {
    const value = knownOhms(ctx, component.id);
    if (
      component.kind === 'resistor' &&
      value !== null &&
      value >= SERIES_DATA_OHMS[0] &&
      value <= SERIES_DATA_OHMS[1]
    ) {
      return { rank: 0, why: `port side of the ${Math.round(value)} Ω in line${seems}: keeps the resistor` };
    }
    if (component.kind === 'choke' || component.kind === 'esd-array')
      return { rank: 1, why: `port side of the ${component.kind}${seems}` };
    // A resistor whose ohms nobody knows yet may well be the one in line.
    if (component.kind === 'resistor' && value === null)
      return { rank: 1, why: `first part on its line${seems}: ${component.name}, not measured` };
    return { rank: 2, why: `straight to ${component.name}${seems}` };
  }
  if (group === 'configuration') {
    const value = knownOhms(ctx, component.id);
    const isRd =
      component.kind === 'resistor' && value !== null && value >= CC_OHMS[0] && value <= CC_OHMS[1];
    return isRd
      ? { rank: 0, why: 'the 5.1 kΩ that tells the charger a device is there' }
      : { rank: 1, why: same };
  }
  return { rank: 1, why: `first part${seems}: ${component.name}` };
}

/**
 * Points a pin reaches: its own net; all of ground for a ground pin; and the nets of pins of the same function, which a device
 * joins on its board (VBUS and GND always; A6 with B6 and A7 with B7 by the USB Type-C specification, from memory).
 */
function reachOf(ctx: TraceContext, pin: PinPoint): string[] {
  const own = ctx.report.netOf.get(pin.id)?.points ?? [];
  if (isGroundPin(pin.pin)) return [...own, ...ctx.ground];
  if (!JOINED_BY_DESIGN.includes(pin.pin.function)) return [...own];
  const sisters = ctx.pins.filter((p) => p.id !== pin.id && p.pin.function === pin.pin.function);
  return [...own, ...sisters.flatMap((p) => ctx.report.netOf.get(p.id)?.points ?? [])];
}

const JOINED_BY_DESIGN: readonly PinFunction[] = ['VBUS', 'D+', 'D-'];

/** The best landing a pin reaches, by what its function wants first and nearness second; `null` while only pins are known there. */
export function findLanding(ctx: TraceContext, pin: PinPoint): Landing | null {
  const ranked = [...new Set(reachOf(ctx, pin))]
    .filter((id) => id !== pin.id)
    .flatMap((id) => {
      const point = ctx.byId.get(id);
      const verdict = point ? describeLanding(ctx, pin, point) : null;
      return point && verdict
        ? [{ point, ...verdict, far: spanMm(pin, point, ctx.register) ?? Infinity }]
        : [];
    })
    .sort((a, b) => a.rank - b.rank || a.far - b.far);
  const best = ranked[0];
  return best ? { pointId: best.point.id, label: best.point.label, why: best.why } : null;
}
