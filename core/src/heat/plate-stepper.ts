import { COPPER } from '../material/copper';
import type { HeatScene } from './plate';
import { LAMINATE } from './plate';
import type { PlateOperator, StageRoom } from './plate-operator';
import {
  applyPlate,
  chebyshevShares,
  chebyshevStage,
  dot,
  factorColumns,
  MOST_STAGES,
  padded,
  search,
  stagesFor,
  workspace,
} from './plate-operator';

const MM = 1e-3;

/** What a watt into a land does to the plate within a step. */
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
  readonly answer: (at: readonly { readonly key: number; readonly share: number }[]) => PlateAnswer;
}

/** How near the change is to the exact one, of its right-hand side. */
const NEAR_ENOUGH = 1e-5;
/** Nor is it followed below so many kelvins. */
const LEAST_K = 3e-5;
const MOST_ROUNDS = 2000;

/** Lays a scene's plate out to be stepped by `dt` s. */
export function plateStepper(
  { plate, ambientC, stillAir, airs, plateStartC }: HeatScene,
  dt: number,
): PlateStepper {
  const { columns, rows, layers, there } = plate;
  const cells = columns * rows;
  const area = (plate.stepMm * MM) ** 2;
  const n = layers.length;
  const all = n * cells;
  // One row of numbers for the whole plate, layer after layer: what is asked a hundred times a step lies together.
  const temperature = new Float64Array(all).fill(plateStartC ?? ambientC);
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
  /** What the blown airs bring a cell for each kelvin of theirs, summed: W. */
  const fromJets = new Float64Array(all);
  const face = (
    layer: number,
    blown: readonly { readonly celsius: number; readonly give: Float32Array }[],
  ): void => {
    for (let i = 0; i < cells; i += 1) {
      if (!there[i]) continue;
      const given = blown.reduce((sum, b) => sum + (b.give[i] as number), 0);
      const g = toAir(stillAir + given, layer);
      if (g === 0) continue;
      const k = layer * cells + i;
      const share = g / (stillAir + given);
      const jets = share * blown.reduce((sum, b) => sum + (b.give[i] as number) * b.celsius, 0);
      loss[k] = (loss[k] as number) + g;
      roomShare[k] = (roomShare[k] as number) + share * stillAir;
      fromJets[k] = (fromJets[k] as number) + jets;
      fromAir[k] = (fromAir[k] as number) + share * stillAir * ambientC + jets;
    }
  };
  const blows = (side: 'top' | 'bottom') =>
    airs.flatMap((a) => (a[side] ? [{ celsius: a.celsius, give: a[side] }] : []));
  face(0, blows('top'));
  face(n - 1, blows('bottom'));
  const jetsIn = fromJets.reduce((sum, w) => sum + w, 0);
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
  const wide = (x: Float64Array): Float64Array => padded(x, new Float64Array(all + 2 * cells), cells);
  const slim = (x: Float64Array): Float32Array => padded(x, new Float32Array(all + 2 * cells), cells);
  const stage: StageRoom = {
    cells,
    columns,
    layers: n,
    east: slim(east),
    south: slim(south),
    below: slim(below),
    perC: wide(perC),
    right: wide(right),
    roomShare: slim(roomShare),
    jetShare: slim(jetShare),
  };
  const [one, two] = [wide(right), wide(right)];
  const sums = new Float64Array(2);

  /** The change that `right`, W, makes in a step from rest, into `change`; J of it that left by either way. It reaches no row but those named. */
  const solve = (
    change: Float64Array,
    firstRow = 0,
    endRow = rows,
  ): { readonly roomJ: number; readonly jetJ: number } => {
    if (!shares) {
      search(held, right, change, room, NEAR_ENOUGH, floor, MOST_ROUNDS);
      return { roomJ: dt * dot(roomShare, change), jetJ: dt * dot(jetShare, change) };
    }
    stage.right.set(right, cells);
    for (let l = 1; l <= n; l += 1) {
      one.fill(0, l * cells + firstRow * columns, l * cells + endRow * columns);
      two.fill(0, l * cells + firstRow * columns, l * cells + endRow * columns);
    }
    // After the first stage `one` is the newest and `two` the one before.
    chebyshevStage(stage, one, two, 0, 0, shares.first, firstRow, endRow, sums);
    let [newest, before] = [one, two];
    let [roomNew, roomOld, jetNew, jetOld] = [0, 0, 0, 0];
    for (const s of shares.last) {
      chebyshevStage(stage, before, newest, s.one, s.two, s.flow, firstRow, endRow, sums);
      [newest, before] = [before, newest];
      [roomNew, roomOld] = [s.one * roomNew + s.two * roomOld + s.flow * dt * (sums[0] as number), roomNew];
      [jetNew, jetOld] = [s.one * jetNew + s.two * jetOld + s.flow * dt * (sums[1] as number), jetNew];
    }
    change.set(newest.subarray(cells, cells + all));
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
        jetNow += (jetShare[k] as number) * (temperature[k] as number);
      }
      const { roomJ, jetJ } = solve(change);
      return { roomJ: roomJ + dt * roomNow, jetJ: -(jetJ + dt * (jetNow - jetsIn)) };
    },
    answer: (places) => {
      right.fill(0);
      for (const { key, share } of places) right[key] = (right[key] as number) + share;
      // A stage passes heat on by one cell.
      const at = places.map(({ key }) => Math.floor((key % cells) / columns));
      const firstRow = shares ? Math.max(0, Math.min(...at) - stages) : 0;
      const endRow = shares ? Math.min(rows, Math.max(...at) + stages + 1) : rows;
      one.fill(0);
      two.fill(0);
      const change = new Float64Array(all);
      const { roomJ, jetJ } = solve(change, firstRow, endRow);
      const found: number[] = [];
      for (let k = 0; k < all; k += 1) if (change[k] !== 0) found.push(k);
      const keys = Int32Array.from(found);
      return { at: keys, kelvins: Float64Array.from(keys, (k) => change[k] as number), roomJ, jetJ: -jetJ };
    },
  };
}
