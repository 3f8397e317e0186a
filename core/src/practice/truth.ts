import type { Board } from '../board/board';
import { probePoints } from '../board/probe-point';
import type { MeterMode, MeterShown } from '../quantity/meter-entry';

/** What is really the case on a made-up board: the net of every point that touches metal. */
export interface BoardTruth {
  readonly board: Board;
  /** Net name of each point; a point not named stands alone. A torn pad keeps the net its track leads to. */
  readonly netOf: Readonly<Record<string, string>>;
  /** Pins whose metal is gone: a meter cannot reach their net, an eye can follow the stub. */
  readonly gone: ReadonlySet<string>;
  readonly groundNet: string;
  /** What the input reads against ground, ohms. */
  readonly inputOhms: number;
  readonly inputNet: string;
  /** Below this the made-up meter beeps, ohms. */
  readonly beepOhms: number;
}

const WIRE_OHMS = 0.2;

interface Way {
  readonly a: string;
  readonly b: string;
  readonly ohms: number;
}

function net(truth: BoardTruth, id: string): string {
  return truth.gone.has(id) ? `gone ${id}` : (truth.netOf[id] ?? `alone ${id}`);
}

function ways(truth: BoardTruth): Way[] {
  const low = truth.board.components.flatMap((c): Way[] => {
    const [a, b] = c.terminals;
    if (!a || !b) return [];
    const ohms = c.kind === 'resistor' ? c.value : ['inductor', 'bead', 'fuse'].includes(c.kind) ? 0.3 : null;
    return ohms === null ? [] : [{ a: net(truth, a.id), b: net(truth, b.id), ohms }];
  });
  return [...low, { a: truth.inputNet, b: truth.groundNet, ohms: truth.inputOhms }];
}

/** Least series resistance between two nets; `Infinity` with no way. Parallel ways are not combined. */
function leastOhms(truth: BoardTruth, from: string, to: string): number {
  const all = ways(truth);
  const best = new Map([[from, 0]]);
  for (let round = 0; round <= all.length; round += 1) {
    for (const way of all) {
      for (const [near, far] of [
        [way.a, way.b],
        [way.b, way.a],
      ] as const) {
        const here = best.get(near);
        if (here !== undefined && here + way.ohms < (best.get(far) ?? Infinity))
          best.set(far, here + way.ohms);
      }
    }
  }
  return best.get(to) ?? Infinity;
}

/**
 * What a meter, or an eye, would show between two points of a made-up board. Continuity, ohms and the eye are answered;
 * diode and volts throw RangeError, since this truth holds no junctions.
 */
export function showTruth(truth: BoardTruth, red: string, black: string, mode: MeterMode): MeterShown {
  const known = new Set(probePoints(truth.board).map((p) => p.id));
  for (const id of [red, black]) if (!known.has(id)) throw new RangeError(`the board has no point ${id}`);
  if (mode === 'seen') {
    const same = truth.netOf[red] !== undefined && truth.netOf[red] === truth.netOf[black];
    return { shown: same ? 'beep' : 'open', value: null };
  }
  const [a, b] = [net(truth, red), net(truth, black)];
  const ohms = a === b ? WIRE_OHMS : leastOhms(truth, a, b) + WIRE_OHMS;
  if (mode === 'continuity') return { shown: ohms < truth.beepOhms ? 'beep' : 'open', value: null };
  if (mode === 'ohms')
    return ohms > 4e7
      ? { shown: 'over', value: null }
      : { shown: 'value', value: Number(ohms.toPrecision(3)) };
  throw new RangeError(`a made-up board does not answer ${mode}`);
}
