import type { Doubt, FirstPin, FootprintProposal, FoundLand, PhotoFrame } from '@zebbit/core';
import { faceFrame, measureLength, placeProposal, printChance, strikeRefused } from '@zebbit/core';
import { Button } from '../../ui/button';
import { ChipsOne } from '../../ui/chips';
import { Tick } from '../../ui/tick';
import { useJob } from '../../desk/job-context';
import { useTool } from '../../desk/desk-context';

const DOUBT_WORDS: Readonly<Record<Doubt, string>> = {
  glare:
    'The lamp shines on the board between the lands: what is said of torn ones is uncertain. Tilt the board or move the lamp, and read another picture.',
  crowd: 'Many lands lie in the box: draw it closer round the port.',
  dirt: 'Something as brown as bare board lies on a land: clean the flux off, and read another picture. What is said of torn ones is uncertain until then.',
};

const FIRST_PINS: readonly (readonly [FirstPin, string])[] = [
  ['first', 'At the ringed end'],
  ['last', 'At the other end'],
  ['unknown', 'Not known'],
];

const FIXING_WORDS: Readonly<Record<FoundLand['fixing'], string>> = {
  surface: 'Land',
  peg: 'Peg hole',
  'through-hole': 'Plated hole',
};

/** Whether the offer does not tell which end of a row its first contact is at. */
export const isUnnumbered = (row: FootprintProposal['rows'][number]): boolean =>
  row.pads.length > 1 && row.pads.some((p) => p.number === null);

/** What the pitch of a row may be off by, mm, two standard deviations: how well its pads were found, and the frame that they were found in. */
function pitchErrorMm(row: FootprintProposal['rows'][number], frame: PhotoFrame | null): number {
  const [a, b] = [row.pads[0]?.at, row.pads.at(-1)?.at];
  const { mm, sigmaMm } = frame && a && b ? measureLength(frame, a, b, 0) : { mm: 0, sigmaMm: 0 };
  return Math.max(0.01, 2 * Math.hypot(row.pitchSigmaMm, mm > 0 ? (sigmaMm / mm) * row.pitchMm : 0));
}

function RowLine({
  row,
  index,
  frame,
}: {
  readonly row: FootprintProposal['rows'][number];
  readonly index: number;
  readonly frame: PhotoFrame | null;
}) {
  const { refused, refuse, firstPins, sayFirstPin } = useTool();
  const count = (state: string): number => row.pads.filter((p) => p.state === state).length;
  const [torn, unsure] = [count('torn'), count('unsure')];
  // Pads that were found one by one have no chance worked out: none is shown.
  const told = row.pads.flatMap((p) => (p.state === 'unsure' || p.chance === null ? [] : [p.chance]));
  const [first, last] = [row.pads[0]?.number, row.pads.at(-1)?.number];
  const known = first != null && last != null && row.pads.length > 1 ? `, ${first} to ${last}` : '';
  return (
    <>
      <Tick
        checked={!refused.has(`row ${index}`)}
        onChange={() => refuse(`row ${index}`)}
        note={`pitch ${row.pitchMm.toFixed(2)} ± ${pitchErrorMm(row, frame).toFixed(2)} mm${row.family ? ', spaced as a known family' : ''}${known}`}
      >
        Row of {row.pads.length} {row.pads.length === 1 ? 'pad' : 'pads'}
        {torn > 0 ? `, ${torn} torn` : ''}
        {unsure > 0 ? `, ${unsure} not told` : ''}
        {told.length > 0 ? `; each told at ${printChance(Math.min(...told))} or more` : ''}
      </Tick>
      {isUnnumbered(row) && !refused.has(`row ${index}`) && (
        <div className="flex flex-col gap-1 pl-8">
          <p className="text-second text-ink2">The picture does not tell which end is pin 1.</p>
          <ChipsOne
            label={`Pin 1 of row ${index + 1}`}
            options={FIRST_PINS}
            value={firstPins.get(index) ?? null}
            onChange={(end) => {
              if (end) sayFirstPin(index, end);
            }}
          />
        </div>
      )}
    </>
  );
}

/** What was seen, to accept, mend by refusing parts, or refuse whole. */
export function ProposalForm() {
  const { documents, edit } = useJob();
  const { proposal, refused, refuse, propose, firstPins } = useTool();
  if (!proposal || proposal.found.rows.length + proposal.found.lands.length === 0) return null;
  const { rows, lands, patterns, doubts } = proposal.found;
  const kept = rows.length + lands.length - refused.size;
  const asked = rows.some((r, i) => isUnnumbered(r) && !refused.has(`row ${i}`) && !firstPins.has(i));
  const [best, ...others] = patterns;
  return (
    <div className="flex flex-col gap-2">
      <p className="text-second text-ink2">
        {best
          ? `Read by the land pattern of ${best.name}${best.chance < 0.9 ? ` (${printChance(best.chance)} of the patterns tried)` : ''}: places and sizes are the pattern’s, laid on the picture.`
          : 'No land pattern that Zebbit knows explains all of it: this was found piece by piece, and by the spacing of known contacts.'}{' '}
        Untick what is wrong; torn pads are those whose place shows bare board.
        {!best && documents.board.finish === null
          ? ' Nobody said what the pads shine with, so they were taken for solder: if it is gold or bare copper, say so and read again.'
          : ''}
      </p>
      {others.length > 0 && (
        <p className="text-second text-ink2">
          It could also be {others.map((p) => `${p.name} (${printChance(p.chance)})`).join(' or ')}.
        </p>
      )}
      {doubts.map((d) => (
        <p key={d} role="status" className="text-second text-wait">
          {DOUBT_WORDS[d]}
        </p>
      ))}
      {rows.map((row, i) => (
        <RowLine key={`row ${i}`} row={row} index={i} frame={faceFrame(documents.board, proposal.face)} />
      ))}
      {lands.map((land, i) => (
        <Tick key={`land ${i}`} checked={!refused.has(`land ${i}`)} onChange={() => refuse(`land ${i}`)}>
          {FIXING_WORDS[land.fixing]} {land.slot.widthMm.toFixed(1)} × {land.slot.lengthMm.toFixed(1)} mm
          {land.state === 'torn' ? ', torn off' : land.state === 'unsure' ? ', not told whether torn' : ''}
          {land.filled === true ? ', full of solder' : ''}
        </Tick>
      ))}
      <div className="flex gap-2">
        <Button
          tone="main"
          disabled={kept === 0 || asked}
          onClick={() => {
            // What is unticked is kept with the board, in the same act: to take it back takes both back.
            edit('board', () =>
              strikeRefused(
                placeProposal(documents.board, proposal.face, proposal.found, refused, firstPins),
                proposal.face,
                proposal.found,
                refused,
              ),
            );
            propose(null);
          }}
        >
          Place what is ticked
        </Button>
        <Button onClick={() => propose(null)}>Refuse all</Button>
      </div>
      {asked && <p className="text-second text-ink2">First say which end pin 1 is at.</p>}
    </div>
  );
}
