import type { Board, Leg } from '../board/board';
import { PAD_STATE_WORDS } from '../board/pad-state';
import type { JobKind } from '../job/job-kind';
import type { PartBehind } from './rebuild-plan';

/** One act of the rebuilding beside the pins of the row: a leg, a part, a wire of the cord, a step of the fitting. */
export interface WorkItem {
  /** Steady between visits. */
  readonly id: string;
  readonly title: string;
  readonly why: string;
  /** What has to be known first; `null` when it can be done. */
  readonly waitsFor: string | null;
}

const item = (id: string, title: string, why: string, waitsFor: string | null = null): WorkItem => ({
  id,
  title,
  why,
  waitsFor,
});

/** What a leg's state asks for; `null` when it is sound (common practice). */
function legItem(leg: Leg): WorkItem | null {
  const id = `leg:${leg.id}`;
  const state = PAD_STATE_WORDS[leg.state];
  switch (leg.state) {
    case 'sound':
    case 'exposed':
      return null;
    case 'unchecked':
      return item(id, `Look at ${leg.name}`, 'it has not been looked at', 'a look under Look over');
    case 'dull':
    case 'starved':
    case 'loose':
    case 'cracked':
      return item(
        id,
        `Refill ${leg.name}`,
        `${state}: fat tip, flux, as much solder as it takes, both faces where it goes through`,
      );
    case 'bridged':
      return item(id, `Clear ${leg.name}`, `${state}: draw it off with a clean fluxed tip or braid`);
    default:
      return item(
        id,
        `Hold ${leg.name} another way`,
        `${state}: solder it to the scraped pour beside it, or bed it in epoxy; weak legs are why it broke`,
      );
  }
}

const BY_KIND: Readonly<Partial<Record<JobKind, readonly WorkItem[]>>> = {
  'same-port': [
    item(
      'clean',
      'Clean both sides',
      'old solder off pads and port, then tinned; flat, bright, no hair across two pads',
    ),
    item('fit', 'Fit the old port', 'flat and square to the edge; nothing may run into the shell'),
  ],
  'new-port': [
    item('off', 'Take the old port off', 'heat first, then lift: a pad comes off by force, not by heat'),
    item(
      'holes',
      'Clear holes and pads',
      'fresh leaded solder in, then braid; plane-tied ones last and hottest',
    ),
    item('fit', 'Fit the new port', 'flat and square to the edge; legs as full as they take'),
  ],
  breakout: [
    item('held', 'Let the case hold the board or cord', 'the wires carry nothing: the case takes the pull'),
  ],
  'ready-made': [
    item('unplug', 'Unplug the old board', 'photo first, plug by its body'),
    item('swap', 'Put the new board in its place', 'same plug, same way round, nothing pinched'),
    item('hole', 'Fit the opening of the case', 'file, try, file again: a plug goes in through the wall'),
  ],
  'copy-only': [
    item(
      'contact',
      'Make just enough contact for one copy',
      'clamp or solder only what the copy needs; nothing is made to last',
    ),
  ],
};

/** A part that a hunt found: its name on the board, and what is printed on it, empty while not read. */
export interface FoundPart {
  readonly label: string;
  readonly marking: string;
}

/** What the record of the rebuilding says of the part behind the port. */
function partItem(part: PartBehind, found: FoundPart | null): WorkItem {
  const printed = part.marking || (found?.marking ?? '');
  const name = [found?.label ?? '', printed].filter((w) => w !== '').join(', ');
  return item(
    'part',
    name === '' ? 'Replace the part' : `Replace ${name}`,
    'neighbours shielded, pads levelled, pin 1 by its dot; then each leg rung, and the short again before any power',
    printed === '' ? 'its marking, read before any heat' : null,
  );
}

/**
 * The acts of a job's kinds, and its legs, in the order they are done. Common practice.
 * @param found what a hunt found: it is replaced whatever the kind of job; `null` with none
 */
export function workItems(
  kinds: readonly JobKind[],
  board: Pick<Board, 'legs' | 'cord'>,
  part: PartBehind,
  found: FoundPart | null,
  legs: boolean,
): WorkItem[] {
  return [
    ...(kinds.includes('part-behind') || found ? [partItem(part, found)] : []),
    ...kinds
      .flatMap((k) => BY_KIND[k] ?? [])
      .filter((i, n, all) => all.findIndex((o) => o.id === i.id) === n),
    ...(kinds.includes('cord')
      ? [
          ...board.cord.map((w) =>
            item(
              `wire:${w.id}`,
              `${w.colour || 'wire'} to ${w.function === 'unknown' ? '?' : w.function} of the socket`,
              w.rung ? 'rung to its far end; tin both, hold still two seconds' : 'its colour is only a hint',
              w.rung && w.function !== 'unknown' ? null : 'a ring to its far end, under Look over',
            ),
          ),
          item('relief', 'Relieve the strain', 'glue or a clamp in the case takes the pull, not the joints'),
        ]
      : []),
    ...(legs ? board.legs.filter((l) => l.fixing !== 'peg').flatMap((l) => legItem(l) ?? []) : []),
  ];
}
