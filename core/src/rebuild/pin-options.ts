import type { PadState } from '../board/pad-state';
import { canProbe, isGone } from '../board/pad-state';
import type { ProbePoint } from '../board/probe-point';
import { spanMm } from '../board/probe-point';
import type { TargetBelief } from '../belief/pin-belief';
import type { PinPoint, TraceContext } from '../belief/trace-context';
import { isGroundPin } from '../belief/trace-context';
import type { Kit, KitTool } from '../drawer/kit';
import { lackingTools } from '../drawer/kit';
import type { DeviceAbility } from '../job/device';
import { printChance } from '../quantity/print-chance';
import { printLength } from '../quantity/print-bench';
import type { Landing } from '../trace/landing';
import { describeLanding } from '../trace/landing';
import type { PinRowReport } from '../trace/pin-table';
import { isTrackEnd } from '../trace/probe-cost';
import type { LandingVerdict } from '../trace/judge-landing';
import { judgeLanding } from '../trace/judge-landing';
import { pinLoss } from './pin-loss';
import type { RepairOption } from './repair-option';
import { FINE, ranked } from './repair-option';

export interface OptionWish {
  readonly kit: Kit;
  readonly does: readonly DeviceAbility[];
  readonly believed: readonly TargetBelief[];
  /** A landing that the person named, whatever it is. */
  readonly named: string | null;
}

/** Tools of each way. Common practice. */
const JUMPER_TOOLS: readonly KitTool[] = ['fine-tip', 'flux', 'leaded-solder', 'tweezers', 'uv-mask'];
const SCRAPE_TOOLS: readonly KitTool[] = [...JUMPER_TOOLS, 'knife'];
const FOIL_TOOLS: readonly KitTool[] = ['foil', 'epoxy', 'knife', 'fine-tip', 'flux', 'leaded-solder'];
const REFLOW_TOOLS: readonly KitTool[] = ['fine-tip', 'flux', 'leaded-solder'];
const BRIDGE_TOOLS: readonly KitTool[] = ['knife', 'fine-tip', 'flux', 'leaded-solder'];

/** How far round a pad the end of its own track is looked for, mm. */
const STUB_NEAR_MM = 3;
/** A crack wider than a hair wants a strand; over this it wants a wire, mm (common practice). */
const HAIR_MM = 0.1;
const STRAND_MM = 3;
/** Scraped bare on either side of a crack, mm (common practice: 1 to 2). */
const SCRAPED_MM = 1.5;
/** Legs of a chip nearer together than this are work for a steady hand, mm. */
const FINE_PITCH_MM = 0.66;
const NEAREST_GROUNDS = 3;
/** What a millimetre of wire more costs, min (a judgement). */
const NEARER_MIN_A_MM = 0.15;
const LIKELY_PLACES = 4;

interface Place {
  readonly point: ProbePoint;
  readonly words: string;
  readonly minutes: number;
  readonly success: number;
  readonly tools: readonly KitTool[];
}

function fineLegs(point: ProbePoint): boolean {
  if (point.owner !== 'terminal') return false;
  const gaps = point.component.terminals
    .filter((t) => t.id !== point.id)
    .map((t) => Math.hypot(t.at.x - point.at.x, t.at.y - point.at.y));
  return gaps.length > 1 && Math.min(...gaps) < FINE_PITCH_MM;
}

/** What landing on a place takes and how often it holds. A quarter of an hour a wire: common practice; the rest are judgements. */
function placeOf(ctx: TraceContext, pin: PinPoint, point: ProbePoint): Place {
  if (point.owner === 'pin')
    return {
      point,
      words: `short wire to ${point.label}, its twin`,
      minutes: 6,
      success: 0.93,
      tools: JUMPER_TOOLS,
    };
  if (isTrackEnd(point))
    return {
      point,
      words: `wire to its own track, scraped bare at ${point.label}`,
      minutes: 18,
      success: 0.82,
      tools: SCRAPE_TOOLS,
    };
  const far = spanMm(pin, point, ctx.register);
  const long = far !== null && far > 20 ? 4 : 0;
  if (isGroundPin(pin.pin) && point.owner !== 'terminal')
    return {
      point,
      words: `wire to ${point.label}`,
      // The nearest ground is the one to take.
      minutes: 10 + (far ?? 20) * NEARER_MIN_A_MM,
      success: 0.9,
      tools: [...SCRAPE_TOOLS, 'chisel-tip'],
    };
  const fine = fineLegs(point);
  return {
    point,
    words: `wire to ${point.label}`,
    minutes: (fine ? 22 : 15) + long,
    success: fine ? 0.75 : point.owner === 'terminal' ? 0.92 : 0.86,
    tools: JUMPER_TOOLS,
  };
}

/** Ends of tracks that are this pin's, or near enough to be. */
const stubsOf = (ctx: TraceContext, pin: PinPoint): ProbePoint[] =>
  ctx.points.filter(
    (p) =>
      isTrackEnd(p) &&
      p.owner === 'point' &&
      (p.point.ofPin === pin.id ||
        (p.point.ofPin === undefined &&
          p.face === pin.face &&
          (spanMm(pin, p, ctx.register) ?? Infinity) < STUB_NEAR_MM)),
  );

