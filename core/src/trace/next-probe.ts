import type { ProbePoint } from '../board/probe-point';
import { spanMm } from '../board/probe-point';
import { canProbe } from '../board/pad-state';
import { functionGroup } from '../connector/pin-function';
import type { MeterMode } from '../quantity/meter-entry';
import { CC_OHMS, SERIES_DATA_OHMS } from './landing';
import type { PinRowReport } from './pin-table';
import { pinTable } from './pin-table';
import type { PinPoint, TraceContext } from './trace-context';
import { groundReference, isGroundPin, knownOhms, readingsBetween } from './trace-context';

export interface ProbeOrder {
  readonly red: string;
  readonly black: string;
  readonly redLabel: string;
  readonly blackLabel: string;
  readonly mode: MeterMode;
  /** Why this one now, in words for the slip. */
  readonly why: string;
  /** What each outcome would mean. */
  readonly means: readonly { readonly shows: string; readonly tells: string }[];
  readonly rule:
    | 'settle'
    | 'clash'
    | 'ground'
    | 'short'
    | 'resistor'
    | 'supply'
    | 'data'
    | 'configuration'
    | 'other'
    | 'neighbour'
    | 'look';
}

type Candidate = Omit<ProbeOrder, 'redLabel' | 'blackLabel' | 'red' | 'black'> & {
  readonly red: ProbePoint;
  readonly black: ProbePoint;
};
type Rule = (ctx: TraceContext, table: readonly PinRowReport[]) => Candidate[];

/** How a pair and mode are remembered, whichever way round the leads are; used for skipping. */
export function probeKey(red: string, black: string, mode: MeterMode): string {
  return [...[red, black].sort(), mode].join('|');
}

const alive = (pin: PinPoint): boolean => canProbe(pin.pin.state);

const nearestFirst =
  (from: ProbePoint) =>
  (a: ProbePoint, b: ProbePoint): number =>
    (spanMm(from, a) ?? 1e6) - (spanMm(from, b) ?? 1e6);

/** A beep that may have gone through a part is settled in ohms. */
const settle: Rule = (ctx) =>
  ctx.report.open.flatMap(({ reading, through }) => {
    const [red, black] = [ctx.byId.get(reading.red), ctx.byId.get(reading.black)];
    if (!red || !black || reading.mode === 'ohms' || reading.shown === 'value') return [];
    const parts = through.map((id) => ctx.board.components.find((c) => c.id === id));
    if (parts.some((c) => c?.kind !== 'resistor')) return [];
    const names = parts.map((c) => c?.name ?? '').join(', ');
    return [
      {
        red,
        black,
        mode: 'ohms',
        rule: 'settle',
        why: `It beeped, but ${names} beeps too. Ohms tell a wire from a part.`,
        means: [
          { shows: 'under 1 Ω', tells: 'a wire: one net' },
          { shows: 'near the part’s value', tells: `through ${names}: two nets` },
        ],
      },
    ];
  });

const clash: Rule = (ctx) =>
  ctx.report.contradictions.flatMap(({ reading }) => {
    const [red, black] = [ctx.byId.get(reading.red), ctx.byId.get(reading.black)];
    if (!red || !black) return [];
    return [
      {
        red,
        black,
        mode: 'ohms',
        rule: 'clash',
        why: 'Two readings disagree here. Press harder, take ohms, then strike out the wrong one.',
        means: [
          { shows: 'under 1 Ω', tells: 'joined: the reading that said apart is wrong' },
          { shows: 'over 10 Ω or OL', tells: 'apart: one in the chain is wrong' },
        ],
      },
    ];
  });

const ground: Rule = (ctx, table) => {
  const reference = groundReference(ctx.points);
  if (!reference) return [];
  const pins = table
    .filter((r) => isGroundPin(r.pin.pin) && alive(r.pin) && !ctx.ground.has(r.pin.id))
    .map((r) => r.pin as ProbePoint);
  const legs = ctx.points.filter((p) => p.owner === 'leg' && canProbe(p.leg.state) && !ctx.ground.has(p.id));
  const named = ctx.points.filter(
    (p) =>
      p.owner === 'point' &&
      ['pour', 'battery-minus', 'shell'].includes(p.point.role) &&
      !ctx.ground.has(p.id),
  );
  return [...pins.slice(0, 1), ...legs.slice(0, 1), ...named, ...pins.slice(1)].map((red) => ({
    red,
    black: reference,
    mode: 'continuity',
    rule: 'ground',
    why: 'Ground first: everything else is measured against it.',
    means: [
      { shows: 'beep', tells: 'ground: a jumper may land anywhere on it' },
      { shows: 'open', tells: 'this one has lost its track to ground' },
    ],
  }));
};

