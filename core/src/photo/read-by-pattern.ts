import { CONNECTOR_FAMILIES } from '../connector/family';
import type { ConnectorFamily } from '../connector/family';
import type { ConnectorPart, PartLand } from '../connector/part';
import { opening } from '../connector/part';
import type { Oblong } from '../geometry/oblong';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { Projective, XY } from '../geometry/projective';
import { compose, project } from '../geometry/projective';
import type { EdgeField } from './edge-field';
import { edgeField } from './edge-field';
import type { FoundPad, FoundRow } from './find-rows';
import type { LandVerdict } from './judge-lands';
import { judgeLands } from './judge-lands';
import type { SeenOutline } from './lay-patterns';
import { layPatterns } from './lay-patterns';
import type { Doubt, FoundLand, LikelyPattern, ReadingHint } from './found';
import { patternRows } from './pattern-rows';
import type { Pixels } from './pixels';
import type { BoardBox, FlatPiece } from './rectify';
import { rectify } from './rectify';
import type { PartPose, PoseSpread } from './refine-pose';
import { posed, refinePose, rimAnswers, rimsOf, turnOf } from './refine-pose';
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
/** Outlines like those of legs among its lands that are not of it: so many may be dirt or print, and so many where it fits very well. */
const [STRANGE, STRANGE_IN_SURE, SURE_ONE] = [1, 2, 0.85] as const;
/** In a blurred picture all rims answer less: a pattern far ahead of every one that lies elsewhere is taken from this on. */
const BLURRED_ONE = 0.48;
const AHEAD_A_LAND = 2.5;
/** Where the hand pointed at it, it is taken from this on. */
const POINTED_ONE = 0.65;
/** Contacts of a pattern whose legs lie elsewhere are taken from this on, and a leg of it. */
const RIGHT_CONTACTS = 0.8;
const RIGHT_LEG = 0.9;
/** All but one or two contacts of it are seen, each from this on. */
const [SEEN_CONTACT, ALL_CONTACTS] = [0.6, 0.9] as const;
/** Contacts of the right pattern answer at least so much on the mean; most of its legs at least this share of that. */
const LEAST_CONTACTS = 0.62;
const [LEG_SHARE, HELD] = [0.75, 0.7] as const;
/** A leg or peg of the right pattern that answers less is not seen. */
const SEEN_LEG = 0.25;
/** Poses of which most lands lie within this are one place, mm. */
const SAME_PLACE_MM = 0.4;

/** Patterns of which so many lands lie at the places of the best are its rivals, and what an answer of 1 is worth between them, nats. */
const RIVAL_SHARE = 0.6;
const RIVAL_WEIGHT = 100;

/** How far a pose that was found may still move. */
const LAST_TENTHS: PoseSpread = { turnDeg: 0.3, scale: 0.002 };

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
  /** Its edges, met a pixel beside them as well. */
  readonly field: EdgeField;
  readonly outlines: readonly SeenOutline[];
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

/** A pointing hand is this near, mm. */
const POINTED_MM = 0.45;
/** A land that was struck out by hand lies this near to any that is to be offered no more, mm. */
const STRUCK_MM = 0.25;

/** What a person says of this picture: what was pointed at, and what was struck out of earlier offers. */
export interface ByHand {
  readonly hint: ReadingHint | null;
  readonly struck: readonly BoardPoint[];
}

