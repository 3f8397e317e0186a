import { CONNECTOR_FAMILIES } from '../connector/family';
import type { ConnectorFamily } from '../connector/family';
import type { ConnectorPart, PartLand } from '../connector/part';
import { opening } from '../connector/part';
import type { Oblong } from '../geometry/oblong';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { Pixels } from './pixels';
import type { Projective } from '../geometry/projective';
import type { FoundPad, FoundRow } from './row-on-line';
import type { Doubt, FoundLand, LikelyPattern } from './found';
import type { LandVerdict } from './judge-lands';
import { judgeLands } from './judge-lands';
import { goesOn, judgePattern, RIGHT_ONE, withOwnLegs } from './judge-pattern';
import type { ByHand, Hypothesis } from './pattern-hypotheses';
import { laidUpright } from './pattern-hypotheses';
import { patternRows } from './pattern-rows';
import type { BoardBox } from './rectify';
import type { PartPose, PoseSpread } from './refine-pose';
import { posed } from './refine-pose';
import { after, turned, uprightWays } from './upright-box';

/** What the land patterns of known parts make of a picture. */
export interface ByPattern {
  /** The whole pattern explains what is seen; else its contacts only, and lands beside them are to be looked for one by one. */
  readonly whole: boolean;
  /** How well its rims meet edges, 0 to 1. */
  readonly answer: number;
  /** A row of it goes on beyond its end: it may be the part of a longer one. */
  readonly goesOn: boolean;
  readonly rows: FoundRow[];
  readonly lands: FoundLand[];
  readonly patterns: readonly LikelyPattern[];
  readonly doubts: readonly Doubt[];
}

/** Two patterns of which one explains so many nats more are this sure e times over: lands of one picture fail together. */
const NATS_EACH = 3;
/** In a smaller box than this, mm2, there is little to hold its lands against: as much beside it is looked at too, to so far from it, mm. */
const [ENOUGH_MM2, MOST_BESIDE_MM] = [170, 2.5] as const;
/** A leg or peg of the right pattern that answers less is not seen. */
const SEEN_LEG = 0.25;
/** A leg of a pattern of which only the contacts fit is offered from this on. */
const RIGHT_LEG = 0.9;

/** A box drawn close round a port, with some of what lies beside it; one that is turned shows enough of that by itself. */
function besideToo({ x, y, width, height }: BoardBox, deg: number): BoardBox {
  // So much on every side makes it large enough: (width + 2 x)(height + 2 x) = ENOUGH_MM2.
  const half = (width + height) / 4;
  const lacks = Math.sqrt(Math.max(0, half ** 2 + (ENOUGH_MM2 - width * height) / 4)) - half;
  const mm = Math.min(MOST_BESIDE_MM, Math.max(0, lacks)) * Math.abs(Math.cos((2 * deg * Math.PI) / 180));
  return { x: x - mm, y: y - mm, width: width + 2 * mm, height: height + 2 * mm };
}

/**
 * Lays the land patterns of known parts on a picture and gives the best of them, each land judged where it lies; `null` when none
 * explains what is seen. Pose, and scale within the spread, are free.
 * @param few how many of the ways that edges run are tried, the one of most edges first, and of the patterns of one family; all by default
 */
export function readByPattern(
  picture: Pixels,
  toPhoto: Projective,
  box: BoardBox,
  parts: readonly ConnectorPart[],
  spread: PoseSpread,
  byHand: ByHand = { hint: null, struck: [] },
  few: { readonly ways: number; readonly ofFamily: number } = { ways: Infinity, ofFamily: Infinity },
): ByPattern | null {
  const hypotheses: Hypothesis[] = [];
  for (const deg of uprightWays(picture, toPhoto, box).slice(0, few.ways)) {
    hypotheses.push(
      ...laidUpright(picture, turned(toPhoto, besideToo(box, deg), deg), parts, spread, byHand, few.ofFamily),
    );
    hypotheses.sort((a, b) => b.nats - a.nats);
    // Another way is tried only where nothing fits the first.
    if ((hypotheses[0]?.answer ?? 0) >= RIGHT_ONE) break;
  }
  const [best] = hypotheses;
  const { fits, answers } = judgePattern(hypotheses, byHand.hint !== null);
  if (!best || fits === null) return null;
  const right = fits === 'whole';
  const weights = hypotheses.map((h) => Math.exp((h.nats - best.nats) / NATS_EACH));
  const total = weights.reduce((s, w) => s + w, 0);
  const chances = weights.map((w) => w / total);
  const { part, same } = withOwnLegs(best);
  const { lands: verdicts, doubts } = judgeLands(best.close, part, best.pose);
  const toBoard = after(best.upright.toBoard, best.pose);
  const least = right ? SEEN_LEG : RIGHT_LEG;
  return {
    whole: right,
    answer: best.answer,
    goesOn: goesOn(best),
    // The contacts alone could be turned round.
    rows: rowsOf(part, toBoard, verdicts, right && firstPinKnown(hypotheses, chances)),
    lands: landsOf(
      toBoard,
      verdicts.filter((_, i) => (answers[i] as number) >= least),
    ),
    patterns: right && same ? likely(hypotheses, chances) : [],
    doubts,
  };
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
