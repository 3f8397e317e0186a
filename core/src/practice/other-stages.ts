import type { ConnectorFamily } from '../connector/family';
import type { XY } from '../geometry/projective';
import type { PadPlaces } from './input-stage';
import type { StageBuilder } from './stage-builder';

/**
 * Input stages that the usual ones do not have, drawn from circuits as they are built (common practice): nothing of them was looked at when
 * the chances of the belief were chosen, so that what it makes of them says how it does on boards it does not know.
 */
export const OTHER_STAGES = [
  'charger, data pins joined',
  'charger, divider on the data pins',
  'host, A socket',
  'keyboard, zeners and 68 ohm',
  'cell behind a protection chip',
  'type C, one resistor for both CC',
  'micro-b, 0 ohm link and nearer output resistors',
  'stick, chip legs straight',
  'mini-b, data to two chips',
  'type C, upright array turned round',
] as const;
export type OtherStage = (typeof OTHER_STAGES)[number];

export const OTHER_FAMILY: Readonly<Record<OtherStage, ConnectorFamily>> = {
  'charger, data pins joined': 'micro-b',
  'charger, divider on the data pins': 'micro-b',
  'host, A socket': 'usb-a',
  'keyboard, zeners and 68 ohm': 'mini-b',
  'cell behind a protection chip': 'micro-b',
  'type C, one resistor for both CC': 'type-c-16',
  'micro-b, 0 ohm link and nearer output resistors': 'micro-b',
  'stick, chip legs straight': 'usb-a-plug',
  'mini-b, data to two chips': 'mini-b',
  'type C, upright array turned round': 'type-c-16',
};

/** Functions whose pads share a net that is not their own: D- on D+'s, CC2 on CC1's. */
export const SHARED_NETS: Readonly<Partial<Record<OtherStage, Readonly<Record<string, string>>>>> = {
  'charger, data pins joined': { 'D-': 'dp' },
  'type C, one resistor for both CC': { CC2: 'cc1' },
};

const middle = (places: readonly XY[]): XY => ({
  x: places.reduce((n, p) => n + p.x, 0) / Math.max(1, places.length),
  y: places.reduce((n, p) => n + p.y, 0) / Math.max(1, places.length),
});

/** A part with its nets in the order given or turned round: parts beside a line are laid as the router likes. */
function shunt(
  b: StageBuilder,
  kind: 'capacitor' | 'esd-array' | 'diode',
  nets: readonly [string, string],
  at: XY,
  value: number | null = null,
): void {
  const turned = b.draw.chance(0.5);
  b.component(kind, turned ? [nets[1], nets[0]] : nets, at, value);
}

function regulator(b: StageBuilder, input: string, out: string, at: XY): void {
  b.component('chip', b.draw.chance(0.5) ? ['0', out, input] : [input, '0', out], b.near(at, 1.2), null, {
    roles: b.draw.chance(0.5) ? ['GND', 'OUT', 'IN'] : ['IN', 'GND', 'OUT'],
    leakOhms: b.draw.between(4e4, 5e5),
  });
  shunt(b, 'capacitor', [out, '0'], b.near({ x: at.x + 2, y: at.y + 2 }, 1), 1e-5);
}

function logic(b: StageBuilder, nets: readonly string[], at: XY): void {
  const rest = ['v33', '0', 'io1', 'io2', 'io3', 'io4'].slice(0, Math.max(2, 8 - nets.length));
  const all = b.draw.chance(0.5) ? [...nets, ...rest] : [...rest, ...nets];
  b.component('chip', all, b.near(at, 1.2), null, {
    roles: all.map((n) => (n === '0' ? 'GND' : n === 'v33' ? 'VDD' : 'IO')),
    leakOhms: b.draw.between(1e6, 9e6),
  });
}

