import { crc32 } from 'node:zlib';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { overlappingEntries, zipDirectory } from './zip-directory';

const name = fc.stringMatching(/^[a-zä-ü0-9_ .-]{1,20}$/u).filter((n) => !n.startsWith('__'));

describe('the directory of a zip', () => {
  it('names what another library packed, with its sizes and checksums (CRC-32 of zlib)', () => {
    fc.assert(
      fc.property(
        fc.dictionary(name, fc.uint8Array({ maxLength: 400 }), { maxKeys: 6, noNullPrototype: true }),
        fc.constantFrom(0 as const, 6 as const),
        (files, level) => {
          const entries = zipDirectory(zipSync(files, { level }));
          expect(entries?.map(({ name: n, bytes, crc }) => ({ n, bytes, crc }))).toEqual(
            Object.entries(files).map(([n, data]) => ({ n, bytes: data.length, crc: crc32(data) })),
          );
          expect(overlappingEntries(entries ?? [])).toBeNull();
        },
      ),
      { seed: 12, numRuns: 100 },
    );
  });
  it('is read behind a comment, and not out of what is none', () => {
    const zip = zipSync({ a: strToU8('x') });
    const commented = new Uint8Array([...zip, ...strToU8('made by hand')]);
    commented[zip.length - 2] = 12;
    expect(zipDirectory(commented)).toHaveLength(1);
    expect(zipDirectory(new Uint8Array(0))).toBeNull();
    expect(zipDirectory(strToU8('PK'.repeat(40)))).toBeNull();
  });
  it('whatever byte is wrong, it ends, and no entry lies outside the file', () => {
    const zip = zipSync({ a: strToU8('one'), b: strToU8('two'.repeat(50)) });
    fc.assert(
      fc.property(fc.nat(zip.length - 1), fc.nat(255), (at, value) => {
        const damaged = zip.slice();
        damaged[at] = value;
        for (const e of zipDirectory(damaged) ?? []) {
          expect(e.from).toBeGreaterThanOrEqual(0);
          expect(e.to).toBeLessThanOrEqual(damaged.length);
        }
      }),
      { seed: 5, numRuns: 500 },
    );
  });
});
