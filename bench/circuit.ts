import type { Circuit } from '@zebbit/core';
import { allPairOhms, benchOf, dcSolver, JUNCTIONS, readMeter } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import { inv } from 'mathjs';

/** A board of so many nodes: a chain of parts with junctions to ground and rails, as input stages have. */
function board(nodes: number, seed: number): Circuit {
  const random = seeded(seed);
  return Array.from({ length: nodes }, (_, i): Circuit => {
    const other = `n${Math.floor(random() * i)}`;
    return [
      { id: `r${i}`, kind: 'resistor', a: `n${i}`, b: i === 0 ? '0' : other, ohms: 10 ** (1 + 4 * random()) },
      ...(random() < 0.4
        ? [{ id: `d${i}`, kind: 'diode' as const, anode: '0', cathode: `n${i}`, model: JUNCTIONS.esd }]
        : []),
    ];
  }).flat();
}

const took = (act: () => void): number => {
  const begun = performance.now();
  act();
  return performance.now() - begun;
};

/** Prints what one reading costs on a board of 60 nodes, and all pairs by one elimination beside a plain inverse. */
export function benchCircuit(seeds: readonly number[]): void {
  for (const seed of seeds) {
    const circuit = board(60, seed);
    const bench = benchOf(circuit);
    const names = [...bench.solver.nodes.keys()];
    const random = seeded(seed + 1);
    const pick = (): string => names[Math.floor(random() * names.length)] ?? '0';
    for (let i = 0; i < 200; i += 1) readMeter(bench, pick(), pick(), 'ohms');
    const readings = 600;
    const ms = took(() => {
      for (let i = 0; i < readings; i += 1) readMeter(bench, pick(), pick(), i % 2 === 0 ? 'ohms' : 'diode');
    });
    const solver = dcSolver(circuit);
    allPairOhms(solver);
    const pairs = took(() => allPairOhms(solver));
    const matrix = Array.from({ length: 60 }, (_, i) =>
      Array.from({ length: 60 }, (__, j) => (i === j ? 61 : -random())),
    );
    inv(matrix);
    const reference = took(() => inv(matrix));
    process.stdout.write(
      `\nCircuit, 60 nodes, seed ${seed}: a reading ${(ms / readings).toFixed(3)} ms; all ${(60 * 61) / 2} pairs ${pairs.toFixed(2)} ms, ${(pairs / reference).toFixed(2)} of a 60 by 60 inverse in mathjs\n`,
    );
  }
}
