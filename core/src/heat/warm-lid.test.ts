import { describe, expect, it } from '@jest/globals';
import type { LidAsk } from './warm-lid';
import {
  adviseLid,
  CELL_MOST_C,
  GLUES,
  LIDS,
  LID_SHEETS,
  lidFault,
  WARMERS,
  WARMER_SHEETS,
  warmLid,
} from './warm-lid';

const ask = (more: Partial<LidAsk> = {}): LidAsk => ({
  lid: 'abs',
  lidMm: 1.5,
  glue: 'putty',
  glueMm: 0.3,
  warmer: 'hair-dryer',
  cellGapMm: null,
  roomC: 22,
  ...more,
});

describe('a lid that is warmed', () => {
  it('a sheet of aluminium follows its time constant within 2 % (lumped body, closed form)', () => {
    const lidMm = 2;
    const run = warmLid(ask({ lid: 'aluminium', lidMm, glueMm: 0.05, glue: 'hot-glue' }), 60);
    const { density, heat } = LID_SHEETS.aluminium;
    const capacity = density * heat * lidMm * 1e-3 + 1050 * 1600 * 0.05e-3;
    const give = WARMER_SHEETS['hair-dryer'].give;
    // What is lost into the air behind it in the first half minute is a few thousandths.
    const s = 30;
    const closed = 60 - (60 - 22) * Math.exp((-give * s) / capacity);
    expect(Math.abs((run.glueC[s * 2] ?? 0) - closed) / (closed - 22)).toBeLessThan(0.02);
  });
  it('thick plastic warms at its face as a half space does within 3 % (conduction with convection at the face, closed form)', () => {
    const run = warmLid(ask({ lidMm: 20, glue: 'hot-glue' }), 90);
    const { conducts, density, heat } = LID_SHEETS.abs;
    const give = WARMER_SHEETS['hair-dryer'].give;
    const s = 60;
    const z = (give / conducts) * Math.sqrt((conducts / (density * heat)) * s);
    // erfc by its continued expansion (Abramowitz and Stegun 7.1.26, from memory).
    const t = 1 / (1 + 0.3275911 * z);
    const scaled =
      t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429))));
    const closed = 22 + (90 - 22) * (1 - scaled);
    expect(Math.abs((run.faceC[s * 2] ?? 0) - closed) / (closed - 22)).toBeLessThan(0.03);
  });
  it('is warmed no further once what holds it has given way, and a thicker one takes longer', () => {
    const thin = warmLid(ask(), 80);
    const thick = warmLid(ask({ lidMm: 3 }), 80);
    expect(thin.softS).not.toBeNull();
    expect(thick.softS ?? 0).toBeGreaterThan(thin.softS ?? Infinity);
    expect(thin.glueC.at(-1)).toBeLessThan(40);
  });
});

describe('a cell behind it', () => {
  it('is never over 60 °C with anything that is advised, whatever holds the lid and however near it lies', () => {
    for (const lid of LIDS)
      for (const glue of GLUES)
        for (const warmer of WARMERS)
          for (const cellGapMm of [0, 0.5, 3]) {
            const { run, caution } = adviseLid(ask({ lid, glue, warmer, cellGapMm }));
            expect(caution).toMatch(/lithium cell/);
            if (run) {
              expect(run.celsius).toBeLessThanOrEqual(CELL_MOST_C);
              expect(run.cellPeakC).toBeLessThanOrEqual(CELL_MOST_C);
            }
          }
  });
  it('rules hot air out, and says that it has to come out where 60 °C is not enough', () => {
    expect(adviseLid(ask({ warmer: 'hot-air', cellGapMm: 1 })).words).toMatch(/Not with hot air: a cell/);
    expect(adviseLid(ask({ glue: 'hot-glue', cellGapMm: 1 })).words).toMatch(/Cell out first/);
    expect(adviseLid(ask({ cellGapMm: 1 })).words).toMatch(
      /^hair dryer at \d+ °C \(\d+ °F\) on the lid for .* gives way/,
    );
  });
  it('without one the lid itself is spared', () => {
    for (const lid of LIDS)
      for (const glue of GLUES) {
        const { run, words } = adviseLid(ask({ lid, glue, warmer: 'hot-air' }));
        if (run && !words.startsWith('Not')) expect(run.lidPeakC).toBeLessThanOrEqual(LID_SHEETS[lid].bearsC);
      }
  });
});

it.each([
  [{ lidMm: 0 }, /lid is 0.2/],
  [{ glueMm: 0 }, /glue is/],
  [{ cellGapMm: -1 }, /0 to 50 mm behind/],
  [{ roomC: 80 }, /a room/],
])('what cannot be is told in words: %j', (more, words) => {
  expect(lidFault(ask(more))).toMatch(words);
  expect(() => adviseLid(ask(more))).toThrow(words);
});
