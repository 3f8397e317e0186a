import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { probePoints } from '../board/probe-point';
import type { Reading } from '../board/reading';
import { PAD_STATES } from '../board/pad-state';
import { twoClicks } from '../geometry/photo-measure';
import { brokenBoard } from '../practice/broken-board';
import { seeded } from '../practice/seeded';
import { askTruth, truthBench } from '../practice/truth';
import { weighTrace } from '../trace/trace-answers';
import { TRIAGE_CHECKS } from '../triage/triage-checks';
import { SYMPTOMS } from '../triage/cautions';
import { HAPPENINGS } from './happening';
import { JOB_KINDS } from './job-kind';
import type { JobRecord } from './job-record';
import { EMPTY_DOCUMENTS, EMPTY_INTAKE } from './job-record';
import type { JobView } from './job-view';
import { jobView, pinsToTrace } from './job-view';
import { nextMove, stationMove } from './next-move';
import { lookOverLeft, stationStates, STATIONS } from './station';

/** A made-up record in the middle of its work: some of it looked at, measured, answered, built; the rest not. */
function anyRecord(seed: number): JobRecord {
  const random = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const some = <T>(list: readonly T[], share: number): T[] => list.filter(() => random() < share);
  const { truth } = brokenBoard(seed);
  const bare = random() < 0.15;
  const whole = random() < 0.5;
  const board: Board = {
    ...truth.board,
    rows: truth.board.rows.map((r) => ({
      ...r,
      pins: r.pins.map((p) => (!whole && random() < 0.2 ? { ...p, state: 'unchecked' } : p)),
    })),
    faces: [
      {
        face: 'top',
        photoId: 'x',
        widthPx: 100,
        heightPx: 100,
        name: 'overview',
        shown: true,
        opacity: 1,
        measure: twoClicks({ x: 0, y: 0 }, { x: 90, y: 0 }, 9),
      },
    ],
    components: bare ? [] : truth.board.components,
    legs: truth.board.legs.map((l) => (!whole && random() < 0.3 ? { ...l, state: pick(PAD_STATES) } : l)),
    cord:
      random() < 0.2
        ? [{ id: 'wire1', colour: 'red', pad: 'L', function: 'LEFT', rung: random() < 0.5, photoId: null }]
        : [],
  };
  const bench = truthBench(truth);
  const points = probePoints(board).map((p) => p.id);
  const readings = Array.from({ length: Math.floor(random() * 20) }, (_, i): Reading => {
    const red = pick(points);
    const mates = points.filter((p) => p !== red && truth.netOf[p] === truth.netOf[red]);
    const black = mates.length > 0 && random() < 0.6 ? pick(mates) : pick(points);
    const mode = pick(['continuity', 'ohms', 'seen', 'diode'] as const);
    const shown =
      red === black ? ({ shown: 'open', value: null } as const) : askTruth(bench, red, black, mode);
    return {
      id: String(i + 1),
      at: '',
      mode,
      red,
      black: red === black ? 'nothing' : black,
      struck: random() < 0.1,
      ...shown,
    };
  });
  const answered = some(TRIAGE_CHECKS, 0.15);
  return {
    ...EMPTY_DOCUMENTS,
    intake: {
      ...EMPTY_INTAKE,
      name: 'x',
      happened: some(HAPPENINGS, 0.2),
      symptoms: some(SYMPTOMS, 0.15),
      kinds: random() < 0.6 ? [pick(JOB_KINDS)] : [],
      kindsConfirmed: random() < 0.7,
      body: pick([null, 'case', 'bare', 'cord'] as const),
      does: random() < 0.7 ? ['charge'] : [],
      deviceCurrentA: random() < 0.4 ? 0.5 : null,
      triage: answered.map((c) => ({ checkId: c.id, outcome: pick(c.outcomes).id, value: null })),
    },
    teardown: {
      ...EMPTY_DOCUMENTS.teardown,
      battery: pick(['unanswered', 'none', 'out', 'in'] as const),
      opened: random() < 0.6,
    },
    board: { ...board, family: board.family ?? 'micro-b', legsAbsent: random() < 0.1 },
    match: { ...EMPTY_DOCUMENTS.match, part: random() < 0.4 ? 'a part' : '' },
    readings,
    results: [],
  };
}

/** A sentence, and what must be on record for it to be said; the first pattern that goes with a sentence speaks for it. */
type Evidence = readonly [says: RegExp, holds: (view: JobView) => boolean];
const MOVES: readonly Evidence[] = [
  [/^Every pin has its place/u, (v) => v.pins.length > 0 && pinsToTrace(v).length === 0],
  [/^Looked over|^The wires are told apart/u, (v) => lookOverLeft(v).length === 0],
  [/^Look it over/u, (v) => v.record.teardown.opened && (v.battery.open || v.battery.code === 'in-again')],
  [/^Rebuild the pads/u, (v) => v.record.match.part !== ''],
  [/^Close it up|^Handed back|^Done/u, (v) => v.prove.verdict === 'proved' && v.record.results.length > 0],
  [/^Prove it/u, (v) => v.plans.length + v.items.length > 0],
  [/^The old port may go back/u, (v) => v.record.match.agreed.length >= 4],
  [/^Nothing to open/u, (v) => v.record.intake.body === 'bare' || v.record.intake.body === 'cord'],
  [
    /^It is /u,
    (v) =>
      v.triage.verdict?.sure === true &&
      (v.record.intake.triage.length > 0 ||
        v.record.intake.symptoms.includes('port-missing') ||
        v.pins.some((p) => p.pin.pin.state !== 'unchecked')),
  ],
];

