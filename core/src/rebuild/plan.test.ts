import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import { placeRow } from '../board/place-row';
import { USUAL_BELIEF } from '../belief/belief';
import { traceContext } from '../belief/trace-context';
import { traceScene } from '../belief/trace-scene';
import type { Kit } from '../drawer/kit';
import { UNTOLD_KIT } from '../drawer/kit';
import type { JobRecord } from '../job/job-record';
import { EMPTY_DOCUMENTS } from '../job/job-record';
import type { JobView } from '../job/job-view';
import { jobView } from '../job/job-view';
import { jobPair, jobPortOptions } from '../job/line-procedure';
import { completeDocuments } from '../job/complete-documents';
import { WIRE_STOCK } from '../material/wire-stock';
import { onderdonkFusingCurrent } from '../material/fusing-current';
import { brokenBoard } from '../practice/broken-board';
import { askTruth, truthBench } from '../practice/truth';
import { millimetres, seconds } from '../quantity/units';
import type { Reading } from '../board/reading';
import { testComponent, testPoint, testReading, testRows } from '../testing/test-board';
import { judgeLanding } from '../trace/judge-landing';
import { weighTrace } from '../trace/trace-answers';
import { recommendedSchool } from './build-order';
import { linesDone } from './build-progress';
import { cutList, cutListCsv, wireNeeded } from './cut-list';
import { pinLoss } from './pin-loss';
import { pinDemand } from './pin-current';
import { planSvg } from './plan-svg';
import { EMPTY_REBUILD, FRESH_CHOICE } from './rebuild-plan';
import { adviseWire, pairSkew, shortSeconds } from './wire-choice';
import { wireColour } from './wire-colour';

const row = placeRow(EMPTY_BOARD, {
  family: 'micro-b',
  face: 'top',
  first: { x: 10, y: 10 },
  directionDeg: 0,
  pitchMm: 0.65,
  count: 5,
  mirrored: false,
});
const leg = (id: string, x: number) => ({
  id,
  name: id,
  face: 'top' as const,
  at: { x, y: 6 },
  fixing: 'through-hole' as const,
  slot: null,
  state: 'sound' as const,
});
const board: Board = {
  ...EMPTY_BOARD,
  family: 'micro-b',
  rows: [{ ...row, pins: row.pins.map((p, i) => ({ ...p, state: i === 3 ? 'sound' : 'torn' })) }],
  legs: [leg('leg1', 8), leg('leg2', 15)],
  components: [
    testComponent('F1', 'fuse', null, 6, 16),
    testComponent('R1', 'resistor', 22, 10, 16),
    testComponent('R2', 'resistor', 22, 12, 16),
    testComponent('D1', 'diode', null, 16, 16),
  ],
  points: [
    testPoint('pour', 'pour', 20, 14),
    testPoint('jack', 'other-supply', 22, 18),
    testPoint('near', 'pour', 13.5, 13),
  ],
};
const READ = [
  testReading('row1.1', 'F1.1', 'seen'),
  testReading('row1.2', 'R1.1', 'seen'),
  testReading('row1.3', 'R2.1', 'seen'),
  testReading('pour', 'leg1', 'beep'),
  testReading('near', 'leg1', 'beep'),
];
const viewOf = (more: Partial<JobRecord> = {}, kinds: JobRecord['intake']['kinds'] = ['torn']): JobView =>
  jobView({
    ...EMPTY_DOCUMENTS,
    board,
    intake: { ...EMPTY_DOCUMENTS.intake, kinds, deviceCurrentA: 0.5, does: ['charge', 'data'] },
    readings: READ,
    results: [],
    ...more,
  });
const judge = (pinId: string, pointId: string, readings: readonly Reading[] = READ) => {
  const ctx = traceContext(board, readings);
  const pin = ctx.pins.find((p) => p.id === pinId);
  const point = ctx.byId.get(pointId);
  if (!pin || !point) throw new Error('no such place');
  return judgeLanding(ctx, pin, point, []);
};

