/** What a power meter between supply and device shows now, as one of these. */
export const POWER_STATES = [
  'no-supply',
  'nothing',
  'short',
  'over',
  'limited',
  'hiccups',
  'trickle',
  'charging',
  'tapering',
  'done',
] as const;
export type PowerState = (typeof POWER_STATES)[number];

export interface PowerWatch {
  readonly state: PowerState;
  readonly words: string;
  /** What to do, or what would tell more. */
  readonly then: string;
  /** Power off at once. */
  readonly off: boolean;
  /** The most of the first second, and the middle of the last ones, A. */
  readonly firstA: number;
  readonly settledA: number;
  /** Middle of the last seconds, V; `null` where the meter sends none. */
  readonly volts: number | null;
  /** How often the plug cut out and came back. */
  readonly cuts: number;
  /** The supply was asked for more than 5 V and gives it. */
  readonly raised: boolean;
}

/** What is looked at: seconds back from the last sample, and how far back a pulse is counted. */
const NOW_S = 3;
const PULSES_S = 20;
const NOTHING_A = 0.005;
const TRICKLE_A = 0.09;
/** Under this a supply of 5 V has given way: a USB port may fall to 4.40 V at its far end (USB 2.0, from memory). */
const LOW_V = 4.4;
/** Over this it is no longer 5 V (5.5 V is the most of a 5 V supply; USB Type-C, from memory). */
const RAISED_V = 5.6;
/** So often on and off within the time looked at, it is no settling (common practice). */
const PULSES = 3;
const DONE_SHARE = 0.12;

