import { useEffect, useMemo } from 'react';
import type { ReactNode } from 'react';
import type { Board, PadState } from '@zebbit/core';
import {
  alignThings,
  copyThings,
  PAD_STATE_WORDS,
  removeThings,
  shiftThings,
  stationMove,
  thingOf,
  toggleLock,
  turnRowRound,
  turnThings,
  withPadState,
} from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { pictureMap } from '../../plate/picture-map';
import { Plate } from '../../plate/plate';
import { Button } from '../../ui/button';
import { Sleeve } from '../../ui/sleeve';
import { useJob } from '../../desk/job-context';
import { ConfirmKinds } from '../kind-picker';
import { Slip, SlipMove, SlipSection } from '../slip';
import { ChosenEditor, stateOfKey } from './chosen-editor';
import { CordSection } from './cord-section';
import { ExchangeSection } from './exchange-section';
import { LayForm, PairForm } from './face-forms';
import { LeftSummary } from './left-summary';
import { MeasureForm } from './measure-form';
import { BoardPhoto, PicturesSection } from './pictures-section';
import { ProposalForm } from './proposal-form';
import { ReadForm } from './read-form';
import { ToolArt } from './tool-art';
import { ComponentForm, RowForm, ShapeForm, SmallForms } from './tool-forms';
import type { Tool } from '../../desk/tool-store';
import { SnapRing } from './snap-ring';
import { drawnShape, snaps, TOOL_WORDS, usePlacing } from './use-placing';
import { usePlate, useTool } from '../../desk/desk-context';

const TOOLS: readonly (readonly [string, string, Tool])[] = [
  ['Scale', 'S', { kind: 'scale', index: 0, method: 'length', clicks: [] }],
  ['Read it', 'G', { kind: 'read', from: null, to: null }],
  ['Row', 'R', { kind: 'row', first: null, last: null }],
  ['Leg', 'L', { kind: 'leg', fixing: 'through-hole', round: false, clicks: [] }],
  ['Part', 'C', { kind: 'component', component: 'resistor', package: null, turnDeg: 0, terminals: [] }],
  ['Point', 'P', { kind: 'point', role: 'pour' }],
  ['Track', 'T', { kind: 'line', line: 'track', points: [] }],
  ['Edge', 'E', { kind: 'line', line: 'edge', points: [] }],
  ['Area', 'A', { kind: 'area', area: 'tall', points: [] }],
  ['Faces', 'B', { kind: 'pair', first: null }],
  ['Measure', 'M', { kind: 'measure', from: null, to: null }],
];

const sameTool = (a: Tool, b: Tool): boolean =>
  a.kind === b.kind && (a.kind !== 'line' || b.kind !== 'line' || a.line === b.line);

