import { useEffect, useRef, useState } from 'react';
import { FileDown, FolderOpen, X } from 'lucide-react';
import type { HashedFile } from '@zebbit/core';
import { compareHashes, copyAtLeastS, linkOf, parseHashList, printHashList } from '@zebbit/core';
import { useAppendResult } from '../../api/jobs';
import { Button } from '../../ui/button';
import { saveFile } from '../../ui/save-file';
import { useJob } from '../../desk/job-context';
import type { OpenHasher } from '../../workers/open-hasher';
import { openHasher } from '../../workers/open-hasher';
import { SlipSection } from '../slip';

interface Listed {
  readonly name: string;
  readonly files: readonly HashedFile[];
  readonly bytes: number | null;
  readonly seconds: number | null;
}

interface Reading {
  readonly which: 'from' | 'copy';
  readonly bytes: number;
  readonly of: number;
  /** Since it began, s. */
  readonly seconds: number;
}

const MB = 1e6;
const megabytes = (b: number): string =>
  b < 100 * MB ? `${(b / MB).toFixed(1)} MB` : `${(b / 1000 / MB).toFixed(2)} GB`;

/** Reads a folder that was picked, and sums each file of it. */
async function sumFolder(
  all: readonly File[],
  open: OpenHasher,
  tell: (at: Omit<Reading, 'which'>) => void,
): Promise<Listed> {
  const files = all.map((file) => ({
    // The folder itself has another name on each disk.
    path: file.webkitRelativePath.split('/').slice(1).join('/') || file.name,
    file,
  }));
  const of = all.reduce((s, f) => s + f.size, 0);
  const begun = performance.now();
  const since = (): number => (performance.now() - begun) / 1000;
  tell({ bytes: 0, of, seconds: 0 });
  const found = await open.hash(files, ({ bytes }) => tell({ bytes, of, seconds: since() }));
  return {
    name: all[0]?.webkitRelativePath.split('/')[0] ?? 'folder',
    files: found,
    bytes: of,
    seconds: since(),
  };
}

const minutes = (s: number): string =>
  s < 90 ? `${Math.ceil(s)} s` : s < 5400 ? `${Math.ceil(s / 60)} min` : `${(s / 3600).toFixed(1)} h`;

/** How long a copy of so much takes at least over each link, and what the measured rate says of the link. */
function LinkWords({ listed: { bytes, seconds } }: { readonly listed: Listed }) {
  if (bytes === null || bytes < MB) return null;
  const [full, high] = copyAtLeastS(bytes);
  const rate = seconds !== null && seconds > 0.5 ? bytes / seconds : null;
  return (
    <p className="text-second text-ink2">
      A copy takes at least {minutes(full?.seconds ?? 0)} at full speed, {minutes(high?.seconds ?? 0)} at high
      speed{rate === null ? '' : `; at the rate it was read, ${minutes(bytes / rate)}`}.
      {rate !== null && ` ${linkOf(rate).words}`}
    </p>
  );
}

/** Sides of a comparison: where it came from, and the copy. */
const SIDES = [
  ['from', 'What it was copied from', 'the stick, or a list that was kept of it'],
  ['copy', 'The copy', 'its folder on the other disk'],
] as const;

/**
 * One good copy: both folders are read in the browser, summed, and held against each other; the list is the one that `sha256sum` checks.
 * Nothing of the files leaves the browser.
 */
