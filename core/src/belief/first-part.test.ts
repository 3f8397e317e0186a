import { describe, expect, it } from '@jest/globals';
import type { Component } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { testComponent, testRow } from '../testing/test-board';
import { landingLog, landingTraits } from './first-part';
import { LANDING_CHANCES } from './landing-chances';
import { landingPrior } from './line-options';
import { traceContext } from './trace-context';
import { traceScene } from './trace-scene';

/** A chip with a leg for each of `legs`, the first at (x, y), in a row to the right. */
const chip = (id: string, legs: number, x: number, y: number): Component => ({
  ...testComponent(id, 'chip'),
  terminals: Array.from({ length: legs }, (_, i) => ({
    id: `${id}.${i + 1}`,
    name: `${i + 1}`,
    at: { x: x + i, y },
  })),
});

function sceneWith(components: readonly Component[]) {
  const scene = traceScene(
    traceContext({ ...EMPTY_BOARD, family: 'micro-b', rows: [testRow()], components }, []),
    0.02,
  );
  const [o] = scene.orientations;
  if (!o) throw new Error('no way to be wired');
  const traits = (f: 'VBUS' | 'D+', id: string, pullUps: readonly string[] = []) =>
    landingTraits(
      scene,
      o,
      f,
      scene.index.get(id) ?? -1,
      new Set(pullUps.map((p) => scene.index.get(p) ?? -1)),
    );
  return { scene, o, traits };
}

// The VBUS pad is the first of the row, at (5, 5); D+ the third, at (6.3, 5).
describe('what a line meets first', () => {
  it('counts millimetres from the nearest pad of the line, from three and a half on', () => {
    const { traits } = sceneWith([
      testComponent('F1', 'fuse', null, 5, 7),
      testComponent('F2', 'fuse', null, 5, 11),
    ]);
    expect(traits('VBUS', 'F1.1')).toMatchObject({ group: 'supply', kind: 'fuse', overMm: 0 });
    expect(traits('VBUS', 'F2.1').overMm).toBeCloseTo(6 - 3.5, 9);
    expect(traits('VBUS', 'F2.2').overMm).toBeCloseTo(8 - 3.5, 9);
  });
  it('takes the end of a fuse that is nearer to the port, and either end of a capacitor', () => {
    const { traits } = sceneWith([
      testComponent('F1', 'fuse', null, 5, 7),
      testComponent('C1', 'capacitor', null, 7, 7),
    ]);
    expect(Math.exp(traits('VBUS', 'F1.1').side)).toBeGreaterThan(0.99);
    expect(Math.exp(traits('VBUS', 'F1.2').side)).toBeLessThan(0.08);
    expect(traits('VBUS', 'C1.1').side).toBe(traits('VBUS', 'C1.2').side);
  });
  it('holds a resistor that is a pull-up, by its mark or by a meter, for no first part of a data line', () => {
    const { traits } = sceneWith([
      testComponent('R1', 'resistor', null, 6, 7),
      testComponent('R2', 'resistor', 1500, 8, 7),
      testComponent('R3', 'resistor', 22, 10, 7),
    ]);
    expect(traits('D+', 'R1.1').mark).toBe(0);
    expect(traits('D+', 'R3.1').mark).toBe(0);
    expect(traits('D+', 'R2.1').mark).toBeCloseTo(Math.log(0.05), 12);
    expect(traits('D+', 'R1.1', ['R1.1', 'R1.2']).mark).toBeCloseTo(Math.log(0.05), 12);
  });
  it('shares what speaks for a chip among its legs', () => {
    const { traits } = sceneWith([chip('U1', 4, 5, 8), chip('U2', 16, 5, 9)]);
    expect(traits('D+', 'U1.1').legs).toBe(0);
    expect(traits('D+', 'U2.1').legs).toBeCloseTo(Math.log(4), 12);
  });
  it('adds up to one over all places, and two places stand to each other as their weights', () => {
    const { scene, o, traits } = sceneWith([
      testComponent('F1', 'fuse', null, 5, 7),
      testComponent('C1', 'capacitor', null, 7, 10),
      chip('U1', 8, 5, 14),
    ]);
    const prior = landingPrior(scene, o, 'VBUS', new Set());
    expect(prior.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 12);
    const at = (id: string): number => prior[scene.sites.indexOf(scene.index.get(id) ?? -1)] ?? NaN;
    const log = (id: string): number => landingLog(traits('VBUS', id), LANDING_CHANCES);
    expect(Math.log(at('F1.1') / at('C1.1'))).toBeCloseTo(log('F1.1') - log('C1.1'), 9);
    expect(Math.log(at('C1.1') / at('U1.3'))).toBeCloseTo(log('C1.1') - log('U1.3'), 9);
  });
  it('takes a kind that was hardly met for rare, and a group that was not fitted as any other', () => {
    const { traits } = sceneWith([
      testComponent('X1', 'crystal', null, 5, 7),
      testComponent('X2', 'crystal', null, 5, 12),
    ]);
    const near = traits('VBUS', 'X1.1');
    expect(landingLog({ ...near, side: 0 }, LANDING_CHANCES)).toBeCloseTo(LANDING_CHANCES.rare, 12);
    const far = { ...traits('VBUS', 'X2.1'), group: 'sideband', side: 0 };
    expect(landingLog(far, LANDING_CHANCES)).toBeCloseTo(
      LANDING_CHANCES.rare + LANDING_CHANCES.perMm.other * (7 - 3.5),
      9,
    );
  });
});
