import type { Oblong } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { LandRole, Stance } from '../connector/part';
import type { PartFamily } from '../connector/part-family';
import type { PinFunction } from '../connector/pin-function';

/** One thing seen on the board that a part's land may explain. */
export interface ObservedFeature {
  readonly id: string;
  readonly name: string;
  /** `null` when it was not told apart. */
  readonly role: LandRole | null;
  /** A hole through the board, or a land on its face; `null` when not known. */
  readonly through: boolean | null;
  /** Millimetres of the face looked at, as seen from that face: x right, y down. */
  readonly at: XY;
  /** Standard deviation of each coordinate, mm, above 0. */
  readonly sigmaMm: number;
  /** Its hole where it has one, else its copper; `null` when not measured or torn off. */
  readonly shape: Oblong | null;
  readonly shapeSigmaMm: number;
  /** What it is wired to, as far as tracing knows; `null` when it does not. */
  readonly wired: PinFunction | null;
}

/** A dimension taken by hand after the plate: the key of `partDimensions` and what was found; `null` for "not there". */
export interface DimensionAnswer {
  readonly key: string;
  readonly value: number | null;
  readonly sigmaMm: number;
}

/** What is left on the board and around it, measured. */
export interface ObservedPattern {
  readonly features: readonly ObservedFeature[];
  /**
   * Which side of the board was looked at. From the back everything is mirrored, and only what goes through the board is seen there.
   * `unknown` tries both.
   */
  readonly seenFrom: 'fitting-side' | 'back' | 'unknown';
  /** Families that come into question; `null` for all. */
  readonly families: readonly PartFamily[] | null;
  /** Contacts there must be, where they were counted, torn ones too; `null` when not known. */
  readonly contacts: number | null;
  /** The board's edge at the opening: two places of it. `null` when not seen. */
  readonly edge: { readonly a: XY; readonly b: XY; readonly sigmaMm: number } | null;
  /** How far the outside of the case stands in front of the board's edge, mm; `null` when not measured. */
  readonly caseMm: number | null;
  /** Which side of the opening was the narrow one, the fitting side up. */
  readonly narrowSide: 'up' | 'down' | null;
  readonly stance: Stance | null;
  /** Middle of the case's opening over the board, mm. */
  readonly openingHeightMm: number | null;
  /** What the device draws, A; `null` when nothing is known of it. */
  readonly currentA: number | null;
  readonly answers: readonly DimensionAnswer[];
  /** Legs were looked for on the board; `false` while nobody has, so that none marked is not taken for none there. `true` by default. */
  readonly legsSought?: boolean;
}

export const EMPTY_PATTERN: ObservedPattern = {
  features: [],
  seenFrom: 'fitting-side',
  families: null,
  contacts: null,
  edge: null,
  caseMm: null,
  narrowSide: null,
  stance: null,
  openingHeightMm: null,
  currentA: null,
  answers: [],
};

/** Most features a pattern may have: no port comes near. */
export const MOST_FEATURES = 400;

/** Throws RangeError, naming the feature, on figures that are not finite, spreads not above 0, doubled ids or too many features. */
export function checkPattern(pattern: ObservedPattern): void {
  const { features } = pattern;
  if (features.length > MOST_FEATURES)
    throw new RangeError(`${features.length} features are more than ${MOST_FEATURES}`);
  const seen = new Set<string>();
  for (const f of features) {
    if (seen.has(f.id)) throw new RangeError(`the feature ${f.id} stands twice`);
    seen.add(f.id);
    if (!Number.isFinite(f.at.x) || !Number.isFinite(f.at.y))
      throw new RangeError(`the feature ${f.id} stands at ${f.at.x}, ${f.at.y}`);
    if (!(f.sigmaMm > 0) || !Number.isFinite(f.sigmaMm))
      throw new RangeError(`the feature ${f.id} needs a spread above 0 mm, got ${f.sigmaMm}`);
    if (f.shape && !(f.shapeSigmaMm > 0))
      throw new RangeError(`the shape of ${f.id} needs a spread above 0 mm, got ${f.shapeSigmaMm}`);
    if (f.shape && !(f.shape.widthMm > 0 && f.shape.lengthMm >= f.shape.widthMm))
      throw new RangeError(`the shape of ${f.id} is ${f.shape.widthMm} by ${f.shape.lengthMm} mm`);
  }
  for (const a of pattern.answers)
    if (!(a.sigmaMm > 0) || (a.value !== null && !Number.isFinite(a.value)))
      throw new RangeError(`the answer to ${a.key} is not a figure`);
}
