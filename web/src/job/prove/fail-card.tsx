import { Hammer, RotateCcw } from 'lucide-react';
import { useNavigate } from 'react-router';
import type { JudgedCheck } from '@zebbit/core';
import { drawVerdict, firstPower, likelyCauses, printChance } from '@zebbit/core';
import { useAppendResult } from '../../api/jobs';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import { useTool } from '../../desk/desk-context';

/** What a check that did not pass most likely is, what would tell, the way to its line of the plan, and that it was mended. */
export function FailCard({ judged }: { readonly judged: JudgedCheck }) {
  const { bundle, view, weighed } = useJob();
  const { choose } = useTool();
  const navigate = useNavigate();
  const append = useAppendResult(bundle.id, weighed.settle);
  const { check, result, verdict } = judged;
  if (!result || (verdict !== 'fail' && verdict !== 'doubt')) return null;
  const advice = likelyCauses(check, result);
  const line = view.order.find((l) => l.id === check.line || l.id === `leg:${check.line ?? ''}`);
  return (
    <section
      aria-label="What it may be"
      className={`mt-2 rounded-[10px] p-3 ${verdict === 'fail' ? 'bg-stop-soft' : 'bg-wait-soft'}`}
    >
      {advice && (
        <>
          <p className="font-bold">Most likely</p>
          <ol className="text-second">
            {advice.causes.slice(0, 3).map((c) => (
              <li key={c.id} className="flex justify-between gap-3">
                <span>{c.words}</span>
                <span className="figure shrink-0 text-ink2">{printChance(c.chance)}</span>
              </li>
            ))}
          </ol>
          {advice.tells !== null && (
            <p className="mt-1 text-second">
              <b>What tells:</b> {advice.tells}.
            </p>
          )}
          <p className="mt-1 text-second text-ink2">Chances are common practice, not measured on this job.</p>
        </>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        {line && (
          <Button
            icon={<Hammer aria-hidden className="size-4" />}
            onClick={() => {
              choose(line.id);
              void navigate(`/jobs/${bundle.id}/rebuild`);
            }}
          >
            To its line in Rebuild
          </Button>
        )}
        <Button
          icon={<RotateCcw aria-hidden className="size-4" />}
          disabled={append.isPending}
          onClick={() => append.mutate({ key: check.key, shown: 'mended', value: null, note: '' })}
        >
          Mended: ask again
        </Button>
      </div>
    </section>
  );
}

/** What the draw that was read says by itself. */
export function DrawWords({ judged }: { readonly judged: JudgedCheck }) {
  const { view } = useJob();
  const { check, result } = judged;
  if (check.key !== 'draw' || result?.shown !== 'value' || result.value === null || result.value < 0)
    return null;
  const asked = view.drawSaid ? view.deviceCurrentA : null;
  const said = drawVerdict(result.value, firstPower(asked).limitA, asked);
  return (
    <p className="px-2 pb-2 text-second">
      <b>{said.words}.</b> {said.then}
    </p>
  );
}
