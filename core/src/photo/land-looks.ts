import type { PartLand } from '../connector/part';
import type { Oblong } from '../geometry/oblong';
import type { XY } from '../geometry/projective';
import type { PartPose } from './refine-pose';
import { posed } from './refine-pose';
import type { FlatPiece } from './rectify';

/** How a piece of surface looks: logarithms of light, of red over blue and of green over the mean of both, each the middle of many places. */
export interface Look {
  readonly light: number;
  readonly tan: number;
  readonly green: number;
  /** How much the light varies over it, logarithm, half the span of the middle two thirds. */
  readonly varies: number;
  /** How much it changes from one tenth of a millimetre to the next, logarithm. */
  readonly grain: number;
}

/** What shows at a land of a part. */
export interface LandLook {
  /** Metal of the land or of the ring round a hole, as it is wanted there. */
  readonly land: Look | null;
  /** Middle of the hole. */
  readonly hole: Look | null;
  /** Just outside. */
  readonly around: Look;
}

/** Three levels are added so that the noise of a black board does not blow up. */
const FLOOR = 3;

function lookAt(flat: FlatPiece, pose: PartPose, places: readonly XY[]): Look | null {
  const lights: number[] = [];
  const tans: number[] = [];
  const greens: number[] = [];
  const steps: number[] = [];
  let before: number | null = null;
  const [R, G, B] = flat.planes;
  for (const place of places) {
    const p = posed(pose, place);
    const [x, y] = [Math.floor(p.x * flat.perMm), Math.floor(p.y * flat.perMm)];
    if (x < 0 || y < 0 || x >= flat.width || y >= flat.height) {
      before = null;
      continue;
    }
    const at = y * flat.width + x;
    const [r, g, b] = [R[at], G[at], B[at]].map((v) => Math.log((v as number) + FLOOR)) as [
      number,
      number,
      number,
    ];
    const light = (r + g + b) / 3;
    lights.push(light);
    tans.push(r - b);
    greens.push(g - (r + b) / 2);
    if (before !== null) steps.push(Math.abs(light - before));
    before = light;
  }
  if (lights.length < 4) return null;
  const sorted = (v: number[]): number[] => v.sort((a, b) => a - b);
  const part = (v: number[], f: number): number => v[Math.floor(f * (v.length - 1))] as number;
  sorted(lights);
  return {
    light: part(lights, 0.5),
    tan: part(sorted(tans), 0.5),
    green: part(sorted(greens), 0.5),
    varies: (part(lights, 0.83) - part(lights, 0.17)) / 2,
    grain: steps.length > 0 ? part(sorted(steps), 0.5) : 0,
  };
}

/** Places spread over a shape, row by row, shrunk to a share of it. */
function inside(at: XY, shape: Oblong, share: number): XY[] {
  const t = (shape.directionDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(t), Math.sin(t)];
  const places: XY[] = [];
  const n = Math.max(5, Math.min(24, Math.round((shape.lengthMm * share) / 0.1)));
  const m = Math.max(3, Math.min(24, Math.round((shape.widthMm * share) / 0.1)));
  for (let j = 0; j < m; j += 1)
    for (let i = 0; i < n; i += 1) {
      const u = ((2 * i + 1) / n - 1) * (shape.lengthMm / 2) * share;
      const v = ((2 * j + 1) / m - 1) * (shape.widthMm / 2) * share;
      places.push({ x: at.x + u * c - v * s, y: at.y + u * s + v * c });
    }
  return places;
}

/** Places round a stadium of those half sides. */
function rim(at: XY, shape: Oblong, growMm: number, n: number): XY[] {
  const t = (shape.directionDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(t), Math.sin(t)];
  const w = shape.widthMm / 2 + growMm;
  const straight = (shape.lengthMm - shape.widthMm) / 2;
  return Array.from({ length: n }, (_, k) => {
    const a = ((k + 0.5) / n) * 2 * Math.PI;
    const u = Math.sign(Math.cos(a)) * straight + w * Math.cos(a);
    const v = w * Math.sin(a);
    return { x: at.x + u * c - v * s, y: at.y + u * s + v * c };
  });
}

/** How a narrow band looks that runs round an outline, so far outside of it, mm; inside below 0. `null` where it leaves the piece. */
export const lookAlongRim = (
  flat: FlatPiece,
  pose: PartPose,
  at: XY,
  shape: Oblong,
  outMm: readonly number[],
): Look | null =>
  lookAt(
    flat,
    pose,
    outMm.flatMap((mm) => rim(at, shape, mm, 48)),
  );

/** Looks at one land of a part where it lies under a pose. */
export function lookAtLand(flat: FlatPiece, pose: PartPose, land: PartLand): LandLook {
  const { at, copper, hole } = land;
  const shape = land.role === 'peg' && hole ? hole : copper;
  const around = lookAt(flat, pose, rim(at, shape, 0.2, 48)) ?? {
    light: 0,
    tan: 0,
    green: 0,
    varies: 0,
    grain: 0,
  };
  if (!hole) return { land: lookAt(flat, pose, inside(at, copper, 0.75)), hole: null, around };
  const ring = (copper.widthMm - hole.widthMm) / 2;
  return {
    land:
      land.role === 'peg'
        ? null
        : lookAt(
            flat,
            pose,
            [0.35, 0.65].flatMap((f) => rim(at, hole, f * ring, 40)),
          ),
    hole: lookAt(flat, pose, inside(at, hole, 0.55)),
    around,
  };
}
