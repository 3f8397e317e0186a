import { PLATE } from './plate-colours';
import type { KeyboardEvent, ReactNode } from 'react';
import type { Board, Face, PinRow } from '@zebbit/core';
import { PAD_STATE_WORDS, pinPoint } from '@zebbit/core';
import { PadMark } from './pad-mark';
import type { Viewport } from '../desk/plate-store';
import { toScreen } from '../desk/plate-store';

export interface MarksProps {
  readonly board: Board;
  readonly face: Face;
  readonly viewport: Viewport;
  readonly chosen: string | null;
  /** Things chosen together. */
  readonly picked: ReadonlySet<string>;
  readonly onPick: (id: string, more: boolean) => void;
}

interface MarkProps {
  readonly id: string;
  readonly name: string;
  readonly chosen: boolean;
  readonly onPick: (id: string, more: boolean) => void;
  readonly transform: string;
  readonly children: ReactNode;
}

/** One thing on the plate that can be picked with the mouse, or reached with Tab and picked with Enter. */
function Mark({ id, name, chosen, onPick, transform, children }: MarkProps) {
  const onKeyDown = (e: KeyboardEvent): void => {
    if (e.key !== 'Enter' && e.key !== ' ') return;
    e.preventDefault();
    e.stopPropagation();
    onPick(id, e.shiftKey);
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      aria-pressed={chosen}
      transform={transform}
      className="cursor-pointer"
      onClick={(e) => {
        e.stopPropagation();
        onPick(id, e.shiftKey);
      }}
      onKeyDown={onKeyDown}
    >
      {children}
    </g>
  );
}

/** Size of a pad on the screen for a row: a little over half the pitch wide, four times as long (common practice of land patterns). */
export function padSize(
  row: PinRow,
  k: number,
): { readonly width: number; readonly length: number; readonly spacing: number } {
  const spacing = row.offsetsMm
    ? Math.min(
        ...row.offsetsMm
          .slice(1)
          .map((o, i) => o - (row.offsetsMm?.[i] ?? 0))
          .filter((d) => d > 0),
      )
    : row.pitchMm;
  const width = Math.max(6, Math.min(0.58 * spacing, 1.2) * k);
  return { width, length: Math.max(18, Math.min(1.5, 2.6 * spacing) * k), spacing: spacing * k };
}

function RowMarks({
  row,
  viewport,
  chosen,
  picked,
  onPick,
}: { readonly row: PinRow } & Pick<MarksProps, 'viewport' | 'chosen' | 'picked' | 'onPick'>) {
  const usual = padSize(row, viewport.k);
  const { spacing } = usual;
  const width = row.padMm ? Math.max(4, row.padMm[0] * viewport.k) : usual.width;
  const length = row.padMm ? Math.max(10, row.padMm[1] * viewport.k) : usual.length;
  const whole = picked.has(row.id);
  return row.pins.map((pin, i) => {
    const mine = whole || chosen === pin.id;
    const numbered = spacing >= 12 || chosen === pin.id || i === 0 || i === row.pins.length - 1;
    const at = toScreen(pinPoint(row, i), viewport);
    return (
      <Mark
        key={pin.id}
        id={pin.id}
        name={`pin ${pin.number} ${pin.function}, ${PAD_STATE_WORDS[pin.state]}`}
        chosen={mine}
        onPick={onPick}
        transform={`translate(${at.x} ${at.y}) rotate(${row.directionDeg})`}
      >
        <PadMark state={pin.state} width={width} length={length} chosen={mine} />
        {numbered && (
          <text
            transform={`translate(${width * 0.12 + 3} ${-length / 2 - 7}) rotate(-90)`}
            fontSize={11.5}
            fontWeight={chosen === pin.id ? 800 : 600}
            fontFamily="var(--font-mono)"
            fill={chosen === pin.id ? PLATE.chosen : PLATE.light}
            stroke={PLATE.dark}
            strokeWidth={3}
            paintOrder="stroke"
          >
            {pin.number}
          </text>
        )}
      </Mark>
    );
  });
}

const TERMINAL_R = 6;

