import { CONNECTOR_FAMILIES } from '../connector/family';
import type { ConnectorFamily } from '../connector/family';
import type { ConnectorPart, PartLand } from '../connector/part';
import { opening } from '../connector/part';
import type { Oblong } from '../geometry/oblong';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { Projective, XY } from '../geometry/projective';
import { compose, project } from '../geometry/projective';
import { edgeField } from './edge-field';
import type { FoundPad, FoundRow } from './find-rows';
import type { LandVerdict } from './judge-lands';
import { judgeLands } from './judge-lands';
import { layPatterns } from './lay-patterns';
import type { Doubt, FoundLand, LikelyPattern } from './found';
import { patternRows } from './pattern-rows';
import type { Pixels } from './pixels';
import type { BoardBox, FlatPiece } from './rectify';
import { rectify } from './rectify';
import type { PartPose, PoseSpread } from './refine-pose';
import { posed, refinePose, rimAnswers, rimsOf } from './refine-pose';
import { edgeWays } from './upright';

export interface ByPattern {
  /** The whole pattern explains what is seen; else its contacts only, and lands beside them are to be looked for one by one. */
  readonly whole: boolean;
  readonly rows: FoundRow[];
  readonly lands: FoundLand[];
  readonly patterns: readonly LikelyPattern[];
  readonly doubts: readonly Doubt[];
}

/** Pixels to a millimetre: for the ways of edges, for laying, and for the last tenths. */
const WAYS_PER_MM = 10;
const [LAYING_PER_MM, LAYING_PIXELS] = [16, 60_000] as const;
const [CLOSE_PER_MM, CLOSE_PIXELS] = [26, 420_000] as const;
/** Places looked at closely. */
const CLOSELY = 10;
/** What a rim met closely says, nats a unit over the middle between right places and wrong ones (measured on drawn pictures). */
const [CLOSE_WEIGHT, CLOSE_MIDDLE, CLOSE_MOST] = [10, 0.6, 3] as const;
/** Two patterns of which one explains so many nats more are this sure e times over: lands of one picture fail together. */
const NATS_EACH = 3;
/**
 * How well the rims of a pattern meet edges, 0 to 1, for it to be the one the board was made for: right ones reach 0.75 to 0.98 on sharp pictures,
 * the best of wrong ones 0.4 to 0.77 (measured on both makers' pictures).
 */
const RIGHT_ONE = 0.75;
/** In a blurred picture all rims answer less: a pattern far ahead of every one that lies elsewhere is taken from this on. */
const BLURRED_ONE = 0.48;
const AHEAD_A_LAND = 2.5;
/** Contacts of a pattern whose legs lie elsewhere are taken from this on, and a leg of it. */
const RIGHT_CONTACTS = 0.8;
const RIGHT_LEG = 0.7;
/** A leg or peg of the right pattern that answers less is not seen. */
const SEEN_LEG = 0.4;
/** Poses of which most lands lie within this are one place, mm. */
const SAME_PLACE_MM = 0.4;

/** Patterns of which so many lands lie at the places of the best are its rivals, and what an answer of 1 is worth between them, nats. */
const RIVAL_SHARE = 0.6;
const RIVAL_WEIGHT = 100;

interface Upright {
  readonly toPhoto: Projective;
  readonly box: BoardBox;
  /** Millimetres of the turned piece, from its corner, to those of the board. */
  readonly toBoard: PartPose;
}

