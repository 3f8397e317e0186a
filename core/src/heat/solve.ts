import { COPPER } from '../material/copper';
import type { HeatBody, HeatScene } from './plate';
import { LAMINATE, sceneFault } from './plate';
import { Matrix, solve } from 'ml-matrix';
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
import { responseMatrix } from './response-matrix';

export interface HeatFrame {
  readonly seconds: number;
  /** °C of each layer's cells; what is no board reads ambient. */
  readonly layers: readonly Float32Array[];
  /** °C of each body. */
  readonly bodies: Float64Array;
  /** How much of each body is molten, 0 to 1. */
  readonly molten: Float64Array;
}

/** Where the heat went, J since the start. */
export interface HeatLedger {
  readonly heatersJ: number;
  readonly airJ: number;
  readonly toRoomJ: number;
  readonly storedJ: number;
  /** Heaters and air less room and store, over what went in: 0 when nothing was lost on the way. */
  readonly openShare: number;
}

export interface HeatRun {
  readonly frames: readonly HeatFrame[];
  readonly ledger: HeatLedger;
}

export interface RunWish {
  readonly seconds: number;
  readonly stepS: number;
  /** A frame is kept every so many seconds; the last one always. */
  readonly everyS: number;
  /** Asked after each step: `true` ends the run there. */
  readonly stop?: (bodies: Float64Array, molten: Float64Array, seconds: number) => boolean;
}

const MM = 1e-3;
/** A heater that is not at its limit holds its body this hard, W/K: a controlled tip follows its setting within a few kelvins. */
const HOLDS_WK = 25;
/** A eutectic's plateau is spread over so much, K. */
const PLATEAU_K = 0.5;
/** Newton's steps; where heaters switch or solder melts it may swing about the answer, and is held back then. */
const NEWTON_STEPS = 60;
const FREE_STEPS = 5;

/** What a watt into one cell does to the plate within a step. */
interface Answer {
  /** Places among the cells of all layers, and K/W there. */
  readonly at: Int32Array;
  readonly kelvins: Float64Array;
  /** Of the joules, what has left for the room and for the jet, J/W. */
  readonly roomJ: number;
  readonly jetJ: number;
}

/** A plate ready to be stepped. */
interface Stepper {
  readonly n: number;
  readonly cells: number;
  readonly temperature: Float64Array;
  readonly capacity: Float64Array;
  /** What one step changes with no body touching the plate, into `change`; J that left for the room, and that the jet gave. */
  readonly step: (change: Float64Array) => { readonly roomJ: number; readonly jetJ: number };
  readonly answer: (cell: number) => Answer;
}

/** How near the change is to the exact one, of its right-hand side. */
const NEAR_ENOUGH = 1e-5;
/** Nor is it followed below so many kelvins. */
const LEAST_K = 3e-5;
const MOST_ROUNDS = 2000;

