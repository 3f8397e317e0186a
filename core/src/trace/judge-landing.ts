import { POINT_ROLE_SHEETS } from '../board/board';
import { isGone } from '../board/pad-state';
import type { ProbePoint } from '../board/probe-point';
import type { TargetBelief } from '../belief/pin-belief';
import type { PinPoint, TraceContext } from '../belief/trace-context';
import { isGroundPin, knownOhms } from '../belief/trace-context';
import { functionGroup } from '../connector/pin-function';
import { printChance } from '../quantity/print-chance';
import { landingDanger } from './landing-danger';

/** What the rules say of a wire from a pin to a place, whoever chose it. */
export interface LandingVerdict {
  /** `refuse`: it would harm the board. `warn`: something has to be settled first. `lose`: it works, second best. */
  readonly level: 'fine' | 'lose' | 'warn' | 'refuse';
  /** The gravest first, in words fit to show; none when it is fine. */
  readonly reasons: readonly string[];
}

/** From this chance on a place counts as a neighbour's. */
const NEIGHBOURS = 0.5;
/** Below this chance what Trace believes of a place is no ground to land on. */
const LIKELY = 0.5;

/** Ground is ground; whether this pin is, hangs on the row being wired as usual: from this chance on it is. */
const WAY_ROUND = 0.995;
/** Places of one net share a chance but for rounding. */
const SAME_PLACE = 0.02;

const LEVELS = ['fine', 'lose', 'warn', 'refuse'] as const;

const sameFunction = (a: PinPoint, b: PinPoint): boolean =>
  a.pin.function === b.pin.function || (isGroundPin(a.pin) && isGroundPin(b.pin));

/** The pin of another function that a place is rung to. */
function neighbourRung(ctx: TraceContext, pin: PinPoint, point: ProbePoint): PinPoint | null {
  const net = ctx.report.netOf.get(point.id)?.points ?? [];
  const found = net.map((id) => ctx.byId.get(id)).find((p) => p?.owner === 'pin' && !sameFunction(pin, p));
  return found?.owner === 'pin' && found.pin.function !== 'unknown' ? found : null;
}

/** The other leg of a part of three or more where this pin is known to land on one. */
function otherLeg(ctx: TraceContext, point: ProbePoint, ownPlaces: ReadonlySet<string>): ProbePoint | null {
  if (point.owner !== 'terminal' || ownPlaces.has(point.id)) return null;
  if (!['dual-diode', 'three-legged', 'transistor'].includes(point.component.kind)) return null;
  return (
    ctx.points.find(
      (p) => p.owner === 'terminal' && p.component.id === point.component.id && ownPlaces.has(p.id),
    ) ?? null
  );
}

/** What is lost by landing behind a part that stands in the line. */
function farSide(
  ctx: TraceContext,
  point: ProbePoint,
  ownPlaces: ReadonlySet<string>,
): { readonly level: 'lose' | 'refuse'; readonly words: string } | null {
  if (point.owner !== 'terminal' || ownPlaces.has(point.id)) return null;
  const { component } = point;
  const near = component.terminals.find((t) => ownPlaces.has(t.id));
  if (!near || component.terminals.length !== 2) return null;
  const name = component.name;
  switch (component.kind) {
    case 'fuse':
      return { level: 'refuse', words: `it lies behind the fuse ${name}: nothing would protect the board` };
    case 'diode':
      return {
        level: 'refuse',
        words: `it lies behind the diode ${name}: current could flow back into the port`,
      };
    case 'resistor': {
      const ohms = knownOhms(ctx, component.id);
      if (ohms !== null && ohms > 100)
        return {
          level: 'refuse',
          words: `${name} of ${Math.round(ohms)} Ω lies between: that is another net`,
        };
      return { level: 'lose', words: `it lies behind ${name}: the line loses the resistor that damps it` };
    }
    case 'capacitor':
      return { level: 'refuse', words: `it is the other side of the capacitor ${name}: another net` };
    case 'bead':
    case 'inductor':
    case 'choke':
      return { level: 'lose', words: `it lies behind ${name}: the line loses its filter` };
    default:
      return { level: 'refuse', words: `it is the other end of ${name}: another net` };
  }
}

/** Whether readings that stand join a pin, or one that has to share its net, with a point. */
function isJoined(ctx: TraceContext, pin: PinPoint, point: ProbePoint): boolean {
  const net = ctx.report.netOf.get(point.id);
  if (isGroundPin(pin.pin)) return ctx.ground.has(point.id) && (net?.readings.length ?? 0) > 0;
  if (!net || net.readings.length === 0) return false;
  return net.points.some((id) => {
    const other = ctx.byId.get(id);
    return other?.owner === 'pin' && (id === pin.id || sameFunction(pin, other));
  });
}

/** Whether readings join this pin, or one of its function, to ground. */
const rungAsGround = (ctx: TraceContext, pin: PinPoint): boolean =>
  ctx.pins.some(
    (p) =>
      sameFunction(pin, p) && ctx.ground.has(p.id) && (ctx.report.netOf.get(p.id)?.readings.length ?? 0) > 0,
  );

/** Whether a point is ground by its mark alone: a pour that was laid there as one. */
const isPour = (point: ProbePoint): boolean => point.owner === 'point' && point.point.role === 'pour';

