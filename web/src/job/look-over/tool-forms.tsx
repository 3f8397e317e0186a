import { useState } from 'react';
import type { AreaKind, BoardPoint, Face, LineKind } from '@zebbit/core';
import {
  addComponent,
  CLICK_ERROR_PX,
  distanceMm,
  faceFrame,
  FAMILIES,
  familyRows,
  measureLength,
  packagesFor,
  placeFamily,
  placeRow,
  printDegrees,
  printLength,
  printMeasured,
  rowOfCount,
  significant,
} from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { AREA_WORDS } from '../../plate/map-marks';
import { Button } from '../../ui/button';
import { FigureField, SelectField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { COMPONENT_OPTIONS, ROLE_OPTIONS } from '../words';
import type { Tool } from '../../desk/tool-store';
import { terminalCount } from '../../desk/tool-store';
import { drawnShape } from './use-placing';
import { usePlate, useTool } from '../../desk/desk-context';

/** Which way a row runs, from its first pad to its last, degrees; and the pitch that these two clicks give. */
function readRow(
  first: BoardPoint,
  last: BoardPoint,
  spanInPitches: number,
): { readonly directionDeg: number; readonly measuredMm: number | null } {
  const directionDeg = (Math.atan2(last.y - first.y, last.x - first.x) * 180) / Math.PI;
  return { directionDeg, measuredMm: spanInPitches > 0 ? distanceMm(first, last) / spanInPitches : null };
}

export function RowForm({ tool }: { readonly tool: Extract<Tool, { kind: 'row' }> }) {
  const { documents, view, edit } = useJob();
  const { take, choose } = useTool();
  const { face } = usePlate();
  const { board } = documents;
  const sheet = FAMILIES[board.family ?? 'other'];
  const rows = familyRows(sheet).filter((r) => !r.under);
  const [count, setCount] = useState(rows[0]?.contacts.length ?? 4);
  const [pitchMm, setPitch] = useState(sheet.pitchMm);
  const [mirrored, setMirrored] = useState(false);
  const [asMeasured, setAsMeasured] = useState(false);
  const [second, setSecond] = useState<number | null>(rows[1] ? rows[1].y - (rows[0]?.y ?? 0) : null);
  const row = rowOfCount(sheet, count);
  const known = row !== null;
  // The family's rows belong together as long as the first of them is the one that is placed.
  const whole = known && row.contacts[0] === rows[0]?.contacts[0] && rows.length > 1 && second !== null;
  const ends = row ? (row.contacts.at(-1)?.at.x ?? 0) - (row.contacts[0]?.at.x ?? 0) : 0;
  const spanInPitches = row ? ends / sheet.pitchMm : count - 1;
  const { first, last } = tool;
  const read = first && last ? readRow(first, last, spanInPitches) : null;
  const frame = faceFrame(board, face);
  const sigmaMm =
    first && last && frame && spanInPitches > 0
      ? measureLength(frame, first, last, CLICK_ERROR_PX).sigmaMm / spanInPitches
      : 0;
  const put = (): void => {
    if (!first) return;
    const directionDeg = read?.directionDeg ?? 0;
    const order = {
      family: view.sheet.family,
      face,
      first,
      directionDeg,
      pitchMm: asMeasured && read?.measuredMm ? read.measuredMm : pitchMm,
      count,
      mirrored,
      measuredPitch: read?.measuredMm ? { mm: read.measuredMm, sigmaMm } : null,
    };
    const placed = whole ? placeFamily(board, order, second) : [placeRow(board, order)];
    if (!whole && second !== null) {
      const a = ((directionDeg + 90) * Math.PI) / 180;
      const over = { x: first.x + second * Math.cos(a), y: first.y + second * Math.sin(a) };
      placed.push(placeRow({ ...board, rows: [...board.rows, ...placed] }, { ...order, first: over }));
    }
    const next = { ...board, rows: [...board.rows, ...placed] };
    const id = placed[0]?.pins[0]?.id ?? null;
    edit('board', () => next);
    choose(id, [next.rows.at(-1)?.id ?? ''].filter(Boolean));
    take({ kind: 'none' });
  };
  useKeys({
    Enter: (e) => {
      // On a button or a list Enter does what it always does there.
      if (e.target instanceof Element && e.target.closest('button, [role=combobox]') !== null) return false;
      put();
      return true;
    },
  });
  const off = read?.measuredMm ? read.measuredMm / pitchMm - 1 : 0;
  return (
    <div className="grid grid-cols-2 gap-3">
      <SelectField
        label="Pads in the row"
        value={String(count)}
        options={Array.from({ length: 40 }, (_, i) => [String(i + 1), String(i + 1)] as const)}
        onPick={(n) => setCount(Number(n))}
        hint={known ? `${sheet.name}: numbers and functions known` : 'functions to be set by hand'}
      />
      <FigureField
        label="Pitch"
        kind="length"
        shown={`${significant(pitchMm)} mm`}
        onFigure={(mm) => setPitch(Math.min(50, Math.max(0.05, mm)))}
      />
      <p className="col-span-2 text-second text-ink2" role="status">
        {!first &&
          (rows.length > 1
            ? `Click the middle of the first pad of the row with contact ${rows[0]?.contacts[0]?.number ?? '1'}.`
            : 'Click the middle of the first pad.')}
        {first &&
          !last &&
          'Runs to the right. Click the last pad as well, and the direction and the pitch are measured.'}
        {read && `Runs at ${printDegrees(read.directionDeg, 1)}. `}
        {read?.measuredMm
          ? `Measured pitch ${printMeasured({ mm: read.measuredMm, sigmaMm })}${Math.abs(off) > 0.05 ? `: ${Math.round(off * 100)} % off. Is the count right, and the scale?` : ', which fits.'}`
          : ''}
      </p>
      <div className="col-span-2">
        <Tick checked={mirrored} onChange={setMirrored}>
          last pin first
        </Tick>
        {read?.measuredMm ? (
          <Tick checked={asMeasured} onChange={setAsMeasured}>
            place it at the measured pitch
          </Tick>
        ) : null}
      </div>
      <FigureField
        label="Second row, this far below"
        kind="length"
        shown={second === null ? '' : `${significant(second)} mm`}
        hint="empty for one row"
        onFigure={setSecond}
        onClear={() => setSecond(null)}
      />
      <Button tone="main" hotkey="Enter" className="col-span-2" disabled={!first} onClick={put}>
        {first ? (second === null ? 'Place the row' : 'Place both rows') : 'Click the first pad on the plate'}
      </Button>
    </div>
  );
}

export function ComponentForm({
  tool,
  face,
}: {
  readonly tool: Extract<Tool, { kind: 'component' }>;
  readonly face: Face;
}) {
  const { documents, edit } = useJob();
  const { take, choose } = useTool();
  const wanted = terminalCount(tool.component);
  const packages = packagesFor(tool.component);
  const finish = (): void => {
    const { board, id, component } = addComponent(documents.board, face, tool.component, tool.terminals);
    edit('board', () => board);
    choose(component.terminals[0]?.id ?? null, [id]);
    take({ ...tool, terminals: [] });
  };
  return (
    <div className="flex flex-col gap-3">
      <SelectField
        label="Part"
        value={tool.component}
        options={COMPONENT_OPTIONS}
        onPick={(part) =>
          take({ ...tool, component: part as typeof tool.component, package: null, terminals: [] })
        }
      />
      {packages.length > 0 && (
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            label="Size"
            value={tool.package ?? ''}
            options={[['', 'click its terminals'], ...packages.map((p) => [p.name, p.name] as const)]}
            onPick={(name) => take({ ...tool, package: name === '' ? null : name, terminals: [] })}
          />
          {tool.package !== null && (
            <SelectField
              label="Turned"
              value={String(tool.turnDeg)}
              options={[0, 45, 90, 135, 180, 225, 270, 315].map((d) => [String(d), printDegrees(d)] as const)}
              onPick={(d) => take({ ...tool, turnDeg: Number(d) })}
            />
          )}
        </div>
      )}
      <p className="text-second text-ink2">
        {tool.package !== null
          ? 'Click its middle; it is dropped with its terminals.'
          : `${tool.terminals.length} of ${wanted ?? 'its'} terminals clicked${tool.component === 'choke' ? '; one side first, then the other in the same order' : ''}`}
      </p>
      {wanted === null && tool.package === null && (
        <Button tone="main" disabled={tool.terminals.length === 0} onClick={finish}>
          That is all of them
        </Button>
      )}
    </div>
  );
}

/** Lines and areas: what they are, and when they are whole. */
export function ShapeForm({
  tool,
  face,
}: {
  readonly tool: Extract<Tool, { kind: 'line' | 'area' }>;
  readonly face: Face;
}) {
  const { documents, edit } = useJob();
  const { take, choose } = useTool();
  const shape = drawnShape(documents.board, tool, face);
  return (
    <div className="flex flex-col gap-3">
      {tool.kind === 'line' ? (
        <SelectField
          label="Line"
          value={tool.line}
          options={[
            ['track', 'a track'],
            ['edge', 'the board’s edge'],
          ]}
          onPick={(line) => take({ ...tool, line: line as LineKind })}
        />
      ) : (
        <SelectField
          label="Area"
          value={tool.area}
          options={Object.entries(AREA_WORDS)}
          onPick={(area) => take({ ...tool, area: area as AreaKind })}
        />
      )}
      <p className="text-second text-ink2" role="status">
        {tool.points.length} places clicked
      </p>
      <div className="flex gap-2">
        <Button
          tone="main"
          hotkey="Enter"
          disabled={!shape}
          onClick={() => {
            if (!shape) return;
            edit('board', () => shape.board);
            choose(shape.id, [shape.id]);
            take({ ...tool, points: [] });
          }}
        >
          That is all of it
        </Button>
        <Button
          disabled={tool.points.length === 0}
          onClick={() => take({ ...tool, points: tool.points.slice(0, -1) })}
        >
          One back
        </Button>
      </div>
    </div>
  );
}

/** How a leg meets the board, and how many clicks say it. */
export const LEG_SHAPES = [
  { key: 'slot', words: 'a slot through the board', fixing: 'through-hole', round: false },
  { key: 'hole', words: 'a round hole through the board', fixing: 'through-hole', round: true },
  { key: 'land', words: 'a land on the surface', fixing: 'surface', round: false },
  { key: 'peg', words: 'a peg’s hole, without metal', fixing: 'peg', round: true },
] as const;

export function SmallForms({ tool }: { readonly tool: Tool }) {
  const { documents } = useJob();
  const { take } = useTool();
  const face = usePlate((s) => s.face);
  if (tool.kind === 'leg') {
    const shape = LEG_SHAPES.find((l) => l.fixing === tool.fixing && l.round === tool.round) ?? LEG_SHAPES[0];
    const asked = [
      'Click one end.',
      'Now the other end; twice in one place where the size does not matter.',
      'Now one long edge: how wide it is.',
    ];
    return (
      <SelectField
        label="Leg"
        value={shape.key}
        options={LEG_SHAPES.map((l) => [l.key, l.words] as const)}
        hint={asked[tool.clicks.length]}
        onPick={(key) => {
          const picked = LEG_SHAPES.find((l) => l.key === key);
          if (picked) take({ kind: 'leg', fixing: picked.fixing, round: picked.round, clicks: [] });
        }}
      />
    );
  }
  if (tool.kind === 'point') {
    return (
      <SelectField
        label="What it is"
        value={tool.role}
        options={ROLE_OPTIONS}
        onPick={(r) => take({ kind: 'point', role: r as typeof tool.role })}
      />
    );
  }
  if (tool.kind === 'measure') {
    const frame = faceFrame(documents.board, face);
    if (!tool.from || !tool.to)
      return <p className="text-ink2">{tool.from ? 'Now the other place.' : 'Click the first place.'}</p>;
    const m = frame && measureLength(frame, tool.from, tool.to);
    return (
      <div role="status">
        <p className="figure text-[22px] font-semibold">
          {m
            ? `${printMeasured(m)} (${Math.round(m.mm / 0.0254)} mil)`
            : printLength(distanceMm(tool.from, tool.to))}
        </p>
        {m && (
          <p className="text-second text-ink2">
            two standard deviations; clicks {(2 * m.pixelMm).toFixed(3)}, scale {(2 * m.scaleMm).toFixed(3)},
            tilt {(2 * m.perspectiveMm).toFixed(3)} mm
          </p>
        )}
      </div>
    );
  }
  return null;
}