describe('a landing, whoever chose it (common practice)', () => {
  it.each([
    ['row1.1', 'leg1', /shell/],
    ['row1.1', 'pour', /ground/],
    ['row1.1', 'jack', /another supply/],
    ['row1.1', 'F1.2', /behind the fuse/],
    ['row1.2', 'R2.1', /rings to pin 3/],
    ['row1.2', 'row1.4', /pad of pin 4/],
    ['row1.5', 'jack', /supply/],
  ] as const)('%s to %s is refused', (pin, point, why) => {
    const { level, reasons } = judge(pin, point);
    expect(level).toBe('refuse');
    expect(reasons.join(' ')).toMatch(why);
  });
  it('the far side of a series resistor works, and says what is lost', () => {
    expect(judge('row1.2', 'R1.2')).toMatchObject({ level: 'lose' });
    expect(judge('row1.2', 'R1.2').reasons[0]).toMatch(/loses the resistor/);
  });
  it('what is rung is fine; what nothing was read of is never fine', () => {
    expect(judge('row1.1', 'F1.1')).toEqual({ level: 'fine', reasons: [] });
    expect(judge('row1.5', 'pour').level).toBe('fine');
    expect(judge('row1.1', 'F1.1', []).level).not.toBe('fine');
    expect(judge('row1.2', 'D1.1').level).toBe('warn');
  });
  it('a choice that is refused holds the plan up, built or not', () => {
    const choices = [
      { ...FRESH_CHOICE, pinId: 'row1.1', kind: 'jumper' as const, landingId: 'leg1', built: true },
    ];
    const view = viewOf({ rebuild: { ...EMPTY_REBUILD, choices } });
    const plan = view.plans.find((p) => p.row.pin.id === 'row1.1');
    expect(plan?.repair).toMatchObject({ kind: 'jumper', landing: { pointId: 'leg1' } });
    expect(plan?.verdict.level).toBe('refuse');
    expect(
      linesDone(view.order, view.plans, view.record.rebuild)[view.order.findIndex((l) => l.id === 'row1.1')],
    ).toBe(false);
  });
});

describe('made-up boards, every landing chosen by hand', () => {
  // What joins nets that must stay apart, by the truth; the model is asked after a handful of readings.
  const play = (seed: number, from: 'usual' | 'others') => {
    const made = brokenBoard(seed, { from });
    const bench = truthBench(made.truth);
    const readings: Reading[] = [];
    const scene = traceScene(traceContext(made.truth.board, []), USUAL_BELIEF.slipRate);
    for (let n = 0; n < 12; n += 1) {
      const { order } = weighTrace(made.truth.board, readings, {}, scene);
      if (!order) break;
      readings.push({
        id: `r${n}`,
        at: '',
        struck: false,
        red: order.red,
        black: order.black,
        mode: order.mode,
        ...askTruth(bench, order.red, order.black, order.mode),
      });
    }
    const { believed } = weighTrace(made.truth.board, readings, {}, scene);
    const ctx = traceContext(made.truth.board, readings);
    const pinNets = new Set(Object.values(made.pinNets));
    const tally = { harmful: 0, missed: [] as string[], right: 0, held: 0 };
    for (const pin of ctx.pins) {
      const net = made.pinNets[pin.id];
      if (net === undefined) continue;
      for (const point of ctx.points) {
        if (point.owner === 'pin') continue;
        const there = made.truth.netOf[point.id] ?? '';
        const { level } = judgeLanding(ctx, pin, point, believed);
        if (there === net) {
          tally.right += 1;
          if (level === 'refuse') tally.held += 1;
        } else if (there === '0' || pinNets.has(there)) {
          tally.harmful += 1;
          if (level === 'fine')
            tally.missed.push(`${seed} ${pin.label} on ${point.label} (${there} for ${net})`);
        }
      }
    }
    return tally;
  };
  it('each one that would short a net to ground or to a neighbour is refused or warned of', () => {
    const tallies = [
      ...Array.from({ length: 4 }, (_, i) => play(700 + i, 'usual')),
      ...Array.from({ length: 3 }, (_, i) => play(40 + i, 'others')),
    ];
    expect(tallies.reduce((s, t) => s + t.harmful, 0)).toBeGreaterThan(500);
    expect(tallies.flatMap((t) => t.missed)).toEqual([]);
    const right = tallies.reduce((s, t) => s + t.right, 0);
    expect(tallies.reduce((s, t) => s + t.held, 0) / right).toBeLessThan(0.12);
  });
});

