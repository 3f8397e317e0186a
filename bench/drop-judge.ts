import type { ConnectorPart, Oblong, PartLand } from '@zebbit/core';
import { metalAt } from '@zebbit/core';

/**
 * Whether a part goes into a board laid out for another, by points and brute force: nothing is shared with the core but what the metal of a leg is
 * taken to be. Rims are walked point by point, poses are searched on a grid that is made finer.
 */

interface Pose {
  readonly turn: number;
  readonly x: number;
  readonly y: number;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

const RIM = 20;
/** A hand does not feel less than this, mm. */
const FELT_MM = 0.03;

function rim(o: Oblong): Point[] {
  const a = (o.directionDeg * Math.PI) / 180;
  const half = (o.lengthMm - o.widthMm) / 2;
  return Array.from({ length: RIM }, (_, i) => {
    const t = (2 * Math.PI * i) / RIM;
    const u = (Math.cos(t) >= 0 ? half : -half) + (o.widthMm / 2) * Math.cos(t);
    const v = (o.widthMm / 2) * Math.sin(t);
    return { x: u * Math.cos(a) - v * Math.sin(a), y: u * Math.sin(a) + v * Math.cos(a) };
  });
}

/** How far a point lies outside of an oblong about the origin, mm; below 0 inside. */
function outside(p: Point, o: Oblong): number {
  const a = (o.directionDeg * Math.PI) / 180;
  const u = p.x * Math.cos(a) + p.y * Math.sin(a);
  const v = -p.x * Math.sin(a) + p.y * Math.cos(a);
  const half = (o.lengthMm - o.widthMm) / 2;
  const beyond = Math.max(0, Math.abs(u) - half);
  return Math.hypot(beyond, v) - o.widthMm / 2;
}

const inRect = (p: Point, o: Oblong): boolean => {
  const a = (o.directionDeg * Math.PI) / 180;
  const u = p.x * Math.cos(a) + p.y * Math.sin(a);
  const v = -p.x * Math.sin(a) + p.y * Math.cos(a);
  return Math.abs(u) <= o.lengthMm / 2 && Math.abs(v) <= o.widthMm / 2;
};

const move = (p: Point, pose: Pose): Point => ({
  x: Math.cos(pose.turn) * p.x - Math.sin(pose.turn) * p.y + pose.x,
  y: Math.sin(pose.turn) * p.x + Math.cos(pose.turn) * p.y + pose.y,
});

/** Share of a foot's points that rest on a pad. */
function resting(land: PartLand, pose: Pose, pads: readonly PartLand[]): number {
  const foot = metalAt(land);
  let on = 0;
  let all = 0;
  const a = (foot.directionDeg * Math.PI) / 180;
  for (let i = -5; i <= 5; i += 1)
    for (let j = -3; j <= 3; j += 1) {
      const u = (foot.lengthMm / 2) * (i / 5);
      const v = (foot.widthMm / 2) * (j / 3);
      const p = move(
        {
          x: land.at.x + u * Math.cos(a) - v * Math.sin(a),
          y: land.at.y + u * Math.sin(a) + v * Math.cos(a),
        },
        pose,
      );
      all += 1;
      if (pads.some((b) => inRect({ x: p.x - b.at.x, y: p.y - b.at.y }, b.copper))) on += 1;
    }
  return on / all;
}

/** The worst interference of a part in a pose, mm; infinite where a leg has no hole. */
function interference(part: ConnectorPart, board: ConnectorPart, pose: Pose): number {
  const holes = board.lands.filter((b) => b.hole);
  const turned = (pose.turn * 180) / Math.PI;
  return Math.max(
    -1,
    ...part.lands.map((l) => {
      if (!l.hole) return -1;
      const metal = metalAt(l);
      const at = move(l.at, pose);
      const points = rim({ ...metal, directionDeg: metal.directionDeg + turned });
      return Math.min(
        Infinity,
        ...holes.map((b) => {
          if (!b.hole || Math.hypot(at.x - b.at.x, at.y - b.at.y) > 3) return Infinity;
          const { hole } = b;
          return Math.max(
            ...points.map((p) => outside({ x: p.x + at.x - b.at.x, y: p.y + at.y - b.at.y }, hole)),
          );
        }),
      );
    }),
  );
}

/** How badly a part lies in a pose: interference, and feet off their pads. */
function badness(part: ConnectorPart, board: ConnectorPart, pose: Pose): number {
  const flat = part.lands.filter((l) => !l.hole && l.role === 'contact');
  const pads = board.lands.filter((b) => !b.hole);
  const off = flat.filter((l) => resting(l, pose, pads) < 0.5).length;
  return Math.max(FELT_MM, interference(part, board, pose)) + off;
}

/** Whether the part drops in, searched about a pose (part to board) that is near the right one. */
export function dropsIn(part: ConnectorPart, board: ConnectorPart, start: Pose): boolean {
  let best = start;
  let least = badness(part, board, start);
  for (let step = 0.24; step >= 0.015 && least > FELT_MM; step /= 2)
    for (let again = 0; again < 3; again += 1) {
      const here = best;
      for (const turn of [-1, 0, 1])
        for (const x of [-1, 0, 1])
          for (const y of [-1, 0, 1]) {
            const pose = {
              turn: here.turn + turn * step * 0.15,
              x: here.x + x * step,
              y: here.y + y * step,
            };
            const b = badness(part, board, pose);
            if (b < least) [best, least] = [pose, b];
          }
      if (best === here) break;
    }
  return least <= FELT_MM;
}
