import { useEffect } from 'react';
import type { PadState } from '@zebbit/core';
import { distanceMm, PAD_STATE_WORDS, printLength, stationMove, toBoard } from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { faceScale } from '../../plate/face-scale';
import { Plate } from '../../plate/plate';
import type { Viewport } from '../../plate/plate-store';
import { toScreen, usePlate } from '../../plate/plate-store';
import { Button } from '../../ui/button';
import { PhotoPicker } from '../../ui/photo-picker';
import { Sleeve } from '../../ui/sleeve';
import { useJob } from '../job-context';
import { Slip, SlipMove, SlipPart } from '../slip';
import { ChosenEditor, stateOfKey, withState } from './chosen-editor';
import { nudged, without } from './place';
import { ComponentForm, RowForm, ScaleForm, SmallForms } from './tool-forms';
import type { Tool } from './tool-store';
import { useTool } from './tool-store';
import { TOOL_WORDS, usePlacing } from './use-placing';

const TOOLS: readonly (readonly [string, string, Tool])[] = [
  ['Scale', 'S', { kind: 'scale', from: null, to: null }],
  ['Row of pins', 'R', { kind: 'row', first: null, last: null }],
  ['Leg', 'L', { kind: 'leg', fixing: 'through-hole' }],
  ['Part', 'C', { kind: 'component', part: 'resistor', terminals: [] }],
  ['Point', 'P', { kind: 'point', role: 'pour' }],
  ['Measure', 'M', { kind: 'measure', from: null, to: null }],
];

/** What is left on the board, measured. */
export function LookOver() {
  const { view, documents, desk } = useJob();
  const { board } = documents;
  const { tool, take, chosen, choose } = useTool();
  const face = usePlate((s) => s.face);
  const viewport = usePlate((s) => s.viewport);
  const placing = usePlacing();
  const sheet = board.faces.find((f) => f.face === face);
  const measured = sheet ? faceScale(sheet).measured : false;

  useEffect(() => () => take({ kind: 'none' }), [take]);

  const setState = (id: string, state: PadState): void => {
    desk.store.getState().replace('board', withState(board, id, state));
    const next = view.pins.find((p) => p.pin.pin.state === 'unchecked' && p.pin.id !== id);
    if (next && view.pins.some((p) => p.pin.id === id)) choose(next.pin.id);
  };
  const nudge = (dx: number, dy: number): void => {
    if (chosen !== null)
      desk.store.getState().replace('board', nudged(board, chosen, dx / viewport.k, dy / viewport.k));
  };
  useKeys({
    ...Object.fromEntries(
      TOOLS.map(([, key, t]) => [key.toLowerCase(), () => (measured || t.kind === 'scale') && take(t)]),
    ),
    ...Object.fromEntries(
      Array.from({ length: 9 }, (_, i) => [
        String(i + 1),
        () => {
          const state = stateOfKey(String(i + 1));
          if (state && chosen !== null) setState(chosen, state);
        },
      ]),
    ),
    Escape: () => (tool.kind === 'none' ? choose(null) : take({ kind: 'none' })),
    Delete: () => {
      if (chosen === null) return;
      desk.store.getState().replace('board', without(board, chosen));
      choose(null);
    },
    ArrowLeft: () => nudge(-1, 0),
    ArrowRight: () => nudge(1, 0),
    ArrowUp: () => nudge(0, -1),
    ArrowDown: () => nudge(0, 1),
  });

  return (
    <>
      <Plate
        chosen={chosen}
        onPick={(id) => (placing ? placing(view.trace.byId.get(id)?.at ?? { x: 0, y: 0 }, face) : choose(id))}
        onClick={placing}
        toolWords={TOOL_WORDS[tool.kind]}
        over={(v) => <ToolArt tool={tool} viewport={v} mmPerPx={sheet ? faceScale(sheet).mmPerPx : 1} />}
        empty={<BoardPhoto />}
      />
      <Slip label="Look over">
        <SlipMove move={stationMove(view, 'look-over')}>
          <div role="group" aria-label="Tools" className="mt-1 grid grid-cols-3 gap-2">
            {TOOLS.map(([words, key, t]) => (
              <Button
                key={t.kind}
                hotkey={key}
                aria-pressed={tool.kind === t.kind}
                disabled={!sheet || (!measured && t.kind !== 'scale')}
                className={tool.kind === t.kind ? '!border-copper !bg-copper-soft' : ''}
                onClick={() => take(tool.kind === t.kind ? { kind: 'none' } : t)}
              >
                {words === 'Row of pins' ? 'Row' : words}
              </Button>
            ))}
          </div>
        </SlipMove>
        {tool.kind !== 'none' && (
          <SlipPart title={TOOL_WORDS[tool.kind].split(':')[0] ?? ''}>
            {tool.kind === 'scale' && <ScaleForm tool={tool} face={face} />}
            {tool.kind === 'row' && <RowForm tool={tool} />}
            {tool.kind === 'component' && <ComponentForm tool={tool} face={face} />}
            <SmallForms tool={tool} />
          </SlipPart>
        )}
        {tool.kind === 'none' && <ChosenEditor setState={setState} />}
        <PadTable />
        {sheet && (
          <SlipPart title={`Picture of the ${face} face`}>
            <BoardPhoto />
          </SlipPart>
        )}
      </Slip>
    </>
  );
}

