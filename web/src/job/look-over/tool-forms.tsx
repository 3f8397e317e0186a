import { useState } from 'react';
import type { BoardPoint, Face } from '@zebbit/core';
import { distanceMm, FAMILIES, placeRow, printLength, readScale, setScale, significant } from '@zebbit/core';
import { usePlate } from '../../plate/plate-store';
import { Button } from '../../ui/button';
import { FigureField, SelectField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../job-context';
import { COMPONENT_OPTIONS, ROLE_OPTIONS } from '../words';
import { makeComponent } from './place';
import type { Tool } from './tool-store';
import { terminalCount, useTool } from './tool-store';

export function ScaleForm({
  tool,
  face,
}: {
  readonly tool: Extract<Tool, { kind: 'scale' }>;
  readonly face: Face;
}) {
  const { documents, desk } = useJob();
  const { take } = useTool();
  const [fault, setFault] = useState<string | null>(null);
  if (!tool.from)
    return (
      <p className="text-ink2">
        Click one end of something you can measure with a caliper: the board’s edge is good.
      </p>
    );
  if (!tool.to) return <p className="text-ink2">Now the other end.</p>;
  const { from, to } = tool;
  return (
    <div className="flex flex-col gap-2">
      <FigureField
        label="Length between the clicks"
        kind="length"
        shown=""
        hint="As the caliper shows it: 32.5, 1280mil"
        onFigure={(lengthMm) => {
          const scale = { from, to, lengthMm };
          const verdict = readScale(scale);
          if (!verdict.ok) {
            setFault(verdict.message);
            return;
          }
          setFault(null);
          desk.store.getState().replace('board', setScale(documents.board, face, scale));
          take({ kind: 'none' });
        }}
      />
      {fault !== null && (
        <p role="alert" className="text-second text-stop">
          Length between the clicks: {fault}
        </p>
      )}
    </div>
  );
}

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
  const { documents, desk, view } = useJob();
  const { take, choose } = useTool();
  const { face } = usePlate();
  const sheet = FAMILIES[documents.board.family ?? 'other'];
  const [count, setCount] = useState(sheet.row.length || 4);
  const [pitchMm, setPitch] = useState(sheet.pitchMm);
  const [mirrored, setMirrored] = useState(false);
  const known = count === sheet.row.length;
  const spanInPitches = known ? Math.max(...sheet.row.map((p) => p.offsetMm)) / sheet.pitchMm : count - 1;
  const { first, last } = tool;
  const read = first && last ? readRow(first, last, spanInPitches) : null;
  const put = (): void => {
    if (!first) return;
    const order = {
      family: view.sheet.family,
      face,
      first,
      directionDeg: read?.directionDeg ?? 0,
      pitchMm,
      count,
      mirrored,
    };
    const row = placeRow(documents.board, order);
    desk.store.getState().replace('board', { ...documents.board, rows: [...documents.board.rows, row] });
    choose(row.pins[0]?.id ?? null);
    take({ kind: 'none' });
  };
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
        {!first && 'Click the middle of the first pad.'}
        {first &&
          !last &&
          'Runs to the right. Click the last pad as well, and the direction and the pitch are measured.'}
        {read && `Runs at ${significant(read.directionDeg, 3)}°. `}
        {read?.measuredMm
          ? `Measured pitch ${printLength(read.measuredMm)}${Math.abs(off) > 0.05 ? `: ${Math.round(off * 100)} % off. Is the count right, and the scale?` : ', which fits.'}`
          : ''}
      </p>
      <div className="col-span-2">
        <Tick checked={mirrored} onChange={setMirrored}>
          last pin first
        </Tick>
      </div>
      <Button tone="main" className="col-span-2" disabled={!first} onClick={put}>
        {first ? 'Place the row' : 'Click the first pad on the plate'}
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
  const { documents, desk } = useJob();
  const { take, choose } = useTool();
  const wanted = terminalCount(tool.part);
  const finish = (): void => {
    const part = makeComponent(documents.board, tool.part, face, tool.terminals);
    desk.store
      .getState()
      .replace('board', { ...documents.board, components: [...documents.board.components, part] });
    choose(part.terminals[0]?.id ?? null);
    take({ ...tool, terminals: [] });
  };
  return (
    <div className="flex flex-col gap-3">
      <SelectField
        label="Part"
        value={tool.part}
        options={COMPONENT_OPTIONS}
        onPick={(part) => take({ kind: 'component', part: part as typeof tool.part, terminals: [] })}
      />
      <p className="text-second text-ink2">
        {tool.terminals.length} of {wanted ?? 'its'} terminals clicked
        {tool.part === 'choke' ? '; one side first, then the other in the same order' : ''}
      </p>
      {wanted === null && (
        <Button tone="main" disabled={tool.terminals.length === 0} onClick={finish}>
          That is all of them
        </Button>
      )}
    </div>
  );
}

export function SmallForms({ tool }: { readonly tool: Tool }) {
  const { take } = useTool();
  if (tool.kind === 'leg') {
    return (
      <SelectField
        label="Leg"
        value={tool.fixing}
        options={[
          ['through-hole', 'through the board'],
          ['surface', 'on the surface'],
        ]}
        onPick={(f) => take({ kind: 'leg', fixing: f as typeof tool.fixing })}
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
    return tool.from && tool.to ? (
      <p className="figure text-[22px] font-semibold" role="status">
        {printLength(distanceMm(tool.from, tool.to))}
      </p>
    ) : (
      <p className="text-ink2">{tool.from ? 'Now the other place.' : 'Click the first place.'}</p>
    );
  }
  return null;
}
