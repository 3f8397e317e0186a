/** Log weights of what speaks for or against two places as those of the two lines of a pair. Only differences within a pair count. */
export interface PairChances {
  /** How much the order of the places counts against that of the pads, where a connector has each pad once. */
  readonly order: number;
  /** The same where it has each twice, the other way round. */
  readonly orderOfTwo: number;
  /** Parts of two kinds; a part and a point of the track, such as a via. */
  readonly unlike: number;
  readonly besidePoint: number;
  /** Two places side by side; two far from each other; each millimetre between. */
  readonly near: number;
  readonly far: number;
  readonly perMm: number;
  /** Two legs of one part; the two ends of one part; legs of two parts of which one has room for both lines. */
  readonly onePart: number;
  readonly bothEnds: number;
  readonly twoForOne: number;
}

/**
 * Of the two data lines: the fit on made-up boards of 32 input stages, twelve of each, held near what was judged. `npm run bench -- landings DIR` prints it, and how it
 * holds on stages left out and on boards of another hand.
 */
export const PAIR_CHANCES: PairChances = {
  order: 1.16,
  orderOfTwo: 1.3,
  unlike: -2.46,
  besidePoint: -1.7,
  near: 2,
  far: -1.22,
  perMm: -0.59,
  onePart: 1.59,
  bothEnds: -7.01,
  twoForOne: -2.05,
};

/** Of other pairs, such as CC and SuperSpeed: a judgement, as all was before it was counted. */
export const OTHER_PAIR_CHANCES: PairChances = {
  order: 1,
  orderOfTwo: 1,
  unlike: -3,
  besidePoint: -1.3,
  near: 0.6,
  far: -1.2,
  perMm: 0,
  onePart: 1,
  bothEnds: -7,
  twoForOne: -2,
};
