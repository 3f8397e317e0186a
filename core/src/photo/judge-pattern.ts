import type { ConnectorPart } from '../connector/part';
import { opening } from '../connector/part';
import { patternRows } from './pattern-rows';
import { placesOf, sharedPlaces } from './pattern-hypotheses';
import type { Hypothesis } from './pattern-hypotheses';
import { posed, rimAnswers, rimsOf, turnOf } from './refine-pose';

/**
 * How well the rims of a pattern meet edges, 0 to 1, for it to be the one the board was made for: right ones reach 0.75 to 0.98 on sharp pictures,
 * the best of wrong ones 0.4 to 0.77 (measured on both makers' pictures).
 */
export const RIGHT_ONE = 0.75;
/** Outlines like those of legs among its lands that are not of it: so many may be dirt or print, and so many where it fits very well. */
const [STRANGE, STRANGE_IN_SURE, SURE_ONE] = [1, 2, 0.85] as const;
/** In a blurred picture all rims answer less: a pattern far ahead of every one that lies elsewhere is taken from this on. */
const BLURRED_ONE = 0.48;
const AHEAD_A_LAND = 2.5;

/** Where the hand pointed at it, it is taken from this on. */
const POINTED_ONE = 0.65;
/** Contacts of a pattern whose legs lie elsewhere are taken from this on. */
const RIGHT_CONTACTS = 0.8;
/** All but one or two contacts of it are seen, each from this on. */
const [SEEN_CONTACT, ALL_CONTACTS] = [0.6, 0.9] as const;
/** Contacts of the right pattern answer at least so much on the mean; most of its legs, and of its pegs, at least these shares of that. */
const LEAST_CONTACTS = 0.62;
const [LEG_SHARE, PEG_SHARE, HELD] = [0.75, 0.55, 0.7] as const;

/** What is to be made of the best pattern that was laid. */
export interface PatternVerdict {
  /** `whole`: the board was made for it; `contacts`: only its contacts lie where it has them; `null`: neither. */
  readonly fits: 'whole' | 'contacts' | null;
  /** How well each of its lands answers, 0 to 1. */
  readonly answers: readonly number[];
}

/** Whether the best of the patterns laid is the one that the board was made for. */
export function judgePattern(hypotheses: readonly Hypothesis[], pointed: boolean): PatternVerdict {
  const [best] = hypotheses;
  if (!best) return { fits: null, answers: [] };
  const answers = landAnswers(best);
  const contacts = best.part.lands.flatMap((l, i) => (l.role === 'contact' ? [answers[i] as number] : []));
  // A peg's hole without metal is dark, and on a dark mask there is little of it to see.
  const legs = best.part.lands.flatMap((l, i) =>
    l.role === 'contact' ? [] : [(answers[i] as number) / (l.role === 'peg' ? PEG_SHARE : LEG_SHARE)],
  );
  const mean = contacts.reduce((s, v) => s + v, 0) / Math.max(1, contacts.length);
  const shareOver = (list: readonly number[], least: number): number =>
    list.length === 0 ? 1 : list.filter((v) => v >= least).length / list.length;
  const held = shareOver(legs, mean) >= HELD;
  const right = held && isRight(hypotheses, mean, pointed);
  if (right) return { fits: 'whole', answers };
  const alone = mean >= RIGHT_CONTACTS && shareOver(contacts, SEEN_CONTACT) >= ALL_CONTACTS;
  return { fits: alone ? 'contacts' : null, answers };
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
export function withOwnLegs(best: Hypothesis): { readonly part: ConnectorPart; readonly same: boolean } {
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

/** A pad that answers so much of what the contacts do on the mean is one more of their row. */
const ONE_MORE = 0.85;

/** Whether a row of the best pattern goes on beyond an end of it, at the same step: then it is the part of a longer one. */
export function goesOn({ part, field, pose }: Hypothesis): boolean {
  const answer = (l: ConnectorPart['lands'][number]): number =>
    Math.max(...rimAnswers(field, rimsOf({ lands: [l] }), pose));
  return patternRows(part).some(({ lands }) => {
    const [first, second, before, last] = [lands[0], lands[1], lands.at(-2), lands.at(-1)];
    if (!first || !second || !before || !last || lands.length < 3) return false;
    const mean = lands.reduce((s, l) => s + answer(l), 0) / lands.length;
    const beyond = (end: typeof first, inner: typeof first): typeof first => ({
      ...end,
      at: { x: 2 * end.at.x - inner.at.x, y: 2 * end.at.y - inner.at.y },
    });
    return [beyond(first, second), beyond(last, before)].some((l) => answer(l) >= ONE_MORE * mean);
  });
}
