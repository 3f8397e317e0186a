import { describe, expect, it } from '@jest/globals';
import { COPPER } from '../material/copper';
import type { HeatBody, HeatPlate, HeatScene } from './plate';
import { LAMINATE, sceneFault } from './plate';
import { runHeat } from './solve';

const MM = 1e-3;
const body = (id: string, heatJK: number, more: Partial<HeatBody> = {}): HeatBody => ({
  id,
  heatJK,
  melts: null,
  startC: null,
  airWK: 0,
  jetWK: 0,
  heater: null,
  ...more,
});
/** A bare plate, one layer or several of equal thickness, copper of one thickness all over. */
function plateOf(
  columns: number,
  rows: number,
  stepMm: number,
  laminateMm: number,
  copperMm = 0,
  layers = 1,
): HeatPlate {
  return {
    columns,
    rows,
    stepMm,
    there: new Uint8Array(columns * rows).fill(1),
    layers: Array.from({ length: layers }, () => ({
      laminateMm: laminateMm / layers,
      copperMm: new Float32Array(columns * rows).fill(copperMm / layers),
    })),
  };
}
const scene = (plate: HeatPlate, more: Partial<HeatScene> = {}): HeatScene => ({
  plate,
  bodies: [],
  contacts: [],
  ambientC: 20,
  stillAir: 0,
  airs: [],
  plateStartC: null,
  ...more,
});
const last = <T>(list: readonly T[]): T => list[list.length - 1] as T;
/** What leaves the middle of a sheet for the air: half of it, then the surface. */
const leaving = (h: number, laminateMm: number): number =>
  1 / (1 / h + (laminateMm * MM) / 2 / LAMINATE.through);
const sheetOf = (laminateMm: number, copperMm: number): number =>
  LAMINATE.along * laminateMm * MM + COPPER.thermalConductivity * copperMm * MM;

/** Modified Bessel function of the second kind, order 0, by its integral. */
function bessel0(x: number): number {
  const dt = 1e-3;
  let sum = 0;
  for (let t = dt / 2; t < 12; t += dt) sum += Math.exp(-x * Math.cosh(t)) * dt;
  return sum;
}