/** The rest of a board: outputs with their own small resistors, rails, a second supply now and then. */
function around(b: StageBuilder, at: XY): void {
  const { component, near, draw } = b;
  for (let i = 0; i < 3 + Math.floor(3 * draw.random()); i += 1) {
    const place = near({ x: at.x + draw.between(-9, 9), y: at.y + draw.between(4, 15) }, 1);
    const way = draw.random();
    if (way < 0.35)
      component('resistor', [`io${1 + (i % 4)}`, `out${i}`], place, draw.pick([22, 33, 47, 100, 330]));
    else if (way < 0.6)
      component(
        'resistor',
        [`io${1 + (i % 4)}`, draw.pick(['v33', '0'])],
        place,
        draw.pick([1e3, 4700, 1e4]),
      );
    else if (way < 0.8) shunt(b, 'capacitor', ['v33', '0'], place, 1e-7);
    else component('led', ['v33', `lamp${i}`], place);
  }
  if (draw.chance(0.4)) {
    b.point('jack', 'other-supply', 'jack', { x: at.x + 13, y: 4 });
    component(
      'dual-diode',
      draw.chance(0.5) ? ['jack', 'vbus', 'sys'] : ['vbus', 'jack', 'sys'],
      near({ x: at.x + 5, y: 6 }, 1),
    );
    shunt(b, 'capacitor', ['jack', '0'], near({ x: at.x + 11, y: 6 }, 1), 1e-5);
  }
  if (draw.chance(0.5))
    component('resistor', ['far1', 'far2'], near({ x: at.x - 4, y: 5 }, 1.5), draw.pick([10, 22, 33]));
  b.point('TP9', 'test-point', draw.pick(['v33', 'io1', 'io2']), near({ x: at.x, y: 12 }, 3));
}

function inLine(b: StageBuilder, from: string, to: string, at: XY): void {
  const kind = b.draw.pick(['fuse', 'bead', 'inductor', 'resistor'] as const);
  b.component(
    kind,
    b.draw.chance(0.07) ? [to, from] : [from, to],
    b.near(at, 0.8),
    kind === 'resistor' ? 0.05 : null,
  );
}

function pairResistors(
  b: StageBuilder,
  nets: readonly [string, string],
  ends: readonly [string, string],
  at: XY,
  ohms: number,
): void {
  b.component('resistor', [nets[0], ends[0]], { x: at.x - 0.9, y: at.y }, ohms);
  b.component('resistor', [nets[1], ends[1]], { x: at.x + 0.9, y: at.y }, ohms);
}

