import { useState } from 'react';
import { X } from 'lucide-react';
import { matchList } from '@zebbit/core';
import { Button } from '../../ui/button';
import { BOX, Field, TextField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { Ordered } from '../../waits/ordered';
import { SlipSection } from '../slip';

/** The part in words, and the comparison by hand for one that is in no library. */
export function HandSection() {
  const { view, documents, edit } = useJob();
  const { match } = documents;
  const points = matchList(view);
  const agreed = points.filter((p) => match.agreed.includes(p.key)).length;
  return (
    <>
      <SlipSection title="The part">
        <div className="flex flex-col gap-3">
          <TextField
            label="Part that goes in"
            limit={200}
            value={match.part}
            onCommit={(part) =>
              edit('match', (d) => {
                d.part = part;
                // A name of one's own is no longer the library's part; what was booked out stays booked.
                if (part !== match.part) d.partId = null;
              })
            }
          />
          <TextField
            label="From"
            limit={200}
            value={match.source}
            placeholder="drawer, donor board, ordered"
            onCommit={(source) => edit('match', (d) => void (d.source = source))}
          />
        </div>
        <Ordered />
      </SlipSection>
      <TriedSection />
      <SlipSection title="Compare by hand" corner={`${agreed} of ${points.length} agree`}>
        <p className="mb-1 text-second text-ink2">With the part in your hand, or its drawing.</p>
        <div className="divide-y divide-line">
          {points.map((p) => (
            <Tick
              key={p.key}
              checked={match.agreed.includes(p.key)}
              onChange={(on) =>
                edit(
                  'match',
                  (d) => void (d.agreed = on ? [...d.agreed, p.key] : d.agreed.filter((k) => k !== p.key)),
                )
              }
              note={<span className="figure">{p.measured}</span>}
            >
              {p.title}
            </Tick>
          ))}
        </div>
      </SlipSection>
    </>
  );
}

/** Parts out of a numbered assortment that were held to the board and did not go. */
function TriedSection() {
  const { documents, edit } = useJob();
  const { notGone } = documents.match;
  const [typed, setTyped] = useState('');
  const keep = (): void => {
    const fresh = typed
      .split(/[,;\s]+/u)
      .map((t) => t.trim().slice(0, 200))
      .filter((t) => t !== '' && !notGone.includes(t));
    if (fresh.length > 0) edit('match', (d) => void (d.notGone = [...d.notGone, ...fresh].slice(-200)));
    setTyped('');
  };
  return (
    <SlipSection title="Tried, did not go" corner={notGone.length > 0 ? String(notGone.length) : undefined}>
      <Field label="Number in the assortment" hint="one or several: 12 37 41">
        {(ids) => (
          <input
            {...ids}
            className={`${BOX} figure`}
            autoComplete="off"
            maxLength={200}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') keep();
            }}
            onBlur={keep}
          />
        )}
      </Field>
      {notGone.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-2">
          {notGone.map((id) => (
            <li key={id}>
              <Button
                className="figure !min-h-9"
                aria-label={`${id} may go after all`}
                onClick={() => edit('match', (d) => void (d.notGone = d.notGone.filter((n) => n !== id)))}
                icon={<X aria-hidden className="size-4" />}
              >
                {id}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </SlipSection>
  );
}