/** Whether a laid pattern has what was pointed at there: the ends of one of its rows, or holes. */
function agrees(part: ConnectorPart, pose: PartPose, toBoard: PartPose, hint: ReadingHint | null): boolean {
  if (!hint) return true;
  const whole = after(toBoard, pose);
  const near = (l: PartLand | undefined, p: XY): boolean => {
    const q = l && posed(whole, l.at);
    return q !== undefined && Math.hypot(q.x - p.x, q.y - p.y) < POINTED_MM;
  };
  const [a, b] = hint.at;
  if (hint.what === 'holes') {
    const holes = part.lands.filter((l) => l.hole !== null);
    return holes.some((l) => near(l, a)) && holes.some((l) => near(l, b));
  }
  return patternRows(part).some(
    ({ lands }) =>
      (near(lands[0], a) && near(lands.at(-1), b)) || (near(lands[0], b) && near(lands.at(-1), a)),
  );
}

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
  byHand: ByHand = { hint: null, struck: [] },
): ByPattern | null {
  const hypotheses: Hypothesis[] = [];
  for (const deg of uprightWays(picture, toPhoto, box)) {
    hypotheses.push(...laidUpright(picture, turned(toPhoto, box, deg), parts, spread, byHand));
    hypotheses.sort((a, b) => b.nats - a.nats);
    // Another way is tried only where nothing fits the first.
    if ((hypotheses[0]?.answer ?? 0) >= RIGHT_ONE) break;
  }
  const [best] = hypotheses;
  if (!best) return null;
  const answers = landAnswers(best);
  const ofRole = (contact: boolean): number[] =>
    best.part.lands.flatMap((l, i) => ((l.role === 'contact') === contact ? [answers[i] as number] : []));
  const [contacts, legs] = [ofRole(true), ofRole(false)];
  const mean = contacts.reduce((s, v) => s + v, 0) / Math.max(1, contacts.length);
  const shareOver = (list: readonly number[], least: number): number =>
    list.length === 0 ? 1 : list.filter((v) => v >= least).length / list.length;
  const held = shareOver(legs, LEG_SHARE * mean) >= HELD;
  const right = held && isRight(hypotheses, mean, byHand.hint !== null);
  if (!right && (mean < RIGHT_CONTACTS || shareOver(contacts, SEEN_CONTACT) < ALL_CONTACTS)) return null;
  const weights = hypotheses.map((h) => Math.exp((h.nats - best.nats) / NATS_EACH));
  const total = weights.reduce((s, w) => s + w, 0);
  const chances = weights.map((w) => w / total);
  const { part, same } = withOwnLegs(best);
  const { lands: verdicts, doubts } = judgeLands(best.close, part, best.pose);
  const toBoard = after(best.upright.toBoard, best.pose);
  const least = right ? SEEN_LEG : RIGHT_LEG;
  return {
    whole: right,
    rows: rowsOf(part, toBoard, verdicts, firstPinKnown(hypotheses, chances)),
    lands: landsOf(
      toBoard,
      verdicts.filter((_, i) => (answers[i] as number) >= least),
    ),
    patterns: right && same ? likely(hypotheses, chances) : [],
    doubts,
  };
}

/** Whether the best pattern is the one the board was made for: its contacts and what holds it both lie on edges. */
function isRight(hypotheses: readonly Hypothesis[], contacts: number, pointed: boolean): boolean {
  const [best] = hypotheses;
  if (!best) return false;
  const strange = unexplained(best);
  if (strange > (best.answer >= SURE_ONE ? STRANGE_IN_SURE : STRANGE)) return false;
  const wanted = pointed ? POINTED_ONE : RIGHT_ONE;
  if (best.answer >= wanted && contacts >= LEAST_CONTACTS) return true;
  return strange === 0 && contacts >= LEAST_CONTACTS && farAhead(hypotheses);
}

/** Round the lands of a pattern, within this of them, mm, nothing like a land of another may lie. */
const AROUND_MM = 0.8;

/** Outlines like those of legs among the lands of the best pattern that it does not explain. */
function unexplained({ part, pose, outlines }: Hypothesis): number {
  const lands = part.lands.map((l) => {
    const p = posed(pose, l.at);
    const shape = l.role === 'peg' ? opening(l) : l.copper;
    const t = ((shape.directionDeg + turnOf(pose)) * Math.PI) / 180;
    const [c, s] = [Math.abs(Math.cos(t)), Math.abs(Math.sin(t))];
    return {
      ...p,
      w: (c * shape.lengthMm + s * shape.widthMm) / 2,
      h: (s * shape.lengthMm + c * shape.widthMm) / 2,
    };
  });
  const [x0, x1] = [Math.min(...lands.map((l) => l.x - l.w)), Math.max(...lands.map((l) => l.x + l.w))];
  const [y0, y1] = [Math.min(...lands.map((l) => l.y - l.h)), Math.max(...lands.map((l) => l.y + l.h))];
  return outlines.filter(
    (o) =>
      o.x > x0 - AROUND_MM &&
      o.x < x1 + AROUND_MM &&
      o.y > y0 - AROUND_MM &&
      o.y < y1 + AROUND_MM &&
      !lands.some((l) => Math.abs(l.x - o.x) < l.w + o.wide / 2 && Math.abs(l.y - o.y) < l.h + o.high / 2),
  ).length;
}

