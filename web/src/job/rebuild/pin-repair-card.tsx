import { CircleCheck, OctagonX } from 'lucide-react';
import type { PinChoice, PinPlan, RepairKind } from '@zebbit/core';
import {
  printAmps,
  printOhms,
  printVolts,
  printWire,
  REPAIR_KINDS,
  REPAIR_WORDS,
  significant,
  WIRE_STOCK,
} from '@zebbit/core';
import { FigureField, SelectField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { Unfold } from '../../ui/unfold';

type Change = (part: Partial<PinChoice>) => void;

/** One pin's repair: what, with which wire, whether it may, and the working. */
export function PinRepairCard({ plan, change }: { readonly plan: PinPlan; readonly change: Change }) {
  const { view } = useJob();
  const { row, repair, proposed, jumper } = plan;
  const landings = view.trace.points.filter((p) => p.owner !== 'pin').map((p) => [p.id, p.label] as const);
  return (
    <SlipSection title={`${row.pin.label}: ${REPAIR_WORDS[repair.kind]}`}>
      <p className="mb-3 text-ink2">{repair.why}</p>
      <div className="grid grid-cols-2 gap-3">
        <SelectField
          label="Repair"
          value={repair.kind === proposed.kind ? '' : repair.kind}
          options={[
            ['', `as proposed: ${REPAIR_WORDS[proposed.kind]}`] as const,
            ...REPAIR_KINDS.map((k) => [k, REPAIR_WORDS[k]] as const),
          ]}
          onPick={(kind) => change({ kind: kind === '' ? null : (kind as RepairKind) })}
        />
        {(repair.kind === 'jumper' || repair.kind === 'trace-first') && (
          <SelectField
            label="Lands on"
            value={repair.kind === 'jumper' ? repair.landing.pointId : ''}
            options={[
              ['', row.landing ? `as traced: ${row.landing.label}` : 'not traced'] as const,
              ...landings,
            ]}
            onPick={(id) => change({ landingId: id === '' ? null : id })}
          />
        )}
        {jumper && <WireFields plan={plan} change={change} />}
      </div>
      {jumper && plan.assumedDraw && (
        <p className="mt-3 rounded-[10px] bg-wait-soft p-2.5 text-second font-semibold text-wait">
          {printAmps(plan.demand.currentA)} is assumed: it is what such a port may be asked for. What this
          device draws was not said; say it under Take in.
        </p>
      )}
      {jumper?.check && <Check plan={plan} />}
      {repair.kind !== 'leave' && repair.kind !== 'look' && repair.kind !== 'trace-first' && (
        <div className="mt-2 border-t border-line pt-1">
          {view.battery.open ? (
            <Tick checked={plan.built} onChange={(built) => change({ built })}>
              Built
            </Tick>
          ) : (
            <p className="py-2 text-second font-semibold text-stop">{view.battery.message}</p>
          )}
        </div>
      )}
    </SlipSection>
  );
}

function WireFields({ plan, change }: { readonly plan: PinPlan; readonly change: Change }) {
  const { jumper } = plan;
  if (!jumper) return null;
  const stocked = WIRE_STOCK.some((w) => w.diameterMm === jumper.wireMm);
  return (
    <>
      <SelectField
        label="Wire"
        value={String(jumper.wireMm)}
        options={[
          ...(stocked ? [] : [[String(jumper.wireMm), printWire(jumper.wireMm)] as const]),
          ...WIRE_STOCK.map(
            (w) =>
              [String(w.diameterMm), `${w.name}${w.id === jumper.advised?.id ? ' · advised' : ''}`] as const,
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
          jumper.spanMm === null
            ? 'on two faces: type it'
            : 'straight, from the plate; type another if it goes round'
        }
        onFigure={(mm) => change({ spanMm: Math.max(0.1, Math.min(2000, mm)) })}
        onClear={() => change({ spanMm: null })}
      />
    </>
  );
}

function Check({ plan }: { readonly plan: PinPlan }) {
  const check = plan.jumper?.check;
  if (!plan.jumper || !check) return null;
  const { verdict } = check;
  return (
    <div className="mt-3">
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
      <dl className="figure mt-3 grid grid-cols-[1fr_auto] gap-y-1 text-second">
        <dt className="text-ink2">Cut</dt>
        <dd>{plan.jumper.cutMm?.toFixed(1)} mm</dd>
        <dt className="text-ink2">Resistance</dt>
        <dd>{printOhms(check.resistanceOhms)}</dd>
        <dt className="text-ink2">Drop at {printAmps(plan.demand.currentA)}</dt>
        <dd>{printVolts(check.dropV)}</dd>
        <dt className="text-ink2">Limit in air</dt>
        <dd>{printAmps(check.fusingLimitA)}</dd>
        <dt className="text-ink2">Limit by its ends</dt>
        <dd>{printAmps(check.riseLimitA)}</dd>
      </dl>
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
