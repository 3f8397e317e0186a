import type { ConnectorFamily } from '../connector/family';
import type { XY } from '../geometry/projective';
import type { PadPlaces } from './input-stage';
import { layAround } from './other-stages';
import type { StageBuilder } from './stage-builder';
import { layInLine, layLogic, layPairResistors, layRegulator, layShunt, middleOf } from './stage-pieces';

/**
 * A third set of input stages, drawn after the belief had been tried on the other two, with legs torn off, parts on both faces, second
 * supplies and nets that must stay apart (common practice). What they show is how the belief does on circuits nobody looked at for it.
 */
export const FURTHER_STAGES = [
  'hub, B socket and sockets downstream',
  'power bank, micro-b in and A out',
  'earbuds case, switch against wrong polarity',
  'type C, port controller',
  'headset, audio switch',
  'stick, chip with its legs underneath',
  'tablet, host and device by ID',
  'recorder, one array of four resistors',
  'toy, lamp across the supply',
  'scale, two grounds joined by a bead',
  'radio, filter of resistors and capacitors',
  'type C 24, switch for both ways round',
] as const;
export type FurtherStage = (typeof FURTHER_STAGES)[number];

export const FURTHER_FAMILY: Readonly<Record<FurtherStage, ConnectorFamily>> = {
  'hub, B socket and sockets downstream': 'usb-b',
  'power bank, micro-b in and A out': 'micro-b',
  'earbuds case, switch against wrong polarity': 'type-c-6',
  'type C, port controller': 'type-c-16',
  'headset, audio switch': 'type-c-16',
  'stick, chip with its legs underneath': 'usb-a-plug',
  'tablet, host and device by ID': 'micro-b',
  'recorder, one array of four resistors': 'mini-b',
  'toy, lamp across the supply': 'micro-b',
  'scale, two grounds joined by a bead': 'micro-b',
  'radio, filter of resistors and capacitors': 'micro-b',
  'type C 24, switch for both ways round': 'type-c-24',
};

/** Nets that a wire of each group of functions must not reach: what it would short, feed or bypass (common practice). */
const HARM: Readonly<Record<'VBUS' | 'GND' | 'line', readonly string[]>> = {
  VBUS: ['0', 'jack', 'bat', 'cellminus', 'v33', 'v5out', 'v5'],
  GND: ['vbus', 'vin', 'sys', 'jack', 'bat', 'cellminus', 'v33', 'v5out', 'v5'],
  line: ['vbus', 'vin', 'sys', 'jack', 'bat', 'v5out', 'v5'],
};
/** Whether a wire of a pin of this function to a point of this net would harm the board. */
export const harms = (pin: string, net: string | undefined): boolean =>
  net !== undefined && HARM[pin === 'VBUS' ? 'VBUS' : pin.startsWith('GND') ? 'GND' : 'line'].includes(net);

const down = (p: XY, mm: number): XY => ({ x: p.x, y: p.y + mm });

/** A cell with its charger; behind a protection chip and two transistors now and then. */
function cell(b: StageBuilder, input: string, at: XY, guarded: boolean): void {
  const { component, near, draw } = b;
  component(
    'chip',
    draw.chance(0.5) ? ['stat', '0', 'bat', input, 'prog'] : [input, 'prog', '0', 'stat', 'bat'],
    near(down(at, 5), 1.2),
    null,
    {
      roles: ['IO', 'GND', 'OUT', 'IN', 'IO'],
      leakOhms: draw.between(5e4, 8e5),
    },
  );
  component('resistor', ['prog', '0'], near(down(at, 7), 1.5), draw.pick([1000, 2000, 4700]));
  layShunt(b, 'capacitor', ['bat', '0'], near(down(at, 9), 1.5), 1e-5);
  b.point('B+', 'battery-plus', 'bat', near(down(at, 14), 2));
  b.point('B-', 'battery-minus', guarded ? 'cellminus' : '0', near(down(at, 15), 2));
  if (!guarded) return;
  component('transistor', ['gate1', 'cellminus', 'between'], near(down(at, 12), 1));
  component('transistor', ['gate2', '0', 'between'], near(down(at, 13), 1));
  component('resistor', ['sense', '0'], near(down(at, 12), 1.5), 1000);
}

function lineToRail(b: StageBuilder, vbus: XY): void {
  if (b.draw.chance(0.5)) {
    layInLine(b, 'vbus', 'vin', down(vbus, 3));
    layShunt(b, 'capacitor', ['vin', '0'], b.near(down(vbus, 6), 1), 1e-5);
    layRegulator(b, 'vin', 'v33', down(vbus, 9));
  } else {
    layShunt(b, 'capacitor', ['vbus', '0'], b.near(down(vbus, 3), 1), 4.7e-6);
    layRegulator(b, 'vbus', 'v33', down(vbus, 7));
  }
}

