/** The doors of @zebbit/core/practice: made-up broken boards with a known truth. Not for the product: what infers never sees them. */
export { boardCircuit } from './board-circuit';
export { brokenBoard } from './broken-board';
export { simulatedCharge } from './charge-sim';
export { POWER_SCENES, powerScene } from './power-scenes';
export type { PowerScene } from './power-scenes';
export type { BrokenBoard } from './broken-board';
export { REPAIR_FAULTS, repairedBoard, spoiltRepair } from './repaired-board';
export type { RepairedBoard } from './repaired-board';
export { OTHER_STAGES } from './other-stages';
export { wiredBoard } from './wired-board';
export { seeded } from './seeded';
export { shortedRail } from './shorted-rail';
export type { ShortedRail } from './shorted-rail';
export { tornPattern, toldApartByNothing } from './torn-pattern';
export type { TearWish, TornPattern } from './torn-pattern';
export { truthBench, askTruth, askSlipping } from './truth';
export type { BoardTruth, TruthBench } from './truth';
export { bestByTrying, byList, randomEvening, worthOfSequence } from './random-evening';
