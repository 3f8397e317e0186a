import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Board } from './board';
import { disjointSets } from './disjoint-sets';
import { lowPaths } from './low-path';
import { netsFromEvidence } from './nets';
import type { Reading } from './reading';
import { readingMeaning } from './reading-meaning';
import { testBoard, testComponent, testPoint, testReading } from '../testing/test-board';

const together = (board: Board, readings: readonly Reading[], a: string, b: string): boolean => {
  const { netOf } = netsFromEvidence(board, readings);
  return netOf.get(a) === netOf.get(b);
};

describe('a beep is not a net (common practice)', () => {
  const points = [testPoint('p'), testPoint('q')];
  it('a beep with nothing between joins', () => {
    expect(together(testBoard(points), [testReading('p', 'q', 'beep')], 'p', 'q')).toBe(true);
  });
  it.each([
    ['22 ohm resistor', testComponent('X', 'resistor', 22)],
    ['unmarked resistor', testComponent('X', 'resistor')],
    ['coil', testComponent('X', 'inductor')],
    ['fuse', testComponent('X', 'fuse')],
    ['bead', testComponent('X', 'bead')],
  ])('a beep across a %s joins nothing', (_, part) => {
    const board = testBoard(points, [part]);
    const report = netsFromEvidence(board, [testReading('X.1', 'X.2', 'beep')]);
    expect(report.netOf.get('X.1')).not.toBe(report.netOf.get('X.2'));
    expect(report.open[0]?.through).toEqual(['X']);
  });
  it('nor does it from tracks that lead to the part', () => {
    const board = testBoard(points, [testComponent('X', 'bead')]);
    const readings = [
      testReading('p', 'X.1', 'seen'),
      testReading('q', 'X.2', 'seen'),
      testReading('p', 'q', 'beep'),
    ];
    expect(together(board, readings, 'p', 'q')).toBe(false);
  });
  it('said twice it is no surer', () => {
    const board = testBoard([], [testComponent('X', 'resistor', 22)]);
    expect(
      together(board, [testReading('X.1', 'X.2', 'beep'), testReading('X.2', 'X.1', 'beep')], 'X.1', 'X.2'),
    ).toBe(false);
  });
  it('a big resistor or a capacitor explains no beep', () => {
    for (const part of [
      testComponent('X', 'resistor', 5100),
      testComponent('X', 'capacitor'),
      testComponent('X', 'diode'),
    ]) {
      expect(together(testBoard([], [part]), [testReading('X.1', 'X.2', 'beep')], 'X.1', 'X.2')).toBe(true);
    }
  });
  it('ohms settle it: 0.2 ohm beside a 22 ohm resistor is a wire, beside a coil it may be the coil', () => {
    const resistor = testBoard([], [testComponent('X', 'resistor', 22)]);
    expect(together(resistor, [testReading('X.1', 'X.2', 0.2)], 'X.1', 'X.2')).toBe(true);
    const coil = testBoard([], [testComponent('X', 'inductor')]);
    expect(together(coil, [testReading('X.1', 'X.2', 0.2)], 'X.1', 'X.2')).toBe(false);
  });
  it('a certain join can settle another reading', () => {
    const board = testBoard(
      [testPoint('p'), testPoint('q'), testPoint('r')],
      [testComponent('X', 'resistor', 22)],
    );
    const readings = [
      testReading('X.1', 'X.2', 0.1),
      testReading('X.1', 'p', 'beep'),
      testReading('X.2', 'p', 'beep'),
    ];
    expect(together(board, readings, 'X.2', 'p')).toBe(true);
  });
  it('ignores struck readings and points that are gone', () => {
    const struck = { ...testReading('p', 'q', 'beep'), struck: true };
    expect(
      together(
        testBoard(points),
        [struck, testReading('p', 'gone', 'beep'), testReading('gone', 'q', 'beep')],
        'p',
        'q',
      ),
    ).toBe(false);
  });
});

describe('contradictions', () => {
  const board = testBoard(['p', 'q', 'r'].map((id) => testPoint(id)));
  it('an open reading inside a net names the chain that joins', () => {
    const a = testReading('p', 'q', 'beep');
    const b = testReading('q', 'r', 'beep');
    const apart = testReading('p', 'r', 'OL');
    const { contradictions } = netsFromEvidence(board, [a, b, apart]);
    expect(contradictions).toHaveLength(1);
    expect(contradictions[0]?.reading).toBe(apart);
    expect(contradictions[0]?.chain).toEqual([a, b]);
  });
  it('goes when the wrong one is struck out', () => {
    const a = { ...testReading('p', 'q', 'beep'), struck: true };
    expect(netsFromEvidence(board, [a, testReading('p', 'q', 'open')]).contradictions).toEqual([]);
  });
  it('a 22 ohm reading between joined points is one', () => {
    expect(
      netsFromEvidence(board, [testReading('p', 'q', 'beep'), testReading('p', 'q', 22)]).contradictions,
    ).toHaveLength(1);
  });
});

