import { create } from 'zustand';
import type { BoardPoint, Component, ComponentKind, PhotoPoint, PointRole } from '@zebbit/core';

/** What is in the hand on the plate, with the clicks it has gathered. */
export type Tool =
  | { readonly kind: 'none' }
  | { readonly kind: 'scale'; readonly from: PhotoPoint | null; readonly to: PhotoPoint | null }
  | { readonly kind: 'row'; readonly first: BoardPoint | null; readonly last: BoardPoint | null }
  | { readonly kind: 'leg'; readonly fixing: 'through-hole' | 'surface' }
  | { readonly kind: 'point'; readonly role: PointRole }
  | { readonly kind: 'component'; readonly part: ComponentKind; readonly terminals: readonly BoardPoint[] }
  | { readonly kind: 'measure'; readonly from: BoardPoint | null; readonly to: BoardPoint | null };

interface ToolState {
  readonly tool: Tool;
  readonly chosen: string | null;
  readonly take: (tool: Tool) => void;
  readonly choose: (id: string | null) => void;
}

export const useTool = create<ToolState>((set) => ({
  tool: { kind: 'none' },
  chosen: null,
  take: (tool) => set({ tool }),
  choose: (chosen) => set({ chosen }),
}));

/** How many terminals a part of a kind has; `null` where only the person can tell. */
export function terminalCount(part: Component['kind']): number | null {
  if (part === 'dual-diode' || part === 'transistor') return 3;
  if (part === 'choke') return 4;
  return part === 'chip' || part === 'esd-array' || part === 'other' ? null : 2;
}
