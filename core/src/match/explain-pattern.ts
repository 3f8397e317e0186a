import { crossingDeg } from '../geometry/oblong';
import type { DimensionAnswer, ObservedPattern } from './observed';
import type { Placement } from './assign-lands';
import type { PackedPattern } from './packed-pattern';
import type { ConnectorPart, PartLand } from '../connector/part';
import { opening } from '../connector/part';
import { kindCost, STRAY_COST } from './place-pattern';
import { ROLE_CODE, SURFACE, THROUGH } from './part-library';
import { partDimensions } from './part-dimensions';

/** How well a part placed so explains what is seen, in nats; only differences between parts mean anything. */
export interface Explanation {
  readonly placement: Placement;
  readonly logLikelihood: number;
  /** The same if the board was made for a part like this one, but not this one. */
  readonly logOfAlike: number;
  readonly strays: number;
}

/** Boards are laid out with lands a little other than the drawing asks, mm, one standard deviation (common practice). */
const LAID_OUT_MM = 0.03;
/**
 * A part of the same kind by another maker has its contacts in the same places, but legs and pegs elsewhere by about this much, mm, one standard
 * deviation (common practice).
 */
const ALIKE_MM = 0.4;
/** Left and right are mirror images, so only half of what legs could do is free. */
const FREE_SHARE = 0.5;
/** A leg or peg more or less than the known part has, and a hole of another size, nats: makers differ in these (common practice). */
const OTHER_LEG = 2;
const OTHER_SHAPE = 1.5;
/** Places of a part that are still seen on the board, as a beta distribution: mean three quarters, wide (common practice). */
const LEFT: Readonly<Record<PartLand['role'], readonly [number, number]>> = {
  contact: [3, 1],
  leg: [3, 1],
  peg: [1.5, 1],
};
const MOST_SHAPE_COST = 8;
const AGREES = Math.log(0.97);
const DISAGREES = Math.log(0.03);
/** A count or a word answered wrongly once in fifty. */
const SLIP = Math.log(0.02);

/** ln of the gamma function by Stirling's series, good to 1e-8 from 1 on. */
function logGamma(v: number): number {
  let shift = 0;
  let x = v;
  while (x < 8) {
    shift -= Math.log(x);
    x += 1;
  }
  return (
    shift + (x - 0.5) * Math.log(x) - x + 0.5 * Math.log(2 * Math.PI) + 1 / (12 * x) - 1 / (360 * x ** 3)
  );
}
const logBeta = (a: number, b: number): number => logGamma(a) + logGamma(b) - logGamma(a + b);

/** ln of the chance that just these places are left, when so many are left and so many gone. */
export function logLeft([a, b]: readonly [number, number], left: number, gone: number): number {
  return logBeta(left + a, gone + b) - logBeta(a, b);
}

function shapeCost(seen: PackedPattern, o: number, land: PartLand, turned: number): number {
  const length = seen.lengthMm[o] as number;
  if (Number.isNaN(length)) return 0;
  const shape = opening(land);
  const s2 = (seen.shapeSigma[o] as number) ** 2 + LAID_OUT_MM ** 2;
  let cost = ((length - shape.lengthMm) ** 2 + ((seen.widthMm[o] as number) - shape.widthMm) ** 2) / (2 * s2);
  const direction = seen.directionDeg[o] as number;
  const longer = shape.lengthMm - shape.widthMm;
  if (!Number.isNaN(direction) && longer > 0.1) {
    const mine = { lengthMm: 2, widthMm: 1, directionDeg: direction + turned };
    const off = (crossingDeg(mine, shape) * Math.PI) / 180;
    const spread = Math.hypot(Math.atan2(2 * Math.sqrt(s2), longer), 0.03);
    cost += off ** 2 / (2 * spread ** 2);
  }
  return Math.min(cost, MOST_SHAPE_COST);
}

/** What the answers taken by hand say of a part, nats. */
function answersCost(part: ConnectorPart, answers: readonly DimensionAnswer[]): number {
  if (answers.length === 0) return 0;
  const dimensions = partDimensions(part);
  return answers.reduce((sum, a) => {
    const d = dimensions.get(a.key);
    const value = d?.value ?? null;
    if (value === null || a.value === null) return sum + (value === a.value ? 0 : -SLIP);
    if (d?.counted === true) return sum + (value === a.value ? 0 : -SLIP);
    return sum + Math.min((value - a.value) ** 2 / (2 * (a.sigmaMm ** 2 + LAID_OUT_MM ** 2)), 12);
  }, 0);
}

