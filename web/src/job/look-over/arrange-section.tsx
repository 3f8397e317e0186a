import { Trash2 } from 'lucide-react';
import type { BoardArea, BoardLine } from '@zebbit/core';
import { alignThings, copyThings, lineLengthMm, removeThings, toggleLock, turnThings } from '@zebbit/core';
import { Button } from '../../ui/button';
import { TextField } from '../../ui/field';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { useTool } from '../../desk/desk-context';

/** What can be done with what is chosen together. */
export function Arrange({ whole }: { readonly whole: boolean }) {
  const { documents, edit } = useJob();
  const { picked, choose } = useTool();
  const { board } = documents;
  const locked = picked.length > 0 && picked.every((id) => board.locked.includes(id));
  return (
    <div className="flex flex-wrap gap-2">
      <Button
        className="!min-h-9"
        hotkey=","
        disabled={locked}
        onClick={() => edit('board', () => turnThings(board, picked, -5))}
      >
        turn left
      </Button>
      <Button
        className="!min-h-9"
        hotkey="."
        disabled={locked}
        onClick={() => edit('board', () => turnThings(board, picked, 5))}
      >
        turn right
      </Button>
      <Button
        className="!min-h-9"
        hotkey="D"
        onClick={() => {
          const copied = copyThings(board, picked, 1, 1);
          edit('board', () => copied.board);
          choose(copied.ids[0] ?? null, copied.ids);
        }}
      >
        copy
      </Button>
      {picked.length > 1 && (
        <>
          <Button
            className="!min-h-9"
            hotkey="H"
            onClick={() => edit('board', () => alignThings(board, picked, 'y'))}
          >
            level
          </Button>
          <Button
            className="!min-h-9"
            hotkey="V"
            onClick={() => edit('board', () => alignThings(board, picked, 'x'))}
          >
            upright
          </Button>
        </>
      )}
      <Button
        className="!min-h-9"
        hotkey="O"
        aria-pressed={locked}
        onClick={() => edit('board', () => toggleLock(board, picked))}
      >
        {locked ? 'unlock' : 'lock'}
      </Button>
      <Button
        tone="quiet"
        className="!min-h-9"
        icon={<Trash2 aria-hidden className="size-4" />}
        hotkey="Del"
        disabled={locked}
        onClick={() => {
          edit('board', () => removeThings(board, picked));
          choose(null);
        }}
      >
        {whole ? 'Take the whole row away' : 'Take it away'}
      </Button>
    </div>
  );
}

export function Several() {
  const { picked } = useTool();
  return (
    <SlipSection title={`${picked.length} things chosen`}>
      <p className="mb-2 text-second text-ink2">
        {picked.join(', ')}. The first leads when they are brought in line.
      </p>
      <Arrange whole={false} />
    </SlipSection>
  );
}

export function ShapeFields({ shape }: { readonly shape: BoardLine | BoardArea }) {
  const { edit } = useJob();
  const { take } = useTool();
  const line = 'scars' in shape ? shape : null;
  const rename = (name: string): void =>
    edit('board', (d) => {
      for (const t of [...d.lines, ...d.areas]) if (t.id === shape.id) t.name = name;
    });
  return (
    <SlipSection title={shape.name}>
      <div className="flex flex-col gap-3">
        <p className="figure text-second">
          {line ? `${lineLengthMm(line.points).toFixed(1)} mm long` : `${shape.points.length} corners`}
        </p>
        <TextField label="Name" limit={40} value={shape.name} onCommit={rename} />
        {line?.kind === 'track' && (
          <div className="flex flex-wrap gap-2">
            <Button onClick={() => take({ kind: 'scar', lineId: line.id, scar: 'cracked' })}>
              Crack in it
            </Button>
            <Button onClick={() => take({ kind: 'scar', lineId: line.id, scar: 'torn' })}>
              Piece torn out
            </Button>
            {line.scars.length > 0 && (
              <Button
                tone="quiet"
                onClick={() =>
                  edit('board', (d) => {
                    const mine = d.lines.find((l) => l.id === line.id);
                    mine?.scars.pop();
                  })
                }
              >
                Last scar away
              </Button>
            )}
          </div>
        )}
        <Arrange whole={false} />
      </div>
    </SlipSection>
  );
}
