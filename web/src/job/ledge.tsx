import { useStore } from 'zustand';
import { derivative, faceFrame, FACES, significant } from '@zebbit/core';
import { Button } from '../ui/button';
import { useJob } from '../desk/job-context';
import { RunningWaits } from '../waits/running-waits';
import { MeterOnWire } from './meter-on-wire';

const WORDS = { saved: 'All saved', saving: 'Saving…', failed: 'Not saved' } as const;
const BATTERY = {
  unanswered: 'Battery: not answered',
  none: 'No battery',
  out: 'Battery out',
  in: 'Battery still in',
} as const;

function BatteryWord() {
  const { documents, view } = useJob();
  const { battery } = view;
  const { teardown } = documents;
  if (!battery.open && battery.code === 'in-again') {
    return <span className="font-semibold text-wait">Battery in again</span>;
  }
  const pressing = !battery.open && (teardown.opened || teardown.steps.length > 0);
  return <span className={pressing ? 'font-semibold text-stop' : ''}>{BATTERY[teardown.battery]}</span>;
}

/** The bottom line: what the plate's figures rest on, the battery, and whether everything is kept. */
export function Ledge() {
  const { bundle, desk, documents, view } = useJob();
  const save = useStore(desk.store, (s) => s.save);
  const failure = useStore(desk.store, (s) => s.failure);
  const waits = useStore(desk.store, (s) => s.failure === null && s.conflicts.length > 0);
  const scales = FACES.flatMap((face) => {
    const frame = faceFrame(documents.board, face);
    if (!frame) return [];
    const [xx, xy, yx, yy] = derivative(frame.back, { x: 0, y: 0 });
    return [
      `${face} ${significant(Math.sqrt(Math.abs(xx * yy - xy * yx)))} px/mm${frame.atOdds ? ', lengths at odds' : frame.tiltTakenOut ? ', tilt out' : ''}`,
    ];
  });
  const standing = view.record.readings.filter((r) => !r.struck).length;
  return (
    <footer className="no-print flex h-11 shrink-0 items-center gap-6 border-t border-line bg-sheet px-5 text-[14px] text-ink2">
      <BatteryWord />
      {scales.length > 0 && <span className="figure text-second">{scales.join(' · ')}</span>}
      {standing > 0 && <span>{standing === 1 ? '1 reading' : `${standing} readings`}</span>}
      <MeterOnWire />
      <span className="flex-1" />
      <RunningWaits jobId={bundle.id} />
      {failure && (
        <span role="alert" className="min-w-0 truncate text-stop">
          {failure.message}
          {failure.hint ? `. ${failure.hint}` : ''}
        </span>
      )}
      {save === 'failed' && !waits && (
        <Button tone="stop" className="!min-h-8" onClick={() => void desk.flush()}>
          Try again
        </Button>
      )}
      <span role="status">{waits ? 'Waits for your word above' : WORDS[save]}</span>
    </footer>
  );
}
