import type { ConnectorFamily } from '../connector/family';
import type { XY } from '../geometry/projective';
import type { PadPlaces } from './input-stage';
import type { StageBuilder } from './stage-builder';
import { layInLine, layLogic, layPairResistors, layRegulator, layShunt, middleOf } from './stage-pieces';

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

/** The rest of a board: outputs with their own small resistors, rails, a second supply now and then. */
export function layAround(b: StageBuilder, at: XY): void {
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
    else if (way < 0.8) layShunt(b, 'capacitor', ['v33', '0'], place, 1e-7);
    else component('led', ['v33', `lamp${i}`], place);
  }
  if (draw.chance(0.4)) {
    b.point('jack', 'other-supply', 'jack', { x: at.x + 13, y: 4 });
    component(
      'dual-diode',
      draw.chance(0.5) ? ['jack', 'vbus', 'sys'] : ['vbus', 'jack', 'sys'],
      near({ x: at.x + 5, y: 6 }, 1),
    );
    layShunt(b, 'capacitor', ['jack', '0'], near({ x: at.x + 11, y: 6 }, 1), 1e-5);
  }
  if (draw.chance(0.5))
    component('resistor', ['far1', 'far2'], near({ x: at.x - 4, y: 5 }, 1.5), draw.pick([10, 22, 33]));
  b.point('TP9', 'test-point', draw.pick(['v33', 'io1', 'io2']), near({ x: at.x, y: 12 }, 3));
}

/** Lays one of these stages behind the pads. */
export function layOtherStage(b: StageBuilder, kind: OtherStage, pads: PadPlaces): void {
  const { component, near, draw } = b;
  const place = (f: string): XY => middleOf(pads.get(f) ?? [{ x: 0, y: 0 }]);
  const vbus = place('VBUS');
  const down = (p: XY, mm: number): XY => ({ x: p.x, y: p.y + mm });
  const data = middleOf([place('D+'), place('D-')]);
  const order: readonly [string, string] = place('D+').x < place('D-').x ? ['dp', 'dm'] : ['dm', 'dp'];
  const feed = (): void => {
    if (draw.chance(0.5)) {
      layInLine(b, 'vbus', 'vin', down(vbus, 3.4));
      layShunt(b, 'capacitor', ['vin', '0'], near(down(vbus, 6), 1), 1e-5);
      layRegulator(b, 'vin', 'v33', down(vbus, 9));
    } else {
      layShunt(b, 'capacitor', ['vbus', '0'], near(down(vbus, 3), 1), draw.pick([1e-6, 4.7e-6, 1e-5]));
      layRegulator(b, 'vbus', 'v33', down(vbus, 7));
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
      layShunt(b, 'capacitor', ['vbus', '0'], near(down(vbus, 3), 1), 1e-4);
      if (draw.chance(0.5)) component('fuse', ['vbus', 'v5'], near(down(vbus, 4), 1));
      else
        component('chip', ['v5', '0', 'io4', 'vbus', 'io3'], near(down(vbus, 5), 1), null, {
          roles: ['IN', 'GND', 'IO', 'OUT', 'IO'],
          leakOhms: 3e5,
        });
      layRegulator(b, 'v5', 'v33', down(vbus, 10));
      layPairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 4), draw.pick([22, 27]));
      for (const n of order) component('resistor', [n, '0'], near(down(data, 6), 1), 15e3);
      layLogic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      break;
    case 'keyboard, zeners and 68 ohm':
      feed();
      layPairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 4.5), 68);
      for (const n of order) layShunt(b, 'diode', ['0', n], near(down(data, 3), 0.8));
      // Low speed: the pull-up is on D-.
      component('resistor', ['dm', 'v33'], near(down(data, 6), 1), 1500);
      layLogic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      break;
    case 'cell behind a protection chip':
      feed();
      layPairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 4), 22);
      layLogic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
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
      component('resistor', ['cc1', '0'], near(down(middleOf([place('CC1'), place('CC2')]), 3), 0.8), 5100);
      layPairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 5), 22);
      layLogic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      break;
    case 'micro-b, 0 ohm link and nearer output resistors':
      component('resistor', ['vbus', 'vin'], near(down(vbus, 4.5), 0.8), 0.05);
      layShunt(b, 'capacitor', ['vin', '0'], near(down(vbus, 7), 1), 1e-5);
      layRegulator(b, 'vin', 'v33', down(vbus, 10));
      layPairResistors(b, ['io1', 'io2'], ['out8', 'out9'], { x: data.x + 3, y: data.y + 3.2 }, 22);
      layPairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 6.5), 22);
      component('resistor', ['dp2', 'v33'], near(down(data, 8), 1), 1500);
      layLogic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 11));
      break;
    case 'stick, chip legs straight':
      feed();
      layLogic(b, [...order], down(data, 7));
      break;
    case 'mini-b, data to two chips':
      feed();
      layPairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 4), 27);
      layLogic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 8));
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
      else layPairResistors(b, order, [`${order[0]}2`, `${order[1]}2`], down(data, 5.5), 22);
      layLogic(b, [`${order[0]}2`, `${order[1]}2`], down(data, 9));
      break;
  }
  layAround(b, middleOf([...pads.values()].flat()));
}
