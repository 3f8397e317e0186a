import type { ConnectorPart, PartLand } from '../connector/part';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { Projective } from '../geometry/projective';
import type { EdgeField } from './edge-field';
import { edgeField } from './edge-field';
import type { FoundLand } from './found';
import { judgeLands } from './judge-lands';
import type { Look } from './land-looks';
import { lookAlongRim, lookAtLand } from './land-looks';
import type { Leg, LegPair } from './leg-pairs';
import { grown, HERE, landOf, meanOf, oblong, outlineAnswer, slide, STEPS_MM, surePairs } from './leg-pairs';
import type { MirrorAxis } from './mirror-axis';
import type { OutlineShape } from './mirror-pairs';
import { mirrorPairs } from './mirror-pairs';
import type { Pixels } from './pixels';
import type { BoardBox, FlatPiece } from './rectify';
import { rectify } from './rectify';
import type { PartPose } from './refine-pose';
import { posed } from './refine-pose';
import type { FoundPad } from './row-on-line';
import { turned } from './upright-box';

/** Pixels to a millimetre, and most of them: for finding pairs, and for their sizes. */
const [FINDING_PER_MM, FINDING_PIXELS] = [16, 85_000] as const;
const [CLOSE_PER_MM, CLOSE_PIXELS] = [26, 420_000] as const;
/** No further than this from the middle of its contacts stands what holds a port, mm. */
const AROUND_MM = 9;
/** Copper round a hole is so wide, mm; a rim that answers this share of the other is one. */
const RINGS = [0.2, 0.25, 0.3, 0.35, 0.4, 0.45, 0.5, 0.6, 0.7] as const;
const RIM_SHARE = 0.8;
/** A hole is no narrower than this, mm. */
const LEAST_HOLE_MM = 0.4;
/** A hole without a ring is a peg's where it is no wider than this, mm, nor so many times as long as wide. */
const [WIDEST_PEG_MM, LONGEST_PEG] = [2.2, 1.5] as const;

/** What a pair with round rims is made of, and where: a ring and its hole, or the hole of a peg. */
interface RoundPair {
  readonly copper: OutlineShape;
  readonly hole: OutlineShape;
  readonly peg: boolean;
  readonly legs: readonly Leg[];
}

/** A band just within a rim, and the mask further off, mm from it. */
const [WITHIN, AROUND] = [
  [-0.1, -0.16],
  [0.75, 0.9],
] as const;
/** The middle of a ring, shares of its width from its hole. */
const BAND = [0.5, 0.7] as const;
/** Two bands that differ by more than this are of two materials; metal is darker than that of the contacts by less than this, logarithms. */
const [UNLIKE, AS_METAL] = [0.3, 0.55] as const;
/** A ring that is full to its brim shows no hole: it is taken to be so wide, mm. */
const FULL_RING_MM = 0.25;

const unlike = (a: Look, b: Look): number =>
  Math.hypot(a.light - b.light, a.tan - b.tan, 2 * (a.green - b.green));

/** Of the two of a pair the one that shows more of it. */
const most = (values: readonly number[]): number => Math.max(...values, -Infinity);
const least = ({ wide, high }: OutlineShape): number => Math.min(wide, high);

/** Rings that have one of their rims, or their middle, where a rim was found: the one whose two rims meet edges best. */
function bestRing(field: EdgeField, { shape, legs }: LegPair): RoundPair | null {
  const rings = RINGS.flatMap((mm) =>
    [0, mm / 2, mm].map((out) => ({ copper: grown(shape, out), hole: grown(shape, out - mm) })),
  ).filter(({ hole }) => least(hole) >= LEAST_HOLE_MM);
  let best: RoundPair | null = null;
  for (const { copper, hole } of rings) {
    const answerAt = (at: Leg['at']): number =>
      (outlineAnswer(field, at, copper) + outlineAnswer(field, at, hole)) / 2;
    const slid = legs.map((l) => slide(answerAt, l.at, STEPS_MM));
    if (!best || sumOfLegs(slid) > sumOfLegs(best.legs)) best = { copper, hole, peg: false, legs: slid };
  }
  return best;
}

