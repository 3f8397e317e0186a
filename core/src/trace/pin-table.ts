import { printChance } from '../quantity/print-chance';
import type { ProbePoint } from '../board/probe-point';
import type { Reading } from '../board/reading';
import { POINT_ROLE_SHEETS } from '../board/board';
import { isOptional } from '../connector/pin-function';
import type { Landing } from './landing';
import { describeLanding, findLanding } from './landing';
import { judgeLanding } from './judge-landing';
import { landingDanger } from './landing-danger';
import { whatWouldTell } from './what-would-tell';
import type { PinPoint, TraceContext } from '../belief/trace-context';
import type { TargetBelief } from '../belief/pin-belief';
import { isGroundPin } from '../belief/trace-context';

export interface PinRowReport {
  readonly pin: PinPoint;
  readonly landing: Landing | null;
  /** What is believed of it beyond what is certain; `null` before the first reading and for lines that are not traced. */
  readonly believed: TargetBelief | null;
  /** Readings the answer rests on. */
  readonly rests: readonly Reading[];
  /** What does not fit, in words fit to show. */
  readonly contradictions: readonly string[];
  /** What must be settled before a wire goes to the place that is shown, sure or not; `null` with nothing. */
  readonly danger: string | null;
  /** Where it is not settled: acts that would tell, the surest first. */
  readonly wouldTell: readonly string[];
  /** `sound`: solder straight to the pad. `found`: a landing is known. `needless`: works without. `open`: not yet found. */
  readonly status: 'sound' | 'found' | 'needless' | 'open';
}

function supplyClash(ctx: TraceContext, pin: PinPoint): string[] {
  if (pin.pin.function !== 'VBUS') return [];
  const net = ctx.report.netOf.get(pin.id)?.points ?? [];
  const other = net
    .map((id) => ctx.byId.get(id))
    .find((p) => p?.owner === 'point' && p.point.role === 'other-supply');
  const grounded = net.some((id) => ctx.ground.has(id));
  return [
    ...(other ? [`rings to ${other.label}: joins two supplies`] : []),
    ...(grounded ? ['rings to ground: the input is shorted'] : []),
  ];
}

function functionClash(ctx: TraceContext, pin: PinPoint): string[] {
  if (pin.pin.function === 'unknown') return [];
  const net = ctx.report.netOf.get(pin.id)?.points ?? [];
  return net.flatMap((id) => {
    const other = ctx.byId.get(id);
    if (id === pin.id || other?.owner !== 'pin' || other.pin.function === 'unknown') return [];
    const same = other.pin.function === pin.pin.function || (isGroundPin(pin.pin) && isGroundPin(other.pin));
    return same
      ? []
      : [`rings to pin ${other.pin.number} ${other.pin.function}: a bridge, or the wrong pin order`];
  });
}

/** Whether a reading was taken at a pin or at its landing: what an inference rests on first of all. */
function touches({ red, black }: Reading, pinId: string, landingId: string): boolean {
  return [pinId, landingId].some((id) => id === red || id === black);
}

/** What a wire to the landing would join that must stay apart: another supply, or the net of another pin. */
function landingClash(ctx: TraceContext, pin: PinPoint, landing: Landing): string[] {
  if (isGroundPin(pin.pin)) return [];
  const own = ctx.report.netOf.get(pin.id);
  const net = ctx.report.netOf.get(landing.pointId);
  if (!net || net === own) return [];
  return net.points.flatMap((id) => {
    const point = ctx.byId.get(id);
    if (point?.owner === 'point' && point.point.role === 'other-supply')
      return [`${landing.label} rings to ${point.label}: a wire there joins two supplies`];
    if (point?.owner !== 'pin' || point.pin.function === pin.pin.function || point.pin.function === 'unknown')
      return [];
    return [
      `${landing.label} shares its net with pin ${point.pin.number} ${point.pin.function}: a wire there joins the two`,
    ];
  });
}

const NEARLY_AS_LIKELY = 0.03;

function isOthersTrack(ctx: TraceContext, pin: PinPoint, id: string): boolean {
  const p = ctx.byId.get(id);
  return p?.owner === 'point' && p.point.role === 'track-end' && (p.point.ofPin ?? pin.id) !== pin.id;
}

