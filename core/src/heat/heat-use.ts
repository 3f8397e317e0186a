import type { AirSetting } from './air-jet';
import { airFault } from './air-jet';
import type { MeltingRange, SolderMix, SolderName } from './alloy';
import { latentHeat, meltingRange, mixSolders, SOLDER_MIXES, solderHeat } from './alloy';
import type { IronSetting } from './iron';
import { ironFault } from './iron';

/** Heat as it is brought to a board. */
export interface HeatUse {
  /** Ids of the joints that are to melt. */
  readonly targets: readonly string[];
  readonly iron: IronSetting | null;
  /** Ids of the targets that the iron stands on, or is drawn over in turn. */
  readonly ironOn: readonly string[];
  /** They are flooded: one bead of solder from each to the next. */
  readonly flooded: boolean;
  readonly air: AirSetting | null;
  /** Board and parts were brought to this before, and are held there from below, °C; `null` without. */
  readonly preheatC: number | null;
  /** As much leaded solder again is in the targets. */
  readonly leaded: boolean;
  /** Foil or tape covers all beside the port. */
  readonly shielded: boolean;
  readonly roomC: number;
  /** Longest that the heat stays, s. */
  readonly mostS: number;
  /** Stays so long after all is molten, to wet, nudge or lift, s. */
  readonly holdS: number;
}

/** What is taken for a solder that nobody knows: a lead-free one, since it melts last. */
export const UNKNOWN_SOLDER: SolderName = 'SAC305';

/** What a joint is made of by now, and how much of it, for each milligram that was there. */
export function jointSolder(
  was: SolderName | null,
  leaded: boolean,
): { readonly mix: SolderMix; readonly times: number } {
  const mix = SOLDER_MIXES[was ?? UNKNOWN_SOLDER];
  return leaded ? { mix: mixSolders(mix, 1, SOLDER_MIXES.Sn63Pb37, 1), times: 2 } : { mix, times: 1 };
}

/** Melting of so many milligrams, as a body takes it. */
export function meltingOf(
  mix: SolderMix,
  mg: number,
): { readonly heatJK: number; readonly melts: { solidusC: number; liquidusC: number; latentJ: number } } {
  const { solidusC, liquidusC } = meltingRange(mix);
  return {
    heatJK: solderHeat(mix) * mg * 1e-3,
    melts: { solidusC, liquidusC, latentJ: latentHeat(mix) * mg * 1e-3 },
  };
}

/** Where a joint begins to melt and is molten, °C. */
export const solderOf = (was: SolderName | null, leaded: boolean): MeltingRange =>
  meltingRange(jointSolder(was, leaded).mix);

/** First thing about a use of heat that cannot be, in words; `null` when it can. */
export function useFault({
  iron,
  ironOn,
  air,
  preheatC,
  roomC,
  mostS,
  holdS,
  targets,
}: HeatUse): string | null {
  if (!iron && !air) return 'nothing is heated with: an iron or hot air';
  if (targets.length === 0) return 'nothing is to melt: choose a joint';
  if (iron && (ironOn.length === 0 || !ironOn.every((id) => targets.includes(id))))
    return 'the iron stands on nothing that is to melt';
  if (!(roomC >= -20 && roomC <= 60)) return 'a room has −20 to 60 °C';
  if (!(mostS > 0 && mostS <= 300)) return 'heat stays for 1 to 300 s';
  if (!(holdS >= 0 && holdS <= 60)) return 'it is held for 0 to 60 s';
  if (preheatC !== null && !(preheatC >= roomC && preheatC <= 200))
    return 'a board is preheated between the room and 200 °C';
  if (iron && iron.celsius < roomC) return 'the tip is colder than the room: switch it on';
  if (air && air.celsius < roomC) return 'the air is colder than the room: switch it on';
  return (iron && ironFault(iron)) ?? (air && airFault(air)) ?? null;
}