/** VBUS against ground before anything else on it: a short is hunted, not powered. */
const short: Rule = (ctx, table) => {
  const reference = groundReference(ctx.points);
  const supply = table.filter((r) => r.pin.pin.function === 'VBUS');
  const vbus = supply.find((r) => alive(r.pin));
  const landed = supply.find((r) => r.landing)?.landing;
  const red: ProbePoint | undefined = vbus?.pin ?? (landed ? ctx.byId.get(landed.pointId) : undefined);
  if (!reference || !red) return [];
  return [
    {
      red,
      black: reference,
      mode: 'ohms',
      rule: 'short',
      why: 'Is the input shorted? Wait until the figure stops climbing.',
      means: [
        { shows: 'over 1 kΩ', tells: 'not shorted' },
        { shows: 'under 50 Ω', tells: 'a short: do not power it; hunt the part' },
      ],
    },
  ];
};

/** Small resistors near the port, unmarked or unmeasured: 22 ohm found means the data lines are found. */
const resistors: Rule = (ctx, table) => {
  const lines = table.filter((r) => r.status === 'open' || r.status === 'sound').map((r) => r.pin);
  const port =
    lines.find((p) => functionGroup(p.pin.function) === 'data') ??
    lines.find((p) => functionGroup(p.pin.function) === 'configuration');
  if (!port) return [];
  return ctx.points
    .filter(
      (p) =>
        p.owner === 'terminal' && p.component.kind === 'resistor' && p.component.terminals[0]?.id === p.id,
    )
    .sort(nearestFirst(port))
    .flatMap((red) => {
      const component = red.owner === 'terminal' ? red.component : null;
      const black = ctx.byId.get(component?.terminals[1]?.id ?? '');
      if (!component || !black || knownOhms(ctx, component.id) !== null) return [];
      return [
        {
          red,
          black,
          mode: 'ohms' as const,
          rule: 'resistor' as const,
          why: `What is ${component.name}? The small resistors near the port tell the lines apart.`,
          means: [
            { shows: '22, 27 or 33 Ω', tells: 'a data line' },
            { shows: 'about 5.1 kΩ', tells: 'a CC line' },
            { shows: 'anything else', tells: 'not a line of the port' },
          ],
        },
      ];
    });
};

/** Points that could be where a pin of this function goes, nearest first, best kind first. */
function targets(ctx: TraceContext, pin: PinPoint): ProbePoint[] {
  const group = functionGroup(pin.pin.function);
  const wanted = (p: ProbePoint): number => {
    if (p.owner === 'pin' || p.owner === 'leg') return -1;
    if (p.owner === 'point')
      return p.point.role === 'track-end' ||
        p.point.role === 'test-point' ||
        p.point.role === 'via' ||
        p.point.role === 'plain'
        ? 2
        : -1;
    const { kind } = p.component;
    const value = kind === 'resistor' ? knownOhms(ctx, p.component.id) : null;
    const within = (band: readonly [number, number]): boolean =>
      value !== null && value >= band[0] && value <= band[1];
    if (group === 'supply')
      return ['fuse', 'bead', 'inductor', 'diode', 'dual-diode'].includes(kind)
        ? 0
        : kind === 'resistor'
          ? 3
          : 1;
    if (group === 'data')
      return within(SERIES_DATA_OHMS) || kind === 'choke' || kind === 'esd-array'
        ? 0
        : kind === 'chip'
          ? 1
          : value === null
            ? 2
            : 3;
    if (group === 'configuration') return within(CC_OHMS) ? 0 : kind === 'chip' ? 1 : 2;
    return 1;
  };
  const already = ctx.report.netOf.get(pin.id);
  return ctx.points
    .filter((p) => wanted(p) >= 0 && !ctx.ground.has(p.id) && already?.points.includes(p.id) !== true)
    .sort((a, b) => wanted(a) - wanted(b) || nearestFirst(pin)(a, b));
}

const WHY: Readonly<Record<string, string>> = {
  supply: 'VBUS goes to a fuse, a bead, a coil or a diode first. The nearest one is asked first.',
  data: 'A data line meets a small series resistor close to the port.',
  configuration: 'CC has 5.1 kΩ to ground and a track to a chip.',
};

