import { Check } from 'lucide-react';
import type { PinChoice, PinPlan } from '@zebbit/core';
import { isSettled, PAD_STATE_WORDS, printWire, REPAIR_WORDS, significant, stationMove } from '@zebbit/core';
import { JumperLines } from '../../plate/jumper-lines';
import { NoPicture } from '../../plate/no-picture';
import { Plate } from '../../plate/plate';
import { FigureField } from '../../ui/field';
import { Sleeve } from '../../ui/sleeve';
import { useJob } from '../../desk/job-context';
import { Slip, SlipMove, SlipSection } from '../slip';
import { useTool } from '../../desk/desk-context';
import { ItemList } from './item-list';
import { PinRepairCard } from './pin-repair-card';

const FRESH: Omit<PinChoice, 'pinId'> = {
  kind: null,
  landingId: null,
  wireMm: null,
  spanMm: null,
  built: false,
};

/** What to build for each pin, with which wire. */
export function Rebuild() {
  const { view, documents, edit } = useJob();
  const { chosen, choose } = useTool();
  const plan = view.plans.find((p) => p.row.pin.id === chosen) ?? view.plans.find((p) => !isSettled(p));
  const settled = view.plans.filter(isSettled).length;
  const done = view.items.filter((i) => documents.rebuild.itemsDone.includes(i.id)).length;
  const all = view.plans.length + view.items.length;
  const change = (pinId: string, part: Partial<PinChoice>): void =>
    edit('rebuild', (d) => {
      const mine = d.choices.find((c) => c.pinId === pinId);
      if (mine) Object.assign(mine, part);
      else d.choices.push({ pinId, ...FRESH, ...part });
    });
  return (
    <>
      <Plate
        chosen={plan?.row.pin.id ?? null}
        onPick={(id) => choose(id)}
        over={(viewport, face) => (
          <JumperLines
            plans={view.plans}
            byId={view.trace.byId}
            face={face}
            viewport={viewport}
            chosen={plan?.row.pin.id ?? null}
          />
        )}
        empty={<NoPicture />}
      />
      <Slip label="Rebuild">
        <SlipMove
          move={stationMove(view, 'rebuild')}
          corner={all > 0 ? `${settled + done} of ${all}` : undefined}
        />
        {plan && (
          <PinRepairCard key={plan.row.pin.id} plan={plan} change={(part) => change(plan.row.pin.id, part)} />
        )}
        <ItemList />
        {view.plans.length > 0 && (
          <SlipSection title="Pin by pin">
            <ul>
              {view.plans.map((p) => (
                <PlanLine
                  key={p.row.pin.id}
                  plan={p}
                  chosen={plan === p}
                  onChoose={() => choose(p.row.pin.id)}
                />
              ))}
            </ul>
            <div className="mt-4 w-48">
              <FigureField
                label="Tail at each end"
                kind="length"
                shown={`${significant(documents.rebuild.tailMm)} mm`}
                hint="to tin and solder"
                onFigure={(tailMm) => edit('rebuild', (d) => void (d.tailMm = Math.min(50, tailMm)))}
              />
            </div>
          </SlipSection>
        )}
      </Slip>
    </>
  );
}

function PlanLine({
  plan,
  chosen,
  onChoose,
}: {
  readonly plan: PinPlan;
  readonly chosen: boolean;
  readonly onChoose: () => void;
}) {
  const { repair, jumper, row } = plan;
  const bad = jumper?.check?.verdict.ok === false;
  return (
    <li className="border-t border-line first:border-0">
      <button
        type="button"
        aria-pressed={chosen}
        onClick={onChoose}
        className={`flex w-full items-center gap-3 rounded-[8px] px-2 py-2 text-left ${chosen ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
      >
        <span className="w-[84px]">
          <Sleeve of={row.pin.pin.function} />
          <span className="figure block text-[12px] text-ink2">{row.pin.pin.number}</span>
        </span>
        <span className="min-w-0 flex-1 leading-snug">
          <span className={`block font-bold ${bad ? 'text-stop' : ''}`}>
            {REPAIR_WORDS[repair.kind]}
            {repair.kind === 'jumper' ? ` to ${repair.landing.label}` : ''}
          </span>
          <span className="block text-second text-ink2">
            {jumper
              ? `${printWire(jumper.wireMm)}${jumper.cutMm === null ? ', length unknown' : `, cut ${jumper.cutMm.toFixed(1)} mm`}`
              : PAD_STATE_WORDS[row.pin.pin.state]}
          </span>
        </span>
        {bad && <span className="text-second font-bold text-stop">refused</span>}
        {!bad && isSettled(plan) && <Check aria-label="done" className="size-5 text-ok" strokeWidth={3} />}
      </button>
    </li>
  );
}
