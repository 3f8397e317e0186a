import type { ComponentKind } from '../board/board';
import type { OutcomeChances } from './primitive';
import { mixtureChances } from './primitive';
import type { Mixture, NetKind } from './signature';
import { A_WIRE, junctionDown, junctionUp, NOTHING_BETWEEN, ohmsAbout, SIGNATURES } from './signature';

/** Two nets that have nothing to do with each other. */
const ELSEWHERE: Mixture = [
  [0.4, NOTHING_BETWEEN],
  [0.32, ohmsAbout(2e6, 1.9)],
  [0.08, junctionUp(0.65, 0.25)],
  [0.08, junctionDown(0.65, 0.25)],
  [0.03, ohmsAbout(40, 1.4)],
  [0.05, ohmsAbout(5e3, 1.3)],
];

const flipped = (mixture: Mixture): Mixture =>
  mixture.map(([w, p]) => {
    if (p.way === 'junction') return [w, { ...p, way: 'junction back' }];
    return p.way === 'junction back' ? [w, { ...p, way: 'junction' }] : [w, p];
  });

/** Between two nets of which neither is ground, stray paths through chips make anything: what is typical of the two is half of it. */
const STRAY = 0.5;
const strayed = (mixture: Mixture): Mixture => {
  const whole = mixture.reduce((sum, [w]) => sum + w, 0);
  const other = ELSEWHERE.reduce((sum, [w]) => sum + w, 0);
  return [
    ...mixture.map(([w, p]) => [((1 - STRAY) * w) / whole, p] as const),
    ...ELSEWHERE.map(([w, p]) => [(STRAY * w) / other, p] as const),
  ];
};

const BETWEEN: ReadonlyMap<string, OutcomeChances> = new Map(
  SIGNATURES.flatMap(({ between: [a, b], mixture }) => {
    const real = a === 'ground' ? mixture : strayed(mixture);
    return [
      [`${b}|${a}`, mixtureChances(flipped(real))] as const,
      [`${a}|${b}`, mixtureChances(real)] as const,
    ];
  }),
);
const ELSEWHERE_CHANCES = mixtureChances(ELSEWHERE);
/** Two places on nets of which nothing is known may well be on one. */
const BOTH_ELSEWHERE = mixtureChances([...ELSEWHERE, [0.06, A_WIRE]]);
const NOTHING_CHANCES = mixtureChances([[1, NOTHING_BETWEEN]]);
const SAME_CHANCES = mixtureChances([[1, A_WIRE]]);

/** Which parts that a line can run through are marked on the board; what is not marked may still be there, but seldom. */
export interface LinePaths {
  /** Fuse, bead, coil. */
  readonly low: boolean;
  readonly resistor: boolean;
  readonly choke: boolean;
  readonly junction: boolean;
}
const ALL_PATHS: LinePaths = { low: true, resistor: true, choke: true, junction: true };
const UNMARKED = 0.06;

/** Series resistors of a full-speed pair; 68 ohm where zeners clamp a low-speed one; a choke's winding; a fuse, bead or coil (common practice). */
const SERIES = ohmsAbout(26, 0.2);
const BEFORE_CLAMPS = ohmsAbout(68, 0.1);
const WINDING = ohmsAbout(0.75, 0.4);
const FUSE_OR_COIL = ohmsAbout(0.42, 0.4);

/** What stands between a line and its far side, by the parts that are marked. */
function throughLine(line: 'supply' | 'data', { low, resistor, choke, junction }: LinePaths): Mixture {
  const if_ = (there: boolean, weight: number): number => weight * (there ? 1 : UNMARKED);
  return line === 'supply'
    ? [
        [if_(low, 0.55), FUSE_OR_COIL],
        [if_(junction, 0.3), junctionUp(0.2, 0.07, 5e4)],
        [0.05, junctionDown(0.55, 0.1, 1e5)],
        [0.12, ohmsAbout(1e5, 1.6)],
      ]
    : [
        [if_(resistor, 0.71), SERIES],
        [if_(resistor, 0.05), BEFORE_CLAMPS],
        [if_(choke, 0.2), WINDING],
        [0.05, NOTHING_BETWEEN],
      ];
}

const ownKind = (kind: NetKind): string => kind.replace('far ', '').replace('data plus', 'data');

/**
 * Chances of every outcome between two nets, red on the first.
 * @param same whether both points are on one net
 * @param linked whether one lies behind the first part of the other
 * @param through the parts a line may run through on this board
 */
