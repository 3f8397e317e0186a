import { CircleCheck, OctagonX, TriangleAlert } from 'lucide-react';
import type { PinChoice, PinPlan, RepairOption } from '@zebbit/core';
import {
  BEND_TIMES,
  coatOf,
  hotResistance,
  jobPair,
  KIT_SHEETS,
  printAmps,
  printOhms,
  printVolts,
  printWire,
  REPAIR_WORDS,
  SHORT_A,
  shortSeconds,
  significant,
  wireColour,
  wiresOf,
} from '@zebbit/core';
import { Button } from '../../ui/button';
import { FigureField, SelectField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { Unfold } from '../../ui/unfold';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { DrawField } from '../take-in/asked-once';
import type { ShownOption } from './option-list';
import { OptionList } from './option-list';
import { StepRun } from './step-run';
import type { LineAtHand } from './use-line';

type Change = (part: Partial<PinChoice>) => void;

export const shownOption = (o: RepairOption): ShownOption => ({
  key: o.key,
  title: o.title,
  why: [o.why, ...o.figures.map(([name, value]) => `${name.toLowerCase()} ${value}`)].join(' · '),
  minutes: o.minutes,
  success: o.success,
  loses: o.kind === 'leave' ? null : o.loses,
  lacks: o.lacks.map((t) => KIT_SHEETS[t].name),
  level: o.verdict.level,
  reasons: o.verdict.reasons,
});

/** What choosing an option does to the record. */
export const choiceOf = (o: RepairOption): Partial<PinChoice> => ({
  kind: o.kind,
  landingId: o.landing?.pointId ?? null,
  via: null,
  built: false,
});

/** One pin's repair: the act at hand, every way to do it, the wire and whether it may, with the working. */
export function PinCard({
  plan,
  hand,
  next,
  change,
}: {
  readonly plan: PinPlan;
  readonly hand: LineAtHand;
  /** It is the next move, whose reason stands above. */
  readonly next: boolean;
  readonly change: Change;
}) {
  const { view } = useJob();
  const { row, repair, proposed, jumper, verdict } = plan;
  const landings = view.trace.points.filter((p) => p.id !== row.pin.id).map((p) => [p.id, p.label] as const);
  const own = view.record.rebuild.choices.find((c) => c.pinId === row.pin.id);
  const chose = own?.kind !== undefined && own.kind !== null;
  const buildable = !['leave', 'look', 'trace-first'].includes(repair.kind);
  const proposedKey =
    plan.options.find(
      (o) =>
        o.kind === proposed.kind &&
        (proposed.kind !== 'jumper' || o.landing?.pointId === proposed.landing.pointId),
    )?.key ?? null;
  return (
    <SlipSection title={`${row.pin.label}: ${REPAIR_WORDS[repair.kind]}`}>
      {!next && <p className="mb-2 text-ink2">{repair.why}</p>}
      <Verdict level={verdict.level} reasons={verdict.reasons} />
      {buildable && verdict.level !== 'refuse' && <StepRun hand={hand} />}
      {buildable && (
        <div className="mt-1">
          {!view.battery.open ? (
            <p className="py-2 text-second font-semibold text-stop">{view.battery.message}</p>
          ) : (
            verdict.level !== 'refuse' && (
              <Tick checked={plan.built} onChange={hand.tick}>
                Built
              </Tick>
            )
          )}
        </div>
      )}
      {jumper && <Check plan={plan} />}
      {jumper && plan.assumedDraw && (
        <div className="mt-3 rounded-[10px] bg-wait-soft p-2.5 text-second font-semibold text-wait">
          {printAmps(plan.demand.currentA)} is assumed: it is what such a port may be asked for. What this
          device draws was not said:
          <div className="mt-2 font-normal text-ink">
            <DrawField />
          </div>
        </div>
      )}
      <OptionList
        options={plan.options.map(shownOption)}
        chosen={plan.option?.key ?? null}
        proposed={proposedKey}
        onChoose={(key) => {
          const o = plan.options.find((x) => x.key === key);
          if (o) change(choiceOf(o));
        }}
      />
      <div className="mt-3 grid grid-cols-2 gap-3">
        <SelectField
          label="Lands on"
          value={repair.kind === 'jumper' ? repair.landing.pointId : ''}
          options={[['', row.landing ? `as traced: ${row.landing.label}` : 'no wire'] as const, ...landings]}
          onPick={(id) =>
            change(
              id === ''
                ? { kind: null, landingId: null, via: null }
                : { kind: 'jumper', landingId: id, via: null, built: false },
            )
          }
        />
        {chose && (
          <div className="flex items-end">
            <Button onClick={() => change({ kind: null, landingId: null, via: null })} className="w-full">
              As proposed
            </Button>
          </div>
        )}
        {jumper && <WireFields plan={plan} change={change} />}
      </div>
      {own?.via && (
        <p className="mt-2 text-second text-ink2">
          Its way passes where you dragged it.{' '}
          <button
            type="button"
            className="font-semibold text-copper underline underline-offset-4"
            onClick={() => change({ via: null })}
          >
            Let it go its own way
          </button>
        </p>
      )}
    </SlipSection>
  );
}

function Verdict({ level, reasons }: Pick<ShownOption, 'level' | 'reasons'>) {
  if (level === 'fine') return null;
  const stop = level === 'refuse';
  return (
    <div
      role="alert"
      className={`mb-2 rounded-[10px] p-2.5 font-semibold ${stop ? 'bg-stop-soft text-stop' : 'bg-wait-soft text-wait'}`}
    >
      {reasons.slice(0, 3).map((r) => (
        <p key={r} className="flex gap-2">
          {stop ? (
            <OctagonX aria-hidden className="mt-0.5 size-4 shrink-0" />
          ) : (
            <TriangleAlert aria-hidden className="mt-0.5 size-4 shrink-0" />
          )}
          {r}
        </p>
      ))}
    </div>
  );
}

const FROM_WORDS = {
  way: 'along its way on the plate; type another if you lay it otherwise',
  straight: 'straight: it will turn out longer',
  typed: 'as you typed it; empty it to read it off the plate',
} as const;

function WireFields({ plan, change }: { readonly plan: PinPlan; readonly change: Change }) {
  const { view, laid } = useJob();
  const { jumper } = plan;
  if (!jumper) return null;
  const stock = wiresOf(view.workshop.record.kit);
  const stocked = stock.some((w) => w.diameterMm === jumper.wireMm);
  const unlaid = laid.report?.unlaid.find((u) => u.id === plan.row.pin.id);
  return (
    <>
      <SelectField
        label="Wire"
        value={String(jumper.wireMm)}
        options={[
          ...(stocked ? [] : [[String(jumper.wireMm), printWire(jumper.wireMm)] as const]),
          ...stock.map(
            (w) =>
              [
                String(w.diameterMm),
                `${w.name}${w.id === jumper.advised?.id ? ' · advised' : w.id === jumper.advice?.thinnest?.id ? ' · thinnest' : ''}`,
              ] as const,
          ),
        ]}
        onPick={(mm) => change({ wireMm: Number(mm) })}
      />
      <FigureField
        label="Other wire"
        kind="wire"
        shown=""
        hint="0.05mm, 32AWG"
        onFigure={(wireMm) => change({ wireMm })}
      />
      <FigureField
        label="Length on the board"
        kind="length"
        shown={jumper.spanMm === null ? '' : `${significant(jumper.spanMm)} mm`}
        hint={
          unlaid && jumper.from !== 'typed'
            ? unlaid.message
            : jumper.from === null
              ? 'on two faces: type it'
              : FROM_WORDS[jumper.from]
        }
        onFigure={(mm) => change({ spanMm: Math.max(0.1, Math.min(2000, mm)) })}
        onClear={() => change({ spanMm: null })}
      />
    </>
  );
}

function Check({ plan }: { readonly plan: PinPlan }) {
  const { view, laid } = useJob();
  const check = plan.jumper?.check;
  if (!plan.jumper || !check) return null;
  const { verdict } = check;
  const { wireMm, cutMm, advice, way } = plan.jumper;
  const { pin } = plan.row.pin;
  const pair = pin.function === 'D+' || pin.function === 'D-' ? jobPair(view) : null;
  const supply = pin.function === 'VBUS' || pin.function === 'GND';
  const crossed = (way?.crosses ?? []).map(
    (id) => view.plans.find((p) => p.row.pin.id === id)?.row.pin.pin.function ?? id,
  );
  return (
    <div className="mt-2">
      <p
        role="status"
        className={`flex gap-2 rounded-[11px] p-3 font-semibold ${verdict.ok ? 'bg-ok-soft text-ok' : 'bg-stop-soft text-stop'}`}
      >
        {verdict.ok ? (
          <CircleCheck aria-hidden className="size-5 shrink-0" />
        ) : (
          <OctagonX aria-hidden className="size-5 shrink-0" />
        )}
        {verdict.ok
          ? `Carries ${printAmps(check.limitA)}; this pin needs ${printAmps(plan.demand.currentA)}${plan.assumedDraw ? ', assumed' : ''}`
          : `Refused: ${verdict.message}`}
      </p>
      <dl className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-x-3 gap-y-1 text-second [&>dd]:font-mono">
        <dt className="text-ink2">Cut, with tails</dt>
        <dd>
          {cutMm?.toFixed(1)} mm{laid.laying ? ' …' : ''}
        </dd>
        <dt className="text-ink2">Wire</dt>
        <dd>
          {printWire(wireMm)}, {coatOf(wireMm) === 'enamel' ? 'enamelled, ends marked ' : 'sleeved, '}
          {wireColour(pin.function).name}
        </dd>
        {advice?.recommended && (
          <>
            <dt className="text-ink2">Advised: {advice.recommended.name}</dt>
            <dd>{advice.words}</dd>
          </>
        )}
        <dt className="text-ink2">Resistance, cold and hot</dt>
        <dd>
          {printOhms(check.resistanceOhms)}, {printOhms(hotResistance(wireMm, cutMm ?? 0))}
        </dd>
        <dt className="text-ink2">Drop at {printAmps(plan.demand.currentA)}</dt>
        <dd>{printVolts(check.dropV)}</dd>
        <dt className="text-ink2">Limit in air</dt>
        <dd>{printAmps(check.fusingLimitA)}</dd>
        <dt className="text-ink2">Limit by its ends</dt>
        <dd>{printAmps(check.riseLimitA)}</dd>
        {supply && (
          <>
            <dt className="text-ink2">Melts in a short of {SHORT_A} A after</dt>
            <dd>{significant(shortSeconds(wireMm), 2)} s</dd>
          </>
        )}
      </dl>
      {pair && (
        <p className={`mt-2 text-second font-semibold ${pair.ok ? 'text-ink2' : 'text-wait'}`}>
          D+ and D− {pair.words}.
        </p>
      )}
      {crossed.length > 0 && (
        <p className="mt-1 text-second text-ink2">
          It crosses {crossed.join(', ')}: enamel whole there, or a drop of mask between.
        </p>
      )}
      {way?.bendMm !== undefined && way.bendMm !== null && way.bendMm < BEND_TIMES * wireMm && (
        <p className="mt-1 text-second text-wait">
          Its tightest bend leaves {way.bendMm.toFixed(1)} mm; this wire wants{' '}
          {(BEND_TIMES * wireMm).toFixed(1)} mm: lay it in a wider bow there.
        </p>
      )}
      {(way?.over.length ?? 0) > 0 && (
        <p className="mt-1 text-second text-wait">
          No way round {way?.over.join(', ')}: it lies over the part.
        </p>
      )}
      <Unfold className="mt-2" words="Working">
        <ul className="mt-1 space-y-1.5 text-second">
          {check.working.map((line) => (
            <li key={line.name}>
              <span className="font-semibold">{line.name}</span>:{' '}
              <span className="figure">{line.formula}</span> →{' '}
              <span className="figure font-semibold">{line.result}</span>
              <span className="text-ink2"> ({line.source})</span>
            </li>
          ))}
        </ul>
      </Unfold>
    </div>
  );
}
