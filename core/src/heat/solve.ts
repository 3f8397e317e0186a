import type { HeatScene } from './plate';
import { sceneFault } from './plate';
import { Matrix, solve } from 'ml-matrix';
import { holding, stateOf } from './melting-body';
import type { PlateStepper } from './plate-stepper';
import { plateStepper } from './plate-stepper';
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

/** A heater that is not at its limit holds its body this hard, W/K: a controlled tip follows its setting within a few kelvins. */
const HOLDS_WK = 25;
/** Newton's steps; where heaters switch or solder melts it may swing about the answer, and is held back then. */
const NEWTON_STEPS = 60;
const FREE_STEPS = 5;

/** Heat in a plate above ambient, J. */
function storedIn({ temperature, capacity }: PlateStepper, ambientC: number): number {
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
  const stepper = plateStepper(scene, dt);
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
