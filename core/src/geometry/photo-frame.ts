import type { Projective } from './projective';

/** A picture in board millimetres, and how well that is known. */
export interface PhotoFrame {
  /** Photo pixels to board millimetres. */
  readonly map: Projective;
  readonly back: Projective;
  /** One standard deviation steps of `map` in independent directions. */
  readonly wobbles: readonly Projective[];
  /** Whether points told the camera's tilt; else what is usual of a hand-held one is in the wobbles. */
  readonly tiltTakenOut: boolean;
  /** What clicks and caliper alone leave open of the scale, a share, one standard deviation; `null` where the wobbles are theirs alone. */
  readonly scaleSigma: number | null;
  /** What each known length or point is off by, mm, in the order given; points before lengths. */
  readonly residualsMm: readonly number[];
  readonly rmsMm: number;
  /** Which known length or point does not go with the others; `null` when all do. */
  readonly outlier: number | null;
  /** The lengths contradict each other, and nothing tells which of them is wrong. */
  readonly atOdds: boolean;
}
