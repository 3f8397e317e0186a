import { createStore } from 'zustand';
import type { StoreApi } from 'zustand';
import type { BoardPoint, Face } from '@zebbit/core';

/** What is looked at: the face, and how board millimetres lie on the screen (screen = k mm + offset). */
export interface Viewport {
  readonly k: number;
  readonly x: number;
  readonly y: number;
}

export interface PlateState {
  readonly face: Face;
  readonly viewport: Viewport;
  /** Where the keyboard's crosshair is, while it is used. */
  readonly crosshair: BoardPoint | null;
  /** Index of a picture shown alone in its own pixels, while it is being measured. */
  readonly only: number | null;
  /** Place that the next face is to be opened at, so that a flip keeps its place. */
  readonly keep: { readonly at: BoardPoint; readonly k: number } | null;
  readonly showFace: (face: Face, keep?: { readonly at: BoardPoint; readonly k: number } | null) => void;
  readonly showOnly: (only: number | null) => void;
  readonly setViewport: (viewport: Viewport) => void;
  readonly setCrosshair: (at: BoardPoint | null) => void;
}

/** What is looked at, of one job. */
export const createPlateStore = (): StoreApi<PlateState> =>
  createStore<PlateState>((set) => ({
    face: 'top',
    viewport: { k: 20, x: 0, y: 0 },
    crosshair: null,
    only: null,
    keep: null,
    showFace: (face, keep = null) => set({ face, crosshair: null, only: null, keep }),
    showOnly: (only) => set({ only, crosshair: null }),
    setViewport: (viewport) => set({ viewport }),
    setCrosshair: (crosshair) => set({ crosshair }),
  }));

export interface ScreenPoint {
  readonly x: number;
  readonly y: number;
}

export const toScreen = (p: BoardPoint, v: Viewport): ScreenPoint => ({
  x: p.x * v.k + v.x,
  y: p.y * v.k + v.y,
});
export const fromScreen = (p: ScreenPoint, v: Viewport): BoardPoint => ({
  x: (p.x - v.x) / v.k,
  y: (p.y - v.y) / v.k,
});

/** A viewport that shows a piece of the board whole, with room around it. */
export function fitViewport(
  size: { readonly width: number; readonly height: number },
  board: { readonly x?: number; readonly y?: number; readonly width: number; readonly height: number },
): Viewport {
  const room = 22;
  const k = Math.max(
    0.5,
    Math.min((size.width - 2 * room) / board.width, (size.height - 2 * room) / board.height),
  );
  const [x, y] = [board.x ?? 0, board.y ?? 0];
  return {
    k,
    x: (size.width - board.width * k) / 2 - x * k,
    y: (size.height - board.height * k) / 2 - y * k,
  };
}
