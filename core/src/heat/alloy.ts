/** Mass shares of a solder, 0 to 1; what is left out is not there. */
export interface SolderMix {
  readonly tin: number;
  readonly lead: number;
  readonly silver: number;
  readonly copper: number;
  readonly bismuth: number;
}

export const SOLDERS = ['Sn63Pb37', 'Sn60Pb40', 'Sn62Pb36Ag2', 'SAC305', 'Sn99Cu1', 'Sn42Bi58'] as const;
export type SolderName = (typeof SOLDERS)[number];

const mix = (tin: number, lead: number, silver = 0, copper = 0, bismuth = 0): SolderMix => ({
  tin,
  lead,
  silver,
  copper,
  bismuth,
});

/** What solders are made of, by their names (alloy designations of IEC 61190-1-3 and J-STD-006, from memory). */
export const SOLDER_MIXES: Readonly<Record<SolderName, SolderMix>> = {
  Sn63Pb37: mix(0.63, 0.37),
  Sn60Pb40: mix(0.6, 0.4),
  Sn62Pb36Ag2: mix(0.62, 0.36, 0.02),
  SAC305: mix(0.965, 0, 0.03, 0.005),
  Sn99Cu1: mix(0.993, 0, 0, 0.007),
  Sn42Bi58: mix(0.42, 0, 0, 0, 0.58),
};

/** Tin-lead equilibrium (handbook phase diagram, from memory): melting points and the eutectic, °C and mass share of tin. */
const TIN_C = 232;
const LEAD_C = 327;
const EUTECTIC_C = 183;
const EUTECTIC_TIN = 0.619;
/** Solid solutions beyond these shares of tin freeze without the eutectic. */
const LEAD_SIDE_TIN = 0.19;
const TIN_SIDE_TIN = 0.975;
/** What a hundredth of silver or copper takes off the liquidus of tin, K: Sn96.5Ag3.5 melts at 221, Sn99.3Cu0.7 at 227 °C (from memory). */
const SILVER_K = 3.14;
const COPPER_K = 7.1;
/** The solidus of an alloy with silver and copper lies so much further down than its liquidus (SAC305: 217 and 220, from memory). */
const PASTY = 1.2;

export interface MeltingRange {
  /** Begins to melt, °C. */
  readonly solidusC: number;
  /** All molten, °C. */
  readonly liquidusC: number;
  /** Between the tabled alloys the figures are interpolated: an estimate. */
  readonly estimate: boolean;
  /** Bismuth and lead together; else `null`. */
  readonly caution: string | null;
}

const between = (x: number, x0: number, y0: number, x1: number, y1: number): number =>
  y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);

const same = (a: SolderMix, b: SolderMix): boolean =>
  (['tin', 'lead', 'silver', 'copper', 'bismuth'] as const).every((k) => Math.abs(a[k] - b[k]) < 0.004);

/** Tabled ranges, °C (alloy sheets, from memory). */
const TABLED: Readonly<Record<SolderName, readonly [number, number]>> = {
  Sn63Pb37: [183, 183],
  Sn60Pb40: [183, 190],
  Sn62Pb36Ag2: [179, 179],
  SAC305: [217, 220],
  Sn99Cu1: [227, 227],
  Sn42Bi58: [138, 138],
};

/**
 * Where a solder begins to melt and where all of it is molten: tabled alloys by their sheets, mixes of tin and lead by straight lines of the
 * phase diagram, small shares of silver and copper taken off in proportion. Throws RangeError on shares below 0 or that do not sum to 1.
 */
