import { bestTests } from '../inquiry/best-tests';
import type { InquiryTest } from '../inquiry/model';
import { inquiryModel } from '../inquiry/model';
import { posterior } from '../inquiry/posterior';
import type { Check } from './check';
import type { CheckResult } from './verdict';

/** What may lie behind a check that did not pass. */
export interface LikelyCause {
  readonly id: string;
  readonly words: string;
  readonly chance: number;
}

export interface CauseAdvice {
  /** The likeliest first. */
  readonly causes: readonly LikelyCause[];
  /** What would tell them apart best; `null` where nothing quick does. */
  readonly tells: string | null;
}

interface CauseSheet {
  readonly id: string;
  readonly words: string;
  readonly weight: number;
}

interface TellSheet {
  readonly words: string;
  readonly seconds: number;
  /** Causes under which the answer is yes, with its chance; no under all others. */
  readonly yes: Readonly<Record<string, number>>;
}

interface Sheet {
  readonly causes: readonly CauseSheet[];
  readonly tells: readonly TellSheet[];
}

/** What a failed check most often is. Common practice; the weights are judgements. */
const SHEETS = {
  ringOpen: {
    causes: [
      { id: 'pin', words: 'the joint at the pin is cold: solder sits on it, not in it', weight: 0.4 },
      { id: 'far', words: 'the joint at the landing is cold, or enamel is left under it', weight: 0.35 },
      { id: 'wire', words: 'the wire is broken inside', weight: 0.1 },
      { id: 'landing', words: 'it was soldered to another place than the one rung', weight: 0.1 },
      { id: 'tip', words: 'the tip did not reach the contact', weight: 0.05 },
    ],
    tells: [
      {
        words:
          'ring from the bare end of the wire at the pin to the landing: silent, it is the far joint or the wire',
        seconds: 20,
        yes: { far: 0.95, wire: 0.95, landing: 0.9 },
      },
      {
        words: 'press the pin down with a toothpick while it rings: it beeps, the joint at the pin is cold',
        seconds: 10,
        yes: { pin: 0.7, tip: 0.4 },
      },
    ],
  },
  ringPoor: {
    causes: [
      { id: 'poor', words: 'a poor joint at one end', weight: 0.5 },
      { id: 'leads', words: 'leads or tips that read more than nothing: null them', weight: 0.3 },
      { id: 'thin', words: 'a wire thinner or longer than planned', weight: 0.2 },
    ],
    tells: [
      { words: 'tips on each other: what they read is not the wire’s', seconds: 5, yes: { leads: 0.95 } },
      {
        words: 'press each joint while you read: the one that moves the figure is poor',
        seconds: 15,
        yes: { poor: 0.8 },
      },
    ],
  },
  ringPart: {
    causes: [
      {
        id: 'part',
        words: 'a part lies between: it landed on the far side of a resistor or bead',
        weight: 0.7,
      },
      {
        id: 'other',
        words: 'it rings by a way round, over other parts: the wire itself is open',
        weight: 0.3,
      },
    ],
    tells: [
      {
        words: 'read across the part beside the landing: the same figure, it is in between',
        seconds: 20,
        yes: { part: 0.9 },
      },
    ],
  },
  bridge: {
    causes: [
      { id: 'bridge', words: 'a bridge of solder between the two pins', weight: 0.65 },
      { id: 'wires', words: 'two wires or their bare ends touch', weight: 0.2 },
      { id: 'board', words: 'it is joined on the board, at the landing or by design', weight: 0.15 },
    ],
    tells: [
      {
        words: 'draw a clean fluxed tip between the two pins, then ring again: silent, it was the bridge',
        seconds: 40,
        yes: { bridge: 0.85 },
      },
      { words: 'lift the wires apart with a toothpick while it rings', seconds: 15, yes: { wires: 0.9 } },
    ],
  },
  leak: {
    causes: [
      { id: 'flux', words: 'flux that was not cleaned off, still wet or burnt', weight: 0.5 },
      { id: 'part', words: 'a part between the two lines, as it was built', weight: 0.4 },
      { id: 'hair', words: 'a hair of solder or copper', weight: 0.1 },
    ],
    tells: [
      {
        words: 'alcohol and brush, dry, and read again: higher, it was flux',
        seconds: 90,
        yes: { flux: 0.9 },
      },
    ],
  },
  supply: {
    causes: [
      {
        id: 'side',
        words: 'VBUS landed on the wrong side of the diode, switch or charger that keeps the supplies apart',
        weight: 0.6,
      },
      { id: 'bridge', words: 'a bridge of solder at the landing', weight: 0.3 },
      { id: 'design', words: 'they are one by design', weight: 0.1 },
    ],
    tells: [
      {
        words: 'lift the VBUS wire at its landing and ring the two again: apart, it was the landing',
        seconds: 60,
        yes: { side: 0.95, bridge: 0.9 },
      },
    ],
  },
  short: {
    causes: [
      { id: 'bridge', words: 'solder between VBUS and GND or the shell at the new port', weight: 0.5 },
      { id: 'landing', words: 'the VBUS wire landed on ground', weight: 0.2 },
      { id: 'part', words: 'a part on the supply is shorted', weight: 0.3 },
    ],
    tells: [
      {
        words: 'lift the VBUS wire or pin and read the pin alone: still a short, it is in the port',
        seconds: 60,
        yes: { bridge: 0.9 },
      },
    ],
  },
  cc: {
    causes: [
      { id: 'pin', words: 'the CC pin has no joint', weight: 0.45 },
      { id: 'chip', words: 'a chip does it, and shows nothing without power', weight: 0.3 },
      { id: 'resistor', words: 'its resistor is gone or cracked', weight: 0.25 },
    ],
    tells: [
      {
        words: 'read the resistor itself at its two ends: 5.1 kΩ there, the joint at the pin is open',
        seconds: 20,
        yes: { pin: 0.95, chip: 0.02 },
      },
    ],
  },
  noDraw: {
    causes: [
      { id: 'open', words: 'VBUS or GND is open between plug and board', weight: 0.4 },
      { id: 'full', words: 'the cell is full, or not connected', weight: 0.25 },
      { id: 'cc', words: 'a C-to-C cable that finds no CC resistor gives nothing', weight: 0.2 },
      { id: 'cable', words: 'the cable or the charger', weight: 0.15 },
    ],
    tells: [
      {
        words: 'volts at the VBUS pin: none there, it is cable, charger or CC',
        seconds: 20,
        yes: { cc: 0.9, cable: 0.9 },
      },
      { words: 'another cable, A to C', seconds: 20, yes: { cc: 0.9, cable: 0.8 } },
    ],
  },
  noData: {
    causes: [
      { id: 'cable', words: 'a cable that only charges', weight: 0.4 },
      { id: 'swapped', words: 'D+ and D− are swapped', weight: 0.2 },
      { id: 'joint', words: 'a cold joint on D+ or D−, or one twin of type C', weight: 0.3 },
      { id: 'long', words: 'the pair is too long or too unlike for its speed', weight: 0.1 },
    ],
    tells: [
      {
        words: 'this cable on another device that shows up',
        seconds: 30,
        yes: { swapped: 0.97, joint: 0.97, long: 0.97 },
      },
      { words: 'turn the plug over: it shows up one way only', seconds: 10, yes: { joint: 0.4 } },
    ],
  },
  loose: {
    causes: [
      { id: 'cold', words: 'a cold joint: solder sits on it, not in it', weight: 0.55 },
      { id: 'pad', words: 'the pad itself has let go of the board and moves with the pin', weight: 0.35 },
      { id: 'track', words: 'the track has torn beside the pad', weight: 0.1 },
    ],
    tells: [
      {
        words: 'under the microscope while you press: pin moves and pad stays, the joint is cold',
        seconds: 15,
        yes: { cold: 0.9 },
      },
    ],
  },
  moves: {
    causes: [
      { id: 'legs', words: 'a leg that does not hold: the pins take the pull', weight: 0.5 },
      { id: 'pin', words: 'a cold joint at a pin', weight: 0.4 },
      { id: 'plug', words: 'a worn plug or cable', weight: 0.1 },
    ],
    tells: [{ words: 'another cable, the same wiggle', seconds: 20, yes: { plug: 0.9 } }],
  },
} as const satisfies Record<string, Sheet>;

