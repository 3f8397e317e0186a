import { Check } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import type { ReactNode } from 'react';
import { useId } from 'react';

/** A line that is ticked off; the whole line is the target. */
export function Tick({
  checked,
  onChange,
  children,
  note,
}: {
  readonly checked: boolean;
  readonly onChange: (on: boolean) => void;
  readonly children: ReactNode;
  readonly note?: ReactNode;
}) {
  const id = useId();
  return (
    <div className="flex min-h-10 items-start gap-3 py-1.5">
      <Checkbox.Root
        id={id}
        checked={checked}
        onCheckedChange={(state) => onChange(state === true)}
        className="mt-0.5 grid size-6 shrink-0 place-items-center rounded-[6px] border-2 border-copper bg-sheet data-[state=checked]:bg-copper"
      >
        <Checkbox.Indicator>
          <Check aria-hidden className="size-4 text-on-copper" strokeWidth={3.5} />
        </Checkbox.Indicator>
      </Checkbox.Root>
      <label htmlFor={id} className="min-w-0 flex-1 cursor-pointer leading-snug">
        <span className={checked ? 'text-ink2' : 'font-medium'}>{children}</span>
        {note !== undefined && <span className="block text-second text-ink2">{note}</span>}
      </label>
    </div>
  );
}
