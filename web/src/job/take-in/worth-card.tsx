import { useMemo } from 'react';
import { lazyChart } from '../../ui/lazy-chart';
import type { WorthInputs, WorthVerdict } from '@zebbit/core';
import { orderQuantity, ownDuration, repairOrReplace } from '@zebbit/core';
import { ChipsOne } from '../../ui/chips';
import { NumberField } from '../../ui/number-field';
import { useJob } from '../../desk/job-context';
import { Card } from '../work-sheet';

/** Charts come when the first one is wanted. */
const BarChart = lazyChart(() => import('../../ui/bar-chart').then((m) => m.BarChart), 'h-44');

const VERDICTS: Readonly<Record<WorthVerdict, string>> = {
  repair: 'Worth repairing',
  replace: 'A replacement is cheaper',
  even: 'As broad as it is long',
  'repair-for-meaning': 'Worth trying for what it means',
  'copy-first': 'Goal: one good copy of the data, then retire it',
  unknown: 'Type what a replacement would cost',
};

const hours = (minutes: number): string => `${(minutes / 60).toFixed(1)} h`;
const money = (value: number): string => value.toFixed(2);

/** Is it worth it, and how many parts to order. */
export function WorthCard() {
  const { view, documents, edit } = useJob();
  const { worth } = documents.intake;
  const { odds } = view.triage;
  const report = repairOrReplace(worth, odds);
  const [kind] = documents.intake.kinds;
  const took = ownDuration(kind === undefined ? [] : (view.workshop.minutes[kind] ?? []));
  const set = (part: Partial<WorthInputs>): void => edit('intake', (d) => void Object.assign(d.worth, part));
  const sum = (key: 'partPrice' | 'postage' | 'consumables' | 'hours' | 'hourWorth', label: string) => (
    <NumberField key={key} label={label} value={worth[key]} onValue={(v) => set({ [key]: v ?? 0 })} />
  );
  return (
    <Card title="Worth it?" about="In whatever money you count. An hour of a hobby may be worth 0.">
      <ChipsOne
        label="What it means"
        options={[
          ['ordinary', 'An ordinary thing'],
          ['keepsake', 'A keepsake'],
          ['data', 'Its data matters'],
        ]}
        value={worth.meaning}
        onChange={(m) => set({ meaning: m ?? 'ordinary' })}
      />
      <div className="grid grid-cols-4 gap-3">
        {sum('partPrice', 'Part')}
        {sum('postage', 'Postage')}
        <NumberField
          label="Jobs sharing it"
          value={worth.sharedBy}
          least={1}
          whole
          onValue={(v) => set({ sharedBy: v ?? 1 })}
        />
        {sum('consumables', 'Consumables')}
        {sum('hours', 'Hours')}
        {sum('hourWorth', 'Worth of an hour')}
        <NumberField
          label="Replacement"
          value={worth.replacement}
          emptyAllowed
          onValue={(v) => set({ replacement: v })}
        />
      </div>
      {took && (
        <p className="text-second">
          Your own {took.count === 1 ? 'job' : `${took.count} jobs`} of this kind took{' '}
          {took.count === 1
            ? hours(took.middle)
            : `${hours(took.least)} to ${hours(took.most)}, ${hours(took.middle)} in the middle`}
          .{' '}
          {Math.abs(took.middle / 60 - worth.hours) > 0.05 && (
            <button
              type="button"
              className="min-h-9 font-semibold underline underline-offset-4"
              onClick={() => set({ hours: Math.round(took.middle / 6) / 10 })}
            >
              Count {hours(took.middle)}
            </button>
          )}
        </p>
      )}
      <div role="status" className="rounded-[12px] bg-sunk p-4">
        <p className="text-title font-bold">{VERDICTS[report.verdict]}</p>
        <p className="figure mt-1 text-second text-ink2">
          Trying costs {report.lines.map((l) => `${l.name} ${money(l.amount)}`).join(' + ')} ={' '}
          {money(report.attempt)}
        </p>
        {report.expected !== null && worth.replacement !== null && (
          <p className="figure text-second text-ink2">
            At {Math.round(odds * 100)} % odds: {money(report.attempt)} + {Math.round((1 - odds) * 100)} % ×{' '}
            {money(worth.replacement)} = {money(report.expected)} expected, against {money(worth.replacement)}{' '}
            new.
            {report.breakEvenOdds !== null &&
              (report.breakEvenOdds <= 1
                ? ` Pays from ${Math.round(report.breakEvenOdds * 100)} % odds.`
                : ' Never pays by the sum.')}
          </p>
        )}
      </div>
      <OrderAdviceView worth={worth} onUse={(usedPerYear) => set({ usedPerYear })} />
    </Card>
  );
}

function OrderAdviceView({
  worth: { partPrice: unit, postage, usedPerYear },
  onUse,
}: {
  readonly worth: WorthInputs;
  readonly onUse: (usedPerYear: number | null) => void;
}) {
  const { view } = useJob();
  const { family } = view.record.board;
  const counted = family === null ? 0 : (view.workshop.usePerYear[family] ?? 0);
  const use = usedPerYear ?? counted;
  const { options, sensible, why } = useMemo(() => orderQuantity(unit, postage, use), [unit, postage, use]);
  const shown = options.some((o) => o.quantity === sensible.quantity)
    ? options
    : [...options, sensible].sort((a, b) => a.quantity - b.quantity);
  const names = useMemo(() => shown.map((o) => `${o.quantity}`), [shown]);
  const values = useMemo(() => shown.map((o) => o.each), [shown]);
  return (
    <div className="grid grid-cols-[1fr_210px] items-start gap-5">
      <div>
        <p className="font-bold">
          Order {sensible.quantity}: {money(sensible.each)} each
        </p>
        <p className="text-second text-ink2">{why}</p>

        <BarChart
          label="Cost each by quantity"
          names={names}
          values={values}
          marked={shown.findIndex((o) => o.quantity === sensible.quantity)}
          print={money}
        />
      </div>
      <NumberField label="Used a year" value={Number(use.toFixed(2))} onValue={onUse} emptyAllowed />
    </div>
  );
}
