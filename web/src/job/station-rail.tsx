import { Check } from 'lucide-react';
import { NavLink } from 'react-router';
import type { Station, StationState } from '@zebbit/core';
import { STATION_STATE_WORDS, STATION_WORDS, STATIONS } from '@zebbit/core';

function Pad({ state }: { readonly state: StationState }) {
  if (state === 'done') {
    return (
      <span className="grid size-[26px] place-items-center rounded-[7px] bg-copper">
        <Check aria-hidden className="size-4 text-on-copper" strokeWidth={3.5} />
      </span>
    );
  }
  if (state === 'present') {
    return (
      <span className="grid size-[26px] place-items-center rounded-[7px] border-[3px] border-copper bg-sheet">
        <span className="size-2 rounded-full bg-copper" />
      </span>
    );
  }
  // Not for this job: the track runs past, there is no pad.
  if (state === 'spared') return <span className="block size-[26px]" />;
  return <span className="block size-[26px] rounded-[7px] border-[3px] border-line bg-sheet" />;
}

/** The torn track: rebuilt behind, broken just after the present station, bare beyond. */
export function StationRail({
  jobId,
  states,
}: {
  readonly jobId: string;
  readonly states: Readonly<Record<Station, StationState>>;
}) {
  return (
    <nav
      aria-label="Stations"
      className="flex w-[136px] shrink-0 flex-col border-r border-line bg-sheet py-3"
    >
      {STATIONS.map((station, i) => {
        const above = STATIONS[i - 1];
        return (
          <div key={station} className="relative flex flex-1 items-center px-2">
            {above && <TrackPiece from={states[above]} />}
            <NavLink
              to={`/jobs/${jobId}/${station}`}
              className={({ isActive }) =>
                `relative z-10 flex min-h-11 w-full items-center gap-2.5 whitespace-nowrap rounded-[11px] px-2 text-[14.5px] ${isActive ? 'bg-copper-soft font-bold text-ink' : 'text-ink2 hover:bg-sunk'} ${['ahead', 'spared'].includes(states[station]) ? '' : 'font-semibold text-ink'}`
              }
            >
              <Pad state={states[station]} />
              <span>{STATION_WORDS[station]}</span>
              <span className="sr-only">, {STATION_STATE_WORDS[states[station]]}</span>
            </NavLink>
          </div>
        );
      })}
    </nav>
  );
}

function TrackPiece({ from }: { readonly from: StationState }) {
  return (
    <svg
      aria-hidden
      className="absolute left-[25px] top-[-50%] h-full w-[10px] overflow-visible"
      preserveAspectRatio="none"
      viewBox="0 0 10 100"
    >
      {from === 'present' ? (
        <>
          <path
            d="M2 0V52l-3 4 7 4-5 5"
            fill="none"
            stroke="var(--copper)"
            strokeWidth={4}
            vectorEffect="non-scaling-stroke"
          />
          <path
            d="M2 76V100"
            fill="none"
            stroke="var(--line)"
            strokeWidth={4}
            vectorEffect="non-scaling-stroke"
          />
        </>
      ) : (
        <path
          d="M2 0V100"
          stroke={from === 'done' ? 'var(--copper)' : 'var(--line)'}
          strokeWidth={4}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}
