import { useState } from 'react';
import { Check, CircleDashed, CircleHelp, Lock, Minus, OctagonX, TriangleAlert } from 'lucide-react';
import type { CheckGroup, CheckResult, JudgedCheck, Verdict } from '@zebbit/core';
import { POWER_STAGES, printAmps, printOhms, printVolts, STAGE_WORDS, stationMove } from '@zebbit/core';
import { NoPicture } from '../../plate/no-picture';
import { ProbeFlags } from '../../plate/flags';
import { Plate } from '../../plate/plate';
import { useJob } from '../../desk/job-context';
import { PowerCautions } from '../power-cautions';
import { Slip, SlipMove, SlipSection } from '../slip';
import { CellSection } from './cell-section';
import { ChargeSection } from './charge-section';
import { CopySection } from './copy-section';
import { DrawWords, FailCard } from './fail-card';
import { PowerSection } from './power-section';
import { ResultEntry } from './result-entry';

const GROUPS: readonly (readonly [CheckGroup, string])[] = [
  ['look', 'Look and prod'],
  ['ring', 'Ring each pin'],
  ['short', 'No shorts'],
  ['cell', 'The cell, before its plug goes in'],
  ...POWER_STAGES.map((stage) => [stage, STAGE_WORDS[stage]] as const),
];

/** Nothing more is asked of it. */
const SETTLED: readonly (Verdict | null)[] = ['pass', 'spared', 'untested'];

/** Is it right, before and after power. */
export function Prove() {
  const { view } = useJob();
  const { prove } = view;
  const [picked, setPicked] = useState<string | null>(null);
  const current =
    prove.checks.find((c) => c.check.key === picked && !c.shut) ??
    // What failed is what the head of the slip speaks of.
    prove.checks.find((c) => c.verdict === 'fail') ??
    prove.checks.find((c) => !c.check.helps && !SETTLED.includes(c.verdict) && !c.shut);
  const [a, b] = pointsOf(current);
  const move = stationMove(view, 'prove');
  const hasPower = prove.checks.some((c) => c.check.powered);
  // While something has power the meter stands under the move.
  const groups = GROUPS.flatMap(([group, words]) => {
    const checks = prove.checks.filter((c) => c.check.group === group);
    return checks.length > 0
      ? [{ group, words, checks, why: checks.find((c) => c.shut)?.shutWhy ?? '' }]
      : [];
  });
  const underPower = hasPower && current?.check.powered === true;
  const asked = prove.checks.filter((c) => !c.check.helps);
  const passed = asked.filter((c) => SETTLED.includes(c.verdict)).length;
  return (
    <>
      <Plate
        chosen={null}
        onPick={() => undefined}
        over={(viewport, face) => (
          <ProbeFlags
            red={view.trace.byId.get(a ?? '')}
            black={view.trace.byId.get(b ?? '')}
            face={face}
            viewport={viewport}
          />
        )}
        empty={<NoPicture />}
      />
      <Slip label="Prove">
        <SlipMove
          move={
            picked !== null && current
              ? { station: 'prove', title: current.check.title, why: current.check.how, tone: 'move' }
              : move
          }
          corner={asked.length > 0 ? `${passed} of ${asked.length}` : undefined}
        >
          {current?.check.powered && <PowerCautions />}
          {current && (picked !== null || !move.goTo) && (
            <>
              <FailCard judged={current} />
              <ResultEntry key={current.check.key} judged={current} onKept={() => setPicked(null)} />
            </>
          )}
        </SlipMove>
        {underPower && <PowerSection />}
        {groups.map(({ group, words, checks, why }, at) => {
          // Said where it begins to hold, not at each stage behind it.
          const said = why !== '' && why !== groups[at - 1]?.why;
          return (
            <SlipSection
              key={group}
              title={words}
              corner={`${checks.filter((c) => SETTLED.includes(c.verdict) && !c.check.helps).length} of ${checks.filter((c) => !c.check.helps).length}`}
            >
              {said && (
                <p className="mb-2 flex gap-2 rounded-[10px] bg-wait-soft p-2.5 text-second font-semibold text-wait">
                  <Lock aria-hidden className="size-4 shrink-0" />
                  Not yet: {why}
                </p>
              )}
              <ul>
                {checks.map((c) => (
                  <CheckLine
                    key={c.check.key}
                    judged={c}
                    now={c === current}
                    onPick={() => setPicked(c.check.key)}
                  />
                ))}
              </ul>
            </SlipSection>
          );
        })}
        {!underPower && hasPower && <PowerSection />}
        {prove.checks.some((c) => c.check.key === 'creep') && <CellSection />}
        {prove.checks.some((c) => c.check.key === 'draw') && <ChargeSection />}
        {prove.checks.some((c) => c.check.key === 'copy' || c.check.key === 'data') && <CopySection />}
      </Slip>
    </>
  );
}