/** Between a good joint and a part: over this a figure between pin and landing is a part, ohm. */
const PART_OHMS = 6;

function sheetOf(check: Check, { shown, value }: CheckResult): Sheet | null {
  const [kind] = check.key.split(':');
  const ohms = shown === 'over' ? Infinity : (value ?? NaN);
  if (kind === 'ring' || kind === 'cord' || kind === 'twin') {
    if (shown === 'no' || ohms > 1e4) return SHEETS.ringOpen;
    return ohms > PART_OHMS ? SHEETS.ringPart : SHEETS.ringPoor;
  }
  if (kind === 'supply') return SHEETS.supply;
  if (kind === 'apart') return ohms < 30 ? SHEETS.bridge : SHEETS.leak;
  if (kind === 'short') return SHEETS.short;
  if (kind === 'cc') return SHEETS.cc;
  if (kind === 'draw') return (value ?? 0) < 0.005 ? SHEETS.noDraw : SHEETS.short;
  if (kind === 'volts') return (value ?? 0) < 1 ? SHEETS.noDraw : SHEETS.short;
  if (kind === 'data' || kind === 'both-ways') return SHEETS.noData;
  if (kind === 'prod' || kind === 'tug') return SHEETS.loose;
  if (kind === 'wiggle' || kind === 'legs') return SHEETS.moves;
  return null;
}

/** What a result that did not pass most likely is, and what would tell; `null` where that is not known. */
export function likelyCauses(check: Check, result: CheckResult): CauseAdvice | null {
  const sheet = sheetOf(check, result);
  if (!sheet) return null;
  const ids = sheet.causes.map((c) => c.id);
  const tests = sheet.tells.map((t, k): InquiryTest => {
    const yes = ids.map((id) => t.yes[id] ?? 0.03);
    return {
      id: String(k),
      seconds: t.seconds,
      outcomes: ['yes', 'no'],
      chances: [yes, yes.map((p) => 1 - p)],
    };
  });
  const model = inquiryModel(
    sheet.causes.map((c) => ({ id: c.id, weight: c.weight })),
    tests,
  );
  const p = posterior(model, []);
  const best = bestTests(model, [], new Set(), 1)[0];
  return {
    causes: sheet.causes
      .map(({ id, words }, k) => ({ id, words, chance: p[k] ?? 0 }))
      .toSorted((a, b) => b.chance - a.chance),
    tells: best ? (sheet.tells[Number(best.test.id)]?.words ?? null) : null,
  };
}
