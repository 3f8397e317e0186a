import { describe, expect, it } from '@jest/globals';
import { EMPTY_DOCUMENTS } from '../job/job-record';
import { jobView } from '../job/job-view';
import { brokenBoard } from '../practice/broken-board';
import { REPAIR_FAULTS, repairedBoard, spoiltRepair } from '../practice/repaired-board';
import { seeded } from '../practice/seeded';
import type { BoardTruth } from '../practice/truth';
import { askTruth, truthBench } from '../practice/truth';
import type { Check } from './check';
import type { CheckResult } from './verdict';

/** What a meter on the board shows to a check, as its person enters it. */
function entered(check: Check, truth: BoardTruth): CheckResult {
  const base = { id: check.key, at: '', key: check.key, note: '' };
  if (check.entry !== 'ohms') return { ...base, shown: 'yes', value: null };
  const [kind, a = '', b = ''] = check.key.split(':');
  const ground = truth.board.points.find((p) => p.role === 'pour')?.id ?? '';
  const { shown, value } = askTruth(
    truthBench(truth),
    a,
    kind === 'short' || kind === 'cc' ? ground : b,
    'ohms',
  );
  return shown === 'value' ? { ...base, shown, value } : { ...base, shown: 'over', value: null };
}

/** Whether power opens for the repair of that seed with a fault; `null` where the board cannot have it. */
function opens(seed: number, fault: (typeof REPAIR_FAULTS)[number]): boolean | null {
  const made = brokenBoard(seed, { fault: 'none' });
  const repair = made.wired === 'mirrored' ? null : repairedBoard(made);
  const truth = repair && spoiltRepair(repair, fault, seeded(seed));
  if (!repair || !truth) return null;
  const record = {
    ...EMPTY_DOCUMENTS,
    intake: { ...EMPTY_DOCUMENTS.intake, kinds: ['torn'] as const, does: repair.does, deviceCurrentA: 0.5 },
    board: truth.board,
    rebuild: { ...EMPTY_DOCUMENTS.rebuild, choices: repair.choices },
    readings: [],
    results: [],
  };
  const { checks } = jobView(record);
  const results = checks.filter((c) => !c.powered && !c.helps).map((c) => entered(c, truth));
  return jobView({ ...record, results }).prove.gate.open;
}

describe('made-up repairs, a meter asked for every check', () => {
  it.each(REPAIR_FAULTS)('%s', (fault) => {
    const told: boolean[] = [];
    for (let seed = 9001; told.length < 8 && seed < 9400; seed += 1) {
      const open = opens(seed, fault);
      if (open !== null) told.push(open);
    }
    // What a meter can see is stopped before power; a good repair is not, nor one whose only fault is its cable.
    const harmless = fault === 'none' || fault === 'charge-only cable';
    expect(told).toEqual(new Array(8).fill(harmless));
  });
});
