import type { RouteProblem, RouteReport } from '@zebbit/core';
import { layWires } from '@zebbit/core';

export interface WireLayer {
  readonly lay: (problem: RouteProblem) => Promise<RouteReport>;
}

/** The computing behind the wires on the plate. */
export const createWireLayer = (): WireLayer => ({
  lay: (problem) => Promise.resolve(layWires(problem)),
});
