import { useRef } from 'react';
import type { PointerEvent } from 'react';
import type { BoardPoint, Face, Way, WayPoint } from '@zebbit/core';
import { stretchesOf } from '@zebbit/core';
import type { Viewport } from '../desk/plate-store';
import { fromScreen, toScreen } from '../desk/plate-store';
import { PLATE } from './plate-colours';

/** The middle of a path, by length. */
function middleOf(path: readonly WayPoint[], face: Face): BoardPoint | null {
  const own = stretchesOf(path).filter(([a]) => a.face === face);
  const whole = own.reduce((s, [a, b]) => s + Math.hypot(b.x - a.x, b.y - a.y), 0);
  let left = whole / 2;
  for (const [a, b] of own) {
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (left <= length && length > 0)
      return { x: a.x + ((b.x - a.x) * left) / length, y: a.y + ((b.y - a.y) * left) / length };
    left -= length;
  }
  return null;
}

/** Takes hold of the chosen wire: where it is let go, its way passes. */
export function WireHandle({
  way,
  face,
  viewport,
  label,
  held,
  onHold,
  onDrop,
}: {
  readonly way: Way;
  readonly face: Face;
  readonly viewport: Viewport;
  readonly label: string;
  readonly held: boolean;
  readonly onHold: (on: boolean) => void;
  readonly onDrop: (at: BoardPoint) => void;
}) {
  const dot = useRef<SVGGElement>(null);
  const from = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const middle = middleOf(way.path, face);
  if (!middle) return null;
  const at = toScreen(middle, viewport);
  const moved = (e: PointerEvent): { x: number; y: number } => ({
    x: e.clientX - (from.current?.x ?? e.clientX),
    y: e.clientY - (from.current?.y ?? e.clientY),
  });
  return (
    <g
      ref={dot}
      data-no-zoom
      role="button"
      tabIndex={0}
      aria-label={`Drag the wire of ${label}`}
      transform={`translate(${at.x} ${at.y})`}
      style={{ cursor: held ? 'grabbing' : 'grab', touchAction: 'none' }}
      onPointerDown={(e) => {
        from.current = { x: e.clientX, y: e.clientY };
        e.currentTarget.setPointerCapture(e.pointerId);
        onHold(true);
      }}
      onPointerMove={(e) => {
        if (!from.current) return;
        const by = moved(e);
        dot.current?.setAttribute('transform', `translate(${at.x + by.x} ${at.y + by.y})`);
      }}
      onPointerUp={(e) => {
        const by = moved(e);
        from.current = null;
        onHold(false);
        if (Math.hypot(by.x, by.y) < 4) return;
        onDrop(fromScreen({ x: at.x + by.x, y: at.y + by.y }, viewport));
      }}
      onKeyDown={(e) => {
        const px = e.shiftKey ? 40 : 10;
        const by = (
          { ArrowLeft: [-px, 0], ArrowRight: [px, 0], ArrowUp: [0, -px], ArrowDown: [0, px] } as Readonly<
            Record<string, readonly [number, number]>
          >
        )[e.key];
        if (!by) return;
        e.preventDefault();
        e.stopPropagation();
        onDrop(fromScreen({ x: at.x + by[0], y: at.y + by[1] }, viewport));
      }}
    >
      <circle r={13} fill="transparent" />
      <circle r={6.5} fill={PLATE.light} stroke={PLATE.dark} strokeWidth={2} />
    </g>
  );
}
