import { Check, ChevronDown, ChevronUp } from 'lucide-react';
import { Select as Radix } from 'radix-ui';

/** Radix takes an empty value for "nothing chosen"; here it may well be one of the choices. */
const EMPTY = '—nothing—';
const inside = (value: string): string => (value === '' ? EMPTY : value);
const outside = (value: string): string => (value === EMPTY ? '' : value);

interface SelectProps {
  readonly value: string;
  readonly options: readonly (readonly [value: string, words: string])[];
  readonly onPick: (value: string) => void;
  readonly className?: string;
  readonly id?: string;
  readonly 'aria-label'?: string;
  readonly 'aria-labelledby'?: string;
  readonly 'aria-describedby'?: string | undefined;
  readonly 'aria-invalid'?: true | undefined;
}

/** One of a list of words. */
export function Select({ value, options, onPick, className = '', ...about }: SelectProps) {
  return (
    <Radix.Root value={inside(value)} onValueChange={(v) => onPick(outside(v))}>
      <Radix.Trigger
        {...about}
        className={`inline-flex min-h-10 items-center justify-between gap-2 rounded-[10px] border border-line bg-sheet px-3 py-2 text-left text-ink aria-[invalid=true]:border-stop ${className}`}
      >
        <span className="min-w-0 truncate">
          <Radix.Value />
        </span>
        <Radix.Icon>
          <ChevronDown aria-hidden className="size-4 text-ink2" />
        </Radix.Icon>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={4}
          className="z-[60] max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) overflow-hidden rounded-[10px] border border-line bg-sheet text-ink shadow-2xl"
        >
          <Radix.ScrollUpButton className="flex h-6 items-center justify-center text-ink2">
            <ChevronUp aria-hidden className="size-4" />
          </Radix.ScrollUpButton>
          <Radix.Viewport className="p-1">
            {options.map(([key, words]) => (
              <Radix.Item
                key={key}
                value={inside(key)}
                data-value={key}
                className="relative flex min-h-9 cursor-default items-center rounded-[7px] py-1 pr-3 pl-8 outline-none select-none data-[highlighted]:bg-copper-soft"
              >
                <Radix.ItemIndicator className="absolute left-2">
                  <Check aria-hidden className="size-4 text-copper" strokeWidth={3} />
                </Radix.ItemIndicator>
                <Radix.ItemText>{words}</Radix.ItemText>
              </Radix.Item>
            ))}
          </Radix.Viewport>
          <Radix.ScrollDownButton className="flex h-6 items-center justify-center text-ink2">
            <ChevronDown aria-hidden className="size-4" />
          </Radix.ScrollDownButton>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
