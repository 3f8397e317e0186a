import { isGone } from '../board/pad-state';
import { functionGroup } from '../connector/pin-function';
import type { TargetBelief } from '../belief/pin-belief';
import type { PinPoint, TraceContext } from '../belief/trace-context';
import { baredPoints, isTrackEnd } from './probe-cost';

/** Parts this near to a port usually hold all that its lines meet first, mm. */
const AROUND_MM = 12;
const FEW_PARTS = 5;

/**
 * What would settle where a pin goes when no further reading is worth the hand: acts, the surest first, in words fit to show. Never empty.
 * Common practice.
 */
export function whatWouldTell(ctx: TraceContext, pin: PinPoint, believed: TargetBelief | null): string[] {
  const bared = baredPoints(ctx.readings);
  const acts: string[] = [];
  const ends = ctx.points.filter(
    (p) => isTrackEnd(p) && p.owner === 'point' && (p.point.ofPin === pin.id || near(pin, p.at, 3)),
  );
  const closed = ends.find((p) => !bared.has(p.id));
  if (closed)
    acts.push(
      `Scrape 1 to 2 mm of mask off at ${closed.label}, along the track and no wider than it, and ring from there: about a minute, and it usually ends the question.`,
    );
  else if (ends.length === 0 && (isGone(pin.pin.state) || pin.pin.state === 'cracked'))
    acts.push(
      'Look under the microscope where its track ran. If it goes on under the mask, mark that place as the end of a track: 1 to 2 mm scraped bare there can be rung, and a wire can land on it.',
    );
  const parts = ctx.board.components.filter(
    (c) => c.face === pin.face && c.terminals.some((t) => near(pin, t.at, AROUND_MM)),
  );
  if (parts.length < FEW_PARTS)
    acts.push(
      `Only ${parts.length} part${parts.length === 1 ? ' is' : 's are'} marked within ${AROUND_MM} mm: mark the others, on both faces.`,
    );
  const chips = ctx.board.components.filter((c) => c.kind === 'chip' && c.terminals.length === 0);
  const group = functionGroup(pin.pin.function);
  if (group === 'data') {
    const rival = believed?.landings[1];
    if (rival && rival.p > 0.05) {
      acts.push(
        'Between D+ and D-: a 1.5 kΩ resistor hangs on D+ of a full-speed device. Measure small unmarked resistors near the two places, and ring the one that shows it.',
      );
      acts.push(
        'If nothing else tells D+ from D-, fit the two wires so that they can be exchanged. Crossed, the device is not recognised; it takes no harm.',
      );
    }
  }
  if (chips.length > 0) {
    const [chip] = chips;
    acts.push(
      `${chip?.name ?? 'The chip'} has its legs underneath: vias beside it carry its lines, mark and ring those.`,
    );
  } else acts.push('Clip onto the chip’s leg and ring from there to each likely place.');
  return acts;
}

const near = (pin: PinPoint, at: { readonly x: number; readonly y: number }, mm: number): boolean =>
  Math.hypot(at.x - pin.at.x, at.y - pin.at.y) <= mm;