function middle(list: readonly number[]): number {
  const sorted = list.toSorted((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
}

/** How often something began to flow in a stretch. */
function pulses(amps: readonly number[], floor: number): number {
  let [count, on] = [0, (amps[0] ?? 0) > floor];
  for (const a of amps) {
    if (!on && a > floor) count += 1;
    on = a > floor;
  }
  return count;
}

/** A cut contact is soon back, s; what lasts longer is no cut. */
const SOON_S = 3;

/** How often what flowed fell to nothing and soon came back. */
function cuts(seconds: ArrayLike<number>, amps: ArrayLike<number>, usual: number): number {
  if (usual < TRICKLE_A / 3) return 0;
  let [count, fellAt] = [0, NaN];
  for (let i = 1; i < seconds.length; i += 1) {
    const a = amps[i] as number;
    if (a < 0.2 * usual && (amps[i - 1] as number) > 0.6 * usual) fellAt = seconds[i] as number;
    if (a > 0.6 * usual && !Number.isNaN(fellAt)) {
      if ((seconds[i] as number) - fellAt <= SOON_S) count += 1;
      fellAt = NaN;
    }
  }
  return count;
}

const WORDS: Readonly<Record<PowerState, readonly [string, string]>> = {
  'no-supply': [
    'no volts to speak of, and nothing flows',
    'A type C supply gives nothing before it feels 5.1 kΩ on a CC pin: turn the plug; then ring each CC through its resistor. With a plug of another kind: cable, supply, meter the right way round.',
  ],
  nothing: [
    'volts, and nothing flows',
    'An open VBUS or GND, or a cell that is full: volts at the pin, then at the cell, tell.',
  ],
  short: ['the volts collapse', 'Unplug. A short: VBUS to GND rung again, warm places looked for.'],
  over: ['more than it should draw', 'Unplug. What gets warm is the place.'],
  limited: [
    'the supply gives all it can',
    'Its volts sag: another supply or cable tells whether it wants more or the cable is thin.',
  ],
  hiccups: [
    'on and off, again and again',
    'A protection that trips, or a supply that gives up: unplug, and ring VBUS to GND. A bad joint does it as well: leave the plug still and look again.',
  ],
  trickle: [
    'a trickle',
    'A flat cell being woken, or one that is nearly full: the cell’s volts now and in ten minutes tell.',
  ],
  charging: ['it draws, steadily', 'It charges or runs. The cell’s volts creeping up say that it charges.'],
  tapering: ['it draws less and less', 'The end of a charge. It is done at about a tenth.'],
  done: ['it has ended', 'What flows is little and level: full, or it has switched off.'],
};

/**
 * What the samples so far say.
 * @param seconds rising; @param amps, @param volts of the same length, `volts` `null` where the meter sends none
 * @param drawA what the device is said to draw, A; `null` where nobody said it
 * Throws RangeError without a sample and on lengths that differ.
 */
export function watchPower(
  seconds: ArrayLike<number>,
  amps: ArrayLike<number>,
  volts: ArrayLike<number> | null,
  drawA: number | null,
): PowerWatch {
  const n = seconds.length;
  if (n === 0) throw new RangeError('nothing was read yet');
  if (amps.length !== n || (volts && volts.length !== n))
    throw new RangeError('times, currents and volts are as many');
  const now = seconds[n - 1] as number;
  const since = (s: number): number => {
    let i = n - 1;
    while (i > 0 && (seconds[i - 1] as number) > now - s) i -= 1;
    return i;
  };
  const part = (list: ArrayLike<number>, from: number, to = n): number[] =>
    Array.from({ length: to - from }, (_, i) => list[from + i] as number);
  const settledA = middle(part(amps, since(NOW_S)));
  const lastV = volts ? middle(part(volts, since(NOW_S))) : null;
  let first = 0;
  while (first < n && (amps[first] as number) < NOTHING_A) first += 1;
  let end = first;
  while (end < n && (seconds[end] as number) <= (seconds[Math.min(first, n - 1)] as number) + 1) end += 1;
  const firstA = part(amps, first, end).reduce((m, a) => Math.max(m, a), 0);
  const recent = part(amps, since(PULSES_S));
  const peak = recent.reduce((m, a) => Math.max(m, a), 0);
  const leastV = volts ? part(volts, since(PULSES_S)).reduce((m, v) => Math.min(m, v), Infinity) : Infinity;
  const all = part(amps, 0).toSorted((a, b) => a - b);
  const usual = all[Math.floor(0.9 * (n - 1))] ?? 0;
  const long = now - (seconds[0] as number);
  const half = part(amps, since(long / 3));
  const falls =
    middle(half.slice(-Math.max(3, Math.floor(half.length / 6)))) <
    0.9 * middle(half.slice(0, Math.max(3, Math.floor(half.length / 6))));
  const state = ((): PowerState => {
    // What blinks by itself takes less for a while; what trips takes nothing, or the volts go with it.
    const trips = recent.some((a) => a < NOTHING_A) || leastV < LOW_V;
    if (trips && pulses(recent, Math.max(NOTHING_A, peak / 3)) >= PULSES && settledA < 0.8 * peak)
      return 'hiccups';
    // Low volts with nothing flowing are no short: nothing pulls them down.
    if (lastV !== null && lastV < LOW_V - 0.4) return settledA < NOTHING_A ? 'no-supply' : 'short';
    if (usual > TRICKLE_A && settledA < DONE_SHARE * usual && long > 120) return 'done';
    if (settledA < NOTHING_A) return 'nothing';
    if (drawA !== null && settledA > 1.2 * drawA && (lastV ?? 5) < RAISED_V) return 'over';
    if (lastV !== null && lastV < LOW_V) return 'limited';
    if (settledA < TRICKLE_A) return 'trickle';
    return long > 600 && falls ? 'tapering' : 'charging';
  })();
  const [words, then] = WORDS[state];
  return {
    state,
    words,
    then,
    off: state === 'short' || state === 'over' || state === 'hiccups',
    firstA,
    settledA,
    volts: lastV,
    cuts: cuts(seconds, amps, usual),
    raised: lastV !== null && lastV > RAISED_V,
  };
}