/** Checks whose key names the points that the tips go to. */
const POINTED: readonly string[] = ['ring', 'twin', 'prod', 'cc', 'apart', 'supply', 'short', 'volts'];

function pointsOf(judged: JudgedCheck | undefined): (string | undefined)[] {
  const [kind, a, b] = judged?.check.key.split(':') ?? [];
  return POINTED.includes(kind ?? '') ? [a, b] : [];
}

/** What was typed, in words. */
export function resultWords(judged: JudgedCheck, result: CheckResult): string {
  if (result.shown === 'yes') return 'yes';
  if (result.shown === 'no') return 'no';
  if (result.shown === 'over') return 'OL';
  if (result.shown === 'spared') return 'not for this device';
  if (result.shown === 'untested') return `not tested: ${result.note}`;
  const value = result.value ?? 0;
  const { entry } = judged.check;
  return entry === 'volts' ? printVolts(value) : entry === 'amps' ? printAmps(value) : printOhms(value);
}

function CheckLine({
  judged,
  now,
  onPick,
}: {
  readonly judged: JudgedCheck;
  readonly now: boolean;
  readonly onPick: () => void;
}) {
  const { check, result, verdict, shut } = judged;
  return (
    <li className="border-t border-line first:border-0">
      <button
        type="button"
        disabled={shut}
        aria-pressed={now}
        onClick={onPick}
        className={`flex min-h-10 w-full items-center gap-3 rounded-[8px] px-2 py-1.5 text-left disabled:opacity-60 ${now ? 'bg-copper-soft' : 'enabled:hover:bg-sunk'}`}
      >
        <VerdictMark judged={judged} />
        <span className="min-w-0 flex-1 leading-snug">{check.title}</span>
        <span
          className={`figure max-w-[45%] text-right text-second ${verdict === 'fail' ? 'font-bold text-stop' : verdict === 'doubt' ? 'font-bold text-wait' : 'text-ink2'}`}
        >
          {result && !shut ? resultWords(judged, result) : check.limitWords}
        </span>
      </button>
      <DrawWords judged={judged} />
    </li>
  );
}

function VerdictMark({ judged: { verdict, shut } }: { readonly judged: JudgedCheck }) {
  if (shut) return <Lock aria-label="shut" className="size-5 text-ink2" />;
  if (verdict === 'pass') return <Check aria-label="passed" className="size-5 text-ok" strokeWidth={3} />;
  if (verdict === 'fail') return <OctagonX aria-label="failed" className="size-5 text-stop" />;
  if (verdict === 'spared') return <Minus aria-label="not for this device" className="size-5 text-ink2" />;
  if (verdict === 'untested') return <CircleHelp aria-label="not tested" className="size-5 text-wait" />;
  if (verdict === 'doubt') return <TriangleAlert aria-label="in doubt" className="size-5 text-wait" />;
  return <CircleDashed aria-label="not yet" className="size-5 text-ink2" />;
}
