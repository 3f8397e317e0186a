import { useEffect, useLayoutEffect, useRef } from 'react';
import type { RefObject } from 'react';
import { select } from 'd3-selection';
import type { ZoomBehavior } from 'd3-zoom';
import { zoom, zoomIdentity } from 'd3-zoom';
import type { Viewport } from '../desk/plate-store';
import { fitViewport } from '../desk/plate-store';
import { useDesk, usePlate } from '../desk/desk-context';

interface Size {
  readonly width: number;
  readonly height: number;
}

export interface ZoomTools {
  readonly by: (factor: number) => void;
  readonly fit: () => void;
}

/**
 * Pan and zoom of the plate by d3-zoom. While the hand moves, the stage is only shifted and scaled as a whole, which needs no
 * drawing; when it rests, the viewport is set and everything is drawn anew for it. Fits whenever `fitKey` changes, unless a flip
 * left a place to keep.
 */
export function useZoom(
  frame: RefObject<HTMLElement | null>,
  stage: RefObject<HTMLElement | null>,
  size: Size,
  board: Size & { readonly x: number; readonly y: number },
  fitKey: string,
): ZoomTools {
  const behaviour = useRef<ZoomBehavior<HTMLElement, unknown> | null>(null);
  const { plate } = useDesk();
  const drawn = useRef<Viewport>(plate.getState().viewport);
  const { setViewport } = plate.getState();
  const viewport = usePlate((s) => s.viewport);

  useLayoutEffect(() => {
    drawn.current = viewport;
    select(stage.current).style('transform', null);
  }, [viewport, stage]);

  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const z = zoom<HTMLElement, unknown>()
      .scaleExtent([0.5, 600])
      .clickDistance(4)
      .filter(
        (e: Event) =>
          !(e.target instanceof Element && e.target.closest('[data-no-zoom]')) && !(e as MouseEvent).button,
      )
      .on('zoom', (event: { transform: Viewport }) => {
        const { k, x, y } = event.transform;
        const from = drawn.current;
        const share = k / from.k;
        select(stage.current).style(
          'transform',
          `translate(${x - from.x * share}px, ${y - from.y * share}px) scale(${share})`,
        );
      })
      .on('end', (event: { transform: Viewport }) => {
        const { k, x, y } = event.transform;
        const now = plate.getState().viewport;
        if (now.k !== k || now.x !== x || now.y !== y) setViewport({ k, x, y });
        else select(stage.current).style('transform', null);
      });
    behaviour.current = z;
    select(element).call(z).on('dblclick.zoom', null);
    return () => void select(element).on('.zoom', null);
  }, [frame, stage, setViewport, plate]);

  const show = (v: Viewport): void => {
    const element = frame.current;
    if (!element || !behaviour.current || size.width === 0) return;
    select(element).call((s) => behaviour.current?.transform(s, zoomIdentity.translate(v.x, v.y).scale(v.k)));
  };
  const fit = (): void => {
    const { keep } = plate.getState();
    if (keep && size.width > 0) {
      plate.setState({ keep: null });
      show({ k: keep.k, x: size.width / 2 - keep.at.x * keep.k, y: size.height / 2 - keep.at.y * keep.k });
    } else show(fitViewport(size, board));
  };
  const latestFit = useRef(fit);
  useEffect(() => {
    latestFit.current = fit;
  });
  const last = useRef<{ readonly key: string; readonly size: Size } | null>(null);
  const latestShow = useRef(show);
  useEffect(() => {
    latestShow.current = show;
  });
  useEffect(() => {
    const before = last.current;
    if (size.width > 0) last.current = { key: fitKey, size: { width: size.width, height: size.height } };
    // Another picture is fitted; the same one in another frame keeps its middle and its scale.
    if (before?.key !== fitKey || plate.getState().keep) {
      latestFit.current();
      return;
    }
    const { k, x, y } = plate.getState().viewport;
    latestShow.current({
      k,
      x: x + (size.width - before.size.width) / 2,
      y: y + (size.height - before.size.height) / 2,
    });
  }, [fitKey, size.width, size.height, plate]);

  return {
    fit: () => show(fitViewport(size, board)),
    by: (factor) => {
      if (frame.current) select(frame.current).call((s) => behaviour.current?.scaleBy(s, factor));
    },
  };
}