function BoardPhoto() {
  const { bundle, edit, documents } = useJob();
  const face = usePlate((s) => s.face);
  const has = documents.board.faces.some((f) => f.face === face);
  return (
    <div className="rounded-[14px] bg-sheet p-4 text-ink">
      {!has && (
        <p className="mb-3 max-w-[34ch]">
          The {face} face has no picture yet. Straight from above, clean, sharp, the torn port in the middle.
        </p>
      )}
      <PhotoPicker
        jobId={bundle.id}
        use="board"
        label={has ? 'Replace the picture' : `Photo of the ${face} face`}
        caption={`board, ${face}`}
        onStored={(photo) =>
          edit('board', (d) => {
            d.faces = d.faces.filter((f) => f.face !== face);
            d.faces.push({
              face,
              photoId: photo.id,
              widthPx: photo.widthPx,
              heightPx: photo.heightPx,
              scale: null,
            });
          })
        }
      />
    </div>
  );
}

function PadTable() {
  const { view } = useJob();
  const { chosen, choose, take } = useTool();
  if (view.pins.length === 0) return null;
  const left = view.pins.filter((p) => p.pin.pin.state === 'unchecked').length;
  return (
    <SlipPart title="Pads" corner={left === 0 ? 'all looked at' : `${left} to look at`}>
      <ul>
        {view.pins.map(({ pin }) => (
          <li key={pin.id} className="border-t border-line first:border-0">
            <button
              type="button"
              onClick={() => {
                take({ kind: 'none' });
                choose(pin.id);
              }}
              aria-pressed={chosen === pin.id}
              className={`flex min-h-10 w-full items-center gap-3 rounded-[8px] px-2 text-left ${chosen === pin.id ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
            >
              <span className="figure w-[62px] text-second">{pin.pin.number}</span>
              <span className="w-[84px]">
                <Sleeve of={pin.pin.function} />
              </span>
              <span className={pin.pin.state === 'unchecked' ? 'text-copper' : ''}>
                {PAD_STATE_WORDS[pin.pin.state]}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </SlipPart>
  );
}

/** The clicks a tool has gathered so far. */
function ToolArt({
  tool,
  viewport,
  mmPerPx,
}: {
  readonly tool: Tool;
  readonly viewport: Viewport;
  readonly mmPerPx: number;
}) {
  const points =
    tool.kind === 'scale'
      ? [tool.from, tool.to].flatMap((p) => (p ? [toBoard(p, mmPerPx)] : []))
      : tool.kind === 'measure'
        ? [tool.from, tool.to].flatMap((p) => (p ? [p] : []))
        : tool.kind === 'component'
          ? tool.terminals
          : tool.kind === 'row'
            ? [tool.first, tool.last].flatMap((p) => (p ? [p] : []))
            : [];
  const [a, b] = points;
  const line =
    (tool.kind === 'scale' || tool.kind === 'measure') && a && b
      ? { a: toScreen(a, viewport), b: toScreen(b, viewport) }
      : null;
  return (
    <g pointerEvents="none">
      {line && (
        <path d={`M${line.a.x} ${line.a.y}L${line.b.x} ${line.b.y}`} stroke="#ffb583" strokeWidth={2.5} />
      )}
      {points.map((p, i) => {
        const s = toScreen(p, viewport);
        return (
          <path
            key={i}
            d={`M${s.x - 12} ${s.y}h24M${s.x} ${s.y - 12}v24`}
            stroke="#ffb583"
            strokeWidth={2.5}
          />
        );
      })}
      {line && a && b && tool.kind === 'measure' && (
        <text
          x={(line.a.x + line.b.x) / 2 + 10}
          y={(line.a.y + line.b.y) / 2 - 10}
          fontSize={15}
          fontWeight={700}
          fontFamily="var(--font-mono)"
          fill="#fff7e6"
          stroke="#10181b"
          strokeWidth={4}
          paintOrder="stroke"
        >
          {printLength(distanceMm(a, b))}
        </text>
      )}
    </g>
  );
}
