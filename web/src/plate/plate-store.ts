import { create } from 'zustand';
import type { BoardPoint, Face } from '@zebbit/core';

/** What is looked at: the face, and how board millimetres lie on the screen (screen = k mm + offset). */
export interface Viewport {
  readonly k: number;
  readonly x: number;
  readonly y: number;
}

interface PlateState {
  readonly face: Face;
  readonly viewport: Viewport;
  /** Where the keyboard's crosshair is, while it is used. */
  readonly crosshair: BoardPoint | null;
  readonly showFace: (face: Face) => void;
  readonly setViewport: (viewport: Viewport) => void;
  readonly setCrosshair: (at: BoardPoint | null) => void;
}

export const usePlate = create<PlateState>((set) => ({
  face: 'top',
  viewport: { k: 20, x: 0, y: 0 },
  crosshair: null,
  showFace: (face) => set({ face, crosshair: null }),
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

/** A viewport that shows a board of that size whole, with room around it. */
export function fitViewport(
  size: { readonly width: number; readonly height: number },
  board: { readonly width: number; readonly height: number },
): Viewport {
  const room = 22;
  const k = Math.max(
    0.5,
    Math.min((size.width - 2 * room) / board.width, (size.height - 2 * room) / board.height),
  );
  return { k, x: (size.width - board.width * k) / 2, y: (size.height - board.height * k) / 2 };
}
