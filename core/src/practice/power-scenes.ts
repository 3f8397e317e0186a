import { seeded } from './seeded';

/** What a stand-in power meter can act out. */
export const POWER_SCENES = [
  'healthy',
  'flat cell',
  'short',
  'cuts out',
  'no 5.1 k',
  'wrong way up',
  '9 V',
  'gives up',
] as const;
export type PowerScene = (typeof POWER_SCENES)[number];

/**
 * What the meter reads at a moment of a scene, a bench supply or charger of 2 A behind 0.15 ohm of cable; simple circuits of the case, with noise.
 * @param s since the plug went in, s
 */
export function powerScene(
  scene: PowerScene,
  s: number,
  seed = 1,
): { readonly volts: number; readonly amps: number } {
  const random = seeded(Math.round(s * 1000) * 31 + seed);
  const noise = 0.004 * (random() + random() - 1);
  const load = (amps: number, open = 5.12): { volts: number; amps: number } => ({
    volts: Math.max(0, open - 0.15 * amps + noise),
    amps: Math.max(0, amps + (amps > 0 ? noise : 0)),
  });
  // Capacitors fill, the charger IC looks round, then the charge begins.
  const rush = s < 0.3 ? 0.25 * Math.exp(-s / 0.08) : 0;
  const charge = s < 1 ? 0.03 : 0.48;
  switch (scene) {
    case 'healthy':
      return load(rush + charge);
    case 'flat cell':
      return load(rush + 0.045);
    case 'short':
      return { volts: Math.max(0, 0.4 + noise), amps: Math.max(0, 2 + noise) };
    case 'cuts out':
      // A joint that opens for a few hundredths of a second, now and then.
      return s > 4 && (s * 1.37) % 3 < 0.12 ? load(0) : load(rush + charge);
    case 'no 5.1 k':
      return { volts: Math.max(0, 0.02 + noise), amps: 0 };
    case 'wrong way up':
      return s % 24 < 12 ? { volts: Math.max(0, 0.02 + noise), amps: 0 } : load(charge);
    case '9 V':
      return s < 2.5 ? load(rush + 0.2) : load(1.1, 9.1);
    case 'gives up':
      return s % 2 < 0.35
        ? { volts: Math.max(0, 2.1 + noise), amps: 1.9 }
        : { volts: s % 2 < 0.5 ? 0 : 5.1, amps: 0 };
  }
}
