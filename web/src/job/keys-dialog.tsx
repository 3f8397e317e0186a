import type { PinFunction } from '@zebbit/core';
import { KeyCap } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { Sleeve } from '../ui/sleeve';

const KEYS: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    'Everywhere',
    [
      ['Ctrl Z', 'undo'],
      ['Ctrl Y', 'redo'],
      ['[ ]', 'station before, after'],
      ['Q', 'something runs by itself: a cure, the post, a copy'],
      ['N', 'day or night'],
      ['?', 'this list'],
    ],
  ],
  [
    'On the plate',
    [
      ['+ −', 'zoom'],
      ['0', 'whole board'],
      ['F', 'other face'],
      ['Arrows', 'move the crosshair; Shift for far'],
      ['Enter', 'click at the crosshair'],
      ['Tab', 'from mark to mark'],
    ],
  ],
  [
    'Look over',
    [
      ['S', 'scale: measure the picture'],
      ['G', 'get the pads from the picture'],
      ['R', 'row of pins'],
      ['L', 'leg'],
      ['C', 'component'],
      ['P', 'point'],
      ['T E A', 'track, edge, area; Enter ends it'],
      ['B', 'lay both faces on each other'],
      ['M', 'measure'],
      [', .', 'turn what is chosen'],
      ['D', 'copy'],
      ['H V', 'bring level, upright'],
      ['O', 'lock, unlock'],
      ['Shift click', 'choose one more'],
      ['1 … 9', 'state of the chosen pad, then the next'],
      ['Esc', 'put the tool down'],
      ['Del', 'take away'],
    ],
  ],
  [
    'Trace',
    [
      ['Enter', 'keep the figure'],
      ['+', 'beep, or track followed'],
      ['−', 'open, OL, or track ends'],
      ['/', 'swap leads'],
      ['*', 'skip this probe'],
      ['M', 'the meter’s next mode, while nothing is typed'],
      ['C Enter', 'the figure climbs: a large capacitor fills'],
      ['⌫', 'strike the last reading out, while nothing is typed'],
      ['Space', 'take what the meter on the wire shows'],
    ],
  ],
  [
    'Rebuild',
    [
      ['Space', 'the act is done; with the last one the line'],
      ['⌫', 'one act back'],
      ['↑ ↓', 'line before, after'],
      ['1 … 9', 'another way to do it'],
      ['T', 'the act is done, and its wait begins'],
      ['A', 'read acts aloud'],
      ['H', 'how the heat goes, over the board'],
    ],
  ],
  [
    'Match',
    [
      ['Enter', 'take the part'],
      ['P', 'it is ordered: in the post'],
    ],
  ],
  [
    'Open up',
    [
      ['letter', 'a step of that kind, as on its button'],
      ['R', 'the last kind again'],
      ['Ctrl V', 'a picture into the step in hand'],
    ],
  ],
  [
    'Prove',
    [
      ['Y', 'yes'],
      ['X', 'no'],
      ['−', 'OL, while nothing is typed'],
    ],
  ],
];

const SLEEVES: readonly PinFunction[] = [
  'VBUS',
  'GND',
  'D+',
  'D-',
  'CC1',
  'CC2',
  'ID',
  'SBU1',
  'SBU2',
  'SSTX+',
  'SSTX-',
  'LEFT',
  'RIGHT',
];

export function KeysDialog({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Keys and sleeves"
      about="The probe loop needs only the numeric keypad; all else is reached with Tab."
    >
      <div className="grid grid-cols-2 gap-x-8 gap-y-5">
        {KEYS.map(([place, keys]) => (
          <section key={place}>
            <h3 className="mb-1 font-bold">{place}</h3>
            <dl className="grid grid-cols-[auto_1fr] items-baseline gap-x-3 gap-y-1.5">
              {keys.map(([key, does]) => (
                <div key={key} className="contents">
                  <dt>
                    <KeyCap>{key}</KeyCap>
                  </dt>
                  <dd className="text-second text-ink2">{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
        <section className="col-span-2">
          <h3 className="mb-2 font-bold">Sleeves</h3>
          <div className="flex flex-wrap gap-3">
            {SLEEVES.map((f) => (
              <Sleeve key={f} of={f} />
            ))}
            <Sleeve of="D+" unsure />
          </div>
          <p className="mt-2 text-second text-ink2">
            Dashed, with a question mark: not sure yet. The other SuperSpeed pairs are banded like TX: steps
            for +, slots for −.
          </p>
        </section>
      </div>
    </Dialog>
  );
}
