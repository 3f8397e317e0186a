import { useMemo } from 'react';
import type { Counted, LedgerLine } from '@zebbit/core';
import {
  KIND_SHEETS,
  ledgerCalibration,
  ledgerCauses,
  ledgerJoints,
  ledgerKinds,
  ledgerMonths,
  ledgerTotals,
  ledgerWaits,
  printChance,
  SITE_SHEETS,
  WAIT_KIND_WORDS,
} from '@zebbit/core';
import { lazyChart } from '../ui/lazy-chart';
import { minutesWords } from '../waits/wait-words';
import { Sheet } from './sheet';
import { Spares } from './spares';

const BarChart = lazyChart(() => import('../ui/bar-chart').then((m) => m.BarChart), 'h-44');

/** All that the books tell, each figure with what it is from. */
export function Books({ lines }: { readonly lines: readonly LedgerLine[] }) {
  return (
    <div className="grid grid-cols-2 gap-5">
      <Totals lines={lines} />
      <Months lines={lines} />
      <Kinds lines={lines} />
      <Causes lines={lines} />
      <Calibration lines={lines} />
      <Times lines={lines} />
      <Spares />
    </div>
  );
}

const jobs = (n: number): string => `${n} job${n === 1 ? '' : 's'}`;
const money = (v: number): string => v.toFixed(2);

