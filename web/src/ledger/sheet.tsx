import type { ReactNode } from 'react';

/** One statistic on its paper. */
export function Sheet({
  title,
  about,
  wide = false,
  children,
}: {
  readonly title: string;
  readonly about?: string;
  readonly wide?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <section
      aria-label={title}
      className={`rounded-[14px] border border-line bg-sheet px-6 py-5 ${wide ? 'col-span-2' : ''}`}
    >
      <h2 className="text-title font-bold">{title}</h2>
      {about !== undefined && <p className="mb-2 text-second text-ink2">{about}</p>}
      {children}
    </section>
  );
}
