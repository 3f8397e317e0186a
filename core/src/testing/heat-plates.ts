import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { COPPER } from '../material/copper';
import type { HeatPlate, HeatScene } from '../heat/plate';
import { LAMINATE } from '../heat/plate';
import { runHeat } from '../heat/solve';

/**
 * The same plates in CalculiX (Debian's calculix-ccx), as bricks of laminate and copper, steady: flux on a joint of two by two millimetres, still air on
 * both faces. The meshes are written here, apart from the code under test.
 */

const [COLUMNS, ROWS, STEP] = [60, 44, 0.5];
const CORE = [0.15, 0.65, 0.65, 0.15] as const;
const FOIL_MM = 0.035;
const WATTS = 1.5;
const AIR = 12;
/** In cells; a joint of four by four of them is coarse enough for a grid to be right about. */
const SOURCE = { x: 24, y: 20, wide: 4 };

const holds = (density: number, heat: number): string[] => [
  '*DENSITY',
  `${density}.`,
  '*SPECIFIC HEAT',
  `${heat}.`,
];

export interface Plate {
  readonly name: string;
  readonly top: (x: number, y: number) => boolean;
  readonly bottom: (x: number, y: number) => boolean;
  readonly hole: (x: number, y: number) => boolean;
}
const within = (x: number, y: number, left: number, top: number, right: number, bottom: number): boolean =>
  x >= left && x < right && y >= top && y < bottom;
export const HEAT_PLATES: readonly Plate[] = [
  {
    name: 'a pour on the top face',
    top: (x, y) => within(x, y, 12, 12, 54, 38),
    bottom: () => false,
    hole: () => false,
  },
  {
    name: 'a pour, and a plane beneath',
    top: (x, y) => within(x, y, 18, 16, 34, 28),
    bottom: () => true,
    hole: () => false,
  },
  {
    name: 'a plane with holes and a pour',
    top: (x, y) => within(x, y, 14, 14, 46, 32),
    bottom: (x) => x < 50,
    hole: (x, y) => within(x, y, 36, 18, 40, 26) || within(x, y, 14, 34, 20, 38),
  },
];

/** A heating from cold instead of the steady state. */
export interface Transient {
  readonly seconds: number;
  readonly stepS: number;
}