/** The box turned so that most edges of the board stand upright in it. */
function turned(toPhoto: Projective, box: BoardBox, deg: number): Upright {
  const a = (deg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  const [cx, cy] = [box.x + box.width / 2, box.y + box.height / 2];
  const width = Math.abs(c) * box.width + Math.abs(s) * box.height;
  const height = Math.abs(s) * box.width + Math.abs(c) * box.height;
  const back: Projective = [c, -s, cx - c * cx + s * cy, s, c, cy - s * cx - c * cy, 0, 0, 1];
  const [x, y] = [cx - width / 2, cy - height / 2];
  const corner = project(back, { x, y });
  return {
    toPhoto: compose(toPhoto, back),
    box: { x, y, width, height },
    toBoard: { a: c, b: -s, c: s, d: c, x0: corner.x, y0: corner.y },
  };
}

const fineness = (most: number, pixels: number, box: BoardBox): number =>
  Math.min(most, Math.sqrt(pixels / (box.width * box.height)));

/** A second look at the turned piece takes out what a grid of pixels bends. */
function uprightWays(picture: Pixels, toPhoto: Projective, box: BoardBox): number[] {
  const look = (deg: number): number[] => {
    const u = turned(toPhoto, box, deg);
    return edgeWays(rectify(picture, u.toPhoto, u.box, WAYS_PER_MM));
  };
  return look(0).map((deg) => {
    const [more = 0] = look(deg);
    const off = more > 45 ? more - 90 : more;
    return Math.abs(off) < 5 ? deg + off : deg;
  });
}

interface Hypothesis {
  readonly part: ConnectorPart;
  readonly upright: Upright;
  readonly close: FlatPiece;
  readonly pose: PartPose;
  readonly answer: number;
  readonly nats: number;
}

const after = (outer: PartPose, p: PartPose): PartPose => ({
  a: outer.a * p.a + outer.b * p.c,
  b: outer.a * p.b + outer.b * p.d,
  c: outer.c * p.a + outer.d * p.c,
  d: outer.c * p.b + outer.d * p.d,
  x0: outer.a * p.x0 + outer.b * p.y0 + outer.x0,
  y0: outer.c * p.x0 + outer.d * p.y0 + outer.y0,
});

/**
 * Lays the land patterns of known parts on a picture and gives the best of them, each land judged where it lies; `null` when none
 * explains what is seen. Pose, and scale within the spread, are free.
 */
export function readByPattern(
  picture: Pixels,
  toPhoto: Projective,
  box: BoardBox,
  parts: readonly ConnectorPart[],
  spread: PoseSpread,
): ByPattern | null {
  const hypotheses = uprightWays(picture, toPhoto, box)
    .slice(0, 1)
    .flatMap((deg) => laidUpright(picture, turned(toPhoto, box, deg), parts, spread))
    .sort((a, b) => b.nats - a.nats);
  const [best] = hypotheses;
  if (!best) return null;
  const answers = landAnswers(best);
  const right = best.answer >= RIGHT_ONE || farAhead(hypotheses);
  const contacts = best.part.lands.flatMap((l, i) => (l.role === 'contact' ? [answers[i] as number] : []));
  const mean = contacts.reduce((s, v) => s + v, 0) / Math.max(1, contacts.length);
  if (!right && (contacts.length < 4 || mean < RIGHT_CONTACTS)) return null;
  const weights = hypotheses.map((h) => Math.exp((h.nats - best.nats) / NATS_EACH));
  const total = weights.reduce((s, w) => s + w, 0);
  const chances = weights.map((w) => w / total);
  const { lands: verdicts, doubts } = judgeLands(best.close, best.part, best.pose);
  const toBoard = after(best.upright.toBoard, best.pose);
  const least = right ? SEEN_LEG : RIGHT_LEG;
  return {
    whole: right,
    rows: rowsOf(best.part, toBoard, verdicts, firstPinKnown(hypotheses, chances)),
    lands: landsOf(
      toBoard,
      verdicts.filter((_, i) => (answers[i] as number) >= least),
    ),
    patterns: right ? likely(hypotheses, chances) : [],
    doubts,
  };
}

/** How well each land's better rim meets edges: that of its metal, or of its hole. */
function landAnswers({ part, close, pose }: Hypothesis): number[] {
  const field = edgeField(close);
  return part.lands.map((l) => Math.max(...rimAnswers(field, rimsOf({ lands: [l] }), pose)));
}

/** Whether the best pattern is far ahead of all that lie elsewhere. */
function farAhead(hypotheses: readonly Hypothesis[]): boolean {
  const [best] = hypotheses;
  if (!best || best.answer < BLURRED_ONE) return false;
  const mine = placesOf(best);
  const elsewhere = hypotheses.find((h) => sharedPlaces(mine, placesOf(h)) < 0.5);
  return best.nats - (elsewhere?.nats ?? 0) >= AHEAD_A_LAND * best.part.lands.length;
}

function laidUpright(
  picture: Pixels,
  upright: Upright,
  parts: readonly ConnectorPart[],
  spread: PoseSpread,
): Hypothesis[] {
  const piece = rectify(
    picture,
    upright.toPhoto,
    upright.box,
    fineness(LAYING_PER_MM, LAYING_PIXELS, upright.box),
  );
  const laid = layPatterns(edgeField(piece), parts).slice(0, CLOSELY);
  const close = rectify(
    picture,
    upright.toPhoto,
    upright.box,
    fineness(CLOSE_PER_MM, CLOSE_PIXELS, upright.box),
  );
  const field = edgeField(close);
  const found = laid.map(({ part, pose: begin, score }): Hypothesis => {
    const pose = refinePose(field, part, begin, spread);
    const { answer, nats } = closeAnswer(field, part, pose);
    return { part, upright, close, pose, answer, nats: score + nats };
  });
  const [best] = [...found].sort((a, b) => b.nats - a.nats);
  if (!best) return found;
  // Patterns at one place are told apart by how well their rims fit on the whole: the one with more lands has more to gain by chance.
  const mine = placesOf(best);
  const rivals = found.filter((h) => h.nats > best.nats / 2 && sharedPlaces(mine, placesOf(h)) > RIVAL_SHARE);
  if (rivals.length < 2) return found;
  const sharp = edgeField(close, false);
  const answers = new Map(rivals.map((h) => [h, closeAnswer(sharp, h.part, h.pose).answer + h.answer]));
  const most = Math.max(...answers.values());
  return found.map((h) => {
    const answer = answers.get(h);
    return answer === undefined ? h : { ...h, nats: h.nats - (most - answer) * RIVAL_WEIGHT };
  });
}

/** Where the lands of a laid pattern lie on the board. */
const placesOf = (h: Hypothesis): XY[] =>
  h.part.lands.map((l) => posed(after(h.upright.toBoard, h.pose), l.at));

/** Share of places that have one of the others near. */
const sharedPlaces = (mine: readonly XY[], theirs: readonly XY[]): number =>
  mine.filter((p) => theirs.some((q) => Math.hypot(p.x - q.x, p.y - q.y) < SAME_PLACE_MM)).length /
  mine.length;

/** How well the rims of a part meet edges at a pose, 0 to 1, and what that says for it, nats. */
function closeAnswer(
  field: ReturnType<typeof edgeField>,
  part: ConnectorPart,
  pose: PartPose,
): { readonly answer: number; readonly nats: number } {
  const rims = rimsOf(part);
  const answers = rimAnswers(field, rims, pose);
  const weight = rims.reduce((s, r) => s + r.weight, 0);
  let [sum, nats] = [0, 0];
  rims.forEach((r, i) => {
    const v = answers[i] as number;
    sum += r.weight * v;
    nats += r.weight * Math.max(-CLOSE_MOST, Math.min(CLOSE_MOST, CLOSE_WEIGHT * (v - CLOSE_MIDDLE)));
  });
  return { answer: sum / weight, nats };
}

/** Parts by name, each with the chances of all its places together. */
function likely(hypotheses: readonly Hypothesis[], chances: readonly number[]): LikelyPattern[] {
  const byPart = new Map<string, { name: string; chance: number }>();
  hypotheses.forEach((h, i) => {
    const known = byPart.get(h.part.id);
    byPart.set(h.part.id, {
      name: h.part.name,
      chance: (known?.chance ?? 0) + (chances[i] as number),
    });
  });
  return [...byPart]
    .map(([partId, p]) => ({ partId, ...p }))
    .filter((p) => p.chance >= 0.02)
    .sort((a, b) => b.chance - a.chance)
    .slice(0, 3);
}

/** Chance from which on another way of numbering the same pads is asked about. */
const DOUBTED = 0.1;
const SAME_PAD_MM = 0.25;

/** Whether every pattern that comes into question numbers the pads the same way. */
function firstPinKnown(hypotheses: readonly Hypothesis[], chances: readonly number[]): boolean {
  const [best] = hypotheses;
  if (!best) return false;
  const placed = (h: Hypothesis): { number: string; at: { x: number; y: number } }[] => {
    const toBoard = after(h.upright.toBoard, h.pose);
    return h.part.lands
      .filter((l) => l.role === 'contact')
      .map((l) => ({ number: l.numbers[0] ?? '', at: posed(toBoard, l.at) }));
  };
  const mine = placed(best);
  let against = 0;
  hypotheses.forEach((h, i) => {
    const theirs = placed(h);
    const [same, other] = [0, 0].map((_, k) => {
      let n = 0;
      for (const t of theirs) {
        const m = mine.find((p) => Math.hypot(p.at.x - t.at.x, p.at.y - t.at.y) < SAME_PAD_MM);
        if (m && (m.number === t.number) === (k === 0)) n += 1;
      }
      return n;
    }) as [number, number];
    if (other > same) against += chances[i] as number;
  });
  return against < DOUBTED;
}

const numberOf = (l: PartLand): string => l.numbers.join('/');
const turnedBy = (o: Oblong, p: PartPose): number => o.directionDeg + (Math.atan2(p.c, p.a) * 180) / Math.PI;

function rowsOf(
  part: ConnectorPart,
  toBoard: PartPose,
  verdicts: readonly LandVerdict[],
  numbered: boolean,
): FoundRow[] {
  const at = (l: PartLand): BoardPoint => {
    const p = posed(toBoard, l.at);
    return boardPoint(p.x, p.y);
  };
  return patternRows(part).flatMap(({ lands: along, alongX }): FoundRow[] => {
    // From the lower number to the higher, as a row is counted.
    const digits = (l: PartLand | undefined): number => Number((l?.numbers[0] ?? '').replace(/\D/gu, ''));
    const lands = digits(along[0]) > digits(along.at(-1)) ? along.toReversed() : along;
    const [first, last] = [lands[0], lands.at(-1)];
    if (!first || !last) return [];
    const places = lands.map(at);
    const [from, to] = [places[0] as BoardPoint, places.at(-1) as BoardPoint];
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    const way = long > 0 ? { x: (to.x - from.x) / long, y: (to.y - from.y) / long } : { x: 1, y: 0 };
    const offsets = places.map((p) => (p.x - from.x) * way.x + (p.y - from.y) * way.y);
    const steps = offsets.slice(1).map((o, i) => o - (offsets[i] as number));
    const pitch = steps.length > 0 ? [...steps].sort((a, b) => a - b)[Math.floor((steps.length - 1) / 2)] : 1;
    const pitchMm = pitch !== undefined && pitch > 0.1 ? pitch : 1;
    const uneven = offsets.some((o, i) => Math.abs(o - i * pitchMm) > 0.04);
    const pads = lands.map((l, i): FoundPad => {
      const v = verdicts.find((w) => w.land === l);
      const lying = Math.abs(Math.cos((l.copper.directionDeg * Math.PI) / 180)) > Math.SQRT1_2;
      const { lengthMm, widthMm } = l.copper;
      return {
        at: places[i] as BoardPoint,
        state: stateOf(v?.torn),
        sizeMm: lying === alongX ? [lengthMm, widthMm] : [widthMm, lengthMm],
        holeMm: l.hole ? l.hole.widthMm : null,
        number: numbered ? numberOf(l) : null,
        chance: v?.chance ?? 0.5,
      };
    });
    return [
      {
        pads,
        directionDeg: (Math.atan2(way.y, way.x) * 180) / Math.PI,
        pitchMm,
        pitchSigmaMm: 0.03 / Math.max(1, lands.length - 1),
        offsetsMm: uneven ? offsets : null,
        family: isConnectorFamily(part.family) ? part.family : null,
      },
    ];
  });
}

const stateOf = (torn: boolean | null | undefined): 'torn' | 'present' | 'unsure' =>
  torn === true ? 'torn' : torn === false ? 'present' : 'unsure';

const isConnectorFamily = (f: string): f is ConnectorFamily =>
  f !== 'other' && (CONNECTOR_FAMILIES as readonly string[]).includes(f);

function landsOf(toBoard: PartPose, verdicts: readonly LandVerdict[]): FoundLand[] {
  return verdicts
    .filter((v) => v.land.role !== 'contact')
    .map(({ land, torn, filled, chance }): FoundLand => {
      const p = posed(toBoard, land.at);
      const shape = opening(land);
      return {
        at: boardPoint(p.x, p.y),
        fixing: land.role === 'peg' ? 'peg' : land.hole ? 'through-hole' : 'surface',
        state: land.role === 'peg' ? 'present' : stateOf(torn),
        filled,
        slot: { widthMm: shape.widthMm, lengthMm: shape.lengthMm, directionDeg: turnedBy(shape, toBoard) },
        chance,
      };
    });
}
