import type { FamilySheet } from '../connector/family';
import type { DeviceAbility } from '../job/device';
import type { JobKind } from '../job/job-kind';
import { printAmps, printVolts } from '../quantity/print-bench';
import type { PinPlan } from '../rebuild/rebuild-plan';
import type { TraceContext } from '../belief/trace-context';
import { groundReference } from '../belief/trace-context';
import { ANY_DRAW_LIMITS, CELL_LIMITS, drawLimits, limitWords, VBUS_LIMITS } from './acceptance-limits';
import type { Check } from './check';
import { check } from './check';
import { firstPower } from './first-power';
import type { PowerStage } from './stage';

/** What of the job decides what is asked under power. */
export interface PowerAbout {
  /** What the device does; `null` while it was not asked, or nobody knows. */
  readonly does: readonly DeviceAbility[] | null;
  /** Its draw was said, so that the current can be held against it. */
  readonly drawSaid: boolean;
  readonly kinds: readonly JobKind[];
  /** A lithium cell was taken off and goes back. */
  readonly cell: boolean;
  /** It may have power while its case is open. */
  readonly openly: boolean;
}

const yesNo = (key: string, group: PowerStage, title: string, how: string, limitWords: string): Check =>
  check({ key, group, title, how, limitWords, powered: true });

/** Volts of the cell while it charges, as often as they are read. */
export const CREEP_KEY = 'creep';

const CREEP: Check = check({
  key: CREEP_KEY,
  group: 'with-cell',
  title: 'Cell volts while it charges',
  how: 'At its own contacts, plugged in: now, and again every ten minutes. Off at once if it warms or swells.',
  entry: 'volts',
  limits: CELL_LIMITS,
  limitWords: 'creeping up',
  powered: true,
  helps: true,
});

/** What the device does, each asked by itself; only what it does is asked (common practice). */
const ABILITY_CHECKS: Readonly<Record<Exclude<DeviceAbility, 'not-known'>, Check>> = {
  charge: yesNo(
    'charges',
    'with-cell',
    'It takes charge',
    'Its light, or the volts of the cell after ten minutes: rising. A cell that is full proves nothing.',
    'it charges',
  ),
  data: yesNo(
    'data',
    'half-open',
    'Data as well as power',
    'By a cable that has carried data before: it shows up on a computer, and a file copies both ways.',
    'a file copies',
  ),
  sound: yesNo(
    'sound',
    'half-open',
    'Sound, left and right',
    'One side after the other, and the plug turned.',
    'both sides',
  ),
  light: yesNo('light', 'half-open', 'Light', 'Every level of it.', 'lit'),
  screen: yesNo('screen', 'half-open', 'Screen', 'Whole picture, all colours.', 'whole picture'),
  buttons: yesNo('buttons', 'half-open', 'Buttons', 'Each one.', 'each works'),
  radio: yesNo('radio', 'half-open', 'Radio link', 'It pairs or connects from the next room.', 'connects'),
  feeds: yesNo(
    'feeds',
    'half-open',
    'Charges another device',
    'One that is not full: a full one proves nothing.',
    'the other charges',
  ),
  'high-volts': yesNo(
    'high-volts',
    'half-open',
    'Asks for 9 V or more, and gets it',
    'On a charger that can, with a USB power meter between.',
    'the meter shows it',
  ),
};

export function abilityChecks(sheet: FamilySheet, { does, kinds, cell }: PowerAbout): Check[] {
  if (kinds.includes('copy-only'))
    return [
      yesNo(
        'copy',
        'half-open',
        'One good copy, compared',
        'Everything, to another disk; then read back and compared. Stop when it is good.',
        'the copy is whole',
      ),
    ];
  const asked = does ?? (sheet.hasData && !kinds.includes('cord') ? (['data'] as const) : []);
  return asked.flatMap((a) => [
    ...(a === 'charge' && cell ? [CREEP] : []),
    ...(a === 'not-known' ? [] : [ABILITY_CHECKS[a]]),
  ]);
}

