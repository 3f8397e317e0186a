import { useRef, useState } from 'react';
import type { Overlay } from '@zebbit/core';
import {
  boardCsv,
  boardFootprint,
  boardSvg,
  editOverlay,
  footprintPaths,
  freshId,
  readKicadFootprint,
  SHEET,
  sheetShapes,
  sheetSvg,
  withoutOverlay,
  writeKicadFootprint,
} from '@zebbit/core';
import { Button } from '../../ui/button';
import { saveFile } from '../../ui/save-file';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';
import { readSvgPaths } from './svg-paths';
import { usePlate, useTool } from '../../desk/desk-context';
import { Tick } from '../../ui/tick';

const POINTS_PER_MM = 72 / 25.4;

async function sheetPdf(): Promise<Uint8Array<ArrayBuffer>> {
  const { PDFDocument, rgb } = await import('pdf-lib');
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([SHEET.width * POINTS_PER_MM, SHEET.height * POINTS_PER_MM]);
  const { circles, lines } = sheetShapes();
  const y = (mm: number): number => (SHEET.height - mm) * POINTS_PER_MM;
  for (const c of circles)
    page.drawCircle({
      x: c.at.x * POINTS_PER_MM,
      y: y(c.at.y),
      size: c.r * POINTS_PER_MM,
      color: c.dark ? rgb(0, 0, 0) : rgb(1, 1, 1),
    });
  for (const l of lines)
    page.drawLine({
      start: { x: l.a.x * POINTS_PER_MM, y: y(l.a.y) },
      end: { x: l.b.x * POINTS_PER_MM, y: y(l.b.y) },
      thickness: 0.4,
    });
  return new Uint8Array(await pdf.save());
}

/** Largest drawing taken in, characters. */
const MOST = 5_000_000;

/** The board out in open formats, drawings in as overlays, the sheet to print. */
export function ExchangeSection() {
  const { documents, edit } = useJob();
  const { take } = useTool();
  const face = usePlate((s) => s.face);
  const input = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState<string | null>(null);
  const { board, intake } = documents;
  const stem = (intake.name || 'board').replace(/[^\w-]+/gu, '-').toLowerCase();
  const footprint = boardFootprint(board, face, stem);

  const read = async (file: File): Promise<void> => {
    setFault(null);
    if (file.size > MOST) {
      setFault(`${file.name} is larger than a drawing of a connector can be`);
      return;
    }
    const text = await file.text();
    let drawing: {
      readonly paths: readonly string[];
      readonly from: Overlay['from'];
      readonly words: string;
    };
    if (/\.svg$/iu.test(file.name)) {
      const verdict = readSvgPaths(text);
      if (!verdict.ok) {
        setFault(`${file.name}: ${verdict.message}`);
        return;
      }
      drawing = { ...verdict, words: 'its top left corner, then its bottom right one' };
    } else {
      const verdict = readKicadFootprint(text);
      if (!verdict.ok) {
        setFault(`${file.name}, line ${verdict.line}: ${verdict.message}`);
        return;
      }
      const numbered = verdict.footprint.pads.filter((p) => p.number !== '' && p.type !== 'np_thru_hole');
      const [first, last] = [
        numbered[0],
        numbered.findLast(
          (p) => Math.hypot(p.at.x - (numbered[0]?.at.x ?? 0), p.at.y - (numbered[0]?.at.y ?? 0)) > 0.3,
        ),
      ];
      if (!first || !last) {
        setFault(`${file.name}: it has no two pads to lay it by`);
        return;
      }
      drawing = {
        paths: footprintPaths(verdict.footprint),
        from: [first.at, last.at],
        words: `its pad ${first.number}, then its pad ${last.number}`,
      };
    }
    const id = freshId(board, 'drawing');
    const overlay: Overlay = {
      id,
      name: file.name.slice(0, 60),
      face,
      paths: drawing.paths,
      from: drawing.from,
      to: drawing.from,
      shown: false,
    };
    edit('board', () => ({ ...board, overlays: [...board.overlays, overlay] }));
    take({ kind: 'overlay', id, to: [] });
    setFault(`Now click where it lies: ${drawing.words}.`);
  };

  return (
    <SlipSection title="In and out">
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => saveFile(`${stem}-${face}.svg`, 'image/svg+xml', boardSvg(board, face))}>
          Drawing (SVG)
        </Button>
        <Button
          disabled={!footprint}
          onClick={() =>
            footprint && saveFile(`${stem}.kicad_mod`, 'text/plain', writeKicadFootprint(footprint))
          }
        >
          Land pattern (.kicad_mod)
        </Button>
        <Button onClick={() => saveFile(`${stem}.csv`, 'text/csv', boardCsv(board))}>Table (CSV)</Button>
        <Button onClick={() => input.current?.click()}>Lay a drawing on</Button>
        <Button onClick={() => saveFile('measuring-sheet.svg', 'image/svg+xml', sheetSvg())}>
          Measuring sheet (SVG)
        </Button>
        <Button
          onClick={() =>
            void sheetPdf().then((pdf) => saveFile('measuring-sheet.pdf', 'application/pdf', pdf))
          }
        >
          Measuring sheet (PDF)
        </Button>
      </div>
      <input
        ref={input}
        type="file"
        accept=".svg,.kicad_mod"
        aria-label="Drawing to lay on"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) void read(file);
          e.target.value = '';
        }}
      />
      {fault !== null && (
        <p role="status" className="mt-2 text-second">
          {fault}
        </p>
      )}
      {board.overlays.length > 0 && (
        <ul className="mt-2">
          {board.overlays.map((o) => (
            <li key={o.id} className="flex items-center gap-2">
              <div className="min-w-0 flex-1">
                <Tick
                  checked={o.shown}
                  onChange={() => edit('board', () => editOverlay(board, o.id, { shown: !o.shown }))}
                >
                  {o.name}
                </Tick>
              </div>
              <Button
                tone="quiet"
                className="!min-h-8"
                onClick={() => take({ kind: 'overlay', id: o.id, to: [] })}
              >
                Lay anew
              </Button>
              <Button
                tone="quiet"
                className="!min-h-8"
                onClick={() => edit('board', () => withoutOverlay(board, o.id))}
              >
                Take away
              </Button>
            </li>
          ))}
        </ul>
      )}
    </SlipSection>
  );
}
