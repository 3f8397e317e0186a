import type { BoardGuess, HeatAsk, HeatBoard, HeatTask } from '@zebbit/core';
import {
  adviseHeat,
  COPPER_LAYOUTS,
  GENERIC_PARTS,
  HEAT_TASKS,
  NOTHING_KNOWN,
  plainBoard,
  showHeat,
  usualTargets,
} from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';

interface Made {
  readonly board: HeatBoard;
  readonly truth: BoardGuess;
  readonly ask: HeatAsk;
}

/** A board as somebody might have made it: its thickness between those that are usual, its hand between a good and a poor one, a part beside the port. */
function made(seed: number): Made {
  const random = seeded(seed);
  const between = (a: number, b: number): number => a + (b - a) * random();
  const of = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const parts = GENERIC_PARTS.filter((p) => p.lands.length > 3);
  for (;;) {
    const part = of(parts);
    const shy = of(['none', 'none', 'lamp', 'can', 'plastic'] as const);
    let board: HeatBoard;
    try {
      board = plainBoard({
        part,
        widthMm: between(14, 60),
        depthMm: between(12, 50),
        solder: of([null, null, 'SAC305', 'Sn63Pb37', 'Sn99Cu1'] as const),
        spared: random() < 0.7,
        shy: shy === 'none' ? null : { kind: shy, mm: between(4, 25) },
      });
    } catch {
      continue;
    }
    const task: HeatTask = of(HEAT_TASKS);
    const targets = usualTargets(board, task);
    if (targets.length === 0) continue;
    const air = task === 'part';
    const truth = {
      thicknessMm: between(0.8, 1.6),
      copper: of(COPPER_LAYOUTS),
      spokes: random() < 0.65,
      hand: air ? between(0.85, 1.15) : between(0.75, 1.25),
    };
    const known = {
      ...NOTHING_KNOWN,
      thicknessMm: random() < 0.3 ? truth.thicknessMm : null,
      copper: random() < 0.3 ? truth.copper : null,
    };
    return {
      board,
      truth,
      ask: {
        board,
        task,
        targets,
        kit: { tools: null, wires: null },
        leaded: random() < 0.5,
        known,
        timed: [],
        roomC: 22,
      },
    };
  }
}

/** So many random boards: is a setting found, does it break a limit on the true board in the fine solve, does it melt in time there? */
export function benchHeatSettings(count: number, fresh: number): void {
  const rows = HEAT_TASKS.map((task) => ({
    task,
    boards: 0,
    found: 0,
    late: 0,
    broken: 0,
    slow: 0,
    solid: 0,
    searchS: 0,
    worstS: 0,
  }));
  const bad: string[] = [];
  for (let k = 0; k < count; k += 1) {
    const seed = k < count / 2 ? k + 1 : 1_000_000 + fresh * 1000 + k;
    const { board, truth, ask } = made(seed);
    const row = rows.find((r) => r.task === ask.task);
    if (!row) continue;
    row.boards += 1;
    const begun = performance.now();
    const { setting } = adviseHeat(ask);
    const took = (performance.now() - begun) / 1000;
    row.searchS += took;
    row.worstS = Math.max(row.worstS, took);
    if (!setting) continue;
    row.found += 1;
    if (setting.late) row.late += 1;
    const shown = showHeat(board, truth, setting.use);
    const broken = shown.reached.find((r) => r.broken !== null);
    if (broken) {
      row.broken += 1;
      bad.push(`${seed} ${ask.task}: ${broken.name} ${broken.broken ?? ''}, ${broken.peakC.toFixed(0)} °C`);
    }
    if (shown.allAtS === null) row.solid += 1;
    else if (!setting.late && shown.allAtS > setting.seconds[1] * 1.1 + 0.2) row.slow += 1;
  }
  process.stdout.write(
    [
      `\nSettings on ${count} random boards, half of them on fresh seeds; each held against the fine solve of its true board`,
      ...rows.map(
        (r) =>
          `  ${r.task.padEnd(6)} ${r.boards} boards, setting for ${r.found} (${r.late} of them for the likely ones only), broke a limit ${r.broken}, slower than said ${r.slow}, not molten in time ${r.solid}, search ${(r.searchS / Math.max(1, r.boards)).toFixed(2)} s, worst ${r.worstS.toFixed(2)} s`,
      ),
      ...bad.slice(0, 20).map((b) => `    ${b}`),
      '',
    ].join('\n'),
  );
}
