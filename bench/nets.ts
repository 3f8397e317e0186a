import type { Board, Component, LoosePoint, Reading } from '@zebbit/core';
import { disjointSets, EMPTY_BOARD, netsFromEvidence } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import { line, medianMs } from './measure';

function scene(seed: number, size: number): { board: Board; readings: Reading[] } {
  const random = seeded(seed);
  const pick = (n: number): number => Math.floor(random() * n);
  const points = Array.from({ length: size }, (_, i): LoosePoint => ({
    id: `p${i}`,
    name: '',
    face: 'top',
    at: { x: 0, y: 0 },
    role: 'plain',
  }));
  const components = Array.from({ length: size / 4 }, (_, i): Component => ({
    id: `R${i}`,
    name: '',
    kind: 'resistor',
    face: 'top',
    package: null,
    heatShy: false,
    value: random() < 0.5 ? 22 : 5100,
    terminals: [1, 2].map((n) => ({ id: `R${i}.${n}`, name: '', at: { x: 0, y: 0 } })),
  }));
  const ids = [...points.map((p) => p.id), ...components.flatMap((c) => c.terminals.map((t) => t.id))];
  const readings = Array.from({ length: size * 2 }, (_, i): Reading => ({
    id: String(i),
    at: '',
    red: ids[pick(ids.length)] ?? '',
    black: ids[pick(ids.length)] ?? '',
    mode: 'continuity',
    shown: random() < 0.35 ? 'beep' : 'open',
    value: null,
    struck: false,
  }));
  return { board: { ...EMPTY_BOARD, points, components }, readings };
}

/** Nets with the parts known, against a plain union of all beeps in the same run: what the care costs. */
export function benchNets(seeds: readonly number[]): void {
  for (const size of [40, 160]) {
    for (const seed of seeds) {
      const { board, readings } = scene(seed, size);
      const ours = medianMs(() => void netsFromEvidence(board, readings));
      const naive = medianMs(() => {
        const sets = disjointSets();
        for (const r of readings) if (r.shown === 'beep') sets.join(r.red, r.black);
      });
      line(
        `nets, ${readings.length} readings, seed ${seed}`,
        `${(ours / naive).toFixed(1)} x a plain union`,
        `${ours.toFixed(2)} ms`,
      );
    }
  }
}
