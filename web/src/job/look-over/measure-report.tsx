import {
  faceFrame,
  lengthsOf,
  measureLength,
  placeErrorMm,
  printMeasured,
  setMeasure,
  toBoard,
  withLengths,
} from '@zebbit/core';
import { Button } from '../../ui/button';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { cornersOf } from './measure-form';
import { usePlate, useTool } from '../../desk/desk-context';

/** What the measure of the face's base is worth: residuals, the one that is off, error over the plate. */
export function MeasureReport() {
  const { documents, edit } = useJob();
  const { errors, showErrors } = useTool();
  const { board } = documents;
  const face = usePlate((s) => s.face);
  const index = board.faces.findIndex((f) => f.face === face);
  const sheet = board.faces[index];
  const frame = faceFrame(board, face);
  if (!sheet?.measure || !frame) return null;
  const { measure } = sheet;
  const corners = cornersOf(sheet.widthPx, sheet.heightPx).map((p) => toBoard(p, frame));
  const middle = toBoard({ x: sheet.widthPx / 2, y: sheet.heightPx / 2 }, frame);
  const worst = Math.max(...corners.map((c) => placeErrorMm(frame, c)));
  const ten = printMeasured(measureLength(frame, middle, { x: middle.x + 10, y: middle.y }));
  const lengths = lengthsOf(measure);
  const points = measure.kind === 'lengths' ? [] : measure.points;
  const names = [...points.map((_, i) => `point ${i + 1}`), ...lengths.map((l) => `${l.lengthMm} mm`)];
  const canStrike = (i: number): boolean =>
    i >= points.length && (measure.kind === 'plane' || lengths.length > 1);
  return (
    <div className="flex flex-col gap-1 text-second">
      <p className="text-ink2">
        10 mm in the middle are <span className="figure">{ten}</span>; at the far corner a place is known to ±
        {(2 * worst).toFixed(2)} mm.{' '}
        {frame.tiltTakenOut
          ? 'The tilt is taken out.'
          : lengths.length > 1
            ? 'Of the camera’s tilt only what these lengths tell is taken out: a rectangle or a grid tells all.'
            : 'The tilt of the camera is not known: a rectangle or a grid takes it out.'}
      </p>
      {frame.atOdds && (
        <p role="alert" className="text-stop">
          These lengths contradict each other: no tilt of the camera makes both true. Strike the wrong one, or
          take a third.
        </p>
      )}
      <Tick checked={errors} onChange={showErrors}>
        show the error over the plate
      </Tick>
      {frame.residualsMm.length > 1 && (
        <ul>
          {names.map((name, i) => (
            <li
              key={i}
              className={`flex items-center justify-between gap-2 ${frame.outlier === i ? 'font-bold text-stop' : ''}`}
            >
              <span className="figure">
                {name}: {frame.residualsMm[i]?.toFixed(3)} mm off
                {frame.outlier === i ? ', does not go with the others' : ''}
              </span>
              {canStrike(i) && (
                <Button
                  tone="quiet"
                  className="!min-h-8"
                  onClick={() =>
                    edit('board', () =>
                      setMeasure(
                        board,
                        index,
                        withLengths(
                          measure,
                          lengths.filter((_, k) => k !== i - points.length),
                        ),
                      ),
                    )
                  }
                >
                  Strike
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
