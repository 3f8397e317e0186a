import { describe, expect, it } from '@jest/globals';
import { GENERIC_PARTS } from '../connector/generic-parts';
import type { Kit } from '../drawer/kit';
import { UNTOLD_KIT } from '../drawer/kit';
import { boardGrid } from './board-grid';
import { boardOutline } from './board-outline';
import { EMPTY_HEAT, timedUse, usualTargets } from './heat-note';
import { tryHeat } from './heat-trial';
import { helpWords, secondsWords, settingWords, trialWords } from './heat-words';
import { showHeat, sketchHeat } from './heat-show';
import { cornersOf, likelyBoards, noteLikelihood, NOTHING_KNOWN, possibleBoards } from './likely-board';
import { plainBoard } from './plain-board';
import type { HeatAsk, HeatTask } from './heat-task';
import { TASK_SHEETS, useOf } from './heat-task';
import { adviseHeat, firstUse, whatWould } from './setting';
import { whatTells } from './what-tells';

const partOf = (id: string) => {
  const part = GENERIC_PARTS.find((p) => p.id === `generic/${id}`);
  if (!part) throw new Error(`no part ${id}`);
  return part;
};
const board = plainBoard({
  part: partOf('micro-slots-5'),
  widthMm: 24,
  depthMm: 22,
  solder: null,
  spared: true,
  shy: null,
});
const ask = (task: HeatTask, more: Partial<HeatAsk> = {}): HeatAsk => ({
  board,
  task,
  targets: usualTargets(board, task),
  kit: UNTOLD_KIT,
  leaded: false,
  known: NOTHING_KNOWN,
  timed: [],
  roomC: 22,
  ...more,
});
const kit = (...tools: NonNullable<Kit['tools']>): Kit => ({ tools, wires: null });

describe('the boards it could be', () => {
  it('are weighed to 1, the quickest to melt first', () => {
    const all = possibleBoards(board, NOTHING_KNOWN);
    expect(all.reduce((s, b) => s + b.weight, 0)).toBeCloseTo(1);
    expect(all[0]?.guess).toMatchObject({ thicknessMm: 0.8, copper: 'tracks' });
    expect(all.at(-1)?.guess).toMatchObject({ thicknessMm: 1.6, copper: 'plane', spokes: false });
    const times = [all[0], all.at(-1)].map((b) => {
      const use = useOf(
        ask('plane'),
        { tip: 'wide', air: false, preheatC: null, leaded: true, shielded: false },
        380,
      );
      return b ? (tryHeat(board, b.guess, use, { stepMm: 1, everyS: null }).allAtS ?? Infinity) : NaN;
    });
    expect(times[0]).toBeLessThan(times[1] ?? 0);
  });
  it('are only those that fit what is known; a pour that was marked rules bare tracks out', () => {
    const known = { thicknessMm: 1.2, copper: 'plane', spokes: true } as const;
    expect(possibleBoards(board, known).map((b) => b.guess)).toEqual([
      { thicknessMm: 1.2, copper: 'plane', spokes: true, hand: 1 },
    ]);
    const poured = { ...board, pours: [{ face: 'top' as const, points: board.outline }] };
    expect(possibleBoards(poured, NOTHING_KNOWN).some((b) => b.guess.copper === 'tracks')).toBe(false);
  });
  it('go by the quickest, the likeliest and the slowest', () => {
    const likely = possibleBoards(board, NOTHING_KNOWN);
    expect(cornersOf(likely, 'iron')).toHaveLength(3);
    expect(cornersOf([], 'iron')).toEqual([]);
    expect(cornersOf(likely.slice(0, 1), null)).toHaveLength(1);
  });
});

