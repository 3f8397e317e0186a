import type { ConnectorFamily } from '../connector/family';
import type { TerminalRole } from './board-circuit';
import type { XY } from '../geometry/projective';
import type { StageBuilder } from './stage-builder';

/** Input stages of the kinds met on the bench (common practice). */
export const STAGE_KINDS = [
  'micro-b charge only',
  'micro-b data, resistors',
  'micro-b data, choke',
  'micro-b data, ESD array',
  'mini-b data, resistors',
  'type C data',
  'type C 16 power only',
  'type C 6 power only',
  'stick, A plug',
  'A 3.0, nine pins',
] as const;
export type StageKind = (typeof STAGE_KINDS)[number];

export const STAGE_FAMILY: Readonly<Record<StageKind, ConnectorFamily>> = {
  'micro-b charge only': 'micro-b',
  'micro-b data, resistors': 'micro-b',
  'micro-b data, choke': 'micro-b',
  'micro-b data, ESD array': 'micro-b',
  'mini-b data, resistors': 'mini-b',
  'type C data': 'type-c-16',
  'type C 16 power only': 'type-c-16',
  'type C 6 power only': 'type-c-6',
  'stick, A plug': 'usb-a-plug',
  'A 3.0, nine pins': 'usb-a-3',
};

/** Net that each function's track runs on, from the pad to the first part. */
export const FUNCTION_NET: Readonly<Record<string, string>> = {
  GND: '0',
  GND_DRAIN: '0',
  VBUS: 'vbus',
  'D+': 'dp',
  'D-': 'dm',
  CC1: 'cc1',
  CC2: 'cc2',
  ID: 'id',
  SBU1: 'sbu1',
  SBU2: 'sbu2',
  'SSTX+': 'sstxp',
  'SSTX-': 'sstxm',
  'SSRX+': 'ssrxp',
  'SSRX-': 'ssrxm',
};

/** Where the pads of each function stand. */
export type PadPlaces = ReadonlyMap<string, readonly XY[]>;

const inward = (from: XY, mm: number): XY => ({ x: from.x, y: from.y + mm });
const middle = (places: readonly XY[]): XY => ({
  x: places.reduce((n, p) => n + p.x, 0) / Math.max(1, places.length),
  y: places.reduce((n, p) => n + p.y, 0) / Math.max(1, places.length),
});
const logBetween = (b: StageBuilder, low: number, high: number): number =>
  10 ** b.draw.between(Math.log10(low), Math.log10(high));

function charger(b: StageBuilder, input: string, at: XY): void {
  const { component, near, draw } = b;
  const roles: TerminalRole[] = ['IN', 'GND', 'IO', 'OUT', 'IO', 'IO'];
  component('chip', [input, '0', 'prog', 'bat', 'stat', 'en'], near(inward(at, 6), 1.5), null, {
    roles,
    leakOhms: logBetween(b, 3e4, 6e5),
  });
  component('capacitor', ['bat', '0'], near(inward(at, 9), 1.5), draw.pick([1e-6, 4.7e-6, 1e-5]));
  component('resistor', ['prog', '0'], near(inward(at, 9), 2), draw.pick([1200, 1500, 2000, 5100]));
  b.point('B+', 'battery-plus', 'bat', near(inward(at, 14), 3));
  b.point('B-', 'battery-minus', '0', near(inward(at, 14), 3));
}

function regulator(b: StageBuilder, input: string, at: XY): void {
  const { component, near, draw } = b;
  component('chip', [input, '0', input, 'v33', 'nc', 'nc2'], near(inward(at, 6), 1.5), null, {
    roles: ['IN', 'GND', 'IO', 'OUT', 'NC', 'NC'],
    leakOhms: logBetween(b, 5e4, 1e6),
  });
  component('capacitor', ['v33', '0'], near(inward(at, 9), 2), draw.pick([1e-5, 2.2e-5, 4.7e-5]));
}

