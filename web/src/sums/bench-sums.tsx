import { useMemo } from 'react';
import {
  chargeMinutes,
  copyAtLeastS,
  copySpan,
  meltingRange,
  mixSolders,
  orderQuantity,
  printAmps,
  printTemperature,
  SOLDER_MIXES,
  SOLDERS,
} from '@zebbit/core';
import { FigureField, SelectField } from '../ui/field';
import { NumberField } from '../ui/number-field';
import { Slide } from '../ui/slide';
import { SumsPage } from './sums-page';
import { useInputs } from './use-inputs';
import { Working } from './working';

const span = (minutes: number): string =>
  minutes < 1
    ? `${Math.ceil(minutes * 60)} s`
    : minutes < 90
      ? `${Math.round(minutes)} min`
      : `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')}`;

/** How long a charge takes, from the capacity that is printed and the current. */
export function ChargeSum() {
  const { figure, put } = useInputs();
  const ah = figure('ah', 1.2, 0.005, 200);
  const amps = figure('a', 0.5, 0.001, 20);
  const from = figure('from', 20, 0, 99);
  const { least, most } = chargeMinutes(ah, amps, from / 100);
  return (
    <SumsPage
      title="Charge time"
      picture={
        <Working
          answer={`${span(least)} to ${span(most)}`}
          about={`until the charger ends, from ${from} %`}
          lines={[
            `${(ah * 1000).toFixed(0)} mAh at ${printAmps(amps)}: ${(amps / ah).toFixed(2)} of its capacity an hour`,
            'level to 90 % of the charge, or to 70 % at a quick rate',
            'then falling to a tenth: that part takes ln(10) ÷ 0.9 = 2.56 times as long as at the full current',
          ]}
          wait={{
            key: 'charge',
            kind: 'charge',
            what: `charge of ${(ah * 1000).toFixed(0)} mAh at ${printAmps(amps)}`,
            span: { least, usual: (least + most) / 2, most },
            rests: 'capacity as printed and a level current; common practice',
            look: 'The charger’s light, and that nothing is warm.',
            goesOff: false,
          }}
          source="Common practice. An old cell holds less than is printed, and is full sooner. Under Prove a power meter tells it of the very cell."
        />
      }
    >
      <FigureField
        label="Printed on the cell"
        kind="charge"
        shown={`${(ah * 1000).toFixed(0)} mAh`}
        onFigure={(v) => put({ ah: v })}
      />
      <FigureField
        label="Current into it"
        kind="current"
        shown={printAmps(amps)}
        onFigure={(v) => put({ a: v })}
      />
      <Slide
        label="Charged already"
        said={`${from} %`}
        value={from}
        min={0}
        max={95}
        step={5}
        onChange={(v) => put({ from: v })}
      />
    </SumsPage>
  );
}

/** What an old stick reads, bytes a second (common practice: 5 to 20 MB/s). */
const STICK_BYTES_PER_S = 12e6;

/** How long a copy takes at least over each link. */
export function CopySum() {
  const { figure, put } = useInputs();
  const size = figure('gb', 16, 0.001, 20_000);
  const rates = copyAtLeastS(size * 1e9);
  const high = rates.find((r) => r.rate.key === 'high');
  return (
    <SumsPage
      title="Copy time"
      picture={
        <Working
          answer={span((high?.seconds ?? 0) / 60)}
          about={`at least for ${size} GB over high speed; a stick is mostly slower than its link`}
          lines={rates.map(
            ({ rate, seconds }) =>
              `${rate.words}: ${(rate.mostBytesPerS / 1e6).toFixed(1)} MB/s at most, ${span(seconds / 60)}`,
          )}
          wait={{
            key: 'copy',
            kind: 'copy',
            what: `copy of ${size} GB`,
            span: copySpan(size * 1e9, STICK_BYTES_PER_S),
            rests: `${size} GB at 12 MB a second, as an old stick reads (common practice); its own rate tells better`,
            look: 'Compare the copy before the stick is touched again.',
            goesOff: false,
          }}
          source="USB 2.0 specification, 5.8.4, from memory; an old stick reads 5 to 20 MB/s (common practice)."
        />
      }
    >
      <NumberField label="Size, GB" value={size} least={0.001} onValue={(v) => put({ gb: v })} />
    </SumsPage>
  );
}

/** Two solders in one joint: where it melts. */
export function MixSum() {
  const { text, figure, put } = useInputs();
  const there = SOLDERS.find((s) => s === text('there', 'SAC305')) ?? 'SAC305';
  const added = SOLDERS.find((s) => s === text('added', 'Sn63Pb37')) ?? 'Sn63Pb37';
  const share = figure('share', 50, 0, 95);
  const mix = mixSolders(SOLDER_MIXES[there], 100 - share, SOLDER_MIXES[added], share);
  const { solidusC, liquidusC, estimate, caution } = meltingRange(mix);
  const percent = (x: number): string => `${(100 * x).toFixed(1)} %`;
  return (
    <SumsPage
      title="Solder in solder"
      picture={
        <Working
          answer={printTemperature(Math.round(liquidusC))}
          about={`all molten; it begins at ${printTemperature(Math.round(solidusC))}${estimate ? ', about' : ''}`}
          stop={caution !== null}
          lines={[
            `tin ${percent(mix.tin)}, lead ${percent(mix.lead)}, silver ${percent(mix.silver)}, copper ${percent(mix.copper)}${mix.bismuth > 0 ? `, bismuth ${percent(mix.bismuth)}` : ''}`,
            ...(caution === null ? [] : [<b key="c">{caution}</b>]),
          ]}
          source="Tin-lead and tin-silver-copper equilibrium, from memory; mixes are interpolated."
        />
      }
    >
      <SelectField
        label="On the pad"
        value={there}
        options={SOLDERS.map((s) => [s, s] as const)}
        onPick={(v) => put({ there: v })}
      />
      <SelectField
        label="Added"
        value={added}
        options={SOLDERS.map((s) => [s, s] as const)}
        onPick={(v) => put({ added: v })}
      />
      <Slide
        label="Of the joint is what was added"
        said={`${share} %`}
        value={share}
        min={0}
        max={95}
        step={5}
        onChange={(v) => put({ share: v })}
      />
    </SumsPage>
  );
}

/** How many of a part to order. */
export function OrderSum() {
  const { figure, put } = useInputs();
  const price = figure('price', 0.6, 0, 10_000);
  const post = figure('post', 9, 0, 10_000);
  const use = figure('use', 4, 0, 1000);
  const { options, sensible, why } = useMemo(() => orderQuantity(price, post, use), [price, post, use]);
  return (
    <SumsPage
      title="How many to order"
      picture={
        <Working
          answer={`${sensible.quantity}, at ${sensible.each.toFixed(2)} each`}
          about={why}
          lines={options.map(
            (o) =>
              `${o.quantity}: ${o.total.toFixed(2)} in all, ${o.each.toFixed(2)} each, ${o.perUsed.toFixed(2)} for each that is used`,
          )}
          source="What is used comes as it comes (Poisson) over three years; common practice."
        />
      }
    >
      <NumberField label="Price of one" value={price} onValue={(v) => put({ price: v })} />
      <NumberField label="Postage" value={post} onValue={(v) => put({ post: v })} />
      <Slide
        label="Used a year"
        said={String(use)}
        value={use}
        min={0}
        max={40}
        step={1}
        onChange={(v) => put({ use: v })}
      />
    </SumsPage>
  );
}
