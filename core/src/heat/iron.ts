import type { KitTool } from '../drawer/kit';

export const TIPS = ['fine', 'wide'] as const;
export type TipName = (typeof TIPS)[number];

export interface TipSheet {
  readonly name: string;
  readonly kit: KitTool;
  /** From the heater to the tip's end, W/K. */
  readonly shaftWK: number;
  /** What the end holds, J/K. */
  readonly endJK: number;
  /** Touching with solder between, mm2; dry it is a tenth (common practice). */
  readonly wetMm2: number;
}

/**
 * Tips as a cone of 0.5 mm and a chisel of 2.4 mm have it. What passes from the heater to the end, 12 and 5 K/W, is a judgement; with it 315 °C
 * leaves a lead-free leg on a plane solid where 370 °C melts it, which is common practice and a test. Film and spreading are handbook forms.
 */
export const TIP_SHEETS: Readonly<Record<TipName, TipSheet>> = {
  fine: { name: 'fine tip', kit: 'fine-tip', shaftWK: 0.08, endJK: 0.15, wetMm2: 0.8 },
  wide: { name: 'wide tip', kit: 'chisel-tip', shaftWK: 0.2, endJK: 0.6, wetMm2: 3 },
};

/** Through a film of molten solder, and through flux and oxide where the tip is dry, W/(m2 K) (judgement). */
const WET_GIVE = 4e5;
const DRY_GIVE = 1e5;

/** Iron as it is held. */
export interface IronSetting {
  readonly celsius: number;
  readonly tip: TipName;
  /** Power of its heater, W. */
  readonly watts: number;
  /** Fresh solder and flux stand between tip and joint. */
  readonly wet: boolean;
}

/** Solder, W/(m K) (handbook value for tin-lead, from memory). */
const SOLDER_CONDUCTS = 50;

/**
 * From the tip's end into the joint, W/K: through the film, then spreading from the spot that touches, 1 / (4 k a) for one of radius a
 * (constriction of a half space, R. Holm, from memory).
 */
export function tipContact({ tip, wet }: IronSetting): number {
  const m2 = TIP_SHEETS[tip].wetMm2 * (wet ? 1 : 0.1) * 1e-6;
  const film = m2 * (wet ? WET_GIVE : DRY_GIVE);
  const spread = 4 * SOLDER_CONDUCTS * Math.sqrt(m2 / Math.PI);
  return 1 / (1 / film + 1 / spread);
}

/** First thing about an iron that cannot be, in words; `null` when it can. */
export function ironFault({ celsius, watts }: IronSetting): string | null {
  if (!(celsius >= 100 && celsius <= 550)) return 'an iron is set between 100 and 550 °C';
  if (!(watts > 0 && watts <= 300)) return 'an iron has 1 to 300 W';
  return null;
}