describe('options of a pin', () => {
  const optionsOf = (id: string, more: Partial<JobRecord> = {}) =>
    viewOf(more).plans.find((p) => p.row.pin.id === id)?.options ?? [];
  it('are ranked by minutes until they hold; refused ones come last', () => {
    const choices = [{ ...FRESH_CHOICE, pinId: 'row1.1', kind: 'jumper' as const, landingId: 'jack' }];
    const options = optionsOf('row1.1', { rebuild: { ...EMPTY_REBUILD, choices } });
    expect(options[0]).toMatchObject({ kind: 'jumper', landing: { pointId: 'F1.1' } });
    expect(options.at(-1)).toMatchObject({ landing: { pointId: 'jack' }, verdict: { level: 'refuse' } });
    const ranks = options.map((o) => o.rankMinutes);
    expect(ranks).toEqual(ranks.toSorted((a, b) => a - b));
  });
  it('ground takes the nearest ground', () => {
    const plan = viewOf().plans.find((p) => p.row.pin.id === 'row1.5');
    expect(plan?.repair).toMatchObject({ kind: 'jumper', landing: { pointId: 'near' } });
  });
  it('what the kit lacks is named, and comes after what can be done tonight', () => {
    const kit: Kit = { tools: ['fine-tip', 'flux', 'leaded-solder', 'tweezers', 'uv-mask'], wires: null };
    const view = jobView(viewOf().record, null, {
      ...viewOf().workshop,
      record: { ...viewOf().workshop.record, kit },
    });
    const options = view.plans.find((p) => p.row.pin.id === 'row1.1')?.options ?? [];
    expect(options.find((o) => o.kind === 'foil-pad')?.lacks).toEqual(['foil', 'epoxy', 'knife']);
    expect(options[0]?.lacks).toEqual([]);
  });
  it('leaving says what is lost, by what the device does', () => {
    expect(pinLoss('VBUS', 0, [])).toMatchObject({ words: 'it takes no supply' });
    expect(pinLoss('D+', 0, ['charge']).minutes).toBeLessThan(pinLoss('D+', 0, ['data']).minutes);
    expect(pinLoss('CC1', 0, []).words).toMatch(/one way up/);
    expect(pinLoss('ID', 0, []).words).toBeNull();
    expect(pinLoss('SSTX+', 0, []).words).toMatch(/USB 2/);
  });
  it('on a type C the sound twin is a landing too', () => {
    const rows = testRows('type-c-16', () => 'sound');
    const twins = rows.flatMap((r) => r.pins).filter((p) => p.function === 'D+');
    const type: Board = {
      ...EMPTY_BOARD,
      family: 'type-c-16',
      rows: rows.map((r) => ({
        ...r,
        pins: r.pins.map((p) => ({ ...p, state: p.id === twins[0]?.id ? 'torn' : 'sound' })),
      })),
    };
    const view = viewOf({ board: type, readings: [] });
    const options = view.plans.find((p) => p.row.pin.id === twins[0]?.id)?.options ?? [];
    expect(options.some((o) => o.landing?.pointId === twins[1]?.id && o.title.includes('twin'))).toBe(true);
  });
});

