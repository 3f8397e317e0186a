import { COPPER } from '../material/copper';
import type { HeatBody, HeatPlate, HeatScene } from './plate';
import { LAMINATE, sceneFault } from './plate';
import { Matrix, solve } from 'ml-matrix';
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

/** Thomas algorithm along one line for the change of temperature: (1 + a + b) t[i] - a t[i-1] - b t[i+1] = t[i], in place. */
function sweep(
  t: Float64Array,
  start: number,
  stride: number,
  count: number,
  link: Float64Array,
  perK: Float64Array,
  c: Float64Array,
  d: Float64Array,
): void {
  for (let i = 0; i < count; i += 1) {
    const at = start + i * stride;
    const r = perK[at] as number;
    const before = i > 0 ? r * (link[at - stride] as number) : 0;
    const after = i + 1 < count ? r * (link[at] as number) : 0;
    const m = 1 / (1 + before + after - before * (i > 0 ? (c[i - 1] as number) : 0));
    c[i] = after * m;
    d[i] = ((t[at] as number) + before * (i > 0 ? (d[i - 1] as number) : 0)) * m;
  }
  let next = 0;
  for (let i = count - 1; i >= 0; i -= 1) {
    next = (d[i] as number) + (i + 1 < count ? (c[i] as number) * next : 0);
    t[start + i * stride] = next;
  }
}

/** A plate ready to be stepped. */
interface Stepper {
  readonly n: number;
  readonly cells: number;
  readonly temperature: Float64Array[];
  readonly capacity: readonly Float64Array[];
  /** Adds what one step changes to `change`, J that each cell is given in the step in `given`. */
  readonly step: (given: ReadonlyMap<number, number> | null, change: Float64Array[], free: boolean) => void;
  /** W to the room and from the jet as the plate is now. */
  readonly losses: () => { readonly toRoom: number; readonly fromJet: number };
}

