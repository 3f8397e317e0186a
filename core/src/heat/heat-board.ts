import type { Face } from '../board/board';
import { FACES } from '../board/board';
import type { XY } from '../geometry/projective';
import type { SolderName } from './alloy';
import type { HeatKind } from './heat-limits';

/** A place where metal is soldered to the board. Millimetres of the port's face, seen through the board where it is on the other one. */
export interface HeatJoint {
  readonly id: string;
  readonly name: string;
  readonly at: XY;
  /** Its land, mm. */
  readonly landMm: readonly [number, number];
  /** Goes through the board. */
  readonly through: boolean;
  /** Hangs on a pour or plane. */
  readonly onPlane: boolean;
  readonly kind: 'pin' | 'leg';
  /** Solder in it, mg. */
  readonly solderMg: number;
}

/** Something beside the port that heat reaches. */
export interface HeatPart {
  readonly id: string;
  readonly name: string;
  readonly at: XY;
  readonly face: Face;
  readonly sizeMm: readonly [number, number];
  /** What it bears; `null` where only its joints matter. */
  readonly kind: HeatKind | null;
  /** Its joints: all molten, and it swims. */
  readonly ends: readonly XY[];
}

/** The port's own body. */
export interface HeatPort {
  readonly body: readonly XY[];
  /** It goes back, or is the new one: its tongue has to be spared. */
  readonly spared: boolean;
}

/** A board as far as heat asks for it. What was not measured is `null` and stays open. */
export interface HeatBoard {
  readonly outline: readonly XY[];
  /** The outline is drawn round what was marked, since no edge was. */
  readonly outlineAssumed: boolean;
  readonly face: Face;
  /** Holes without metal, as for pegs, by their least width, mm: heat goes round them. */
  readonly holes: readonly { readonly at: XY; readonly mm: number }[];
  readonly pours: readonly { readonly face: Face; readonly points: readonly XY[] }[];
  readonly joints: readonly HeatJoint[];
  readonly port: HeatPort | null;
  readonly parts: readonly HeatPart[];
  readonly solder: SolderName | null;
}

export const COPPER_LAYOUTS = ['tracks', 'pour', 'plane'] as const;
/** Two faces of tracks; two faces with ground poured round them; four layers with whole planes inside. */
export type CopperLayout = (typeof COPPER_LAYOUTS)[number];

/** One board that it could be. */
export interface BoardGuess {
  readonly thicknessMm: number;
  readonly copper: CopperLayout;
  /** Joints on a plane hang on spokes. */
  readonly spokes: boolean;
  /** How well this hand brings heat in, 1 as usual. */
  readonly hand: number;
}

/** Solder stands so high on a land, and so high in a hole, mm; mg/mm3 (judgement; handbook density of tin solders). */
const HIGH_MM = { flat: 0.2, through: 0.8 } as const;
const DENSITY_MG = 7.4;
const LEAST_MG = 0.8;

/** Solder that a land usually carries, mg. */
export const solderOn = ([w, h]: readonly [number, number], through: boolean): number =>
  Math.max(LEAST_MG, w * h * (through ? HIGH_MM.through : HIGH_MM.flat) * DENSITY_MG);

/** First thing about a board that cannot be, in words; `null` when it can. */
export function boardFault(board: HeatBoard): string | null {
  if (board.outline.length < 3) return 'the board has no outline: mark its edge, or a few of its pads';
  if (!board.outline.every((p) => Number.isFinite(p.x) && Number.isFinite(p.y)))
    return 'the outline of the board lies nowhere';
  const wide = Math.max(...board.outline.map((p) => p.x)) - Math.min(...board.outline.map((p) => p.x));
  const high = Math.max(...board.outline.map((p) => p.y)) - Math.min(...board.outline.map((p) => p.y));
  if (!(wide > 1 && high > 1)) return 'the board is smaller than a millimetre';
  if (wide > 1000 || high > 1000) return 'the board is larger than a metre';
  if (!FACES.includes(board.face)) return 'a board has two faces';
  for (const j of board.joints) {
    if (!(j.landMm[0] > 0 && j.landMm[1] > 0)) return `${j.name} has no land`;
    if (!(j.solderMg > 0)) return `${j.name} has no solder`;
  }
  return null;
}

/** First thing about a guess that cannot be, in words; `null` when it can. */
export function guessFault({ thicknessMm, hand }: BoardGuess): string | null {
  if (!(thicknessMm >= 0.1 && thicknessMm <= 5)) return `a board is 0.1 to 5 mm thick, not ${thicknessMm} mm`;
  if (!(hand >= 0.1 && hand <= 5)) return 'a hand brings in a tenth to five times the usual heat';
  return null;
}
