import { format, formatDistance } from 'date-fns';
import { Link } from 'react-router';
import { routes } from '@zebbit/contract';
import type { PastAct } from '@zebbit/core';
import { nextMove, openWaits, STATION_WORDS, WAIT_KIND_WORDS, whereYouWere } from '@zebbit/core';
import { useJob } from '../desk/job-context';
import { useNow } from '../waits/use-now';
import { waitWords } from '../waits/wait-words';
import { lastLandings, LastOne } from './last-one';
import { resultWords } from './prove/prove';
import { Slip, SlipMove } from './slip';
import { readingWords } from './trace/reading-list';
import { Card, Paper } from './work-sheet';

/** After weeks: what was done last, what lies where, what is known, what is awaited, and where to go on. */
export function WhereYouWere() {
  const { bundle, documents, view } = useJob();
  const now = useNow(60_000);
  const { acts, lies, learned } = whereYouWere(view);
  const waits = openWaits(documents.waits.waits);
  const next = nextMove(view);
  const nameOf = (id: string): string => view.trace.byId.get(id)?.label ?? id;
  return (
    <>
      <Paper>
        <Card title="Last at the bench">
          <p className="mb-2 text-ink2">
            Touched {formatDistance(Date.parse(bundle.updatedAt), now, { addSuffix: true })}, taken in{' '}
            {format(Date.parse(bundle.createdAt), 'd MMMM yyyy')}.
          </p>
          {acts.length === 0 ? (
            <p>Nothing was measured or proved yet.</p>
          ) : (
            <ul>
              {acts.map((act, i) => (
                <li key={i} className="flex gap-4 border-t border-line py-1.5 first:border-0">
                  <span className="figure w-32 shrink-0 text-ink2">
                    {format(Date.parse(act.at), 'd MMM, HH:mm')}
                  </span>
                  <span>{actWords(act, nameOf, view.prove.checks)}</span>
                </li>
              ))}
            </ul>
          )}
        </Card>
        <Card title="What lies where">
          {lies.length === 0 ? (
            <p className="text-ink2">Nothing was noted as lying apart.</p>
          ) : (
            <ul>
              {lies.map((l, i) => (
                <li key={i} className="flex gap-4 border-t border-line py-1.5 first:border-0">
                  <span className="min-w-0 flex-1">{l.what}</span>
                  <span className={`shrink-0 font-semibold ${l.where === '' ? 'text-ink2' : ''}`}>
                    {l.where || 'place not noted'}
                  </span>
                </li>
              ))}
            </ul>
          )}
        </Card>
        <Card title="What is known">
          {learned.length === 0 ? (
            <p className="text-ink2">Nothing yet.</p>
          ) : (
            <ul className="list-disc pl-5">
              {learned.map((l, i) => (
                <li key={i} className="py-0.5">
                  {l}
                </li>
              ))}
            </ul>
          )}
        </Card>
        {bundle.photos.length > 0 && (
          <Card title="Pictures">
            <ul className="flex flex-wrap gap-3">
              {bundle.photos.map((p, i) => (
                <li key={`${p.id}${i}`} className="w-40">
                  <a href={routes.photo(p.id)} target="_blank" rel="noreferrer">
                    <img
                      src={routes.photo(p.id)}
                      alt={p.caption || `photo ${i + 1}`}
                      className="h-28 w-40 rounded-[10px] border border-line object-cover"
                    />
                  </a>
                  <span className="block truncate text-second text-ink2">{p.caption}</span>
                </li>
              ))}
            </ul>
          </Card>
        )}
      </Paper>
      <Slip label="Where you were">
        <SlipMove move={next}>
          {next.tone !== 'done' && next.goTo === undefined && (
            <Link
              to={`/jobs/${bundle.id}/${next.station}`}
              className="mt-1 inline-flex min-h-11 items-center justify-center rounded-[11px] bg-copper px-4 font-semibold text-on-copper"
            >
              Go on at {STATION_WORDS[next.station]}
            </Link>
          )}
        </SlipMove>
        <section aria-label="Awaited" className="px-6 py-4">
          <h3 className="mb-2 font-bold">Awaited</h3>
          {waits.length === 0 ? (
            <p className="text-ink2">Nothing that was kept.</p>
          ) : (
            <ul>
              {waits.map((w) => (
                <li key={w.id} className="border-t border-line py-1.5 first:border-0">
                  <span className="block font-semibold">
                    {w.what}
                    {w.from === '' ? '' : `, from ${w.from}`}
                  </span>
                  <span className="text-second text-ink2">
                    {WAIT_KIND_WORDS[w.kind]}: {waitWords(w, now)}
                  </span>
                </li>
              ))}
            </ul>
          )}
        </section>
        {!documents.closing.handedBack && <LastOne of={lastLandings} />}
      </Slip>
    </>
  );
}

type Judged = Parameters<typeof resultWords>[0];

function actWords(act: PastAct, nameOf: (id: string) => string, checks: readonly Judged[]): string {
  switch (act.kind) {
    case 'reading': {
      const { reading } = act;
      return `${nameOf(reading.red)} to ${nameOf(reading.black)}: ${readingWords(reading)}`;
    }
    case 'result': {
      const judged = checks.find((c) => c.check.key === act.result.key);
      return `${act.title}: ${judged ? resultWords(judged, act.result) : act.result.shown}`;
    }
    case 'wait':
      return `${act.wait.what} ${act.ended ? 'was over' : 'began'}`;
  }
}
