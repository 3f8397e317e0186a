import { useState } from 'react';
import { restockAdvice, stockCount, stockUses } from '@zebbit/core';
import { Link } from 'react-router';
import { useDrawer } from '../api/drawer';
import { Sheet } from './sheet';

/** As many compartments are listed. */
const MOST = 12;

/** What was used out of the drawer, what is left, and what runs short. */
export function Spares() {
  const drawer = useDrawer();
  const [now] = useState(() => new Date());
  const rows = (drawer.data?.entries ?? [])
    .filter((e) => !e.removed)
    .map((e) => ({
      entry: e,
      uses: stockUses(e).length,
      count: stockCount(e),
      advice: restockAdvice(e, now),
    }))
    .filter((r) => r.uses > 0 || r.advice.short)
    .toSorted((a, b) => Number(b.advice.short) - Number(a.advice.short) || b.uses - a.uses);
  return (
    <Sheet title="Parts used, spares left" wide about="From the moves of the drawer.">
      {rows.length === 0 ? (
        <p className="mt-2 text-ink2">Nothing was taken out of the drawer yet.</p>
      ) : (
        <table className="mt-2 w-full">
          <thead>
            <tr className="text-left text-second text-ink2">
              <th className="py-1 font-semibold">Part</th>
              <th className="py-1 pl-3 text-right font-semibold">used</th>
              <th className="py-1 pl-3 text-right font-semibold">left</th>
              <th className="py-1 pl-8 font-semibold">Order again?</th>
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, MOST).map(({ entry, uses, count, advice }) => (
              <tr key={entry.id} className="border-t border-line">
                <td className="py-1.5">
                  <Link className="font-semibold" to={`/drawer/${entry.id}`}>
                    {entry.name}
                  </Link>
                </td>
                <td className="figure py-1.5 pl-3 text-right">{uses}</td>
                <td className="figure py-1.5 pl-3 text-right">{count}</td>
                <td className={`py-1.5 pl-8 ${advice.short ? 'font-semibold text-wait' : 'text-ink2'}`}>
                  {advice.short ? 'short: ' : ''}
                  {advice.why}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Sheet>
  );
}
