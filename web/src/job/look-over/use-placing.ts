import type { Board, BoardPoint, Face } from '@zebbit/core';
import { toPhoto } from '@zebbit/core';
import { faceScale } from '../../plate/face-scale';
import { useJob } from '../job-context';
import { makeComponent, makeLeg, makePoint } from './place';
import type { Tool } from './tool-store';
import { terminalCount, useTool } from './tool-store';

export const TOOL_WORDS: Readonly<Record<Tool['kind'], string>> = {
  none: '',
  scale: 'Scale: click both ends of a known length',
  row: 'Row: click its first pad, then its last',
  leg: 'Leg: click its middle',
  point: 'Point: click it',
  component: 'Part: click its terminals in order',
  measure: 'Measure: click two places',
};

/** What a click on the plate does with the tool in the hand; `undefined` with empty hands. */
export function usePlacing(): ((at: BoardPoint, face: Face) => void) | undefined {
  const { documents, desk } = useJob();
  const { tool, take, choose } = useTool();
  const { board } = documents;
  if (tool.kind === 'none') return undefined;

  const put = (next: Board, id: string): void => {
    desk.store.getState().replace('board', next);
    choose(id);
  };
  return (at, face) => {
    switch (tool.kind) {
      case 'scale': {
        const sheet = board.faces.find((f) => f.face === face);
        if (!sheet) return;
        const p = toPhoto(at, faceScale(sheet).mmPerPx);
        take(tool.from && !tool.to ? { ...tool, to: p } : { kind: 'scale', from: p, to: null });
        return;
      }
      case 'row':
        take(tool.first && !tool.last ? { ...tool, last: at } : { kind: 'row', first: at, last: null });
        return;
      case 'measure':
        take(tool.from && !tool.to ? { ...tool, to: at } : { kind: 'measure', from: at, to: null });
        return;
      case 'leg': {
        const leg = makeLeg(board, face, at, tool.fixing);
        put({ ...board, legs: [...board.legs, leg] }, leg.id);
        return;
      }
      case 'point': {
        const point = makePoint(board, face, at, tool.role);
        put({ ...board, points: [...board.points, point] }, point.id);
        return;
      }
      case 'component': {
        const terminals = [...tool.terminals, at];
        const wanted = terminalCount(tool.part);
        if (wanted === null || terminals.length < wanted) {
          take({ ...tool, terminals });
          return;
        }
        const part = makeComponent(board, tool.part, face, terminals);
        put({ ...board, components: [...board.components, part] }, part.terminals[0]?.id ?? part.id);
        take({ ...tool, terminals: [] });
      }
    }
  };
}
