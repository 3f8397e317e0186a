import { DndContext, PointerSensor, useDraggable, useSensor, useSensors } from '@dnd-kit/core';
import type { DragEndEvent } from '@dnd-kit/core';
import type { OpenWait } from '@zebbit/contract';
import type { EveningLine, EveningPlan } from '@zebbit/core';
import { waitNow } from '@zebbit/core';
import { useRef } from 'react';
import { useNavigate } from 'react-router';
import { useSize } from '../plate/use-size';
import { clockOf, useEvening } from './evening-store';
import { lanesOf, movedTo, sittingsOf, tickMinutes } from './strands';

const LEFT_PX = 64;
const HANDS_PX = 60;
const LANE_PX = 36;
/** A block this wide shows its job, this wide what is done as well. */
const NAME_PX = 58;

interface RibbonProps {
  readonly plan: EveningPlan;
  /** ms since 1970. */
  readonly start: number;
  readonly minutes: number;
  readonly running: readonly OpenWait[];
}

interface Strand {
  readonly key: string;
  readonly begins: number;
  readonly ends: number;
  readonly words: string;
  /** It runs already. */
  readonly runs: boolean;
}

/** The evening from now on: what the hands do, and under it what runs by itself. A block can be dragged to another place, or moved with Alt and an arrow. */
export function Ribbon({ plan, start, minutes, running }: RibbonProps) {
  const box = useRef<HTMLDivElement>(null);
  const { width } = useSize(box);
  const set = useEvening((s) => s.set);
  const navigate = useNavigate();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const perMinute = Math.max(0, width - LEFT_PX - 16) / minutes;
  const x = (m: number): number => LEFT_PX + m * perMinute;
  const tick = tickMinutes(minutes, width - LEFT_PX);
  // The first tick stands on a full quarter of an hour of the clock.
  const offset = (tick - (Math.floor(start / 60_000) % tick)) % tick;
  const ticks = Array.from(
    { length: Math.floor((minutes - offset) / tick) + 1 },
    (_, i) => offset + i * tick,
  );
  const strands: Strand[] = [
    ...running.flatMap(({ jobName, wait }): Strand[] => {
      const { ends, leftMin, state } = waitNow(wait, start);
      if (!ends || leftMin === null || state === 'clock-back' || wait.span === null || wait.span.usual > 1440)
        return [];
      return [
        {
          key: wait.id,
          begins: 0,
          ends: Math.max(0, leftMin),
          words: `${jobName}: ${wait.what}`,
          runs: true,
        },
      ];
    }),
    ...plan.waits.map((w) => ({
      key: w.taskId,
      begins: w.begins,
      ends: w.ends,
      words: `${w.jobName}: ${w.what}`,
      runs: false,
    })),
  ];
  const lanes = lanesOf(strands);
  const laneCount = lanes.length === 0 ? 0 : Math.max(...lanes) + 1;
  const sittings = sittingsOf(plan.lines);
  /** Puts a sitting before another: everything up to there stands as the hand has it, what comes behind is planned around that. */
  const move = (n: number, to: number): void => {
    const names = sittings.map((_, i) => String(i));
    const order = movedTo(names, String(n), to);
    const fixed = order.slice(0, order.indexOf(String(n)) + 1);
    set({ first: fixed.flatMap((i) => (sittings[Number(i)] ?? []).map((l) => l.task.id)) });
  };
  const dropped = ({ active, delta }: DragEndEvent): void => {
    const n = Number(active.id);
    const at = (sittings[n]?.[0]?.begins ?? 0) + delta.x / perMinute;
    const rest = sittings.filter((_, i) => i !== n);
    const before = rest.filter((s) => ((s[0]?.begins ?? 0) + (s.at(-1)?.ends ?? 0)) / 2 < at).length;
    if (perMinute > 0 && before !== n) move(n, before);
  };
  return (
    <div
      ref={box}
      className="relative overflow-hidden"
      style={{ height: 34 + HANDS_PX + 14 + Math.max(1, laneCount) * LANE_PX + 8 }}
    >
      {width > 0 && (
        <>
          <svg aria-hidden className="absolute inset-0 size-full">
            {ticks.map((m) => (
              <line key={m} x1={x(m)} x2={x(m)} y1={26} y2="100%" stroke="var(--line)" />
            ))}
            <line x1={x(0)} x2={x(0)} y1={22} y2="100%" stroke="var(--ink)" strokeWidth={2.5} />
            <circle cx={x(0)} cy={20} r={5} fill="var(--ink)" />
          </svg>
          {ticks.map((m) =>
            x(m) > LEFT_PX + 44 && x(m) < width - 20 ? (
              <span
                key={m}
                className="figure absolute top-0 -translate-x-1/2 text-second text-ink2"
                style={{ left: x(m) }}
              >
                {clockOf(start + m * 60_000)}
              </span>
            ) : null,
          )}
          <span className="absolute top-0 text-second font-semibold" style={{ left: x(0) - 10 }}>
            now
          </span>
          <span className="absolute text-second text-ink2" style={{ top: 34 + HANDS_PX / 2 - 10 }}>
            Hands
          </span>
          {laneCount > 0 && (
            <span className="absolute text-second text-ink2" style={{ top: 34 + HANDS_PX + 20 }}>
              Waits
            </span>
          )}
          <DndContext sensors={sensors} onDragEnd={dropped}>
            <ol aria-label="What the hands do, in order">
              {sittings.map((lines, n) => {
                const [first] = lines;
                const last = lines.at(-1);
                if (!first || !last) return null;
                return (
                  <Block
                    key={first.task.id}
                    id={String(n)}
                    lines={lines}
                    start={start}
                    left={x(first.begins - first.setup)}
                    setupPx={first.setup * perMinute}
                    width={Math.max(10, (last.ends - first.begins) * perMinute - 2)}
                    onOpen={() => {
                      set({ begun: { taskId: first.task.id, at: Date.now() } });
                      void navigate(`/jobs/${first.task.jobId}/${first.task.station}`);
                    }}
                    onMove={(by) => move(n, n + by)}
                  />
                );
              })}
            </ol>
          </DndContext>
          <ul aria-label="What runs by itself meanwhile">
            {strands.map((s, i) => (
              <li
                key={s.key}
                className={`absolute truncate rounded-[8px] border-2 border-dashed border-wait bg-wait-soft px-2 text-second leading-[26px] font-semibold text-wait ${s.runs ? '!border-l-0 rounded-l-none' : ''}`}
                style={{
                  left: x(s.begins),
                  width: Math.max(24, Math.min(width - x(s.begins) - 4, (s.ends - s.begins) * perMinute)),
                  top: 34 + HANDS_PX + 14 + (lanes[i] ?? 0) * LANE_PX,
                  height: 30,
                }}
                title={s.words}
              >
                {s.words}
                {s.ends > minutes ? ', and on' : ''}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}

interface BlockProps {
  readonly id: string;
  readonly lines: readonly EveningLine[];
  readonly start: number;
  readonly left: number;
  readonly setupPx: number;
  readonly width: number;
  readonly onOpen: () => void;
  readonly onMove: (by: -1 | 1) => void;
}

/** One sitting at a job. What has to be changed over before it is the thin lead that runs into it. */
function Block({ id, lines, start, left, setupPx, width, onOpen, onMove }: BlockProps) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id });
  const [first] = lines;
  if (!first) return null;
  const { jobName } = first.task;
  const acts = lines.map((l) => l.task.title).join('; then ');
  return (
    <li className="absolute flex items-center" style={{ left, top: 34, height: HANDS_PX }}>
      <span aria-hidden className="h-[3px] bg-copper/50" style={{ width: setupPx }} />
      <button
        ref={setNodeRef}
        type="button"
        {...listeners}
        onClick={onOpen}
        onKeyDown={(e) => {
          if (e.altKey && (e.key === 'ArrowLeft' || e.key === 'ArrowRight')) {
            e.preventDefault();
            onMove(e.key === 'ArrowLeft' ? -1 : 1);
          }
        }}
        aria-label={`${clockOf(start + first.begins * 60_000)}, ${jobName}: ${acts}`}
        title={`${jobName}: ${acts}`}
        className={`h-full touch-none overflow-hidden rounded-[9px] bg-copper text-left text-on-copper hover:brightness-110 ${width > NAME_PX ? 'px-3' : 'px-0'} ${isDragging ? 'z-10 opacity-80' : ''}`}
        style={{ width, transform: transform ? `translateX(${transform.x}px)` : undefined }}
      >
        {width > NAME_PX && (
          <>
            <span className="block truncate font-bold">{jobName}</span>
            <span className="block truncate text-second">{acts}</span>
          </>
        )}
      </button>
    </li>
  );
}
