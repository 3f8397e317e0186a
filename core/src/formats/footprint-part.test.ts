import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { GENERIC_PARTS } from '../connector/generic-parts';
import { checkPart } from '../connector/part';
import { seeded } from '../practice/seeded';
import { partFromFootprint, partFootprint } from './footprint-part';
import { readKicadFootprint, writeKicadFootprint } from './kicad-footprint';
import { partCsv, partSvg } from './part-svg';

const HERE = dirname(fileURLToPath(import.meta.url));
const HOME = '/usr/share/kicad/footprints';
const FOLDERS = readdirSync(HOME).filter((f) => f.endsWith('.pretty'));
const read = (text: string): ReturnType<typeof readKicadFootprint> => readKicadFootprint(text);

/** What reads a footprint: when none of it changed, a seeded sample stands for all that were read before. */
const PARSER = ['s-expression', 'kicad-footprint', 'footprint-part'].map((f) => `${HERE}/${f}.ts`);
/** The edition of which every file was read: kept with the sources, so that a fresh copy need not read all again. */
const RECORD = `${HERE}/footprints-read.txt`;

/** Hash of the parser and of the list of files. */
function edition(files: readonly string[]): string {
  const hash = createHash('sha256');
  for (const file of [...PARSER, `${HERE}/../connector/part-family.ts`, `${HERE}/../connector/family.ts`])
    hash.update(readFileSync(file));
  return hash.update(files.join('\n')).digest('hex').slice(0, 16);
}

describe('all of Debian’s open footprints', () => {
  const all = FOLDERS.flatMap((folder) =>
    readdirSync(`${HOME}/${folder}`).map((file) => `${folder}/${file}`),
  );
  const [now, before] = [edition(all), readFileSync(RECORD, 'utf8').trim()];
  const whole = now !== before;
  const random = seeded(Number(process.env['SAMPLE_SEED'] ?? all.length));
  const some = whole ? all : all.filter(() => random() < 0.04);
  it(`are read and made parts of, or refused with line and reason; at least 99.5 % are read (${whole ? 'all' : 'a sample'} of ${all.length})`, () => {
    let taken = 0;
    const faults: string[] = [];
    for (const file of some) {
      const verdict = read(readFileSync(`${HOME}/${file}`, 'utf8'));
      if (verdict.ok) {
        const part = partFromFootprint(verdict.footprint, file, file);
        const fault = checkPart(part);
        if (fault) faults.push(`${file} ${fault.path}`);
        taken += 1;
      } else if (!(verdict.line > 0 && verdict.message !== '')) faults.push(`${file} without a reason`);
    }
    expect(faults).toEqual([]);
    expect(all.length).toBeGreaterThan(12_000);
    expect(taken / some.length).toBeGreaterThanOrEqual(0.995);
    if (whole) writeFileSync(RECORD, `${now}\n`);
  }, 240_000);
});

const USB = readdirSync(`${HOME}/Connector_USB.pretty`).map((file) => {
  const verdict = read(readFileSync(`${HOME}/Connector_USB.pretty/${file}`, 'utf8'));
  if (!verdict.ok) throw new Error(verdict.message);
  return [file, verdict.footprint] as const;
});

describe('parts from footprints', () => {
  it.each(USB)(
    '%s: a family, contacts, places that are told once; the same after writing and reading',
    (file, footprint) => {
      const part = partFromFootprint(footprint, 'a', file);
      if (!/Stacked/u.test(file)) expect(part.family).not.toBe('other');
      expect(part.lands.filter((l) => l.role === 'contact').length).toBeGreaterThanOrEqual(4);
      const again = read(writeKicadFootprint(footprint));
      expect(again.ok && partFromFootprint(again.footprint, 'a', file)).toEqual(part);
    },
  );
  it('families are told by name and contacts', () => {
    const family = (word: string): string[] => [
      ...new Set(USB.filter(([f]) => f.includes(word)).map(([f, fp]) => partFromFootprint(fp, f, f).family)),
    ];
    expect(family('Mini-B')).toEqual(['mini-b']);
    expect(family('Micro-AB')).toEqual(['micro-ab']);
    expect(family('USB3_Micro')).toEqual(['micro-b-3']);
    expect(family('USB_B_')).toEqual(['usb-b']);
    expect(family('C_Plug')).toEqual(['type-c-plug']);
    expect(family('_6P_')).toEqual(['type-c-6']);
  });
  it.each(GENERIC_PARTS.map((p) => [p.name, p] as const))('%s comes back from its own file', (_, part) => {
    const verdict = read(writeKicadFootprint(partFootprint(part)));
    expect(verdict.ok).toBe(true);
    if (!verdict.ok) return;
    const back = partFromFootprint(verdict.footprint, part.id, part.source);
    expect(back.lands).toHaveLength(part.lands.length);
    for (const l of part.lands) {
      const twin = back.lands.find((b) => Math.hypot(b.at.x - l.at.x, b.at.y - l.at.y) < 1e-3);
      expect(twin?.hole === null).toBe(l.hole === null);
      expect((twin?.hole ?? twin?.copper)?.lengthMm).toBeCloseTo((l.hole ?? l.copper).lengthMm, 3);
    }
    if (part.frontMm !== null && part.frontMm > 2) {
      expect(back.mouthDeg).toBe(part.mouthDeg);
      expect(back.frontMm).toBeCloseTo(part.frontMm, 2);
    }
  });
  it('drawings and tables hold every land', () => {
    for (const part of GENERIC_PARTS) {
      expect(partCsv(part).trim().split('\n')).toHaveLength(part.lands.length + 1);
      expect(partSvg(part).match(/<path /gu)).toHaveLength(
        part.lands.length + part.lands.filter((l) => l.hole).length,
      );
    }
  });
});

