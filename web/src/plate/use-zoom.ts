import { useEffect, useRef } from 'react';
import type { RefObject } from 'react';
import { select } from 'd3-selection';
import type { ZoomBehavior } from 'd3-zoom';
import { zoom, zoomIdentity } from 'd3-zoom';
import { fitViewport, usePlate } from './plate-store';

interface Size {
  readonly width: number;
  readonly height: number;
}

export interface ZoomTools {
  readonly by: (factor: number) => void;
  readonly fit: () => void;
}

/** Pan and zoom of the plate by d3-zoom, kept in the plate's store; fits whenever `fitKey` changes. */
export function useZoom(
  ref: RefObject<SVGSVGElement | null>,
  size: Size,
  board: Size,
  fitKey: string,
): ZoomTools {
  const behaviour = useRef<ZoomBehavior<SVGSVGElement, unknown> | null>(null);
  const setViewport = usePlate((s) => s.setViewport);

  useEffect(() => {
    const svg = ref.current;
    if (!svg) return;
    const z = zoom<SVGSVGElement, unknown>()
      .scaleExtent([0.5, 600])
      .clickDistance(4)
      .on('zoom', (event: { transform: { k: number; x: number; y: number } }) => {
        const { k, x, y } = event.transform;
        setViewport({ k, x, y });
      });
    behaviour.current = z;
    select(svg).call(z).on('dblclick.zoom', null);
    return () => void select(svg).on('.zoom', null);
  }, [ref, setViewport]);

  const fit = (): void => {
    const svg = ref.current;
    if (!svg || !behaviour.current || size.width === 0) return;
    const v = fitViewport(size, board);
    select(svg).call((s) => behaviour.current?.transform(s, zoomIdentity.translate(v.x, v.y).scale(v.k)));
  };
  const latestFit = useRef(fit);
  useEffect(() => {
    latestFit.current = fit;
  });
  useEffect(() => latestFit.current(), [fitKey, size.width, size.height]);

  return {
    fit,
    by: (factor) => {
      if (ref.current) select(ref.current).call((s) => behaviour.current?.scaleBy(s, factor));
    },
  };
}
