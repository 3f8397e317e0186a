import type { FamilySheet } from '../connector/family';
import { functionGroup } from '../connector/pin-function';
import type { PinPlan } from '../rebuild/rebuild-plan';
import type { TraceContext } from '../belief/trace-context';
import { ccChecks, neighbourChecks, shortCheck, supplyChecks } from './apart-checks';
import type { Check } from './check';
import type { JointAbout } from './joint-checks';
import { cordChecks, leadsCheck, lookChecks, pinChecks, twinChecks } from './joint-checks';
import type { PowerAbout } from './power-checks';
import { abilityChecks, cellChecks, isPowered, powerChecks, staged } from './power-checks';
import { POWER_STAGES } from './stage';

/** What of the job decides what is asked. */
export interface ProveAbout extends PowerAbout, Omit<JointAbout, 'cord' | 'data'> {}

/** A torn port of which nothing else was said. */
const TORN_PORT: ProveAbout = {
  does: null,
  drawSaid: true,
  kinds: [],
  legs: true,
  cell: false,
  openly: true,
  leads: null,
};

/**
 * The checks of this job, in the order of the trade: look, ring, short, the cell at its plug, then power by stages: the board alone, with its cell, all
 * connected, shut.
 * Generated from its pins, landings, row, family, kinds and what the device does; pins left out on purpose and what it does not do are
 * not asked for.
 */
export function proveChecks(
  ctx: TraceContext,
  plans: readonly PinPlan[],
  sheet: FamilySheet,
  deviceCurrentA: number,
  about: ProveAbout = TORN_PORT,
): Check[] {
  const joints = { ...about, cord: about.kinds.includes('cord'), data: about.does?.includes('data') ?? true };
  const vbus = plans.some((p) => p.row.pin.pin.function === 'VBUS');
  const powered = isPowered(ctx.board, about.kinds);
  const takes = about.does === null || about.does.includes('charge') || !about.does.includes('feeds');
  const rung = [
    ...pinChecks(ctx, plans, joints).filter((c) => c.group === 'ring'),
    ...twinChecks(ctx, plans, joints),
    ...cordChecks(ctx.board, joints),
  ];
  const lines = ctx.pins.filter((p) => functionGroup(p.pin.function) === 'data').map((p) => p.id);
  const abilities = abilityChecks(sheet, about).map((c) => (c.key === 'data' ? { ...c, about: lines } : c));
  const underPower = [
    ...(powered ? powerChecks(ctx, plans, sheet, deviceCurrentA, about) : []),
    ...abilities,
  ].map((c) => staged(c, about));
  return [
    ...lookChecks(plans, joints),
    ...pinChecks(ctx, plans, joints).filter((c) => c.group === 'look'),
    ...(rung.length > 0 ? [leadsCheck()] : []),
    ...rung,
    ...(plans.length > 0 && takes ? ccChecks(ctx) : []),
    ...(plans.length > 0 ? [...neighbourChecks(ctx), ...supplyChecks(ctx)] : []),
    ...(vbus || (powered && about.kinds.length > 0) ? [shortCheck(ctx, plans)] : []),
    ...cellChecks(about),
    ...POWER_STAGES.flatMap((stage) => underPower.filter((c) => c.group === stage)),
  ];
}
