import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { Face, MatchCandidate, MatchFound, ObservedPattern } from '@zebbit/core';
import { boardPoint, matchFace, OLD_PORT_LOOKS, printChance, stationMove, stockCount } from '@zebbit/core';
import { TextField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useDrawer } from '../../api/drawer';
import { useKeys } from '../../app/use-keys';
import { NoPicture } from '../../plate/no-picture';
import { Plate } from '../../plate/plate';
import { usePlate } from '../../desk/desk-context';
import { useJob } from '../../desk/job-context';
import { OtherKind } from '../kind-picker';
import { LeftSummary } from '../look-over/left-summary';
import { LastOne, lastPart } from '../last-one';
import { Slip, SlipMove, SlipSection } from '../slip';
import { AroundSection } from './around-section';
import { BuySection } from './buy-section';
import { CandidateList } from './candidate-list';
import { ChosenStrip } from './chosen-strip';
import { FindPart } from './find-part';
import { HandSection } from './hand-section';
import { ARROW_TIMES, MatchArt } from './match-art';
import { MeasureSection, questionOf } from './measure-section';
import { compartmentsOf, TakeButtons, useTaking } from './take-buttons';
import { useKeepFound } from './use-keep-found';
import type { MatchState } from './use-match';
import { candidateById, useMatch } from './use-match';

/** The port fills so much of the plate, px. */
const SIGHT_PX = 350;
const NO_ONE: readonly MatchCandidate[] = [];

/** The part to take: one that drops in and lies in the drawer, else one that drops in, else the likeliest. */
function bestOf(
  all: readonly MatchCandidate[],
  stock: ReadonlyMap<string, number>,
  notGone: readonly string[],
): MatchCandidate | null {
  // What was tried by hand and did not go is proposed no more.
  const list = all.filter((c) => !notGone.includes(c.part.id));
  const dropping = list.filter((c) => c.verdict === 'drops-in');
  const here = (c: MatchCandidate): boolean => [c.part.id, ...c.tied].some((id) => (stock.get(id) ?? 0) > 0);
  return dropping.find(here) ?? dropping[0] ?? list[0] ?? null;
}

/** What was found, as it is kept with the job. */
function foundOf(
  { report, next }: MatchState,
  best: MatchCandidate | null,
  inDrawer: boolean,
): MatchFound | null {
  if (!report) return null;
  const ask = next?.kind === 'ask' ? next.proposals[0] : undefined;
  return {
    best: best && {
      name: best.part.name.slice(0, 200),
      verdict: best.verdict,
      probability: Math.min(1, best.probability),
      reason: (best.reasons[0]?.text ?? '').slice(0, 400),
      inDrawer,
    },
    ask: ask ? { words: ask.words, question: questionOf(ask) } : null,
    unknown: report.unknown,
    considered: report.considered,
  };
}

/** Shows the port large, once, when the station is entered. */
function usePortInSight(pattern: ObservedPattern, face: Face): void {
  const showFace = usePlate((s) => s.showFace);
  const shown = useRef(false);
  useEffect(() => {
    if (shown.current || pattern.features.length < 2) return;
    shown.current = true;
    const xs = pattern.features.map((f) => f.at.x);
    const ys = pattern.features.map((f) => f.at.y);
    const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const k = Math.min(60, SIGHT_PX / Math.max(4, x1 - x0, 1.6 * (y1 - y0)));
    showFace(face, { at: boardPoint((x0 + x1) / 2, (y0 + y1) / 2), k });
  }, [pattern, face, showFace]);
}

/** Which connector fits, as far as this job asks: by what is left on the board, by a look at the old one, by its name, or not at all. */
export function Match() {
  const { view } = useJob();
  if (view.needs.match === 'lands') return <MatchLands />;
  return (
    <>
      <Plate chosen={null} onPick={() => undefined} empty={<NoPicture />} />
      <Slip label="Match">
        <SlipMove move={stationMove(view, 'match')} />
        {view.needs.match === 'old-port' && <OldPort />}
        {view.needs.match === 'named' && <HandSection />}
      </Slip>
    </>
  );
}

/** A plain swap is offered the same part first. */
function SameAgain() {
  const { documents, edit } = useJob();
  const { match } = documents;
  return (
    <SlipSection title="The same part again">
      <p className="mb-2 text-second text-ink2">
        A swap wants what came off: its name, its number, or where one like it lies. Else the measures below
        find one.
      </p>
      <TextField
        label="What came off"
        limit={200}
        value={match.partId === null ? match.part : ''}
        placeholder="upright Mini-B, two legs"
        onCommit={(part) => edit('match', (d) => void Object.assign(d, { part: part.trim(), partId: null }))}
      />
    </SlipSection>
  );
}

/** A look at the port that came off, before it goes back. */
function OldPort() {
  const { documents, edit } = useJob();
  return (
    <SlipSection title="The old port">
      {OLD_PORT_LOOKS.map((l) => (
        <Tick
          key={l.key}
          checked={documents.match.agreed.includes(l.key)}
          note={l.why}
          onChange={(on) =>
            edit(
              'match',
              (d) => void (d.agreed = on ? [...d.agreed, l.key] : d.agreed.filter((k) => k !== l.key)),
            )
          }
        >
          {l.title}
        </Tick>
      ))}
      <div className="mt-3">
        <OtherKind words="It is no good: another kind" />
      </div>
    </SlipSection>
  );
}

