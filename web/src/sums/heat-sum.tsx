import { useMemo, useRef, useState } from 'react';
import type { ConnectorPart, HeatAsk, HeatBoard, HeatTask } from '@zebbit/core';
import {
  COPPER_LAYOUTS,
  GENERIC_PARTS,
  HEAT_TASKS,
  plainBoard,
  settingWords,
  SOLDERS,
  usualTargets,
} from '@zebbit/core';
import { useWorkshop } from '../api/workshop';
import type { BoardFactsValue } from '../heat/board-facts';
import { HeatField } from '../heat/heat-field';
import type { FieldPlace } from '../heat/heat-field';
import { HeatPanel } from '../heat/heat-panel';
import { useHeat } from '../heat/use-heat';
import { PLATE } from '../plate/plate-colours';
import { useSize } from '../plate/use-size';
import { ChipsOne } from '../ui/chips';
import { FigureField, SelectField } from '../ui/field';
import { Tick } from '../ui/tick';
import { IntoJob } from './into-job';
import { SumsPage } from './sums-page';
import type { Inputs } from './use-inputs';
import { useInputs } from './use-inputs';

const TASKS: readonly (readonly [HeatTask, string])[] = [
  ['joint', 'one pin'],
  ['plane', 'one leg'],
  ['row', 'row in a flood'],
  ['part', 'whole part by air'],
];
const SHY = [
  ['', 'nothing'],
  ['lamp', 'a lamp'],
  ['can', 'an electrolytic'],
  ['plastic', 'plastic'],
  ['cell', 'a lithium cell'],
] as const;
const ROOM_C = 22;
const DEFAULT_PART = 'generic/micro-surface';

interface Told {
  readonly part: ConnectorPart;
  readonly task: HeatTask;
  readonly facts: BoardFactsValue;
  readonly widthMm: number;
  readonly depthMm: number;
  readonly leaded: boolean;
  readonly spared: boolean;
  readonly shy: (typeof SHY)[number][0];
  readonly shyMm: number;
}

function told({ text, figure }: Inputs): Told | null {
  const part = GENERIC_PARTS.find((p) => p.id === text('part', DEFAULT_PART)) ?? GENERIC_PARTS[0];
  if (!part) return null;
  const thick = figure('thick', 0, 0.1, 5);
  const spokes = text('spokes', '');
  return {
    part,
    task: HEAT_TASKS.find((t) => t === text('task', 'plane')) ?? 'plane',
    facts: {
      thicknessMm: thick > 0 ? thick : null,
      copper: COPPER_LAYOUTS.find((c) => c === text('copper', '')) ?? null,
      spokes: spokes === '' ? null : spokes === 'yes',
      solder: SOLDERS.find((s) => s === text('solder', '')) ?? null,
    },
    widthMm: figure('width', 30, 4, 300),
    depthMm: figure('depth', 25, 4, 300),
    leaded: text('leaded', '') === 'yes',
    spared: text('spared', 'yes') === 'yes',
    shy: SHY.find(([k]) => k === text('shy', ''))?.[0] ?? '',
    shyMm: figure('shymm', 10, 0, 200),
  };
}

