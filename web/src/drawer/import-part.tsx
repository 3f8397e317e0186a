import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { useQueryClient } from '@tanstack/react-query';
import { zip } from 'fflate';
import { FileUp, FolderUp, X } from 'lucide-react';
import { formatDistanceToNow } from 'date-fns';
import type { PartsImportReport } from '@zebbit/contract';
import { PARTS_MAX_BYTES } from '@zebbit/contract';
import { importParts, undoImport, usePartImports } from '../api/parts';
import { queryKeys } from '../api/query-keys';
import { Button } from '../ui/button';
import { useMatcher } from './matcher-store';

/** Loose files beyond these are sent as one zip, which the browser packs off the page. */
const LOOSE = 50;

function packed(files: readonly File[]): Promise<Blob> {
  return Promise.all(
    files.map(async (f) => [f.webkitRelativePath || f.name, new Uint8Array(await f.arrayBuffer())] as const),
  ).then(
    (entries) =>
      new Promise<Blob>((resolve, reject) => {
        zip(Object.fromEntries(entries), { level: 6 }, (error, data) => {
          if (error) reject(error);
          else resolve(new Blob([new Uint8Array(data)], { type: 'application/zip' }));
        });
      }),
  );
}

interface Progress {
  readonly words: string;
  readonly share: number | null;
}

/** Footprint files in: single ones, a whole folder, a zip; how far it is, what was refused and why, and taking it back. */
export function ImportPart() {
  const client = useQueryClient();
  const imports = usePartImports();
  const load = useMatcher((s) => s.load);
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const abort = useRef<AbortController | null>(null);
  const [progress, setProgress] = useState<Progress | null>(null);
  const [report, setReport] = useState<PartsImportReport | null>(null);
  const [fault, setFault] = useState<string | null>(null);

  const refresh = async (): Promise<void> => {
    await client.invalidateQueries({ queryKey: queryKeys.partImports });
    await load(true);
  };
  const take = async (chosen: readonly File[]): Promise<void> => {
    const wanted = chosen.filter((f) => /\.(kicad_mod|zip)$/iu.test(f.name));
    setReport(null);
    setFault(null);
    if (wanted.length === 0) {
      setFault('There is no .kicad_mod or .zip file among them');
      return;
    }
    const loose = wanted.filter((f) => !/\.zip$/iu.test(f.name));
    const controller = new AbortController();
    abort.current = controller;
    try {
      setProgress({
        words: loose.length > LOOSE ? `Packing ${loose.length} files…` : 'Sending…',
        share: null,
      });
      const body =
        loose.length > LOOSE
          ? [
              { name: 'folder.zip', body: await packed(loose) },
              ...wanted.filter((f) => !loose.includes(f)).map((f) => ({ name: f.name, body: f })),
            ]
          : wanted.map((f) => ({ name: f.name, body: f }));
      const large = body.find((b) => b.body.size > PARTS_MAX_BYTES);
      if (large)
        throw new Error(
          `${large.name} is ${Math.round(large.body.size / 1e6)} MB; ${PARTS_MAX_BYTES / 1024 / 1024} MB are the most`,
        );
      controller.signal.throwIfAborted();
      const got = await importParts(body, controller.signal, (done, of) =>
        setProgress({ words: `${done} of ${of} read`, share: of > 0 ? done / of : null }),
      );
      setReport(got);
      setProgress({ words: 'Laying out the library…', share: null });
      await refresh();
    } catch (reason) {
      if (controller.signal.aborted) setFault('Stopped; nothing was kept');
      else setFault(reason instanceof Error ? reason.message : 'The import failed');
    } finally {
      setProgress(null);
      abort.current = null;
    }
  };
  const undo = async (id: number): Promise<void> => {
    try {
      await undoImport(id);
      setReport(null);
      await refresh();
      toast.success('Taken back');
    } catch (reason) {
      toast.error(reason instanceof Error ? reason.message : 'It could not be taken back');
    }
  };

  return (
    <section aria-label="Import" className="px-6 py-4">
      <h3 className="mb-1 font-bold">Footprints of your own</h3>
      <p className="mb-2 text-second text-ink2">
        .kicad_mod files, a whole folder of them, or a zip. Each is read whole or refused with its line.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button
          disabled={progress !== null}
          icon={<FileUp aria-hidden className="size-4" />}
          onClick={() => files.current?.click()}
        >
          Files or zip
        </Button>
        <Button
          disabled={progress !== null}
          icon={<FolderUp aria-hidden className="size-4" />}
          onClick={() => folder.current?.click()}
        >
          Folder
        </Button>
      </div>
      <input
        ref={files}
        type="file"
        multiple
        accept=".kicad_mod,.zip"
        aria-label="Footprint files"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          void take([...(e.target.files ?? [])]);
          e.target.value = '';
        }}
      />
      <input
        ref={(el) => {
          folder.current = el;
          // Not a property React knows.
          el?.setAttribute('webkitdirectory', '');
        }}
        type="file"
        aria-label="Folder of footprint files"
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          void take([...(e.target.files ?? [])]);
          e.target.value = '';
        }}
      />
      {progress && (
        <div className="mt-3" role="status">
          <div className="flex items-center gap-3">
            <span className="figure flex-1 text-second">{progress.words}</span>
            <Button
              tone="quiet"
              icon={<X aria-hidden className="size-4" />}
              onClick={() => abort.current?.abort()}
            >
              Stop
            </Button>
          </div>
          <progress className="h-2 w-full accent-copper" max={1} value={progress.share ?? undefined} />
        </div>
      )}
      {fault !== null && (
        <p role="alert" className="mt-3 rounded-[10px] bg-stop-soft p-3 text-stop">
          {fault}
        </p>
      )}
      {report && <Report report={report} />}
      {(imports.data?.imports.length ?? 0) > 0 && (
        <>
          <h3 className="mt-4 mb-1 font-bold">Imports</h3>
          <ul className="text-second">
            {imports.data?.imports.map((i) => (
              <li key={i.id} className="flex items-center gap-3 border-t border-line first:border-0">
                <span className="min-w-0 flex-1">
                  <span className="block truncate">{i.name}</span>
                  <span className="text-ink2">
                    {i.taken} parts, {formatDistanceToNow(new Date(i.at), { addSuffix: true })}
                  </span>
                </span>
                <Button tone="quiet" onClick={() => void undo(i.id)}>
                  Take back
                </Button>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Report({ report }: { readonly report: PartsImportReport }) {
  return (
    <div role="status" className="mt-3 rounded-[10px] bg-sunk p-3">
      <p className="font-semibold">
        {report.taken} taken{report.repeated > 0 ? `, ${report.repeated} were there already` : ''}
        {report.refusedCount > 0 ? `, ${report.refusedCount} refused` : ''}
      </p>
      {report.refused.length > 0 && (
        <ul className="scroll-thin mt-1 max-h-[180px] overflow-y-auto text-second">
          {report.refused.map((r) => (
            <li key={`${r.file} ${r.line}`}>
              <span className="figure">
                {r.file}:{r.line}
              </span>{' '}
              {r.message}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
