import { useState } from 'react';
import { Link } from 'react-router';
import { byEyeWords, pinsToTrace, stationMove } from '@zebbit/core';
import { LandingSleeves } from '../../plate/landing-sleeves';
import { NetHalo } from '../../plate/net-halo';
import { ProbeFlags } from '../../plate/flags';
import { Plate } from '../../plate/plate';
import { NoPicture } from '../../plate/no-picture';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import { LeftSummary } from '../look-over/left-summary';
import { LastOne, lastLandings } from '../last-one';
import { Slip, SlipMove } from '../slip';
import { HuntSection } from './hunt-section';
import { useLiveMeter } from './live-meter';
import { DoubtSection } from './doubt-section';
import { PinTableView } from './pin-table-view';
import { ProbeEntry } from './probe-entry';
import { useProbe } from '../../desk/desk-context';
import { useReadAloud } from './read-aloud';
import { LooseReading } from './loose-reading';
import { ReadingList } from './reading-list';
import { SureSection } from './sure-section';
import { Tip } from './tip';
import type { Pair } from './use-pair';
import { usePair } from './use-pair';
import { Unfold } from '../../ui/unfold';

const MODE_SAID = {
  continuity: 'Continuity',
  ohms: 'Ohms',
  diode: 'Diode test',
  volts: 'Volts',
  seen: 'By eye',
} as const;

/** Where does each pin go: the probe loop. */
export function Trace() {
  const { view, weighed } = useJob();
  const pair = usePair();
  const { pick } = useProbe();
  useLiveMeter(pair);
  // A job without a torn pad asks for no probe; any two points can still be measured.
  const asks = view.record.intake.kinds.length === 0 || pinsToTrace(view).length > 0;
  const [chosen, setChosen] = useState<string | null>(null);
  const net = chosen === null ? [] : (view.trace.report.netOf.get(chosen)?.points ?? []);
  const halo = net.flatMap((id) => view.trace.byId.get(id) ?? []);
  return (
    <>
      <Plate
        chosen={chosen}
        onPick={pick}
        zoomKeys={false}
        over={(viewport, face) => (
          <>
            <NetHalo points={halo} face={face} viewport={viewport} />
            <LandingSleeves pins={view.pins} byId={view.trace.byId} face={face} viewport={viewport} />
            {view.battery.open && (
              <ProbeFlags red={pair.red} black={pair.black} face={face} viewport={viewport} />
            )}
          </>
        )}
        empty={<NoPicture />}
      />
      <Slip label="Trace">
        {view.battery.open &&
        (pair.red ?? pair.black ?? (weighed.weighing ? 'weighing' : null)) &&
        (asks || pair.order === null) &&
        !(weighed.weighing && !asks && !pair.red) ? (
          <ProbeMove pair={pair} />
        ) : (
          <Gate />
        )}
        <DoubtSection />
        <PinTableView chosen={chosen} onChoose={setChosen} />
        <HuntSection />
        <SureSection />
        <LooseReading />
        <ReadingList />
        <LeftSummary />
        <LastOne of={lastLandings} />
      </Slip>
    </>
  );
}

/** Nothing to probe now: the gate is shut, or the rules ask nothing more. */
function Gate() {
  const { view, bundle } = useJob();
  const { skipped, unskip } = useProbe();
  const move = stationMove(view, 'trace');
  return (
    <SlipMove move={move}>
      {!view.battery.open && move.tone === 'stop' && (
        <Link
          to={`/jobs/${bundle.id}/open-up`}
          className="self-start font-semibold text-ink underline underline-offset-4"
        >
          Answer it under Open up
        </Link>
      )}
      {view.battery.open && (
        <p className="text-second text-ink2">
          Any two points on the plate can still be probed: click one, then the other.
        </p>
      )}
      {skipped.size > 0 && (
        <Button className="self-start" onClick={unskip}>
          Ask the {skipped.size} skipped again
        </Button>
      )}
    </SlipMove>
  );
}

function ProbeMove({ pair }: { readonly pair: Pair }) {
  const { bundle, view, weighed } = useJob();
  const { follow } = useProbe();
  const { red, black, order } = pair;
  const open = pinsToTrace(view).length;
  const weighing = weighed.weighing && !red;
  useReadAloud(
    order
      ? order.mode === 'seen'
        ? byEyeWords(order)
        : `${order.scrape.length > 0 ? `First scrape ${order.scrape.join(' and ')} bare. ` : ''}${MODE_SAID[order.mode]}. Red on ${order.redLabel}, black on ${order.blackLabel}.`
      : '',
  );
  return (
    <section aria-label="Next move" className="border-b border-line bg-sunk px-6 py-5">
      <div className="flex items-baseline justify-between">
        <span className="text-second font-bold text-copper">
          {order?.purpose === 'repeat'
            ? 'Take this one again'
            : order?.purpose === 'danger'
              ? 'Before any wire'
              : (order ?? weighing)
                ? 'Next move'
                : 'Your own pair'}
        </span>
        <span className="figure text-second text-ink2">
          probe {bundle.readings.length + 1},{' '}
          {open === 0 ? 'all pins placed' : `${open} pin${open === 1 ? '' : 's'} to find`}
        </span>
      </div>
      {order && order.scrape.length > 0 && (
        <p className="mt-2 rounded-[8px] bg-copper-soft px-3 py-2 font-semibold">
          First scrape 1 to 2 mm of mask off at {order.scrape.join(' and ')}, along the track and no wider
          than it.
        </p>
      )}
      {pair.mode === 'seen' && red && black ? (
        <h2 className="mt-2 text-[25px] leading-[1.15] font-semibold">
          {byEyeWords({ redLabel: red.label, blackLabel: black.label })}
        </h2>
      ) : (
        <h2 className="mt-2 flex flex-col gap-2 text-[25px] leading-[1.12] font-semibold">
          <span className="flex items-center gap-3">
            <Tip lead="red" />
            Red on {red?.label ?? '…'}
          </span>
          <span className="flex items-center gap-3">
            <Tip lead="black" />
            Black on {black?.label ?? (weighing ? '…' : '… choose on the plate')}
          </span>
        </h2>
      )}
      <p className="my-2 text-ink2">
        {weighed.failure ??
          order?.why ??
          (weighing ? 'Weighing what tells most…' : 'Zebbit follows: enter what the meter shows.')}
      </p>
      {order && (
        <Unfold className="mb-2" words="What each answer would mean">
          <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3 text-second">
            {order.means.map((m) => (
              <div key={m.shows} className="contents">
                <dt className="font-semibold">{m.shows}</dt>
                <dd className="text-ink2">{m.tells}</dd>
              </div>
            ))}
          </dl>
        </Unfold>
      )}
      {!order && !weighing && (
        <Button tone="quiet" className="mb-1" onClick={follow}>
          Back to the proposed probe
        </Button>
      )}
      <ProbeEntry pair={pair} />
    </section>
  );
}