/** Heat on a plain board: a part at its edge, without any job. */
export function HeatSum() {
  const inputs = useInputs();
  const { data: workshop } = useWorkshop();
  const t = told(inputs);
  const key = JSON.stringify([t, workshop?.workshop.record.kit]);
  const { board, ask, refused } = useMemo(() => {
    if (!t) return { board: null, ask: null, refused: 'No such part' };
    const made = tryBoard(t);
    if (typeof made === 'string') return { board: null, ask: null, refused: made };
    const { thicknessMm, copper, spokes } = t.facts;
    const question: HeatAsk = {
      board: made,
      task: t.task,
      targets: usualTargets(made, t.task),
      kit: workshop?.workshop.record.kit ?? { tools: null, wires: null },
      leaded: t.leaded,
      known: { thicknessMm, copper, spokes },
      timed: [],
      roomC: ROOM_C,
    };
    return { board: made, ask: question, refused: null };
    // Everything in it follows from the address and the kit.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const heat = useHeat(ask, true);
  const [frame, setFrame] = useState<{ readonly of: string; readonly at: number }>({ of: '', at: 0 });
  const last = heat.show ? heat.show.field.frames.length - 1 : 0;
  const useKey = JSON.stringify(heat.use);
  const at = frame.of === useKey ? frame.at : last;
  if (!t) return null;
  const { put } = inputs;
  return (
    <SumsPage
      title="Heat on a board"
      picture={board && <PlainPicture board={board} heat={heat} frame={at} targets={ask.targets} />}
    >
      <SelectField
        label="Part"
        value={t.part.id}
        options={GENERIC_PARTS.map((p) => [p.id, p.name] as const)}
        onPick={(part) => put({ part })}
      />
      <ChipsOne
        label="What is heated"
        options={TASKS}
        value={t.task}
        onChange={(task) => {
          if (task) put({ task });
        }}
      />
      <div className="grid grid-cols-2 gap-3">
        <LengthField label="Board wide" mm={t.widthMm} min={4} max={300} onMm={(width) => put({ width })} />
        <LengthField label="Board deep" mm={t.depthMm} min={4} max={300} onMm={(depth) => put({ depth })} />
      </div>
      <div>
        <Tick checked={t.leaded} onChange={(on) => put({ leaded: on ? 'yes' : null })}>
          leaded solder is melted in first
        </Tick>
        <Tick checked={t.spared} onChange={(on) => put({ spared: on ? null : 'no' })}>
          the part is to stay whole
        </Tick>
      </div>
      <div className="grid grid-cols-2 gap-3">
        <SelectField label="Beside it stands" value={t.shy} options={SHY} onPick={(shy) => put({ shy })} />
        {t.shy !== '' && (
          <LengthField
            label="From the edge"
            mm={t.shyMm}
            min={0}
            max={200}
            onMm={(shymm) => put({ shymm })}
          />
        )}
      </div>
      {refused !== null ? (
        <p role="alert" className="font-semibold text-stop">{`${refused}.`}</p>
      ) : (
        <HeatPanel
          heat={heat}
          facts={t.facts}
          onFacts={(part) => put(factInputs(part))}
          onNote={null}
          noted={0}
          frame={at}
          onFrame={(to) => setFrame({ of: useKey, at: to })}
        />
      )}
      {heat.advice?.setting && (
        <IntoJob
          words={`${TASKS.find(([task]) => task === t.task)?.[1] ?? 'Heat'}: ${settingWords(heat.advice.setting).set}`}
        />
      )}
      <p className="text-second text-ink2">
        Fume: fan or open window. The iron and the board stay hot for minutes after. A figure from a model:
        begin lower where you can, and look.
      </p>
    </SumsPage>
  );
}

function tryBoard(t: Told): HeatBoard | string {
  try {
    return plainBoard({
      part: t.part,
      widthMm: t.widthMm,
      depthMm: t.depthMm,
      solder: t.facts.solder,
      spared: t.spared,
      shy: t.shy === '' ? null : { kind: t.shy, mm: t.shyMm },
    });
  } catch (reason) {
    return reason instanceof Error ? reason.message : 'This board cannot be';
  }
}

/** What is known of the board, as the address keeps it. */
const factInputs = (part: Partial<BoardFactsValue>): Record<string, string | number | null> => ({
  ...('thicknessMm' in part ? { thick: part.thicknessMm ?? null } : {}),
  ...('copper' in part ? { copper: part.copper ?? null } : {}),
  ...('spokes' in part ? { spokes: part.spokes == null ? null : part.spokes ? 'yes' : 'no' } : {}),
  ...('solder' in part ? { solder: part.solder ?? null } : {}),
});

/** A length in mm, mil or inches; one out of bounds is told and not taken. */
export function LengthField({
  label,
  mm,
  min,
  max,
  onMm,
}: {
  readonly label: string;
  readonly mm: number;
  readonly min: number;
  readonly max: number;
  readonly onMm: (mm: number) => void;
}) {
  const [bad, setBad] = useState<string | null>(null);
  return (
    <div>
      <FigureField
        label={label}
        kind="length"
        shown={`${mm} mm`}
        onFigure={(v) => {
          const fits = v >= min && v <= max;
          setBad(fits ? null : `${label}: ${min} to ${max} mm`);
          if (fits) onMm(v);
        }}
      />
      {bad !== null && (
        <p role="alert" className="text-second text-stop">
          {bad}
        </p>
      )}
    </div>
  );
}

/** The plain board with its part, drawn to scale, the heat over it. */
function PlainPicture({
  board,
  heat,
  frame,
  targets,
}: {
  readonly board: HeatBoard;
  readonly heat: ReturnType<typeof useHeat>;
  readonly frame: number;
  readonly targets: readonly string[];
}) {
  const box = useRef<HTMLDivElement>(null);
  const size = useSize(box);
  const xs = board.outline.map((p) => p.x);
  const ys = board.outline.map((p) => p.y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const k = Math.max(2, Math.min((size.width - 60) / wide, (size.height - 90) / high));
  const place: FieldPlace = useMemo(
    () => ({ k, x: (size.width - wide * k) / 2 - left * k, y: (size.height - high * k) / 2 - top * k }),
    [k, size.width, size.height, wide, high, left, top],
  );
  const at = (p: { readonly x: number; readonly y: number }): string =>
    `${p.x * k + place.x} ${p.y * k + place.y}`;
  return (
    <div ref={box} className="absolute inset-0">
      <svg width={size.width} height={size.height} className="block" aria-label="The board from above">
        <path
          d={`M${board.outline.map(at).join('L')}Z`}
          fill="#1f5a4c"
          stroke={PLATE.copperEdge}
          strokeWidth={2}
        />
        {board.joints.map((j) => (
          <rect
            key={j.id}
            x={(j.at.x - j.landMm[0] / 2) * k + place.x}
            y={(j.at.y - j.landMm[1] / 2) * k + place.y}
            width={j.landMm[0] * k}
            height={j.landMm[1] * k}
            rx={j.through ? (Math.min(...j.landMm) / 2) * k : 1}
            fill={PLATE.copper}
            stroke={targets.includes(j.id) ? PLATE.chosen : PLATE.copperEdge}
            strokeWidth={targets.includes(j.id) ? 3 : 1}
          />
        ))}
        {heat.show && <HeatField show={heat.show} frame={frame} place={place} />}
        {board.port && (
          <path
            d={`M${board.port.body.map(at).join('L')}Z`}
            fill="none"
            stroke={PLATE.laid}
            strokeWidth={2}
            strokeDasharray="3 5"
          />
        )}
        {board.parts.map((p) => (
          <g key={p.id}>
            <rect
              x={(p.at.x - p.sizeMm[0] / 2) * k + place.x}
              y={(p.at.y - p.sizeMm[1] / 2) * k + place.y}
              width={p.sizeMm[0] * k}
              height={p.sizeMm[1] * k}
              fill={PLATE.hole}
              stroke={PLATE.light}
            />
          </g>
        ))}
      </svg>
      <p className="absolute bottom-3 left-4 text-second text-[#fff7e6]">
        Full line: solder is molten within. Dotted: the board is soft (over 150 °C, 302 °F), nothing is
        pulled.
      </p>
    </div>
  );
}
