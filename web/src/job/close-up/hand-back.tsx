import type { ReactNode } from 'react';
import { ArrowLeft, Printer } from 'lucide-react';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { routes } from '@zebbit/contract';
import type { WorkItem } from '@zebbit/core';
import { KIND_SHEETS, PAD_STATE_WORDS, printWire, REPAIR_WORDS, wireList } from '@zebbit/core';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';
import { resultWords } from '../prove/prove';
import { readingWords } from '../trace/reading-list';

/** What was done beside the pins, in an owner's words: legs in one line, cleaning and clearing left to the bench. */
function doneForOwner(items: readonly WorkItem[]): string[] {
  const legs = items.filter((i) => i.id.startsWith('leg:')).length;
  return [
    ...items.filter((i) => !/^(leg:|hole:|clean$)/u.test(i.id)).map((i) => i.title),
    ...(legs > 0 ? [`${legs} leg${legs === 1 ? '' : 's'} of the port made fast again`] : []),
  ];
}

/** The page that goes back with the device; prints on A4. */
export function HandBack() {
  const { bundle, documents, view } = useJob();
  const { intake, closing, match } = documents;
  const wires = wireList(view.plans);
  const repaired = view.plans.filter((p) => p.repair.kind !== 'leave');
  const name = (id: string): string =>
    view.trace.byId.get(id)?.label ?? documents.board.spots.find((p) => p.id === id)?.name ?? id;
  const before = bundle.readings.filter((r) => !r.struck);
  const after = view.prove.checks.filter((c) => c.result !== null && c.verdict !== null);
  return (
    <main className="scroll-thin min-h-0 flex-1 overflow-y-auto p-6 print:overflow-visible print:p-0">
      <div className="no-print mx-auto mb-4 flex max-w-[190mm] justify-between">
        <Link
          to={`/jobs/${bundle.id}/close-up`}
          className="inline-flex min-h-10 items-center gap-2 font-semibold text-ink2"
        >
          <ArrowLeft aria-hidden className="size-5" /> Close up
        </Link>
        <Button tone="main" icon={<Printer aria-hidden className="size-5" />} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <article
        aria-label="Hand-back page"
        className="mx-auto max-w-[190mm] rounded-[14px] border border-line bg-sheet p-8 text-[14px] print:max-w-none print:rounded-none print:border-0 print:p-0"
      >
        <header className="mb-4 flex items-start justify-between border-b-2 border-copper pb-3">
          <div>
            <h2 className="text-[24px] font-bold">{intake.name}</h2>
            <p className="text-ink2">
              {[`${intake.make} ${intake.model}`.trim(), view.sheet.name].filter(Boolean).join(' · ')}
            </p>
          </div>
          <div className="text-right text-ink2">
            {intake.owner && <p>for {intake.owner}</p>}
            <p>{format(new Date(bundle.updatedAt), 'd MMMM yyyy')}</p>
            <p className={view.prove.verdict === 'proved' ? 'font-bold text-ok' : 'font-bold text-stop'}>
              {view.prove.verdict !== 'proved'
                ? 'Not proved'
                : view.prove.untested.length > 0
                  ? `Proved, but for ${view.prove.untested.length} not tested`
                  : view.checks.some((c) => c.powered)
                    ? 'Proved, unpowered and powered'
                    : 'Proved, unpowered'}
            </p>
          </div>
        </header>
        <Part title="What was wrong">{closing.wrong || intake.happenedNote || 'Not written yet.'}</Part>
        <Part title="What was done">
          {intake.kinds.length > 0 && (
            <p>
              <b>{intake.kinds.map((k) => KIND_SHEETS[k].words).join(', ')}.</b>
            </p>
          )}
          {closing.done}
          <ul className="list-disc pl-5">
            {repaired.map((p) => (
              <li key={p.row.pin.id}>
                {p.row.pin.label}: {PAD_STATE_WORDS[p.row.pin.pin.state]}, {REPAIR_WORDS[p.repair.kind]}
                {p.repair.kind === 'jumper' ? ` to ${p.repair.landing.label}` : ''}
                {p.built ? '' : ' (not built)'}
              </li>
            ))}
            {doneForOwner(view.items.filter((i) => documents.rebuild.itemsDone.includes(i.id))).map(
              (words) => (
                <li key={words}>{words}</li>
              ),
            )}
          </ul>
        </Part>
        {wires.length > 0 && (
          <Part title="Wires">
            <Table
              rows={wires.map((w) => [
                `${w.pin} to ${w.to}`,
                `${printWire(w.wireMm)}${w.cutMm === null ? '' : `, ${w.cutMm.toFixed(1)} mm`}`,
              ])}
              none=""
            />
          </Part>
        )}
        <Part title="Parts">
          {[match.part, closing.parts, closing.minutes === null ? '' : `${closing.minutes} min of work`]
            .filter(Boolean)
            .join('; ') || 'None.'}
        </Part>
        <Part title="What to watch">
          <ul className="list-disc pl-5">
            {closing.watch && <li>{closing.watch}</li>}
            <li>Pull the plug, not the cable.</li>
            {view.cautions.map((c) => (
              <li key={c.code}>
                {c.title}: {c.instead}
              </li>
            ))}
          </ul>
        </Part>
        <div className="grid grid-cols-2 gap-6">
          <Part title="Readings before" long>
            <Table
              rows={before.map((r) => [`${name(r.red)} – ${name(r.black)}`, readingWords(r)])}
              none="None taken."
            />
          </Part>
          <Part title="Readings after" long>
            <Table
              rows={after.map((c) => [c.check.title, c.result ? resultWords(c, c.result) : ''])}
              none="None taken."
            />
          </Part>
        </div>
        {bundle.photos.length > 0 && (
          <Part title="Photos">
            <div className="grid grid-cols-3 gap-3">
              {bundle.photos.map((p, i) => (
                <figure key={`${p.id}${i}`} className="break-inside-avoid">
                  <img
                    src={routes.photo(p.id)}
                    alt={p.caption}
                    className="max-h-[52mm] w-full rounded-[8px] border border-line object-contain"
                  />
                  <figcaption className="text-[12px] text-ink2">{p.caption}</figcaption>
                </figure>
              ))}
            </div>
          </Part>
        )}
      </article>
    </main>
  );
}

function Part({
  title,
  children,
  long = false,
}: {
  readonly title: string;
  readonly children: ReactNode;
  readonly long?: boolean;
}) {
  return (
    // A long part may run over the edge of a page; a short one moves whole.
    <section className={`mb-4 ${long ? '' : 'break-inside-avoid-page'}`}>
      <h3 className="font-bold">{title}</h3>
      <div className="whitespace-pre-line">{children}</div>
    </section>
  );
}

function Table({
  rows,
  none,
}: {
  readonly rows: readonly (readonly [string, string])[];
  readonly none: string;
}) {
  if (rows.length === 0) return none;
  return (
    <table className="w-full text-[12.5px]">
      <tbody>
        {rows.map(([what, figure], i) => (
          <tr key={i} className="break-inside-avoid border-t border-line">
            <td className="py-0.5 pr-2">{what}</td>
            <td className="figure py-0.5 text-right">{figure}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