describe('calibrated by the hand', () => {
  it('a note speaks for boards that would have melted then, and against those that would not', () => {
    const use = firstUse(ask('plane'), adviseHeat(ask('plane')));
    if (!use) throw new Error('no use');
    expect(noteLikelihood({ use, seconds: 4, melted: true }, 4)).toBeGreaterThan(
      noteLikelihood({ use, seconds: 4, melted: true }, 1),
    );
    expect(noteLikelihood({ use, seconds: 4, melted: false }, 1)).toBeLessThan(
      noteLikelihood({ use, seconds: 4, melted: false }, 8),
    );
    expect(noteLikelihood({ use, seconds: 4, melted: false }, null)).toBe(1);
  });
  it('a heating timed on a board of which nothing else is known narrows what another one takes there', () => {
    const truth = { thicknessMm: 1.6, copper: 'plane', spokes: true, hand: 1 } as const;
    const note = {
      ...EMPTY_HEAT,
      task: 'plane',
      tip: 'wide',
      celsius: 380,
      leaded: false,
      melted: true,
    } as const;
    const timed = timedUse(board, { ...note, seconds: 1 }, 22);
    if (!timed) throw new Error('nothing to time');
    const seconds =
      tryHeat(board, truth, { ...timed.use, mostS: 20 }, { stepMm: 0.5, everyS: null }).allAtS ?? 0;
    const told = likelyBoards(board, NOTHING_KNOWN, [{ ...timed, seconds }]);
    // Before it, any board with any hand.
    const before = possibleBoards(board, NOTHING_KNOWN).flatMap((b) =>
      [0.5, 1, 1.6].map((hand, k) => ({
        ...b,
        guess: { ...b.guess, hand },
        weight: b.weight * (k === 1 ? 0.5 : 0.25),
      })),
    );
    const means = { tip: 'wide', air: false, preheatC: null, leaded: false, shielded: false } as const;
    const other = useOf(ask('plane'), means, 400);
    const spread = (list: typeof told): number => {
      const times = list.map(
        (b) => tryHeat(board, b.guess, { ...other, mostS: 20 }, { stepMm: 1, everyS: null }).allAtS ?? 20,
      );
      const mean = list.reduce((s, b, k) => s + b.weight * Math.log(times[k] ?? 1), 0);
      return Math.sqrt(list.reduce((s, b, k) => s + b.weight * (Math.log(times[k] ?? 1) - mean) ** 2, 0));
    };
    expect(spread(told)).toBeLessThan(spread(before) * 0.6);
  });
  it('a note of a board that has nothing of the kind is left out', () => {
    const bare = { ...board, joints: [] };
    const note = { task: 'row', tip: 'wide', celsius: 380, leaded: false, seconds: 2, melted: true } as const;
    expect(timedUse(bare, note, 22)).toBeNull();
  });
});

describe('the recommended setting', () => {
  it.each(['joint', 'plane', 'row'] as const)(
    'melts a %s in time and harms nothing, on the quickest and the slowest board',
    (task) => {
      const a = ask(task, { leaded: true });
      const { setting, likely } = adviseHeat(a);
      expect(setting).not.toBeNull();
      if (!setting) return;
      const boards = cornersOf(likely, 'iron');
      const trials = boards.map((b) => tryHeat(board, b.guess, setting.use, { stepMm: 0.5, everyS: null }));
      for (const t of setting.late ? trials.slice(0, -1) : trials)
        expect(t.allAtS).toBeLessThanOrEqual(TASK_SHEETS[task].withinS + 1e-6);
      for (const t of trials) expect(t.reached.filter((r) => r.broken !== null)).toEqual([]);
    },
  );
  it('goes by what lies on the bench: without a wide tip by the fine one, without air not at all, and says what would', () => {
    const fine = adviseHeat(ask('joint', { kit: kit('fine-tip', 'flux') }));
    expect(fine.refused[0]).toEqual({ words: 'wide tip', why: 'not in your kit' });
    expect(fine.setting?.use.iron?.tip).toBe('fine');
    const none = ask('part', {
      kit: kit('chisel-tip'),
      known: { thicknessMm: 0.8, copper: 'pour', spokes: true },
      leaded: true,
    });
    const advice = adviseHeat(none);
    expect(advice.setting).toBeNull();
    const would = whatWould(none, advice.likely);
    expect(would[0]?.lacks).toContain('hot-air');
    expect(helpWords(would[0] ?? { words: '', lacks: [], celsius: 0 })).toMatch(
      /hot air .*not in your kit: hot air/,
    );
  });
  it('says in words why nothing is worked out', () => {
    expect(adviseHeat(ask('joint', { board: { ...board, outline: [] } })).fault).toMatch(/no outline/);
    expect(adviseHeat(ask('part', { known: { ...NOTHING_KNOWN, thicknessMm: 0 } })).fault).toMatch(
      /0.1 to 5 mm/,
    );
  });
  it('asks what a lamp shows where the setting turns on it, and nothing where it does not', () => {
    const found = whatTells(ask('plane'));
    expect(found?.question.key).toBe('copper');
    const [tracks, , plane] = found?.would ?? [];
    expect(plane?.to).toBeGreaterThan(tracks?.to ?? Infinity);
    expect(whatTells(ask('joint', { leaded: true }))).toBeNull();
    const known = { thicknessMm: 1, copper: 'pour', spokes: true } as const;
    expect(whatTells(ask('plane', { known }))).toBeNull();
  });
  it('can be broken off', () => {
    expect(adviseHeat(ask('row'), () => true).setting).toBeNull();
    expect(whatWould(ask('plane'), possibleBoards(board, NOTHING_KNOWN), () => true)).toEqual([]);
  });
});

