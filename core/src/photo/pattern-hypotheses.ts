import type { ConnectorPart, PartLand } from '../connector/part';
import type { BoardPoint } from '../geometry/point';
import type { XY } from '../geometry/projective';
import type { EdgeField } from './edge-field';
import { edgeField } from './edge-field';
import type { ReadingHint } from './found';
import type { LaidPart, SeenOutline } from './lay-patterns';
import { layPatterns } from './lay-patterns';
import { patternRows } from './pattern-rows';
import type { Pixels } from './pixels';
import type { BoardBox, FlatPiece } from './rectify';
import { rectify } from './rectify';
import type { PartPose, PoseSpread } from './refine-pose';
import { posed, refinePose, rimAnswers, rimsOf } from './refine-pose';
import type { Upright } from './upright-box';
import { after } from './upright-box';

/** Pixels to a millimetre, and most of them: for laying, and for the last tenths. */
const [LAYING_PER_MM, LAYING_PIXELS] = [16, 60_000] as const;
const [CLOSE_PER_MM, CLOSE_PIXELS] = [26, 420_000] as const;
/** Places looked at closely: the best of all, and the best by the mean of their lands, since many lands gather much by chance. */
const [CLOSELY, CLOSELY_BY_MEAN] = [8, 4] as const;
/** What a rim met closely says, nats a unit over the middle between right places and wrong ones (measured on drawn pictures). */
const [CLOSE_WEIGHT, CLOSE_MIDDLE, CLOSE_MOST] = [10, 0.6, 3] as const;
/** Poses of which most lands lie within this are one place, mm. */
const SAME_PLACE_MM = 0.4;
/** Patterns of which so many lands lie at the places of the best are its rivals, and what an answer of 1 is worth between them, nats. */
const RIVAL_SHARE = 0.6;
const RIVAL_WEIGHT = 100;
/** How far a pose that was found may still move. */
const LAST_TENTHS: PoseSpread = { turnDeg: 0.3, scale: 0.002 };

/** A part laid on a picture, as well as it can be. */
export interface Hypothesis {
  readonly part: ConnectorPart;
  readonly upright: Upright;
  readonly close: FlatPiece;
  /** Its edges, met a pixel beside them as well. */
  readonly field: EdgeField;
  readonly outlines: readonly SeenOutline[];
  readonly pose: PartPose;
  /** How well its rims meet edges, 0 to 1. */
  readonly answer: number;
  /** How much better it explains the picture than nothing does; only differences mean anything. */
  readonly nats: number;
}

const fineness = (most: number, pixels: number, box: BoardBox): number =>
  Math.min(most, Math.sqrt(pixels / (box.width * box.height)));

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

/** The best of what was laid, no more than so many of one family: a row that is drawn in many sizes would crowd all others out. */
function spreadOut(laid: readonly LaidPart[], most: number): readonly LaidPart[] {
  const kept = new Map<string, number>();
  return laid.filter(({ part }) => {
    const n = (kept.get(part.family) ?? 0) + 1;
    kept.set(part.family, n);
    return n <= most;
  });
}

/** Parts laid on the upright box, in no order: those that come into question, each at its best pose. */
export function laidUpright(
  picture: Pixels,
  upright: Upright,
  parts: readonly ConnectorPart[],
  spread: PoseSpread,
  { hint, struck }: ByHand,
  mostOfFamily = Infinity,
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
  const allowed = spreadOut(
    all.filter((l) => agrees(l.part, l.pose, upright.toBoard, hint) && !refused(l.part, l.pose)),
    mostOfFamily,
  );
  const first = allowed.slice(0, CLOSELY);
  const byMean = allowed
    .slice(CLOSELY)
    .sort((p, q) => q.score / q.part.lands.length - p.score / p.part.lands.length)
    .slice(0, CLOSELY_BY_MEAN);
  const laid = [...first, ...byMean];
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
export const placesOf = (h: Hypothesis): XY[] =>
  h.part.lands.map((l) => posed(after(h.upright.toBoard, h.pose), l.at));

/** Share of places that have one of the others near. */
export const sharedPlaces = (mine: readonly XY[], theirs: readonly XY[]): number =>
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
