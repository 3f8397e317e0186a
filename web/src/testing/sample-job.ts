import type { Board, CheckResult, JobDocuments, OpeningStep, PadState, Reading } from '@zebbit/core';
import {
  EMPTY_BOARD,
  EMPTY_DOCUMENTS,
  EMPTY_MATCH,
  jobView,
  placeRow,
  twoClicks,
  usualStep,
} from '@zebbit/core';

/** A Micro-B job at several stages, made for tests. */

export function sampleStep(
  id: string,
  kind: OpeningStep['kind'],
  after: readonly string[] = [],
  more: Partial<OpeningStep> = {},
): OpeningStep {
  return { id, kind, place: id, note: '', photoId: null, frees: '', after, ...usualStep(kind), ...more };
}

const row = placeRow(EMPTY_BOARD, {
  family: 'micro-b',
  face: 'top',
  first: { x: 5, y: 5 },
  directionDeg: 0,
  pitchMm: 0.65,
  count: 5,
  mirrored: false,
});

export function sampleBoard(
  states: readonly PadState[] = ['trace-torn', 'sound', 'starved', 'sound', 'sound'],
): Board {
  return {
    ...EMPTY_BOARD,
    family: 'micro-b',
    faces: [
      {
        face: 'top',
        photoId: 'a'.repeat(64),
        widthPx: 1000,
        heightPx: 800,
        name: 'overview',
        shown: true,
        opacity: 1,
        measure: twoClicks({ x: 0, y: 0 }, { x: 900, y: 0 }, 30),
      },
    ],
    rows: [{ ...row, pins: row.pins.map((p, i) => ({ ...p, state: states[i] ?? 'sound' })) }],
    legs: [
      {
        id: 'leg1',
        name: 'leg left',
        face: 'top',
        at: { x: 3, y: 3 },
        fixing: 'surface',
        slot: null,
        state: 'sound',
      },
    ],
    components: [
      {
        id: 'F1',
        name: 'F1',
        kind: 'fuse',
        face: 'top',
        package: null,
        heatShy: false,
        value: null,
        terminals: [
          { id: 'F1.1', name: '1', at: { x: 4, y: 12 } },
          { id: 'F1.2', name: '2', at: { x: 4, y: 15 } },
        ],
      },
      {
        id: 'R1',
        name: 'R1',
        kind: 'resistor',
        face: 'top',
        package: null,
        heatShy: false,
        value: 27,
        terminals: [
          { id: 'R1.1', name: '1', at: { x: 6, y: 12 } },
          { id: 'R1.2', name: '2', at: { x: 6, y: 14 } },
        ],
      },
    ],
    points: [{ id: 'pour', name: 'pour', face: 'top', at: { x: 14, y: 14 }, role: 'pour' }],
  };
}

export const SAMPLE: JobDocuments = {
  ...EMPTY_DOCUMENTS,
  intake: {
    ...EMPTY_DOCUMENTS.intake,
    name: 'Pillow speaker',
    make: 'Fernhill',
    model: 'PS-1',
    happened: ['yanked'],
    symptoms: ['port-missing', 'dead'],
  },
  teardown: {
    ...EMPTY_DOCUMENTS.teardown,
    battery: 'out',
    opened: true,
    openedAt: '2026-10-25T10:00:00.000Z',
    steps: [
      sampleStep('cover', 'screws', [], {
        fasteners: {
          count: 3,
          missing: 0,
          drive: 'cross',
          lengthMm: 6,
          thread: 'coarse',
          colour: '',
          compartment: 'A1',
        },
      }),
      sampleStep('cell', 'battery', ['cover'], { wires: [{ colour: 'red', pad: 'B+', photoId: null }] }),
    ],
  },
  board: sampleBoard(),
  match: { ...EMPTY_MATCH, part: 'Micro-B', source: 'drawer' },
};

const reading = (
  n: number,
  red: string,
  black: string,
  mode: Reading['mode'],
  shown: Reading['shown'],
  value: number | null = null,
): Reading => ({
  id: String(n),
  at: '2026-11-20T10:00:00.000Z',
  red,
  black,
  mode,
  shown,
  value,
  struck: false,
});

/** Readings that place every pin of the sample. */
export const SAMPLE_READINGS: readonly Reading[] = [
  reading(1, 'row1.5', 'pour', 'continuity', 'beep'),
  reading(2, 'row1.1', 'F1.1', 'seen', 'beep'),
  reading(3, 'row1.2', 'R1.1', 'continuity', 'beep'),
  reading(4, 'row1.3', 'F1.2', 'continuity', 'open'),
];

/** Good results for the checks of a job, up to those that want power unless `powered`. */
export function goodResults(
  documents: JobDocuments,
  readings: readonly Reading[],
  powered: boolean | 'alone',
): CheckResult[] {
  const { checks } = jobView({ ...documents, readings, results: [] });
  return checks
    .filter((c) => !c.helps && (!c.powered || powered === true || c.group === powered))
    .map((c, i): CheckResult => {
      const base = { id: String(i), at: '2026-11-21T10:00:00.000Z', key: c.key, note: '' };
      if (c.entry === 'yes-no') return { ...base, shown: 'yes', value: null };
      if (c.entry === 'volts') return { ...base, shown: 'value', value: c.powered ? 5.04 : 3.8 };
      if (c.entry === 'amps') return { ...base, shown: 'value', value: 0.42 };
      if (c.key.startsWith('cc:')) return { ...base, shown: 'value', value: 5080 };
      return c.group === 'ring'
        ? { ...base, shown: 'value', value: 0.3 }
        : { ...base, shown: 'over', value: null };
    });
}
