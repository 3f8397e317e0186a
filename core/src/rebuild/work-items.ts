import type { Board } from '../board/board';
import type { Kit, KitTool } from '../drawer/kit';
import { UNTOLD_KIT } from '../drawer/kit';
import type { JobKind } from '../job/job-kind';
import { legItem, holeItem } from './leg-items';
import type { PartBehind } from './rebuild-plan';
import type { Draft, WorkItem, WorkStage } from './work-item';
import { rankedOptions, WORK_STAGES } from './work-item';

const way = (
  key: string,
  title: string,
  minutes: number,
  success: number,
  tools: readonly KitTool[],
  why = '',
  loses: string | null = null,
): Draft => ({ key, title, why, minutes, success, loses, tools });

interface ItemSheet {
  readonly id: string;
  readonly title: string;
  readonly why: string;
  readonly stage: WorkStage;
  readonly ways: readonly Draft[];
}

const REMOVAL: readonly Draft[] = [
  way('air', 'Hot air, even, until it slides by itself', 6, 0.85, ['hot-air', 'flux', 'tweezers', 'tape']),
  way('flood', 'Flood the row, lift pin by pin', 15, 0.7, ['chisel-tip', 'leaded-solder', 'flux', 'knife']),
  way('empty', 'Empty each hole and leg, then it lifts off', 18, 0.75, [
    'braid',
    'chisel-tip',
    'leaded-solder',
    'flux',
  ]),
  way('cut', 'Free the pins, then cut the legs and take the stumps', 25, 0.8, [
    'cutter',
    'chisel-tip',
    'leaded-solder',
    'flux',
  ]),
];

const CLEAN: Draft = way('clean', 'Braid, flux, alcohol', 8, 0.97, [
  'braid',
  'chisel-tip',
  'flux',
  'alcohol',
]);

const SHEETS = {
  off: {
    id: 'off',
    title: 'Take the old port off',
    why: 'heat first, then lift: a pad comes off by force, not by heat',
    stage: 'off',
    ways: REMOVAL,
  },
  clean: {
    id: 'clean',
    title: 'Clean both sides',
    why: 'old solder off pads and port, then tinned; flat, bright, no hair across two pads',
    stage: 'clean',
    ways: [CLEAN],
  },
  pads: {
    id: 'clean',
    title: 'Clean the pads',
    why: 'old solder mixed down and wicked off; flat, bright, no hair across two pads',
    stage: 'clean',
    ways: [CLEAN],
  },
  fitOld: {
    id: 'fit',
    title: 'Fit the old port',
    why: 'flat and square to the edge; nothing may run into the shell',
    stage: 'fit',
    ways: [way('fit', 'By the school below', 20, 0.85, ['fine-tip', 'flux', 'leaded-solder'])],
  },
  fitNew: {
    id: 'fit',
    title: 'Fit the new port',
    why: 'flat and square to the edge; legs as full as they take',
    stage: 'fit',
    ways: [way('fit', 'By the school below', 20, 0.85, ['fine-tip', 'flux', 'leaded-solder'])],
  },
  held: {
    id: 'held',
    title: 'Let the case hold the board or cord',
    why: 'the wires carry nothing: the case takes the pull',
    stage: 'after',
    ways: [
      way('glue', 'Hot glue or putty round it, once it is proved', 10, 0.8, ['glue-gun']),
      way('epoxy', 'Epoxy, once it is proved', 12, 0.92, ['epoxy']),
    ],
  },
  unplug: {
    id: 'unplug',
    title: 'Unplug the old board',
    why: 'photo first, plug by its body',
    stage: 'off',
    ways: [way('unplug', 'By the plug’s body, never by its wires', 3, 0.97, ['tweezers'])],
  },
  swap: {
    id: 'swap',
    title: 'Put the new board in its place',
    why: 'same plug, same way round, nothing pinched',
    stage: 'fit',
    ways: [way('swap', 'Compare both boards pin by pin first', 6, 0.95, [])],
  },
  hole: {
    id: 'hole',
    title: 'Fit the opening of the case',
    why: 'file, try, file again: a plug goes in through the wall',
    stage: 'after',
    ways: [way('file', 'Needle file, a little at a time', 10, 0.95, ['file'])],
  },
  contact: {
    id: 'contact',
    title: 'Make just enough contact for one copy',
    why: 'clamp or solder only what the copy needs; nothing is made to last',
    stage: 'wires',
    ways: [
      way('solder', 'Four wires to a cut cable, taped down', 25, 0.85, [
        'fine-tip',
        'flux',
        'leaded-solder',
        'tape',
      ]),
      way('clamp', 'Press the plug straight and clamp it', 8, 0.5, []),
    ],
  },
  relief: {
    id: 'relief',
    title: 'Relieve the strain',
    why: 'glue or a clamp in the case takes the pull, not the joints',
    stage: 'after',
    ways: [
      way('glue', 'Hot glue where it enters the case', 5, 0.85, ['glue-gun']),
      way('epoxy', 'Epoxy, where it may never move', 8, 0.93, ['epoxy']),
    ],
  },
} as const satisfies Record<string, ItemSheet>;

const BY_KIND: Readonly<Partial<Record<JobKind, readonly ItemSheet[]>>> = {
  torn: [SHEETS.pads, SHEETS.fitNew],
  'same-port': [SHEETS.clean, SHEETS.fitOld],
  'new-port': [SHEETS.off, SHEETS.pads, SHEETS.fitNew],
  breakout: [SHEETS.held],
  'ready-made': [SHEETS.unplug, SHEETS.swap, SHEETS.hole],
  'copy-only': [SHEETS.contact],
};

