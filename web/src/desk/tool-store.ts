import { createStore } from 'zustand';
import type { StoreApi } from 'zustand';
import type {
  AreaKind,
  BoardPoint,
  Component,
  ComponentKind,
  Face,
  FirstPin,
  FootprintProposal,
  LegFixing,
  LineKind,
  PhotoPoint,
  PointRole,
  ProposalKey,
  ReadingHint,
} from '@zebbit/core';

export const MEASURE_METHODS = ['length', 'rectangle', 'grid', 'coin', 'sheet'] as const;
export type MeasureMethod = (typeof MEASURE_METHODS)[number];

/** What is in the hand on the plate, with the clicks it has gathered. */
export type Tool =
  | { readonly kind: 'none' }
  | {
      readonly kind: 'scale';
      readonly index: number;
      readonly method: MeasureMethod;
      readonly clicks: readonly PhotoPoint[];
    }
  | {
      readonly kind: 'lay';
      readonly index: number;
      readonly there: readonly PhotoPoint[];
      readonly here: readonly BoardPoint[];
    }
  | { readonly kind: 'pair'; readonly first: { readonly face: Face; readonly at: BoardPoint } | null }
  | { readonly kind: 'row'; readonly first: BoardPoint | null; readonly last: BoardPoint | null }
  | {
      readonly kind: 'leg';
      readonly fixing: LegFixing;
      /** A round hole takes two clicks, a slot or land a third for its width. */
      readonly round: boolean;
      readonly clicks: readonly BoardPoint[];
    }
  | { readonly kind: 'point'; readonly role: PointRole }
  | {
      readonly kind: 'component';
      readonly component: ComponentKind;
      readonly package: string | null;
      readonly turnDeg: number;
      readonly terminals: readonly BoardPoint[];
    }
  | { readonly kind: 'line'; readonly line: LineKind; readonly points: readonly BoardPoint[] }
  | { readonly kind: 'area'; readonly area: AreaKind; readonly points: readonly BoardPoint[] }
  | { readonly kind: 'scar'; readonly lineId: string; readonly scar: 'cracked' | 'torn' }
  | { readonly kind: 'overlay'; readonly id: string; readonly to: readonly BoardPoint[] }
  | {
      readonly kind: 'read';
      readonly from: BoardPoint | null;
      readonly to: BoardPoint | null;
      /** What the hand points at beside the box: two places. */
      readonly pointed?: { readonly what: ReadingHint['what']; readonly at: readonly BoardPoint[] };
    }
  | { readonly kind: 'measure'; readonly from: BoardPoint | null; readonly to: BoardPoint | null };

export interface ToolState {
  readonly tool: Tool;
  readonly chosen: string | null;
  /** Things chosen together, by the id of what moves as one; the first leads when aligning. */
  readonly picked: readonly string[];
  /** What the picture was read to show, until it is accepted or refused. */
  readonly proposal: { readonly face: Face; readonly found: FootprintProposal } | null;
  readonly refused: ReadonlySet<ProposalKey>;
  /** Which end of a row of the offer the hand said pin 1 is at, by the row's place in it. */
  readonly firstPins: ReadonlyMap<number, FirstPin>;
  /** Whether the error of the measure is drawn over the plate. */
  readonly errors: boolean;
  readonly showErrors: (on: boolean) => void;
  readonly take: (tool: Tool) => void;
  readonly choose: (id: string | null, things?: readonly string[]) => void;
  readonly propose: (proposal: ToolState['proposal']) => void;
  readonly refuse: (key: ProposalKey) => void;
  readonly sayFirstPin: (row: number, end: FirstPin) => void;
}

/** What the hand does on the plate of one job. */
export const createToolStore = (): StoreApi<ToolState> =>
  createStore<ToolState>((set) => ({
    tool: { kind: 'none' },
    chosen: null,
    picked: [],
    proposal: null,
    refused: new Set(),
    firstPins: new Map(),
    errors: false,
    showErrors: (errors) => set({ errors }),
    take: (tool) => set({ tool }),
    choose: (chosen, picked = []) => set({ chosen, picked }),
    propose: (proposal) => set({ proposal, refused: new Set(), firstPins: new Map() }),
    sayFirstPin: (row, end) => set(({ firstPins }) => ({ firstPins: new Map(firstPins).set(row, end) })),
    refuse: (key) =>
      set(({ refused }) => {
        const next = new Set(refused);
        if (!next.delete(key)) next.add(key);
        return { refused: next };
      }),
  }));

const ANY_LEGS: readonly Component['kind'][] = [
  'chip',
  'esd-array',
  'resistor-array',
  'crystal',
  'socket',
  'switch',
  'other',
];

/** How many terminals a part of a kind has; `null` where only the person can tell. */
export function terminalCount(part: Component['kind']): number | null {
  if (part === 'dual-diode' || part === 'transistor' || part === 'three-legged') return 3;
  if (part === 'choke') return 4;
  return ANY_LEGS.includes(part) ? null : 2;
}
