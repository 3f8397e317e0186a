import { COPPER } from '../material/copper';
import type { HeatScene } from './plate';
import { LAMINATE } from './plate';
import type { PlateOperator } from './plate-operator';
import {
  applyPlate,
  chebyshevShares,
  chebyshevStage,
  dot,
  factorColumns,
  MOST_STAGES,
  search,
  stagesFor,
  workspace,
} from './plate-operator';

const MM = 1e-3;

/** What a watt into one cell does to the plate within a step. */
export interface PlateAnswer {
  /** Places among the cells of all layers, and K/W there. */
  readonly at: Int32Array;
  readonly kelvins: Float64Array;
  /** Of the joules, what has left for the room and for the jet, J/W. */
  readonly roomJ: number;
  readonly jetJ: number;
}

/** A plate ready to be stepped. */
export interface PlateStepper {
  readonly n: number;
  readonly cells: number;
  readonly temperature: Float64Array;
  readonly capacity: Float64Array;
  /** What one step changes with no body touching the plate, into `change`; J that left for the room, and that the jet gave. */
  readonly step: (change: Float64Array) => { readonly roomJ: number; readonly jetJ: number };
  readonly answer: (cell: number) => PlateAnswer;
}

/** How near the change is to the exact one, of its right-hand side. */
const NEAR_ENOUGH = 1e-5;
/** Nor is it followed below so many kelvins. */
const LEAST_K = 3e-5;
const MOST_ROUNDS = 2000;

