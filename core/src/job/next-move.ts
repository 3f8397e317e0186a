import { PAD_STATE_WORDS } from '../board/pad-state';
import { printAmps, printWire } from '../quantity/print-bench';
import { printChance } from '../quantity/print-chance';
import { REPAIR_WORDS } from '../rebuild/pin-repair';
import { isSettled } from '../rebuild/rebuild-plan';
import type { ClosingStep } from '../teardown/closing-order';
import { closingOrder } from '../teardown/closing-order';
import { fastenerGaps } from '../teardown/fasteners';
import { unansweredStops } from '../triage/cautions';
import { finalChecks } from './final-checks';
import type { JobView } from './job-view';
import { isUnweighed } from './job-view';
import { foundMove } from './match-found';
import type { Station } from './station';
import { closeUpLeft, presentStation } from './station';

/** One next move and its reason. `stop` when a gate must be answered first. */
export interface NextMove {
  readonly station: Station;
  readonly title: string;
  readonly why: string;
  readonly tone: 'move' | 'stop' | 'wait' | 'done';
  /** Another station where this move is made. */
  readonly goTo?: Station;
}

type Move = Omit<NextMove, 'station'>;
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const move = (title: string, why: string, tone: Move['tone'] = 'move'): Move => ({ title, why, tone });

function takeIn({ record, cautions, triage }: JobView): Move {
  const { intake } = record;
  if (intake.parked !== null) return move('Parked', intake.parked || 'Waiting for an answer.', 'wait');
  const stop = unansweredStops(cautions, intake.answeredStops)[0];
  if (stop) return move(stop.title, `${stop.why} ${stop.instead}`, 'stop');
  if (intake.name === '') return move('Name the device', 'So that you find it again among the others.');
  if (intake.happened === null)
    return move('Say what happened to it', 'How it broke tells what the tear took with it.');
  if (record.board.family === null)
    return move('Say which port it was', 'Its pins and their order follow from the family.');
  const begun = record.teardown.steps.length > 0 || record.teardown.opened;
  if (triage.next && !begun)
    return move(triage.next.check.title, `${triage.next.check.how} ${triage.next.why}`);
  if (intake.worth.meaning === 'data' && !begun) {
    return move(
      'Open it for one good copy',
      'The data comes first. Whatever makes it readable once is enough; the stick is not trusted afterwards.',
      'done',
    );
  }
  const { verdict } = triage;
  if (!verdict) return move('Open it up', 'Taken in. Next, how it comes apart.', 'done');
  return move(
    `${verdict.sure ? 'It is' : 'Most likely'} ${verdict.words}`,
    `${capital(printChance(verdict.p))} sure. ${verdict.open}`,
    'done',
  );
}

function openUp({ record, battery }: JobView): Move {
  if (!battery.open && battery.code !== 'in-again')
    return move(
      battery.code === 'unanswered' ? 'Battery: is there one, is it out?' : 'Battery out first',
      battery.message,
      'stop',
    );
  if (record.teardown.steps.length === 0)
    return move(
      'Open it, one step at a time',
      'Each step you key in now is one you will not have to remember in three weeks.',
    );
  if (!record.teardown.opened)
    return move(
      'Go on, or say it is open',
      `${record.teardown.steps.length} steps so far; closing is their reverse.`,
    );
  return move('Look it over', 'It is open and safe.', 'done');
}

function lookOver({ record, pins }: JobView): Move {
  const sheet = record.board.faces.find((f) => f.measure) ?? record.board.faces[0];
  if (!sheet) return move('Photograph the board', 'Straight from above, clean, the torn port in the middle.');
  if (!sheet.measure)
    return move(
      'Set the scale: two clicks, one length',
      'Pick something you can measure with a caliper; far apart is better.',
    );
  if (pins.length === 0) return move('Place the row of pins', 'Click where the first pad is, or was.');
  const unchecked = pins.find((p) => p.pin.pin.state === 'unchecked');
  if (unchecked)
    return move(
      `How is ${unchecked.pin.label}?`,
      'Press each track lightly with a tip: a track that moves is broken.',
    );
  return move('Trace the pins', 'Everything is measured and looked at.', 'done');
}