/** Rises at the source and 10 mm beside it, K, by CalculiX: steady, or at the end of a heating. */
export function byCalculix(plate: Plate, over: Transient | null = null): readonly [number, number] {
  const home = mkdtempSync(join(tmpdir(), 'zebbit-ccx-'));
  try {
    // From the bottom up: foil, laminate, foil.
    const heights = [FOIL_MM, ...CORE.toReversed(), FOIL_MM];
    const levels = heights.reduce<number[]>((z, h) => [...z, (z.at(-1) ?? 0) + h], [0]);
    const node = (x: number, y: number, z: number): number => 1 + x + (COLUMNS + 1) * (y + (ROWS + 1) * z);
    const lines = ['*NODE'];
    for (const [z, height] of levels.entries())
      for (let y = 0; y <= ROWS; y += 1)
        for (let x = 0; x <= COLUMNS; x += 1)
          lines.push(`${node(x, y, z)},${x * STEP * 1e-3},${y * STEP * 1e-3},${height * 1e-3}`);
    const sets: Record<'FOIL' | 'BOARD', string[]> = { FOIL: [], BOARD: [] };
    const films: string[] = [];
    const fluxes: string[] = [];
    let id = 0;
    heights.forEach((_, z) => {
      for (let y = 0; y < ROWS; y += 1)
        for (let x = 0; x < COLUMNS; x += 1) {
          if (plate.hole(x, y)) continue;
          id += 1;
          const ends = [
            node(x, y, z),
            node(x + 1, y, z),
            node(x + 1, y + 1, z),
            node(x, y + 1, z),
            node(x, y, z + 1),
            node(x + 1, y, z + 1),
            node(x + 1, y + 1, z + 1),
            node(x, y + 1, z + 1),
          ];
          const foil = z === 0 ? plate.bottom(x, y) : z === heights.length - 1 && plate.top(x, y);
          sets[foil ? 'FOIL' : 'BOARD'].push(`${id},${ends.join(',')}`);
          if (z === 0) films.push(`${id},F1,20.,${AIR}.`);
          if (z === heights.length - 1) {
            films.push(`${id},F2,20.,${AIR}.`);
            if (within(x, y, SOURCE.x, SOURCE.y, SOURCE.x + SOURCE.wide, SOURCE.y + SOURCE.wide))
              fluxes.push(`${id},S2,${WATTS / 4e-6}`);
          }
        }
    });
    const top = heights.length;
    const steps = [0, 1, 2, 3, 4];
    const patch = (x0: number): number[] =>
      steps.flatMap((y) => steps.map((x) => node(x0 + x, SOURCE.y + y, top)));
    const share = (k: number): number => (k === 0 || k === SOURCE.wide ? 0.5 : 1);
    const weights = steps.flatMap((y) => steps.map((x) => share(x) * share(y)));
    const far = SOURCE.x + 20;
    lines.push('*NSET,NSET=NALL,GENERATE', `1,${node(COLUMNS, ROWS, levels.length - 1)}`);
    for (const [name, list] of Object.entries(sets))
      if (list.length > 0) lines.push(`*ELEMENT,TYPE=DC3D8,ELSET=${name}`, ...list);
    const ortho = [LAMINATE.along, LAMINATE.along, LAMINATE.through].join(',');
    lines.push(
      '*MATERIAL,NAME=LAM',
      '*CONDUCTIVITY,TYPE=ORTHO',
      ortho,
      ...holds(LAMINATE.density, LAMINATE.heat),
      '*MATERIAL,NAME=CU',
      '*CONDUCTIVITY',
      String(COPPER.thermalConductivity),
      ...holds(COPPER.density, COPPER.specificHeat),
    );
    lines.push('*SOLID SECTION,ELSET=BOARD,MATERIAL=LAM');
    if (sets.FOIL.length > 0) lines.push('*SOLID SECTION,ELSET=FOIL,MATERIAL=CU');
    lines.push('*NSET,NSET=SEEN', ...[...patch(SOURCE.x), ...patch(far)].map(String));
    lines.push(
      '*INITIAL CONDITIONS,TYPE=TEMPERATURE',
      'NALL,20.',
      `*STEP,INC=100000`,
      ...(over
        ? ['*HEAT TRANSFER,DIRECT', `${over.stepS},${over.seconds}.`]
        : ['*HEAT TRANSFER,STEADY STATE', '1.,1.']),
    );
    lines.push(
      '*FILM',
      ...films,
      '*DFLUX',
      ...fluxes,
      '*NODE PRINT,NSET=SEEN,FREQUENCY=100000',
      'NT',
      '*END STEP',
      '',
    );
    writeFileSync(join(home, 'plate.inp'), lines.join('\n'));
    const run = spawnSync('ccx', ['plate'], {
      cwd: home,
      encoding: 'utf8',
      env: { ...process.env, OMP_NUM_THREADS: '1' },
    });
    if (run.status !== 0) throw new Error(`ccx: ${run.stdout.slice(-400)}`);
    const read = new Map<number, number>();
    for (const line of readFileSync(join(home, 'plate.dat'), 'utf8').split('\n')) {
      const [n, t] = line.trim().split(/\s+/u).map(Number);
      if (n !== undefined && t !== undefined && Number.isFinite(n) && Number.isFinite(t)) read.set(n, t);
    }
    const mean = (nodes: readonly number[]): number =>
      nodes.reduce((s, k, i) => s + (weights[i] ?? 0) * (read.get(k) ?? NaN), 0) / SOURCE.wide ** 2 - 20;
    return [mean(patch(SOURCE.x)), mean(patch(far))];
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
}

/** Four implicit steps of twenty times what the plate takes: what is left of the start is 5 millionths. */
const STEADY: Transient = { seconds: 12_000, stepS: 3000 };

/** The same by the plate solver. */
export function byPlate(plate: Plate, over: Transient | null = null): readonly [number, number] {
  const cells = COLUMNS * ROWS;
  const fill = (on: (x: number, y: number) => boolean): Float32Array =>
    Float32Array.from({ length: cells }, (_, i) => (on(i % COLUMNS, Math.floor(i / COLUMNS)) ? FOIL_MM : 0));
  const made: HeatPlate = {
    columns: COLUMNS,
    rows: ROWS,
    stepMm: STEP,
    there: Uint8Array.from({ length: cells }, (_, i) =>
      Number(!plate.hole(i % COLUMNS, Math.floor(i / COLUMNS))),
    ),
    layers: CORE.map((laminateMm, l) => ({
      laminateMm,
      copperMm:
        l === 0 ? fill(plate.top) : l === CORE.length - 1 ? fill(plate.bottom) : new Float32Array(cells),
    })),
  };
  const side = Array.from({ length: SOURCE.wide }, (_, k) => k);
  const spot = side.flatMap((y) => side.map((x) => (SOURCE.y + y) * COLUMNS + SOURCE.x + x));
  const scene: HeatScene = {
    plate: made,
    bodies: spot.map((cell) => ({
      id: `source ${cell}`,
      heatJK: 1e-3,
      melts: null,
      startC: null,
      airWK: 0,
      jetWK: 0,
      heater: { holdC: 1e6, watts: WATTS / spot.length },
    })),
    contacts: spot.map((cell, body) => ({ body, to: { land: [{ cell, layer: 0, share: 1 }] }, watts: 10 })),
    ambientC: 20,
    stillAir: AIR,
    airs: [],
    plateStartC: null,
  };
  const { seconds, stepS } = over ?? STEADY;
  const run = runHeat(scene, { seconds, stepS, everyS: seconds });
  const t = run.frames.at(-1)?.layers[0] ?? new Float32Array(cells);
  const mean = (list: readonly number[]): number =>
    list.reduce((s, c) => s + (t[c] as number), 0) / list.length - 20;
  return [mean(spot), mean(spot.map((c) => c + 20))];
}
