import type { TraceContext } from '../belief/trace-context';
import type { BuildLine, FittingSchool } from '../rebuild/build-order';
import { FITTING_SCHOOLS, FITTING_WORDS } from '../rebuild/build-order';
import type { PinPlan } from '../rebuild/rebuild-plan';
import type { WorkItem } from '../rebuild/work-item';
import { fitSteps, legSteps, rowSteps } from './fit';
import { bridgeSteps, foilSteps, jumperSteps, reflowSteps } from './join';
import { cellSteps, cordSteps, partSteps, plainSteps } from './other-acts';
import { CLEAN_STEPS, holeSteps } from './prepare';
import type { RemovalSchool } from './removal';
import { REMOVAL_SCHOOLS, REMOVAL_WORDS, removalSteps } from './removal';
import type { ProcedureStep } from './step';

/** A school that could be followed. */
export interface SchoolChoice {
  readonly id: string;
  readonly title: string;
  readonly recommended: boolean;
}

/** The acts of one line of the plan. */
export interface Procedure {
  readonly lineId: string;
  readonly title: string;
  /** The school that is followed; `null` where there is only one way. */
  readonly school: string | null;
  readonly why: string;
  readonly schools: readonly SchoolChoice[];
  readonly steps: readonly ProcedureStep[];
  /** Ids of the points of the plate that its acts touch; nothing else is lit. */
  readonly marks: readonly string[];
}

export interface AboutProcedure {
  readonly ctx: TraceContext;
  readonly plans: readonly PinPlan[];
  readonly items: readonly WorkItem[];
  readonly fitting: {
    readonly school: FittingSchool;
    readonly recommended: FittingSchool;
    readonly why: string;
  };
  readonly removal: {
    readonly school: RemovalSchool;
    readonly recommended: RemovalSchool;
    readonly why: string;
  };
  /** The option chosen for a work item; the first where none was. */
  readonly chosen: (item: WorkItem) => string;
}

function pinSteps(plan: PinPlan): readonly ProcedureStep[] {
  const { state } = plan.row.pin.pin;
  const id = plan.row.pin.id;
  switch (plan.repair.kind) {
    case 'reflow':
      return reflowSteps(id, state);
    case 'bridge':
      return bridgeSteps(id, plan.option?.title.includes('strand') ?? state !== 'cracked');
    case 'jumper':
      return jumperSteps(id, plan);
    case 'foil-pad':
      return foilSteps(id, state === 'lifted');
    default:
      return [];
  }
}

const stepsOfItem = (item: WorkItem, about: AboutProcedure): readonly ProcedureStep[] => {
  const option = about.chosen(item);
  if (item.id === 'off') return removalSteps(about.removal.school);
  if (item.id === 'clean') return CLEAN_STEPS;
  if (item.id === 'fit') return fitSteps(about.fitting.school);
  if (item.id === 'part') return option.startsWith('cell-') ? cellSteps(option) : partSteps(option);
  if (item.id.startsWith('hole:')) return holeSteps(option);
  if (item.id.startsWith('leg:')) return legSteps(option);
  if (item.id.startsWith('wire:')) return cordSteps(option === 'longer');
  return plainSteps(item.id, option);
};

/** The acts of one line, each with what good looks like, what goes wrong and what then. Common practice throughout. */
export function procedureOf(line: BuildLine, about: AboutProcedure): Procedure {
  const base = { lineId: line.id, title: line.title, school: null, why: line.why, schools: [] };
  if (line.kind === 'pin') {
    const plan = about.plans.find((p) => p.row.pin.id === line.id);
    const to = plan?.repair.kind === 'jumper' ? [plan.repair.landing.pointId] : [];
    return { ...base, steps: plan ? pinSteps(plan) : [], marks: plan ? [plan.row.pin.id, ...to] : [] };
  }
  if (line.kind === 'row')
    return {
      ...base,
      steps: rowSteps(about.fitting.school),
      marks: about.plans
        .filter((p) => p.repair.kind === 'leave' || p.repair.kind === 'reflow')
        .map((p) => p.row.pin.id),
    };
  const item = about.items.find((i) => i.id === line.id);
  if (!item)
    return {
      ...base,
      steps: plainSteps(line.kind, ''),
      marks:
        line.kind === 'rest'
          ? []
          : about.plans
              .filter((p) => p.repair.kind !== 'leave')
              .flatMap((p) => [
                p.row.pin.id,
                ...(p.repair.kind === 'jumper' ? [p.repair.landing.pointId] : []),
              ]),
    };
  const steps = stepsOfItem(item, about);
  const marks = marksOf(item, about);
  if (item.id === 'off') {
    const { school, recommended, why } = about.removal;
    return {
      ...base,
      school: REMOVAL_WORDS[school],
      why:
        school === recommended
          ? why
          : `your choice; ${REMOVAL_WORDS[recommended].toLowerCase()} is recommended: ${why}`,
      schools: REMOVAL_SCHOOLS.map((id) => ({
        id,
        title: REMOVAL_WORDS[id],
        recommended: id === recommended,
      })),
      steps,
      marks,
    };
  }
  if (item.id === 'fit') {
    const { school, recommended, why } = about.fitting;
    return {
      ...base,
      school: FITTING_WORDS[school].title,
      why:
        school === recommended
          ? why
          : `your choice; ${FITTING_WORDS[recommended].title.toLowerCase()} is recommended: ${why}`,
      schools: FITTING_SCHOOLS.map((id) => ({
        id,
        title: FITTING_WORDS[id].title,
        recommended: id === recommended,
      })),
      steps,
      marks,
    };
  }
  const option = item.options.find((o) => o.key === about.chosen(item)) ?? item.options[0];
  return {
    ...base,
    title: item.title,
    school: item.options.length > 1 ? (option?.title ?? null) : null,
    why: item.why,
    schools:
      item.options.length > 1
        ? item.options.map((o, i) => ({ id: o.key, title: o.title, recommended: i === 0 }))
        : [],
    steps,
    marks,
  };
}

function marksOf(item: WorkItem, { ctx }: AboutProcedure): string[] {
  const [kind, id] = item.id.split(':');
  if ((kind === 'leg' || kind === 'hole') && id !== undefined) return [id];
  if (['off', 'clean', 'fit'].includes(item.id))
    return [...ctx.pins.map((p) => p.id), ...ctx.points.filter((p) => p.owner === 'leg').map((p) => p.id)];
  return [];
}
