import type { XY } from '../geometry/projective';
import type { BoardGuess, HeatBoard } from './heat-board';
import type { HeatTrial } from './heat-trial';
import { tryHeat } from './heat-trial';
import type { HeatUse } from './heat-use';
import { FINE_STEP_MM, FIRST_STEP_MM } from './setting';

/** How the temperature lies on the port's face, over time. */
export interface HeatField {
  readonly columns: number;
  readonly rows: number;
  readonly stepMm: number;
  readonly corner: XY;
  readonly there: Uint8Array;
  readonly frames: readonly { readonly seconds: number; readonly celsius: Float32Array }[];
}

/** How far the answer moved when the cells were made smaller. */
export interface GridShift {
  readonly fromMm: number;
  readonly toMm: number;
  /** Seconds to melt on the coarser and the finer board; `null` where it did not melt. */
  readonly seconds: readonly [number | null, number | null];
  /** By how much the hottest of what is reached moved, K. */
  readonly kelvins: number;
}

/** A trial as it is shown. */
export interface HeatShow extends Omit<HeatTrial, 'run' | 'laid'> {
  readonly field: HeatField;
  /** Room, heaters and air as they closed: 0 when nothing was lost on the way. */
  readonly openShare: number;
  /** Joints too far away to be looked at. */
  readonly left: number;
  readonly shift: GridShift | null;
}

/** Pictures kept of one heating. */
const PICTURES = 60;
/** Cells are made smaller once more where the time to melt moved by more than this, as a share and s. */
const MOVED_SHARE = 0.15;
const MOVED_S = 0.3;
const FINEST_STEP_MM = 0.33;

function shown(trial: HeatTrial, shift: GridShift | null): HeatShow {
  const { run, laid, ...rest } = trial;
  const { plate } = laid.scene;
  return {
    ...rest,
    field: {
      columns: plate.columns,
      rows: plate.rows,
      stepMm: plate.stepMm,
      corner: laid.corner,
      there: plate.there,
      frames: run.frames.flatMap((f) => (f.layers[0] ? [{ seconds: f.seconds, celsius: f.layers[0] }] : [])),
    },
    openShare: run.ledger.openShare,
    left: laid.left,
    shift,
  };
}

const hottest = (t: HeatTrial): number => Math.max(0, ...t.reached.map((r) => r.peakC));

const shiftOf = (a: HeatTrial, b: HeatTrial): GridShift => ({
  fromMm: a.laid.scene.plate.stepMm,
  toMm: b.laid.scene.plate.stepMm,
  seconds: [a.allAtS, b.allAtS],
  kelvins: Math.abs(hottest(b) - hottest(a)),
});

/** A first answer, on coarse cells, for a knob that is being turned. Throws RangeError with the words of `heatFault`. */
export const sketchHeat = (board: HeatBoard, guess: BoardGuess, use: HeatUse): HeatShow =>
  shown(
    tryHeat(board, guess, use, { stepMm: FIRST_STEP_MM, everyS: (use.mostS + use.holdS) / PICTURES }),
    null,
  );

/**
 * The answer that counts: cells are made smaller until the time to melt holds, and how far it moved is told. Throws RangeError with the words of `heatFault`.
 * @param tell told how much is done, 0 to 1; `true` from it breaks off, with what there is
 */
export function showHeat(
  board: HeatBoard,
  guess: BoardGuess,
  use: HeatUse,
  tell: (done: number) => boolean = () => false,
): HeatShow {
  const everyS = (use.mostS + use.holdS) / PICTURES;
  const run = (stepMm: number, from: number, to: number): HeatTrial =>
    tryHeat(board, guess, use, { stepMm, everyS, halt: (done) => tell(from + (to - from) * done) });
  const first = run(FIRST_STEP_MM, 0, 0.15);
  const fine = run(FINE_STEP_MM, 0.15, use.air ? 1 : 0.5);
  const shift = shiftOf(first, fine);
  const moved =
    (fine.allAtS === null) !== (first.allAtS === null) ||
    (fine.allAtS !== null &&
      Math.abs(fine.allAtS - (first.allAtS ?? 0)) > Math.max(MOVED_S, MOVED_SHARE * fine.allAtS));
  // Under air the whole face warms evenly: half a millimetre holds.
  if (!moved || use.air) return shown(fine, shift);
  const finest = run(FINEST_STEP_MM, 0.5, 1);
  return shown(finest, shiftOf(fine, finest));
}
