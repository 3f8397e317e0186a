import { useMemo, useRef, useState } from 'react';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { Plus, Printer, Wrench } from 'lucide-react';
import { Link, useNavigate, useParams } from 'react-router';
import type { StoredStock } from '@zebbit/contract';
import { DRAWER_CSV_MAX } from '@zebbit/contract';
import { drawerCsv, partFamilyName, restockAdvice, stockCount, STOCK_SOURCE_WORDS } from '@zebbit/core';
import { useDrawer, useImportDrawer } from '../api/drawer';
import { TopBar } from '../app/top-bar';
import { useTheme } from '../app/theme';
import { useKeys } from '../app/use-keys';
import { Button } from '../ui/button';
import { ChipsOne } from '../ui/chips';
import { BOX } from '../ui/field';
import { saveFile } from '../ui/save-file';
import { VirtualList } from '../ui/virtual-list';
import { useMatcher } from './matcher-store';
import { KitDialog } from './kit-dialog';
import { NewStock } from './new-stock';
import { StockSide } from './stock-side';

/** The columns of the list; where the page is narrow the family makes way for the name. */
const COLUMNS =
  'grid-cols-[60px_minmax(0,1fr)_50px_100px] xl:grid-cols-[90px_minmax(0,1fr)_150px_70px_110px]';

type Shown = 'short' | 'donor' | 'removed';

const TEXT_OF = (e: StoredStock): string =>
  [e.name, e.place, e.from, e.marking, e.note, e.family ? partFamilyName(e.family) : '']
    .join(' ')
    .toLowerCase();

/** The stock: what there is, where it lies, what it was used for, when to buy. */
export function Drawer() {
  const { stockId } = useParams();
  const navigate = useNavigate();
  const drawer = useDrawer();
  const load = useMatcher((s) => s.load);
  const toggle = useTheme((t) => t.toggle);
  const [text, setText] = useState('');
  const [shown, setShown] = useState<Shown | null>(null);
  const [adding, setAdding] = useState(false);
  const [kit, setKit] = useState(false);
  const search = useRef<HTMLInputElement>(null);
  useEffect(() => void load(), [load]);
  const now = useMemo(() => new Date(), []);
  const rows = useMemo(() => {
    const words = text.toLowerCase().split(/\s+/u).filter(Boolean);
    return (drawer.data?.entries ?? []).filter(
      (e) =>
        e.removed === (shown === 'removed') &&
        (shown !== 'donor' || e.source === 'donor') &&
        (shown !== 'short' || restockAdvice(e, now).short) &&
        words.every((w) => TEXT_OF(e).includes(w)),
    );
  }, [drawer.data, text, shown, now]);
  const chosen = drawer.data?.entries.find((e) => e.id === stockId) ?? null;
  const at = rows.findIndex((e) => e.id === stockId);
  const go = (by: number): void => {
    const to = rows[Math.max(0, Math.min(rows.length - 1, at + by))];
    if (to) void navigate(`/drawer/${to.id}`, { replace: true });
  };
  useKeys({
    '+': () => setAdding(true),
    k: () => setKit(true),
    '/': () => search.current?.focus(),
    ArrowDown: () => go(1),
    ArrowUp: () => go(-1),
    n: toggle,
    N: toggle,
  });
  const all = drawer.data?.entries.filter((e) => !e.removed) ?? [];
  return (
    <div className="flex h-full flex-col">
      <title>Drawer · Zebbit</title>
      <TopBar />
      <div className="flex min-h-0 flex-1">
        <main className="flex min-w-0 flex-1 flex-col px-9 py-6">
          <div className="mb-4 flex flex-wrap items-center gap-3">
            <h1 className="flex-1 text-move font-bold">Drawer</h1>
            <Button icon={<Wrench aria-hidden className="size-4" />} hotkey="K" onClick={() => setKit(true)}>
              Kit
            </Button>
            <ListIn />
            <Button
              disabled={all.length === 0}
              onClick={() => saveFile('drawer.csv', 'text/csv', drawerCsv(all))}
            >
              List out (CSV)
            </Button>
            <Link
              to={`/drawer/labels?ids=${rows
                .map((r) => r.id)
                .slice(0, 200)
                .join(',')}`}
              className="inline-flex min-h-10 items-center gap-2 rounded-[11px] border border-line bg-sheet px-3.5 font-semibold hover:border-ink2"
            >
              <Printer aria-hidden className="size-4" /> Labels
            </Link>
            <Button
              tone="main"
              hotkey="+"
              icon={<Plus aria-hidden className="size-5" />}
              onClick={() => setAdding(true)}
            >
              New compartment
            </Button>
          </div>
          <div className="mb-3 flex flex-wrap items-center gap-3">
            <label className="flex min-w-[260px] flex-1 items-center gap-2">
              <span className="text-second font-semibold text-ink2">Find</span>
              <input
                ref={search}
                className={BOX}
                value={text}
                placeholder="name, place, marking  ( / )"
                onChange={(e) => setText(e.target.value)}
              />
            </label>
            <ChipsOne
              label="Show only"
              options={[
                ['short', 'running short'],
                ['donor', 'on donor boards'],
                ['removed', 'taken away'],
              ]}
              value={shown}
              onChange={setShown}
            />
          </div>
          {drawer.isPending && <p className="text-ink2">Opening the drawer…</p>}
          {drawer.error && (
            <p role="alert" className="rounded-[12px] border border-stop bg-stop-soft p-4 text-stop">
              {drawer.error.message}{' '}
              <button type="button" className="font-semibold underline" onClick={() => void drawer.refetch()}>
                Try again
              </button>
            </p>
          )}
          {drawer.data && rows.length === 0 && <Nothing empty={all.length === 0} />}
          {rows.length > 0 && (
            <div className="flex min-h-0 flex-1 flex-col overflow-hidden rounded-[14px] border border-line bg-sheet">
              <div
                className={`grid ${COLUMNS} gap-4 border-b border-line px-5 py-2 text-second font-semibold text-ink2`}
              >
                <span>Place</span>
                <span>What</span>
                <span className="hidden xl:block">Family</span>
                <span className="text-right">Count</span>
                <span>Source</span>
              </div>
              <VirtualList
                label="Compartments"
                items={rows}
                keyOf={(e) => e.id}
                rowPx={52}
                at={at}
                className="flex-1"
              >
                {(e) => <Row entry={e} chosen={e.id === stockId} now={now} />}
              </VirtualList>
            </div>
          )}
        </main>
        {chosen && <StockSide key={chosen.id} entry={chosen} jobs={drawer.data?.jobs ?? {}} />}
      </div>
      <KitDialog open={kit} onOpenChange={setKit} />
      <NewStock open={adding} onOpenChange={setAdding} />
    </div>
  );
}