const NAMES = ['p', 'q', 'R1.1', 'R1.2', 'R2.1', 'R2.2'];
const small = testBoard(
  [testPoint('p'), testPoint('q')],
  [testComponent('R1', 'resistor', 22), testComponent('R2', 'bead')],
);
const pair = fc.tuple(fc.constantFrom(...NAMES), fc.constantFrom(...NAMES)).filter(([a, b]) => a !== b);
const anyReadings = fc
  .array(pair, { maxLength: 7 })
  .map((pairs) => pairs.map(([a, b]) => testReading(a, b, 'beep')));

/** Every set of the beeps that may be wires while the rest go through parts; what all such worlds join is certain. */
function certainPairs(board: Board, readings: readonly Reading[]): (readonly [string, string])[] {
  const worlds: ReturnType<typeof disjointSets>[] = [];
  for (let mask = 0; mask < 2 ** readings.length; mask += 1) {
    const wires = disjointSets();
    const all = disjointSets();
    readings.forEach((r, i) => {
      if ((mask >> i) % 2 === 1) {
        wires.join(r.red, r.black);
        all.join(r.red, r.black);
      }
    });
    for (const p of lowPaths(board)) all.join(p.a, p.b);
    if (readings.every((r) => all.together(r.red, r.black))) worlds.push(wires);
  }
  return NAMES.flatMap((a) =>
    NAMES.filter((b) => b > a && worlds.every((w) => w.together(a, b))).map((b) => [a, b] as const),
  );
}

describe('nets, for every small board', () => {
  it('join nothing that does not hold in every world that fits the beeps', () => {
    let joined = 0;
    let certain = 0;
    fc.assert(
      fc.property(anyReadings, (readings) => {
        const { netOf } = netsFromEvidence(small, readings);
        const sure = new Set(certainPairs(small, readings).map(([a, b]) => `${a} ${b}`));
        certain += sure.size;
        for (const a of NAMES) {
          for (const b of NAMES) {
            if (b <= a || netOf.get(a) !== netOf.get(b)) continue;
            joined += 1;
            expect(sure.has(`${a} ${b}`)).toBe(true);
          }
        }
      }),
      { numRuns: 400 },
    );
    // Sound by the property above; and it finds nearly all that is certain.
    expect(joined / certain).toBeGreaterThan(0.9);
  });
  it('do not depend on the order of readings, nor on which lead was where', () => {
    fc.assert(
      fc.property(anyReadings, fc.array(fc.nat(), { minLength: 7, maxLength: 7 }), (readings, keys) => {
        const turned = readings
          .map((r, i) => ({ r: { ...r, red: r.black, black: r.red }, key: keys[i] ?? 0 }))
          .sort((x, y) => x.key - y.key)
          .map((x) => x.r);
        const plain = (rs: readonly Reading[]) =>
          netsFromEvidence(small, rs)
            .nets.map((n) => n.points.join(' '))
            .sort();
        expect(plain(turned)).toEqual(plain(readings));
      }),
    );
  });
  it('without low parts, are the connected components of the beeps', () => {
    const bare = testBoard(
      NAMES.filter((n) => !n.includes('.'))
        .concat('a', 'b', 'c')
        .map((id) => testPoint(id)),
    );
    const ids = bare.points.map((p) => p.id);
    const two = fc.tuple(fc.constantFrom(...ids), fc.constantFrom(...ids)).filter(([a, b]) => a !== b);
    fc.assert(
      fc.property(fc.array(two, { maxLength: 12 }), (pairs) => {
        const naive = disjointSets();
        for (const [a, b] of pairs) naive.join(a, b);
        const { netOf } = netsFromEvidence(
          bare,
          pairs.map(([a, b]) => testReading(a, b, 'beep')),
        );
        for (const a of ids)
          for (const b of ids) expect(netOf.get(a) === netOf.get(b)).toBe(naive.together(a, b));
      }),
    );
  });
});

describe('readingMeaning', () => {
  it('volts say nothing of nets; a diode drop says apart; 3 ohm says neither', () => {
    const base = testReading('p', 'q', 3);
    expect(readingMeaning({ ...base, mode: 'volts', value: 0 }).kind).toBe('neither');
    expect(readingMeaning({ ...base, mode: 'diode', value: 0.58 }).kind).toBe('apart');
    expect(readingMeaning({ ...base, mode: 'diode', value: 0.001 }).kind).toBe('conducts');
    expect(readingMeaning(base).kind).toBe('neither');
  });
});
