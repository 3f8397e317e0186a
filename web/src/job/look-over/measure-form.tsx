import { useState } from 'react';
import type { FaceSheet, KnownPoint, PhotoMeasure } from '@zebbit/core';
import { fitCircle, lengthsOf, readFrame, setMeasure, withLengths } from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { Button } from '../../ui/button';
import { FigureField, SelectField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { photoTask } from '../../workers/photo-reader';
import { useJob } from '../../desk/job-context';
import type { MeasureMethod, Tool } from '../../desk/tool-store';
import { usePlate, useTool } from '../../desk/desk-context';

type ScaleTool = Extract<Tool, { kind: 'scale' }>;

const METHODS: readonly (readonly [MeasureMethod, string])[] = [
  ['length', 'a length, or several'],
  ['rectangle', 'a rectangle: takes the tilt out'],
  ['grid', 'a grid, as of header pins: takes the tilt out'],
  ['coin', 'a coin'],
  ['sheet', 'the printed sheet: found by itself'],
];

/** Things on hand whose size is known (header pitch and shell from memory of their drawings). */
const KNOWN: readonly (readonly [string, number | null])[] = [
  ['my caliper', null],
  ['header pins, 10 steps', 25.4],
  ['ruler, 30 mm', 30],
  ['Micro-B shell, width', 7.5],
];

/** Sets the measure of the picture in hand by the method chosen. */
export function MeasureForm({ tool }: { readonly tool: ScaleTool }) {
  const { documents, edit } = useJob();
  const { take } = useTool();
  const { showOnly } = usePlate();
  const [fault, setFault] = useState<string | null>(null);
  const [anew, setAnew] = useState(false);
  const sheet = documents.board.faces[tool.index];
  if (!sheet) return null;
  const measured = anew ? null : sheet.measure;
  const keep = (measure: PhotoMeasure): void => {
    const verdict = readFrame(measure);
    if (!verdict.ok) {
      setFault(verdict.message);
      return;
    }
    setFault(null);
    edit('board', () => setMeasure(documents.board, tool.index, measure));
    take({ kind: 'none' });
    showOnly(null);
  };
  return (
    <div className="flex flex-col gap-3">
      <SelectField
        label="Measured by"
        value={tool.method}
        options={METHODS}
        onPick={(m) => take({ ...tool, method: m as MeasureMethod, clicks: [] })}
      />
      {sheet.measure !== null && (
        <Tick checked={anew} onChange={setAnew}>
          measure it anew: what is known of it is forgotten
        </Tick>
      )}
      {tool.method === 'length' && <ByLength tool={tool} measured={measured} keep={keep} />}
      {tool.method === 'rectangle' && <ByRectangle tool={tool} measured={measured} keep={keep} />}
      {tool.method === 'grid' && <ByGrid tool={tool} measured={measured} keep={keep} />}
      {tool.method === 'coin' && <ByCoin tool={tool} measured={measured} keep={keep} />}
      {tool.method === 'sheet' && <BySheet sheet={sheet} measured={measured} keep={keep} />}
      {fault !== null && (
        <p role="alert" className="text-second text-stop">
          {tool.method === 'length' ? 'Length between the clicks' : 'Measure'}: {fault}
        </p>
      )}
      {tool.clicks.length > 0 && (
        <Button
          tone="quiet"
          className="self-start"
          onClick={() => take({ ...tool, clicks: tool.clicks.slice(0, -1) })}
        >
          Take the last click back
        </Button>
      )}
    </div>
  );
}

interface MethodProps {
  readonly tool: ScaleTool;
  /** What is known of the picture already, and is weighed with what comes. */
  readonly measured: PhotoMeasure | null;
  readonly keep: (measure: PhotoMeasure) => void;
}

/** A picture laid flat by known points; lengths that were taken before are weighed with them. */
const laidFlat = (measured: PhotoMeasure | null, points: readonly KnownPoint[]): PhotoMeasure =>
  withLengths({ kind: 'plane', points }, lengthsOf(measured));

function ByLength({ tool, measured, keep }: MethodProps) {
  const lengths = lengthsOf(measured);
  const [known, setKnown] = useState('my caliper');
  const [from, to] = tool.clicks;
  return (
    <>
      <p className="text-second text-ink2" role="status">
        {!from && 'Click one end of something you can measure with a caliper: the board’s edge is good.'}
        {from && !to && 'Now the other end.'}
        {from && to && 'Both ends are clicked.'}
      </p>
      {from && to && (
        <>
          <SelectField
            label="What it is"
            value={known}
            options={KNOWN.map(([n]) => [n, n] as const)}
            onPick={(n) => {
              setKnown(n);
              const mm = KNOWN.find(([name]) => name === n)?.[1];
              if (mm) keep(withLengths(measured, [...lengths, { from, to, lengthMm: mm }]));
            }}
          />
          <FigureField
            label="Length between the clicks"
            kind="length"
            shown=""
            hint="As the caliper shows it: 32.5, 1280mil"
            onFigure={(lengthMm) => keep(withLengths(measured, [...lengths, { from, to, lengthMm }]))}
          />
        </>
      )}
      {measured?.kind === 'plane' ? (
        <p className="text-second text-ink2">
          A length is weighed with the known points: far from them it tells most.
        </p>
      ) : (
        lengths.length > 0 && (
          <p className="text-second text-ink2">
            A length more is weighed with the {lengths.length} there: one across the others tells of the tilt,
            three tell which one is off.
          </p>
        )
      )}
    </>
  );
}

/** Corners of a rectangle in the order they are clicked, mm. */
export const cornersOf = (w: number, h: number): readonly { x: number; y: number }[] => [
  { x: 0, y: 0 },
  { x: w, y: 0 },
  { x: w, y: h },
  { x: 0, y: h },
];

function ByRectangle({ tool, measured, keep }: MethodProps) {
  const [width, setWidth] = useState<number | null>(null);
  const [height, setHeight] = useState<number | null>(null);
  const { clicks } = tool;
  const next = ['top left', 'top right', 'bottom right', 'bottom left'][clicks.length];
  return (
    <>
      <p className="text-second text-ink2" role="status">
        {next
          ? `Click the ${next} corner: of the board, or of any rectangle lying flat on it.`
          : 'Four corners are clicked.'}
      </p>
      <div className="grid grid-cols-2 gap-3">
        <FigureField
          label="Width"
          kind="length"
          shown={width === null ? '' : `${width} mm`}
          onFigure={setWidth}
        />
        <FigureField
          label="Height"
          kind="length"
          shown={height === null ? '' : `${height} mm`}
          onFigure={setHeight}
        />
      </div>
      <Button
        tone="main"
        disabled={clicks.length < 4 || width === null || height === null}
        onClick={() => {
          const corners = cornersOf(width ?? 0, height ?? 0);
          keep(
            laidFlat(
              measured,
              clicks.slice(0, 4).map((at, i) => ({ at, mm: corners[i] ?? { x: 0, y: 0 } })),
            ),
          );
        }}
      >
        Lay it flat
      </Button>
    </>
  );
}

function ByGrid({ tool, measured, keep }: MethodProps) {
  const [columns, setColumns] = useState(4);
  const [rows, setRows] = useState(2);
  const [pitch, setPitch] = useState(2.54);
  const left = columns * rows - tool.clicks.length;
  const sizes = Array.from({ length: 11 }, (_, i) => [String(i + 2), String(i + 2)] as const);
  return (
    <>
      <p className="text-second text-ink2" role="status">
        {left > 0
          ? `Click every point, row by row from the top left: ${left} to go.`
          : 'All points are clicked.'}
      </p>
      <div className="grid grid-cols-3 gap-3">
        <SelectField
          label="Columns"
          value={String(columns)}
          options={sizes}
          onPick={(n) => setColumns(Number(n))}
        />
        <SelectField label="Rows" value={String(rows)} options={sizes} onPick={(n) => setRows(Number(n))} />
        <FigureField label="Pitch" kind="length" shown={`${pitch} mm`} onFigure={setPitch} />
      </div>
      <Button
        tone="main"
        disabled={left > 0}
        onClick={() =>
          keep(
            laidFlat(
              measured,
              tool.clicks.slice(0, columns * rows).map((at, i) => ({
                at,
                mm: { x: (i % columns) * pitch, y: Math.floor(i / columns) * pitch },
              })),
            ),
          )
        }
      >
        Lay it flat
      </Button>
    </>
  );
}

function ByCoin({ tool, measured, keep }: MethodProps) {
  const circle = fitCircle(tool.clicks);
  return (
    <>
      <p className="text-second text-ink2" role="status">
        {tool.clicks.length < 3
          ? `Click the rim of the coin in ${3 - tool.clicks.length} more places, far apart.`
          : circle
            ? `The rim is met within ${circle.rms.toFixed(1)} px; more clicks help.`
            : 'The clicks lie on a line.'}
      </p>
      {circle && (
        <FigureField
          label="Diameter of the coin"
          kind="length"
          shown=""
          onFigure={(lengthMm) => {
            const { centre: c, radius: r } = circle;
            keep(
              withLengths(measured, [
                ...lengthsOf(measured),
                { from: { x: c.x - r, y: c.y }, to: { x: c.x + r, y: c.y }, lengthMm },
              ]),
            );
          }}
        />
      )}
    </>
  );
}

function BySheet({ sheet, measured, keep }: Omit<MethodProps, 'tool'> & { readonly sheet: FaceSheet }) {
  const [state, setState] = useState<'idle' | 'looking' | 'none'>('idle');
  const look = (): void => {
    setState('looking');
    const { answer } = photoTask((reader) =>
      reader.sheet(routes.photo(sheet.photoId), sheet.widthPx, sheet.heightPx),
    );
    answer.then(
      (points) => {
        setState(points ? 'idle' : 'none');
        if (points) keep(laidFlat(measured, points));
      },
      () => setState('none'),
    );
  };
  return (
    <>
      <p className="text-second text-ink2">
        Print it under “In and out” below, lay the board inside its four round marks, and photograph all of
        it.
      </p>
      <Button tone="main" disabled={state === 'looking'} onClick={look}>
        {state === 'looking' ? 'Looking for the marks…' : 'Find the marks'}
      </Button>
      {state === 'none' && (
        <p role="alert" className="text-second text-stop">
          Sheet: the four round marks are not all in sight. Photograph the whole sheet, flat and evenly lit.
        </p>
      )}
    </>
  );
}
