import type { Board, Component } from '../board/board';
import { pinPoint } from '../board/probe-point';
import { functionGroup } from '../connector/pin-function';
import type { TraceContext } from '../belief/trace-context';
import type { Hunt, HuntResult } from './hunt-chances';
import type { HuntAction, RailLink, Suspect, SuspectKind } from './suspect';

/** One result as it is kept with the job. */
export interface HuntEntry {
  readonly action: HuntAction;
  /** Suspect or stretch; empty for unplugging. */
  readonly target: string;
  /** Scar seen, or short gone. */
  readonly yes: boolean;
  /** What was measured; `null` for other actions. */
  readonly ohms: number | null;
}

/** A hunt for a short as it is kept with the job. */
export interface HuntRecord {
  readonly entries: readonly HuntEntry[];
  /** What is printed on the part that was the one, or its measured size. */
  readonly marking: string;
  /** The job waits for that part. */
  readonly waiting: boolean;
}

export const EMPTY_HUNT: HuntRecord = { entries: [], marking: '', waiting: false };

/** Meters of hobby benches resolve about this much with their leads zeroed, ohms (common practice). */
const METER_OHMS = 0.05;
/** A supply that reads less than this to ground is shorted (common practice). */
export const SHORTED_OHMS = 50;

const KIND: Readonly<Partial<Record<Component['kind'], SuspectKind>>> = {
  capacitor: 'ceramic',
  transistor: 'transistor',
  'esd-array': 'protection',
  diode: 'protection',
  chip: 'chip',
};
/** The stretch of the rail that a hunt begins at. */
export const HUNT_START = 'the port';
const NEAR = HUNT_START;

const middle = (c: Component): { readonly x: number; readonly y: number } => ({
  x: c.terminals.reduce((n, t) => n + t.at.x, 0) / Math.max(1, c.terminals.length),
  y: c.terminals.reduce((n, t) => n + t.at.y, 0) / Math.max(1, c.terminals.length),
});

/**
 * What may be short on a job's supply: the port, a bridge at its pads, and every marked part of a kind that fails short. Coils, beads and
 * fuses part the rail into stretches; a part belongs behind the one that stands between it and the port, as far as distance tells.
 * @param about what the rest of the job knows: whether something is plugged in, whether it was wet
 */
export function huntOf(
  board: Board,
  record: HuntRecord,
  about: { readonly plugged: boolean; readonly wet: boolean },
): Hunt {
  const port = board.rows.flatMap((row) =>
    row.pins.flatMap((p, i) => (functionGroup(p.function) === 'supply' ? [pinPoint(row, i)] : [])),
  )[0] ?? { x: 0, y: 0 };
  const away = (p: { readonly x: number; readonly y: number }): number =>
    Math.hypot(p.x - port.x, p.y - port.y);
  const partings = board.components
    .filter((c) => ['inductor', 'bead', 'fuse'].includes(c.kind))
    .sort((a, b) => away(middle(a)) - away(middle(b)));
  const stretchOf = (c: Component): string => {
    const last = partings.findLast((p) => away(middle(p)) < away(middle(c)));
    return last ? `behind ${last.name}` : NEAR;
  };
  const links = partings.map((p, i): RailLink => ({
    a: i === 0 ? NEAR : `behind ${partings[i - 1]?.name ?? ''}`,
    b: `behind ${p.name}`,
    ohms: null,
  }));
  const last = links.at(-1)?.b ?? NEAR;
  const parts = board.components.flatMap((c): Suspect[] => {
    const kind = KIND[c.kind];
    return kind ? [{ id: c.id, label: c.name, kind, stretch: stretchOf(c), scar: false }] : [];
  });
  const suspects: Suspect[] = [
    { id: 'the port', label: 'the port itself', kind: 'port', stretch: NEAR, scar: false },
    { id: 'a bridge', label: 'the pads of the port', kind: 'bridge', stretch: NEAR, scar: false },
    ...(about.wet
      ? [{ id: 'water', label: 'what the water left', kind: 'water' as const, stretch: NEAR, scar: false }]
      : []),
    ...(about.plugged
      ? [{ id: 'plugged', label: 'what unplugs', kind: 'plugged' as const, stretch: last, scar: false }]
      : []),
    ...parts,
  ];
  const known = new Set(suspects.map((s) => s.id));
  const stretches = new Set(suspects.map((s) => s.stretch));
  return {
    suspects,
    links,
    meterOhms: METER_OHMS,
    record: {},
    results: record.entries.flatMap((e): HuntResult[] => {
      if (e.action === 'unplug') return [{ action: 'unplug', gone: e.yes }];
      if (e.action === 'measure')
        return stretches.has(e.target) && e.ohms !== null
          ? [{ action: 'measure', stretch: e.target, ohms: e.ohms }]
          : [];
      // A part that was taken off the board's list since is no suspect any more.
      if (!known.has(e.target)) return [];
      return e.action === 'look'
        ? [{ action: 'look', suspect: e.target, scar: e.yes }]
        : [{ action: 'lift', suspect: e.target, gone: e.yes }];
    }),
  };
}

/** Whether a standing reading says that the supply of the port is shorted to ground. */
export function looksShorted({ board, readings, pins, ground, report }: TraceContext): boolean {
  const supply = new Set(
    pins
      .filter((p) => functionGroup(p.pin.function) === 'supply')
      .flatMap((p) => report.netOf.get(p.id)?.points ?? [p.id]),
  );
  // A place that is known by its name only counts as what it is called.
  const named = (words: RegExp): string[] =>
    board.spots.filter((s) => words.test(s.name.trim())).map((s) => s.id);
  for (const id of named(/^(?:vbus|\+?5 ?v|v\+)\b/iu)) supply.add(id);
  const grounds = new Set([...ground, ...named(/^(?:gnd|ground|shell|shield|minus|b[-−])/iu)]);
  return readings.some((r) => {
    const across = (supply.has(r.red) && grounds.has(r.black)) || (supply.has(r.black) && grounds.has(r.red));
    if (!across || (r.mode !== 'ohms' && r.mode !== 'continuity')) return false;
    return r.shown === 'beep' || (r.shown === 'value' && (r.value ?? Infinity) < SHORTED_OHMS);
  });
}

/** The part that a hunt found, by its name on the board and what is printed on it; `null` while none is. */
export function foundPart(
  board: Pick<Board, 'components'>,
  { entries, marking }: HuntRecord,
): { readonly label: string; readonly marking: string } | null {
  const lifted = entries.findLast((e) => e.action === 'lift' && e.yes);
  const part = board.components.find((c) => c.id === lifted?.target);
  return part ? { label: part.name, marking } : null;
}
