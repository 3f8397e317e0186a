import type { Component, Face, Leg } from '../board/board';
import { acrossFaces } from '../board/face-register';
import { packagesFor } from '../board/package-outline';
import { isGone, isPadGone } from '../board/pad-state';
import type { ProbePoint } from '../board/probe-point';
import { isGroundPin } from '../belief/trace-context';
import type { BoardPoint } from '../geometry/point';
import { boundsOf } from '../geometry/shape';
import { toolFor } from '../drawer/kit';
import { boardOutline } from '../heat/board-outline';
import type { HeatBoard, HeatJoint, HeatPart } from '../heat/heat-board';
import { solderOn } from '../heat/heat-board';
import type { HeatKind } from '../heat/heat-limits';
import { timedUse, usualTargets } from '../heat/heat-note';
import type { HeatAsk, HeatTask } from '../heat/heat-task';
import { HEAT_TASKS } from '../heat/heat-task';
import type { Procedure } from '../procedure/procedure';
import type { ProcedureStep } from '../procedure/step';
import { partOutline } from '../route/part-outline';
import type { JobKind } from './job-kind';
import type { JobView } from './job-view';

/** Where lands were not measured: length of a pad, land of a leg, a place on the board, mm (common practice). */
const PAD_LENGTH_MM = 1.4;
const PAD_SHARE = 0.58;
const LEG_LAND_MM = [1.6, 1.9] as const;
const PLACE_MM = 1;
const PEG_MM = 0.8;
/** Families whose contacts go through the board where no drawing tells. */
const THROUGH_FAMILIES: readonly string[] = ['usb-a', 'usb-b', 'usb-a-3'];
/** What was clicked terminal by terminal is so much larger than its terminals, mm. */
const BODY_MM = 0.8;
const ROOM_C = 22;

/** Upright sides of a size that is turned. */
const turned = (along: number, across: number, deg: number): [number, number] =>
  Math.abs(Math.cos((deg * Math.PI) / 180)) >= Math.SQRT1_2 ? [along, across] : [across, along];

function legLand({ slot }: Leg): [number, number] {
  if (!slot) return [...LEG_LAND_MM];
  return turned(slot.lengthMm + 0.6, slot.widthMm + 0.6, slot.directionDeg);
}

function kindOf({ kind, heatShy }: Component): HeatKind | null {
  if (kind === 'led') return 'lamp';
  if (kind === 'cell') return 'cell';
  if (!heatShy) return null;
  return kind === 'capacitor' ? 'can' : 'heat-shy';
}

/** The face that the port is on. */
const portFace = ({ record }: JobView): Face =>
  record.board.rows[0]?.face ?? record.board.legs[0]?.face ?? record.board.components[0]?.face ?? 'top';

/**
 * A job's board as heat sees it, from what is marked on its plate. What was not measured is as it usually is.
 * @param beside ids of points beside the port's that are heated too
 * @param port what stands on the board: a port that is to stay whole, one that is not, or none
 */
export function heatBoardOf(
  view: JobView,
  beside: readonly string[],
  port: 'spared' | 'scrap' | 'none',
): HeatBoard {
  const { record, trace, part } = view;
  const { board } = record;
  const face = portFace(view);
  const here = (at: BoardPoint, on: Face): BoardPoint | null => acrossFaces(trace.register, at, on, face);
  const through = part
    ? part.lands.some((l) => l.role === 'contact' && l.hole !== null)
    : THROUGH_FAMILIES.includes(board.family ?? '');

  const jointOf = (p: ProbePoint): HeatJoint | null => {
    const at = here(p.at, p.face);
    if (!at) return null;
    const base = { id: p.id, name: p.label, at };
    if (p.owner === 'pin') {
      const [wide, long] = p.row.padMm ?? [PAD_SHARE * p.row.pitchMm, PAD_LENGTH_MM];
      const landMm = turned(wide, long, p.row.directionDeg);
      const onPlane = isGroundPin(p.pin) || trace.ground.has(p.id);
      return { ...base, landMm, through, onPlane, kind: 'pin', solderMg: solderOn(landMm, through) };
    }
    if (p.owner === 'leg') {
      const landMm = legLand(p.leg);
      const goes = p.leg.fixing === 'through-hole';
      return { ...base, landMm, through: goes, onPlane: true, kind: 'leg', solderMg: solderOn(landMm, goes) };
    }
    const landMm = [PLACE_MM, PLACE_MM] as const;
    return {
      ...base,
      landMm,
      through: false,
      onPlane: trace.ground.has(p.id),
      kind: 'pin',
      solderMg: solderOn(landMm, false),
    };
  };
  const joints = trace.points.flatMap((p) => {
    if (p.owner === 'leg' && p.leg.fixing === 'peg') return [];
    if (p.owner !== 'pin' && p.owner !== 'leg' && !beside.includes(p.id)) return [];
    return jointOf(p) ?? [];
  });

  const parts = board.components.flatMap((c): HeatPart[] => {
    const ends = c.terminals.flatMap((t) => here(t.at, c.face) ?? []);
    if (ends.length === 0) return [];
    const b = boundsOf(ends);
    const body = packagesFor(c.kind).find((p) => p.name === c.package)?.body;
    const spread = [b.right - b.left, b.bottom - b.top] as const;
    const sizeMm: [number, number] = body
      ? turned(body[0], body[1], spread[0] >= spread[1] ? 0 : 90)
      : [Math.max(BODY_MM, spread[0]), Math.max(BODY_MM, spread[1])];
    // The gate before any heat asks that the cell is out.
    if (c.kind === 'cell' && view.battery.open) return [];
    return [
      {
        id: c.id,
        name: c.name,
        at: { x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 },
        face: c.face,
        sizeMm,
        kind: kindOf(c),
        ends,
      },
    ];
  });
  const areas = board.areas.flatMap((a): HeatPart[] => {
    if (a.kind !== 'plastic' && a.kind !== 'heat-shy') return [];
    const points = a.points.flatMap((p) => here(p, a.face) ?? []);
    if (points.length < 3) return [];
    const b = boundsOf(points);
    return [
      {
        id: a.id,
        name: a.name,
        at: { x: (b.left + b.right) / 2, y: (b.top + b.bottom) / 2 },
        face: a.face,
        sizeMm: [b.right - b.left, b.bottom - b.top],
        kind: a.kind,
        ends: [],
      },
    ];
  });
  const pours = board.areas.flatMap((a) => {
    const points = a.points.flatMap((p) => here(p, a.face) ?? []);
    return a.kind === 'plane' && points.length > 2 ? [{ face: a.face, points }] : [];
  });
  const laid = partOutline(board, part);
  const body = laid?.face === face ? laid.body : null;
  const edges = board.lines
    .filter((l) => l.kind === 'edge')
    .map((l) => l.points.flatMap((p) => here(p, l.face) ?? []));
  const things = [
    ...joints.map((j) => j.at),
    ...trace.points.flatMap((p) => here(p.at, p.face) ?? []),
    ...pours.flatMap((p) => p.points),
  ];
  const { points, assumed } = boardOutline(things, edges);
  return {
    outline: points,
    outlineAssumed: assumed,
    face,
    holes: board.legs.flatMap((l) => {
      const at = l.fixing === 'peg' ? here(l.at, l.face) : null;
      return at ? [{ at, mm: l.slot?.widthMm ?? PEG_MM }] : [];
    }),
    pours,
    joints,
    port: body && port !== 'none' ? { body, spared: port === 'spared' } : null,
    parts: [...parts, ...areas],
    solder: record.rebuild.heat.solder,
  };
}

