import { printChance } from '../quantity/print-chance';
import { unansweredStops } from '../triage/cautions';
import type { JobView } from './job-view';
import { isUnweighed, pinsToTrace } from './job-view';
import { BODY_WORDS } from './device';
import { KIND_SHEETS } from './job-kind';
import { foundMove } from './match-found';
import { SITE_SHEETS } from '../triage/fault-site';
import type { Move, NextMove } from './move';
import { capital, move, uncapital } from './move';
import { closeUp, prove } from './proof-moves';
import { rebuildMove } from './rebuild-move';
import type { Station } from './station';
import {
  isAsked,
  isBegun,
  isPortSaid,
  isSpared,
  lookOverLeft,
  OLD_PORT_LOOKS,
  presentStation,
  unlookedPads,
} from './station';

function takeIn(view: JobView): Move {
  const { record, cautions, triage, needs, proposedKinds } = view;
  const { intake } = record;
  if (intake.parked !== null) return move('Parked', intake.parked || 'Waiting for an answer.', 'wait');
  const stop = unansweredStops(cautions, intake.answeredStops)[0];
  if (stop) return move(stop.title, `${stop.why} ${stop.instead}`, 'stop');
  if (intake.name === '') return move('Name the device', 'So that you find it again among the others.');
  if (intake.happened.length === 0 && needs.fault)
    return move('Say what happened to it', 'How it broke tells what the tear took with it.');
  if (!isPortSaid(view))
    return move('Say which port it was', 'Its pins and their order follow from the family.');
  if (!isBegun(view)) {
    const asked = takeInAsks(view);
    if (asked) return asked;
    if (intake.kinds.length === 0) {
      if (triage.next && !triage.next.check.inside)
        return move(triage.next.check.title, `${triage.next.check.how} ${triage.next.why}`);
      const [first, second] = proposedKinds;
      if (first)
        return move(
          `${KIND_SHEETS[first.kind].words}${second ? ` and ${KIND_SHEETS[second.kind].words.toLowerCase()}` : ''}?`,
          `Most likely what becomes of the port: ${[first, ...(second ? [second] : [])].map((p) => p.why).join('; ')}. Look over confirms it, and it can be changed at any time.`,
        );
      const { verdict } = triage;
      if (!verdict?.sure) {
        const look = triage.next?.check;
        return {
          ...move(
            look ? `Open it: ${uncapital(look.title)}` : 'Open it and look',
            verdict
              ? `Most likely ${verdict.words}, ${printChance(verdict.p)}: no check from outside tells more.`
              : (triage.next?.why ?? ''),
          ),
          goTo: 'open-up',
        };
      }
    }
  }
  if (intake.kinds.includes('copy-only') || (intake.kinds.length === 0 && intake.worth.meaning === 'data'))
    return move(
      'Open it for one good copy',
      'The data comes first. Whatever makes it readable once is enough; the stick is not trusted afterwards.',
      'done',
    );
  const { verdict } = triage;
  if (intake.kinds.length > 0) {
    const words = intake.kinds.map((k) => KIND_SHEETS[k]);
    return move(words.map((w) => w.words).join(', and '), words.map((w) => w.built).join(' '), 'done');
  }
  if (!verdict?.sure) return move('Open it up', 'Taken in. Next, how it comes apart.', 'done');
  const also = verdict.also
    ? ` And ${SITE_SHEETS[verdict.also.site].said}, ${printChance(verdict.also.p)}.`
    : '';
  return move(
    `It is ${verdict.words}`,
    `${capital(printChance(verdict.p))} sure. ${verdict.open}${also}`,
    'done',
  );
}

/** What is asked once of every device; `null` when both were answered, if only by “not known”. */
function takeInAsks(view: JobView): Move | null {
  const { intake } = view.record;
  if (isAsked(view)) return null;
  return intake.does.length === 0
    ? move(
        'What does it do when it is well?',
        'Only what it does is proved and tried before it goes back. “Not known” will do.',
      )
    : move(
        'What does it draw through its port?',
        'Printed on it or its charger, in mA or A. Wires and the first power are reckoned from it. “Not known” will do.',
      );
}

function openUp({ record, battery }: JobView): Move {
  const { body } = record.intake;
  if (!battery.open && battery.code !== 'in-again')
    return move(
      battery.code === 'unanswered' ? 'Battery: is there one, is it out?' : 'Battery out first',
      battery.message,
      'stop',
    );
  if (body !== null && body !== 'case')
    return move('Nothing to open', `${BODY_WORDS[body]}: no case, no steps.`, 'done');
  if (record.teardown.steps.length === 0)
    return move(
      'Open it, one step at a time',
      'Each step you key in now is one you will not have to remember in three weeks.',
    );
  if (!record.teardown.opened)
    return move(
      'Go on, or say it is open',
      `${record.teardown.steps.length} step${record.teardown.steps.length === 1 ? '' : 's'} so far.`,
    );
  return move('Look it over', 'It is open and safe.', 'done');
}

const NOT_FOR_IT = 'Not for this job';

