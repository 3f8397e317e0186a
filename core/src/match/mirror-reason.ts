import type { FitReason } from './fit-reason';
import { reason } from './fit-reason';
import type { ObservedPattern } from './observed';
import { packPattern } from './packed-pattern';
import type { PartLibrary } from './part-library';
import { roughPlacements } from './place-pattern';
import type { Weighed } from './weigh-part';

/** Turned over it must explain this much more, nats, to be called the mirror image. */
const CLEARLY = 6;

/** Whether a part that does not go would go turned over: the mirror image of what is wanted. `null` when it would not. */
export function mirrorReason(w: Weighed, pattern: ObservedPattern, library: PartLibrary): FitReason | null {
  const turned = packPattern(pattern, !w.seen.mirrored);
  const [here] = roughPlacements(library, w.k, w.seen, 0);
  const [there] = roughPlacements(library, w.k, turned, 0);
  if (!there || (here?.cost ?? Infinity) - there.cost < CLEARLY) return null;
  return reason(
    'mirror-image',
    'stop',
    'It is the mirror image: it would go only on the other side of the board',
  );
}
