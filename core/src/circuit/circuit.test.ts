import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { inv } from 'mathjs';
import { seeded } from '../practice/seeded';
import { benchOf, readMeter, USUAL_METER } from './meter';
import type { Circuit, CircuitPart, DiodeModel } from './netlist';
import { checkCircuit, endsOf, GROUND, JUNCTIONS, withFault } from './netlist';
import { allPairOhms, dcSolver, solveDc } from './solver';
import { ngspiceAll } from '../testing/ngspice';

let serial = 0;
const id = (): string => `p${(serial += 1)}`;
const r = (a: string, b: string, ohms: number): CircuitPart => ({ id: id(), kind: 'resistor', a, b, ohms });
const c = (a: string, b: string, farads: number): CircuitPart => ({
  id: id(),
  kind: 'capacitor',
  a,
  b,
  farads,
});
const d = (anode: string, cathode: string, model: DiodeModel = JUNCTIONS.silicon): CircuitPart => ({
  id: id(),
  kind: 'diode',
  anode,
  cathode,
  model,
});
const v = (plus: string, minus: string, volts: number, seriesOhms = 0): CircuitPart => ({
  id: id(),
  kind: 'voltage',
  plus,
  minus,
  volts,
  seriesOhms,
});
const amp = (from: string, to: string, amps: number): CircuitPart => ({
  id: id(),
  kind: 'current',
  from,
  to,
  amps,
});

/** The two rails and clamps of a chip's pin: a diode up, a diode down, a leak. */
const clampPin = (pin: string, rail: string): CircuitPart[] => [
  d(GROUND, pin, JUNCTIONS.clamp),
  d(pin, rail, JUNCTIONS.clamp),
  r(pin, GROUND, 2.2e6),
];

