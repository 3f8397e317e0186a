import { ArrowLeft, FileDown, Printer } from 'lucide-react';
import { Link } from 'react-router';
import { cutList, cutListCsv, FACES, planSvg, wireNeeded } from '@zebbit/core';
import { Button } from '../../ui/button';
import { saveFile } from '../../ui/save-file';
import { useJob } from '../../desk/job-context';

/** The wires to cut and the ways they lie, printed at true scale. */
export function CutList() {
  const { bundle, documents, view, laid } = useJob();
  const list = cutList(view.plans);
  const { name } = documents.intake;
  const pictures = FACES.flatMap((face) => {
    const svg = planSvg(documents.board, view.plans, view.outline, face);
    return svg === null ? [] : [{ face, svg }];
  });
  return (
    <main className="scroll-thin min-h-0 flex-1 overflow-y-auto p-6 print:overflow-visible print:p-0">
      <div className="no-print mx-auto mb-4 flex max-w-[190mm] justify-between gap-3">
        <Link
          to={`/jobs/${bundle.id}/rebuild`}
          className="inline-flex min-h-10 flex-1 items-center gap-2 font-semibold text-ink2"
        >
          <ArrowLeft aria-hidden className="size-5" /> Rebuild
        </Link>
        <Button
          icon={<FileDown aria-hidden className="size-5" />}
          onClick={() => saveFile('cut-list.csv', 'text/csv', cutListCsv(list))}
        >
          CSV
        </Button>
        {pictures.map(({ face, svg }) => (
          <Button
            key={face}
            icon={<FileDown aria-hidden className="size-5" />}
            onClick={() => saveFile(`wires-${face}.svg`, 'image/svg+xml', svg)}
          >
            SVG, {face}
          </Button>
        ))}
        <Button tone="main" icon={<Printer aria-hidden className="size-5" />} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <article
        aria-label="Cut list"
        className="mx-auto max-w-[190mm] rounded-[14px] border border-line bg-sheet p-8 print:max-w-none print:rounded-none print:border-0 print:p-0"
      >
        <h2 className="border-b-2 border-copper pb-2 text-[22px] font-bold">{name}: wires to cut</h2>
        {list.length === 0 ? (
          <p className="mt-3 text-ink2">No wire has a length yet.</p>
        ) : (
          <table className="mt-3 w-full text-left">
            <thead>
              <tr className="text-second text-ink2">
                <th scope="col">From</th>
                <th scope="col">To</th>
                <th scope="col">Colour</th>
                <th scope="col">Wire</th>
                <th scope="col" className="text-right">
                  Cut
                </th>
              </tr>
            </thead>
            <tbody>
              {list.map((l) => (
                <tr key={l.pinId} className="border-t border-line">
                  <td className="py-1 font-semibold">{l.from}</td>
                  <td>{l.to}</td>
                  <td>{l.colour}</td>
                  <td className="figure">{l.wire}</td>
                  <td className="figure text-right">
                    {l.cutMm.toFixed(1)} mm{l.straight ? ' *' : ''}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <p className="mt-2 text-second text-ink2">
          Tails of {documents.rebuild.tailMm} mm at both ends are in it.{' '}
          {wireNeeded(list)
            .map((w) => `${w.total} of ${w.wire}`)
            .join(', ')}{' '}
          in all.
          {list.some((l) => l.straight) ? ' * measured straight: the way turns out longer.' : ''}
          {laid.laying ? ' The ways are still being laid.' : ''}
        </p>
        <section aria-label="Ways at true scale" className="mt-4 flex flex-wrap gap-6">
          {pictures.map(({ face, svg }) => (
            <figure key={face} className="break-inside-avoid">
              {/* Made by the core from figures; every word in it is escaped there. */}
              <div className="bg-white" dangerouslySetInnerHTML={{ __html: svg }} />
              <figcaption className="text-second text-ink2">
                {face} face, 1 : 1. Lay a ruler on the scale: its ten millimetres must measure ten.
              </figcaption>
            </figure>
          ))}
        </section>
      </article>
    </main>
  );
}