/** What is left on the board, measured. */
export function LookOver() {
  const { view, documents, edit } = useJob();
  const { board } = documents;
  const { tool, take, chosen, picked, choose } = useTool();
  const { face, viewport, showOnly } = usePlate();
  const placing = usePlacing();
  const index = board.faces.findIndex((f) => f.face === face);
  const sheet = board.faces[index];
  const measured = sheet ? pictureMap(sheet).measured : false;
  const together = useMemo(() => new Set(picked), [picked]);

  useEffect(
    () => () => {
      take({ kind: 'none' });
      showOnly(null);
    },
    [take, showOnly],
  );

  const hold = (next: Tool): void => {
    if (!sheet || (!measured && next.kind !== 'scale')) return;
    if (next.kind === 'scale') {
      take({ ...next, index });
      showOnly(index);
      return;
    }
    showOnly(null);
    take(next);
  };
  const drop = (): void => {
    showOnly(null);
    take({ kind: 'none' });
  };
  const setState = (id: string, state: PadState): void => {
    edit('board', () => withPadState(board, [id], state));
    const looked = [...view.pins.map((p) => ({ id: p.pin.id, state: p.pin.pin.state })), ...footLegs(board)];
    const next = looked.find((p) => p.state === 'unchecked' && p.id !== id);
    if (next && looked.some((p) => p.id === id)) choose(next.id, [thingOf(board, next.id) ?? '']);
  };
  const stateKey = (n: number): void => {
    const state = stateOfKey(String(n));
    if (!state || chosen === null) return;
    // Several chosen: all their pads at once.
    if (picked.length > 1)
      edit('board', () =>
        withPadState(
          board,
          [
            ...picked,
            ...board.rows.filter((r) => picked.includes(r.id)).flatMap((r) => r.pins.map((p) => p.id)),
          ],
          state,
        ),
      );
    else setState(chosen, state);
  };
  const nudge = (dx: number, dy: number): void => {
    if (picked.length > 0) edit('board', () => shiftThings(board, picked, dx / viewport.k, dy / viewport.k));
  };
  const pick = (id: string, more: boolean): void => {
    const thing = thingOf(board, id);
    if (!more || !thing) choose(id, thing ? [thing] : []);
    else choose(id, picked.includes(thing) ? picked.filter((t) => t !== thing) : [...picked, thing]);
  };
  const finish = (): void => {
    const shape = drawnShape(board, tool, face);
    if (!shape || (tool.kind !== 'line' && tool.kind !== 'area')) return;
    edit('board', () => shape.board);
    choose(shape.id, [shape.id]);
    take({ ...tool, points: [] });
  };
  const move = stationMove(view, 'look-over');
  const onBoard = sheet !== undefined || view.needs.pads !== 'none' || view.needs.legs;
  useKeys({
    ...Object.fromEntries(TOOLS.map(([, key, t]) => [key.toLowerCase(), () => hold(t)])),
    ...Object.fromEntries(Array.from({ length: 9 }, (_, i) => [String(i + 1), () => stateKey(i + 1)])),
    Escape: () => (tool.kind === 'none' ? choose(null) : drop()),
    // The form of another tool may have its own Enter.
    Enter: () => (tool.kind === 'line' || tool.kind === 'area' ? finish() : false),
    Delete: () => {
      // What is locked stays, and stays chosen.
      const locked = picked.filter((id) => board.locked.includes(id));
      edit('board', () => removeThings(board, picked));
      choose(locked[0] ?? null, locked);
    },
    ',': () => edit('board', () => turnThings(board, picked, -5)),
    '.': () => edit('board', () => turnThings(board, picked, 5)),
    d: () => {
      const copied = copyThings(board, picked, 1, 1);
      edit('board', () => copied.board);
      choose(copied.ids[0] ?? null, copied.ids);
    },
    h: () => edit('board', () => alignThings(board, picked, 'y')),
    v: () => edit('board', () => alignThings(board, picked, 'x')),
    o: () => picked.length > 0 && edit('board', () => toggleLock(board, picked)),
    ArrowLeft: () => nudge(-1, 0),
    ArrowRight: () => nudge(1, 0),
    ArrowUp: () => nudge(0, -1),
    ArrowDown: () => nudge(0, 1),
  });

  return (
    <>
      <Plate
        chosen={chosen}
        picked={together}
        onPick={(id, more) =>
          placing ? placing(view.trace.byId.get(id)?.at ?? { x: 0, y: 0 }, face) : pick(id, more)
        }
        onClick={placing}
        toolWords={TOOL_WORDS[tool.kind]}
        over={(v) => (
          <>
            <ToolArt viewport={v} />
            {snaps(tool) && <SnapRing viewport={v} />}
          </>
        )}
        empty={<BoardPhoto first />}
      />
      <Slip label="Look over">
        <SlipMove move={move}>
          {view.rowDoubts[0] ? (
            <TurnRow doubt={view.rowDoubts[0].rowId} />
          ) : (
            move.title.endsWith('?') && <ConfirmKinds />
          )}
          {move.title.startsWith('Place the legs') && (
            <Button
              className="mt-1 self-start"
              onClick={() => edit('board', (d) => void (d.legsAbsent = true))}
            >
              It has none
            </Button>
          )}
          {onBoard && (
            <div role="group" aria-label="Tools" className="mt-1 grid grid-cols-3 gap-2">
              {TOOLS.map(([words, key, t]) => (
                <Button
                  key={words}
                  hotkey={key}
                  aria-pressed={sameTool(tool, t)}
                  disabled={!sheet || (!measured && t.kind !== 'scale')}
                  className={sameTool(tool, t) ? '!border-copper !bg-copper-soft' : ''}
                  onClick={() => (sameTool(tool, t) ? drop() : hold(t))}
                >
                  {words}
                </Button>
              ))}
            </div>
          )}
        </SlipMove>
        {tool.kind !== 'none' && (
          <SlipSection title={TOOL_WORDS[tool.kind].split(':')[0] ?? ''}>
            {tool.kind === 'scale' && <MeasureForm tool={tool} />}
            {tool.kind === 'lay' && <LayForm tool={tool} />}
            {tool.kind === 'pair' && <PairForm tool={tool} />}
            {tool.kind === 'read' && <ReadForm tool={tool} />}
            {tool.kind === 'row' && <RowForm tool={tool} />}
            {tool.kind === 'component' && <ComponentForm tool={tool} face={face} />}
            {(tool.kind === 'line' || tool.kind === 'area') && <ShapeForm tool={tool} face={face} />}
            <SmallForms tool={tool} />
          </SlipSection>
        )}
        <Offer />
        {tool.kind === 'none' && <ChosenEditor setState={setState} />}
        {view.needs.cord && <CordSection />}
        <PadTable />
        <LeftSummary
          onPick={(ids) => {
            take({ kind: 'none' });
            choose(ids[0] ?? null, [...new Set(ids.flatMap((id) => thingOf(board, id) ?? []))]);
          }}
        />
        {sheet && <PicturesSection />}
        {sheet && <ExchangeSection />}
      </Slip>
    </>
  );
}

