import { PLATE } from '../../plate/plate-colours';
import type { BoardPoint, FootprintProposal } from '@zebbit/core';
import {
  basePicture,
  faceFrame,
  measureLength,
  printLength,
  printMeasured,
  distanceMm,
  placeErrorMm,
  toBoard,
} from '@zebbit/core';
import { PROVISIONAL_MM_PER_PX } from '../../plate/picture-map';
import type { Viewport } from '../../desk/plate-store';
import { toScreen } from '../../desk/plate-store';
import { useJob } from '../../desk/job-context';
import type { Tool } from '../../desk/tool-store';
import { usePlate, useTool } from '../../desk/desk-context';
import { isUnnumbered } from './proposal-form';

const there = (points: readonly { x: number; y: number }[]): BoardPoint[] =>
  points.map((p) => ({ x: p.x * PROVISIONAL_MM_PER_PX, y: p.y * PROVISIONAL_MM_PER_PX }));

function pointsOf(tool: Tool, only: number | null): readonly BoardPoint[] {
  switch (tool.kind) {
    case 'scale':
      return there(tool.clicks);
    case 'lay':
      return only === null ? tool.here : there(tool.there);
    case 'measure':
      return [tool.from, tool.to].flatMap((p) => p ?? []);
    case 'read':
      return [tool.from, tool.to, ...(tool.pointed?.at ?? [])].flatMap((p) => p ?? []);
    case 'row':
      return [tool.first, tool.last].flatMap((p) => p ?? []);
    case 'component':
      return tool.terminals;
    case 'line':
    case 'area':
      return tool.points;
    case 'leg':
      return tool.clicks;
    case 'overlay':
      return tool.to;
    default:
      return [];
  }
}

/** The clicks a tool has gathered so far, joined as they will be. */
export function ToolArt({ viewport }: { readonly viewport: Viewport }) {
  const { documents } = useJob();
  const { tool, proposal, refused, errors } = useTool();
  const { only, face } = usePlate();
  const points = pointsOf(tool, only).map((p) => toScreen(p, viewport));
  const [a, b] = points;
  const frame = faceFrame(documents.board, face);
  const joined =
    tool.kind === 'line' ||
    tool.kind === 'area' ||
    tool.kind === 'measure' ||
    (tool.kind === 'scale' && tool.method === 'length');
  return (
    <g pointerEvents="none">
      {joined && points.length > 1 && (
        <path
          d={`M${points.map((p) => `${p.x} ${p.y}`).join('L')}${tool.kind === 'area' ? 'Z' : ''}`}
          fill="none"
          stroke={PLATE.chosen}
          strokeWidth={2.5}
        />
      )}
      {tool.kind === 'read' && a && b && (
        <rect
          x={Math.min(a.x, b.x)}
          y={Math.min(a.y, b.y)}
          width={Math.abs(a.x - b.x)}
          height={Math.abs(a.y - b.y)}
          fill="none"
          stroke={PLATE.chosen}
          strokeWidth={2.5}
          strokeDasharray="10 5"
        />
      )}
      {points.map((s, i) => (
        <g key={i}>
          <path
            d={`M${s.x - 12} ${s.y}h24M${s.x} ${s.y - 12}v24`}
            stroke={PLATE.dark}
            strokeWidth={5}
            opacity={0.5}
          />
          <path d={`M${s.x - 12} ${s.y}h24M${s.x} ${s.y - 12}v24`} stroke={PLATE.chosen} strokeWidth={2.5} />
        </g>
      ))}
      {tool.kind === 'measure' && tool.from && tool.to && a && b && (
        <text
          x={(a.x + b.x) / 2 + 10}
          y={(a.y + b.y) / 2 - 10}
          fontSize={15}
          fontWeight={700}
          fontFamily="var(--font-mono)"
          fill={PLATE.light}
          stroke={PLATE.dark}
          strokeWidth={4}
          paintOrder="stroke"
        >
          {frame
            ? printMeasured(measureLength(frame, tool.from, tool.to))
            : printLength(distanceMm(tool.from, tool.to))}
        </text>
      )}
      {errors && frame && only === null && <ErrorArt viewport={viewport} />}
      {proposal?.face === face && only === null && (
        <ProposalArt found={proposal.found} refused={refused} viewport={viewport} />
      )}
    </g>
  );
}

