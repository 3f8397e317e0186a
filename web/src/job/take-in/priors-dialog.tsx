import { useState } from 'react';
import type { FaultSite } from '@zebbit/core';
import { FAULT_SITES, PSEUDO_JOBS, SITE_SHEETS, sitePriors } from '@zebbit/core';
import { useSaveWorkshop } from '../../api/workshop';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { useJob } from '../../desk/job-context';

type Typed = Record<FaultSite, string>;

const asTyped = (shares: Partial<Record<FaultSite, number>>): Typed =>
  Object.fromEntries(
    FAULT_SITES.map((s) => [s, String(Math.round((shares[s] ?? SITE_SHEETS[s].share) * 100))]),
  ) as Typed;

function readShares(typed: Typed): { shares: Record<FaultSite, number> } | { fault: string } {
  const entries = FAULT_SITES.map((s) => [s, Number(typed[s].replace(',', '.'))] as const);
  const bad = entries.find(([s, n]) => typed[s].trim() === '' || !(n >= 0) || !Number.isFinite(n));
  if (bad) return { fault: `${SITE_SHEETS[bad[0]].words}: type a number from 0 up` };
  if (entries.every(([, n]) => n === 0)) return { fault: 'One share must be above 0' };
  return { shares: Object.fromEntries(entries.map(([s, n]) => [s, n / 100])) as Record<FaultSite, number> };
}

/** The priors in sight: usual shares, to be set by hand, and this workshop's own closed jobs beside them. */
export function PriorsDialog({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Where each one starts"
      about={`Shares count as ${PSEUDO_JOBS} made-up jobs; each job you close counts as one real one.`}
    >
      <PriorsForm done={() => onOpenChange(false)} />
    </Dialog>
  );
}

function PriorsForm({ done }: { readonly done: () => void }) {
  const { view } = useJob();
  const { record, closed } = view.workshop;
  const save = useSaveWorkshop();
  const [typed, setTyped] = useState(() => asTyped(record.shares ?? {}));
  const [fault, setFault] = useState<string | null>(null);
  const read = readShares(typed);
  const rows = sitePriors('shares' in read ? read.shares : (record.shares ?? {}), closed);
  const keep = (): void => {
    if ('fault' in read) setFault(read.fault);
    else
      save.mutate(
        { ...record, shares: read.shares },
        { onSuccess: done, onError: (e) => setFault(e.message) },
      );
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <table className="w-full">
        <thead className="text-left text-second text-ink2">
          <tr>
            <th className="py-1 font-semibold">Site</th>
            <th className="font-semibold">Share, %</th>
            <th className="text-right font-semibold">Made-up jobs</th>
            <th className="text-right font-semibold">Your own</th>
            <th className="text-right font-semibold">Starts at</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.site} className="border-t border-line">
              <td className="py-1">{SITE_SHEETS[r.site].words}</td>
              <td>
                <input
                  aria-label={`Share of ${SITE_SHEETS[r.site].words}`}
                  className="figure w-20 rounded-[8px] border border-line bg-sheet px-2 py-1.5"
                  inputMode="decimal"
                  value={typed[r.site]}
                  onChange={(e) => setTyped({ ...typed, [r.site]: e.target.value })}
                />
              </td>
              <td className="figure text-right">{r.pseudo.toFixed(1)}</td>
              <td className="figure text-right">{r.own}</td>
              <td className="figure text-right font-semibold">{Math.round(r.p * 100)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
      {fault !== null && (
        <p role="alert" className="mt-2 text-second text-stop">
          {fault}
        </p>
      )}
      <div className="mt-4 flex justify-between">
        <Button tone="quiet" onClick={() => setTyped(asTyped({}))}>
          The usual shares
        </Button>
        <Button tone="main" type="submit" disabled={save.isPending}>
          Keep
        </Button>
      </div>
    </form>
  );
}
