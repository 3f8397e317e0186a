import type { Board, BoardTruth } from '@zebbit/core';
import { canProbe, EMPTY_BOARD, placeRow, probePoints, twoClicks } from '@zebbit/core';
import type { Scene } from './scene';
import { asComponent } from './scene';

export interface StoredPicture {
  readonly id: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

function rowOf(scene: Scene): Board['rows'] {
  const { row } = scene;
  if (!row) return [];
  const placed = placeRow(EMPTY_BOARD, {
    family: scene.family,
    face: scene.face,
    first: row.first,
    directionDeg: 0,
    pitchMm: row.pitchMm,
    count: row.states.length,
    mirrored: false,
  });
  return [
    { ...placed, pins: placed.pins.map((pin, i) => ({ ...pin, state: row.states[i] ?? 'unchecked' })) },
  ];
}

/** The board as a careful person would have placed it on the scenes' pictures, the scale set along each picture's width. */
export function boardOf(scenes: readonly (readonly [Scene, StoredPicture])[]): Board {
  const faceOf = ([scene, picture]: readonly [Scene, StoredPicture]): Board => ({
    ...EMPTY_BOARD,
    family: scene.family,
    faces: [
      {
        face: scene.face,
        photoId: picture.id,
        widthPx: picture.widthPx,
        heightPx: picture.heightPx,
        name: 'overview',
        shown: true,
        opacity: 1,
        measure: twoClicks(
          { x: scene.board.at.x * scene.pxPerMm, y: picture.heightPx / 2 },
          { x: (scene.board.at.x + scene.board.size[0]) * scene.pxPerMm, y: picture.heightPx / 2 },
          scene.board.size[0],
        ),
      },
    ],
    rows: rowOf(scene),
    legs: scene.legs.map((l) => ({
      id: l.id,
      name: l.name,
      face: scene.face,
      at: l.at,
      fixing: l.through ? ('through-hole' as const) : ('surface' as const),
      slot: { widthMm: l.size[0], lengthMm: l.size[1], directionDeg: 90 },
      state: l.state,
    })),
    components: scene.parts.filter((p) => p.sceneryOnly !== true).map((p) => asComponent(p, scene.face)),
    points: scene.points.map((p) => ({ id: p.id, name: p.name, face: scene.face, at: p.at, role: p.role })),
  });
  const faces = scenes.map(faceOf);
  return {
    ...EMPTY_BOARD,
    family: faces[0]?.family ?? null,
    faces: faces.flatMap((f) => f.faces),
    rows: faces.flatMap((f) => f.rows),
    legs: faces.flatMap((f) => f.legs),
    components: faces.flatMap((f) => f.components),
    points: faces.flatMap((f) => f.points),
  };
}

/** What is true of that board, for a made-up meter. The resistors' true values are read off their marks. */
export function truthOf(board: Board, scenes: readonly Scene[]): BoardTruth {
  const pairs = scenes.flatMap((scene): (readonly [string, string])[] => [
    ...(scene.row
      ? board.rows.flatMap((r) => r.pins.map((p, i) => [p.id, scene.row?.nets[i] ?? ''] as const))
      : []),
    ...scene.legs.map((l) => [l.id, l.net] as const),
    ...scene.parts.flatMap((p) => p.terminals.map((t, i) => [`${p.id}.${i + 1}`, t.net] as const)),
    ...scene.points.map((p) => [p.id, p.net] as const),
  ]);
  const marks = new Map(
    scenes.flatMap((s) => s.parts.map((p) => [p.id, p.value ?? ohmsOfMark(p.mark)] as const)),
  );
  const gone = probePoints(board).flatMap((p) => {
    const state = p.owner === 'pin' ? p.pin.state : p.owner === 'leg' ? p.leg.state : 'sound';
    return canProbe(state) ? [] : [p.id];
  });
  return {
    board: {
      ...board,
      components: board.components.map((c) =>
        c.kind === 'resistor' ? { ...c, value: marks.get(c.id) ?? c.value } : c,
      ),
    },
    netOf: Object.fromEntries(pairs),
    gone: new Set(gone),
    groundNet: 'GND',
    inputOhms: scenes[0]?.inputOhms ?? 20_000,
    inputNet: 'VBUS',
    beepOhms: 40,
  };
}

/** Three-digit marks: 220 is 22 ohm, 512 is 5.1 kohm (IEC 60062, from memory). */
function ohmsOfMark(mark: string): number | null {
  return /^\d{3}$/u.test(mark) ? Number(mark.slice(0, 2)) * 10 ** Number(mark[2]) : null;
}
