import { printDegrees, printMeasured, whatIsLeft } from '@zebbit/core';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useJob } from '../../desk/job-context';
import { SlipSection } from '../slip';

/** What the tear has left, measured: Match and Trace start from it too. */
export function LeftSummary({ onPick }: { readonly onPick?: (ids: readonly string[]) => void }) {
  const { documents, bundle } = useJob();
  const { board } = documents;
  const left = useMemo(() => whatIsLeft(board), [board]);
  if (board.rows.length + board.legs.length === 0) return null;
  return (
    <SlipSection title="What is left">
      <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-second">
        {left.rows.map((r) => (
          <div key={r.row.id} className="contents">
            <dt className="text-ink2">Row</dt>
            <dd className="figure">
              {r.metal} of {r.row.pins.length} pads
              <br />
              pitch{' '}
              {r.pitch.sigmaMm === null
                ? `${r.pitch.mm.toFixed(2)} mm, as typed`
                : printMeasured({ mm: r.pitch.mm, sigmaMm: r.pitch.sigmaMm })}
              {r.length && (
                <>
                  <br />
                  first to last {printMeasured(r.length)}
                </>
              )}
              {r.toEdge && (
                <>
                  <br />
                  to the edge {printMeasured(r.toEdge)}
                </>
              )}
            </dd>
          </div>
        ))}
        {left.legs.map(({ leg, spans }) => (
          <div key={leg.id} className="contents">
            <dt className="text-ink2">{leg.name}</dt>
            <dd className="figure">
              {leg.fixing === 'surface' ? 'land' : leg.fixing === 'peg' ? 'peg' : 'slot'}
              {leg.slot
                ? ` ${leg.slot.widthMm.toFixed(1)} × ${leg.slot.lengthMm.toFixed(1)} mm, lies ${printDegrees(((leg.slot.directionDeg % 180) + 180) % 180)}`
                : ', not measured'}
              {spans[0] && (
                <>
                  <br />
                  {printMeasured(spans[0].span)} from {spans[0].to.name}
                </>
              )}
            </dd>
          </div>
        ))}
        {board.legs.length === 0 && (
          <div className="contents">
            <dt className="text-ink2">Legs</dt>
            <dd>{board.legsAbsent ? 'none, as you said' : 'not looked for yet'}</dd>
          </div>
        )}
      </dl>
      <ul className="mt-3">
        {left.findings.map((f) => (
          <li key={f.state} className="border-t border-line first:border-0">
            {onPick ? (
              <button
                type="button"
                className="flex min-h-10 w-full items-baseline gap-3 text-left hover:bg-sunk"
                onClick={() => onPick(f.ids)}
              >
                <span className="figure w-8 text-right font-bold">{f.names.length}</span>
                <span className={f.state === 'unchecked' ? 'text-copper' : ''}>{f.words}</span>
                <span className="min-w-0 flex-1 truncate text-second text-ink2">{f.names.join(', ')}</span>
              </button>
            ) : (
              <p className="flex items-baseline gap-3 py-1">
                <span className="figure w-8 text-right font-bold">{f.names.length}</span>
                <span>{f.words}</span>
              </p>
            )}
          </li>
        ))}
      </ul>
      {left.brokenTracks.length > 0 && (
        <p className="mt-2 text-second">Broken tracks: {left.brokenTracks.map((l) => l.name).join(', ')}</p>
      )}
      {!onPick && (
        <Link className="text-second underline" to={`/jobs/${bundle.id}/look-over`}>
          Measured in Look over
        </Link>
      )}
    </SlipSection>
  );
}
