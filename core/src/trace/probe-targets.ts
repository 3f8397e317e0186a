import type { ProbePoint } from '../board/probe-point';
import { spanMm } from '../board/probe-point';
import { functionGroup } from '../connector/pin-function';
import { CC_OHMS, SERIES_DATA_OHMS } from './landing';
import type { PinPoint, TraceContext } from './trace-context';
import { knownOhms } from './trace-context';

/** Orders points by their distance from one; points of the other face last. */
export const nearestFirst =
  (from: ProbePoint) =>
  (a: ProbePoint, b: ProbePoint): number =>
    (spanMm(from, a) ?? 1e6) - (spanMm(from, b) ?? 1e6);

/** Points that could be where a pin of this function goes, nearest first, best kind first. */
export function probeTargets(ctx: TraceContext, pin: PinPoint): ProbePoint[] {
  const group = functionGroup(pin.pin.function);
  const wanted = (p: ProbePoint): number => {
    if (p.owner === 'pin' || p.owner === 'leg') return -1;
    if (p.owner === 'point')
      return p.point.role === 'track-end' ||
        p.point.role === 'test-point' ||
        p.point.role === 'via' ||
        p.point.role === 'plain'
        ? 2
        : -1;
    const { kind } = p.component;
    const value = kind === 'resistor' ? knownOhms(ctx, p.component.id) : null;
    const within = (band: readonly [number, number]): boolean =>
      value !== null && value >= band[0] && value <= band[1];
    if (group === 'supply')
      return ['fuse', 'bead', 'inductor', 'diode', 'dual-diode'].includes(kind)
        ? 0
        : kind === 'resistor'
          ? 3
          : 1;
    if (group === 'data')
      return within(SERIES_DATA_OHMS) || kind === 'choke' || kind === 'esd-array'
        ? 0
        : kind === 'chip'
          ? 1
          : value === null
            ? 2
            : 3;
    if (group === 'configuration') return within(CC_OHMS) ? 0 : kind === 'chip' ? 1 : 2;
    return 1;
  };
  const already = ctx.report.netOf.get(pin.id);
  return ctx.points
    .filter((p) => wanted(p) >= 0 && !ctx.ground.has(p.id) && already?.points.includes(p.id) !== true)
    .sort((a, b) => wanted(a) - wanted(b) || nearestFirst(pin)(a, b));
}
