/** Heat properties of board and copper. Sources in docs/figures.md. */
export const LAMINATE = {
  /** W/(m K) along and through the board (handbook values for glass epoxy, from memory). */
  along: 0.85,
  through: 0.3,
  /** kg/m3, J/(kg K) (handbook values, from memory). */
  density: 1850,
  heat: 1100,
} as const;

/** A sheet of laminate with copper on it. */
export interface PlateLayer {
  readonly laminateMm: number;
  /** Copper per cell, mm thick; its share of the cell worked in. */
  readonly copperMm: Float32Array;
}

/**
 * A board as heat sees it: cells of `stepMm`, row by row, layers from the top face down. Cells with `there` 0 are no board. At rest
 * everything is at `ambientC`.
 */
export interface HeatPlate {
  readonly columns: number;
  readonly rows: number;
  readonly stepMm: number;
  readonly layers: readonly PlateLayer[];
  readonly there: Uint8Array;
}

/** Something small with one temperature: a joint, a shell, a tongue, an LED, a cell, a tip. */
export interface HeatBody {
  readonly id: string;
  /** J/K without any melting. */
  readonly heatJK: number;
  /** Melting, where it does: between these all of `latentJ` is taken up. */
  readonly melts: { readonly solidusC: number; readonly liquidusC: number; readonly latentJ: number } | null;
  /** Where it starts from; ambient when `null`. */
  readonly startC: number | null;
  /** To the air, W/K. */
  readonly airWK: number;
  /** To the scene's first air field where it blows on it, W/K. */
  readonly jetWK: number;
  /** A heater that holds it at `holdC` with at most `watts`. */
  readonly heater: { readonly holdC: number; readonly watts: number } | null;
}

/** A share of a land: the shares of one land sum to 1. */
export interface LandCell {
  readonly cell: number;
  readonly layer: number;
  readonly share: number;
}

/** Where heat passes: from a body to another body, or into the plate by a land, whose temperature is the mean of its cells by their shares. */
export interface HeatContact {
  readonly body: number;
  readonly to: { readonly body: number } | { readonly land: readonly LandCell[] };
  /** W/K. */
  readonly watts: number;
}

/** Air of one temperature that is blown on the faces: how much it gives, W/(m2 K), per cell. Room air that a jet drags along is one too. */
export interface AirField {
  readonly celsius: number;
  /** On the top layer's cells and on the bottom layer's; `null` where it does not reach. */
  readonly top: Float32Array | null;
  readonly bottom: Float32Array | null;
}

export interface HeatScene {
  readonly plate: HeatPlate;
  readonly bodies: readonly HeatBody[];
  readonly contacts: readonly HeatContact[];
  readonly ambientC: number;
  /** Still air at each face, W/(m2 K), radiation within (10 to 15 for a small board, from memory). */
  readonly stillAir: number;
  readonly airs: readonly AirField[];
  /** What the whole plate starts from, as after a preheater; ambient when `null`. Bodies have their own start. */
  readonly plateStartC: number | null;
}

/** First thing about a scene that cannot be, in words; `null` when it can. */
export function sceneFault({
  plate,
  bodies,
  contacts,
  ambientC,
  stillAir,
  airs,
  plateStartC,
}: HeatScene): string | null {
  const { columns, rows, stepMm, layers, there } = plate;
  const cells = columns * rows;
  if (!(columns > 0 && rows > 0 && stepMm > 0)) return 'the board has no size';
  if (layers.length === 0 || layers.some((l) => !(l.laminateMm > 0))) return 'the board has no thickness';
  if (there.length !== cells || layers.some((l) => l.copperMm.length !== cells))
    return 'the layers of the board are not of one size';
  if (!there.includes(1)) return 'the board has no outline';
  if (layers.some((l) => l.copperMm.some((t) => !(t >= 0 && t < 5)))) return 'copper is 0 to 5 mm thick';
  if (!Number.isFinite(ambientC)) return 'the room has no temperature';
  if (!(stillAir >= 0)) return 'the air gives heat, it has no less than 0 W/(m2 K)';
  for (const b of bodies) {
    if (!(b.heatJK > 0)) return `${b.id} holds no heat`;
    if (b.melts && !(b.melts.liquidusC >= b.melts.solidusC && b.melts.latentJ >= 0))
      return `${b.id} melts before it begins to`;
    if (b.heater && b.heater.holdC < ambientC) return `${b.id} is colder than the room: switch it on`;
  }
  for (const c of contacts) {
    if (!(c.watts >= 0) || !bodies[c.body]) return 'a contact leads nowhere';
    if ('body' in c.to) {
      if (!bodies[c.to.body]) return 'a contact leads nowhere';
    } else if (c.to.land.length === 0 || c.to.land.some((l) => !there[l.cell] || !layers[l.layer]))
      return 'a contact leads off the board';
    else if (Math.abs(c.to.land.reduce((sum, l) => sum + l.share, 0) - 1) > 1e-6)
      return 'the shares of a land sum to 1';
  }
  if (airs.some((a) => a.celsius < ambientC)) return 'the air is colder than the room';
  if (plateStartC !== null && plateStartC < ambientC) return 'a preheated board is not colder than the room';
  if (airs.some((a) => [a.top, a.bottom].some((f) => f !== null && f.length !== cells)))
    return 'the air lies on another board';
  return null;
}
