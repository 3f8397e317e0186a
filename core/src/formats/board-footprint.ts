import type { Board, Face } from '../board/board';
import { probePoints } from '../board/probe-point';
import type { FootprintPad, KicadFootprint } from './kicad-footprint';

/** Way of a direction as a footprint file counts it: anticlockwise. */
const fileAngle = (deg: number): number => ((-deg % 360) + 360) % 360;

/**
 * The measured land pattern of a face as a footprint: rows and legs about the middle of the first row. On the bottom face left
 * and right are turned over, since a footprint is drawn as seen from its own side. `null` without pads or legs on the face.
 */
export function boardFootprint(board: Board, face: Face, name: string): KicadFootprint | null {
  const points = probePoints(board).filter(
    (p) => p.face === face && (p.owner === 'pin' || p.owner === 'leg'),
  );
  const pins = points.filter((p) => p.owner === 'pin');
  const about = pins.length > 0 ? pins : points;
  if (about.length === 0) return null;
  const cx = about.reduce((s, p) => s + p.at.x, 0) / about.length;
  const cy = about.reduce((s, p) => s + p.at.y, 0) / about.length;
  const pads = points.map((p): FootprintPad => {
    const at = { x: p.at.x - cx, y: p.at.y - cy };
    if (p.owner === 'pin') {
      const [w, h] = p.row.padMm ?? [0.58 * p.row.pitchMm, 1.4];
      return {
        number: p.pin.number,
        type: 'smd',
        shape: 'rect',
        at,
        angleDeg: fileAngle(p.row.directionDeg),
        size: [w, h],
        drill: null,
        layers: ['F.Cu', 'F.Paste', 'F.Mask'],
      };
    }
    const leg = p.owner === 'leg' ? p.leg : null;
    const slot = leg?.slot ?? { widthMm: 0.9, lengthMm: 1.5, directionDeg: 0 };
    const angleDeg = fileAngle(slot.directionDeg);
    if (leg?.fixing === 'surface')
      return {
        number: 'SH',
        type: 'smd',
        shape: 'rect',
        at,
        angleDeg,
        size: [slot.lengthMm, slot.widthMm],
        drill: null,
        layers: ['F.Cu', 'F.Paste', 'F.Mask'],
      };
    const drill = { width: slot.lengthMm, height: slot.widthMm };
    if (leg?.fixing === 'peg')
      return {
        number: '',
        type: 'np_thru_hole',
        shape: 'oval',
        at,
        angleDeg,
        size: [slot.lengthMm, slot.widthMm],
        drill,
        layers: ['*.Cu', '*.Mask'],
      };
    // The ring of a slot is taken a quarter of a millimetre wide (common practice of land patterns).
    return {
      number: 'SH',
      type: 'thru_hole',
      shape: 'oval',
      at,
      angleDeg,
      size: [slot.lengthMm + 0.5, slot.widthMm + 0.5],
      drill,
      layers: ['*.Cu', '*.Mask'],
    };
  });
  return { name, description: 'Measured from a photo', tags: 'measured', pads, lines: [], source: null };
}

/** Outlines of a footprint as SVG path data, mm, to lay over a picture: pads, holes and print. */
export function footprintPaths(footprint: KicadFootprint): string[] {
  const n = (v: number): string => v.toFixed(4);
  const box = (at: { x: number; y: number }, angleDeg: number, w: number, h: number): string => {
    const a = (-angleDeg * Math.PI) / 180;
    const corner = (u: number, v: number): string =>
      `${n(at.x + u * Math.cos(a) - v * Math.sin(a))} ${n(at.y + u * Math.sin(a) + v * Math.cos(a))}`;
    return `M${corner(-w / 2, -h / 2)}L${corner(w / 2, -h / 2)}L${corner(w / 2, h / 2)}L${corner(-w / 2, h / 2)}Z`;
  };
  return [
    ...footprint.pads.map((p) => box(p.at, p.angleDeg, p.size[0], p.size[1])),
    ...footprint.pads.flatMap((p) => (p.drill ? [box(p.at, p.angleDeg, p.drill.width, p.drill.height)] : [])),
    ...footprint.lines
      .filter((l) => l.layer.endsWith('SilkS') || l.layer.endsWith('Fab'))
      .map((l) => `M${n(l.from.x)} ${n(l.from.y)}L${n(l.to.x)} ${n(l.to.y)}`),
  ];
}
