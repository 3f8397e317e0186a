import { useCallback, useEffect, useRef, useState } from 'react';
import { Activity, OctagonX, RotateCcw } from 'lucide-react';
import type { SyntheticEvent } from 'react';
import { useStore } from 'zustand';
import type { PowerWatch } from '@zebbit/core';
import { cellCreep, chargeCsv, printAmps, printVolts } from '@zebbit/core';
import { playScene, useConnectPower, usePowerMeterState } from '../../api/power-meter';
import { Button } from '../../ui/button';
import { BOX, Field, SelectField } from '../../ui/field';
import { Unfold } from '../../ui/unfold';
import { useJob } from '../../desk/job-context';
import type { CellKnown } from '../../workers/charge-reader';
import { SlipSection } from '../slip';
import { BAUD_RATES, follow, webSerial } from '../trace/serial-meter';
import { ChargeColumnsForm } from './charge-columns';
import { ChargeShown, FullWords, PHASES_FROM_S } from './charge-shown';
import { rememberColumns } from './column-memory';
import { KeepLog } from './kept-log';
import { useLiveAmps } from './live-amps';
import type { PowerWatching } from './power-store';
import { createPowerStore } from './power-store';
import { useLiveTrace } from './use-live-trace';

/** So long ago a cell that was read is still as it was, ms. */
const SAME_CHARGE_MS = 6 * 3_600_000;

/** From which line on each job is watched: what came before is another job’s. */
const begun = new Map<string, number>();

/** The USB power meter between supply and device: what flows now, what it means, and the trace of it. */
export function PowerSection() {
  const { bundle, view } = useJob();
  const state = usePowerMeterState().data;
  const [from, setFrom] = useState(() => begun.get(bundle.id) ?? null);
  const [serial, setSerial] = useState<number | null>(null);
  const [power] = useState(() => createPowerStore(view.drawSaid ? view.deviceCurrentA : null));
  const [serialTrouble, setSerialTrouble] = useState<string | null>(null);
  const connected = state?.connected === true;
  const head = state?.head ?? null;
  useEffect(
    () => (connected && from !== null ? power.follow(from, head) : undefined),
    // A head that comes later is read as it comes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [power, connected, from],
  );
  const stopSerial = useRef<() => void>(() => undefined);
  useEffect(() => () => stopSerial.current(), []);
  const begin = (): void => {
    const at = state?.count ?? 0;
    begun.set(bundle.id, at);
    power.clear();
    setFrom(at);
  };
  const openSerial = async (baud: number): Promise<void> => {
    const ports = webSerial();
    if (!ports) return;
    try {
      const port = await ports.requestPort();
      await port.open({ baudRate: baud });
      setSerial(baud);
      setSerialTrouble(null);
      await follow(port, power.hear, (stop) => void (stopSerial.current = stop));
      setSerialTrouble('The power meter has gone from the serial port');
    } catch (reason) {
      setSerialTrouble(reason instanceof Error ? reason.message : 'The serial port did not open');
    }
    setSerial(null);
  };
  const watching = (connected && from !== null) || serial !== null;
  return (
    <SlipSection title="Power meter" corner={watching ? 'live' : undefined}>
      {watching ? (
        <Watched power={power} />
      ) : (
        <p className="mb-2 text-second text-ink2">
          A USB power meter between supply and port shows what flows while you work, and says what it means.
        </p>
      )}
      {connected && (
        <div className="mt-2 flex flex-wrap items-end gap-2">
          <Button
            tone={from === null ? 'main' : 'plain'}
            icon={
              from === null ? (
                <Activity aria-hidden className="size-4" />
              ) : (
                <RotateCcw aria-hidden className="size-4" />
              )
            }
            onClick={begin}
          >
            {from === null ? 'Watch it now' : 'From the start'}
          </Button>
          {state.scenes.length > 0 && (
            <Scenes
              scenes={state.scenes}
              onPick={(scene) => {
                begin();
                void playScene(scene);
              }}
            />
          )}
        </div>
      )}
      {serialTrouble && (
        <p role="alert" className="mt-1 text-second text-stop">
          {serialTrouble}
        </p>
      )}
      {!connected && serial === null && (
        <Unfold words="Connect one" className="min-h-10">
          <ConnectPower onSerial={(baud) => void openSerial(baud)} trouble={state?.trouble ?? null} />
        </Unfold>
      )}
    </SlipSection>
  );
}