const FIRST_PROBE = 'Zebbit says which two points tell most; you key in what the meter shows.';

function trace(view: JobView): Move {
  const placed = move('Every pin has its place', 'Next, which connector fits.', 'done');
  const all =
    view.pins.length > 0 && view.pins.every((p) => p.status !== 'open' && p.contradictions.length === 0);
  if (!view.battery.open && view.battery.code === 'in-again' && all) return placed;
  if (!view.battery.open) return move('Battery out before any probe', view.battery.message, 'stop');
  const clash = view.pins.find((p) => p.contradictions.length > 0);
  if (clash) return move(`${clash.pin.label}: something does not fit`, clash.contradictions[0] ?? '', 'stop');
  if (isUnweighed(view))
    return move(
      'Weighing the readings',
      `${view.trace.readings.length} reading${view.trace.readings.length === 1 ? '' : 's'} stand; where each pin goes is being worked out from them.`,
      'wait',
    );
  const open = view.pins.filter((p) => p.status === 'open');
  const order = view.answers?.order;
  if (order) return move(`Red on ${order.redLabel}, black on ${order.blackLabel}`, order.why);
  if (open.length > 0) {
    const names = [...new Set(open.map((p) => p.pin.pin.function))].join(', ');
    return view.answers
      ? move(
          `No more to ask for ${names}`,
          'The likeliest places stand in the table. Add a part near the stub under Look over, or follow the track under the magnifier.',
        )
      : move(`Probe for ${open.map((p) => p.pin.label).join(', ')}`, FIRST_PROBE);
  }
  return placed;
}

function match({ record, found }: JobView): Move {
  if (record.match.part.trim() !== '') return move('Rebuild the pads', 'The part is chosen.', 'done');
  const told = found && foundMove(found);
  return told
    ? move(told.title, told.why)
    : move(
        'Find the part that fits',
        'Zebbit lays every known part on what is left and says why it does or does not go.',
      );
}

function rebuild({ plans, battery }: JobView): Move {
  if (!battery.open && plans.length > 0 && !plans.every(isSettled))
    return move('Battery out before any iron', battery.message, 'stop');
  const plan = plans.find((p) => !isSettled(p));
  if (!plan)
    return plans.length > 0
      ? move('Prove it', 'Every pin is rebuilt or sound.', 'done')
      : move('Place the pins first', 'There is nothing to rebuild yet.');
  const name = plan.row.pin.label;
  if (plan.repair.kind === 'look') return move(`Look at ${name}`, plan.repair.why);
  if (plan.repair.kind === 'trace-first') return move(`Trace ${name} first`, plan.repair.why);
  const verdict = plan.jumper?.check?.verdict;
  if (verdict && !verdict.ok) return move(`Thicker wire for ${name}`, verdict.message, 'stop');
  if (plan.repair.kind === 'jumper') {
    const cut = plan.jumper?.cutMm;
    if (cut === null || cut === undefined)
      return move(
        `${name}: type the length`,
        'Its landing is on the other face, so the plate cannot measure it.',
      );
    return move(
      `${name} to ${plan.repair.landing.label}`,
      `Cut ${cut.toFixed(1)} mm of ${printWire(plan.jumper?.wireMm ?? 0)}; it carries ${printAmps(plan.jumper?.check?.limitA ?? 0)}.`,
    );
  }
  return move(
    `${name}: ${REPAIR_WORDS[plan.repair.kind]}`,
    `${PAD_STATE_WORDS[plan.row.pin.pin.state]}: ${plan.repair.why}.`,
  );
}

