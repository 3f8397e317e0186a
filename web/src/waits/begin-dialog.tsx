import { useState } from 'react';
import type { UsualWait, WaitSpan } from '@zebbit/core';
import { copySpan, OUT_OF_DATE_WARNING, USUAL_WAITS } from '@zebbit/core';
import { Button, KeyCap } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { FigureField, TextField } from '../ui/field';
import { NumberField } from '../ui/number-field';
import { Tick } from '../ui/tick';
import { useBeginWait } from './use-begin-wait';
import { minutesWords } from './wait-words';

const spanWords = ({ least, usual, most }: WaitSpan): string =>
  `${minutesWords(usual)}, ${minutesWords(least)} to ${minutesWords(most)}`;

/** Anything that runs by itself, begun by one key; what has a length of its own is asked for it. */
export function BeginDialog({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  const begin = useBeginWait();
  const [old, setOld] = useState(false);
  const [from, setFrom] = useState('');
  const start = (wait: UsualWait): void => {
    begin(wait, { old, from: wait.kind === 'post' ? from : '' });
    onOpenChange(false);
    setOld(false);
    setFrom('');
  };
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="What runs by itself now?"
      about="It begins now, runs on when this page is shut, and is told when it is due."
    >
      <div
        onKeyDown={(e) => {
          const typing = e.target instanceof HTMLInputElement && e.target.type !== 'checkbox';
          const wait = /^[1-9]$/u.test(e.key) && !typing ? USUAL_WAITS[Number(e.key) - 1] : undefined;
          if (wait) start(wait);
        }}
      >
        <ul className="grid grid-cols-2 gap-2" aria-label="Usual waits">
          {USUAL_WAITS.map((wait, i) => (
            <li key={wait.key}>
              <button
                type="button"
                data-first={i === 0 ? true : undefined}
                className="flex min-h-12 w-full items-center gap-3 rounded-[10px] border border-line px-3 py-1.5 text-left hover:border-ink2"
                onClick={() => start(wait)}
              >
                {i < 9 && <KeyCap>{i + 1}</KeyCap>}
                <span>
                  <span className="block font-semibold">{wait.what}</span>
                  <span className="figure block text-second text-ink2">
                    {wait.span ? spanWords(wait.span) : 'until somebody answers'}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
        <div className="mt-4 grid grid-cols-2 items-start gap-4">
          <TextField label="In the post: from whom" value={from} onCommit={setFrom} />
          <div>
            <Tick checked={old} onChange={setOld}>
              The tube is past its date
            </Tick>
            {old && <p className="mt-1 text-second font-semibold text-wait">{OUT_OF_DATE_WARNING}</p>}
          </div>
        </div>
        <OwnLength onStart={start} />
        <CopyLength onStart={start} />
        <p className="mt-4 text-second text-ink2">
          Spans are common practice; what the label of a tube says goes before.
        </p>
      </div>
    </Dialog>
  );
}

/** A length that somebody said: a label, a charger’s clock. */
function OwnLength({ onStart }: { readonly onStart: (wait: UsualWait) => void }) {
  const [what, setWhat] = useState('');
  const [seconds, setSeconds] = useState<number | null>(null);
  return (
    <section aria-label="Another length" className="mt-4 grid grid-cols-[1fr_150px_auto] items-end gap-3">
      <TextField
        label="Something else"
        value={what}
        onCommit={setWhat}
        placeholder="putty, 2 h on its label"
      />
      <FigureField
        label="Takes"
        kind="duration"
        shown={seconds === null ? '' : `${Number((seconds / 60).toFixed(2))} min`}
        onFigure={setSeconds}
        onClear={() => setSeconds(null)}
      />
      <Button
        disabled={seconds === null || what.trim() === ''}
        onClick={() =>
          seconds !== null &&
          onStart({
            key: 'own',
            kind: 'cure',
            what: what.trim(),
            span: { least: seconds / 60, usual: seconds / 60, most: (2 * seconds) / 60 },
            rests: 'the length is your own',
            look: '',
            goesOff: false,
          })
        }
      >
        Begin
      </Button>
    </section>
  );
}

/** A copy at a rate that was seen. */
function CopyLength({ onStart }: { readonly onStart: (wait: UsualWait) => void }) {
  const [size, setSize] = useState<number | null>(null);
  const [speed, setSpeed] = useState<number | null>(null);
  const known = size !== null && size > 0 && speed !== null && speed > 0;
  return (
    <section aria-label="A copy" className="mt-3 grid grid-cols-[1fr_1fr_auto] items-end gap-3">
      <NumberField label="Copy, GB" value={size} onValue={setSize} emptyAllowed />
      <NumberField label="at MB a second, as seen" value={speed} onValue={setSpeed} emptyAllowed />
      <Button
        disabled={!known}
        onClick={() =>
          known &&
          onStart({
            key: 'copy',
            kind: 'copy',
            what: `copy of ${size} GB`,
            span: copySpan(size * 1e9, speed * 1e6),
            rests: `${size} GB at ${speed} MB a second; sticks slow down when they warm`,
            look: 'Compare the copy before the stick is touched again.',
            goesOff: false,
          })
        }
      >
        Begin
      </Button>
    </section>
  );
}
