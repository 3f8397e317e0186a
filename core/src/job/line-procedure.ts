import { functionGroup } from '../connector/pin-function';
import type { Procedure } from '../procedure/procedure';
import { procedureOf } from '../procedure/procedure';
import { recommendedRemoval, REMOVAL_SCHOOLS } from '../procedure/removal';
import type { BuildLine } from '../rebuild/build-order';
import { recommendedSchool } from '../rebuild/build-order';
import { isGone, isPadGone } from '../board/pad-state';
import type { PairSkew, SpeedClass } from '../rebuild/wire-choice';
import { pairSkew } from '../rebuild/wire-choice';
import type { WholePort } from '../rebuild/whole-port';
import { wholePortOptions } from '../rebuild/whole-port';
import type { WorkItem } from '../rebuild/work-item';
import { knownAbilities } from './device';
import type { JobView } from './job-view';
import { OLD_PORT_LOOKS } from './station';

/** A part that melts or pops is in the jet when it stands within this of the port, mm (common practice). */
const IN_THE_JET_MM = 12;

/** The option that stands for a work item: the one chosen, else the first. */
export function itemOption({ record }: Pick<JobView, 'record'>, item: WorkItem): string {
  const chosen = record.rebuild.itemChoices.find((c) => c.itemId === item.id)?.option;
  return item.options.find((o) => o.key === chosen)?.key ?? item.options[0]?.key ?? '';
}

/** What melts beside the port, by name; `null` where nothing marked does. */
function heatShyNear({ trace, record }: JobView): string | null {
  const near = (p: { readonly x: number; readonly y: number }): boolean =>
    trace.pins.some((pin) => Math.hypot(pin.at.x - p.x, pin.at.y - p.y) < IN_THE_JET_MM);
  const part = record.board.components.find(
    (c) => (c.heatShy || c.kind === 'led' || c.kind === 'cell') && c.terminals.some((t) => near(t.at)),
  );
  const area = record.board.areas.find(
    (a) => (a.kind === 'heat-shy' || a.kind === 'plastic') && a.points.some(near),
  );
  return part?.name ?? area?.name ?? null;
}

/** The acts of one line of a job's plan, by the schools that stand. */
export function lineProcedure(view: JobView, line: BuildLine): Procedure {
  const { record, trace, plans, items, school, workshop } = view;
  const told = recommendedSchool(record.board, view.part);
  const removal = recommendedRemoval({
    kit: workshop.record.kit,
    throughLegs: record.board.legs.filter((l) => l.fixing === 'through-hole').length,
    heatShyNear: heatShyNear(view),
    keepPort: record.intake.kinds.includes('same-port'),
  });
  const chosen = REMOVAL_SCHOOLS.find((s) => s === record.rebuild.removal);
  return procedureOf(line, {
    ctx: trace,
    plans,
    items,
    fitting: { school: school.school, recommended: told.school, why: told.why },
    removal: { school: chosen ?? removal.school, recommended: removal.school, why: removal.why },
    chosen: (item) => itemOption(view, item),
  });
}

/** What a job's data pair differs by, where both of its wires have a length; `null` otherwise. A device whose speed nobody knows is held to high speed. */
export function jobPair(view: JobView): PairSkew | null {
  const length = (f: string): number | null =>
    view.plans.find((p) => p.row.pin.pin.function === f && p.repair.kind === 'jumper')?.jumper?.spanMm ??
    null;
  const [plus, minus] = [length('D+'), length('D-')];
  if (plus === null || minus === null) return null;
  const does = knownAbilities(view.record.intake.does);
  const speed: SpeedClass = does !== null && !does.includes('data') ? 'charge' : 'high';
  return pairSkew(plus, minus, speed);
}

/** What could become of a job's whole port, the best first; none for kinds that set no port. */
export function jobPortOptions(view: JobView): WholePort[] {
  const { record, plans, found } = view;
  const pads = record.board.rows.flatMap((r) => r.pins);
  const legs = record.board.legs.filter((l) => l.fixing !== 'peg');
  if (pads.length === 0 || !(pads.some((p) => isGone(p.state)) || legs.some((l) => isPadGone(l.state))))
    return [];
  const work = plans.filter((p) => p.repair.kind !== 'leave' && p.option);
  return wholePortOptions(record.board, {
    kinds: record.intake.kinds,
    hasOld: record.intake.cameWith.some((w) => /port|socket|connector|plug/iu.test(w)),
    oldSound: OLD_PORT_LOOKS.every((l) => record.match.agreed.includes(l.key)),
    inDrawer: record.match.stockId !== null || found?.best?.inDrawer === true,
    planMinutes: work.reduce((s, p) => s + (p.option?.minutes ?? 0), 0),
    planSuccess: work
      .filter((p) => functionGroup(p.row.pin.pin.function) !== 'superspeed')
      .reduce((s, p) => s * (p.option?.success ?? 1), 1),
  });
}
