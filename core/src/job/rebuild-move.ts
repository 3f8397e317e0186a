import { PAD_STATE_WORDS } from '../board/pad-state';
import { printAmps, printWire } from '../quantity/print-bench';
import { linesDone } from '../rebuild/build-progress';
import { REPAIR_WORDS } from '../rebuild/pin-repair';
import type { PinPlan } from '../rebuild/rebuild-plan';
import type { JobView } from './job-view';
import type { Move } from './move';
import { capital, move } from './move';

/** What holds the whole plan up, whatever its place in the order: something to look at, to trace, to ask, a choice that is refused. */
function blocked(plans: readonly PinPlan[]): Move | null {
  for (const plan of plans) {
    const { label } = plan.row.pin;
    if (plan.repair.kind === 'look')
      return { ...move(`Look at ${label}`, plan.repair.why), goTo: 'look-over' };
    if (plan.repair.kind === 'trace-first')
      return { ...move(`Trace ${label} first`, plan.repair.why), goTo: 'trace' };
    if (plan.verdict.level === 'refuse')
      return move(`${capital(label)}: not there`, `${capital(plan.verdict.reasons[0] ?? '')}.`, 'stop');
    const verdict = plan.jumper?.check?.verdict;
    if (verdict && !verdict.ok) return move(`Thicker wire for ${label}`, verdict.message, 'stop');
    if (plan.jumper && plan.jumper.cutMm === null)
      return move(
        `${capital(label)}: type the length`,
        'Its landing is on the other face, so the plate cannot measure it.',
      );
  }
  return null;
}

function pinMove(plan: PinPlan, why: string): Move {
  const name = capital(plan.row.pin.label);
  const warned = plan.verdict.level === 'warn' ? ` First: ${plan.verdict.reasons[0] ?? ''}.` : '';
  if (plan.repair.kind === 'jumper' && plan.jumper)
    return move(
      `${name} to ${plan.repair.landing.label}`,
      `Cut ${plan.jumper.cutMm?.toFixed(1) ?? '?'} mm of ${printWire(plan.jumper.wireMm)}; it carries ${printAmps(plan.jumper.check?.limitA ?? 0)}. ${capital(why)}.${warned}`,
    );
  return move(
    `${name}: ${REPAIR_WORDS[plan.repair.kind]}`,
    `${PAD_STATE_WORDS[plan.row.pin.pin.state]}: ${plan.repair.why}. ${capital(why)}.${warned}`,
  );
}

/** The next move of Rebuild: what holds the plan up, else its first line that is not done. */
export function rebuildMove({ plans, items, order, battery, record, triage }: JobView): Move {
  const done = linesDone(order, plans, record.rebuild);
  const line = order.find((_, i) => !done[i]);
  const held = blocked(plans);
  if (!battery.open && (line ?? held)) return move('Battery out before any iron', battery.message, 'stop');
  if (held) return held;
  if (!line)
    return plans.length + items.length > 0
      ? move('Prove it', 'Everything that was to be built is built.', 'done')
      : move('Place the pins first', 'There is nothing to rebuild yet.');
  if (line.kind === 'pin') {
    const plan = plans.find((p) => p.row.pin.id === line.id);
    if (plan) return pinMove(plan, line.why);
  }
  const item = items.find((i) => i.id === line.id);
  if (item?.id === 'part' && item.waitsFor !== null && triage.sites[0]?.site !== 'battery')
    return {
      ...move(
        'Find the part that is to blame',
        `Then ${item.waitsFor}. The hunt along the supply stands under Trace.`,
      ),
      goTo: 'trace',
    };
  if (item?.waitsFor) return move(item.title, `${capital(`first ${item.waitsFor}`)}.`);
  return move(line.title, `${capital(item ? item.why : line.why)}.`);
}
