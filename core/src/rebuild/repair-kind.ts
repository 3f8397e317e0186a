/** What a person may choose for a pin. */
export const REPAIR_KINDS = ['leave', 'reflow', 'bridge', 'foil-pad', 'jumper'] as const;
export type RepairKind = (typeof REPAIR_KINDS)[number];