/** Places that a wire of a pin could land on: found, believed, its own track's end, its twin, and for ground the nearest ground. */
function placesOf(ctx: TraceContext, row: PinRowReport, named: string | null): ProbePoint[] {
  const { pin } = row;
  const own = row.believed?.landings ?? [];
  const near = (p: ProbePoint): number => spanMm(pin, p, ctx.register) ?? 1e3;
  const twins = ctx.pins.filter(
    (p) =>
      p.id !== pin.id &&
      p.pin.function === pin.pin.function &&
      p.pin.function !== 'unknown' &&
      canProbe(p.pin.state),
  );
  const stubs = stubsOf(ctx, pin);
  const grounds = isGroundPin(pin.pin)
    ? ctx.points
        .filter(
          (p) =>
            p.owner !== 'pin' &&
            p.owner !== 'terminal' &&
            (ctx.ground.has(p.id) || (p.owner === 'point' && p.point.role === 'pour')) &&
            !(p.owner === 'leg' && isGone(p.leg.state)) &&
            !(p.owner === 'point' && p.point.role === 'battery-minus'),
        )
        .toSorted((a, b) => near(a) - near(b))
        .slice(0, NEAREST_GROUNDS)
    : [];
  const ids = [
    row.landing?.pointId,
    named ?? undefined,
    ...(isGroundPin(pin.pin)
      ? []
      : own
          .filter((l) => l.p > 0.04)
          .slice(0, LIKELY_PLACES)
          .map((l) => l.pointId)),
  ];
  return [
    ...new Set([
      ...ids.flatMap((id) => ctx.byId.get(id ?? '') ?? []),
      ...grounds,
      ...stubs,
      ...twins.slice(0, 2),
    ]),
  ].filter((p) => p.id !== pin.id);
}

function jumperOption(
  ctx: TraceContext,
  row: PinRowReport,
  point: ProbePoint,
  wish: OptionWish,
): RepairOption {
  const { pin } = row;
  const place = placeOf(ctx, pin, point);
  const verdict: LandingVerdict = judgeLanding(ctx, pin, point, wish.believed);
  const p = row.believed?.landings.find((l) => l.pointId === point.id || l.orEnd === point.id);
  const either =
    p?.orEnd === undefined ? null : (ctx.byId.get(p.orEnd === point.id ? p.pointId : p.orEnd) ?? null);
  const why =
    point.id === row.landing?.pointId
      ? row.landing.why
      : (describeLanding(ctx, pin, point)?.why ??
        (point.owner === 'pin' ? 'contacts of one function share a net' : 'named by hand'));
  const landing: Landing = { pointId: point.id, label: point.label, why };
  const sister = ctx.pins.find(
    (other) =>
      other.id !== pin.id &&
      other.pin.function === pin.pin.function &&
      isGone(other.pin.state) &&
      point.owner !== 'pin',
  );
  const span = spanMm(pin, point, ctx.register);
  return ranked(
    {
      key: `jumper:${point.id}`,
      kind: 'jumper',
      landing,
      title: place.words.charAt(0).toUpperCase() + place.words.slice(1),
      why: [
        why,
        either ? `${either.label}, the other end, does as well` : '',
        sister && pin.pin.function !== 'unknown' ? `may be shared with ${sister.label}` : '',
      ]
        .filter(Boolean)
        .join('; '),
      verdict,
      minutes: place.minutes,
      success: place.success,
      loses: null,
      lacks: lackingTools(wish.kit, place.tools),
      figures: [
        ...(span === null ? [] : ([['Straight', printLength(span)]] as const)),
        ...(p ? ([['Trace', printChance(p.p)]] as const) : []),
      ],
    },
    0,
  );
}

/** The gap that a break left, mm; `null` where no mark tells. */
function gapOf(ctx: TraceContext, pin: PinPoint): number | null {
  const near = ctx.board.lines
    .filter((l) => l.kind === 'track' && l.face === pin.face && l.scars.length > 0)
    .map((l) => ({
      mm: Math.min(...l.points.map((p) => Math.hypot(p.x - pin.at.x, p.y - pin.at.y))),
      gap: Math.max(...l.scars.map((s) => s.lengthMm)),
    }))
    .filter(({ mm }) => mm < 1)
    .sort((a, b) => a.mm - b.mm)[0];
  return near?.gap ?? null;
}

