import { printTemperature } from '../quantity/print-bench';

/** W/(m K), kg/m3, J/(kg K). */
interface Stuff {
  readonly name: string;
  readonly conducts: number;
  readonly density: number;
  readonly heat: number;
}

export const LIDS = ['abs', 'polycarbonate', 'glass', 'aluminium'] as const;
export type LidStuff = (typeof LIDS)[number];
/** What lids are made of (handbook values, from memory), and what they bear, °C: ABS softens about 95, polycarbonate about 130; glass cracks by shock. */
export const LID_SHEETS: Readonly<Record<LidStuff, Stuff & { readonly bearsC: number }>> = {
  abs: { name: 'ABS', conducts: 0.18, density: 1050, heat: 1400, bearsC: 85 },
  polycarbonate: { name: 'polycarbonate', conducts: 0.2, density: 1200, heat: 1200, bearsC: 115 },
  glass: { name: 'glass', conducts: 1, density: 2500, heat: 800, bearsC: 110 },
  aluminium: { name: 'aluminium', conducts: 200, density: 2700, heat: 900, bearsC: 150 },
};

export const GLUES = ['putty', 'tape', 'gasket', 'hot-glue'] as const;
export type GlueKind = (typeof GLUES)[number];
/** When a hold gives way to a thin card, °C (common practice). */
export const GLUE_SHEETS: Readonly<Record<GlueKind, { readonly name: string; readonly softC: number }>> = {
  putty: { name: 'contact putty', softC: 45 },
  tape: { name: 'adhesive tape', softC: 65 },
  gasket: { name: 'gasket glue', softC: 60 },
  'hot-glue': { name: 'hot glue', softC: 70 },
};

export const WARMERS = ['hair-dryer', 'hot-air', 'warm-pad'] as const;
export type Warmer = (typeof WARMERS)[number];
/** How much each gives, W/(m2 K), and between which temperatures it can be held at the lid (judgement). */
export const WARMER_SHEETS: Readonly<
  Record<
    Warmer,
    { readonly name: string; readonly give: number; readonly fromC: number; readonly toC: number }
  >
> = {
  'hair-dryer': { name: 'hair dryer', give: 60, fromC: 50, toC: 90 },
  'hot-air': { name: 'hot air held low and far', give: 90, fromC: 60, toC: 150 },
  'warm-pad': { name: 'warm pad', give: 300, fromC: 45, toC: 95 },
};

export interface LidAsk {
  readonly lid: LidStuff;
  readonly lidMm: number;
  readonly glue: GlueKind;
  readonly glueMm: number;
  readonly warmer: Warmer;
  /** Air between the lid and a cell behind it, mm; `null` where no cell is behind it. */
  readonly cellGapMm: number | null;
  readonly roomC: number;
}

/** What a cell must not reach, °C. With one behind the lid the warmer itself is never hotter: then the cell cannot be, however long it lies. */
export const CELL_MOST_C = 60;
const AIR_GAP: Stuff = { name: 'air', conducts: 0.04, density: 1.2, heat: 1005 };
const CELL: Stuff = { name: 'cell', conducts: 0.6, density: 2400, heat: 1000 };
const CELL_MM = 4;
const GLUE_STUFF: Stuff = { name: 'glue', conducts: 0.2, density: 1050, heat: 1600 };
/** Without a cell there is air, then the rest of the device. */
const OPEN_GAP_MM = 2;
const STILL_AIR = 12;
const SLICE_MM = 0.1;
const STEP_S = 0.5;
/** Longest that a lid is warmed, and watched after that, s. */
const MOST_S = 600;
const AFTER_S = 300;

export interface LidRun {
  readonly celsius: number;
  /** When the glue gave way, s; `null` where it did not. */
  readonly softS: number | null;
  readonly lidPeakC: number;
  /** Hottest skin of the cell, also after the warmer is gone; `null` with none. */
  readonly cellPeakC: number | null;
  readonly seconds: readonly number[];
  /** The warmed face, the inner side of the glue, and the skin of the cell. */
  readonly faceC: readonly number[];
  readonly glueC: readonly number[];
  readonly cellC: readonly number[] | null;
}

