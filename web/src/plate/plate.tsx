import type { KeyboardEvent, MouseEvent, ReactNode } from 'react';
import { useRef } from 'react';
import { Maximize2, Minus, Plus } from 'lucide-react';
import type { BoardPoint, Face } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { useKeys } from '../app/use-keys';
import { useJob } from '../job/job-context';
import { BoardMarks } from './board-marks';
import { faceScale } from './face-scale';
import type { Viewport } from './plate-store';
import { fromScreen, toScreen, usePlate } from './plate-store';
import { ScaleBar } from './scale-bar';
import { useSize } from './use-size';
import { useZoom } from './use-zoom';

interface PlateProps {
  readonly chosen: string | null;
  readonly onPick: (id: string) => void;
  /** A tool is in the hand: clicks place things. */
  readonly onClick?: ((at: BoardPoint, face: Face) => void) | undefined;
  readonly toolWords?: string | undefined;
  /** Drawn over the marks, in screen pixels. */
  readonly over?: (viewport: Viewport, face: Face) => ReactNode;
  /** Shown when this face has no picture. */
  readonly empty: ReactNode;
  /** Off where + and - mean something else. */
  readonly zoomKeys?: boolean;
}

/** The board: its picture in board millimetres with the marks over it; pan, zoom, flip; each mark reachable by keyboard. */
export function Plate({ chosen, onPick, onClick, toolWords, over, empty, zoomKeys = true }: PlateProps) {
  const { documents } = useJob();
  const { board } = documents;
  const { face, viewport, crosshair, showFace, setCrosshair } = usePlate();
  const box = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const size = useSize(box);
  const sheet = board.faces.find((f) => f.face === face);
  const scale = sheet ? faceScale(sheet) : { mmPerPx: 1, measured: false };
  const boardSize = {
    width: (sheet?.widthPx ?? 40) * scale.mmPerPx,
    height: (sheet?.heightPx ?? 30) * scale.mmPerPx,
  };
  const zoom = useZoom(svg, size, boardSize, `${sheet?.photoId ?? ''}${face}${scale.mmPerPx}`);

  const closer = (): void => zoom.by(1.4);
  useKeys({
    ...(zoomKeys ? { '+': closer, '=': closer, '-': () => zoom.by(1 / 1.4), '0': zoom.fit } : {}),
    f: () => showFace(face === 'top' ? 'bottom' : 'top'),
  });

  const click = (e: MouseEvent<SVGSVGElement>): void => {
    if (!onClick || !sheet) return;
    const rect = e.currentTarget.getBoundingClientRect();
    onClick(fromScreen({ x: e.clientX - rect.left, y: e.clientY - rect.top }, viewport), face);
  };

  const drive = (e: KeyboardEvent): void => {
    if (e.target !== e.currentTarget) return;
    const px = e.shiftKey ? 40 : e.altKey ? 1 : 8;
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-px, 0],
      ArrowRight: [px, 0],
      ArrowUp: [0, -px],
      ArrowDown: [0, px],
    };
    const by = moves[e.key];
    const at = crosshair ?? fromScreen({ x: size.width / 2, y: size.height / 2 }, viewport);
    if (by) setCrosshair({ x: at.x + by[0] / viewport.k, y: at.y + by[1] / viewport.k });
    else if (e.key === 'Enter' && onClick && sheet) onClick(at, face);
    else return;
    e.preventDefault();
  };

  const cross = crosshair ? toScreen(crosshair, viewport) : null;
  return (
    <main ref={box} className="relative min-h-0 min-w-0 flex-1 overflow-hidden bg-mat">
      <svg
        ref={svg}
        width={size.width}
        height={size.height}
        tabIndex={0}
        role="group"
        aria-label={`Board, ${face} face${toolWords ? `; ${toolWords}` : ''}`}
        className={`block select-none ${onClick ? 'cursor-crosshair' : 'cursor-grab'}`}
        onClick={click}
        onKeyDown={drive}
      >
        {sheet && (
          <image
            href={routes.photo(sheet.photoId)}
            width={sheet.widthPx}
            height={sheet.heightPx}
            transform={`translate(${viewport.x} ${viewport.y}) scale(${viewport.k * scale.mmPerPx})`}
            preserveAspectRatio="none"
          />
        )}
        <BoardMarks board={board} face={face} viewport={viewport} chosen={chosen} onPick={onPick} />
        {over?.(viewport, face)}
        {cross && (
          <path
            d={`M${cross.x - 16} ${cross.y}h32M${cross.x} ${cross.y - 16}v32`}
            stroke="#ffb583"
            strokeWidth={2}
          />
        )}
        {scale.measured && <ScaleBar k={viewport.k} x={size.width - 22} y={size.height - 18} />}
      </svg>
      {!sheet && <div className="absolute inset-0 grid place-items-center p-8">{empty}</div>}
      <PlateTools face={face} showFace={showFace} by={zoom.by} fit={zoom.fit} />
      {toolWords && (
        <p
          className="pointer-events-none absolute left-1/2 top-4 max-w-[52%] -translate-x-1/2 rounded-full bg-copper px-4 py-1.5 text-center font-semibold text-on-copper shadow-lg"
          role="status"
        >
          {toolWords}
        </p>
      )}
    </main>
  );
}

interface PlateToolsProps {
  readonly face: Face;
  readonly showFace: (face: Face) => void;
  readonly by: (factor: number) => void;
  readonly fit: () => void;
}

const TOOL = 'grid size-10 place-items-center bg-sheet text-ink hover:bg-sunk';

function PlateTools({ face, showFace, by, fit }: PlateToolsProps) {
  return (
    <>
      <div
        role="group"
        aria-label="Face"
        className="absolute left-4 top-4 flex overflow-hidden rounded-[11px] border border-line shadow"
      >
        {(['top', 'bottom'] as const).map((f) => (
          <button
            key={f}
            type="button"
            aria-pressed={face === f}
            onClick={() => showFace(f)}
            className={`min-h-10 px-4 font-semibold ${face === f ? 'bg-ink text-sheet' : 'bg-sheet text-ink2'}`}
          >
            {f === 'top' ? 'Top' : 'Bottom'}
          </button>
        ))}
      </div>
      <div
        role="group"
        aria-label="Zoom"
        className="absolute bottom-4 left-4 flex overflow-hidden rounded-[11px] border border-line shadow"
      >
        <button type="button" aria-label="Closer" title="Closer (+)" className={TOOL} onClick={() => by(1.4)}>
          <Plus aria-hidden className="size-5" />
        </button>
        <button
          type="button"
          aria-label="Further"
          title="Further (−)"
          className={TOOL}
          onClick={() => by(1 / 1.4)}
        >
          <Minus aria-hidden className="size-5" />
        </button>
        <button type="button" aria-label="Whole board" title="Whole board (0)" className={TOOL} onClick={fit}>
          <Maximize2 aria-hidden className="size-5" />
        </button>
      </div>
    </>
  );
}