export function meltingRange(m: SolderMix): MeltingRange {
  const sum = m.tin + m.lead + m.silver + m.copper + m.bismuth;
  if (!(Math.abs(sum - 1) < 0.01) || Object.values(m).some((x) => !(x >= 0)))
    throw new RangeError(`the shares of a solder sum to 1, got ${sum}`);
  const caution =
    m.bismuth > 0.01 && m.lead > 0.01
      ? 'bismuth and lead together leave something that melts at 96 °C: clean the old solder off first'
      : null;
  const known = SOLDERS.find((s) => same(SOLDER_MIXES[s], m));
  if (known) {
    const [solidusC, liquidusC] = TABLED[known];
    return { solidusC, liquidusC, estimate: false, caution };
  }
  if (m.bismuth > 0.01)
    return {
      solidusC: m.lead > 0.01 ? 96 : 138,
      liquidusC: between(Math.min(0.58, m.bismuth), 0, TIN_C, 0.58, 138),
      estimate: true,
      caution,
    };
  const tin = m.tin / (m.tin + m.lead);
  const shift = tin * (100 * m.silver * SILVER_K + 100 * m.copper * COPPER_K);
  const liquid =
    tin >= EUTECTIC_TIN
      ? between(tin, EUTECTIC_TIN, EUTECTIC_C, 1, TIN_C)
      : between(tin, 0, LEAD_C, EUTECTIC_TIN, EUTECTIC_C);
  const solid =
    tin > TIN_SIDE_TIN
      ? between(tin, TIN_SIDE_TIN, EUTECTIC_C, 1, TIN_C)
      : tin < LEAD_SIDE_TIN
        ? between(tin, 0, LEAD_C, LEAD_SIDE_TIN, EUTECTIC_C)
        : EUTECTIC_C;
  const liquidusC = liquid - shift;
  return { solidusC: Math.min(liquidusC, solid - PASTY * shift), liquidusC, estimate: true, caution };
}

/** Two solders melted together, by mass. Throws RangeError on masses that are not above 0 in sum. */
export function mixSolders(one: SolderMix, oneMg: number, other: SolderMix, otherMg: number): SolderMix {
  const sum = oneMg + otherMg;
  if (!(sum > 0 && oneMg >= 0 && otherMg >= 0))
    throw new RangeError(`solder weighs more than nothing, got ${sum} mg`);
  const share = (k: keyof SolderMix): number => (one[k] * oneMg + other[k] * otherMg) / sum;
  return {
    tin: share('tin'),
    lead: share('lead'),
    silver: share('silver'),
    copper: share('copper'),
    bismuth: share('bismuth'),
  };
}

/**
 * How much leaded solder brings a joint down to a liquidus, times the mass that is there; `null` where no amount does.
 * @param wantedC the liquidus wanted, °C
 */
export function leadedToReach(
  there: SolderMix,
  wantedC: number,
  added: SolderMix = SOLDER_MIXES.Sn63Pb37,
): number | null {
  const at = (times: number): number => meltingRange(mixSolders(there, 1, added, times)).liquidusC;
  if (at(0) <= wantedC) return 0;
  for (let times = 0.05; times <= 20; times += 0.05)
    if (at(times) <= wantedC) return Number(times.toFixed(2));
  return null;
}

/** Heat of melting, J/g: that of its metals by mass, 59 for tin, 23 for lead (handbook values, from memory; Sn63Pb37 then has 46, tables say about 40). */
export const latentHeat = (m: SolderMix): number =>
  59 * m.tin + 23 * m.lead + 50 * m.bismuth + 105 * m.silver + 205 * m.copper;
/** Density, g/mm3: volumes of its metals added (handbook densities, from memory). */
export const solderDensity = (m: SolderMix): number =>
  1 / (m.tin / 7.29e-3 + m.lead / 11.34e-3 + m.bismuth / 9.78e-3 + m.silver / 10.49e-3 + m.copper / 8.96e-3);
/** Specific heat, J/(g K): that of its metals by mass (handbook values, from memory). */
export const solderHeat = (m: SolderMix): number =>
  0.228 * m.tin + 0.129 * m.lead + 0.122 * m.bismuth + 0.235 * m.silver + 0.385 * m.copper;