/** First thing about a lid that cannot be, in words; `null` when it can. */
export function lidFault({ lidMm, glueMm, cellGapMm, roomC }: LidAsk): string | null {
  if (!(lidMm >= 0.2 && lidMm <= 20)) return 'a lid is 0.2 to 20 mm thick';
  if (!(glueMm >= 0.05 && glueMm <= 5)) return 'glue is 0.05 to 5 mm thick';
  if (cellGapMm !== null && !(cellGapMm >= 0 && cellGapMm <= 50))
    return 'a cell lies 0 to 50 mm behind the lid';
  if (!(roomC >= -10 && roomC <= 40)) return 'a room has −10 to 40 °C';
  return null;
}

/**
 * A lid, the glue under it and what lies behind, as slices from the warmed face inward, stepped implicitly (backward Euler, one elimination a step).
 * The warmer is taken away once the glue is soft all through, or after ten minutes; then it is watched for five more.
 * Throws RangeError with the words of `lidFault`.
 */
export function warmLid(ask: LidAsk, celsius: number): LidRun {
  const fault = lidFault(ask);
  if (fault !== null) throw new RangeError(fault);
  const { roomC, cellGapMm } = ask;
  const lid = LID_SHEETS[ask.lid];
  const slices = (stuff: Stuff, mm: number): { stuff: Stuff; mm: number }[] => {
    const n = Math.max(1, Math.min(40, Math.round(mm / SLICE_MM)));
    return Array.from({ length: n }, () => ({ stuff, mm: mm / n }));
  };
  const stack = [
    ...slices(lid, ask.lidMm),
    ...slices(GLUE_STUFF, ask.glueMm),
    ...(cellGapMm === null
      ? slices(AIR_GAP, OPEN_GAP_MM)
      : [...(cellGapMm > 0 ? slices(AIR_GAP, cellGapMm) : []), ...slices(CELL, CELL_MM)]),
  ];
  const n = stack.length;
  const lidCount = slices(lid, ask.lidMm).length;
  const glueEnd = lidCount + slices(GLUE_STUFF, ask.glueMm).length - 1;
  const cellAt = cellGapMm === null ? null : n - slices(CELL, CELL_MM).length;
  const capacity = stack.map(({ stuff, mm }) => (stuff.density * stuff.heat * mm * 1e-3) / STEP_S);
  const link = stack.slice(1).map((b, i) => {
    const a = stack[i] ?? b;
    return 1 / ((a.mm * 1e-3) / 2 / a.stuff.conducts + (b.mm * 1e-3) / 2 / b.stuff.conducts);
  });
  const t = new Float64Array(n).fill(roomC);
  const upper = new Float64Array(n);
  const right = new Float64Array(n);
  const step = (give: number, airC: number): void => {
    for (let i = 0; i < n; i += 1) {
      const [left, next] = [link[i - 1] ?? 0, link[i] ?? 0];
      const outer = i === 0 ? give : i === n - 1 ? STILL_AIR / 4 : 0;
      const c = capacity[i] as number;
      const before = i > 0 ? (upper[i - 1] as number) : 0;
      const pivot = c + left + next + outer - left * before;
      upper[i] = next / pivot;
      right[i] =
        (c * (t[i] as number) +
          outer * (i === 0 ? airC : roomC) +
          left * (i > 0 ? (right[i - 1] as number) : 0)) /
        pivot;
    }
    for (let i = n - 1; i >= 0; i -= 1)
      t[i] = (right[i] as number) + (i < n - 1 ? (upper[i] as number) * (t[i + 1] as number) : 0);
  };
  const { softC } = GLUE_SHEETS[ask.glue];
  const seconds = [0];
  const [faceC, glueC, cellC] = [[roomC], [roomC], [roomC]];
  let [softS, lidPeakC, cellPeakC]: [number | null, number, number] = [null, roomC, roomC];
  let off = MOST_S;
  for (let s = STEP_S; s <= off + AFTER_S; s += STEP_S) {
    if (s <= off) step(WARMER_SHEETS[ask.warmer].give, celsius);
    else step(STILL_AIR, roomC);
    seconds.push(s);
    faceC.push(t[0] as number);
    glueC.push(t[glueEnd] as number);
    if (cellAt !== null) cellC.push(t[cellAt] as number);
    lidPeakC = Math.max(lidPeakC, t[0] as number);
    cellPeakC = Math.max(cellPeakC, cellAt === null ? roomC : (t[cellAt] as number));
    if (softS === null && (t[glueEnd] as number) >= softC) {
      softS = s;
      off = s;
    }
  }
  return {
    celsius,
    softS,
    lidPeakC,
    cellPeakC: cellAt === null ? null : cellPeakC,
    seconds,
    faceC,
    glueC,
    cellC: cellAt === null ? null : cellC,
  };
}

