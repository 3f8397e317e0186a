import type { XY } from '../geometry/projective';
import type { ConnectorPart } from '../connector/part';
import { mounting } from '../connector/part';
import type { Board } from '../board/board';
import { functionGroup } from '../connector/pin-function';
import { pointToShape } from '../geometry/shape';
import type { TraceContext } from '../belief/trace-context';
import type { PartOutline } from '../route/part-outline';
import type { PinPlan } from './rebuild-plan';
import type { WorkItem, WorkStage } from './work-item';

export const FITTING_SCHOOLS = ['legs-first', 'pins-first', 'one-pin-first'] as const;
export type FittingSchool = (typeof FITTING_SCHOOLS)[number];

export const FITTING_WORDS: Readonly<
  Record<FittingSchool, { readonly title: string; readonly when: string }>
> = {
  'legs-first': {
    title: 'Legs first',
    when: 'legs through the board hold the port square while the small pins are done',
  },
  'pins-first': {
    title: 'Pins first',
    when: 'legs lie on the surface: the row is set, the angle corrected, legs last',
  },
  'one-pin-first': {
    title: 'One pin first',
    when: 'nothing holds it by itself: tack one, look at every pin, only then the others',
  },
};

/** Which school a part and a board ask for, with the reason. Common practice. */
export function recommendedSchool(
  board: Pick<Board, 'legs'>,
  part: ConnectorPart | null,
): { readonly school: FittingSchool; readonly why: string } {
  const legs = board.legs.filter((l) => l.fixing !== 'peg');
  const through = legs.filter((l) => l.fixing === 'through-hole' && l.state !== 'hole-wall-gone').length;
  const kind = part ? mounting(part) : null;
  if (through >= 2 || kind === 'mixed' || kind === 'through-hole')
    return { school: 'legs-first', why: FITTING_WORDS['legs-first'].when };
  if (legs.length > 0) return { school: 'pins-first', why: FITTING_WORDS['pins-first'].when };
  return { school: 'one-pin-first', why: FITTING_WORDS['one-pin-first'].when };
}

/** One line of the plan, in the order in which it is worked through. */
export interface BuildLine {
  readonly kind: 'item' | 'pin' | 'row' | 'ring' | 'mask' | 'rest';
  /** Id of the item or pin; the kind itself for the others. */
  readonly id: string;
  readonly title: string;
  /** Why it stands here. */
  readonly why: string;
  readonly minutes: number;
}

/** After so many wires the eyes want a rest, with a quarter of an hour a wire half an hour (common practice). */
const WIRES_TO_A_REST = 2;
/** From so many wires on rests are planned. */
const MANY_WIRES = 5;
const STAGE_WHY: Readonly<Record<WorkStage, string>> = {
  before: 'before any heat',
  off: 'the old one comes off before anything new is built',
  clean: 'pads and holes are ready before any joint',
  pads: 'copper first: epoxy has to set before it meets heat',
  under: 'it lies beneath the new part: once that stands, no tip gets there',
  part: 'its heat comes before the thin wires',
  fit: 'the port stands before wires lead to its pins',
  wires: '',
  legs: '',
  after: 'after the last heat',
};

interface OrderWish {
  readonly school: FittingSchool;
  readonly outline: PartOutline | null;
}

/** Whether a place lies beneath the new part, so that its joint has to be made before the part stands. */
export function liesUnder(outline: PartOutline | null, face: string, at: XY): boolean {
  return (
    outline !== null &&
    outline.face === face &&
    pointToShape(at, { kind: 'polygon', points: outline.body }) === 0
  );
}

/**
 * The order of the whole plan: hot plane joints before hair wires, the innermost first, nothing soldered beneath something that stands,
 * legs and pins by the school, the ring test before the mask, a rest for the eyes in work of many wires. Common practice.
 */
