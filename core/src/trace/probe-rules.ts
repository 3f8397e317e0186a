import type { ProbePoint } from '../board/probe-point';
import { canProbe } from '../board/pad-state';
import { functionGroup } from '../connector/pin-function';
import type { PinRowReport } from './pin-table';
import type { ProbeCandidate } from './probe-order';
import { nearestFirst, probeTargets } from './probe-targets';
import type { PinPoint, TraceContext } from './trace-context';
import { groundReference, isGroundPin, knownOhms } from './trace-context';

/** What one rule of the trade would have probed now, best first. */
export type ProbeRule = (ctx: TraceContext, table: readonly PinRowReport[]) => ProbeCandidate[];

const alive = (pin: PinPoint): boolean => canProbe(pin.pin.state);

/** A beep that may have gone through a part is settled in ohms. */
const settle: ProbeRule = (ctx) =>
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

const clash: ProbeRule = (ctx) =>
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

const ground: ProbeRule = (ctx, table) => {
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
const short: ProbeRule = (ctx, table) => {
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
const resistors: ProbeRule = (ctx, table) => {
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
  (rule: 'supply' | 'data' | 'configuration' | 'other', groups: readonly string[]): ProbeRule =>
  (ctx, table) =>
    table
      .filter(
        (r) =>
          (r.status === 'open' || r.status === 'sound') &&
          alive(r.pin) &&
          groups.includes(functionGroup(r.pin.pin.function)),
      )
      .flatMap((r) =>
        probeTargets(ctx, r.pin).map((black) => ({
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
const look: ProbeRule = (ctx, table) =>
  table
    .filter((r) => r.status === 'open' && !alive(r.pin))
    .flatMap((r) =>
      probeTargets(ctx, r.pin)
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

const neighbours: ProbeRule = (ctx) =>
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
export const PROBE_RULES: readonly ProbeRule[] = [
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