/** Inputs of the kinds met here; `NODE` is where the port's supply comes in. */
const CIRCUITS: Readonly<Record<string, Circuit>> = {
  'a divider': [v('in', GROUND, 5), r('in', 'out', 10e3), r('out', GROUND, 5.1e3)],
  'a sagging source': [v('in', GROUND, 5, 0.4), r('in', GROUND, 10)],
  'a silicon junction at 1 mA': [amp(GROUND, 'in', 1e-3), d('in', GROUND)],
  'a Schottky at 1 mA': [amp(GROUND, 'in', 1e-3), d('in', GROUND, JUNCTIONS.schottky)],
  'an LED at 1 mA': [amp(GROUND, 'in', 1e-3), d('in', GROUND, JUNCTIONS.led)],
  'an LED fed from 5 V': [v('in', GROUND, 5), r('in', 'led', 1e3), d('led', GROUND, JUNCTIONS.led)],
  'a junction in reverse': [v('in', GROUND, 5), r('in', 'k', 1e5), d(GROUND, 'k')],
  'a Schottky in reverse': [v('in', GROUND, 5), r('in', 'k', 1e4), d(GROUND, 'k', JUNCTIONS.schottky)],
  'two junctions in series': [amp(GROUND, 'in', 1e-3), d('in', 'mid'), d('mid', GROUND)],
  'two junctions back to back': [
    v('in', GROUND, 3),
    r('in', 'a', 470),
    d('a', 'm'),
    d(GROUND, 'm', JUNCTIONS.esd),
  ],
  'two junctions side by side': [
    amp(GROUND, 'in', 1e-3),
    d('in', GROUND),
    d('in', GROUND, JUNCTIONS.schottky),
  ],
  'a bridge of four': [
    v('x', 'y', 5, 1),
    d('x', 'plus'),
    d('y', 'plus'),
    d(GROUND, 'x'),
    d(GROUND, 'y'),
    r('plus', GROUND, 100),
  ],
  'two supplies on a dual Schottky, both live': [
    v('vbus', GROUND, 5, 0.1),
    v('jack', GROUND, 5.6, 0.1),
    d('vbus', 'rail', JUNCTIONS.schottky),
    d('jack', 'rail', JUNCTIONS.schottky),
    r('rail', GROUND, 33),
  ],
  'two supplies on a dual Schottky, jack dead': [
    v('vbus', GROUND, 5, 0.1),
    r('jack', GROUND, 12e3),
    d('vbus', 'rail', JUNCTIONS.schottky),
    d('jack', 'rail', JUNCTIONS.schottky),
    r('rail', GROUND, 33),
  ],
  'a fuse before a Schottky': [
    v('vbus', GROUND, 5),
    r('vbus', 'f', 0.25),
    d('f', 'rail', JUNCTIONS.schottky),
    r('rail', GROUND, 12),
  ],
  'a full-speed line, meter red on it': [
    amp(GROUND, 'port', 1e-3),
    r('port', 'chip', 22),
    ...clampPin('chip', 'rail'),
    r('rail', GROUND, 4700),
  ],
  'a full-speed line, meter black on it': [
    amp('port', GROUND, 1e-3),
    r('port', 'chip', 22),
    ...clampPin('chip', 'rail'),
    r('rail', GROUND, 4700),
  ],
  'the pull-up of a full-speed device': [
    v('v33', GROUND, 3.3, 0.2),
    r('v33', 'dp', 1500),
    r('dp', GROUND, 15e3),
    ...clampPin('dp', 'v33'),
  ],
  'a low-voltage ohms range on a clamped line': [
    amp(GROUND, 'port', 8e-7),
    r('port', 'chip', 27),
    ...clampPin('chip', 'rail'),
    r('rail', GROUND, 9e3),
  ],
  'a type C sink': [
    v('vbus', GROUND, 5),
    r('vbus', 'cc1', 56e3),
    r('cc1', GROUND, 5.1e3),
    r('cc2', GROUND, 5.1e3),
    ...clampPin('cc1', 'rail'),
    r('rail', GROUND, 1e4),
  ],
  'an ESD array between both rails': [
    amp('line', GROUND, 1e-3),
    d('line', 'top', JUNCTIONS.esd),
    d(GROUND, 'line', JUNCTIONS.esd),
    d(GROUND, 'top', JUNCTIONS.esd),
    r('top', GROUND, 6800),
  ],
  'a transistor with its body diode, off': [
    v('in', GROUND, 4.2),
    d('in', 'out', JUNCTIONS.body),
    r('out', GROUND, 220),
  ],
  'a charger chip from its input to its cell': [
    amp(GROUND, 'in', 1e-3),
    d('cell', 'in', JUNCTIONS.body),
    d(GROUND, 'in', JUNCTIONS.body),
    r('in', GROUND, 38e3),
    r('cell', GROUND, 1e6),
  ],
  'a cell behind its charger': [
    v('cell', GROUND, 3.7, 0.1),
    d('cell', 'in', JUNCTIONS.body),
    r('in', GROUND, 38e3),
  ],
  'a capacitor that carries nothing': [
    v('in', GROUND, 5),
    r('in', 'a', 100),
    c('a', GROUND, 1e-5),
    r('a', GROUND, 1e3),
  ],
  'a capacitor that failed short': withFault(
    [v('in', GROUND, 5, 0.2), r('in', 'a', 1), { ...c('a', GROUND, 1e-5), id: 'C1' }],
    'C1',
    'short',
  ),
  'a rail seen through two beads': [
    amp(GROUND, 'a', 1e-2),
    r('a', 'b', 0.12),
    r('b', 'x', 0.3),
    r('x', GROUND, 1.1),
    r('b', GROUND, 470),
  ],
  'a ladder of ten': Array.from({ length: 10 }, (_, i) => [
    r(i === 0 ? 'in' : `n${i}`, `n${i + 1}`, 100 * (i + 1)),
    r(`n${i + 1}`, GROUND, 1000),
  ])
    .flat()
    .concat(v('in', GROUND, 9)),
  'a milliohm beside a gigohm': [amp(GROUND, 'a', 1e-9), r('a', 'b', 1e-3), r('b', GROUND, 1e9)],
  'a switch that is closed': [
    v('in', GROUND, 5),
    { id: 's', kind: 'switch', a: 'in', b: 'x', closed: true },
    r('x', GROUND, 50),
  ],
  'a choke with clamps behind': [
    amp(GROUND, 'a', 1e-3),
    r('a', 'b', 0.6),
    r('x', 'y', 0.6),
    ...clampPin('b', 'rail'),
    ...clampPin('y', 'rail'),
    r('x', GROUND, 1e7),
    r('rail', GROUND, 1e4),
  ],
};

const voltsOf = (circuit: Circuit): Map<string, number> => {
  const solver = dcSolver(circuit);
  const answer = solveDc(solver);
  if (!answer.ok) throw new Error(answer.message);
  return new Map([...solver.nodes].map(([name, i]) => [name, answer.volts[i] ?? NaN]));
};

/** Off by more than 0.1 % or 0.1 mV, whichever is wider. */
const off = (ours: number, theirs: number): boolean =>
  !(Math.abs(ours - theirs) <= Math.max(1e-4, 1e-3 * Math.abs(theirs)));