/** What the picture was read to show, waiting for a yes. */
function Offer() {
  const proposal = useTool((s) => s.proposal);
  if (!proposal || proposal.found.rows.length + proposal.found.lands.length === 0) return null;
  return (
    <SlipSection title="Seen in the picture">
      <ProposalForm />
    </SlipSection>
  );
}

/** A row that seems to stand the other way round: turned, or vouched for. */
function TurnRow({ doubt }: { readonly doubt: string }) {
  const { documents, edit } = useJob();
  return (
    <div className="mt-1 flex flex-wrap gap-2">
      <Button tone="main" onClick={() => edit('board', () => turnRowRound(documents.board, doubt))}>
        Turn it round
      </Button>
      <Button onClick={() => edit('board', (d) => void d.rowsVouched.push(doubt))}>
        It is right as it is
      </Button>
    </div>
  );
}

/** Legs and anchors that hold the port: pegs only place it. */
const footLegs = (board: Board) => board.legs.filter((l) => l.fixing !== 'peg');

function PadTable() {
  const { view, documents, edit } = useJob();
  const { board } = documents;
  const pins = view.needs.pads === 'none' ? [] : view.pins;
  const legs = view.needs.legs ? footLegs(board) : [];
  if (pins.length + legs.length === 0) return null;
  const counted = view.needs.pads === 'all' ? pins.map((p) => p.pin.pin.state) : [];
  const left = [...counted, ...legs.map((l) => l.state)].filter((s) => s === 'unchecked').length;
  return (
    <SlipSection title="Pads and legs" corner={left === 0 ? 'all looked at' : `${left} to look at`}>
      <ul>
        {pins.map(({ pin }) => (
          <StateLine key={pin.id} id={pin.id} name={pin.pin.number} state={pin.pin.state}>
            <Sleeve of={pin.pin.function} />
          </StateLine>
        ))}
        {legs.map((l) => (
          <StateLine key={l.id} id={l.id} name={l.name} state={l.state}>
            <span className="text-second text-ink2">
              {l.fixing === 'surface' ? 'surface' : l.face === 'top' ? 'through' : 'through, below'}
            </span>
          </StateLine>
        ))}
      </ul>
      {board.legsAbsent && legs.length === 0 && view.needs.legs && (
        <p className="flex items-center gap-2 text-second">
          <span className="flex-1">It has no legs.</span>
          <Button tone="quiet" onClick={() => edit('board', (d) => void (d.legsAbsent = false))}>
            Take back
          </Button>
        </p>
      )}
    </SlipSection>
  );
}

function StateLine({
  id,
  name,
  state,
  children,
}: {
  readonly id: string;
  readonly name: string;
  readonly state: PadState;
  readonly children: ReactNode;
}) {
  const { documents } = useJob();
  const { chosen, choose, take } = useTool();
  return (
    <li className="border-t border-line first:border-0">
      <button
        type="button"
        onClick={() => {
          take({ kind: 'none' });
          choose(id, [thingOf(documents.board, id) ?? '']);
        }}
        aria-pressed={chosen === id}
        className={`flex min-h-10 w-full items-center gap-3 rounded-[8px] px-2 text-left ${chosen === id ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
      >
        <span className="figure w-[62px] text-second">{name}</span>
        <span className="w-[84px]">{children}</span>
        <span className={state === 'unchecked' ? 'text-copper' : ''}>{PAD_STATE_WORDS[state]}</span>
      </button>
    </li>
  );
}
