import type { Shape } from '../geometry/shape';
import { boundsOf, pointToShape } from '../geometry/shape';
import type { XY } from '../geometry/projective';
import { jetGive } from './air-jet';
import type { CellArea } from './board-grid';
import { boardGrid } from './board-grid';
import { copperSheets, planeTies, sheetCount } from './copper-sheets';
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
  /** Joints further away than heat gets in the time are left out. */
  readonly left: number;
}

/** Solder and land, W/(m2 K): a tenth of a millimetre of solder. */
const LAND_GIVE = 4e5;
/** A flooded row is one bead: a square millimetre of solder, W m/K. */
const BEAD_WM = 50 * 1e-6;
/** Shell of the port, as sheet steel of 0.25 mm folded to some 2.8 times its footprint, J/(mm2 K); plastic within, J/(mm2 K) (judgement). */
const SHELL_JK = 2.8 * 0.25 * 3.6e-3;
const TONGUE_JK = 0.5 * 1.9e-3;
/** The shell shows air its top and sides, as a share of its footprint (judgement). */
const SHELL_IN_AIR = 1.5;
/** Through a leg of sheet steel, from a contact into its plastic, from shell to plastic, W/K; shell lying on the board, W/(m2 K) (judgement). */
const LEG_WK = 0.006;
const CONTACT_WK = 0.0025;
const PRESS_WK = 0.01;
const REST_GIVE = 200;
/** A part on its solder, W/K for each end, and what a mm3 of it holds, J/K; parts are about a third as high as wide (judgement). */
const END_WK = 0.02;
const PART_JK = 2e-3;
const partHighMm = (sizeMm: readonly [number, number]): number => Math.min(...sizeMm) / 3 + 0.3;
/** Heater block behind the tip, J/K; the tip's end to the air, W/K (judgement). */
const HEATER_JK = 3;
const TIP_AIR_WK = 0.002;
const STILL_AIR = 12;
/** A preheater holds the lower face so hard, W/(m2 K) (judgement). */
const PREHEATER_GIVE = 4 * STILL_AIR;
/** A shield lets through a fifth; so near to what is heated there is none, mm (judgement). */
const SHIELD_SHARE = 0.2;
const OPEN_MM = { joint: 2.5, port: 1.5 } as const;
/** Heat is followed so far from what is heated, mm, for each root of a second. */
const REACH_MM = 6.5;
const LEAST_REACH_MM = 14;
/** A jet is felt this many nozzles beside its circle: no cell stands there. */
const CELL_NOZZLES = 3;

const middleOf = (points: readonly XY[]): XY => ({
  x: points.reduce((s, p) => s + p.x, 0) / points.length,
  y: points.reduce((s, p) => s + p.y, 0) / points.length,
});
const apart = (a: XY, b: XY): number => Math.hypot(a.x - b.x, a.y - b.y);

/** Surface of a polygon, mm2. */
const surface = (points: readonly XY[]): number =>
  Math.abs(
    points.reduce((s, p, i) => {
      const q = points[(i + 1) % points.length] ?? p;
      return s + (p.x * q.y - q.x * p.y) / 2;
    }, 0),
  );

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
    const reach = CELL_NOZZLES * air.nozzleMm + air.circleMm;
    if (apart(cell.at, middleOf(at.map((j) => j.at))) < reach)
      return `${cell.name} is under the jet: take the cell out first`;
  }
  return null;
}

/** Bodies and contacts as they are put together. */
function bench(startC: number | null) {
  const bodies: HeatBody[] = [];
  const contacts: HeatContact[] = [];
  return {
    bodies,
    contacts,
    body: (id: string, heatJK: number, more: Partial<HeatBody> = {}): number =>
      bodies.push({ id, heatJK, melts: null, startC, airWK: 0, jetWK: 0, heater: null, ...more }) - 1,
    /** Into a land, by the mm2 of it in each cell. */
    touch: (body: number, land: readonly CellArea[], layer: number, watts: number): void => {
      const sum = land.reduce((s, c) => s + c.mm2, 0);
      if (sum > 0)
        contacts.push({
          body,
          to: { land: land.map(({ cell, mm2 }) => ({ cell, layer, share: mm2 / sum })) },
          watts,
        });
    },
    tie: (body: number, to: number, watts: number): void =>
      void contacts.push({ body, to: { body: to }, watts }),
  };
}

/**
 * Lays what is heated out on a grid. Throws RangeError with the words of `heatFault` where that cannot be.
 * @param stepMm size of a cell
 */
