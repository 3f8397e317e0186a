import type { Bounds, Shape } from '../geometry/shape';
import { boundsOf, pointToShape } from '../geometry/shape';
import type { XY } from '../geometry/projective';
import { COPPER } from '../material/copper';
import { jetGive } from './air-jet';
import type { BoardGuess, HeatBoard, HeatJoint, HeatPart } from './heat-board';
import { boardFault, guessFault } from './heat-board';
import type { HeatUse } from './heat-use';
import { jointSolder, meltingOf, useFault } from './heat-use';
import { TIP_SHEETS, tipContact } from './iron';
import type { AirField, HeatBody, HeatContact, HeatScene } from './plate';

/** A scene, and what in it stands for what. */
export interface LaidScene {
  readonly scene: HeatScene;
  /** Left upper corner of the grid on the board, mm. */
  readonly corner: XY;
  /** Bodies by what they are. */
  readonly joints: readonly { readonly joint: HeatJoint; readonly body: number; readonly target: boolean }[];
  readonly parts: readonly {
    readonly part: HeatPart;
    readonly body: number;
    readonly ends: readonly number[];
  }[];
  readonly tongue: number | null;
  readonly shell: number | null;
  /** Joints further away than heat gets in the time are left out. */
  readonly left: number;
}

const FOIL_MM = 0.035;
/** Sheets from the top face down: share of the thickness, copper where nothing was marked as a share of a whole sheet. Common practice. */
const SHEETS: Readonly<
  Record<BoardGuess['copper'], readonly { readonly of: number; readonly share: number }[]>
> = {
  tracks: [
    { of: 0.5, share: 0.2 },
    { of: 0.5, share: 0.2 },
  ],
  pour: [
    { of: 0.5, share: 0.65 },
    { of: 0.5, share: 0.65 },
  ],
  plane: [
    { of: 0.1, share: 0.4 },
    { of: 0.4, share: 0.9 },
    { of: 0.4, share: 0.9 },
    { of: 0.1, share: 0.5 },
  ],
};
/** Sheets that a joint on a plane hangs on, by their places among those. */
const TIED: Readonly<
  Record<BoardGuess['copper'], { readonly through: readonly number[]; readonly flat: readonly number[] }>
> = {
  tracks: { through: [], flat: [] },
  pour: { through: [0, 1], flat: [0] },
  plane: { through: [0, 1, 3], flat: [0, 1] },
};
/** Round a joint that hangs on no plane the copper is kept away so far, mm, and thins to this share. */
const CLEAR_MM = 0.5;
const CLEAR_SHARE = 0.2;
/** Four spokes as long as wide, or a whole ring from the land out to here, W/K a sheet. */
const RING_MM = 1.4;
const SPOKES_WK = 4 * COPPER.thermalConductivity * FOIL_MM * 1e-3;
const ringWK = (landMm: number): number =>
  (2 * Math.PI * COPPER.thermalConductivity * FOIL_MM * 1e-3) /
  Math.log(RING_MM / Math.min(RING_MM * 0.8, landMm / 2));
/** Solder and land, W/(m2 K): a tenth of a millimetre of solder. */
const LAND_GIVE = 4e5;
/** Shell of the port, as sheet steel of 0.25 mm folded to some 2.8 times its footprint, J/(mm2 K); plastic within, J/(mm2 K) (judgement). */
const SHELL_JK = 2.8 * 0.25 * 3.6e-3;
const TONGUE_JK = 0.5 * 1.9e-3;
/** Through a leg of sheet steel, from a contact into its plastic, from shell to plastic, W/K; shell lying on the board, W/(m2 K) (judgement). */
const LEG_WK = 0.006;
const CONTACT_WK = 0.0025;
const PRESS_WK = 0.01;
const REST_GIVE = 200;
/** A part on its solder, W/K for each end, and what a mm3 of it holds, J/K; parts are about a third as high as wide (judgement). */
const END_WK = 0.02;
const PART_JK = 2e-3;
const STILL_AIR = 12;
/** A shield lets through a fifth (judgement). */
const SHIELD_SHARE = 0.2;
/** Heat is followed so far from what is heated, mm, for each root of a second. */
const REACH_MM = 6.5;
const LEAST_REACH_MM = 14;

const middleOf = (points: readonly XY[]): XY => ({
  x: points.reduce((s, p) => s + p.x, 0) / points.length,
  y: points.reduce((s, p) => s + p.y, 0) / points.length,
});

