import type { Board, Component, ComponentKind, LoosePoint, Pin, PinRow, PointRole } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { PadState } from '../board/pad-state';
import { placeFamily, placeRow } from '../board/place-row';
import type { Reading } from '../board/reading';
import type { ConnectorFamily } from '../connector/family';
import { FAMILIES } from '../connector/family';

/** Small boards and readings for tests of this and other rooms. */

export function testPoint(id: string, role: PointRole = 'plain', x = 0, y = 0): LoosePoint {
  return { id, name: id, face: 'top', at: { x, y }, role };
}

export function testComponent(
  id: string,
  kind: ComponentKind,
  value: number | null = null,
  x = 0,
  y = 0,
): Component {
  return {
    id,
    name: id,
    kind,
    face: 'top',
    package: null,
    heatShy: false,
    value,
    terminals: [
      { id: `${id}.1`, name: '1', at: { x, y } },
      { id: `${id}.2`, name: '2', at: { x, y: y + 2 } },
    ],
  };
}

/** The five pads of a Micro-B port, the first at (5, 5), to the right. */
export const testRow = (): PinRow =>
  placeRow(EMPTY_BOARD, {
    family: 'micro-b',
    face: 'top',
    first: { x: 5, y: 5 },
    directionDeg: 0,
    pitchMm: 0.65,
    count: 5,
    mirrored: false,
  });

/** The rows of a connector, its first contact at (x, y), to the right; every pad in the state that its function or number has here. */
export function testRows(
  family: ConnectorFamily,
  stateOf: (pin: Pin) => PadState,
  { x, y } = { x: 5, y: 5 },
): PinRow[] {
  return placeFamily(EMPTY_BOARD, {
    family,
    face: 'top',
    first: { x, y },
    directionDeg: 0,
    pitchMm: FAMILIES[family].pitchMm,
    mirrored: false,
  }).map((r) => ({ ...r, pins: r.pins.map((pin) => ({ ...pin, state: stateOf(pin) })) }));
}

export function testBoard(points: readonly LoosePoint[], components: readonly Component[] = []): Board {
  return { ...EMPTY_BOARD, points, components };
}

let serial = 0;

/** A reading from `beep`, `open`, `OL`, `0.3` (ohms) or `seen`. */
export function testReading(
  red: string,
  black: string,
  what: 'beep' | 'open' | 'OL' | 'seen' | number,
): Reading {
  serial += 1;
  const base = { id: `t${serial}`, at: '2026-01-01T00:00:00.000Z', red, black, struck: false, value: null };
  if (typeof what === 'number') return { ...base, mode: 'ohms', shown: 'value', value: what };
  if (what === 'OL') return { ...base, mode: 'ohms', shown: 'over' };
  if (what === 'seen') return { ...base, mode: 'seen', shown: 'beep' };
  return { ...base, mode: 'continuity', shown: what };
}
