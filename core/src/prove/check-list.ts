import type { Pin } from '../board/board';
import { functionGroup } from '../connector/pin-function';
import type { FamilySheet } from '../connector/family';
import { printAmps, printOhms, printVolts } from '../quantity/print-bench';
import type { PinPlan } from '../rebuild/rebuild-plan';
import type { TraceContext } from '../belief/trace-context';
import { groundReference } from '../belief/trace-context';
import type { AcceptanceLimits } from './acceptance-limits';
import type { DeviceAbility } from '../job/device';
import type { JobKind } from '../job/job-kind';
import {
  ANY_DRAW_LIMITS,
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

/** What of the job decides what is asked. */
export interface ProveAbout {
  /** What the device does; `null` while it was not asked, or nobody knows. */
  readonly does: readonly DeviceAbility[] | null;
  /** Its draw was said, so that the current can be held against it. */
  readonly drawSaid: boolean;
  readonly kinds: readonly JobKind[];
  /** Legs and anchors are part of this job. */
  readonly legs: boolean;
}

/** A torn port of which nothing else was said. */
const TORN_PORT: ProveAbout = { does: null, drawSaid: true, kinds: [], legs: true };

function lookChecks(plans: readonly PinPlan[], { legs }: ProveAbout): Check[] {
  const wired = plans.filter((p) => p.repair.kind === 'jumper');
  return [
    {
      key: 'look',
      group: 'look',
      title: plans.length > 0 ? 'Look along the row' : 'Look at every joint you made',
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
    ...(legs
      ? [
          {
            key: 'legs',
            group: 'look',
            title: 'Rock the shell',
            how: 'Press the connector sideways, gently: the legs hold, nothing gives.',
            limitWords: 'solid',
            powered: false,
            ...YES_NO,
          } as const,
        ]
      : []),
  ];
}

/** Each wire of a cord that became a socket, from the socket's contact to where the wire ends. */
function cordChecks({ cord }: TraceContext['board'], { kinds }: ProveAbout): Check[] {
  if (!kinds.includes('cord')) return [];
  return cord.map((wire): Check => ({
    key: `cord:${wire.id}`,
    group: 'ring',
    title: `${wire.colour || 'wire'}, ${wire.function}, to its pad`,
    how: `One tip in the socket’s contact, one on ${wire.pad || 'the pad it is soldered to'}.`,
    entry: 'ohms',
    limits: RING_LIMITS,
    limitWords: limitWords(RING_LIMITS, printOhms),
    powered: false,
  }));
}

const yesNo = (key: string, group: CheckGroup, title: string, how: string, words: string): Check => ({
  key,
  group,
  title,
  how,
  limitWords: words,
  powered: true,
  ...YES_NO,
});

/** What the device does, each asked by itself; only what it does is asked (common practice). */
const ABILITY_CHECKS: Readonly<Record<Exclude<DeviceAbility, 'not-known'>, Check>> = {
  charge: yesNo(
    'charges',
    'power',
    'It takes charge',
    'Its light, or the volts of the cell after ten minutes: rising.',
    'it charges',
  ),
  data: yesNo(
    'data',
    'data',
    'Data as well as power',
    'It shows up on a computer, and a file copies both ways.',
    'a file copies',
  ),
  sound: yesNo(
    'sound',
    'data',
    'Sound, left and right',
    'One side after the other, and the plug turned.',
    'both sides',
  ),
  light: yesNo('light', 'power', 'Light', 'Every level of it.', 'lit'),
  screen: yesNo('screen', 'data', 'Screen', 'Whole picture, all colours.', 'whole picture'),
  buttons: yesNo('buttons', 'data', 'Buttons', 'Each one.', 'each works'),
  radio: yesNo('radio', 'data', 'Radio link', 'It pairs or connects from the next room.', 'connects'),
  feeds: yesNo(
    'feeds',
    'power',
    'Charges another device',
    'One that is not full: a full one proves nothing.',
    'the other charges',
  ),
  'high-volts': yesNo(
    'high-volts',
    'power',
    'Asks for 9 V or more, and gets it',
    'On a charger that can, with a USB power meter between.',
    'the meter shows it',
  ),
};

function abilityChecks(sheet: FamilySheet, { does, kinds }: ProveAbout): Check[] {
  if (kinds.includes('copy-only'))
    return [
      yesNo(
        'copy',
        'data',
        'One good copy, compared',
        'Everything, to another disk; then read back and compared. Stop when it is good.',
        'the copy is whole',
      ),
    ];
  const asked = does ?? (sheet.hasData && !kinds.includes('cord') ? (['data'] as const) : []);
  return asked.flatMap((a) => (a === 'not-known' ? [] : [ABILITY_CHECKS[a]]));
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

/** Whether the port gives or takes power: a cord without a supply wire does neither. */
function isPowered({ cord }: TraceContext['board'], { kinds }: ProveAbout): boolean {
  return !kinds.every((k) => k === 'cord') || kinds.length === 0 || cord.some((w) => w.function === 'VBUS');
}

function powerChecks(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  sheet: FamilySheet,
  deviceCurrentA: number,
  about: ProveAbout,
): Check[] {
  const vbus = plans.filter((p) => p.row.pin.pin.function === 'VBUS');
  const ground = groundReference(ctx.points)?.label ?? 'ground';
  const draw = about.drawSaid ? drawLimits(deviceCurrentA) : ANY_DRAW_LIMITS;
  const feeds = about.does?.includes('feeds') === true && !about.does.includes('charge');
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
    ...(feeds
      ? []
      : [
          {
            key: 'draw',
            group: 'power',
            title: 'Current drawn',
            how: 'Read the USB meter after half a minute. Nothing: open. Limit reached and volts falling: short, unplug.',
            entry: 'amps',
            limits: draw,
            limitWords: about.drawSaid
              ? limitWords(draw, printAmps)
              : 'some, and steady; what it should draw was not said',
            powered: true,
          } as const,
        ]),
    yesNo('wiggle', 'power', 'Wiggle the plug', 'Gently, all four ways: nothing cuts out.', 'steady'),
    ...(sheet.family.startsWith('type-c')
      ? [
          yesNo(
            'both-ways',
            'power',
            'Turn the plug over',
            'Type C works both ways up: check draw again with the plug turned.',
            'the same',
          ),
        ]
      : []),
  ];
}

/**
 * The checks of this job, in the order of the trade: look, ring, short, then power and data.
 * Generated from its pins, landings, row, family, kinds and what the device does; pins left out on purpose and what it does not do are
 * not asked for.
 */
export function proveChecks(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  sheet: FamilySheet,
  deviceCurrentA: number,
  about: ProveAbout = TORN_PORT,
): Check[] {
  const vbus = plans.find((p) => p.row.pin.pin.function === 'VBUS');
  const ground = groundReference(ctx.points)?.label ?? 'the shell';
  const supply = vbus ? `${vbus.row.pin.label} to ${ground}` : 'VBUS to GND at the port';
  const powered = isPowered(ctx.board, about);
  return [
    ...lookChecks(plans, about),
    ...ringChecks(ctx, plans),
    ...cordChecks(ctx.board, about),
    ...(plans.length > 0 ? neighbourChecks(ctx) : []),
    ...(vbus || (powered && about.kinds.length > 0)
      ? [
          {
            key: `short:${vbus?.row.pin.id ?? 'supply'}`,
            group: 'short',
            title: `${supply}: no short`,
            how: 'Wait until the figure stops climbing.',
            entry: 'ohms',
            limits: NOT_SHORT_LIMITS,
            limitWords: limitWords(NOT_SHORT_LIMITS, printOhms),
            powered: false,
          } as const,
        ]
      : []),
    ...(powered ? powerChecks(ctx, plans, sheet, deviceCurrentA, about) : []),
    ...abilityChecks(sheet, about),
  ];
}
