import type { ConnectorPart } from '../connector/part';
import { opening } from '../connector/part';
import { isRound } from '../geometry/oblong';
import type { Oblong } from '../geometry/oblong';
import type { SolderName } from './alloy';
import type { HeatBoard, HeatJoint, HeatPart } from './heat-board';
import { solderOn } from './heat-board';
import type { HeatKind } from './heat-limits';

/** A board of which only its size is known, with a part at the middle of one edge. */
export interface PlainBoard {
  readonly part: ConnectorPart;
  readonly widthMm: number;
  readonly depthMm: number;
  readonly solder: SolderName | null;
  /** The part is to stay whole. */
  readonly spared: boolean;
  /** Something heat-shy beside the part, and how far from its middle, mm; `null` with nothing. */
  readonly shy: { readonly kind: HeatKind; readonly mm: number } | null;
}

const SHY_MM = 2;

/** Upright sides of a land. */
function upright(o: Oblong): [number, number] {
  if (isRound(o)) return [o.lengthMm, o.lengthMm];
  const lies = Math.abs(Math.cos((o.directionDeg * Math.PI) / 180)) >= Math.SQRT1_2;
  return lies ? [o.lengthMm, o.widthMm] : [o.widthMm, o.lengthMm];
}

/** Lays a part at the edge of a plain board, its opening over the edge. Throws RangeError on a board that is smaller than the part. */
export function plainBoard({ part, widthMm, depthMm, solder, spared, shy }: PlainBoard): HeatBoard {
  const held = part.lands.filter((l) => l.role !== 'peg');
  const xs = held.map((l) => l.at.x);
  const ys = held.map((l) => l.at.y);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const edge = part.edgeMm ?? part.frontMm ?? Math.max(...ys) + 1;
  if (!(widthMm > right - left + 1 && depthMm > edge - Math.min(...ys) + 1))
    throw new RangeError(`the board is smaller than ${part.name}`);
  const middle = (left + right) / 2;
  const joints = held.map((l, k): HeatJoint => {
    const landMm = upright(l.copper);
    const through = l.hole !== null;
    const kind = l.role === 'contact' ? 'pin' : 'leg';
    return {
      id: `${kind}${k}`,
      name:
        kind === 'pin'
          ? `pin ${l.numbers.join('/')}`
          : `leg ${k + 1 - held.filter((h) => h.role === 'contact').length}`,
      at: l.at,
      landMm,
      through,
      onPlane: kind === 'leg' || l.function === 'GND',
      kind,
      solderMg: solderOn(landMm, through),
    };
  });
  const front = part.frontMm ?? edge;
  const half = (part.shellMm?.[0] ?? right - left) / 2;
  const back = Math.min(...held.map((l) => l.at.y + opening(l).lengthMm / 2), 0) + 0.75;
  const parts: HeatPart[] = shy
    ? [
        {
          id: 'shy',
          name: 'what stands beside it',
          at: { x: middle, y: edge - depthMm + Math.max(1, Math.min(depthMm - 1, depthMm - edge - shy.mm)) },
          face: 'top',
          sizeMm: [SHY_MM, SHY_MM],
          kind: shy.kind,
          ends: [],
        },
      ]
    : [];
  return {
    outline: [
      { x: middle - widthMm / 2, y: edge - depthMm },
      { x: middle + widthMm / 2, y: edge - depthMm },
      { x: middle + widthMm / 2, y: edge },
      { x: middle - widthMm / 2, y: edge },
    ],
    outlineAssumed: false,
    face: 'top',
    holes: part.lands.flatMap((l) => (l.role === 'peg' && l.hole ? [{ at: l.at, mm: l.hole.widthMm }] : [])),
    pours: [],
    joints,
    port: {
      body: [
        { x: middle - half, y: back },
        { x: middle + half, y: back },
        { x: middle + half, y: front },
        { x: middle - half, y: front },
      ],
      spared,
    },
    parts,
    solder,
  };
}
