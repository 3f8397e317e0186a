import { EVD, inverse as inverseMatrix, Matrix } from 'ml-matrix';
import type { PhotoPoint } from './point';
import type { Projective } from './projective';
import { compose, project } from './projective';

/** One click is placed within about this many pixels, one standard deviation (common practice: a steady hand on a zoomed picture). */
export const CLICK_ERROR_PX = 1.5;
/** A caliper held against a board is read within this, mm, one standard deviation (common practice). */
export const CALIPER_ERROR_MM = 0.02;
/**
 * How a camera that is held by hand, up to some 25 degrees askew, shortens lengths of one direction more than those of another: a tilt of
 * `t` stretches by a quarter of `sin(t)^2` one way and shortens by as much across it (geometry; how it is held is common practice). A
 * share, one standard deviation, along the rows of the picture and along its diagonals alike: a little over the root mean square of 0.0145,
 * since such tilts have heavier tails than a normal distribution.
 */
export const USUAL_SKEW = 0.0165;
/**
 * A camera held 10 to 20 cm over a board and askew by some ten degrees sees a millimetre further on smaller by this share, one standard
 * deviation in each direction (geometry; how it is held is common practice).
 */
export const USUAL_SLANT = 0.0012;

/** Two clicks on a photo and the true length between them. */
export interface KnownLength {
  readonly from: PhotoPoint;
  readonly to: PhotoPoint;
  readonly lengthMm: number;
}

/**
 * What takes pixels about a middle to millimetres: logarithm of millimetres a pixel, skew along rows and along diagonals, slant a millimetre
 * to the right and down.
 */
type Pose = readonly [number, number, number, number, number];

export interface LengthFrame {
  /** Photo pixels to millimetres; the photo's top left corner is the origin. */
  readonly map: Projective;
  /** One standard deviation steps of `map` in independent directions, about the middle of what was clicked. */
  readonly wobbles: readonly Projective[];
  /** What clicks and caliper alone leave open of the scale, a share, one standard deviation. */
  readonly scaleSigma: number;
  /** No tilt that a camera is held at explains how the lengths differ: one of them is wrong. */
  readonly atOdds: boolean;
}

export const pixelsOf = (l: KnownLength): number => Math.hypot(l.to.x - l.from.x, l.to.y - l.from.y);

/** The map of a pose about a middle of the picture. */
function poseMap(pose: Pose, middle: PhotoPoint): Projective {
  const [log, rows, diagonals, right, down] = pose;
  const s = Math.exp(log);
  const about: Projective = [1, 0, -middle.x, 0, 1, -middle.y, 0, 0, 1];
  return compose(
    [s * (1 + rows), s * diagonals, 0, s * diagonals, s * (1 - rows), 0, s * right, s * down, 1],
    about,
  );
}

/** How the logarithm of a length answers to each part of the pose; places in millimetres from the middle. */
function answersOf(l: KnownLength, middle: PhotoPoint, mmPerPx: number): number[] {
  const px = pixelsOf(l);
  const [ux, uy] = [(l.to.x - l.from.x) / px, (l.to.y - l.from.y) / px];
  const [x, y] = [
    mmPerPx * ((l.from.x + l.to.x) / 2 - middle.x),
    mmPerPx * ((l.from.y + l.to.y) / 2 - middle.y),
  ];
  // Divided by 1 + slant * place, a step along the slant shrinks twice, one across it once.
  const along = ux * x + uy * y;
  return [1, ux * ux - uy * uy, 2 * ux * uy, -(x + ux * along), -(y + uy * along)];
}

const square = (x: number): number => x * x;

/** Lengths that want a tilt this many standard deviations from what is usual are at odds. */
const AT_ODDS = 4;

interface Fit {
  readonly atOdds: boolean;
  readonly pose: Pose;
  readonly middle: PhotoPoint;
  readonly covariance: Matrix;
  readonly scaleSigma: number;
  readonly mmPerPx: number;
}

function fitPose(lengths: readonly KnownLength[]): Fit {
  const weight = lengths.reduce((s, l) => s + pixelsOf(l), 0);
  const mmPerPx = lengths.reduce((s, l) => s + l.lengthMm, 0) / weight;
  const mean = (of: (l: KnownLength) => number): number =>
    lengths.reduce((s, l) => s + pixelsOf(l) * of(l), 0) / weight;
  const middle: PhotoPoint = {
    x: mean((l) => (l.from.x + l.to.x) / 2),
    y: mean((l) => (l.from.y + l.to.y) / 2),
  };
  const noise = lengths.map((l) =>
    Math.hypot((Math.SQRT2 * CLICK_ERROR_PX) / pixelsOf(l), CALIPER_ERROR_MM / l.lengthMm),
  );
  const rows = new Matrix(
    lengths.map((l, i) => answersOf(l, middle, mmPerPx).map((v) => v / (noise[i] as number))),
  );
  const seen = Matrix.columnVector(
    lengths.map((l, i) => Math.log(l.lengthMm / pixelsOf(l)) / (noise[i] as number)),
  );
  const held = [
    0,
    1 / square(USUAL_SKEW),
    1 / square(USUAL_SKEW),
    1 / square(USUAL_SLANT),
    1 / square(USUAL_SLANT),
  ];
  const information = rows.transpose().mmul(rows).add(Matrix.diag(held));
  const covariance = inverseMatrix(information);
  const pose = covariance.mmul(rows.transpose().mmul(seen)).getColumn(0) as unknown as Pose;
  const left = Matrix.sub(rows.mmul(Matrix.columnVector([...pose])), seen).to1DArray();
  const strain =
    left.reduce((s, v) => s + v * v, 0) + pose.reduce((s, v, i) => s + (held[i] as number) * v * v, 0);
  const spare = Math.max(1, lengths.length - 1);
  // Three lengths and more tell by themselves how well they were taken.
  const worse = lengths.length > 2 ? Math.max(1, strain / spare) : 1;
  const scaleSigma = Math.sqrt(worse / rows.getColumn(0).reduce((s, v) => s + v * v, 0));
  const about = { middle, mmPerPx };
  if (strain / spare <= AT_ODDS ** 2)
    return { ...about, atOdds: false, pose, covariance: covariance.mul(worse), scaleSigma };
  // Nothing is made of the tilt then: one scale between them, as uncertain as they differ.
  const logs = lengths.map((l) => Math.log(l.lengthMm / pixelsOf(l)));
  const between = logs.reduce((s, v) => s + v, 0) / logs.length;
  const apart = Math.sqrt(logs.reduce((s, v) => s + square(v - between), 0) / spare);
  return {
    ...about,
    atOdds: true,
    pose: [between, 0, 0, 0, 0],
    covariance: Matrix.diag([square(apart), ...held.slice(1).map((h) => 1 / h)]),
    scaleSigma: apart,
  };
}

