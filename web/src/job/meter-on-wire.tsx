import { Cable } from 'lucide-react';
import type { SyntheticEvent } from 'react';
import { useState } from 'react';
import { useConnectMeter, useMeterState } from '../api/instruments';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { BOX, Field, SelectField } from '../ui/field';
import { useMeter } from './trace/meter-store';
import { shownWords } from './trace/reading-list';
import { BAUD_RATES, useSerialMeter, webSerial } from './trace/serial-meter';

/** The meter on the ledge: what it shows now, or why it shows nothing; a press opens where it is connected. */
export function MeterOnWire() {
  const [open, setOpen] = useState(false);
  const state = useMeterState().data;
  const { live, trouble } = useMeter();
  const serial = useSerialMeter();
  const there = state?.connected === true || serial.line !== null;
  const said = trouble ?? serial.trouble ?? (there ? null : (state?.trouble ?? null));
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="flex min-h-9 min-w-0 items-center gap-2 rounded-[8px] px-2 hover:bg-sunk"
      >
        <Cable aria-hidden className="size-4 shrink-0" />
        {live ? (
          <output aria-label="Live meter" className="figure font-semibold text-ink">
            {shownWords(live.mode, live.shown)}
          </output>
        ) : (
          <span className={said === null ? '' : 'min-w-0 truncate text-wait'}>
            {said ?? (there ? 'Meter ready' : 'Meter: by hand')}
          </span>
        )}
      </button>
      <MeterDialog open={open} onOpenChange={setOpen} />
    </>
  );
}

function MeterDialog({
  open,
  onOpenChange,
}: {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}) {
  const state = useMeterState().data;
  const connect = useConnectMeter();
  const serial = useSerialMeter();
  const [host, setHost] = useState('');
  const [port, setPort] = useState('5025');
  const [baud, setBaud] = useState<number>(9600);
  const submit = (e: SyntheticEvent): void => {
    e.preventDefault();
    connect.mutate({ host: host.trim(), port: Number(port) });
  };
  return (
    <Dialog
      open={open}
      onOpenChange={onOpenChange}
      title="Meter on the wire"
      about="Its live value stands on the ledge while you trace; Space takes it. Without one, key in what yours shows."
    >
      {state?.connected === true ? (
        <div className="flex flex-col gap-3">
          <p>
            <span className="font-semibold">{state.name}</span>
            <span className="block text-second text-ink2">
              {state.host}, port {state.port}
              {state.standIn
                ? '. A simulated one: it answers from the hidden circuits of the demo boards.'
                : ''}
            </span>
          </p>
          <Button className="self-start" onClick={() => connect.mutate(null)}>
            Disconnect
          </Button>
        </div>
      ) : (
        <form className="flex flex-col gap-3" onSubmit={submit}>
          <p className="text-ink2">A bench meter that speaks SCPI over the network.</p>
          <div className="grid grid-cols-[1fr_8rem] gap-3">
            <Field label="Address" error={connect.error ? connect.error.message : null}>
              {(ids) => (
                <input
                  {...ids}
                  className={BOX}
                  value={host}
                  placeholder="192.168.1.40"
                  onChange={(e) => setHost(e.target.value)}
                />
              )}
            </Field>
            <Field label="Port">
              {(ids) => (
                <input
                  {...ids}
                  className={BOX}
                  inputMode="numeric"
                  value={port}
                  onChange={(e) => setPort(e.target.value)}
                />
              )}
            </Field>
          </div>
          <Button type="submit" tone="main" className="self-start" disabled={connect.isPending}>
            {connect.isPending ? 'Connecting…' : 'Connect'}
          </Button>
        </form>
      )}
      {webSerial() && (
        <div className="mt-5 flex flex-wrap items-end gap-3 border-t border-line pt-4">
          <SelectField
            label="Serial port, one reading a line"
            value={String(baud)}
            options={BAUD_RATES.map((b) => [String(b), `${b} baud`] as const)}
            onPick={(b) => setBaud(Number(b))}
          />
          {serial.line === null ? (
            <Button onClick={() => void serial.connect(baud)}>Choose a port</Button>
          ) : (
            <Button onClick={serial.disconnect}>Disconnect the serial meter</Button>
          )}
          {serial.trouble && (
            <p role="alert" className="w-full text-second text-stop">
              Serial port: {serial.trouble}
            </p>
          )}
        </div>
      )}
    </Dialog>
  );
}
