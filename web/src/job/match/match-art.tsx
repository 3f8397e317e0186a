import { PLATE } from '../../plate/plate-colours';
import type { MatchCandidate, ObservedPattern, Oblong, XY } from '@zebbit/core';
import { project } from '@zebbit/core';
import type { Viewport } from '../../desk/plate-store';
import { toScreen } from '../../desk/plate-store';

/** Residuals are drawn this many times as long as they are. */
export const ARROW_TIMES = 5;
/** Beyond this many of its own spreads a residual is worth a look. */
const ODD_SIGMAS = 2.6;

const rim = (o: Oblong, rounded: boolean): XY[] => {
  const a = (o.directionDeg * Math.PI) / 180;
  const [l, w] = [o.lengthMm / 2, o.widthMm / 2];
  const flat: readonly (readonly [number, number])[] = rounded
    ? Array.from({ length: 20 }, (_, i) => {
        const t = (2 * Math.PI * (i + 0.5)) / 20;
        return [(Math.cos(t) >= 0 ? 1 : -1) * (l - w) + w * Math.cos(t), w * Math.sin(t)] as const;
      })
    : [
        [-l, -w],
        [l, -w],
        [l, w],
        [-l, w],
      ];
  return flat.map(([u, v]) => ({
    x: u * Math.cos(a) - v * Math.sin(a),
    y: u * Math.sin(a) + v * Math.cos(a),
  }));
};

interface PartOutlineProps {
  readonly candidate: MatchCandidate;
  readonly viewport: Viewport;
  /** The one it is compared with, drawn in broken lines. */
  readonly second?: boolean;
}

/** A part's lands, holes and the front of its shell to scale over the picture. */
function PartOutline({ candidate, viewport, second = false }: PartOutlineProps) {
  const { part, placement } = candidate;
  const path = (at: XY, o: Oblong, rounded: boolean): string =>
    `M${rim(o, rounded)
      .map((p) => toScreen(project(placement.map, { x: at.x + p.x, y: at.y + p.y }), viewport))
      .map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`)
      .join('L')}Z`;
  const look = second
    ? { stroke: PLATE.second, strokeDasharray: '5 4', fill: 'none' }
    : { stroke: PLATE.laid, fill: PLATE.laidFill, fillOpacity: 0.16 };
  return (
    <g strokeWidth={2} {...look}>
      {part.lands.map((l, i) => (
        <g key={i}>
          <path d={path(l.at, l.copper, l.hole !== null)} />
          {l.hole && (
            <path d={path(l.at, l.hole, true)} fill={second ? 'none' : PLATE.hole} fillOpacity={0.55} />
          )}
        </g>
      ))}
      <Front candidate={candidate} viewport={viewport} />
    </g>
  );
}

/** Where the shell ends, as wide as the part. */
function Front({ candidate, viewport }: Omit<PartOutlineProps, 'second'>) {
  const { part, placement } = candidate;
  const contacts = part.lands.filter((l) => l.role === 'contact');
  if (part.mouthDeg === null || part.frontMm === null || contacts.length === 0) return null;
  const a = (part.mouthDeg * Math.PI) / 180;
  const [u, v] = [
    { x: Math.cos(a), y: Math.sin(a) },
    { x: -Math.sin(a), y: Math.cos(a) },
  ];
  const middle = {
    x: contacts.reduce((s, c) => s + c.at.x, 0) / contacts.length,
    y: contacts.reduce((s, c) => s + c.at.y, 0) / contacts.length,
  };
  const across = part.lands.map((l) => (l.at.x - middle.x) * v.x + (l.at.y - middle.y) * v.y);
  const half = (part.shellMm?.[0] ?? Math.max(...across) - Math.min(...across)) / 2;
  const { frontMm } = part;
  const at = (s: number): XY =>
    toScreen(
      project(placement.map, {
        x: middle.x + frontMm * u.x + s * v.x,
        y: middle.y + frontMm * u.y + s * v.y,
      }),
      viewport,
    );
  const [p, q] = [at(-half), at(half)];
  return <path d={`M${p.x} ${p.y}L${q.x} ${q.y}`} strokeWidth={3} fill="none" />;
}

function Residuals({ candidate, viewport }: Omit<PartOutlineProps, 'second'>) {
  return (
    <g>
      {candidate.placement.residuals.map((r) => {
        const from = toScreen(r.at, viewport);
        const to = toScreen(
          { x: r.at.x + ARROW_TIMES * r.off.x, y: r.at.y + ARROW_TIMES * r.off.y },
          viewport,
        );
        const odd = r.sigmas > ODD_SIGMAS;
        const long = Math.hypot(to.x - from.x, to.y - from.y);
        if (long < 5 && !odd) return null;
        const [ux, uy] = [(to.x - from.x) / Math.max(long, 1e-6), (to.y - from.y) / Math.max(long, 1e-6)];
        const head = Math.min(7, long / 2);
        return (
          <g key={r.id} stroke={odd ? PLATE.bad : PLATE.light} strokeWidth={odd ? 3 : 1.8} fill="none">
            <path
              d={`M${from.x} ${from.y}L${to.x} ${to.y}M${to.x - head * (ux - 0.5 * uy)} ${to.y - head * (uy + 0.5 * ux)}L${to.x} ${to.y}L${to.x - head * (ux + 0.5 * uy)} ${to.y - head * (uy - 0.5 * ux)}`}
            />
            {odd && (
              <text
                x={to.x + 8}
                y={to.y + 4}
                className="figure"
                fontSize={13}
                fill={PLATE.badWords}
                stroke={PLATE.hole}
                strokeWidth={3}
                paintOrder="stroke"
              >
                {r.mm.toFixed(2)} mm
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

interface MatchArtProps {
  readonly chosen: MatchCandidate | null;
  readonly beside: MatchCandidate | null;
  readonly pattern: ObservedPattern;
  readonly viewport: Viewport;
}

/** The chosen part over the picture, with what is left between; the one it is compared with in broken lines. */
export function MatchArt({ chosen, beside, pattern, viewport }: MatchArtProps) {
  const stray = new Set(chosen?.placement.strays ?? []);
  return (
    <g aria-hidden pointerEvents="none">
      {beside && <PartOutline candidate={beside} viewport={viewport} second />}
      {chosen && <PartOutline candidate={chosen} viewport={viewport} />}
      {chosen && <Residuals candidate={chosen} viewport={viewport} />}
      {pattern.features
        .filter((f) => stray.has(f.id))
        .map((f) => {
          const p = toScreen(f.at, viewport);
          return (
            <path
              key={f.id}
              d={`M${p.x - 8} ${p.y - 8}l16 16M${p.x + 8} ${p.y - 8}l-16 16`}
              stroke={PLATE.bad}
              strokeWidth={3}
            />
          );
        })}
    </g>
  );
}
