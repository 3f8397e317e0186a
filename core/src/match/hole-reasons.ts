import { crossingDeg, isRound, roomInside } from '../geometry/oblong';
import type { FitReason } from './fit-reason';
import { reason, sayList, sayMany, sayMm } from './fit-reason';
import type { PartLand } from '../connector/part';
import { landName } from '../connector/part';
import type { PartOnBoard } from './try-part';
import { metalAt, REACH_MM } from './try-part';

/** A slot is opened with a round file by this much at most before the ring is gone, mm (common practice). */
const MOST_OPENED_MM = 0.3;
/** A leg is bent by this much at most without tearing its root, mm (common practice). */
const MOST_BENT_MM = 0.4;
/** Less than this is nothing to a hand, mm. */
const NOTHING_MM = 0.02;
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
    return n > 0 ? [sayMany(n, role === 'contact' ? 'pin' : role)] : [];
  });
  return `${words.join(' and ')} ${lands.length === 1 ? 'finds' : 'find'}`;
}

/** Whether what goes through the board finds its hole, and what that takes. */
export function holeReasons(tried: PartOnBoard): FitReason[] {
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
            `The slots run the other way: ${sayMany(crossed.length, 'leg')} of the part stand across them`,
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
              ? `${sayMany(small.length, 'hole')} too small by ${sayMm(worst(small))}: it does not go in`
              : `Open ${sayMany(small.length, 'slot')} by ${sayMm(worst(small))} with a round file`,
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
                `Bend ${sayMany(bent.length, 'leg')} ${
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

/** Legs, pins and pegs that the board has no place for. */
export function strandedReasons({ part, board, under, legsSought = true }: PartOnBoard): FitReason[] {
  const without = part.lands.filter((l, i) => (under[i] ?? -1) < 0 && (legsSought || l.role === 'contact'));
  const legs = part.lands.filter((l) => l.role === 'leg');
  const throughLegs = without.filter((l) => l.role === 'leg' && l.hole);
  const flat = without.filter((l) => l.role === 'leg' && !l.hole);
  const overHole = flat.filter((l) =>
    board.some((b) => b.hole !== null && Math.hypot(b.at.x - l.at.x, b.at.y - l.at.y) < REACH_MM),
  );
  const flatLegs = flat.filter((l) => !overHole.includes(l));
  const pegs = without.filter((l) => l.role === 'peg');
  const pins = without.filter((l) => l.role === 'contact' && l.hole);
  const held = legs.length - throughLegs.length - flat.length;
  const boardHasLegs = board.some((b) => b.role === 'leg' || b.role === null);
  const found: FitReason[] = [];
  if (throughLegs.length > 0) {
    // Holes for legs that stay empty say that the board was laid out for another part: then cutting is bad advice.
    const empty = board.filter((b, j) => b.role === 'leg' && b.hole !== null && !under.includes(j)).length;
    const cut = held >= 2 && throughLegs.length <= held && empty === 0;
    found.push(
      cut
        ? reason(
            'no-hole',
            'work',
            `Cut off ${sayMany(throughLegs.length, 'leg')} that the board has no hole for`,
            throughLegs.length,
          )
        : reason(
            'no-hole',
            'stop',
            empty > 0
              ? `${sayMany(throughLegs.length, 'leg')} of ${legs.length} would stand where the board has no hole, while ${sayMany(empty, 'hole')} of it would stay empty`
              : `The board has no hole for ${sayMany(throughLegs.length, 'leg')} of ${legs.length}`,
            throughLegs.length,
          ),
    );
  }
  if (overHole.length > 0)
    found.push(
      reason(
        'hole-in-land',
        'work',
        `${sayMany(overHole.length, 'leg')} would lie flat over a hole: fill it with solder under the leg, it holds less`,
        overHole.length,
      ),
    );
  if (flatLegs.length > 0)
    found.push(
      reason(
        'no-land',
        held > 0 || !boardHasLegs ? 'work' : 'stop',
        held > 0 || !boardHasLegs
          ? `${sayMany(flatLegs.length, 'leg')} would stand on bare board: scrape it or glue them`
          : `None of its ${legs.length} legs has a land: nothing would hold it`,
        flatLegs.length,
      ),
    );
  if (pins.length > 0)
    found.push(
      reason('no-hole', 'stop', `The board has no hole for ${sayList(pins.map(landName))}`, pins.length),
    );
  if (pegs.length > 0)
    found.push(
      reason(
        'trim-pegs',
        'work',
        `Cut ${sayMany(pegs.length, 'peg')} flush: the board has no hole for ${pegs.length === 1 ? 'it' : 'them'}`,
        pegs.length,
      ),
    );
  return found;
}
