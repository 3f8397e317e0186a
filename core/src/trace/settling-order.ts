import type { TraceBelief } from '../belief/belief';
import type { TargetBelief } from '../belief/pin-belief';
import { isUnread } from '../belief/pin-belief';
import type { TraceContext } from '../belief/trace-context';
import { functionGroup } from '../connector/pin-function';
import { landingDanger } from './landing-danger';
import type { ProbeHands } from './probe-cost';
import { baredPoints, probeSeconds } from './probe-cost';
import { surestGround } from './probe-ideas';
import type { ProbeOrder } from './probe-order';
import { isSkipped, probeKey, targetName } from './probe-order';

/** From this chance on a landing is one that a hand would take. */
const LIKELY_LANDING = 0.5;

/** Whether a pin of these has lost its pad or track: one that is soldered straight to its pad wants no landing. */
export function isToBuild({ pins }: TraceContext, own: readonly number[]): boolean {
  return own.some((i) => !['sound', 'exposed'].includes(pins[i]?.pin.state ?? 'unchecked'));
}

/** What a place still lacks. */
function whyFirst(group: string, place: string, name: string): string {
  if (group === 'ground') return `Nothing was read at ${place} yet: that it is ground rests on marks alone.`;
  return `${place} was not measured against ground yet: ${group === 'supply' ? 'ground' : 'a supply'} there would look like ${name} by all else.`;
}

/** A place that marks alone make likely is read once before it counts: against ground, as its function reads. */
export function firstReading(
  belief: TraceBelief,
  open: readonly TargetBelief[],
  hands: ProbeHands | null,
  skipped: ReadonlySet<string>,
): ProbeOrder | null {
  const { scene, ctx } = belief;
  const ground = scene.points[surestGround(belief)];
  for (const { target, landings } of open) {
    const place = ctx.byId.get(landings[0]?.pointId ?? '');
    const at = scene.index.get(place?.id ?? '') ?? -1;
    if (!place || (landings[0]?.p ?? 0) < LIKELY_LANDING || !isUnread(belief, target, at)) continue;
    const group = functionGroup(target.functions[0] ?? 'unknown');
    // Ground is rung to another place that is ground by its mark.
    const other =
      group === 'ground'
        ? ctx.byId.get(
            landings
              .map((l) => l.pointId)
              .find((id) => id !== place.id && scene.roles[scene.index.get(id) ?? -1] === 'reference') ?? '',
          )
        : ground;
    if (!other || other.id === place.id) continue;
    const [red, black] = [place, other];
    const mode = group === 'ground' ? 'continuity' : 'ohms';
    const key = probeKey(red.id, black.id, mode);
    if (isSkipped(skipped, red.id, black.id, mode)) continue;
    if (ctx.readings.some((r) => probeKey(r.red, r.black, r.mode) === key)) continue;
    const name = targetName(target.functions);
    return {
      red: red.id,
      black: black.id,
      redLabel: red.label,
      blackLabel: black.label,
      mode,
      why: whyFirst(group, place.label, name),
      means:
        group === 'ground'
          ? [
              { shows: 'beep', tells: 'both are ground' },
              { shows: 'open', tells: 'one of the two is not' },
            ]
          : [
              { shows: 'about 0', tells: `${place.label} is ground, not ${name}` },
              ...(group === 'supply'
                ? []
                : [
                    {
                      shows: 'a figure that climbs',
                      tells: `${place.label} is likelier a supply, not ${name}`,
                    },
                  ]),
              { shows: 'anything else', tells: `${place.label} may well be ${name}` },
            ],
      purpose: 'tell',
      scrape: [],
      gainBits: 0,
      seconds: probeSeconds(hands, red, black, mode, baredPoints(ctx.readings)),
    };
  }
  return null;
}

/** What must stay apart is rung apart before a wire goes there: the reading that a likely landing still wants for it. */
export function dangerOrder(
  belief: TraceBelief,
  targets: readonly TargetBelief[],
  hands: ProbeHands | null,
  skipped: ReadonlySet<string>,
): ProbeOrder | null {
  const { ctx } = belief;
  for (const { target, landings } of targets) {
    const pin = ctx.pins[target.pins.find((i) => isToBuild(ctx, [i])) ?? -1];
    const point = ctx.byId.get(landings[0]?.pointId ?? '');
    if (!pin || !point || (landings[0]?.p ?? 0) < LIKELY_LANDING) continue;
    const danger = landingDanger(ctx, pin, point);
    const other = ctx.byId.get(danger?.ringTo ?? '');
    if (!danger || !other || isSkipped(skipped, point.id, other.id, 'continuity')) continue;
    if (
      ctx.readings.some(
        (r) => probeKey(r.red, r.black, 'continuity') === probeKey(point.id, other.id, 'continuity'),
      )
    )
      continue;
    const isGround = target.functions[0] === 'GND';
    return {
      red: point.id,
      black: other.id,
      redLabel: point.label,
      blackLabel: other.label,
      mode: 'continuity',
      why: `Before any wire: ${danger.words}.`,
      means: isGround
        ? [
            { shows: 'beep', tells: `${point.label} is ground` },
            { shows: 'open', tells: `${point.label} is not ground: land elsewhere` },
          ]
        : [
            { shows: 'beep', tells: `${point.label} is ${other.label}: a wire there joins two supplies` },
            { shows: 'open', tells: 'the two are apart' },
          ],
      purpose: 'danger',
      scrape: [],
      gainBits: 0,
      seconds: probeSeconds(hands, point, other, 'continuity', baredPoints(ctx.readings)),
    };
  }
  return null;
}

/** From this chance on a part is worth ringing a bared track to. */
const WORTH_RINGING = 0.25;

/**
 * Where the bared track of one pin is all that is sure, and a sister pin wants a landing too: the likeliest part is rung to it, since a part
 * holds a second wire better than a millimetre of track.
 */
export function partOfTrack(
  belief: TraceBelief,
  targets: readonly TargetBelief[],
  hands: ProbeHands | null,
  skipped: ReadonlySet<string>,
): ProbeOrder | null {
  const { ctx, scene } = belief;
  for (const { target, landings, status } of targets) {
    const at = scene.index.get(landings[0]?.pointId ?? '') ?? -1;
    const track = scene.points[at];
    if (status !== 'sure' || !track || scene.roles[at] !== 'stub') continue;
    if (!target.pins.some((pin) => pin !== scene.pinOf[at] && isToBuild(ctx, [pin]))) continue;
    for (const { pointId, p } of landings) {
      const place = ctx.byId.get(pointId);
      if (!place || p < WORTH_RINGING || scene.roles[scene.index.get(pointId) ?? -1] !== 'site') continue;
      const key = probeKey(track.id, place.id, 'ohms');
      if (isSkipped(skipped, track.id, place.id, 'ohms')) continue;
      if (ctx.readings.some((r) => probeKey(r.red, r.black, r.mode) === key)) continue;
      const name = targetName(target.functions);
      return {
        red: track.id,
        black: place.id,
        redLabel: track.label,
        blackLabel: place.label,
        mode: 'ohms',
        why: `${track.label} is ${name}; another pin of ${name} wants a landing too, and ${place.label} may be one.`,
        means: [
          { shows: 'below 1 Ω', tells: `${place.label} is ${name}` },
          { shows: 'anything else', tells: `${place.label} is not ${name}` },
        ],
        purpose: 'tell',
        scrape: [],
        gainBits: 0,
        seconds: probeSeconds(hands, track, place, 'ohms', baredPoints(ctx.readings)),
      };
    }
  }
  return null;
}
