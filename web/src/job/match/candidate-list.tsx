import type { MatchCandidate } from '@zebbit/core';
import { partFamilyName, printChance } from '@zebbit/core';
import { VirtualList } from '../../ui/virtual-list';
import { VerdictMark } from './verdict-mark';

const ROW_PX = 62;

interface CandidateListProps {
  readonly candidates: readonly MatchCandidate[];
  readonly chosen: string | null;
  readonly beside: string | null;
  /** Pieces in the drawer, by part. */
  readonly stock: ReadonlyMap<string, number>;
  /** Tried by hand: did not go. */
  readonly notGone: readonly string[];
  readonly onPick: (id: string) => void;
}

/** The ranked parts; the chosen one is kept in sight. */
export function CandidateList({ candidates, chosen, beside, stock, notGone, onPick }: CandidateListProps) {
  const about = (c: MatchCandidate): string => {
    if (notGone.includes(c.part.id)) return 'tried, did not go';
    const here = stock.get(c.part.id) ?? 0;
    if (here > 0) return `${here} in the drawer`;
    return c.part.id === beside ? 'held beside' : partFamilyName(c.part.family);
  };
  return (
    <VirtualList
      label="Parts, likeliest first"
      items={candidates}
      keyOf={(c) => c.part.id}
      rowPx={ROW_PX}
      at={candidates.findIndex((c) => c.part.id === chosen)}
      heightPx={Math.min(5, candidates.length) * ROW_PX + 2}
    >
      {(c) => (
        <button
          type="button"
          aria-pressed={c.part.id === chosen}
          onClick={() => onPick(c.part.id)}
          className={`flex h-full w-full items-center gap-3 rounded-[8px] px-2 text-left ${c.part.id === chosen ? 'bg-copper-soft' : 'hover:bg-sunk'}`}
        >
          <span className="figure w-[48px] shrink-0 text-right text-second">
            {printChance(c.probability)}
          </span>
          <span className="min-w-0 flex-1">
            <span className="block truncate font-semibold" title={c.part.name}>
              {c.part.name}
            </span>
            <span className="flex items-center gap-3 text-second text-ink2">
              <VerdictMark of={c.verdict} />
              <span className="truncate">{about(c)}</span>
            </span>
          </span>
        </button>
      )}
    </VirtualList>
  );
}
