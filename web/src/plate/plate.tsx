import { PLATE } from './plate-colours';
import type { KeyboardEvent, MouseEvent, ReactNode } from 'react';
import { useMemo, useRef } from 'react';
import { Maximize2, Minus, Plus } from 'lucide-react';
import type { BoardPoint, Face } from '@zebbit/core';
import { acrossFaces, ghostHoles } from '@zebbit/core';
import { useKeys } from '../app/use-keys';
import { useJob } from '../desk/job-context';
import { BoardMarks } from './board-marks';
import { MapMarks } from './map-marks';
import { PictureLayer } from './picture-layer';
import { facePictures, pictureExtent, pictureMap, PROVISIONAL } from './picture-map';
import type { Viewport } from '../desk/plate-store';
import { fromScreen, toScreen } from '../desk/plate-store';
import { usePlate } from '../desk/desk-context';
import { ScaleBar } from './scale-bar';
import { useSize } from './use-size';
import { useZoom } from './use-zoom';
import { Tip } from '../ui/tip';

const NOTHING: ReadonlySet<string> = new Set();

interface PlateProps {
  readonly chosen: string | null;
  /** Things chosen together, by the ids of what is moved as one. */
  readonly picked?: ReadonlySet<string>;
  /** `more` when the person holds Shift: add to what is chosen. */
  readonly onPick: (id: string, more: boolean) => void;
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

/** The board: its pictures in board millimetres with the marks over them; pan, zoom, flip; each mark reachable by keyboard. */
export function Plate({
  chosen,
  picked = NOTHING,
  onPick,
  onClick,
  toolWords,
  over,
  empty,
  zoomKeys = true,
}: PlateProps) {
  const { documents, view } = useJob();
  const { board } = documents;
  const { face, viewport, crosshair, only, showFace, setCrosshair } = usePlate();
  const box = useRef<HTMLDivElement>(null);
  const stage = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const pictures = facePictures(board, face);
  const sheet = (only === null ? undefined : board.faces[only]) ?? pictures[0]?.sheet;
  const scale = sheet && only === null ? pictureMap(sheet) : { map: PROVISIONAL, measured: false };
  const extent = pictureExtent(sheet ?? { widthPx: 1333, heightPx: 1000 }, scale.map);
  const zoom = useZoom(
    box,
    stage,
    size,
    extent,
    `${sheet?.photoId ?? ''}${face}${String(only)}${scale.map.join()}`,
  );
  const { register } = view.trace;
  const ghosts = useMemo(() => ghostHoles(board, face, register), [board, face, register]);
  const measuring = only !== null;

  const flip = (to: Face): void => {
    if (to === face) return;
    const middle = fromScreen({ x: size.width / 2, y: size.height / 2 }, viewport);
    const at = acrossFaces(register, middle, face, to);
    showFace(to, at && { at, k: viewport.k });
  };
  const closer = (): void => zoom.by(1.4);
  useKeys({
    ...(zoomKeys ? { '+': closer, '=': closer, '-': () => zoom.by(1 / 1.4), '0': zoom.fit } : {}),
    f: () => flip(face === 'top' ? 'bottom' : 'top'),
  });

  const click = (e: MouseEvent<SVGSVGElement>): void => {
    if (!onClick || !sheet) return;
    const rect = e.currentTarget.getBoundingClientRect();
    setCrosshair(null);
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
    else if (e.key === 'Enter' && crosshair && onClick && sheet) onClick(at, face);
    else return;
    e.preventDefault();
    e.stopPropagation();
  };

  const cross = crosshair ? toScreen(crosshair, viewport) : null;
  return (
    <main
      ref={box}
      className={`relative min-h-0 min-w-0 flex-1 overflow-hidden bg-mat ${onClick ? 'cursor-crosshair' : 'cursor-grab'}`}
    >
      <div ref={stage} className="absolute inset-0 origin-top-left will-change-transform">
        <PictureLayer face={face} viewport={viewport} only={only} />
        <svg
          width={size.width}
          height={size.height}
          tabIndex={0}
          role="group"
          aria-label={`Board, ${face} face${toolWords ? `; ${toolWords}` : ''}`}
          className="absolute left-0 top-0 block select-none overflow-visible"
          onClick={click}
          onKeyDown={drive}
        >
          {!measuring && (
            <>
              <MapMarks
                board={board}
                face={face}
                viewport={viewport}
                chosen={picked}
                onPick={onPick}
                ghosts={ghosts}
              />
              <BoardMarks
                board={board}
                face={face}
                viewport={viewport}
                chosen={chosen}
                picked={picked}
                onPick={onPick}
              />
            </>
          )}
          {over?.(viewport, face)}
          {cross && (
            <path
              d={`M${cross.x - 16} ${cross.y}h32M${cross.x} ${cross.y - 16}v32`}
              stroke={PLATE.chosen}
              strokeWidth={2}
            />
          )}
        </svg>
      </div>
      {scale.measured && (
        <svg
          width={size.width}
          height={size.height}
          className="pointer-events-none absolute left-0 top-0"
          aria-hidden
        >
          <ScaleBar k={viewport.k} x={size.width - 22} y={size.height - 18} />
        </svg>
      )}
      {!sheet && (
        <div className="absolute inset-0 grid place-items-center p-8" data-no-zoom>
          {empty}
        </div>
      )}
      <PlateTools face={face} showFace={flip} by={zoom.by} fit={zoom.fit} />
      {toolWords && (
        <p
          className="pointer-events-none absolute left-1/2 top-4 max-w-[52%] -translate-x-1/2 rounded-full bg-copper px-4 py-1.5 text-center font-semibold text-on-copper shadow"
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
        data-no-zoom
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
        data-no-zoom
        aria-label="Zoom"
        className="absolute bottom-4 left-4 flex overflow-hidden rounded-[11px] border border-line shadow"
      >
        <Tip words="Closer (+)">
          <button type="button" aria-label="Closer" className={TOOL} onClick={() => by(1.4)}>
            <Plus aria-hidden className="size-5" />
          </button>
        </Tip>
        <Tip words="Further (−)">
          <button type="button" aria-label="Further" className={TOOL} onClick={() => by(1 / 1.4)}>
            <Minus aria-hidden className="size-5" />
          </button>
        </Tip>
        <Tip words="Whole board (0)">
          <button type="button" aria-label="Whole board" className={TOOL} onClick={fit}>
            <Maximize2 aria-hidden className="size-5" />
          </button>
        </Tip>
      </div>
    </>
  );
}
