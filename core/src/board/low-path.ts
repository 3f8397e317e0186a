import type { Board, Component } from './board';

/** Two terminals between which a component lets a meter's current through. */
export interface LowPath {
  readonly component: Component;
  readonly a: string;
  readonly b: string;
  /** The least it may read, ohms: 0 for coils, fuses, beads and unmarked resistors, 10 % under the mark for resistors. */
  readonly atLeastOhms: number;
}

/** Marked resistors may read this much below their mark (common practice: 5 % parts, meter and leads). */
export const RESISTOR_SLACK = 0.1;

function pairs(component: Component): (readonly [string, string])[] {
  const ids = component.terminals.map((t) => t.id);
  const half = ids.length / 2;
  if (component.kind === 'choke' && ids.length >= 4 && Number.isInteger(half)) {
    return ids.slice(0, half).map((id, i) => [id, ids[half + i] ?? id] as const);
  }
  return ids.slice(1).map((id, i) => [ids[i] ?? id, id] as const);
}

/**
 * The ways through components that can make a meter beep: coils (about 0.3 ohm), fuses and beads always,
 * resistors by their value. A common-mode choke lists its terminals one side after the other.
 */
export function lowPaths(board: Board): LowPath[] {
  return board.components.flatMap((component) => {
    if (!['resistor', 'inductor', 'bead', 'fuse', 'choke'].includes(component.kind)) return [];
    const atLeastOhms =
      component.kind === 'resistor' && component.value !== null ? component.value * (1 - RESISTOR_SLACK) : 0;
    return pairs(component).map(([a, b]) => ({ component, a, b, atLeastOhms }));
  });
}