describe('bad files', () => {
  const mini = readdirSync(`${HOME}/Connector_USB.pretty`).find((f) => f.startsWith('USB_Mini-B')) ?? '';
  const whole = readFileSync(`${HOME}/Connector_USB.pretty/${mini}`, 'utf8');
  it('cut short anywhere: refused with a line of the file', () => {
    const lines = whole.split('\n').length;
    fc.assert(
      fc.property(fc.integer({ min: 0, max: whole.trimEnd().length - 1 }), (at) => {
        const verdict = read(whole.slice(0, at));
        expect(verdict.ok).toBe(false);
        if (!verdict.ok) expect(verdict.line).toBeLessThanOrEqual(lines);
      }),
      { seed: 5, numRuns: 300 },
    );
  });
  it('any characters changed: read or refused, never thrown', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.string({ maxLength: 3 })), { maxLength: 8 }),
        (edits) => {
          let text = whole;
          for (const [at, put] of edits) text = text.slice(0, at) + put + text.slice(at + put.length);
          const verdict = read(text);
          if (verdict.ok) partFromFootprint(verdict.footprint, 'a', 'a');
          else expect(verdict.message).not.toBe('');
        },
      ),
      { seed: 6, numRuns: 300 },
    );
  });
  const bad = (pads: string): string => `(footprint "x"\n  (layer "F.Cu")\n${pads}\n)`;
  it.each([
    ['ten thousand levels', '('.repeat(10_000), 1, 'too-deep'],
    [
      'a place that is no number',
      bad('  (pad "1" smd rect (at NaN 0) (size 1 1) (layers "F.Cu"))'),
      3,
      'bad-figure',
    ],
    [
      'an endless size',
      bad('  (pad "1" smd rect (at 0 0) (size Infinity 1) (layers "F.Cu"))'),
      3,
      'bad-figure',
    ],
    [
      'mil for millimetres',
      bad(
        '  (pad "1" smd rect (at 0 0) (size 16 53) (layers "F.Cu"))\n  (pad "2" smd rect (at 26 0) (size 16 53) (layers "F.Cu"))',
      ),
      3,
      'bad-figure',
    ],
    [
      'inches for millimetres',
      bad('  (pad "1" smd rect (at 0 0) (size 0.016 0.053) (layers "F.Cu"))'),
      3,
      'bad-figure',
    ],
    ['a pad without size', bad('  (pad "1" smd rect (at 0 0) (layers "F.Cu"))'), 3, 'bad-field'],
    ['a pad of no known kind', bad('  (pad "1" glued rect (at 0 0) (size 1 1))'), 3, 'bad-field'],
    ['something else altogether', '{"pads": []}', 1, 'not-this-format'],
    ['nothing', '', 1, 'not-this-format'],
  ])('%s: refused with its line', (_, text, line, code) => {
    expect(read(text)).toMatchObject({ ok: false, line, code });
  });
  it('the same pad name twice is one contact in two places, in one place one land', () => {
    const pad = (x: number): string => `  (pad "1" smd rect (at ${x} 0) (size 0.4 1.3) (layers "F.Cu"))`;
    const lands = (text: string): number => {
      const verdict = read(text);
      return verdict.ok ? partFromFootprint(verdict.footprint, 'a', 'a').lands.length : -1;
    };
    expect(lands(bad(`${pad(0)}\n${pad(2)}`))).toBe(2);
    expect(lands(bad(`${pad(0)}\n${pad(0)}`))).toBe(1);
  });
});