/** Kinds in which a port is set on the board: every leg and hole is then worked on. */
export const fitsPort = (kinds: readonly JobKind[]): boolean =>
  kinds.some((k) => k === 'torn' || k === 'same-port' || k === 'new-port');

/** A part that a hunt found: its name on the board, and what is printed on it, empty while not read. */
export interface FoundPart {
  readonly label: string;
  readonly marking: string;
}

/** What the record of the rebuilding says of the part behind the port. */
/** What is written of a part makes it a cell. */
const SAYS_CELL = /\b(cell|battery|batteries|accu|akku|li-?(ion|po|poly))\b/iu;

/** A cell is never heated: it is unplugged, or its wires are unsoldered away from it. */
function cellItem(part: PartBehind, kit: Kit): WorkItem {
  return {
    id: 'part',
    title: part.marking === '' ? 'Replace the cell' : `Replace ${part.marking}`,
    why: 'same kind, same volts, no larger than its place, with its protection; never any heat on it, nothing sharp near it',
    waitsFor: part.marking === '' ? 'its marking: kind, volts, capacity' : null,
    stage: 'part',
    options: rankedOptions(
      [
        way('cell-plug', 'Unplug the old one, plug the new one', 5, 0.95, []),
        way('cell-wires', 'Unsolder its wires at the board, one at a time', 15, 0.9, [
          'fine-tip',
          'tape',
          'leaded-solder',
        ]),
      ],
      kit,
    ),
  };
}

function partItem(part: PartBehind, found: FoundPart | null, kit: Kit, cell: boolean): WorkItem {
  if (cell || SAYS_CELL.test(`${part.marking} ${part.package} ${found?.marking ?? ''}`))
    return cellItem(part, kit);
  const printed = part.marking || (found?.marking ?? '');
  const name = [found?.label ?? '', printed].filter((w) => w !== '').join(', ');
  return {
    id: 'part',
    title: name === '' ? 'Replace the part' : `Replace ${name}`,
    why: 'neighbours shielded, pads levelled, pin 1 by its dot; then each leg rung, and the short again before any power',
    waitsFor: printed === '' ? 'its marking, read before any heat' : null,
    stage: 'part',
    options: rankedOptions(
      [
        way('new', 'The same marking, bought', 20, 0.85, ['hot-air', 'flux', 'leaded-solder', 'tweezers']),
        way('iron', 'The same marking, by iron: leg by leg', 28, 0.75, [
          'chisel-tip',
          'braid',
          'flux',
          'leaded-solder',
          'tweezers',
        ]),
        way('donor', 'The same one from a donor board', 32, 0.7, [
          'hot-air',
          'flux',
          'leaded-solder',
          'tweezers',
        ]),
        way(
          'off',
          'Left off, to see whether the short is gone',
          8,
          0.9,
          ['hot-air', 'flux', 'tweezers'],
          'for a test only: what it protected or fed is without it',
          'what the part did',
        ),
      ],
      kit,
    ),
  };
}

const CORD_WAYS: readonly Draft[] = [
  way('solder', 'Strip, tin, solder, hold still two seconds', 6, 0.92, [
    'fine-tip',
    'flux',
    'leaded-solder',
    'knife',
  ]),
  way('longer', 'A longer wire in its place where it is too short', 10, 0.9, [
    'fine-tip',
    'flux',
    'leaded-solder',
    'knife',
  ]),
];

/**
 * The acts of a job's kinds with every leg, hole, part and wire of the cord, in the order they are done, each with its ways. Common
 * practice; minutes and chances are judgements.
 * @param found what a hunt found: it is replaced whatever the kind of job; `null` with none
 * @param legs whether legs are worked on
 * @param cell what is replaced is a cell, as the first checks say
 */
export function workItems(
  kinds: readonly JobKind[],
  board: Pick<Board, 'legs' | 'cord'>,
  part: PartBehind,
  found: FoundPart | null,
  legs: boolean,
  kit: Kit = UNTOLD_KIT,
  cell = false,
): WorkItem[] {
  const fits = fitsPort(kinds);
  const sheets = kinds
    .flatMap((k) => BY_KIND[k] ?? [])
    .filter((i, n, all) => all.findIndex((o) => o.id === i.id) === n);
  const items: WorkItem[] = [
    ...(kinds.includes('part-behind') || found ? [partItem(part, found, kit, cell)] : []),
    ...sheets.map(({ ways, ...s }) => ({ ...s, waitsFor: null, options: rankedOptions(ways, kit) })),
    ...(kinds.includes('cord')
      ? [
          ...board.cord.map((w): WorkItem => ({
            id: `wire:${w.id}`,
            title: `${w.colour === '' ? 'Wire' : `${w.colour.charAt(0).toUpperCase()}${w.colour.slice(1)} wire`} to ${w.function === 'unknown' ? '?' : w.function} of the socket`,
            why: w.rung
              ? 'rung to its far end; tin both, hold still two seconds'
              : 'its colour is only a hint',
            waitsFor: w.rung && w.function !== 'unknown' ? null : 'a ring to its far end, under Look over',
            stage: 'wires',
            options: rankedOptions(CORD_WAYS, kit),
          })),
          { ...SHEETS.relief, waitsFor: null, options: rankedOptions(SHEETS.relief.ways, kit) },
        ]
      : []),
    ...(legs
      ? board.legs.flatMap((l) => [
          ...(fits ? holeItem(l, kit) : []),
          ...(l.fixing === 'peg' ? [] : legItem(l, fits, kit)),
        ])
      : []),
  ];
  return items.toSorted((a, b) => WORK_STAGES.indexOf(a.stage) - WORK_STAGES.indexOf(b.stage));
}
