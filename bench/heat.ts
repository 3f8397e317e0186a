import type { HeatScene } from '@zebbit/core';
import { runHeat } from '@zebbit/core';
import { byCalculix, byPlate, HEAT_PLATES } from '../core/src/testing/heat-plates';

const [COLUMNS, ROWS, STEP_MM] = [120, 80, 0.5];
const LAMINATE_MM = [0.8, 0.8] as const;

/** A board with a pour and a plane, an iron at one joint. */
function scene(): HeatScene {
  const cells = COLUMNS * ROWS;
  const pour = Float32Array.from({ length: cells }, (_, i) => (i % COLUMNS > 50 ? 0.035 : 0.008));
  const plane = new Float32Array(cells).fill(0.03);
  return {
    plate: {
      columns: COLUMNS,
      rows: ROWS,
      stepMm: STEP_MM,
      there: new Uint8Array(cells).fill(1),
      layers: LAMINATE_MM.map((laminateMm, l) => ({ laminateMm, copperMm: l === 0 ? pour : plane })),
    },
    bodies: [
      {
        id: 'tip',
        heatJK: 0.6,
        melts: null,
        startC: 360,
        airWK: 0.01,
        jetWK: 0,
        heater: { holdC: 360, watts: 60 },
      },
      {
        id: 'joint',
        heatJK: 0.004,
        melts: { solidusC: 217, liquidusC: 220, latentJ: 0.9 },
        startC: null,
        airWK: 1e-4,
        jetWK: 0,
        heater: null,
      },
    ],
    contacts: [
      { body: 0, to: { body: 1 }, watts: 0.3 },
      { body: 1, to: { land: [{ cell: 40 * COLUMNS + 60, layer: 0, share: 1 }] }, watts: 0.25 },
    ],
    ambientC: 22,
    stillAir: 12,
    airs: [],
    plateStartC: null,
  };
}

/** Seconds that an explicit solver takes for as much board time: its step is bound by the best conducting cell. */
function explicitSeconds(seconds: number): { readonly took: number; readonly step: number } {
  const { plate } = scene();
  const cells = COLUMNS * ROWS;
  const h = STEP_MM * 1e-3;
  const [kt, cap] = [0.85 * 0.8e-3 + 398 * 0.035e-3, h * h * (1850 * 1100 * 0.8e-3 + 8960 * 385 * 0.035e-3)];
  const step = (0.9 * cap) / (4 * kt);
  const fields = plate.layers.map(() => new Float64Array(cells).fill(22));
  const begun = performance.now();
  const steps = Math.ceil(Math.min(seconds, 1) / step);
  for (let s = 0; s < steps; s += 1)
    for (const t of fields)
      for (let y = 1; y < ROWS - 1; y += 1)
        for (let x = 1; x < COLUMNS - 1; x += 1) {
          const i = y * COLUMNS + x;
          const around = (t[i - 1] ?? 0) + (t[i + 1] ?? 0) + (t[i - COLUMNS] ?? 0) + (t[i + COLUMNS] ?? 0);
          t[i] = (t[i] ?? 0) + ((step * kt) / cap) * (around - 4 * (t[i] ?? 0));
        }
  return { took: ((performance.now() - begun) / 1000) * (seconds / Math.min(seconds, 1)), step };
}

/** What 30 s of board time cost, and how far the answer moves with the step. */
export function benchHeat(): void {
  const seconds = 30;
  const rows = [0.4, 0.2, 0.1].map((stepS) => {
    const begun = performance.now();
    const run = runHeat(scene(), { seconds, stepS, everyS: seconds });
    const took = (performance.now() - begun) / 1000;
    const joint = run.frames.at(-1)?.bodies[1] ?? NaN;
    return `steps of ${stepS} s: ${took.toFixed(2)} s, joint ${joint.toFixed(1)} °C, ledger open by ${run.ledger.openShare.toExponential(1)}`;
  });
  const explicit = explicitSeconds(seconds);
  const [plate] = HEAT_PLATES;
  const timed = <T>(act: () => T): { readonly took: number; readonly value: T } => {
    const begun = performance.now();
    const value = act();
    return { took: (performance.now() - begun) / 1000, value };
  };
  const over = { seconds, stepS: 1 };
  const beside = plate && {
    own: timed(() => byPlate(plate, over)),
    theirs: timed(() => byCalculix(plate, over)),
  };
  process.stdout.write(
    [
      `\nHeat: ${seconds} s of board time on ${COLUMNS} x ${ROWS} cells, two layers, an iron on one joint`,
      ...rows.map((r) => `  ${r}`),
      `  an explicit solver of the same grid, steps of ${(1000 * explicit.step).toFixed(0)} ms: ${explicit.took.toFixed(2)} s`,
      ...(beside
        ? [
            `  beside CalculiX, ${plate.name}, 60 x 44 cells, steps of 1 s: ${beside.own.took.toFixed(2)} s against ${beside.theirs.took.toFixed(2)} s; rise at the joint ${beside.own.value[0].toFixed(1)} and ${beside.theirs.value[0].toFixed(1)} K`,
          ]
        : []),
      '',
    ].join('\n'),
  );
}