/** Lays one of these stages behind the pads. */
export function layOtherStage(b: StageBuilder, kind: OtherStage, pads: PadPlaces): void {
  const { component, near, draw } = b;
  const place = (f: string): XY => middle(pads.get(f) ?? [{ x: 0, y: 0 }]);
  const vbus = place('VBUS');
  const down = (p: XY, mm: number): XY => ({ x: p.x, y: p.y + mm });
  const data = middle([place('D+'), place('D-')]);
  const order: readonly [string, string] = place('D+').x < place('D-').x ? ['dp', 'dm'] : ['dm', 'dp'];
  const feed = (): void => {
    if (draw.chance(0.5)) {
      inLine(b, 'vbus', 'vin', down(vbus, 3.4));
      shunt(b, 'capacitor', ['vin', '0'], near(down(vbus, 6), 1), 1e-5);
      regulator(b, 'vin', 'v33', down(vbus, 9));
    } else {
      shunt(b, 'capacitor', ['vbus', '0'], near(down(vbus, 3), 1), draw.pick([1e-6, 4.7e-6, 1e-5]));
      regulator(b, 'vbus', 'v33', down(vbus, 7));
    }
  };
  switch (kind) {
    case 'charger, data pins joined':
      feed();
      if (draw.chance(0.6))
        component('chip', ['vbus', '0', 'dp', 'dp', 'bat', 'stat'], near(down(data, 6), 1), null, {
          roles: ['IN', 'GND', 'IO', 'IO', 'OUT', 'IO'],
          leakOhms: 2e6,
        });
      else component('resistor', ['dp', '0'], near(down(data, 4), 1), 1e5);
      b.point('B+', 'battery-plus', 'bat', near(down(vbus, 15), 2));
      break;
    case 'charger, divider on the data pins':
      feed();
      component('resistor', ['vbus', 'dp'], near(down(data, 3), 0.8), 75e3);
      component('resistor', ['dp', '0'], near(down(data, 4.5), 0.8), 49900);
      component('resistor', ['vbus', 'dm'], near(down(data, 3), 1), 43e3);
      component('resistor', ['dm', '0'], near(down(data, 4.5), 1), 49900);
      break;
    case 'host, A socket':
      // A port that feeds: VBUS from the board's own 5 V over a fuse or a switch; 15 kohm from each data line to ground.
      shunt(b, 'capacitor', ['vbus', '0'], near(down(vbus, 3), 1), 1e-4);
      if (draw.chance(0.5)) component('fuse', ['vbus', 'v5'], near(down(vbus, 4), 1));
      else
        component('chip', ['v5', '0', 'io4', 'vbus', 'io3'], near(down(vbus, 5), 1), null, {
          roles: ['IN', 'GND', 'IO', 'OUT', 'IO'],
          leakOhms: 3e5,
        });
      regulator(b, 'v5', 'v33', down(vbus, 10));
      pairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 4), draw.pick([22, 27]));
      for (const n of order) component('resistor', [n, '0'], near(down(data, 6), 1), 15e3);
      logic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      break;
    case 'keyboard, zeners and 68 ohm':
      feed();
      pairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 4.5), 68);
      for (const n of order) shunt(b, 'diode', ['0', n], near(down(data, 3), 0.8));
      // Low speed: the pull-up is on D-.
      component('resistor', ['dm', 'v33'], near(down(data, 6), 1), 1500);
      logic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      break;
    case 'cell behind a protection chip':
      feed();
      pairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 4), 22);
      logic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      b.point('B+', 'battery-plus', 'bat', near(down(vbus, 15), 2));
      b.point('B-', 'battery-minus', 'cellminus', near(down(vbus, 16), 2));
      component('chip', ['bat', 'cellminus', '0', 'pc1', 'pc2', 'pc3'], near(down(vbus, 13), 1), null, {
        roles: ['IO', 'IO', 'GND', 'IO', 'IO', 'IO'],
        leakOhms: 1e6,
      });
      component('resistor', ['cellminus', '0'], near(down(vbus, 14), 1), 900);
      break;
    case 'type C, one resistor for both CC':
      feed();
      component('resistor', ['cc1', '0'], near(down(middle([place('CC1'), place('CC2')]), 3), 0.8), 5100);
      pairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 5), 22);
      logic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      break;
    case 'micro-b, 0 ohm link and nearer output resistors':
      component('resistor', ['vbus', 'vin'], near(down(vbus, 4.5), 0.8), 0.05);
      shunt(b, 'capacitor', ['vin', '0'], near(down(vbus, 7), 1), 1e-5);
      regulator(b, 'vin', 'v33', down(vbus, 10));
      pairResistors(b, ['io1', 'io2'], ['out8', 'out9'], { x: data.x + 3, y: data.y + 3.2 }, 22);
      pairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 6.5), 22);
      component('resistor', ['dp2', 'v33'], near(down(data, 8), 1), 1500);
      logic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 11));
      break;
    case 'stick, chip legs straight':
      feed();
      logic(b, [...order], down(data, 7));
      break;
    case 'mini-b, data to two chips':
      feed();
      pairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 4), 27);
      logic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 8));
      component(
        'chip',
        ['v33', '0', order[1], order[0], 'io5', 'io6'],
        near({ x: data.x + 6, y: data.y + 7 }, 1),
        null,
        { roles: ['VDD', 'GND', 'IO', 'IO', 'IO', 'IO'], leakOhms: 4e6 },
      );
      break;
    case 'type C, upright array turned round':
      feed();
      for (const cc of ['CC1', 'CC2'] as const)
        component(
          'resistor',
          draw.chance(0.5) ? ['0', cc.toLowerCase()] : [cc.toLowerCase(), '0'],
          near(down(place(cc), 2.8), 0.7),
          5100,
        );
      component(
        'esd-array',
        draw.chance(0.5)
          ? [order[1], '0', order[0], order[0], 'vbus', order[1]]
          : [order[0], '0', order[1], order[1], 'vbus', order[0]],
        near(down(data, 2.8), 0.6),
      );
      if (draw.chance(0.5))
        component('choke', [...order, `${order[0]}2`, `${order[1]}2`], near(down(data, 5.5), 0.6));
      else pairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 5.5), 22);
      logic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      break;
  }
  around(b, middle([...pads.values()].flat()));
}
