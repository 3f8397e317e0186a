import type {
  Board,
  BoardPoint,
  Component,
  ComponentKind,
  ConnectorFamily,
  Face,
  Leg,
  LoosePoint,
  MeterMode,
  MeterShown,
  PadState,
  PinFunction,
  PinRow,
  PointRole,
} from '@zebbit/core';
import { boardPoint, EMPTY_BOARD, FAMILIES, familyRows } from '@zebbit/core';

/** Where a missing track ran, or what is left of one: its last place goes on under the mask. */
type Scar = readonly (readonly [number, number])[] | readonly [number, number];

/** A board as another hand drew it: what is seen, the truth, and what a meter shows between every two points. */
export interface ForeignBoard {
  readonly id: string;
  readonly seen: {
    readonly board: { readonly widthMm: number };
    readonly connector: {
      readonly family: string;
      readonly face: Face;
      readonly shell: readonly {
        readonly id: string;
        readonly at: readonly [number, number];
        readonly state: string;
        readonly point: string | null;
      }[];
    };
    readonly pads: readonly {
      readonly number: string;
      readonly function: string;
      readonly at: readonly [number, number];
      readonly face: Face;
      readonly state: string;
      readonly point: string | null;
      readonly scar?: Scar | null;
      readonly stub?: Scar | null;
    }[];
    readonly components: readonly {
      readonly id: string;
      readonly kind: string;
      readonly marking: string | null;
      readonly face: Face;
      readonly terminals: readonly {
        readonly number: string;
        readonly at: readonly [number, number];
        readonly point: string;
      }[];
    }[];
    readonly points: readonly {
      readonly id: string;
      readonly kind: string;
      readonly at: readonly [number, number];
      readonly face: string;
      readonly print?: string;
    }[];
  };
  readonly hidden: {
    readonly truth: readonly {
      readonly pad: string;
      readonly function: string;
      readonly connected: boolean;
      readonly need: 'required' | 'wanted' | 'optional' | 'none';
      readonly landing: readonly string[];
      readonly farSide: readonly { readonly points: readonly string[] }[];
      readonly alsoWorks: readonly { readonly points: readonly string[] }[];
      readonly dangerous: readonly {
        readonly points: readonly string[];
        readonly why: string;
        readonly main: boolean;
      }[];
    }[];
  };
}

type Cell = number | null;
export interface ForeignReadings {
  readonly points: readonly string[];
  readonly pairs: readonly (readonly Cell[])[];
}

const FAMILY: readonly (readonly [RegExp, ConnectorFamily])[] = [
  [/^micro-b/u, 'micro-b'],
  [/^mini-b/u, 'mini-b'],
  [/^type-c 16/u, 'type-c-16'],
  [/^type-c 6/u, 'type-c-6'],
  [/^type-c 24/u, 'type-c-24'],
  [/^a plug 3/u, 'usb-a-3-plug'],
  [/^a plug/u, 'usb-a-plug'],
  [/^a 3/u, 'usb-a-3'],
  [/^a\b/u, 'usb-a'],
  [/^b\b/u, 'usb-b'],
];

const STATES: Readonly<Record<string, PadState>> = {
  sound: 'sound',
  lifted: 'lifted',
  'torn pad': 'torn',
  'torn trace': 'trace-torn',
  torn: 'torn',
};

/** What a repairer picks from the list of parts for what the eye sees. */
const KINDS: Readonly<Record<string, ComponentKind>> = {
  resistor: 'resistor',
  capacitor: 'capacitor',
  'inductor or bead': 'bead',
  fuse: 'fuse',
  'four-legged choke': 'choke',
  diode: 'diode',
  'three-legged part': 'three-legged',
  'resistor array': 'resistor-array',
  socket: 'socket',
  'barrel jack': 'socket',
  'phone jack': 'socket',
  'battery plug': 'socket',
  speaker: 'speaker',
  switch: 'switch',
  'coin cell clip': 'cell',
  crystal: 'crystal',
  chip: 'chip',
  led: 'led',
  button: 'button',
};

/** Ohms of a three- or four-digit mark, or of one with an R; `null` where it says nothing. */
export function markedOhms(mark: string | null): number | null {
  if (mark === null) return null;
  if (/^0+$/u.test(mark)) return 0;
  const r = /^(\d*)R(\d*)$/u.exec(mark);
  if (r) return Number(`${r[1] || '0'}.${r[2] || '0'}`);
  const digits = /^(\d{2,3})(\d)$/u.exec(mark);
  return digits ? Number(digits[1]) * 10 ** Number(digits[2]) : null;
}

const roleOf = (kind: string, print: string): PointRole => {
  if (kind === 'via') return 'via';
  if (kind === 'battery pad') return /-|−|neg|minus/iu.test(print) ? 'battery-minus' : 'battery-plus';
  return kind === 'test pad' ? 'test-point' : 'plain';
};

/** Name of the place where a pad's missing track goes on under the mask. */
export const scarPoint = (pad: string): string => `scar.${pad.replace('/', '-')}`;