describe('as it is shown', () => {
  const advice = adviseHeat(ask('plane', { leaded: true }));
  const use = firstUse(ask('plane'), advice);
  const guess = advice.likely[0]?.guess;
  it('first on coarse cells, then on finer ones until the time holds, with how far it moved', () => {
    if (!use || !guess) throw new Error('nothing to show');
    const first = sketchHeat(board, guess, use);
    const told: number[] = [];
    const fine = showHeat(board, guess, use, (done) => {
      told.push(done);
      return false;
    });
    expect(first.shift).toBeNull();
    expect(fine.shift?.toMm).toBeLessThan(fine.shift?.fromMm ?? 0);
    expect(fine.field.frames.length).toBeGreaterThan(3);
    expect(Math.abs(fine.openShare)).toBeLessThan(1e-3);
    expect(told.every((t, i) => t >= 0 && t <= 1 && t >= (told[i - 1] ?? 0))).toBe(true);
    expect(Math.abs((fine.allAtS ?? 0) - (first.allAtS ?? 9))).toBeLessThan(0.6);
  });
  it('in words: what to set in both scales, what comes of it, what stays below what, and when to stop', () => {
    if (!advice.setting || !use || !guess) throw new Error('nothing to say');
    const words = settingWords(advice.setting);
    expect(words.set).toMatch(/^\d{3} °C \(\d{3} °F\), wide tip$/);
    expect(words.comes).toMatch(/^molten .*leaded solder in the joint$/);
    expect(words.lines.join()).toMatch(/tongue stays below \d+ °C \(\d+ °F\)/);
    expect(words.lines.at(-1)).toMatch(/not molten after 5 s: take the heat away/);
    const cold = trialWords(
      sketchHeat(board, guess, { ...use, iron: use.iron && { ...use.iron, celsius: 200 } }),
    );
    expect(cold).toMatchObject({ good: false });
    expect(cold.comes).toMatch(/nothing melts within 5 s/);
    const hot = trialWords(
      sketchHeat(board, guess, { ...use, iron: use.iron && { ...use.iron, celsius: 480 } }),
    );
    expect(hot.good).toBe(false);
    expect(hot.lines.join()).toMatch(/pad of .* goes over 380 °C/);
  });
  it.each([
    [0.3, 0.7, 'in less than a second'],
    [0.3, 1.4, 'within 2 s'],
    [1.2, 1.2, 'after 2 s'],
    [1.2, 2.6, 'after 1 to 3 s'],
    [13.2, 24.6, 'after 13 to 25 s'],
  ])('%s to %s s', (from, to, words) => expect(secondsWords(from, to)).toBe(words));
});

describe('the outline', () => {
  const things = [
    { x: 5, y: 5 },
    { x: 20, y: 12 },
  ];
  it('is the edge where that goes all round', () => {
    const round = [
      { x: 0, y: 0 },
      { x: 30, y: 0 },
      { x: 30, y: 20 },
      { x: 0, y: 20 },
      { x: 0, y: 0.5 },
    ];
    expect(boardOutline(things, [round])).toEqual({ points: round, assumed: false });
  });
  it('else is a frame round what was marked, cut off at an edge', () => {
    const edge = [
      { x: -50, y: 14 },
      { x: 50, y: 14 },
    ];
    const { points, assumed } = boardOutline(things, [edge]);
    expect(assumed).toBe(true);
    expect(Math.max(...points.map((p) => p.y))).toBeCloseTo(14);
    expect(Math.min(...points.map((p) => p.y))).toBeCloseTo(0);
    expect(boardOutline([], []).points).toEqual([]);
  });
  it('has no board where a peg’s hole is', () => {
    const pegs = plainBoard({
      part: partOf('micro-pegs'),
      widthMm: 24,
      depthMm: 22,
      solder: null,
      spared: true,
      shy: null,
    });
    const [hole] = pegs.holes;
    if (!hole) throw new Error('the part has no pegs');
    const grid = boardGrid(pegs, hole.at, 10, 0.25);
    const at = grid.cellAt(hole.at);
    expect(grid.there[at ?? -1]).toBe(0);
    expect(grid.there.filter((on) => on === 0).length).toBeLessThan(grid.cells / 10);
  });
  it('a plain board smaller than its part is refused', () => {
    expect(() =>
      plainBoard({ part: partOf('a-lying'), widthMm: 6, depthMm: 6, solder: null, spared: true, shy: null }),
    ).toThrow(/smaller than/);
  });
});