/** A leg of another maker's part lies this far off at most, mm; it is looked for in such steps, and has to fit so much better there. */
const [LEG_OFF_MM, LEG_STEP_MM, BETTER] = [0.4, 0.05, 0.06] as const;
/** Legs that lie further off than this are those of another part, mm. */
const OTHER_LEG_MM = 0.12;

/** The legs and pegs of the best pattern where they fit best near their places, and whether most lie where it has them. */
function withOwnLegs(best: Hypothesis): { readonly part: ConnectorPart; readonly same: boolean } {
  const { field } = best;
  let [legs, off] = [0, 0];
  const lands = best.part.lands.map((l) => {
    if (l.role === 'contact') return l;
    legs += 1;
    const answerAt = (dx: number, dy: number): number => {
      const at = { x: l.at.x + dx, y: l.at.y + dy };
      return Math.max(...rimAnswers(field, rimsOf({ lands: [{ ...l, at }] }), best.pose));
    };
    const here = answerAt(0, 0);
    let [bx, by, most] = [0, 0, here + BETTER];
    for (let dx = -LEG_OFF_MM; dx <= LEG_OFF_MM; dx += LEG_STEP_MM)
      for (let dy = -LEG_OFF_MM; dy <= LEG_OFF_MM; dy += LEG_STEP_MM) {
        const v = answerAt(dx, dy);
        if (v > most) [bx, by, most] = [dx, dy, v];
      }
    if (Math.hypot(bx, by) > OTHER_LEG_MM) off += 1;
    return { ...l, at: { x: l.at.x + bx, y: l.at.y + by } };
  });
  return { part: { ...best.part, lands }, same: off <= legs / 3 };
}

/** How well each land's better rim meets edges: that of its metal, or of its hole. */
function landAnswers({ part, field, pose }: Hypothesis): number[] {
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
  { hint, struck }: ByHand,
): Hypothesis[] {
  const piece = rectify(
    picture,
    upright.toPhoto,
    upright.box,
    fineness(LAYING_PER_MM, LAYING_PIXELS, upright.box),
  );
  const refused = (part: ConnectorPart, pose: PartPose): boolean => {
    const whole = after(upright.toBoard, pose);
    return struck.some((s) =>
      part.lands.some((l) => {
        const p = posed(whole, l.at);
        return Math.hypot(p.x - s.x, p.y - s.y) < STRUCK_MM;
      }),
    );
  };
  const { laid: all, outlines } = layPatterns(edgeField(piece), parts);
  const laid = all
    .filter((l) => agrees(l.part, l.pose, upright.toBoard, hint) && !refused(l.part, l.pose))
    .slice(0, CLOSELY);
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
    return { part, upright, close, field, pose, outlines, answer, nats: score + nats };
  });
  const [best] = [...found].sort((a, b) => b.nats - a.nats);
  if (!best) return found;
  // Patterns at one place are told apart by how well their rims fit on the whole: the one with more lands has more to gain by chance.
  const mine = placesOf(best);
  const rivals = found.filter(
    (h) => h === best || (h.nats > best.nats / 2 && sharedPlaces(mine, placesOf(h)) > RIVAL_SHARE),
  );
  // Where a rim may lie a pixel beside its edge all poses within that pixel are one: the last tenths are taken without.
  const sharp = edgeField(close, false);
  const closer = new Map(
    rivals.map((h) => {
      const pose = refinePose(sharp, h.part, h.pose, LAST_TENTHS);
      return [h, { pose, answer: closeAnswer(sharp, h.part, pose).answer + h.answer }];
    }),
  );
  const most = Math.max(...[...closer.values()].map((c) => c.answer));
  return found.map((h) => {
    const mended = closer.get(h);
    if (!mended) return h;
    const behind = rivals.length > 1 ? (most - mended.answer) * RIVAL_WEIGHT : 0;
    return { ...h, pose: mended.pose, nats: h.nats - behind };
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
  field: EdgeField,
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
