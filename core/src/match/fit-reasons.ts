import { halfExtent } from '../geometry/oblong';
import type { BoardLand } from './board-land';
import type { FitReason } from './fit-reason';
import { gravestFirst, reason, sayList, sayMany, sayMm } from './fit-reason';
import { holeReasons, strandedReasons } from './hole-reasons';
import type { PartLand } from '../connector/part';
import { landName } from '../connector/part';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup, isOptional } from '../connector/pin-function';
import type { PartOnBoard } from './try-part';
import { metalAt } from './try-part';

/** Side overhang of a foot over its pad, share of the foot's width (IPC-A-610, class 2, from memory). */
const MOST_OVERHANG = 0.5;

interface Met {
  readonly land: PartLand;
  readonly on: BoardLand;
}

/** Whether a foot rests on its pad: at most half of it over the side, half of its length on copper. */
function rests({ land, on }: Met): boolean {
  if (land.hole || !on.copper) return true;
  const way = land.copper.directionDeg;
  const a = (way * Math.PI) / 180;
  const [dx, dy] = [on.at.x - land.at.x, on.at.y - land.at.y];
  const along = Math.abs(dx * Math.cos(a) + dy * Math.sin(a));
  const across = Math.abs(-dx * Math.sin(a) + dy * Math.cos(a));
  const foot = metalAt(land).widthMm;
  const overhang = across + foot / 2 - halfExtent(on.copper, way + 90);
  const half = halfExtent(on.copper, way);
  const overlap = land.copper.lengthMm / 2 + half - along;
  return overhang <= MOST_OVERHANG * foot && overlap >= 0.5 * Math.min(land.copper.lengthMm, 2 * half);
}

const neighbours = (at: readonly { readonly x: number; readonly y: number }[]): number =>
  Math.min(...at.flatMap((a, i) => at.slice(i + 1).map((b) => Math.hypot(a.x - b.x, a.y - b.y))));

function padReasons({ part, board, under }: PartOnBoard): FitReason[] {
  const contacts = part.lands.flatMap((land, i) =>
    land.role === 'contact' && !land.hole ? [{ land, on: board[under[i] ?? -1] ?? null }] : [],
  );
  if (contacts.length === 0) return [];
  const off = contacts.filter(({ land, on }) => on === null || !rests({ land, on }));
  if (off.length === 0)
    return [
      reason('pads-meet', 'fine', `All ${contacts.length} contacts lie on their pads`, contacts.length),
    ];
  const few = off.length <= Math.max(2, contacts.length * 0.25);
  if (few)
    return [
      reason(
        'no-pad',
        'work',
        `Wires to ${sayList(off.map((c) => landName(c.land)))}: no pad lies under`,
        off.length,
      ),
    ];
  const mine = neighbours(contacts.map((c) => c.land.at));
  const theirs = neighbours(board.filter((b) => b.role === 'contact').map((b) => b.at));
  if (Math.abs(mine - theirs) > 0.05 && Number.isFinite(theirs))
    return [
      reason('pitch-off', 'stop', `Its pitch is ${sayMm(mine)}, the board’s ${sayMm(theirs)}`, mine - theirs),
    ];
  return [
    reason('pad-off', 'stop', `${off.length} of ${contacts.length} contacts miss their pads`, off.length),
  ];
}

/** Both rows of a type C part are alike to the device: which of the two a contact belongs to does not matter. */
const alike = (f: PinFunction): string =>
  f === 'GND_DRAIN' ? 'GND' : f.replace(/^(CC|SBU)[12]$/u, '$1').replace(/^(TX|RX)[12]/u, '$1');

function wiringReasons({ part, board, under }: PartOnBoard): FitReason[] {
  const met = part.lands.flatMap((land, i): Met[] => {
    const on = board[under[i] ?? -1];
    return on?.function && land.function !== 'unknown' ? [{ land, on }] : [];
  });
  const wrong = met.filter(({ land, on }) => alike(land.function) !== alike(on.function ?? 'unknown'));
  const first =
    wrong.find((w) => w.land.function === 'VBUS') ??
    wrong.find((w) => !isOptional(w.land.function)) ??
    wrong[0];
  if (!first) return [];
  const power = wrong.some(
    ({ land, on }) =>
      (land.function === 'VBUS' && on.function !== 'VBUS') ||
      (on.function === 'VBUS' && land.function !== 'VBUS'),
  );
  // What the wiring rests on is said: traced, or only what such a board usually is.
  const basis = wrong.some((w) => w.on.traced)
    ? ', as traced'
    : ', if the board is wired as such boards are; ring that pad to be sure';
  const where = `${first.land.function} of the part would sit on the board’s ${first.on.function ?? '?'}${basis}`;
  const mirrored = wrong.length >= Math.max(2, met.length / 2);
  if (mirrored)
    return [reason('wired-mirrored', 'stop', `Same fit, wired the other way round: ${where}`, wrong.length)];
  return [
    reason(
      'wired-differently',
      wrong.length > 2 || power ? 'stop' : 'work',
      wrong.length > 2 || power
        ? `Same fit, wired differently: ${where}`
        : `Lift ${sayList(wrong.map((w) => landName(w.land)))} and wire across: ${where}`,
      wrong.length,
    ),
  ];
}

/** Places of the board that the part leaves empty, where that matters. */
function leftOver({ part, board, under }: PartOnBoard): FitReason[] {
  const taken = new Set(under);
  const has = new Set(part.lands.map((l) => alike(l.function)));
  const empty = board.filter(
    (b, j) => !taken.has(j) && b.role === 'contact' && b.function && !isOptional(b.function),
  );
  const missing = [...new Set(empty.map((b) => b.function ?? 'unknown'))].filter(
    (f) => f !== 'unknown' && !has.has(alike(f)) && functionGroup(f) !== 'superspeed',
  );
  const legs = board.filter((b, j) => !taken.has(j) && b.role === 'leg').length;
  return [
    ...(missing.length > 0
      ? [reason('pads-over', 'stop', `It has no contact for ${sayList(missing)}`, missing.length)]
      : []),
    ...(legs > 0
      ? [
          reason(
            'pads-over',
            'fine',
            `${sayMany(legs, 'slot or land', 'slots and lands')} for legs stay empty: it holds less`,
            legs,
          ),
        ]
      : []),
  ];
}

/** Why a part laid on the board does or does not go, the gravest first. */
export function layReasons(tried: PartOnBoard): FitReason[] {
  return gravestFirst([
    ...holeReasons(tried),
    ...strandedReasons(tried),
    ...padReasons(tried),
    ...wiringReasons(tried),
    ...leftOver(tried),
  ]);
}
