import type { Board } from '../board/board';
import { isGone, isPadGone } from '../board/pad-state';
import type { JobKind } from '../job/job-kind';

/** What could become of the whole port, beside what is done pin by pin. */
export interface WholePort {
  readonly kind: JobKind | 'donor';
  readonly title: string;
  readonly feasible: boolean;
  readonly why: string;
  /** Hands-on time, min. */
  readonly minutes: number;
  /** Chance that it works at the first try, 0 to 1. */
  readonly success: number;
  readonly loses: string | null;
  /** What it waits for; `null` for nothing. */
  readonly wait: string | null;
}

interface AboutPort {
  readonly kinds: readonly JobKind[];
  /** The torn port came along. */
  readonly hasOld: boolean;
  /** The old port was looked at and may go back. */
  readonly oldSound: boolean;
  /** A part that drops in lies in the drawer. */
  readonly inDrawer: boolean;
  /** Hands-on minutes of the plan pin by pin, and the chance that all of it holds. */
  readonly planMinutes: number;
  readonly planSuccess: number;
}

/** Minutes of fitting a port, common practice, and of the wires of a breakout. */
const FIT_MIN = 35;
const BREAKOUT_WIRES = 4;
const A_WIRE_MIN = 12;

/**
 * Ways for the whole port, the best first: the plan pin by pin with a new part, with the same port or a donor's, a small board or cord with
 * four wires, a bought board. Minutes and chances are judgements; common practice.
 */
export function wholePortOptions(board: Pick<Board, 'rows' | 'legs'>, about: AboutPort): WholePort[] {
  const pins = board.rows.flatMap((r) => r.pins);
  const legs = board.legs.filter((l) => l.fixing !== 'peg');
  const gone = pins.filter((p) => isGone(p.state)).length;
  const legsGone = legs.filter((l) => isPadGone(l.state)).length;
  const held = legs.length - legsGone;
  const nothingHolds = legs.length > 0 && held === 0;
  const fit = nothingHolds ? 0.45 : held < legs.length / 2 ? 0.7 : 0.88;
  const success = about.planSuccess * fit;
  const minutes = FIT_MIN + about.planMinutes;
  const holds = nothingHolds
    ? 'no leg has copper left: only glue would hold it'
    : legsGone > 0
      ? `${held} of ${legs.length} legs hold`
      : 'every leg has its copper';
  const options: WholePort[] = [
    {
      kind: gone > 0 ? 'torn' : 'new-port',
      title: 'A new port of the same pattern',
      feasible: pins.length > 0,
      why: `${gone === 0 ? 'all pads are there' : `${gone} of ${pins.length} pads are rebuilt`}; ${holds}`,
      minutes,
      success,
      loses: null,
      wait: about.inDrawer ? null : 'a part in the post, days to weeks',
    },
    {
      kind: 'same-port',
      title: 'The same port back',
      feasible: about.hasOld && about.oldSound,
      why: !about.hasOld
        ? 'the old port did not come along'
        : about.oldSound
          ? 'its shell grips, its tongue is straight: it fits without measuring'
          : 'it has not been looked at yet: shell, tongue, no solder inside, legs',
      minutes: minutes + 10,
      success: success * 0.9,
      loses: null,
      wait: null,
    },
    {
      kind: 'donor',
      title: 'A port from a donor board',
      feasible: true,
      why: 'air from below, grip the shell, it drops in 10 to 15 s; try it with a plug before it goes in',
      minutes: minutes + 20,
      success: success * 0.85,
      loses: null,
      wait: 'a donor of the same pattern',
    },
    {
      kind: 'breakout',
      title: 'A small board or a cord that the case holds',
      feasible: true,
      why: nothingHolds
        ? 'no pad is left to hold a port: this takes the pull off the board'
        : 'four wires, and the case takes the pull',
      minutes: Math.max(about.planMinutes, BREAKOUT_WIRES * A_WIRE_MIN) + 25,
      success: about.planSuccess * 0.95,
      loses: 'the port’s old place: the case has to be cut or filed',
      wait: 'a small board or a cable to cut',
    },
    {
      kind: 'ready-made',
      title: 'The whole port board, bought',
      feasible: about.kinds.includes('ready-made'),
      why: about.kinds.includes('ready-made')
        ? 'the port sits on a board of its own that plugs in'
        : 'only where the port sits on a small board of its own',
      minutes: 20,
      success: 0.93,
      loses: null,
      wait: 'that board in the post',
    },
  ];
  const worth = (o: WholePort): number =>
    (o.feasible ? 0 : 1e5) + o.minutes / Math.max(0.05, o.success) + (o.loses === null ? 0 : 45);
  return options.toSorted((a, b) => worth(a) - worth(b));
}
