import type { PinPlan } from '../rebuild/rebuild-plan';
import type { WorkItem } from '../rebuild/work-item';
import type { DeviceTrait } from '../triage/cautions';
import type { JobView } from './job-view';

/** What the page for the owner says, in the owner's words. */
export interface OwnerPage {
  readonly done: readonly string[];
  /** What it was seen to do; empty while nothing was proved. */
  readonly proved: readonly string[];
  readonly untested: readonly string[];
  /** How to treat it, and what to look out for. */
  readonly care: readonly string[];
}

const some = (n: number, one: string, many: string): string[] =>
  n === 0 ? [] : [n === 1 ? one : `${n} ${many}`];

/** What was built of a plan, kind by kind: an owner does not count pins. */
function builtWords(plans: readonly PinPlan[]): string[] {
  const count = (kind: PinPlan['repair']['kind']): number =>
    plans.filter((p) => p.built && p.repair.kind === kind).length;
  const open = plans.filter((p) => !p.built && p.repair.kind !== 'leave').length;
  return [
    ...some(
      count('jumper'),
      'A contact whose track was gone is joined by a fine wire',
      'contacts whose tracks were gone are joined by fine wires',
    ),
    ...some(count('foil-pad'), 'A torn pad made anew of copper', 'torn pads made anew of copper'),
    ...some(count('bridge'), 'A cracked track bridged', 'cracked tracks bridged'),
    ...some(count('reflow'), 'A joint soldered afresh', 'joints soldered afresh'),
    ...some(open, 'One contact was not worked at', 'contacts were not worked at'),
  ];
}

/** Acts of the plan as something that was done. */
const DONE: Readonly<Record<string, string>> = { off: 'The old port taken off', fit: 'The port fitted' };

/** What was done beside the pins: legs in one line, cleaning and clearing left to the bench. */
function itemWords(items: readonly WorkItem[]): string[] {
  const legs = items.filter((i) => i.id.startsWith('leg:')).length;
  return [
    ...items.filter((i) => !/^(?:leg:|hole:|clean$)/u.test(i.id)).map((i) => DONE[i.id] ?? i.title),
    ...some(legs, 'A leg of the port made fast again', 'legs of the port made fast again'),
  ];
}

/** Checks that mean something to an owner, as they say it. */
const SEEN: Readonly<Record<string, string>> = {
  charges: 'it takes charge',
  data: 'it shows up on a computer, and a file was copied',
  copy: 'everything was copied and compared',
  sound: 'sound on both sides',
  light: 'its light',
  screen: 'its screen',
  buttons: 'each button',
  radio: 'its radio link',
  feeds: 'it charges another device',
  'high-volts': 'fast charging at a higher voltage',
  wiggle: 'steady while the plug is moved',
  'both-ways': 'the plug works both ways up',
  legs: 'the port sits fast',
};

/** For whoever uses it; never what is for the bench. Common practice. */
const CARE: Partial<Record<DeviceTrait, string>> = {
  'lithium-cell':
    'It holds a lithium cell. Should it swell, get hot or smell: do not charge it, take it outdoors, and to a battery drop-off by your local rules.',
  mains:
    'It works on mains. Should it hum, smell or get hot: pull its plug, and have it looked at by someone qualified.',
  laser: 'A laser is inside: do not open it.',
  heater:
    'It heats. Should it smell burnt or not switch off: pull its plug, and have it looked at by someone qualified.',
  vehicle: 'Not proved for the road: ask a licensed workshop.',
  medical: 'Not proved as a medical device: ask its maker or a licensed service before it is used as one.',
};

/** The owner's page of a job. */
export function ownerPage({ record, plans, items, prove, drawSaid }: JobView): OwnerPage {
  const { intake, rebuild, teardown, closing } = record;
  const passed = prove.checks.filter((c) => c.verdict === 'pass');
  const measured = passed.filter(
    (c) => c.check.entry !== 'yes-no' && !c.check.powered && !c.check.helps,
  ).length;
  return {
    done: [
      ...builtWords(plans),
      ...itemWords(items.filter((i) => rebuild.itemsDone.includes(i.id))),
      ...teardown.steps
        .filter((s) => closing.replaced.includes(s.id))
        .map((s) => `New: ${s.frees || s.place || 'a part of the case'}`),
    ],
    proved: [
      ...passed.flatMap((c) =>
        c.check.key === 'draw'
          ? [drawSaid ? 'it takes the current that it should' : 'it takes current']
          : (SEEN[c.check.key] ?? []),
      ),
      ...some(measured, 'one measurement before power', 'measurements before power'),
    ],
    untested: prove.untested,
    care: [
      'Pull the plug, not the cable.',
      ...(intake.kinds.includes('copy-only')
        ? ['What was copied off is safe; the device it came from is not to be trusted any more.']
        : []),
      ...intake.traits.flatMap((t) => CARE[t] ?? []),
    ],
  };
}