function agrees(circuit: Circuit, theirs: ReadonlyMap<string, number> | undefined): void {
  const ours = voltsOf(circuit);
  if (!theirs) throw new Error('ngspice was not asked');
  for (const [name, volts] of theirs)
    if (off(ours.get(name) ?? NaN, volts))
      throw new Error(`${name}: ${ours.get(name)} V here, ${volts} V there`);
  expect(theirs.size).toBe(ours.size);
}

describe('voltages at rest, against ngspice within 0.1 % or 0.1 mV', () => {
  const randomNet = (seed: number): Circuit => {
    const random = seeded(seed);
    const node = (): string => `n${Math.floor(random() * 14)}`;
    const models = Object.values(JUNCTIONS);
    const parts = Array.from({ length: 40 }, (): CircuitPart => {
      const [a, b] = [node(), node()];
      if (a === b) return r(a, GROUND, 10 ** (1 + 5 * random()));
      if (random() < 0.4) return d(a, b, models[Math.floor(random() * models.length)]);
      return r(a, random() < 0.2 ? GROUND : b, 10 ** (6 * random() - 1));
    });
    const spread = Array.from({ length: 14 }, (_, i) => r(`n${i}`, GROUND, 1e6));
    return [...parts, ...spread, v('n0', GROUND, 5), v('n1', GROUND, 3.3, 1), amp(GROUND, 'n2', 2e-3)];
  };
  const all = new Map<string, Circuit>([
    ...Object.entries(CIRCUITS),
    ...[11, 12, 13, 14, 15, 16].map(
      (seed) => [`a random net of resistors and junctions, seed ${seed}`, randomNet(seed)] as const,
    ),
  ]);
  let theirs: ReadonlyMap<string, number>[] = [];
  beforeAll(() => {
    theirs = ngspiceAll([...all.values()]);
  });
  it.each([...all.keys()].map((name, i) => [name, i] as const))('%s', (name, i) =>
    agrees(all.get(name) ?? [], theirs[i]),
  );
});

describe('all pairs by one elimination', () => {
  it('are the resistances of the inverse conductance matrix (mathjs), and of a meter pushing 1 A', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const random = seeded(seed);
        const n = 8;
        const parts = Array.from({ length: 20 }, (_, i) => {
          const a = i < n - 1 ? i + 1 : Math.floor(random() * n);
          const b = i < n - 1 ? Math.floor(random() * (i + 1)) : (a + 1 + Math.floor(random() * (n - 1))) % n;
          return r(`${a}`, `${b}`, 10 ** (3 * random()));
        });
        const laplace = new Float64Array(n * n);
        for (const p of parts) {
          if (p.kind !== 'resistor') continue;
          const [a, b] = [Number(p.a), Number(p.b)];
          for (const [i, j, s] of [
            [a, a, 1],
            [b, b, 1],
            [a, b, -1],
            [b, a, -1],
          ] as const)
            laplace[i * n + j] = (laplace[i * n + j] ?? 0) + s / p.ohms;
        }
        const z = inv(
          Array.from({ length: n - 1 }, (_, i) => Array.from(laplace.slice((i + 1) * n + 1, (i + 2) * n))),
        );
        const at = (i: number, j: number): number => (i === 0 || j === 0 ? 0 : (z[i - 1]?.[j - 1] ?? NaN));
        const solver = dcSolver(parts);
        const { ohms, size } = allPairOhms(solver);
        for (let i = 0; i < n; i += 1)
          for (let j = 0; j < i; j += 1) {
            const [a, b] = [solver.nodes.get(`${i}`) ?? -1, solver.nodes.get(`${j}`) ?? -1];
            expect(ohms[a * size + b]).toBeCloseTo(at(i, i) + at(j, j) - 2 * at(i, j), 6);
          }
      }),
      { numRuns: 30 },
    );
  });
  it('is endless between pieces that nothing joins', () => {
    const solver = dcSolver([r('a', 'b', 10), r('x', 'y', 10)]);
    const { ohms, size } = allPairOhms(solver);
    expect(ohms[(solver.nodes.get('a') ?? 0) * size + (solver.nodes.get('x') ?? 0)]).toBe(Infinity);
  });
});