/** What is known around the pattern, against the part: family, count, stance, narrow side, where the board ends, nats. */
function aroundCost(
  part: ConnectorPart,
  pattern: ObservedPattern,
  placement: Placement,
  seen: PackedPattern,
): number {
  let cost = answersCost(part, pattern.answers);
  if (pattern.families && !pattern.families.includes(part.family)) cost -= 2 * SLIP;
  if (pattern.contacts !== null) {
    const places = part.lands.filter((l) => l.role === 'contact').length;
    if (places !== pattern.contacts) cost -= SLIP;
  }
  if (pattern.stance && part.stance && pattern.stance !== part.stance) cost -= SLIP;
  if (pattern.narrowSide && part.narrowSide && pattern.narrowSide !== part.narrowSide) cost -= SLIP;
  const gap = boardEnd(part, pattern, placement, seen);
  if (gap) {
    if (!gap.towards) cost -= SLIP;
    else if (part.edgeMm !== null)
      cost += Math.min((gap.mm - part.edgeMm) ** 2 / (2 * (0.4 ** 2 + gap.sigmaMm ** 2)), 4);
  }
  return cost;
}

/** Where the board ends as this placement has it: along the mouth from the middle of the contacts, mm. `null` when either is not known. */
export function boardEnd(
  part: ConnectorPart,
  { edge }: Pick<ObservedPattern, 'edge'>,
  placement: Placement,
  seen: Pick<PackedPattern, 'centre'>,
): { readonly mm: number; readonly sigmaMm: number; readonly towards: boolean } | null {
  if (!edge || part.mouthDeg === null) return null;
  const contacts = part.lands.filter((l) => l.role === 'contact');
  if (contacts.length === 0) return null;
  const flip = placement.mirrored ? -1 : 1;
  const onPart = ({ x, y }: { x: number; y: number }): { x: number; y: number } => {
    const [u, v] = [flip * (x - seen.centre.x), y - seen.centre.y];
    return {
      x: placement.cos * u - placement.sin * v + placement.dx,
      y: placement.sin * u + placement.cos * v + placement.dy,
    };
  };
  const [a, b] = [onPart(edge.a), onPart(edge.b)];
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (!(long > 0)) return null;
  const middle = {
    x: contacts.reduce((s, c) => s + c.at.x, 0) / contacts.length,
    y: contacts.reduce((s, c) => s + c.at.y, 0) / contacts.length,
  };
  const normal = { x: (b.y - a.y) / long, y: -(b.x - a.x) / long };
  const off = (a.x - middle.x) * normal.x + (a.y - middle.y) * normal.y;
  const way = (part.mouthDeg * Math.PI) / 180;
  const facing = (Math.cos(way) * normal.x + Math.sin(way) * normal.y) * Math.sign(off);
  return { mm: Math.abs(off), sigmaMm: edge.sigmaMm, towards: facing > 0.7 };
}

/** Weighs one placement of a part. */
export function explain(
  part: ConnectorPart,
  pattern: ObservedPattern,
  seen: PackedPattern,
  placement: Placement,
): Explanation {
  const turned = (Math.atan2(placement.sin, placement.cos) * 180) / Math.PI;
  let cost = 0;
  let alike = 0;
  let strays = 0;
  const left = { contact: 0, leg: 0, peg: 0 };
  placement.lands.forEach((l, o) => {
    const land = part.lands[l];
    if (l < 0 || !land) {
      strays += 1;
      cost += STRAY_COST;
      alike += seen.features[o]?.role === 'contact' ? STRAY_COST : OTHER_LEG;
      return;
    }
    left[land.role] += 1;
    const r2 = (placement.offX[o] as number) ** 2 + (placement.offY[o] as number) ** 2;
    const s2 = (seen.sigma[o] as number) ** 2;
    const code = ROLE_CODE[land.role] | (land.hole ? THROUGH : SURFACE);
    const kind = kindCost(seen.code[o] as number, code);
    const shape = shapeCost(seen, o, land, turned);
    const exact = Math.min(r2 / (2 * s2), STRAY_COST);
    cost += exact + kind + shape;
    const wide = s2 + ALIKE_MM ** 2;
    const free =
      FREE_SHARE * (r2 / (2 * wide) + Math.log(wide / s2)) + (1 - FREE_SHARE) * Math.min(1, r2 / (2 * s2));
    alike +=
      kind +
      (land.role === 'contact' ? exact + shape : Math.min(free, STRAY_COST) + Math.min(shape, OTHER_SHAPE));
    const wired = seen.features[o]?.wired ?? null;
    if (wired && wired !== 'unknown' && land.function !== 'unknown') {
      const said = wired === land.function ? -AGREES : -DISAGREES;
      cost += said;
      alike += said;
    }
  });
  const all = { contact: 0, leg: 0, peg: 0 };
  for (const l of part.lands) if (!placement.mirrored || l.hole) all[l.role] += 1;
  for (const role of ['contact', 'leg', 'peg'] as const) {
    const gone = Math.max(0, all[role] - left[role]);
    const missing = -logLeft(LEFT[role], left[role], gone);
    cost += missing;
    alike += role === 'contact' ? missing : Math.min(missing, OTHER_LEG);
  }
  const around = aroundCost(part, pattern, placement, seen);
  return { placement, logLikelihood: -cost - around, logOfAlike: -alike - around, strays };
}