export function CopySection() {
  const { bundle, view, weighed } = useJob();
  const append = useAppendResult(bundle.id, weighed.settle);
  const [sides, setSides] = useState<{ readonly from: Listed | null; readonly copy: Listed | null }>({
    from: null,
    copy: null,
  });
  const [reading, setReading] = useState<Reading | null>(null);
  const [error, setError] = useState<string | null>(null);
  const hasher = useRef<OpenHasher | null>(null);
  const end = (): void => {
    hasher.current?.close();
    hasher.current = null;
  };
  useEffect(() => end, []);

  const read = async (which: Reading['which'], list: FileList): Promise<void> => {
    setError(null);
    end();
    const open = openHasher();
    hasher.current = open;
    try {
      const listed = await sumFolder([...list], open, (at) => setReading({ which, ...at }));
      setSides((s) => ({ ...s, [which]: listed }));
    } catch (reason) {
      setError(reason instanceof Error ? reason.message : 'The folder could not be read');
    }
    setReading(null);
  };
  const readList = async (file: File): Promise<void> => {
    const found = parseHashList(await file.text());
    if (!found.ok) {
      setError(`${file.name}, line ${found.line}: ${found.message}`);
      return;
    }
    setError(null);
    setSides((s) => ({ ...s, from: { name: file.name, files: found.files, bytes: null, seconds: null } }));
  };

  const { from, copy } = sides;
  const told = from && copy ? compareHashes(from.files, copy.files) : null;
  const check = view.checks.find((c) => c.key === 'copy');
  const judged = view.prove.checks.find((c) => c.check.key === check?.key);
  const left =
    reading && reading.bytes > 0 && reading.seconds > 1
      ? ((reading.of - reading.bytes) * reading.seconds) / reading.bytes
      : null;
  return (
    <SlipSection title="One good copy">
      <p className="mb-2 text-second text-ink2">
        Copy first, compare then: the stick may not stand a second try. Nothing of the files leaves this
        browser.
      </p>
      {SIDES.map(([which, title, hint]) => (
        <div key={which} className="border-t border-line py-2">
          <p className="font-semibold">{title}</p>
          {sides[which] ? (
            <p className="text-second">
              {sides[which].name}: <span className="figure">{sides[which].files.length}</span> files
              {sides[which].bytes !== null && `, ${megabytes(sides[which].bytes)}`}
              {sides[which].bytes !== null && (sides[which].seconds ?? 0) > 0.5 && (
                <> at {(sides[which].bytes / MB / (sides[which].seconds ?? 1)).toFixed(0)} MB/s</>
              )}
            </p>
          ) : (
            <p className="text-second text-ink2">{hint}</p>
          )}
          {which === 'from' && sides.from?.bytes != null && <LinkWords listed={sides.from} />}
          <div className="mt-1 flex flex-wrap gap-2">
            <Pick
              label={sides[which] ? 'Another folder' : 'Pick the folder'}
              folder
              disabled={reading !== null}
              onFiles={(list) => void read(which, list)}
            />
            {which === 'from' && (
              <Pick
                label="A kept list"
                disabled={reading !== null}
                onFiles={(list) => {
                  const [file] = list;
                  if (file) void readList(file);
                }}
              />
            )}
            {sides[which]?.bytes != null && (
              <Button
                tone="quiet"
                icon={<FileDown aria-hidden className="size-4" />}
                onClick={() => {
                  const side = sides[which];
                  if (side) saveFile(`${side.name}.sha256`, 'text/plain', printHashList(side.files));
                }}
              >
                Keep its list
              </Button>
            )}
          </div>
        </div>
      ))}
      {reading && (
        <p className="flex items-center gap-2 text-second" role="status">
          <progress
            className="h-1.5 w-24 accent-(--copper)"
            value={reading.of > 0 ? reading.bytes / reading.of : 1}
          />
          <span className="flex-1">
            {megabytes(reading.bytes)} of {megabytes(reading.of)}
            {left !== null && `, ${left < 90 ? `${Math.ceil(left)} s` : `${Math.ceil(left / 60)} min`} left`}
          </span>
          <Button
            tone="quiet"
            aria-label="Stop reading"
            icon={<X aria-hidden className="size-4" />}
            onClick={() => {
              end();
              setReading(null);
            }}
          />
        </p>
      )}
      {error !== null && (
        <p role="alert" className="text-second text-stop">
          {error}
        </p>
      )}
      {told && (
        <div
          role="status"
          className={`mt-2 rounded-[10px] p-3 ${told.whole ? 'bg-ok-soft text-ok' : 'bg-stop-soft text-stop'}`}
        >
          <p className="font-bold">
            {told.whole
              ? `The copy is whole: all ${told.same} files are alike.`
              : `Not whole: ${told.differ.length} differ, ${told.missing.length} are missing.`}
          </p>
          <ul className="text-second text-ink">
            {[...told.differ.map((p) => `differs: ${p}`), ...told.missing.map((p) => `missing: ${p}`)]
              .slice(0, 8)
              .map((l) => (
                <li key={l} className="break-all">
                  {l}
                </li>
              ))}
            {told.extra.length > 0 && <li>{told.extra.length} more in the copy, which does no harm</li>}
          </ul>
          {told.whole && check && judged?.verdict !== 'pass' && judged?.shut === false && (
            <Button
              className="mt-2"
              disabled={append.isPending}
              onClick={() => append.mutate({ key: check.key, shown: 'yes', value: null })}
            >
              Take it as the result
            </Button>
          )}
        </div>
      )}
      {told?.whole === true && check && (
        <p className="mt-1 text-second text-ink2">
          Copied off: the stick itself is not to be trusted any more.
        </p>
      )}
    </SlipSection>
  );
}

/** A button that picks a folder or a file. */
function Pick({
  label,
  folder = false,
  disabled,
  onFiles,
}: {
  readonly label: string;
  readonly folder?: boolean;
  readonly disabled: boolean;
  readonly onFiles: (files: FileList) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        disabled={disabled}
        icon={<FolderOpen aria-hidden className="size-4" />}
        onClick={() => input.current?.click()}
      >
        {label}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        multiple={folder}
        {...(folder ? { webkitdirectory: '' } : {})}
        onChange={(e) => {
          const { files } = e.target;
          if (files && files.length > 0) onFiles(files);
          e.target.value = '';
        }}
      />
    </>
  );
}