function lookOver(view: JobView): Move {
  const { needs, kindDoubt, record } = view;
  if (isSpared(view, 'look-over')) return move(NOT_FOR_IT, 'No pad or leg of the port is worked on.', 'done');
  const left = lookOverLeft(view)[0];
  switch (left?.kind) {
    case 'picture':
      return move('Photograph the board', 'Straight from above, clean, the port in the middle.');
    case 'scale':
      return move(
        'Set the scale: two clicks, one length',
        'Pick something you can measure with a caliper; far apart is better.',
      );
    case 'row':
      return move('Place the row of pins', 'Click where the first pad is, or was.');
    case 'turned':
      return move('Is the row the other way round?', `${capital(left.name)}.`);
    case 'break':
      return move('Which pin lost its track?', 'Give its pad its state: cracked, or torn off for a length.');
    case 'pin':
      return move(
        `How is ${left.name}?`,
        'Press each track lightly with a tip: a track that moves is broken.',
      );
    case 'legs':
      return move('Place the legs, or say there are none', 'Legs hold the port: weak ones are why it broke.');
    case 'leg':
      return move(
        `How is ${left.name}?`,
        'Press it sideways with a wooden pick: a leg that moves wants solder.',
      );
    case 'cord':
      return move(
        'Which wire of the cord sat where?',
        'Colour and pad, before the cut; a photo of it as well.',
      );
    case 'wire':
      return move(
        `Ring the ${left.name === 'wire' ? '' : `${left.name} `}wire`,
        'From its cut end to the far end: a colour is a hint, not a proof.',
      );
    case 'doubt':
      return move(`${KIND_SHEETS[kindDoubt?.kind ?? 'torn'].words}?`, `${capital(left.name)}.`);
    case 'confirm':
      return move(
        `Still ${record.intake.kinds.map((k) => KIND_SHEETS[k].words.toLowerCase()).join(' and ')}?`,
        'Now that you have seen it. What is asked from here on follows from it.',
      );
    default:
      return move(
        needs.cord ? 'The wires are told apart' : 'Looked over',
        needs.cord ? 'Each is rung to its far end.' : 'Everything is measured and looked at.',
        'done',
      );
  }
}

const FIRST_PROBE = 'Zebbit says which two points tell most; you key in what the meter shows.';

function trace(view: JobView): Move {
  if (isSpared(view, 'trace'))
    return move(
      NOT_FOR_IT,
      view.needs.trace
        ? 'No pad has lost its copper: there is nothing to trace.'
        : 'No pin of the port is traced.',
      'done',
    );
  const placed = move('Every pin has its place', 'What is to be rebuilt is known.', 'done');
  if (view.pins.length === 0)
    return {
      ...move('Place the row of pins first', 'What is not placed cannot be traced.'),
      goTo: 'look-over',
    };
  const open = pinsToTrace(view);
  const unlooked = unlookedPads(view);
  const measured = view.trace.readings.length > 0;
  const all =
    measured && unlooked === 0 && open.length === 0 && view.pins.every((p) => p.contradictions.length === 0);
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
  const said = view.record.intake.kinds.length > 0;
  const order = said && all ? null : view.answers?.order;
  if (order?.mode === 'seen') return move(byEyeWords(order), order.why);
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
  if (unlooked > 0)
    return {
      ...move(
        'Look over the pads first',
        `${unlooked} of them ${unlooked === 1 ? 'was' : 'were'} not looked at: only what is gone is traced.`,
      ),
      goTo: 'look-over',
    };
  if (!measured)
    return move(
      'Ring what will be rebuilt',
      'Nothing was measured yet: where it lands rests on its mark alone.',
    );
  return placed;
}

/** A by-eye move asks for a look, not for two probes. */
export const byEyeWords = ({
  redLabel,
  blackLabel,
}: {
  readonly redLabel: string;
  readonly blackLabel: string;
}): string => `Follow the track from ${redLabel}: does it go to ${blackLabel}?`;

function match(view: JobView): Move {
  const { record, found, needs } = view;
  if (isSpared(view, 'match')) return move(NOT_FOR_IT, 'No port is chosen.', 'done');
  if (needs.match === 'old-port') {
    const look = OLD_PORT_LOOKS.find((l) => !record.match.agreed.includes(l.key));
    return look
      ? move(`The old port: ${uncapital(look.title)}?`, look.why)
      : move('The old port may go back', 'Its shell grips and nothing in it is bent.', 'done');
  }
  if (needs.match === 'named' && record.match.part.trim() === '')
    return move('Name what goes in', 'The socket, board or cord that you have or order.');
  if (record.match.part.trim() !== '') return move('Rebuild the pads', 'The part is chosen.', 'done');
  const told = found && foundMove(found);
  return told
    ? move(told.title, told.why)
    : move(
        'Find the part that fits',
        'Zebbit lays every known part on what is left and says why it does or does not go.',
      );
}

const MOVES: Readonly<Record<Station, (view: JobView) => Move>> = {
  'take-in': takeIn,
  'open-up': openUp,
  'look-over': lookOver,
  trace,
  match,
  rebuild: rebuildMove,
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
  const next = stationMove(view, station);
  // A job is done when it was handed back, whatever a station says of itself.
  return next.tone === 'done' && !view.record.closing.handedBack ? { ...next, tone: 'move' } : next;
}
