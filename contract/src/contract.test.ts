import 'reflect-metadata';
import { describe, expect, it } from '@jest/globals';
import { DOCUMENT_KINDS, EMPTY_BOARD, EMPTY_DOCUMENTS, placeRow } from '@zebbit/core';
import { plainToInstance } from 'class-transformer';
import type { ClassConstructor } from 'class-transformer';
import { validateSync } from 'class-validator';
import { SaveBoardDto } from './documents.dto';
import { DOCUMENT_DTOS, SaveRebuildDto } from './documents.dto';
import { NewReadingDto } from './evidence.dto';
import { firstFault } from './fault-path';
import { routes } from './routes';

const OPTIONS = { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true } as const;

function fault<T extends object>(type: ClassConstructor<T>, body: object): string | null {
  const found = firstFault(validateSync(plainToInstance(type, body), OPTIONS));
  return found && `${found.path}: ${found.message}`;
}

const reading = { red: 'R1.1', black: 'pour', mode: 'ohms', shown: 'value', value: 22 };
const row = placeRow(EMPTY_BOARD, {
  family: 'type-c-16',
  face: 'top',
  first: { x: 1, y: 2 },
  directionDeg: 0,
  pitchMm: 0.5,
  count: 12,
  mirrored: false,
});
const board = { ...EMPTY_BOARD, family: 'type-c-16', rows: [row] };

describe('documents', () => {
  it.each(DOCUMENT_KINDS)('an empty %s is valid', (kind) => {
    expect(fault(DOCUMENT_DTOS[kind] as ClassConstructor<object>, EMPTY_DOCUMENTS[kind])).toBeNull();
  });
  it('a row as the core places it is valid', () => {
    expect(fault(SaveBoardDto, { rev: 0, body: board })).toBeNull();
  });
  it.each([
    [{ rev: 0, body: { ...board, colour: 'red' } }, /^body\.colour: property colour should not exist/],
    [
      { rev: 0, body: { ...board, rows: [{ ...row, pitchMm: Number.NaN }] } },
      /^body\.rows\.0\.pitchMm: pitchMm/,
    ],
    [{ rev: 0, body: { ...board, rows: [{ ...row, pitchMm: '0.5' }] } }, /^body\.rows\.0\.pitchMm/],
    [
      { rev: 0, body: { ...board, rows: [{ ...row, first: { x: Infinity, y: 0 } }] } },
      /^body\.rows\.0\.first\.x/,
    ],
    [
      { rev: 0, body: { ...board, rows: [{ ...row, pins: [{ ...row.pins[0], state: 'gone' }] }] } },
      /^body\.rows\.0\.pins\.0\.state/,
    ],
    [
      {
        rev: 0,
        body: {
          ...board,
          faces: [
            {
              face: 'top',
              photoId: '../../etc/passwd',
              widthPx: 1,
              heightPx: 1,
              name: '',
              shown: true,
              opacity: 1,
              measure: null,
            },
          ],
        },
      },
      /^body\.faces\.0\.photoId/,
    ],
    [
      {
        rev: 0,
        body: {
          ...board,
          overlays: [
            {
              id: 'drawing1',
              name: 'x',
              face: 'top',
              paths: ['M0 0L1 1"/><script>'],
              from: [
                { x: 0, y: 0 },
                { x: 1, y: 1 },
              ],
              to: [
                { x: 0, y: 0 },
                { x: 1, y: 1 },
              ],
              shown: true,
            },
          ],
        },
      },
      /^body\.overlays\.0\.paths/,
    ],
    [
      {
        rev: 0,
        body: { ...board, areas: [{ id: 'area1', name: '', kind: 'lava', face: 'top', points: [] }] },
      },
      /^body\.areas\.0\.(kind|points)/,
    ],
    [
      {
        rev: 0,
        body: {
          ...board,
          lines: [{ id: 't1', name: '', kind: 'track', face: 'top', points: [{ x: 0, y: 0 }], scars: [] }],
        },
      },
      /^body\.lines\.0\.points/,
    ],
    [{ rev: 0, body: { ...board, facePairs: [{ top: { x: 0, y: 0 } }] } }, /^body\.facePairs\.0\.bottom/],
    [{ rev: 0 }, /^body/],
    [{ rev: 1.5, body: board }, /^rev/],
    [{ body: board }, /^rev/],
  ])('refuses a wrong board, naming the field (%#)', (body, wanted) => {
    expect(fault(SaveBoardDto, body)).toMatch(wanted);
  });
  it('refuses a choice of no repair', () => {
    const choice = {
      pinId: 'row1.1',
      kind: 'glue',
      landingId: null,
      wireMm: null,
      spanMm: null,
      built: false,
    };
    expect(fault(SaveRebuildDto, { rev: 0, body: { tailMm: 2, choices: [choice] } })).toMatch(
      /^body\.choices\.0\.kind/,
    );
  });
});

describe('readings', () => {
  it('takes an honest one', () => {
    expect(fault(NewReadingDto, reading)).toBeNull();
    expect(fault(NewReadingDto, { ...reading, shown: 'beep', value: null })).toBeNull();
  });
  it.each([
    [{ ...reading, value: Number.NaN }, /^value/],
    [{ ...reading, value: '4k7k' }, /^value/],
    [{ ...reading, value: undefined }, /^value/],
    [{ ...reading, mode: 'amps' }, /^mode/],
    [{ ...reading, red: 'a b' }, /^red/],
    [{ ...reading, extra: 1 }, /^extra/],
  ])('refuses a wrong one, naming the field (%#)', (body, wanted) => {
    expect(fault(NewReadingDto, body)).toMatch(wanted);
  });
});

describe('routes', () => {
  it('escape what they are given', () => {
    expect(routes.job('a/b')).toBe('/api/jobs/a%2Fb');
    expect(routes.document('x', 'board')).toBe('/api/jobs/x/board');
  });
});
