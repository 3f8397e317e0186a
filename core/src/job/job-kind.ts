/** What becomes of the port: a torn one is only one of them. Two may hold at once, where there are two faults. */
export const JOB_KINDS = [
  'reflow',
  'same-port',
  'new-port',
  'torn',
  'crack',
  'part-behind',
  'cord',
  'breakout',
  'ready-made',
  'copy-only',
] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** What a station has to ask of a job. */
export interface KindNeeds {
  /** First checks of where the fault is. */
  readonly fault: boolean;
  /** Pads that are placed and looked at: all of the row, only what is broken, or none. */
  readonly pads: 'all' | 'broken' | 'none';
  readonly legs: boolean;
  /** The cord's wires, each rung to its far end. */
  readonly cord: boolean;
  /** Pads without their copper are traced. */
  readonly trace: boolean;
  /** A part behind the port is hunted and replaced. */
  readonly part: boolean;
  /** How a port is chosen: by what is left on the board, by a look at the old one, by its name only, not at all. */
  readonly match: 'lands' | 'old-port' | 'named' | 'none';
  /** Ends with one good copy: no looks, no closing. */
  readonly closes: boolean;
}

export interface KindSheet {
  readonly words: string;
  readonly when: string;
  readonly built: string;
  readonly needs: KindNeeds;
}

const PORT: KindNeeds = {
  fault: true,
  pads: 'all',
  legs: true,
  cord: false,
  trace: true,
  part: false,
  match: 'lands',
  closes: true,
};

/** Common practice, kind by kind. */
export const KIND_SHEETS: Readonly<Record<JobKind, KindSheet>> = {
  reflow: {
    words: 'Fresh solder',
    when: 'The port is on the board; joints are loose, dull or starved.',
    built: 'Old solder refreshed pin by pin, legs refilled.',
    needs: { ...PORT, match: 'none' },
  },
  'same-port': {
    words: 'Same port back',
    when: 'It came off whole, its shell grips, the pads are there.',
    built: 'Both sides cleaned and tinned, the old port refitted.',
    needs: { ...PORT, match: 'old-port' },
  },
  'new-port': {
    words: 'New port',
    when: 'Worn, stretched or lost port; the pads are there.',
    built: 'Old one off, holes cleared, new one fitted.',
    needs: PORT,
  },
  torn: {
    words: 'Torn pads rebuilt',
    when: 'Pads, tracks or holes went with the port.',
    built: 'Traced, wires, bridges and foil, then a port fitted.',
    needs: PORT,
  },
  crack: {
    words: 'Crack bridged',
    when: 'The port is firm, a track is broken.',
    built: 'A bridge or a wire over the crack, nothing else.',
    needs: { ...PORT, pads: 'broken', legs: false, match: 'none' },
  },
  'part-behind': {
    words: 'Part behind the port',
    when: 'A short, a scar, or no voltage past a part; or a spent cell.',
    built: 'The part found, lifted and replaced.',
    needs: { ...PORT, pads: 'none', legs: false, trace: false, part: true, match: 'none' },
  },
  cord: {
    words: 'Cord becomes a socket',
    when: 'A fixed cord is to be replaced.',
    built: 'The cord’s wires told apart, a small board or panel socket, strain relief.',
    needs: { ...PORT, fault: false, pads: 'none', legs: false, trace: false, cord: true, match: 'named' },
  },
  breakout: {
    words: 'Breakout or pigtail',
    when: 'No pads left to hold a port, or no part to be had.',
    built: 'Four wires to a small board or cord that the case holds.',
    needs: { ...PORT, legs: false, match: 'named' },
  },
  'ready-made': {
    words: 'Ready-made board',
    when: 'The whole port board is bought.',
    built: 'Unplugged, swapped, the hole in the case fitted.',
    needs: { ...PORT, pads: 'none', legs: false, trace: false, match: 'named' },
  },
  'copy-only': {
    words: 'One good copy',
    when: 'A memory stick that holds data.',
    built: 'Clamped or soldered just enough for one copy, verified, then stop.',
    needs: { ...PORT, legs: false, match: 'none', closes: false },
  },
};

const PADS = ['none', 'broken', 'all'] as const;
const MATCH = ['none', 'named', 'old-port', 'lands'] as const;
const most = <T>(order: readonly T[], a: T, b: T): T => (order.indexOf(a) >= order.indexOf(b) ? a : b);

/** What a job of these kinds needs: of each question the most that any of them asks. While none is said, all that a torn port needs. */
export function needsOf(kinds: readonly JobKind[]): KindNeeds {
  const [first, ...others] = kinds.map((k) => KIND_SHEETS[k].needs);
  if (!first) return PORT;
  return others.reduce(
    (a, b): KindNeeds => ({
      fault: a.fault || b.fault,
      pads: most(PADS, a.pads, b.pads),
      legs: a.legs || b.legs,
      cord: a.cord || b.cord,
      trace: a.trace || b.trace,
      part: a.part || b.part,
      match: most(MATCH, a.match, b.match),
      closes: a.closes || b.closes,
    }),
    first,
  );
}
