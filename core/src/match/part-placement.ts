import type { Projective, XY } from '../geometry/projective';
import { inverse, project } from '../geometry/projective';
import type { Weighed } from './weigh-part';

/** How a part lies on the board. */
export interface PartPlacement {
  /** Part millimetres onto board millimetres, mirrored where the board is looked at from the back. */
  readonly map: Projective;
  readonly mirrored: boolean;
  /** What is left at each feature that a land explains: from the land to what was measured, board mm. */
  readonly residuals: readonly {
    readonly id: string;
    readonly land: number;
    readonly at: XY;
    readonly off: XY;
    readonly mm: number;
    readonly sigmas: number;
  }[];
  /** Features that no land explains. */
  readonly strays: readonly string[];
  readonly rmsMm: number;
}

/** Where a weighed part lies on the board, with what is left between. */
export function placementOf(w: Weighed): PartPlacement {
  const { placement } = w.best;
  const { seen, part } = w;
  const flip = seen.mirrored ? -1 : 1;
  const [c, s, dx, dy] = [placement.cos, placement.sin, placement.dx, placement.dy];
  const onto: Projective = [
    flip * c,
    -s,
    dx - flip * c * seen.centre.x + s * seen.centre.y,
    flip * s,
    c,
    dy - flip * s * seen.centre.x - c * seen.centre.y,
    0,
    0,
    1,
  ];
  const map = inverse(onto);
  const residuals = placement.lands.flatMap((l, o) => {
    const f = seen.features[o];
    const land = part.lands[l];
    if (!f || !land) return [];
    const at = project(map, land.at);
    const off = { x: f.at.x - at.x, y: f.at.y - at.y };
    const length = Math.hypot(off.x, off.y);
    return [{ id: f.id, land: l, at, off, mm: length, sigmas: length / f.sigmaMm }];
  });
  return {
    map,
    mirrored: seen.mirrored,
    residuals,
    strays: seen.features.filter((_, o) => (placement.lands[o] ?? -1) < 0).map((f) => f.id),
    rmsMm: Math.sqrt(residuals.reduce((t, r) => t + r.mm ** 2, 0) / Math.max(1, residuals.length)),
  };
}
