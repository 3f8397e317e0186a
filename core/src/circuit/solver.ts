import { junctionCurrent, limitJunction } from './junction';
import type { Circuit, DiodeModel } from './netlist';
import { checkCircuit, CONTACT_OHMS, endsOf, GROUND } from './netlist';
import type { StarMesh } from './star-mesh';
import { addConductance, eliminate, solveMesh, starMesh } from './star-mesh';

/** Stands in for the resistance of an ideal voltage source, ohms: its drop stays far under a microvolt here. */
const IDEAL_SOURCE_OHMS = 1e-6;
const MOST_STEPS = 120;
/** Newton rests when no node moves by more than this share of its voltage plus this many volts. */
const RELATIVE_REST = 1e-7;
const VOLT_REST = 1e-10;

interface Junction {
  readonly anode: number;
  readonly cathode: number;
  readonly model: DiodeModel;
}

/** A circuit laid out for solving many times with different currents pushed in. */
export interface DcSolver {
  readonly nodes: ReadonlyMap<string, number>;
  /** For each node the lowest number of the piece of circuit it belongs to; pieces hang together by anything that lets direct current through. */
  readonly pieces: Int32Array;
  /** Conductances without the junctions. */
  readonly linear: Float64Array;
  readonly sources: Float64Array;
  readonly junctions: readonly Junction[];
  readonly work: StarMesh;
}

export type DcAnswer =
  | {
      readonly ok: true;
      /** Volts of each node against ground, by its number in `nodes`. */
      readonly volts: Float64Array;
      readonly steps: number;
    }
  | { readonly ok: false; readonly code: 'no-convergence' | 'apart'; readonly message: string };

/** A current driven through the circuit from outside, A into `into` and out of `outOf`. */
export interface Drive {
  readonly into: string;
  readonly outOf: string;
  readonly amps: number;
  /** Conductance between the two that comes along with the driver, S. */
  readonly siemens: number;
}

function piecesOf(circuit: Circuit, nodes: ReadonlyMap<string, number>): Int32Array {
  const root = Int32Array.from({ length: nodes.size }, (_, i) => i);
  const find = (i: number): number => {
    let at = i;
    while (root[at] !== at) at = root[at] as number;
    return at;
  };
  for (const part of circuit) {
    if (part.kind === 'capacitor' || part.kind === 'current') continue;
    if (part.kind === 'switch' && !part.closed) continue;
    const [a, b] = endsOf(part).map((n) => find(nodes.get(n) ?? 0)) as [number, number];
    if (a !== b) root[Math.max(a, b)] = Math.min(a, b);
  }
  return root.map((_, i) => find(i));
}

/** Lays a circuit out. Every node named by a part is known; ground always is. Throws RangeError as `checkCircuit` does. */
export function dcSolver(circuit: Circuit, extraNodes: readonly string[] = []): DcSolver {
  checkCircuit(circuit);
  const nodes = new Map([[GROUND, 0]]);
  for (const name of [...circuit.flatMap((p) => [...endsOf(p)]), ...extraNodes])
    if (!nodes.has(name)) nodes.set(name, nodes.size);
  const at = (name: string): number => nodes.get(name) ?? 0;
  const mesh = starMesh(nodes.size - 1);
  const sources = new Float64Array(nodes.size);
  const junctions: Junction[] = [];
  const push = (from: number, to: number, amps: number): void => {
    sources[from] = (sources[from] ?? 0) - amps;
    sources[to] = (sources[to] ?? 0) + amps;
  };
  for (const part of circuit) {
    const [a, b] = endsOf(part).map(at) as [number, number];
    if (part.kind === 'resistor') addConductance(mesh, a, b, 1 / part.ohms);
    else if (part.kind === 'switch' && part.closed) addConductance(mesh, a, b, 1 / CONTACT_OHMS);
    else if (part.kind === 'voltage') {
      const siemens = 1 / Math.max(part.seriesOhms, IDEAL_SOURCE_OHMS);
      addConductance(mesh, a, b, siemens);
      push(b, a, part.volts * siemens);
    } else if (part.kind === 'current') push(a, b, part.amps);
    else if (part.kind === 'diode') junctions.push({ anode: a, cathode: b, model: part.model });
  }
  const pieces = piecesOf(circuit, nodes);
  // One tie to ground settles the level of a piece that floats, and carries no current.
  pieces.forEach((lowest, node) => {
    if (node > 0 && lowest === node) addConductance(mesh, node, 0, 1);
  });
  return { nodes, pieces, linear: mesh.g.slice(), sources, junctions, work: mesh };
}

/** Whether direct current can flow from one node to the other at all. Both must be known to the solver. */
export function oneCircuit({ nodes, pieces }: DcSolver, a: string, b: string): boolean {
  return pieces[nodes.get(a) ?? -1] === pieces[nodes.get(b) ?? -2];
}