export function betweenNets(
  red: NetKind,
  black: NetKind,
  same: boolean,
  linked: boolean,
  through: LinePaths = ALL_PATHS,
): OutcomeChances {
  if (red === 'alone' || black === 'alone') return NOTHING_CHANCES;
  if (same) return SAME_CHANCES;
  const far = red.startsWith('far') !== black.startsWith('far') && ownKind(red) === ownKind(black);
  if (far && !linked) return ELSEWHERE_CHANCES;
  if (far) {
    const mixture = throughLine(red.endsWith('supply') ? 'supply' : 'data', through);
    return mixtureChances(red.startsWith('far') ? flipped(mixture) : mixture);
  }
  const own = BETWEEN.get(`${red}|${black}`);
  if (own) return own;
  if (red === 'other' && black === 'other') return BOTH_ELSEWHERE;
  // D+ is as any data line where nothing of its own is said.
  const plain = (kind: NetKind): NetKind =>
    kind === 'data plus' ? 'data' : kind === 'far data plus' ? 'far data' : kind;
  return BETWEEN.get(`${plain(red)}|${plain(black)}`) ?? ELSEWHERE_CHANCES;
}

/** Kinds of part by what a reading across them shows; `null` for one that says nothing by its kind. */
export type AcrossKind = 'resistor' | 'low' | 'diode';
export function acrossKind(kind: ComponentKind | 'point'): AcrossKind | null {
  if (kind === 'resistor' || kind === 'resistor-array') return 'resistor';
  if (['fuse', 'bead', 'inductor', 'choke'].includes(kind)) return 'low';
  return kind === 'diode' ? 'diode' : null;
}

/** What a reading across a part shows that a line runs through, by what the part is: what else may stand in such a line says nothing of it. */
const IN_THE_LINE: Readonly<Record<'supply' | 'data', Readonly<Partial<Record<AcrossKind, Mixture>>>>> = {
  supply: {
    // A link, or so little that it only keeps the rush of current down (common practice).
    resistor: [
      [0.5, A_WIRE],
      [0.4, ohmsAbout(1.5, 0.9)],
      [0.1, ohmsAbout(1e4, 1.5)],
    ],
    low: [
      [0.93, FUSE_OR_COIL],
      [0.07, NOTHING_BETWEEN],
    ],
  },
  data: {
    resistor: [
      [0.82, SERIES],
      [0.06, BEFORE_CLAMPS],
      [0.07, A_WIRE],
      [0.02, ohmsAbout(10, 0.5)],
      [0.03, NOTHING_BETWEEN],
    ],
    low: [
      [0.95, WINDING],
      [0.05, NOTHING_BETWEEN],
    ],
  },
};

/** Chances across a part of a kind that stands in a line, red on the near end; `null` where the kind says nothing. */
export function acrossInLine(kind: AcrossKind, line: 'supply' | 'data'): OutcomeChances | null {
  const mixture = IN_THE_LINE[line][kind];
  return mixture ? mixtureChances(mixture) : null;
}

/** What a reading across a part shows when the part has nothing to do with the port. */
const ACROSS: ReadonlyMap<string, OutcomeChances> = new Map(
  Object.entries({
    resistor: [
      [0.05, A_WIRE],
      [0.02, ohmsAbout(1.5, 0.9)],
      [0.14, ohmsAbout(26, 0.35)],
      [0.08, ohmsAbout(60, 0.6)],
      [0.08, ohmsAbout(1500, 0.08)],
      [0.06, ohmsAbout(5100, 0.03)],
      [0.06, ohmsAbout(4700, 0.03)],
      [0.38, ohmsAbout(9e3, 1.3)],
      [0.1, ohmsAbout(1e5, 1)],
      [0.06, ohmsAbout(1e6, 1.2)],
    ],
    low: [
      [0.96, ohmsAbout(0.4, 0.5)],
      [0.04, NOTHING_BETWEEN],
    ],
    diode: [
      [0.62, junctionUp(0.2, 0.07, 5e4)],
      [0.2, junctionUp(0.55, 0.1)],
      [0.1, junctionDown(0.55, 0.1)],
      [0.08, NOTHING_BETWEEN],
    ],
  } satisfies Record<string, Mixture>).map(([kind, mixture]) => [kind, mixtureChances(mixture)]),
);

/** Chances across a part's own two ends, red on its first, for a part of no line; `null` where its kind says nothing. */
export function acrossPart(kind: ComponentKind): OutcomeChances | null {
  const of = acrossKind(kind);
  return of && (ACROSS.get(of) ?? null);
}
