import type { FamilySheet } from '../connector/family';

export interface FinalCheck {
  readonly key: string;
  readonly title: string;
}

/** What is tried once the case is shut, before the device goes back (common practice). */
export function finalChecks(sheet: FamilySheet, hasBattery: boolean): FinalCheck[] {
  return [
    { key: 'everything', title: 'Everything the device does, each button, each channel' },
    ...(sheet.hasData ? [{ key: 'data-again', title: 'Data once more, with the case shut' }] : []),
    ...(hasBattery ? [{ key: 'full-charge', title: 'Charged to full, cool to the hand' }] : []),
    { key: 'rattle', title: 'Shaken gently: nothing rattles' },
    { key: 'relief', title: 'Owner told: pull the plug, not the cable' },
  ];
}
