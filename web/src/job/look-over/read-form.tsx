import { useEffect, useRef, useState } from 'react';
import type { ReadingStage } from '@zebbit/core';
import {
  LEAST_PIXELS,
  PIXELS_WANTED,
  pixelsAPad,
  readFrame,
  readingSpread,
  strikeRefused,
  toPhoto,
  withoutPlaced,
} from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { ChipsOne } from '../../ui/chips';
import { routes } from '@zebbit/contract';
import * as Comlink from 'comlink';
import { Button } from '../../ui/button';
import { photoTask } from '../../workers/photo-reader';
import type { PhotoTask } from '../../workers/photo-reader';
import { useJob } from '../../desk/job-context';
import type { Tool } from '../../desk/tool-store';
import { useBoxLook } from './use-box-look';
import { usePlate, useTool } from '../../desk/desk-context';

const STAGES: readonly ReadingStage[] = [
  'laying patterns',
  'laying flat',
  'evening the lamp',
  'finding metal',
  'fitting rows',
  'finding legs',
];

const POINT_AT = [
  ['pads', 'First and last pad'],
  ['holes', 'Two holes'],
] as const;

/** Reads the picture in the box; offers what it saw, row by row, land by land. */
export function ReadForm({ tool }: { readonly tool: Extract<Tool, { kind: 'read' }> }) {
  const { documents, edit } = useJob();
  const { take, propose, proposal, refused } = useTool();
  const face = usePlate((s) => s.face);
  const [stage, setStage] = useState<ReadingStage | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const task = useRef<PhotoTask<unknown> | null>(null);
  useEffect(() => () => task.current?.cancel(), []);
  const { from, to } = tool;
  const box =
    from && to
      ? {
          x: Math.min(from.x, to.x),
          y: Math.min(from.y, to.y),
          width: Math.abs(from.x - to.x),
          height: Math.abs(from.y - to.y),
        }
      : null;

  /** The closest look at the box: a close-up that is laid on and shows all of it, else the base. */
  const closest = () => {
    const pictures = documents.board.faces.flatMap((f) => {
      const verdict = f.face === face && f.measure ? readFrame(f.measure) : null;
      return verdict?.ok ? [{ sheet: f, frame: verdict.frame }] : [];
    });
    if (!box) return undefined;
    const corners = [0, 1, 2, 3].map((k) => ({
      x: box.x + (k % 2) * box.width,
      y: box.y + Math.floor(k / 2) * box.height,
    }));
    const covers = ({ sheet, frame }: (typeof pictures)[number]): boolean =>
      corners
        .map((c) => toPhoto(c, frame))
        .every((p) => p.x >= 0 && p.y >= 0 && p.x <= sheet.widthPx && p.y <= sheet.heightPx);
    return pictures.filter((p) => p.sheet.shown && covers(p)).at(-1) ?? pictures[0];
  };
  const picture = closest();
  const look = useBoxLook(picture, box);
  const pixels = picture && box ? pixelsAPad(picture.frame.back, box, documents.board.family) : null;
  const isHere = (at: { readonly x: number; readonly y: number }): boolean =>
    box !== null && at.x >= box.x && at.x <= box.x + box.width && at.y >= box.y && at.y <= box.y + box.height;
  const struckHere = documents.board.seenWrong.filter((s) => s.face === face && isHere(s.at));
  const [first, second] = tool.pointed?.at ?? [];

  const read = (): void => {
    if (!box || !picture) return;
    // What is unticked in the offer that is open was wrong: it is not offered again.
    const board = proposal
      ? strikeRefused(documents.board, proposal.face, proposal.found, refused)
      : documents.board;
    if (board !== documents.board) edit('board', () => board);
    setFault(null);
    setStage('laying patterns');
    const { sheet, frame } = picture;
    const work = photoTask((reader) =>
      reader.read(
        {
          url: routes.photo(sheet.photoId),
          widthPx: sheet.widthPx,
          heightPx: sheet.heightPx,
          toPhoto: frame.back,
          box,
          scaleSpread: readingSpread(frame, { x: box.x + box.width / 2, y: box.y + box.height / 2 }),
          family: documents.board.family,
          finish: documents.board.finish ?? 'solder',
          hint: tool.pointed && first && second ? { what: tool.pointed.what, at: [first, second] } : null,
          struck: board.seenWrong.filter((s) => s.face === face).map((s) => s.at),
        },
        Comlink.proxy(setStage),
      ),
    );
    task.current = work;
    work.answer.then(
      (found) => {
        setStage(null);
        const fresh = withoutPlaced(documents.board, face, found);
        propose({ face, found: fresh });
        if (fresh.rows.length + fresh.lands.length === 0)
          setFault(
            found.rows.length + found.lands.length > 0
              ? 'All that was seen in this box is placed already.'
              : found.doubts.includes('crowd')
                ? 'So many lands lie in this box that the port’s are not told from the rest, and no known pattern fits. Draw it closer round the port, or point at the first and last pad.'
                : 'Nothing like pads was seen in this box. Draw it closer round the port, or place them by hand.',
          );
        else take({ kind: 'none' });
      },
      (e: unknown) => {
        setStage(null);
        setFault(e instanceof Error ? e.message : String(e));
      },
    );
  };

  const ready = box !== null && box.width * box.height > 0;
  useKeys({
    Enter: (e) => {
      // On a button Enter does what it always does there.
      if (!ready || (e.target instanceof Element && e.target.closest('button') !== null)) return false;
      if (stage === null) read();
      return true;
    },
  });

  if (stage !== null)
    return (
      <div className="flex flex-col gap-2" role="status">
        <p>Reading the picture: {stage}…</p>
        <progress
          className="w-full"
          max={STAGES.length}
          value={STAGES.indexOf(stage) + 1}
          aria-label="Reading the picture"
        />
        <Button
          onClick={() => {
            task.current?.cancel();
            setStage(null);
          }}
        >
          Cancel
        </Button>
      </div>
    );
  return (
    <div className="flex flex-col gap-2">
      <p role="status">
        {!from
          ? 'Click one corner of a box round what is left of the port.'
          : !to
            ? 'Now the opposite corner.'
            : 'Zebbit looks for lands and holes in the box. Nothing is placed without your yes.'}
        {look?.blurred === false && look.edgeMm !== null
          ? ` Sharp enough here: edges are ${look.edgeMm.toFixed(2)} mm wide.`
          : ''}
      </p>
      {pixels !== null && pixels < PIXELS_WANTED && (
        <p role="status" className={`text-second ${pixels < LEAST_PIXELS ? 'text-stop' : 'text-ink2'}`}>
          Few pixels: the narrowest pad here is {pixels.toFixed(0)} across, {PIXELS_WANTED} are wanted. A
          closer picture reads better.
        </p>
      )}
      {look?.blurred === true && (
        <p role="status" className="text-second text-wait">
          Not sharp here: edges are {(look.edgeMm ?? 0).toFixed(2)} mm wide. Many a torn pad will not be told
          from one that is there: hold the camera still, focus on the row, and take another picture.
        </p>
      )}
      {look?.glare === true && (
        <p role="status" className="text-second text-wait">
          The lamp shines on the board in this box. Tilt the board or move the lamp, and take another picture:
          what is said of torn pads is uncertain here.
        </p>
      )}
      <p className="text-second font-semibold text-ink2">
        What the pads shine with, where no known pattern fits
      </p>
      <ChipsOne
        label="What the pads shine with"
        options={[
          ['solder', 'Solder'],
          ['gold', 'Gold'],
          ['copper', 'Bare copper'],
        ]}
        value={documents.board.finish}
        onChange={(finish) => edit('board', (d) => void (d.finish = finish))}
      />
      {to && (
        <>
          <p className="text-second font-semibold text-ink2">Point at two things, where it read wrong</p>
          <ChipsOne
            label="What you point at"
            options={POINT_AT}
            value={tool.pointed?.what ?? null}
            onChange={(what) =>
              take(what === null ? { kind: 'read', from, to } : { ...tool, pointed: { what, at: [] } })
            }
          />
          {tool.pointed && (
            <p role="status" className="text-second text-ink2">
              {second
                ? 'Both are marked; only patterns with these two there are tried.'
                : first
                  ? 'Now the other one.'
                  : tool.pointed.what === 'pads'
                    ? 'Click the middle of the first or the last pad of a row.'
                    : 'Click the middle of a hole.'}
            </p>
          )}
        </>
      )}
      {struckHere.length > 0 && (
        <div className="flex flex-col gap-1">
          <p className="text-second text-ink2">
            {struckHere.length === 1
              ? 'One place in this box was struck out of an earlier offer: nothing is offered there again.'
              : `${struckHere.length} places in this box were struck out of earlier offers: nothing is offered there again.`}
          </p>
          <Button
            onClick={() =>
              edit(
                'board',
                (d) => void (d.seenWrong = d.seenWrong.filter((s) => !isHere(s.at) || s.face !== face)),
              )
            }
          >
            Offer again
          </Button>
        </div>
      )}
      <Button tone="main" disabled={!ready} hotkey="Enter" onClick={read}>
        Read the picture
      </Button>
      {fault !== null && (
        <p role="alert" className="text-second text-stop">
          Picture: {fault}
        </p>
      )}
      {proposal === null ? null : (
        <p className="text-second text-ink2">A new reading replaces the offer that is open.</p>
      )}
    </div>
  );
}
