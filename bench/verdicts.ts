import type { Check, CheckResult, JobView } from '@zebbit/core';
import { EMPTY_DOCUMENTS, EMPTY_REBUILD, jobView } from '@zebbit/core';
import type { BoardTruth, RepairedBoard } from '@zebbit/core/practice';
import {
  askTruth,
  brokenBoard,
  REPAIR_FAULTS,
  repairedBoard,
  seeded,
  spoiltRepair,
  truthBench,
} from '@zebbit/core/practice';

/** The job of a repaired board, as its person has it before Prove. */
function viewOf({ choices, does, truth }: RepairedBoard): JobView {
  return jobView({
    ...EMPTY_DOCUMENTS,
    intake: { ...EMPTY_DOCUMENTS.intake, kinds: ['torn'], does, deviceCurrentA: 0.5 },
    board: truth.board,
    rebuild: { ...EMPTY_REBUILD, choices },
    readings: [],
    results: [],
  });
}

/** What a meter says to each unpowered check, as it is entered. */
function answers(checks: readonly Check[], truth: BoardTruth): CheckResult[] {
  const bench = truthBench(truth);
  const ground = truth.board.points.find((p) => p.role === 'pour')?.id ?? '';
  return checks.flatMap((c, i): CheckResult[] => {
    if (c.powered || c.helps) return [];
    const base = { id: String(i), at: '', key: c.key, note: '' };
    const [kind = '', a = '', b = ''] = c.key.split(':');
    if (c.entry !== 'ohms') return [{ ...base, shown: 'yes', value: null }];
    const to = kind === 'short' || kind === 'cc' ? ground : b;
    const { shown, value } = askTruth(bench, a, to, 'ohms');
    return [shown === 'value' ? { ...base, shown, value } : { ...base, shown: 'over', value: null }];
  });
}

/** What the list of before asked: no twins, no CC, no supplies, one limit for every ring. */
const isOld = ({ key }: Check): boolean => !/^(?:twin|cc|supply|prod):/u.test(key);

/** So many repairs, right or with one thing wrong: which are stopped before power. */
export function benchVerdicts(count: number, fresh: number): void {
  const rows = REPAIR_FAULTS.map((fault) => ({
    fault,
    repairs: 0,
    stopped: 0,
    before: 0,
    why: new Map<string, number>(),
  }));
  for (let k = 0, done = 0; done < count && k < count * 20; k += 1) {
    const seed = k % 2 === 0 ? k + 1 : 1_000_000 + fresh * 1000 + k;
    const random = seeded(seed);
    const made = brokenBoard(seed, { fault: 'none' });
    if (made.wired === 'mirrored') continue;
    const repair = repairedBoard(made);
    if (!repair) continue;
    const fault = REPAIR_FAULTS[done % REPAIR_FAULTS.length] ?? 'none';
    const truth = spoiltRepair(repair, fault, random);
    if (!truth) continue;
    const row = rows.find((r) => r.fault === fault);
    if (!row) continue;
    done += 1;
    row.repairs += 1;
    const view = viewOf(repair);
    const results = answers(view.checks, truth);
    const judged = jobView({ ...view.record, results }).prove;
    if (!judged.gate.open) {
      row.stopped += 1;
      for (const c of judged.checks)
        if (!c.check.powered && !c.check.helps && c.verdict !== 'pass') {
          const [kind = ''] = c.check.key.split(':');
          row.why.set(kind, (row.why.get(kind) ?? 0) + 1);
        }
    }
    const old = judged.checks.filter((c) => isOld(c.check) && !c.check.powered && !c.check.helps);
    if (old.some((c) => c.verdict !== 'pass')) row.before += 1;
  }
  process.stdout.write(
    [
      `\nVerdicts on ${count} repairs, half of them on fresh seeds: stopped before power`,
      ...rows.map(
        (r) =>
          `  ${r.fault.padEnd(18)} ${r.repairs} repairs, stopped ${r.stopped}, by the list of before ${r.before}${r.why.size > 0 ? ` (${[...r.why].map(([w, n]) => `${w} ${n}`).join(', ')})` : ''}`,
      ),
      '',
    ].join('\n'),
  );
}
