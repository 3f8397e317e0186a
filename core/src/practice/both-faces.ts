import type { Component, FacePair, LoosePoint } from '../board/board';
import type { XY } from '../geometry/projective';
import { boardPoint } from '../geometry/point';
import type { Draw } from './stage-builder';

/** Width of a made-up board with parts on both faces, mm: places on the bottom are mirrored about its middle, as they are seen there. */
const WIDTH_MM = 40;
const BELOW = 0.2;
const VIA = 0.6;

/** A made-up board's parts spread over both faces, with the vias that can be seen. */
export interface BothFaces {
  readonly components: readonly Component[];
  readonly points: readonly LoosePoint[];
  /** Net of each new point. */
  readonly netOf: Readonly<Record<string, string>>;
  readonly facePairs: readonly FacePair[];
}

const mirrored = (p: XY) => boardPoint(WIDTH_MM - p.x, p.y);

/** Moves one part in five to the bottom face; most of its lines come through at a via that both faces show. */
export function bothFaces(
  components: readonly Component[],
  netOf: Readonly<Record<string, string>>,
  draw: Draw,
): BothFaces {
  const points: LoosePoint[] = [];
  const nets: Record<string, string> = {};
  const moved = components.map((c): Component => {
    if (!draw.chance(BELOW)) return c;
    for (const t of c.terminals) {
      const net = netOf[t.id];
      if (net === undefined || net === '0' || !draw.chance(VIA)) continue;
      const id = `via-${t.id}`;
      const at = boardPoint(t.at.x + draw.between(-1, 1), t.at.y + draw.between(-1.5, 0));
      points.push({ id, name: id, face: 'top', at, role: 'via' });
      nets[id] = net;
    }
    return { ...c, face: 'bottom', terminals: c.terminals.map((t) => ({ ...t, at: mirrored(t.at) })) };
  });
  const corners = [
    { x: 0, y: -4 },
    { x: 20, y: -4 },
    { x: 0, y: 18 },
  ];
  return {
    components: moved,
    points,
    netOf: nets,
    facePairs: corners.map((c) => ({ top: boardPoint(c.x, c.y), bottom: mirrored(c) })),
  };
}
