import { describe, expect, it } from '@jest/globals';
import type { Board } from '../board/board';
import { EMPTY_BOARD } from '../board/board';
import type { PadState } from '../board/pad-state';
import { PAD_STATES } from '../board/pad-state';
import { placeFamily } from '../board/place-row';
import { CONNECTOR_FAMILIES, FAMILIES } from '../connector/family';
import type { ConnectorFamily } from '../connector/family';
import type { Kit, KitTool } from '../drawer/kit';
import { KIT_SHEETS, KIT_TOOLS, toolFor, UNTOLD_KIT } from '../drawer/kit';
import type { JobKind } from '../job/job-kind';
import { JOB_KINDS } from '../job/job-kind';
import type { JobRecord } from '../job/job-record';
import { EMPTY_DOCUMENTS } from '../job/job-record';
import type { JobView } from '../job/job-view';
import { jobView } from '../job/job-view';
import { itemOption, lineProcedure } from '../job/line-procedure';
import { EMPTY_WORKSHOP, NEW_WORKSHOP } from '../job/workshop';
import { FITTING_SCHOOLS } from '../rebuild/build-order';
import { testComponent, testPoint, testReading } from '../testing/test-board';
import type { Procedure } from './procedure';
import { recommendedRemoval, REMOVAL_SCHOOLS } from './removal';
import { stepTools } from './step';

const STATES: readonly PadState[] = PAD_STATES.filter((s) => s !== 'unchecked');

/** A board of a family with pads in every state one after the other, legs through and on the surface, and a cord. */
function boardOf(family: ConnectorFamily, shift: number): Board {
  const rows = placeFamily(EMPTY_BOARD, {
    family,
    face: 'top',
    first: { x: 10, y: 10 },
    directionDeg: 0,
    pitchMm: 0.65,
    mirrored: false,
  });
  return {
    ...EMPTY_BOARD,
    family,
    rows: rows.map((r) => ({
      ...r,
      pins: r.pins.map((p, i) => ({ ...p, state: STATES[(i + shift) % STATES.length] ?? 'sound' })),
    })),
    legs: (['through-hole', 'surface', 'through-hole', 'peg'] as const).map((fixing, i) => ({
      id: `leg${i}`,
      name: `leg ${i}`,
      face: 'top',
      at: { x: 8 + 2 * i, y: 6 },
      fixing,
      slot: null,
      state: STATES[(i * 3 + shift) % STATES.length] ?? 'sound',
    })),
    components: [testComponent('F1', 'fuse', null, 6, 18), testComponent('R1', 'resistor', 22, 12, 18)],
    points: [testPoint('pour', 'pour', 20, 20)],
    cord: [
      { id: 'w1', colour: 'red', pad: 'left tab', function: 'LEFT', rung: true, photoId: null },
      { id: 'w2', colour: 'bare', pad: 'lower tab', function: 'GND', rung: true, photoId: null },
    ],
  };
}

function viewOf(
  kind: JobKind,
  family: ConnectorFamily,
  shift: number,
  kit: Kit,
  rebuild: Partial<JobRecord['rebuild']> = {},
): JobView {
  const board = boardOf(family, shift);
  const first = board.rows[0]?.pins[0]?.id ?? '';
  return jobView(
    {
      ...EMPTY_DOCUMENTS,
      board,
      intake: { ...EMPTY_DOCUMENTS.intake, kinds: [kind] },
      rebuild: { ...EMPTY_DOCUMENTS.rebuild, part: { marking: '106', package: '', pins: '' }, ...rebuild },
      readings: [testReading(first, 'F1.1', 'beep'), testReading('pour', 'leg0', 'beep')],
      results: [],
    },
    null,
    { ...NEW_WORKSHOP, record: { ...EMPTY_WORKSHOP, kit } },
  );
}

const procedures = (view: JobView): Procedure[] => view.order.map((line) => lineProcedure(view, line));
const POOR: Kit = { tools: ['fine-tip', 'leaded-solder', 'flux', 'knife'], wires: ['enamelled-0.1'] };