function stepperOf({ plate, ambientC, stillAir, air }: HeatScene, dt: number): Stepper {
  const { columns, rows, layers, there } = plate;
  const cells = columns * rows;
  const area = (plate.stepMm * MM) ** 2;
  const n = layers.length;
  const temperature = layers.map(() => new Float64Array(cells).fill(ambientC));
  const capacity: Float64Array[] = [];
  const perK: Float64Array[] = [];
  const links: (readonly [Float64Array, Float64Array])[] = [];
  for (const { laminateMm, copperMm } of layers) {
    const sheet = new Float64Array(cells);
    const cap = new Float64Array(cells);
    for (let i = 0; i < cells; i += 1) {
      const [laminate, copper] = [laminateMm * MM, (copperMm[i] as number) * MM];
      sheet[i] = there[i] ? LAMINATE.along * laminate + COPPER.thermalConductivity * copper : 0;
      cap[i] =
        area * (LAMINATE.density * LAMINATE.heat * laminate + COPPER.density * COPPER.specificHeat * copper);
    }
    // Between two cells the halves of both are passed one after the other.
    const link = (a: number, b: number): number => {
      const [p, q] = [sheet[a] as number, sheet[b] as number];
      return p > 0 && q > 0 ? (2 * p * q) / (p + q) : 0;
    };
    const [x, y] = [new Float64Array(cells), new Float64Array(cells)];
    for (let i = 0; i < cells; i += 1) {
      if (i % columns < columns - 1) x[i] = link(i, i + 1);
      if (i + columns < cells) y[i] = link(i, i + columns);
    }
    capacity.push(cap);
    perK.push(cap.map((v) => dt / v));
    links.push([x, y]);
  }
  const through = layers.slice(1).map((l, i) => {
    const half = ((layers[i]?.laminateMm ?? 0) + l.laminateMm) / 2;
    return (LAMINATE.through * area) / (half * MM);
  });
  /** From the middle of an outer layer to the air: half of it, then the surface, W/K a cell. */
  const toAir = (perArea: number, layer: number): number =>
    perArea > 0 ? area / (1 / perArea + ((layers[layer]?.laminateMm ?? 0) * MM) / 2 / LAMINATE.through) : 0;
  const loss = layers.map(() => new Float64Array(cells));
  const fromAir = layers.map(() => new Float64Array(cells));
  const roomShare = layers.map(() => new Float64Array(cells));
  const face = (layer: number, jet: Float32Array | null): void => {
    for (let i = 0; i < cells; i += 1) {
      if (!there[i]) continue;
      const blown = jet ? (jet[i] as number) : 0;
      const g = toAir(stillAir + blown, layer);
      if (g === 0) continue;
      const room = stillAir / (stillAir + blown);
      (loss[layer] as Float64Array)[i] = ((loss[layer] as Float64Array)[i] as number) + g;
      (roomShare[layer] as Float64Array)[i] = ((roomShare[layer] as Float64Array)[i] as number) + g * room;
      (fromAir[layer] as Float64Array)[i] =
        ((fromAir[layer] as Float64Array)[i] as number) +
        g * (room * ambientC + (1 - room) * (air?.celsius ?? ambientC));
    }
  };
  face(0, air?.top ?? null);
  face(n - 1, air?.bottom ?? null);
  const c = new Float64Array(Math.max(columns, rows, n));
  const d = new Float64Array(Math.max(columns, rows, n));

  /** What flows into each cell now, times the step over its capacity: the right-hand side for the change. */
  const rates = (change: Float64Array[], free: boolean): void => {
    for (let l = 0; l < n; l += 1) {
      const t = temperature[l] as Float64Array;
      const out = change[l] as Float64Array;
      const [x, y] = links[l] as readonly [Float64Array, Float64Array];
      const r = perK[l] as Float64Array;
      const [g, s] = [loss[l] as Float64Array, fromAir[l] as Float64Array];
      const up = l > 0 ? (temperature[l - 1] as Float64Array) : null;
      const down = l + 1 < n ? (temperature[l + 1] as Float64Array) : null;
      const [gu, gd] = [l > 0 ? (through[l - 1] as number) : 0, l + 1 < n ? (through[l] as number) : 0];
      if (!free) {
        out.fill(0);
        continue;
      }
      for (let i = 0; i < cells; i += 1) {
        if (!there[i]) {
          out[i] = 0;
          continue;
        }
        const own = t[i] as number;
        let q = (s[i] as number) - (g[i] as number) * own;
        const east = x[i] as number;
        if (east > 0) q += east * ((t[i + 1] as number) - own);
        const west = i > 0 ? (x[i - 1] as number) : 0;
        if (west > 0 && i % columns > 0) q += west * ((t[i - 1] as number) - own);
        const south = y[i] as number;
        if (south > 0) q += south * ((t[i + columns] as number) - own);
        const north = i >= columns ? (y[i - columns] as number) : 0;
        if (north > 0) q += north * ((t[i - columns] as number) - own);
        if (up) q += gu * ((up[i] as number) - own);
        if (down) q += gd * ((down[i] as number) - own);
        out[i] = q * (r[i] as number);
      }
    }
  };

  const step: Stepper['step'] = (given, change, free) => {
    rates(change, free);
    if (given)
      for (const [key, joules] of given) {
        const l = Math.floor(key / cells);
        const i = key % cells;
        const out = change[l] as Float64Array;
        out[i] = (out[i] as number) + joules / ((capacity[l] as Float64Array)[i] as number);
      }
    for (let l = 0; l < n; l += 1) {
      const t = change[l] as Float64Array;
      const [x, y] = links[l] as readonly [Float64Array, Float64Array];
      const r = perK[l] as Float64Array;
      for (let row = 0; row < rows; row += 1) sweep(t, row * columns, 1, columns, x, r, c, d);
      for (let column = 0; column < columns; column += 1) sweep(t, column, columns, rows, y, r, c, d);
    }
    // Through the board, with the air at both faces.
    for (let i = 0; i < cells; i += 1) {
      if (!there[i]) continue;
      for (let l = 0; l < n; l += 1) {
        const r = (perK[l] as Float64Array)[i] as number;
        const above = l > 0 ? r * (through[l - 1] as number) : 0;
        const below = l + 1 < n ? r * (through[l] as number) : 0;
        const m =
          1 /
          (1 +
            r * ((loss[l] as Float64Array)[i] as number) +
            above +
            below -
            above * (l > 0 ? (c[l - 1] as number) : 0));
        c[l] = below * m;
        d[l] = (((change[l] as Float64Array)[i] as number) + above * (l > 0 ? (d[l - 1] as number) : 0)) * m;
      }
      let next = 0;
      for (let l = n - 1; l >= 0; l -= 1) {
        next = (d[l] as number) + (l + 1 < n ? (c[l] as number) * next : 0);
        (change[l] as Float64Array)[i] = next;
      }
    }
  };
  return {
    n,
    cells,
    temperature,
    capacity,
    step,
    losses: () => {
      let [toRoom, fromJet] = [0, 0];
      for (let l = 0; l < n; l += 1) {
        const t = temperature[l] as Float64Array;
        const [g, room] = [loss[l] as Float64Array, roomShare[l] as Float64Array];
        for (let i = 0; i < cells; i += 1) {
          const whole = g[i] as number;
          if (whole === 0) continue;
          const own = t[i] as number;
          toRoom += (room[i] as number) * (own - ambientC);
          if (air) fromJet += (whole - (room[i] as number)) * (air.celsius - own);
        }
      }
      return { toRoom, fromJet };
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
function storedIn(plate: HeatPlate, { temperature, capacity }: Stepper, ambientC: number): number {
  return temperature.reduce(
    (sum, t, l) =>
      sum +
      t.reduce(
        (s, own, i) =>
          plate.there[i] ? s + (own - ambientC) * ((capacity[l] as Float64Array)[i] as number) : s,
        0,
      ),
    0,
  );
}

/**
 * Runs a scene in time. Each step the plate's change is swept along x, then y, then through the board with the air at both faces, each
 * implicit, on the flows of now (J. Douglas and J. E. Gunn 1964, from memory): no step is too long to be stable, and what is steady does not
 * depend on the step. Bodies and the cells that they touch are solved with it, by the plate's own answer to a joule at each contact, and by
 * Newton's method where a body melts. What leaves one place arrives at another: the ledger closes to rounding.
 * Throws RangeError on a scene that cannot be (`sceneFault`) and on times that are not above 0.
 */
export function runHeat(scene: HeatScene, wish: RunWish): HeatRun {
  const fault = sceneFault(scene);
  if (fault !== null) throw new RangeError(fault);
  const { seconds, stepS: dt, everyS } = wish;
  if (!(seconds > 0 && dt > 0 && everyS > 0)) throw new RangeError('a run takes longer than 0 s');
  const { bodies, contacts, ambientC, plate } = scene;
  const stepper = stepperOf(scene, dt);
  const { n, cells, temperature } = stepper;
  const change = Array.from({ length: n }, () => new Float64Array(cells));

  const onPlate = contacts.flatMap(({ body, to, watts }) =>
    'cell' in to ? [{ body, key: to.layer * cells + to.cell, watts }] : [],
  );
  const between = contacts.flatMap(({ body, to, watts }) =>
    'body' in to ? [{ body, other: to.body, watts }] : [],
  );
  const at = (key: number): number =>
    (temperature[Math.floor(key / cells)] as Float64Array)[key % cells] as number;
  const changed = (key: number): number =>
    (change[Math.floor(key / cells)] as Float64Array)[key % cells] as number;
  // What a watt at one contact does to each contact's cell within a step, K/W.
  const answers = onPlate.map(({ key }) => {
    stepper.step(new Map([[key, dt]]), change, false);
    return onPlate.map((other) => changed(other.key));
  });
  const matrix = responseMatrix(
    answers,
    onPlate.map((c) => c.watts),
  );

  const joules = Float64Array.from(bodies, (b) => holding(b, b.startC ?? ambientC));
  const state = (): { now: Float64Array; molten: Float64Array } => {
    const all = bodies.map((b, k) => stateOf(b, joules[k] as number));
    return { now: Float64Array.from(all, (s) => s.celsius), molten: Float64Array.from(all, (s) => s.molten) };
  };
  const started = storedIn(plate, stepper, ambientC) + joules.reduce((s, j) => s + j, 0);
  let [heatersJ, airJ, toRoomJ] = [0, 0, 0];
  const frames: HeatFrame[] = [];
  const keep = (t: number): void => {
    const { now, molten } = state();
    frames.push({ seconds: t, layers: temperature.map((l) => Float32Array.from(l)), bodies: now, molten });
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
        residual[c.body] = (residual[c.body] as number) + dt * (flow[j]);
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
    if (bodies.length > 0) {
      let given: Map<number, number> | null = null;
      if (onPlate.length > 0) {
        stepper.step(null, change, true);
        const free = onPlate.map((c) => at(c.key) + changed(c.key));
        const flow = solveBodies(free);
        given = new Map();
        for (const [j, c] of onPlate.entries())
          given.set(c.key, (given.get(c.key) ?? 0) + (flow[j] as number) * dt);
      } else solveBodies([]);
      const { now } = state();
      bodies.forEach((b, k) => {
        if (b.airWK > 0) toRoomJ += dt * b.airWK * ((now[k] as number) - ambientC);
        if (b.heater)
          heatersJ +=
            dt * Math.min(b.heater.watts, Math.max(0, HOLDS_WK * (b.heater.holdC - (now[k] as number))));
      });
      stepper.step(given, change, true);
    } else stepper.step(null, change, true);
    for (let l = 0; l < n; l += 1) {
      const t = temperature[l] as Float64Array;
      const by = change[l] as Float64Array;
      for (let i = 0; i < cells; i += 1) t[i] = (t[i] as number) + (by[i] as number);
    }
    const { toRoom, fromJet } = stepper.losses();
    toRoomJ += toRoom * dt;
    airJ += fromJet * dt;
    const t = s * dt;
    let ends = s === steps;
    if (wish.stop) {
      const { now, molten } = state();
      ends ||= wish.stop(now, molten, t);
    }
    if (ends || s % every === 0) keep(t);
    if (ends) break;
  }
  const storedJ = storedIn(plate, stepper, ambientC) + joules.reduce((sum, j) => sum + j, 0) - started;
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
