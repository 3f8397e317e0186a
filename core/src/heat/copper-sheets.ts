import { COPPER } from '../material/copper';
import type { BoardGrid, CellArea } from './board-grid';
import type { BoardGuess, HeatBoard, HeatJoint } from './heat-board';
import type { PlateLayer } from './plate';

const FOIL_MM = 0.035;

type BySheet<T> = Readonly<Record<BoardGuess['copper'], readonly T[]>>;

/** Sheets from the top face down: share of the thickness, copper where nothing was marked as a share of a whole sheet (judgement). */
const SHEETS: BySheet<{ readonly of: number; readonly share: number }> = {
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
/** Sheets that a joint on a plane hangs on, by their places among those: one that goes through, and one on the face. */
const TIED_THROUGH: BySheet<number> = { tracks: [], pour: [0, 1], plane: [0, 1, 3] };
const TIED_FLAT: BySheet<number> = { tracks: [], pour: [0], plane: [0, 1] };

/** Round a joint the copper of its sheet is kept away so far, mm, and thins to this share; what hangs on a plane hangs by its ties. */
const CLEAR_MM = 0.5;
const CLEAR_SHARE = 0.2;
/** Ties reach from the land out to here, mm. */
const RING_MM = 1.4;
const RING_PLACES = 8;

/** Four spokes as long as wide, W/K a sheet. */
const SPOKES_WK = 4 * COPPER.thermalConductivity * FOIL_MM * 1e-3;
/** A whole ring of copper from the land outward, W/K a sheet: 2 pi k t over the logarithm of its radii. */
const ringWK = (landMm: number): number =>
  (2 * Math.PI * COPPER.thermalConductivity * FOIL_MM * 1e-3) /
  Math.log(RING_MM / Math.min(RING_MM * 0.8, landMm / 2));

export const sheetCount = ({ copper }: BoardGuess): number => SHEETS[copper].length;

/** A board's layers: copper as it was marked, else as boards of its kind have it; kept away from lands, and the lands themselves. */
export function copperSheets(
  board: HeatBoard,
  { copper, thicknessMm }: BoardGuess,
  joints: readonly HeatJoint[],
  grid: BoardGrid,
): PlateLayer[] {
  const sheets = SHEETS[copper];
  const last = sheets.length - 1;
  const other = board.face === 'top' ? 'bottom' : 'top';
  const layers = sheets.map(({ of, share }, l) => {
    const copperMm = new Float32Array(grid.cells).fill(share * FOIL_MM);
    const face = l === 0 ? board.face : l === last ? other : null;
    for (const pour of board.pours)
      if (pour.face === face)
        grid.inside(pour.points).forEach((on, i) => {
          if (on) copperMm[i] = FOIL_MM;
        });
    return { laminateMm: of * thicknessMm, copperMm };
  });
  for (const j of joints) {
    const [w, d] = [j.landMm[0] / 2 + CLEAR_MM, j.landMm[1] / 2 + CLEAR_MM];
    for (let i = 0; i < grid.cells; i += 1) {
      const c = grid.centre(i);
      if (Math.abs(c.x - j.at.x) > w || Math.abs(c.y - j.at.y) > d) continue;
      for (const [l, { copperMm }] of layers.entries())
        if (l === 0 || j.through) copperMm[i] = Math.min(copperMm[i] as number, CLEAR_SHARE * FOIL_MM);
    }
  }
  for (const j of joints)
    for (const { cell, mm2 } of grid.land(j))
      for (const l of j.through ? [0, last] : [0]) {
        const sheet = layers[l]?.copperMm;
        if (sheet) sheet[cell] = (sheet[cell] as number) + (FOIL_MM * mm2) / grid.stepMm ** 2;
      }
  return layers;
}

export interface PlaneTie {
  readonly layer: number;
  readonly watts: number;
  readonly land: readonly CellArea[];
}

/** What a joint on a plane hangs on: by spokes or all round, from its land out into each sheet that it reaches; none for one that hangs on nothing. */
export function planeTies(j: HeatJoint, guess: BoardGuess, grid: BoardGrid): PlaneTie[] {
  if (!j.onPlane) return [];
  const watts = guess.spokes ? SPOKES_WK : ringWK(Math.min(...j.landMm));
  const ring = new Set(
    Array.from({ length: RING_PLACES }, (_, k) => {
      const a = (2 * Math.PI * k) / RING_PLACES;
      return grid.cellAt({
        x: j.at.x + (j.landMm[0] / 2 + RING_MM / 2) * Math.cos(a),
        y: j.at.y + (j.landMm[1] / 2 + RING_MM / 2) * Math.sin(a),
      });
    }),
  );
  const land = [...ring].flatMap((cell) =>
    cell !== null && grid.there[cell] === 1 ? [{ cell, mm2: 1 }] : [],
  );
  return (j.through ? TIED_THROUGH : TIED_FLAT)[guess.copper].map((layer) => ({ layer, watts, land }));
}
