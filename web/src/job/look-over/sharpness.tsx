import { useQuery } from '@tanstack/react-query';
import { routes } from '@zebbit/contract';
import type { FaceSheet } from '@zebbit/core';
import { distanceMm, readFrame, toBoard } from '@zebbit/core';
import { photoTask } from '../../workers/photo-reader';

/** How much of the board the longer side of a measured picture shows, mm; `null` where it is not measured. */
function shownMm({ measure, widthPx, heightPx }: FaceSheet): number | null {
  const verdict = measure ? readFrame(measure) : null;
  if (!verdict?.ok) return null;
  const [cx, cy] = [widthPx / 2, heightPx / 2];
  const ends =
    widthPx >= heightPx
      ? [
          { x: 0, y: cy },
          { x: widthPx, y: cy },
        ]
      : [
          { x: cx, y: 0 },
          { x: cx, y: heightPx },
        ];
  const [from, to] = ends.map((p) => toBoard(p, verdict.frame));
  return from && to ? distanceMm(from, to) : null;
}

const mm = (length: number): string => `${length < 10 ? length.toFixed(1) : Math.round(length)} mm`;

/** Whether a picture is sharp enough for torn pads to be told: said as soon as it is there, and held against what it shows once it is measured. */
export function Sharpness({ sheet }: { readonly sheet: FaceSheet }) {
  const { photoId, widthPx, heightPx } = sheet;
  const { data: look } = useQuery({
    queryKey: ['picture-look', photoId],
    queryFn: () => photoTask((reader) => reader.lookAtAll(routes.photo(photoId), widthPx, heightPx)).answer,
    // Where there are no workers nothing is said; a picture stays as it is.
    enabled: typeof Worker !== 'undefined',
    staleTime: Infinity,
    retry: false,
  });
  if (!look) return null;
  if (look.edgePx === null || look.widestMm === null)
    return (
      <p className="mt-1 text-second text-wait">
        Hardly an edge to be seen: too dark, or out of focus. Torn pads can hardly be told in it.
      </p>
    );
  const shown = shownMm(sheet);
  if (shown !== null && shown > look.widestMm)
    return (
      <p className="mt-1 text-second text-wait">
        Nowhere sharp enough for torn pads: it shows {mm(shown)} across, no more than {mm(look.widestMm)}{' '}
        would do. Rest the camera, tap to focus, go nearer, and lay that picture on this one.
      </p>
    );
  return (
    <p className="mt-1 text-second text-ink2">
      {shown === null
        ? `At its sharpest it will do for torn pads if it shows no more than ${mm(look.widestMm)} across.`
        : `At its sharpest it will do for torn pads: it shows ${mm(shown)} across, up to ${mm(look.widestMm)} would do.`}
    </p>
  );
}