describe('against closed forms, within 2 %', () => {
  it('a lumped body cools by its time constant', () => {
    for (const stepS of [0.002, 0.001]) {
      const run = runHeat(
        scene(plateOf(2, 2, 1, 1), { bodies: [body('b', 0.4, { startC: 220, airWK: 0.02 })] }),
        { seconds: 30, stepS, everyS: 30 },
      );
      const exact = 200 * Math.exp(-(0.02 * 30) / 0.4);
      expect(Math.abs(((last(run.frames).bodies[0] as number) - 20) / exact - 1)).toBeLessThan(2e-3);
    }
  });
  it('a fin: the steady temperature along a strip with still air on both faces', () => {
    const [n, step] = [80, 0.5];
    const kt = sheetOf(1.6, 0.035);
    const strip = plateOf(n, 1, step, 1.6, 0.035);
    const run = runHeat(
      scene(strip, {
        stillAir: 12,
        bodies: [body('end', 1e6, { startC: 120 })],
        contacts: [{ body: 0, to: { land: [{ cell: 0, layer: 0, share: 1 }] }, watts: 1e3 }],
      }),
      { seconds: 6000, stepS: 300, everyS: 6000 },
    );
    const t = last(run.frames).layers[0] as Float32Array;
    const m = Math.sqrt((2 * leaving(12, 1.6)) / kt);
    const length = (n - 1) * step * MM + (step / 2) * MM;
    for (const at of [10, 30, 60, 79]) {
      const x = at * step * MM;
      const exact = (100 * Math.cosh(m * (length - x))) / Math.cosh(m * length);
      expect(((t[at] as number) - 20) / exact).toBeGreaterThan(0.98);
      expect(((t[at] as number) - 20) / exact).toBeLessThan(1.02);
    }
  });
  it('a point source on a plate without end: K0 of the distance', () => {
    const [n, step, watts] = [151, 1, 2];
    const kt = sheetOf(1.6, 0.035);
    const middle = Math.floor(n / 2) * n + Math.floor(n / 2);
    const run = runHeat(
      scene(plateOf(n, n, step, 1.6, 0.035), {
        stillAir: 12,
        bodies: [body('source', 0.01, { heater: { holdC: 1e6, watts } })],
        contacts: [{ body: 0, to: { land: [{ cell: middle, layer: 0, share: 1 }] }, watts: 10 }],
      }),
      { seconds: 4000, stepS: 400, everyS: 4000 },
    );
    const t = last(run.frames).layers[0] as Float32Array;
    const m = Math.sqrt((2 * leaving(12, 1.6)) / kt);
    for (const mm of [6, 10, 20]) {
      const exact = (watts / (2 * Math.PI * kt)) * bessel0(m * mm * MM);
      const got = (t[middle + mm] as number) - 20;
      expect(got / exact).toBeGreaterThan(0.98);
      expect(got / exact).toBeLessThan(1.02);
    }
  });
  it('a slab blown at on both faces: the middle follows the series', () => {
    const [layers, thick, h] = [17, 3.2, 150];
    const plate = plateOf(2, 2, 1, thick, 0, layers);
    const jet = new Float32Array(4).fill(h);
    const run = runHeat(scene(plate, { airs: [{ celsius: 320, top: jet, bottom: jet }] }), {
      seconds: 12,
      stepS: 0.01,
      everyS: 4,
    });
    const half = (thick / 2) * MM;
    const bi = (h * half) / LAMINATE.through;
    const alpha = LAMINATE.through / (LAMINATE.density * LAMINATE.heat);
    // Roots of z tan z = Bi, by halving.
    const root = (k: number): number => {
      let [low, high] = [k * Math.PI + 1e-9, k * Math.PI + Math.PI / 2 - 1e-9];
      for (let i = 0; i < 80; i += 1) {
        const z = (low + high) / 2;
        if (z * Math.tan(z) < bi) low = z;
        else high = z;
      }
      return (low + high) / 2;
    };
    for (const frame of run.frames.slice(1)) {
      let left = 0;
      for (let k = 0; k < 12; k += 1) {
        const z = root(k);
        left +=
          ((4 * Math.sin(z)) / (2 * z + Math.sin(2 * z))) *
          Math.exp((-z * z * alpha * frame.seconds) / half ** 2);
      }
      const exact = 300 * (1 - left);
      const got = ((frame.layers[8] as Float32Array)[0] as number) - 20;
      expect(Math.abs(got / exact - 1)).toBeLessThan(0.02);
    }
  });
  it('a front that melts into solder at its melting point: Neumann’s square root of time, within 3 %', () => {
    // One-phase Stefan problem (J. Stefan 1891; H. S. Carslaw and J. C. Jaeger, from memory): a rod of 63/37 cut into short lengths.
    const [n, dx, hot] = [60, 0.1, 60];
    const [k, rho, c, latent] = [50, 8400, 220, 40e3];
    const area = 1e-6;
    const rod = Array.from({ length: n }, (_, i) =>
      body(`s${i}`, rho * c * area * dx * MM, {
        startC: 183,
        melts: { solidusC: 183, liquidusC: 183, latentJ: rho * latent * area * dx * MM },
      }),
    );
    const run = runHeat(
      scene(plateOf(1, 1, 1, 1), {
        ambientC: 20,
        bodies: [...rod, body('hot end', 1e6, { startC: 183 + hot })],
        contacts: [
          { body: n, to: { body: 0 }, watts: (k * area) / ((dx / 2) * MM) },
          ...rod.slice(1).map((_, i) => ({ body: i, to: { body: i + 1 }, watts: (k * area) / (dx * MM) })),
        ],
      }),
      { seconds: 0.9, stepS: 5e-3, everyS: 0.3 },
    );
    const ste = (c * hot) / latent;
    const erf = (x: number): number => {
      const dt = x / 2000;
      let sum = 0;
      for (let t = dt / 2; t < x; t += dt) sum += Math.exp(-t * t) * dt;
      return (2 / Math.sqrt(Math.PI)) * sum;
    };
    let [low, high] = [0, 3];
    for (let i = 0; i < 60; i += 1) {
      const x = (low + high) / 2;
      if (x * Math.exp(x * x) * erf(x) < ste / Math.sqrt(Math.PI)) low = x;
      else high = x;
    }
    for (const frame of run.frames.slice(1)) {
      const exact = 2 * low * Math.sqrt((k / (rho * c)) * frame.seconds) * 1e3;
      const molten = frame.molten.slice(0, n).reduce((s, x) => s + x, 0) * dx;
      expect(Math.abs(molten / exact - 1)).toBeLessThan(0.03);
    }
  });
});

