import { PLATE } from './plate-colours';
import type { AreaKind, Board, BoardArea, BoardLine, Face, GhostHole, Overlay } from '@zebbit/core';
import { alongLine, compose, fitSimilarity } from '@zebbit/core';
import type { Viewport } from '../desk/plate-store';
import { toScreen } from '../desk/plate-store';

export const AREA_WORDS: Readonly<Record<AreaKind, string>> = {
  plane: 'copper plane',
  tall: 'tall part',
  screw: 'screw head',
  moving: 'moving part',
  plastic: 'plastic',
  'heat-shy': 'heat-shy',
};

/** A hatching of each kind of keep-out, told apart by its pattern, not by colour. */
const DASHES: Readonly<Record<AreaKind, string>> = {
  plane: '1 5',
  tall: '12 4',
  screw: '2 3',
  moving: '10 3 2 3',
  plastic: '6 6',
  'heat-shy': '3 3 9 3',
};

interface MapMarksProps {
  readonly board: Board;
  readonly face: Face;
  readonly viewport: Viewport;
  readonly chosen: ReadonlySet<string>;
  readonly onPick: (id: string, more: boolean) => void;
  readonly ghosts: readonly GhostHole[];
}

const pathOf = (points: BoardLine['points'], v: Viewport, shut: boolean): string =>
  `M${points.map((p) => `${toScreen(p, v).x} ${toScreen(p, v).y}`).join('L')}${shut ? 'Z' : ''}`;

function Line({
  line,
  viewport: v,
  chosen,
  onPick,
}: { readonly line: BoardLine } & Pick<MapMarksProps, 'viewport' | 'chosen' | 'onPick'>) {
  const mine = chosen.has(line.id);
  const d = pathOf(line.points, v, false);
  const edge = line.kind === 'edge';
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${line.name}${line.scars.length > 0 ? `, ${line.scars.map((s) => s.kind).join(', ')}` : ''}`}
      aria-pressed={mine}
      className="cursor-pointer"
      onClick={(e) => {
        e.stopPropagation();
        onPick(line.id, e.shiftKey);
      }}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        e.stopPropagation();
        onPick(line.id, e.shiftKey);
      }}
    >
      <path d={d} fill="none" stroke="transparent" strokeWidth={14} />
      <path d={d} fill="none" stroke={PLATE.dark} strokeOpacity={0.5} strokeWidth={edge ? 5 : 4.5} />
      <path
        d={d}
        fill="none"
        stroke={mine ? PLATE.chosen : PLATE.light}
        strokeWidth={edge ? 2.4 : 1.8}
        strokeDasharray={edge ? '14 4 2 4' : undefined}
        strokeLinejoin="round"
      />
      {line.scars.map((s, i) => {
        const a = alongLine(line.points, s.atMm);
        if (!a) return null;
        const at = toScreen(a.at, v);
        return (
          <g key={i} transform={`translate(${at.x} ${at.y}) rotate(${a.directionDeg})`}>
            {s.kind === 'cracked' ? (
              <path d="M-3 -9l5 6l-6 5l6 6" fill="none" stroke={PLATE.chosen} strokeWidth={2.6} />
            ) : (
              <path
                d={`M0 0h${Math.max(6, s.lengthMm * v.k)}`}
                stroke={PLATE.dark}
                strokeWidth={6}
                strokeDasharray="3 4"
              />
            )}
          </g>
        );
      })}
    </g>
  );
}

function Area({
  area,
  viewport: v,
  chosen,
  onPick,
}: { readonly area: BoardArea } & Pick<MapMarksProps, 'viewport' | 'chosen' | 'onPick'>) {
  const mine = chosen.has(area.id);
  const [first] = area.points;
  const at = first ? toScreen(first, v) : { x: 0, y: 0 };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${area.name}, ${AREA_WORDS[area.kind]}`}
      aria-pressed={mine}
      className="cursor-pointer"
      onClick={(e) => {
        e.stopPropagation();
        onPick(area.id, e.shiftKey);
      }}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        e.stopPropagation();
        onPick(area.id, e.shiftKey);
      }}
    >
      <path
        d={pathOf(area.points, v, true)}
        fill={PLATE.dark}
        fillOpacity={area.kind === 'plane' ? 0.12 : 0.32}
        stroke={mine ? PLATE.chosen : PLATE.light}
        strokeWidth={2}
        strokeDasharray={DASHES[area.kind]}
      />
      <text
        x={at.x + 6}
        y={at.y + 14}
        fontSize={12}
        fill={PLATE.light}
        stroke={PLATE.dark}
        strokeWidth={3}
        paintOrder="stroke"
      >
        {area.name}
      </text>
    </g>
  );
}

function OverlayMark({ overlay, viewport: v }: { readonly overlay: Overlay; readonly viewport: Viewport }) {
  const verdict = fitSimilarity(overlay.from.map((from, i) => ({ from, to: overlay.to[i] ?? from })));
  if (!verdict.ok || !overlay.shown) return null;
  const [a, b, c, d, e, f] = compose([v.k, 0, v.x, 0, v.k, v.y, 0, 0, 1], verdict.fit.map);
  return (
    <g transform={`matrix(${a} ${d} ${b} ${e} ${c} ${f})`} aria-hidden pointerEvents="none">
      {overlay.paths.map((path, i) => (
        <path
          key={i}
          d={path}
          fill="none"
          stroke={PLATE.ghost}
          strokeWidth={1.6}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </g>
  );
}

/** What lies under the pads: overlays, areas, lines, and what comes through from the other face. */
export function MapMarks({ board, face, viewport, chosen, onPick, ghosts }: MapMarksProps) {
  return (
    <>
      {board.areas
        .filter((a) => a.face === face)
        .map((area) => (
          <Area key={area.id} area={area} viewport={viewport} chosen={chosen} onPick={onPick} />
        ))}
      {board.lines
        .filter((l) => l.face === face)
        .map((line) => (
          <Line key={line.id} line={line} viewport={viewport} chosen={chosen} onPick={onPick} />
        ))}
      {board.overlays
        .filter((o) => o.face === face)
        .map((overlay) => (
          <OverlayMark key={overlay.id} overlay={overlay} viewport={viewport} />
        ))}
      {ghosts.map((g) => {
        const at = toScreen(g.at, viewport);
        return (
          <g
            key={g.id}
            role="button"
            tabIndex={0}
            aria-label={`${g.label}, from the other face`}
            aria-pressed={chosen.has(g.id)}
            className="cursor-pointer"
            transform={`translate(${at.x} ${at.y})`}
            onClick={(e) => {
              e.stopPropagation();
              onPick(g.id, e.shiftKey);
            }}
            onKeyDown={(e) => {
              if (e.key !== 'Enter' && e.key !== ' ') return;
              e.preventDefault();
              e.stopPropagation();
              onPick(g.id, e.shiftKey);
            }}
          >
            <circle r={12} fill="transparent" />
            <circle r={9} fill="none" stroke={PLATE.dark} strokeWidth={4.5} opacity={0.5} />
            <circle
              r={9}
              fill="none"
              stroke={chosen.has(g.id) ? PLATE.chosen : PLATE.light}
              strokeWidth={2}
              strokeDasharray="2 4"
            />
          </g>
        );
      })}
    </>
  );
}
