import { matchList, searchWords, stationMove } from '@zebbit/core';
import { TextField } from '../../ui/field';
import { Tick } from '../../ui/tick';
import { useJob } from '../job-context';
import { LeftSummary } from '../look-over/left-summary';
import { Slip, SlipMove, SlipPart } from '../slip';
import { Card, Paper } from '../work-sheet';

/** Which connector fits: what is measured, to compare with the part in hand. */
export function Match() {
  const { view, documents, edit } = useJob();
  const { match } = documents;
  const points = matchList(view);
  const agreed = points.filter((p) => match.agreed.includes(p.key)).length;
  return (
    <>
      <Paper>
        <Card
          title="What the new connector must agree with"
          about="Measured on the plate. Tick each one that the part in your hand, or its drawing, agrees with."
        >
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
        </Card>
        <Card title="The part">
          <div className="grid grid-cols-2 gap-4">
            <TextField
              label="Part that goes in"
              limit={200}
              value={match.part}
              onCommit={(part) => edit('match', (d) => void (d.part = part))}
            />
            <TextField
              label="From"
              limit={200}
              value={match.source}
              placeholder="drawer, donor board, ordered"
              onCommit={(source) => edit('match', (d) => void (d.source = source))}
            />
          </div>
        </Card>
      </Paper>
      <Slip label="Match">
        <SlipMove move={stationMove(view, 'match')} corner={`${agreed} of ${points.length} agree`} />
        <LeftSummary />
        <SlipPart title="Words to search with">
          <p className="figure select-all rounded-[10px] bg-sunk p-3">{searchWords(view)}</p>
        </SlipPart>
        <SlipPart title="Easy to get wrong">
          <ul className="list-disc space-y-1 pl-5 text-ink2">
            <li>A mirror-image or upside-down part: hold it over the board before ordering ten.</li>
            <li>The same fit can be wired differently: ring two pins of the part to its shell.</li>
            <li>Leg slots: an upright leg will not enter a lying slot.</li>
          </ul>
        </SlipPart>
      </Slip>
    </>
  );
}