describe('the wire', () => {
  it('the thinnest that does and the one recommended, out of what is there', () => {
    const told = adviseWire(12, pinDemand('VBUS', 0.5), UNTOLD_KIT);
    expect(told.thinnest?.diameterMm).toBe(0.1);
    expect(told.recommended?.diameterMm).toBe(0.1);
    expect(told.margin).toBeGreaterThan(1.5);
    expect(adviseWire(60, pinDemand('VBUS', 1.5), UNTOLD_KIT).recommended?.diameterMm).toBeGreaterThan(0.2);
    const poor: Kit = { tools: null, wires: ['enamelled-0.05'] };
    expect(adviseWire(12, pinDemand('VBUS', 0.5), poor)).toMatchObject({ thinnest: null, recommended: null });
    expect(adviseWire(12, pinDemand('D+', 0.5), poor).recommended?.id).toBe('enamelled-0.05');
    expect(adviseWire(12, pinDemand('D+', 0.5), { tools: null, wires: [] }).words).toMatch(/no wire/);
  });
  it('stands a short as long as Onderdonk says, solved the other way', () => {
    for (const { diameterMm } of WIRE_STOCK) {
      const t = shortSeconds(diameterMm, 6);
      expect(onderdonkFusingCurrent(millimetres(diameterMm), seconds(t))).toBeCloseTo(6, 6);
    }
    expect(() => shortSeconds(0.1, 0)).toThrow(RangeError);
  });
  it('a pair may differ by 100 ps at high speed, by far more at full speed, by anything on a charger (USB 2.0, from memory)', () => {
    expect(pairSkew(12, 14, 'high')).toMatchObject({ mm: 2, ps: 10, ok: true });
    expect(pairSkew(10, 35, 'high').ok).toBe(false);
    expect(pairSkew(10, 35, 'full').ok).toBe(true);
    expect(pairSkew(10, 90, 'charge').ok).toBe(true);
  });
  it('has the colour of its function: those of a USB cable for its four (USB 2.0, from memory)', () => {
    expect((['VBUS', 'D-', 'D+', 'GND'] as const).map((f) => wireColour(f).name)).toEqual([
      'red',
      'white',
      'green',
      'black',
    ]);
  });
});

describe('the order of building', () => {
  const lines = viewOf().order.map((l) => l.id);
  const at = (id: string): number => lines.indexOf(id);
  it('has every pin that is built for, every leg and every hole once', () => {
    expect(new Set(lines).size).toBe(lines.length);
    for (const id of [
      'row1.1',
      'row1.2',
      'row1.3',
      'row1.5',
      'leg:leg1',
      'leg:leg2',
      'hole:leg1',
      'hole:leg2',
      'clean',
      'fit',
      'row',
      'ring',
      'mask',
    ])
      expect(lines).toContain(id);
  });
  it('pads and holes before the port, legs before the row, hot joints before hair wires, the ring before the mask', () => {
    expect(at('hole:leg1')).toBeLessThan(at('fit'));
    expect(at('fit')).toBeLessThan(at('leg:leg1'));
    expect(at('leg:leg2')).toBeLessThan(at('row'));
    expect(Math.max(at('row1.1'), at('row1.5'))).toBeLessThan(Math.min(at('row1.2'), at('row1.3')));
    expect(at('ring')).toBeLessThan(at('mask'));
    expect(at('mask')).toBe(lines.length - 1);
  });
  it('pins first where that is chosen', () => {
    const order = viewOf({ rebuild: { ...EMPTY_REBUILD, fitting: 'pins-first' } }).order.map((l) => l.id);
    expect(order.indexOf('row')).toBeLessThan(order.indexOf('leg:leg1'));
  });
  it('what lies beneath the new part is built before it stands', () => {
    const under: Board = { ...board, points: [...board.points, testPoint('tp', 'test-point', 11.5, 5)] };
    const choices = [{ ...FRESH_CHOICE, pinId: 'row1.2', kind: 'jumper' as const, landingId: 'tp' }];
    const order = viewOf({ board: under, rebuild: { ...EMPTY_REBUILD, choices } }).order.map((l) => l.id);
    expect(order.indexOf('row1.2')).toBeLessThan(order.indexOf('fit'));
  });
  it('work of many wires has its rests', () => {
    const many: Board = {
      ...board,
      rows: board.rows.map((r) => ({ ...r, pins: r.pins.map((p) => ({ ...p, state: 'torn' as const })) })),
    };
    const choices =
      many.rows[0]?.pins.map((p, i) => ({
        ...FRESH_CHOICE,
        pinId: p.id,
        kind: 'jumper' as const,
        landingId: ['F1.1', 'R1.1', 'R2.1', 'D1.1', 'near'][i] ?? null,
      })) ?? [];
    const order = viewOf({ board: many, rebuild: { ...EMPTY_REBUILD, choices } }).order;
    expect(order.some((l) => l.kind === 'rest')).toBe(true);
  });
  it('legs first for legs through the board, pins first for surface legs, one pin first without any (common practice)', () => {
    const surface = { legs: board.legs.map((l) => ({ ...l, fixing: 'surface' as const })) };
    expect(recommendedSchool(board, null).school).toBe('legs-first');
    expect(recommendedSchool(surface, null).school).toBe('pins-first');
    expect(recommendedSchool({ legs: [] }, null).school).toBe('one-pin-first');
  });
  it('a job of an earlier version is not asked afterwards for what was not asked then', () => {
    const stored = { rebuild: { tailMm: 2, choices: [], itemsDone: [] } };
    expect(completeDocuments(stored).rebuild.stepsDone).toEqual(['line:row', 'line:ring', 'line:mask']);
    expect(completeDocuments({}).rebuild.stepsDone).toEqual([]);
  });
});