function stepperOf({ plate, ambientC, stillAir, air }: HeatScene, dt: number): Stepper {
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

/** Temperature and slope of a body by what heat it holds, J over 0 °C. */
function stateOf(
  b: HeatBody,
  joules: number,
): { readonly celsius: number; readonly perJ: number; readonly molten: number } {
  if (!b.melts) return { celsius: joules / b.heatJK, perJ: 1 / b.heatJK, molten: 0 };
  const { solidusC, latentJ } = b.melts;
  const wide = Math.max(PLATEAU_K, b.melts.liquidusC - solidusC);
  const low = b.heatJK * solidusC;
  const high = b.heatJK * (solidusC + wide) + latentJ;
  if (joules <= low) return { celsius: joules / b.heatJK, perJ: 1 / b.heatJK, molten: 0 };
  if (joules >= high) return { celsius: (joules - latentJ) / b.heatJK, perJ: 1 / b.heatJK, molten: 1 };
  const share = (joules - low) / (high - low);
  return { celsius: solidusC + share * wide, perJ: wide / (high - low), molten: share };
}

const holding = (b: HeatBody, celsius: number): number => {
  const melted = b.melts
    ? Math.min(
        1,
        Math.max(0, (celsius - b.melts.solidusC) / Math.max(PLATEAU_K, b.melts.liquidusC - b.melts.solidusC)),
      )
    : 0;
  return b.heatJK * celsius + melted * (b.melts?.latentJ ?? 0);
};

/** Heat in a plate above ambient, J. */
function storedIn({ temperature, capacity }: Stepper, ambientC: number): number {
  return temperature.reduce((sum, own, k) => sum + (own - ambientC) * (capacity[k] as number), 0);
}

/**
 * Runs a scene in time. A step of the plate is taken in as many stabilised stages as its fastest rate asks for (Chebyshev polynomials; never too
 * few, so that no step is too long to be stable), or where that were many by one implicit search (backward Euler, conjugate gradients).
 * Bodies and the cells that they touch are solved with it, by the plate's own answer to a watt at each contact, and by Newton's method where
 * a body melts. What leaves one place arrives at another: the ledger closes.
 * Throws RangeError on a scene that cannot be (`sceneFault`) and on times that are not above 0.
 */
export function runHeat(scene: HeatScene, wish: RunWish): HeatRun {
  const fault = sceneFault(scene);
  if (fault !== null) throw new RangeError(fault);
  const { seconds, stepS: dt, everyS } = wish;
  if (!(seconds > 0 && dt > 0 && everyS > 0)) throw new RangeError('a run takes longer than 0 s');
  const { bodies, contacts, ambientC } = scene;
  const stepper = stepperOf(scene, dt);
  const { n, cells, temperature } = stepper;
  const change = new Float64Array(n * cells);

  const onPlate = contacts.flatMap(({ body, to, watts }) =>
    'cell' in to ? [{ body, key: to.layer * cells + to.cell, watts }] : [],
  );
  const between = contacts.flatMap(({ body, to, watts }) =>
    'body' in to ? [{ body, other: to.body, watts }] : [],
  );
  // What a watt at one contact does to each contact's cell within a step, K/W.
  const answers = onPlate.map(({ key }) => stepper.answer(key));
  const matrix = responseMatrix(
    answers.map(({ at, kelvins }) =>
      onPlate.map(({ key }) => {
        const found = at.indexOf(key);
        return found < 0 ? 0 : (kelvins[found] as number);
      }),
    ),
    onPlate.map((c) => c.watts),
  );

  const joules = Float64Array.from(bodies, (b) => holding(b, b.startC ?? ambientC));
  const state = (): { now: Float64Array; molten: Float64Array } => {
    const all = bodies.map((b, k) => stateOf(b, joules[k] as number));
    return { now: Float64Array.from(all, (s) => s.celsius), molten: Float64Array.from(all, (s) => s.molten) };
  };
  const started = storedIn(stepper, ambientC) + joules.reduce((s, j) => s + j, 0);
  let [heatersJ, airJ, toRoomJ] = [0, 0, 0];
  const frames: HeatFrame[] = [];
  const keep = (t: number): void => {
    const { now, molten } = state();
    frames.push({
      seconds: t,
      layers: Array.from({ length: n }, (_, l) =>
        Float32Array.from(temperature.subarray(l * cells, (l + 1) * cells)),
      ),
      bodies: now,
      molten,
    });
  };
  keep(0);

  /** Newton's method for what each body holds after the step, given the cells as they would be without any contact. */
  const solveBodies = (free: readonly number[]): number[] => {
    const before = joules.slice();
    const most = before.reduce((w, j) => Math.max(w, Math.abs(j)), 0);
    const m = bodies.length;
    const flow = new Array<number>(onPlate.length).fill(0);
    for (let round = 0; round < NEWTON_STEPS; round += 1) {
      const all = bodies.map((b, k) => stateOf(b, joules[k] as number));
      const residual = new Float64Array(m);
      const jacobian = Matrix.zeros(m, m);
      for (let k = 0; k < m; k += 1) {
        residual[k] = (joules[k] as number) - (before[k] as number);
        jacobian.set(k, k, 1);
      }
      const couple = (k: number, other: number, perK: number): void => {
        jacobian.set(k, other, jacobian.get(k, other) + dt * perK * (all[other]?.perJ ?? 0));
      };
      onPlate.forEach((c, j) => {
        const row = matrix[j] as readonly number[];
        flow[j] = row.reduce(
          (s, w, i) => s + w * ((all[onPlate[i]?.body ?? 0]?.celsius ?? 0) - (free[i] as number)),
          0,
        );
        residual[c.body] = (residual[c.body] as number) + dt * flow[j];
        row.forEach((w, i) => couple(c.body, onPlate[i]?.body ?? 0, w));
      });
      for (const { body, other, watts } of between) {
        const q = watts * ((all[body]?.celsius ?? 0) - (all[other]?.celsius ?? 0));
        residual[body] = (residual[body] as number) + dt * q;
        residual[other] = (residual[other] as number) - dt * q;
        couple(body, body, watts);
        couple(body, other, -watts);
        couple(other, other, watts);
        couple(other, body, -watts);
      }
      bodies.forEach((b, k) => {
        const own = all[k]?.celsius ?? 0;
        if (b.airWK > 0) {
          residual[k] = (residual[k] as number) + dt * b.airWK * (own - ambientC);
          couple(k, k, b.airWK);
        }
        if (b.heater) {
          const q = HOLDS_WK * (b.heater.holdC - own);
          residual[k] = (residual[k] as number) - dt * Math.min(b.heater.watts, Math.max(0, q));
          if (q > 0 && q < b.heater.watts) couple(k, k, HOLDS_WK);
        }
      });
      const worst = residual.reduce((w, r) => Math.max(w, Math.abs(r)), 0);
      if (worst < 1e-8 + 1e-12 * most) break;
      const by = solve(jacobian, Matrix.columnVector(residual)).to1DArray();
      const share = round < FREE_STEPS ? 1 : 0.6;
      for (let k = 0; k < m; k += 1) joules[k] = (joules[k] as number) - share * (by[k] as number);
    }
    return flow;
  };

  const steps = Math.ceil(seconds / dt - 1e-9);
  const every = Math.max(1, Math.round(everyS / dt));
  for (let s = 1; s <= steps; s += 1) {
    const left = stepper.step(change);
    toRoomJ += left.roomJ;
    airJ += left.jetJ;
    if (bodies.length > 0) {
      const free = onPlate.map((c) => (temperature[c.key] as number) + (change[c.key] as number));
      const flow = solveBodies(free);
      answers.forEach(({ at, kelvins, roomJ, jetJ }, j) => {
        const watts = flow[j] as number;
        for (let i = 0; i < at.length; i += 1) {
          const k = at[i] as number;
          change[k] = (change[k] as number) + watts * (kelvins[i] as number);
        }
        toRoomJ += watts * roomJ;
        airJ += watts * jetJ;
      });
      const { now } = state();
      bodies.forEach((b, k) => {
        if (b.airWK > 0) toRoomJ += dt * b.airWK * ((now[k] as number) - ambientC);
        if (b.heater)
          heatersJ +=
            dt * Math.min(b.heater.watts, Math.max(0, HOLDS_WK * (b.heater.holdC - (now[k] as number))));
      });
    }
    for (let k = 0; k < temperature.length; k += 1)
      temperature[k] = (temperature[k] as number) + (change[k] as number);
    const t = s * dt;
    let ends = s === steps;
    if (wish.stop) {
      const { now, molten } = state();
      ends ||= wish.stop(now, molten, t);
    }
    if (ends || s % every === 0) keep(t);
    if (ends) break;
  }
  const storedJ = storedIn(stepper, ambientC) + joules.reduce((sum, j) => sum + j, 0) - started;
  const went = heatersJ + Math.max(0, airJ);
  return {
    frames,
    ledger: {
      heatersJ,
      airJ,
      toRoomJ,
      storedJ,
      openShare: (heatersJ + airJ - toRoomJ - storedJ) / Math.max(1e-9, went, Math.abs(toRoomJ)),
    },
  };
}
