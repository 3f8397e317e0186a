import { describe, expect, it } from '@jest/globals';
import { checkBoard } from '../board/check-board';
import { probePoints } from '../board/probe-point';
import { brokenBoard, SECOND_FAULTS } from './broken-board';
import { STAGE_FAMILY, STAGE_KINDS } from './input-stage';
import { OTHER_FAMILY, OTHER_STAGES } from './other-stages';
import { seeded } from './seeded';
import { shortedRail } from './shorted-rail';
import { askSlipping, askTruth, truthBench } from './truth';

const SEEDS = Array.from({ length: 40 }, (_, i) => 3000 + i);

describe('made-up broken boards', () => {
  it('are the same for the same seed, and others for others', () => {
    expect(brokenBoard(7)).toEqual(brokenBoard(7));
    expect(brokenBoard(7).truth.board).not.toEqual(brokenBoard(8).truth.board);
  });
  it.each([...STAGE_KINDS, ...OTHER_STAGES])(
    '%s: of its family, sound by the rules of a board, every required pin with a place to land',
    (kind) => {
      for (const seed of SEEDS.slice(0, 8)) {
        const made = brokenBoard(seed, { kind });
        expect(made.family).toBe({ ...STAGE_FAMILY, ...OTHER_FAMILY }[kind]);
        expect(checkBoard(made.truth.board)).toBeNull();
        const places = probePoints(made.truth.board).filter(
          (p) => p.owner === 'terminal' || (p.owner === 'point' && p.point.role === 'pour'),
        );
        expect(made.required.length).toBeGreaterThan(1);
        for (const pin of made.required)
          expect(places.some((p) => made.truth.netOf[p.id] === made.pinNets[pin])).toBe(true);
      }
    },
  );
  it('show the person no value of any part', () => {
    for (const seed of SEEDS)
      for (const c of brokenBoard(seed).truth.board.components) expect(c.value).toBeNull();
  });
  it('are torn, cracked, mirrored and doubly broken now and then', () => {
    const all = Array.from({ length: 150 }, (_, i) => brokenBoard(4000 + i));
    expect(all.some((b) => b.wired === 'mirrored')).toBe(true);
    expect(all.some((b) => b.fault !== 'none')).toBe(true);
    expect(all.some((b) => b.truth.gone.size > 0 && b.truth.cut.size > 0)).toBe(true);
    for (const fault of SECOND_FAULTS)
      expect(SEEDS.some((seed) => brokenBoard(seed, { fault }).fault === fault)).toBe(true);
  });
});

describe('the made-up meter', () => {
  const made = brokenBoard(3011, { kind: 'micro-b data, resistors', torn: 0.5, fault: 'none' });
  const bench = truthBench(made.truth);
  it('beeps between points of one net, and not at metal that is gone', () => {
    const points = probePoints(made.truth.board).filter(
      (p) => !made.truth.gone.has(p.id) && !made.truth.cut.has(p.id),
    );
    let joined = 0;
    for (const a of points)
      for (const b of points)
        if (
          a.id < b.id &&
          made.truth.netOf[a.id] !== undefined &&
          made.truth.netOf[a.id] === made.truth.netOf[b.id]
        ) {
          joined += 1;
          expect(askTruth(bench, a.id, b.id, 'continuity').shown).toBe('beep');
        }
    expect(joined).toBeGreaterThan(5);
    for (const id of made.truth.gone) expect(askTruth(bench, id, 'pour', 'ohms').shown).toBe('over');
  });
  it('refuses points it does not know', () => {
    expect(() => askTruth(bench, 'pour', 'nowhere', 'ohms')).toThrow(/no point nowhere/);
  });
  it('slips as often as it is told', () => {
    const random = seeded(5);
    const straight = JSON.stringify(askTruth(bench, 'R1.1', 'R1.2', 'ohms'));
    let other = 0;
    for (let i = 0; i < 600; i += 1)
      if (JSON.stringify(askSlipping(bench, 'R1.1', 'R1.2', 'ohms', 0.3, random)) !== straight) other += 1;
    expect(other / 600).toBeGreaterThan(0.2);
    expect(other / 600).toBeLessThan(0.36);
  });
});

describe('made-up shorted rails', () => {
  it('read least at the stretch of the short', () => {
    for (const seed of SEEDS) {
      const rail = shortedRail(seed);
      const culprit = rail.suspects.find((s) => s.id === rail.culprit);
      const least = Math.min(...rail.ohmsAt.values());
      expect(rail.ohmsAt.get(culprit?.stretch ?? '')).toBeCloseTo(least, 6);
      expect(least).toBeLessThan(5);
    }
  });
});
