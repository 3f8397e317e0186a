import type { ObservedFeature, ObservedPattern } from '../match/observed';
import { EMPTY_PATTERN } from '../match/observed';
import type { ConnectorPart } from '../connector/part';
import { opening } from '../connector/part';
import { seeded } from './seeded';

export interface TearWish {
  readonly noiseMm: number;
  /** Share of the contacts that left nothing to see. */
  readonly padsGone: number;
  readonly legsGone: number;
  /** Whether pads and holes were measured, not only placed. */
  readonly shapes: boolean;
}

export interface TornPattern {
  readonly pattern: ObservedPattern;
  /** Lands of the part that each feature came from. */
  readonly from: readonly number[];
}

/** A normal deviate (Box and Muller). */
function normal(random: () => number): number {
  const u = Math.max(random(), 1e-12);
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random());
}

/** What a tear leaves of a part's land pattern, measured by a shaky hand, turned anyhow, on either face. */
export function tornPattern(part: ConnectorPart, seed: number, wish: TearWish): TornPattern {
  const random = seeded(seed);
  const angle = random() * 2 * Math.PI;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [x0, y0] = [20 + 10 * random(), 15 + 10 * random()];
  const bottom = random() < 0.5;
  // From the back only what goes through the board is seen.
  const back = bottom && part.lands.every((l) => l.hole !== null);
  const order = part.lands.map((_, i) => ({ i, r: random() })).sort((a, b) => a.r - b.r);
  const contacts = order.filter(({ i }) => part.lands[i]?.role === 'contact');
  const legs = order.filter(({ i }) => part.lands[i]?.role === 'leg');
  const gone = new Set([
    ...contacts.slice(0, Math.round(contacts.length * wish.padsGone)).map(({ i }) => i),
    ...legs.slice(0, wish.legsGone).map(({ i }) => i),
  ]);
  const left = part.lands.map((land, i) => ({ land, i })).filter(({ i }) => !gone.has(i));
  const features = left.map(({ land, i }): ObservedFeature => {
    const u = back ? -land.at.x : land.at.x;
    const shape = opening(land);
    const length = Math.max(0.1, shape.lengthMm + wish.noiseMm * normal(random));
    const width = Math.max(0.1, shape.widthMm + wish.noiseMm * normal(random));
    const way = (back ? 180 - shape.directionDeg : shape.directionDeg) + (angle * 180) / Math.PI;
    const turned = ((width > length ? way + 90 : way) + 720) % 180;
    return {
      id: `f${i}`,
      name: `f${i}`,
      role: land.role,
      through: land.hole !== null,
      at: {
        x: x0 + c * u - s * land.at.y + wish.noiseMm * normal(random),
        y: y0 + s * u + c * land.at.y + wish.noiseMm * normal(random),
      },
      sigmaMm: wish.noiseMm,
      shape: wish.shapes
        ? { lengthMm: Math.max(length, width), widthMm: Math.min(length, width), directionDeg: turned }
        : null,
      shapeSigmaMm: wish.noiseMm,
      wired: null,
    };
  });
  return {
    pattern: { ...EMPTY_PATTERN, features, seenFrom: back ? 'back' : 'fitting-side' },
    from: left.map(({ i }) => i),
  };
}

/** Two drawings whose measured places and sizes differ by less than this are one to a hand tool, mm. */
const ONE_TO_A_HAND_MM = 0.03;

/**
 * Whether nothing that was measured can tell another part from the true one, by its drawing alone: between any two measured places the distances are
 * the same, as are their kinds and, where they were measured, their sizes.
 * @param lands land of the other part that is taken for each feature, in the order of the features; -1 for none
 */
export function toldApartByNothing(
  truth: ConnectorPart,
  torn: TornPattern,
  other: ConnectorPart,
  lands: readonly number[],
): boolean {
  const pairs = torn.from.map((from, i) => ({
    mine: truth.lands[from],
    theirs: other.lands[lands[i] ?? -1],
    sized: torn.pattern.features[i]?.shape !== null,
  }));
  return pairs.every(({ mine, theirs, sized }, i) => {
    if (!mine || mine.role !== theirs?.role || (mine.hole === null) !== (theirs.hole === null)) return false;
    const [a, b] = [opening(mine), opening(theirs)];
    const sizes = Math.max(Math.abs(a.lengthMm - b.lengthMm), Math.abs(a.widthMm - b.widthMm));
    if (sized && sizes > ONE_TO_A_HAND_MM) return false;
    return pairs.slice(i + 1).every((p) => {
      if (!p.mine || !p.theirs) return false;
      const here = Math.hypot(mine.at.x - p.mine.at.x, mine.at.y - p.mine.at.y);
      const there = Math.hypot(theirs.at.x - p.theirs.at.x, theirs.at.y - p.theirs.at.y);
      return Math.abs(here - there) <= 2 * ONE_TO_A_HAND_MM;
    });
  });
}
