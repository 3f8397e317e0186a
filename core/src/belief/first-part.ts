import type { ComponentKind } from '../board/board';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup } from '../connector/pin-function';
import type { XY } from '../geometry/projective';
import type { LandingChances } from './landing-chances';
import type { Orientation, TraceScene } from './trace-scene';

/** Parts stand this near without being any less likely, mm. */
export const NEAR_MM = 3.5;
/** Half a millimetre nearer makes an end of a part the port's side nearly for certain. */
const PORT_SIDE_MM = 0.25;
/**
 * How often a part is laid the other way round all the same: one in its line, and one to ground, which has no side that looks to the port of
 * itself (counted on made-up boards: 7 and 21 of 100 at the most; a judgement, since whoever laid those had a habit too).
 */
const TURNED = 0.07;
const TURNED_TO_GROUND = 0.2;
/** Parts that stand in a line have a side that looks to the port; those that stand beside it (to ground) are laid either way round. */
export const IN_LINE: readonly (ComponentKind | 'point')[] = [
  'resistor',
  'resistor-array',
  'fuse',
  'bead',
  'inductor',
  'choke',
];

/** How far a point is from the nearest of a line's pads, mm. */
const reach = (scene: TraceScene, pads: readonly number[], point: number): number =>
  Math.min(...pads.map((pad) => scene.span(pad, point)));

/** Chance that an end of a two-ended part is the one that looks to the pads; 1 for any other point. */
export function portSide(scene: TraceScene, f: PinFunction, pads: readonly number[], site: number): number {
  const other = scene.partner[site] ?? -1;
  if (other < 0 || pads.length === 0) return 1;
  if (!IN_LINE.includes(scene.kinds[site] ?? 'other')) return 0.5;
  const nearer = (reach(scene, pads, other) - reach(scene, pads, site)) / PORT_SIDE_MM;
  const turned = functionGroup(f) === 'configuration' ? TURNED_TO_GROUND : TURNED;
  return turned + (1 - turned) / (1 + Math.exp(-nearer));
}

/** A pull-up of 1.5 kohm tells a full-speed device's D+ (USB 2.0, from memory); a low-speed device has it on D-, and is rare. */
export const isPullUp = (ohms: number | null): boolean => ohms !== null && ohms > 1400 && ohms < 1600;
const PULL_UP_OHMS = 1500;
/** A pull-up is no first part of a line; a mark may be misread. */
const WRONG_MARK = 0.05;

/** What a resistor's mark makes of it as the first part of a line. */
function markFits(group: string, ohms: number | null): number {
  if (ohms === null) return 1;
  // 4.7 kohm is met everywhere, and now and then in the place of 5.1.
  if (group === 'configuration')
    return ohms > 4850 && ohms < 5700 ? 1 : ohms > 4600 && ohms < 4850 ? 0.2 : WRONG_MARK;
  return group === 'data' && isPullUp(ohms) ? WRONG_MARK : 1;
}

/** A chip of many legs is one part: its legs share what speaks for it, from this many on. */
const FEW_LEGS = 4;
const legShare = (scene: TraceScene, site: number): number => {
  const p = scene.points[site];
  return p?.owner === 'terminal' ? Math.max(1, p.component.terminals.length / FEW_LEGS) : 1;
};

/** Of a part of three legs the one that stands alone is what the other two lead to: a dual diode's common end, seldom an input (common practice). */
const LONE_LEG: Readonly<Partial<Record<ComponentKind | 'point', number>>> = {
  'dual-diode': 0.1,
  'three-legged': 0.4,
};

function loneLeg(scene: TraceScene, group: string, site: number): number {
  const p = scene.points[site];
  const share = LONE_LEG[scene.kinds[site] ?? 'other'];
  if (
    group !== 'supply' ||
    share === undefined ||
    p?.owner !== 'terminal' ||
    p.component.terminals.length !== 3
  )
    return 1;
  const [one, two] = p.component.terminals.filter((t) => t.id !== p.id);
  if (!one || !two) return 1;
  const mm = (a: XY, b: XY): number => Math.hypot(a.x - b.x, a.y - b.y);
  const between = mm(one.at, two.at);
  return mm(p.at, one.at) > between && mm(p.at, two.at) > between ? share : 1;
}

/** What tells for or against a site as the first part of a line. */
export interface LandingTraits {
  readonly group: string;
  readonly kind: ComponentKind | 'point';
  /** How much further from the port than parts of an input stage mostly stand, mm. */
  readonly overMm: number;
  /** Log chance by its mark and by which of three legs it is. */
  readonly mark: number;
  /** Log of how many legs share what speaks for their chip. */
  readonly legs: number;
  /** Log chance that it is the end which looks to the port. */
  readonly side: number;
}

/** @param pullUps ends of resistors that were measured as pull-ups */
export function landingTraits(
  scene: TraceScene,
  o: Orientation,
  f: PinFunction,
  site: number,
  pullUps: ReadonlySet<number>,
): LandingTraits {
  const pads = o.padsOf.get(f) ?? [];
  const group = functionGroup(f) === 'data' && o.joined ? 'joined' : functionGroup(f);
  const ohms = pullUps.has(site) ? PULL_UP_OHMS : (scene.marked[site] ?? null);
  return {
    group,
    kind: scene.kinds[site] ?? 'other',
    overMm: Math.max(0, reach(scene, pads, site) - NEAR_MM),
    mark: Math.log(markFits(group, ohms) * loneLeg(scene, group, site)),
    legs: Math.log(legShare(scene, site)),
    side: Math.log(portSide(scene, f, pads, site)),
  };
}

/** Log weight of a site with these traits as the first part of its line. */
export const landingLog = (t: LandingTraits, chances: LandingChances): number =>
  (chances.first[t.group]?.[t.kind] ?? chances.rare) +
  (chances.perMm[t.group] ?? chances.perMm.other) * t.overMm +
  chances.mark * t.mark -
  chances.legs * t.legs +
  chances.side * t.side;
