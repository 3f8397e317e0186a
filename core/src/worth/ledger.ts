import type { JobKind } from '../job/job-kind';
import type { LedgerLine } from '../job/ledger-line';
import type { FaultSite } from '../triage/fault-site';
import type { ActKind } from '../waits/act-kind';
import type { WaitKind } from '../waits/wait';
import { ownDuration } from './own-duration';

/** A figure with what it is from: a mean or a sum without its count says nothing. */
export interface Counted {
  readonly value: number;
  /** From so many jobs, acts or waits. */
  readonly from: number;
}

const middleOf = (list: readonly number[]): Counted | null => {
  const own = ownDuration(list);
  return own && { value: own.middle, from: own.count };
};
const sumOf = (list: readonly number[]): Counted => ({
  value: list.reduce((s, v) => s + v, 0),
  from: list.length,
});

export interface LedgerTotals {
  readonly takenIn: number;
  readonly handedBack: number;
  readonly parked: number;
  readonly minutes: Counted;
  /** Of jobs that were handed back and whose prices somebody said. */
  readonly cost: Counted;
  /** Price of a new one less the cost, of jobs that were handed back and whose prices, and that of a new one, somebody said. */
  readonly saved: Counted;
}

export function ledgerTotals(lines: readonly LedgerLine[]): LedgerTotals {
  const back = lines.filter((l) => l.handedBack);
  return {
    takenIn: lines.length,
    handedBack: back.length,
    parked: lines.filter((l) => l.parked).length,
    minutes: sumOf(back.flatMap((l) => l.minutes ?? [])),
    cost: sumOf(back.flatMap((l) => l.cost ?? [])),
    saved: sumOf(
      back.flatMap((l) => (l.replacement === null || l.cost === null ? [] : [l.replacement - l.cost])),
    ),
  };
}

export interface LedgerMonth {
  /** YYYY-MM, UTC. */
  readonly month: string;
  readonly takenIn: number;
  readonly handedBack: number;
  /** Minutes a wire took, the middle one; `null` where none was taken. */
  readonly wireMinutes: Counted | null;
}

const JOINTS: readonly ActKind[] = ['wire', 'pad', 'leg'];
const monthOf = (iso: string): string => iso.slice(0, 7);

/** Month after month from the first to the last that anything happened in, empty ones among them. */
export function ledgerMonths(lines: readonly LedgerLine[]): LedgerMonth[] {
  const inMonth = new Map<string, { takenIn: number; handedBack: number; wires: number[] }>();
  const of = (iso: string) => {
    const key = monthOf(iso);
    const known = inMonth.get(key) ?? { takenIn: 0, handedBack: 0, wires: [] };
    inMonth.set(key, known);
    return known;
  };
  for (const l of lines) {
    of(l.takenInAt).takenIn += 1;
    if (l.handedBackAt === null) continue;
    const back = of(l.handedBackAt);
    back.handedBack += 1;
    for (const a of l.acts) if (a.kind === 'wire') back.wires.push(a.minutes);
  }
  const months = [...inMonth.keys()].toSorted();
  const [first] = months;
  const last = months.at(-1);
  if (first === undefined || last === undefined) return [];
  const out: LedgerMonth[] = [];
  for (
    let at = new Date(`${first}-01T00:00:00Z`);
    monthOf(at.toISOString()) <= last;
    at.setUTCMonth(at.getUTCMonth() + 1)
  ) {
    const month = monthOf(at.toISOString());
    const { takenIn, handedBack, wires } = inMonth.get(month) ?? { takenIn: 0, handedBack: 0, wires: [] };
    out.push({ month, takenIn, handedBack, wireMinutes: middleOf(wires) });
  }
  return out;
}

export interface LedgerKind {
  readonly kind: JobKind;
  readonly jobs: number;
  readonly handedBack: number;
  /** Handed back with every proof passed. */
  readonly proved: number;
  readonly parked: number;
  readonly minutes: Counted | null;
}

/** By what became of the port; a job of two kinds counts in both. The one with most jobs first. */
export function ledgerKinds(lines: readonly LedgerLine[]): LedgerKind[] {
  const kinds = [...new Set(lines.flatMap((l) => l.kinds))];
  return kinds
    .map((kind) => {
      const own = lines.filter((l) => l.kinds.includes(kind));
      const back = own.filter((l) => l.handedBack);
      return {
        kind,
        jobs: own.length,
        handedBack: back.length,
        proved: back.filter((l) => l.proved).length,
        parked: own.filter((l) => l.parked).length,
        minutes: middleOf(back.flatMap((l) => l.minutes ?? [])),
      };
    })
    .toSorted((a, b) => b.jobs - a.jobs || a.kind.localeCompare(b.kind));
}

/** Where faults turned out to be, the most frequent first. */
export function ledgerCauses(
  lines: readonly LedgerLine[],
): { readonly site: FaultSite; readonly jobs: number; readonly minutes: Counted | null }[] {
  const sites = [...new Set(lines.flatMap((l) => l.faultSite ?? []))];
  return sites
    .map((site) => {
      const own = lines.filter((l) => l.faultSite === site);
      return { site, jobs: own.length, minutes: middleOf(own.flatMap((l) => l.minutes ?? [])) };
    })
    .toSorted((a, b) => b.jobs - a.jobs || a.site.localeCompare(b.site));
}

/** Minutes that joints took, the middle ones. */
export function ledgerJoints(
  lines: readonly LedgerLine[],
): { readonly kind: ActKind; readonly minutes: Counted }[] {
  return JOINTS.flatMap((kind) => {
    const minutes = middleOf(lines.flatMap((l) => l.acts.flatMap((a) => (a.kind === kind ? a.minutes : []))));
    return minutes ? [{ kind, minutes }] : [];
  });
}

/** How long was waited, the middle ones, minutes. */
export function ledgerWaits(
  lines: readonly LedgerLine[],
): { readonly kind: WaitKind; readonly minutes: Counted }[] {
  const kinds = [...new Set(lines.flatMap((l) => l.waits.map((w) => w.kind)))].toSorted();
  return kinds.flatMap((kind) => {
    const minutes = middleOf(
      lines.flatMap((l) => l.waits.flatMap((w) => (w.kind === kind ? w.minutes : []))),
    );
    return minutes ? [{ kind, minutes }] : [];
  });
}

export interface LedgerDecile {
  /** Odds that were said, from and to, 0 to 1. */
  readonly from: number;
  readonly to: number;
  /** The mean of what was said. */
  readonly said: number;
  /** How often it came true. */
  readonly came: number;
  readonly count: number;
}

/**
 * What was said of a fault site at take-in against where the fault turned out to be, by tenths of what was said. Every site of every job whose fault
 * was told counts once; tenths that nothing was said in are left out.
 */
export function ledgerCalibration(lines: readonly LedgerLine[]): LedgerDecile[] {
  const said = lines.flatMap((l) =>
    l.faultSite === null ? [] : l.odds.map((o) => ({ p: o.p, came: o.site === l.faultSite })),
  );
  return Array.from({ length: 10 }, (_, i) => {
    const own = said.filter((s) => Math.min(9, Math.floor(s.p * 10)) === i);
    return {
      from: i / 10,
      to: (i + 1) / 10,
      said: own.reduce((sum, s) => sum + s.p, 0) / own.length,
      came: own.filter((s) => s.came).length / own.length,
      count: own.length,
    };
  }).filter((d) => d.count > 0);
}