describe('the meter', () => {
  const value = (circuit: Circuit, mode: 'ohms' | 'diode' | 'continuity' | 'volts', red = 'a', black = 'b') =>
    readMeter(benchOf(circuit), red, black, mode, { ...USUAL_METER, leadOhms: 0 });
  it.each([0.3, 22, 33, 5100, 1e6, 3e7])('reads %d ohm', (ohms) => {
    expect(value([r('a', 'b', ohms)], 'ohms').value).toBeCloseTo(ohms, 3);
  });
  it('shows OL over its last range and between what nothing joins', () => {
    expect(value([r('a', 'b', 9e7)], 'ohms').shown).toBe('over');
    expect(value([r('a', 'x', 1), r('b', 'y', 1)], 'ohms').shown).toBe('over');
    expect(value([r('a', 'x', 1), r('b', 'y', 1)], 'continuity').shown).toBe('open');
  });
  it('beeps through 22 ohm, not through 47: a beep is not a net (common practice)', () => {
    expect(value([r('a', 'b', 22)], 'continuity').shown).toBe('beep');
    expect(value([r('a', 'b', 47)], 'continuity').shown).toBe('open');
  });
  it('cares which lead is where: 0.5 to 0.7 V one way, OL the other (common practice)', () => {
    const junction = [d('a', 'b')];
    expect(value(junction, 'diode').value).toBeGreaterThan(0.5);
    expect(value(junction, 'diode').value).toBeLessThan(0.7);
    expect(value(junction, 'diode', 'b', 'a').shown).toBe('over');
  });
  it.each([
    ['schottky', 0.12, 0.35],
    ['esd', 0.5, 0.75],
    ['body', 0.4, 0.7],
    ['led', 1.5, 2],
  ] as const)('a %s drops what hand meters show (common practice)', (name, low, high) => {
    const { value: drop } = value([d('a', 'b', JUNCTIONS[name])], 'diode');
    expect(drop).toBeGreaterThan(low);
    expect(drop).toBeLessThan(high);
  });
  it('two LEDs in series pass its 3 V limit', () => {
    expect(value([d('a', 'm', JUNCTIONS.led), d('m', 'b', JUNCTIONS.led)], 'diode').shown).toBe('over');
  });
  it('a large capacitor climbs, a small one does not', () => {
    expect(value([c('a', 'b', 1e-4)], 'ohms').shown).toBe('climbs');
    expect(value([c('a', 'b', 1e-4), r('a', 'b', 1e6)], 'ohms').shown).toBe('climbs');
    expect(value([c('a', 'b', 1e-7), r('a', 'b', 1e6)], 'ohms').shown).toBe('value');
  });
  it('reads volts with their sign, and loads what it reads', () => {
    const divider = [v('in', GROUND, 5), r('in', 'a', 1e7), r('a', GROUND, 1e7)];
    expect(value(divider, 'volts', 'a', GROUND).value).toBeCloseTo(5 / 3, 3);
    expect(value(divider, 'volts', GROUND, 'a').value).toBeCloseTo(-5 / 3, 3);
  });
  it('never beeps where an ohms reading is over its threshold, whatever the circuit', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1e5, noNaN: true }), (ohms) => {
        expect(value([r('a', 'b', ohms)], 'continuity').shown === 'beep').toBe(ohms < USUAL_METER.beepOhms);
      }),
    );
  });
});

describe('what no circuit can hold is refused by name', () => {
  it.each([
    [r('a', 'b', 0), /ohms lie above 0/],
    [r('a', 'b', NaN), /ohms lie above 0/],
    [r('a', 'a', 1), /both ends are on node a/],
    [d('a', 'b', { saturationA: 0, ideality: 1, seriesOhms: 0 }), /saturation current/],
    [v('a', 'b', Infinity), /volts are finite/],
    [c('a', 'b', -1), /farads/],
  ])('%#', (part, message) => {
    expect(() => checkCircuit([part])).toThrow(message);
    expect(() => checkCircuit([part])).toThrow(part.id);
  });
  it('a fault of an unknown part, a probe on an unknown node', () => {
    expect(() => withFault([], 'C9', 'open')).toThrow(/no part C9/);
    expect(() => readMeter(benchOf([r('a', 'b', 1)]), 'a', 'z', 'ohms')).toThrow(/no node z/);
  });
  it('a part that opened is gone, one that shorted reads the short', () => {
    const parts: Circuit = [r('a', 'b', 100), { ...r('a', 'b', 100), id: 'twin' }];
    expect(readMeter(benchOf(withFault(parts, 'twin', 'open')), 'a', 'b', 'ohms').value).toBeCloseTo(
      100.15,
      1,
    );
    expect(readMeter(benchOf(withFault(parts, 'twin', 'short')), 'a', 'b', 'ohms').value).toBeLessThan(1);
    expect(endsOf(parts[0] as CircuitPart)).toEqual(['a', 'b']);
  });
});
