import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { EMPTY_REBUILD } from '../rebuild/rebuild-plan';
import { heatFault } from '../heat/lay-scene';
import { testPort } from '../testing/test-port';
import { completeDocuments } from './complete-documents';
import { heatBoardOf, stepHeat } from './job-heat';
import type { JobKind } from './job-kind';
import { EMPTY_DOCUMENTS, EMPTY_INTAKE } from './job-record';
import type { JobView } from './job-view';
import { jobView } from './job-view';
import { lineProcedure } from './line-procedure';

const viewOf = (board: Board, kinds: readonly JobKind[], rebuild = EMPTY_REBUILD): JobView =>
  jobView({
    ...EMPTY_DOCUMENTS,
    intake: { ...EMPTY_INTAKE, kinds },
    teardown: { ...EMPTY_DOCUMENTS.teardown, battery: 'none' },
    board,
    rebuild,
    readings: [],
    results: [],
  });

/** Every act of a job that heats something, with what it asks. */
const asks = (view: JobView) =>
  view.order.flatMap((line) => {
    const procedure = lineProcedure(view, line);
    return procedure.steps
      .filter((s) => s.heat !== null)
      .map((step) => ({ line, step, ask: stepHeat(view, line.id, procedure, step) }));
  });

describe('a job’s board as heat sees it', () => {
  it('has pins and legs as joints, grounds on the plane, the port over its edge', () => {
    const board = heatBoardOf(viewOf(testPort(), ['new-port']), [], 'scrap');
    expect(board.joints.map((j) => j.kind)).toEqual(['pin', 'pin', 'pin', 'pin', 'pin', 'leg', 'leg']);
    expect(board.joints.filter((j) => j.onPlane).map((j) => j.name)).toEqual(['pin 5 GND', 'left', 'right']);
    expect(board.joints.filter((j) => j.through)).toHaveLength(2);
    expect(board.outlineAssumed).toBe(true);
    expect(Math.max(...board.outline.map((p) => p.y))).toBeCloseTo(20);
    expect(board.port).toMatchObject({ spared: false });
  });
  it('knows what stands beside it, and leaves a cell out once the gate says that it is off', () => {
    const port = testPort();
    const at = (x: number, y: number) => ({ x, y });
    const parts: Board['components'] = [
      {
        id: 'D1',
        name: 'LED1',
        kind: 'led',
        face: 'top',
        package: null,
        heatShy: false,
        value: null,
        terminals: [
          { id: 'D1.1', name: '1', at: at(20, 8) },
          { id: 'D1.2', name: '2', at: at(22, 8) },
        ],
      },
      {
        id: 'B1',
        name: 'BT1',
        kind: 'cell',
        face: 'top',
        package: null,
        heatShy: true,
        value: null,
        terminals: [{ id: 'B1.1', name: '+', at: at(5, 5) }],
      },
    ];
    const board = { ...port, components: parts };
    const view = viewOf(board, ['new-port']);
    expect(heatBoardOf(view, [], 'none').parts.map((p) => [p.id, p.kind])).toEqual([['D1', 'lamp']]);
    const shut = jobView({ ...view.record, teardown: EMPTY_DOCUMENTS.teardown });
    expect(heatBoardOf(shut, [], 'none').parts.map((p) => p.kind)).toContain('cell');
  });
});

describe('what an act asks of heat', () => {
  it('every act of a plan that heats something on the plate asks for something that can be worked out', () => {
    for (const kinds of [['new-port'], ['same-port'], ['reflow'], ['torn']] as const) {
      const found = asks(viewOf(testPort({ '3': 'torn', left: 'hole-wall-gone' }), kinds));
      expect(found.length).toBeGreaterThan(0);
      for (const { ask } of found) {
        expect(ask).not.toBeNull();
        if (!ask) continue;
        expect(ask.targets.length).toBeGreaterThan(0);
        const ids = new Set(ask.board.joints.map((j) => j.id));
        expect(ask.targets.every((t) => ids.has(t))).toBe(true);
        const iron = { celsius: 350, tip: 'wide', watts: 60, wet: true } as const;
        expect(
          heatFault(
            ask.board,
            { thicknessMm: 1, copper: 'pour', spokes: true, hand: 1 },
            {
              targets: ask.targets,
              iron,
              ironOn: ask.targets,
              flooded: false,
              air: null,
              preheatC: null,
              leaded: ask.leaded,
              shielded: false,
              roomC: ask.roomC,
              mostS: 5,
              holdS: 1,
            },
          ),
        ).toBeNull();
      }
    }
  });
  it('taking the port off melts what is left of it, all at once; what is torn has nothing to melt', () => {
    const found = asks(viewOf(testPort({ '3': 'torn' }), ['new-port']));
    const air = found.find((f) => f.step.heat === 'part');
    expect(air?.line.id).toBe('off');
    expect(air?.ask?.targets).toHaveLength(6);
    expect(air?.ask?.board.port?.spared).toBe(false);
  });
  it('before the new port is on, no tongue is spoken of; from then on it is to be spared', () => {
    const found = asks(viewOf(testPort(), ['new-port']));
    const clean = found.find((f) => f.line.id === 'clean');
    expect(clean?.ask?.board.port).toBeNull();
    const after = found.filter((f) => f.line.id.startsWith('leg:') || f.line.kind === 'row');
    expect(after.length).toBeGreaterThan(0);
    for (const f of after) expect(f.ask?.board.port?.spared).toBe(true);
  });
  it('takes along what is known of the board and what the hand saw, for a document of before it as well', () => {
    const rebuild = {
      ...EMPTY_REBUILD,
      heat: {
        thicknessMm: 1.2,
        copper: 'pour',
        spokes: null,
        solder: 'SAC305',
        notes: [{ task: 'plane', tip: 'wide', celsius: 370, leaded: true, seconds: 2, melted: true }],
      },
    } as const;
    const ask = asks(viewOf(testPort(), ['new-port'], rebuild)).find((f) => f.ask)?.ask;
    expect(ask?.known).toEqual({ thicknessMm: 1.2, copper: 'pour', spokes: null });
    expect(ask?.board.solder).toBe('SAC305');
    expect(ask?.timed).toMatchObject([{ seconds: 2, melted: true, use: { leaded: true } }]);
    const { tailMm, choices, hunt } = EMPTY_REBUILD;
    expect(completeDocuments({ rebuild: { tailMm, choices, hunt } }).rebuild.heat).toEqual(
      EMPTY_REBUILD.heat,
    );
  });
  it('what is not marked on the plate is not worked out', () => {
    const view = viewOf({ ...testPort(), rows: [], legs: [] }, ['new-port']);
    const found = asks(view);
    expect(found.length).toBeGreaterThan(0);
    for (const { ask } of found) expect(ask).toBeNull();
  });
});