export interface LidAdvice {
  readonly run: LidRun | null;
  /** What to do, in words, or why nothing does. */
  readonly words: string;
  readonly caution: string | null;
}

const bears = (ask: LidAsk, run: LidRun): boolean =>
  run.lidPeakC <= LID_SHEETS[ask.lid].bearsC && (run.cellPeakC ?? 0) <= CELL_MOST_C;

/** Time as it is kept at a bench: in fives of seconds, then in halves of a minute. */
const timeWords = (s: number): string =>
  s < 90 ? `${Math.max(5, Math.ceil(s / 5) * 5)} s` : `${Math.ceil(s / 30) / 2} min`;

function whyNot(ask: LidAsk, nearest: LidRun | null, mostC: number): string {
  const { name, softC } = GLUE_SHEETS[ask.glue];
  if (nearest === null)
    return ask.cellGapMm === null
      ? `${name} does not reach ${printTemperature(softC)} within ten minutes at ${printTemperature(mostC)}`
      : `with a cell behind it nothing hotter than ${printTemperature(CELL_MOST_C)} may lie on the lid, and ${name} gives way at ${printTemperature(softC)}`;
  return `the lid would reach ${printTemperature(nearest.lidPeakC)} first, and it bears ${printTemperature(LID_SHEETS[ask.lid].bearsC)}`;
}

/** The quickest warmth at which the glue gives way while the lid bears it and a cell behind it stays cool. Throws RangeError with the words of `lidFault`. */
export function adviseLid(ask: LidAsk): LidAdvice {
  const fault = lidFault(ask);
  if (fault !== null) throw new RangeError(fault);
  const { fromC, toC, name } = WARMER_SHEETS[ask.warmer];
  const cell = ask.cellGapMm !== null;
  const mostC = cell ? Math.min(toC, CELL_MOST_C) : toC;
  const caution = cell
    ? `A lithium cell lies behind it: take it out first where you can, never above ${printTemperature(CELL_MOST_C)}, nothing sharp into the seam, and stop at a swollen case or a sweet smell.`
    : null;
  if (cell && ask.warmer === 'hot-air')
    return {
      run: null,
      caution,
      words: 'Not with hot air: a cell lies behind the lid. Cell out first, or a warm pad',
    };
  let best: LidRun | null = null;
  let nearest: LidRun | null = null;
  for (let celsius = Math.min(fromC, mostC); celsius <= mostC; celsius += 5) {
    const run = warmLid(ask, celsius);
    if (run.softS !== null) nearest ??= run;
    if (run.softS !== null && bears(ask, run)) best = run;
  }
  if (best)
    return {
      run: best,
      caution,
      words: `${name} at ${printTemperature(best.celsius)} on the lid for ${timeWords(best.softS ?? 0)}: then ${GLUE_SHEETS[ask.glue].name} gives way to a thin card`,
    };
  return {
    run: nearest ?? warmLid(ask, mostC),
    caution,
    words: `Not with a ${name}: ${whyNot(ask, nearest, mostC)}. ${cell ? 'Cell out first' : 'Another warmer, or less glue'}`,
  };
}
