import type { Board, BoardPoint, Face, PhotoPoint, Placed } from '@zebbit/core';
import {
  addArea,
  addComponent,
  addFacePair,
  addLeg,
  addLine,
  addPoint,
  addScar,
  editOverlay,
  PACKAGES,
  placedTerminals,
  snapPlace,
} from '@zebbit/core';
import { toast } from 'sonner';
import { PROVISIONAL_MM_PER_PX } from '../../plate/picture-map';
import { useJob } from '../../desk/job-context';
import type { Tool } from '../../desk/tool-store';
import { terminalCount } from '../../desk/tool-store';
import { useDesk, useTool } from '../../desk/desk-context';

export const TOOL_WORDS: Readonly<Record<Tool['kind'], string>> = {
  none: '',
  scale: 'Scale: click what you know',
  lay: 'Lay on: click the same place on both pictures, in turn',
  pair: 'Both faces: click a hole or corner here, then on the other face',
  row: 'Row: click its first pad, then its last',
  leg: 'Leg: click one end of its hole, slot or land, then the other',
  point: 'Point: click it',
  component: 'Part: click where it is',
  line: 'Line: click along it, Enter ends it',
  area: 'Area: click its corners, Enter ends it',
  scar: 'Scar: click where the track is broken',
  overlay: 'Drawing: click where its two points lie',
  read: 'Read: click two corners of a box round the port',
  measure: 'Measure: click two places',
};

/** A click within so many pixels of something placed may mean that thing. */
export const SNAP_PX = 6;

/** Tools that join what is there; those that place a new mark put it where it was clicked and never on top of another. */
export const snaps = (tool: Tool): boolean => ['line', 'area', 'pair', 'scar', 'overlay'].includes(tool.kind);

/** Clicked twice in one place: its size does not matter. */
const isOnePlace = (a: BoardPoint, b: BoardPoint): boolean => Math.hypot(a.x - b.x, a.y - b.y) < 0.1;

/** How wide a land or slot is whose two ends and one edge were clicked, mm. */
function widthBetween(from: BoardPoint, to: BoardPoint, edge: BoardPoint): number {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length === 0) return 2 * Math.hypot(edge.x - from.x, edge.y - from.y);
  const cross = (to.x - from.x) * (edge.y - from.y) - (to.y - from.y) * (edge.x - from.x);
  return (2 * Math.abs(cross)) / length;
}

/** A click on a picture that is shown alone, in its own pixels. */
const inPhoto = (at: BoardPoint): PhotoPoint => ({
  x: at.x / PROVISIONAL_MM_PER_PX,
  y: at.y / PROVISIONAL_MM_PER_PX,
});

/** What a click on the plate does with the tool in the hand; `undefined` with empty hands. */
export function usePlacing(): ((at: BoardPoint, face: Face) => void) | undefined {
  const { documents, edit } = useJob();
  const { plate } = useDesk();
  const { tool, take, choose } = useTool();
  const { board } = documents;
  if (tool.kind === 'none') return undefined;

  const put = ({ board: next, id }: Placed, chosen = id): void => {
    edit('board', () => next);
    choose(chosen, [id]);
  };
  return (clicked, face) => {
    const { viewport, showOnly, showFace } = plate.getState();
    const at = snaps(tool) ? snapPlace(board, face, clicked, SNAP_PX / viewport.k).at : clicked;
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
        edit('board', () => addFacePair(board, pair));
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
        if (tool.from && !tool.to) take({ ...tool, to: at });
        else if (tool.to && tool.pointed && tool.pointed.at.length < 2)
          take({ ...tool, pointed: { ...tool.pointed, at: [...tool.pointed.at, at] } });
        else take({ kind: 'read', from: at, to: null });
        return;
      case 'leg': {
        const clicks = [...tool.clicks, at];
        const [from, to, edge] = clicks;
        if (!from || !to || (!tool.round && !edge && !isOnePlace(from, to))) {
          take({ ...tool, clicks });
          return;
        }
        put(
          addLeg(
            board,
            face,
            from,
            to,
            tool.fixing,
            edge ? Math.max(0.1, widthBetween(from, to, edge)) : null,
          ),
        );
        take({ ...tool, clicks: [] });
        return;
      }
      case 'point': {
        const there = snapPlace(board, face, clicked, SNAP_PX / viewport.k);
        if (there.id !== null) {
          choose(there.id, [there.id]);
          toast.message(
            'Something is placed there already: it is chosen. Click beside it for a point of its own.',
          );
          return;
        }
        put(addPoint(board, face, at, tool.role));
        return;
      }
      case 'component': {
        const outline = PACKAGES.find((p) => p.name === tool.package);
        const terminals = outline ? placedTerminals(outline, at, tool.turnDeg) : [...tool.terminals, at];
        const wanted = outline ? terminals.length : terminalCount(tool.component);
        if (wanted === null || terminals.length < wanted) {
          take({ ...tool, terminals });
          return;
        }
        const placed = addComponent(board, face, tool.component, terminals, tool.package);
        put(placed, placed.component.terminals[0]?.id);
        take({ ...tool, terminals: [] });
        return;
      }
      case 'line':
      case 'area':
        take({ ...tool, points: [...tool.points, at] });
        return;
      case 'scar': {
        put({ board: addScar(board, tool.lineId, at, tool.scar), id: tool.lineId });
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
        edit('board', () => editOverlay(board, tool.id, { to: [a, b], shown: true }));
        take({ kind: 'none' });
      }
    }
  };
}

/** The board with the line or area that the hand has drawn; `null` while it has too few corners. */
export function drawnShape(board: Board, tool: Tool, face: Face): Placed | null {
  if (tool.kind === 'line' && tool.points.length >= 2) return addLine(board, face, tool.line, tool.points);
  if (tool.kind === 'area' && tool.points.length >= 3) return addArea(board, face, tool.area, tool.points);
  return null;
}
