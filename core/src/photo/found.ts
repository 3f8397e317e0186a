import type { BoardPoint } from '../geometry/point';
import type { FoundRow } from './row-on-line';

/** A leg's land, hole or peg hole that a picture was read to show. */
export interface FoundLand {
  readonly at: BoardPoint;
  readonly fixing: 'surface' | 'through-hole' | 'peg';
  /** `torn`: bare board where a land was, or an opening whose ring is gone; `unsure`: the picture does not tell. */
  readonly state: 'present' | 'torn' | 'unsure';
  /** Solder stands in its hole; `null` where it has none, or it was not told. */
  readonly filled: boolean | null;
  /** Of the land on the surface, of the opening else: mm, and the way of its length, degrees. */
  readonly slot: { readonly widthMm: number; readonly lengthMm: number; readonly directionDeg: number };
  /** How likely its state is as said, 0.5 to 1; `null` where it was found without a pattern, and that was not worked out. */
  readonly chance: number | null;
}

/** A part whose land pattern explains what is seen. */
export interface LikelyPattern {
  readonly partId: string;
  readonly name: string;
  /** Against the other parts that were tried, 0 to 1. */
  readonly chance: number;
}

/** Why less is told than could be: the lamp shines on the board; flux covers lands; too many lands lie in the box to tell a port's from them. */
export type Doubt = 'glare' | 'dirt' | 'crowd';

/** What a picture shows inside a box, offered, not placed. */
export interface FootprintProposal {
  readonly rows: readonly FoundRow[];
  readonly lands: readonly FoundLand[];
  /** Parts it was read by, likeliest first; empty when none explains what is seen, and lands were found one by one. */
  readonly patterns: readonly LikelyPattern[];
  readonly doubts: readonly Doubt[];
}

/** What the hand says beforehand: two places of the board, mm, and what they are. */
export interface ReadingHint {
  readonly what: 'pads' | 'holes';
  /** First and last pad of a row, either way round; or two holes of legs, pegs or pins. */
  readonly at: readonly [BoardPoint, BoardPoint];
}
