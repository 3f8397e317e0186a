import { useCallback, useEffect, useRef, useState } from 'react';
import { FolderOpen } from 'lucide-react';
import type { ChargeColumns } from '@zebbit/core';
import { CHARGE_PHASE_WORDS } from '@zebbit/core';
import { Button } from '../../ui/button';
import { SelectField } from '../../ui/field';
import { lazyChart } from '../../ui/lazy-chart';
import { Tick } from '../../ui/tick';
import type { ChargeRead } from '../../workers/charge-reader';
import type { OpenChargeReader } from '../../workers/open-charge-reader';
import { openChargeReader } from '../../workers/open-charge-reader';
import { SlipSection } from '../slip';

const ChargeChart = lazyChart(() => import('./charge-chart').then((m) => m.ChargeChart), 'h-56');

const span = (s: number): string => {
  if (s < 90) return `${Math.round(s)} s`;
  const minutes = Math.round(s / 60);
  return minutes < 90 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
};

/** The log of a USB power meter: what the charge went through, what went in, and where the plug cut out. */
export function ChargeSection() {
  const [file, setFile] = useState<File | null>(null);
  const [read, setRead] = useState<ChargeRead | null>(null);
  const [busy, setBusy] = useState(false);
  const open = useRef<OpenChargeReader | null>(null);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => () => open.current?.close(), []);

  const load = async (from: File, columns: ChargeColumns | null): Promise<void> => {
    setFile(from);
    setBusy(true);
    open.current ??= await openChargeReader();
    try {
      setRead(await open.current.reader.read(from, columns));
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
        <Columns names={read.names} onTold={(columns) => void load(file, columns)} />
      )}
      {read?.ok === true && (
        <>
          <ChargeChart trace={read.trace} whole={read.window} longS={read.longS} finer={finer} />
          <ul className="text-second">
            {read.trace.phases.map((p, i) => (
              <li key={p.kind} className="flex justify-between border-t border-line py-1">
                <span>
                  <span className="figure text-ink2">{i + 1}</span> {CHARGE_PHASE_WORDS[p.kind]}
                </span>
                <span className="figure">
                  {span(p.toS - p.fromS)}, {p.amps.toFixed(2)} A
                </span>
              </li>
            ))}
          </ul>
          {read.trace.phases.length === 0 && <p className="text-second">Too little flows to be a charge.</p>}
          <p className="text-second">
            {read.trace.dropouts.length === 0
              ? 'The plug never cut out.'
              : `The plug cut out ${read.trace.dropouts.length === 1 ? 'once' : `${String(read.trace.dropouts.length)} times`}, first after ${span(read.trace.dropouts[0]?.fromS ?? 0)}.`}
          </p>
          {read.trace.toFullS && (
            <p className="text-second">
              Full in about {span(read.trace.toFullS.likely)} ({span(read.trace.toFullS.least)} to{' '}
              {span(read.trace.toFullS.most)}).
            </p>
          )}
          <p className="text-second text-ink2">
            {read.samples.toLocaleString('en')} samples over {span(read.longS)}. Ah are those through the
            port, not those in the cell.
          </p>
        </>
      )}
    </SlipSection>
  );
}

/** Which column is which, where their names do not tell. */
function Columns({
  names,
  onTold,
}: {
  readonly names: readonly string[];
  readonly onTold: (columns: ChargeColumns) => void;
}) {
  const [time, setTime] = useState(0);
  const [amps, setAmps] = useState(Math.min(1, names.length - 1));
  const [milliamps, setMilliamps] = useState(false);
  const options = names.map((n, i) => [String(i), n || `column ${i + 1}`] as const);
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      <SelectField label="Time" value={String(time)} options={options} onPick={(v) => setTime(Number(v))} />
      <SelectField
        label="Current"
        value={String(amps)}
        options={options}
        onPick={(v) => setAmps(Number(v))}
      />
      <Tick checked={milliamps} onChange={setMilliamps}>
        in mA
      </Tick>
      <Button disabled={time === amps} onClick={() => onTold({ time, amps, volts: -1, milliamps })}>
        Read it so
      </Button>
    </div>
  );
}