/** Joints of an act: those of its line that suit what is heated, else what is usual. */
function targetsOf(board: HeatBoard, task: HeatTask, marks: readonly string[]): string[] {
  const mine: HeatBoard = { ...board, joints: board.joints.filter((j) => marks.includes(j.id)) };
  const found = usualTargets(mine.joints.length > 0 ? mine : board, task);
  return found.length > 0 ? found : usualTargets(board, task);
}

/** Kinds whose port stays where it is. */
const PORT_STAYS: readonly JobKind[] = ['reflow', 'crack', 'part-behind', 'copy-only'];

/** What of the port stands on the board while a line is worked at: the old one, to be spared or not, the new one, or none. */
function portAt({ order, record }: JobView, line: string): 'spared' | 'scrap' | 'none' {
  const { kinds } = record.intake;
  const keeps = kinds.includes('same-port');
  const at = order.findIndex((l) => l.id === line);
  const [off, fit] = ['off', 'fit'].map((id) => order.findIndex((l) => l.id === id));
  if (line === 'off') return keeps ? 'spared' : 'scrap';
  if (fit !== undefined && fit >= 0) return at >= fit ? 'spared' : 'none';
  if (off !== undefined && off >= 0) return 'none';
  return kinds.some((k) => PORT_STAYS.includes(k)) ? 'spared' : 'none';
}

/** A stroke along the row melts one joint after the other: it is as hard as the hardest of them. */
const STROKES: readonly string[] = ['row/drag'];

/**
 * What an act of a job asks of heat; `null` where it heats nothing, or nothing that is marked on the plate.
 * @param line id of the line of the plan
 */
export function stepHeat(
  view: JobView,
  line: string,
  { marks }: Pick<Procedure, 'marks'>,
  step: Pick<ProcedureStep, 'id' | 'heat'>,
): HeatAsk | null {
  const task = HEAT_TASKS.find((t) => t === step.heat);
  if (!task) return null;
  const { trace, record, workshop } = view;
  // What has no metal left has nothing to melt, as long as the port is to come off.
  const bare = (p: ProbePoint): boolean =>
    (p.owner === 'pin' && isGone(p.pin.state)) || (p.owner === 'leg' && isPadGone(p.leg.state));
  const isBare = (id: string): boolean => {
    const p = trace.byId.get(id);
    return p !== undefined && line === 'off' && bare(p);
  };
  const lifted = record.rebuild.hunt.entries.findLast((e) => e.action === 'lift' && e.yes)?.target;
  const behind = line === 'part' ? record.board.components.find((c) => c.id === lifted) : undefined;
  const lit = [...marks, ...(behind?.terminals.map((t) => t.id) ?? [])].filter((id) => !isBare(id));
  const port = portAt(view, line);
  const all = heatBoardOf(view, lit, port);
  const board: HeatBoard = { ...all, joints: all.joints.filter((j) => !isBare(j.id)) };
  const stroke = STROKES.includes(step.id);
  const targets = targetsOf(board, stroke ? 'plane' : task, lit);
  if (targets.length === 0) return null;
  const { kit } = workshop.record;
  const { heat } = record.rebuild;
  return {
    board,
    task: stroke ? 'joint' : task,
    targets,
    kit,
    leaded: step.id !== 'off/mix' && toolFor(kit, 'leaded-solder') !== null,
    known: { thicknessMm: heat.thicknessMm, copper: heat.copper, spokes: heat.spokes },
    timed: heat.notes.flatMap((n) => timedUse(board, n, ROOM_C) ?? []),
    roomC: ROOM_C,
  };
}