/** Closing steps that the test needs and that are not done yet. */
function stillToConnect({ record, gate }: JobView): ClosingStep[] {
  return closingOrder(record.teardown)
    .slice(0, gate.after)
    .filter((s) => !record.closing.stepsDone.includes(s.step.id));
}

function prove(view: JobView): Move {
  const { prove: report, battery } = view;
  const failed = report.checks.find((c) => c.verdict === 'fail');
  if (failed)
    return move(
      `${failed.check.title}: failed`,
      `Wanted ${failed.check.limitWords}. Mend it, then measure again. No power until it passes.`,
      'stop',
    );
  const next = report.checks.find((c) => c.verdict !== 'pass' && !c.shut);
  if (!next)
    return report.verdict === 'proved'
      ? move('Close it up', 'Everything passed with the board loose.', 'done')
      : move('Place the pins first', 'The checks follow from the board.');
  if (!next.check.powered && !battery.open)
    return move('Battery out before any ohms', battery.message, 'stop');
  const [connect] = stillToConnect(view);
  if (next.check.powered && connect) {
    const why = `The test needs it. ${connect.care} The case stays open.`;
    return { ...move(`First: ${connect.title.toLowerCase()}`, why), goTo: 'close-up' };
  }
  return move(
    next.check.title,
    next.verdict === 'doubt' ? `In doubt: wanted ${next.check.limitWords}. Measure again.` : next.check.how,
  );
}

function closeUp(view: JobView): Move {
  const { closing, teardown } = view.record;
  if (view.prove.verdict !== 'proved') {
    if (!view.prove.gate.open)
      return move('Not yet: prove it first', 'People who skip the test open it again.', 'stop');
    const [connect] = stillToConnect(view);
    if (connect) return move(connect.title, `For the test. ${connect.care}`);
    return {
      ...move('Test now', 'Everything the test needs is connected and the case is open.'),
      goTo: 'prove',
    };
  }
  const step = closingOrder(teardown).find((s) => !closing.stepsDone.includes(s.step.id));
  if (step) return move(step.title, step.care);
  const gap = fastenerGaps(teardown, closing.fastenersBack)[0];
  if (gap && gap.back < gap.taken)
    return move(
      `${gap.taken - gap.back} of ${gap.taken} screws: ${gap.step.place}`,
      `None may be left over. They lie in ${gap.step.fasteners?.compartment || 'no compartment'}.`,
      'stop',
    );
  if (gap)
    return move(
      `${gap.back - gap.taken} too many: ${gap.step.place}`,
      'One from another place went in here. Count again.',
      'stop',
    );
  const final = finalChecks(view.sheet, teardown.battery !== 'none').find(
    (c) => !closing.finalDone.includes(c.key),
  );
  if (final) return move(final.title, 'With the case shut, as its owner will use it.');
  if (!closing.handedBack)
    return move('Hand it back', 'Print the page; it says what was done and what to watch.');
  return closeUpLeft(view).length === 0
    ? move('Done', 'Handed back.', 'done')
    : move('Look again', closeUpLeft(view).join('; '), 'stop');
}

const MOVES: Readonly<Record<Station, (view: JobView) => Move>> = {
  'take-in': takeIn,
  'open-up': openUp,
  'look-over': lookOver,
  trace,
  match,
  rebuild,
  prove,
  'close-up': closeUp,
};

/** The next move of one station, whether or not it is the present one. */
export function stationMove(view: JobView, station: Station): NextMove {
  return { station, ...MOVES[station](view) };
}

/** The job's one next move: that of its present station. */
export function nextMove(view: JobView): NextMove {
  const station = presentStation(view);
  const { waiting, marking } = view.record.rebuild.hunt;
  // A part that was found short is waited for, whatever else could be done meanwhile.
  if (waiting && !view.record.closing.handedBack)
    return {
      station,
      ...move('Wait for the part', marking || 'The part that pulled the supply down.', 'wait'),
    };
  return stationMove(view, station);
}
