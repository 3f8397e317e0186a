/** A hot-air tool as it is held. */
export interface AirSetting {
  readonly celsius: number;
  /** Litres a minute at room temperature: hobby stations blow some 10 to 40 through a nozzle (common practice). */
  readonly litresMin: number;
  readonly nozzleMm: number;
  readonly heightMm: number;
  /** Radius of the circle that the hand draws, mm; 0 holds still. */
  readonly circleMm: number;
}

/** Air at about 320 °C (handbook values, from memory): W/(m K), Pa s, and Prandtl's number; kg/m3 at 20 °C. */
const AIR = { conductivity: 0.046, viscosity: 3.0e-5, prandtl: 0.69, density: 1.2 } as const;
/** A hot jet is all hot for so many nozzle widths, then mixes with the room (free round jets, from memory). */
const CORE_WIDTHS = 5;

/** Reynolds' number at the nozzle. */
export const jetReynolds = ({ litresMin, nozzleMm }: AirSetting): number => {
  const kilograms = (AIR.density * litresMin) / 60_000;
  return (4 * kilograms) / (Math.PI * nozzleMm * 1e-3 * AIR.viscosity);
};

/** Out to so many nozzle widths the mean is taken. */
const MEAN_WIDTHS = 2.5;

/**
 * What the jet gives on average over a disc of 2.5 nozzle widths, W/(m2 K): impinging round jet (H. Martin 1977, from memory), made for Reynolds
 * numbers over 2,000 and heights of 2 to 12 widths; below and beyond it is carried on. Less once the jet has mixed on its way.
 */
export function meanGive(air: AirSetting): number {
  const re = jetReynolds(air);
  const widths = Math.min(12, Math.max(2, air.heightMm / air.nozzleMm));
  const near = 1 / MEAN_WIDTHS;
  const shape = (near * (1 - 1.1 * near)) / (1 + 0.1 * (widths - 6) * near);
  const flow = 2 * Math.sqrt(re) * Math.sqrt(1 + 0.005 * re ** 0.55);
  return (shape * flow * AIR.prandtl ** 0.42 * AIR.conductivity) / (air.nozzleMm * 1e-3);
}

/** Falls to half at one and a half nozzle widths beside the middle (measured wall jets, from memory). */
const HALF_WIDTHS = 1.5;
const fallOff = (widths: number): number => 1 / (1 + (widths / HALF_WIDTHS) ** 2);
/** Mean of that over the disc. */
const FALL_MEAN = (HALF_WIDTHS / MEAN_WIDTHS) ** 2 * Math.log(1 + (MEAN_WIDTHS / HALF_WIDTHS) ** 2);
/** How much of the air beside the middle is still the jet's: half at four widths (heated jets on a wall, from memory). */
const stillHot = (widths: number): number => 1 / (1 + (widths / 4) ** 2);

const ROUND = 12;

/** What reaches a place `mm` beside the middle of the circle: from the jet, and from room air that it drags along, W/(m2 K), averaged over the circle. */
export function jetGive(air: AirSetting, mm: number): { readonly jet: number; readonly room: number } {
  const peak = meanGive(air) / FALL_MEAN;
  const core = Math.min(1, (CORE_WIDTHS * air.nozzleMm) / air.heightMm);
  let [jet, room] = [0, 0];
  const places = air.circleMm > 0 ? ROUND : 1;
  for (let k = 0; k < places; k += 1) {
    const a = (2 * Math.PI * k) / places;
    const widths = Math.hypot(mm - air.circleMm * Math.cos(a), air.circleMm * Math.sin(a)) / air.nozzleMm;
    const give = peak * fallOff(widths);
    const hot = core * stillHot(widths);
    jet += (give * hot) / places;
    room += (give * (1 - hot)) / places;
  }
  return { jet, room };
}

/** First thing about a hot-air setting that cannot be, in words; `null` when it can. */
export function airFault({ celsius, litresMin, nozzleMm, heightMm, circleMm }: AirSetting): string | null {
  if (!(celsius >= 50 && celsius <= 600)) return 'hot air is set between 50 and 600 °C';
  if (!(litresMin > 0 && litresMin <= 200)) return 'air flows at 1 to 200 litres a minute';
  if (!(nozzleMm >= 2 && nozzleMm <= 40)) return 'a nozzle is 2 to 40 mm wide';
  if (!(heightMm > 0 && heightMm <= 200)) return 'the nozzle is held 1 to 200 mm above the board';
  if (!(circleMm >= 0 && circleMm <= 40)) return 'the circle has a radius of 0 to 40 mm';
  return null;
}
