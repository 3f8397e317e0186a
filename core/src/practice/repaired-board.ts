import { FRESH_CHOICE } from '../rebuild/rebuild-plan';
import type { BrokenBoard } from './broken-board';
import type { BoardTruth } from './truth';
import { askTruth, truthBench } from './truth';

/** What may be wrong with a repair; a meter can see all but the cable. */
export const REPAIR_FAULTS = [
  'none',
  'swapped pair',
  'bridge',
  'cold joint',
  'wrong place',
  'dead twin',
  'no CC resistor',
  'charge-only cable',
] as const;
export type RepairFault = (typeof REPAIR_FAULTS)[number];

/** A broken board after its repair: what was chosen for each torn pin, and what is true of it then. */
export interface RepairedBoard {
  readonly choices: readonly (typeof FRESH_CHOICE & { readonly pinId: string })[];
  readonly does: readonly ('charge' | 'data')[];
  readonly truth: BoardTruth;
  readonly pinOf: (f: string) => string[];
}

/** The board with every wired pin given its copper back, by wires to places on its true net; `null` where a pin has none to go to. */
export function repairedBoard(made: BrokenBoard): RepairedBoard | null {
  const { truth } = made;
  const pins = truth.board.rows.flatMap((r) => r.pins);
  const places = [
    ...truth.board.components.flatMap((c) => c.terminals.map((t) => t.id)),
    ...truth.board.points.map((p) => p.id),
  ];
  const choices: RepairedBoard['choices'][number][] = [];
  for (const p of pins) {
    const net = made.pinNets[p.id];
    if (p.state !== 'torn' || net === undefined) continue;
    const landing = places.find((id) => truth.netOf[id] === net);
    if (landing === undefined) return null;
    choices.push({ ...FRESH_CHOICE, pinId: p.id, kind: 'jumper', landingId: landing, built: true });
  }
  return {
    choices,
    does: made.kind.includes('only') ? ['charge'] : ['charge', 'data'],
    truth: { ...truth, gone: new Set(), cut: new Set() },
    pinOf: (f) => pins.filter((p) => p.function === f && made.pinNets[p.id] !== undefined).map((p) => p.id),
  };
}

const joined = (truth: BoardTruth, a: string, b: string, ohms: number): BoardTruth => ({
  ...truth,
  circuit: [...truth.circuit, { id: 'fault', kind: 'resistor', a, b, ohms }],
});

/** The repair with one thing wrong; `null` where this board cannot have it. */
export function spoiltRepair(
  { truth, pinOf, choices }: RepairedBoard,
  fault: RepairFault,
  random: () => number,
): BoardTruth | null {
  const of = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  const net = (id: string): string => truth.netOf[id] ?? `alone ${id}`;
  const wires = choices.map((c) => c.pinId);
  switch (fault) {
    case 'swapped pair': {
      const [plus, minus] = [pinOf('D+')[0], pinOf('D-')[0]];
      if (plus === undefined || minus === undefined || !(wires.includes(plus) && wires.includes(minus)))
        return null;
      return { ...truth, netOf: { ...truth.netOf, [plus]: net(minus), [minus]: net(plus) } };
    }
    case 'bridge': {
      const rows = truth.board.rows.filter((r) => r.pins.length > 1);
      const row = of(rows);
      const at = Math.floor(random() * ((row?.pins.length ?? 1) - 1));
      const [a, b] = [row?.pins[at]?.id, row?.pins[at + 1]?.id];
      if (a === undefined || b === undefined || net(a) === net(b)) return null;
      return joined(truth, net(a), net(b), 0.05 + random() * 0.3);
    }
    case 'cold joint': {
      const pin = of(wires);
      if (pin === undefined) return null;
      const alone = { ...truth, netOf: { ...truth.netOf, [pin]: `cold ${pin}` } };
      return random() < 0.5 ? alone : joined(alone, `cold ${pin}`, net(pin), 3 + random() * 20);
    }
    case 'wrong place': {
      const pin = pinOf('VBUS').find((id) => wires.includes(id));
      if (pin === undefined) return null;
      // The far side of a diode, a switch or a charger: what a fuse or bead joins a meter takes for one.
      const bench = truthBench(truth);
      const other = truth.board.components
        .flatMap((c) => c.terminals.map((t) => t.id))
        .find((id) => {
          if (net(id) === '0' || net(id) === net(pin)) return false;
          const { shown, value } = askTruth(bench, pin, id, 'ohms');
          return shown !== 'value' || (value ?? 0) > 50;
        });
      return other === undefined ? null : { ...truth, netOf: { ...truth.netOf, [pin]: net(other) } };
    }
    case 'dead twin': {
      const twin = pinOf('D+')[1];
      return twin === undefined || !(truth.board.family ?? '').startsWith('type-c')
        ? null
        : { ...truth, cut: new Set([twin]) };
    }
    case 'no CC resistor': {
      const cc = pinOf('CC1')[0];
      if (cc === undefined) return null;
      const left = truth.circuit.filter(
        (p) => !(p.kind === 'resistor' && [p.a, p.b].includes(net(cc)) && p.ohms > 4000 && p.ohms < 6500),
      );
      return left.length === truth.circuit.length ? null : { ...truth, circuit: left };
    }
    default:
      return truth;
  }
}
