import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

interface DialogProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly about: string;
  readonly children: ReactNode;
}

/** The focus goes to what is marked for it, else the cursor into the first field of a dialog, where it has one. */
function toFirstField(e: Event): void {
  const box = e.currentTarget;
  if (!(box instanceof HTMLElement)) return;
  const field = box.querySelector('[data-first]') ?? box.querySelector('input, textarea, [role=combobox]');
  if (!(field instanceof HTMLElement)) return;
  e.preventDefault();
  field.focus();
}

export function Dialog({ open, onOpenChange, title, about, children }: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Radix.Content
          onOpenAutoFocus={toFirstField}
          className="fixed left-1/2 top-1/2 z-50 max-h-[86vh] w-[min(640px,92vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded-[14px] border border-line bg-sheet p-6 shadow-2xl"
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <div>
              <Radix.Title className="text-title font-bold">{title}</Radix.Title>
              <Radix.Description className="text-second text-ink2">{about}</Radix.Description>
            </div>
            <Radix.Close
              aria-label="Close"
              className="grid size-10 shrink-0 place-items-center rounded-[10px] text-ink2 hover:bg-sunk"
            >
              <X aria-hidden className="size-5" />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