function bridgeOption(ctx: TraceContext, row: PinRowReport, state: PadState, kit: Kit): RepairOption {
  const gap = gapOf(ctx, row.pin);
  const wide = gap === null ? state !== 'cracked' : gap > HAIR_MM;
  return ranked(
    {
      key: 'bridge',
      kind: 'bridge',
      landing: null,
      title: wide ? 'Bridge the gap with a strand' : 'Bridge the crack with solder',
      why: wide
        ? 'both ends are there: a strand of wire laid over the gap, soldered on bare copper on both sides'
        : 'both ends are there: solder across; a strand if it proves wider than a hair',
      verdict:
        gap === null && state === 'trace-torn'
          ? {
              level: 'warn',
              reasons: ['where its track goes on is not marked: draw the track and its gap under Look over'],
            }
          : FINE,
      minutes: wide ? 9 : 6,
      success: gap !== null && gap > STRAND_MM ? 0.6 : wide ? 0.88 : 0.94,
      loses: null,
      lacks: lackingTools(kit, BRIDGE_TOOLS),
      figures: [
        ['Gap', gap === null ? 'not measured' : printLength(gap)],
        ['Scrape', `${SCRAPED_MM} mm each side`],
        ...(wide ? ([['Strand', printLength((gap ?? 1) + 2 * SCRAPED_MM)]] as const) : []),
      ],
    },
    0,
  );
}

/** Foil laid over the scraped track, mm (common practice: 1 to 2). */
const OVERLAP_MM = 1.5;

function foilOption(row: PinRowReport, state: PadState, kit: Kit, stub: boolean): RepairOption {
  const [wide, long] = row.pin.row.padMm ?? [0.58 * row.pin.row.pitchMm, 1.3];
  const bed = state === 'lifted';
  return ranked(
    {
      key: 'foil-pad',
      kind: 'foil-pad',
      landing: null,
      title: bed ? 'Bed the pad on epoxy, or a foil one' : 'New pad of foil',
      why: bed
        ? 'it hangs on its track: a thin film of epoxy beneath, pressed flat, and it holds'
        : 'foil over the scraped end of its own track, then glued where the pad was',
      verdict:
        bed || stub
          ? FINE
          : {
              level: 'warn',
              reasons: ['no end of its track is marked: foil wants 2 mm of it, scraped bare'],
            },
      minutes: bed ? 12 : 30,
      success: bed ? 0.85 : 0.7,
      loses: null,
      lacks: lackingTools(kit, bed ? ['epoxy', 'tweezers'] : FOIL_TOOLS),
      figures: [
        ['Pad', `${wide.toFixed(2)} × ${long.toFixed(2)} mm`],
        ['Overlap on the track', `${OVERLAP_MM} mm`],
        ['Wait', 'until the epoxy has set'],
      ],
    },
    0,
  );
}

/**
 * Every way to give a pin its copper back, the best first: by minutes until it holds, what is lost and what the kit lacks. Refused ones come
 * last, with their reason. Common practice; minutes and chances are judgements.
 */
export function pinOptions(ctx: TraceContext, row: PinRowReport, wish: OptionWish): RepairOption[] {
  const { pin } = row;
  const { state, function: f } = pin.pin;
  if (state === 'unchecked') return [];
  const same = ctx.pins.filter(
    (p) => p.id !== pin.id && p.pin.function === f && f !== 'unknown' && canProbe(p.pin.state),
  ).length;
  const lost = pinLoss(f, same, wish.does);
  const straight = state === 'sound' || state === 'exposed';
  const reflow = ['dull', 'starved', 'loose', 'bridged'].includes(state);
  const options: RepairOption[] = [];
  if (reflow)
    options.push(
      ranked(
        {
          key: 'reflow',
          kind: 'reflow',
          landing: null,
          title: state === 'bridged' ? 'Draw the bridge off' : 'Refresh the joint',
          why: 'the copper is there: flux, fresh leaded solder, and it flows bright',
          verdict: FINE,
          minutes: 3,
          success: state === 'loose' ? 0.9 : 0.97,
          loses: null,
          lacks: lackingTools(wish.kit, REFLOW_TOOLS),
          figures: [],
        },
        0,
      ),
    );
  if (state === 'cracked' || state === 'trace-torn') options.push(bridgeOption(ctx, row, state, wish.kit));
  if (['lifted', 'torn', 'trace-torn'].includes(state))
    options.push(foilOption(row, state, wish.kit, state === 'trace-torn' || stubsOf(ctx, pin).length > 0));
  if (!straight || wish.named !== null)
    options.push(...placesOf(ctx, row, wish.named).map((p) => jumperOption(ctx, row, p, wish)));
  options.push(
    ranked(
      {
        key: 'leave',
        kind: 'leave',
        landing: null,
        title: straight ? 'Solder straight to its pad' : 'Leave it',
        why: straight
          ? state === 'sound'
            ? 'the pad is sound: solder the new pin straight to it'
            : 'the pad holds; cover the bare copper with mask when done'
          : lost.words === null
            ? `${f} is not needed: the device works without it`
            : `lost: ${lost.words}`,
        verdict: FINE,
        minutes: 0,
        success: 1,
        loses: straight ? null : lost.words,
        lacks: [],
        figures: [],
      },
      straight ? 0 : lost.minutes,
    ),
  );
  return options.toSorted((a, b) => a.rankMinutes - b.rankMinutes);
}
