import type { HuntRecord } from '../shorts/hunt-record';
import { EMPTY_HUNT } from '../shorts/hunt-record';
import type { Face } from '../board/board';
import type { FaceRegister } from '../board/face-register';
import type { ProbePoint } from '../board/probe-point';
import { spanMm } from '../board/probe-point';
import { functionGroup } from '../connector/pin-function';
import type { Kit } from '../drawer/kit';
import { UNTOLD_KIT } from '../drawer/kit';
import type { HeatRecord } from '../heat/heat-note';
import { EMPTY_HEAT } from '../heat/heat-note';
import type { DeviceAbility } from '../job/device';
import type { WireKind } from '../material/wire-stock';
import { millimetres } from '../quantity/units';
import type { Way } from '../route/route-problem';
import type { TargetBelief } from '../belief/pin-belief';
import type { PinRowReport } from '../trace/pin-table';
import type { TraceContext } from '../belief/trace-context';
import type { JumperCheck } from './check-jumper';
import { checkJumper } from './check-jumper';
import type { LandingVerdict } from '../trace/judge-landing';
import type { PinDemand } from './pin-current';
import { pinDemand } from './pin-current';
import { pinOptions } from './pin-options';
import type { PinRepair } from './pin-repair';
import { proposedRepair, repairOf } from './pin-repair';
import type { RepairKind } from './repair-kind';
import type { RepairOption } from './repair-option';
import { FINE } from './repair-option';
import type { WireAdvice } from './wire-choice';
import { adviseWire } from './wire-choice';

/** What the person chose for one pin instead of the proposal; `null` where they left it. */
export interface PinChoice {
  readonly pinId: string;
  readonly kind: RepairKind | null;
  readonly landingId: string | null;
  readonly wireMm: number | null;
  /** Length on the board, where it cannot be read off the plate or the way is another than drawn. */
  readonly spanMm: number | null;
  /** A place that its wire is to pass, dragged there. */
  readonly via: { readonly face: Face; readonly x: number; readonly y: number } | null;
  readonly built: boolean;
}

/** What was really done, kept when an act is ticked. */
export interface DoneNote {
  /** Id of the pin or work item. */
  readonly id: string;
  /** How: the repair, the school, the tool, in words. */
  readonly how: string;
  /** Wire and length, mm; `null` where none was laid. */
  readonly wireMm: number | null;
  readonly lengthMm: number | null;
  /** Hands-on minutes; `null` where they were not taken. */
  readonly minutes: number | null;
}

export interface RebuildRecord {
  /** Wire left over at each end to tin and solder, mm. */
  readonly tailMm: number;
  readonly choices: readonly PinChoice[];
  /** The hunt for what pulls the supply down. */
  readonly hunt: HuntRecord;
  /** The part behind the port that is replaced. */
  readonly part: PartBehind;
  /** Ids of work items that are done, beside the pins. */
  readonly itemsDone: readonly string[];
  /** Options chosen for work items, by item. */
  readonly itemChoices: readonly { readonly itemId: string; readonly option: string }[];
  /** Schools chosen against the recommended ones; `null` where they were left. */
  readonly removal: string | null;
  readonly fitting: string | null;
  /** Ids of steps of the procedures that are done. */
  readonly stepsDone: readonly string[];
  readonly did: readonly DoneNote[];
  /** How the board takes heat: what was found out, and what the hand saw. */
  readonly heat: HeatRecord;
}

/** A part that is replaced: what has to be known of it before it is heated. */
export interface PartBehind {
  /** What is printed on it, or its measured size; empty while unknown. */
  readonly marking: string;
  readonly package: string;
  /** Where its pin 1, its plus or its stripe is. */
  readonly pins: string;
}

export const EMPTY_REBUILD: RebuildRecord = {
  tailMm: 2,
  choices: [],
  hunt: EMPTY_HUNT,
  part: { marking: '', package: '', pins: '' },
  itemsDone: [],
  itemChoices: [],
  removal: null,
  fitting: null,
  stepsDone: [],
  did: [],
  heat: EMPTY_HEAT,
};

export const FRESH_CHOICE: Omit<PinChoice, 'pinId'> = {
  kind: null,
  landingId: null,
  wireMm: null,
  spanMm: null,
  via: null,
  built: false,
};

export interface JumperPlan {
  readonly wireMm: number;
  /** Along its way on the plate, straight while that is not laid, or as typed, mm; `null` while unknown (two faces). */
  readonly spanMm: number | null;
  /** Where the span is from. */
  readonly from: 'way' | 'straight' | 'typed' | null;
  /** Span plus both tails: what to cut, mm. */
  readonly cutMm: number | null;
  readonly check: JumperCheck | null;
  readonly advice: WireAdvice | null;
  /** The recommended wire; `null` when none does or the length is unknown. */
  readonly advised: WireKind | null;
  readonly way: Way | null;
}

export interface PinPlan {
  readonly row: PinRowReport;
  readonly repair: PinRepair;
  readonly proposed: PinRepair;
  /** Every way there is, the best first. */
  readonly options: readonly RepairOption[];
  /** The option that stands; `null` while there is none. */
  readonly option: RepairOption | null;
  /** What the rules say of the repair that stands, proposed or chosen. */
  readonly verdict: LandingVerdict;
  readonly demand: PinDemand;
  /** The device's draw was never said: the demand rests on what the port may be asked for. */
  readonly assumedDraw: boolean;
  readonly jumper: JumperPlan | null;
  readonly built: boolean;
}

/** What a plan is made with beside the board. */
export interface PlanWish {
  /** The device's draw through the port, A. */
  readonly deviceCurrentA: number;
  /** The draw was not said but taken from what such a port may be asked for. */
  readonly assumed: boolean;
  readonly kit: Kit;
  readonly does: readonly DeviceAbility[];
  readonly believed: readonly TargetBelief[];
  /** How the wires lie, as far as they were laid. */
  readonly ways: readonly Way[];
}

