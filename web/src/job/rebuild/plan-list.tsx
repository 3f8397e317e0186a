import { Check, OctagonX, TriangleAlert } from 'lucide-react';
import type { BuildLine, DoneNote, Duration, PinPlan } from '@zebbit/core';
import { useDurations } from '../../api/waits';
import { linesDuration, lowHigh, printWire, REPAIR_WORDS, wireColour } from '@zebbit/core';
import { Sleeve } from '../../ui/sleeve';
import { useTool } from '../../desk/desk-context';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import type { LineAtHand } from './use-line';

/** What is left, with its spread: one of ten is quicker, one of ten slower. */
function leftWords(duration: Duration | null): string {
  if (!duration) return 'done';
  const { low, high } = lowHigh(duration);
  const hours = (m: number): string => (m / 60).toFixed(1);
  const own = duration.own > 0 ? ', by your own records' : '';
  return duration.minutes < 60
    ? `${Math.round(duration.minutes)} min left, ${Math.round(low)} to ${Math.round(high)}${own}`
    : `${hours(duration.minutes)} h left, ${hours(low)} to ${hours(high)}${own}`;
}

/** The whole plan in the order in which it is worked through, one line an act. */
export function PlanList({ hand, held }: { readonly hand: LineAtHand; readonly held: boolean }) {
  const { view } = useJob();
  const { lines, done, at } = hand;
  const own = useDurations(true).data ?? {};
  if (lines.length === 0) return null;
  const left = linesDuration(
    view,
    lines.filter((_, i) => done[i] !== true),
    own,
  );
  return (
    <SlipSection title="In this order" corner={leftWords(left)}>
      <ol>
        {lines.map((line, i) => (
          <li key={line.id} className="border-t border-line first:border-0">
            <PlanLine
              line={line}
              number={i + 1}
              plan={view.plans.find((p) => p.row.pin.id === line.id) ?? null}
              chosen={i === at && !held}
              done={done[i] === true}
              onChoose={() => hand.choose(line)}
            />
          </li>
        ))}
      </ol>
      <Untouched />
    </SlipSection>
  );
}

/** Pins that nothing is built for: each can still be chosen. */
function Untouched() {
  const { view } = useJob();
  const rest = view.plans.filter((p) => !view.order.some((l) => l.id === p.row.pin.id));
  if (rest.length === 0) return null;
  return (
    <>
      <h4 className="mt-4 text-second font-bold text-ink2">Nothing to build for</h4>
      <ul>
        {rest.map((p) => (
          <PinLine key={p.row.pin.id} plan={p} />
        ))}
      </ul>
    </>
  );
}

function PinLine({ plan }: { readonly plan: PinPlan }) {
  const choose = useTool((t) => t.choose);
  return (
    <li className="border-t border-line first:border-0">
      <button
        type="button"
        onClick={() => choose(plan.row.pin.id)}
        className="flex w-full items-center gap-3 rounded-[8px] px-2 py-1.5 text-left hover:bg-sunk"
      >
        <Named plan={plan} />
        <span className="min-w-0 flex-1 text-second leading-snug text-ink2">
          <span className="font-semibold text-ink">{REPAIR_WORDS[plan.repair.kind]}</span>: {plan.repair.why}
        </span>
      </button>
    </li>
  );
}

function Named({ plan }: { readonly plan: PinPlan }) {
  return (
    <span className="w-[84px] shrink-0">
      <Sleeve of={plan.row.pin.pin.function} />
      <span className="figure block text-[12px] text-ink2">{plan.row.pin.pin.number}</span>
    </span>
  );
}

/** What was really done, shortly. */
const doneWords = ({ how, lengthMm, minutes }: DoneNote): string =>
  [how, lengthMm === null ? '' : `${lengthMm.toFixed(1)} mm`, minutes === null ? '' : `${minutes} min`]
    .filter(Boolean)
    .join(', ');

function PlanLine({
  line,
  number,
  plan,
  chosen,
  done,
  onChoose,
}: {
  readonly line: BuildLine;
  readonly number: number;
  readonly plan: PinPlan | null;
  readonly chosen: boolean;
  readonly done: boolean;
  readonly onChoose: () => void;
}) {
  const refused =
    plan !== null && (plan.verdict.level === 'refuse' || plan.jumper?.check?.verdict.ok === false);
  const warned = !refused && plan?.verdict.level === 'warn';
  const wire = plan?.jumper;
  const { record } = useJob().view;
  const note = done ? record.rebuild.did.find((n) => n.id === line.id) : undefined;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      onClick={onChoose}
      className={`flex w-full items-center gap-3 rounded-[8px] px-2 py-2 text-left ${chosen ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
    >
      <span className="figure w-5 shrink-0 text-right text-second text-ink2">{number}</span>
      {plan && <Named plan={plan} />}
      <span className="min-w-0 flex-1 leading-snug">
        <span className={`block font-bold ${refused ? 'text-stop' : done ? 'text-ink2' : ''}`}>
          {plan
            ? `${REPAIR_WORDS[plan.repair.kind]}${plan.repair.kind === 'jumper' ? ` to ${plan.repair.landing.label}` : ''}`
            : line.title}
        </span>
        <span className="block text-second text-ink2">
          {note
            ? doneWords(note)
            : wire
              ? `${printWire(wire.wireMm)}, ${wireColour(plan.row.pin.pin.function).name}${wire.cutMm === null ? ', length unknown' : `, cut ${wire.cutMm.toFixed(1)} mm`}`
              : line.why}
        </span>
      </span>
      {refused && <OctagonX aria-label="refused" className="size-5 text-stop" />}
      {warned && !done && <TriangleAlert aria-label="to be settled first" className="size-5 text-wait" />}
      {!refused && done && <Check aria-label="done" className="size-5 text-ok" strokeWidth={3} />}
    </button>
  );
}
