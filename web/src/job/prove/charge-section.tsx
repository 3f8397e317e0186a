import { useCallback, useEffect, useRef, useState } from 'react';
import { FolderOpen } from 'lucide-react';
import type { ChargeColumns, FullVerdict } from '@zebbit/core';
import { Button } from '../../ui/button';
import type { ChargeRead } from '../../workers/charge-reader';
import type { OpenChargeReader } from '../../workers/open-charge-reader';
import { openChargeReader } from '../../workers/open-charge-reader';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { ChargeColumnsForm } from './charge-columns';
import { KeepLog, KeptLog } from './kept-log';
import { ChargeShown, FullWords } from './charge-shown';

/** The log of a USB power meter: what the charge went through, what went in, and where the plug cut out. */
export function ChargeSection() {
  const [file, setFile] = useState<File | null>(null);
  const [read, setRead] = useState<ChargeRead | null>(null);
  const [full, setFull] = useState<FullVerdict | null>(null);
  const { cellAh } = useJob().documents.teardown;
  const [busy, setBusy] = useState(false);
  const open = useRef<OpenChargeReader | null>(null);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => () => open.current?.close(), []);

  const load = async (from: File, columns: ChargeColumns | null): Promise<void> => {
    setFile(from);
    setBusy(true);
    open.current ??= await openChargeReader();
    try {
      const { reader } = open.current;
      setRead(await reader.read(from, columns));
      // A log has no time of day: what was keyed in cannot be placed on it.
      setFull(await reader.full({ capacityAh: cellAh, cellVolts: [], restVolts: null }));
    } catch (reason) {
      const message = reason instanceof Error ? reason.message : 'The log could not be read';
      setRead({ ok: false, message, names: null });
    }
    setBusy(false);
  };
  const finer = useCallback(
    (fromS: number, toS: number) => open.current?.reader.window(fromS, toS) ?? Promise.resolve(null),
    [],
  );
  return (
    <SlipSection title="Charge trace" corner={read?.ok ? `${read.trace.ah.toFixed(2)} Ah` : undefined}>
      <p className="mb-2 text-second text-ink2">
        The log of a USB power meter, as CSV: phases, what went in, dropouts while you wiggled.
      </p>
      <Button
        disabled={busy}
        icon={<FolderOpen aria-hidden className="size-4" />}
        onClick={() => input.current?.click()}
      >
        {busy ? 'Reading…' : file ? 'Another log' : 'Pick the log'}
      </Button>
      <KeptLog onOpen={(kept) => void load(kept, null)} />
      <input
        ref={input}
        type="file"
        hidden
        accept=".csv,.txt,.tsv,text/csv"
        aria-label="Log of the power meter"
        onChange={(e) => {
          const [picked] = e.target.files ?? [];
          if (picked) void load(picked, null);
          e.target.value = '';
        }}
      />
      {read?.ok === false && (
        <p role="alert" className="mt-1 text-second text-stop">
          {read.message}
        </p>
      )}
      {read?.ok === false && read.names && file && (
        <ChargeColumnsForm timed names={read.names} onTold={(columns) => void load(file, columns)} />
      )}
      {read?.ok === true && <ChargeShown read={read} finer={finer} />}
      {full && read?.ok === true && <FullWords full={full} />}
      {read?.ok === true && file && (
        <KeepLog csv={async () => (await open.current?.reader.csv()) ?? ''} key={file.name} />
      )}
    </SlipSection>
  );
}
