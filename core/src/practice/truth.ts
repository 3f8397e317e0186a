import type { Board } from '../board/board';
import { probePoints } from '../board/probe-point';
import type { Bench, Meter } from '../circuit/meter';
import { benchOf, readMeter, USUAL_METER } from '../circuit/meter';
import type { Circuit } from '../circuit/netlist';
import type { MeterMode, MeterShown } from '../quantity/meter-entry';

/** What is really the case on a made-up board. Nodes of the circuit are net names; ground is `0`. */
export interface BoardTruth {
  /** As the person marks it: no values that cannot be seen. */
  readonly board: Board;
  /** Net of each point; a point not named stands alone. A torn or cracked pad keeps the net its track led to. */
  readonly netOf: Readonly<Record<string, string>>;
  /** Points without metal: the meter shows nothing there. */
  readonly gone: ReadonlySet<string>;
  /** Points whose metal has lost its track: they touch nothing but themselves. */
  readonly cut: ReadonlySet<string>;
  readonly circuit: Circuit;
  /** Torn pins whose stub an eye can follow to the first part. */
  readonly followed: ReadonlySet<string>;
}

/** A truth ready to be probed. */
export interface TruthBench {
  readonly truth: BoardTruth;
  readonly bench: Bench;
  readonly meter: Meter;
  readonly known: ReadonlySet<string>;
}

function node({ netOf, cut }: BoardTruth, id: string): string {
  return cut.has(id) ? `alone ${id}` : (netOf[id] ?? `alone ${id}`);
}

export function truthBench(truth: BoardTruth, meter: Meter = USUAL_METER): TruthBench {
  const ids = probePoints(truth.board).map((p) => p.id);
  return {
    truth,
    bench: benchOf(
      truth.circuit,
      ids.map((id) => node(truth, id)),
    ),
    meter,
    known: new Set(ids),
  };
}

/**
 * What a meter, or an eye, shows between two points of a made-up board. The eye follows a track from the pad of a torn pin, or between
 * two points that are not pins. Throws RangeError on points the board does not have.
 */
export function askTruth(
  { truth, bench, meter, known }: TruthBench,
  red: string,
  black: string,
  mode: MeterMode,
): MeterShown {
  for (const id of [red, black]) if (!known.has(id)) throw new RangeError(`the board has no point ${id}`);
  const same = truth.netOf[red] !== undefined && truth.netOf[red] === truth.netOf[black];
  if (mode === 'seen') {
    const hidden = [red, black].some((id) => truth.gone.has(id) && !truth.followed.has(id));
    return { shown: same && !hidden ? 'beep' : 'open', value: null };
  }
  if (truth.gone.has(red) || truth.gone.has(black)) {
    if (mode === 'volts') return { shown: 'value', value: 0 };
    return { shown: mode === 'continuity' ? 'open' : 'over', value: null };
  }
  return readMeter(bench, node(truth, red), node(truth, black), mode, meter);
}

/**
 * A meter in a hand that slips: with the given chance the tip makes no contact, or rests on a neighbouring point instead.
 * @param random seeded, in [0, 1)
 */
export function askSlipping(
  at: TruthBench,
  red: string,
  black: string,
  mode: MeterMode,
  chance: number,
  random: () => number,
): MeterShown {
  if (random() >= chance) return askTruth(at, red, black, mode);
  const missed: MeterShown = {
    shown: mode === 'continuity' || mode === 'seen' ? 'open' : 'over',
    value: null,
  };
  if (mode === 'seen' || mode === 'volts' || random() < 0.5) return missed;
  const points = probePoints(at.truth.board);
  const own = points.find((p) => p.id === red);
  const near = points
    .filter((p) => p.id !== red && p.id !== black && own && p.face === own.face)
    .map((p) => ({ id: p.id, mm: Math.hypot(p.at.x - (own?.at.x ?? 0), p.at.y - (own?.at.y ?? 0)) }))
    .sort((a, b) => a.mm - b.mm)[Math.floor(random() * 3)];
  return near ? askTruth(at, near.id, black, mode) : missed;
}
