import type { ReactNode } from 'react';

/** The centre of a station that works on paper. */
export function Paper({ children }: { readonly children: ReactNode }) {
  return <main className="scroll-thin relative min-h-0 min-w-0 flex-1 overflow-y-auto p-6">{children}</main>;
}

/** A titled card of a sheet. */
export function Card({
  title,
  about,
  children,
}: {
  readonly title: string;
  readonly about?: string;
  readonly children: ReactNode;
}) {
  return (
    <section aria-label={title} className="mb-5 rounded-[14px] border border-line bg-sheet p-5">
      <h2 className="text-title font-bold">{title}</h2>
      {about !== undefined && <p className="text-second text-ink2">{about}</p>}
      <div className="mt-3 flex flex-col gap-4">{children}</div>
    </section>
  );
}
