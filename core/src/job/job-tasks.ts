import { linesDone } from '../rebuild/build-progress';
import type { BuildLine } from '../rebuild/build-order';
import { REPAIR_WORDS } from '../rebuild/pin-repair';
import { isSettled } from '../rebuild/rebuild-plan';
import type { Act, OwnMinutes } from '../waits/act-kind';
import { actDurations, actKindOf } from '../waits/act-kind';
import type { Duration } from '../waits/duration';
import { sumOfDurations } from '../waits/duration';
import type { JobTask } from '../waits/job-task';
import type { Setting } from '../waits/task';
import { waitOfStep, USUAL_WAITS } from '../waits/usual-waits';
import type { JobView } from './job-view';
import { pinsToTrace } from './job-view';
import { lineProcedure } from './line-procedure';
import { capital } from './move';
import { stationMove } from './next-move';
import type { Station } from './station';
import { closeUpLeft, lookOverLeft, stationStates, STATIONS } from './station';

/** After so many minutes of fine work something else does the eyes good (common practice). */
const SITTING_MIN = 45;
/** Minutes by common practice where no plan says better. */
const MINUTES = {
  answer: 3,
  takeIn: 6,
  open: 20,
  look: 2,
  picture: 8,
  probe: 0.35,
  match: 8,
  check: 0.7,
  closeStep: 1.5,
} as const;
/** Probes that a pin whose place is open still wants, as a rule (measured on made-up and on drawn boards: 3 to 4). */
const PROBES_A_PIN = 3.5;
/** A wire of which only the beginning is known, minutes. */
const WIRE_MIN = 14;

const some = (count: number, kind: Act['kind'], minutes: number): Act[] =>
  Math.round(count) < 1 ? [] : [{ kind, minutes, count: Math.round(count) }];

type Sketch = Omit<JobTask, 'after' | 'key'>;
const sketch = (
  station: Station,
  title: string,
  acts: readonly Act[],
  more: Partial<Sketch> = {},
): Sketch => ({
  station,
  title,
  acts,
  setting: 'bench',
  starts: null,
  gate: false,
  needsPart: false,
  ...more,
});

/** What an act of the plan wants ready on the bench, by the tools of its steps. */
function settingOf(view: JobView, line: BuildLine): Setting {
  if (line.kind === 'mask') return 'fume';
  if (line.kind === 'ring' || line.kind === 'rest') return 'bench';
  const tools = lineProcedure(view, line).steps.flatMap((s) => s.tools);
  if (tools.includes('hot-air')) return 'air';
  return tools.includes('epoxy') && !tools.some((t) => t.endsWith('-tip')) ? 'fume' : 'iron';
}

/** A line in a few words; of a pin, what is done to it. */
function titleOf({ plans }: JobView, line: BuildLine): string {
  const plan = plans.find((p) => p.row.pin.id === line.id);
  if (!plan) return line.title;
  return plan.repair.kind === 'jumper'
    ? `Wire, ${line.title}`
    : `${capital(plan.row.pin.label)}: ${REPAIR_WORDS[plan.repair.kind]}`;
}

function actOfLine({ plans }: JobView, line: BuildLine): Act {
  const plan = plans.find((p) => p.row.pin.id === line.id);
  return {
    kind: actKindOf(line.id, plan?.repair.kind === 'jumper'),
    minutes: Math.max(0.5, line.minutes),
    count: 1,
  };
}

/** How long some lines of a job's plan take these hands; `null` of none. */
export function linesDuration(view: JobView, lines: readonly BuildLine[], own: OwnMinutes): Duration | null {
  return sumOfDurations(lines.flatMap((l) => actDurations(actOfLine(view, l), own)));
}

/** Whether a line cannot be begun without what goes in: from the fitting on; of a ready-made board or cord, whatever is no taking off. */
function needsThePart({ items, needs }: JobView, line: BuildLine): boolean {
  const stage = items.find((i) => i.id === line.id)?.stage;
  if (stage === 'fit') return true;
  return needs.match === 'named' && stage !== undefined && !['before', 'off', 'clean'].includes(stage);
}

/** The rebuilding in sittings: lines in their order, a new sitting where the bench changes, where something has to set, or after three quarters of an hour. */
function rebuildSketches(view: JobView): Sketch[] {
  const { order, plans, record } = view;
  const done = linesDone(order, plans, record.rebuild);
  const out: Sketch[] = [];
  let part = false;
  let open: { lines: BuildLine[]; setting: Setting; needsPart: boolean; minutes: number } | null = null;
  const close = (starts: Sketch['starts'] = null): void => {
    if (!open || open.lines.length === 0) return;
    const titles = open.lines.filter((l) => l.kind !== 'rest').map((l) => titleOf(view, l));
    const title =
      titles.length > 1 ? `${titles[0] ?? ''}, and ${titles.length - 1} more` : (titles[0] ?? 'Rebuild');
    out.push(
      sketch(
        'rebuild',
        title,
        open.lines.map((l) => actOfLine(view, l)),
        { setting: open.setting, needsPart: open.needsPart, starts },
      ),
    );
    open = null;
  };
  order.forEach((line, i) => {
    part ||= needsThePart(view, line);
    if (done[i] === true) return;
    if (line.kind === 'rest') {
      // The eyes rest where the wires are: a rest ends what came before it, and begins nothing.
      open?.lines.push(line);
      if (open) open.minutes += line.minutes;
      return;
    }
    const setting = settingOf(view, line);
    if (
      open &&
      (open.setting !== setting || open.needsPart !== part || open.minutes + line.minutes > SITTING_MIN)
    )
      close();
    open ??= { lines: [], setting, needsPart: part, minutes: 0 };
    open.lines.push(line);
    open.minutes += line.minutes;
    const wait = lineProcedure(view, line).steps.findLast((s) => s.wait !== null)?.wait;
    if (wait) {
      const known = waitOfStep(wait);
      close(known.span && { kind: known.kind, what: known.what, span: known.span });
    }
  });
  close();
  // Pins whose place is still open will want a wire each, as a rule.
  const unknown = plans.filter((p) => p.repair.kind === 'trace-first' && !isSettled(p)).length;
  if (unknown > 0)
    out.push(
      sketch(
        'rebuild',
        `${unknown} pin${unknown === 1 ? '' : 's'} whose place Trace will tell`,
        some(unknown, 'wire', WIRE_MIN),
        { setting: 'iron', needsPart: part },
      ),
    );
  return out;
}

