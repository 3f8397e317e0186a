import { isGone } from '../board/pad-state';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import { wireResistance } from '../material/copper';
import { printOhms } from '../quantity/print-bench';
import { millimetres } from '../quantity/units';
import type { PinPlan } from '../rebuild/rebuild-plan';
import type { TraceContext } from '../belief/trace-context';
import { LEADS_LIMITS, limitWords, ringLimits } from './acceptance-limits';
import type { Check } from './check';
import { check } from './check';

/** What of the job decides what is asked of its joints. */
export interface JointAbout {
  /** Legs and anchors are part of this job. */
  readonly legs: boolean;
  /** It is a cord that became a port. */
  readonly cord: boolean;
  /** Data goes through the port, or nobody said that it does not. */
  readonly data: boolean;
  /** What the tips read on each other, ohm; `null` where that was not taken. */
  readonly leads: number | null;
}

export const LEADS_KEY = 'leads';

export function lookChecks(plans: readonly PinPlan[], { legs }: JointAbout): Check[] {
  const wired = plans.filter((p) => p.repair.kind === 'jumper');
  return [
    check({
      key: 'look',
      group: 'look',
      title: plans.length > 0 ? 'Look along the row' : 'Look at every joint you made',
      how: 'Under the magnifier: no hair of solder, no flux ball, every joint shiny and wetted.',
      limitWords: 'clean',
    }),
    ...(wired.length > 0
      ? [
          check({
            key: 'tug',
            group: 'look',
            title: 'Prod each wire',
            how: `A toothpick against ${wired.map((p) => p.row.pin.label).join(', ')}: each pin moves with its wire, none moves alone.`,
            limitWords: 'none moves alone',
            about: wired.map((p) => p.row.pin.id),
          }),
        ]
      : []),
    ...(legs
      ? [
          check({
            key: 'legs',
            group: 'look',
            title: 'Rock the shell',
            how: 'Press the connector sideways, gently: the legs hold, nothing gives.',
            limitWords: 'solid',
          }),
        ]
      : []),
  ];
}

/** Ohms of the wire of a plan; 0 with none, or while its length is not known. */
function wireOhms({ jumper }: PinPlan): number {
  if (!jumper || jumper.spanMm === null) return 0;
  return wireResistance(millimetres(jumper.wireMm), millimetres(jumper.spanMm));
}

const PRESS = 'While it rings, press the joint with a toothpick: the figure must not jump.';

/** Pins that were worked at and have nowhere known to ring to are prodded one by one. */
const PRODDED: readonly PinPlan['repair']['kind'][] = ['reflow', 'bridge', 'foil-pad'];

/** Each pin to where it lands, through the wire or joint that was made; where no landing is known it is prodded by itself. */
export function pinChecks(ctx: TraceContext, plans: readonly PinPlan[], { leads }: JointAbout): Check[] {
  return plans.flatMap((plan): Check[] => {
    const { pin } = plan.row;
    const landing = plan.repair.kind === 'jumper' ? plan.repair.landing : plan.row.landing;
    const rung = landing !== null && landing.pointId !== pin.id && ctx.byId.has(landing.pointId);
    if (rung) {
      const limits = ringLimits(leads, wireOhms(plan));
      return [
        check({
          key: `ring:${pin.id}:${landing.pointId}`,
          group: 'ring',
          title: `${pin.label} to ${landing.label}`,
          how: `One tip on the connector’s own contact, one on the landing. ${PRESS}`,
          entry: 'ohms',
          limits,
          limitWords: limitWords(limits, printOhms),
          line: pin.id,
          about: [pin.id, landing.pointId],
        }),
      ];
    }
    if (!PRODDED.includes(plan.repair.kind)) return [];
    return [
      check({
        key: `prod:${pin.id}`,
        group: 'look',
        title: `Prod ${pin.label} by itself`,
        how: 'A toothpick against the pin, sideways: pin, solder and pad move as one, or not at all. It can also be rung to a spot scraped on its track.',
        limitWords: 'it holds',
        line: pin.id,
        about: [pin.id],
      }),
    ];
  });
}

/** Functions whose contacts are one net on the board; of the data pair only where there is data. */
const TWINS: readonly PinFunction[] = ['VBUS', 'GND'];
const DATA_TWINS: readonly PinFunction[] = ['D+', 'D-'];

/** Contacts that share a net, rung one to the other: a dead twin shows only when the plug is turned. */
export function twinChecks(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  { data, leads }: JointAbout,
): Check[] {
  if (!(ctx.board.family ?? '').startsWith('type-c')) return [];
  const built = ctx.pins.filter((p) => {
    const plan = plans.find((q) => q.row.pin.id === p.id);
    return plan === undefined ? !isGone(p.pin.state) : plan.repair.kind !== 'leave' || !isGone(p.pin.state);
  });
  const limits = ringLimits(leads);
  return [...(data ? DATA_TWINS : []), ...TWINS].flatMap((f) => {
    const same = built.filter((p) => p.pin.function === f);
    return same.slice(1).flatMap((p, k): Check[] => {
      const before = same[k];
      if (!before) return [];
      return [
        check({
          key: `twin:${before.id}:${p.id}`,
          group: 'ring',
          title: `${before.label} and ${p.label} are one`,
          how: 'Both ways of the plug need both: one tip on each contact.',
          entry: 'ohms',
          limits,
          limitWords: limitWords(limits, printOhms),
          line: p.id,
          about: [before.id, p.id],
        }),
      ];
    });
  });
}

/** Each wire of a cord that became a socket, from the socket's contact to where the wire ends. */
export function cordChecks({ cord }: TraceContext['board'], { cord: became, leads }: JointAbout): Check[] {
  if (!became) return [];
  const limits = ringLimits(leads);
  return cord.map((wire) =>
    check({
      key: `cord:${wire.id}`,
      group: 'ring',
      title: `${wire.colour || 'wire'}, ${wire.function}, to its pad`,
      how: `One tip in the socket’s contact, one on ${wire.pad || 'the pad it is soldered to'}. ${PRESS}`,
      entry: 'ohms',
      limits,
      limitWords: limitWords(limits, printOhms),
      line: `wire:${wire.id}`,
      about: [wire.id],
    }),
  );
}

/** Before anything is rung: what the leads themselves read. A help, never asked for. */
export const leadsCheck = (): Check =>
  check({
    key: LEADS_KEY,
    group: 'ring',
    title: 'Null the leads',
    how: 'Tips pressed on each other: what they read is taken off every figure below.',
    entry: 'ohms',
    limits: LEADS_LIMITS,
    limitWords: limitWords(LEADS_LIMITS, printOhms),
    helps: true,
  });

export const isGroundFunction = (f: PinFunction): boolean => functionGroup(f) === 'ground';