const sumOfLegs = (legs: readonly Leg[]): number => legs.reduce((sum, l) => sum + l.answer, 0);

/**
 * The copper and the hole of a pair with round rims: a ring where two rims meet edges with metal between them; a peg's hole where it is dark
 * within the rim; else a ring that is full of solder to its brim.
 * @param metal light of the contacts' metal, logarithm
 */
function roundPair(flat: FlatPiece, field: EdgeField, pair: LegPair, metal: number): RoundPair {
  const { shape, legs } = pair;
  const ring = bestRing(field, pair);
  const isMetal = (r: RoundPair): boolean => {
    const width = (least(r.copper) - least(r.hole)) / 2;
    const there = r.legs.map((l) => {
      const band = lookAlongRim(flat, HERE, l.at, oblong(r.hole), [BAND[0] * width, BAND[1] * width]);
      const mask = lookAlongRim(flat, HERE, l.at, oblong(r.copper), AROUND);
      return band && mask && band.light > metal - AS_METAL ? unlike(band, mask) : 0;
    });
    return most(there) > UNLIKE;
  };
  if (ring && sumOfLegs(ring.legs) >= RIM_SHARE * sumOfLegs(legs) && isMetal(ring)) return ring;
  const within = most(
    legs.map((l) => lookAlongRim(flat, HERE, l.at, oblong(shape), WITHIN)?.light ?? -Infinity),
  );
  const long = Math.max(shape.wide, shape.high);
  if (within < metal - AS_METAL && long <= WIDEST_PEG_MM && long < LONGEST_PEG * least(shape))
    return { copper: shape, hole: shape, peg: true, legs };
  const width = Math.min(FULL_RING_MM, (least(shape) - LEAST_HOLE_MM) / 2);
  return { copper: shape, hole: grown(shape, -width), peg: false, legs };
}

/** Pairs further than this to the one side or the other of the contacts are on that side, mm. */
const ASIDE_MM = 2;

/** A port opens to one side of its contacts, and what holds it stands there or beside them: pairs on the side of fewer are of other parts. */
function ofOneSide(pairs: readonly LegPair[], pads: readonly { readonly y: number }[]): readonly LegPair[] {
  if (pads.length === 0) return pairs;
  const ys = pads.map((p) => p.y);
  const sideOf = ({ legs: [{ at }] }: LegPair): number =>
    at.y > Math.max(...ys) + ASIDE_MM ? 1 : at.y < Math.min(...ys) - ASIDE_MM ? -1 : 0;
  const weight = (side: number): number =>
    pairs.filter((p) => sideOf(p) === side).reduce((sum, p) => sum + meanOf(p), 0);
  const [down, up] = [weight(1), weight(-1)];
  if (down === up) return pairs.filter((p) => sideOf(p) === 0);
  const wrong = down > up ? -1 : 1;
  return pairs.filter((p) => sideOf(p) !== wrong);
}

/** A piece cut out round the axis, its row lying level; what lies in it, in its own millimetres. */
interface AxisPiece {
  readonly toPhoto: Projective;
  readonly box: BoardBox;
  readonly toBoard: PartPose;
  readonly fromBoard: (p: BoardPoint) => { readonly x: number; readonly y: number };
}

function roundAxis(toPhoto: Projective, { middle, directionDeg }: MirrorAxis): AxisPiece {
  const side = 2 * AROUND_MM;
  const box: BoardBox = { x: middle.x - AROUND_MM, y: middle.y - AROUND_MM, width: side, height: side };
  const all = turned(toPhoto, box, directionDeg);
  const corner = posed(all.toBoard, { x: box.x - all.box.x, y: box.y - all.box.y });
  const toBoard: PartPose = { ...all.toBoard, x0: corner.x, y0: corner.y };
  const { a, b, c, d, x0, y0 } = toBoard;
  const det = a * d - b * c;
  return {
    toPhoto: all.toPhoto,
    box,
    toBoard,
    fromBoard: (p) => ({
      x: (d * (p.x - x0) - b * (p.y - y0)) / det,
      y: (a * (p.y - y0) - c * (p.x - x0)) / det,
    }),
  };
}

