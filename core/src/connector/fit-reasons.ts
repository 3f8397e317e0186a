import { crossingDeg, halfExtent, isRound, roomInside } from '../geometry/oblong';
import type { BoardLand } from './board-land';
import type { FitReason } from './fit-reason';
import { gravestFirst, reason, sayMm } from './fit-reason';
import type { PartLand } from './part';
import { landName } from './part';
import type { PinFunction } from './pin-function';
import { functionGroup, isOptional } from './pin-function';
import type { PartOnBoard } from './try-part';
import { metalAt } from './try-part';

/** A slot is opened with a round file by this much at most before the ring is gone, mm (common practice). */
const MOST_OPENED_MM = 0.3;
/** A leg is bent by this much at most without tearing its root, mm (common practice). */
const MOST_BENT_MM = 0.4;
/** Less than this is nothing to a hand, mm. */
const NOTHING_MM = 0.02;
/** Side overhang of a foot over its pad, share of the foot's width (IPC-A-610, class 2, from memory). */
const MOST_OVERHANG = 0.5;

const list = (names: readonly string[], most = 3): string =>
  names.length <= most
    ? names.join(', ')
    : `${names.slice(0, most).join(', ')} and ${names.length - most} more`;
const many = (n: number, one: string, more = `${one}s`): string => `${n} ${n === 1 ? one : more}`;

/** Whether the legs of the part stand closer together than their holes, by how far the stuck ones lean outwards. */
function tooNarrow(tried: PartOnBoard, stuck: readonly number[]): boolean {
  const { lands } = tried.part;
  const middle = {
    x: stuck.reduce((s, i) => s + (lands[i]?.at.x ?? 0), 0) / stuck.length,
    y: stuck.reduce((s, i) => s + (lands[i]?.at.y ?? 0), 0) / stuck.length,
  };
  const outward = stuck.reduce((sum, i) => {
    const l = lands[i];
    const b = tried.board[tried.under[i] ?? -1];
    if (!l || !b) return sum;
    return (
      sum +
      (Math.hypot(b.at.x - middle.x, b.at.y - middle.y) - Math.hypot(l.at.x - middle.x, l.at.y - middle.y))
    );
  }, 0);
  return outward > 0;
}

/** `4 legs and 2 pegs find` */
function enterWords(lands: readonly PartLand[]): string {
  const words = (['contact', 'leg', 'peg'] as const).flatMap((role) => {
    const n = lands.filter((l) => l.role === role).length;
    return n > 0 ? [many(n, role === 'contact' ? 'pin' : role)] : [];
  });
  return `${words.join(' and ')} ${lands.length === 1 ? 'finds' : 'find'}`;
}

function holeReasons(tried: PartOnBoard): FitReason[] {
  const { part, board, under, room } = tried;
  const small: { readonly name: string; readonly by: number }[] = [];
  const crossed: string[] = [];
  const bent: { readonly i: number; readonly name: string; readonly by: number }[] = [];
  const enter: PartLand[] = [];
  part.lands.forEach((l, i) => {
    const r = room[i] ?? null;
    const b = board[under[i] ?? -1];
    if (r === null || !b?.hole) return;
    const metal = metalAt(l);
    if (r >= -NOTHING_MM) {
      enter.push(l);
      return;
    }
    const centred = roomInside(metal, b.at, b.hole, b.at);
    if (centred >= -NOTHING_MM) {
      bent.push({ i, name: landName(l), by: -r });
      return;
    }
    const turnedIn = roomInside({ ...metal, directionDeg: b.hole.directionDeg }, b.at, b.hole, b.at);
    if (!isRound(metal) && crossingDeg(metal, b.hole) > 30 && turnedIn >= -NOTHING_MM)
      crossed.push(landName(l));
    else small.push({ name: landName(l), by: -2 * centred });
  });
  const worst = (list: readonly { readonly by: number }[]): number => Math.max(...list.map((x) => x.by));
  return [
    ...(crossed.length > 0
      ? [
          reason(
            'slot-crossed',
            'stop',
            `The slots run the other way: ${many(crossed.length, 'leg')} of the part stand across them`,
            crossed.length,
          ),
        ]
      : []),
    ...(small.length > 0
      ? [
          reason(
            'slot-small',
            worst(small) > MOST_OPENED_MM ? 'stop' : 'work',
            worst(small) > MOST_OPENED_MM
              ? `${many(small.length, 'hole')} too small by ${sayMm(worst(small))}: it does not go in`
              : `Open ${many(small.length, 'slot')} by ${sayMm(worst(small))} with a round file`,
            worst(small),
          ),
        ]
      : []),
    ...(bent.length > 0
      ? [
          worst(bent) > MOST_BENT_MM
            ? reason(
                'leg-off',
                'stop',
                `Its legs stand ${sayMm(worst(bent))} too ${
                  tooNarrow(
                    tried,
                    bent.map((x) => x.i),
                  )
                    ? 'narrow'
                    : 'wide'
                } for the holes`,
                worst(bent),
              )
            : reason(
                'leg-bent',
                'work',
                `Bend ${many(bent.length, 'leg')} ${
                  tooNarrow(
                    tried,
                    bent.map((x) => x.i),
                  )
                    ? 'outwards'
                    : 'inwards'
                } by ${sayMm(worst(bent))}`,
                worst(bent),
              ),
        ]
      : []),
    ...(enter.length > 0 && small.length + bent.length + crossed.length === 0
      ? [reason('legs-enter', 'fine', `${enterWords(enter)} their holes`, enter.length)]
      : []),
  ];
}