/** From VBUS to what feeds on it: a fuse, a bead, a Schottky from two supplies, a multiplexer, or straight in. */
function supply(b: StageBuilder, at: XY, battery: boolean): void {
  const { component, near, draw } = b;
  const feed = battery ? charger : regulator;
  if (draw.chance(0.6))
    component('capacitor', ['vbus', '0'], near(inward(at, 3.2), 1), draw.pick([1e-7, 1e-6, 4.7e-6, 1e-5]));
  if (draw.chance(0.3)) component('esd-array', ['vbus', '0'], near(inward(at, 2.4), 0.7));
  const way = draw.pick(['straight', 'fuse', 'bead', 'inductor', 'dual', 'dual', 'mux'] as const);
  if (way === 'straight') feed(b, 'vbus', at);
  else if (way === 'dual' || way === 'mux') {
    const place = near(inward(at, 3.5), 0.9);
    if (way === 'dual') component('dual-diode', ['vbus', 'jack', 'sys'], place);
    else
      component('chip', ['vbus', 'jack', '0', 'sys', 'sel', 'ilim'], place, null, {
        roles: ['IO', 'IO', 'GND', 'OUT', 'IO', 'IO'],
        leakOhms: logBetween(b, 2e5, 2e6),
      });
    b.point('jack pin', 'other-supply', 'jack', { x: at.x + 12 + 6 * draw.random(), y: 3 });
    component('capacitor', ['jack', '0'], near({ x: at.x + 11, y: 5 }, 1), 1e-5);
    component('capacitor', ['sys', '0'], near(inward(at, 6.5), 1.2), draw.pick([1e-5, 4.7e-5, 1e-4]));
    feed(b, 'sys', inward(at, 2));
  } else {
    component(way, ['vbus', 'vin'], near(inward(at, 2.8), 0.8));
    component('capacitor', ['vin', '0'], near(inward(at, 5), 1), draw.pick([1e-6, 1e-5, 2.2e-5]));
    feed(b, 'vin', inward(at, 1));
  }
  if (draw.chance(0.4)) b.point('TP1', 'test-point', 'vbus', near(inward(at, 7), 3));
  if (battery) regulator(b, 'bat', inward(at, 8));
}

type DataWay = 'resistors' | 'choke' | 'esd' | 'straight';

/** D+ and D- from the pads to the chip: 22, 27 or 33 ohm, a choke, an ESD array, or straight in. */
function data(b: StageBuilder, dp: XY, dm: XY, way: DataWay, crossChance: number): void {
  const { component, near, draw } = b;
  const crossed = draw.chance(crossChance);
  const [left, right] = dp.x < dm.x ? (['dp', 'dm'] as const) : (['dm', 'dp'] as const);
  const centre = near(inward(middle([dp, dm]), 4), 0.8);
  const apart = draw.between(0.7, 1.1);
  const [first, second] = crossed ? [right, left] : [left, right];
  const chipSide = (net: string): string => (way === 'resistors' || way === 'choke' ? `${net}2` : net);
  if (way === 'resistors') {
    const ohms = draw.pick([22, 22, 22, 27, 33]);
    const one = (): number => ohms * (1 + 0.01 * draw.normal());
    component('resistor', [first, `${first}2`], { x: centre.x - apart, y: centre.y }, one());
    component('resistor', [second, `${second}2`], { x: centre.x + apart, y: centre.y }, one());
  } else if (way === 'choke') component('choke', [first, second, `${first}2`, `${second}2`], centre);
  else if (way === 'esd')
    component(
      'esd-array',
      draw.chance(0.5) ? [first, '0', second] : [first, second, '0', draw.chance(0.5) ? 'vbus' : 'nc3'],
      centre,
    );
  const place = near(inward(centre, 6), 1.2);
  component(
    'chip',
    [chipSide(first), chipSide(second), 'v33', 'gpio1', 'gpio2', '0', 'gpio3', 'gpio4'],
    place,
    null,
    {
      roles: ['IO', 'IO', 'VDD', 'IO', 'IO', 'GND', 'IO', 'IO'],
      leakOhms: logBetween(b, 1e6, 2e7),
    },
  );
  // A full-speed device pulls D+ up with 1.5 kohm (USB 2.0 specification, from memory); most chips do it inside.
  if (draw.chance(0.25)) component('resistor', [chipSide('dp'), 'v33'], near(inward(centre, 3), 1.2), 1500);
  if (draw.chance(0.3)) b.point('TP2', 'test-point', 'dp', near(inward(centre, 3), 2));
  if (draw.chance(0.3)) b.point('TP3', 'test-point', 'dm', near(inward(centre, 3), 2));
}