export function buildOrder(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  items: readonly WorkItem[],
  { school, outline }: OrderWish,
): BuildLine[] {
  const lines: BuildLine[] = [];
  const item = (i: WorkItem): void =>
    void lines.push({
      kind: 'item',
      id: i.id,
      title: i.title,
      why: STAGE_WHY[i.stage] || i.why,
      minutes: i.options[0]?.minutes ?? 5,
    });
  const stage = (s: WorkStage): void => items.filter((i) => i.stage === s).forEach(item);
  const title = (p: PinPlan): string =>
    p.repair.kind === 'jumper' ? `${p.row.pin.label} to ${p.repair.landing.label}` : p.row.pin.label;
  const pin = (p: PinPlan, why: string): void =>
    void lines.push({ kind: 'pin', id: p.row.pin.id, title: title(p), why, minutes: p.option?.minutes ?? 5 });
  const landingOf = (p: PinPlan) =>
    p.repair.kind === 'jumper' ? ctx.byId.get(p.repair.landing.pointId) : undefined;
  const centre = ctx.pins.length
    ? {
        x: ctx.pins.reduce((s, p) => s + p.at.x, 0) / ctx.pins.length,
        y: ctx.pins.reduce((s, p) => s + p.at.y, 0) / ctx.pins.length,
      }
    : { x: 0, y: 0 };
  const off = (p: PinPlan): number => Math.hypot(p.row.pin.at.x - centre.x, p.row.pin.at.y - centre.y);
  const hot = (p: PinPlan): boolean => ['ground', 'supply'].includes(functionGroup(p.row.pin.pin.function));
  const inner = (list: readonly PinPlan[]): PinPlan[] => list.toSorted((a, b) => off(a) - off(b));
  const work = plans.filter((p) => !['leave', 'look', 'trace-first'].includes(p.repair.kind));
  const wires = work.filter((p) => p.repair.kind === 'jumper');
  const under = wires.filter((p) => {
    const to = landingOf(p);
    return to !== undefined && liesUnder(outline, to.face, to.at);
  });
  const others = wires.filter((p) => !under.includes(p));
  const heavy = others.filter(hot);
  const hair = others.filter((p) => !hot(p));
  const fit = items.filter((i) => i.stage === 'fit');
  const fits = fit.length > 0;

  stage('before');
  stage('off');
  stage('clean');
  inner(work.filter((p) => p.repair.kind === 'foil-pad')).forEach((p) => pin(p, STAGE_WHY.pads));
  inner(work.filter((p) => p.repair.kind === 'bridge')).forEach((p) =>
    pin(p, 'its track is flat copper still: nothing is in the way yet'),
  );
  inner(under).forEach((p) => pin(p, STAGE_WHY.under));
  stage('part');
  const legs = items.filter((i) => i.stage === 'legs');
  const row = (): void => {
    const joints = plans.filter((p) => p.repair.kind === 'leave' || p.repair.kind === 'reflow').length;
    if (fits && joints > 0)
      lines.push({
        kind: 'row',
        id: 'row',
        title: `The row: ${joints} pin${joints === 1 ? '' : 's'} on ${joints === 1 ? 'its pad' : 'their pads'}`,
        why: school === 'legs-first' ? 'the legs hold it square by now' : 'the angle can still be corrected',
        minutes: 8,
      });
  };
  const legWhy =
    school === 'legs-first'
      ? 'legs hold it square while the pins are done'
      : 'last: the angle is right by now';
  const doLegs = (): void =>
    legs.forEach(
      (i) =>
        void lines.push({
          kind: 'item',
          id: i.id,
          title: i.title,
          why: legWhy,
          minutes: i.options[0]?.minutes ?? 4,
        }),
    );
  fit.forEach(item);
  if (!fits)
    inner(work.filter((p) => p.repair.kind === 'reflow')).forEach((p) =>
      pin(p, 'joint by joint, the middle ones first'),
    );
  if (school === 'legs-first') {
    doLegs();
    row();
  } else {
    row();
    doLegs();
  }
  const many = wires.length >= MANY_WIRES;
  let since = 0;
  const wire = (p: PinPlan, why: string): void => {
    if (many && since >= WIRES_TO_A_REST) {
      lines.push({
        kind: 'rest',
        id: `rest ${lines.length}`,
        title: 'Rest your eyes',
        why: 'half an hour of wires is enough at a stretch',
        minutes: 5,
      });
      since = 0;
    }
    since += 1;
    pin(p, why);
  };
  inner(heavy).forEach((p) =>
    wire(p, 'a hot joint on plane or supply: before the hair wires, which its heat would loosen'),
  );
  inner(hair).forEach((p, i) =>
    wire(p, i === 0 ? 'the innermost first: nothing is in the way of the next' : 'from the middle outwards'),
  );
  stage('wires');
  if (work.length > 0 || fits || items.some((i) => i.stage === 'wires' || i.stage === 'part')) {
    lines.push({
      kind: 'ring',
      id: 'ring',
      title: 'Ring every joint, neighbours apart',
      why: 'before the mask: what is under it cannot be mended',
      minutes: 5,
    });
    if (wires.length + work.filter((p) => p.repair.kind === 'bridge').length > 0)
      lines.push({
        kind: 'mask',
        id: 'mask',
        title: 'Mask over wires and joints',
        why: 'after the ring test, before anything moves',
        minutes: 6,
      });
  }
  stage('after');
  return lines;
}
