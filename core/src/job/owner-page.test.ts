import { describe, expect, it } from '@jest/globals';
import { testPort } from '../testing/test-port';
import { EMPTY_DOCUMENTS, EMPTY_INTAKE } from './job-record';
import type { JobRecord } from './job-record';
import { jobView } from './job-view';
import { ownerPage } from './owner-page';

const record = (more: Partial<JobRecord> = {}, intake: Partial<typeof EMPTY_INTAKE> = {}): JobRecord => ({
  ...EMPTY_DOCUMENTS,
  intake: { ...EMPTY_INTAKE, kinds: ['reflow'], does: ['charge', 'sound'], ...intake },
  board: testPort({ '3': 'dull', '1': 'dull' }),
  readings: [],
  results: [],
  ...more,
});

describe('the page for the owner', () => {
  it('counts what was built, and says what was not', () => {
    const { choices } = EMPTY_DOCUMENTS.rebuild;
    const built = {
      ...EMPTY_DOCUMENTS.rebuild,
      choices: [
        ...choices,
        { pinId: 'row1.3', kind: null, landingId: null, wireMm: null, spanMm: null, via: null, built: true },
      ],
    };
    const { done } = ownerPage(jobView(record({ rebuild: built })));
    expect(done).toContain('A joint soldered afresh');
    expect(done.join()).toMatch(/not worked at/);
  });
  it('claims only what was seen, and tells what could not be tested', () => {
    expect(ownerPage(jobView(record())).proved).toEqual([]);
    const results = [
      { id: '1', at: '', key: 'legs', shown: 'yes', value: null, note: '' },
      { id: '2', at: '', key: 'look', shown: 'untested', value: null, note: 'glued over' },
    ] as const;
    const page = ownerPage(jobView(record({ results })));
    expect(page.proved).toEqual(['the port sits fast']);
    expect(page.untested).toEqual(['Look along the row: glued over']);
  });
  it('cares for whoever uses it, and has no word of the bench', () => {
    const { care } = ownerPage(
      jobView(record({}, { traits: ['lithium-cell', 'laser', 'heater', 'mains'], kinds: ['copy-only'] })),
    );
    expect(care[0]).toBe('Pull the plug, not the cable.');
    expect(care.join(' ')).toMatch(/not to be trusted/);
    expect(care).toHaveLength(6);
    expect(care.join(' ')).not.toMatch(/iron|hot air|blade|probe|solder/iu);
  });
});