describe('every procedure, walked through', () => {
  const views = CONNECTOR_FAMILIES.filter((f) => FAMILIES[f].contacts.length > 0).flatMap((family) =>
    JOB_KINDS.flatMap((kind) => [0, 4, 8].map((shift) => [kind, family, shift] as const)),
  );
  it('each line of each kind of job on each family has its acts; each act says what good looks like', () => {
    let acts = 0;
    for (const [kind, family, shift] of views)
      for (const p of procedures(viewOf(kind, family, shift, UNTOLD_KIT))) {
        expect({ kind, family, line: p.lineId, steps: p.steps.length }).not.toMatchObject({ steps: 0 });
        for (const s of p.steps) {
          acts += 1;
          expect(s.act.trim()).not.toBe('');
          expect(s.good.trim()).not.toBe('');
          // A way back leads to an act of the same line.
          for (const w of s.wrong) if (w.back !== null) expect(p.steps.map((x) => x.id)).toContain(w.back);
          // Whatever is heated with an iron says with what, and whatever can be harmed says when to stop or what then.
          if (s.heat !== null) expect(s.wrong.length + Number(s.stop !== null)).toBeGreaterThan(0);
        }
        expect(new Set(p.steps.map((s) => s.id)).size).toBe(p.steps.length);
      }
    expect(acts).toBeGreaterThan(5000);
  });
  it('no act needs a tool that the kit lacks without saying so', () => {
    let said = 0;
    for (const [kind, family, shift] of views.filter((_, i) => i % 3 === 0))
      for (const p of procedures(viewOf(kind, family, shift, POOR)))
        for (const s of p.steps) {
          const { have, lack } = stepTools(s, POOR);
          expect(have.length + lack.length).toBe(s.tools.length);
          for (const tool of s.tools)
            if (toolFor(POOR, tool) === null) {
              expect(lack).toContain(KIT_SHEETS[tool].name);
              said += 1;
            }
        }
    expect(said).toBeGreaterThan(100);
  });
  it('each school of taking off and of fitting, and each way of every act, is one key away and has acts of its own', () => {
    for (const removal of REMOVAL_SCHOOLS)
      for (const fitting of FITTING_SCHOOLS) {
        const all = procedures(viewOf('new-port', 'micro-b', 0, UNTOLD_KIT, { removal, fitting }));
        const off = all.find((p) => p.lineId === 'off');
        const fit = all.find((p) => p.lineId === 'fit');
        expect(off?.schools.map((s) => s.id)).toEqual([...REMOVAL_SCHOOLS]);
        expect(off?.schools.filter((s) => s.recommended)).toHaveLength(1);
        expect(fit?.schools.filter((s) => s.recommended)).toHaveLength(1);
        expect(off?.steps.length).toBeGreaterThan(2);
        expect(fit?.steps.length).toBeGreaterThan(2);
      }
    const acts = (removal: string): string =>
      procedures(viewOf('new-port', 'micro-b', 0, UNTOLD_KIT, { removal }))
        .find((p) => p.lineId === 'off')
        ?.steps.map((s) => s.act)
        .join() ?? '';
    expect(new Set(REMOVAL_SCHOOLS.map(acts)).size).toBe(REMOVAL_SCHOOLS.length);
    for (const kind of JOB_KINDS) {
      const view = viewOf(kind, 'micro-b', 4, UNTOLD_KIT);
      for (const item of view.items)
        for (const option of item.options) {
          const chosen = viewOf(kind, 'micro-b', 4, UNTOLD_KIT, {
            itemChoices: [{ itemId: item.id, option: option.key }],
          });
          expect(itemOption(chosen, item)).toBe(option.key);
          const p = procedures(chosen).find((x) => x.lineId === item.id);
          expect(p?.steps.length).toBeGreaterThan(0);
        }
    }
  });
  it('lights the joints of its line and nothing else', () => {
    const view = viewOf('torn', 'micro-b', 8, UNTOLD_KIT);
    for (const line of view.order) {
      const { marks } = lineProcedure(view, line);
      if (line.kind === 'pin') expect(marks[0]).toBe(line.id);
      if (line.id.startsWith('leg:') || line.id.startsWith('hole:'))
        expect(marks).toEqual([line.id.split(':')[1]]);
      for (const id of marks) expect(view.trace.byId.has(id)).toBe(true);
    }
  });
});

describe('the way off that is recommended (common practice)', () => {
  const about = { kit: UNTOLD_KIT, throughLegs: 0, heatShyNear: null, keepPort: false };
  const kit = (...tools: KitTool[]): Kit => ({ tools, wires: null });
  it('air where it is there and nothing melts beside it', () => {
    expect(recommendedRemoval(about).school).toBe('air');
  });
  it('by iron where an LED stands in the jet, and says which', () => {
    const told = recommendedRemoval({ ...about, heatShyNear: 'LED3', throughLegs: 4 });
    expect(told.school).toBe('empty');
    expect(told.why).toContain('LED3');
  });
  it('flood with one iron and nothing else; cutting is never the first', () => {
    expect(
      recommendedRemoval({ ...about, kit: kit('chisel-tip', 'leaded-solder', 'flux'), throughLegs: 4 })
        .school,
    ).toBe('flood');
    for (const throughLegs of [0, 2, 4])
      for (const heatShyNear of [null, 'LED1'])
        for (const tools of [[], ['hot-air'], ['braid'], [...KIT_TOOLS]] as KitTool[][])
          expect(
            recommendedRemoval({ kit: kit(...tools), throughLegs, heatShyNear, keepPort: false }).school,
          ).not.toBe('cut');
  });
});

describe('a cell that is replaced', () => {
  it('is never heated, whatever way is chosen, and never lifted by air', () => {
    for (const option of ['cell-plug', 'cell-wires']) {
      const view = viewOf('part-behind', 'micro-b', 0, UNTOLD_KIT, {
        part: { marking: 'BL-5 cell', package: '', pins: '' },
        itemChoices: [{ itemId: 'part', option }],
      });
      expect(view.items.find((i) => i.id === 'part')?.options.map((o) => o.key)).toEqual([
        'cell-plug',
        'cell-wires',
      ]);
      const part = procedures(view).find((p) => p.lineId === 'part');
      expect(part?.steps.length).toBeGreaterThan(3);
      for (const s of part?.steps ?? []) {
        expect(s.tools).not.toContain('hot-air');
        expect(s.heat).not.toBe('part');
      }
    }
  });
});

describe('the kit', () => {
  it('what stands in for a tool is named; what nothing stands in for is missing; an untold one lacks nothing', () => {
    const one: Kit = { tools: ['braid', 'chisel-tip'], wires: null };
    expect(toolFor(one, 'pump')).toBe('braid');
    expect(toolFor(one, 'fine-tip')).toBe('chisel-tip');
    expect(toolFor(one, 'flux')).toBeNull();
    expect(stepTools({ tools: ['pump', 'flux'] }, one)).toEqual({
      have: ['braid for solder pump'],
      lack: ['flux'],
    });
    for (const tool of KIT_TOOLS) expect(toolFor(UNTOLD_KIT, tool)).toBe(tool);
  });
});