/** Resistors and capacitors of the rest of the board, some of the very values the port uses. */
function decoys(b: StageBuilder, at: XY): void {
  const { component, near, draw } = b;
  const few = 3 + Math.floor(draw.random() * 4);
  for (let i = 0; i < few; i += 1) {
    const place = near(inward({ x: at.x + draw.between(-8, 8), y: at.y }, draw.between(5, 14)), 1);
    const way = draw.random();
    if (way < 0.25)
      component('resistor', [`gpio${1 + (i % 4)}`, `far${i}`], place, draw.pick([10, 22, 22, 33, 47, 100]));
    else if (way < 0.5)
      component('resistor', [`gpio${1 + (i % 4)}`, 'v33'], place, draw.pick([1e4, 4700, 1500, 1e5]));
    else if (way < 0.7) component('resistor', [`far${i}`, '0'], place, draw.pick([5100, 1e4, 1e5, 4700]));
    else if (way < 0.9) component('capacitor', ['v33', '0'], place, 1e-7);
    else component('led', ['v33', `led${i}`], place);
  }
  if (draw.chance(0.5)) b.point('TP4', 'test-point', 'v33', near(inward(at, 9), 3));
  if (draw.chance(0.5))
    b.point('TP5', 'test-point', draw.pick(['gpio1', 'gpio2', 'far0']), near(inward(at, 9), 3));
}

/** Lays an input stage of a kind behind the pads. */
export function layStage(b: StageBuilder, kind: StageKind, pads: PadPlaces): void {
  const { component, near, draw } = b;
  const place = (name: string): XY => middle(pads.get(name) ?? [{ x: 0, y: 0 }]);
  const vbus = pads.get('VBUS') ?? [];
  // Where VBUS comes out at two pads, the first part sits by one of them.
  supply(
    b,
    draw.chance(0.5) ? (vbus[0] ?? place('VBUS')) : (vbus.at(-1) ?? place('VBUS')),
    kind !== 'stick, A plug' && draw.chance(0.6),
  );
  const chargeOnly = kind === 'micro-b charge only' || kind.endsWith('power only');
  if (!chargeOnly) {
    const way: DataWay =
      kind === 'micro-b data, choke'
        ? 'choke'
        : kind === 'micro-b data, ESD array'
          ? 'esd'
          : kind === 'type C data'
            ? draw.pick(['resistors', 'choke', 'esd', 'straight'])
            : kind === 'stick, A plug' || kind === 'A 3.0, nine pins'
              ? draw.pick(['resistors', 'resistors', 'straight', 'esd'])
              : 'resistors';
    // The pads of type C alternate, so one line has to cross the other; elsewhere the parts keep the order of the pins.
    data(b, place('D+'), place('D-'), way, kind === 'type C data' ? 0.25 : 0.02);
  } else if (kind === 'micro-b charge only' && draw.chance(0.3)) {
    // Charge-only devices join D+ and D- now and then; here they simply end.
    b.point('TP6', 'test-point', 'far9', near(inward(place('D+'), 4), 1));
  }
  for (const cc of ['CC1', 'CC2'] as const)
    if (pads.has(cc))
      component(
        'resistor',
        [FUNCTION_NET[cc] ?? cc, '0'],
        near(inward(place(cc), 2.6), 0.7),
        5100 * (1 + 0.01 * draw.normal()),
      );
  for (const line of ['SSTX+', 'SSTX-', 'SSRX+', 'SSRX-'] as const)
    if (pads.has(line)) {
      const net = FUNCTION_NET[line] ?? line;
      component('capacitor', [net, `${net}2`], near(inward(place(line), 2.2), 0.5), 1e-7);
    }
  decoys(b, middle([...pads.values()].flat()));
}