/** The likeliest landing where it is sure enough, else what is certain by nets, unless the belief speaks against it. */
function landingOf(ctx: TraceContext, pin: PinPoint, believed: TargetBelief | null): Landing | null {
  const certain = findLanding(ctx, pin);
  if (!believed) return certain;
  const chance = (id: string): number => believed.landings.find((l) => l.pointId === id)?.p ?? 0;
  if (believed.status === 'sure') {
    if (certain && chance(certain.pointId) >= (believed.landings[0]?.p ?? 1) - 0.02) return certain;
    const [best] = believed.landings;
    // The bared track of a sister pin is the sister's: a part as likely is the better place.
    const own = believed.landings.find((l) => !isOthersTrack(ctx, pin, l.pointId));
    const taken = own && best && own.p >= best.p - NEARLY_AS_LIKELY ? own : best;
    const point = ctx.byId.get(taken?.pointId ?? '');
    const why = `${printChance(taken?.p ?? 0)} sure`;
    return point
      ? { pointId: point.id, label: point.label, why: describeLanding(ctx, pin, point)?.why ?? why }
      : certain;
  }
  return certain && chance(certain.pointId) > 0.5 ? certain : null;
}

/** Whether places are marked that a line could go to: with none, that it goes nowhere says nothing of the board. */
const hasSites = (ctx: TraceContext): boolean =>
  ctx.points.some(
    (p) => p.owner === 'terminal' || (p.owner === 'point' && POINT_ROLE_SHEETS[p.point.role].known === null),
  );

/** What has to be settled before a wire goes to a place: by the rules that Rebuild judges every choice by. */
function dangerOf(
  ctx: TraceContext,
  pin: PinPoint,
  place: ProbePoint,
  all: readonly TargetBelief[],
): string | null {
  const danger = landingDanger(ctx, pin, place);
  if (danger) return danger.words;
  const { level, reasons } = judgeLanding(ctx, pin, place, all);
  return level === 'refuse' ? (reasons[0] ?? null) : null;
}

function reportPin(
  ctx: TraceContext,
  pin: PinPoint,
  believed: TargetBelief | null,
  all: readonly TargetBelief[],
): PinRowReport {
  const net = ctx.report.netOf.get(pin.id);
  const landing = landingOf(ctx, pin, believed);
  const landingNet =
    landing && net?.points.includes(landing.pointId) !== true
      ? ctx.report.netOf.get(landing.pointId)
      : undefined;
  const restIds = new Set([...(net?.readings ?? []), ...(landingNet?.readings ?? [])]);
  const inferred = landing !== null && believed?.status === 'sure' && restIds.size === 0;
  const fromReadings = ctx.report.contradictions
    .filter((c) => net?.points.includes(c.reading.red) === true)
    .map((c) => {
      const name = (id: string): string => ctx.byId.get(id)?.label ?? id;
      return `${name(c.reading.red)} to ${name(c.reading.black)} read apart, yet ${c.chain.length} reading${c.chain.length === 1 ? '' : 's'} join${c.chain.length === 1 ? 's' : ''} them`;
    });
  const needless = isOptional(pin.pin.function) || (believed?.status === 'nowhere' && hasSites(ctx));
  const bare = landing ? 'found' : needless ? 'needless' : 'open';
  const status = bare === 'open' && pin.pin.state === 'sound' ? 'sound' : bare;
  const shown = landing?.pointId ?? believed?.landings[0]?.pointId;
  const place = shown === undefined ? undefined : ctx.byId.get(shown);
  return {
    pin,
    landing,
    believed,
    danger: place ? dangerOf(ctx, pin, place, all) : null,
    wouldTell: status === 'open' ? whatWouldTell(ctx, pin, believed) : [],
    rests: ctx.readings.filter((r) => restIds.has(r.id) || (inferred && touches(r, pin.id, landing.pointId))),
    contradictions: [
      ...supplyClash(ctx, pin),
      ...functionClash(ctx, pin),
      ...(landing ? landingClash(ctx, pin, landing) : []),
      ...fromReadings,
    ],
    status,
  };
}

/** For each pin of the connector: where it lands or not yet found, the readings that rests on, what contradicts it. */
export function pinTable(ctx: TraceContext, believed: readonly TargetBelief[] = []): PinRowReport[] {
  return ctx.pins.map((pin, i) =>
    reportPin(ctx, pin, believed.find((b) => b.target.pins.includes(i)) ?? null, believed),
  );
}
