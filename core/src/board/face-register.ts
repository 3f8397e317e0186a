import { fitSimilarity } from '../geometry/fit-similarity';
import type { BoardPoint } from '../geometry/point';
import { boardPoint } from '../geometry/point';
import type { Projective } from '../geometry/projective';
import { inverse, project } from '../geometry/projective';
import type { Board, Face } from './board';

/** How the bottom face lies under the top face. */
export interface FaceRegister {
  /** Bottom millimetres to top millimetres, mirrored. */
  readonly toTop: Projective;
  readonly toBottom: Projective;
  /** What each pair is off by, mm. */
  readonly residualsMm: readonly number[];
  readonly rmsMm: number;
  /** Scale of the bottom picture against the top picture as the pairs tell it: 1 when both were measured right. */
  readonly scaleAgainstTop: number;
  /** Which pair does not go with the others; `null` when all do or there are fewer than four. */
  readonly outlier: number | null;
}

/** A pair further off than this after fitting is worth a second look, mm (common practice: two clicks of a tenth each). */
export const PAIR_OFF_MM = 0.35;

const asPoint = (m: Projective, p: BoardPoint): BoardPoint => {
  const q = project(m, p);
  return boardPoint(q.x, q.y);
};

/**
 * Lays the bottom face on the top face by the board's pairs: mirrored, turned and shifted, never stretched, since both faces are
 * in millimetres. `null` with fewer than two pairs, or pairs in one place.
 */
export function faceRegister(board: Board): FaceRegister | null {
  const pairs = board.facePairs.map((p) => ({ from: p.bottom, to: p.top }));
  const rigid = fitSimilarity(pairs, { mirrored: true, scale: 1 });
  const free = fitSimilarity(pairs, { mirrored: true });
  if (!rigid.ok || !free.ok) return null;
  const worst = rigid.fit.residuals.indexOf(Math.max(...rigid.fit.residuals));
  const rest = pairs.filter((_, i) => i !== worst);
  const without = pairs.length >= 4 ? fitSimilarity(rest, { mirrored: true, scale: 1 }) : null;
  const left = pairs[worst];
  let outlier: number | null = null;
  if (without?.ok && left) {
    const q = project(without.fit.map, left.from);
    const off = Math.hypot(q.x - left.to.x, q.y - left.to.y);
    if (off > PAIR_OFF_MM && off > 4 * without.fit.rms) outlier = worst;
  }
  return {
    toTop: rigid.fit.map,
    toBottom: inverse(rigid.fit.map),
    residualsMm: rigid.fit.residuals,
    rmsMm: rigid.fit.rms,
    scaleAgainstTop: free.fit.scale,
    outlier,
  };
}

/** A place of one face as it lies on the other; `null` while the faces are not laid on each other. */
export function acrossFaces(
  register: FaceRegister | null,
  at: BoardPoint,
  from: Face,
  to: Face,
): BoardPoint | null {
  if (from === to) return at;
  if (!register) return null;
  return asPoint(from === 'bottom' ? register.toTop : register.toBottom, at);
}

export interface GhostHole {
  readonly id: string;
  readonly label: string;
  readonly at: BoardPoint;
}

/** What goes through the board and was marked on the other face: holes, slots, pegs and vias, where they come out on this one. */
export function ghostHoles(board: Board, face: Face, register: FaceRegister | null): GhostHole[] {
  if (!register) return [];
  const through = [
    ...board.legs
      .filter((l) => l.fixing !== 'surface')
      .map((l) => ({ id: l.id, label: l.name, face: l.face, at: l.at })),
    ...board.points
      .filter((p) => p.role === 'via')
      .map((p) => ({ id: p.id, label: p.name, face: p.face, at: p.at })),
  ];
  return through.flatMap((t) => {
    const at = t.face === face ? null : acrossFaces(register, t.at, t.face, face);
    return at ? [{ id: t.id, label: t.label, at }] : [];
  });
}