const asContact = (p: FoundPad, at: { readonly x: number; readonly y: number }): PartLand => {
  const [wide, high] = p.sizeMm;
  const hole = p.holeMm === null ? null : { round: true, wide: p.holeMm, high: p.holeMm };
  return { ...landOf(at, { round: hole !== null, wide, high }, hole), role: 'contact' };
};

/** The legs and pegs of pairs, each with its copper and hole. */
function landsOfPairs(
  close: FlatPiece,
  field: EdgeField,
  pairs: readonly LegPair[],
  contacts: readonly PartLand[],
): PartLand[] {
  const lights = contacts.flatMap((c) => lookAtLand(close, HERE, c).land?.light ?? []).sort((a, b) => a - b);
  const metal = lights[Math.floor(lights.length / 2)] ?? USUAL_METAL;
  return pairs.flatMap((pair) => {
    const round = pair.shape.round ? roundPair(close, field, pair, metal) : null;
    return (round ?? pair).legs.map((l): PartLand => ({
      ...landOf(l.at, round?.copper ?? pair.shape, round?.hole ?? null),
      role: round?.peg ? 'peg' : 'leg',
    }));
  });
}
/** Light of metal where no contact shows any, logarithm of levels. */
const USUAL_METAL = 5;

/** What holds a port, and how much speaks for its axis: for each pair how well its outlines meet edges. */
export interface MirrorLegs {
  readonly lands: FoundLand[];
  readonly worth: number;
}

/**
 * What holds a port, found from the middle of its contacts: legs, slots and pegs stand in mirror pairs about it, both of one size. Pairs whose
 * outlines meet edges on both sides are given, each land judged where it lies; none where nothing stands so.
 * @param contacts pads that were found, which show what metal looks like here; those of the axis are looked for no more
 */
export function mirrorLegs(
  picture: Pixels,
  toPhoto: Projective,
  axis: MirrorAxis,
  contacts: readonly FoundPad[],
): MirrorLegs {
  const { toPhoto: upright, box, toBoard, fromBoard } = roundAxis(toPhoto, axis);
  const fineness = (most: number, pixels: number): number =>
    Math.min(most, Math.sqrt(pixels / (box.width * box.height)));
  const taken = axis.pads.map((p) => ({ ...fromBoard(p.at), wide: p.sizeMm[0], high: p.sizeMm[1] }));
  const piece = rectify(picture, upright, box, fineness(FINDING_PER_MM, FINDING_PIXELS));
  const found = mirrorPairs(edgeField(piece), AROUND_MM, taken);
  const close = rectify(picture, upright, box, fineness(CLOSE_PER_MM, CLOSE_PIXELS));
  const field = edgeField(close);
  const pairs = ofOneSide(surePairs(field, AROUND_MM, found), taken);
  const known = contacts.map((p) => asContact(p, fromBoard(p.at)));
  const part: Pick<ConnectorPart, 'lands'> = {
    lands: [...known, ...landsOfPairs(close, field, pairs, known)],
  };
  const lands = judgeLands(close, part, HERE)
    .lands.filter(({ land }) => land.role !== 'contact')
    .map(({ land, torn, filled, chance }): FoundLand => {
      const at = posed(toBoard, land.at);
      const { widthMm, lengthMm, directionDeg } = land.hole ?? land.copper;
      const state = torn === null ? 'unsure' : torn ? 'torn' : 'present';
      return {
        at: boardPoint(at.x, at.y),
        fixing: land.role === 'peg' ? 'peg' : land.hole ? 'through-hole' : 'surface',
        state: land.role === 'peg' ? 'present' : state,
        filled,
        slot: { widthMm, lengthMm, directionDeg: directionDeg + axis.directionDeg },
        chance,
      };
    });
  return { lands, worth: pairs.reduce((sum, p) => sum + meanOf(p), 0) };
}
