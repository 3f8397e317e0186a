import type { Board, Leg, PinRow } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { PadState } from '../board/pad-state';
import { pinPoint } from '../board/probe-point';
import { placeFamily } from '../board/place-row';
import { withFault } from '../circuit/netlist';
import type { ConnectorFamily } from '../connector/family';
import { FAMILIES } from '../connector/family';
import type { PinFunction } from '../connector/pin-function';
import { isOptional } from '../connector/pin-function';
import { boardPoint } from '../geometry/point';
import { boardCircuit } from './board-circuit';
import type { StageKind } from './input-stage';
import { FUNCTION_NET, layStage, STAGE_FAMILY, STAGE_KINDS } from './input-stage';
import { bothFaces } from './both-faces';
import type { FurtherStage } from './further-stages';
import { FURTHER_FAMILY, FURTHER_STAGES, layFurtherStage } from './further-stages';
import type { OtherStage } from './other-stages';
import { layOtherStage, OTHER_FAMILY, OTHER_STAGES, SHARED_NETS } from './other-stages';
import { seeded } from './seeded';
import type { XY } from '../geometry/projective';
import { stageBuilder } from './stage-builder';
import type { BoardTruth } from './truth';

export const SECOND_FAULTS = ['none', 'capacitor short', 'chip short', 'fuse open', 'joint cracked'] as const;
export type SecondFault = (typeof SECOND_FAULTS)[number];

export type AnyStage = StageKind | OtherStage | FurtherStage;

/** A made-up board with its port torn off, as the person marked it, and what is true of it. */
export interface BrokenBoard {
  readonly seed: number;
  readonly kind: AnyStage;
  readonly family: ConnectorFamily;
  readonly truth: BoardTruth;
  /** True net of every pin that is wired, by pin id. */
  readonly pinNets: Readonly<Record<string, string>>;
  /** Pins that must be found before the repair can go on. */
  readonly required: readonly string[];
  readonly wired: 'as usual' | 'mirrored';
  readonly fault: SecondFault;
}

export interface BoardWish {
  readonly kind?: AnyStage;
  /** Stages to draw from where no kind is named: the usual ones, those that the belief was not made on, or a third set drawn after it. */
  readonly from?: 'usual' | 'others' | 'further';
  readonly fault?: SecondFault;
  /** Chance that a pad is torn off. */
  readonly torn?: number;
}

interface Marked {
  readonly rows: readonly PinRow[];
  /** What each pin really is, in the order of the rows. */
  readonly real: readonly PinFunction[];
}

/** The rows as the person marks them; what each pin really is follows from how the board is wired. */
function markRows(family: ConnectorFamily, mirrored: boolean): Marked {
  const rows = placeFamily(EMPTY_BOARD, {
    family,
    face: 'top',
    first: boardPoint(0, 0),
    directionDeg: 0,
    pitchMm: FAMILIES[family].pitchMm,
    mirrored: false,
  });
  return {
    rows,
    real: rows.flatMap((r) => {
      const functions = r.pins.map((p) => p.function);
      return mirrored ? functions.toReversed() : functions;
    }),
  };
}

/**
 * A broken board from a seed: an input stage with parts placed on a board, pads torn or cracked, stubs left or not, sometimes wired
 * mirrored, sometimes with a second fault. The same seed and wish give the same board. All figures are a judgement (common practice).
 */