/** First thing that keeps a scene from being laid, in words; `null` when nothing does. */
export function heatFault(board: HeatBoard, guess: BoardGuess, use: HeatUse): string | null {
  const fault = boardFault(board) ?? guessFault(guess) ?? useFault(use);
  if (fault !== null) return fault;
  const at = board.joints.filter((j) => use.targets.includes(j.id));
  if (at.length < use.targets.length) return 'a joint that is to melt is not on the board';
  const outline: Shape = { kind: 'polygon', points: board.outline };
  if (at.some((j) => pointToShape(j.at, outline) > 0.5))
    return 'a joint that is to melt lies beside the board';
  const { air } = use;
  const cell = board.parts.find((p) => p.kind === 'cell');
  if (air && cell) {
    const m = middleOf(at.map((j) => j.at));
    if (Math.hypot(cell.at.x - m.x, cell.at.y - m.y) < 3 * air.nozzleMm + air.circleMm)
      return `${cell.name} is under the jet: take the cell out first`;
  }
  return null;
}

/**
 * Lays what is heated out on a grid. Throws RangeError with the words of `heatFault` where that cannot be.
 * @param stepMm size of a cell
 */
export function layScene(board: HeatBoard, guess: BoardGuess, use: HeatUse, stepMm: number): LaidScene {
  const fault = heatFault(board, guess, use);
  if (fault !== null) throw new RangeError(fault);
  const h = stepMm;
  const targets = board.joints.filter((j) => use.targets.includes(j.id));
  const middle = middleOf(targets.map((j) => j.at));
  const reach = Math.max(LEAST_REACH_MM, REACH_MM * Math.sqrt(use.mostS)) + (use.air ? use.air.nozzleMm : 0);
  const all = boundsOf(board.outline);
  const area: Bounds = {
    left: Math.max(all.left, middle.x - reach),
    top: Math.max(all.top, middle.y - reach),
    right: Math.min(all.right, middle.x + reach),
    bottom: Math.min(all.bottom, middle.y + reach),
  };
  const [columns, rows] = [
    Math.max(2, Math.round((area.right - area.left) / h)),
    Math.max(2, Math.round((area.bottom - area.top) / h)),
  ];
  const corner = { x: area.left, y: area.top };
  const cells = columns * rows;
  const centre = (i: number): XY => ({
    x: corner.x + ((i % columns) + 0.5) * h,
    y: corner.y + (Math.floor(i / columns) + 0.5) * h,
  });
  const cellAt = (p: XY): number | null => {
    const [x, y] = [Math.floor((p.x - corner.x) / h), Math.floor((p.y - corner.y) / h)];
    if (x < -1 || y < -1 || x > columns || y > rows) return null;
    return Math.min(rows - 1, Math.max(0, y)) * columns + Math.min(columns - 1, Math.max(0, x));
  };
  const inside = (points: readonly XY[]): Uint8Array => {
    const shape: Shape = { kind: 'polygon', points };
    return Uint8Array.from({ length: cells }, (_, i) => (pointToShape(centre(i), shape) === 0 ? 1 : 0));
  };
  const there = inside(board.outline);
  const near = (p: XY): number | null => {
    const at = cellAt(p);
    if (at === null || there[at]) return at;
    // A land at the very edge: the next cell of the board.
    const best = [...there.keys()]
      .filter((i) => there[i])
      .reduce<{ i: number; d: number }>(
        (b, i) => {
          const c = centre(i);
          const d = Math.hypot(c.x - p.x, c.y - p.y);
          return d < b.d ? { i, d } : b;
        },
        { i: -1, d: 2 * h + 1 },
      );
    return best.i < 0 ? null : best.i;
  };
  const placed = board.joints.filter((j) => near(j.at) !== null);

  // Copper.
  const sheets = SHEETS[guess.copper];
  const copper = sheets.map(({ share }, l) => {
    const sheet = new Float32Array(cells).fill(share * FOIL_MM);
    const face =
      l === 0 ? board.face : l === sheets.length - 1 ? (board.face === 'top' ? 'bottom' : 'top') : null;
    for (const pour of board.pours.filter((p) => p.face === face)) {
      const within = inside(pour.points);
      within.forEach((w, i) => {
        if (w) sheet[i] = FOIL_MM;
      });
    }
    return sheet;
  });
  for (const j of placed) {
    const [w, d] = [j.landMm[0] / 2 + CLEAR_MM, j.landMm[1] / 2 + CLEAR_MM];
    for (let i = 0; i < cells; i += 1) {
      const c = centre(i);
      if (Math.abs(c.x - j.at.x) > w || Math.abs(c.y - j.at.y) > d) continue;
      for (const [l, sheet] of copper.entries())
        if (l === 0 || j.through) sheet[i] = Math.min(sheet[i] as number, CLEAR_SHARE * FOIL_MM);
    }
  }
  // The lands themselves, by the share of the cell that they cover.
  const landCells = (j: HeatJoint): { readonly cell: number; readonly mm2: number }[] => {
    const found: { cell: number; mm2: number }[] = [];
    const [l, r] = [j.at.x - j.landMm[0] / 2, j.at.x + j.landMm[0] / 2];
    const [t, b] = [j.at.y - j.landMm[1] / 2, j.at.y + j.landMm[1] / 2];
    for (let y = Math.floor((t - corner.y) / h); y <= Math.floor((b - corner.y) / h); y += 1)
      for (let x = Math.floor((l - corner.x) / h); x <= Math.floor((r - corner.x) / h); x += 1) {
        if (x < 0 || y < 0 || x >= columns || y >= rows || !there[y * columns + x]) continue;
        const wide = Math.min(r, corner.x + (x + 1) * h) - Math.max(l, corner.x + x * h);
        const high = Math.min(b, corner.y + (y + 1) * h) - Math.max(t, corner.y + y * h);
        if (wide > 1e-6 && high > 1e-6) found.push({ cell: y * columns + x, mm2: wide * high });
      }
    const own = near(j.at);
    return found.length > 0 || own === null ? found : [{ cell: own, mm2: j.landMm[0] * j.landMm[1] }];
  };
  const count = sheets.length;
  const layers = sheets.map(({ of }, l) => ({
    laminateMm: of * guess.thicknessMm,
    copperMm: copper[l] ?? new Float32Array(cells),
  }));
  for (const j of placed)
    for (const { cell, mm2 } of landCells(j))
      for (const k of j.through ? [0, count - 1] : [0]) {
        const sheet = layers[k]?.copperMm;
        if (sheet) sheet[cell] = (sheet[cell] as number) + (FOIL_MM * mm2) / h ** 2;
      }

  const start = use.preheatC;
  const bodies: HeatBody[] = [];
  const contacts: HeatContact[] = [];
  const body = (id: string, heatJK: number, more: Partial<HeatBody> = {}): number =>
    bodies.push({ id, heatJK, melts: null, startC: start, airWK: 0, jetWK: 0, heater: null, ...more }) - 1;
  /** Into a land, by the mm2 of it in each cell. */
  const touch = (
    from: number,
    cellsOf: readonly { readonly cell: number; readonly mm2: number }[],
    layer: number,
    watts: number,
  ): void => {
    const sum = cellsOf.reduce((s, c) => s + c.mm2, 0);
    if (sum > 0)
      contacts.push({
        body: from,
        to: { land: cellsOf.map(({ cell, mm2 }) => ({ cell, layer, share: mm2 / sum })) },
        watts,
      });
  };
  const tie = (from: number, to: number, watts: number): void =>
    void contacts.push({ body: from, to: { body: to }, watts });

  // Air.
  const blown = (mm: number): { readonly jet: number; readonly room: number } =>
    use.air ? jetGive(use.air, mm) : { jet: 0, room: 0 };
  const beside = (p: XY): number => Math.hypot(p.x - middle.x, p.y - middle.y);
  const port = board.port ? inside(board.port.body) : new Uint8Array(cells);
  const portShape: Shape | null = board.port ? { kind: 'polygon', points: board.port.body } : null;
  const shieldOf = (p: XY): number => {
    if (!use.shielded) return 1;
    const open = targets.some((j) => Math.hypot(j.at.x - p.x, j.at.y - p.y) < 2.5);
    return open || (portShape && pointToShape(p, portShape) < 1.5) ? 1 : SHIELD_SHARE;
  };
  /** What air does to a body of so many mm2 at a place, W/K. */
  const inAir = (p: XY, mm2: number, top: boolean): { readonly airWK: number; readonly jetWK: number } => {
    const { jet, room } = top ? blown(beside(p)) : { jet: 0, room: 0 };
    const share = shieldOf(p) * guess.hand;
    return { jetWK: jet * mm2 * 1e-6 * share, airWK: (STILL_AIR + room * share) * mm2 * 1e-6 };
  };

  const joints = placed.map((j) => {
    const target = use.targets.includes(j.id);
    const { mix, times } = jointSolder(board.solder, use.leaded && target);
    const at = body(j.name, 1, meltingOf(mix, j.solderMg * times));
    const ground = landCells(j);
    const ends = j.through ? [0, count - 1] : [0];
    for (const k of ends) touch(at, ground, k, j.landMm[0] * j.landMm[1] * 1e-6 * LAND_GIVE);
    if (j.onPlane) {
      const ways = TIED[guess.copper][j.through ? 'through' : 'flat'];
      const g = guess.spokes ? SPOKES_WK : ringWK(Math.min(...j.landMm));
      const ring = [
        ...new Set(
          Array.from({ length: 8 }, (_, k) =>
            cellAt({
              x: j.at.x + (j.landMm[0] / 2 + RING_MM / 2) * Math.cos((k * Math.PI) / 4),
              y: j.at.y + (j.landMm[1] / 2 + RING_MM / 2) * Math.sin((k * Math.PI) / 4),
            }),
          ),
        ),
      ].filter((c): c is number => c !== null && there[c] === 1);
      for (const l of ways)
        touch(
          at,
          ring.map((cell) => ({ cell, mm2: 1 })),
          l,
          g,
        );
    }
    return { joint: j, body: at, target };
  });

  let [shell, tongue]: [number | null, number | null] = [null, null];
  if (board.port && portShape) {
    const b = boundsOf(board.port.body);
    const mm2 = Math.abs(
      board.port.body.reduce((s, p, i, list) => {
        const q = list[(i + 1) % list.length] ?? p;
        return s + (p.x * q.y - q.x * p.y) / 2;
      }, 0),
    );
    const at = { x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 };
    shell = body('shell', Math.max(1e-3, mm2 * SHELL_JK), inAir(at, mm2 * 1.5, true));
    tongue = body('tongue', Math.max(1e-3, mm2 * TONGUE_JK));
    tie(shell, tongue, PRESS_WK);
    for (const { joint, body: own } of joints)
      if (joint.kind === 'leg') tie(shell, own, LEG_WK);
      else tie(tongue, own, CONTACT_WK);
    const under = [...port.keys()].filter((i) => port[i] && there[i]);
    touch(
      shell,
      under.map((cell) => ({ cell, mm2: h * h })),
      0,
      REST_GIVE * under.length * h * h * 1e-6,
    );
  }

  const parts = board.parts.flatMap((part) => {
    const at = near(part.at);
    if (at === null) return [];
    const mm2 = part.sizeMm[0] * part.sizeMm[1];
    const high = Math.min(...part.sizeMm) / 3 + 0.3;
    const top = part.face === board.face;
    const own = body(part.name, Math.max(1e-4, mm2 * high * PART_JK), inAir(part.at, mm2, top));
    const ends = part.ends.map(near).filter((c): c is number => c !== null);
    const layer = top ? 0 : count - 1;
    const held = ends.length > 0 ? ends : [at];
    touch(
      own,
      held.map((cell) => ({ cell, mm2: 1 })),
      layer,
      END_WK * held.length,
    );
    return [{ part, body: own, ends: ends.map((c) => c + layer * cells) }];
  });

  if (use.iron) {
    const sheet = TIP_SHEETS[use.iron.tip];
    const heater = body('heater', 3, {
      startC: use.iron.celsius,
      heater: { holdC: use.iron.celsius, watts: use.iron.watts },
    });
    const end = body('tip', sheet.endJK, { startC: use.iron.celsius, airWK: 0.002 });
    tie(heater, end, sheet.shaftWK * guess.hand);
    const held = joints.filter((j) => use.ironOn.includes(j.joint.id));
    for (const { body: own } of held) tie(end, own, (tipContact(use.iron) * guess.hand) / held.length);
    // A flooded row is one bead: what one joint has the next one gets, W/K through a square millimetre of solder.
    if (use.flooded)
      held.slice(1).forEach(({ joint, body: own }, k) => {
        const before = held[k];
        if (!before) return;
        const mm = Math.max(0.3, Math.hypot(joint.at.x - before.joint.at.x, joint.at.y - before.joint.at.y));
        tie(own, before.body, (50 * 1e-6) / (mm * 1e-3));
      });
  }

  const airs: AirField[] = [];
  if (use.air) {
    const [jet, room] = [new Float32Array(cells), new Float32Array(cells)];
    const covered = (p: XY): boolean =>
      board.parts.some(
        (q) =>
          q.face === board.face &&
          Math.abs(q.at.x - p.x) < q.sizeMm[0] / 2 &&
          Math.abs(q.at.y - p.y) < q.sizeMm[1] / 2,
      );
    for (let i = 0; i < cells; i += 1) {
      if (!there[i] || port[i]) continue;
      const c = centre(i);
      if (covered(c)) continue;
      const give = blown(beside(c));
      const share = shieldOf(c) * guess.hand;
      jet[i] = give.jet * share;
      room[i] = give.room * share;
    }
    airs.push(
      { celsius: use.air.celsius, top: jet, bottom: null },
      { celsius: use.roomC, top: room, bottom: null },
    );
  }
  if (use.preheatC !== null)
    airs.push({ celsius: use.preheatC, top: null, bottom: new Float32Array(cells).fill(4 * STILL_AIR) });
  return {
    scene: {
      plate: { columns, rows, stepMm: h, layers, there },
      bodies,
      contacts,
      ambientC: use.roomC,
      stillAir: STILL_AIR,
      airs,
      plateStartC: use.preheatC,
    },
    corner,
    joints,
    parts,
    tongue,
    shell,
    left: board.joints.length - placed.length,
  };
}
