import { printLength, printWire } from '../quantity/print-bench';
import { wireColour } from './wire-colour';
import type { PinPlan } from './rebuild-plan';

/** One wire to cut. Lengths mm. */
export interface CutLine {
  readonly pinId: string;
  readonly cutMm: number;
  readonly wireMm: number;
  readonly wire: string;
  readonly colour: string;
  readonly from: string;
  readonly to: string;
  /** The way it lies, or straight: then it may turn out longer. */
  readonly straight: boolean;
}

/** Every wire with tails, the longest first, so that a short rest still serves; those without a length are left out. */
export function cutList(plans: readonly PinPlan[]): CutLine[] {
  return plans
    .flatMap((p): CutLine[] =>
      p.repair.kind === 'jumper' && p.jumper?.cutMm
        ? [
            {
              pinId: p.row.pin.id,
              cutMm: p.jumper.cutMm,
              wireMm: p.jumper.wireMm,
              wire: printWire(p.jumper.wireMm),
              colour: wireColour(p.row.pin.pin.function).name,
              from: p.row.pin.label,
              to: p.repair.landing.label,
              straight: p.jumper.from === 'straight',
            },
          ]
        : [],
    )
    .toSorted((a, b) => b.cutMm - a.cutMm);
}

/** As comma-separated lines with a heading. */
export function cutListCsv(list: readonly CutLine[]): string {
  const cell = (s: string): string => (/[",\n]/u.test(s) ? `"${s.replaceAll('"', '""')}"` : s);
  return [
    'from,to,wire_mm,cut_mm,colour',
    ...list.map((l) => [cell(l.from), cell(l.to), l.wireMm, l.cutMm.toFixed(1), cell(l.colour)].join(',')),
    '',
  ].join('\r\n');
}

/** All wire of one thickness together: how much to have at hand. */
export function wireNeeded(list: readonly CutLine[]): { readonly wire: string; readonly total: string }[] {
  const sizes = [...new Set(list.map((l) => l.wireMm))].toSorted((a, b) => a - b);
  return sizes.map((mm) => ({
    wire: printWire(mm),
    total: printLength(list.filter((l) => l.wireMm === mm).reduce((s, l) => s + l.cutMm, 0)),
  }));
}