export function brokenBoard(seed: number, wish: BoardWish = {}): BrokenBoard {
  const random = seeded(seed * 2654435761 + 12345);
  const b = stageBuilder(random);
  const { draw } = b;
  const kind: AnyStage =
    wish.kind ??
    (wish.from === 'others'
      ? draw.pick(OTHER_STAGES)
      : draw.pick<AnyStage>(wish.from === 'further' ? FURTHER_STAGES : STAGE_KINDS));
  const other = OTHER_STAGES.find((k) => k === kind);
  const further = FURTHER_STAGES.find((k) => k === kind);
  const family = { ...STAGE_FAMILY, ...OTHER_FAMILY, ...FURTHER_FAMILY }[kind];
  const mirrored = draw.chance(0.05);
  const { rows, real } = markRows(family, mirrored);
  const places = rows.flatMap((row) => row.pins.map((_, i): XY => pinPoint(row, i)));
  const pads = new Map<string, XY[]>();
  real.forEach((f, i) => pads.set(f, [...(pads.get(f) ?? []), places[i] as XY]));
  b.point('pour', 'pour', '0', { x: Math.max(...places.map((p) => p.x)) + 6, y: 8 });
  if (further) layFurtherStage(b, further, pads);
  else if (other) layOtherStage(b, other, pads);
  else layStage(b, kind as StageKind, pads);

  const shell = draw.chance(0.92) ? '0' : 'shell';
  const width = Math.max(...places.map((p) => p.x));
  const legs = [-1.2, width + 1.2].map((x, i): Leg => ({
    id: `leg${i + 1}`,
    name: `leg ${i + 1}`,
    face: 'top',
    at: boardPoint(x, -2),
    fixing: 'through-hole',
    slot: null,
    state: further && draw.chance(0.3) ? 'torn' : 'sound',
  }));
  for (const leg of legs) b.netOf[leg.id] = shell;
  if (shell !== '0') b.component('resistor', ['shell', '0'], b.near({ x: width + 2, y: 2 }, 0.8), 1e6);

  const wiredNets = new Set(b.components.flatMap((c) => c.terminals.map((t) => b.netOf[t.id] ?? '')));
  const pinNets: Record<string, string> = {};
  const gone = new Set<string>(legs.filter((leg) => leg.state === 'torn').map((leg) => leg.id));
  const cut = new Set<string>();
  const followed = new Set<string>();
  const tornShare = wish.torn ?? 0.45;
  const pins = rows
    .flatMap((row) => row.pins)
    .map((pin, i) => {
      const net = (other && SHARED_NETS[other]?.[real[i] ?? '']) ?? FUNCTION_NET[real[i] ?? ''];
      const wired = net !== undefined && (net === '0' || wiredNets.has(net));
      if (wired) pinNets[pin.id] = net;
      b.netOf[pin.id] = wired ? net : `pad ${pin.id}`;
      const fate = draw.random();
      let state: PadState = 'sound';
      if (fate < tornShare) {
        state = 'torn';
        gone.add(pin.id);
      } else if (fate < tornShare + 0.1) {
        state = 'cracked';
        cut.add(pin.id);
      } else if (draw.chance(0.03)) cut.add(pin.id);
      if (state !== 'sound') {
        if (draw.chance(0.5)) followed.add(pin.id);
        if (wired && draw.chance(0.55))
          b.point(`stub ${i + 1}`, 'track-end', net, {
            x: (places[i]?.x ?? 0) + 0.08 * draw.normal(),
            y: (places[i]?.y ?? 0) + draw.between(0.7, 1.3),
          });
      }
      return { ...pin, state };
    });
  const faces = further ? bothFaces(b.components, b.netOf, draw) : null;
  Object.assign(b.netOf, faces?.netOf);
  const marked: Board = {
    ...EMPTY_BOARD,
    family,
    rows: rows.map((row) => ({ ...row, pins: pins.filter((p) => row.pins.some((q) => q.id === p.id)) })),
    legs,
    points: [...b.points, ...(faces?.points ?? [])],
    facePairs: faces?.facePairs ?? [],
    // A person sees what a part is, not what it is worth; now and then not even that.
    components: (faces?.components ?? b.components).map((c) => ({
      ...c,
      value: null,
      kind: draw.chance(0.02) ? 'other' : c.kind,
    })),
  };
  const circuit = boardCircuit(b.components, (id) => b.netOf[id], b.truths);
  const fault = wish.fault ?? (draw.chance(0.12) ? draw.pick(SECOND_FAULTS) : 'none');
  const suspect = {
    none: undefined,
    'capacitor short': circuit.find(
      (p) => p.kind === 'capacitor' && p.b === '0' && ['vbus', 'vin', 'sys'].includes(p.a),
    ),
    'chip short': circuit.find(
      (p) => p.kind === 'diode' && p.anode === '0' && ['vbus', 'vin', 'sys'].includes(p.cathode),
    ),
    'fuse open': circuit.find((p) => p.kind === 'resistor' && /^(F|FB|L)\d/u.test(p.id)),
    'joint cracked': circuit.find((p) => p.kind === 'resistor' && /^R1$/u.test(p.id)),
  }[fault];
  return {
    seed,
    kind,
    family,
    truth: {
      board: marked,
      netOf: b.netOf,
      gone,
      cut,
      circuit: suspect
        ? withFault(circuit, suspect.id, fault.endsWith('short') ? 'short' : 'open', draw.between(0.2, 3))
        : circuit,
      followed,
    },
    pinNets,
    required: pins
      .filter((p, i) => pinNets[p.id] !== undefined && !isOptional(real[i] ?? 'unknown'))
      .map((p) => p.id),
    wired: mirrored ? 'mirrored' : 'as usual',
    fault: suspect ? fault : 'none',
  };
}