describe('what is cut, and drawn at true scale', () => {
  const bare = viewOf();
  const path = [
    { x: 10, y: 10, face: 'top' as const },
    { x: 8, y: 13, face: 'top' as const },
    { x: 6, y: 16, face: 'top' as const },
  ];
  const ways = [
    {
      id: 'row1.1',
      pointId: 'F1.1',
      path,
      lengthMm: 7.21,
      aloneMm: 7.21,
      bendMm: null,
      crosses: [],
      over: [],
    },
  ];
  const view = jobView(bare.record, null, bare.workshop, null, ways);
  it('lengths come from the ways, with both tails; without one they are straight and say so', () => {
    const list = cutList(view.plans);
    expect(list.find((l) => l.pinId === 'row1.1')).toMatchObject({
      cutMm: 11.21,
      colour: 'red',
      straight: false,
    });
    expect(list.find((l) => l.pinId === 'row1.2')?.straight).toBe(true);
    expect(list.map((l) => l.cutMm)).toEqual(list.map((l) => l.cutMm).toSorted((a, b) => b - a));
    expect(cutListCsv(list).split('\r\n')).toHaveLength(list.length + 2);
    expect(wireNeeded(list)[0]?.total).toMatch(/mm|cm/);
  });
  it('one user unit is one millimetre, with a ruler that is as long as it says', () => {
    const svg = planSvg(view.record.board, view.plans, view.outline, 'top') ?? '';
    const [, width, units] =
      /width="([\d.]+)mm" height="[\d.]+mm" viewBox="[-\d.]+ [-\d.]+ ([\d.]+)/u.exec(svg) ?? [];
    expect(Number(width)).toBeCloseTo(Number(units), 9);
    expect(svg).toContain('h20');
    expect(svg).toContain(wireColour('VBUS').hex);
    expect(planSvg(view.record.board, view.plans, null, 'bottom')).toBeNull();
  });
  it('the pair’s difference is that of its ways', () => {
    expect(jobPair(view)?.ok).toBe(true);
    expect(jobPair(viewOf({ readings: [] }))).toBeNull();
  });
});

describe('the port as a whole', () => {
  it('weighs a new port, the same one, a donor, a breakout and a bought board, each with its reason', () => {
    const kinds = jobPortOptions(viewOf()).map((o) => o.kind);
    expect(new Set(kinds)).toEqual(new Set(['torn', 'same-port', 'donor', 'breakout', 'ready-made']));
    expect(kinds[0]).toBe('torn');
  });
  it('with no leg left to hold it the case holds it', () => {
    const bare: Board = { ...board, legs: board.legs.map((l) => ({ ...l, state: 'torn' as const })) };
    const [first] = jobPortOptions(viewOf({ board: bare }));
    expect(first?.kind).toBe('breakout');
    expect(first?.loses).toMatch(/case/);
  });
  it('is silent where nothing is gone', () => {
    const whole: Board = {
      ...board,
      rows: board.rows.map((r) => ({ ...r, pins: r.pins.map((p) => ({ ...p, state: 'sound' as const })) })),
    };
    expect(jobPortOptions(viewOf({ board: whole }))).toEqual([]);
  });
});