/** Every known part laid on what is left. */
function MatchLands() {
  const { view, documents } = useJob();
  const state = useMatch();
  const drawer = useDrawer();
  const entries = useMemo(() => drawer.data?.entries ?? [], [drawer.data]);
  const [picked, setPicked] = useState<string | null>(null);
  const [held, setHeld] = useState<MatchCandidate | null>(null);
  const [looked, setLooked] = useState<MatchCandidate | null>(null);
  const { face } = usePlate();
  const ranked = state.report?.candidates ?? NO_ONE;
  const list = useMemo(
    () => (looked && !ranked.some((c) => c.part.id === looked.part.id) ? [...ranked, looked] : ranked),
    [ranked, looked],
  );
  const beside = held ? (candidateById(list, held.part.id) ?? held) : null;
  const stock = useMemo(() => {
    const counts = new Map<string, number>();
    for (const e of entries)
      if (!e.removed && e.partId !== null) counts.set(e.partId, (counts.get(e.partId) ?? 0) + stockCount(e));
    return counts;
  }, [entries]);
  const { notGone } = documents.match;
  const best = useMemo(() => bestOf(ranked, stock, notGone), [ranked, stock, notGone]);
  const chosen = candidateById(list, picked) ?? candidateById(list, documents.match.partId) ?? best;
  const { take } = useTaking(chosen, entries);
  const flick = (by: number): void => {
    const at = list.findIndex((c) => c.part.id === chosen?.part.id);
    const to = list[Math.max(0, Math.min(list.length - 1, at + by))];
    if (to) setPicked(to.part.id);
  };
  const hold = (): void => setHeld(held ? null : chosen);
  useKeys({
    ArrowDown: () => flick(1),
    ArrowUp: () => flick(-1),
    c: hold,
    Enter: (e) => {
      // On a part of the list, a button or a link Enter does what it always does there.
      if (e.target instanceof Element && e.target.closest('button, a') !== null) return false;
      if (documents.match.stockId === null && chosen?.part.id !== documents.match.partId) take();
      return true;
    },
  });
  const names = new Map(list.map((c) => [c.part.id, c.part.name]));
  const inDrawer = best !== null && compartmentsOf(best, entries).length > 0;
  const found = useMemo(() => foundOf(state, best, inDrawer), [state, best, inDrawer]);
  useKeepFound(state.working ? null : found);
  const usual = stationMove({ ...view, found }, 'match');
  const move = state.refused !== null && usual.tone === 'move' ? { ...usual, why: state.refused } : usual;
  const home = matchFace(documents.board);
  const onFace = home === face;
  usePortInSight(state.pattern, home);
  return (
    <>
      <div className="flex min-h-0 min-w-0 flex-1 flex-col">
        <Plate
          chosen={null}
          onPick={() => undefined}
          over={(v) =>
            onFace && <MatchArt chosen={chosen} beside={beside} pattern={state.pattern} viewport={v} />
          }
          empty={<NoPicture />}
        />
        {chosen && (
          <ChosenStrip chosen={chosen} beside={beside} nameOf={(id) => names.get(id) ?? id} onHold={hold}>
            <TakeButtons candidate={chosen} drawer={entries} />
          </ChosenStrip>
        )}
      </div>
      <Slip label="Match">
        <SlipMove
          move={move}
          corner={state.working ? 'comparing…' : state.count > 0 ? `${state.count} parts` : ''}
        />
        {state.failure !== null && (
          <p role="alert" className="mx-6 mt-4 rounded-[10px] bg-stop-soft p-3 text-stop">
            {state.failure}
          </p>
        )}
        <MeasureSection next={state.next} />
        {documents.intake.kinds.includes('new-port') && !documents.intake.kinds.includes('torn') && (
          <SameAgain />
        )}
        <SlipSection title="Parts" corner={state.count > 0 ? `${state.count} known` : undefined}>
          {state.report && list.length > 0 && (
            <p className="mb-2 text-second">
              The chance that the board was laid out for a part outside the {state.report.considered} known
              ones is <span className="figure">{printChance(state.report.unknown)}</span>. One of these may
              fit it all the same: the figure before each is the chance that the board was made for it, the
              words after it say whether it goes.
            </p>
          )}
          {list.length > 0 ? (
            <>
              <p className="mb-2 text-second text-ink2">
                Up and down flick through the box. Arrows on the board: from the part’s place to yours,{' '}
                {ARROW_TIMES} times as long.
              </p>
              <CandidateList
                candidates={list}
                chosen={chosen?.part.id ?? null}
                beside={beside?.part.id ?? null}
                stock={stock}
                notGone={notGone}
                onPick={setPicked}
              />
            </>
          ) : (
            <Empty refused={state.refused} working={state.working} />
          )}
          <div className="mt-3">
            <FindPart
              pattern={state.pattern}
              onFound={(c) => {
                setLooked(c);
                setPicked(c.part.id);
              }}
            />
          </div>
        </SlipSection>
        <AroundSection />
        <LeftSummary />
        <BuySection pattern={state.pattern} />
        <HandSection />
        <LastOne of={lastPart} />
      </Slip>
    </>
  );
}

function Empty({ refused, working }: { readonly refused: string | null; readonly working: boolean }) {
  const { bundle } = useJob();
  if (refused === null) return <p className="text-ink2">{working ? 'Comparing every known part…' : ''}</p>;
  return (
    <p className="text-ink2">
      {refused}.{' '}
      <Link
        to={`/jobs/${bundle.id}/look-over`}
        className="font-semibold text-copper underline underline-offset-4"
      >
        To Look over
      </Link>
    </p>
  );
}