describe('nothing is lost', () => {
  it('what heaters and air give is in the board or in the room, at every step, to a thousandth', () => {
    const plate = plateOf(30, 20, 1, 1.6, 0.02, 2);
    const jet = Float32Array.from({ length: 600 }, (_, i) => (i % 30 > 10 ? 80 : 0));
    for (let seconds = 1; seconds <= 12; seconds += 1) {
      const { ledger } = runHeat(
        scene(plate, {
          stillAir: 12,
          airs: [{ celsius: 350, top: jet, bottom: null }],
          bodies: [
            body('tip', 0.5, { startC: 350, heater: { holdC: 350, watts: 60 } }),
            body('joint', 0.002, { melts: { solidusC: 183, liquidusC: 190, latentJ: 0.4 }, airWK: 1e-4 }),
          ],
          contacts: [
            { body: 0, to: { body: 1 }, watts: 0.4 },
            { body: 1, to: { land: [{ cell: 95, layer: 0, share: 1 }] }, watts: 0.2 },
          ],
        }),
        { seconds, stepS: 0.1, everyS: 100 },
      );
      expect(Math.abs(ledger.openShare)).toBeLessThan(1e-3);
      expect(ledger.heatersJ).toBeGreaterThan(0);
    }
  });
  it('a step half as long is half as wrong, and cells half as wide a quarter', () => {
    const lumpOn = (stepS: number): number => {
      const run = runHeat(
        scene(plateOf(20, 20, 1, 1.6, 0.02), {
          stillAir: 12,
          bodies: [body('lump', 0.3, { startC: 300 })],
          contacts: [{ body: 0, to: { land: [{ cell: 210, layer: 0, share: 1 }] }, watts: 0.05 }],
        }),
        { seconds: 8, stepS, everyS: 8 },
      );
      return last(run.frames).bodies[0] as number;
    };
    const exact = lumpOn(0.001);
    const [coarse, fine] = [0.2, 0.1].map((s) => Math.abs(lumpOn(s) - exact));
    expect((coarse as number) / (fine as number)).toBeGreaterThan(1.6);
    expect((coarse as number) / (fine as number)).toBeLessThan(2.4);
    const fin = (step: number): number => {
      const n = Math.round(20 / step);
      const kt = sheetOf(1.6, 0);
      const run = runHeat(
        scene(plateOf(n, 1, step, 1.6), {
          stillAir: 12,
          bodies: [body('end', 1e9, { startC: 120 })],
          // Half a cell to the middle of the first one.
          contacts: [{ body: 0, to: { land: [{ cell: 0, layer: 0, share: 1 }] }, watts: 2 * kt }],
        }),
        { seconds: 6000, stepS: 300, everyS: 6000 },
      );
      const t = last(run.frames).layers[0] as Float32Array;
      // The mean over the two cells beside 5 mm is the temperature there.
      const at = 5 / step;
      const m = Math.sqrt((2 * leaving(12, 1.6)) / kt);
      const truth = (100 * Math.cosh(m * 0.015)) / Math.cosh(m * 0.02);
      return Math.abs(((t[at - 1] as number) + (t[at] as number)) / 2 - 20 - truth);
    };
    expect(fin(1) / fin(0.5)).toBeGreaterThan(3);
  });
});

describe('a scene that cannot be is told in words', () => {
  const good = scene(plateOf(4, 4, 1, 1.6), {
    bodies: [body('b', 1)],
    contacts: [{ body: 0, to: { land: [{ cell: 3, layer: 0, share: 1 }] }, watts: 1 }],
  });
  it.each([
    ['no outline', { plate: { ...good.plate, there: new Uint8Array(16) } }, /no outline/],
    ['no thickness', { plate: plateOf(4, 4, 1, 0) }, /no thickness/],
    [
      'a tip colder than the room',
      { bodies: [body('tip', 1, { heater: { holdC: 10, watts: 1 } })] },
      /colder than the room/,
    ],
    [
      'a contact off the board',
      { contacts: [{ body: 0, to: { land: [{ cell: 99, layer: 0, share: 1 }] }, watts: 1 }] },
      /off the board/,
    ],
    ['a body that holds nothing', { bodies: [body('b', 0)] }, /holds no heat/],
    ['cold air', { airs: [{ celsius: 5, top: new Float32Array(16), bottom: null }] }, /colder than the room/],
  ])('%s', (_, part, words) => {
    const bad = { ...good, ...part };
    expect(sceneFault(bad)).toMatch(words);
    expect(() => runHeat(bad, { seconds: 1, stepS: 0.1, everyS: 1 })).toThrow(words);
  });
  it('and one that can be is not', () => {
    expect(sceneFault(good)).toBeNull();
    expect(() => runHeat(good, { seconds: 0, stepS: 0.1, everyS: 1 })).toThrow(RangeError);
  });
});
