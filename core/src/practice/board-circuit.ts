import type { Component } from '../board/board';
import type { Circuit, CircuitPart, DiodeModel } from '../circuit/netlist';
import { GROUND, JUNCTIONS } from '../circuit/netlist';

/** What a terminal of a chip is inside. `IO` clamps to both rails; `IN` feeds `OUT`; the rest speak for themselves. */
export type TerminalRole = 'IO' | 'IN' | 'OUT' | 'VDD' | 'GND' | 'NC';

/** What is true of a part beyond what can be seen of it. */
export interface PartTruth {
  readonly roles?: readonly TerminalRole[];
  readonly model?: DiodeModel;
  /** Leak of each input to ground, ohms. */
  readonly leakOhms?: number;
  /** Of a transistor: its body diode conducts from drain to source. */
  readonly pChannel?: boolean;
}

const COIL_OHMS: Readonly<Partial<Record<Component['kind'], number>>> = {
  inductor: 0.3,
  bead: 0.25,
  fuse: 0.15,
};
const CHOKE_OHMS = 0.6;

function chip(component: Component, net: (i: number) => string, truth: PartTruth): CircuitPart[] {
  const { id, terminals } = component;
  const roles = truth.roles ?? terminals.map(() => 'IO' as const);
  const vdd = roles.indexOf('VDD');
  const rail = vdd >= 0 ? net(vdd) : `${id} rail`;
  const leak = truth.leakOhms ?? 2.2e6;
  const out = roles.indexOf('OUT');
  const inside: CircuitPart[] =
    rail === GROUND
      ? []
      : [
          { id: `${id} core`, kind: 'resistor', a: rail, b: GROUND, ohms: 12e3 },
          { id: `${id} bulk`, kind: 'diode', anode: GROUND, cathode: rail, model: JUNCTIONS.body },
        ];
  const pins = roles.flatMap((role, i): CircuitPart[] => {
    const node = net(i);
    const name = `${id}.${i + 1}`;
    if (node === GROUND || role === 'NC' || role === 'GND' || role === 'VDD') return [];
    const down: CircuitPart = {
      id: `${name} down`,
      kind: 'diode',
      anode: GROUND,
      cathode: node,
      model: role === 'IO' ? JUNCTIONS.clamp : JUNCTIONS.body,
    };
    const lossy: CircuitPart = { id: `${name} leak`, kind: 'resistor', a: node, b: GROUND, ohms: leak };
    if (role === 'IO')
      return node === rail
        ? [down, lossy]
        : [
            down,
            lossy,
            { id: `${name} up`, kind: 'diode', anode: node, cathode: rail, model: JUNCTIONS.clamp },
          ];
    if (role === 'IN' && out >= 0 && net(out) !== node)
      return [
        down,
        lossy,
        { id: `${name} body`, kind: 'diode', anode: net(out), cathode: node, model: JUNCTIONS.body },
      ];
    return [down, lossy];
  });
  return [...inside, ...pins];
}

function partsOf(component: Component, net: (i: number) => string, truth: PartTruth): CircuitPart[] {
  const { id, kind, value, terminals } = component;
  const between = (i: number, j: number, ohms: number): CircuitPart[] =>
    net(i) === net(j)
      ? []
      : [{ id: i === 0 && j === 1 ? id : `${id} ${i}`, kind: 'resistor', a: net(i), b: net(j), ohms }];
  const junction = (i: number, j: number, model: DiodeModel): CircuitPart[] =>
    net(i) === net(j) ? [] : [{ id: `${id} ${i}`, kind: 'diode', anode: net(i), cathode: net(j), model }];
  switch (kind) {
    case 'resistor':
      return between(0, 1, value ?? 1e4);
    case 'inductor':
    case 'bead':
    case 'fuse':
      return between(0, 1, value ?? COIL_OHMS[kind] ?? 0.3);
    case 'capacitor':
      return net(0) === net(1)
        ? []
        : [{ id, kind: 'capacitor', a: net(0), b: net(1), farads: value ?? 1e-7 }];
    case 'choke': {
      const half = Math.floor(terminals.length / 2);
      return Array.from({ length: half }, (_, i) => between(i, half + i, CHOKE_OHMS)).flat();
    }
    case 'diode':
      return junction(0, 1, truth.model ?? JUNCTIONS.schottky);
    case 'led':
      return junction(0, 1, truth.model ?? JUNCTIONS.led);
    case 'dual-diode':
      return [
        ...junction(0, 2, truth.model ?? JUNCTIONS.schottky),
        ...junction(1, 2, truth.model ?? JUNCTIONS.schottky),
      ];
    case 'transistor':
      if (terminals.length < 3) return [];
      return truth.pChannel
        ? junction(2, 1, truth.model ?? JUNCTIONS.body)
        : junction(1, 2, truth.model ?? JUNCTIONS.body);
    case 'esd-array':
      return terminals.flatMap((_, i) =>
        net(i) === GROUND
          ? []
          : [
              {
                id: `${id} ${i}`,
                kind: 'diode' as const,
                anode: GROUND,
                cathode: net(i),
                model: JUNCTIONS.esd,
              },
            ],
      );
    case 'chip':
      return chip(component, net, truth);
    case 'resistor-array':
      return terminals
        .slice(0, Math.floor(terminals.length / 2))
        .flatMap((_, i) => between(i, terminals.length - 1 - i, value ?? 22));
    case 'speaker':
      return between(0, 1, value ?? 8);
    case 'three-legged':
    case 'button':
    case 'crystal':
    case 'socket':
    case 'switch':
    case 'cell':
    case 'other':
      return [];
  }
}

/**
 * The circuit that marked parts make, each kind by what a meter meets in it with the power off (common practice: coils, fuses and
 * beads read tenths of an ohm; a chip's pin has a junction from ground and one to its rail; a dual diode has two anodes, then the
 * cathode; a transistor lists gate, source, drain and has its body diode from source to drain).
 * @param netOf node of each terminal's id; a terminal without one stands alone
 */
export function boardCircuit(
  components: readonly Component[],
  netOf: (terminalId: string) => string | undefined,
  truths: ReadonlyMap<string, PartTruth> = new Map(),
): Circuit {
  return components.flatMap((component) =>
    partsOf(
      component,
      (i) => {
        const terminal = component.terminals[i]?.id ?? `${component.id} none ${i}`;
        return netOf(terminal) ?? `alone ${terminal}`;
      },
      truths.get(component.id) ?? {},
    ),
  );
}