/** Lays a scene's plate out to be stepped by `dt` s. */
export function plateStepper({ plate, ambientC, stillAir, air }: HeatScene, dt: number): PlateStepper {
  const { columns, rows, layers, there } = plate;
  const cells = columns * rows;
  const area = (plate.stepMm * MM) ** 2;
  const n = layers.length;
  const all = n * cells;
  // One row of numbers for the whole plate, layer after layer: what is asked a hundred times a step lies together.
  const temperature = new Float64Array(all).fill(ambientC);
  const capacity = new Float64Array(all);
  const east = new Float64Array(all);
  const south = new Float64Array(all);
  const below = new Float64Array(all);
  layers.forEach(({ laminateMm, copperMm }, l) => {
    const sheet = new Float64Array(cells);
    for (let i = 0; i < cells; i += 1) {
      const [laminate, copper] = [laminateMm * MM, (copperMm[i] as number) * MM];
      sheet[i] = there[i] ? LAMINATE.along * laminate + COPPER.thermalConductivity * copper : 0;
      capacity[l * cells + i] =
        area * (LAMINATE.density * LAMINATE.heat * laminate + COPPER.density * COPPER.specificHeat * copper);
    }
    // Between two cells the halves of both are passed one after the other.
    const link = (a: number, b: number): number => {
      const [p, q] = [sheet[a] as number, sheet[b] as number];
      return p > 0 && q > 0 ? (2 * p * q) / (p + q) : 0;
    };
    const next = layers[l + 1];
    const through = next ? (LAMINATE.through * area) / (((laminateMm + next.laminateMm) / 2) * MM) : 0;
    for (let i = 0; i < cells; i += 1) {
      const k = l * cells + i;
      if (i % columns < columns - 1) east[k] = link(i, i + 1);
      if (i + columns < cells) south[k] = link(i, i + columns);
      if (there[i]) below[k] = through;
    }
  });
  /** From the middle of an outer layer to the air: half of it, then the surface, W/K a cell. */
  const toAir = (perArea: number, layer: number): number =>
    perArea > 0 ? area / (1 / perArea + ((layers[layer]?.laminateMm ?? 0) * MM) / 2 / LAMINATE.through) : 0;
  const loss = new Float64Array(all);
  const fromAir = new Float64Array(all);
  const roomShare = new Float64Array(all);
  const face = (layer: number, jet: Float32Array | null): void => {
    for (let i = 0; i < cells; i += 1) {
      if (!there[i]) continue;
      const blown = jet ? (jet[i] as number) : 0;
      const g = toAir(stillAir + blown, layer);
      if (g === 0) continue;
      const k = layer * cells + i;
      const still = stillAir / (stillAir + blown);
      loss[k] = (loss[k] as number) + g;
      roomShare[k] = (roomShare[k] as number) + g * still;
      fromAir[k] = (fromAir[k] as number) + g * (still * ambientC + (1 - still) * (air?.celsius ?? ambientC));
    }
  };
  face(0, air?.top ?? null);
  face(n - 1, air?.bottom ?? null);
  // Without what the cells hold: flows only.
  const links = new Float64Array(all);
  for (let k = 0; k < all; k += 1) {
    const add = (at: number, by: number): void => void (links[at] = (links[at] as number) + by);
    add(k, loss[k] as number);
    for (const [g, far] of [
      [east[k] as number, k + 1],
      [south[k] as number, k + columns],
      [below[k] as number, k + cells],
    ] as const)
      if (g > 0) {
        add(k, g);
        add(far, g);
      }
  }
  const operator = (diagonal: Float64Array): PlateOperator => ({
    all,
    cells,
    columns,
    diagonal,
    east,
    south,
    below,
    upper: new Float64Array(all),
    pivot: new Float64Array(all),
  });
  const flows = operator(links);
  const held = operator(links.map((g, k) => g + (capacity[k] as number) / dt));
  const perC = capacity.map((c) => dt / c);
  const fastest = links.reduce((most, g, k) => Math.max(most, (2 * g) / (capacity[k] as number)), 0);
  const stages = stagesFor(dt, fastest);
  const shares = stages <= MOST_STAGES ? chebyshevShares(stages) : null;
  if (!shares) factorColumns(held);
  const floor = LEAST_K ** 2 * held.diagonal.reduce((sum, g) => sum + g, 0);
  const right = new Float64Array(all);
  const room = workspace(all);
  const jetShare = loss.map((g, k) => g - (roomShare[k] as number));
  const [one, two] = [new Float64Array(all), new Float64Array(all)];

  /** The change that `right`, W, makes in a step from rest, into `change`; J of it that left by either way. */
  const solve = (change: Float64Array): { readonly roomJ: number; readonly jetJ: number } => {
    if (!shares) {
      search(held, right, change, room, NEAR_ENOUGH, floor, MOST_ROUNDS);
      return { roomJ: dt * dot(roomShare, change), jetJ: dt * dot(jetShare, change) };
    }
    one.fill(0);
    two.fill(0);
    // After the first stage `one` is the newest and `two` the one before.
    chebyshevStage(one, two, two, right, perC, 0, 0, shares.first);
    let [newest, before] = [one, two];
    let [roomNew, roomOld, jetNew, jetOld] = [0, 0, 0, 0];
    for (const s of shares.last) {
      applyPlate(flows, newest, room.ap);
      const [roomFlow, jetFlow] = [dot(roomShare, newest), dot(jetShare, newest)];
      chebyshevStage(before, newest, room.ap, right, perC, s.one, s.two, s.flow);
      [newest, before] = [before, newest];
      [roomNew, roomOld] = [s.one * roomNew + s.two * roomOld + s.flow * dt * roomFlow, roomNew];
      [jetNew, jetOld] = [s.one * jetNew + s.two * jetOld + s.flow * dt * jetFlow, jetNew];
    }
    change.set(newest);
    return { roomJ: roomNew, jetJ: jetNew };
  };
  return {
    n,
    cells,
    temperature,
    capacity,
    step: (change) => {
      applyPlate(flows, temperature, right);
      let [roomNow, jetNow] = [0, 0];
      for (let k = 0; k < all; k += 1) {
        right[k] = there[k % cells] ? (fromAir[k] as number) - (right[k] as number) : 0;
        roomNow += (roomShare[k] as number) * ((temperature[k] as number) - ambientC);
        jetNow += (jetShare[k] as number) * ((temperature[k] as number) - (air?.celsius ?? ambientC));
      }
      const { roomJ, jetJ } = solve(change);
      return { roomJ: roomJ + dt * roomNow, jetJ: -(jetJ + dt * jetNow) };
    },
    answer: (cell) => {
      right.fill(0);
      right[cell] = 1;
      const change = new Float64Array(all);
      const { roomJ, jetJ } = solve(change);
      const at = Int32Array.from(change.keys()).filter((k) => change[k] !== 0);
      return { at, kelvins: Float64Array.from(at, (k) => change[k] as number), roomJ, jetJ: -jetJ };
    },
  };
}