const MEANS: Readonly<Record<string, string>> = {
  supply: 'here VBUS arrives: the wire may land here',
  data: 'this is its line; land on the port side',
  configuration: 'this is its line',
};

const pinsOf =
  (rule: 'supply' | 'data' | 'configuration' | 'other', groups: readonly string[]): Rule =>
  (ctx, table) =>
    table
      .filter(
        (r) =>
          (r.status === 'open' || r.status === 'sound') &&
          alive(r.pin) &&
          groups.includes(functionGroup(r.pin.pin.function)),
      )
      .flatMap((r) =>
        targets(ctx, r.pin).map((black) => ({
          red: r.pin,
          black,
          mode: 'continuity' as const,
          rule,
          why: WHY[rule] ?? 'Where does this pin go?',
          means: [
            { shows: 'beep', tells: MEANS[rule] ?? 'this is where it goes' },
            { shows: 'open', tells: 'not here; the next one is asked' },
          ],
        })),
      );

/** The pad is gone: its stub is followed by eye, best guess of the rules first. */
const look: Rule = (ctx, table) =>
  table
    .filter((r) => r.status === 'open' && !alive(r.pin))
    .flatMap((r) =>
      targets(ctx, r.pin)
        .slice(0, 6)
        .map((black) => ({
          red: r.pin,
          black,
          mode: 'seen' as const,
          rule: 'look' as const,
          why: `The pad is gone, so the meter cannot ask. Follow the stub of pin ${r.pin.pin.number} under the magnifier.`,
          means: [
            { shows: 'followed', tells: 'the track runs there' },
            { shows: 'ends', tells: 'not this one' },
          ],
        })),
    );

const neighbours: Rule = (ctx) =>
  ctx.board.rows.flatMap((row) =>
    row.pins.slice(1).flatMap((pin, i) => {
      const [red, black] = [ctx.byId.get(row.pins[i]?.id ?? ''), ctx.byId.get(pin.id)];
      if (red?.owner !== 'pin' || black?.owner !== 'pin' || !alive(red) || !alive(black)) return [];
      if (red.pin.function === black.pin.function || (isGroundPin(red.pin) && isGroundPin(black.pin)))
        return [];
      if (ctx.report.netOf.get(red.id) === ctx.report.netOf.get(black.id)) return [];
      return [
        {
          red,
          black,
          mode: 'continuity' as const,
          rule: 'neighbour' as const,
          why: 'Neighbours must not ring: a hair of solder hides well.',
          means: [
            { shows: 'open', tells: 'clear' },
            { shows: 'beep', tells: 'bridged, or a part between them' },
          ],
        },
      ];
    }),
  );

/** In the order the trade asks: settle doubts, ground, short, the small resistors, then pin by pin, then neighbours. */
const RULES: readonly Rule[] = [
  clash,
  settle,
  ground,
  short,
  resistors,
  pinsOf('supply', ['supply']),
  pinsOf('data', ['data']),
  pinsOf('configuration', ['configuration']),
  pinsOf('other', ['audio', 'unknown']),
  look,
  neighbours,
];

function answered(ctx: TraceContext, c: Candidate): boolean {
  if (c.rule === 'clash') return readingsBetween(ctx, c.red.id, c.black.id, ['ohms']).length >= 2;
  const modes: readonly MeterMode[] = c.mode === 'continuity' ? ['continuity', 'ohms'] : [c.mode];
  return readingsBetween(ctx, c.red.id, c.black.id, modes).length > 0;
}

/**
 * The next probe by the rules of the trade, or `null` when they ask nothing more.
 * What has been read already between two points is not asked again, nor what the person skipped.
 * @param skipped keys of `probeKey`
 */
export function nextProbe(ctx: TraceContext, skipped: ReadonlySet<string> = new Set()): ProbeOrder | null {
  const table = pinTable(ctx);
  for (const rule of RULES) {
    const next = rule(ctx, table).find(
      (c) =>
        c.red.id !== c.black.id && !answered(ctx, c) && !skipped.has(probeKey(c.red.id, c.black.id, c.mode)),
    );
    if (next) {
      const { red, black, ...rest } = next;
      return { ...rest, red: red.id, black: black.id, redLabel: red.label, blackLabel: black.label };
    }
  }
  return null;
}

/** How many pins still want a landing. */
export function openPins(ctx: TraceContext): number {
  return pinTable(ctx).filter((r) => r.status === 'open').length;
}