const BY_STATION: Readonly<Record<Station, (view: JobView) => Sketch[]>> = {
  'take-in': (view) => [
    // What becomes of the port decides everything behind it.
    sketch('take-in', stationMove(view, 'take-in').title, some(1, 'take-in', MINUTES.takeIn), {
      gate: view.record.intake.kinds.length === 0,
    }),
  ],
  'open-up': () => [sketch('open-up', 'Open it, step by step', some(1, 'open', MINUTES.open))],
  'look-over': (view) => {
    const left = lookOverLeft(view).length;
    const placed = view.record.board.rows.length > 0;
    return [
      sketch(
        'look-over',
        'Look the board over',
        placed
          ? some(left, 'look', MINUTES.look)
          : [...some(1, 'look', MINUTES.picture), ...some(6, 'look', MINUTES.look)],
        // What is gone is not known before it was seen.
        { gate: !placed },
      ),
    ];
  },
  trace: (view) => {
    const open = pinsToTrace(view).length;
    return [
      sketch('trace', open > 0 ? `Trace ${open} pin${open === 1 ? '' : 's'}` : 'Ring what will be rebuilt', [
        ...some(Math.max(2, PROBES_A_PIN * open), 'probe', MINUTES.probe),
      ]),
    ];
  },
  match: (view) => {
    const { found } = view;
    const near = USUAL_WAITS.find((w) => w.key === 'near');
    // Only what was matched says whether the part has to come by post.
    const orders = found !== null && view.needs.match === 'lands' && found.best?.inDrawer !== true;
    return [
      sketch(
        'match',
        orders ? 'Order the part that fits' : 'Choose the part',
        some(1, 'match', MINUTES.match),
        {
          starts: orders && near?.span ? { kind: 'post', what: 'the part', span: near.span } : null,
        },
      ),
    ];
  },
  rebuild: rebuildSketches,
  prove: (view) => [
    sketch(
      'prove',
      'Prove it, before power and after',
      some(Math.max(3, view.prove.checks.filter((c) => c.verdict === null).length), 'check', MINUTES.check),
      { needsPart: true },
    ),
  ],
  'close-up': (view) => {
    const { record } = view;
    const steps = record.teardown.steps.filter((s) => !record.closing.stepsDone.includes(s.id)).length;
    return [
      sketch(
        'close-up',
        steps > 0 ? `Close it: ${steps} step${steps === 1 ? '' : 's'}, hand it back` : 'Hand it back',
        some(Math.max(2, steps + closeUpLeft(view).length), 'close-step', MINUTES.closeStep),
        { needsPart: true },
      ),
    ];
  },
};

/** What is not begun while the part that was found short is waited for. */
const BEHIND_THE_PART: readonly Station[] = ['rebuild', 'prove', 'close-up'];

/**
 * What is still to be done of a job, in sittings, each after the one before it; nothing of a job that is parked or handed back. Behind a gate
 * nothing is known, so nothing is said.
 */
export function jobTasks(view: JobView): JobTask[] {
  const { intake, closing } = view.record;
  if (closing.handedBack || intake.parked !== null) return [];
  const states = stationStates(view);
  const todo = STATIONS.filter((s) => states[s] === 'present' || states[s] === 'ahead');
  const [present] = todo;
  if (!present) return [];
  const move = stationMove(view, present);
  const gate = move.tone === 'stop';
  const sketches = gate
    ? [sketch(present, move.title, some(1, 'answer', MINUTES.answer), { gate: true })]
    : todo
        .filter((s) => !view.record.rebuild.hunt.waiting || !BEHIND_THE_PART.includes(s))
        .flatMap((s) => BY_STATION[s](view));
  const end = sketches.findIndex((s) => s.gate);
  const count: Partial<Record<string, number>> = {};
  return sketches.slice(0, end < 0 ? undefined : end + 1).reduce<JobTask[]>((list, s) => {
    const n = (count[s.station] = (count[s.station] ?? 0) + 1);
    const last = list.at(-1);
    list.push({ ...s, key: `${s.station} ${n}`, after: last ? [last.key] : [] });
    return list;
  }, []);
}