function strandedReasons({ part, board, under }: PartOnBoard): FitReason[] {
  const without = part.lands.filter((_, i) => (under[i] ?? -1) < 0);
  const legs = part.lands.filter((l) => l.role === 'leg');
  const throughLegs = without.filter((l) => l.role === 'leg' && l.hole);
  const flatLegs = without.filter((l) => l.role === 'leg' && !l.hole);
  const pegs = without.filter((l) => l.role === 'peg');
  const pins = without.filter((l) => l.role === 'contact' && l.hole);
  const held = legs.length - throughLegs.length - flatLegs.length;
  const boardHasLegs = board.some((b) => b.role === 'leg' || b.role === null);
  const found: FitReason[] = [];
  if (throughLegs.length > 0) {
    const cut = held >= 2 && throughLegs.length <= held;
    found.push(
      cut
        ? reason(
            'no-hole',
            'work',
            `Cut off ${many(throughLegs.length, 'leg')} that the board has no hole for`,
            throughLegs.length,
          )
        : reason(
            'no-hole',
            'stop',
            `The board has no hole for ${many(throughLegs.length, 'leg')} of ${legs.length}`,
            throughLegs.length,
          ),
    );
  }
  if (flatLegs.length > 0)
    found.push(
      reason(
        'no-land',
        held > 0 || !boardHasLegs ? 'work' : 'stop',
        held > 0 || !boardHasLegs
          ? `${many(flatLegs.length, 'leg')} would stand on bare board: scrape it or glue them`
          : `None of its ${legs.length} legs has a land: nothing would hold it`,
        flatLegs.length,
      ),
    );
  if (pins.length > 0)
    found.push(
      reason('no-hole', 'stop', `The board has no hole for ${list(pins.map(landName))}`, pins.length),
    );
  if (pegs.length > 0)
    found.push(
      reason(
        'trim-pegs',
        'work',
        `Cut ${many(pegs.length, 'peg')} flush: the board has no hole for ${pegs.length === 1 ? 'it' : 'them'}`,
        pegs.length,
      ),
    );
  return found;
}

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
        `Wires to ${list(off.map((c) => landName(c.land)))}: no pad lies under`,
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
  const first = wrong.find((w) => w.land.function === 'VBUS') ?? wrong[0];
  if (!first) return [];
  const power = wrong.some(
    ({ land, on }) =>
      (land.function === 'VBUS' && on.function !== 'VBUS') ||
      (on.function === 'VBUS' && land.function !== 'VBUS'),
  );
  const where = `${first.land.function} of the part would sit on the board’s ${first.on.function ?? '?'}`;
  const mirrored = wrong.length >= Math.max(2, met.length / 2);
  if (mirrored)
    return [reason('wired-mirrored', 'stop', `Same fit, wired the other way round: ${where}`, wrong.length)];
  return [
    reason(
      'wired-differently',
      wrong.length > 2 || power ? 'stop' : 'work',
      wrong.length > 2 || power
        ? `Same fit, wired differently: ${where}`
        : `Lift ${list(wrong.map((w) => landName(w.land)))} and wire across: ${where}`,
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
      ? [reason('pads-over', 'stop', `It has no contact for ${list(missing)}`, missing.length)]
      : []),
    ...(legs > 0
      ? [
          reason(
            'pads-over',
            'fine',
            `${many(legs, 'slot or land', 'slots and lands')} for legs stay empty: it holds less`,
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
