import type { ComponentKind } from '../board/board';
import type { PinFunction } from '../connector/pin-function';
import type { TraceMode } from './outcome-class';
import { TRACE_MODES } from './outcome-class';
import type { NetKind } from './signature';
import type { LinePaths } from './between-nets';
import { kindOf } from './signature';
import type { AcrossKind } from './between-nets';
import { acrossInLine, acrossKind, betweenNets } from './between-nets';

/** A net that a point may be on. */
export interface Label {
  readonly kind: NetKind;
  /** The function whose track it is, or behind whose first part it lies. */
  readonly of: PinFunction | null;
}

/** All nets that matter to one connector, and what a meter shows between any two of them. */
export interface LabelSet {
  readonly labels: readonly Label[];
  readonly ground: number;
  readonly otherSupply: number;
  readonly rail: number;
  readonly other: number;
  readonly alone: number;
  /** Label of a function's own net. */
  readonly near: ReadonlyMap<PinFunction, number>;
  /** Label of what lies behind a function's first part. */
  readonly far: ReadonlyMap<PinFunction, number>;
  /** `chances[mode][red * labels + black]`, with the error rate worked in. */
  readonly chances: Readonly<Record<TraceMode, readonly Float64Array[]>>;
  /** The same for a reading across the two ends of a part of a kind: between a line and its far side it is the part itself that is read. */
  readonly across: Readonly<Partial<Record<AcrossKind, LabelSet['chances']>>>;
}

/** Chances of a reading: across a part of this kind where it is one across its own ends, between any two points else. */
export const tableOf = (
  { across, chances }: LabelSet,
  mode: TraceMode,
  kind: ComponentKind | 'point' | null,
): readonly Float64Array[] => {
  const of = kind && acrossKind(kind);
  return ((of && across[of]) ?? chances)[mode];
};

const SERIES: readonly PinFunction[] = ['VBUS', 'D+', 'D-'];

/** A probe that slipped shows nothing, more often than not (common practice); else anything. */
const SLIP_SHOWS_NOTHING = 0.4;

/** Chance of an outcome when the probe slipped; the last class of every mode is the one that shows nothing. */
export function slipChance(at: number, classes: number): number {
  return (1 - SLIP_SHOWS_NOTHING) / classes + (at === classes - 1 ? SLIP_SHOWS_NOTHING : 0);
}

/** Mixes in the chance that a probe slipped. */
export function withSlips(chances: Float64Array, slipRate: number): Float64Array {
  return chances.map((p, at) => (1 - slipRate) * p + slipRate * slipChance(at, chances.length));
}

/** @param functions every function the row may have, GND left out */
export function labelSet(functions: readonly PinFunction[], slipRate: number, through: LinePaths): LabelSet {
  const labels: Label[] = [{ kind: 'ground', of: null }];
  const add = (kind: NetKind, of: PinFunction | null): number => labels.push({ kind, of }) - 1;
  const near = new Map(functions.map((f) => [f, add(kindOf(f), f)]));
  near.set('GND', 0);
  near.set('GND_DRAIN', 0);
  const far = new Map(
    functions
      .filter((f) => SERIES.includes(f))
      .map((f) => [f, add(f === 'VBUS' ? 'far supply' : f === 'D+' ? 'far data plus' : 'far data', f)]),
  );
  const [otherSupply, rail, other, alone] = (['other supply', 'rail', 'other', 'alone'] as const).map((k) =>
    add(k, null),
  ) as [number, number, number, number];
  // Two points on a rail or elsewhere are not one net for that: there are many such nets.
  const oneNet = (a: number, b: number): boolean => a === b && a !== other && a !== rail && a !== alone;
  const table = (mode: TraceMode): Float64Array[] =>
    labels.flatMap((a, i) =>
      labels.map((b, j) =>
        withSlips(
          betweenNets(a.kind, b.kind, oneNet(i, j), a.of !== null && a.of === b.of, through)[mode],
          slipRate,
        ),
      ),
    );
  const chances = Object.fromEntries(TRACE_MODES.map((m) => [m, table(m)])) as unknown as LabelSet['chances'];
  // Only where one of the two is the far side of the other's line does the part itself say more.
  const ofKind = (kind: AcrossKind): LabelSet['chances'] =>
    Object.fromEntries(
      TRACE_MODES.map((mode) => {
        const own = [...chances[mode]];
        for (const [f, behind] of far) {
          const shown = acrossInLine(kind, f === 'VBUS' ? 'supply' : 'data');
          const at = near.get(f) ?? -1;
          if (!shown || at < 0) continue;
          own[at * labels.length + behind] = own[behind * labels.length + at] = withSlips(
            shown[mode],
            slipRate,
          );
        }
        return [mode, own];
      }),
    ) as unknown as LabelSet['chances'];
  return {
    labels,
    ground: 0,
    otherSupply,
    rail,
    other,
    alone,
    near,
    far,
    chances,
    across: { resistor: ofKind('resistor'), low: ofKind('low') },
  };
}
