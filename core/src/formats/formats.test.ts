import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { readdirSync, readFileSync } from 'node:fs';
import { testBoard, testComponent, testPoint } from '../testing/test-board';
import { placeRow } from '../board/place-row';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { boardCsv } from './board-csv';
import { boardFootprint, footprintPaths } from './board-footprint';
import { boardSvg } from './board-svg';
import { readKicadFootprint, writeKicadFootprint } from './kicad-footprint';
import type { SItem } from './s-expression';
import { list, parseSExpression, word, writeSExpression } from './s-expression';

const base = testBoard([testPoint('point1', 'pour', 4, 9)], [testComponent('R1', 'resistor', 22, 3, 6)]);
const board: Board = {
  ...base,
  family: 'micro-b',
  rows: [
    {
      ...placeRow(base, {
        family: 'micro-b',
        face: 'top',
        first: { x: 5, y: 5 },
        directionDeg: 30,
        pitchMm: 0.65,
        count: 5,
        mirrored: false,
      }),
      padMm: [0.4, 1.35],
    },
  ],
  legs: [
    {
      id: 'leg1',
      name: '=HYPERLINK("x")',
      face: 'top',
      at: { x: 3, y: 4 },
      fixing: 'through-hole',
      slot: { widthMm: 0.6, lengthMm: 1.6, directionDeg: 40 },
      state: 'sound',
    },
  ],
  lines: [
    {
      id: 'track1',
      name: 'a <b> & "c"',
      kind: 'track',
      face: 'top',
      points: [
        { x: 1, y: 1 },
        { x: 5, y: 1 },
      ],
      scars: [{ atMm: 2, kind: 'cracked', lengthMm: 0 }],
    },
  ],
};

describe('s-expressions', () => {
  const item: fc.Arbitrary<SItem> = fc.letrec<{ item: SItem }>((tie) => ({
    item: fc.oneof(
      { depthSize: 'small' },
      fc.string({ unit: 'grapheme' }).map((t) => word(t, true)),
      fc.stringMatching(/^[a-zA-Z0-9_.*-]{1,9}$/).map((t) => word(t)),
      fc.array(tie('item'), { maxLength: 5 }).map((items) => list(...items)),
    ),
  })).item;
  const plain = (i: SItem): unknown => (i.kind === 'word' ? i.text : i.items.map(plain));
  it('come back the same after writing and reading', () => {
    fc.assert(
      fc.property(fc.array(item, { maxLength: 6 }), (items) => {
        const whole = list('footprint', ...items);
        const again = parseSExpression(writeSExpression(whole));
        expect(again.ok && plain(again.list)).toEqual(plain(whole));
      }),
      { seed: 61 },
    );
  });
  it.each([
    ['', 'not-this-format', 1],
    ['hello', 'not-this-format', 1],
    [')', 'not-this-format', 1],
    ['(a\n(b', 'cut-short', 2],
    ['(a "b\n c)', 'cut-short', 1],
    ['(a)\n(b)', 'left-over', 2],
    ['('.repeat(10_000), 'too-deep', 1],
  ])('refuse %j', (text, code, line) => {
    expect(parseSExpression(text)).toMatchObject({ ok: false, code, line });
  });
});

describe('footprint files', () => {
  const folder = '/usr/share/kicad/footprints/Connector_USB.pretty';
  it.each(readdirSync(folder).map((f, i) => [i + 1, f] as const))(
    'open file %d is read, and is the same after writing and reading again',
    (_, file) => {
      const first = readKicadFootprint(readFileSync(`${folder}/${file}`, 'utf8'));
      if (!first.ok) throw new Error(`${first.line}: ${first.message}`);
      expect(first.footprint.pads.length).toBeGreaterThan(3);
      const again = readKicadFootprint(writeKicadFootprint(first.footprint));
      const told = (v: typeof first): unknown => ({ ...v.footprint, source: null });
      expect(again.ok && told(again)).toEqual(told(first));
    },
  );
  it.each([
    ['(module x (pad 1 smd rect (at 0 0) (size 1 NaN)))', 'bad-figure'],
    ['(module x (pad 1 smd rect (at 0 4000) (size 1 1)))', 'bad-figure'],
    ['(module x (pad 1 smd rect (size 1 1)))', 'bad-field'],
    ['(module x (pad 1 glue rect (at 0 0) (size 1 1)))', 'bad-field'],
    ['(kicad_pcb x)', 'not-this-format'],
    ['(module x\n(pad 1 smd rect (at 0 0)\n(size 1', 'cut-short'],
  ])('refuses %j with the line', (text, code) => {
    expect(readKicadFootprint(text)).toMatchObject({ ok: false, code });
  });
});

describe('a board going out', () => {
  it('as a footprint keeps every distance of the land pattern', () => {
    const footprint = boardFootprint(board, 'top', 'measured');
    if (!footprint) throw new Error('no footprint');
    const again = readKicadFootprint(writeKicadFootprint(footprint));
    if (!again.ok) throw new Error(again.message);
    const [a, , , , e, leg] = again.footprint.pads;
    expect(Math.hypot((a?.at.x ?? 0) - (e?.at.x ?? 0), (a?.at.y ?? 0) - (e?.at.y ?? 0))).toBeCloseTo(2.6, 3);
    expect(leg).toMatchObject({ type: 'thru_hole', drill: { width: 1.6, height: 0.6 }, angleDeg: 320 });
    expect(footprintPaths(again.footprint)).toHaveLength(7);
    expect(boardFootprint(board, 'bottom', 'x')).toBeNull();
  });
  it('as SVG is at true scale, with named layers and nothing that could run', () => {
    const svg = boardSvg(board, 'top');
    const [, w, x, width] = /width="([\d.]+)mm".*viewBox="(-?[\d.]+) -?[\d.]+ ([\d.]+)/.exec(svg) ?? [];
    expect(w).toBe(width);
    expect(Number(x)).toBeLessThan(1);
    for (const name of ['pads', 'legs and holes', 'tracks', 'parts', 'board edge'])
      expect(svg).toContain(`inkscape:label="${name}"`);
    expect(svg).toContain('HYPERLINK(&#34;x&#34;)');
    expect(svg).not.toMatch(/<script|on\w+=/i);
  });
  it('as CSV has a line for each thing, and no cell that a spreadsheet would run', () => {
    const lines = boardCsv(board).trim().split('\r\n');
    expect(lines[0]).toBe('kind,id,name,face,x_mm,y_mm,width_mm,length_mm,direction_deg,state');
    expect(lines).toHaveLength(1 + 5 + 1 + 2 + 1 + 1);
    expect(lines.find((l) => l.includes('HYPERLINK'))).toContain(`"'=HYPERLINK(""x"")"`);
  });
  it.each(['=1+1', '+1+1', '-1+1', '@SUM(A1)', '-cmd'])(
    'a name like %s is text in CSV; a place left of the corner is a figure',
    (name) => {
      const csv = boardCsv({ ...EMPTY_BOARD, points: [{ ...testPoint('p', 'plain', -1.5, 2), name }] });
      const [cells = []] = Papa.parse<string[]>(csv.trim()).data.slice(1);
      expect(cells.slice(2, 5)).toEqual([`'${name}`, 'top', '-1.500']);
    },
  );
});