const asProjective = (m: readonly number[]): Projective => m as unknown as Projective;

/**
 * The frame of a picture from known lengths: one scale, and as much of the camera's tilt as lengths of several directions and places tell
 * beside what is usual of a camera held by hand (least squares of logarithms with a prior, to first order in the tilt). What they leave
 * open of it is in the wobbles. Lengths at odds, which no usual tilt explains, give one scale between them, as uncertain as they differ.
 * @param lengths one at least, each of at least two pixels and above 0 mm
 */
export function frameOfLengths(lengths: readonly KnownLength[]): LengthFrame {
  const { pose, middle, covariance, scaleSigma, atOdds } = fitPose(lengths);
  const raw = poseMap(pose, middle);
  const corner = project(raw, { x: 0, y: 0 });
  const placed = (m: Projective): Projective => {
    const moved = compose([1, 0, -corner.x, 0, 1, -corner.y, 0, 0, 1], m);
    return asProjective(moved.map((v) => v / moved[8]));
  };
  const map = placed(raw);
  return {
    map,
    wobbles: stepsOf(pose, covariance, (p) => placed(poseMap(p, middle)), map),
    scaleSigma,
    atOdds,
  };
}

/** One standard deviation steps of a map in the independent directions of its pose. */
function stepsOf(
  pose: Pose,
  covariance: Matrix,
  mapOf: (pose: Pose) => Projective,
  map: Projective,
): Projective[] {
  // In units of what is usual, so that the directions are found as well for shares as for slants.
  const unit = [USUAL_SKEW, USUAL_SKEW, USUAL_SKEW, USUAL_SLANT, USUAL_SLANT];
  const scaled = new Matrix(unit.map((a, i) => unit.map((b, k) => covariance.get(i, k) / (a * b))));
  const { realEigenvalues, eigenvectorMatrix } = new EVD(scaled, { assumeSymmetric: true });
  return realEigenvalues.map((value, n) => {
    const size = Math.sqrt(Math.max(0, value));
    const moved = pose.map(
      (v, i) => v + size * (unit[i] as number) * eigenvectorMatrix.get(i, n),
    ) as unknown as Pose;
    return asProjective(mapOf(moved).map((v, i) => v - (map[i] as number)));
  });
}

/** What the others foretell of a length: how many standard deviations it is away from that. */
export function foretoldSigmas(length: KnownLength, others: readonly KnownLength[]): number {
  const { pose, middle, covariance, mmPerPx } = fitPose(others);
  const answers = answersOf(length, middle, mmPerPx);
  const expected = answers.reduce((s, a, i) => s + a * (pose[i] as number), 0);
  const variance = answers.reduce(
    (s, a, i) => s + a * answers.reduce((t, b, k) => t + b * covariance.get(i, k), 0),
    square((Math.SQRT2 * CLICK_ERROR_PX) / pixelsOf(length)) + square(CALIPER_ERROR_MM / length.lengthMm),
  );
  return Math.abs(Math.log(length.lengthMm / pixelsOf(length)) - expected) / Math.sqrt(variance);
}

/**
 * What an unseen tilt may do to a picture that was laid flat by turn and scale alone, about a middle: one standard deviation steps.
 * @param map pixels to millimetres, a similarity
 * @param mmPerPx its scale
 */
export function tiltSteps(map: Projective, middle: PhotoPoint, mmPerPx: number): Projective[] {
  const there: Projective = [1, 0, middle.x, 0, 1, middle.y, 0, 0, 1];
  const usual: readonly Pose[] = [
    [0, USUAL_SKEW, 0, 0, 0],
    [0, 0, USUAL_SKEW, 0, 0],
    [0, 0, 0, USUAL_SLANT * mmPerPx, 0],
    [0, 0, 0, 0, USUAL_SLANT * mmPerPx],
  ];
  return usual.map((pose) =>
    asProjective(compose(map, compose(there, poseMap(pose, middle))).map((v, i) => v - (map[i] as number))),
  );
}
