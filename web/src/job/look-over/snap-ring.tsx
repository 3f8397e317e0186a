import { useEffect, useRef, useState } from 'react';
import type { BoardPoint } from '@zebbit/core';
import { snapPlace } from '@zebbit/core';
import { usePlate } from '../../desk/desk-context';
import { useJob } from '../../desk/job-context';
import type { Viewport } from '../../desk/plate-store';
import { fromScreen, toScreen } from '../../desk/plate-store';
import { PLATE } from '../../plate/plate-colours';
import { SNAP_PX } from './use-placing';

/** Shows before the click which thing it would be taken for. */
export function SnapRing({ viewport }: { readonly viewport: Viewport }) {
  const { documents } = useJob();
  const face = usePlate((s) => s.face);
  const mark = useRef<SVGGElement>(null);
  const [hand, setHand] = useState<BoardPoint | null>(null);
  useEffect(() => {
    const svg = mark.current?.ownerSVGElement;
    if (!svg) return;
    const move = (e: PointerEvent): void => {
      const box = svg.getBoundingClientRect();
      setHand(fromScreen({ x: e.clientX - box.left, y: e.clientY - box.top }, viewport));
    };
    const leave = (): void => setHand(null);
    svg.addEventListener('pointermove', move);
    svg.addEventListener('pointerleave', leave);
    return () => {
      svg.removeEventListener('pointermove', move);
      svg.removeEventListener('pointerleave', leave);
    };
  }, [viewport]);
  const snapped = hand && snapPlace(documents.board, face, hand, SNAP_PX / viewport.k);
  const at = snapped && snapped.id !== null ? toScreen(snapped.at, viewport) : null;
  return (
    <g ref={mark} pointerEvents="none">
      {at && (
        <circle data-snap cx={at.x} cy={at.y} r={11} fill="none" stroke={PLATE.chosen} strokeWidth={3} />
      )}
    </g>
  );
}
