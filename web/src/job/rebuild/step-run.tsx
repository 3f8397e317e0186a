import { OctagonX, Timer, TriangleAlert, Undo2, Volume2 } from 'lucide-react';
import { toast } from 'sonner';
import type { StepWait } from '@zebbit/core';
import {
  meltingRange,
  mixSolders,
  printTemperature,
  SOLDER_MIXES,
  stepTools,
  waitOfStep,
} from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { Button } from '../../ui/button';
import { useBeginWait } from '../../waits/use-begin-wait';
import { PhotoPicker } from '../../ui/photo-picker';
import { useJob } from '../../desk/job-context';
import { useAloud, useLocalVoice, useReadAloud } from '../trace/read-aloud';
import { StepHeat } from './heat-at-hand';
import type { LineAtHand } from './use-line';

const HEAT_WORDS = {
  joint: 'heats one joint',
  plane: 'heats a joint on the plane',
  row: 'heats the whole row',
  part: 'heats the part all round',
  glue: 'warms glue',
} as const;

function secondsWords(seconds: number): string {
  return seconds < 90 ? `${seconds} s` : `${Math.round(seconds / 60)} min`;
}

/** One act at a time, large: what the hands do, what good looks like, and what then when it does not. */
export function StepRun({ hand }: { readonly hand: LineAtHand }) {
  const { bundle, view } = useJob();
  const { step, stepAt, procedure, line } = hand;
  const count = procedure?.steps.length ?? 0;
  useReadAloud(step ? `${step.act}. Good: ${step.good}.${step.caution ? ` ${step.caution}` : ''}` : '');
  const { on, toggle } = useAloud();
  const voice = useLocalVoice();
  if (!line || !step || !view.battery.open) return null;
  const { have, lack } = stepTools(step, view.workshop.record.kit);
  return (
    <section aria-label="The act at hand" className="mt-1 rounded-[12px] border border-line bg-sunk p-4">
      <p className="flex items-baseline justify-between gap-3 text-second text-ink2">
        <span className="whitespace-nowrap">
          Act <span className="figure">{stepAt + 1}</span> of <span className="figure">{count}</span>
        </span>
        <span className="figure text-right">
          {[step.seconds === null ? '' : secondsWords(step.seconds), step.heat ? HEAT_WORDS[step.heat] : '']
            .filter(Boolean)
            .join(' · ')}
        </span>
      </p>
      <p className="mt-1 text-[20px] leading-snug font-semibold">{step.act}</p>
      {step.caution && (
        <p className="mt-2 flex gap-2 rounded-[9px] bg-wait-soft p-2 text-second font-semibold text-wait">
          <TriangleAlert aria-hidden className="size-4 shrink-0" />
          {step.caution}
        </p>
      )}
      <p className="mt-2">
        <span className="font-bold text-ok">Good: </span>
        {step.good}
      </p>
      {(step.with !== null || have.length > 0) && (
        <p className="mt-1 text-second text-ink2">
          {[step.with, have.join(', ')].filter(Boolean).join(' · ')}
        </p>
      )}
      <StepHeat />
      {step.tools.includes('leaded-solder') && step.heat !== null && <MixLine />}
      {lack.length > 0 && (
        <p className="mt-1 text-second font-semibold text-stop">Not in your kit: {lack.join(', ')}</p>
      )}
      {step.stop && (
        <p className="mt-2 flex gap-2 text-second font-semibold text-stop">
          <OctagonX aria-hidden className="size-4 shrink-0" /> Stop when {step.stop}
        </p>
      )}
      {step.wait && <StepWaitRow wait={step.wait} onBegun={hand.finish} />}
      {step.photo && (
        <div className="mt-2">
          <PhotoPicker
            jobId={bundle.id}
            use="after"
            label="A photo here is worth it"
            caption={`${line.title}: ${step.act}`.slice(0, 120)}
            onStored={() => toast.success('Photo kept with the job')}
          />
        </div>
      )}
      {step.wrong.length > 0 && (
        <ul className="mt-3 space-y-1.5 border-t border-line pt-2 text-second" aria-label="If it goes wrong">
          {step.wrong.map((w) => (
            <li key={w.sign} className="flex items-start gap-2">
              <span className="flex-1">
                <span className="font-semibold">{w.sign}:</span> {w.then}
              </span>
              {w.back !== null && (
                <button
                  type="button"
                  className="shrink-0 font-semibold text-copper underline underline-offset-4"
                  onClick={() => hand.back(w.back ?? undefined)}
                >
                  go back
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      <div className="mt-3 flex gap-2">
        <Button tone="main" hotkey="Space" className="flex-1" onClick={hand.finish}>
          {stepAt === count - 1 ? 'Done, the last act' : 'Done, next act'}
        </Button>
        {stepAt > 0 && (
          <Button
            tone="quiet"
            hotkey="⌫"
            aria-label="One act back"
            icon={<Undo2 aria-hidden className="size-5" />}
            onClick={() => hand.back()}
          />
        )}
        {voice && (
          <Button
            tone="quiet"
            hotkey="A"
            aria-pressed={on}
            aria-label="Read acts aloud"
            icon={<Volume2 aria-hidden className="size-5" />}
            onClick={toggle}
          />
        )}
      </div>
    </section>
  );
}

/** What the act sets going: one key says that it is done and that the clock runs. */
function StepWaitRow({ wait, onBegun }: { readonly wait: StepWait; readonly onBegun: () => void }) {
  const begin = useBeginWait();
  const start = (): void => {
    begin(waitOfStep(wait));
    onBegun();
  };
  useKeys({ t: start });
  return (
    <div className="mt-2 flex items-center gap-2 rounded-[9px] bg-wait-soft p-2 text-second font-semibold text-wait">
      <Timer aria-hidden className="size-4 shrink-0" />
      <span className="flex-1">
        Then wait: {wait.what}, {wait.minutes} min
      </span>
      <Button className="!min-h-9" hotkey="T" onClick={start}>
        Done, it runs
      </Button>
    </div>
  );
}

/** Where a lead-free joint melts once as much leaded solder again is in it: why it is added first. */
function MixLine() {
  const mixed = meltingRange(mixSolders(SOLDER_MIXES.SAC305, 1, SOLDER_MIXES.Sn63Pb37, 1));
  const before = meltingRange(SOLDER_MIXES.SAC305);
  return (
    <p className="mt-1 text-second text-ink2">
      A lead-free joint melts at {printTemperature(before.liquidusC)}; with as much leaded solder again at
      about {printTemperature(Math.round(mixed.liquidusC))}, an estimate.
    </p>
  );
}
