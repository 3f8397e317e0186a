import { ChevronRight } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import type { ReactNode } from 'react';

/** A line that unfolds what stands behind it. */
export function Unfold({
  words,
  children,
  className = '',
  plain = false,
}: {
  readonly words: ReactNode;
  readonly children: ReactNode;
  readonly className?: string;
  /** The words stand as text; what unfolds them is underlined by itself. */
  readonly plain?: boolean;
}) {
  return (
    <Collapsible.Root className={className}>
      <Collapsible.Trigger
        className={`group flex min-h-8 items-center gap-1 text-left font-semibold ${plain ? 'text-ink2' : 'text-second text-copper underline underline-offset-4'}`}
      >
        <ChevronRight
          aria-hidden
          className="size-4 shrink-0 transition-transform group-data-[state=open]:rotate-90"
        />
        {words}
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