const standing = (v: JobView): readonly Reading[] => v.record.readings.filter((r) => !r.struck);
const joined = (v: JobView, a: string, b: string): boolean =>
  v.trace.report.netOf.get(a)?.points.includes(b) === true;

/** What a landing's reason rests on. */
const REASONS: readonly (readonly [RegExp, (view: JobView, pin: string, landing: string) => boolean])[] = [
  [
    /^(?:the shell leg )?rings to ground/u,
    (v, _, landing) => standing(v).some((r) => joined(v, r.red, landing)),
  ],
  [
    /^same net$/u,
    (v, pin, landing) =>
      joined(v, pin, landing) ||
      v.pins.some(
        (p) =>
          joined(v, p.pin.id, landing) &&
          p.pin.pin.function === v.pins.find((q) => q.pin.id === pin)?.pin.pin.function,
      ),
  ],
  [
    /does not ring to the other supply/u,
    (v, _, landing) => standing(v).some((r) => [r.red, r.black].includes(landing) && r.shown !== 'beep'),
  ],
  [
    /the (\d+) Ω in line/u,
    (v, _, landing) => {
      const point = v.trace.byId.get(landing);
      if (point?.owner !== 'terminal') return false;
      const ids = point.component.terminals.map((t) => t.id);
      return (
        point.component.value !== null ||
        standing(v).some((r) => ids.includes(r.red) && ids.includes(r.black))
      );
    },
  ],
];

describe('no sentence claims what nobody read, saw or said', () => {
  const SEEDS = Array.from({ length: 60 }, (_, i) => i + 1);
  const said = new Map<string, number>();
  const count = (what: string): void => void said.set(what, (said.get(what) ?? 0) + 1);

  it('the move of every station, the landings, the draw and the odds of 60 made-up records', () => {
    const faults: string[] = [];
    for (const seed of SEEDS) {
      const record = anyRecord(seed);
      const answers =
        record.readings.length > 0 ? weighTrace(record.board, record.readings, { optional: false }) : null;
      const view = jobView(record, answers);
      const claim = (ok: boolean, words: string): void => {
        if (!ok) faults.push(`seed ${seed}: ${words}`);
      };
      const states = stationStates(view);
      for (const station of STATIONS) {
        const move = stationMove(view, station);
        const rule = MOVES.find(([says]) => says.test(move.title));
        if (rule) {
          count(String(rule[0]));
          claim(rule[1](view), `${station}: ${move.title}`);
        }
        claim(
          move.tone !== 'done' || states[station] !== 'present' || move.title === '',
          `${station} is open, and says done: ${move.title}`,
        );
        claim(
          !/undefined|NaN|\[object/u.test(`${move.title} ${move.why}`),
          `${station}: ${move.title} ${move.why}`,
        );
      }
      claim(nextMove(view).tone !== 'done', `next: ${nextMove(view).title}`);
      for (const row of view.pins) {
        if (row.landing) {
          const why = row.landing.why;
          const rule = REASONS.find(([says]) => says.test(why));
          if (rule) {
            count(String(rule[0]));
            claim(
              rule[1](view, row.pin.id, row.landing.pointId),
              `${row.pin.label} to ${row.landing.label}: ${why}`,
            );
          }
        }
        if (row.status === 'needless' && row.believed?.status === 'nowhere' && !row.landing)
          claim(
            record.board.components.length > 0 || record.board.points.some((p) => p.role !== 'pour'),
            `${row.pin.label} goes nowhere, with no part marked`,
          );
        for (const c of row.contradictions)
          claim(standing(view).length > 0, `${row.pin.label}: ${c}, before any reading`);
      }
      if (record.intake.deviceCurrentA === null) {
        for (const p of view.plans.filter((x) => ['VBUS', 'GND'].includes(x.row.pin.pin.function)))
          claim(p.assumedDraw, `${p.row.pin.label}: a draw that nobody said`);
        const draw = view.checks.find((c) => c.key === 'draw');
        claim(
          draw === undefined || !/\d/u.test(draw.limitWords),
          `the draw is held against ${draw?.limitWords ?? ''}`,
        );
      }
      for (const c of view.prove.checks)
        claim(c.verdict === null, `${c.check.title}: ${String(c.verdict)}, with no result`);
      if (view.triage.verdict?.sure === true)
        claim(
          record.intake.triage.length > 0 ||
            record.intake.symptoms.includes('port-missing') ||
            record.board.rows.length > 0,
          'sure without a check',
        );
    }
    expect(faults).toEqual([]);
    // The walk met what it looks for: a rule that never applied would prove nothing.
    expect(said.size).toBeGreaterThanOrEqual(5);
  });
});
