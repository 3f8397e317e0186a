import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { StoreApi } from 'zustand';
import type { PlateState } from './plate-store';
import type { Desk } from './desk';
import type { ToolState } from './tool-store';
import type { ProbeState } from './probe-store';

export const DeskContext = createContext<Desk | null>(null);

/** The desk of the job at hand. Throws outside a job's pages. */
export function useDesk(): Desk {
  const desk = useContext(DeskContext);
  if (!desk) throw new Error('useDesk is for pages of a job');
  return desk;
}

/** A hook on one of the desk's stores: all of its state, or what is picked of it. */
function storeHook<S>(of: (desk: Desk) => StoreApi<S>) {
  function useIt(): S;
  function useIt<T>(pick: (state: S) => T): T;
  function useIt<T>(pick?: (state: S) => T): S | T {
    return useStore(of(useDesk()), pick ?? ((s: S): S | T => s));
  }
  return useIt;
}

/** What is looked at on the plate. */
export const usePlate = storeHook<PlateState>((desk) => desk.plate);
/** What is in the hand. */
export const useTool = storeHook<ToolState>((desk) => desk.tool);
/** Where the tips go. */
export const useProbe = storeHook<ProbeState>((desk) => desk.probe);
