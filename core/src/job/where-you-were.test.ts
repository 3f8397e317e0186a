import { describe, expect, it } from '@jest/globals';
import type { OpeningStep } from '../teardown/step';
import { usualStep } from '../teardown/step';

import { testPort } from '../testing/test-port';
import { testReading } from '../testing/test-board';
import { beginWait, USUAL_WAITS } from '../waits/usual-waits';
import { EMPTY_DOCUMENTS } from './job-record';
import type { JobRecord } from './job-record';
import { jobView } from './job-view';
import { whereYouWere } from './where-you-were';

const step = (id: string, kind: OpeningStep['kind'], more: Partial<OpeningStep> = {}): OpeningStep => ({
  id,
  kind,
  place: id,
  note: '',
  photoId: null,
  frees: '',
  after: [],
  ...usualStep(kind),
  ...more,
});
const screws = step('lower feet', 'hidden-screws', {
  fasteners: {
    count: 3,
    missing: 0,
    drive: 'cross',
    lengthMm: 6,
    thread: 'coarse',
    colour: '',
    compartment: 'B1',
  },
});
const record = (more: Partial<JobRecord> = {}): JobRecord => ({
  ...EMPTY_DOCUMENTS,
  intake: { ...EMPTY_DOCUMENTS.intake, kinds: ['torn'], cameWith: ['its cable'], missing: ['one foot'] },
  teardown: {
    ...EMPTY_DOCUMENTS.teardown,
    battery: 'out',
    opened: true,
    steps: [screws, step('back', 'clips', { frees: 'back half' }), step('pouch', 'battery')],
  },
  board: testPort({ '1': 'torn' }),
  match: { ...EMPTY_DOCUMENTS.match, part: 'micro-B', source: 'bag 3' },
  readings: [],
  results: [],
  ...more,
});

describe('where you were', () => {
  it('says what lies where, as it was noted', () => {
    expect(whereYouWere(jobView(record())).lies).toEqual([
      { what: '3 cross screws 6 mm, lower feet', where: 'tray B1' },
      { what: 'Back half', where: '' },
      { what: 'Cell, pouch', where: '' },
      { what: 'Its cable, came with it', where: '' },
      { what: 'micro-B', where: 'bag 3' },
    ]);
  });
  it('what went back in lies nowhere any more: a step that is closed, a screw of three', () => {
    const closing = {
      ...EMPTY_DOCUMENTS.closing,
      stepsDone: ['back'],
      fastenersBack: [{ stepId: 'lower feet', count: 2 }],
    };
    const { lies } = whereYouWere(jobView(record({ closing })));
    expect(lies[0]?.what).toBe('1 cross screw 6 mm, lower feet');
    expect(lies.map((l) => l.what)).not.toContain('Back half');
    const back = { ...closing, handedBack: true };
    expect(whereYouWere(jobView(record({ closing: back }))).lies).toEqual([]);
  });
  it('tells the newest acts first, without what was struck out', () => {
    const usual = USUAL_WAITS[0];
    if (!usual) throw new Error('no waits');
    const readings = [
      { ...testReading('row1.1', 'row1.2', 'beep'), id: '1', at: '2026-11-01T10:00:00.000Z' },
      { ...testReading('row1.2', 'row1.3', 'beep'), id: '2', at: '2026-11-03T10:00:00.000Z', struck: true },
      { ...testReading('row1.3', 'row1.4', 'beep'), id: '3', at: '2026-11-02T10:00:00.000Z' },
    ];
    const waits = {
      ...EMPTY_DOCUMENTS.waits,
      waits: [
        {
          ...beginWait(usual, { id: 'w', startedAt: '2026-11-02T11:00:00.000Z' }),
          endedAt: '2026-11-02T11:12:00.000Z',
        },
      ],
    };
    const { acts } = whereYouWere(jobView(record({ readings, waits })));
    expect(acts.map((a) => [a.kind, a.at.slice(5, 16)])).toEqual([
      ['wait', '11-02T11:12'],
      ['wait', '11-02T11:00'],
      ['reading', '11-02T10:00'],
      ['reading', '11-01T10:00'],
    ]);
  });
  it('says what is known, pad by pad, and what was missing before', () => {
    const { learned } = whereYouWere(jobView(record()));
    expect(learned).toContain('Pin 1 VBUS: pad torn off');
    expect(learned).toContain('Missing since before: one foot');
    expect(learned.some((l) => l.startsWith('Pin 2'))).toBe(false);
  });
});