/** What flows now in figures, and in words. */
function Watched({ power }: { readonly power: PowerWatching }) {
  const { count, watch, asks, recalled, trouble } = useStore(power.store);
  const { view, documents, bundle } = useJob();
  const { cellAh } = documents.teardown;
  const { results } = bundle;
  const known = useCallback(
    (lastS: number): CellKnown => ({
      capacityAh: cellAh,
      // The last sample is of now: what was keyed in is placed on the log's clock by that.
      cellVolts: cellCreep(results).points.map((p) => ({
        atS: lastS - (Date.now() - Date.parse(p.at)) / 1000,
        volts: p.volts,
      })),
      // An older one is of another charge.
      restVolts:
        results.findLast((r) => r.key === 'cell-volts' && Date.now() - Date.parse(r.at) < SAME_CHARGE_MS)
          ?.value ?? null,
    }),
    [cellAh, results],
  );
  const live = useLiveTrace(power, count, known);
  useEffect(() => {
    useLiveAmps.setState({ amps: watch && !watch.off ? watch.settledA : null });
    return () => useLiveAmps.setState({ amps: null });
  }, [watch]);
  return (
    <div className="flex flex-col gap-2">
      {recalled && (
        <p className="text-second text-ink2">
          Its columns are read as you said last time.{' '}
          <button
            type="button"
            className="min-h-9 font-semibold underline underline-offset-4"
            onClick={power.askAgain}
          >
            Not this meter
          </button>
        </p>
      )}
      {watch && !asks ? (
        <Now watch={watch} />
      ) : (
        !asks && <p className="text-second text-ink2">Nothing came yet.</p>
      )}
      {asks && (
        <ChargeColumnsForm
          names={asks}
          timed={false}
          onTold={(columns) => {
            rememberColumns(asks.length, columns);
            power.tell(columns);
          }}
        />
      )}
      {trouble !== null && (
        <p role="alert" className="text-second text-stop">
          {trouble}
        </p>
      )}
      {live && live.read.trace.phases.length > 0 && <ChargeShown read={live.read} finer={null} />}
      {live && live.read.trace.phases.length > 0 && (
        <KeepLog
          csv={() =>
            Promise.resolve(
              chargeCsv(
                power.record.seconds,
                power.record.amps,
                power.record.volts.some(Number.isNaN) ? null : power.record.volts,
              ),
            )
          }
        />
      )}
      {live && live.read.longS >= PHASES_FROM_S && live.full && view.record.teardown.battery !== 'none' && (
        <FullWords full={live.full} />
      )}
    </div>
  );
}

function Now({ watch }: { readonly watch: PowerWatch }) {
  return (
    <div role="status" aria-label="What flows" className={watch.off ? 'rounded-[10px] bg-stop-soft p-3' : ''}>
      <p className="flex items-baseline gap-4">
        <span className="figure text-[26px] font-bold">{printAmps(watch.settledA)}</span>
        {watch.volts !== null && <span className="figure text-[18px]">{printVolts(watch.volts)}</span>}
      </p>
      <p className={`flex items-center gap-2 font-semibold ${watch.off ? 'text-stop' : ''}`}>
        {watch.off && <OctagonX aria-hidden className="size-5 shrink-0" />}
        {watch.words}
        {watch.raised && ', at more than 5 V that it asked for'}
      </p>
      <p className="text-second">{watch.then}</p>
      <p className="text-second text-ink2">
        First second up to <span className="figure">{printAmps(watch.firstA)}</span>
        {watch.cuts > 0 && (
          <b className="text-stop">
            ; cut out {watch.cuts === 1 ? 'once' : `${String(watch.cuts)} times`}: a joint, the plug, or the
            cable
          </b>
        )}
      </p>
    </div>
  );
}

/** A stand-in has no cable to plug: what it acts out is picked. */
function Scenes({
  scenes,
  onPick,
}: {
  readonly scenes: readonly string[];
  readonly onPick: (scene: string) => void;
}) {
  const [scene, setScene] = useState('');
  return (
    <SelectField
      label="A simulated meter: it acts out"
      value={scene}
      options={scenes.map((s) => [s, s] as const)}
      onPick={(s) => {
        setScene(s);
        if (s !== '') onPick(s);
      }}
    />
  );
}

function ConnectPower({
  onSerial,
  trouble,
}: {
  readonly onSerial: (baud: number) => void;
  readonly trouble: string | null;
}) {
  const connect = useConnectPower();
  const [host, setHost] = useState('');
  const [port, setPort] = useState('');
  const [baud, setBaud] = useState<number>(115_200);
  const submit = (e: SyntheticEvent): void => {
    e.preventDefault();
    connect.mutate({ host: host.trim(), port: Number(port) });
  };
  const said = connect.error?.message ?? trouble;
  return (
    <div className="flex flex-col gap-3 pt-1">
      <form onSubmit={submit} className="grid grid-cols-[1fr_5.5rem_auto] items-end gap-2">
        <Field label="Address" error={said}>
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
        <Button type="submit" disabled={connect.isPending || host.trim() === '' || port === ''}>
          Connect
        </Button>
      </form>
      {webSerial() && (
        <div className="flex items-end gap-2">
          <SelectField
            label="Serial port, a sample a line"
            value={String(baud)}
            options={BAUD_RATES.map((b) => [String(b), `${b} baud`] as const)}
            onPick={(b) => setBaud(Number(b))}
          />
          <Button onClick={() => onSerial(baud)}>Choose a port</Button>
        </div>
      )}
    </div>
  );
}
