import { useEffect, useRef, useState } from 'react';
import type { ReadingStage } from '@zebbit/core';
import { placeProposal, readFrame, toPhoto, withoutPlaced } from '@zebbit/core';
import { useKeys } from '../../app/use-keys';
import { ChipsOne } from '../../ui/chips';
import { routes } from '@zebbit/contract';
import * as Comlink from 'comlink';
import { Button } from '../../ui/button';
import { Tick } from '../../ui/tick';
import { photoTask } from '../../workers/photo-reader';
import type { PhotoTask } from '../../workers/photo-reader';
import { useJob } from '../../desk/job-context';
import type { Tool } from '../../desk/tool-store';
import { usePlate, useTool } from '../../desk/desk-context';

const STAGES: readonly ReadingStage[] = ['laying flat', 'evening the lamp', 'finding metal', 'fitting rows'];

/** Reads the picture in the box; offers what it saw, row by row, land by land. */
export function ReadForm({ tool }: { readonly tool: Extract<Tool, { kind: 'read' }> }) {
  const { documents, edit } = useJob();
  const { take, propose, proposal } = useTool();
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

  const read = (): void => {
    // The closest look at the box: a close-up that is laid on and shows all of it, else the base.
    const pictures = documents.board.faces.flatMap((f) => {
      const verdict = f.face === face && f.measure ? readFrame(f.measure) : null;
      return verdict?.ok ? [{ sheet: f, frame: verdict.frame }] : [];
    });
    if (!box) return;
    const corners = [0, 1, 2, 3].map((k) => ({
      x: box.x + (k % 2) * box.width,
      y: box.y + Math.floor(k / 2) * box.height,
    }));
    const covers = ({ sheet, frame }: (typeof pictures)[number]): boolean =>
      corners
        .map((c) => toPhoto(c, frame))
        .every((p) => p.x >= 0 && p.y >= 0 && p.x <= sheet.widthPx && p.y <= sheet.heightPx);
    const picture = pictures.filter((p) => p.sheet.shown && covers(p)).at(-1) ?? pictures[0];
    if (!picture) return;
    setFault(null);
    setStage('laying flat');
    const { sheet, frame } = picture;
    const work = photoTask((reader) =>
      reader.read(
        {
          url: routes.photo(sheet.photoId),
          widthPx: sheet.widthPx,
          heightPx: sheet.heightPx,
          toPhoto: frame.back,
          box,
          family: documents.board.family,
          finish: documents.board.finish ?? 'solder',
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

  const ready = box !== null && box.width * box.height > 0 && documents.board.finish !== null;
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
      </p>
      <p className="text-second font-semibold text-ink2">What do the pads shine with?</p>
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

/** What was seen, to accept, mend by refusing parts, or refuse whole. */
export function ProposalForm() {
  const { documents, edit } = useJob();
  const { proposal, refused, refuse, propose } = useTool();
  if (!proposal || proposal.found.rows.length + proposal.found.lands.length === 0) return null;
  const { rows, lands } = proposal.found;
  const kept = rows.length + lands.length - refused.size;
  return (
    <div className="flex flex-col gap-2">
      <p className="text-second text-ink2">
        Seen in the picture. Untick what is wrong; torn pads are those whose place shows bare board.
      </p>
      {rows.map((row, i) => {
        const torn = row.pads.filter((p) => p.state === 'torn').length;
        return (
          <Tick
            key={`row ${i}`}
            checked={!refused.has(`row ${i}`)}
            onChange={() => refuse(`row ${i}`)}
            note={`pitch ${row.pitchMm.toFixed(2)} ± ${Math.max(0.01, 2 * row.pitchSigmaMm).toFixed(2)} mm${row.family ? ', spaced as a known family' : ''}`}
          >
            Row of {row.pads.length} pads{torn > 0 ? `, ${torn} torn` : ''}
          </Tick>
        );
      })}
      {lands.map((land, i) => (
        <Tick key={`land ${i}`} checked={!refused.has(`land ${i}`)} onChange={() => refuse(`land ${i}`)}>
          {land.fixing === 'surface' ? 'Land' : land.fixing === 'peg' ? 'Peg hole' : 'Plated hole'}{' '}
          {land.slot.widthMm.toFixed(1)} × {land.slot.lengthMm.toFixed(1)} mm
          {land.state === 'torn' ? ', torn off' : ''}
        </Tick>
      ))}
      <div className="flex gap-2">
        <Button
          tone="main"
          disabled={kept === 0}
          onClick={() => {
            edit('board', () => placeProposal(documents.board, proposal.face, proposal.found, refused));
            propose(null);
          }}
        >
          Place what is ticked
        </Button>
        <Button onClick={() => propose(null)}>Refuse all</Button>
      </div>
    </div>
  );
}