function newton(solver: DcSolver, drive: Drive | null, share: number, start: Float64Array): DcAnswer {
  const { nodes, linear, sources, junctions, work } = solver;
  const at = (name: string): number => nodes.get(name) as number;
  const held = start;
  let last = new Float64Array(nodes.size).fill(Infinity);
  for (let step = 1; step <= MOST_STEPS; step += 1) {
    work.g.set(linear);
    const amps = sources.map((s) => s * share);
    if (drive) {
      const [a, b] = [at(drive.into), at(drive.outOf)];
      amps[a] = (amps[a] ?? 0) + drive.amps * share;
      amps[b] = (amps[b] ?? 0) - drive.amps * share;
      if (drive.siemens > 0) addConductance(work, a, b, drive.siemens);
    }
    const companions = junctions.map(({ anode, cathode, model }, k) => {
      const v = held[k] as number;
      const [i, slope] = junctionCurrent(model, v);
      const softer = 1 + slope * model.seriesOhms;
      const siemens = slope / softer;
      const offset = (i - slope * v) / softer;
      addConductance(work, anode, cathode, siemens);
      amps[anode] = (amps[anode] ?? 0) - offset;
      amps[cathode] = (amps[cathode] ?? 0) + offset;
      return { siemens, offset };
    });
    eliminate(work);
    const volts = solveMesh(work, amps);
    const pulledBack = junctions.map(({ anode, cathode, model }, k) => {
      const across = (volts[anode] as number) - (volts[cathode] as number);
      const { siemens, offset } = companions[k] as { siemens: number; offset: number };
      const next = across - (siemens * across + offset) * model.seriesOhms;
      const kept = limitJunction(model, next, held[k] as number);
      held[k] = kept;
      return Math.abs(kept - next) > VOLT_REST;
    });
    const rests = volts.every(
      (v, i) => Math.abs(v - (last[i] as number)) <= VOLT_REST + RELATIVE_REST * Math.abs(v),
    );
    if (junctions.length === 0 || (rests && !pulledBack.includes(true)))
      return { ok: true, volts, steps: step };
    last = volts as Float64Array<ArrayBuffer>;
  }
  return {
    ok: false,
    code: 'no-convergence',
    message: `the voltages had not settled after ${MOST_STEPS} steps`,
  };
}

/**
 * Node voltages at rest: nodal analysis, junctions by Newton with limited steps, sources stepped up where that fails.
 * @param drive a current pushed through from outside; its nodes must be known to the solver, else RangeError
 */
export function solveDc(solver: DcSolver, drive: Drive | null = null): DcAnswer {
  for (const name of drive ? [drive.into, drive.outOf] : [])
    if (!solver.nodes.has(name)) throw new RangeError(`the circuit has no node ${name}`);
  if (drive && !oneCircuit(solver, drive.into, drive.outOf))
    return {
      ok: false,
      code: 'apart',
      message: `no direct current flows from ${drive.into} to ${drive.outOf}`,
    };
  const fresh = (): Float64Array => new Float64Array(solver.junctions.length);
  const straight = newton(solver, drive, 1, fresh());
  if (straight.ok) return straight;
  const held = fresh();
  let share = 0;
  let stride = 0.1;
  let answer = straight as DcAnswer;
  while (share < 1 && stride > 1e-5) {
    const aim = Math.min(1, share + stride);
    const trial = held.slice();
    answer = newton(solver, drive, aim, trial);
    if (answer.ok) {
      held.set(trial);
      share = aim;
      stride *= 1.5;
    } else stride /= 4;
  }
  return answer;
}

/**
 * Ohms between all pairs of nodes by one elimination, junctions at zero bias: `ohms[a * size + b]`, nodes by their numbers.
 * Nodes in unconnected parts of the circuit read Infinity.
 */
export function allPairOhms(solver: DcSolver): { readonly size: number; readonly ohms: Float64Array } {
  const { work, linear, junctions, nodes, pieces } = solver;
  const size = nodes.size;
  work.g.set(linear);
  for (const { anode, cathode, model } of junctions) {
    const [, slope] = junctionCurrent(model, 0);
    addConductance(work, anode, cathode, slope / (1 + slope * model.seriesOhms));
  }
  eliminate(work);
  const columns = Array.from({ length: size }, (_, i) => {
    const amps = new Float64Array(size);
    if (i > 0) amps[i] = 1;
    return solveMesh(work, amps);
  });
  const ohms = new Float64Array(size * size);
  const z = (i: number, j: number): number => (columns[j] as Float64Array)[i] as number;
  for (let i = 0; i < size; i += 1)
    for (let j = 0; j < i; j += 1) {
      const r = pieces[i] === pieces[j] ? Math.max(0, z(i, i) + z(j, j) - 2 * z(i, j)) : Infinity;
      ohms[i * size + j] = r;
      ohms[j * size + i] = r;
    }
  return { size, ohms };
}
