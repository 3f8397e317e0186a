import type { Component, ComponentKind, ConnectorFamily, Face, LoosePoint, PadState } from '@zebbit/core';
import { FAMILIES, rowOfCount } from '@zebbit/core';

/** Millimetres in the picture, from its top left corner. */
export interface At {
  readonly x: number;
  readonly y: number;
}

export interface ScenePart {
  readonly id: string;
  readonly kind: ComponentKind;
  readonly at: At;
  /** Body, mm. */
  readonly size: readonly [number, number];
  readonly mark: string;
  readonly value: number | null;
  readonly terminals: readonly { readonly at: At; readonly net: string }[];
  /** Seen in the picture but not placed as a part of the job. */
  readonly sceneryOnly?: boolean;
}

export interface ScenePoint extends Pick<LoosePoint, 'id' | 'name' | 'role'> {
  readonly at: At;
  readonly net: string;
}

export interface SceneTrack {
  readonly points: readonly At[];
  readonly width: number;
  /** A crack across it at this share of its length. */
  readonly crackAt?: number;
}

/** One face of a made-up board: what the picture shows and what is true of it. */
export interface Scene {
  readonly name: string;
  readonly face: Face;
  /** Picture, mm, and its sharpness. */
  readonly picture: readonly [number, number];
  readonly pxPerMm: number;
  readonly mask: readonly [light: string, dark: string];
  readonly board: { readonly at: At; readonly size: readonly [number, number]; readonly radius: number };
  readonly family: ConnectorFamily;
  readonly row: {
    readonly first: At;
    readonly pitchMm: number;
    readonly nets: readonly string[];
    readonly states: readonly PadState[];
    readonly padMm: readonly [number, number];
  } | null;
  readonly legs: readonly {
    readonly id: string;
    readonly name: string;
    readonly at: At;
    readonly size: readonly [number, number];
    readonly through: boolean;
    readonly state: PadState;
    readonly net: string;
  }[];
  readonly parts: readonly ScenePart[];
  readonly points: readonly ScenePoint[];
  readonly tracks: readonly SceneTrack[];
  readonly pours: readonly { readonly at: At; readonly size: readonly [number, number] }[];
  readonly vias: readonly At[];
  readonly words: readonly {
    readonly at: At;
    readonly text: string;
    readonly size: number;
    /** Which end of it stands at the place; the start where it is left out. */
    readonly anchor?: 'end';
  }[];
  /** The opening looks up the picture: a receptacle's pin 1 is then at the right. */
  readonly mirroredRow?: boolean;
  readonly inputOhms: number;
}

/** A two-ended part standing up (terminal 1 above) or lying (terminal 1 left). */
export function twoEnded(
  id: string,
  kind: ComponentKind,
  at: At,
  nets: readonly [string, string],
  options: {
    readonly mark?: string;
    readonly value?: number | null;
    readonly lying?: boolean;
    readonly size?: readonly [number, number];
    readonly sceneryOnly?: boolean;
  } = {},
): ScenePart {
  const { mark = '', value = null, lying = false, size = [1.7, 3] } = options;
  const reach = size[1] / 2 - 0.35;
  const end = (sign: number): At =>
    lying ? { x: at.x + sign * reach, y: at.y } : { x: at.x, y: at.y + sign * reach };
  return {
    id,
    kind,
    at,
    size: lying ? [size[1], size[0]] : size,
    mark,
    value,
    terminals: [
      { at: end(-1), net: nets[0] },
      { at: end(1), net: nets[1] },
    ],
    ...(options.sceneryOnly === undefined ? {} : { sceneryOnly: options.sceneryOnly }),
  };
}

/** The part as the job's board holds it. */
export function asComponent(part: ScenePart, face: Face): Component {
  return {
    id: part.id,
    name: part.id,
    kind: part.kind,
    face,
    package: null,
    heatShy: false,
    value: part.value,
    terminals: part.terminals.map((t, i) => ({
      id: `${part.id}.${i + 1}`,
      name: terminalName(part, i),
      at: t.at,
    })),
  };
}

function terminalName(part: ScenePart, index: number): string {
  if (part.kind === 'dual-diode') {
    const byPlace = part.terminals.map((t, i) => ({ x: t.at.x, i })).sort((p, q) => p.x - q.x);
    return ['left leg', 'middle leg', 'right leg'][byPlace.findIndex((t) => t.i === index)] ?? '';
  }
  const [a, b] = part.terminals;
  if (part.terminals.length !== 2 || !a || !b) return String(index + 1);
  const standing = Math.abs(a.at.y - b.at.y) > Math.abs(a.at.x - b.at.x);
  const first = standing ? a.at.y < b.at.y : a.at.x < b.at.x;
  const names = standing ? ['upper end', 'lower end'] : ['left end', 'right end'];
  return names[first ? index : 1 - index] ?? '';
}

const swapSides = (name: string): string =>
  name.replace(/left|right/u, (side) => (side === 'left' ? 'right' : 'left'));

/** The scene with left and right turned over: a board laid out the other way round. What is written stays readable. */
export function turnedOver(scene: Scene): Scene {
  const [width] = scene.picture;
  const over = (p: At): At => ({ x: Number((width - p.x).toFixed(3)), y: p.y });
  const box = <T extends { readonly at: At; readonly size: readonly [number, number] }>(b: T): T => ({
    ...b,
    at: { x: Number((width - b.at.x - b.size[0]).toFixed(3)), y: b.at.y },
  });
  return {
    ...scene,
    board: box(scene.board),
    mirroredRow: true,
    row: scene.row && {
      ...scene.row,
      // Placed from the left as before: the pads now run the other way.
      first: over(padPlaces(scene).at(-1) ?? scene.row.first),
      nets: scene.row.nets.toReversed(),
      states: scene.row.states.toReversed(),
    },
    legs: scene.legs.map((l) => ({ ...l, at: over(l.at), name: swapSides(l.name) })),
    parts: scene.parts.map((p) => ({
      ...p,
      at: over(p.at),
      terminals: p.terminals.map((t) => ({ ...t, at: over(t.at) })),
    })),
    points: scene.points.map((p) => ({ ...p, at: over(p.at) })),
    tracks: scene.tracks.map((t) => ({ ...t, points: t.points.map(over) })),
    pours: scene.pours.map(box),
    vias: scene.vias.map(over),
    words: scene.words.map((t) => ({ ...t, at: over(t.at), anchor: 'end' as const })),
  };
}

/** Where the pads of a scene's row stand, from the left. */
export function padPlaces({ family, row, mirroredRow = false }: Scene): At[] {
  const known = row && rowOfCount(FAMILIES[family], row.states.length);
  if (!row || !known) return [];
  const scale = row.pitchMm / FAMILIES[family].pitchMm;
  const xs = known.contacts.map((c) => c.at.x);
  const spread = mirroredRow
    ? xs.map((x) => (xs.at(-1) ?? 0) - x).toReversed()
    : xs.map((x) => x - (xs[0] ?? 0));
  return spread.map((along) => ({ x: row.first.x + along * scale, y: row.first.y }));
}