export const usualWish = (deviceCurrentA: number): PlanWish => ({
  deviceCurrentA,
  assumed: false,
  kit: UNTOLD_KIT,
  does: [],
  believed: [],
  ways: [],
});

/** Where the length is not known yet, a wire that can be handled is shown. */
const HANDY_MM = 0.1;

function planJumper(
  from: ProbePoint,
  to: ProbePoint | undefined,
  choice: PinChoice | undefined,
  tailMm: number,
  demand: PinDemand,
  kit: Kit,
  way: Way | null,
  register: FaceRegister | null,
): JumperPlan {
  const typed = choice?.spanMm ?? null;
  const straight = to ? spanMm(from, to, register) : null;
  const span = typed ?? way?.lengthMm ?? straight;
  const cut = span === null ? null : span + 2 * tailMm;
  const usable = cut !== null && cut > 0 ? cut : null;
  const advice = usable === null ? null : adviseWire(usable, demand, kit);
  const advised = advice?.recommended ?? null;
  const wireMm = choice?.wireMm ?? advised?.diameterMm ?? HANDY_MM;
  const check = usable === null ? null : checkJumper(millimetres(wireMm), millimetres(usable), demand);
  return {
    wireMm,
    spanMm: span,
    from: span === null ? null : typed !== null ? 'typed' : way ? 'way' : 'straight',
    cutMm: usable,
    check,
    advice,
    advised,
    way: typed === null ? way : null,
  };
}

/** The option that a choice names; `null` where nothing was chosen, or what was chosen is no option any more. */
function chosenOption(
  options: readonly RepairOption[],
  choice: PinChoice | undefined,
  traced: string | null,
): RepairOption | null {
  if (!choice) return null;
  const { kind, landingId } = choice;
  if (landingId !== null && (kind === null || kind === 'jumper'))
    return options.find((o) => o.landing?.pointId === landingId) ?? null;
  if (kind === null) return null;
  if (kind === 'jumper')
    return (
      options.find((o) => o.landing && o.landing.pointId === traced) ??
      options.find((o) => o.kind === 'jumper') ??
      null
    );
  return options.find((o) => o.kind === kind) ?? null;
}

/** A repair that was chosen though it is none of the options that the state asks for. */
function strangeChoice(choice: PinChoice | undefined): PinRepair | null {
  if (choice?.kind === 'jumper') return { kind: 'trace-first', why: 'a jumper wants a landing' };
  return choice?.kind ? { kind: choice.kind, why: 'your choice' } : null;
}

/**
 * For each pin its options, the repair that is proposed or chosen, what the rules say of it, and for a wire its length along the way that
 * it lies plus tails, and the check of that wire.
 */
export function rebuildPlan(
  ctx: TraceContext,
  table: readonly PinRowReport[],
  record: RebuildRecord,
  wish: PlanWish,
): PinPlan[] {
  const choices = new Map(record.choices.map((c) => [c.pinId, c]));
  const { kit, does, believed, deviceCurrentA, assumed } = wish;
  return table.map((row): PinPlan => {
    const { pin } = row;
    const choice = choices.get(pin.id);
    const named = choice?.landingId && ctx.byId.has(choice.landingId) ? choice.landingId : null;
    const options = pinOptions(ctx, row, { kit, does, believed, named });
    const proposed = proposedRepair(pin.pin.state, options, row.landing);
    const chosen = chosenOption(options, choice, row.landing?.pointId ?? null);
    const proposedOption =
      options.find(
        (o) =>
          o.kind === proposed.kind &&
          (proposed.kind !== 'jumper' || o.landing?.pointId === proposed.landing.pointId),
      ) ?? null;
    const option = chosen ?? (strangeChoice(choice) ? null : proposedOption);
    const own = chosen && chosen !== proposedOption;
    const repair = own
      ? repairOf(chosen, 'your choice')
      : ((option ? null : strangeChoice(choice)) ?? proposed);
    const demand = pinDemand(pin.pin.function, deviceCurrentA, assumed);
    const to = repair.kind === 'jumper' ? repair.landing.pointId : null;
    const way = wish.ways.find((w) => w.id === pin.id && w.pointId === to) ?? null;
    const jumper =
      repair.kind === 'jumper'
        ? planJumper(
            pin,
            ctx.byId.get(repair.landing.pointId),
            choice,
            record.tailMm,
            demand,
            kit,
            way,
            ctx.register,
          )
        : null;
    const assumedDraw = assumed && ['supply', 'ground'].includes(functionGroup(pin.pin.function));
    return {
      row,
      repair,
      proposed,
      options,
      option,
      verdict: option?.verdict ?? FINE,
      demand,
      assumedDraw,
      jumper,
      built: choice?.built ?? false,
    };
  });
}

/** Whether a pin still asks for something before it can be built or is built. */
export function isSettled(plan: PinPlan): boolean {
  if (plan.repair.kind === 'leave') return true;
  if (plan.repair.kind === 'look' || plan.repair.kind === 'trace-first') return false;
  if (plan.verdict.level === 'refuse') return false;
  return plan.built && (plan.jumper === null || plan.jumper.check?.verdict.ok === true);
}

/** Wires to cut, for the hand-back page and the bench. */
export function wireList(
  plans: readonly PinPlan[],
): { pin: string; to: string; wireMm: number; cutMm: number | null }[] {
  return plans.flatMap((p) =>
    p.repair.kind === 'jumper' && p.jumper
      ? [{ pin: p.row.pin.label, to: p.repair.landing.label, wireMm: p.jumper.wireMm, cutMm: p.jumper.cutMm }]
      : [],
  );
}
