import type { FamilySheet } from '../connector/family';
import type { DeviceAbility } from './device';
import { ABILITY_WORDS, knownAbilities } from './device';

export interface FinalCheck {
  readonly key: string;
  readonly title: string;
}

/** What is tried once the case is shut, before the device goes back: what it does, and only that (common practice). */
export function finalChecks(
  sheet: FamilySheet,
  hasBattery: boolean,
  does: readonly DeviceAbility[] = [],
): FinalCheck[] {
  const known = knownAbilities(does);
  const has = (a: DeviceAbility, usually: boolean): boolean => known?.includes(a) ?? usually;
  const tried = known
    ?.filter((a) => a !== 'charge' && a !== 'data')
    .map((a) => ABILITY_WORDS[a].toLowerCase());
  return [
    {
      key: 'everything',
      title:
        tried && tried.length > 0
          ? `What it does, each by itself: ${tried.join(', ')}`
          : 'Everything the device does, each button, each channel',
    },
    ...(has('data', sheet.hasData)
      ? [{ key: 'data-again', title: 'Data once more, with the case shut' }]
      : []),
    ...(hasBattery && has('charge', true)
      ? [{ key: 'full-charge', title: 'Charged to full, cool to the hand' }]
      : []),
    { key: 'rattle', title: 'Shaken gently: nothing rattles' },
    { key: 'relief', title: 'Owner told: pull the plug, not the cable' },
  ];
}