/** The stage of a check on this device: without a cell taken off there is none to add, and what may not run open waits until the case is shut. */
export const staged = (c: Check, { cell, openly }: PowerAbout): Check =>
  !c.powered
    ? c
    : !openly
      ? { ...c, group: 'shut', how: `With the case shut. ${c.how}` }
      : c.group === 'with-cell' && !cell
        ? { ...c, group: 'half-open' }
        : c;

/** Whether the port gives or takes power: a cord without a supply wire does neither. */
export function isPowered({ cord }: TraceContext['board'], kinds: readonly JobKind[]): boolean {
  return !kinds.every((k) => k === 'cord') || kinds.length === 0 || cord.some((w) => w.function === 'VBUS');
}

/** The board alone on a supply: volts, first and settled draw, plug wiggled and turned. */
export function powerChecks(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  sheet: FamilySheet,
  deviceCurrentA: number,
  about: PowerAbout,
): Check[] {
  const vbus = plans.find((p) => p.row.pin.pin.function === 'VBUS');
  const ground = groundReference(ctx.points)?.label ?? 'ground';
  const draw = about.drawSaid ? drawLimits(deviceCurrentA) : ANY_DRAW_LIMITS;
  const feeds = about.does?.includes('feeds') === true && !about.does.includes('charge');
  const setting = firstPower(about.drawSaid ? deviceCurrentA : null);
  return [
    ...(vbus
      ? [
          check({
            key: `volts:${vbus.row.pin.id}`,
            group: 'alone',
            title: about.openly ? `Volts at ${vbus.row.pin.label}` : 'Volts at the plug',
            how: about.openly
              ? `Supply at ${setting.words} Black on ${ground}. Volts that fall say that something takes too much: off at once.`
              : 'A USB power meter between charger and plug. Volts that fall say that something takes too much: out at once.',
            entry: 'volts',
            limits: VBUS_LIMITS,
            limitWords: limitWords(VBUS_LIMITS, printVolts),
            powered: true,
            line: vbus.row.pin.id,
            about: [vbus.row.pin.id],
            safety: true,
          }),
        ]
      : []),
    ...(feeds
      ? []
      : [
          check({
            key: 'draw',
            group: 'alone',
            title: 'Current drawn',
            how: `${about.openly ? `Supply at ${setting.words}` : 'By the power meter.'} Read it after half a minute. Nothing: open. Limit reached and volts falling: short, unplug.`,
            entry: 'amps',
            limits: draw,
            limitWords: about.drawSaid
              ? limitWords(draw, printAmps)
              : 'some, and steady; what it should draw was not said',
            powered: true,
            about: vbus ? [vbus.row.pin.id] : [],
          }),
        ]),
    yesNo('wiggle', 'alone', 'Wiggle the plug', 'Gently, all four ways: nothing cuts out.', 'steady'),
    ...(sheet.family.startsWith('type-c')
      ? [
          yesNo(
            'both-ways',
            'alone',
            'Turn the plug over',
            'Type C works both ways up: check draw again with the plug turned.',
            'the same',
          ),
        ]
      : []),
  ];
}

/** Before the cell's plug goes in, while nothing else has power. */
export function cellChecks({ cell }: PowerAbout): Check[] {
  if (!cell) return [];
  return [
    check({
      key: 'cell-volts',
      group: 'cell',
      title: 'The cell at its plug, the right way round',
      how: 'Before its plug goes in: red on the contact that goes to B+, black on the one to B−. Below 0: turned round, do not plug it in. Under 2 V, swollen or warm: it does not go back. Two cells in series read twice as much: this is for one.',
      entry: 'volts',
      limits: CELL_LIMITS,
      limitWords: limitWords(CELL_LIMITS, printVolts),
    }),
  ];
}
