import { useMemo, useState } from 'react';
import { FileDown } from 'lucide-react';
import { routes } from '@zebbit/contract';
import type { LedgerLine } from '@zebbit/core';
import { ledgerCsv } from '@zebbit/core';
import type { UseQueryResult } from '@tanstack/react-query';
import { useQuery } from '@tanstack/react-query';
import { api } from '../api/client';
import { queryKeys } from '../api/query-keys';
import { TopBar } from '../app/top-bar';
import { useKeys } from '../app/use-keys';
import { useTheme } from '../app/theme';
import { Button } from '../ui/button';
import { saveFile } from '../ui/save-file';
import { Select } from '../ui/select';
import { Books } from './books';

function useLedger(): UseQueryResult<readonly LedgerLine[]> {
  return useQuery({
    queryKey: queryKeys.ledger,
    queryFn: () => api.get<readonly LedgerLine[]>(routes.ledger()),
    staleTime: 0,
  });
}

const YEAR_MS = 365.25 * 86_400_000;
const SPANS = [
  ['all', 'all years'],
  ['1', 'the last year'],
  ['0.25', 'the last three months'],
] as const;

/** What the workshop has learned from its own jobs; every figure says from how many. */
export function Ledger() {
  const ledger = useLedger();
  const toggle = useTheme((t) => t.toggle);
  const [span, setSpan] = useState<string>('all');
  const [opened] = useState(() => Date.now());
  useKeys({ n: toggle, N: toggle });
  const lines = useMemo(() => {
    const all = ledger.data ?? [];
    if (span === 'all') return all;
    const from = new Date(opened - Number(span) * YEAR_MS).toISOString();
    return all.filter((l) => (l.handedBackAt ?? l.takenInAt) >= from);
  }, [ledger.data, span, opened]);
  return (
    <div className="flex h-full flex-col">
      <title>Ledger · Zebbit</title>
      <TopBar />
      <main className="scroll-thin min-h-0 flex-1 overflow-y-auto px-9 py-6">
        <div className="mb-5 flex items-center gap-4">
          <h1 className="text-move font-bold">Ledger</h1>
          <p className="flex-1 text-ink2">What the jobs took, cost and taught.</p>
          <Select aria-label="From which time" value={span} options={SPANS} onPick={setSpan} />
          <Button
            icon={<FileDown aria-hidden className="size-5" />}
            disabled={lines.length === 0}
            onClick={() => saveFile('zebbit-ledger.csv', 'text/csv', ledgerCsv(lines))}
          >
            CSV
          </Button>
        </div>
        {ledger.isPending && <p className="text-ink2">Fetching the books…</p>}
        {ledger.error && (
          <p role="alert" className="rounded-[12px] border border-stop bg-stop-soft p-4 text-stop">
            {ledger.error.message}
          </p>
        )}
        {ledger.data && lines.length === 0 && (
          <p className="rounded-[14px] border border-line bg-sheet p-6 text-ink2">
            No job in this time. The books fill by themselves as jobs are taken in and handed back.
          </p>
        )}
        {lines.length > 0 && <Books lines={lines} />}
      </main>
    </div>
  );
}