/** Lays one of these stages behind the pads. */
export function layFurtherStage(b: StageBuilder, kind: FurtherStage, pads: PadPlaces): void {
  const { component, near, draw } = b;
  const place = (f: string): XY => middleOf(pads.get(f) ?? [{ x: 0, y: 0 }]);
  const vbus = place('VBUS');
  const data = middleOf([place('D+'), place('D-')]);
  const order: readonly [string, string] = place('D+').x < place('D-').x ? ['dp', 'dm'] : ['dm', 'dp'];
  const behind: readonly [string, string] = [`${order[0]}2`, `${order[1]}2`];
  switch (kind) {
    case 'hub, B socket and sockets downstream':
      lineToRail(b, vbus);
      layPairResistors(b, order, behind, down(data, 4), draw.pick([22, 27, 33]));
      component('resistor', ['dp', 'v33'], near(down(data, 6), 1), 1500);
      layLogic(b, [...behind, 'da1', 'da2', 'db1', 'db2'], down(data, 9));
      for (const [i, port] of ['da', 'db'].entries()) {
        const at = { x: data.x + 9 + 7 * i, y: data.y + 4 };
        layPairResistors(b, [`${port}1`, `${port}2`], [`${port}1o`, `${port}2o`], at, 22);
        for (const n of [`${port}1o`, `${port}2o`])
          component('resistor', [n, '0'], near(down(at, 3), 1), 15e3);
        component('fuse', ['vbus', `v${port}`], near(down(at, -1), 1));
        component('socket', [`v${port}`, `${port}1o`, `${port}2o`, '0'], { x: at.x, y: at.y - 5 });
      }
      break;
    case 'power bank, micro-b in and A out':
      layShunt(b, 'capacitor', ['vbus', '0'], near(down(vbus, 3), 1), 1e-5);
      cell(b, 'vbus', down(vbus, 2), draw.chance(0.7));
      component('inductor', ['bat', 'coil'], near({ x: vbus.x + 8, y: 8 }, 1));
      component('diode', ['coil', 'v5out'], near({ x: vbus.x + 10, y: 6 }, 1));
      layShunt(b, 'capacitor', ['v5out', '0'], near({ x: vbus.x + 11, y: 4 }, 1), 2.2e-5);
      b.point('5 V out', 'other-supply', 'v5out', { x: vbus.x + 13, y: 2 });
      // The socket of the output has its own divider; the input's data pins go nowhere.
      for (const [n, low] of [
        ['oa', 51e3],
        ['ob', 51e3],
      ] as const) {
        component('resistor', ['v5out', n], near({ x: vbus.x + 12, y: 5 }, 1.2), n === 'oa' ? 75e3 : 43e3);
        component('resistor', [n, '0'], near({ x: vbus.x + 12, y: 7 }, 1.2), low);
      }
      break;
    case 'earbuds case, switch against wrong polarity':
      // A P-channel transistor with its drain at the port; a gate resistor to ground.
      component('transistor', ['gate', 'vin', 'vbus'], near(down(vbus, 3.2), 0.8), null, { pChannel: true });
      component('resistor', ['gate', '0'], near(down(vbus, 4), 1), 1e5);
      layShunt(b, 'capacitor', ['vin', '0'], near(down(vbus, 6), 1), 1e-5);
      layShunt(b, 'diode', ['0', 'vbus'], near(down(vbus, 2.4), 0.8));
      cell(b, 'vin', down(vbus, 3), draw.chance(0.5));
      for (const cc of ['CC1', 'CC2'] as const)
        layShunt(b, 'capacitor', [cc.toLowerCase(), '0'], near(down(place(cc), 4), 1), 2e-10);
      for (const cc of ['CC1', 'CC2'] as const)
        component(
          'resistor',
          draw.chance(0.5) ? [cc.toLowerCase(), '0'] : ['0', cc.toLowerCase()],
          near(down(place(cc), 2.6), 0.8),
          5100,
        );
      break;
    case 'type C, port controller':
      component('chip', ['vbus', 'vin', '0', 'en', 'vbus', 'vin'], near(down(vbus, 4), 1), null, {
        roles: ['IN', 'OUT', 'GND', 'IO', 'IN', 'OUT'],
        leakOhms: 4e5,
      });
      component('resistor', ['vbus', 'sense'], near(down(vbus, 6), 1), 1e5);
      component('resistor', ['sense', '0'], near(down(vbus, 7), 1), 1e4);
      layShunt(b, 'capacitor', ['vin', '0'], near(down(vbus, 7), 1), 2.2e-5);
      layRegulator(b, 'vin', 'v33', down(vbus, 10));
      for (const cc of ['cc1', 'cc2'])
        layShunt(b, 'capacitor', [cc, '0'], near(down(place(cc.toUpperCase()), 3), 0.8), 2e-10);
      layLogic(b, ['cc1', 'cc2', 'sense', 'en'], down(place('CC1'), 6));
      if (draw.chance(0.5)) component('choke', [...order, ...behind], near(down(data, 5), 0.6));
      else layPairResistors(b, order, behind, down(data, 5), 10);
      layLogic(b, behind, down(data, 10));
      break;
    case 'headset, audio switch':
      lineToRail(b, vbus);
      for (const cc of ['CC1', 'CC2'] as const)
        component('resistor', [cc.toLowerCase(), '0'], near(down(place(cc), 3), 0.8), 5100);
      layLogic(b, [...order, 'left', 'right', 'chipdp', 'chipdm'], down(data, 6));
      layPairResistors(
        b,
        ['left', 'right'],
        ['codec1', 'codec2'],
        { x: data.x + 4, y: data.y + 5 },
        draw.pick([22, 33]),
      );
      layLogic(b, ['chipdp', 'chipdm', 'codec1', 'codec2'], down(data, 13));
      break;
    case 'stick, chip with its legs underneath':
      layShunt(b, 'capacitor', ['vbus', '0'], near(down(vbus, 4), 1), 4.7e-6);
      layInLine(b, 'vbus', 'vin', down(vbus, 5));
      layPairResistors(b, order, behind, down(data, 5), draw.pick([0.05, 10, 33]));
      layShunt(b, 'capacitor', ['v33', '0'], near(down(data, 8), 1), 1e-6);
      break;
    case 'tablet, host and device by ID':
      component(
        'dual-diode',
        draw.chance(0.5) ? ['vbus', 'v5out', 'sys'] : ['v5out', 'vbus', 'sys'],
        near(down(vbus, 4), 1),
      );
      layShunt(b, 'capacitor', ['vbus', '0'], near(down(vbus, 3), 1), 1e-6);
      b.point('5 V boost', 'other-supply', 'v5out', { x: vbus.x + 10, y: 5 });
      layShunt(b, 'capacitor', ['sys', '0'], near(down(vbus, 7), 1), 2.2e-5);
      cell(b, 'sys', down(vbus, 5), true);
      component('resistor', ['id', 'v33'], near(down(place('ID'), 4), 1), 1e5);
      component(
        'choke',
        draw.chance(0.5) ? [...order, ...behind] : [order[0], order[1], behind[0], behind[1]],
        near(down(data, 4), 0.7),
      );
      layLogic(b, [...behind, 'id'], down(data, 9));
      break;
    case 'recorder, one array of four resistors': {
      lineToRail(b, vbus);
      const four = draw.chance(0.5) ? [order[0], order[1], 'io1', 'io2'] : ['io1', order[0], order[1], 'io2'];
      const far = four.map((n) => `${n}x`);
      component(
        'resistor-array',
        [...four, ...far.toReversed()],
        near(down(data, 5), 0.8),
        draw.pick([22, 33]),
      );
      layLogic(b, far, down(data, 10));
      break;
    }
    case 'toy, lamp across the supply':
      component('resistor', ['vbus', 'lamp'], near(down(vbus, 4), 1), 1000);
      component('led', ['lamp', '0'], near(down(vbus, 6), 1));
      component('resistor', ['vbus', 'slow'], near(down(vbus, 7), 1.5), draw.pick([2.2, 4.7, 10]));
      component('diode', ['slow', 'bat'], near(down(vbus, 10), 1));
      b.point('B+', 'battery-plus', 'bat', near(down(vbus, 14), 2));
      b.point('B-', 'battery-minus', '0', near(down(vbus, 15), 2));
      break;
    case 'scale, two grounds joined by a bead':
      lineToRail(b, vbus);
      component('bead', ['0', 'agnd'], near(down(data, 8), 3));
      for (let i = 0; i < 2; i += 1)
        layShunt(b, 'capacitor', ['va', 'agnd'], near({ x: data.x - 6, y: 9 + 3 * i }, 1), 1e-6);
      component('bead', ['v33', 'va'], near({ x: data.x - 4, y: 8 }, 1));
      layPairResistors(b, order, behind, down(data, 4), 27);
      layLogic(b, behind, down(data, 9));
      b.point('analog pour', 'plain', 'agnd', near({ x: data.x - 8, y: 12 }, 1));
      break;
    case 'radio, filter of resistors and capacitors':
      component('resistor', ['vbus', 'vin'], near(down(vbus, 4), 1), draw.pick([0.05, 1]));
      layShunt(b, 'capacitor', ['vin', '0'], near(down(vbus, 6), 1), 4.7e-5);
      layRegulator(b, 'vin', 'v33', down(vbus, 9));
      for (const n of order) layShunt(b, 'capacitor', [n, '0'], near(down(data, 2.6), 0.8), 4.7e-11);
      layPairResistors(b, order, behind, down(data, 5), draw.pick([10, 22, 44]));
      for (const n of behind) layShunt(b, 'capacitor', [n, '0'], near(down(data, 7), 1), 2.2e-11);
      layLogic(b, behind, down(data, 10));
      break;
    case 'type C 24, switch for both ways round': {
      lineToRail(b, vbus);
      for (const cc of ['CC1', 'CC2'] as const)
        component('resistor', [cc.toLowerCase(), '0'], near(down(place(cc), 3), 0.8), 5100);
      layPairResistors(b, order, behind, down(data, 5), 22);
      layLogic(b, behind, down(data, 11));
      break;
    }
  }
  layAround(b, middleOf([...pads.values()].flat()));
}
