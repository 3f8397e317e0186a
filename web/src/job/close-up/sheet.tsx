import type { ReactNode } from 'react';
import { ArrowLeft, Printer } from 'lucide-react';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { Button } from '../../ui/button';
import { useJob } from '../../desk/job-context';

/** A page of a job that prints on A4: its head, and what stands under it. */
export function Sheet({
  label,
  corner,
  links,
  children,
}: {
  readonly label: string;
  readonly corner: ReactNode;
  readonly links?: ReactNode;
  readonly children: ReactNode;
}) {
  const { bundle, documents, view } = useJob();
  const { intake } = documents;
  return (
    <main className="scroll-thin min-h-0 flex-1 overflow-y-auto p-6 print:overflow-visible print:p-0">
      <div className="no-print mx-auto mb-4 flex max-w-[190mm] items-center gap-4">
        <Link
          to={`/jobs/${bundle.id}/close-up`}
          className="inline-flex min-h-10 flex-1 items-center gap-2 font-semibold text-ink2"
        >
          <ArrowLeft aria-hidden className="size-5" /> Close up
        </Link>
        {links}
        <Button tone="main" icon={<Printer aria-hidden className="size-5" />} onClick={() => window.print()}>
          Print
        </Button>
      </div>
      <article
        aria-label={label}
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
            {corner}
          </div>
        </header>
        {children}
      </article>
    </main>
  );
}

export function Part({
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

export function Lines({ rows }: { readonly rows: readonly string[] }) {
  return (
    <ul className="list-disc pl-5">
      {rows.map((r) => (
        <li key={r}>{r}</li>
      ))}
    </ul>
  );
}

export function Table({
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
