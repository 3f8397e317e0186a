import type { Pin } from '../board/board';
import { functionGroup } from '../connector/pin-function';
import { printOhms } from '../quantity/print-bench';
import type { PinPlan } from '../rebuild/rebuild-plan';
import type { TraceContext } from '../belief/trace-context';
import { groundReference } from '../belief/trace-context';
import { APART_LIMITS, CC_LIMITS, limitWords, NOT_SHORT_LIMITS } from './acceptance-limits';
import type { Check } from './check';
import { check } from './check';

const apart = (
  kind: 'apart' | 'supply',
  a: string,
  b: string,
  title: string,
  how: string,
  safety = true,
): Check =>
  check({
    key: `${kind}:${a}:${b}`,
    group: 'short',
    title,
    how,
    entry: 'ohms',
    limits: APART_LIMITS,
    limitWords: limitWords(APART_LIMITS, printOhms, 'OL'),
    line: a,
    about: [a, b],
    safety,
  });

const groundName = (f: Pin['function']): string => (functionGroup(f) === 'ground' ? 'GND' : f);

export function neighbourChecks(ctx: TraceContext): Check[] {
  return ctx.board.rows.flatMap((row) =>
    row.pins.slice(1).flatMap((pin, i): Check[] => {
      const left = row.pins[i];
      if (!left || (groundName(left.function) === groundName(pin.function) && pin.function !== 'unknown'))
        return [];
      const joinedByDesign =
        ctx.report.netOf.get(left.id) === ctx.report.netOf.get(pin.id) &&
        left.state === 'sound' &&
        pin.state === 'sound';
      if (joinedByDesign && left.function === 'unknown') return [];
      return [
        apart(
          'apart',
          left.id,
          pin.id,
          `${left.number} ${left.function} and ${pin.number} ${pin.function} apart`,
          'Neighbours must not ring.',
        ),
      ];
    }),
  );
}

/** Supplies that must not be one with the port's: the cell, another input, a shell that is not ground. What readings joined already is one by design. */
export function supplyChecks(ctx: TraceContext): Check[] {
  const vbus = ctx.pins.find((p) => p.pin.function === 'VBUS');
  if (!vbus) return [];
  const one = ctx.report.netOf.get(vbus.id)?.points ?? [];
  return ctx.points.flatMap((p): Check[] => {
    if (one.includes(p.id)) return [];
    if (p.owner === 'point' && (p.point.role === 'battery-plus' || p.point.role === 'other-supply'))
      return [
        apart(
          'supply',
          vbus.id,
          p.id,
          `${vbus.label} and ${p.label} apart`,
          'Two supplies that a charger, a diode or a switch keeps apart: joined, one feeds back into the other. Both ways round; wait until the figure stops climbing. Two inputs that were one before are so by design: not for this device.',
          // The cell is never on the port's own supply; another input may be.
          p.point.role === 'battery-plus',
        ),
      ];
    return [];
  });
}

/** The supply against ground, before any power. */
export function shortCheck(ctx: TraceContext, plans: readonly PinPlan[]): Check {
  const vbus = plans.find((p) => p.row.pin.pin.function === 'VBUS');
  const ground = groundReference(ctx.points)?.label ?? 'the shell';
  return check({
    key: `short:${vbus?.row.pin.id ?? 'supply'}`,
    group: 'short',
    title: `${vbus ? `${vbus.row.pin.label} to ${ground}` : 'VBUS to GND at the port'}: no short`,
    how: 'Wait until the figure stops climbing.',
    entry: 'ohms',
    limits: NOT_SHORT_LIMITS,
    limitWords: limitWords(NOT_SHORT_LIMITS, printOhms),
    line: vbus?.row.pin.id ?? null,
    about: vbus ? [vbus.row.pin.id] : [],
    safety: true,
  });
}

/** The resistor on each CC pin: without it a C-to-C cable gives nothing, while an A-to-C cable still charges. */
export function ccChecks(ctx: TraceContext): Check[] {
  const ground = groundReference(ctx.points)?.label ?? 'the shell';
  return ctx.pins.flatMap((p): Check[] =>
    p.pin.function === 'CC1' || p.pin.function === 'CC2'
      ? [
          check({
            key: `cc:${p.id}`,
            group: 'ring',
            title: `${p.label} to ${ground}: its resistor`,
            how: 'About 5.1 kΩ tells the charger that a device is there. Where a chip does it instead, it is not for this device.',
            entry: 'ohms',
            limits: CC_LIMITS,
            limitWords: limitWords(CC_LIMITS, printOhms),
            line: p.id,
            about: [p.id],
          }),
        ]
      : [],
  );
}
