import { ArrowUpToLine, Trash2 } from 'lucide-react';
import type { Board, FaceSheet } from '@zebbit/core';
import { addPicture, editPicture, raisePicture, withoutPicture } from '@zebbit/core';
import { facePictures } from '../../plate/picture-map';
import { Button } from '../../ui/button';
import { PhotoPicker } from '../../ui/photo-picker';
import { PhoneDialog } from './phone-dialog';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { MeasureReport } from './measure-report';
import { Sharpness } from './sharpness';
import { usePlate, useTool } from '../../desk/desk-context';
import { Range } from '../../ui/range';
import { Tick } from '../../ui/tick';

/** A picture for this face: its first is the base, more are close-ups to be laid on it. */
export function BoardPhoto({ first }: { readonly first: boolean }) {
  const { bundle, edit } = useJob();
  const face = usePlate((s) => s.face);
  return (
    <div className={first ? 'rounded-[14px] bg-sheet p-4 text-ink' : ''}>
      {first && (
        <p className="mb-3 max-w-[34ch]">
          The {face} face has no picture yet. Straight from above, clean, sharp, the torn port in the middle.
        </p>
      )}
      <PhotoPicker
        jobId={bundle.id}
        use="board"
        label={first ? `Photo of the ${face} face` : 'Another picture of this face'}
        caption={`board, ${face}`}
        onStored={(photo) =>
          // On the board as it is by then: an upload takes a while.
          edit('board', (now) => addPicture(now as Board, { ...photo, photoId: photo.id }, face))
        }
      />
      <PhoneDialog face={face} />
    </div>
  );
}

/** The pictures of the face: which is the base, which are laid on it, how strongly each shows. */
export function PicturesSection() {
  const { documents, edit } = useJob();
  const change = (index: number, part: Partial<FaceSheet>): void =>
    edit('board', () => editPicture(documents.board, index, part));
  const { take } = useTool();
  const { face, showOnly } = usePlate();
  const pictures = facePictures(documents.board, face);
  if (pictures.length === 0) return null;
  return (
    <SlipSection title={`Pictures of the ${face} face`}>
      <ul className="mb-3 flex flex-col gap-2">
        {pictures.map(({ sheet, index }, order) => (
          <li key={index} className="rounded-[10px] border border-line p-2">
            <div className="flex items-center gap-2">
              <div className="min-w-0 flex-1">
                <Tick checked={sheet.shown} onChange={() => change(index, { shown: !sheet.shown })}>
                  {sheet.name}
                </Tick>
              </div>
              <span className="text-second text-ink2">
                {order === 0
                  ? sheet.measure
                    ? 'measured'
                    : 'not measured'
                  : sheet.measure
                    ? 'laid on'
                    : 'not laid on'}
              </span>
            </div>
            <Sharpness sheet={sheet} />
            <div className="mt-1 flex items-center gap-2">
              <Range
                label={`How strongly ${sheet.name} shows`}
                value={sheet.opacity}
                onChange={(opacity) => change(index, { opacity })}
              />
              {order > 0 && (
                <Button
                  className="!min-h-9"
                  onClick={() => {
                    take({ kind: 'lay', index, there: [], here: [] });
                    showOnly(index);
                  }}
                  disabled={!pictures[0]?.sheet.measure}
                >
                  Lay on
                </Button>
              )}
              {order > 0 && (
                <Button
                  tone="quiet"
                  className="!min-h-9"
                  aria-label={`${sheet.name} on top of the others`}
                  icon={<ArrowUpToLine aria-hidden className="size-4" />}
                  onClick={() => edit('board', () => raisePicture(documents.board, index))}
                />
              )}
              <Button
                tone="quiet"
                className="!min-h-9"
                aria-label={`Take ${sheet.name} off the plate`}
                icon={<Trash2 aria-hidden className="size-4" />}
                onClick={() => edit('board', () => withoutPicture(documents.board, index))}
              />
            </div>
          </li>
        ))}
      </ul>
      <MeasureReport />
      <div className="mt-3">
        <BoardPhoto first={false} />
      </div>
    </SlipSection>
  );
}
