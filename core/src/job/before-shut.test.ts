import { describe, expect, it } from '@jest/globals';
import type { DeviceAbility } from './device';
import type { JobKind } from './job-kind';
import { usualStep } from '../teardown/step';
import { beforeShut } from './before-shut';
import { EMPTY_DOCUMENTS } from './job-record';
import { jobView } from './job-view';

const lid = {
  id: 'lid',
  kind: 'screws' as const,
  place: 'back',
  note: '',
  photoId: null,
  frees: '',
  after: [],
  ...usualStep('screws'),
};
/** Keys of what is looked at on a device that has passed everything. */
const looks = (kinds: readonly JobKind[], does: readonly DeviceAbility[], opened = true): string[] => {
  const record = {
    ...EMPTY_DOCUMENTS,
    intake: { ...EMPTY_DOCUMENTS.intake, kinds, does },
    teardown: { ...EMPTY_DOCUMENTS.teardown, battery: 'none' as const, steps: opened ? [lid] : [] },
    readings: [],
    results: [],
  };
  const view = jobView(record);
  return beforeShut({ ...view, needs: view.needs, record, prove: { ...view.prove, readyToShut: true } }).map(
    (c) => c.key,
  );
};

describe('before it shuts', () => {
  it('what this repair and this device have is looked at, and only that', () => {
    expect(looks(['new-port'], ['charge', 'buttons', 'sound'])).toEqual([
      'shut-port',
      'shut-stems',
      'shut-seal',
      'shut-wires',
    ]);
    expect(looks(['breakout'], ['data', 'screen'])).toEqual([
      'shut-port',
      'shut-filler',
      'shut-glass',
      'shut-wires',
    ]);
    expect(looks(['reflow'], ['charge'])).toEqual(['shut-wires']);
  });
  it('nothing where nothing was opened that shuts, or nothing is closed', () => {
    expect(looks(['new-port'], ['charge'], false)).toEqual([]);
    expect(looks(['copy-only'], ['data'])).toEqual([]);
  });
});
