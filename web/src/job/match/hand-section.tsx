import { matchList } from '@zebbit/core';
import { TextField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
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
      </SlipSection>
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