/** The board as a person marks it on the plate: nothing of the truth is in it. Bottom places are mirrored, as they are seen there. */
export function marked({ seen }: ForeignBoard): Board {
  const width = seen.board.widthMm;
  const family = FAMILY.find(([words]) => words.test(seen.connector.family))?.[1] ?? 'other';
  const place = ([x, y]: readonly [number, number], face: Face): BoardPoint =>
    boardPoint(face === 'top' ? x : width - x, y);
  const rows = familyRows(FAMILIES[family]).flatMap((own, n): PinRow[] => {
    const pads = own.contacts.flatMap((c) => {
      const pad = seen.pads.find(
        (p) =>
          p.number === c.number || p.number.split('/').sort().join() === c.number.split('/').sort().join(),
      );
      return pad ? [pad] : [];
    });
    const [first, last] = [pads[0], pads.at(-1)];
    if (!first || !last) return [];
    const at = place(first.at, first.face);
    const to = place(last.at, last.face);
    const span = Math.hypot(to.x - at.x, to.y - at.y);
    return [
      {
        id: `row${n + 1}`,
        face: first.face,
        first: at,
        directionDeg: (Math.atan2(to.y - at.y, to.x - at.x) * 180) / Math.PI,
        pitchMm: pads.length > 1 ? span / (pads.length - 1) : FAMILIES[family].pitchMm,
        measuredPitch: null,
        padMm: null,
        offsetsMm: pads.map((p) => {
          const q = place(p.at, p.face);
          return Math.hypot(q.x - at.x, q.y - at.y);
        }),
        pins: pads.map((p) => ({
          id: p.point ?? `gone.${p.number.replace('/', '-')}`,
          number: p.number,
          function: p.function as PinFunction,
          state: STATES[p.state] ?? 'unchecked',
        })),
      },
    ];
  });
  const components = seen.components.map((c): Component => ({
    id: c.id,
    name: c.id,
    kind: KINDS[c.kind] ?? 'other',
    face: c.face,
    package: null,
    heatShy: false,
    value: c.kind.startsWith('resistor') ? markedOhms(c.marking) : null,
    terminals: c.terminals.map((t) => ({ id: t.point, name: t.number, at: place(t.at, c.face) })),
  }));
  const taken = new Set([
    ...rows.flatMap((r) => r.pins.map((p) => p.id)),
    ...components.flatMap((c) => c.terminals.map((t) => t.id)),
    ...seen.connector.shell.map((s) => s.point),
  ]);
  const legs = seen.connector.shell.map((s): Leg => ({
    id: s.point ?? `gone.${s.id}`,
    name: s.id,
    face: seen.connector.face,
    at: place(s.at, seen.connector.face),
    fixing: 'through-hole',
    slot: null,
    state: STATES[s.state] ?? 'torn',
  }));
  const points = seen.points.flatMap((p): LoosePoint[] => {
    if (taken.has(p.id)) return [];
    const face: Face = p.face === 'bottom' ? 'bottom' : 'top';
    return [
      { id: p.id, name: p.print ?? p.id, face, at: place(p.at, face), role: roleOf(p.kind, p.print ?? p.id) },
    ];
  });
  // Where a torn track is seen to go on under the mask, a person marks its end.
  const ends = seen.pads.flatMap((p): LoosePoint[] => {
    const scar = p.scar ?? p.stub ?? null;
    if (scar === null || p.point !== null) return [];
    const last = scar.at(-1);
    const at = typeof last === 'number' ? (scar as readonly [number, number]) : last;
    return at
      ? [
          {
            id: scarPoint(p.number),
            name: `end of ${p.number}`,
            face: p.face,
            at: place(at, p.face),
            role: 'track-end',
            ofPin: `gone.${p.number.replace('/', '-')}`,
          },
        ]
      : [];
  });
  const corners = [
    [2, 2],
    [width - 2, 2],
    [2, 20],
  ] as const;
  return {
    ...EMPTY_BOARD,
    family,
    rows,
    legs,
    components: components.filter((c) => c.terminals.length > 0),
    points: [...points, ...ends],
    facePairs: corners.map((c) => ({ top: place(c, 'top'), bottom: place(c, 'bottom') })),
  };
}

export type Ask = (red: string, black: string, mode: MeterMode) => MeterShown;

/** What the meter shows, exact; an eye on tracks that are not drawn ends at the mask. */
export function exactMeter({ points, pairs }: ForeignReadings, truths: ForeignBoard['hidden']['truth']): Ask {
  const at = new Map(points.map((p, i) => [p, i]));
  // A place that was scraped bare reads as any other point of its net; where nothing is connected, as nothing.
  const bared = new Map<string, number>();
  for (const t of truths) {
    const place = t.connected ? t.landing.map((p) => at.get(p)).find((i) => i !== undefined) : undefined;
    if (place !== undefined) bared.set(scarPoint(t.pad), place);
  }
  const cells = new Map(pairs.map((p) => [`${String(p[0])} ${String(p[1])}`, p]));
  return (red, black, mode) => {
    const [a, b] = [at.get(red) ?? bared.get(red), at.get(black) ?? bared.get(black)];
    if (mode === 'seen') return { shown: 'open', value: null };
    if (a === undefined || b === undefined)
      return mode === 'volts'
        ? { shown: 'value', value: 0 }
        : { shown: mode === 'continuity' ? 'open' : 'over', value: null };
    const forward = a < b;
    const row = cells.get(forward ? `${a} ${b}` : `${b} ${a}`);
    if (a === b && mode === 'continuity') return { shown: 'beep', value: null };
    if (a === b) return { shown: 'value', value: mode === 'ohms' ? 0.2 : 0 };
    if (!row) return { shown: 'open', value: null };
    const cell = (f: number): Cell => row[forward ? f : f + 1] ?? null;
    if (mode === 'volts') return { shown: 'value', value: 0 };
    if (mode === 'continuity')
      return cell(6) === 1 ? { shown: 'beep', value: null } : { shown: 'open', value: null };
    if (mode === 'ohms' && row[8] === 1) return { shown: 'climbs', value: null };
    const value = cell(mode === 'ohms' ? 2 : 4);
    return value === null ? { shown: 'over', value: null } : { shown: 'value', value };
  };
}
