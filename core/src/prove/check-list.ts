import type { Pin } from '../board/board';
import { functionGroup } from '../connector/pin-function';
import type { FamilySheet } from '../connector/family';
import { printAmps, printOhms, printVolts } from '../quantity/print-bench';
import type { PinPlan } from '../rebuild/rebuild-plan';
import type { TraceContext } from '../belief/trace-context';
import { groundReference } from '../belief/trace-context';
import type { AcceptanceLimits } from './acceptance-limits';
import {
  APART_LIMITS,
  NOT_SHORT_LIMITS,
  RING_LIMITS,
  VBUS_LIMITS,
  drawLimits,
  limitWords,
} from './acceptance-limits';

export type CheckGroup = 'look' | 'ring' | 'short' | 'power' | 'data';
export type CheckEntry = 'yes-no' | 'ohms' | 'volts' | 'amps';

export interface Check {
  /** Steady between visits: made of the ids it speaks of. */
  readonly key: string;
  readonly group: CheckGroup;
  readonly title: string;
  readonly how: string;
  readonly entry: CheckEntry;
  readonly limits: AcceptanceLimits | null;
  readonly limitWords: string;
  readonly powered: boolean;
}

const YES_NO = { entry: 'yes-no', limits: null } as const;

function lookChecks(plans: readonly PinPlan[]): Check[] {
  const wired = plans.filter((p) => p.repair.kind === 'jumper');
  return [
    {
      key: 'look',
      group: 'look',
      title: 'Look along the row',
      how: 'Under the magnifier: no hair of solder, no flux ball, every joint shiny and wetted.',
      limitWords: 'clean',
      powered: false,
      ...YES_NO,
    },
    ...(wired.length > 0
      ? [
          {
            key: 'tug',
            group: 'look',
            title: 'Prod each wire',
            how: `A toothpick against ${wired.map((p) => p.row.pin.label).join(', ')}: each pin moves with its wire, none moves alone.`,
            limitWords: 'none moves alone',
            powered: false,
            ...YES_NO,
          } as const,
        ]
      : []),
    {
      key: 'legs',
      group: 'look',
      title: 'Rock the shell',
      how: 'Press the new connector sideways, gently: the legs hold, nothing gives.',
      limitWords: 'solid',
      powered: false,
      ...YES_NO,
    },
  ];
}

function ringChecks(ctx: TraceContext, plans: readonly PinPlan[]): Check[] {
  return plans.flatMap((plan): Check[] => {
    const landing = plan.repair.kind === 'jumper' ? plan.repair.landing : plan.row.landing;
    if (!landing || landing.pointId === plan.row.pin.id || !ctx.byId.has(landing.pointId)) return [];
    return [
      {
        key: `ring:${plan.row.pin.id}:${landing.pointId}`,
        group: 'ring',
        title: `${plan.row.pin.label} to ${landing.label}`,
        how: 'One tip on the connector’s own contact, one on the landing.',
        entry: 'ohms',
        limits: RING_LIMITS,
        limitWords: limitWords(RING_LIMITS, printOhms),
        powered: false,
      },
    ];
  });
}

const groundName = (f: Pin['function']): string => (functionGroup(f) === 'ground' ? 'GND' : f);

function neighbourChecks(ctx: TraceContext): Check[] {
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
        {
          key: `apart:${left.id}:${pin.id}`,
          group: 'short',
          title: `${left.number} ${left.function} and ${pin.number} ${pin.function} apart`,
          how: 'Neighbours must not ring.',
          entry: 'ohms',
          limits: APART_LIMITS,
          limitWords: limitWords(APART_LIMITS, printOhms, 'OL'),
          powered: false,
        },
      ];
    }),
  );
}

function powerChecks(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  sheet: FamilySheet,
  deviceCurrentA: number,
): Check[] {
  const vbus = plans.filter((p) => p.row.pin.pin.function === 'VBUS');
  const ground = groundReference(ctx.points)?.label ?? 'ground';
  const draw = drawLimits(deviceCurrentA);
  return [
    ...vbus.slice(0, 1).map((p): Check => ({
      key: `volts:${p.row.pin.id}`,
      group: 'power',
      title: `Volts at ${p.row.pin.label}`,
      how: `Current-limited supply or a charger through a USB meter; black on ${ground}.`,
      entry: 'volts',
      limits: VBUS_LIMITS,
      limitWords: limitWords(VBUS_LIMITS, printVolts),
      powered: true,
    })),
    {
      key: 'draw',
      group: 'power',
      title: 'Current drawn',
      how: 'Read the USB meter after half a minute. Nothing: open. Limit reached and volts falling: short, unplug.',
      entry: 'amps',
      limits: draw,
      limitWords: limitWords(draw, printAmps),
      powered: true,
    },
    {
      key: 'wiggle',
      group: 'power',
      title: 'Wiggle the plug',
      how: 'Gently, all four ways: nothing cuts out.',
      limitWords: 'steady',
      powered: true,
      ...YES_NO,
    },
    ...(sheet.family.startsWith('type-c')
      ? [
          {
            key: 'both-ways',
            group: 'power',
            title: 'Turn the plug over',
            how: 'Type C works both ways up: check draw again with the plug turned.',
            limitWords: 'the same',
            powered: true,
            ...YES_NO,
          } as const,
        ]
      : []),
    ...(sheet.hasData
      ? [
          {
            key: 'data',
            group: 'data',
            title: 'Data as well as power',
            how: 'It shows up on a computer, and a file copies both ways.',
            limitWords: 'a file copies',
            powered: true,
            ...YES_NO,
          } as const,
        ]
      : []),
  ];
}

/**
 * The checks of this job, in the order of the trade: look, ring, short, then power and data.
 * Generated from its pins, landings, row and family; pins left out on purpose are not asked for.
 */
export function proveChecks(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  sheet: FamilySheet,
  deviceCurrentA: number,
): Check[] {
  const vbus = plans.find((p) => p.row.pin.pin.function === 'VBUS');
  const ground = groundReference(ctx.points)?.label ?? 'the shell';
  return [
    ...lookChecks(plans),
    ...ringChecks(ctx, plans),
    ...neighbourChecks(ctx),
    ...(vbus
      ? [
          {
            key: `short:${vbus.row.pin.id}`,
            group: 'short',
            title: `${vbus.row.pin.label} to ${ground}: no short`,
            how: 'Wait until the figure stops climbing.',
            entry: 'ohms',
            limits: NOT_SHORT_LIMITS,
            limitWords: limitWords(NOT_SHORT_LIMITS, printOhms),
            powered: false,
          } as const,
        ]
      : []),
    ...powerChecks(ctx, plans, sheet, deviceCurrentA),
  ];
}
