import { useEffect, useState } from 'react';
import { Printer } from 'lucide-react';
import { toDataURL } from 'qrcode';
import { Link, useSearchParams } from 'react-router';
import type { StoredStock } from '@zebbit/contract';
import { partFamilyName } from '@zebbit/core';
import { useDrawer } from '../api/drawer';
import { TopBar } from '../app/top-bar';
import { Button } from '../ui/button';

/** Labels for compartments, three across a sheet, each with a code that opens its card. */
export function Labels() {
  const [params] = useSearchParams();
  const drawer = useDrawer();
  const wanted = (params.get('ids') ?? '').split(',').filter(Boolean);
  const entries = (drawer.data?.entries ?? []).filter((e) => wanted.includes(e.id));
  return (
    <div className="flex h-full flex-col print:block print:h-auto">
      <title>Labels · Zebbit</title>
      <TopBar />
      <main className="scroll-thin min-h-0 flex-1 overflow-y-auto px-9 py-6 print:overflow-visible print:p-0">
        <div className="mb-4 flex items-center gap-3 print:hidden">
          <h1 className="flex-1 text-move font-bold">
            {entries.length === 0
              ? 'Labels'
              : entries.length === 1
                ? 'One label'
                : `${entries.length} labels`}
          </h1>
          <Link to="/drawer" className="font-semibold underline underline-offset-4">
            Back to the drawer
          </Link>
          <Button
            tone="main"
            icon={<Printer aria-hidden className="size-5" />}
            onClick={() => window.print()}
          >
            Print
          </Button>
        </div>
        {drawer.data && entries.length === 0 && (
          <p className="text-ink2">No compartment was chosen for a label.</p>
        )}
        <ul className="grid max-w-[190mm] grid-cols-3 gap-[3mm]">
          {entries.map((e) => (
            <Label key={e.id} entry={e} />
          ))}
        </ul>
      </main>
    </div>
  );
}

function Label({ entry: e }: { readonly entry: StoredStock }) {
  const [code, setCode] = useState<string | null>(null);
  const address = `${window.location.origin}/drawer/${e.id}`;
  useEffect(() => {
    let stale = false;
    void toDataURL(address, { margin: 1, width: 240 }).then((url) => {
      if (!stale) setCode(url);
    });
    return () => {
      stale = true;
    };
  }, [address]);
  return (
    <li className="flex h-[27mm] break-inside-avoid items-center gap-[2mm] overflow-hidden rounded-[2mm] border border-line bg-sheet p-[2mm]">
      {code === null ? (
        <span className="size-[22mm] shrink-0" />
      ) : (
        <img src={code} alt={`Code that opens ${e.name}`} className="size-[22mm] shrink-0" />
      )}
      <span className="min-w-0">
        <span className="figure block text-[15px] font-bold">{e.place}</span>
        <span className="line-clamp-3 block text-[12px] leading-tight">{e.name}</span>
        <span className="block truncate text-[11px] text-ink2">
          {[e.family ? partFamilyName(e.family) : '', e.marking].filter(Boolean).join(' · ')}
        </span>
      </span>
    </li>
  );
}
