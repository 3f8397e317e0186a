import { seeded } from '@zebbit/core/practice';
import type { ForeignBoard } from './foreign-board';

type Spot = readonly [number, number];
type SeenPart = ForeignBoard['seen']['components'][number];

/** Parts lie so many times as far from the port as they were drawn, and are moved by so much aside, mm. */
const [NEAREST, FARTHEST, ASIDE_MM] = [0.8, 1.25, 1];
/** How often a part to ground is laid the other way round than it was drawn, and one in a line (common practice). */
const [SHUNT_TURNED, LINE_TURNED] = [0.5, 0.07];
/** How often the eye does not tell what a part is, and cannot read its print. */
const [UNTOLD, UNREAD] = [0.1, 0.2];
const SHUNTS = ['capacitor', 'diode'];

/**
 * A board of another hand laid out anew by chance: the same circuit, its parts nearer or farther, aside, turned round, some of them not told or
 * not read. Who learned how one board was laid and not what such boards have in common does worse on it.
 */
export function shaken(board: ForeignBoard, seed: number): ForeignBoard {
  const random = seeded(seed);
  const between = (a: number, b: number): number => a + (b - a) * random();
  const far = between(NEAREST, FARTHEST);
  const { seen } = board;
  const middle = [0, 1].map(
    (k) => seen.pads.reduce((sum, p) => sum + (p.at[k] as number), 0) / seen.pads.length,
  ) as unknown as Spot;
  const part = (c: SeenPart): SeenPart => {
    const ends = c.terminals.map((t) => t.at);
    const turned = ends.length === 2 && random() < (SHUNTS.includes(c.kind) ? SHUNT_TURNED : LINE_TURNED);
    const centre = [0, 1].map((k) => ends.reduce((sum, e) => sum + (e[k] as number), 0) / ends.length);
    const by = [0, 1].map(
      (k) => (far - 1) * ((centre[k] as number) - (middle[k] as number)) + between(-ASIDE_MM, ASIDE_MM),
    );
    const untold = random() < UNTOLD && c.terminals.length === 2;
    const unread = random() < UNREAD;
    return {
      ...c,
      kind: untold ? 'not told' : c.kind,
      marking: unread || untold ? null : c.marking,
      terminals: c.terminals.map((t, i) => {
        const [x, y] = (turned ? ends[1 - i] : t.at) as Spot;
        return { ...t, at: [x + (by[0] as number), y + (by[1] as number)] as const };
      }),
    };
  };
  return { ...board, seen: { ...seen, components: seen.components.map(part) } };
}