/**
 * Judges a wire from a pin to a place by the readings that stand and by what is believed, the same wherever it is chosen: another supply,
 * ground for VBUS, the other leg of a dual diode, a neighbour's net and the far side of a fuse, diode or capacitor are refused; what
 * nothing was read of is warned of. Common practice.
 * @param believed what Trace believes of every group of pins; empty before the first reading
 * @param sureAt chance from which a landing is sure enough
 */
export function judgeLanding(
  ctx: TraceContext,
  pin: PinPoint,
  point: ProbePoint,
  believed: readonly TargetBelief[],
  sureAt = 0.97,
): LandingVerdict {
  const group = functionGroup(pin.pin.function);
  const found: { readonly level: LandingVerdict['level']; readonly words: string }[] = [];
  const say = (level: LandingVerdict['level'], words: string): void => void found.push({ level, words });
  const index = ctx.pins.findIndex((p) => p.id === pin.id);
  const own = believed.find((b) => b.target.pins.includes(index));
  const chance = own?.landings.find((l) => l.pointId === point.id || l.orEnd === point.id)?.p ?? 0;
  const joined = isJoined(ctx, pin, point);
  const best = own?.landings[0];
  const sure =
    chance >= sureAt || (own?.status === 'sure' && best !== undefined && chance >= best.p - SAME_PLACE);
  const net = ctx.report.netOf.get(pin.id);
  const ownPlaces = new Set([
    ...((net?.readings.length ?? 0) > 0 ? (net?.points ?? []) : []),
    ...(own?.landings.flatMap((l) => (l.p >= sureAt ? [l.pointId] : [])) ?? []),
  ]);

  if (point.owner === 'pin') {
    if (!sameFunction(pin, point)) say('refuse', `it is the pad of ${point.label}`);
    else if (isGone(point.pin.state)) say('refuse', `${point.label} has no pad either`);
    else if (!isGroundPin(pin.pin) && !joined)
      say(
        'warn',
        `a twin is joined in most devices: ring ${point.label} to where this pin goes, if that can be touched`,
      );
  } else {
    if (point.owner === 'leg') {
      if (!isGroundPin(pin.pin) && group !== 'unknown')
        say(
          'refuse',
          `a leg of the shell is ground or the shield: ${pin.pin.function} does not belong there`,
        );
      else if (isGone(point.leg.state)) say('refuse', `${point.label} has no copper left`);
    }
    if (point.owner === 'point' && !isGroundPin(pin.pin)) {
      const known = POINT_ROLE_SHEETS[point.point.role].known;
      if (known === 'ground')
        say('refuse', `${point.label} is ground: a wire of ${pin.pin.function} there shorts it`);
      if (known === 'supply')
        say('refuse', `${point.label} is another supply: a wire there joins what must stay apart`);
    }
    if (
      point.owner === 'point' &&
      isGroundPin(pin.pin) &&
      POINT_ROLE_SHEETS[point.point.role].known === 'supply'
    )
      say('refuse', `${point.label} is a supply: ground there shorts it`);
    const leg = otherLeg(ctx, point, ownPlaces);
    if (leg && !joined)
      say('refuse', `this pin lands on ${leg.label}: the other leg of that part is another supply’s`);
    const behind = farSide(ctx, point, ownPlaces);
    if (behind && !joined) say(behind.level, behind.words);
    const neighbour = neighbourRung(ctx, pin, point);
    if (neighbour) say('refuse', `${point.label} rings to ${neighbour.label}: a wire there shorts the two`);
    const danger = landingDanger(ctx, pin, point);
    if (danger)
      say(
        danger.words.includes('shorts it') ||
          danger.words.includes('must stay apart') ||
          danger.words.includes('does not belong')
          ? 'refuse'
          : 'warn',
        danger.words,
      );
    const rival = believed.find(
      (b) =>
        b !== own &&
        b.landings.some((l) => l.pointId === point.id && l.p >= NEIGHBOURS) &&
        !b.target.pins.some((at) => {
          const other = ctx.pins[at];
          return other !== undefined && sameFunction(pin, other);
        }),
    );
    if (rival && !joined && !neighbour) {
      const name = rival.target.functions[0] ?? 'another pin';
      const p = rival.landings.find((l) => l.pointId === point.id)?.p ?? 0;
      say(p >= sureAt ? 'refuse' : 'warn', `${point.label} is ${printChance(p)} ${name}’s`);
    }
    if (!joined && !sure && !isPour(point) && behind?.level !== 'lose') {
      if (ctx.readings.length === 0) say('warn', 'nothing was read yet: ring it first');
      else if (chance < LIKELY)
        say(
          'warn',
          `Trace gives ${point.label} ${printChance(chance)} for ${pin.pin.function}: ring it first`,
        );
      else say('warn', `only ${printChance(chance)} sure: one more reading under Trace tells`);
    }
    if (isGroundPin(pin.pin) && own && chance < WAY_ROUND && !rungAsGround(ctx, pin))
      say('warn', 'nothing tells yet which way round the row is wired: read one pad that is left');
    if (isPour(point) && isGroundPin(pin.pin) && !joined && !ctx.ground.has(point.id))
      say('warn', `ring ${point.label} to a leg of the shell first`);
  }
  const level = found.reduce<LandingVerdict['level']>(
    (worst, f) => (LEVELS.indexOf(f.level) > LEVELS.indexOf(worst) ? f.level : worst),
    'fine',
  );
  return {
    level,
    reasons: found.toSorted((a, b) => LEVELS.indexOf(b.level) - LEVELS.indexOf(a.level)).map((f) => f.words),
  };
}
