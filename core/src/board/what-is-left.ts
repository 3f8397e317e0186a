import type { MeasuredLength } from '../geometry/length-error';
import { measureLength } from '../geometry/length-error';
import { CLICK_ERROR_PX } from '../geometry/length-frame';
import type { Board, BoardLine, Leg, PinRow } from './board';
import { nearestOnLine } from './board-line';
import { faceFrame } from './measure-face';
import type { PadState } from './pad-state';
import { isPadGone } from './pad-state';
import { PAD_STATES, PAD_STATE_WORDS } from './pad-state';
import { pinPoint } from './probe-point';

export interface Finding {
  readonly state: PadState;
  readonly words: string;
  /** Names of what is in that state: `pin 3`, `leg 1`. */
  readonly names: readonly string[];
  readonly ids: readonly string[];
}

/** Pads and legs by their state, worst first, unchecked last; states that nothing is in are left out. */
export function findings(board: Board): Finding[] {
  const all = [
    ...board.rows.flatMap((r) => r.pins.map((p) => ({ id: p.id, name: `pin ${p.number}`, state: p.state }))),
    ...board.legs.map((l) => ({ id: l.id, name: l.name, state: l.state })),
  ];
  const order: readonly PadState[] = [...PAD_STATES.slice(1)].reverse().filter((s) => s !== 'sound');
  return [...order, 'sound' as const, 'unchecked' as const].flatMap((state) => {
    const mine = all.filter((t) => t.state === state);
    return mine.length > 0
      ? [{ state, words: PAD_STATE_WORDS[state], names: mine.map((t) => t.name), ids: mine.map((t) => t.id) }]
      : [];
  });
}

export interface RowLeft {
  readonly row: PinRow;
  /** Pitch with its uncertainty; the typed figure with none where it was not measured. */
  readonly pitch: { readonly mm: number; readonly sigmaMm: number | null };
  /** First pad to last pad. */
  readonly length: MeasuredLength | null;
  /** Pads whose metal is still there. */
  readonly metal: number;
  readonly torn: number;
  /** From the middle of the row to the nearest edge line of its face. */
  readonly toEdge: MeasuredLength | null;
}

export interface LegLeft {
  readonly leg: Leg;
  /** To each other leg of its face, nearest first. */
  readonly spans: readonly { readonly to: Leg; readonly span: MeasuredLength }[];
}

/** What the tear has left of the footprint, measured: what a connector is chosen by and wires are cut from. */
export interface WhatIsLeft {
  readonly rows: readonly RowLeft[];
  readonly legs: readonly LegLeft[];
  readonly findings: readonly Finding[];
  readonly brokenTracks: readonly BoardLine[];
}

export function whatIsLeft(board: Board): WhatIsLeft {
  const span = (
    face: PinRow['face'],
    a: Parameters<typeof measureLength>[1],
    b: Parameters<typeof measureLength>[1],
    px = CLICK_ERROR_PX,
  ): MeasuredLength | null => {
    const frame = faceFrame(board, face);
    return frame && measureLength(frame, a, b, px);
  };
  const rows = board.rows.map((row): RowLeft => {
    const [a, b] = [pinPoint(row, 0), pinPoint(row, row.pins.length - 1)];
    const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
    const edges = board.lines.filter((l) => l.kind === 'edge' && l.face === row.face);
    const off = Math.min(...edges.map((l) => nearestOnLine(l.points, middle).offMm));
    const torn = row.pins.filter((p) => isPadGone(p.state)).length;
    return {
      row,
      pitch: row.measuredPitch ?? { mm: row.pitchMm, sigmaMm: null },
      length: row.pins.length > 1 ? span(row.face, a, b) : null,
      metal: row.pins.length - torn,
      torn,
      toEdge: Number.isFinite(off) ? span(row.face, middle, { x: middle.x, y: middle.y + off }) : null,
    };
  });
  const legs = board.legs.map((leg): LegLeft => ({
    leg,
    spans: board.legs
      .filter((o) => o !== leg && o.face === leg.face)
      .flatMap((to) => {
        const s = span(leg.face, leg.at, to.at);
        return s ? [{ to, span: s }] : [];
      })
      .sort((a, b) => a.span.mm - b.span.mm),
  }));
  return {
    rows,
    legs,
    findings: findings(board),
    brokenTracks: board.lines.filter((l) => l.kind === 'track' && l.scars.length > 0),
  };
}
