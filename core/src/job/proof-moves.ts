import { likelyCauses } from '../prove/likely-cause';
import type { JudgedCheck } from '../prove/verdict';
import { isCell } from '../teardown/battery-gate';
import type { ClosingStep } from '../teardown/closing-order';
import { closingOrder, closingWords } from '../teardown/closing-order';
import type { OpeningStep } from '../teardown/step';
import { fastenerGaps } from '../teardown/fasteners';
import { beforeShut } from './before-shut';
import { finalChecks } from './final-checks';
import type { JobView } from './job-view';
import type { Move } from './move';
import { move } from './move';
import { closeUpLeft } from './station';

/** Closing steps that the test needs and that are not done yet. */
function stillToConnect({ record, gate }: JobView): ClosingStep[] {
  return closingOrder(record.teardown)
    .slice(0, gate.after)
    .filter((s) => !record.closing.stepsDone.includes(s.step.id));
}

/** What a failed check most often is, as a sentence; nothing where that is not known. */
function likeliest({ check, result }: JudgedCheck): string {
  const cause = result && likelyCauses(check, result)?.causes[0];
  return cause ? `Most often: ${cause.words}. ` : '';
}

/** Asked for, and neither passed nor answered by words. */
const isOpen = ({ check, verdict }: JudgedCheck): boolean =>
  !check.helps && verdict !== 'pass' && verdict !== 'spared' && verdict !== 'untested';

/** Nothing can be tested as the device lies there: what changes that, or that all is done. */
function heldUp(view: JobView): Move {
  const { prove: report } = view;
  const held = report.checks.find((c) => isOpen(c) && c.shut);
  if (report.readyToShut) {
    const later = held ? ` ${held.check.title} comes once it is shut.` : '';
    return move(
      'Close it up',
      report.untested.length === 0
        ? `Everything passed with the board loose.${later}`
        : `Passed with the board loose, but for what could not be tested: ${report.untested.join('; ')}.${later}`,
      'done',
    );
  }
  if (!held) return move('Place the pins first', 'The checks follow from the board.');
  const connect = nextToClose(view);
  if (!connect) return move(held.check.title, `Not yet: ${held.shutWhy}.`, 'stop');
  const { title, care } = closingWords(connect);
  return {
    ...move(`First: ${title.toLowerCase()}`, `The test needs it. ${care} The case stays open.`),
    goTo: 'close-up',
  };
}

/** The next move under Prove. */
export function prove(view: JobView): Move {
  const { prove: report, battery } = view;
  const failed = report.checks.find((c) => c.verdict === 'fail');
  if (failed)
    return move(
      `${failed.check.title}: failed`,
      `Wanted ${failed.check.limitWords}. ${likeliest(failed)}Mend it, then measure again. No power until it passes.`,
      'stop',
    );
  const next = report.checks.find((c) => isOpen(c) && !c.shut);
  if (!next) return heldUp(view);
  if (!next.check.powered && !battery.open)
    return move('Battery out before any ohms', battery.message, 'stop');
  return move(
    next.check.title,
    next.verdict === 'doubt' ? `In doubt: wanted ${next.check.limitWords}. Measure again.` : next.check.how,
  );
}

/** The step that is closed next: what the stage of the test needs, and after the test the rest in an order that works; `null` with none open. */
export function nextToClose(view: JobView): OpeningStep | null {
  const { prove: report, record, needs } = view;
  if (!needs.closes) return null;
  if (report.readyToShut)
    return (
      closingOrder(record.teardown).find((s) => !record.closing.stepsDone.includes(s.step.id))?.step ?? null
    );
  // The board alone has its power before anything is connected to it.
  const step = report.gate.open && report.stage !== 'alone' ? stillToConnect(view)[0]?.step : undefined;
  return step === undefined || (isCell(step) && !report.cellReady) ? null : step;
}

/** The next move under Close up. */
export function closeUp(view: JobView): Move {
  const { closing, teardown } = view.record;
  const { prove: report } = view;
  if (!report.readyToShut) {
    if (!report.gate.open)
      return move('Not yet: prove it first', 'People who skip the test open it again.', 'stop');
    const connect = nextToClose(view);
    if (connect) {
      const { title, care } = closingWords(connect);
      return move(title, `For the test. ${care}`);
    }
    return {
      ...move(
        'Test now',
        stillToConnect(view).length === 0
          ? 'Everything the test needs is connected and the case is open.'
          : 'The board alone first, before anything is connected to it.',
      ),
      goTo: 'prove',
    };
  }
  const next = nextToClose(view);
  const look =
    next?.shuts === true ? beforeShut(view).find((c) => !closing.finalDone.includes(c.key)) : undefined;
  if (look) return move(look.title, 'Before it shuts: afterwards it is opened once more for it.');
  if (next) {
    const { title, care } = closingWords(next);
    return move(title, care);
  }
  const gap = view.needs.closes ? fastenerGaps(teardown, closing.fastenersBack)[0] : undefined;
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
  if (report.verdict !== 'proved')
    return {
      ...move('Test it shut', 'What may not have power with its case open is tried now.'),
      goTo: 'prove',
    };
  const final = view.needs.closes
    ? finalChecks(view.sheet, teardown.battery !== 'none', view.record.intake.does).find(
        (c) => !closing.finalDone.includes(c.key),
      )
    : undefined;
  if (final) return move(final.title, 'With the case shut, as its owner will use it.');
  if (!closing.handedBack)
    return move('Hand it back', 'Print the page; it says what was done and what to watch.');
  return closeUpLeft(view).length === 0
    ? move('Done', 'Handed back.', 'done')
    : move('Look again', closeUpLeft(view).join('; '), 'stop');
}
