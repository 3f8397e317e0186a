import type { Board, Circuit } from '@zebbit/core';
import type { BoardTruth } from '@zebbit/core/practice';
import { canProbe, EMPTY_BOARD, GROUND, lineLengthMm, placeRow, probePoints, twoClicks } from '@zebbit/core';
import { boardCircuit } from '@zebbit/core/practice';
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
    mirrored: scene.mirroredRow === true,
  });
  return [
    { ...placed, pins: placed.pins.map((pin, i) => ({ ...pin, state: row.states[i] ?? 'unchecked' })) },
  ];
}

/** The board's edge by the port, and the tracks that are cracked. */
function linesOf(scene: Scene): Board['lines'] {
  const { at, size, radius } = scene.board;
  const edge: Board['lines'] = [
    {
      id: `edge-${scene.face}`,
      name: 'edge',
      kind: 'edge',
      face: scene.face,
      points: [
        { x: at.x + radius, y: at.y },
        { x: at.x + size[0] - radius, y: at.y },
      ],
      scars: [],
    },
  ];
  const cracked = scene.tracks.flatMap((t, i) =>
    t.crackAt === undefined
      ? []
      : [
          {
            id: `track-${scene.face}-${i + 1}`,
            name: `track ${i + 1}`,
            kind: 'track' as const,
            face: scene.face,
            points: t.points,
            scars: [{ atMm: t.crackAt * lineLengthMm(t.points), kind: 'cracked' as const, lengthMm: 0 }],
          },
        ],
  );
  return [...edge, ...cracked];
}

/** Corners of the board that are seen on both faces, mirrored left for right. */
function pairsOf(scenes: readonly Scene[]): Board['facePairs'] {
  const top = scenes.find((s) => s.face === 'top');
  const bottom = scenes.find((s) => s.face === 'bottom');
  if (!top || !bottom) return [];
  const corners = ({ board: { at, size } }: Scene, flip: boolean): Board['points'][number]['at'][] => {
    const [left, right] = flip ? [at.x + size[0], at.x] : [at.x, at.x + size[0]];
    return [
      { x: left, y: at.y },
      { x: right, y: at.y },
      { x: right, y: at.y + size[1] },
      { x: left, y: at.y + size[1] },
    ];
  };
  const under = corners(bottom, true);
  return corners(top, false).flatMap((t, i) => (under[i] ? [{ top: t, bottom: under[i] }] : []));
}

/** The ring of a slot is drawn this much wider than the slot itself, mm. */
const RING_MM = 0.4;

function slotOf({ size, through }: Scene['legs'][number]): Board['legs'][number]['slot'] {
  const ring = through ? RING_MM : 0;
  return { widthMm: size[0] - ring, lengthMm: size[1] - ring, directionDeg: 90 };
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
      slot: slotOf(l),
      state: l.state,
    })),
    components: scene.parts.filter((p) => p.sceneryOnly !== true).map((p) => asComponent(p, scene.face)),
    points: scene.points.map((p) => ({ id: p.id, name: p.name, face: scene.face, at: p.at, role: p.role })),
    lines: linesOf(scene),
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
    lines: faces.flatMap((f) => f.lines),
    facePairs: pairsOf(scenes.map(([scene]) => scene)),
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
  const netOf: Readonly<Record<string, string>> = Object.fromEntries(
    pairs.map(([id, net]) => [id, net === 'GND' ? GROUND : net]),
  );
  const valued = board.components.map((c) =>
    c.kind === 'resistor' ? { ...c, value: marks.get(c.id) ?? c.value } : c,
  );
  const input: Circuit[number] = {
    id: 'input',
    kind: 'resistor',
    a: 'VBUS',
    b: GROUND,
    ohms: scenes[0]?.inputOhms ?? 20_000,
  };
  return {
    board,
    netOf,
    gone: new Set(gone),
    cut: new Set(),
    circuit: [...boardCircuit(valued, (id) => netOf[id]), input],
    followed: new Set(gone),
  };
}

/** Three-digit marks: 220 is 22 ohm, 512 is 5.1 kohm (IEC 60062, from memory). */
function ohmsOfMark(mark: string): number | null {
  return /^\d{3}$/u.test(mark) ? Number(mark.slice(0, 2)) * 10 ** Number(mark[2]) : null;
}