/** What was seen in the picture and is not placed yet: dotted outlines. */
function ProposalArt({
  found,
  refused,
  viewport: v,
}: {
  readonly found: FootprintProposal;
  readonly refused: ReadonlySet<string>;
  readonly viewport: Viewport;
}) {
  const outline = (
    key: string,
    at: BoardPoint,
    w: number,
    h: number,
    deg: number,
    gone: boolean,
    round: boolean,
  ) => {
    const s = toScreen(at, v);
    return (
      <g key={key} transform={`translate(${s.x} ${s.y}) rotate(${deg})`}>
        <rect
          x={(-w * v.k) / 2}
          y={(-h * v.k) / 2}
          width={w * v.k}
          height={h * v.k}
          rx={round ? (Math.min(w, h) * v.k) / 2 : 2}
          fill="none"
          stroke={PLATE.dark}
          strokeWidth={5}
          opacity={0.5}
        />
        <rect
          x={(-w * v.k) / 2}
          y={(-h * v.k) / 2}
          width={w * v.k}
          height={h * v.k}
          rx={round ? (Math.min(w, h) * v.k) / 2 : 2}
          fill="none"
          stroke={PLATE.ghost}
          strokeWidth={2.2}
          strokeDasharray={gone ? '2 4' : '7 3'}
        />
      </g>
    );
  };
  return (
    <>
      {found.rows.map((row, i) => {
        const first = row.pads[0];
        if (!first || !isUnnumbered(row) || refused.has(`row ${i}`)) return null;
        const s = toScreen(first.at, v);
        // The end that a question about pin 1 means.
        return (
          <circle
            key={`end ${i}`}
            cx={s.x}
            cy={s.y}
            r={14}
            fill="none"
            stroke={PLATE.chosen}
            strokeWidth={3}
          />
        );
      })}
      {found.rows.flatMap((row, i) =>
        refused.has(`row ${i}`)
          ? []
          : row.pads.map((p, k) =>
              outline(
                `r${i}.${k}`,
                p.at,
                p.sizeMm[0],
                p.sizeMm[1],
                row.directionDeg,
                p.state === 'torn',
                false,
              ),
            ),
      )}
      {found.lands.flatMap((l, i) =>
        refused.has(`land ${i}`)
          ? []
          : [
              outline(
                `l${i}`,
                l.at,
                l.slot.lengthMm,
                l.slot.widthMm,
                l.slot.directionDeg,
                l.state === 'torn',
                l.fixing !== 'surface',
              ),
            ],
      )}
    </>
  );
}

/** How far off a place may be drawn, at nine places of the base picture: two standard deviations. */
function ErrorArt({ viewport: v }: { readonly viewport: Viewport }) {
  const { board } = useJob().documents;
  const face = usePlate((s) => s.face);
  const frame = faceFrame(board, face);
  const base = basePicture(board, face);
  if (!frame || !base) return null;
  return [0.08, 0.5, 0.92].flatMap((fx) =>
    [0.08, 0.5, 0.92].map((fy) => {
      const at = toBoard({ x: fx * base.widthPx, y: fy * base.heightPx }, frame);
      const s = toScreen(at, v);
      const off = 2 * placeErrorMm(frame, at);
      return (
        <g key={`${fx} ${fy}`} transform={`translate(${s.x} ${s.y})`}>
          <circle r={Math.max(3, off * v.k)} fill="none" stroke={PLATE.dark} strokeWidth={4} opacity={0.5} />
          <circle r={Math.max(3, off * v.k)} fill="none" stroke={PLATE.ghost} strokeWidth={2} />
          <text
            x={9}
            y={-7}
            fontSize={13}
            fontWeight={700}
            fontFamily="var(--font-mono)"
            fill={PLATE.light}
            stroke={PLATE.dark}
            strokeWidth={4}
            paintOrder="stroke"
          >
            ±{off.toFixed(2)}
          </text>
        </g>
      );
    }),
  );
}
