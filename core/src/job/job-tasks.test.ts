import { describe, expect, it } from '@jest/globals';
import type { PadState } from '../board/pad-state';
import { testPort } from '../testing/test-port';
import { planEvening } from '../waits/plan-evening';
import { tonightOf } from '../waits/job-task';
import { EMPTY_WAITS } from '../waits/wait';
import { KIND_SHEETS, JOB_KINDS } from './job-kind';
import type { JobRecord } from './job-record';
import { EMPTY_DOCUMENTS } from './job-record';
import { jobTasks } from './job-tasks';
import { jobView } from './job-view';

const record = (more: Partial<JobRecord> = {}): JobRecord => ({
  ...EMPTY_DOCUMENTS,
  readings: [],
  results: [],
  ...more,
});
const intake = {
  ...EMPTY_DOCUMENTS.intake,
  name: 'Tide clock',
  happened: ['yanked' as const],
  kinds: ['torn' as const],
  kindsConfirmed: true,
  does: ['charge' as const],
  drawNotKnown: true,
};
const opened = { ...EMPTY_DOCUMENTS.teardown, battery: 'none' as const, opened: true };
const looked = (states: Readonly<Record<string, PadState>>): JobRecord =>
  record({ intake, teardown: opened, board: testPort(states) });
const stations = (r: JobRecord): string[] => [...new Set(jobTasks(jobView(r)).map((t) => t.station))];

describe('what is still to be done of a job', () => {
  it('of a new one is the taking in, behind which nothing is known yet', () => {
    expect(jobTasks(jobView(record()))).toEqual([
      expect.objectContaining({ station: 'take-in', gate: true, after: [] }),
    ]);
  });
  it('of one with its battery unanswered is the answer alone', () => {
    const r = { ...looked({}), teardown: EMPTY_DOCUMENTS.teardown };
    const [first, ...more] = jobTasks(jobView(r));
    expect(first).toMatchObject({ gate: true, acts: [{ kind: 'answer' }] });
    expect(first?.title).toMatch(/battery/iu);
    expect(more).toEqual([]);
  });
  it('of a parked or a handed back one is nothing', () => {
    expect(jobTasks(jobView(record({ intake: { ...intake, parked: 'no time' } })))).toEqual([]);
    expect(jobTasks(jobView(record({ closing: { ...EMPTY_DOCUMENTS.closing, handedBack: true } })))).toEqual(
      [],
    );
  });
  it('goes station by station, each sitting after the one before it', () => {
    const tasks = jobTasks(jobView(looked({ '1': 'trace-torn', '3': 'starved' })));
    tasks.forEach((t, i) => expect(t.after).toEqual(i === 0 ? [] : [tasks[i - 1]?.key]));
    expect(new Set(tasks.map((t) => t.key)).size).toBe(tasks.length);
    expect(tasks.map((t) => t.station).at(-1)).toBe('close-up');
  });
  it('no sitting of fine work is longer than three quarters of an hour, and something that has to set ends one', () => {
    const torn: Readonly<Record<string, PadState>>[] = [
      { '1': 'trace-torn', '2': 'torn', '3': 'lifted', '4': 'starved' },
      { '1': 'lifted', '2': 'lifted', '3': 'lifted', '4': 'lifted', '5': 'lifted' },
    ];
    for (const states of torn)
      for (const task of jobTasks(jobView(looked(states))).filter((t) => t.station === 'rebuild')) {
        const minutes = task.acts.reduce((s, a) => s + a.count * a.minutes, 0);
        if (task.acts.length > 1) expect(minutes).toBeLessThanOrEqual(45);
        if (task.starts) expect(task.starts.span.usual).toBeGreaterThan(0);
      }
  });
  it('the mask that sets under the lamp is a wait, and the proof comes after it', () => {
    const tasks = jobTasks(jobView(looked({ '1': 'cracked', '2': 'cracked' })));
    const mask = tasks.find((t) => t.acts.some((a) => a.kind === 'mask'));
    expect(mask?.starts).toMatchObject({ kind: 'cure', span: { usual: 10 } });
    const prove = tasks.find((t) => t.station === 'prove');
    expect(tasks.findIndex((t) => t === prove)).toBeGreaterThan(tasks.findIndex((t) => t === mask));
  });
  it('from the fitting on the part has to be there', () => {
    const tasks = jobTasks(jobView(looked({ '1': 'starved' })));
    const fit = tasks.findIndex((t) => t.acts.some((a) => a.kind === 'fit'));
    expect(fit).toBeGreaterThan(0);
    expect(
      tasks
        .slice(0, fit)
        .filter((t) => t.station === 'rebuild')
        .every((t) => !t.needsPart),
    ).toBe(true);
    expect(tasks.slice(fit).every((t) => t.needsPart)).toBe(true);
  });
  it.each(JOB_KINDS)('a job of the kind %s has acts that take time, and can be planned', (kind) => {
    const r = { ...looked({ '1': 'starved' }), intake: { ...intake, kinds: [kind] } };
    const tasks = jobTasks(jobView(r));
    expect(tasks.length).toBeGreaterThan(0);
    for (const t of tasks) for (const a of t.acts) expect(a.minutes).toBeGreaterThan(0);
    const tonight = tonightOf([{ id: 'a', name: KIND_SHEETS[kind].words, tasks, waits: EMPTY_WAITS }], {}, 0);
    const plan = planEvening(tonight.tasks, {
      start: 0,
      minutes: 600,
      daylightUntil: null,
      quietFrom: null,
      begun: null,
      first: [],
    });
    expect(plan.lines.length).toBeGreaterThan(0);
  });
  it('a station that is not for this job asks for no time', () => {
    expect(
      stations({ ...looked({ '1': 'starved' }), intake: { ...intake, kinds: ['reflow'] } }),
    ).not.toContain('match');
  });
  it('the eyes rest within work of many wires: a rest ends what came before it and begins no sitting', () => {
    const line = (kind: 'item' | 'rest', id: string, minutes: number) => ({
      kind,
      id,
      title: id,
      why: '',
      minutes,
    });
    const wires = [0, 1, 2, 3, 4].flatMap((n) => [
      line('item', `wire:${n}`, 15),
      ...(n % 2 === 1 ? [line('rest', `rest ${n}`, 5)] : []),
    ]);
    const view = {
      ...jobView(looked({ '1': 'starved' })),
      order: [line('rest', 'rest 9', 5), ...wires],
      items: [],
    };
    const sittings = jobTasks(view).filter((t) => t.station === 'rebuild');
    expect(sittings.map((t) => t.acts.map((a) => a.kind))).toEqual([
      ['item', 'item', 'rest'],
      ['item', 'item', 'rest'],
      ['item'],
    ]);
    expect(sittings[0]?.title).toBe('wire:0, and 1 more');
  });
  it('nothing behind a part that was found short and is waited for', () => {
    const r = looked({ '1': 'starved' });
    const hunt = { ...r.rebuild.hunt, waiting: true };
    expect(stations(r)).toContain('rebuild');
    expect(stations({ ...r, rebuild: { ...r.rebuild, hunt } })).not.toContain('rebuild');
  });
});