export function layScene(board: HeatBoard, guess: BoardGuess, use: HeatUse, stepMm: number): LaidScene {
  const fault = heatFault(board, guess, use);
  if (fault !== null) throw new RangeError(fault);
  const targets = board.joints.filter((j) => use.targets.includes(j.id));
  const middle = middleOf(targets.map((j) => j.at));
  const reach = Math.max(LEAST_REACH_MM, REACH_MM * Math.sqrt(use.mostS)) + (use.air?.nozzleMm ?? 0);
  const grid = boardGrid(board, middle, reach, stepMm);
  const { columns, rows, cells, there } = grid;
  const placed = board.joints.filter((j) => grid.near(j.at) !== null);
  const last = sheetCount(guess) - 1;
  const { bodies, contacts, body, touch, tie } = bench(use.preheatC);

  const portShape: Shape | null = board.port ? { kind: 'polygon', points: board.port.body } : null;
  /** How much of the jet gets to a place of the face: past a shield, by this hand. */
  const open = (p: XY): number => {
    if (!use.shielded) return guess.hand;
    const bare =
      targets.some((j) => apart(j.at, p) < OPEN_MM.joint) ||
      (portShape !== null && pointToShape(p, portShape) < OPEN_MM.port);
    return guess.hand * (bare ? 1 : SHIELD_SHARE);
  };
  const blown = (p: XY): { readonly jet: number; readonly room: number } => {
    if (!use.air) return { jet: 0, room: 0 };
    const { jet, room } = jetGive(use.air, apart(p, middle));
    return { jet: jet * open(p), room: room * open(p) };
  };
  /** What air does to a body of so many mm2 at a place, W/K. */
  const inAir = (p: XY, mm2: number, above: boolean): Pick<HeatBody, 'airWK' | 'jetWK'> => {
    const { jet, room } = above ? blown(p) : { jet: 0, room: 0 };
    return { jetWK: jet * mm2 * 1e-6, airWK: (STILL_AIR + room) * mm2 * 1e-6 };
  };

  const joints = placed.map((joint) => {
    const target = use.targets.includes(joint.id);
    const { mix, times } = jointSolder(board.solder, use.leaded && target);
    const own = body(joint.name, 1, meltingOf(mix, joint.solderMg * times));
    const watts = joint.landMm[0] * joint.landMm[1] * 1e-6 * LAND_GIVE;
    for (const layer of joint.through ? [0, last] : [0]) touch(own, grid.land(joint), layer, watts);
    for (const t of planeTies(joint, guess, grid)) touch(own, t.land, t.layer, t.watts);
    return { joint, body: own, target };
  });

  let tongue: number | null = null;
  const under = board.port ? grid.inside(board.port.body) : new Uint8Array(cells);
  if (board.port) {
    const b = boundsOf(board.port.body);
    const mm2 = surface(board.port.body);
    const at = { x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 };
    const shell = body('shell', Math.max(1e-3, mm2 * SHELL_JK), inAir(at, mm2 * SHELL_IN_AIR, true));
    tongue = body('tongue', Math.max(1e-3, mm2 * TONGUE_JK));
    tie(shell, tongue, PRESS_WK);
    for (const { joint, body: own } of joints)
      if (joint.kind === 'leg') tie(shell, own, LEG_WK);
      else tie(tongue, own, CONTACT_WK);
    const lies = [...under.keys()].flatMap((cell) =>
      under[cell] && there[cell] ? [{ cell, mm2: stepMm ** 2 }] : [],
    );
    touch(shell, lies, 0, REST_GIVE * lies.length * stepMm ** 2 * 1e-6);
  }

  const parts = board.parts.flatMap((part) => {
    const at = grid.near(part.at);
    if (at === null) return [];
    const mm2 = part.sizeMm[0] * part.sizeMm[1];
    const above = part.face === board.face;
    const heatJK = Math.max(1e-4, mm2 * partHighMm(part.sizeMm) * PART_JK);
    const own = body(part.name, heatJK, inAir(part.at, mm2, above));
    const ends = part.ends.map(grid.near).filter((c): c is number => c !== null);
    const held = ends.length > 0 ? ends : [at];
    const layer = above ? 0 : last;
    touch(
      own,
      held.map((cell) => ({ cell, mm2: 1 })),
      layer,
      END_WK * held.length,
    );
    return [{ part, body: own, ends: ends.map((c) => c + layer * cells) }];
  });

  if (use.iron) {
    const { celsius, watts, tip } = use.iron;
    const { shaftWK, endJK } = TIP_SHEETS[tip];
    const heater = body('heater', HEATER_JK, { startC: celsius, heater: { holdC: celsius, watts } });
    const end = body('tip', endJK, { startC: celsius, airWK: TIP_AIR_WK });
    tie(heater, end, shaftWK * guess.hand);
    const held = joints.filter((j) => use.ironOn.includes(j.joint.id));
    for (const { body: own } of held) tie(end, own, (tipContact(use.iron) * guess.hand) / held.length);
    if (use.flooded)
      held.slice(1).forEach(({ joint, body: own }, k) => {
        const before = held[k];
        if (before) tie(own, before.body, BEAD_WM / (Math.max(0.3, apart(joint.at, before.joint.at)) * 1e-3));
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
      if (!there[i] || under[i] || covered(grid.centre(i))) continue;
      const give = blown(grid.centre(i));
      jet[i] = give.jet;
      room[i] = give.room;
    }
    airs.push(
      { celsius: use.air.celsius, top: jet, bottom: null },
      { celsius: use.roomC, top: room, bottom: null },
    );
  }
  if (use.preheatC !== null)
    airs.push({ celsius: use.preheatC, top: null, bottom: new Float32Array(cells).fill(PREHEATER_GIVE) });
  return {
    scene: {
      plate: { columns, rows, stepMm, layers: copperSheets(board, guess, placed, grid), there },
      bodies,
      contacts,
      ambientC: use.roomC,
      stillAir: STILL_AIR,
      airs,
      plateStartC: use.preheatC,
    },
    corner: grid.corner,
    joints,
    parts,
    tongue,
    left: board.joints.length - placed.length,
  };
}
