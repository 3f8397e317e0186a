import { Tooltip } from 'radix-ui';
import type { ReactElement } from 'react';

/** Words beside a button that shows only a picture. */
export function Tip({ words, children }: { readonly words: string; readonly children: ReactElement }) {
  return (
    <Tooltip.Provider delayDuration={350}>
      <Tooltip.Root>
        <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            sideOffset={6}
            className="z-[60] rounded-[8px] bg-ink px-2.5 py-1.5 text-second font-semibold text-sheet"
          >
            {words}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
