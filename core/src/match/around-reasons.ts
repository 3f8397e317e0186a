import type { FitReason } from './fit-reason';
import { reason, sayMm } from './fit-reason';
import type { ObservedPattern } from './observed';
import type { ConnectorPart } from '../connector/part';
import { STANCE_WORDS } from '../connector/part';
import { partFamilyName } from '../connector/part-family';

/** How far a shell may stand behind or before the case before a plug minds, mm (common practice). */
const FLUSH_MM = 0.5;
const MOST_BEHIND_MM = 1;
const MOST_PROUD_MM = 2;
/** Half the play a case leaves round an opening, mm (common practice). */
const HEIGHT_PLAY_MM = 0.4;

/** Where the board ends under a part, along its mouth from the middle of its contacts. */
export interface BoardEnd {
  readonly mm: number;
  readonly towards: boolean;
}

/** Why a part does or does not go with what stands around it: the plug, the case, the board's edge. */
export function aroundReasons(
  part: ConnectorPart,
  pattern: ObservedPattern,
  end: BoardEnd | null,
): FitReason[] {
  const found: FitReason[] = [];
  if (pattern.families && !pattern.families.includes(part.family))
    found.push(
      part.family === 'other'
        ? reason('family', 'work', 'Its family is not known: hold a plug against it before anything else')
        : reason('family', 'stop', `It takes another plug: ${partFamilyName(part.family)}`),
    );
  if (pattern.narrowSide && part.narrowSide && pattern.narrowSide !== part.narrowSide)
    found.push(
      reason(
        'upside-down',
        'stop',
        `Upside down: the narrow side of its opening looks ${part.narrowSide}, the case wants it ${pattern.narrowSide}`,
      ),
    );
  if (pattern.stance && part.stance && pattern.stance !== part.stance)
    found.push(
      reason(
        'stance',
        'stop',
        `It is ${STANCE_WORDS[part.stance]}, the board wants one that is ${STANCE_WORDS[pattern.stance]}`,
      ),
    );
  if (pattern.openingHeightMm !== null && part.openingHeightMm !== null) {
    const off = part.openingHeightMm - pattern.openingHeightMm;
    if (Math.abs(off) > HEIGHT_PLAY_MM)
      found.push(
        reason(
          'opening-height',
          'stop',
          `Its opening sits ${sayMm(off)} too ${off > 0 ? 'high' : 'low'} for the case`,
          off,
        ),
      );
  }
  if (pattern.currentA !== null && part.ratedA !== null && pattern.currentA > part.ratedA)
    found.push(
      reason(
        'rated-current',
        'stop',
        `It is made for ${part.ratedA} A, the device draws ${Number(pattern.currentA.toFixed(2))} A`,
        part.ratedA,
      ),
    );
  if (!end) return found;
  if (!end.towards) {
    found.push(reason('mouth-inward', 'stop', 'It would open into the board, away from the edge'));
    return found;
  }
  if (part.frontMm === null) return found;
  const over = part.frontMm - end.mm;
  if (part.stance !== 'mid-mount' && over < -0.3)
    found.push(
      reason(
        'edge-in-the-way',
        over < -1 ? 'stop' : 'work',
        over < -1
          ? `The board reaches ${sayMm(over)} past its mouth: a plug strikes the edge`
          : `File the board’s edge back by ${sayMm(over)}: it reaches past the mouth`,
        over,
      ),
    );
  if (pattern.caseMm !== null) {
    const proud = over - pattern.caseMm;
    if (proud < -FLUSH_MM)
      found.push(
        reason(
          'behind-case',
          proud < -MOST_BEHIND_MM ? 'stop' : 'work',
          proud < -MOST_BEHIND_MM
            ? `It sits ${sayMm(proud)} behind the case: a plug does not reach home`
            : `It sits ${sayMm(proud)} behind the case: widen the opening for the plug’s grip`,
          proud,
        ),
      );
    if (proud > FLUSH_MM)
      found.push(
        reason(
          'proud-of-case',
          proud > MOST_PROUD_MM ? 'stop' : 'work',
          `It stands ${sayMm(proud)} out of the case${proud > MOST_PROUD_MM ? '' : ': open the case for it'}`,
          proud,
        ),
      );
  }
  return found;
}
