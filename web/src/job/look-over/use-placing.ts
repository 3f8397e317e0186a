import type { Board, BoardPoint, Face, PhotoPoint } from '@zebbit/core';
import { freshId, nearestOnLine, PACKAGES, placedTerminals, snapPlace } from '@zebbit/core';
import { PROVISIONAL_MM_PER_PX } from '../../plate/picture-map';
import { usePlate } from '../../plate/plate-store';
import { useJob } from '../job-context';
import { makeComponent, makeLeg, makePoint } from './place';
import type { Tool } from './tool-store';
import { terminalCount, useTool } from './tool-store';

export const TOOL_WORDS: Readonly<Record<Tool['kind'], string>> = {
  none: '',
  scale: 'Scale: click what you know',
  lay: 'Lay on: click the same place on both pictures, in turn',
  pair: 'Both faces: click a hole or corner here, then on the other face',
  row: 'Row: click its first pad, then its last',
  leg: 'Leg: click one end of its land or slot, then the other',
  point: 'Point: click it',
  component: 'Part: click where it is',
  line: 'Line: click along it, Enter ends it',
  area: 'Area: click its corners, Enter ends it',
  scar: 'Scar: click where the track is broken',
  overlay: 'Drawing: click where its two points lie',
  read: 'Read: click two corners of a box round the port',
  measure: 'Measure: click two places',
};

/** A click on a picture that is shown alone, in its own pixels. */
const inPhoto = (at: BoardPoint): PhotoPoint => ({
  x: at.x / PROVISIONAL_MM_PER_PX,
  y: at.y / PROVISIONAL_MM_PER_PX,
});

/** What a click on the plate does with the tool in the hand; `undefined` with empty hands. */
export function usePlacing(): ((at: BoardPoint, face: Face) => void) | undefined {
  const { documents, desk } = useJob();
  const { tool, take, choose } = useTool();
  const { board } = documents;
  if (tool.kind === 'none') return undefined;

  const put = (next: Board, id: string, thing = id): void => {
    desk.store.getState().replace('board', next);
    choose(id, [thing]);
  };
  return (clicked, face) => {
    const { viewport, showOnly, showFace } = usePlate.getState();
    // A click within a few pixels of something placed means that thing.
    const at = ['scale', 'lay', 'measure', 'read'].includes(tool.kind)
      ? clicked
      : snapPlace(board, face, clicked, 6 / viewport.k);
    switch (tool.kind) {
      case 'scale':
        take({
          ...tool,
          clicks:
            tool.method === 'length' && tool.clicks.length >= 2
              ? [inPhoto(at)]
              : [...tool.clicks, inPhoto(at)],
        });
        return;
      case 'lay':
        if (tool.there.length === tool.here.length) {
          take({ ...tool, there: [...tool.there, inPhoto(at)] });
          showOnly(null);
        } else {
          take({ ...tool, here: [...tool.here, at] });
          showOnly(tool.index);
        }
        return;
      case 'pair': {
        const { first } = tool;
        if (!first || first.face === face) {
          take({ kind: 'pair', first: { face, at } });
          showFace(face === 'top' ? 'bottom' : 'top');
          return;
        }
        const pair = face === 'top' ? { top: at, bottom: first.at } : { top: first.at, bottom: at };
        desk.store.getState().replace('board', { ...board, facePairs: [...board.facePairs, pair] });
        take({ kind: 'pair', first: null });
        return;
      }
      case 'row':
        take(tool.first && !tool.last ? { ...tool, last: at } : { kind: 'row', first: at, last: null });
        return;
      case 'measure':
        take(tool.from && !tool.to ? { ...tool, to: at } : { kind: 'measure', from: at, to: null });
        return;
      case 'read':
        take(tool.from && !tool.to ? { ...tool, to: at } : { kind: 'read', from: at, to: null });
        return;
      case 'leg': {
        if (!tool.from) {
          take({ ...tool, from: at });
          return;
        }
        const leg = makeLeg(board, face, tool.from, at, tool.fixing);
        put({ ...board, legs: [...board.legs, leg] }, leg.id);
        take({ ...tool, from: null });
        return;
      }
      case 'point': {
        const point = makePoint(board, face, at, tool.role);
        put({ ...board, points: [...board.points, point] }, point.id);
        return;
      }
      case 'component': {
        const outline = PACKAGES.find((p) => p.name === tool.package);
        const terminals = outline ? placedTerminals(outline, at, tool.turnDeg) : [...tool.terminals, at];
        const wanted = outline ? terminals.length : terminalCount(tool.part);
        if (wanted === null || terminals.length < wanted) {
          take({ ...tool, terminals });
          return;
        }
        const part = { ...makeComponent(board, tool.part, face, terminals), package: tool.package };
        put({ ...board, components: [...board.components, part] }, part.terminals[0]?.id ?? part.id, part.id);
        take({ ...tool, terminals: [] });
        return;
      }
      case 'line':
      case 'area':
        take({ ...tool, points: [...tool.points, at] });
        return;
      case 'scar': {
        const line = board.lines.find((l) => l.id === tool.lineId);
        if (!line) return;
        const { atMm } = nearestOnLine(line.points, at);
        const scar = { atMm, kind: tool.scar, lengthMm: tool.scar === 'torn' ? 1 : 0 };
        put(
          { ...board, lines: board.lines.map((l) => (l === line ? { ...l, scars: [...l.scars, scar] } : l)) },
          line.id,
        );
        take({ kind: 'none' });
        return;
      }
      case 'overlay': {
        const to = [...tool.to, at];
        const [a, b] = to;
        if (!a || !b) {
          take({ ...tool, to });
          return;
        }
        desk.store.getState().replace('board', {
          ...board,
          overlays: board.overlays.map((o) => (o.id === tool.id ? { ...o, to: [a, b], shown: true } : o)),
        });
        take({ kind: 'none' });
      }
    }
  };
}

/** The board with the line or area that the hand has drawn; `null` while it has too few corners. */
export function drawnShape(
  board: Board,
  tool: Tool,
  face: Face,
): { readonly board: Board; readonly id: string } | null {
  if (tool.kind === 'line' && tool.points.length >= 2) {
    const id = freshId(board, tool.line === 'edge' ? 'edge' : 'track');
    const line = {
      id,
      name: id.replace(/(\d+)$/u, ' $1'),
      kind: tool.line,
      face,
      points: tool.points,
      scars: [],
    };
    return { board: { ...board, lines: [...board.lines, line] }, id };
  }
  if (tool.kind === 'area' && tool.points.length >= 3) {
    const id = freshId(board, 'area');
    return {
      board: {
        ...board,
        areas: [...board.areas, { id, name: tool.area, kind: tool.area, face, points: tool.points }],
      },
      id,
    };
  }
  return null;
}
