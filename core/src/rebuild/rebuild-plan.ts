import type { HuntRecord } from '../shorts/hunt-record';
import { EMPTY_HUNT } from '../shorts/hunt-record';
import type { FaceRegister } from '../board/face-register';
import type { ProbePoint } from '../board/probe-point';
import { spanMm } from '../board/probe-point';
import { functionGroup } from '../connector/pin-function';
import type { WireKind } from '../material/wire-stock';
import { WIRE_STOCK } from '../material/wire-stock';
import { millimetres } from '../quantity/units';
import type { Landing } from '../trace/landing';
import type { PinRowReport } from '../trace/pin-table';
import type { TraceContext } from '../belief/trace-context';
import type { JumperCheck } from './check-jumper';
import { checkJumper } from './check-jumper';
import type { PinDemand } from './pin-current';
import { pinDemand } from './pin-current';
import type { PinRepair, RepairKind } from './pin-repair';
import { repairFor } from './pin-repair';

/** What the person chose for one pin instead of the proposal; `null` where they left it. */
export interface PinChoice {
  readonly pinId: string;
  readonly kind: RepairKind | null;
  readonly landingId: string | null;
  readonly wireMm: number | null;
  /** Length on the board, where it cannot be read off the plate or the way is not straight. */
  readonly spanMm: number | null;
  readonly built: boolean;
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
};

export interface JumperPlan {
  readonly wireMm: number;
  /** Straight length on the plate or as typed, mm; `null` while unknown (two faces). */
  readonly spanMm: number | null;
  /** Span plus both tails: what to cut, mm. */
  readonly cutMm: number | null;
  readonly check: JumperCheck | null;
  /** The thinnest wire in stock that may serve; `null` when none does or the length is unknown. */
  readonly advised: WireKind | null;
}

export interface PinPlan {
  readonly row: PinRowReport;
  readonly repair: PinRepair;
  readonly proposed: PinRepair;
  readonly demand: PinDemand;
  /** The device's draw was never said: the demand rests on what the port may be asked for. */
  readonly assumedDraw: boolean;
  readonly jumper: JumperPlan | null;
  readonly built: boolean;
}

/** Thin enough to lie on a pin, thick enough to handle; no thinner is advised unless asked for (common practice). */
const HANDY_MM = 0.1;

function advise(lengthMm: number, demand: PinDemand): WireKind | null {
  return (
    WIRE_STOCK.find(
      (w) =>
        w.diameterMm >= HANDY_MM &&
        checkJumper(millimetres(w.diameterMm), millimetres(lengthMm), demand).verdict.ok,
    ) ?? null
  );
}

function planJumper(
  from: ProbePoint,
  to: ProbePoint | undefined,
  choice: PinChoice | undefined,
  tailMm: number,
  demand: PinDemand,
  register: FaceRegister | null,
): JumperPlan {
  const span = choice?.spanMm ?? (to ? spanMm(from, to, register) : null);
  const cut = span === null ? null : span + 2 * tailMm;
  const usable = cut !== null && cut > 0 ? cut : null;
  const advised = usable === null ? null : advise(usable, demand);
  const wireMm = choice?.wireMm ?? advised?.diameterMm ?? HANDY_MM;
  const check = usable === null ? null : checkJumper(millimetres(wireMm), millimetres(usable), demand);
  return { wireMm, spanMm: span, cutMm: usable, check, advised };
}

function chosenRepair(
  proposed: PinRepair,
  choice: PinChoice | undefined,
  landing: Landing | null,
): PinRepair {
  const kind = choice?.kind;
  if (!kind || kind === proposed.kind) return proposed;
  if (kind === 'jumper')
    return landing
      ? { kind, why: 'your choice', landing }
      : { kind: 'trace-first', why: 'a jumper wants a landing' };
  return { kind, why: 'your choice' };
}

/**
 * For each pin the repair its state asks for, or the one chosen, with wire, length from the plate plus tails, and the check of that wire.
 * @param deviceCurrentA the device's draw through the port, A
 * @param assumed the draw was not said but taken from what such a port may be asked for
 */
export function rebuildPlan(
  ctx: TraceContext,
  table: readonly PinRowReport[],
  record: RebuildRecord,
  deviceCurrentA: number,
  assumed = false,
): PinPlan[] {
  const choices = new Map(record.choices.map((c) => [c.pinId, c]));
  return table.map((row): PinPlan => {
    const { pin } = row;
    const choice = choices.get(pin.id);
    const chosen = choice?.landingId ? ctx.byId.get(choice.landingId) : undefined;
    const landing: Landing | null = chosen
      ? { pointId: chosen.id, label: chosen.label, why: 'your choice' }
      : row.landing;
    const proposed = repairFor(pin.pin.state, pin.pin.function, landing);
    const repair = chosenRepair(proposed, choice, landing);
    const demand = pinDemand(pin.pin.function, deviceCurrentA, assumed);
    const jumper =
      repair.kind === 'jumper'
        ? planJumper(pin, ctx.byId.get(repair.landing.pointId), choice, record.tailMm, demand, ctx.register)
        : null;
    const assumedDraw = assumed && ['supply', 'ground'].includes(functionGroup(pin.pin.function));
    return { row, repair, proposed, demand, assumedDraw, jumper, built: choice?.built ?? false };
  });
}

/** Whether a pin still asks for something before it can be built or is built. */
export function isSettled(plan: PinPlan): boolean {
  if (plan.repair.kind === 'leave') return true;
  if (plan.repair.kind === 'look' || plan.repair.kind === 'trace-first') return false;
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
