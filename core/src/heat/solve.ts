import { Matrix, solve } from 'ml-matrix';
import type { BodyLinks } from './body-links';
import { bodyLinks } from './body-links';
import { holding, stateOf } from './melting-body';
import type { HeatBody, HeatScene } from './plate';
import { sceneFault } from './plate';
import type { PlateStepper } from './plate-stepper';
import { plateStepper } from './plate-stepper';

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
  let sum = 0;
  for (let k = 0; k < temperature.length; k += 1)
    sum += ((temperature[k] as number) - ambientC) * (capacity[k] as number);
  return sum;
}

const heaterWatts = ({ heater }: HeatBody, celsius: number): number =>
  heater ? Math.min(heater.watts, Math.max(0, HOLDS_WK * (heater.holdC - celsius))) : 0;

/** Newton's method for what each body holds after a step of `dt` s, J over 0 °C, from what it held; changed in place. */
function stepBodies(
  bodies: readonly HeatBody[],
  links: BodyLinks,
  joules: Float64Array,
  free: Float64Array,
  dt: number,
): void {
  const before = joules.slice();
  const m = bodies.length;
  const most = before.reduce((w, j) => Math.max(w, Math.abs(j)), 0);
  const now = new Float64Array(m);
  const perJ = new Float64Array(m);
  for (let round = 0; round < NEWTON_STEPS; round += 1) {
    bodies.forEach((b, k) => {
      const s = stateOf(b, joules[k] as number);
      now[k] = s.celsius;
      perJ[k] = s.perJ;
    });
    const residual = links.flowOut(now, free);
    let worst = 0;
    for (let k = 0; k < m; k += 1) {
      const out = (residual[k] as number) - heaterWatts(bodies[k] as HeatBody, now[k] as number);
      residual[k] = (joules[k] as number) - (before[k] as number) + dt * out;
      worst = Math.max(worst, Math.abs(residual[k] as number));
    }
    if (worst < 1e-8 + 1e-12 * most) return;
    const jacobian = Matrix.zeros(m, m);
    for (let k = 0; k < m; k += 1)
      for (let l = 0; l < m; l += 1)
        jacobian.set(k, l, (k === l ? 1 : 0) + dt * links.matrix.get(k, l) * (perJ[l] as number));
    bodies.forEach((b, k) => {
      const q = b.heater ? HOLDS_WK * (b.heater.holdC - (now[k] as number)) : 0;
      if (b.heater && q > 0 && q < b.heater.watts)
        jacobian.set(k, k, jacobian.get(k, k) + dt * HOLDS_WK * (perJ[k] as number));
    });
    const by = solve(jacobian, Matrix.columnVector(residual));
    const share = round < FREE_STEPS ? 1 : 0.6;
    for (let k = 0; k < m; k += 1) joules[k] = (joules[k] as number) - share * by.get(k, 0);
  }
}

/**
 * Runs a scene in time. A step of the plate is taken in as many stabilised stages as its fastest rate asks for (Chebyshev polynomials; never too
 * few, so that no step is too long to be stable), or where that were many by one implicit search (backward Euler, conjugate gradients).
 * Bodies and the lands that they touch are solved with it, by the plate's own answer to a watt at each land, and by Newton's method where
 * a body melts. What leaves one place arrives at another: the ledger closes.
 * Throws RangeError on a scene that cannot be (`sceneFault`) and on times that are not above 0.
 */
export function runHeat(scene: HeatScene, wish: RunWish): HeatRun {
  const fault = sceneFault(scene);
  if (fault !== null) throw new RangeError(fault);
  const { seconds, stepS: dt, everyS } = wish;
  if (!(seconds > 0 && dt > 0 && everyS > 0)) throw new RangeError('a run takes longer than 0 s');
  const { bodies, contacts, ambientC } = scene;
  const jetC = scene.airs[0]?.celsius ?? ambientC;
  const stepper = plateStepper(scene, dt);
  const { n, cells, temperature } = stepper;
  const change = new Float64Array(n * cells);

  const lands = contacts.flatMap(({ to }) =>
    'land' in to ? [to.land.map((l) => ({ key: l.layer * cells + l.cell, share: l.share }))] : [],
  );
  const answers = lands.map((land) => stepper.answer(land));
  const links = bodyLinks(
    scene,
    answers.map(({ at, kelvins }) => {
      const found = new Map<number, number>();
      at.forEach((key, i) => found.set(key, kelvins[i] as number));
      return lands.map((land) => land.reduce((sum, l) => sum + l.share * (found.get(l.key) ?? 0), 0));
    }),
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

  const steps = Math.ceil(seconds / dt - 1e-9);
  const every = Math.max(1, Math.round(everyS / dt));
  const free = new Float64Array(lands.length);
  for (let s = 1; s <= steps; s += 1) {
    const left = stepper.step(change);
    toRoomJ += left.roomJ;
    airJ += left.jetJ;
    if (bodies.length > 0) {
      lands.forEach((land, j) => {
        let sum = 0;
        for (const { key, share } of land)
          sum += share * ((temperature[key] as number) + (change[key] as number));
        free[j] = sum;
      });
      stepBodies(bodies, links, joules, free, dt);
      const { now } = state();
      const into = links.intoLands(now, free);
      answers.forEach(({ at, kelvins, roomJ, jetJ }, j) => {
        const watts = into[j] as number;
        for (let i = 0; i < at.length; i += 1) {
          const k = at[i] as number;
          change[k] = (change[k] as number) + watts * (kelvins[i] as number);
        }
        toRoomJ += watts * roomJ;
        airJ += watts * jetJ;
      });
      bodies.forEach((b, k) => {
        const own = now[k] as number;
        toRoomJ += dt * b.airWK * (own - ambientC);
        airJ += dt * b.jetWK * (jetC - own);
        heatersJ += dt * heaterWatts(b, own);
      });
    }
    for (let k = 0; k < temperature.length; k += 1)
      temperature[k] = (temperature[k] as number) + (change[k] as number);
    const t = s * dt;
    let ends = s === steps;
    if (wish.stop) {
      const { now, molten } = state();
      ends = wish.stop(now, molten, t) || ends;
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
