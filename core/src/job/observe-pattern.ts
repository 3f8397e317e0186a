import type { Board, Face, Leg, Pin, PinRow } from '../board/board';
import { acrossFaces } from '../board/face-register';
import { faceFrame } from '../board/measure-face';
import { isPadGone } from '../board/pad-state';
import { nearestOnLine } from '../board/board-line';
import { pinPoint } from '../board/probe-point';
import type { ObservedFeature, ObservedPattern } from '../match/observed';
import { partFamiliesFor } from '../connector/part-family';
import type { PinFunction } from '../connector/pin-function';
import { measureLength } from '../geometry/length-error';
import { oblong } from '../geometry/oblong';
import type { BoardPoint } from '../geometry/point';
import type { JobView } from './job-view';

/** How well the middle of a pad or hole is told by eye, mm, one standard deviation (common practice). */
const PLACING_MM = 0.05;
/** Where a pad that is gone once was follows from its row, and is known less well, mm. */
const GONE_MM = 0.1;
/** Sizes of pads and holes are smeared by solder and blur, mm. */
const SHAPE_MM = 0.1;
/** A hole marked on both faces is one hole; this near, mm. */
const SAME_HOLE_MM = 0.6;
/** With no measured picture nothing is known better than this, mm. */
const UNMEASURED_MM = 0.3;

/** The face the connector is matched on: that of its pads, else the one with more legs. */
export function matchFace(board: Board): Face {
  const [row] = board.rows;
  if (row) return row.face;
  const top = board.legs.filter((l) => l.face === 'top').length;
  return board.legs.length - top > top ? 'bottom' : 'top';
}

/** What a pin is wired to as far as tracing knows: ground by its net, else what its row says once its landing is found. */
function wiredTo(view: JobView, pinId: string, said: PinFunction): PinFunction | null {
  const net = view.trace.report.netOf.get(pinId)?.points ?? [];
  if (net.some((id) => view.trace.ground.has(id))) return 'GND';
  const row = view.pins.find((p) => p.pin.id === pinId);
  if (!row || row.contradictions.length > 0 || view.trace.readings.length === 0) return null;
  return row.status === 'found' && row.rests.length > 0 ? said : null;
}

const slotOf = (leg: Leg): Leg['slot'] =>
  leg.state === 'torn' && leg.fixing === 'surface' ? null : leg.slot;

/** What was measured of a pin's place: its hole, else its pad. */
function pinShape(row: PinRow, pin: Pin, gone: boolean): ObservedFeature['shape'] {
  if (pin.holeMm !== undefined) return oblong(pin.holeMm, pin.holeMm, 0);
  const size = pin.padMm ?? row.padMm;
  return gone || !size ? null : oblong(size[0], size[1], row.directionDeg);
}

/** What is left of the footprint with its spreads, for `matchParts`. */
export function observePattern(view: JobView): ObservedPattern {
  const { board, match } = view.record;
  const face = matchFace(board);
  const { register } = view.trace;
  const frame = faceFrame(board, face);
  const rows = board.rows.filter((r) => r.face === face);
  const legs = board.legs.flatMap((leg) => {
    if (leg.face === face) return [{ leg, at: leg.at }];
    // A hole marked on the other face comes out here as well; what is on that face's surface does not.
    const at = leg.fixing === 'surface' ? null : acrossFaces(register, leg.at, leg.face, face);
    const known =
      at &&
      board.legs.some((l) => l.face === face && Math.hypot(l.at.x - at.x, l.at.y - at.y) < SAME_HOLE_MM);
    return at && !known ? [{ leg, at }] : [];
  });
  const places = [...rows.flatMap((r) => r.pins.map((_, i) => pinPoint(r, i))), ...legs.map((l) => l.at)];
  const middle: BoardPoint = {
    x: places.reduce((s, p) => s + p.x, 0) / Math.max(1, places.length),
    y: places.reduce((s, p) => s + p.y, 0) / Math.max(1, places.length),
  };
  const spread = (at: BoardPoint, more: number): number => {
    if (!frame) return UNMEASURED_MM;
    const far = { x: at.x + 1e-6, y: at.y };
    return Math.hypot(measureLength(frame, middle, far).sigmaMm, PLACING_MM, more);
  };
  const pads = rows.flatMap((row) =>
    row.pins.map((pin, i): ObservedFeature => {
      const at = pinPoint(row, i);
      const gone = isPadGone(pin.state);
      return {
        id: pin.id,
        name: `pin ${pin.number}`,
        role: 'contact',
        // A hole filled with solder looks like a pad: that none is known says nothing.
        through: pin.holeMm === undefined ? null : true,
        at,
        sigmaMm: spread(at, gone ? GONE_MM : 0),
        shape: pinShape(row, pin, gone),
        shapeSigmaMm: SHAPE_MM,
        wired: wiredTo(view, pin.id, pin.function),
      };
    }),
  );
  const anchors = legs.map(({ leg, at }): ObservedFeature => ({
    id: leg.id,
    name: leg.name,
    role: leg.fixing === 'peg' ? 'peg' : 'leg',
    through: leg.fixing !== 'surface',
    at,
    sigmaMm: spread(at, leg.face === face ? 0 : (register?.rmsMm ?? 0)),
    // A slot marked on the other face is mirrored here; its direction is left out.
    shape: leg.face === face ? slotOf(leg) : null,
    shapeSigmaMm: SHAPE_MM,
    wired: null,
  }));
  const edges = board.lines
    .filter((l) => l.kind === 'edge' && l.face === face)
    .map((l) => ({ l, near: nearestOnLine(l.points, middle) }))
    .sort((a, b) => a.near.offMm - b.near.offMm);
  const edge = edges[0] ? segmentAt(edges[0].l.points, middle) : null;
  return {
    features: [...pads, ...anchors],
    seenFrom: board.legs.some((l) => l.fixing === 'surface') ? 'fitting-side' : 'unknown',
    families: board.family === null ? null : partFamiliesFor(board.family),
    contacts: null,
    edge: edge && { ...edge, sigmaMm: frame ? 0.15 : UNMEASURED_MM },
    caseMm: match.around.caseMm,
    narrowSide: match.around.narrowSide,
    stance: match.around.stance,
    openingHeightMm: match.around.openingHeightMm,
    currentA: view.record.intake.deviceCurrentA,
    answers: match.answers,
    legsSought: board.legs.length > 0 || board.legsAbsent,
  };
}

/** The stretch of a line nearest to a place. */
function segmentAt(
  points: readonly BoardPoint[],
  at: BoardPoint,
): { readonly a: BoardPoint; readonly b: BoardPoint } | null {
  const parts = points.slice(1).flatMap((b, i) => {
    const a = points[i];
    return a ? [{ a, b, off: nearestOnLine([a, b], at).offMm }] : [];
  });
  return parts.sort((p, q) => p.off - q.off)[0] ?? null;
}
