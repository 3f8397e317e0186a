import { toast } from 'sonner';
import { PackageOpen, Undo2 } from 'lucide-react';
import type { StoredStock } from '@zebbit/contract';
import type { MatchCandidate } from '@zebbit/core';
import { stockCount } from '@zebbit/core';
import { useMoveStock } from '../../api/drawer';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';

interface TakeButtonsProps {
  readonly candidate: MatchCandidate;
  readonly drawer: readonly StoredStock[];
}

/** Compartments that hold a part or one tied with it, the fullest first. */
export function compartmentsOf(c: MatchCandidate, drawer: readonly StoredStock[]): StoredStock[] {
  const ids = [c.part.id, ...c.tied];
  return drawer
    .filter((e) => !e.removed && e.partId !== null && ids.includes(e.partId) && stockCount(e) > 0)
    .sort((a, b) => stockCount(b) - stockCount(a));
}

export interface Taking {
  readonly take: () => void;
  readonly busy: boolean;
  readonly from: StoredStock | null;
}

/** Takes the part for this job: out of the drawer where it lies there, else only by name. */
export function useTaking(candidate: MatchCandidate | null, drawer: readonly StoredStock[]): Taking {
  const { bundle, edit } = useJob();
  const move = useMoveStock();
  const from = candidate ? (compartmentsOf(candidate, drawer)[0] ?? null) : null;
  const take = (): void => {
    if (!candidate || move.isPending) return;
    const note = (source: string, stockId: string | null): void =>
      edit('match', (d) => {
        d.part = candidate.part.name.slice(0, 200);
        d.partId = candidate.part.id;
        d.source = source;
        d.stockId = stockId;
      });
    if (!from) {
      note('to be found', null);
      return;
    }
    move.mutate(
      { id: from.id, by: -1, jobId: bundle.id, note: 'taken at Match' },
      {
        onSuccess: () => note(`drawer ${from.place}`.trim(), from.id),
        onError: (error) => toast.error(error.message),
      },
    );
  };
  return { take, busy: move.isPending, from };
}

export function TakeButtons({ candidate, drawer }: TakeButtonsProps) {
  const { documents, bundle, edit } = useJob();
  const { match } = documents;
  const { take, busy, from } = useTaking(candidate, drawer);
  const move = useMoveStock();
  const taken = match.partId === candidate.part.id;
  const back = (): void => {
    const put = (): void =>
      edit('match', (d) => {
        d.part = '';
        d.partId = null;
        d.source = '';
        d.stockId = null;
      });
    if (match.stockId === null) put();
    else
      move.mutate(
        { id: match.stockId, by: 1, jobId: bundle.id, note: 'put back at Match' },
        { onSuccess: put, onError: (error) => toast.error(error.message) },
      );
  };
  if (taken)
    return (
      <>
        <span className="font-semibold text-ok">
          Taken{match.stockId === null ? '' : `, from ${match.source}`}
        </span>
        <Button icon={<Undo2 aria-hidden className="size-4" />} onClick={back} disabled={move.isPending}>
          Put it back
        </Button>
      </>
    );
  if (match.stockId !== null)
    return (
      <Button icon={<Undo2 aria-hidden className="size-4" />} onClick={back} disabled={move.isPending}>
        Put the part from {match.source || 'the drawer'} back first
      </Button>
    );
  const gone = match.notGone.includes(candidate.part.id);
  return (
    <>
      <Button
        tone={candidate.verdict === 'no' || gone ? 'plain' : 'main'}
        hotkey="Enter"
        icon={<PackageOpen aria-hidden className="size-4" />}
        disabled={busy}
        onClick={take}
      >
        {from ? `Take from drawer ${from.place} (${stockCount(from)} there)` : 'Choose it'}
      </Button>
      <Button
        onClick={() =>
          edit(
            'match',
            (d) =>
              void (d.notGone = gone
                ? d.notGone.filter((id) => id !== candidate.part.id)
                : [...d.notGone, candidate.part.id]),
          )
        }
      >
        {gone ? 'It may go after all' : 'Tried, did not go'}
      </Button>
    </>
  );
}
