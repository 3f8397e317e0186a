import { PLATE } from '../plate/plate-colours';
import { useEffect, useRef, useState } from 'react';
import type { ConnectorPart } from '@zebbit/core';
import {
  DIMENSION_WORDS,
  EMPTY_CARD,
  MOUNTING_WORDS,
  mounting,
  partCsv,
  partDimensions,
  partFamilyName,
  partFootprint,
  partPaths,
  partSvg,
  printLength,
  STANCE_WORDS,
  writeKicadFootprint,
} from '@zebbit/core';
import { routes } from '@zebbit/contract';
import { TopBar } from '../app/top-bar';
import { useTheme } from '../app/theme';
import { useKeys } from '../app/use-keys';
import { Button } from '../ui/button';
import { BOX } from '../ui/field';
import { saveFile } from '../ui/save-file';
import { VirtualList } from '../ui/virtual-list';
import type { PartLine } from '../workers/matcher';
import { ImportPart } from './import-part';
import { useMatcher } from './matcher-store';
import { NewStock } from './new-stock';

const MOST = 20_000;

/** Every known part: the built-in ones and the person's own. */
export function Library() {
  const { matcher, count, edition, failure, load } = useMatcher();
  const toggle = useTheme((t) => t.toggle);
  const [text, setText] = useState('');
  const [lines, setLines] = useState<readonly PartLine[]>([]);
  const [chosen, setChosen] = useState<string | null>(null);
  const [part, setPart] = useState<ConnectorPart | null>(null);
  const search = useRef<HTMLInputElement>(null);
  useEffect(() => void load(), [load]);
  useEffect(() => {
    let stale = false;
    if (matcher && edition > 0)
      void matcher.find(text, MOST).then((found) => {
        if (!stale) setLines(found);
      });
    return () => {
      stale = true;
    };
  }, [matcher, edition, text]);
  useEffect(() => {
    let stale = false;
    if (matcher && chosen !== null)
      void matcher.part(chosen).then((p) => {
        if (!stale) setPart(p);
      });
    return () => {
      stale = true;
    };
  }, [matcher, edition, chosen]);
  const at = lines.findIndex((l) => l.id === chosen);
  const go = (by: number): void => {
    const to = lines[Math.max(0, Math.min(lines.length - 1, at + by))];
    if (to) setChosen(to.id);
  };
  useKeys({
    '/': () => search.current?.focus(),
    ArrowDown: () => go(1),
    ArrowUp: () => go(-1),
    n: toggle,
    N: toggle,
  });
  return (
    <div className="flex h-full flex-col">
      <title>Library · Zebbit</title>
      <TopBar />
      <div className="flex min-h-0 flex-1">
        <main className="flex min-w-0 flex-1 flex-col px-9 py-6">
          <div className="mb-4 flex items-center gap-4">
            <h1 className="text-move font-bold">Library</h1>
            <span className="figure flex-1 text-ink2">{count > 0 ? `${count} parts` : 'fetching…'}</span>
            <label className="flex w-[340px] items-center gap-2">
              <span className="text-second font-semibold text-ink2">Find</span>
              <input
                ref={search}
                className={BOX}
                value={text}
                placeholder="words of the name  ( / )"
                onChange={(e) => setText(e.target.value)}
              />
            </label>
          </div>
          {failure !== null && (
            <p role="alert" className="rounded-[12px] border border-stop bg-stop-soft p-4 text-stop">
              {failure}{' '}
              <button type="button" className="font-semibold underline" onClick={() => void load(true)}>
                Try again
              </button>
            </p>
          )}
          {edition > 0 && lines.length === 0 && <p className="text-ink2">No part has that in its name.</p>}
          {lines.length > 0 && (
            <div className="flex min-h-0 flex-1 flex-col overflow-hidden rounded-[14px] border border-line bg-sheet">
              <VirtualList
                label="Parts"
                items={lines}
                keyOf={(l) => l.id}
                rowPx={46}
                at={at}
                className="flex-1"
              >
                {(l) => (
                  <button
                    type="button"
                    aria-pressed={l.id === chosen}
                    onClick={() => setChosen(l.id)}
                    className={`grid h-full w-full grid-cols-[minmax(0,1fr)_90px_60px] xl:grid-cols-[minmax(0,1fr)_200px_90px_70px] items-center gap-4 px-5 text-left -outline-offset-4 ${l.id === chosen ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
                  >
                    <span className="truncate font-semibold">{l.name}</span>
                    <span className="hidden truncate text-second text-ink2 xl:block">
                      {partFamilyName(l.family)}
                    </span>
                    <span className="figure text-right text-second text-ink2">{l.lands} places</span>
                    <span className="text-second text-ink2">
                      {l.id.startsWith('generic/') ? 'built in' : 'own'}
                    </span>
                  </button>
                )}
              </VirtualList>
            </div>
          )}
        </main>
        <aside
          aria-label="Part"
          className="scroll-thin flex w-[340px] shrink-0 flex-col overflow-y-auto border-l xl:w-[404px] border-line bg-sheet"
        >
          <ImportPart />
          {part && <PartSide part={part} />}
        </aside>
      </div>
    </div>
  );
}

function PartDrawing({ part }: { readonly part: ConnectorPart }) {
  const { copper, holes } = partPaths(part);
  const xs = part.lands.map((l) => l.at.x);
  const ys = part.lands.map((l) => l.at.y);
  const rim = 2;
  const [x0, y0] = [Math.min(...xs) - rim, Math.min(...ys) - rim];
  const [w, h] = [Math.max(...xs) + rim - x0, Math.max(...ys) + rim - y0];
  return (
    <svg
      role="img"
      aria-label={`Land pattern of ${part.name}`}
      viewBox={`${x0} ${y0} ${w} ${h}`}
      className="max-h-[230px] w-full rounded-[10px] bg-mat"
      strokeWidth={w / 200}
    >
      <g fill={PLATE.copper} stroke={PLATE.copperEdge}>
        {copper.map((d, i) => (
          <path key={i} d={d} />
        ))}
      </g>
      <g fill={PLATE.hole} stroke={PLATE.copperEdge}>
        {holes.map((d, i) => (
          <path key={i} d={d} />
        ))}
      </g>
    </svg>
  );
}

function PartSide({ part }: { readonly part: ConnectorPart }) {
  const [adding, setAdding] = useState(false);
  const own = !part.id.startsWith('generic/');
  const stem = part.name.replace(/[^\w-]+/gu, '-').toLowerCase();
  const footprintOf = async (): Promise<string> =>
    own ? (await fetch(routes.partFile(part.id))).text() : writeKicadFootprint(partFootprint(part));
  return (
    <section aria-label="The chosen part" className="border-t border-line px-6 py-5">
      <h2 className="text-title font-bold break-words">{part.name}</h2>
      <p className="mb-2 text-second text-ink2">
        {partFamilyName(part.family)}, {MOUNTING_WORDS[mounting(part)]}
        {part.stance ? `, ${STANCE_WORDS[part.stance]}` : ''} · {part.source}
      </p>
      <PartDrawing part={part} />
      <dl className="mt-3 grid grid-cols-[1fr_auto] gap-x-4 gap-y-0.5 text-second">
        {[...partDimensions(part).values()].map((d) => (
          <div key={d.key} className="contents">
            <dt className="text-ink2">{DIMENSION_WORDS[d.key] ?? d.words}</dt>
            <dd className="figure text-right">
              {d.counted ? (d.labels?.[d.value] ?? d.value) : printLength(d.value)}
            </dd>
          </div>
        ))}
      </dl>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button tone="main" onClick={() => setAdding(true)}>
          Put it in the drawer
        </Button>
        <Button
          onClick={() => void footprintOf().then((t) => saveFile(`${stem}.kicad_mod`, 'text/plain', t))}
        >
          .kicad_mod
        </Button>
        <Button onClick={() => saveFile(`${stem}.svg`, 'image/svg+xml', partSvg(part))}>SVG</Button>
        <Button onClick={() => saveFile(`${stem}.csv`, 'text/csv', partCsv(part))}>CSV</Button>
      </div>
      <NewStock
        open={adding}
        onOpenChange={setAdding}
        start={{ ...EMPTY_CARD, name: part.name.slice(0, 120), partId: part.id, family: part.family }}
      />
    </section>
  );
}
