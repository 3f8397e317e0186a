import { describe, expect, it } from '@jest/globals';
import type { MeterMode } from '../quantity/meter-entry';
import type { TraceEvidence } from './evidence';
import { readingClass } from './outcome-class';
import { causeKey, oneACause, tiesOf } from './one-cause';

const evidence = (
  red: number,
  black: number,
  mode: MeterMode,
  shown: 'beep' | 'open' | 'over' | 'climbs' | number,
): TraceEvidence => {
  const reading = {
    id: `${red} ${black} ${mode}`,
    at: '',
    struck: false,
    red: String(red),
    black: String(black),
    mode,
    shown: typeof shown === 'number' ? ('value' as const) : shown,
    value: typeof shown === 'number' ? shown : null,
  };
  const seen = readingClass(reading);
  if (!seen) throw new Error('volts say nothing of nets');
  return { reading, red, black, ...seen };
};

describe('one cause', () => {
  const tie = evidence(1, 2, 'ohms', 22);
  it('few ohms and a beep join points, also over a third; kilohms do not', () => {
    const ties = tiesOf(6, [tie, evidence(2, 3, 'continuity', 'beep'), evidence(4, 5, 'ohms', 4700)]);
    expect([...ties]).toEqual([0, 1, 1, 1, 4, 5]);
    expect(causeKey(ties, 0, 3, 'ohms')).toBe(causeKey(ties, 1, 0, 'ohms'));
    expect(causeKey(ties, 0, 3, 'diode')).not.toBe(causeKey(ties, 3, 0, 'diode'));
    expect(causeKey(ties, 1, 3, 'ohms')).toBeNull();
  });
  it.each([
    ['ohms', 2.4e6],
    ['ohms', 'climbs'],
    ['diode', 0.66],
    ['continuity', 'open'],
  ] as const)('%s showing %s at both ends of 22 ohm is one reading', (mode, shown) => {
    const [one, two] = [evidence(0, 1, mode, shown), evidence(0, 2, mode, shown)];
    expect(oneACause(3, [tie, one, two])).toEqual([tie, one]);
    // Without the tie they are two.
    expect(oneACause(3, [one, two])).toEqual([one, two]);
  });
  it('the reading across a part is the one that is kept, whichever comes first', () => {
    const [link, along, across] = [
      evidence(0, 1, 'ohms', 0.6),
      evidence(0, 2, 'ohms', 1500),
      evidence(1, 2, 'ohms', 1500),
    ];
    expect(oneACause(3, [link, along, across], [-1, 2, 1])).toEqual([link, across]);
    expect(oneACause(3, [link, along, across])).toEqual([link, along]);
  });
  it('readings that disagree stay, and so do those that the ohms between change', () => {
    const odd = [tie, evidence(0, 1, 'ohms', 'over'), evidence(0, 2, 'ohms', 8000)];
    expect(oneACause(3, odd)).toEqual(odd);
    const near = [tie, evidence(0, 1, 'ohms', 0.2), evidence(0, 2, 'ohms', 22.3)];
    expect(oneACause(3, near)).toEqual(near);
    const seen = [tie, evidence(0, 1, 'seen', 'open'), evidence(0, 2, 'seen', 'open')];
    expect(oneACause(3, seen)).toEqual(seen);
  });
});
