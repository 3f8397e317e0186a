import type { ConnectorFamily } from '../connector/family';
import type { PinFunction } from '../connector/pin-function';
import { functionGroup, isOptional } from '../connector/pin-function';
import { landingLog, landingTraits } from './first-part';
import { LANDING_CHANCES } from './landing-chances';
import type { Orientation, TraceScene } from './trace-scene';

/** Log weight of a site as the landing of a function. */
export const landingLogPrior = (
  scene: TraceScene,
  o: Orientation,
  f: PinFunction,
  site: number,
  pullUps: ReadonlySet<number>,
): number => landingLog(landingTraits(scene, o, f, site, pullUps), LANDING_CHANCES);

/** How often a port of a family carries no data at all, as odds (judgements): a stick's plug does, a socket that charges may not. */
const WITHOUT_DATA: Readonly<Partial<Record<ConnectorFamily, number>>> = {
  'usb-a-plug': 0.01,
  'usb-a-3-plug': 0.01,
  'usb-b': 0.01,
  'usb-a-3': 0.01,
  'mini-b': 0.06,
  'micro-b': 0.2,
  'type-c-16': 0.1,
};

/** Log weight of a line, or a pair of lines, being wired nowhere on the marked board, against 1 for landing somewhere on it. */
export function nowhereLogPrior(scene: TraceScene, o: Orientation, f: PinFunction): number {
  const group = functionGroup(f);
  if (group === 'data' && o.joined) return Math.log(1);
  if (group === 'identity' || group === 'sideband') return Math.log(6);
  if (isOptional(f)) return Math.log(0.5);
  return Math.log(group === 'data' ? (WITHOUT_DATA[scene.family] ?? 0.06) : 0.005);
}