interface RowProps {
  readonly entry: StoredStock;
  readonly chosen: boolean;
  readonly now: Date;
}

function Row({ entry: e, chosen, now }: RowProps) {
  const { short } = restockAdvice(e, now);
  return (
    <Link
      to={`/drawer/${e.id}`}
      aria-current={chosen ? 'true' : undefined}
      className={`grid h-full ${COLUMNS} items-center gap-4 px-5 -outline-offset-4 ${chosen ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
    >
      <span className="figure truncate text-second">{e.place}</span>
      <span className="truncate font-semibold" title={e.name}>
        {e.name}
      </span>
      <span className="hidden truncate text-second text-ink2 xl:block">
        {e.family ? partFamilyName(e.family) : ''}
      </span>
      <span className={`figure text-right ${short ? 'font-bold text-wait' : ''}`}>{stockCount(e)}</span>
      <span className="truncate text-second text-ink2">
        {short ? 'running short' : e.source === 'donor' ? `donor: ${e.from}` : STOCK_SOURCE_WORDS[e.source]}
      </span>
    </Link>
  );
}

function Nothing({ empty }: { readonly empty: boolean }) {
  return (
    <section className="rounded-[14px] border border-line bg-sheet p-8">
      <h2 className="text-title font-bold">
        {empty ? 'The drawer is empty' : 'Nothing in the drawer is like that'}
      </h2>
      <p className="mt-1 max-w-[60ch] text-ink2">
        {empty
          ? 'Put in what you have: bags of look-alikes, single parts, donor boards with a good port on them. Match then says what lies in the drawer, and books it out.'
          : 'Another word, or all of it again.'}
      </p>
    </section>
  );
}

/** Takes a list in; a line that is wrong refuses the whole of it. */
function ListIn() {
  const input = useRef<HTMLInputElement>(null);
  const take = useImportDrawer();
  const [fault, setFault] = useState<string | null>(null);
  const read = async (file: File): Promise<void> => {
    setFault(null);
    if (file.size > DRAWER_CSV_MAX) {
      setFault(`${file.name} is longer than a drawer’s list can be`);
      return;
    }
    take.mutate(await file.text(), {
      onSuccess: ({ added }) => toast.success(`${added} compartments put in`),
      onError: (error) => setFault(`${file.name}: ${error.message}`),
    });
  };
  return (
    <>
      {fault !== null && (
        <p role="alert" className="w-full rounded-[10px] bg-stop-soft p-3 text-stop">
          {fault}
        </p>
      )}
      <Button disabled={take.isPending} onClick={() => input.current?.click()}>
        List in (CSV)
      </Button>
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv"
        aria-label="List of a drawer"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void read(file);
          e.target.value = '';
        }}
      />
    </>
  );
}
