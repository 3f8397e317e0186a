/** What a thing bears: never above `celsius` for more than `seconds`; 0 s is never at all. */
export interface HeatBound {
  readonly celsius: number;
  readonly seconds: number;
}

export const HEAT_KINDS = ['board', 'tongue', 'lamp', 'can', 'plastic', 'heat-shy', 'cell'] as const;
export type HeatKind = (typeof HEAT_KINDS)[number];

export interface LimitSheet {
  readonly name: string;
  readonly bounds: readonly HeatBound[];
  readonly why: string;
}

/**
 * What gives way, and when. A new dry board is floated on solder of 288 °C for 10 s (thermal stress test of IPC-TM-650, from memory); an old
 * one is given 3 s here. Small parts stand 260 °C for 10 s at their leads (reflow profile of J-STD-020, from memory). A lithium cell never
 * above 60 °C (common practice). The rest is judgement: cases of ABS soften about 100 °C, and what was only marked as heat-shy is taken for such.
 */
export const HEAT_LIMITS: Readonly<Record<HeatKind, LimitSheet>> = {
  board: {
    name: 'board',
    bounds: [
      { celsius: 288, seconds: 3 },
      { celsius: 380, seconds: 0 },
    ],
    why: 'its glue to the copper lets go, then it browns',
  },
  tongue: {
    name: 'tongue',
    bounds: [
      { celsius: 260, seconds: 2 },
      { celsius: 300, seconds: 0 },
    ],
    why: 'the plastic that holds the contacts softens',
  },
  lamp: {
    name: 'lamp',
    bounds: [
      { celsius: 260, seconds: 10 },
      { celsius: 300, seconds: 0 },
    ],
    why: 'its lens clouds',
  },
  can: {
    name: 'electrolytic',
    bounds: [
      { celsius: 260, seconds: 10 },
      { celsius: 300, seconds: 0 },
    ],
    why: 'it boils and vents',
  },
  plastic: { name: 'plastic', bounds: [{ celsius: 100, seconds: 0 }], why: 'it softens' },
  'heat-shy': {
    name: 'heat-shy part',
    bounds: [{ celsius: 100, seconds: 0 }],
    why: 'it was marked as heat-shy',
  },
  cell: { name: 'cell', bounds: [{ celsius: 60, seconds: 0 }], why: 'a lithium cell may vent and burn' },
};

/** Glass transition of usual laminates, °C: 130 to 170 (from memory). Above it the copper's hold is weak: nothing is pulled. */
export const GLASS_C = 150;