function Totals({ lines }: { readonly lines: readonly LedgerLine[] }) {
  const t = ledgerTotals(lines);
  const rows: readonly (readonly [string, string, string])[] = [
    ['Handed back', String(t.handedBack), `of ${jobs(t.takenIn)} taken in, ${t.parked} parked`],
    [
      'Hands-on',
      t.minutes.from === 0 ? 'not kept' : minutesWords(t.minutes.value),
      `from ${jobs(t.minutes.from)}`,
    ],
    [
      'Cost',
      t.cost.from === 0 ? 'not known' : money(t.cost.value),
      t.cost.from === 0
        ? 'no job that was handed back has prices that somebody said'
        : `parts, postage, consumables as told at take-in, from ${jobs(t.cost.from)}`,
    ],
    [
      'Saved',
      t.saved.from === 0 ? 'not known' : money(t.saved.value),
      t.saved.from === 0
        ? 'no job that was handed back has both its prices and that of a new one'
        : `price of a new one less that cost, from ${jobs(t.saved.from)}`,
    ],
  ];
  return (
    <Sheet title="In sum">
      <dl className="mt-2">
        {rows.map(([name, value, from]) => (
          <div
            key={name}
            className="grid grid-cols-[110px_110px_1fr] items-baseline gap-3 border-t border-line py-1.5 first:border-0"
          >
            <dt className="font-semibold">{name}</dt>
            <dd className="figure text-[17px] font-semibold">{value}</dd>
            <dd className="text-second text-ink2">{from}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}

/** As many months stand in the chart. */
const MONTHS = 12;
const whole = (v: number): string => (v === 0 ? '' : String(v));

function Months({ lines }: { readonly lines: readonly LedgerLine[] }) {
  const months = useMemo(() => ledgerMonths(lines).slice(-MONTHS), [lines]);
  const names = useMemo(() => months.map((m) => m.month.slice(2)), [months]);
  const values = useMemo(() => months.map((m) => m.handedBack), [months]);
  const unknown = lines.filter((l) => l.handedBack && l.handedBackAt === null).length;
  return (
    <Sheet
      title="Handed back, month by month"
      about={`From ${jobs(values.reduce((s, v) => s + v, 0))}${unknown > 0 ? `; of ${jobs(unknown)} the day was not kept` : ''}.`}
    >
      <BarChart
        label="Jobs handed back"
        names={names}
        values={values}
        marked={names.length - 1}
        print={whole}
      />
    </Sheet>
  );
}

/** A plain table; the first column is words, the others are figures. */
function Table({
  heads,
  rows,
}: {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}) {
  return (
    <table className="mt-2 w-full">
      <thead>
        <tr className="text-left text-second text-ink2">
          {heads.map((h, i) => (
            <th key={h} className={`py-1 font-semibold ${i > 0 ? 'pl-3 text-right' : ''}`}>
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row[0]} className="border-t border-line">
            {row.map((cell, i) => (
              <td key={heads[i]} className={`py-1.5 ${i > 0 ? 'figure pl-3 text-right' : ''}`}>
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const counted = (c: Counted | null): string => (c === null ? '' : `${minutesWords(c.value)} (${c.from})`);

function Kinds({ lines }: { readonly lines: readonly LedgerLine[] }) {
  const kinds = ledgerKinds(lines);
  return (
    <Sheet
      title="By kind of repair"
      about="Proved: every check that was asked had passed. Minutes: the middle job, and from how many."
    >
      <Table
        heads={['Kind', 'Jobs', 'Back', 'Proved', 'Parked', 'Minutes']}
        rows={kinds.map((k) => [
          KIND_SHEETS[k.kind].words,
          String(k.jobs),
          String(k.handedBack),
          String(k.proved),
          String(k.parked),
          counted(k.minutes),
        ])}
      />
      {kinds.length === 0 && <p className="text-ink2">No job has a kind yet.</p>}
    </Sheet>
  );
}

function Causes({ lines }: { readonly lines: readonly LedgerLine[] }) {
  const causes = ledgerCauses(lines);
  return (
    <Sheet title="Where the fault was" about="As told at Close up; these move what the next triage expects.">
      <Table
        heads={['Site', 'Jobs', 'Minutes']}
        rows={causes.map((c) => [SITE_SHEETS[c.site].said, String(c.jobs), counted(c.minutes)])}
      />
      {causes.length === 0 && <p className="text-ink2">No closed job says where its fault was.</p>}
    </Sheet>
  );
}

function Calibration({ lines }: { readonly lines: readonly LedgerLine[] }) {
  const deciles = ledgerCalibration(lines);
  const from = lines.filter((l) => l.odds.length > 0).length;
  return (
    <Sheet
      title="Odds said, and what came of them"
      about={`What was said of each fault site from the answers at take-in, against where the fault was: ${jobs(from)}. Well said is where both figures agree; under some thirty in a line chance alone can part them.`}
    >
      <Table
        heads={['Said', 'on average', 'came true', 'of']}
        rows={deciles.map((d) => [
          `${Math.round(100 * d.from)} to ${Math.round(100 * d.to)} %`,
          printChance(d.said),
          printChance(d.came),
          String(d.count),
        ])}
      />
      {deciles.length === 0 && <p className="text-ink2">No closed job says where its fault was.</p>}
    </Sheet>
  );
}

const JOINT_WORDS = { wire: 'a wire', pad: 'a pad', leg: 'a leg' } as const;

function Times({ lines }: { readonly lines: readonly LedgerLine[] }) {
  const joints = ledgerJoints(lines);
  const waits = ledgerWaits(lines);
  const wires = ledgerMonths(lines).flatMap((m) =>
    m.wireMinutes
      ? [[`a wire, ${m.month}`, minutesWords(m.wireMinutes.value), String(m.wireMinutes.from)]]
      : [],
  );
  const rows = [
    ...joints.map((j) => [
      JOINT_WORDS[j.kind as keyof typeof JOINT_WORDS],
      minutesWords(j.minutes.value),
      String(j.minutes.from),
    ]),
    ...(wires.length > 1 ? wires.slice(-6) : []),
    ...waits.map((w) => [WAIT_KIND_WORDS[w.kind], minutesWords(w.minutes.value), String(w.minutes.from)]),
  ];
  return (
    <Sheet
      title="How long things took"
      about="The middle one of each: joints as they were ticked at Rebuild, waits that are over."
    >
      <Table heads={['What', 'middle', 'from']} rows={rows} />
      {rows.length === 0 && <p className="text-ink2">No act was timed and no wait is over yet.</p>}
    </Sheet>
  );
}