/** Everything placed on one face. */
export function BoardMarks({ board, face, viewport, chosen, picked, onPick }: MarksProps) {
  const place = (p: { readonly x: number; readonly y: number }): string => {
    const at = toScreen(p, viewport);
    return `translate(${at.x} ${at.y})`;
  };
  return (
    <>
      {board.components
        .filter((c) => c.face === face)
        .map((c) => {
          const ends = c.terminals.map((t) => toScreen(t.at, viewport));
          const mid = {
            x: ends.reduce((n, p) => n + p.x, 0) / ends.length,
            y: ends.reduce((n, p) => n + p.y, 0) / ends.length,
          };
          const right = Math.max(...ends.map((p) => p.x));
          const long = Math.max(...ends.map((p) => Math.hypot(p.x - mid.x, p.y - mid.y)));
          const named = long > 22 || c.terminals.some((t) => t.id === chosen);
          return (
            <g key={c.id}>
              {ends.length > 1 && (
                <polyline
                  aria-hidden
                  points={ends.map((p) => `${p.x},${p.y}`).join(' ')}
                  fill="none"
                  stroke={PLATE.light}
                  strokeWidth={1.4}
                  strokeDasharray="2 3"
                  opacity={0.8}
                />
              )}
              {c.terminals.map((t) => (
                <Mark
                  key={t.id}
                  id={t.id}
                  name={`${c.name} ${t.name}`}
                  chosen={chosen === t.id || picked.has(c.id)}
                  onPick={onPick}
                  transform={place(t.at)}
                >
                  <circle r={13} fill="transparent" />
                  <circle
                    r={TERMINAL_R}
                    fill={PLATE.dark}
                    fillOpacity={0.55}
                    stroke={chosen === t.id || picked.has(c.id) ? PLATE.chosen : PLATE.light}
                    strokeWidth={chosen === t.id ? 3.5 : 2}
                  />
                </Mark>
              ))}
              {named && (
                <text
                  x={right + 14}
                  y={mid.y + 4}
                  fontSize={12}
                  fontWeight={700}
                  fontFamily="var(--font-mono)"
                  fill={PLATE.light}
                  stroke={PLATE.dark}
                  strokeWidth={3}
                  paintOrder="stroke"
                >
                  {c.name}
                </text>
              )}
            </g>
          );
        })}
      {board.legs
        .filter((l) => l.face === face)
        .map((l) => (
          <Mark
            key={l.id}
            id={l.id}
            name={`${l.name}, ${PAD_STATE_WORDS[l.state]}`}
            chosen={chosen === l.id || picked.has(l.id)}
            onPick={onPick}
            transform={place(l.at)}
          >
            <g transform={`rotate(${l.slot ? l.slot.directionDeg - 90 : 0})`}>
              <PadMark
                state={l.state}
                width={Math.max(10, (l.slot?.widthMm ?? 0.9) * viewport.k)}
                length={Math.max(14, (l.slot?.lengthMm ?? 1.5) * viewport.k)}
                chosen={chosen === l.id || picked.has(l.id)}
                round={l.fixing !== 'surface'}
              />
            </g>
          </Mark>
        ))}
      {board.points
        .filter((p) => p.face === face)
        .map((p) => (
          <Mark
            key={p.id}
            id={p.id}
            name={p.name}
            chosen={chosen === p.id || picked.has(p.id)}
            onPick={onPick}
            transform={place(p.at)}
          >
            <circle r={14} fill="transparent" />
            <rect
              x={-6}
              y={-6}
              width={12}
              height={12}
              transform="rotate(45)"
              fill={PLATE.dark}
              fillOpacity={0.55}
              stroke={chosen === p.id || picked.has(p.id) ? PLATE.chosen : PLATE.light}
              strokeWidth={chosen === p.id ? 3.5 : 2}
            />
            <text
              x={14}
              y={4}
              fontSize={12}
              fontWeight={600}
              fill={PLATE.light}
              stroke={PLATE.dark}
              strokeWidth={3}
              paintOrder="stroke"
            >
              {p.name}
            </text>
          </Mark>
        ))}
      {board.rows
        .filter((r) => r.face === face)
        .map((row) => (
          <RowMarks
            key={row.id}
            row={row}
            viewport={viewport}
            chosen={chosen}
            picked={picked}
            onPick={onPick}
          />
        ))}
    </>
  );
}
